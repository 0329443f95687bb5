"""yandrel adopt."""

from pathlib import Path
from typing import TYPE_CHECKING

import click

from yandrel.cli.common import format_option, open_workspace, show
from yandrel.errors import CallError
from yandrel.render.escape import escape_controls

if TYPE_CHECKING:
    from yandrel.model.results import Question

SKIP = "skip"
SHOWN_FILES = 4


@click.command("adopt")
@click.option("--replace", is_flag=True, help="Write it anew where there is one already.")
@click.option("--accept", is_flag=True, help="Accept what does not fit, so that `check` is clean.")
@click.option("--preview", is_flag=True, help="Show what would be written, and write nothing.")
@click.option("--ask", is_flag=True, help="Ask about files whose role is not told.")
@click.option("--answers", metavar="FILE", help="Take the answers to these questions from a file.")
@format_option
@click.pass_obj
def command(
    root: str | None, replace: bool, accept: bool, preview: bool, ask: bool, answers: str | None, form: str
) -> None:
    """Write the layout that the application has into a yandrel.toml.

    The comments in it say how many units fit each pattern, how many imports follow each line,
    and how many do not.
    """
    from yandrel.app.adopt import adopt, read_answers
    from yandrel.render.change_text import render_adopt

    if ask and answers:
        raise click.UsageError("answers come from --ask or from --answers, not from both")
    asked = ask_user if ask else read_answers(Path(answers)) if answers else None
    show(adopt(open_workspace(root, writes=True), replace, accept, preview, asked), form, render_adopt)


def ask_user(question: "Question") -> str:
    """Ask for the role of some files at the terminal; what ends the input leaves it and all others open."""
    from yandrel.app.adopt import check_answer

    count = len(question.files)
    click.echo(
        f"{count} files in {escape_controls(question.folder)}/ {escape_controls(question.common)}:", err=True
    )
    for path in question.files[:SHOWN_FILES]:
        click.echo(f"  {escape_controls(path.rpartition('/')[2])}", err=True)
    if count > SHOWN_FILES:
        click.echo(f"  … and {count - SHOWN_FILES} more", err=True)
    choices = "/".join([*question.roles, SKIP])
    while True:
        try:
            said = click.prompt(f"What are they? [{choices}]", default=SKIP, show_default=False, err=True)
        except click.Abort:
            return ""
        if said.strip() == SKIP:
            return ""
        try:
            return check_answer(said.strip(), "the answer")
        except CallError as error:
            click.echo(error.one_line(), err=True)
