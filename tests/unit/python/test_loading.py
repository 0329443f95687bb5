"""Import cycles that bite, judged without running anything, against CPython itself."""

import subprocess
import sys
from pathlib import Path

import pytest

from tests.conftest import write_tree
from tests.unit.python.test_view import view

CASES: dict[str, dict[str, str]] = {
    "from both": {"a.py": "from b import B\nA = 1\n", "b.py": "from a import A\nB = 1\n"},
    "defined before": {"a.py": "A = 1\nfrom b import B\n", "b.py": "from a import A\nB = 1\n"},
    "plain imports": {"a.py": "import b\nA = 1\n", "b.py": "import a\nB = 1\n"},
    "base through a module": {"a.py": "import b\nclass A: ...\n", "b.py": "import a\nclass B(a.A): ...\n"},
    "in a function": {"a.py": "from b import B\nA = 1\n", "b.py": "B = 1\ndef f():\n    from a import A\n"},
    "for types": {
        "a.py": "from b import B\nA = 1\n",
        "b.py": "from typing import TYPE_CHECKING\nif TYPE_CHECKING:\n    from a import A\nB = 1\n",
    },
    "through a package": {
        "p/__init__.py": "from .a import A\n", "p/a.py": "from p.b import B\nA = 1\n",
        "p/b.py": "from p import A\nB = 1\n",
    },
    "submodule of a half loaded package": {
        "p/__init__.py": "from . import a\n", "p/a.py": "from p import b\n", "p/b.py": "B = 1\n",
    },
    "guarded": {"a.py": "from b import B\nA = 1\n", "b.py": "try:\n    from a import A\nexcept ImportError:\n    A = 0\nB = 1\n"},
    "star": {"a.py": "from b import *\nA = 1\n", "b.py": "from a import A\nB = 1\n"},
    "three": {"a.py": "from b import B\nA = 1\n", "b.py": "from c import C\nB = 1\n", "c.py": "from a import A\nC = 1\n"},
    "main guard": {"a.py": "A = 1\nif __name__ == '__main__':\n    from b import B\n", "b.py": "from a import A\nB = 1\n"},
}  # fmt: skip


def fails_in_cpython(root: Path, module: str) -> bool:
    done = subprocess.run(
        [sys.executable, "-B", "-c", f"import {module}"], cwd=root, capture_output=True, check=False
    )
    return done.returncode != 0


@pytest.mark.parametrize("name", CASES)
def test_faults_are_those_of_cpython(name: str, tmp_path: Path) -> None:
    files = CASES[name]
    root = write_tree(tmp_path, dict(files))
    graph = view(files)
    for unit in files:
        module = unit.removesuffix(".py").replace("/", ".").removesuffix(".__init__")
        predicted = bool(graph.loading_faults_of(unit, frozenset(files)))
        assert predicted == fails_in_cpython(root, module), unit


def test_cycles_are_found() -> None:
    assert [sorted(group) for group in view(CASES["three"]).load_cycles()] == [["a.py", "b.py", "c.py"]]
    assert view(CASES["in a function"]).load_cycles() == []
