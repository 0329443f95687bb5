"""The user's own command after a change: when it fails, all is as before, what it touched included."""

from collections.abc import Callable

from yandrel.app.workspace import Workspace
from yandrel.errors import HalfDoneError, RefusedError, StoppedError, TakenBackError
from yandrel.moves.apply import BY_COMMAND, mark_done
from yandrel.moves.journal import Record
from yandrel.moves.saved import save_files, take_back_with_command
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
    finish: Callable[[Record], None] | None = None,
) -> str:
    """Run the command; take the change back and raise TakenBackError when it fails.

    The change is done only when the command has succeeded: a cut before that is found by the next call.
    `finish` is called instead of calling it done.
    """
    journal = workspace.journal
    record = journal.read(change)
    sources = workspace.layout.sources
    try:
        save_files(journal, change, sources)
    except (OSError, KeyboardInterrupt) as error:
        undo_change(journal, record, Choices())
        why = f"({error.strerror})" if isinstance(error, OSError) else "(interrupted)"
        raise RefusedError(
            f"the files cannot be saved before `{command}` runs {why}", todo="nothing was changed"
        ) from error
    try:
        status, output = run(command)
    except KeyboardInterrupt as error:
        take_back(workspace, record)
        raise StoppedError(
            f"interrupted while `{command}` ran; the change and what the command did were taken back"
        ) from error
    except BaseException:
        take_back(workspace, record)
        raise
    if status == 0:
        if finish is not None:
            finish(record)
        else:
            mark_done(journal, change)
        return output
    take_back(workspace, record)
    step = f" after step {number} of {steps}" if steps > 1 else ""
    tail = "\n".join(output.splitlines()[-LAST_LINES:])
    raise TakenBackError(
        f"`{command}` failed with status {status}{step}; that change was taken back"
        + (f"\n{tail}" if tail else "")
    )


def take_back(workspace: Workspace, record: Record) -> None:
    """Take a change back with what the command did; raises HalfDoneError where that cannot be written."""
    try:
        take_back_with_command(workspace.journal, record, workspace.layout.sources)
    except (OSError, RefusedError) as error:
        why = error.what if isinstance(error, RefusedError) else str(error.strerror)
        raise HalfDoneError(
            f"`{record.then}` failed; change {record.number} and what it did could not be taken back ({why})",
            todo=BY_COMMAND,
        ) from error
