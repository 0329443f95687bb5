"""Case folders: what was there before, the command, what is there after it, and what it says."""

import shutil
from pathlib import Path

import pytest

from tests.conftest import Yandrel, read_tree, write_tree

CASES = sorted(path.parent for path in (Path(__file__).parent / "cases").rglob("command"))


@pytest.mark.parametrize("case", CASES, ids=lambda path: f"{path.parent.name}/{path.name}")
def test_case(case: Path, tmp_path: Path, yandrel: Yandrel, update: bool) -> None:
    root = tmp_path / "app"
    shutil.copytree(case / "before", root)
    before = read_tree(root)
    words = (case / "command").read_text(encoding="utf-8").split()
    done = yandrel(root, *words)
    says = f"status {done.status}\n" + (done.out + done.err).replace(str(root), "ROOT")
    if update:
        (case / "says").write_text(says, encoding="utf-8")
        if (after := read_tree(root)) != before or (case / "after").exists():
            shutil.rmtree(case / "after", ignore_errors=True)
            write_tree(case / "after", dict(after))
    assert says == (case / "says").read_text(encoding="utf-8")
    if not (case / "after").exists():
        assert read_tree(root) == before
        return
    assert read_tree(root) == read_tree(case / "after")
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


@pytest.mark.parametrize(
    "case", [c for c in CASES if (c / "after").exists()], ids=lambda path: f"{path.parent.name}/{path.name}"
)
def test_case_preview_is_the_change(case: Path, tmp_path: Path, yandrel: Yandrel) -> None:
    """What --preview shows is a diff that git applies, with the same bytes as a result."""
    import subprocess

    root = tmp_path / "app"
    shutil.copytree(case / "before", root)
    words = (case / "command").read_text(encoding="utf-8").split()
    shown = yandrel(root, *words, "--preview", "--format", "json")
    import json

    diff = json.loads(shown.out)["diff"]
    assert read_tree(root) == read_tree(case / "before")
    if "Binary files" in diff:
        return
    shutil.rmtree(root / ".yandrel", ignore_errors=True)
    done = subprocess.run(
        ["git", "apply", "--whitespace=nowarn", "-"],
        cwd=root,
        input=diff.encode(),
        capture_output=True,
        check=False,
    )
    assert done.returncode == 0, done.stderr.decode()
    assert read_tree(root) == read_tree(case / "after")
