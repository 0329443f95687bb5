"""What commands share: opening the application, choosing a format, showing results."""

import os
import shutil
import sys
from collections.abc import Callable
from typing import Any

import click

from yandrel.app.workspace import Workspace
from yandrel.render.protocol import Style

format_option = click.option(
    "--format", "form", type=click.Choice(["text", "json"]), default="text", help="How to show it."
)


def open_workspace(root: str | None, writes: bool = False) -> Workspace:
    """Open the application; a reading command reports a change that was cut off."""
    workspace = Workspace.open(root)
    if not writes:
        record = workspace.cut_off()
        if record is not None:
            click.echo(
                f"yandrel: change {record.number} ({record.title}) was cut off half-way: "
                "`yandrel undo` takes it back, `yandrel undo --finish` finishes it",
                err=True,
            )
    return workspace


def style_of_terminal() -> Style:
    """Return how standard output is to look."""
    terminal = sys.stdout.isatty()
    colour = terminal and not os.environ.get("NO_COLOR") and os.environ.get("TERM") != "dumb"
    width = shutil.get_terminal_size((80, 24)).columns if terminal else 80
    return Style(max(60, min(width, 110)), colour)


def show(report: Any, form: str, render: Callable[[Any, Style], str]) -> None:
    """Print a result in the form asked for."""
    if form == "json":
        from yandrel.render.json_text import render_json

        click.echo(render_json(report))
    else:
        style = style_of_terminal()
        click.echo(render(report, style), nl=False, color=style.colour)
