"""Writing a file so that it is there whole or not at all."""

import os
import stat
from pathlib import Path


def write_synced(path: Path, data: bytes, mode: int | None = None) -> None:
    """Write `data` to `path` and wait until it is on the disk."""
    with open(path, "wb") as handle:
        handle.write(data)
        handle.flush()
        os.fsync(handle.fileno())
    if mode is not None:
        os.chmod(path, stat.S_IMODE(mode))


def sync_folder(path: Path) -> None:
    """Make renames in a folder last; a no-op where the system has no such call."""
    if os.name == "nt":  # pragma: no cover
        return
    handle = os.open(path, os.O_RDONLY)
    try:
        os.fsync(handle)
    finally:
        os.close(handle)
