"""Adopt: write down the layout that an application already has."""

from collections.abc import Iterable

from yandrel.app.check import CheckRequest, check, write_file
from yandrel.app.judging import is_covered, judge
from yandrel.app.steps import tell_done
from yandrel.app.workspace import Workspace
from yandrel.errors import RefusedError
from yandrel.files.root import CONFIG_NAME
from yandrel.index.code import CodeIndex
from yandrel.layout.config import Layout, parse_layout
from yandrel.model.results import FORMAT_VERSION, AdoptReport, Finding
from yandrel.rules.registry import RULE_NAMES, load_rules
from yandrel.rules.runner import Outcome, run_rules
from yandrel.survey.adoption import correct_adoption, write_adoption
from yandrel.survey.picture import take_picture

HABIT = 5
"""A call that one in so many of the covered files makes is how the application talks, and no leftover."""


def adopt(
    workspace: Workspace, replace: bool = False, accept: bool = False, preview: bool = False
) -> AdoptReport:
    """Write the yandrel.toml that describes the application as it is.

    Raises RefusedError where there is one already and `replace` was not asked for.
    """
    workspace.refuse_if_cut_off()
    present = (workspace.root / CONFIG_NAME).exists()
    if present and not replace and not preview:
        raise RefusedError("is there already", where=CONFIG_NAME, todo="say --replace to write it anew")
    index = workspace.index
    picture = take_picture(index, Layout())
    if not picture.counted():
        raise RefusedError("there is no source code here to describe", where=str(workspace.root.name))
    text, outcome = _judged(index, write_adoption(picture))
    if preview:
        return AdoptReport(FORMAT_VERSION, text, "", len(outcome.findings), 0)
    change = write_file(workspace, CONFIG_NAME, text.encode("utf-8"), "adopt")
    with tell_done([change] if change else []):
        workspace.refresh()
        accepted = 0
        if accept:
            accepted = check(workspace, CheckRequest(accept=True)).accepted
            workspace.refresh()
        left = len(judge(workspace).findings) - accepted
    return AdoptReport(FORMAT_VERSION, text, CONFIG_NAME, left, accepted)


def _judged(index: CodeIndex, text: str) -> tuple[str, Outcome]:
    """Return the text of a yandrel.toml without what does nothing, and the outcome of its rules."""
    layout = parse_layout(text.encode("utf-8"), RULE_NAMES)
    picture = take_picture(index, layout)
    outcome = run_rules(picture, load_rules())
    idle = layout.off.keys() - outcome.needed.keys()
    covered = sum(is_covered(layout, reading) for reading in picture.readings.values())
    habits = _habits(outcome.findings, covered)
    if not idle and not habits:
        return text, outcome
    corrected = correct_adoption(text, idle, habits, covered)
    layout = parse_layout(corrected.encode("utf-8"), RULE_NAMES)
    return corrected, run_rules(take_picture(index, layout), load_rules())


def _habits(findings: Iterable[Finding], covered: int) -> dict[str, int]:
    """Return the calls that so many files make that they are no leftovers, with the number of files."""
    files: dict[str, set[str]] = {}
    for finding in findings:
        if finding.rule == "leftover-call":
            files.setdefault(finding.group, set()).add(finding.unit)
    return {call: len(units) for call, units in sorted(files.items()) if len(units) * HABIT >= covered}
