"""Mono's compiler judges: Waxmoor compiles, and its own tests pass after each move."""

import json
import subprocess
from pathlib import Path

import pytest

from tests.conftest import Yandrel, needs_tool, read_tree
from yandrel.demo.copy import copy_waxmoor

pytestmark = needs_tool("mcs", "mono")

BASE = "src/Waxmoor/"
MOVES = {
    "validator goes home": ["move", BASE + "Models/WeightValidator.cs"],
    "namespace is mended": ["move", BASE + "Shared/Ledger.cs", BASE + "Shared/Ledger.cs"],
    "model to a domain": ["move", BASE + "Models/Hive.cs", BASE + "Hives/"],
    "model renamed": ["move", BASE + "Models/Keeper.cs", BASE + "Keepers/Beekeeper.cs"],
    "class renamed with its file": ["move", BASE + "Services/HiveService.cs:HiveService", ":HiveKeeping"],
    "enum out of its file": ["move", BASE + "Shared/Season.cs:Season", BASE + "Calendar/"],
    "extension methods": ["move", BASE + "Shared/RequestExtensions.cs", BASE + "Requests/"],
    "delegate": ["move", BASE + "Shared/Handling.cs:Handler", BASE + "Web/"],
    "whole namespace": ["move", BASE + "Shared/", BASE + "Common/Base/"],
    "partly qualified": ["move", BASE + "Models/Harvest.cs", BASE + "Harvests/"],
    "base class": ["move", BASE + "Controllers/BaseController.cs", BASE + "Shared/"],
    "middleware named in a file": ["move", BASE + "Middleware/", BASE + "Web/"],
    "entry": ["move", BASE + "Program.cs", BASE + "Web/Program.cs"],
    "server": ["move", BASE + "Server.cs", BASE + "Web/Server.cs"],
    "test": ["move", "test/Waxmoor.Tests/HiveServiceTests.cs", "test/Waxmoor.Tests/Hives/"],
}


def run_csharp(root: Path) -> None:
    """Everything must compile, and the tests pass."""
    out = root.parent / "waxmoor.exe"
    sources = sorted(str(path) for path in root.rglob("*.cs"))
    words = ["mcs", f"-out:{out}", "-main:Waxmoor.Tests.TestRunner", *sources]
    done = subprocess.run(words, capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stdout + done.stderr
    done = subprocess.run(["mono", str(out)], capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stdout + done.stderr
    assert "6 tests passed" in done.stdout


@pytest.mark.parametrize("name", MOVES)
def test_waxmoor_runs_after_a_move(name: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "csharp", layout=True)
    before = read_tree(root)
    done = yandrel(root, *MOVES[name])
    assert done.status == 0, done.err
    run_csharp(root)
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


def test_domains_one_after_another(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "csharp", layout=True)
    before = read_tree(root)
    for concept in ("Hive", "Harvest", "Keeper", "Inspection"):
        for role in ("Controllers:Controller", "Services:Service", "Repositories:Repository", "Models:"):
            folder, _, tail = role.partition(":")
            target = f"{BASE}{concept}s/{concept}{tail}.cs"
            done = yandrel(root, "move", f"{BASE}{folder}/{concept}{tail}.cs", target)
            assert done.status == 0, done.err
    run_csharp(root)
    assert yandrel(root, "undo", "--to", "1").status == 0
    assert read_tree(root) == before


def test_new_domain_like_another_runs(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "csharp", layout=True)
    before = read_tree(root)
    done = yandrel(root, "new", "domain", "queens", "--like", "hives")
    assert done.status == 0, done.err
    run_csharp(root)
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


def test_there_and_back(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "csharp", layout=True)
    before = read_tree(root)
    assert yandrel(root, "move", BASE + "Middleware/", BASE + "Web/").status == 0
    assert yandrel(root, "move", BASE + "Web/Middleware/", BASE).status == 0
    assert read_tree(root) == before


def test_the_applications_own_faults(tmp_path: Path, yandrel: Yandrel) -> None:
    copy_waxmoor(tmp_path / "app", "csharp", layout=True)
    done = yandrel(tmp_path / "app", "check", "--format", "json")
    found = {(f["rule"], f["unit"].removeprefix(BASE), f["target"]) for f in json.loads(done.out)["findings"]}
    assert found == {
        ("doubled-prefix", "Routes/HarvestRoutes.cs", ""),
        ("misplaced", "Models/WeightValidator.cs", "validator"),
        ("namespace-mismatch", "Shared/Ledger.cs", "Waxmoor.Ledgers"),
        (
            "wrong-way",
            "Controllers/HiveController.cs",
            BASE + "Repositories/HiveRepository.cs:HiveRepository",
        ),
        ("wrong-way", "Models/Harvest.cs", BASE + "Services/HarvestService.cs:HarvestService"),
    }
