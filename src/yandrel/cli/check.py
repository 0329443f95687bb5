"""yandrel check."""

import sys

import click

from yandrel.cli.common import open_workspace, show
from yandrel.errors import FINDINGS


@click.command("check")
@click.argument("paths", nargs=-1)
@click.option("--accept", is_flag=True, help="Write today's findings down; only new ones fail then.")
@click.option("--rule", "rules", multiple=True, metavar="RULE", help="Show this rule's findings only.")
@click.option("--all", "full", is_flag=True, help="Show every finding of one cause, not the first few.")
@click.option("--explain", metavar="RULE", help="Tell what a rule is for, with examples, and stop.")
@click.option("--against", default="", metavar="REVISION",
              help="Show only what came since this git revision.")  # fmt: skip
@click.option("--rank-fixes", "rank", is_flag=True,
              help="Plan the fix of every finding, and list those first that end most.")  # fmt: skip
@click.option("--min-covered", "least", type=click.IntRange(0, 100), metavar="N",
              help="Fail where the rules cover less than N percent of the files.")  # fmt: skip
@click.option("--format", "form", type=click.Choice(["text", "json", "lines"]), default="text",
              help="How to show it.")  # fmt: skip
@click.pass_obj
def command(
    root: str | None,
    paths: tuple[str, ...],
    accept: bool,
    rules: tuple[str, ...],
    full: bool,
    explain: str | None,
    against: str,
    rank: bool,
    least: int | None,
    form: str,
) -> None:
    """Compare imports, places, names and shapes with the layout.

    PATHS limit what is shown to units and folders. The status is 1 where there are findings.
    """
    from yandrel.app.check import check
    from yandrel.app.check import explain as explain_rule
    from yandrel.app.fixes import BUDGET
    from yandrel.render.check_lines import render_lines
    from yandrel.render.check_text import render_check

    if explain is not None:
        click.echo(f"{explain}: {explain_rule(explain)}")
        return
    workspace = open_workspace(root, writes=accept)
    planning = None if rank else 0.0 if accept or form == "lines" else BUDGET
    report = check(workspace, accept, rules, [p.removeprefix("./") for p in paths], against, planning)
    if form == "lines":
        show(report, "text", render_lines)
    else:
        show(report, form, lambda result, style: render_check(result, style, full))
    if least is not None and report.covered * 100 < least * report.units:
        share = report.covered * 100 // report.units
        click.echo(
            f"yandrel: the rules cover {share} percent of the files, less than {least}; "
            "`yandrel survey --why` lists the others",
            err=True,
        )
        sys.exit(FINDINGS)
    if report.findings:
        sys.exit(FINDINGS)
