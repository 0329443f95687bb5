"""All files that count, saved while the user's own command runs, and put back when it fails.

What is not saved, and so not put back: ignored files, and folders of version control.
"""

import os
from collections.abc import Iterator
from contextlib import suppress
from pathlib import Path

from yandrel.files.rooted import RootFolder
from yandrel.files.walk import ALWAYS_OUT
from yandrel.index.scanning import walk_sources
from yandrel.model.project import SourceRoot
from yandrel.moves.apply import apply_changes
from yandrel.moves.journal import Journal, Record, Saved, SavedFile, digest
from yandrel.moves.plan import FileChange
from yandrel.moves.undo import Choices, reversed_changes

State = dict[str, tuple[bytes, int]]
"""Contents and modes of files by path."""


def save_files(journal: Journal, number: int, sources: tuple[SourceRoot, ...]) -> None:
    """Keep all files that are not ignored in the journal; raises OSError where that cannot be done."""
    tree = walk_sources(journal.root, sources)
    saved = Saved([], _links(journal.files, tree.ignored), _folders(journal.root))

    def contents() -> Iterator[bytes]:
        start = 0
        for path in tree.files:
            with suppress(FileNotFoundError):
                data = journal.files.read(path)
                found = journal.files.stat(path)
                mode = found.st_mode & 0o7777 if found is not None else 0o644
                saved.files.append(SavedFile(path, start, len(data), mode, digest(data)))
                start += len(data)
                yield data

    journal.save(number, saved, contents())


def take_back_with_command(journal: Journal, record: Record, sources: tuple[SourceRoot, ...]) -> list[str]:
    """Undo a change together with all that the command after it did; return the paths put back.

    It is one journalled change: a cut in it is found by the next call. Raises RefusedError where what
    was saved is damaged.
    """
    found = journal.read_saved(record.number)
    if found is None:
        raise ValueError(f"nothing was saved for change {record.number}")
    wanted = _state(*found)
    for change in _reversals(journal, record, wanted):
        if change.new and change.after is not None:
            wanted[change.new] = (change.after, change.mode)
    named = {path for entry in record.entries for path in (entry.old, entry.new) if path}
    changes = _changes_to(journal, wanted, named, found[0], sources)
    made = _restore_folders(journal, found[0], set(record.made))
    apply_changes(
        journal.root, changes, f"undo of {record.title}", "undo", undoes=record, emptied=made
    )  # fmt: skip
    return sorted(change.new for change in changes if change.new)


def restore_after_command(journal: Journal, record: Record, sources: tuple[SourceRoot, ...]) -> None:
    """Put back what a command did that was cut off; the change before it stays."""
    found = journal.read_saved(record.number)
    if found is None:
        return
    changes = _changes_to(journal, _state(*found), set(), found[0], sources)
    made = _restore_folders(journal, found[0], set())
    if changes or made:
        title = f"what `{record.then}` did, taken back"
        apply_changes(journal.root, changes, title, "undo --finish", emptied=made)


def _reversals(journal: Journal, record: Record, wanted: State) -> list[FileChange]:
    """Take what a change made out of a state, and return the changes that put its originals back."""
    for entry in record.entries:
        if entry.new:
            wanted.pop(entry.new, None)
    return reversed_changes(journal, record, Choices())


def _state(saved: Saved, data: bytes) -> State:
    return {f.path: (data[f.start : f.start + f.length], f.mode) for f in saved.files}


def _changes_to(
    journal: Journal, wanted: State, named: set[str], saved: Saved, sources: tuple[SourceRoot, ...]
) -> list[FileChange]:
    """Return the changes from what is there to a state; links and folders in the way are removed.

    `named` are paths that are looked at even where they are ignored.
    """
    files = journal.files
    for path in wanted:
        _clear_way(files, path)
    tree = walk_sources(journal.root, sources)
    for path in _links(files, tree.ignored):
        if path not in saved.links:
            files.remove(path)
    changes: list[FileChange] = []
    for path in sorted({*wanted, *tree.files, *named}):
        before = files.read(path) if files.is_file(path) else None
        after, mode = wanted.get(path, (None, 0o644))
        found = files.stat(path)
        same_mode = found is None or after is None or found.st_mode & 0o7777 == mode
        if before != after or not same_mode:
            changes.append(
                FileChange(path if before is not None else "", path if after is not None else "",
                           before, after, mode)
            )  # fmt: skip
    return changes


def _clear_way(files: RootFolder, path: str) -> None:
    """Remove a link, a special file or a folder that has come into the place of a file or of its folders."""
    folder = ""
    for part in path.split("/")[:-1]:
        folder = f"{folder}/{part}" if folder else part
        if files.stat(folder) is not None and not files.is_folder(folder):
            files.remove(folder)
    if files.is_folder(path):
        files.remove_tree(path)
    elif files.stat(path) is not None and not files.is_file(path):
        files.remove(path)


def _restore_folders(journal: Journal, saved: Saved, gone: set[str]) -> list[str]:
    """Make links and folders again that a command removed; return the folders that it made.

    Those are removed with the change that follows, so that a cut before its end is found.
    """
    files = journal.files
    for folder in saved.folders:
        if folder not in gone and files.stat(folder) is None:
            files.make_folders(folder)
    for path, target in saved.links.items():
        if files.read_link(path) != target and not files.is_folder(path):
            files.remove(path)
            files.make_folders(path.rpartition("/")[0])
            files.make_link(path, target)
    return sorted(set(_folders(journal.root)) - set(saved.folders))


def _links(files: RootFolder, ignored: set[str]) -> dict[str, str]:
    """Return the links among what does not count, with what they lead to."""
    found = {path.rstrip("/"): files.read_link(path.rstrip("/")) for path in ignored}
    return {path: target for path, target in found.items() if target is not None}


def _folders(root: Path) -> list[str]:
    """Return all folders but those that are always left out."""
    found = []
    for place, folders, _ in os.walk(root):
        folders[:] = sorted(folder for folder in folders if folder not in ALWAYS_OUT)
        found += [os.path.relpath(os.path.join(place, f), root).replace(os.sep, "/") for f in folders]
    return found
