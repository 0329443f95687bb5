"""Folders that a build made of TypeScript, beside their sources, whatever they are called."""

import re
from bisect import bisect_left
from collections import defaultdict
from collections.abc import Iterable
from pathlib import Path

from yandrel.files.rooted import read_plain

PACKAGE = "package.json"
CODE = re.compile(r"(.+?)(\.d\.[cm]?ts|\.[cm]?[jt]sx?)\Z")
DECLARES = re.compile(r"\.d\.[cm]?ts\Z")
LAST = "\U0010ffff"
WRITTEN = (".ts", ".tsx", ".mts", ".cts")
DEEPEST = 3
"""How far below its package a build is looked for: `lib/commonjs/`."""
FEWEST = 3
MOST = 0.8
TESTS = frozenset({"test", "tests", "__tests__", "spec", "specs", "e2e"})


def find_mirrors(root: Path, files: Iterable[str]) -> set[str]:
    """Return the folders that hold only what was built of another folder's TypeScript.

    Such a folder has nearly the same files as the other one, most of them not TypeScript, and its
    package.json names it.
    """
    paths = sorted(files)
    packages = sorted((path[: -len(PACKAGE)] for path in paths if _name_of(path) == PACKAGE), key=len)
    mirrors: set[str] = set()
    if packages and any(path.endswith(WRITTEN) and not DECLARES.search(path) for path in paths):
        for package in packages:
            first, last = bisect_left(paths, package), bisect_left(paths, package + LAST)
            read = (CODE.match(path, len(package)) for path in paths[first:last])
            inside = [(found[1], found[2]) for found in read if found is not None]
            mirrors |= {package + folder for folder in _find_in_package(inside, _Text(root / package))}
    return mirrors


class _Text:
    """The text of a package.json, read when first asked for."""

    def __init__(self, package: Path) -> None:
        self.package = package
        self.text: str | None = None

    def names(self, folder: str) -> bool:
        if self.text is None:
            try:
                self.text = read_plain(self.package / PACKAGE).decode("utf-8", "replace")
            except OSError:
                self.text = ""
        return re.search(rf"(?<![\w-]){re.escape(folder)}", self.text) is not None


def _find_in_package(code: list[tuple[str, str]], text: _Text) -> set[str]:
    """Return the mirrors in one package, whose files are given as stems and endings."""
    written: dict[str, set[str]] = defaultdict(set)
    made: dict[str, set[str]] = defaultdict(set)
    for stem, ending in code:
        for folder in ["", *_folders_above(stem)]:
            (written if ending in WRITTEN else made)[folder].add(stem[len(folder) :])
    mirrors: set[str] = set()
    for folder in sorted(made, key=len):
        stems = made[folder]
        few = len(stems) < max(FEWEST, len(written.get(folder, ())))
        if few or any(folder.startswith(mirror) for mirror in mirrors) or TESTS & set(folder.split("/")):
            continue
        others = (stems_of for other, stems_of in written.items() if not other.startswith(folder))
        if any(_is_made_of(stems, written.get(folder, set()), other) for other in others):
            mirrors |= {folder} if text.names(folder) else set()
    return mirrors


def _is_made_of(stems: set[str], copied: set[str], sources: set[str]) -> bool:
    """Whether nearly all that was made, and all that was copied, has a source of the same name."""
    return copied <= sources and len(stems & sources) >= MOST * len(stems)


def _folders_above(stem: str) -> list[str]:
    """Return the folders that a file lies in, with their slashes, as far as builds are looked for."""
    parts = stem.split("/")[:-1][:DEEPEST]
    return ["/".join(parts[: length + 1]) + "/" for length in range(len(parts))]


def _name_of(path: str) -> str:
    return path.rpartition("/")[2]
