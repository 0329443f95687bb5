"""Which files an application has: .gitignore kept, links not followed, vendored folders left out."""

import os
import re
import stat
from collections.abc import Callable, Iterator
from pathlib import Path

import msgspec

ALWAYS_OUT = frozenset(
    [
        ".git",
        ".hg",
        ".svn",
        ".bzr",
        ".yandrel",
        "__pycache__",
        "node_modules",
        "bower_components",
        "site-packages",
        "_vendor",
        "_vendored",
        "third_party",
        ".venv",
        ".tox",
        ".nox",
        ".eggs",
        ".mypy_cache",
        ".pytest_cache",
        ".ruff_cache",
        ".hypothesis",
        ".idea",
        ".vscode",
        ".gradle",
    ]
)
BUILT = frozenset(["dist", "build", "target"])
OUT_UNLESS_CODE = BUILT | {"vendor"}
NEVER_BUILT = (".go", ".java", ".kt", ".cs", ".swift")
"""Endings of files that no build leaves right in its folder of results."""

FileStat = tuple[int, int, int]
"""Size in bytes, time of the last change in nanoseconds, mode."""


class Tree(msgspec.Struct):
    """The files below a root, as paths with forward slashes.

    `files` are all that count, `stats` those that were asked for, `ignored` what lies there but
    does not count: files and folders (these end in a slash).
    """

    root: Path
    files: list[str] = msgspec.field(default_factory=list)
    stats: dict[str, FileStat] = msgspec.field(default_factory=dict)
    ignored: set[str] = msgspec.field(default_factory=set)
    unreadable: list[str] = msgspec.field(default_factory=list)


class IgnoreFile:
    """The patterns of one .gitignore file; nearly all paths fit none, which one expression tells."""

    def __init__(self, lines: list[str]) -> None:
        import pathspec

        self.spec = pathspec.GitIgnoreSpec.from_lines(lines)
        patterns = [p.regex.pattern for p in self.spec.patterns if isinstance(p, pathspec.RegexPattern)
                    and p.regex is not None]  # fmt: skip
        self.any = re.compile("|".join(GROUP_NAME.sub("(?:", str(pattern)) for pattern in patterns))

    def verdict(self, path: str) -> bool | None:
        """Whether a path is ignored; None where no pattern speaks of it."""
        if not self.any.search(path):
            return None
        return self.spec.check_file(path).include


GROUP_NAME = re.compile(r"\(\?P<\w+>")
Wanted = Callable[[str], bool]


def walk_tree(root: Path, wanted: Wanted, taken_in: frozenset[str] = frozenset()) -> Tree:
    """List the files below `root`; `wanted` says by name which of them are to be looked at.

    `taken_in` are folders (they end in a slash) that count whatever they are called.
    Source: the rules of .gitignore files, the nearest deciding.
    """
    tree = Tree(root)
    _walk_folder(tree, "", (), wanted, taken_in)
    tree.files.sort()
    return tree


def _walk_folder(
    tree: Tree,
    folder: str,
    ignores: tuple[tuple[str, IgnoreFile], ...],
    wanted: Wanted,
    taken_in: frozenset[str],
) -> None:
    try:
        entries = list(os.scandir(tree.root / folder if folder else tree.root))
    except OSError:
        tree.unreadable.append(folder or ".")
        return
    names = {entry.name for entry in entries}
    if ".gitignore" in names:
        matcher = read_ignore_file(tree.root / folder / ".gitignore")
        if matcher is not None:
            ignores = (*ignores, (folder, matcher))
    if "pyvenv.cfg" in names and folder:
        tree.ignored.add(folder)
        return
    files, stats, ignored = tree.files, tree.stats, tree.ignored
    for entry in entries:
        name = entry.name
        path = folder + name
        try:
            if entry.is_dir(follow_symlinks=False):
                left_out = path + "/" not in taken_in and is_left_out(name, entry.path, folder)
                if left_out or (ignores and _is_ignored(path + "/", ignores)):
                    ignored.add(path + "/")
                else:
                    _walk_folder(tree, path + "/", ignores, wanted, taken_in)
            elif not entry.is_file(follow_symlinks=False):
                ignored.add(path + "/" if entry.is_dir() else path)
            elif ignores and _is_ignored(path, ignores):
                ignored.add(path)
            else:
                files.append(path)
                if wanted(name):
                    found = entry.stat(follow_symlinks=False)
                    stats[path] = (found.st_size, found.st_mtime_ns, found.st_mode)
        except OSError:
            tree.unreadable.append(path)


def leave_out(tree: Tree, folder: str) -> None:
    """Take all that lies in a folder out of a tree."""
    tree.files = [path for path in tree.files if not path.startswith(folder)]
    tree.stats = {path: stats for path, stats in tree.stats.items() if not path.startswith(folder)}
    tree.ignored.add(folder)


def is_left_out(name: str, path: str, folder: str) -> bool:
    """Whether a folder of that name, below another one, is never part of an application's own code."""
    if name in ALWAYS_OUT or name.endswith(".egg-info"):
        return True
    if name not in OUT_UNLESS_CODE or os.path.exists(os.path.join(path, "__init__.py")):
        return False
    return "/src/" not in f"/{folder}" and not (name != "vendor" and _holds_code(path))


def _holds_code(path: str) -> bool:
    with os.scandir(path) as entries:
        return any(entry.name.endswith(NEVER_BUILT) for entry in entries)


def read_ignore_file(path: Path) -> IgnoreFile | None:
    """Return the patterns of one ignore file, or nothing where it has none."""
    try:
        lines = path.read_text(encoding="utf-8", errors="replace").splitlines()
    except OSError:
        return None
    lines = [line for line in lines if line.strip() and not line.startswith("#")]
    return IgnoreFile(lines) if lines else None


def _is_ignored(path: str, ignores: tuple[tuple[str, IgnoreFile], ...]) -> bool:
    for folder, patterns in reversed(ignores):
        verdict = patterns.verdict(path[len(folder) :])
        if verdict is not None:
            return verdict
    return False


def list_folder_files(root: Path, folder: str) -> Iterator[str]:
    """Yield every plain file below `folder`, ignored ones too, but no caches of compiled code."""
    for place, folders, names in os.walk(root / folder):
        folders[:] = sorted(f for f in folders if f != "__pycache__")
        for name in sorted(names):
            full = os.path.join(place, name)
            if not stat.S_ISLNK(os.lstat(full).st_mode):
                yield Path(full).relative_to(root).as_posix()
