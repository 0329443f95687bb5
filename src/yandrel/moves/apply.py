"""Carrying a plan out through the journal, and finishing or taking back one that was cut off."""

import os
from datetime import UTC, datetime
from pathlib import Path

from yandrel.errors import RefusedError
from yandrel.files import write
from yandrel.moves.journal import (
    VERSION,
    Content,
    Entry,
    Journal,
    Record,
    current_digest,
    digest,
    remove_empty_folders,
)
from yandrel.moves.plan import FileChange


def apply_changes(
    root: Path, files: list[FileChange], title: str, command: str, undoes: int = 0, step: str = ""
) -> int:
    """Carry changes out; return their number in the journal.

    Raises RefusedError where a file is not as it was planned with, before anything is changed.
    """
    journal = Journal(root)
    check_unchanged(root, files)
    contents = [
        Content(Entry(c.old, c.new, digest(c.before), digest(c.after), c.mode), c.before, c.after)
        for c in files
    ]
    number = journal.next_number()
    now = datetime.now(UTC).isoformat(timespec="seconds")
    record = Record(VERSION, number, title, command, now, [c.entry for c in contents], undoes, step)
    _check_writable(root, files)
    journal.prepare(record, contents)
    carry_out(journal, record)
    return number


def check_unchanged(root: Path, files: list[FileChange]) -> None:
    """Refuse where a file has changed since the plan was made."""
    leaving = {change.old for change in files if change.old}
    for change in files:
        if change.old and current_digest(root / change.old) != digest(change.before):
            raise RefusedError("has changed in the meantime", where=change.old, todo="try again")
        if change.new and change.new != change.old and change.new not in leaving:
            place = root / change.new
            if place.exists() and not _is_case_rename(root, change):
                raise RefusedError("has come about in the meantime", where=change.new)


def _is_case_rename(root: Path, change: FileChange) -> bool:
    if not change.old or change.old.lower() != change.new.lower():
        return False
    return (root / change.old).samefile(root / change.new)


def _check_writable(root: Path, files: list[FileChange]) -> None:
    for change in files:
        for path in (change.old, change.new):
            if not path:
                continue
            folder = (root / path).parent
            while not folder.exists():
                folder = folder.parent
            if not os.access(folder, os.W_OK | os.X_OK):
                where = folder.relative_to(root).as_posix() if folder != root else "."
                raise RefusedError("the folder cannot be written", where=where)


def carry_out(journal: Journal, record: Record) -> None:
    """Put the new contents in place, then delete; each step can be repeated after a cut."""
    root = journal.root
    place = journal.place(record.number)
    for position, entry in enumerate(record.entries):
        if not entry.new:
            continue
        source, target = place / "after" / str(position), root / entry.new
        if not source.exists():
            continue
        target.parent.mkdir(parents=True, exist_ok=True)
        if _differs_in_case(root, entry):
            os.replace(root / entry.old, target)
        os.replace(source, target)
    staying = {entry.new for entry in record.entries if entry.new}
    for entry in record.entries:
        if entry.old and entry.old not in staying and not _differs_in_case(root, entry):
            (root / entry.old).unlink(missing_ok=True)
    remove_empty_folders(root, [e.old for e in record.entries if e.old and e.old != e.new])
    for folder in {(root / e.new).parent for e in record.entries if e.new}:
        write.sync_folder(folder)
    if record.undoes:
        journal.mark(record.undoes, "undone")
    journal.mark(record.number, "done")
    journal.tidy(record.number)


def _differs_in_case(root: Path, entry: Entry) -> bool:
    if not entry.old or not entry.new or entry.old == entry.new:
        return False
    if entry.old.lower() != entry.new.lower():
        return False
    first, second = root / entry.old, root / entry.new
    return first.exists() and second.exists() and first.samefile(second)


def finish_cut_off(journal: Journal, record: Record) -> None:
    """Finish a change that was cut off; refuses where a file is neither as before nor as after."""
    strange = strange_files(journal, record)
    if strange:
        raise RefusedError(
            "a change was cut off, and these files are neither as before it nor as after it: "
            + ", ".join(strange),
            todo="put them right by hand, or name them with --keep",
        )
    carry_out(journal, record)


def strange_files(journal: Journal, record: Record) -> list[str]:
    """Return the files of a change that hold something that the journal does not know."""
    root = journal.root
    expected: dict[str, set[str]] = {}
    for entry in record.entries:
        if entry.old:
            expected.setdefault(entry.old, {""}).add(entry.before)
        if entry.new:
            expected.setdefault(entry.new, {""}).add(entry.after)
    return sorted(path for path, digests in expected.items() if current_digest(root / path) not in digests)
