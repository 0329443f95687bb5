"""Ignore files: what git says, in time that does not grow with the pattern's stars."""

import random
import subprocess
from pathlib import Path

import pytest

from tests.conftest import needs_tool
from yandrel.files.ignore import IgnoreFile

PIECES = (
    "*", "**", "/", "a", "b", "ab", "?", "[a-b]", "[!a]", "[z-a]", "!", "]", "a*b", ".py", "**/",
    "/**/", " ", "#", "\\ ", "[[:alpha:]]", "[^b]", "[]a]",
)  # fmt: skip
PATHS = (
    "a", "b", "ab", "a/b", "a/b/a", "ab/ab", "b/a.py", "a.py", "a/b/ab.py", "aab", "a b", "]", "[", "x/ab/b",
    "!a", "#a", "a]", "ba/aab/bb/a.py",
)  # fmt: skip


def is_ignored(patterns: IgnoreFile, path: str) -> bool:
    parts = path.split("/")
    outer = ("/".join(parts[:count]) + "/" for count in range(1, len(parts)))
    return any(patterns.verdict(folder) for folder in outer) or bool(patterns.verdict(path))


@needs_tool("git")
@pytest.mark.parametrize("seed", range(4))
def test_patterns_mean_what_git_takes_them_for(tmp_path: Path, seed: int) -> None:
    chance = random.Random(seed)
    subprocess.run(["git", "init", "-q", tmp_path], check=True)
    command = ["git", "-C", str(tmp_path), "check-ignore", "--no-index", "-v", "-n", "-z", "--stdin"]
    for _ in range(60):
        lines = ["".join(chance.choices(PIECES, k=chance.randint(1, 6))) for _ in range(chance.randint(1, 3))]
        (tmp_path / ".gitignore").write_text("\n".join(lines) + "\n")
        said = subprocess.run(
            command, input="\0".join(PATHS).encode() + b"\0", capture_output=True, check=False
        ).stdout.decode().split("\0")  # fmt: skip
        wanted = {
            said[at + 3]: bool(said[at + 2]) and said[at + 2][0] != "!" for at in range(0, len(said) - 3, 4)
        }
        patterns = IgnoreFile(lines)
        assert {path: is_ignored(patterns, path) for path in PATHS} == wanted, lines


@pytest.mark.parametrize("line", ["*a" * 12, "**/" * 12 + "x", "*a*" * 10 + "b/c", "**/*a*a*a*/" * 5 + "z"])
def test_many_stars_end(line: str) -> None:
    path = "/".join(["a" * 200] * 15) + "/b"
    assert IgnoreFile([line]).verdict(path) is None


@pytest.mark.parametrize("line", ["!", "\\", "[z-a]", "[", "/", "", "#x", "x\\", "[[:no:]]"])
def test_lines_that_are_no_pattern_match_nothing(line: str) -> None:
    patterns = IgnoreFile([line])
    assert [path for path in PATHS if patterns.verdict(path)] == []


def test_the_last_line_that_fits_decides() -> None:
    patterns = IgnoreFile(["*.log", "!keep.log", "build/"])
    assert patterns.verdict("a.log") is True
    assert patterns.verdict("keep.log") is False
    assert patterns.verdict("build") is None
    assert patterns.verdict("build/") is True
