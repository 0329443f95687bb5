"""Running the rules: exceptions and accepted findings taken off, the rest in a stable order."""

from collections.abc import Callable, Sequence

import msgspec

from yandrel.layout.config import Layout
from yandrel.layout.patterns import match_glob
from yandrel.model.results import Finding
from yandrel.model.routes import RouteTable
from yandrel.rules.protocol import Context, Rule
from yandrel.survey.picture import Picture


class Outcome(msgspec.Struct, frozen=True):
    """The outcome of the rules: findings, and the number of excepted ones."""

    findings: tuple[Finding, ...]
    excepted: int
    rules: tuple[str, ...]


def run_rules(
    picture: Picture,
    rules: list[Rule],
    units: Sequence[str] | None = None,
    whole: bool = True,
    table: Callable[[], RouteTable] | None = None,
) -> Outcome:
    """Return the findings of the rules that apply, for some units or for all.

    `whole` says whether rules that judge the application at once are to run too, `table` reads the routes.
    """
    layout = picture.layout
    context = Context(picture, list(picture.readings) if units is None else units, table)
    active = [rule for rule in rules if rule.name not in layout.off]
    if not layout.present:
        active = [rule for rule in active if not rule.needs_layout]
    found: dict[tuple[str, int], Finding] = {}
    excepted = 0
    for rule in active:
        if rule.whole and not whole:
            continue
        for finding in rule.check(context):
            if is_excepted(layout, finding):
                excepted += 1
            else:
                found.setdefault((finding.key, finding.line), finding)
    ordered = sorted(found.values(), key=lambda f: (f.unit, f.line, f.rule, f.key))
    return Outcome(tuple(ordered), excepted, tuple(rule.name for rule in active))


def is_excepted(layout: Layout, finding: Finding) -> bool:
    """Whether an exception of yandrel.toml covers a finding."""
    for exception in layout.exceptions:
        if exception.rule != finding.rule:
            continue
        if not match_glob(exception.source, finding.unit):
            continue
        target = finding.target.partition(":")[0]
        if exception.target == "**" or match_glob(exception.target, target):
            return True
    return False
