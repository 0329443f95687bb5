"""Yandrel's own folder below the root, and one writer at a time."""

import json
import os
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from pathlib import Path

from yandrel.errors import RefusedError
from yandrel.files.rooted import RootFolder

STATE = ".yandrel"


def make_state_folder(files: RootFolder) -> None:
    """Make `.yandrel/` if need be, keeping itself out of version control.

    Raises OSError, or RefusedError where it is a link.
    """
    files.make_folders(STATE)
    if not files.is_folder(STATE):
        raise RefusedError("is not a plain folder", where=STATE, todo="remove it: Yandrel makes its own")
    with suppress(FileExistsError):
        if files.stat(f"{STATE}/.gitignore") is None:
            files.create(f"{STATE}/.gitignore", b"*\n")


@contextmanager
def hold_lock(root: Path) -> Iterator[None]:
    """Keep every other writing Yandrel out; raises RefusedError where one is at work."""
    files = RootFolder(root)
    try:
        make_state_folder(files)
        handle = files.open_own(f"{STATE}/lock")
    except OSError as error:
        raise RefusedError(
            f"cannot write below {STATE} ({error.strerror})",
            where=error.filename if isinstance(error.filename, str) else "",
            todo="make the folder writable, and remove what is no plain file in it",
        ) from error
    try:
        _lock_or_refuse(handle)
        with suppress(OSError):  # only for people who look who holds it
            os.ftruncate(handle, 0)
            os.write(handle, json.dumps({"process": os.getpid()}).encode())
        yield
    finally:
        os.close(handle)


def _lock_or_refuse(handle: int) -> None:
    try:
        if os.name == "nt":  # pragma: no cover
            import msvcrt

            msvcrt.locking(handle, msvcrt.LK_NBLCK, 1)  # type: ignore[attr-defined]
        else:
            import fcntl

            fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError as error:
        raise RefusedError(
            "another yandrel is changing this application", todo="wait until it is done"
        ) from error
