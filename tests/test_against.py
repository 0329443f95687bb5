"""Snapshots of git revisions: what came since, without running git or touching the work tree."""

import json
from pathlib import Path

import pytest

from tests.conftest import Yandrel, git, needs_tool, read_tree, write_tree
from yandrel.app.workspace import Workspace

pytestmark = needs_tool("git")
RULES = (
    '[app]\nsource = ["shop"]\n\n[roles]\nservice = "shop/{name}_service.py"\n'
    'model = "shop/{name}_model.py"\n'
    '\n[imports]\nmay = ["service -> model"]\n\n[off]\nunplaced = "small"\n'
)
FILES: dict[str, str | bytes] = {
    "yandrel.toml": RULES,
    "shop/__init__.py": "",
    "shop/hive_service.py": "from shop.hive_model import Hive\n\n\nclass HiveService:\n    hive = Hive\n",
    "shop/hive_model.py": "class Hive: ...\n",
    "shop/old_model.py": "from shop.hive_service import HiveService\n\n\nclass Old(HiveService): ...\n",
}


@pytest.fixture
def shop(tmp_path: Path) -> Path:
    """An application with one old finding in two commits, and a new one in the work tree."""
    root = write_tree(tmp_path / "app", FILES)
    git(root, "init", "-q", "-b", "main")
    git(root, "add", "-A")
    git(root, "commit", "-qm", "first")
    write_tree(root, {"shop/more_model.py": "class More: ...\n"})
    git(root, "add", "-A")
    git(root, "commit", "-qm", "second")
    git(root, "tag", "-a", "v1", "-m", "one")
    write_tree(root, {"shop/new_model.py": "from shop.hive_service import HiveService\nX = HiveService\n"})
    return root


@pytest.mark.parametrize("revision", ["HEAD", "main", "v1", "HEAD~1", "main^", "refs/heads/main", "@hash"])
@pytest.mark.parametrize("packed", [False, True])
def test_only_what_came_since_is_shown(shop: Path, yandrel: Yandrel, revision: str, packed: bool) -> None:
    if packed:
        git(shop, "gc", "-q")
        git(shop, "pack-refs", "--all")
    if revision == "@hash":
        revision = git(shop, "rev-parse", "HEAD")[:9]
    before = read_tree(shop)
    whole = yandrel(shop, "check")
    assert whole.status == 1
    assert "old_model.py" in whole.out
    done = yandrel(shop, "check", "--against", revision)
    assert done.status == 1
    assert "new_model.py" in done.out
    assert "old_model.py" not in done.out
    assert read_tree(shop) == before


def test_what_ended_is_counted(shop: Path, yandrel: Yandrel) -> None:
    (shop / "shop/new_model.py").unlink()
    (shop / "shop/old_model.py").unlink()
    done = yandrel(shop, "check", "--against", "HEAD")
    assert done.status == 0
    assert "1 finding ended since" in " ".join(done.out.split())


def test_an_application_below_the_top_of_the_checkout(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path, {f"apps/shop/{path}": text for path, text in FILES.items()})
    git(root, "init", "-q", "-b", "main")
    git(root, "add", "-A")
    git(root, "commit", "-qm", "first")
    done = yandrel(root / "apps/shop", "check", "--against", "main")
    assert done.status == 0, done.out + done.err


def test_a_revision_has_its_own_files_and_its_own_layout(shop: Path) -> None:
    (shop / "yandrel.toml").write_text("")
    (shop / "shop/hive_model.py").unlink()
    then = Workspace(shop).at_revision("HEAD~1")
    assert set(then.layout.roles) == {"service", "model"}
    assert sorted(then.index.facts) == sorted(path for path in FILES if path.endswith(".py"))
    edges = then.index.edges_of("shop/hive_service.py")
    assert [edge.unit for edge in edges] == ["shop/hive_model.py"]
    assert then.files.read("shop/hive_model.py") == b"class Hive: ...\n"


@pytest.mark.parametrize(
    ("revision", "said"),
    [
        ("nowhere", "no such git revision"),
        ("HEAD~7", "no such ancestor"),
        ("HEAD^2", "no such ancestor"),
        ("0000000", "no such git revision"),
        ("", ""),
    ],
)
def test_revisions_that_are_not_there(shop: Path, yandrel: Yandrel, revision: str, said: str) -> None:
    done = yandrel(shop, "check", "--against", revision)
    assert done.status == (2 if said else 1)
    assert said in done.err


def test_a_shallow_clone_says_so(shop: Path, tmp_path: Path, yandrel: Yandrel) -> None:
    git(shop, "clone", "-q", "--depth", "1", f"file://{shop}", str(tmp_path / "shallow"))
    assert yandrel(tmp_path / "shallow", "check", "--against", "HEAD").status == 0
    done = yandrel(tmp_path / "shallow", "check", "--against", "HEAD~1")
    assert done.status == 2
    assert "shallow" in done.err


def test_where_two_lines_of_work_parted(shop: Path, yandrel: Yandrel) -> None:
    git(shop, "checkout", "-q", "-b", "work")
    git(shop, "add", "-A")
    git(shop, "commit", "-qm", "on work")
    git(shop, "checkout", "-q", "main")
    git(shop, "rm", "-q", "shop/old_model.py")
    git(shop, "commit", "-qm", "on main")
    git(shop, "checkout", "-q", "work")
    assert "old_model.py" in yandrel(shop, "check", "--against", "main").out
    done = yandrel(shop, "check", "--against", "main...")
    assert "old_model.py" not in done.out
    assert "new_model.py" in done.out


def test_without_git_it_says_so(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "app", FILES)
    done = yandrel(root, "check", "--against", "HEAD")
    assert done.status == 2
    assert "not in a git checkout" in done.err


def test_a_linked_work_tree(shop: Path, tmp_path: Path, yandrel: Yandrel) -> None:
    git(shop, "worktree", "add", "-q", str(tmp_path / "linked"), "-b", "other", "HEAD~1")
    done = yandrel(tmp_path / "linked", "check", "--against", "main")
    assert done.status == 0, done.err


def test_figures_then_and_now(shop: Path, yandrel: Yandrel) -> None:
    before = read_tree(shop)
    done = yandrel(shop, "survey", "--against", "HEAD")
    assert done.status == 0
    assert done.out.startswith("shop: ") or done.out.startswith("app: ")
    rows = [line.split() for line in done.out.splitlines()]
    assert ["files", "4", "5", "+1"] in rows
    assert ["model", "3", "4", "+1"] in rows
    assert read_tree(shop) == before
    again = yandrel(shop, "survey", "--against", "HEAD")
    assert again.out == done.out


def test_figures_by_domain(shop: Path, yandrel: Yandrel) -> None:
    git(shop, "add", "-A")
    git(shop, "commit", "-qm", "all")
    more = {"shop/swarm_model.py": "class Swarm: ...\n", "shop/swarm_service.py": "class SwarmService: ...\n"}
    write_tree(shop, dict(more))
    report = json.loads(yandrel(shop, "survey", "--against", "main", "--format", "json").out)
    assert report["against"] == "main"
    assert report["now"]["files"] - report["then"]["files"] == 2
    assert "swarms" not in report["then"]["domains"]
    assert report["now"]["domains"]["swarms"] == {"files": 2, "spread": 1, "imports": 0, "imported": 0}


def test_figures_that_are_the_same(shop: Path, yandrel: Yandrel) -> None:
    (shop / "shop/new_model.py").unlink()
    out = yandrel(shop, "survey", "--against", "HEAD").out
    assert "has the same figures as at HEAD." in out
    assert "by role" not in out


@pytest.mark.parametrize(
    ("words", "said"),
    [
        (["--against", "nowhere"], "no such git revision"),
        (["--against", "HEAD", "shop"], "takes no paths"),
        (["--against", "HEAD", "--why"], "takes no paths"),
    ],
)
def test_surveys_that_cannot_be_compared(shop: Path, yandrel: Yandrel, words: list[str], said: str) -> None:
    done = yandrel(shop, "survey", *words)
    assert done.status == 2
    assert said in done.err


def test_a_revision_without_source_code(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "app", {"README.md": "honey\n"})
    git(root, "init", "-q", "-b", "main")
    git(root, "add", "-A")
    git(root, "commit", "-qm", "first")
    write_tree(root, FILES)
    done = yandrel(root, "survey", "--against", "HEAD")
    assert done.status == 2
    assert "has no source code to compare with" in done.err


def test_before_the_first_commit_all_is_new(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "app", FILES)
    git(root, "init", "-q", "-b", "main")
    done = yandrel(root, "check", "--against", "HEAD")
    assert done.status == 1
    assert "old_model.py" in done.out


def test_a_finding_in_a_file_that_moved_is_not_new(shop: Path, yandrel: Yandrel) -> None:
    (shop / "shop/new_model.py").unlink()
    assert yandrel(shop, "move", "shop/old_model.py", "shop/older_model.py").status == 0
    assert yandrel(shop, "check").status == 1
    done = yandrel(shop, "check", "--against", "HEAD", "--format", "json")
    assert done.status == 0
    report = json.loads(done.out)
    assert (report["findings"], report["ended"]) == ([], [])
    text = (shop / "shop/older_model.py").read_text()
    write_tree(shop, {"shop/copied_model.py": text})
    found = json.loads(yandrel(shop, "check", "--against", "HEAD", "--format", "json").out)["findings"]
    assert [finding["rule"] for finding in found] == ["wrong-way"]
