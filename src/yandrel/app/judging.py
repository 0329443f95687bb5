"""Judge an application by its rules, out of the cache as far as nothing has changed."""

import hashlib
from collections.abc import Iterator, Mapping
from functools import partial

import msgspec

from yandrel import __version__
from yandrel.app.workspace import Workspace
from yandrel.index.code import CodeIndex, remember_graph, tree_key, versions
from yandrel.index.kept import keep, recall
from yandrel.index.memory import is_racy
from yandrel.layout.config import Layout
from yandrel.model.results import Finding, Place
from yandrel.model.routes import RouteTable
from yandrel.rules.registry import RULE_NAMES, load_rules
from yandrel.rules.runner import Earlier, Excepted, run_rules
from yandrel.survey.picture import Picture, take_picture
from yandrel.survey.roles import Reading
from yandrel.survey.twins import shapes_in


class Judged(msgspec.Struct, array_like=True):
    """The snapshot of a whole check."""

    findings: tuple[Finding, ...]
    excepted: tuple[Excepted, ...]
    rules: tuple[str, ...]
    units: int
    imports: int
    problems: list[Place]
    covered: int
    needed: dict[str, str]
    """Rules that are off and would find something, with the file."""


class Verdict(msgspec.Struct, array_like=True):
    """A check with what it was judged by, for the run in which only a few units have changed."""

    layout: bytes
    judged: Judged
    readings: dict[str, msgspec.Raw]
    domains: dict[str, str]
    shapes: dict[str, tuple[int, ...]]
    """The shapes of each file's definitions, by which a file that changes may become another's twin."""


def judge(workspace: Workspace) -> Judged:
    """Return the outcome of all rules, out of the cache as far as nothing has changed."""
    layout_key = _layout_key(workspace)
    key = tree_key(workspace.tree, layout_key)
    known = recall(workspace.store, "check", key, Judged)
    if known is not None:
        return known
    index = workspace.index
    verdict = _last_verdict(workspace, layout_key)
    judged = _judge_again(workspace, verdict) if verdict is not None else None
    if judged is None:
        readings = _known_readings(index, verdict)
        workspace.picture = take_picture(index, workspace.layout, readings)
        judged = _judge_all(workspace, layout_key)
    if not is_racy(workspace.tree):
        keep(workspace.store, "check", key, judged)
    return judged


def rules_key() -> bytes:
    """Return what names the version of the rules and of all that they are judged by."""
    return "\0".join((__version__, versions(), ",".join(RULE_NAMES))).encode()


def _layout_key(workspace: Workspace) -> bytes:
    extra = rules_key() + b"\0" + ",".join(workspace.applications_below()).encode()
    return hashlib.blake2b(extra + b"\0" + workspace.layout.raw, digest_size=16).digest()


def _judge_all(workspace: Workspace, layout_key: bytes) -> Judged:
    index, picture = workspace.index, workspace.picture
    own = _own_units(workspace)
    outcome = run_rules(picture, load_rules(), own, table=partial(_read_table, workspace))
    of_others = _folders_of_others(workspace)
    judged = Judged(
        tuple(f for f in outcome.findings if not f.unit.startswith(of_others)),
        outcome.excepted,
        outcome.rules,
        len(own),
        sum(len(index.edges_of(unit)) for unit in own),
        [Place(*problem) for problem in index.problems() if not problem[0].startswith(of_others)],
        _count_covered(workspace.layout, picture, own),
        dict(outcome.needed),
    )
    encode = msgspec.msgpack.Encoder().encode
    verdict = Verdict(
        layout_key,
        judged,
        {unit: msgspec.Raw(encode(reading)) for unit, reading in picture.readings.read_so_far().items()},
        dict(picture.__dict__.get("domains", {})),
        {unit: found for unit in picture.readings if (found := shapes_in(picture, unit))},
    )
    if workspace.store.connection is not None:
        remember_graph(index, workspace.store)
        keep(workspace.store, "verdict", layout_key, verdict)
    return judged


def _read_table(workspace: Workspace) -> RouteTable:
    """Return the route table; what reads it is loaded only where a rule asks for it."""
    from yandrel.app.routes import table_of

    return table_of(workspace)


def _folders_of_others(workspace: Workspace) -> tuple[str, ...]:
    return tuple(folder + "/" for folder in workspace.applications_below())


def _own_units(workspace: Workspace) -> list[str]:
    """Return the units to judge: those of applications below have their own rules."""
    of_others = _folders_of_others(workspace)
    return [unit for unit in workspace.picture.readings if not unit.startswith(of_others)]


def _count_covered(layout: Layout, picture: Picture, units: list[str]) -> int:
    """Count the files that the rules say something of; none, where no layout says rules."""
    if not layout.present:
        return 0
    return sum(is_covered(layout, picture.readings[unit]) for unit in units)


def _last_verdict(workspace: Workspace, layout_key: bytes) -> Verdict | None:
    if not workspace.index.recalled:
        return None
    return recall(workspace.store, "verdict", layout_key, Verdict)


class RecalledReadings(Mapping[str, Reading]):
    """Readings of the last run, unpacked when asked for; without those of changed units."""

    def __init__(self, packed: Mapping[str, msgspec.Raw], without: Mapping[str, bool]) -> None:
        self._packed = packed
        self._without = without

    def __getitem__(self, unit: str) -> Reading:
        if unit in self._without:
            raise KeyError(unit)
        return msgspec.msgpack.decode(self._packed[unit], type=Reading)

    def __iter__(self) -> Iterator[str]:
        return iter(self._packed)

    def __len__(self) -> int:
        return len(self._packed)


def recalled_readings(workspace: Workspace, without: set[str]) -> Mapping[str, Reading]:
    """Return the readings of the last run, but for some units; none where that run is too old."""
    verdict = _last_verdict(workspace, _layout_key(workspace))
    changed = workspace.index.changed
    if verdict is None or changed is None:
        return {}
    return RecalledReadings(verdict.readings, dict.fromkeys([*without, *changed], True))


def _known_readings(index: CodeIndex, verdict: Verdict | None) -> Mapping[str, Reading]:
    if verdict is None or index.changed is None:
        return {}
    return RecalledReadings(verdict.readings, index.changed)


def _judge_again(workspace: Workspace, verdict: Verdict) -> Judged | None:
    """Judge the changed units alone, where nothing that others can see has changed."""
    index = workspace.index
    changed = index.changed
    if changed is None or any(changed.values()) or workspace.layout.reads_table:
        return None
    picture = take_picture(index, workspace.layout, RecalledReadings(verdict.readings, {}))
    if verdict.domains:
        picture.domains = verdict.domains
    workspace.picture = picture
    if _may_be_twins(picture, verdict, changed):
        return None
    own = set(_own_units(workspace))
    units = [unit for unit in changed if unit in own]
    old = verdict.judged
    rules = load_rules()
    wholes = {rule.name for rule in rules if rule.whole and not rule.last}
    lasts = {rule.name for rule in rules if rule.last}
    excepted = [e for e in old.excepted if _still_holds(e.finding, changed, wholes, lasts)]
    needed = {rule: unit for rule, unit in old.needed.items() if unit not in changed or rule in wholes}
    outcome = run_rules(picture, rules, units, Earlier(excepted, needed))
    if old.needed.keys() - outcome.needed.keys():
        return None
    kept = [f for f in old.findings if _still_holds(f, changed, wholes, lasts)]
    findings = sorted([*kept, *outcome.findings], key=lambda f: (f.unit, f.line, f.rule, f.key))
    problems = [Place(*problem) for problem in index.problems_in(changed)]
    problems += [p for p in old.problems if p.unit not in changed]
    return Judged(
        tuple(findings),
        outcome.excepted,
        old.rules,
        old.units,
        old.imports,
        sorted(problems, key=lambda p: p.unit),
        old.covered + _gained(workspace, verdict, units),
        dict(outcome.needed),
    )


def _may_be_twins(picture: Picture, verdict: Verdict, changed: Mapping[str, bool]) -> bool:
    """Whether a file that has changed had a twin, or may have one now."""
    others = {shape for unit, shapes in verdict.shapes.items() if unit not in changed for shape in shapes}
    own = {shape for unit in changed for shape in (*verdict.shapes.get(unit, ()), *shapes_in(picture, unit))}
    return not others.isdisjoint(own)


def _still_holds(finding: Finding, changed: Mapping[str, bool], wholes: set[str], lasts: set[str]) -> bool:
    """Whether a finding of the last run is judged by nothing that has changed."""
    return finding.rule not in lasts and (finding.unit not in changed or finding.rule in wholes)


def _gained(workspace: Workspace, verdict: Verdict, changed: list[str]) -> int:
    """Return how many more of the changed files are covered than in the last run."""
    before = RecalledReadings(verdict.readings, {})
    now = workspace.picture.readings
    layout = workspace.layout
    return sum(is_covered(layout, now[u]) - is_covered(layout, before[u]) for u in changed if u in before)


def is_covered(layout: Layout, reading: Reading) -> bool:
    """Whether a rule of yandrel.toml says something of a file: an arrow, a home, packages, or a shape."""
    role = reading.role
    homes = role in layout.roles and bool(layout.roles[role].homes)
    return bool(role) and (
        homes or role in layout.arrows.guarded or role in layout.outside or role in layout.shapes
    )
