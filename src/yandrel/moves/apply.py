"""Carry a plan out through the journal; finish or take back a change that was cut off."""

import os
from collections.abc import Iterable, Sequence
from datetime import UTC, datetime
from pathlib import Path

from yandrel.errors import HalfDoneError, RefusedError, StoppedError
from yandrel.files.interrupts import HeldSignals
from yandrel.files.paths import check_path
from yandrel.files.rooted import RootFolder, SpecialFileError
from yandrel.moves.journal import (
    FIRST_VERSION,
    VERSION,
    Content,
    Entry,
    Journal,
    Record,
    current_digest,
    digest,
)
from yandrel.moves.plan import FileChange

CARRIED_OUT: list[str] = []
"""Titles of the changes of this run, for the message of an interruption that comes after them."""
BY_COMMAND = "`yandrel undo` takes it back, `yandrel undo --finish` finishes it"
COMPILED = "__pycache__"


def apply_changes(
    root: Path,
    files: list[FileChange],
    title: str,
    command: str,
    undoes: Record | None = None,
    step: str = "",
    then: str = "",
    emptied: Sequence[str] = (),
) -> int:
    """Carry changes out; return their number in the journal.

    `emptied` are further folders that the change may remove where they are empty.
    Where `then` is given, the change is not done before `mark_done` says so. Raises RefusedError where
    a file is not as it was planned with or cannot be written; nothing is changed then.
    """
    journal = Journal(root)
    check_writable(journal.files, files)
    check_unchanged(journal.files, files)
    contents = [
        Content(Entry(c.old, c.new, digest(c.before), digest(c.after), c.mode), c.before, c.after)
        for c in files
    ]
    number = journal.next_number()
    now = datetime.now(UTC).isoformat(timespec="seconds")
    entries = [content.entry for content in contents]
    record = Record(VERSION, number, title, command, now, entries, step=step, then=then)
    record.made = _missing_folders(journal.files, (entry.new for entry in entries if entry.new))
    record.folders = _folder_modes(journal.files, (entry.old for entry in entries if entry.old))
    if undoes is not None:
        record.undoes = undoes.number
        record.folders |= undoes.folders
        record.removable = [*undoes.made, *emptied] if undoes.version > FIRST_VERSION else None
    elif emptied:
        record.removable = list(emptied)
    journal.prepare(record, contents)
    with HeldSignals() as held:
        try:
            carry_out(journal, record)
        except (OSError, RefusedError) as error:
            _take_back_at_once(journal, record, error)
        CARRIED_OUT.append(title)
    if held.came:
        what = f"interrupted while change {number} ({title}) was put in place; it was finished first"
        raise StoppedError(what, todo="" if undoes is not None else "`yandrel undo` takes it back")
    return number


def check_writable(files: RootFolder, changes: list[FileChange]) -> None:
    """Refuse a path that leads out of the root, or whose folder cannot be written."""
    for change in changes:
        for path in (change.old, change.new):
            if not path:
                continue
            check_path(path)
            folder = path.rpartition("/")[0]
            while folder and files.stat(folder) is None:
                folder = folder.rpartition("/")[0]
            if not os.access(files.root / folder, os.W_OK | os.X_OK):
                raise RefusedError("the folder cannot be written", where=folder or ".")


def check_unchanged(files: RootFolder, changes: list[FileChange]) -> None:
    """Refuse where a file has changed since the plan was made."""
    leaving = {change.old for change in changes if change.old}
    for change in changes:
        if change.old and current_digest(files, change.old) != digest(change.before):
            raise RefusedError("has changed in the meantime", where=change.old, todo="try again")
        if change.new and change.new != change.old and change.new not in leaving:
            if files.stat(change.new) is not None and not _is_one_file(files, change.old, change.new):
                raise RefusedError("has come about in the meantime", where=change.new)


def _missing_folders(files: RootFolder, paths: Iterable[str]) -> list[str]:
    """Return the folders of some files that are not there yet."""
    missing: set[str] = set()
    for folder in {path.rpartition("/")[0] for path in paths}:
        while folder and folder not in missing and files.stat(folder) is None:
            missing.add(folder)
            folder = folder.rpartition("/")[0]
    return sorted(missing)


def _folder_modes(files: RootFolder, paths: Iterable[str]) -> dict[str, int]:
    """Return the modes of the folders that some files are in."""
    modes: dict[str, int] = {}
    for folder in {path.rpartition("/")[0] for path in paths}:
        while folder and folder not in modes:
            found = files.stat(folder)
            if found is None:
                break
            modes[folder] = found.st_mode & 0o7777
            folder = folder.rpartition("/")[0]
    return modes


def carry_out(journal: Journal, record: Record) -> None:
    """Put the new contents in place, then delete; each step can be repeated after a cut.

    Raises RefusedError where a stored content is damaged, or a folder has become a link.
    """
    files = journal.files
    waiting = [p for p, entry in enumerate(record.entries) if entry.new and journal.check_new(record, p)]
    place = journal.place(record.number)
    for position in waiting:
        entry = record.entries[position]
        files.make_folders(entry.new.rpartition("/")[0], record.folders)
        if _differs_in_case(files, entry):
            files.replace(entry.old, entry.new)
        _refuse_special(files, entry.new)
        files.replace(f"{place}/after/{position}", entry.new)
    staying = {entry.new for entry in record.entries if entry.new}
    leaving = [entry.old for entry in record.entries if entry.old and entry.old not in staying]
    for entry in record.entries:
        if entry.old in leaving and not _differs_in_case(files, entry):
            _refuse_special(files, entry.old)
            files.remove(entry.old)
    remove_empty_folders(files, leaving, record)
    for folder in {entry.new.rpartition("/")[0] for entry in record.entries if entry.new}:
        files.sync(folder)
    if record.undoes:
        journal.mark(record.undoes, "undone")
    if not record.then:
        mark_done(journal, record.number)


def mark_done(journal: Journal, number: int) -> None:
    """Say that all of a change is in place, and drop what only an unfinished one needs."""
    journal.mark(number, "done")
    journal.tidy(number)


def _refuse_special(files: RootFolder, path: str) -> None:
    """Raise SpecialFileError where a link or a folder has come into the place of a file."""
    if files.stat(path) is not None and not files.is_file(path):
        raise SpecialFileError(path)


def _take_back_at_once(journal: Journal, record: Record, error: OSError | RefusedError) -> None:
    """Take back what was carried out before a write failed; raises RefusedError, or HalfDoneError."""
    what = error.what if isinstance(error, RefusedError) else f"cannot be written ({error.strerror})"
    where = error.where if isinstance(error, RefusedError) else _place_of(error)
    try:
        take_back(journal, record)
    except (OSError, RefusedError) as second:
        why = second.what if isinstance(second, RefusedError) else str(second.strerror)
        raise HalfDoneError(
            f"{what}; change {record.number} is half done, and could not be taken back ({why})",
            where=where,
            todo=BY_COMMAND,
        ) from error
    raise RefusedError(what, where=where, todo="nothing was changed") from error


def _place_of(error: OSError) -> str:
    return error.filename if isinstance(error.filename, str) else ""


def take_back(journal: Journal, record: Record) -> None:
    """Put everything back that was carried out of a change, and forget the change.

    The stored originals are renamed into place, which needs no room on the disk.
    """
    files = journal.files
    place = journal.place(record.number)
    if record.undoes:
        files.remove(f"{journal.place(record.undoes)}/undone")
    staying = {entry.old for entry in record.entries if entry.old}
    for entry in record.entries:
        arrived = entry.new and entry.new not in staying
        if arrived and not _is_one_file(files, entry.old, entry.new):
            if current_digest(files, entry.new) == entry.after:
                files.remove(entry.new)
    for position, entry in enumerate(record.entries):
        if not entry.old or current_digest(files, entry.old) == entry.before:
            continue
        journal.original(record, position)
        files.make_folders(entry.old.rpartition("/")[0], record.folders)
        files.replace(f"{place}/before/{position}", entry.old)
    for folder in sorted(record.made, key=len, reverse=True):
        files.remove_folder(folder)
    files.remove_tree(place)


def remove_empty_folders(files: RootFolder, leaving: list[str], record: Record) -> None:
    """Remove folders that files have left and that have nothing but caches of compiled code.

    Where a change is undone, only the folders that it had made are removed.
    """
    removable = record.removable
    if removable is not None:
        for folder in sorted(removable, key=len, reverse=True):
            _remove_if_empty(files, folder)
        return
    for folder in sorted({path.rpartition("/")[0] for path in leaving}, key=len, reverse=True):
        while folder and _remove_if_empty(files, folder):
            folder = folder.rpartition("/")[0]


def _remove_if_empty(files: RootFolder, folder: str) -> bool:
    """Remove a folder that has nothing but caches of compiled code; whether it is gone."""
    if not files.is_folder(folder):
        return False
    names = files.names(folder)
    if any(name != COMPILED for name in names):
        return False
    if names:
        files.remove_tree(f"{folder}/{COMPILED}")
    return files.remove_folder(folder)


def _differs_in_case(files: RootFolder, entry: Entry) -> bool:
    """Whether an entry renames a file by case alone, on a disk that does not tell case apart."""
    if not entry.old or not entry.new or entry.old == entry.new:
        return False
    return entry.old.lower() == entry.new.lower() and _is_one_file(files, entry.old, entry.new)


def _is_one_file(files: RootFolder, old: str, new: str) -> bool:
    """Whether two paths that differ in case name the same file."""
    if not old or not new or old == new or old.lower() != new.lower():
        return False
    first, second = files.stat(old), files.stat(new)
    return first is not None and second is not None and os.path.samestat(first, second)


def finish_cut_off(journal: Journal, record: Record) -> None:
    """Finish a change that was cut off; refuses where a file is neither as before nor as after."""
    strange = strange_files(journal, record)
    if strange:
        raise RefusedError(
            "a change was cut off, and these files are neither as before it nor as after it: "
            + ", ".join(strange),
            todo="put them right by hand, or name them with --keep",
        )
    _check_complete(journal, record)
    with HeldSignals():
        carry_out(journal, record)
        mark_done(journal, record.number)


def _check_complete(journal: Journal, record: Record) -> None:
    """Refuse to finish a change of which a new content is neither stored nor in place."""
    for position, entry in enumerate(record.entries):
        if entry.new and not journal.check_new(record, position):
            if current_digest(journal.files, entry.new) != entry.after:
                raise RefusedError(
                    f"the new text of {entry.new} is neither in the journal nor in place",
                    where=journal.place(record.number), todo="`yandrel undo` takes the change back",
                )  # fmt: skip


def strange_files(journal: Journal, record: Record) -> list[str]:
    """Return the files of a change that hold something that the journal does not know."""
    expected: dict[str, set[str]] = {}
    for entry in record.entries:
        if entry.old:
            expected.setdefault(entry.old, {""}).add(entry.before)
        if entry.new:
            expected.setdefault(entry.new, {""}).add(entry.after)
    return sorted(
        path for path, digests in expected.items() if current_digest(journal.files, path) not in digests
    )
