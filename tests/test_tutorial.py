"""The tutorial's commands, as they are written, one after the other."""

import re
import shlex
from pathlib import Path

from tests.conftest import Yandrel, read_tree
from yandrel.demo.copy import copy_waxmoor

TUTORIAL = Path(__file__).parent.parent / "docs" / "tutorial.md"


def commands() -> list[list[str]]:
    blocks = re.findall(r"^```\n(.*?)^```", TUTORIAL.read_text(encoding="utf-8"), re.DOTALL | re.MULTILINE)
    lines = [line for block in blocks for line in block.splitlines() if line.startswith("yandrel ")]
    return [shlex.split(line)[1:] for line in lines]


def test_the_tutorial_works(tmp_path: Path, yandrel: Yandrel) -> None:
    demo, *rest = commands()
    assert demo[0] == "demo"
    root = tmp_path / "waxmoor-demo"
    assert yandrel(tmp_path, "demo", str(root), "--replace").status == 0
    fresh = tmp_path / "fresh"
    copy_waxmoor(fresh)
    assert rest[0] == ["undo", "--to", "1"]
    assert yandrel(root, *rest[0]).status == 0
    after = read_tree(root)
    assert after.pop("mend.toml")
    assert after == read_tree(fresh)
    for words in rest[1:]:
        if "--then" in words:
            words = words[: words.index("--then")]
        done = yandrel(root, *words)
        allowed = (0, 1) if words[0] == "check" else (0,)
        assert done.status in allowed, (words, done.err)
