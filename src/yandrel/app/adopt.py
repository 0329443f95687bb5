"""Adopt: write down the layout that an application already has."""

import re
from collections.abc import Callable, Iterable
from pathlib import Path

from yandrel.app.check import CheckRequest, check, write_file
from yandrel.app.judging import is_covered, judge
from yandrel.app.steps import tell_done
from yandrel.app.workspace import Workspace
from yandrel.errors import CallError, RefusedError
from yandrel.files.root import CONFIG_NAME
from yandrel.index.code import CodeIndex
from yandrel.layout.config import Layout, parse_layout
from yandrel.model.results import FORMAT_VERSION, AdoptReport, Finding, Question
from yandrel.model.untyped import parse_toml
from yandrel.rules.registry import RULE_NAMES, load_rules
from yandrel.rules.runner import Outcome, run_rules
from yandrel.survey.adoption import correct_adoption, write_adoption
from yandrel.survey.doubts import find_questions, with_answers
from yandrel.survey.picture import take_picture

ROLE = re.compile(r"[a-z][a-z0-9_]*")
HABIT = 5
"""A call that one in so many of the covered files makes is how the application talks, and no leftover."""


Ask = Callable[[Question], str]
"""Returns the role of some files; nothing where that is to stay open."""


def adopt(
    workspace: Workspace,
    replace: bool = False,
    accept: bool = False,
    preview: bool = False,
    ask: Ask | None = None,
) -> AdoptReport:
    """Write the yandrel.toml that describes the application as it is.

    `ask` is asked about files whose role is not told. Raises RefusedError where there is a yandrel.toml
    already and `replace` was not asked for.
    """
    workspace.refuse_if_cut_off()
    present = (workspace.root / CONFIG_NAME).exists()
    if present and not replace and not preview:
        raise RefusedError("is there already", where=CONFIG_NAME, todo="say --replace to write it anew")
    index = workspace.index
    picture = take_picture(index, Layout())
    if not picture.counted():
        raise RefusedError("there is no source code here to describe", where=str(workspace.root.name))
    if ask is not None:
        questions = find_questions(picture)
        picture = with_answers(picture, questions, {q.folder: ask(q) for q in questions})
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


def read_answers(path: Path) -> Ask:
    """Return what answers out of a file: a section [answers] with a role by folder.

    Raises CallError where it cannot be read, or holds something else.
    """
    try:
        table = parse_toml(path.read_bytes())
    except OSError as error:
        raise CallError(f"cannot be read ({error.strerror})", where=path.name) from error
    except ValueError as error:
        raise CallError(str(error), where=path.name, todo="fix the TOML") from error
    answers = table.get("answers")
    if set(table) != {"answers"} or not isinstance(answers, dict):
        raise CallError(
            "must hold [answers] alone", where=path.name, todo='write lines like "src/scales" = "adapter"'
        )
    for folder, role in answers.items():
        check_answer(role, f"{path.name}: {folder}")
    return lambda question: str(answers.get(question.folder, ""))


def check_answer(role: object, where: str) -> str:
    """Return a role that was answered; raises CallError for what cannot be the name of one."""
    if not isinstance(role, str) or not ROLE.fullmatch(role):
        raise CallError(
            f"{role!r} cannot be a role", where=where, todo="answer with one word in small letters"
        )
    return role


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
