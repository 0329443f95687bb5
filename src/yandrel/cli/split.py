"""yandrel split."""

import sys

import click

from yandrel.cli.common import format_option, open_workspace, show
from yandrel.cli.running import command_runner


@click.command("split")
@click.argument("file")
@click.option("--carry-out", is_flag=True, help="Do it; without this, it is only shown.")
@click.option("--deep", is_flag=True, help="Lift the data work of handlers into services as well.")
@click.option("--by", type=click.Choice(["users", "action", "domain"]), default="users",
              help="FILE:Type: what a wide type is cut along.")  # fmt: skip
@click.option(
    "--layout", default="", metavar="NAME", help="A built-in layout to follow instead of the one in force."
)
@click.option("--keep", multiple=True, metavar="NAME", help="A piece that is to stay.")
@click.option("--preview", is_flag=True, help="Show the change as a diff, and write nothing.")
@click.option("--then", default="", metavar="COMMAND", help="Run this after it; take all back if it fails.")
@click.option("--keep-routes", is_flag=True, help="Refuse a split that changes the route table.")
@format_option
@click.pass_obj
def command(
    root: str | None, file: str, carry_out: bool, deep: bool, by: str, layout: str, keep: tuple[str, ...],
    preview: bool, then: str, keep_routes: bool, form: str,
) -> None:  # fmt: skip
    """Show what a crowded FILE holds by role, and where each piece goes; with --carry-out, do it.

    Models, schemas, the database's set-up, settings, helpers and handlers go to their homes; handlers
    come to routers of their own, mounted where the application is made, so that every route is the
    same as before. What cannot leave stays, and why is said.

    With FILE:Type, cut a wide interface or class into narrow ones, along who calls what. The type
    itself stays as the sum of its parts; who needs only one part names only that one.
    """
    from yandrel.app.split import SplitRequest, split_file
    from yandrel.app.writing import Manner
    from yandrel.render.split_text import render_split

    workspace = open_workspace(root, writes=True)
    said = " ".join(["yandrel", *sys.argv[1:]])
    manner = Manner(preview, then, said, command_runner(workspace.root), keep_routes)
    if ":" in file:
        from yandrel.app.split_type import split_type
        from yandrel.render.split_text import render_type_split

        show(split_type(workspace, file, by, carry_out or bool(then), manner), form, render_type_split)
        return
    request = SplitRequest(file, layout, deep, keep, carry_out or bool(then))
    show(split_file(workspace, request, manner), form, render_split)
