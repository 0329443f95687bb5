"""No compiler of Swift is asked: what was moved is read again, and every name leads where it did."""

import json
from pathlib import Path

import pytest

from tests.conftest import Yandrel, read_tree
from yandrel.demo.copy import copy_waxmoor
from yandrel.languages.swift.facts import read_facts

BASE = "Sources/Waxmoor/"
MOVES = {
    "validator goes home": ["move", BASE + "Models/WeightValidator.swift"],
    "model to a domain": ["move", BASE + "Models/Hive.swift", BASE + "Hives/"],
    "class renamed": ["move", BASE + "Services/HiveService.swift:HiveService", ":HiveKeeping"],
    "function renamed": ["move", BASE + "Shared/Handling.swift:number", ":readNumber"],
    "error out of its file": ["move", BASE + "Shared/Errors.swift:InvalidError", BASE + "Requests/"],
    "folder": ["move", BASE + "Shared/", BASE + "Common/"],
}


def read_edges(root: Path, yandrel: Yandrel) -> int:
    done = yandrel(root, "check", "--format", "json")
    assert done.status in (0, 1), done.err
    found = json.loads(done.out)
    assert not [f for f in found["findings"] if f["rule"] == "unresolved-import"]
    return int(found["imports"])


@pytest.mark.parametrize("name", MOVES)
def test_everything_reads_and_leads_as_before(name: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "swift", layout=True)
    before, edges = read_tree(root), read_edges(root, yandrel)
    done = yandrel(root, *MOVES[name])
    assert done.status == 0, done.err
    for path in root.rglob("*.swift"):
        assert not read_facts(path.read_bytes(), path.name).problems
    assert read_edges(root, yandrel) == edges
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


def test_what_is_internal_stays_in_its_target(tmp_path: Path, yandrel: Yandrel) -> None:
    copy_waxmoor(tmp_path / "app", "swift", layout=True)
    done = yandrel(tmp_path / "app", "move", BASE + "Shared/Season.swift", "Sources/WaxmoorServer/")
    assert done.status == 3
    assert "Season is internal" in done.err


def test_the_applications_own_faults(tmp_path: Path, yandrel: Yandrel) -> None:
    copy_waxmoor(tmp_path / "app", "swift", layout=True)
    done = yandrel(tmp_path / "app", "check", "--format", "json")
    found = {(f["rule"], f["unit"].removeprefix(BASE), f["target"]) for f in json.loads(done.out)["findings"]}
    assert found == {
        ("doubled-prefix", "Routes/HarvestRoutes.swift", ""),
        ("misplaced", "Models/WeightValidator.swift", "validator"),
        (
            "wrong-way",
            "Controllers/HiveController.swift",
            BASE + "Repositories/HiveRepository.swift:HiveRepository",
        ),
        ("wrong-way", "Models/Harvest.swift", BASE + "Services/HarvestService.swift:HarvestService"),
    }
