"""yandrel survey."""

import click

from yandrel.cli.common import format_option, open_workspace, show


@click.command("survey")
@click.option("--why", is_flag=True, help="List every file with the evidence for its role.")
@format_option
@click.pass_obj
def command(root: str | None, why: bool, form: str) -> None:
    """Look: what is here, by role and by concept, and how it is arranged."""
    from yandrel.app.survey import survey
    from yandrel.render.survey_text import render_survey

    show(survey(open_workspace(root), why), form, render_survey)
