"""What tests share: the real program, run in this process, on files in a temporary folder."""

import io
import os
import shutil
import subprocess
import time
from collections.abc import Callable
from contextlib import redirect_stderr, redirect_stdout
from dataclasses import dataclass
from pathlib import Path

import pytest

from yandrel.demo.copy import copy_waxmoor


@dataclass(frozen=True)
class Result:
    """What a run of the program printed, and its exit status."""

    status: int
    out: str
    err: str


Yandrel = Callable[..., Result]
os.environ["YANDREL_TRACE"] = "1"


def run_yandrel(root: Path, *words: str) -> Result:
    import sys

    from yandrel.cli.main import main

    out, err = io.StringIO(), io.StringIO()
    before = sys.argv
    sys.argv = ["yandrel", "--root", str(root), *words]
    try:
        with redirect_stdout(out), redirect_stderr(err):
            main()
        status = 0
    except SystemExit as done:
        status = done.code if isinstance(done.code, int) else 1
    finally:
        sys.argv = before
    return Result(status, out.getvalue(), err.getvalue())


def needs_tool(*names: str) -> pytest.MarkDecorator:
    """Skip where a compiler or interpreter is not installed; where all must be, it is no reason to skip."""
    missing = [name for name in names if shutil.which(name) is None]
    wanted = bool(os.environ.get("YANDREL_ALL_TOOLS"))
    reason = f"{', '.join(missing)} not installed: what it would judge is not proved"
    return pytest.mark.skipif(bool(missing) and not wanted, reason=reason)


def pytest_addoption(parser: pytest.Parser) -> None:
    parser.addoption("--update", action="store_true", help="write the expected results of cases anew")


@pytest.fixture
def update(request: pytest.FixtureRequest) -> bool:
    """Whether the expected results are to be written anew: read the difference before it is committed."""
    return bool(request.config.getoption("--update"))


@pytest.fixture
def yandrel() -> Callable[..., Result]:
    return run_yandrel


@pytest.fixture
def waxmoor(tmp_path: Path) -> Path:
    root = tmp_path / "waxmoor"
    copy_waxmoor(root)
    return root


def git(root: Path, *words: str) -> str:
    """Run git in a folder; return what it prints."""
    done = subprocess.run(
        ["git", "-C", str(root), "-c", "user.name=x", "-c", "user.email=x@example.org", *words],
        check=True, capture_output=True, text=True,
    )  # fmt: skip
    return done.stdout.strip()


def read_tree(root: Path) -> dict[str, bytes]:
    """Return every file below a folder with its bytes, but Yandrel's own and caches."""
    return {
        path.relative_to(root).as_posix(): path.read_bytes()
        for path in sorted(root.rglob("*"))
        if path.is_file()
        and not {".yandrel", "__pycache__", ".git", ".pytest_cache"} & set(path.relative_to(root).parts)
    }


def write_tree(root: Path, files: dict[str, str | bytes]) -> Path:
    """Write files below a folder."""
    for name, text in files.items():
        path = root / name
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_bytes(text if isinstance(text, bytes) else text.encode())
    return root


def age(root: Path) -> None:
    """Make all files old enough for their times to be trusted."""
    past = time.time() - 10
    for path in root.rglob("*"):
        if path.is_file() and ".yandrel" not in path.parts:
            os.utime(path, (past, past))
