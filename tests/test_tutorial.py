"""The tutorial's commands, as they are written, one after the other."""

import re
import shlex
import sys
from pathlib import Path

from tests.conftest import Yandrel, read_tree
from yandrel.demo.copy import copy_beginning, copy_waxmoor

DOCS = Path(__file__).parent.parent / "docs"


def commands(page: str) -> list[list[str]]:
    text = (DOCS / page).read_text(encoding="utf-8")
    blocks = re.findall(r"^```\n(.*?)^```", text, re.DOTALL | re.MULTILINE)
    lines = [line for block in blocks for line in block.splitlines() if line.startswith("yandrel ")]
    return [shlex.split(line)[1:] for line in lines]


def test_the_tutorial_works(tmp_path: Path, yandrel: Yandrel) -> None:
    demo, *rest = commands("tutorial.md")
    assert demo[0] == "demo"
    root = tmp_path / "waxmoor-demo"
    assert yandrel(tmp_path, "demo", str(root), "--replace").status == 0
    fresh = tmp_path / "fresh"
    copy_waxmoor(fresh)
    assert rest[0] == ["undo", "--to", "1"]
    assert yandrel(root, *rest[0]).status == 0
    after = read_tree(root)
    assert after.pop("mend.toml")
    assert after.pop("before.json")
    assert after == read_tree(fresh)
    for words in rest[1:]:
        if "--then" in words:
            words = words[: words.index("--then")]
        done = yandrel(root, *words)
        allowed = (0, 1) if words[0] == "check" else (0,)
        assert done.status in allowed, (words, done.err)


def test_the_way_from_one_file_works(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "waxmoor-one-file"
    demo, undo, *rest = commands("from-one-file.md")
    assert yandrel(tmp_path, demo[0], str(root), *demo[2:]).status == 0
    assert yandrel(root, *undo).status == 0
    fresh = tmp_path / "fresh"
    copy_beginning(fresh)
    assert read_tree(root) == read_tree(fresh)
    for words in rest:
        if "--then" in words:
            words[words.index("--then") + 1] = f"{sys.executable} -m pytest -q -p no:cacheprovider"
        done = yandrel(root, *words)
        assert done.status == 0, (words, done.out, done.err)
