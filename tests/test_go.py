"""The Go compiler judges: Waxmoor builds, vets, is formatted, and its own tests pass after each move."""

import json
import subprocess
from pathlib import Path

import pytest

from tests.conftest import Yandrel, needs_tool, read_tree
from yandrel.demo.copy import copy_waxmoor

pytestmark = needs_tool("go", "gofmt")

MOVES = {
    "validator goes home": ["move", "models/weight_validator.go"],
    "package is mended": ["move", "ledger/ledger.go", "ledger/ledger.go"],
    "model to a domain": ["move", "models/keeper.go", "keepers/"],
    "model with an unexported field": ["move", "models/hive.go", "hives/"],
    "type renamed": ["move", "services/hive_service.go:HiveService", ":HiveKeeping"],
    "function out of its package": ["move", "shared/handling.go:Show", "requests/"],
    "type with its method": ["move", "shared/errors.go:NotFound", "faults/not_found.go"],
    "method to another file": ["move", "services/hive_service.go:HiveService.Find", "services/finding.go"],
    "whole package": ["move", "shared", "common/base"],
    "package renamed": ["move", "models", "entities"],
    "middleware": ["move", "middleware/", "web/"],
    "service with its test": ["move", "services", "core/services"],
    "used by everything": ["move", "shared/season.go", "models/"],
}


def run_go(root: Path) -> None:
    """Everything must build, vet, be formatted, and the tests pass."""
    for words in (["build", "./..."], ["vet", "./..."], ["test", "./..."]):
        done = subprocess.run(["go", *words], cwd=root, capture_output=True, text=True, check=False)
        assert done.returncode == 0, done.stdout + done.stderr
    done = subprocess.run(["gofmt", "-l", "."], cwd=root, capture_output=True, text=True, check=False)
    assert done.stdout == ""


@pytest.mark.parametrize("name", MOVES)
def test_waxmoor_runs_after_a_move(name: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "go", layout=True)
    before = read_tree(root)
    done = yandrel(root, *MOVES[name])
    assert done.status == 0, done.err
    run_go(root)
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


def test_domains_one_after_another(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "go", layout=True)
    before = read_tree(root)
    moves = [
        ("services/keeper_service.go", "keepers/service.go"),
        ("models/keeper.go", "keepers/keeper.go"),
        ("repositories/keeper_repository.go", "keepers/repository.go"),
        ("controllers/keeper_controller.go", "keepers/controller.go"),
        ("routes/keeper_routes.go", "keepers/routes.go"),
    ]
    done = yandrel(root, "move", *moves[1])
    assert done.status == 0
    done = yandrel(root, "move", *moves[0])
    assert done.status == 3
    assert "packages would import each other" in done.err
    assert yandrel(root, "undo").status == 0
    lines = ", ".join(f'"{source} -> {target}"' for source, target in moves)
    (root / "moves.toml").write_text(f"[[step]]\nmoves = [{lines}]\n")
    done = yandrel(root, "move", "--list", "moves.toml")
    assert done.status == 0, done.err
    (root / "moves.toml").unlink()
    run_go(root)
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


def test_there_and_back(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "go", layout=True)
    before = read_tree(root)
    assert yandrel(root, "move", "models/keeper.go", "keepers/").status == 0
    assert yandrel(root, "move", "keepers/keeper.go", "models/").status == 0
    assert read_tree(root) == before
    assert yandrel(root, "move", "shared", "base/common").status == 0
    assert yandrel(root, "move", "base/common", "shared").status == 0
    assert read_tree(root) == before


def test_the_applications_own_faults(tmp_path: Path, yandrel: Yandrel) -> None:
    copy_waxmoor(tmp_path / "app", "go", layout=True)
    done = yandrel(tmp_path / "app", "check", "--format", "json")
    found = {(f["rule"], f["unit"], f["target"]) for f in json.loads(done.out)["findings"]}
    assert found == {
        ("doubled-prefix", "routes/harvest_routes.go", ""),
        ("misplaced", "models/weight_validator.go", "validator"),
        ("namespace-mismatch", "ledger/ledger.go", "ledgers"),
        ("wrong-way", "controllers/hive_controller.go", "repositories/hive_repository.go:HiveRepository"),
        (
            "wrong-way",
            "repositories/harvest_repository.go",
            "validators/name_validator.go:NameValidator",
        ),
    }


def test_new_application_and_domains_run(tmp_path: Path, yandrel: Yandrel) -> None:
    done = yandrel(tmp_path, "new", "app", "waxmoor", "--language", "go", "--domain", "hives")
    assert done.status == 0, done.err
    root = tmp_path / "waxmoor"
    run_go(root)
    fields = "name: text, marked: date?, weight: float"
    done = yandrel(root, "new", "domain", "queen_bees", "--fields", fields)
    assert done.status == 0, done.err
    done = yandrel(root, "new", "domain", "swarms", "--like", "hives")
    assert done.status == 0, done.err
    run_go(root)
    mounted = [line.strip() for line in (root / "main.go").read_text().splitlines() if "Mount" in line]
    assert mounted == [
        'routes.MountHives(mux, "/hives")',
        'routes.MountSwarms(mux, "/swarms")',
        'routes.MountQueenBees(mux, "/queen-bees")',
    ]
    assert yandrel(root, "check").status == 0
