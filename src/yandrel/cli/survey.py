"""yandrel survey."""

import click

from yandrel.cli.common import format_option, open_workspace, show


@click.command("survey")
@click.argument("paths", nargs=-1)
@click.option("--why", is_flag=True, help="List every file with the evidence for its role.")
@click.option("--domains", "list_domains", is_flag=True,
              help="Show the list of domains as lines of yandrel.toml, to edit and confirm.")  # fmt: skip
@click.option("--against", default="", metavar="REVISION|LAYOUT",
              help="Compare the figures with those of a git revision, or of a layout to come.")  # fmt: skip
@format_option
@click.pass_obj
def command(
    root: str | None, paths: tuple[str, ...], why: bool, list_domains: bool, against: str, form: str
) -> None:
    """Look: what is here, by role and by concept, and how it is arranged.

    PATHS are the files and folders that --why lists; naming one asks for it.
    """
    from yandrel.app.survey import compare_survey, domains, survey
    from yandrel.render.comparison_text import render_comparison
    from yandrel.render.domains_text import render_domains
    from yandrel.render.survey_text import render_files, render_survey

    if list_domains:
        show(domains(open_workspace(root)), form, render_domains)
        return
    if against:
        if why or paths:
            raise click.UsageError("--against compares the whole application, so it takes no paths or --why")
        show(compare_survey(open_workspace(root), against), form, render_comparison)
        return
    listed = [path.removeprefix("./") for path in paths]
    report = survey(open_workspace(root), why or bool(paths), listed)
    show(report, form, render_files if paths else render_survey)
