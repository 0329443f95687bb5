"""Carrying out changes that are no moves: preview, the user's own command afterwards, the journal."""

from dataclasses import dataclass, replace
from pathlib import Path

from yandrel.app.route_effect import RouteWatch, refuse_other_routes
from yandrel.app.then import Runner, carry_out_step
from yandrel.app.workspace import Workspace
from yandrel.errors import RefusedError
from yandrel.files.lock import hold_lock
from yandrel.files.paths import check_path
from yandrel.model.results import RouteEffect
from yandrel.moves.apply import apply_changes
from yandrel.moves.diff import unified_diff
from yandrel.moves.plan import FileChange, contents_after
from yandrel.moves.proof import find_unreadable


@dataclass(frozen=True)
class Manner:
    """Options of a change: preview only, a command to run after it, the call that was made.

    Where it `keeps_routes`, a change of the route table is refused.
    """

    preview: bool = False
    then: str = ""
    command: str = ""
    run: Runner | None = None
    keeps_routes: bool = False

    def running(self, run: Runner) -> "Manner":
        """Return the same with what runs the command."""
        return replace(self, run=run)


@dataclass(frozen=True)
class Written:
    """The outcome of a change: its journal number (0 for a preview), the diff, the command's output."""

    number: int
    diff: str
    output: str = ""
    routes: RouteEffect | None = None


def write_changes(workspace: Workspace, files: list[FileChange], title: str, manner: Manner) -> Written:
    """Show a change or carry it out; raises TakenBackError where the user's command fails after it.

    Raises RefusedError where the route table would be another one, and the manner is to keep it.
    """
    for change in files:
        check_path(change.new or change.old)
    worse = find_unreadable(workspace.index, files)
    if worse:
        raise RefusedError(
            f"a fault of Yandrel's own: {worse[0].why}", where=worse[0].unit,
            todo="nothing was changed; please report it",
        )  # fmt: skip
    watch = RouteWatch(workspace, always=manner.keeps_routes)
    if manner.keeps_routes:
        refuse_other_routes(watch.after_changes(contents_after(files)), title)
    if manner.preview:
        return Written(0, unified_diff(files), routes=watch.after_changes(contents_after(files)))
    with hold_lock(workspace.root):
        number = apply_changes(
            workspace.root, files, title, manner.command, then=manner.then if manner.run is not None else ""
        )
        output = ""
        if manner.then and manner.run is not None:
            output = carry_out_step(workspace, number, manner.then, manner.run, 1, 1)
    return Written(number, "", output, watch.as_it_is())


def new_files(root: Path, texts: dict[str, str]) -> list[FileChange]:
    """Return the changes that write files which are not there yet."""
    return [FileChange("", path, None, text.encode(), 0o644, True, 1) for path, text in sorted(texts.items())]
