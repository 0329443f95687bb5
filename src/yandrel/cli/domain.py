"""yandrel domain."""

import sys

import click

from yandrel.cli.common import format_option, open_workspace, show
from yandrel.cli.running import command_runner


@click.group("domain")
def command() -> None:
    """Show everything of one domain, or take it out."""


@command.command("show")
@click.argument("name")
@format_option
@click.pass_obj
def show_command(root: str | None, name: str, form: str) -> None:
    """Show all that belongs to the domain NAME: files by role, tests, routes, and its ties to others."""
    from yandrel.app.domain import show_domain
    from yandrel.render.domain_text import render_domain

    show(show_domain(open_workspace(root), name), form, render_domain)


@command.command("remove")
@click.argument("name")
@click.option("--carry-out", is_flag=True, help="Do it; without this, it is only shown.")
@click.option("--cut", "cuts", is_flag=True, help="Cut its mounts and registrations, and what only it used.")
@click.option("--preview", is_flag=True, help="Show the change as a diff, and write nothing.")
@click.option("--then", default="", metavar="COMMAND", help="Run this after it; take all back if it fails.")
@format_option
@click.pass_obj
def remove_command(
    root: str | None, name: str, carry_out: bool, cuts: bool, preview: bool, then: str, form: str
) -> None:
    """Show what would go with the domain NAME, and each line outside that still needs it.

    With --carry-out its files and tests are deleted, which is refused while something needs them. With --cut
    the lines go along that only mount or register it elsewhere, and files that nothing else uses.
    """
    from yandrel.app.domain import remove_domain
    from yandrel.app.writing import Manner
    from yandrel.render.domain_text import render_removal

    workspace = open_workspace(root, writes=True)
    manner = Manner(preview, then, " ".join(["yandrel", *sys.argv[1:]]), command_runner(workspace.root))
    show(remove_domain(workspace, name, carry_out or bool(then), manner, cuts), form, render_removal)
