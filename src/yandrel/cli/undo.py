"""yandrel undo."""

import click

from yandrel.cli.common import format_option, open_workspace, show


@click.command("undo")
@click.option("--history", "list_only", is_flag=True, help="Show the changes that can be undone.")
@click.option("--to", "back_to", type=int, metavar="N", help="Take back all from change N on.")
@click.option("--keep", multiple=True, metavar="FILE", help="Leave this file as it is now.")
@click.option("--discard", multiple=True, metavar="FILE", help="Lose the edits made to it since.")
@click.option("--preview", is_flag=True, help="Show the diff of taking one change back, and stop.")
@click.option("--finish", is_flag=True, help="Finish a change that was cut off half-way.")
@click.option("--keep-routes", is_flag=True, help="Refuse to take back what changes the route table.")
@format_option
@click.pass_obj
def command(
    root: str | None,
    list_only: bool,
    back_to: int | None,
    keep: tuple[str, ...],
    discard: tuple[str, ...],
    finish: bool,
    preview: bool,
    keep_routes: bool,
    form: str,
) -> None:
    """Take the last change back, to the byte.

    Where a file was edited since, nothing is undone until --keep or --discard says what to do.
    """
    from yandrel.app.undo import UndoRequest, history, undo
    from yandrel.render.change_text import render_undo

    workspace = open_workspace(root, writes=True)
    if list_only:
        show(history(workspace), form, render_undo)
        return
    request = UndoRequest(back_to or 0, keep, discard, finish, preview, keep_routes)
    show(undo(workspace, request), form, render_undo)
