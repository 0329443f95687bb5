"""The files of an application as they are staged: those of git's index, which the next commit will have."""

import os
import stat
import struct
from pathlib import Path
from typing import Any

from yandrel.errors import CallError
from yandrel.files.git import KeptFiles, find_git, open_git

NANOSECONDS = 1_000_000_000
NOT_ADDED = 0x2000
"""The flag of a path that is announced (`git add --intent-to-add`), without its content."""


class StagedFiles(KeptFiles):
    """The files of git's index below the application's root."""

    def __init__(self, root: Path) -> None:
        """Read the index; raises CallError where there is no git here, or a merge is not resolved."""
        top, folder = find_git(root)
        objects, _ = open_git(folder)
        super().__init__("the index", objects)
        self._stats: dict[str, tuple[int, int]] = {}
        prefix = "" if root == top else root.relative_to(top).as_posix() + "/"
        place = _index_file(top, folder)
        self._written = place.stat().st_mtime_ns if place.exists() else 0
        for name, entry in _read_index(place).items():
            path = os.fsdecode(name)
            if path.startswith(prefix):
                self._add(path[len(prefix) :], entry)

    def _add(self, path: str, entry: Any) -> None:
        from dulwich.index import ConflictedIndexEntry

        if isinstance(entry, ConflictedIndexEntry):
            raise CallError(
                "is in conflict in git's index", where=path, todo="resolve the merge, then add it"
            )
        if stat.S_ISREG(entry.mode) and not entry.extended_flags & NOT_ADDED:
            self.blobs[path] = entry.sha
            self.modes[path] = 0o755 if entry.mode & 0o100 else 0o644
            if isinstance(entry.mtime, tuple):
                seconds, rest = entry.mtime
                self._stats[path] = (entry.size, seconds * NANOSECONDS + rest)

    def is_known_same(self, path: str, size: int, time_ns: int) -> bool:
        """Whether git saw a file of this size and time when it was staged.

        One that was written when the index was could have changed since without its time telling.
        """
        return self._stats.get(path) == (size, time_ns) and time_ns < self._written


def _index_file(top: Path, folder: Path) -> Path:
    """Return the index in use: while a hook runs, git may name another one."""
    named = os.environ.get("GIT_INDEX_FILE")
    return top / named if named else folder / "index"


def _read_index(place: Path) -> dict[bytes, Any]:
    from dulwich.index import Index

    try:
        return dict(Index(str(place)).items())
    except (OSError, ValueError, AssertionError, KeyError, NotImplementedError, struct.error) as error:
        raise CallError(
            f"cannot be read ({error})", where="git's index", todo="look at `git status`"
        ) from error
