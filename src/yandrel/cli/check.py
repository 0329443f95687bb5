"""yandrel check."""

import sys
from collections.abc import Callable

import click

from yandrel.cli.common import open_workspace, show
from yandrel.errors import FINDINGS
from yandrel.model.results import CheckAllReport, CheckReport
from yandrel.render.escape import escape_report

FORMATS = ("text", "json", "lines", "sarif", "junit")
Reports = list[tuple[str, CheckReport]]


@click.command("check")
@click.argument("paths", nargs=-1)
@click.option("--accept", is_flag=True, help="Write today's findings down; only new ones fail then.")
@click.option("--rule", "rules", multiple=True, metavar="RULE", help="Show this rule's findings only.")
@click.option("--all", "full", is_flag=True, help="Show every finding of one cause, not the first few.")
@click.option("--explain", metavar="RULE", help="Tell what a rule is for, with examples, and stop.")
@click.option("--against", default="", metavar="REVISION",
              help="Show only what came since this git revision.")  # fmt: skip
@click.option("--staged", is_flag=True, help="Judge what is staged in git's index, not the work tree.")
@click.option("--rank-fixes", "rank", is_flag=True,
              help="Plan the fix of every finding, and list those first that end most.")  # fmt: skip
@click.option("--min-covered", "least", type=click.IntRange(0, 100), metavar="N",
              help="Fail where the rules cover less than N percent of the files.")  # fmt: skip
@click.option("--format", "form", type=click.Choice(FORMATS), default="text", help="How to show it.")
@click.pass_obj
def command(
    root: str | None,
    paths: tuple[str, ...],
    accept: bool,
    rules: tuple[str, ...],
    full: bool,
    explain: str | None,
    against: str,
    staged: bool,
    rank: bool,
    least: int | None,
    form: str,
) -> None:
    """Compare imports, places, names and shapes with the layout.

    PATHS limit what is shown to files and folders. Where folders below have a yandrel.toml of their own,
    each is checked by its own. The status is 1 where there are findings.
    """
    from yandrel.app.applications import check_all
    from yandrel.app.check import CheckRequest
    from yandrel.app.check import explain as explain_rule
    from yandrel.app.fixes import BUDGET

    if explain is not None:
        click.echo(f"{explain}: {explain_rule(explain)}")
        return
    if accept and staged:
        raise click.UsageError(
            "--accept writes down the work tree's findings, so it does not go with --staged"
        )
    workspace = open_workspace(root, writes=accept)
    quick = accept or staged or form == "lines"
    request = CheckRequest(
        accept=accept,
        only=rules,
        paths=tuple(path.removeprefix("./") for path in paths),
        against=against,
        staged=staged,
        planning=None if rank else 0.0 if quick else BUDGET,
        suppressed=form == "sarif",
    )
    result = check_all(workspace, request)
    _show(result, form, full)
    reports = [application.report for application in result.applications]
    _fail_uncovered(reports, least)
    if any(report.findings for report in reports):
        sys.exit(FINDINGS)


def _show(result: CheckAllReport, form: str, full: bool) -> None:
    """Print one report, or those of several applications."""
    if form in PROGRAMS:
        click.echo(PROGRAMS[form]([(a.folder, a.report) for a in _escaped(result).applications]), nl=False)
        return
    from yandrel.render.check_text import render_check, render_checks

    only = result.applications[0] if len(result.applications) == 1 else None
    if only is not None and not only.folder:
        show(only.report, form, lambda report, style: render_check(report, style, full))
    else:
        show(result, form, lambda report, style: render_checks(report, style, full))


def _escaped(result: CheckAllReport) -> CheckAllReport:
    """Return a result for other programs: control characters in names and code are written out."""
    return escape_report(result, False)


def _lines(reports: Reports) -> str:
    from yandrel.render.check_lines import render_lines

    return render_lines(reports)


def _sarif(reports: Reports) -> str:
    from yandrel import __version__
    from yandrel.app.check import rule_texts
    from yandrel.render.check_sarif import render_sarif

    return render_sarif(reports, rule_texts(), __version__)


def _junit(reports: Reports) -> str:
    from yandrel.render.check_junit import render_junit

    return render_junit(reports)


PROGRAMS: dict[str, Callable[[Reports], str]] = {"lines": _lines, "sarif": _sarif, "junit": _junit}
"""The formats that other programs read."""


def _fail_uncovered(reports: list[CheckReport], least: int | None) -> None:
    """Exit where the rules cover less than a percentage of the files."""
    files = sum(report.units for report in reports)
    covered = sum(report.covered for report in reports)
    if least is not None and covered * 100 < least * files:
        click.echo(
            f"yandrel: the rules cover {covered * 100 // files} percent of the files, less than {least}; "
            "`yandrel survey --why` lists the others",
            err=True,
        )
        sys.exit(FINDINGS)
