"""A concept's words changed in all their forms, and nothing else."""

import pytest

from yandrel.model.scaffold import Concept
from yandrel.scaffold.words import WordChanger

HIVES_TO_QUEENS = WordChanger(Concept.of("hives"), Concept.of("queens"))


@pytest.mark.parametrize(
    ("before", "after"),
    [
        ("hive", "queen"),
        ("hives", "queens"),
        ("list_hives(hive_id)", "list_queens(queen_id)"),
        ("HiveService", "QueenService"),
        ("BeeHive, OldHives", "BeeQueen, OldQueens"),
        ("HIVE_LIMIT", "QUEEN_LIMIT"),
        ("/api/hives/<int:hive>", "/api/queens/<int:queen>"),
        ("waxmoor/hives/hive_routes.py", "waxmoor/queens/queen_routes.py"),
        ("archived, achive, thrive", "archived, achive, thrive"),
        ("Hives are kept.", "Queens are kept."),
        ("beehive", "beehive"),
    ],
)
def test_every_form(before: str, after: str) -> None:
    assert HIVES_TO_QUEENS.change(before) == after


@pytest.mark.parametrize(
    ("before", "after"),
    [
        ("bee_yard", "inspection_round"),
        ("BeeYards", "InspectionRounds"),
        ("bee-yards", "inspection-rounds"),
        ("bee yards", "inspection rounds"),
        ("beeYard", "inspectionRound"),
        ("BEE_YARDS", "INSPECTION_ROUNDS"),
    ],
)
def test_names_of_two_words(before: str, after: str) -> None:
    changer = WordChanger(Concept.of("bee_yards"), Concept.of("inspection_rounds"))
    assert changer.change(before) == after


def test_articles_follow() -> None:
    changer = WordChanger(Concept.of("hives"), Concept.of("inspections"))
    assert changer.change("Add a hive to an apiary.") == "Add an inspection to an apiary."


def test_kept_identifiers_stay() -> None:
    changer = WordChanger(Concept.of("hives"), Concept.of("queens"), {"HiveNotFound"})
    assert changer.change("raise HiveNotFound(hive)") == "raise HiveNotFound(queen)"
