"""What docs/in-the-team.md says to write down, tried with real git and the real hook runner."""

import os
import re
import stat
import subprocess
import sys
from pathlib import Path

import pytest
import yaml

from tests.conftest import git, needs_tool, write_tree
from tests.test_team import BAD, FILES

TOP = Path(__file__).parent.parent
PAGE = (TOP / "docs/in-the-team.md").read_text()
PATH = str(Path(sys.executable).parent) + os.pathsep + os.environ["PATH"]

pytestmark = needs_tool("git")


def blocks(language: str) -> list[str]:
    """The fenced texts of a language on the page."""
    return re.findall(rf"```{language}\n(.*?)```", PAGE, re.DOTALL)


@pytest.fixture
def shop(tmp_path: Path) -> Path:
    """A clean application, staged for its first commit."""
    root = write_tree(tmp_path / "app", FILES)
    git(root, "init", "-q", "-b", "main")
    git(root, "add", "-A")
    return root


def commit(root: Path) -> tuple[int, str]:
    """Commit what is staged, hooks included."""
    words = ["git", "-c", "user.name=x", "-c", "user.email=x@example.org", "commit", "-qm", "change"]
    environment = {**os.environ, "PATH": PATH, "PRE_COMMIT_HOME": str(root.parent / "hooks")}
    done = subprocess.run(words, cwd=root, env=environment, capture_output=True, text=True, check=False)
    return done.returncode, done.stdout + done.stderr


def judge_commits(root: Path) -> None:
    """The first commit passes, one with a fault does not, and one beside a fault in the work tree does."""
    status, out = commit(root)
    assert status == 0, out
    write_tree(root, {"shop/old_model.py": BAD, "shop/new_model.py": "class New: ...\n"})
    git(root, "add", "shop/old_model.py")
    status, out = commit(root)
    assert status != 0
    assert "wrong-way" in out
    git(root, "rm", "-q", "--cached", "shop/old_model.py")
    git(root, "add", "shop/new_model.py")
    status, out = commit(root)
    assert status == 0, out


def test_the_plain_hook(shop: Path) -> None:
    [hook] = [block for block in blocks("sh") if block.startswith("#!")]
    place = shop / ".git/hooks/pre-commit"
    place.parent.mkdir(exist_ok=True)
    place.write_text(hook)
    place.chmod(place.stat().st_mode | stat.S_IXUSR)
    judge_commits(shop)


def test_the_hook_runner(shop: Path) -> None:
    [config] = [block for block in blocks("yaml") if block.startswith("repos:")]
    write_tree(shop, {".pre-commit-config.yaml": config})
    git(shop, "add", "-A")
    environment = {**os.environ, "PATH": PATH, "PRE_COMMIT_HOME": str(shop.parent / "hooks")}
    words = [sys.executable, "-m", "pre_commit", "install"]
    subprocess.run(words, cwd=shop, env=environment, check=True, capture_output=True)
    judge_commits(shop)


def test_the_hook_definition_is_valid() -> None:
    words = [sys.executable, "-m", "pre_commit", "validate-manifest", str(TOP / ".pre-commit-hooks.yaml")]
    subprocess.run(words, check=True, capture_output=True)


@needs_tool("sh")
def test_the_commands_of_the_services_run(shop: Path) -> None:
    """Each line that calls yandrel is run in a branch with a fault, against main."""
    lines = [line for block in blocks("yaml") for line in _scripts(yaml.safe_load(block))]
    assert len(lines) == 2
    assert commit(shop)[0] == 0
    git(shop, "checkout", "-q", "-b", "work")
    write_tree(shop, {"shop/old_model.py": BAD})
    for line in lines:
        script = re.sub(r"origin/\$\{?\{?[^}\"]*?(?:\}\}|_NAME)", "main", line)
        environment = {**os.environ, "PATH": PATH}
        done = subprocess.run(
            ["sh", "-c", script], cwd=shop, env=environment, capture_output=True, check=False
        )
        assert done.returncode == 1, done.stderr
        assert "old_model.py" in (shop / script.rpartition("> ")[2]).read_text()


def _scripts(value: object) -> list[str]:
    """The lines of a service's file that call yandrel and keep what it prints."""
    if isinstance(value, str):
        return [value] if value.startswith("yandrel check") and ">" in value else []
    inner = value.values() if isinstance(value, dict) else value if isinstance(value, list) else []
    return [line for item in inner for line in _scripts(item)]
