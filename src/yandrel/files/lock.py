"""One writer at a time."""

import json
import os
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from yandrel.errors import RefusedError


def state_folder(root: Path) -> Path:
    """Return `.yandrel/`, made if need be, keeping itself out of version control."""
    folder = root / ".yandrel"
    folder.mkdir(exist_ok=True)
    ignore = folder / ".gitignore"
    if not ignore.exists():
        ignore.write_text("*\n", encoding="utf-8")
    return folder


@contextmanager
def hold_lock(root: Path) -> Iterator[None]:
    """Keep every other writing Yandrel out; raises RefusedError where one is at work."""
    try:
        path = state_folder(root) / "lock"
        handle = os.open(path, os.O_RDWR | os.O_CREAT, 0o644)
    except OSError as error:
        raise RefusedError(
            f"cannot write below {root.name}/.yandrel ({error.strerror})",
            todo="make the folder writable",
        ) from error
    try:
        _lock_or_refuse(handle)
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
