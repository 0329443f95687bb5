"""Check: what is, against what the layout says."""

import hashlib
from collections.abc import Iterable, Iterator, Mapping
from contextlib import suppress
from fnmatch import fnmatchcase
from functools import partial

import msgspec

from yandrel import __version__
from yandrel.app.fixes import BUDGET, FixPlanner
from yandrel.app.routes import table_of
from yandrel.app.workspace import Workspace
from yandrel.errors import CallError, ConfigError, suggest
from yandrel.files.root import CONFIG_NAME
from yandrel.index.code import CodeIndex, remember_graph, tree_key, versions
from yandrel.index.memory import is_racy
from yandrel.languages.registry import language_of
from yandrel.layout.config import Layout
from yandrel.model.results import FORMAT_VERSION, CheckReport, Finding, Place
from yandrel.rules.accepted import ACCEPTED_NAME, read_accepted, write_accepted
from yandrel.rules.registry import RULE_NAMES, load_rule, load_rules
from yandrel.rules.runner import run_rules
from yandrel.survey.picture import Picture, take_picture
from yandrel.survey.roles import Reading


class Judged(msgspec.Struct, array_like=True):
    """The snapshot of a whole check."""

    findings: tuple[Finding, ...]
    excepted: int
    rules: tuple[str, ...]
    units: int
    imports: int
    problems: list[Place]
    covered: int


class Verdict(msgspec.Struct, array_like=True):
    """A check with what it was judged by, for the run in which only a few units have changed."""

    layout: bytes
    judged: Judged
    readings: dict[str, msgspec.Raw]
    domains: dict[str, str]


def judge(workspace: Workspace) -> Judged:
    """Return the outcome of all rules, out of the cache as far as nothing has changed."""
    layout_key = _layout_key(workspace)
    key = tree_key(workspace.tree, layout_key)
    packed = workspace.store.read_snapshot("check", key)
    if packed is not None:
        with suppress(msgspec.DecodeError, msgspec.ValidationError):
            return msgspec.msgpack.decode(packed, type=Judged)
    index = workspace.index
    verdict = _last_verdict(workspace, layout_key)
    judged = _judge_again(workspace, verdict) if verdict is not None else None
    if judged is None:
        known = _known_readings(index, verdict)
        workspace.picture = take_picture(index, workspace.layout, known)
        judged = _judge_all(workspace, layout_key)
    if not is_racy(workspace.tree):
        workspace.store.write_snapshot("check", key, msgspec.msgpack.encode(judged))
    return judged


def _layout_key(workspace: Workspace) -> bytes:
    extra = "\0".join((__version__, versions(), ",".join(RULE_NAMES))).encode()
    return hashlib.blake2b(extra + b"\0" + workspace.layout.raw, digest_size=16).digest()


def _judge_all(workspace: Workspace, layout_key: bytes) -> Judged:
    outcome = run_rules(workspace.picture, load_rules(), table=partial(table_of, workspace))
    index, picture = workspace.index, workspace.picture
    judged = Judged(
        outcome.findings,
        outcome.excepted,
        outcome.rules,
        len(picture.readings),
        sum(len(index.edges_of(unit)) for unit in picture.readings),
        [Place(*problem) for problem in index.problems()],
        _count_covered(workspace.layout, picture),
    )
    encode = msgspec.msgpack.Encoder().encode
    verdict = Verdict(
        layout_key,
        judged,
        {unit: msgspec.Raw(encode(reading)) for unit, reading in picture.readings.read_so_far().items()},
        dict(picture.__dict__.get("domains", {})),
    )
    if workspace.store.connection is not None:
        remember_graph(index, workspace.store)
        workspace.store.write_snapshot("verdict", layout_key, encode(verdict))
    return judged


def _count_covered(layout: Layout, picture: Picture) -> int:
    """Count the files that the rules say something of; none, where no layout says rules."""
    if not layout.present:
        return 0
    return sum(is_covered(layout, reading) for reading in picture.readings.values())


def _last_verdict(workspace: Workspace, layout_key: bytes) -> Verdict | None:
    if not workspace.index.recalled:
        return None
    packed = workspace.store.read_snapshot("verdict", layout_key)
    if packed is not None:
        with suppress(msgspec.DecodeError, msgspec.ValidationError):
            return msgspec.msgpack.decode(packed, type=Verdict)
    return None


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
    if changed is None or any(changed.values()) or workspace.layout.checks_routes:
        return None
    picture = take_picture(index, workspace.layout, RecalledReadings(verdict.readings, {}))
    if verdict.domains:
        picture.domains = verdict.domains
    workspace.picture = picture
    units = [unit for unit in changed if unit in picture.readings]
    outcome = run_rules(picture, load_rules(), units, whole=False)
    old = verdict.judged
    wholes = {rule.name for rule in load_rules() if rule.whole}
    kept = [f for f in old.findings if f.unit not in changed or f.rule in wholes]
    findings = sorted([*kept, *outcome.findings], key=lambda f: (f.unit, f.line, f.rule, f.key))
    problems = [Place(*problem) for problem in index.problems_in(changed)]
    problems += [p for p in old.problems if p.unit not in changed]
    return Judged(
        tuple(findings),
        old.excepted,
        old.rules,
        old.units,
        old.imports,
        sorted(problems, key=lambda p: p.unit),
        old.covered + _gained(workspace, verdict, units),
    )


def _gained(workspace: Workspace, verdict: Verdict, changed: list[str]) -> int:
    """Return how many more of the changed files are covered than in the last run."""
    before = RecalledReadings(verdict.readings, {})
    now = workspace.picture.readings
    layout = workspace.layout
    return sum(is_covered(layout, now[u]) - is_covered(layout, before[u]) for u in changed if u in before)


def check(
    workspace: Workspace,
    accept: bool = False,
    only: Iterable[str] = (),
    paths: Iterable[str] = (),
    against: str = "",
    planning: float | None = BUDGET,
) -> CheckReport:
    """Return the findings that are neither excepted nor accepted.

    `accept` writes today's findings down; `only` names rules, `paths` units or folders to show. `against`
    is a git revision: findings that were there are left out. `planning` is how many seconds may be
    spent on planning fixes; None plans every one, and ranks those that help by what they end.
    """
    refuse_nothing(workspace)
    prefixes = [from_root(workspace, path) for path in paths]
    chosen = _chosen_rules(only)
    judged = judge(workspace)
    accepted = read_accepted(workspace.files.read)
    written = ""
    if accept:
        workspace.refuse_if_cut_off()
        text = write_accepted(judged.findings)
        write_file(workspace, ACCEPTED_NAME, text, "check --accept")
        written = ACCEPTED_NAME
        accepted = frozenset(finding.key for finding in judged.findings)
    present = {finding.key for finding in judged.findings}
    new = [finding for finding in judged.findings if finding.key not in accepted]
    ended: list[str] = []
    if against:
        then = {finding.key for finding in judge(workspace.at_revision(against)).findings}
        new = [finding for finding in new if finding.key not in then]
        ended = sorted(then - present)
    if chosen:
        new = [finding for finding in new if finding.rule in chosen]
    if prefixes and "" not in prefixes:
        new = [f for f in new if any(f.unit == p or f.unit.startswith(p + "/") for p in prefixes)]
    planner = FixPlanner(workspace, planning)
    new = planner.with_fixes(new)
    return CheckReport(
        version=FORMAT_VERSION,
        units=judged.units,
        imports=judged.imports,
        rules=list(judged.rules),
        findings=new,
        accepted=len([f for f in judged.findings if f.key in accepted]),
        paid_off=sorted(accepted - present),
        excepted=judged.excepted,
        off=[f"{rule}: {why}" for rule, why in workspace.layout.off.items()],
        problems=judged.problems,
        has_layout=workspace.layout.present,
        written=written,
        covered=judged.covered,
        against=against,
        ended=ended,
        fixes=planner.ranked(new) if planning is None else [],
    )


def from_root(workspace: Workspace, path: str) -> str:
    """Return a path from the root; one given from a folder below is meant from there.

    Raises CallError where nothing is there, or no source file is in it.
    """
    from yandrel.moves.things import clean_path

    here = next(
        (p for p in (clean_path(path, workspace.here), clean_path(path, "")) if _is_there(workspace, p)), None
    )
    if here is None:
        raise CallError("no such file or folder", where=path, todo="name one of this application")
    units = (unit for unit in workspace.tree.files if language_of(unit) is not None)
    if here and not any(unit == here or unit.startswith(here + "/") for unit in units):
        raise CallError("has no source file to check", where=path, todo="name a folder of source code")
    return here


def _is_there(workspace: Workspace, path: str) -> bool:
    try:
        return (workspace.root / path).exists()
    except (OSError, ValueError):
        return False


def is_covered(layout: Layout, reading: Reading) -> bool:
    """Whether a rule of yandrel.toml says something of a file: an arrow, a home, packages, or a shape."""
    role = reading.role
    homes = role in layout.roles and bool(layout.roles[role].homes)
    return bool(role) and (
        homes or role in layout.arrows.guarded or role in layout.outside or role in layout.shapes
    )


def refuse_nothing(workspace: Workspace) -> None:
    """Raise ConfigError or CallError where there is nothing to check: such a check would be clean."""
    units = [path for path in workspace.tree.files if language_of(path) is not None]
    if not units:
        raise CallError("there is no source code here to check", where=workspace.root.name)
    for source in workspace.layout.sources:
        if not any(unit.startswith(source.path) or fnmatchcase(unit, source.path + "*") for unit in units):
            raise ConfigError(
                f"the source root {source.path.rstrip('/')} has no source file",
                where=CONFIG_NAME,
                todo="name the folder that the code is in",
            )


def _chosen_rules(only: Iterable[str]) -> set[str]:
    chosen = set(only)
    for name in chosen:
        if name not in RULE_NAMES:
            raise CallError(f"no rule is called {name!r}", todo=_near(name))
    return chosen


def _near(name: str) -> str:
    return suggest(name, RULE_NAMES, "there are " + ", ".join(RULE_NAMES))


def explain(name: str) -> str:
    """Return what a rule is for, with a bad and a good example."""
    if name not in RULE_NAMES:
        raise CallError(f"no rule is called {name!r}", todo=_near(name))
    import inspect

    return inspect.getdoc(type(load_rule(name))) or ""


def write_file(workspace: Workspace, path: str, text: bytes, command: str) -> int:
    """Write one file through the journal; 0 where it has that text already."""
    from yandrel.files.lock import hold_lock
    from yandrel.moves.apply import apply_changes
    from yandrel.moves.plan import files_as_changes

    with hold_lock(workspace.root):
        files = files_as_changes(workspace.index, {path: text})
        return apply_changes(workspace.root, files, command, f"yandrel {command}") if files else 0
