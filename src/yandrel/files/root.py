"""Find the root folder of an application."""

from pathlib import Path

from yandrel.errors import CallError

CONFIG_NAME = "yandrel.toml"


def find_root(start: Path, given: str | None = None) -> Path:
    """Return the folder given, else the nearest with a yandrel.toml, else the checkout's top."""
    if given is not None:
        root = Path(given)
        if not root.is_dir():
            raise CallError("no such folder", where=given, todo="name the application's own folder")
        return root.resolve()
    start = start.resolve()
    upwards = [start, *start.parents]
    for marker in (CONFIG_NAME, ".git"):
        for folder in upwards:
            if (folder / marker).exists():
                return folder
    return start
