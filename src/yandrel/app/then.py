"""The user's own command after a step: when it fails, all is as before, what it touched included."""

import os
from collections.abc import Callable
from pathlib import Path

from yandrel.app.workspace import Workspace
from yandrel.errors import TakenBackError
from yandrel.index.code import walk_sources
from yandrel.model.project import SourceRoot
from yandrel.moves.undo import Choices, undo_change

LAST_LINES = 30
Runner = Callable[[str], tuple[int, str]]


def carry_out_step(
    workspace: Workspace,
    change: int,
    command: str,
    run: Runner,
    number: int,
    steps: int,
) -> str:
    """Run the command; take the change back and raise TakenBackError when it fails."""
    sources = workspace.layout.sources
    saved = save_files(workspace.root, sources)
    try:
        status, output = run(command)
    except BaseException:
        restore_files(workspace.root, saved, sources)
        _undo(workspace, change)
        raise
    if status == 0:
        return output
    restore_files(workspace.root, saved, sources)
    _undo(workspace, change)
    step = f" after step {number} of {steps}" if steps > 1 else ""
    tail = "\n".join(output.splitlines()[-LAST_LINES:])
    raise TakenBackError(
        f"`{command}` failed with status {status}{step}; that change was taken back"
        + (f"\n{tail}" if tail else "")
    )


def _undo(workspace: Workspace, change: int) -> None:
    journal = workspace.journal
    undo_change(journal, journal.read(change), Choices())


def save_files(root: Path, sources: tuple[SourceRoot, ...]) -> dict[str, tuple[bytes, int]]:
    """Return the contents and modes of all files that count, before a command may touch them."""
    saved: dict[str, tuple[bytes, int]] = {}
    for path in walk_sources(root, sources).files:
        place = root / path
        saved[path] = (place.read_bytes(), place.stat().st_mode)
    return saved


def restore_files(root: Path, saved: dict[str, tuple[bytes, int]], sources: tuple[SourceRoot, ...]) -> None:
    """Put every file back that a command changed or deleted, and remove those that it made."""
    now = set(walk_sources(root, sources).files)
    for path, (data, mode) in saved.items():
        place = root / path
        if path in now and place.stat().st_size == len(data) and place.read_bytes() == data:
            continue
        place.parent.mkdir(parents=True, exist_ok=True)
        place.write_bytes(data)
        os.chmod(place, mode & 0o7777)
    for path in now - set(saved):
        (root / path).unlink(missing_ok=True)
