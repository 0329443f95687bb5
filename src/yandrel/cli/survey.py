"""yandrel survey."""

import click

from yandrel.cli.common import format_option, open_workspace, show


@click.command("survey")
@click.argument("paths", nargs=-1)
@click.option("--why", is_flag=True, help="List every file with the evidence for its role.")
@format_option
@click.pass_obj
def command(root: str | None, paths: tuple[str, ...], why: bool, form: str) -> None:
    """Look: what is here, by role and by concept, and how it is arranged.

    PATHS are the files and folders that --why lists; naming one asks for it.
    """
    from yandrel.app.survey import survey
    from yandrel.render.survey_text import render_files, render_survey

    listed = [path.removeprefix("./") for path in paths]
    report = survey(open_workspace(root), why or bool(paths), listed)
    show(report, form, render_files if paths else render_survey)
