"""The user's own command after a change: when it fails, all is as before, what it touched included."""

from collections.abc import Callable

from yandrel.app.workspace import Workspace
from yandrel.errors import RefusedError, StoppedError, TakenBackError
from yandrel.moves.apply import mark_done
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
) -> str:
    """Run the command; take the change back and raise TakenBackError when it fails.

    The change is done only when the command has succeeded: a cut before that is found by the next call.
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
        take_back_with_command(journal, record, sources)
        raise StoppedError(
            f"interrupted while `{command}` ran; the change and what the command did were taken back"
        ) from error
    except BaseException:
        take_back_with_command(journal, record, sources)
        raise
    if status == 0:
        mark_done(journal, change)
        return output
    take_back_with_command(journal, record, sources)
    step = f" after step {number} of {steps}" if steps > 1 else ""
    tail = "\n".join(output.splitlines()[-LAST_LINES:])
    raise TakenBackError(
        f"`{command}` failed with status {status}{step}; that change was taken back"
        + (f"\n{tail}" if tail else "")
    )
