"""Taking changes back, to the byte."""

from dataclasses import dataclass

from yandrel.errors import CallError, RefusedError
from yandrel.moves.apply import apply_changes, strange_files
from yandrel.moves.journal import Journal, Record, current_digest
from yandrel.moves.plan import FileChange


@dataclass(frozen=True, slots=True)
class Choices:
    """The user's choice for files edited since the change: keep them, or discard the edits."""

    keep: frozenset[str] = frozenset()
    discard: frozenset[str] = frozenset()


def undo_change(journal: Journal, record: Record, choices: Choices = Choices()) -> list[str]:
    """Put everything back that a change changed; return the paths that are as before again.

    Raises RefusedError, naming the files, where one has been edited since and nothing was said of it, and
    where an original in the journal is damaged.
    """
    known = {path for entry in record.entries for path in (entry.old, entry.new) if path}
    unknown = sorted((choices.keep | choices.discard) - known)
    if unknown:
        raise CallError(f"is no file of change {record.number}", where=unknown[0])
    whole = journal.is_done(record.number)
    strange = edited_since(journal, record) if whole else strange_files(journal, record)
    strange = [path for path in strange if path not in choices.keep | choices.discard]
    if strange:
        what = "edited since" if whole else "neither as before the change nor as after it"
        raise RefusedError(
            f"{what}: " + ", ".join(strange),
            todo="say --keep FILE to leave a file as it is, or --discard FILE to lose those edits",
        )
    files = reversed_changes(journal, record, choices)
    apply_changes(journal.root, files, f"undo of {record.title}", "undo", undoes=record)
    return sorted(change.new for change in files if change.new)


def edited_since(journal: Journal, record: Record) -> list[str]:
    """Return the files that are not as the change left them."""
    after: dict[str, str] = {}
    for entry in record.entries:
        if entry.old:
            after.setdefault(entry.old, "")
    for entry in record.entries:
        if entry.new:
            after[entry.new] = entry.after
    return sorted(p for p, wanted in after.items() if current_digest(journal.files, p) != wanted)


def reversed_changes(journal: Journal, record: Record, choices: Choices) -> list[FileChange]:
    """Return the changes that take one back from what is there now."""
    restored: dict[str, tuple[bytes, int]] = {}
    for position, entry in enumerate(record.entries):
        if entry.old and entry.old not in choices.keep and entry.new not in choices.keep:
            restored[entry.old] = (journal.original(record, position), entry.mode)
    gone = {
        entry.new
        for entry in record.entries
        if entry.new and entry.new not in restored and entry.new not in choices.keep
    }
    changes: list[FileChange] = []
    for path, (data, mode) in sorted(restored.items()):
        before = journal.files.read(path) if journal.files.is_file(path) else None
        changes.append(FileChange(path if before is not None else "", path, before, data, mode))
    for path in sorted(gone):
        if journal.files.is_file(path):
            changes.append(FileChange(path, "", journal.files.read(path), None))
    return changes
