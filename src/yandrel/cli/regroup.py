"""yandrel regroup."""

import sys
import time

import click

from yandrel.cli.common import format_option, open_workspace, show
from yandrel.cli.running import command_runner


class _StepLine:
    """One line on standard error that tells which domain is being planned, where it takes over a second."""

    def __init__(self) -> None:
        self.start = time.monotonic()

    def __call__(self, done: int, total: int, domain: str) -> None:
        if time.monotonic() - self.start < 1:
            return
        text = f"planning {domain} ({done + 1} of {total})" if done < total else ""
        click.echo(f"\r{text[:60]:<60}\r", nl=False, err=True)


@click.command("regroup")
@click.option("--to", required=True, metavar="LAYOUT",
              help="A built-in layout, or a file with the text of a yandrel.toml.")  # fmt: skip
@click.option("--only", multiple=True, metavar="DOMAIN", help="Move the files of this domain alone.")
@click.option("--write-list", "list_file", metavar="FILE", help="Write the moves as a list, to edit.")
@click.option("--carry-out", is_flag=True, help="Do it, a step a domain; without this, it is only shown.")
@click.option("--then", metavar="COMMAND", help="Run this after each step; take that back if it fails.")
@click.option("--format-with", "formatter", metavar="COMMAND",
              help="Run your formatter on the changed files, as a part of each step.")  # fmt: skip
@click.option("--no-new-findings", is_flag=True, help="Refuse steps that add findings.")
@click.option("--keep-routes", is_flag=True, help="Refuse steps that change the route table.")
@click.option("--leave-forwarding", is_flag=True,
              help="Let the old files hand on what left them, until nothing names it there.")  # fmt: skip
@click.option("--files", is_flag=True, help="Show every file with its place.")
@format_option
@click.pass_obj
def command(
    root: str | None, to: str, only: tuple[str, ...], list_file: str | None, carry_out: bool,
    then: str | None, formatter: str | None, no_new_findings: bool, keep_routes: bool,
    leave_forwarding: bool, files: bool, form: str,
) -> None:  # fmt: skip
    """Show the way from the arrangement that there is to another one; with --carry-out, go it.

    Each file goes where the layout has its role and its domain, every reference along, in one step a
    domain; each step is proved, and can be undone alone. A built-in layout says the folders, and files keep
    their names; a file says the names, too. What cannot move stays, and why is said.
    """
    from yandrel.app.regroup import RegroupRequest, regroup
    from yandrel.render.regroup_text import render_regroup, render_regroup_files

    if (then or formatter or no_new_findings or leave_forwarding) and not carry_out:
        raise click.UsageError(
            "--then, --format-with, --no-new-findings and --leave-forwarding belong to --carry-out"
        )
    workspace = open_workspace(root, writes=True)
    request = RegroupRequest(
        to=to,
        only=only,
        list_file=list_file or "",
        carry_out=carry_out,
        then=then or "",
        formatter=formatter or "",
        keep_routes=keep_routes,
        leave_forwarding=leave_forwarding,
        no_new_findings=no_new_findings,
        command="yandrel " + " ".join(sys.argv[1:]),
        progress=_StepLine() if sys.stderr.isatty() else None,
    )
    report = regroup(workspace, request, command_runner(workspace.root))
    show(report, form, render_regroup_files if files else render_regroup)
