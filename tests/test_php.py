"""PHP itself judges: every file parses, and Waxmoor's own tests pass after each move."""

import json
import shutil
import subprocess
from pathlib import Path

import pytest

from tests.conftest import Yandrel, needs_tool, read_tree
from yandrel.demo.copy import copy_waxmoor

pytestmark = needs_tool("php")

MOVES = {
    "validator goes home": ["move", "src/Models/WeightValidator.php"],
    "namespace is mended": ["move", "src/Shared/Ledger.php", "src/Shared/Ledger.php"],
    "model to a domain": ["move", "src/Models/Hive.php", "src/Hives/"],
    "model with a base, renamed": ["move", "src/Models/Hive.php", "src/Hives/Colony.php"],
    "class renamed with its file": ["move", "src/Services/HiveService.php:HiveService", ":HiveKeeping"],
    "functions go": ["move", "src/Shared/season.php", "src/Calendar/season.php"],
    "whole namespace": ["move", "src/Shared/", "src/Common/Shared/"],
    "source root": ["move", "src/", "lib/waxmoor/"],
    "tests": ["move", "tests/HiveTest.php", "tests/Hives/HiveTest.php"],
    "base class": ["move", "src/Controllers/BaseController.php", "src/Shared/Controllers/"],
    "middleware named in configuration": ["move", "src/Middleware/", "src/Web/"],
    "entry": ["move", "src/Application.php", "src/Web/Application.php"],
}


def run_php(root: Path, tests: int = 8) -> None:
    """Every file must parse, and the tests pass."""
    for path in sorted(root.rglob("*.php")):
        done = subprocess.run(["php", "-l", str(path)], capture_output=True, text=True, check=False)
        assert done.returncode == 0, done.stdout
    done = subprocess.run(["php", "tests/run.php"], cwd=root, capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stdout + done.stderr
    assert f"{tests} tests passed" in done.stdout


@pytest.mark.parametrize("name", MOVES)
def test_waxmoor_runs_after_a_move(name: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "php", layout=True)
    before = read_tree(root)
    done = yandrel(root, *MOVES[name])
    assert done.status == 0, done.err
    run_php(root)
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


def test_moves_one_after_another(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "php", layout=True)
    before = read_tree(root)
    for concept in ("Hive", "Harvest", "Keeper", "Inspection"):
        for role in ("Controllers:Controller", "Services:Service", "Repositories:Repository", "Models:"):
            folder, _, tail = role.partition(":")
            words = ("move", f"src/{folder}/{concept}{tail}.php", f"src/{concept}s/{concept}{tail}.php")
            assert yandrel(root, *words).status == 0
    run_php(root)
    assert yandrel(root, "undo", "--to", "1").status == 0
    assert read_tree(root) == before


def test_new_domain_like_another_runs(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "php", layout=True)
    before = read_tree(root)
    done = yandrel(root, "new", "domain", "queens", "--like", "hives")
    assert done.status == 0, done.err
    assert "look whether" not in done.out
    run_php(root, 11)
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


def test_there_and_back(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "php", layout=True)
    shutil.rmtree(root / ".yandrel", ignore_errors=True)
    before = read_tree(root)
    assert yandrel(root, "move", "src/Middleware/", "src/Web/").status == 0
    assert yandrel(root, "move", "src/Web/Middleware/", "src/").status == 0
    assert read_tree(root) == before


def test_the_applications_own_faults(tmp_path: Path, yandrel: Yandrel) -> None:
    copy_waxmoor(tmp_path / "app", "php", layout=True)
    done = yandrel(tmp_path / "app", "check", "--format", "json")
    found = {(f["rule"], f["unit"], f["target"]) for f in json.loads(done.out)["findings"]}
    assert found == {
        ("doubled-prefix", "src/Routes/KeeperRoutes.php", ""),
        ("misplaced", "src/Models/WeightValidator.php", "validator"),
        ("namespace-mismatch", "src/Shared/Ledger.php", "Waxmoor\\Ledgers"),
        (
            "wrong-way",
            "src/Controllers/HiveController.php",
            "src/Repositories/HiveRepository.php:HiveRepository",
        ),
        ("wrong-way", "src/Models/Harvest.php", "src/Services/HarvestService.php:HarvestService"),
    }
