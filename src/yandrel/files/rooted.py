"""The one way to write below an application's root: no link is followed, no path leads out.

Each call opens the folders of a path one by one, relative to the handle of the one before, so that
a folder that is swapped for a link between planning and writing leads nowhere. Systems without such
handles check every folder immediately before the call.
"""

import errno
import os
import shutil
import stat
from collections.abc import Iterable, Iterator
from contextlib import contextmanager, suppress
from pathlib import Path

from yandrel.errors import RefusedError

HAS_HANDLES = os.open in os.supports_dir_fd and os.unlink in os.supports_dir_fd
NO_FOLLOW = getattr(os, "O_NOFOLLOW", 0)
NO_WAIT = getattr(os, "O_NONBLOCK", 0)
BINARY = getattr(os, "O_BINARY", 0)
FOLDER = os.O_RDONLY | getattr(os, "O_DIRECTORY", 0) | NO_FOLLOW
NEW_FOLDER_MODE = 0o777

Place = tuple[str, int | None]
"""A name and the handle of its folder; without handles, a whole path and None."""


class SpecialFileError(OSError):
    """A FIFO, socket, device, link or folder is in the place of a plain file."""

    def __init__(self, path: str) -> None:
        super().__init__(errno.EINVAL, "is not a plain file", path)


class RootFolder:
    """An application's folder. Paths are relative to it, with forward slashes."""

    def __init__(self, root: Path) -> None:
        self.root = root

    @contextmanager
    def _at(self, path: str) -> Iterator[Place]:
        """Open the folder of a path; raises RefusedError where one of its parents is a link."""
        folder, _, name = path.rpartition("/")
        parts = folder.split("/") if folder else []
        if not HAS_HANDLES:
            self._check_parents(parts)
            yield str(self.root / path), None
            return
        handle = os.open(self.root, os.O_RDONLY | getattr(os, "O_DIRECTORY", 0))
        try:
            for part in parts:
                handle = _open_inner(handle, part, path)
            yield name, handle
        finally:
            os.close(handle)

    def _check_parents(self, parts: list[str]) -> None:
        place = self.root
        for part in parts:
            place = place / part
            found = os.lstat(place)
            if _is_link(found):
                raise _behind_link(place.relative_to(self.root).as_posix())

    def read(self, path: str) -> bytes:
        """Return the bytes of a plain file; raises OSError, SpecialFileError where it is something else."""
        with self._at(path) as (name, handle):
            try:
                opened = os.open(name, os.O_RDONLY | NO_FOLLOW | NO_WAIT | BINARY, dir_fd=handle)
            except OSError as error:
                if error.errno in (errno.ELOOP, errno.ENXIO, errno.EISDIR):
                    raise SpecialFileError(path) from error
                raise
        with os.fdopen(opened, "rb") as file:
            if not stat.S_ISREG(os.fstat(opened).st_mode):
                raise SpecialFileError(path)
            return file.read()

    def stat(self, path: str) -> os.stat_result | None:
        """Return what is at a path, links not followed; None where nothing is."""
        try:
            with self._at(path) as (name, handle):
                return os.stat(name, dir_fd=handle, follow_symlinks=False)
        except (FileNotFoundError, NotADirectoryError):
            return None

    def is_file(self, path: str) -> bool:
        """Whether a plain file is at a path."""
        found = self.stat(path)
        return found is not None and stat.S_ISREG(found.st_mode)

    def is_folder(self, path: str) -> bool:
        """Whether a folder, and no link to one, is at a path."""
        found = self.stat(path) if path else os.stat(self.root)
        return found is not None and stat.S_ISDIR(found.st_mode) and not _is_link(found)

    def create(self, path: str, data: bytes | Iterable[bytes], mode: int | None = None) -> None:
        """Write a new file and wait until it is on the disk; raises FileExistsError where one is there."""
        flags = os.O_WRONLY | os.O_CREAT | os.O_EXCL | NO_FOLLOW | BINARY
        with self._at(path) as (name, handle):
            opened = os.open(name, flags, 0o666, dir_fd=handle)
            with os.fdopen(opened, "wb") as file:
                for chunk in (data,) if isinstance(data, bytes) else data:
                    file.write(chunk)
                file.flush()
                os.fsync(opened)
                if mode is not None and hasattr(os, "fchmod"):
                    os.fchmod(opened, stat.S_IMODE(mode))
            if mode is not None and not hasattr(os, "fchmod"):  # pragma: no cover
                os.chmod(self.root / path, stat.S_IMODE(mode))

    def replace(self, old: str, new: str) -> None:
        """Rename a file; what is at the new path is replaced."""
        with self._at(old) as (old_name, old_folder), self._at(new) as (new_name, new_folder):
            os.replace(old_name, new_name, src_dir_fd=old_folder, dst_dir_fd=new_folder)

    def remove(self, path: str) -> None:
        """Remove a file or a link, if it is there."""
        with suppress(FileNotFoundError), self._at(path) as (name, handle):
            os.unlink(name, dir_fd=handle)

    def read_link(self, path: str) -> str | None:
        """Return what a link leads to; None where no link is."""
        with suppress(OSError), self._at(path) as (name, handle):
            return os.readlink(name, dir_fd=handle)
        return None

    def make_link(self, path: str, target: str) -> None:
        """Make a link that leads to `target`."""
        with self._at(path) as (name, handle):
            os.symlink(target, name, dir_fd=handle)

    def make_folders(self, folder: str, modes: dict[str, int] | None = None) -> list[str]:
        """Make a folder and those above it that are missing; return them. `modes` are those to give them."""
        made: list[str] = []
        path = ""
        for part in folder.split("/") if folder else []:
            path = f"{path}/{part}" if path else part
            with self._at(path) as (name, handle):
                try:
                    os.mkdir(name, NEW_FOLDER_MODE, dir_fd=handle)
                except FileExistsError:
                    continue
            made.append(path)
            if modes and path in modes:
                self._set_folder_mode(path, modes[path])
        return made

    def _set_folder_mode(self, path: str, mode: int) -> None:
        with self._at(path + "/x") as (_, handle):
            target: int | Path = handle if handle is not None else self.root / path
            with suppress(OSError):
                os.chmod(target, stat.S_IMODE(mode))

    def remove_folder(self, folder: str) -> bool:
        """Remove an empty folder; whether it is gone. Raises OSError where it is empty and stays."""
        try:
            with self._at(folder) as (name, handle):
                os.rmdir(name, dir_fd=handle)
        except OSError as error:
            if error.errno in (errno.ENOENT, errno.ENOTEMPTY, errno.EEXIST, errno.ENOTDIR):
                return False
            raise
        return True

    def remove_tree(self, folder: str) -> None:
        """Remove a folder with all that is in it, as far as that can be done; links are not followed."""
        with suppress(OSError, RefusedError), self._at(folder) as (name, handle):
            if handle is None:
                shutil.rmtree(name, ignore_errors=True)
            else:
                shutil.rmtree(name, ignore_errors=True, dir_fd=handle)

    def names(self, folder: str) -> list[str]:
        """Return the names in a folder; none where it is not there or is a link."""
        try:
            with self._at(folder + "/x") as (path, handle):
                return sorted(os.listdir(handle if handle is not None else os.path.dirname(path)))
        except (OSError, RefusedError):
            return []

    @contextmanager
    def opened_folder(self, folder: str) -> Iterator[str]:
        """Open a folder, and yield a path to that very folder for a library that takes paths alone.

        Where the system has no such path, it is the folder's usual one.
        """
        with self._at(folder + "/x") as (_, handle):
            own = f"/proc/self/fd/{handle}"
            yield own if handle is not None and os.path.isdir(own) else str(self.root / folder)

    def sync(self, folder: str) -> None:
        """Wait until renames in a folder are on the disk, where the system has such a call."""
        with self._at(folder + "/x" if folder else "x") as (_, handle):
            if handle is not None:
                os.fsync(handle)

    def open_own(self, path: str) -> int:
        """Return a handle to a file of Yandrel's own, made if need be.

        Raises SpecialFileError where it is a link, has a second name elsewhere, or is no plain file.
        """
        with self._at(path) as (name, handle):
            try:
                opened = os.open(name, os.O_RDWR | os.O_CREAT | NO_FOLLOW | NO_WAIT, 0o644, dir_fd=handle)
            except OSError as error:
                if error.errno in (errno.ELOOP, errno.ENXIO, errno.EISDIR):
                    raise SpecialFileError(path) from error
                raise
        found = os.fstat(opened)
        if not stat.S_ISREG(found.st_mode) or found.st_nlink > 1:
            os.close(opened)
            raise SpecialFileError(path)
        return opened


def _open_inner(outer: int, name: str, path: str) -> int:
    """Open a folder inside an open one, and close that."""
    try:
        inner = os.open(name, FOLDER, dir_fd=outer)
    except OSError as error:
        if error.errno in (errno.ELOOP, errno.ENOTDIR) and _is_link_at(outer, name):
            raise _behind_link(path) from error
        raise
    os.close(outer)
    return inner


def _is_link_at(handle: int, name: str) -> bool:
    with suppress(OSError):
        return _is_link(os.stat(name, dir_fd=handle, follow_symlinks=False))
    return False


def _is_link(found: os.stat_result) -> bool:
    """Whether something is a link, or on Windows another kind of pointer to elsewhere."""
    reparse = getattr(found, "st_file_attributes", 0) & getattr(stat, "FILE_ATTRIBUTE_REPARSE_POINT", 0)
    return stat.S_ISLNK(found.st_mode) or bool(reparse)


def _behind_link(path: str) -> RefusedError:
    return RefusedError("is behind a link", where=path, todo="name the folder that the link leads to")


def read_plain(place: str | Path, limit: int = -1) -> bytes:
    """Return the bytes of a plain file, at most `limit` of them.

    Links are followed, but nothing is waited for. Raises OSError, SpecialFileError for what is no plain file.
    """
    try:
        opened = os.open(place, os.O_RDONLY | NO_WAIT | BINARY)
    except OSError as error:
        if error.errno in (errno.ENXIO, errno.EISDIR):
            raise SpecialFileError(str(place)) from error
        raise
    except ValueError as error:
        raise FileNotFoundError(errno.ENOENT, "has no such name", str(place)) from error
    with os.fdopen(opened, "rb") as file:
        if not stat.S_ISREG(os.fstat(opened).st_mode):
            raise SpecialFileError(str(place))
        return file.read(limit)


__all__ = ["RootFolder", "SpecialFileError", "read_plain"]
