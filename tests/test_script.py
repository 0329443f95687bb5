"""Node and the TypeScript compiler judge: Waxmoor loads, compiles, and its own tests pass after each move."""

import os
import shutil
import subprocess
from pathlib import Path

import pytest

from tests.conftest import Yandrel, needs_tool, read_tree
from yandrel.demo.copy import copy_waxmoor

TOOLS = Path(__file__).parents[1] / ".tools" / "node_modules"
TSC = TOOLS / ".bin" / "tsc"
needs_tsc = pytest.mark.skipif(
    not TSC.exists() and not os.environ.get("YANDREL_ALL_TOOLS"),
    reason="tsc not installed in .tools: what it would judge is not proved",
)

MOVES = {
    "model to a domain": ["move", "src/models/hive.X", "src/hives/"],
    "validator goes": ["move", "src/models/weight-validator.X", "src/validators/"],
    "function out of a service": ["move", "src/services/harvest-service.X:gradeOf", "src/models/harvest.X"],
    "function to a file of its own": ["move", "src/services/harvest-service.X:gradeOf", "src/shared/"],
    "class renamed": ["move", "src/models/keeper.X:Keeper", ":Beekeeper"],
    "function renamed": ["move", "src/services/hive-service.X:listHives", ":allHives"],
    "controller to its domain": ["move", "src/controllers/hive-controller.X:hiveController", "src/hives/"],
    "folder with an index": ["move", "src/shared/", "src/common/base/"],
    "index becomes a file": ["move", "src/shared/index.X", "src/common.X"],
    "router leaves the barrel's folder": ["move", "src/shared/router.X", "src/routes/router.X"],
    "class out of a barrel's file": ["move", "src/shared/router.X:Router", "src/routes/"],
    "error class to another": ["move", "src/shared/errors.X:NotFoundError", "src/shared/router.X"],
    "all sources": ["move", "src/", "lib/app/"],
    "tests": ["move", "test/hives.test.X", "test/hives/hives.test.X"],
}


def run_node(root: Path, *words: str) -> None:
    done = subprocess.run(["node", *words], cwd=root, capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stdout + done.stderr


def run_javascript(root: Path) -> None:
    """Every module must load by itself, and the tests pass."""
    for path in sorted(root.rglob("*.js")):
        if path.name != "server.js" and "test" not in path.name:
            run_node(root, "-e", f"require({str(path)!r})")
    run_node(root, "--test", *map(str, sorted((root / "test").rglob("*.test.js"))))


def run_typescript(root: Path) -> None:
    """Everything must compile, and the compiled tests pass."""
    link = root / "node_modules"
    link.symlink_to(TOOLS)
    done = subprocess.run([str(TSC)], cwd=root, capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stdout
    run_node(root, "--test", *map(str, sorted((root / "dist").rglob("*.test.js"))))
    shutil.rmtree(root / "dist")
    link.unlink()


def move_and_run(language: str, words: list[str], root: Path, yandrel: Yandrel) -> None:
    suffix, run = ("js", run_javascript) if language == "javascript" else ("ts", run_typescript)
    copy_waxmoor(root, language, layout=True)
    before = read_tree(root)
    done = yandrel(root, *(word.replace(".X", "." + suffix) for word in words))
    assert done.status == 0, done.err
    run(root)
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


@needs_tool("node")
@pytest.mark.parametrize("name", MOVES)
def test_javascript_runs_after_a_move(name: str, tmp_path: Path, yandrel: Yandrel) -> None:
    move_and_run("javascript", MOVES[name], tmp_path / "app", yandrel)


@needs_tsc
@pytest.mark.parametrize("name", MOVES)
def test_typescript_compiles_after_a_move(name: str, tmp_path: Path, yandrel: Yandrel) -> None:
    move_and_run("typescript", MOVES[name], tmp_path / "app", yandrel)


@needs_tool("node")
@needs_tsc
@pytest.mark.parametrize("language", ["javascript", "typescript"])
def test_new_domain_like_another_runs(language: str, tmp_path: Path, yandrel: Yandrel) -> None:
    words = ["new", "domain", "queens", "--like", "hives"]
    move_and_run(language, words, tmp_path / "app", yandrel)


@pytest.mark.parametrize("language", ["javascript", "typescript"])
def test_there_and_back(language: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    suffix = "js" if language == "javascript" else "ts"
    copy_waxmoor(root, language, layout=True)
    before = read_tree(root)
    assert yandrel(root, "move", "src/shared/", "src/common/").status == 0
    assert yandrel(root, "move", "src/common/shared/", "src/").status == 0
    assert yandrel(root, "move", f"src/models/hive.{suffix}", "src/hives/").status == 0
    assert yandrel(root, "move", f"src/hives/hive.{suffix}", "src/models/").status == 0
    assert read_tree(root) == before
