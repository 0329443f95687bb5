"""yandrel move."""

import sys

import click

from yandrel.cli.common import format_option, open_workspace, show
from yandrel.cli.running import command_runner


@click.command("move")
@click.argument("source", required=False)
@click.argument("target", required=False)
@click.option("--list", "move_list", metavar="FILE", help="Carry out a move list, step by step.")
@click.option("--imports", "style", type=click.Choice(["rooted", "relative"]),
              help="Write all imports of own code from the root, or relative to the file.")  # fmt: skip
@click.option("--preview", is_flag=True, help="Show the diff, and change nothing.")
@click.option("--then", metavar="COMMAND", help="Run this after each step; take it back if that fails.")
@click.option("--format-with", "formatter", metavar="COMMAND",
              help="Run your formatter on the changed files, as a part of the change.")  # fmt: skip
@click.option("--no-new-findings", is_flag=True, help="Refuse a move that adds findings.")
@click.option("--keep-routes", is_flag=True, help="Refuse a move that changes the route table.")
@format_option
@click.pass_obj
def command(
    root: str | None,
    source: str | None,
    target: str | None,
    move_list: str | None,
    style: str | None,
    preview: bool,
    then: str | None,
    formatter: str | None,
    no_new_findings: bool,
    keep_routes: bool,
    form: str,
) -> None:
    """Move a unit, a folder or a definition, every reference along.

    SOURCE is a path, a definition in a file (models.py:Hive), or a qualified name. A TARGET that
    ends in a slash is a folder to move into; without one it is the new name. Without a TARGET,
    SOURCE goes home. With --imports nothing moves: all imports are written in one style.
    """
    from yandrel.app.move import MoveRequest, move
    from yandrel.render.change_text import render_move

    workspace = open_workspace(root, writes=True)
    if source and move_list:
        raise click.UsageError("name a SOURCE or a move list, not both")
    if formatter and (preview or style):
        raise click.UsageError("--format-with works on files that are written: leave --preview and --imports")
    if style:
        if source or move_list or no_new_findings:
            raise click.UsageError("--imports rewrites the whole application, so it takes no SOURCE or list")
        from yandrel.app.import_style import restyle_imports
        from yandrel.app.writing import Manner

        words = "yandrel " + " ".join(sys.argv[1:])
        manner = Manner(preview, then or "", words, command_runner(workspace.root), keep_routes)
        show(restyle_imports(workspace, style, manner), form, render_move)
        return
    request = MoveRequest(
        pairs=((source, target),) if source else (),
        move_list=move_list or "",
        preview=preview,
        then=then or "",
        formatter=formatter or "",
        no_new_findings=no_new_findings,
        keep_routes=keep_routes,
        command="yandrel " + " ".join(sys.argv[1:]),
    )

    show(move(workspace, request, command_runner(workspace.root)), form, render_move)
