"""Checks where the team works: what is staged, exceptions that nothing needs, several applications."""

import json
import os
from pathlib import Path

import pytest

from tests.conftest import Yandrel, git, needs_tool, read_tree, write_tree

RULES = (
    '[app]\nsource = ["shop"]\n\n[roles]\nservice = "shop/{name}_service.py"\n'
    'model = "shop/{name}_model.py"\n'
    '\n[imports]\nmay = ["service -> model"]\n\n[off]\nunplaced = "the package marker"\n'
)
FILES: dict[str, str | bytes] = {
    "yandrel.toml": RULES,
    "shop/__init__.py": "X = 1\n",
    "shop/hive_service.py": "from shop.hive_model import Hive\n\n\nclass HiveService:\n    hive = Hive\n",
    "shop/hive_model.py": "class Hive: ...\n",
}
BAD = "from shop.hive_service import HiveService\n\n\nclass Old(HiveService): ...\n"


@pytest.fixture
def shop(tmp_path: Path) -> Path:
    """A clean application, committed."""
    root = write_tree(tmp_path / "app", FILES)
    git(root, "init", "-q", "-b", "main")
    git(root, "add", "-A")
    git(root, "commit", "-qm", "first")
    return root


def rules_of(out: str) -> list[tuple[str, str]]:
    return [(finding["rule"], finding["unit"]) for finding in json.loads(out)["findings"]]


@needs_tool("git")
def test_what_is_staged_is_judged(shop: Path, yandrel: Yandrel) -> None:
    write_tree(shop, {"shop/old_model.py": BAD})
    assert yandrel(shop, "check", "--staged").status == 0
    git(shop, "add", "shop/old_model.py")
    write_tree(shop, {"shop/old_model.py": "class Old: ...\n"})
    assert yandrel(shop, "check").status == 0
    before = read_tree(shop)
    done = yandrel(shop, "check", "--staged", "--format", "json")
    assert done.status == 1
    assert rules_of(done.out) == [("wrong-way", "shop/old_model.py")]
    assert read_tree(shop) == before


@needs_tool("git")
def test_staged_against_the_last_commit_shows_what_the_commit_adds(shop: Path, yandrel: Yandrel) -> None:
    write_tree(shop, {"shop/old_model.py": BAD})
    git(shop, "add", "-A")
    git(shop, "commit", "-qm", "a fault")
    assert yandrel(shop, "check", "--staged").status == 1
    assert yandrel(shop, "check", "--staged", "--against", "HEAD").status == 0
    write_tree(shop, {"shop/new_model.py": BAD.replace("Old", "New")})
    git(shop, "add", "-A")
    done = yandrel(shop, "check", "--staged", "--against", "HEAD", "--format", "lines")
    assert done.out.splitlines() == ["shop/new_model.py:1: wrong-way: a model imports a service"]


@needs_tool("git")
def test_the_rules_that_are_staged_judge(shop: Path, yandrel: Yandrel) -> None:
    write_tree(shop, {"shop/old_model.py": BAD, "yandrel.toml": RULES.replace("->", "=>")})
    git(shop, "add", "shop/old_model.py")
    write_tree(shop, {"yandrel.toml": RULES + '\n[[except]]\nrule = "wrong-way"\nwhy = "soon"\n'})
    assert yandrel(shop, "check").status == 0
    assert yandrel(shop, "check", "--staged").status == 1
    git(shop, "add", "yandrel.toml")
    assert yandrel(shop, "check", "--staged").status == 0


@needs_tool("git")
def test_a_path_that_is_only_announced_is_not_staged(shop: Path, yandrel: Yandrel) -> None:
    write_tree(shop, {"shop/old_model.py": BAD})
    git(shop, "add", "--intent-to-add", "shop/old_model.py")
    assert yandrel(shop, "check", "--staged").status == 0


@needs_tool("git")
def test_the_index_that_a_hook_is_given(
    shop: Path, yandrel: Yandrel, monkeypatch: pytest.MonkeyPatch
) -> None:
    write_tree(shop, {"shop/old_model.py": BAD})
    other = shop / ".git/other-index"
    other.write_bytes((shop / ".git/index").read_bytes())
    monkeypatch.setenv("GIT_INDEX_FILE", ".git/other-index")
    git(shop, "add", "-A")
    assert yandrel(shop, "check", "--staged").status == 1
    monkeypatch.delenv("GIT_INDEX_FILE")
    assert yandrel(shop, "check", "--staged").status == 0


@needs_tool("git")
def test_an_index_in_conflict(shop: Path, yandrel: Yandrel) -> None:
    git(shop, "checkout", "-q", "-b", "other")
    write_tree(shop, {"shop/hive_model.py": "class Hive:\n    other = 1\n"})
    git(shop, "commit", "-qam", "other")
    git(shop, "checkout", "-q", "main")
    write_tree(shop, {"shop/hive_model.py": "class Hive:\n    mine = 1\n"})
    git(shop, "commit", "-qam", "mine")
    assert os.system(f"git -C {shop} merge -q other >/dev/null 2>&1") != 0
    done = yandrel(shop, "check", "--staged")
    assert done.status == 2
    assert "shop/hive_model.py: is in conflict in git's index; resolve the merge" in done.err


def test_staged_without_git(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "app", FILES)
    done = yandrel(root, "check", "--staged")
    assert done.status == 2
    assert "not in a git checkout" in done.err


@needs_tool("git")
def test_a_broken_index(shop: Path, yandrel: Yandrel) -> None:
    (shop / ".git/index").write_bytes(b"DIRC\x00\x00\x00\x02broken")
    done = yandrel(shop, "check", "--staged")
    assert done.status == 2
    assert "git's index: cannot be read" in done.err
    assert done.err.count("\n") == 1


def test_staged_and_accept_do_not_go_together(tmp_path: Path, yandrel: Yandrel) -> None:
    done = yandrel(write_tree(tmp_path / "app", FILES), "check", "--staged", "--accept")
    assert done.status == 2
    assert "--staged" in done.err


def test_exceptions_that_nothing_needs(tmp_path: Path, yandrel: Yandrel) -> None:
    rules = RULES + (
        'misnamed = "names are going away"\n'
        '\n[[except]]\nrule = "wrong-way"\nfrom = "shop/old_*"\nwhy = "goes away"\n'
        '\n[[except]]\nrule = "misnamed"\nwhy = "off anyway"\n'
    )
    root = write_tree(tmp_path / "app", {**FILES, "yandrel.toml": rules, "shop/old_model.py": BAD})
    done = yandrel(root, "check", "--format", "lines")
    assert done.out.splitlines() == [
        "yandrel.toml:13: idle-exception: misnamed is off, and would find nothing",
        "yandrel.toml:20: idle-exception: misnamed is off, so its exception does nothing",
    ]
    (root / "shop/old_model.py").write_text("class Old: ...\n")
    assert (
        "yandrel.toml:15: idle-exception: no finding of wrong-way"
        in yandrel(root, "check", "--format", "lines").out
    )


def test_a_warm_check_knows_idle_exceptions_as_a_cold_one(tmp_path: Path, yandrel: Yandrel) -> None:
    rules = RULES + '\n[[except]]\nrule = "wrong-way"\nfrom = "shop/old_*"\nwhy = "goes away"\n'
    root = write_tree(tmp_path / "app", {**FILES, "yandrel.toml": rules, "shop/old_model.py": BAD})
    for path in root.rglob("*"):
        os.utime(path, (1_000_000_000, 1_000_000_000))
    assert yandrel(root, "check").status == 0
    hive = root / "shop/hive_model.py"
    hive.write_text(hive.read_text() + "# one more line\n")
    os.utime(hive, (1_100_000_000, 1_100_000_000))
    assert yandrel(root, "check").status == 0
    old = root / "shop/old_model.py"
    old.write_text("class Old: ...\n")
    os.utime(old, (1_200_000_000, 1_200_000_000))
    assert [rule for rule, _ in rules_of(yandrel(root, "check", "--format", "json").out)] == [
        "idle-exception"
    ]


@pytest.fixture
def checkout(tmp_path: Path) -> Path:
    """Two applications below one folder; the second has a finding."""
    files = {f"apps/first/{path}": text for path, text in FILES.items()}
    files |= {f"apps/second/{path}": text for path, text in FILES.items()}
    return write_tree(tmp_path / "top", {**files, "apps/second/shop/old_model.py": BAD, ".git/HEAD": ""})


def test_all_applications_are_checked_from_the_top(checkout: Path, yandrel: Yandrel) -> None:
    done = yandrel(checkout, "check")
    assert done.status == 1
    assert done.out.startswith("apps/first/\nClean: 3 files")
    assert "\napps/second/\n1 finding of 1 rule" in done.out
    assert done.out.endswith("1 of 2 applications has findings: apps/second.\n")


def test_each_format_says_which_application(checkout: Path, yandrel: Yandrel) -> None:
    lines = yandrel(checkout, "check", "--format", "lines").out
    assert lines == "apps/second/shop/old_model.py:1: wrong-way: a model imports a service\n"
    log = json.loads(yandrel(checkout, "check", "--format", "sarif").out)
    assert [run["automationDetails"]["id"] for run in log["runs"]] == ["apps/first/", "apps/second/"]
    [result] = log["runs"][1]["results"]
    location = result["locations"][0]["physicalLocation"]["artifactLocation"]
    assert location["uri"] == "apps/second/shop/old_model.py"
    assert (
        '<testsuite name="yandrel check apps/second"' in yandrel(checkout, "check", "--format", "junit").out
    )
    reports = json.loads(yandrel(checkout, "check", "--format", "json").out)["applications"]
    assert [(a["folder"], len(a["report"]["findings"])) for a in reports] == [
        ("apps/first", 0),
        ("apps/second", 1),
    ]


@pytest.mark.parametrize(
    ("path", "status"),
    [
        ("apps/first", 0),
        ("apps/second", 1),
        ("apps/second/shop/old_model.py", 1),
        ("apps/first/shop", 0),
        ("apps", 1),
    ],
)
def test_paths_belong_to_the_application_that_holds_them(
    checkout: Path, yandrel: Yandrel, path: str, status: int
) -> None:
    assert yandrel(checkout, "check", path).status == status


def test_the_tops_own_rules_leave_applications_below_alone(checkout: Path, yandrel: Yandrel) -> None:
    write_tree(checkout, {**FILES, "shop/old_model.py": BAD})
    done = yandrel(checkout, "check", "--format", "lines")
    assert done.out.splitlines() == [
        "shop/old_model.py:1: wrong-way: a model imports a service",
        "apps/second/shop/old_model.py:1: wrong-way: a model imports a service",
    ]
    assert yandrel(checkout / "apps/first", "check").status == 0


def test_a_generated_yandrel_toml_is_no_application(checkout: Path, yandrel: Yandrel) -> None:
    rules = RULES.replace("[app]", '[app]\ngenerated = ["apps/**"]')
    write_tree(checkout, {"yandrel.toml": rules, **{k: v for k, v in FILES.items() if k != "yandrel.toml"}})
    done = yandrel(checkout, "check")
    assert done.status == 0
    assert done.out.startswith("Clean: ")


def test_accepting_writes_into_each_application(checkout: Path, yandrel: Yandrel) -> None:
    assert yandrel(checkout, "check", "--accept").status == 0
    assert "old_model" in (checkout / "apps/second/yandrel.accepted.toml").read_text()
    assert yandrel(checkout, "check").status == 0


CALLS = {
    "yandrel.toml": RULES,
    "shop/__init__.py": "X = 1\n",
    "shop/hive_service.py": (
        "import time as t\nfrom time import sleep as rest\n\nfrom shop.log import print\n\n\n"
        "class HiveService:\n    def weigh(self):\n        print(1)\n        t.sleep(1)\n        rest(2)\n"
        "        self.exit()\n        breakpoint()\n\n\nif __name__ == '__main__':\n    exit(HiveService())\n"
    ),
    "shop/log.py": "def print(text):\n    pass\n",
}


@pytest.mark.parametrize(
    ("added", "lines"),
    [
        ("", [10, 11, 13]),
        ('[leftover]\nallow = ["time.sleep"]\n', [13]),
        ('[leftover]\nallow = { service = ["sleep", "debugger"] }\n', []),
        ('[leftover]\nallow = { model = ["sleep", "debugger"] }\n', [10, 11, 13]),
        ('[leftover]\nalso = ["self.exit"]\n', [10, 11, 12, 13]),
    ],
)
def test_calls_are_known_by_where_they_come_from(
    added: str, lines: list[int], tmp_path: Path, yandrel: Yandrel
) -> None:
    root = write_tree(tmp_path / "app", {**CALLS, "yandrel.toml": RULES + "\n" + added})
    out = yandrel(root, "check", "--rule", "leftover-call", "--format", "json").out
    assert [finding["line"] for finding in json.loads(out)["findings"]] == lines


@pytest.mark.parametrize(
    ("added", "said"),
    [
        ("[leftover]\nalow = []\n", "'alow'; did you mean allow?"),
        ('[leftover]\nallow = { job = ["sleep"] }\n', "job is no role"),
        ('[shape.model]\nkind = "klass"\n', "no kind of definition is called 'klass'; did you mean class?"),
        ("[limits]\nimport_climb = 0\n", "import_climb must be a number from 1 on"),
        ("[shape.model]\nmethods = 3\n", "methods must be a text or a list of texts"),
    ],
)
def test_bad_settings_are_said(added: str, said: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "app", {**FILES, "yandrel.toml": RULES + "\n" + added})
    done = yandrel(root, "check")
    assert done.status == 2
    assert said in done.err
