"""yandrel routes, routes move, routes guard."""

import sys
from collections.abc import Callable
from typing import Any

import click

from yandrel.cli.common import format_option, open_workspace, show
from yandrel.cli.running import command_runner
from yandrel.errors import FINDINGS


@click.group("routes", invoke_without_command=True)
@click.option("--under", default="", metavar="PREFIX", help="Show only the routes below this path.")
@click.option("--method", default="", metavar="METHOD", help="Show only the routes of this HTTP method.")
@click.option("--domain", default="", metavar="NAME", help="Show only the routes of this domain.")
@click.option("--guard", default="", metavar="NAME", help="Show only the routes that pass this guard.")
@click.option(
    "--file", "file", default="", metavar="PATH", help="Show only the routes of this file or folder."
)
@click.option("--by", type=click.Choice(["domain", "mount", "resource"]), default="domain",
              help="How to group them; by resource gives a matrix of resources and methods.")  # fmt: skip
@click.option("--save", default="", metavar="FILE", help="Write the table to a file, to compare with later.")
@click.option("--against", default="", metavar="FILE|REVISION",
              help="Show what changed since a saved table or a git revision.")  # fmt: skip
@click.option("--format", "form", type=click.Choice(["text", "json", "openapi"]), default="text",
              help="How to show it.")  # fmt: skip
@click.pass_context
def command(
    context: click.Context,
    under: str,
    method: str,
    domain: str,
    guard: str,
    file: str,
    by: str,
    save: str,
    against: str,
    form: str,
) -> None:
    """List what the application answers: method, path, handler, guards.

    The source is read, never run. The status is 1 where --against finds differences.
    """
    if context.invoked_subcommand is not None:
        return
    from yandrel.app.routes import Wanted, differences, routes, save_table
    from yandrel.render.openapi import render_openapi
    from yandrel.render.routes_text import render_routes

    workspace = open_workspace(context.obj)
    wanted = Wanted(under, method, domain, guard, file.removeprefix("./"))
    compared = bool(against) and form == "text" and not save
    report = differences(workspace, against) if compared else routes(workspace, wanted, against)
    if save:
        save_table(workspace, save)
        click.echo(f"{report.total} routes saved in {save}")
        return
    if form == "openapi":
        click.echo(render_openapi(report))
    else:
        show(report, form, lambda result, style: render_routes(result, style, by))
    if report.changes:
        sys.exit(FINDINGS)


def _edit_options(function: Callable[..., None]) -> Callable[..., None]:
    """Add the options of what changes a group of routes."""
    for option in (
        click.pass_obj,
        format_option,
        click.option(
            "--then", default="", metavar="COMMAND", help="Run this after it; take all back if it fails."
        ),
        click.option("--preview", is_flag=True, help="Show the change as a diff, and write nothing."),
    ):
        function = option(function)
    return function


@command.command("move")
@click.argument("old", metavar="PREFIX")
@click.argument("new", metavar="NEW_PREFIX")
@_edit_options
def move(root: str | None, old: str, new: str, preview: bool, then: str, form: str) -> None:
    """Give the routes below a prefix another one: `yandrel routes move /hives /colonies`.

    The table is read before and after; where any other route would change, too, nothing is written.
    URLs that are written out elsewhere (templates, clients, tests) are listed.
    """
    from yandrel.app.route_prefix import move_routes

    _edit(root, preview, then, form, lambda workspace, manner: move_routes(workspace, old, new, manner))


@command.command("guard")
@click.argument("prefix", metavar="PREFIX")
@click.argument("guard", metavar="GUARD")
@_edit_options
def guard(root: str | None, prefix: str, guard: str, preview: bool, then: str, form: str) -> None:
    """Let the routes below a prefix pass a guard: `yandrel routes guard /keepers signed_in`.

    GUARD is a middleware, dependency or policy as the code calls it; it is put on the group's mount
    where that holds no other route, else on the class, else on each route.
    """
    from yandrel.app.route_guard import guard_routes

    _edit(root, preview, then, form, lambda workspace, manner: guard_routes(workspace, prefix, guard, manner))


def _edit(root: str | None, preview: bool, then: str, form: str, change: Callable[..., Any]) -> None:
    """Carry out a change of a group of routes, or show it."""
    from yandrel.app.writing import Manner
    from yandrel.render.route_effect import render_route_edit

    workspace = open_workspace(root, writes=True)
    manner = Manner(preview, then, " ".join(["yandrel", *sys.argv[1:]]), command_runner(workspace.root))
    show(change(workspace, manner), form, render_route_edit)
