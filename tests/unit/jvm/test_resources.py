"""Names by which classes find files, from another package."""

import pytest

from yandrel.languages.jvm.resources import find_resources, spell_resource, spell_rooted
from yandrel.model.changes import Relocation

ROOT = "src/main/resources/"
OLD, NEW = "coop.waxmoor.hives", "coop.waxmoor.bees"
FILE = f"{ROOT}coop/waxmoor/hives/report.txt"


@pytest.mark.parametrize(
    ("source", "name", "owner"),
    [
        ('Hive.class.getResource("report.txt")', "report.txt", "Hive"),
        ('Hive.class\n    .getResourceAsStream( "a/report.txt" )', "a/report.txt", "Hive"),
        ('getClass().getResource("/coop/report.txt")', "/coop/report.txt", ""),
        ('Hive::class.java.getResource("report.txt")', "report.txt", "Hive"),
        ('javaClass.getResourceAsStream("report.txt")', "report.txt", ""),
    ],
)
def test_names_are_found(source: str, name: str, owner: str) -> None:
    (found,) = find_resources(source.encode())
    assert (found.name, found.owner, source[found.start : found.end]) == (name, owner, name)


@pytest.mark.parametrize(
    "source",
    [
        'loader.getResource("report.txt")',
        "Hive.class.getResource(name)",
        'Hive.class.getResource("$kind.txt")',
    ],
)
def test_other_names_are_not(source: str) -> None:
    assert not list(find_resources(source.encode()))


def test_a_file_that_stays_is_named_from_the_root() -> None:
    files, relocation = frozenset({FILE}), Relocation({}, {})
    assert spell_resource("report.txt", OLD, NEW, files, relocation) == "/coop/waxmoor/hives/report.txt"
    assert spell_resource("other.txt", OLD, NEW, files, relocation) is None


def test_a_file_that_goes_along_keeps_its_name() -> None:
    moved = Relocation({}, {}, files={FILE: f"{ROOT}coop/waxmoor/bees/report.txt"})
    assert spell_resource("report.txt", OLD, NEW, frozenset({FILE}), moved) == "report.txt"
    away = Relocation({}, {}, files={FILE: "docs/report.txt"})
    assert spell_resource("report.txt", OLD, NEW, frozenset({FILE}), away) is None


def test_names_from_the_root_follow_their_files() -> None:
    name, files = "/coop/waxmoor/hives/report.txt", frozenset({FILE})
    moved = Relocation({}, {}, files={FILE: f"{ROOT}coop/waxmoor/bees/report.txt"})
    assert spell_rooted(name, files, moved) == "/coop/waxmoor/bees/report.txt"
    assert spell_rooted(name, files, Relocation({}, {})) == name
    assert spell_rooted("/not/here.txt", files, moved) == "/not/here.txt"
    assert spell_rooted(name, files, Relocation({}, {}, files={FILE: "docs/report.txt"})) is None
