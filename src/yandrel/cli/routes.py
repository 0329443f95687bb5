"""yandrel routes."""

import sys

import click

from yandrel.cli.common import open_workspace, show
from yandrel.errors import FINDINGS


@click.command("routes")
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
@click.pass_obj
def command(
    root: str | None,
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
    from yandrel.app.routes import Wanted, routes, save_table
    from yandrel.render.openapi import render_openapi
    from yandrel.render.routes_text import render_routes

    workspace = open_workspace(root)
    wanted = Wanted(under, method, domain, guard, file.removeprefix("./"))
    report = routes(workspace, wanted, against)
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
