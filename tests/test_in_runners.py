"""The layout in the runs of test runners, each really run: it fails with the findings, or is skipped."""

import json
import os
import shutil
import subprocess
import sys
from pathlib import Path

import pytest

from tests.conftest import needs_tool, run_yandrel, write_tree
from yandrel.demo.copy import copy_waxmoor

JARS = Path("/usr/share/java/junit-platform-console-standalone.jar")
RULES = (
    '[app]\nsource = ["shop"]\n\n[roles]\nservice = "shop/{name}_service.py"\n'
    'model = "shop/{name}_model.py"\ntest = "tests/test_{name}.py"\n\n[imports]\nmay = ["service -> model"]\n'
    '\n[off]\nunplaced = "the package marker"\n'
)
SHOP: dict[str, str | bytes] = {
    "yandrel.toml": RULES,
    "shop/__init__.py": "X = 1\n",
    "shop/hive_service.py": "class HiveService: ...\n",
    "shop/old_model.py": "from shop.hive_service import HiveService\n\n\nclass Old(HiveService): ...\n",
    "tests/test_shop.py": "def test_nothing():\n    pass\n",
}


def environment(installed: bool) -> dict[str, str]:
    """The environment of a run in which yandrel is installed, or is not."""
    own = str(Path(sys.executable).parent)
    others = [p for p in os.environ["PATH"].split(os.pathsep) if not (Path(p) / "yandrel").exists()]
    return {**os.environ, "PATH": os.pathsep.join([own, *others] if installed else others)}


def run(root: Path, *words: str, installed: bool = True) -> tuple[int, str]:
    done = subprocess.run(
        words, cwd=root, env=environment(installed), capture_output=True, text=True, check=False
    )
    return done.returncode, done.stdout + done.stderr


def run_pytest(root: Path, *words: str, installed: bool = True) -> tuple[int, str]:
    return run(root, sys.executable, "-m", "pytest", "-p", "no:cacheprovider", *words, installed=installed)


@pytest.fixture
def shop(tmp_path: Path) -> Path:
    return write_tree(tmp_path / "app", {**SHOP, "pytest.ini": "[pytest]\nyandrel = true\n"})


def test_each_rule_is_a_test_of_pytest(shop: Path) -> None:
    status, out = run_pytest(shop, "-v")
    assert status == 1
    assert "yandrel::wrong-way FAILED" in out
    assert "yandrel::misplaced PASSED" in out
    assert "yandrel::unplaced SKIPPED (off: the package marker)" in out
    assert "shop/old_model.py:1: a model imports a service" in out
    assert "from shop.hive_service import HiveService" in out
    assert "Traceback" not in out


def test_the_option_turns_it_on_and_keywords_choose(tmp_path: Path) -> None:
    root = write_tree(tmp_path / "app", SHOP)
    assert run_pytest(root)[0] == 0
    assert run_pytest(root, "--yandrel")[0] == 1
    status, out = run_pytest(root, "--yandrel", "-k", "misplaced")
    assert status == 0
    assert "1 passed" in out


def test_a_file_that_is_named_runs_alone(shop: Path) -> None:
    status, out = run_pytest(shop, "tests/test_shop.py")
    assert status == 0
    assert "1 passed" in out
    assert run_pytest(shop, "tests")[0] == 1


def test_workers_share_the_rules(shop: Path) -> None:
    status, out = run_pytest(shop, "-n", "2", "-q")
    assert status == 1
    assert "1 failed" in out


def test_a_wrong_yandrel_toml_is_one_line(shop: Path) -> None:
    (shop / "yandrel.toml").write_text("[rols]\n")
    status, out = run_pytest(shop, "-k", "wrong-way")
    assert status == 1
    assert "yandrel: yandrel.toml:1: there is an unknown key 'rols'; did you mean roles?" in out


def made(tmp_path: Path, language: str) -> Path:
    """Waxmoor with all its findings accepted, and a test of its layout."""
    root = tmp_path / "app"
    copy_waxmoor(root, language, layout=True)
    assert run_yandrel(root, "check", "--accept").status == 0
    assert run_yandrel(root, "new", "layout-test").status == 0
    assert run_yandrel(root, "check").status == 0
    return root


FAULTS = {
    "python": (
        "waxmoor/models/queen.py",
        "from waxmoor.services.hive_service import HiveService\n\n\nclass Queen: ...\n",
    ),
    "javascript": (
        "src/models/queen.js",
        "const hives = require('../services/hive-service');\nmodule.exports = { hives };\n",
    ),
    "php": (
        "src/Models/Queen.php",
        "<?php\n\nnamespace Waxmoor\\Models;\n\nuse Waxmoor\\Services\\HiveService;\n\n"
        "final class Queen\n{\n    public ?HiveService $hives = null;\n}\n",
    ),
    "java": (
        "src/main/java/coop/waxmoor/models/Queen.java",
        "package coop.waxmoor.models;\n\nimport coop.waxmoor.services.HiveService;\n\n"
        "public class Queen {\n    HiveService hives;\n}\n",
    ),
    "go": (
        "models/queen.go",
        "package models\n\n// Queen is a queen.\ntype Queen struct{ Service string }\n\n"
        "func queen() { println(1) }\n",
    ),
    "csharp": (
        "src/Waxmoor/Models/Queen.cs",
        "using Waxmoor.Services;\n\nnamespace Waxmoor.Models\n{\n    public class Queen\n    {\n"
        "        public HiveService Hives;\n    }\n}\n",
    ),
}  # fmt: skip


def java(root: Path, installed: bool) -> tuple[int, str]:
    """Compile the test alone, and run it with JUnit's console."""
    out = root / "out"
    sources = map(str, root.glob("src/test/java/**/LayoutTest.java"))
    subprocess.run(["javac", "-cp", str(JARS), "-d", str(out), *sources], check=True)
    words = [
        "java",
        "-jar",
        str(JARS),
        "-cp",
        str(out),
        "--scan-classpath",
        "--disable-banner",
        "--details",
        "verbose",
    ]
    found = run(root, *words, installed=installed)
    shutil.rmtree(out)
    return found


RUNNERS = {
    "python": lambda root, installed: run_pytest(root, "tests/test_layout.py", "-rs", installed=installed),
    "javascript": lambda root, installed: run(
        root, "node", "--test", "test/layout.test.mjs", installed=installed
    ),
    "php": lambda root, installed: run(
        root, "phpunit", "--verbose", "tests/LayoutTest.php", installed=installed
    ),
    "java": java,
    "go": lambda root, installed: run(
        root, "go", "test", "-v", "-run", "TestLayout", ".", installed=installed
    ),
    "csharp": lambda root, installed: run(
        root, "sh", "test/Waxmoor.Tests/check_layout.sh", installed=installed
    ),
}
TOOLS = {
    "php": ["phpunit"],
    "java": ["javac"],
    "go": ["go"],
    "javascript": ["node"],
    "python": [],
    "csharp": ["sh"],
}


@pytest.mark.parametrize(
    "language", [pytest.param(language, marks=needs_tool(*TOOLS[language])) for language in RUNNERS]
)
def test_layout_tests_pass_fail_and_are_skipped(language: str, tmp_path: Path) -> None:
    if language == "java" and not JARS.exists():
        pytest.skip("junit5 is not installed: what it would judge is not proved")
    root = made(tmp_path, language)
    status, out = RUNNERS[language](root, True)
    assert status == 0, out
    path, text = FAULTS[language]
    write_tree(root, {path: text})
    status, out = RUNNERS[language](root, True)
    assert status != 0, out
    assert path.rpartition("/")[2] in out
    assert ":" in out
    status, out = RUNNERS[language](root, False)
    assert status == 0, out
    assert "yandrel is not installed" in out


@pytest.mark.parametrize(
    ("manifest", "path", "holds"),
    [
        ({"devDependencies": {"vitest": "3"}}, "test/layout.test.mjs", "from 'vitest'"),
        ({"devDependencies": {"jest": "30"}}, "test/layout.test.js", "test.skip"),
        ({}, "test/layout.test.mjs", "from 'node:test'"),
    ],
)
def test_the_runner_of_the_application_is_taken(
    manifest: dict[str, object], path: str, holds: str, tmp_path: Path
) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "javascript", layout=True)
    (root / "package.json").write_text(json.dumps(manifest))
    assert run_yandrel(root, "new", "layout-test").status == 0
    assert holds in (root / path).read_text()


def test_layout_test_needs_a_layout_and_no_name(tmp_path: Path) -> None:
    root = write_tree(tmp_path / "app", {"a.py": "X = 1\n"})
    done = run_yandrel(root, "new", "layout-test")
    assert done.status == 3
    assert "`yandrel adopt`" in done.err
    assert run_yandrel(root, "new", "layout-test", "x").status == 2
    assert run_yandrel(root, "new", "domain").status == 2


def test_a_second_layout_test_is_refused(tmp_path: Path) -> None:
    root = made(tmp_path, "python")
    done = run_yandrel(root, "new", "layout-test")
    assert done.status == 3
    assert "tests/test_layout.py: is there already" in done.err
    assert run_yandrel(root, "undo").status == 0
    assert not (root / "tests/test_layout.py").exists()
