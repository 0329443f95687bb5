"""Walk an application's files: obey .gitignore, follow no links, leave vendored folders out."""

import os
import stat
from collections.abc import Callable
from pathlib import Path

import msgspec

from yandrel.files.ignore import IgnoreFile
from yandrel.files.rooted import SpecialFileError, read_plain

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
    does not count: files and folders (these end in a slash). `unreadable` are paths with the reason, shown
    with `\\xNN` for bytes that are no text.
    """

    root: Path
    files: list[str] = msgspec.field(default_factory=list)
    stats: dict[str, FileStat] = msgspec.field(default_factory=dict)
    ignored: set[str] = msgspec.field(default_factory=set)
    unreadable: dict[str, str] = msgspec.field(default_factory=dict)


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
    except OSError as error:
        tree.unreadable[folder or "."] = f"cannot be read ({error.strerror})"
        return
    names = {entry.name for entry in entries}
    if ".gitignore" in names:
        matcher = read_ignore_file(tree, folder)
        if matcher is not None:
            ignores = (*ignores, (folder, matcher))
    if "pyvenv.cfg" in names and folder:
        tree.ignored.add(folder)
        return
    files, stats, ignored = tree.files, tree.stats, tree.ignored
    for entry in entries:
        name = entry.name
        path = folder + name
        if not _is_text(name):
            shown = os.fsencode(path).decode("utf-8", "backslashreplace")
            tree.unreadable[shown] = "its name is not UTF-8"
            continue
        try:
            if entry.is_dir(follow_symlinks=False):
                left_out = path + "/" not in taken_in and is_left_out(name, entry.path, folder)
                if left_out or (ignores and _is_ignored(path + "/", ignores)):
                    ignored.add(path + "/")
                else:
                    _walk_folder(tree, path + "/", ignores, wanted, taken_in)
            elif not entry.is_file(follow_symlinks=False):
                ignored.add(path + "/" if entry.is_dir() else path)
                if not entry.is_symlink():
                    tree.unreadable[path] = "is not a plain file"
            elif ignores and _is_ignored(path, ignores):
                ignored.add(path)
            else:
                files.append(path)
                if wanted(name):
                    found = entry.stat(follow_symlinks=False)
                    stats[path] = (found.st_size, found.st_mtime_ns, found.st_mode)
        except OSError as error:
            tree.unreadable[path] = f"cannot be read ({error.strerror})"


def _is_text(name: str) -> bool:
    """Whether a name is UTF-8: others cannot be written down, and so not be named by a change."""
    try:
        name.encode("utf-8")
    except UnicodeEncodeError:
        return False
    return True


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


def read_ignore_file(tree: Tree, folder: str) -> IgnoreFile | None:
    """Return the patterns of a folder's ignore file, or nothing where it has none or is no plain file."""
    path = folder + ".gitignore"
    try:
        if not stat.S_ISREG(os.lstat(tree.root / path).st_mode):
            raise SpecialFileError(path)
        text = read_plain(tree.root / path).decode("utf-8", "replace")
    except OSError as error:
        tree.unreadable[path] = str(error.strerror)
        return None
    lines = [line for line in text.splitlines() if line.strip()]
    return IgnoreFile(lines) if lines else None


def _is_ignored(path: str, ignores: tuple[tuple[str, IgnoreFile], ...]) -> bool:
    for folder, patterns in reversed(ignores):
        verdict = patterns.verdict(path[len(folder) :])
        if verdict is not None:
            return verdict
    return False
