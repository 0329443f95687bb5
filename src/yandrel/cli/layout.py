"""yandrel layout."""

import click

from yandrel.cli.common import format_option, open_workspace, show


@click.command("layout")
@click.argument("name", required=False)
@click.option("--language", default="python", metavar="NAME", help="The language that it is for.")
@click.option("--framework", default="", metavar="NAME", help="The framework whose customs it follows.")
@click.option("--app", "app", default="App", metavar="NAME", help="The application's name, to fill in.")
@format_option
@click.pass_obj
def command(root: str | None, name: str | None, language: str, framework: str, app: str, form: str) -> None:
    """Show the layout in force, and where each line of it comes from.

    With a NAME (role-first, domain-first, rings, command-query), print that built-in layout as a
    yandrel.toml, ready to paste: what each folder is for, when it pays and when it does not.
    """
    from yandrel.app.layout import print_builtin, show_layout
    from yandrel.render.layout_text import render_layout

    report = print_builtin(name, language, framework, app) if name else show_layout(open_workspace(root))
    show(report, form, render_layout)
