"""Undo: changes taken back, to the byte."""

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass

from msgspec import structs

from yandrel.app.route_effect import RouteWatch, refuse_other_routes
from yandrel.app.workspace import Workspace
from yandrel.errors import CallError, RefusedError, StoppedError, YandrelError
from yandrel.files.lock import hold_lock
from yandrel.model.results import FORMAT_VERSION, HistoryRow, UndoReport
from yandrel.moves.apply import finish_cut_off
from yandrel.moves.diff import unified_diff
from yandrel.moves.journal import Record
from yandrel.moves.plan import FileChange, contents_after
from yandrel.moves.saved import restore_after_command, take_back_with_command
from yandrel.moves.undo import Choices, reversed_changes, undo_change


@dataclass(frozen=True)
class UndoRequest:
    """A request to undo changes, with the choices for files that were edited since."""

    back_to: int = 0
    keep: tuple[str, ...] = ()
    discard: tuple[str, ...] = ()
    finish: bool = False
    preview: bool = False
    keep_routes: bool = False


def history(workspace: Workspace) -> UndoReport:
    """Return the changes that can be undone, newest first."""
    rows = [_row(record) for record in workspace.journal.history()]
    return UndoReport(FORMAT_VERSION, [], [], rows)


def undo(workspace: Workspace, request: UndoRequest) -> UndoReport:
    """Take back the last change, or all from the one numbered `back_to` on.

    A change that was cut off is taken back first, or finished where that is asked for.
    """
    if request.keep_routes and (request.finish or request.back_to):
        raise CallError("--keep-routes takes back the last change only", todo="leave --to and --finish away")
    watch = RouteWatch(workspace, always=request.keep_routes)
    if request.preview or request.keep_routes:
        record, files = _planned(workspace, request)
        if request.keep_routes:
            refuse_other_routes(watch.after_changes(contents_after(files)), record.title)
        if request.preview:
            return UndoReport(FORMAT_VERSION, [], [], [_row(record)], diff=unified_diff(files))
    report = _take_back(workspace, request)
    return structs.replace(report, routes=watch.as_it_is()) if report.undone else report


def _take_back(workspace: Workspace, request: UndoRequest) -> UndoReport:
    journal = workspace.journal
    with hold_lock(workspace.root):
        cut_off = journal.cut_off()
        choices = Choices(frozenset(request.keep), frozenset(request.discard))
        if request.finish:
            if cut_off is None:
                raise CallError("no change was cut off", todo="there is nothing to finish")
            if journal.read_saved(cut_off.number) is not None:
                restore_after_command(journal, cut_off, workspace.layout.sources)
            finish_cut_off(journal, cut_off)
            return UndoReport(FORMAT_VERSION, [], [], [], finished=cut_off.number)
        if cut_off is not None:
            if cut_off.undoes:
                finish_cut_off(journal, cut_off)
                row = _row(journal.read(cut_off.undoes))
                return UndoReport(FORMAT_VERSION, [row], [e.new for e in cut_off.entries if e.new], [])
            if journal.read_saved(cut_off.number) is not None:
                restored = take_back_with_command(journal, cut_off, workspace.layout.sources)
            else:
                restored = undo_change(journal, cut_off, choices)
            return UndoReport(FORMAT_VERSION, [_row(cut_off)], restored, [])
        records = journal.history()
        if not records:
            raise RefusedError("there is no change to undo")
        chosen = records[:1]
        if request.back_to:
            if request.back_to not in {record.number for record in records}:
                raise CallError(
                    f"no change {request.back_to} that could be undone",
                    todo="see `yandrel undo --history`",
                )
            chosen = [record for record in records if record.number >= request.back_to]
        undone: list[HistoryRow] = []
        restored = []
        for record in chosen:
            with _tell_undone(undone):
                restored += undo_change(journal, record, choices if len(chosen) == 1 else Choices())
            undone.append(_row(record))
        return UndoReport(FORMAT_VERSION, undone, sorted(set(restored)), [])


@contextmanager
def _tell_undone(undone: list[HistoryRow]) -> Iterator[None]:
    """Add to an error which later changes were taken back before it."""
    try:
        yield
    except YandrelError as error:
        if undone:
            numbers = ", ".join(str(row.number) for row in undone)
            error.todo = f"changes taken back before it: {numbers}; then `yandrel undo` again"
        raise
    except KeyboardInterrupt as error:
        numbers = ", ".join(str(row.number) for row in undone)
        raise StoppedError(f"interrupted; changes taken back: {numbers or 'none'}") from error


def _planned(workspace: Workspace, request: UndoRequest) -> tuple[Record, list[FileChange]]:
    """Return the change that is to be taken back, and what that does."""
    journal = workspace.journal
    records = journal.history()
    if not records:
        raise RefusedError("there is no change to undo")
    record = next((r for r in records if r.number == request.back_to), records[0])
    choices = Choices(frozenset(request.keep), frozenset(request.discard))
    return record, reversed_changes(journal, record, choices)


def _row(record: Record) -> HistoryRow:
    return HistoryRow(record.number, record.time, record.title, len(record.entries), record.step)
