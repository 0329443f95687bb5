"""Fixes: a command is shown after it was planned, ends what it says and adds nothing it hides."""

import json
from pathlib import Path

import pytest

from tests.conftest import Yandrel, write_tree
from yandrel.demo.copy import copy_waxmoor

LAYOUT = """\
[roles]
service = "bees/services/{name}_service.py"
model = "bees/models/{name}.py"
helper = "bees/helpers/{name}.py"

[imports]
may = ["service -> model"]
"""


@pytest.fixture
def bees(tmp_path: Path) -> Path:
    return write_tree(
        tmp_path / "app",
        {
            "bees/__init__.py": "",
            "bees/services/hive_service.py": (
                "from bees.models.hive import Hive\n\n\nclass HiveService:\n    def add(self):\n"
                "        return Hive()\n"
            ),
            "bees/services/wax.py": "class WaxService:\n    def melt(self):\n        return 1\n",
            "bees/models/hive.py": "class Hive:\n    name = ''\n",
            "yandrel.toml": LAYOUT,
        },
    )


def findings(root: Path, yandrel: Yandrel, *words: str) -> list[dict[str, object]]:
    found: list[dict[str, object]] = json.loads(yandrel(root, "check", "--format", "json", *words).out)[
        "findings"
    ]
    return found


def test_a_fix_says_what_it_ends_and_does_so(bees: Path, yandrel: Yandrel) -> None:
    (finding,) = [f for f in findings(bees, yandrel) if f["rule"] == "misnamed"]
    assert (finding["ends"], finding["adds"]) == (1, 0)
    command = str(finding["command"])
    assert f"`{command}`" in yandrel(bees, "check").out.replace("\n      ", " ")
    assert yandrel(bees, *command.split()[1:]).status == 0
    assert not [f for f in findings(bees, yandrel) if f["rule"] == "misnamed"]


def test_a_fix_that_is_refused_is_not_shown(bees: Path, yandrel: Yandrel) -> None:
    (bees / "bees/services/wax_service.py").write_text("class OtherService:\n    def melt(self): ...\n")
    (finding,) = [f for f in findings(bees, yandrel) if f["rule"] == "misnamed"]
    assert finding["command"] == ""
    assert "yandrel move" not in yandrel(bees, "check").out


def test_fixes_are_ranked(bees: Path, yandrel: Yandrel) -> None:
    ranked = json.loads(yandrel(bees, "check", "--rank-fixes", "--format", "json").out)["fixes"]
    assert [row["ends"] for row in ranked] == sorted((row["ends"] for row in ranked), reverse=True)
    assert "ends 1, adds 0" in yandrel(bees, "check", "--rank-fixes").out


def test_every_fix_of_the_demo_works(tmp_path: Path, yandrel: Yandrel) -> None:
    copy_waxmoor(tmp_path / "app", layout=True)
    rows = [f for f in findings(tmp_path / "app", yandrel, "--rank-fixes") if f["command"] and f["ends"]]
    for row in rows:
        copy_waxmoor(tmp_path / str(row["key"]).replace("/", "_")[:40] / "app", layout=True)
        root = tmp_path / str(row["key"]).replace("/", "_")[:40] / "app"
        before = {f["key"] for f in findings(root, yandrel)}
        assert yandrel(root, *str(row["command"]).split()[1:]).status == 0
        after = {f["key"] for f in findings(root, yandrel)}
        assert row["key"] not in after
        assert len(before - after) >= int(str(row["ends"]))
        assert len(after - before) == row["adds"]


def test_a_move_shows_no_command_that_was_not_planned(bees: Path, yandrel: Yandrel) -> None:
    done = yandrel(bees, "move", "bees/services/hive_service.py", "bees/services/hives.py", "--preview")
    assert "Adds 1 finding" in done.out
    assert "fix: rename it" in done.out


def test_base_for_others_is_no_misnamed_type(bees: Path, yandrel: Yandrel) -> None:
    roles = LAYOUT.replace("[imports]", 'controller = "bees/resources/{name}.py"\n\n[imports]')
    (bees / "yandrel.toml").write_text(roles + '\n[shape.controller]\ntype = "{Name}Resource"\n')
    lines = [f"class {name}(Resource):\n    def get(self): ...\n" for name in ("Mixin", "BaseBee", "Bees")]
    (bees / "bees/resources").mkdir()
    text = "from flask_restful import Resource\n\n\n" + "\n\n".join(lines)
    (bees / "bees/resources/bees.py").write_text(text)
    named = [f for f in findings(bees, yandrel) if f["rule"] == "misnamed" and "resources" in str(f["unit"])]
    assert [f["target"] for f in named] == ["Bees"]
