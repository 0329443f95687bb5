"""yandrel move."""

import sys

import click

from yandrel.cli.common import format_option, open_workspace, show
from yandrel.cli.running import command_runner


@click.command("move")
@click.argument("words", nargs=-1, metavar="[SOURCE]... [TARGET]")
@click.option("--list", "move_list", metavar="FILE", help="Carry out a move list, step by step.")
@click.option("--imports", "style", type=click.Choice(["rooted", "relative"]),
              help="Write all imports of own code from the root, or relative to the file.")  # fmt: skip
@click.option("--preview", is_flag=True, help="Show the diff, and change nothing.")
@click.option("--then", metavar="COMMAND", help="Run this after each step; take it back if that fails.")
@click.option("--format-with", "formatter", metavar="COMMAND",
              help="Run your formatter on the changed files, as a part of the change.")  # fmt: skip
@click.option("--no-new-findings", is_flag=True, help="Refuse a move that adds findings.")
@click.option("--keep-routes", is_flag=True, help="Refuse a move that changes the route table.")
@click.option("--leave-forwarding", is_flag=True,
              help="Let the old files hand on what left them, until nothing names it there.")  # fmt: skip
@format_option
@click.pass_obj
def command(
    root: str | None,
    words: tuple[str, ...],
    move_list: str | None,
    style: str | None,
    preview: bool,
    then: str | None,
    formatter: str | None,
    no_new_findings: bool,
    keep_routes: bool,
    leave_forwarding: bool,
    form: str,
) -> None:
    """Move files, folders or definitions, every reference along.

    SOURCE is a path, a definition in a file (models.py:Hive), or a qualified name. A TARGET that
    ends in a slash is a folder to move into; without one it is the new name. Without a TARGET,
    SOURCE goes home. Several sources go to one place together; definitions that are the same become one
    where TARGET names a definition. With --imports nothing moves: all imports are written in one style.
    """
    from yandrel.app.move import MoveRequest, move
    from yandrel.render.change_text import render_move

    workspace = open_workspace(root, writes=True)
    if words and move_list:
        raise click.UsageError("name a SOURCE or a move list, not both")
    if formatter and (preview or style):
        raise click.UsageError("--format-with works on files that are written: leave --preview and --imports")
    if style:
        if words or move_list or no_new_findings:
            raise click.UsageError("--imports rewrites the whole application, so it takes no SOURCE or list")
        from yandrel.app.import_style import restyle_imports
        from yandrel.app.writing import Manner

        call = "yandrel " + " ".join(sys.argv[1:])
        manner = Manner(preview, then or "", call, command_runner(workspace.root), keep_routes)
        show(restyle_imports(workspace, style, manner), form, render_move)
        return
    request = MoveRequest(
        pairs=_pair(words),
        move_list=move_list or "",
        preview=preview,
        then=then or "",
        formatter=formatter or "",
        no_new_findings=no_new_findings,
        keep_routes=keep_routes,
        leave_forwarding=leave_forwarding,
        command="yandrel " + " ".join(sys.argv[1:]),
    )

    show(move(workspace, request, command_runner(workspace.root)), form, render_move)


def _pair(words: tuple[str, ...]) -> tuple[tuple[str, str | None], ...]:
    """Return each source with its target, which is none where it goes home."""
    if len(words) < 2:
        return tuple((word, None) for word in words)
    *sources, target = words
    if len(sources) > 1 and not (target.endswith(("/", "\\")) or all(":" in source for source in sources)):
        raise click.UsageError(
            f"{target} is the place of one file: several go into a folder, which ends in a slash,"
            " and definitions into a file"
        )
    return tuple((source, target) for source in sources)
