"""The Java compiler judges: Waxmoor compiles, and its own tests pass after each move."""

import json
import shutil
import subprocess
from pathlib import Path

import pytest

from tests.conftest import Yandrel, needs_tool, read_tree
from yandrel.demo.copy import copy_waxmoor

pytestmark = needs_tool("javac", "java")

BASE = "src/main/java/coop/waxmoor/"
MOVES = {
    "validator goes home": ["move", BASE + "models/WeightValidator.java"],
    "package is mended": ["move", BASE + "shared/Ledger.java", BASE + "shared/Ledger.java"],
    "model to a domain": ["move", BASE + "models/Hive.java", BASE + "hives/"],
    "model renamed": ["move", BASE + "models/Hive.java", BASE + "hives/Colony.java"],
    "class renamed with its file": ["move", BASE + "services/HiveService.java:HiveService", ":HiveKeeping"],
    "enum": ["move", BASE + "shared/Season.java", BASE + "calendar/"],
    "static import follows": ["move", BASE + "shared/Ledger.java", BASE + "ledgers/Ledger.java"],
    "whole package": ["move", BASE + "shared/", BASE + "common/base/"],
    "base class": ["move", BASE + "controllers/BaseController.java", BASE + "shared/"],
    "middleware named in properties": ["move", BASE + "middleware/", BASE + "web/"],
    "entry": ["move", BASE + "Application.java", BASE + "web/Application.java"],
    "class named in a method reference": ["move", BASE + "models/Inspection.java", BASE + "inspections/"],
}


def run_java(root: Path) -> None:
    """Everything must compile, and the tests pass."""
    out = root.parent / "classes"
    sources = sorted(str(path) for path in root.rglob("*.java"))
    done = subprocess.run(["javac", "-d", str(out), *sources], capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stderr
    shutil.copy(root / "src/main/resources/application.properties", out)
    words = ["java", "-cp", str(out), "coop.waxmoor.TestRunner"]
    done = subprocess.run(words, capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stdout + done.stderr
    assert "4 tests passed" in done.stdout


@pytest.mark.parametrize("name", MOVES)
def test_waxmoor_runs_after_a_move(name: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "java", layout=True)
    before = read_tree(root)
    done = yandrel(root, *MOVES[name])
    assert done.status == 0, done.err
    run_java(root)
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


def test_moves_one_after_another(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "java", layout=True)
    before = read_tree(root)
    for concept in ("Hive", "Harvest", "Keeper", "Inspection"):
        for role in ("controllers:Controller", "services:Service", "repositories:Repository", "models:"):
            folder, _, tail = role.partition(":")
            target = f"{BASE}{concept.lower()}s/{concept}{tail}.java"
            assert yandrel(root, "move", f"{BASE}{folder}/{concept}{tail}.java", target).status == 0
    run_java(root)
    assert yandrel(root, "undo", "--to", "1").status == 0
    assert read_tree(root) == before


def test_new_domain_like_another_runs(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "java", layout=True)
    before = read_tree(root)
    done = yandrel(root, "new", "domain", "queens", "--like", "hives")
    assert done.status == 0, done.err
    assert "look whether" not in done.out
    run_java(root)
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


def test_there_and_back(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "java", layout=True)
    before = read_tree(root)
    assert yandrel(root, "move", BASE + "middleware/", BASE + "web/").status == 0
    assert yandrel(root, "move", BASE + "web/middleware/", BASE).status == 0
    assert read_tree(root) == before


def test_the_applications_own_faults(tmp_path: Path, yandrel: Yandrel) -> None:
    copy_waxmoor(tmp_path / "app", "java", layout=True)
    done = yandrel(tmp_path / "app", "check", "--format", "json")
    found = {(f["rule"], f["unit"].removeprefix(BASE), f["target"]) for f in json.loads(done.out)["findings"]}
    assert found == {
        ("doubled-prefix", "routes/KeeperRoutes.java", ""),
        ("misplaced", "models/WeightValidator.java", "validator"),
        ("namespace-mismatch", "shared/Ledger.java", "coop.waxmoor.ledgers"),
        (
            "wrong-way",
            "controllers/HiveController.java",
            BASE + "repositories/HiveRepository.java:HiveRepository",
        ),
        ("wrong-way", "models/Harvest.java", BASE + "services/HarvestService.java:HarvestService"),
    }


def compile_modules(root: Path) -> None:
    """Compile every module of a case by what its module-info says that it reads."""
    names = {path.parent: path.read_text().split()[1] for path in root.rglob("module-info.java")}
    places = [f"{name}={folder}" for folder, name in names.items()]
    words = ["javac", "-d", str(root.parent / "modules")]
    words += [word for place in places for word in ("--module-source-path", place)]
    done = subprocess.run(
        [*words, "--module", ",".join(names.values())], capture_output=True, text=True, check=False
    )
    assert done.returncode == 0, done.stderr


def test_modules_read_what_comes_into_them(tmp_path: Path, yandrel: Yandrel) -> None:
    case = Path(__file__).parent / "cases/java/module_requires_what_a_class_out_of_a_file_uses"
    root = tmp_path / "app"
    shutil.copytree(case / "before", root)
    core = root / "core/src/main/java/module-info.java"
    core.write_text(core.read_text().replace("    requires org.slf4j;\n", ""))
    compile_modules(root)
    assert yandrel(root, *(case / "command").read_text().split()).status == 0
    compile_modules(root)
