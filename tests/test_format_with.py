"""The user's formatter as a part of a move: one change, proved, or nothing at all."""

import sys
from pathlib import Path

import pytest

from tests.conftest import Yandrel, read_tree, write_tree

TREE: dict[str, str | bytes] = {
    "app/__init__.py": "",
    "app/hive.py": "class Hive:\n    pass\n",
    "app/main.py": "from app.hive import Hive\nprint( Hive )\n",
    "app/other.py": "print( 1 )\n",
    "settings.txt": "x\n",
}
FORMATTER = """
import pathlib, sys
for name in sys.argv[1:]:
    path = pathlib.Path(name)
    path.write_text(path.read_text().replace("( Hive )", "(Hive)").replace("Hive)", "{after}"))
pathlib.Path("settings.txt").write_text("touched")
pathlib.Path("made.txt").write_text("made")
sys.exit({status})
"""


def formatter(tmp_path: Path, after: str = "Hive)", status: int = 0) -> str:
    path = tmp_path / "formatter.py"
    path.write_text(FORMATTER.replace("{after}", after).replace("{status}", str(status)))
    return f"{sys.executable} {path}"


def move(yandrel: Yandrel, root: Path, command: str, *more: str) -> tuple[int, str]:
    done = yandrel(root, "move", "app/hive.py", "app/bees/hive.py", "--format-with", command, *more)
    return done.status, done.err


def test_formatted_texts_are_one_change_that_undo_takes_back(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "app", TREE)
    before = read_tree(root)
    assert move(yandrel, root, formatter(tmp_path)) == (0, "")
    after = read_tree(root)
    assert after["app/main.py"] == b"from app.bees.hive import Hive\nprint(Hive)\n"
    assert (after["app/other.py"], after["settings.txt"]) == (b"print( 1 )\n", b"x\n")
    assert "made.txt" not in after
    history = yandrel(root, "undo", "--history").out
    assert history.startswith("1 change, newest first")
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


@pytest.mark.parametrize(
    ("after", "status", "expected", "says"),
    [
        ("Hive)", 3, 4, "failed with status 3; that change was taken back"),
        ("Hive(", 0, 3, "app/main.py"),
    ],
    ids=["fails", "breaks"],
)
def test_nothing_is_changed_where_the_formatter_fails(
    tmp_path: Path, yandrel: Yandrel, after: str, status: int, expected: int, says: str
) -> None:
    root = write_tree(tmp_path / "app", TREE)
    before = read_tree(root)
    done, err = move(yandrel, root, formatter(tmp_path, after, status))
    assert done == expected
    assert says in err
    assert read_tree(root) == before


def test_a_preview_has_nothing_to_format(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "app", TREE)
    status, err = move(yandrel, root, "true", "--preview")
    assert status == 2
    assert "--format-with works on files that are written" in err
