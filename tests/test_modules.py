"""Each module can be imported alone, and starting costs no heavy library."""

import os
import subprocess
import sys
from pathlib import Path

SOURCE = Path(__file__).parent.parent / "src"
HEAVY = ("tree_sitter", "msgspec", "rich", "inflection", "pathspec", "sqlite3", "numpy")


def modules() -> list[str]:
    found = []
    for path in sorted(SOURCE.rglob("*.py")):
        parts = path.relative_to(SOURCE).with_suffix("").parts
        if "python" in parts and "demo" in parts:
            continue
        if parts[-1] != "__main__":
            found.append(".".join(part for part in parts if part != "__init__"))
    return found


def test_each_module_is_imported_alone() -> None:
    code = (
        "import os, sys, importlib\n"
        "import click, inflection, jinja2, msgspec, networkx, sqlglot, tomlkit, tree_sitter\n"
        "for name in sys.argv[1:]:\n"
        "    if os.fork() == 0:\n"
        "        importlib.import_module(name)\n"
        "        os._exit(0)\n"
        "    assert os.wait()[1] == 0, name\n"
    )
    done = subprocess.run(
        [sys.executable, "-c", code, *modules()], capture_output=True, text=True, check=False
    )
    assert done.returncode == 0, done.stderr
    assert len(modules()) > 80


def test_help_imports_nothing_heavy() -> None:
    code = f"import sys\nfrom yandrel.cli.main import cli\nprint([m for m in {HEAVY} if m in sys.modules])"
    done = subprocess.run(
        [sys.executable, "-c", code], capture_output=True, text=True, check=True, env={**os.environ}
    )
    assert done.stdout.strip() == "[]"
