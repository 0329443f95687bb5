"""Open the application, choose an output format and print results, for all commands."""

import os
import sys
import time
from collections.abc import Callable
from typing import Any

import click

from yandrel.app.workspace import Workspace
from yandrel.render.escape import escape_controls, escape_report
from yandrel.render.protocol import Style

format_option = click.option(
    "--format", "form", type=click.Choice(["text", "json"]), default="text", help="How to show it."
)


class ProgressLine:
    """One line on standard error that tells how far the reading is, where it takes over a second."""

    def __init__(self) -> None:
        self.start = time.monotonic()
        self.shown = 0.0

    def __call__(self, done: int, total: int) -> None:
        now = time.monotonic()
        if done == total and self.shown:
            click.echo("\r" + " " * 40 + "\r", nl=False, err=True)
        elif now - self.start > 1 and now - self.shown > 0.1:
            self.shown = now
            click.echo(f"\rreading {done:,} of {total:,} files", nl=False, err=True)


def open_workspace(root: str | None, writes: bool = False) -> Workspace:
    """Open the application; a reading command reports a change that was cut off."""
    workspace = Workspace.open(root)
    if sys.stderr.isatty():
        workspace.progress = ProgressLine()
    if not writes:
        record = workspace.cut_off()
        if record is not None:
            tell(
                f"change {record.number} ({record.title}) was cut off half-way: "
                "`yandrel undo` takes it back, `yandrel undo --finish` finishes it"
            )
    for number, why in workspace.journal.unreadable():
        tell(f"{why}; change {number} can be neither undone nor finished")
    return workspace


def tell(message: str) -> None:
    """Print a line on standard error, whatever characters are in it."""
    click.echo(f"yandrel: {escape_controls(message)}", err=True)


def style_of_terminal() -> Style:
    """Return how standard output is to look."""
    terminal = sys.stdout.isatty()
    colour = terminal and not os.environ.get("NO_COLOR") and os.environ.get("TERM") != "dumb"
    width = _columns() if terminal else 80
    return Style(max(60, min(width, 110)), colour, cuts=terminal)


def _columns() -> int:
    """Return how many columns the terminal has."""
    import shutil

    return shutil.get_terminal_size((80, 24)).columns


def show(report: Any, form: str, render: Callable[[Any, Style], str]) -> None:
    """Print a result in the form asked for."""
    if form == "json":
        from yandrel.render.json_text import render_json

        click.echo(render_json(report))
    else:
        style = style_of_terminal()
        text = render(escape_report(report, sys.stdout.isatty()), style)
        click.echo(text, nl=False, color=style.colour)
