"""Split: the application is the same afterwards, told by the framework itself while it runs."""

import json
import os
import subprocess
import sys
from pathlib import Path

import pytest

from tests.conftest import Yandrel, read_tree, write_tree
from yandrel.demo.copy import beginnings, copy_beginning

TABLE = Path(__file__).parent / "route_table.py"
LAYOUTS = ("role-first", "domain-first", "rings", "command-query")


def run(folder: Path, *words: str) -> str:
    done = subprocess.run(
        [sys.executable, "-B", *words], cwd=folder, capture_output=True, text=True, check=False,
        env={**os.environ, "PYTHONDONTWRITEBYTECODE": "1"},
    )  # fmt: skip
    assert done.returncode == 0, done.stdout + done.stderr
    return done.stdout


def table_of(root: Path, unit: str) -> object:
    """Return what the framework itself knows of the routes, in the order in which it tries them."""
    return json.loads(run(root, str(TABLE), unit))


def assert_same_application(root: Path, unit: str, before: object) -> None:
    assert table_of(root, unit) == before
    run(root, "-m", "pytest", "-q", "-p", "no:cacheprovider")
    run(root, "-m", "ruff", "check", "--isolated", "--no-cache", "--select", "F", ".")


BEGINNINGS = [("flask", layout) for layout in LAYOUTS] + [(name, "role-first") for name in beginnings()[1:]]


@pytest.mark.parametrize(("framework", "layout"), BEGINNINGS)
def test_waxmoor_of_one_file(framework: str, layout: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_beginning(root, framework)
    files = read_tree(root)
    before = table_of(root, "waxmoor")
    done = yandrel(root, "split", "waxmoor.py", "--layout", layout, "--carry-out", "--format", "json")
    report = json.loads(done.out)
    assert done.status == 0
    staying = {piece["name"] for piece in report["pieces"] if not piece["target"]}
    assert staying == ({"urlpatterns"} if framework == "django" else set())
    assert len((root / "waxmoor.py").read_text().splitlines()) < 45
    assert_same_application(root, "waxmoor", before)
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == files


def test_data_work_becomes_services(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_beginning(root, "flask")
    before = table_of(root, "waxmoor")
    own = f"{sys.executable} -B -m pytest -q -p no:cacheprovider"
    done = yandrel(root, "split", "waxmoor.py", "--deep", "--then", own)
    assert done.status == 0, done.err
    assert "def save_hive(place, frames):" in (root / "services/hive_service.py").read_text()
    assert_same_application(root, "waxmoor", before)


def test_showing_changes_nothing(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_beginning(root, "flask")
    before = read_tree(root)
    shown = yandrel(root, "split", "waxmoor.py")
    assert "add_hive: request in 110, 117, data in 113-115" in shown.out
    assert "Nothing was changed." in shown.out
    assert yandrel(root, "split", "waxmoor.py", "--preview").out.startswith("diff --git")
    assert read_tree(root) == before


def test_a_failing_command_takes_it_back(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_beginning(root, "fastapi")
    before = read_tree(root)
    done = yandrel(root, "split", "waxmoor.py", "--then", f"{sys.executable} -c 'raise SystemExit(1)'")
    assert done.status == 4
    assert read_tree(root) == before


def test_what_is_to_stay_stays_with_what_needs_it(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_beginning(root, "flask")
    done = yandrel(root, "split", "waxmoor.py", "--keep", "get_db", "--carry-out")
    text = (root / "waxmoor.py").read_text()
    assert "def get_db():" in text
    assert "def find_hives():" in text
    assert "it needs get_db, which stays" in " ".join(done.out.split())
    run(root, "-m", "pytest", "-q", "-p", "no:cacheprovider")


def test_line_endings_are_kept(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_beginning(root, "flask")
    unit = root / "waxmoor.py"
    unit.write_bytes(unit.read_bytes().replace(b"\n", b"\r\n"))
    assert yandrel(root, "split", "waxmoor.py", "--deep", "--carry-out").status == 0
    for path, data in read_tree(root).items():
        if path.endswith(".py") and "test" not in path:
            assert data.count(b"\n") == data.count(b"\r\n"), path


ORDERED = """
from fastapi import FastAPI

app = FastAPI()


@app.get("/orders/{number}")
def show_order(number: str):
    return {"order": number}


@app.get("/{kind}/latest")
def show_latest(kind: str):
    return {"latest": kind}


@app.get("/{kind}/{number}/parts")
def list_parts_of(kind: str, number: str):
    return [kind]


@app.get("/orders/{number}/parts")
def list_parts(number: str):
    return []
"""


def test_groups_that_take_turns_stay_together(tmp_path: Path, yandrel: Yandrel) -> None:
    """Where routes of two groups must be tried in turns, one router holds them in their order."""
    root = write_tree(tmp_path / "app", {"main.py": ORDERED})
    before = table_of(root, "main")
    assert yandrel(root, "split", "main.py", "--carry-out").status == 0
    assert table_of(root, "main") == before
    assert len(list((root / "routers").glob("*.py"))) == 1


@pytest.mark.parametrize(
    ("words", "status", "says"),
    [
        (("split", "nothing.py"), 2, "no such file"),
        (("split", "shop/"), 2, "is no source file"),
        (("split", "shop/broken.py"), 3, "shop/broken.py:1: cannot be read whole"),
        (("split", "shop/empty.py"), 3, "holds nothing that could leave"),
        (("split", "main.py", "--keep", "show_ordre"), 2, "did you mean show_order?"),
        (("split", "main.py", "--layout", "rigns"), 2, "did you mean rings?"),
        (("split", "main.py:App"), 2, "has no top-level App"),
        (("split", "main.py:show_order"), 3, "it is no class at the top level"),
        (("split", "shop/store.py:Store", "--by", "users"), 3, "used together"),
    ],
)
def test_bad_calls(words: tuple[str, ...], status: int, says: str, tmp_path: Path, yandrel: Yandrel) -> None:
    files = {
        "main.py": ORDERED,
        "shop/__init__.py": "",
        "shop/broken.py": "def f(:\n",
        "shop/empty.py": "import os\n\nprint(os)\n",
        "shop/store.py": "class Store:\n    def a(self): ...\n\n    def b(self): ...\n",
    }
    root = write_tree(tmp_path / "app", {**files})
    before = read_tree(root)
    done = yandrel(root, *words)
    assert done.status == status, done.out + done.err
    assert says in done.err
    assert len(done.err.strip().splitlines()) == 1
    assert read_tree(root) == before
