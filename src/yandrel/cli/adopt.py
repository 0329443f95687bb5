"""yandrel adopt."""

import click

from yandrel.cli.common import format_option, open_workspace, show


@click.command("adopt")
@click.option("--replace", is_flag=True, help="Write it anew where there is one already.")
@click.option("--accept", is_flag=True, help="Accept what does not fit, so that `check` is clean.")
@click.option("--preview", is_flag=True, help="Show what would be written, and write nothing.")
@format_option
@click.pass_obj
def command(root: str | None, replace: bool, accept: bool, preview: bool, form: str) -> None:
    """Write the layout that the application has into a yandrel.toml.

    The comments in it say how many units fit each pattern, how many imports follow each line,
    and how many do not.
    """
    from yandrel.app.adopt import adopt
    from yandrel.render.change_text import render_adopt

    show(adopt(open_workspace(root, writes=True), replace, accept, preview), form, render_adopt)
