"""The files of an application: as they are on the disk, or with changes over them."""

import errno
import os
import stat
from collections.abc import Iterator, Mapping
from pathlib import Path
from typing import Protocol

from yandrel.errors import RefusedError
from yandrel.files.rooted import read_plain

Changes = Mapping[str, tuple[bytes, int] | None]
"""New contents and modes by path; None for a file that is gone."""
COMPILED = "__pycache__"
NEW_MODE = 0o644


class Files(Protocol):
    """Read access to an application's files; paths are relative to the root, with forward slashes."""

    root: Path

    def read(self, path: str) -> bytes:
        """Return the bytes of a file; raises OSError where it cannot be read."""

    def exists(self, path: str) -> bool:
        """Whether a file, a folder or a link is at a path."""

    def is_file(self, path: str) -> bool:
        """Whether a plain file, and no link to one, is at a path."""

    def is_spelled_so(self, path: str) -> bool:
        """Whether a plain file at a path is spelled in that case, on whatever disk."""

    def is_folder(self, path: str) -> bool:
        """Whether a folder is at a path."""

    def is_link(self, path: str) -> bool:
        """Whether a link is at a path."""

    def mode(self, path: str) -> int:
        """Return the permissions of a file."""

    def is_one_file(self, one: str, other: str) -> bool:
        """Whether two paths name the same file or folder, on a disk that does not tell case apart."""

    def list_folder(self, folder: str) -> Iterator[str]:
        """Yield every plain file below a folder, ignored ones too, but no caches of compiled code.

        Raises RefusedError for a name that is not UTF-8.
        """


class DiskFiles:
    """The files as they are on the disk."""

    def __init__(self, root: Path) -> None:
        self.root = root

    def read(self, path: str) -> bytes:
        return read_plain(self.root / path)

    def exists(self, path: str) -> bool:
        return self._status(path) is not None

    def is_file(self, path: str) -> bool:
        status = self._status(path)
        return status is not None and stat.S_ISREG(status.st_mode)

    def is_spelled_so(self, path: str) -> bool:
        place = self.root / path
        return self.is_file(path) and place.name in os.listdir(place.parent)

    def is_folder(self, path: str) -> bool:
        return os.path.isdir(self.root / path)

    def is_link(self, path: str) -> bool:
        return os.path.islink(self.root / path)

    def mode(self, path: str) -> int:
        return stat.S_IMODE((self.root / path).stat().st_mode)

    def is_one_file(self, one: str, other: str) -> bool:
        first, second = self._status(one), self._status(other)
        return first is not None and second is not None and os.path.samestat(first, second)

    def _status(self, path: str) -> os.stat_result | None:
        try:
            return os.lstat(self.root / path)
        except (OSError, ValueError):
            return None

    def list_folder(self, folder: str) -> Iterator[str]:
        for place, folders, names in os.walk(self.root / folder):
            for name in (*folders, *names):
                _refuse_odd_name(folder, name)
            folders[:] = sorted(inner for inner in folders if inner != COMPILED)
            for name in sorted(names):
                full = os.path.join(place, name)
                if stat.S_ISREG(os.lstat(full).st_mode):
                    yield Path(full).relative_to(self.root).as_posix()


def _refuse_odd_name(folder: str, name: str) -> None:
    try:
        name.encode("utf-8")
    except UnicodeEncodeError as error:
        raise RefusedError(
            "has a name that is not UTF-8", where=folder + name, todo="rename it first"
        ) from error


class ChangedFiles:
    """The files as they would be: changes over other files."""

    def __init__(self, base: Files, changes: Changes) -> None:
        self.root = base.root
        self.changes: Changes = dict(changes)
        self.base: Files = base
        if isinstance(base, ChangedFiles):  # laid over in one layer, so that many steps read as fast as one
            self.changes = {**base.changes, **changes}
            self.base = base.base
        self.folders = {f for path, new in self.changes.items() if new for f in _folders_above(path)}

    def read(self, path: str) -> bytes:
        if path not in self.changes:
            return self.base.read(path)
        found = self.changes[path]
        if found is None:
            raise FileNotFoundError(errno.ENOENT, os.strerror(errno.ENOENT), path)
        return found[0]

    def exists(self, path: str) -> bool:
        clean = path.rstrip("/")
        if clean in self.changes:
            return self.changes[clean] is not None
        return clean in self.folders or (self.base.exists(clean) and not self._is_emptied(clean))

    def is_file(self, path: str) -> bool:
        if path in self.changes:
            return self.changes[path] is not None
        return self.base.is_file(path)

    def is_spelled_so(self, path: str) -> bool:
        return self.is_file(path) if path in self.changes else self.base.is_spelled_so(path)

    def is_folder(self, path: str) -> bool:
        clean = path.rstrip("/")
        return clean in self.folders or (self.base.is_folder(clean) and not self._is_emptied(clean))

    def is_link(self, path: str) -> bool:
        return path not in self.changes and self.base.is_link(path)

    def mode(self, path: str) -> int:
        found = self.changes.get(path)
        return found[1] if found is not None else self.base.mode(path)

    def is_one_file(self, one: str, other: str) -> bool:
        return one not in self.changes and other not in self.changes and self.base.is_one_file(one, other)

    def list_folder(self, folder: str) -> Iterator[str]:
        there = {path for path in self.base.list_folder(folder) if path not in self.changes}
        there |= {path for path, new in self.changes.items() if new is not None and path.startswith(folder)}
        yield from sorted(there)

    def _is_emptied(self, folder: str) -> bool:
        """Whether a folder has lost all its files, so that it would be removed."""
        inside = folder + "/"
        if not any(new is None and path.startswith(inside) for path, new in self.changes.items()):
            return False
        return self.base.is_folder(folder) and next(self.list_folder(inside), None) is None


def _folders_above(path: str) -> Iterator[str]:
    folder = path.rpartition("/")[0]
    while folder:
        yield folder
        folder = folder.rpartition("/")[0]
