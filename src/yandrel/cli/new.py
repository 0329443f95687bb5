"""yandrel new."""

import sys
from pathlib import Path
from typing import Any

import click

from yandrel.cli.common import format_option, open_workspace, show
from yandrel.cli.running import command_runner


@click.command("new")
@click.argument("what")
@click.argument("name", required=False, default="")
@click.option("--layout", default="role-first", metavar="NAME", help="app: the built-in layout to follow.")
@click.option("--language", default="python", metavar="NAME", help="app: the language to write it in.")
@click.option("--framework", default="", metavar="NAME", help="The framework whose customs are followed.")
@click.option("--domain", default="notes", metavar="NAME", help="app: the domain that it starts with.")
@click.option("--fields", default="", metavar="LIST", help='What it holds: "weight: float, taken_on: date".')
@click.option("--from", "table", default="", metavar="FILE:TABLE", help="What it holds, read from SQL.")
@click.option("--like", default="", metavar="MODEL", help="A domain or file to take as the model.")
@click.option("--preview", is_flag=True, help="Show the change as a diff, and write nothing.")
@click.option("--then", default="", metavar="COMMAND", help="Run this after it; take all back if it fails.")
@click.option("--keep-routes", is_flag=True, help="Refuse what changes the route table.")
@format_option
@click.pass_obj
def command(
    root: str | None, /, what: str, name: str, form: str, preview: bool, then: str, keep_routes: bool,
    **said: Any,
) -> None:  # fmt: skip
    """Make something new, where the layout says that it belongs, and wire it up.

    \b
    new app NAME                an application that starts, answers and passes its own tests
    new domain NAME             all roles of a domain, mounted under its prefix
    new action DOMAIN/ACTION    the pieces of one action across the roles of a domain
    new ROLE NAME               one unit of a role: new controller inspection
    new layout-test             a test of the application's own that fails with the findings of a check

    Fields have a type: text, integer, float, decimal, boolean, date, datetime; with a question
    mark they may be empty. With --like, a domain or unit of the application is the model: its
    units are made anew with all its words changed, in all their forms.
    """
    from yandrel.app.new import NewRequest, new_app, new_domain
    from yandrel.app.writing import Manner
    from yandrel.render.new_text import render_new

    if not name and what != "layout-test":
        raise click.UsageError("Missing argument 'NAME'.")
    if name and what == "layout-test":
        raise click.UsageError("layout-test takes no NAME")
    request = NewRequest(name=name, **said)
    manner = Manner(preview, then, " ".join(["yandrel", *sys.argv[1:]]), keeps_routes=keep_routes)
    if what == "app":
        place = Path(root) if root else Path.cwd()
        report = new_app(place, request, manner.running(command_runner(place / name)))
    else:
        workspace = open_workspace(root, writes=True)
        manner = manner.running(command_runner(workspace.root))
        if what == "layout-test":
            from yandrel.app.new_layout_test import new_layout_test

            report = new_layout_test(workspace, manner)
        elif what == "domain":
            report = new_domain(workspace, request, manner)
        elif what == "action":
            from yandrel.app.new_action import new_action

            report = new_action(workspace, request, manner)
        else:
            from yandrel.app.new_unit import new_unit

            report = new_unit(workspace, what, request, manner)
    show(report, form, render_new)
