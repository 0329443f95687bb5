"""Running the rules: exceptions and accepted findings taken off, the rest in a stable order."""

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, field

import msgspec

from yandrel.layout.config import Layout
from yandrel.layout.patterns import match_glob
from yandrel.model.results import Finding
from yandrel.model.routes import RouteTable
from yandrel.rules.protocol import Context, Rule
from yandrel.survey.picture import Picture


class Excepted(msgspec.Struct, frozen=True, array_like=True):
    """A finding under an exception of yandrel.toml; `number` is the exception's place among them."""

    finding: Finding
    number: int


class Outcome(msgspec.Struct, frozen=True):
    """The outcome of the rules.

    `needed` are the rules that are off and would find something, with the file in which they would.
    """

    findings: tuple[Finding, ...]
    excepted: tuple[Excepted, ...]
    rules: tuple[str, ...]
    needed: Mapping[str, str]


@dataclass
class Earlier:
    """The results of an earlier run that still hold, where only some units are judged again."""

    excepted: Iterable[Excepted] = ()
    needed: Mapping[str, str] = field(default_factory=dict)


def run_rules(
    picture: Picture,
    rules: list[Rule],
    units: Sequence[str] | None = None,
    earlier: Earlier | None = None,
    table: Callable[[], RouteTable] | None = None,
) -> Outcome:
    """Return the findings of the rules that apply, for some units or for all.

    With what holds of an `earlier` run, rules that judge the application at once do not run again, but for
    those that look at the outcome of others. `table` reads the routes.
    """
    layout = picture.layout
    context = Context(picture, list(picture.readings) if units is None else units, table)
    active = [rule for rule in rules if rule.name not in layout.off]
    if not layout.present:
        active = [rule for rule in active if not rule.needs_layout]
    excepted = list(earlier.excepted) if earlier is not None else []
    found: dict[tuple[str, int], Finding] = {}
    _sort_out(context, [r for r in active if not r.last and not (earlier and r.whole)], found, excepted)
    context.used_exceptions = {item.number for item in excepted}
    final = [rule for rule in active if rule.last]
    context.needed_off = _needed_off(context, rules, earlier) if final else {}
    _sort_out(context, final, found, excepted)
    ordered = sorted(found.values(), key=lambda f: (f.unit, f.line, f.rule, f.key))
    return Outcome(tuple(ordered), tuple(excepted), tuple(rule.name for rule in active), context.needed_off)


def _sort_out(
    context: Context,
    rules: list[Rule],
    found: dict[tuple[str, int], Finding],
    excepted: list[Excepted],
) -> None:
    """Add what rules find to the findings, or to the excepted ones."""
    for rule in rules:
        for finding in rule.check(context):
            number = exception_for(context.layout, finding)
            if number is None:
                found.setdefault((finding.key, finding.line), finding)
            else:
                excepted.append(Excepted(finding, number))


def _needed_off(context: Context, rules: list[Rule], earlier: Earlier | None) -> dict[str, str]:
    """Return the rules that are off for good reason: they would find something, in the file that is named."""
    needed = dict(earlier.needed) if earlier is not None else {}
    for rule in rules:
        if rule.name in context.layout.off and rule.name not in needed and not rule.last:
            first = next(iter(rule.check(context)), None)
            if first is not None:
                needed[rule.name] = first.unit
    return needed


def exception_for(layout: Layout, finding: Finding) -> int | None:
    """Return the number of the first exception of yandrel.toml that covers a finding, if one does."""
    for number, exception in enumerate(layout.exceptions):
        if exception.rule != finding.rule:
            continue
        if not match_glob(exception.source, finding.unit):
            continue
        target = finding.target.partition(":")[0]
        if exception.target == "**" or match_glob(exception.target, target):
            return number
    return None
