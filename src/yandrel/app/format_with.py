"""Format the files of a change with the user's own formatter, before the change is carried out for good.

The formatter works on real files beside its own settings: the change is carried out, formatted, taken back
with all that the formatter touched, and planned anew with the formatted texts, which must be proved as
the unformatted ones were. What is journalled then is one change.
"""

import shlex
from dataclasses import replace

from yandrel.app.then import Runner, carry_out_step, take_back
from yandrel.app.workspace import Workspace
from yandrel.errors import RefusedError
from yandrel.files.rooted import RootFolder
from yandrel.moves.apply import apply_changes
from yandrel.moves.journal import Record
from yandrel.moves.plan import ChangePlan, FileChange
from yandrel.moves.proof import prove


def format_plan(workspace: Workspace, plan: ChangePlan, formatter: str, run: Runner, command: str) -> None:
    """Replace the new texts in a plan by what a formatter makes of them.

    Raises TakenBackError where the formatter fails, RefusedError where its texts mean something else.
    """
    fresh = [c.new for c in plan.files if c.new and c.edited and c.after is not None]
    if not fresh:
        return
    words = f"{formatter} {' '.join(shlex.quote(path) for path in fresh)}"
    number = apply_changes(workspace.root, plan.files, plan.title, command, then=words)
    files = RootFolder(workspace.root)
    formatted: dict[str, bytes] = {}

    def read_and_take_back(record: Record) -> None:
        formatted.update({path: files.read(path) for path in fresh if files.is_file(path)})
        take_back(workspace, record)

    carry_out_step(workspace, number, words, run, 1, 1, read_and_take_back)
    lost = sorted(set(fresh) - formatted.keys())
    if lost:
        raise RefusedError(f"`{formatter}` removed it", where=lost[0], todo="nothing was changed")
    plan.files = [_with_text(change, formatted) for change in plan.files]
    proof = prove(workspace.index, plan)
    if proof.refusals:
        first = proof.refusals[0]
        raise RefusedError(
            f"after `{formatter}`: {first.why}",
            where=f"{first.unit}:{first.line}" if first.line else first.unit,
            todo="nothing was changed",
            reasons=tuple(dict.fromkeys(refusal.one_line() for refusal in proof.refusals)),
        )


def _with_text(change: FileChange, formatted: dict[str, bytes]) -> FileChange:
    return replace(change, after=formatted[change.new]) if change.new in formatted else change
