"""Cold `check` of an application that others wrote against bare parsing of the same files.

    python -m benchmarks.cold APP [RUNS]

The least of some runs, as processes of their own, start-up included; APP is copied first and never changed.
"""

import os
import shutil
import sys
import tempfile
import time
from collections import Counter
from functools import cache
from importlib import import_module
from pathlib import Path

import tree_sitter

from benchmarks.run import Cost, run_program
from yandrel.index.scanning import scan
from yandrel.languages.registry import language_of

GRAMMARS = {
    ".py": "tree_sitter_python:language",
    ".php": "tree_sitter_php:language_php",
    ".js": "tree_sitter_javascript:language",
    ".mjs": "tree_sitter_javascript:language",
    ".cjs": "tree_sitter_javascript:language",
    ".jsx": "tree_sitter_javascript:language",
    ".ts": "tree_sitter_typescript:language_typescript",
    ".mts": "tree_sitter_typescript:language_typescript",
    ".cts": "tree_sitter_typescript:language_typescript",
    ".tsx": "tree_sitter_typescript:language_tsx",
    ".java": "tree_sitter_java:language",
    ".kt": "tree_sitter_kotlin:language",
    ".cs": "tree_sitter_c_sharp:language",
    ".go": "tree_sitter_go:language",
    ".swift": "tree_sitter_swift:language",
}


@cache
def parser_for(ending: str) -> tree_sitter.Parser:
    module, _, name = GRAMMARS[ending].partition(":")
    return tree_sitter.Parser(tree_sitter.Language(getattr(import_module(module), name)()))


def parse_bare(root: Path, units: list[str]) -> tuple[float, int]:
    """Return the CPU seconds of reading and parsing every unit in one thread, and their bytes."""
    total = 0
    start = time.process_time()
    for path in (path for path in units if path[path.rfind(".") :] in GRAMMARS):
        source = (root / path).read_bytes()
        total += len(source)
        parser_for(path[path.rfind(".") :]).parse(source)
    return time.process_time() - start, total


def main() -> None:
    app, runs = sys.argv[1], int(sys.argv[2]) if len(sys.argv) > 2 else 3
    with tempfile.TemporaryDirectory() as place:
        root = Path(place) / "app"
        shutil.copytree(app, root, symlinks=True, ignore=shutil.ignore_patterns(".git", ".yandrel"))
        (root / ".git").mkdir()
        units = [path for path in scan(root).stats if language_of(path) is not None]
        parse_bare(root, units)
        bare, costs = [], []
        for _ in range(runs):
            shutil.rmtree(root / ".yandrel", ignore_errors=True)
            seconds, total = parse_bare(root, units)
            bare.append(seconds)
            costs.append(run_program(root, "check"))
        least = Cost(min(c.wall for c in costs), min(c.cpu for c in costs), max(c.memory for c in costs))
        parse = min(bare)
        counts = Counter(path[path.rfind(".") :] for path in units).most_common(4)
        kinds = ", ".join(f"{count} {ending}" for ending, count in counts)
        print(f"{Path(app).name}: {kinds}; {total / 1e6:.1f} MB; load {os.getloadavg()[0]:.1f}")
        print(f"  bare parsing {parse:6.2f} s CPU, {total / 1e6 / parse:.1f} MB/s")
        print(f"  cold check   {least.cpu:6.2f} s CPU  = {least.cpu / parse:4.2f}")
        print(f"  cold check   {least.wall:6.2f} s wall = {least.wall / parse:4.2f}; {least.memory:.0f} MB")


if __name__ == "__main__":
    main()
