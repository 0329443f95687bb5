"""Check: what is, against what the layout says."""

import hashlib
from collections.abc import Iterable

import msgspec

from yandrel import __version__
from yandrel.app.workspace import Workspace
from yandrel.errors import CallError
from yandrel.index.code import tree_key
from yandrel.model.results import FORMAT_VERSION, CheckReport, Finding, Place
from yandrel.moves.apply import apply_changes
from yandrel.moves.plan import files_as_changes
from yandrel.moves.things import nearest
from yandrel.rules.accepted import ACCEPTED_NAME, read_accepted, write_accepted
from yandrel.rules.registry import RULE_NAMES, load_rule, load_rules
from yandrel.rules.runner import Outcome, run_rules


class Judged(msgspec.Struct, array_like=True):
    """The snapshot of a whole check."""

    findings: tuple[Finding, ...]
    excepted: int
    rules: tuple[str, ...]
    units: int
    imports: int
    problems: list[Place]


def judge(workspace: Workspace) -> Judged:
    """Return the outcome of all rules, out of the cache where nothing has changed."""
    layout = workspace.layout
    extra = __version__.encode() + b"\0" + layout.raw + b"\0" + _format().encode()
    key = tree_key(workspace.tree, hashlib.blake2b(extra, digest_size=16).digest())
    packed = workspace.store.read_snapshot("check", key)
    if packed is not None:
        try:
            return msgspec.msgpack.decode(packed, type=Judged)
        except msgspec.DecodeError:
            pass
    outcome: Outcome = run_rules(workspace.picture, load_rules())
    index = workspace.index
    judged = Judged(
        outcome.findings,
        outcome.excepted,
        outcome.rules,
        len(workspace.picture.readings),
        sum(len(index.edges_of(unit)) for unit in workspace.picture.readings),
        [Place(*problem) for problem in index.problems()],
    )
    workspace.store.write_snapshot("check", key, msgspec.msgpack.encode(judged))
    return judged


def _format() -> str:
    from yandrel.index.code import versions

    return versions()


def check(
    workspace: Workspace,
    accept: bool = False,
    only: Iterable[str] = (),
    paths: Iterable[str] = (),
) -> CheckReport:
    """Return the findings that are neither excepted nor accepted.

    `accept` writes today's findings down; `only` names rules, `paths` units or folders to show.
    """
    judged = judge(workspace)
    accepted = read_accepted(workspace.root)
    written = ""
    if accept:
        workspace.refuse_if_cut_off()
        text = write_accepted(judged.findings)
        write_file(workspace, ACCEPTED_NAME, text, "accepted findings")
        written = ACCEPTED_NAME
        accepted = frozenset(finding.key for finding in judged.findings)
    present = {finding.key for finding in judged.findings}
    new = [finding for finding in judged.findings if finding.key not in accepted]
    chosen = _chosen_rules(only)
    if chosen:
        new = [finding for finding in new if finding.rule in chosen]
    prefixes = tuple(paths)
    if prefixes:
        new = [f for f in new if f.unit.startswith(prefixes)]
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
    )


def _chosen_rules(only: Iterable[str]) -> set[str]:
    chosen = set(only)
    for name in chosen:
        if name not in RULE_NAMES:
            raise CallError(f"no rule is called {name!r}", todo=_near(name))
    return chosen


def _near(name: str) -> str:
    found = nearest(name, list(RULE_NAMES))
    return found if found.startswith("did") else "there are " + ", ".join(RULE_NAMES)


def explain(name: str) -> str:
    """Return what a rule is for, with a bad and a good example."""
    if name not in RULE_NAMES:
        raise CallError(f"no rule is called {name!r}", todo=_near(name))
    import inspect

    return inspect.getdoc(type(load_rule(name))) or ""


def write_file(workspace: Workspace, path: str, text: bytes, title: str) -> int:
    """Write one file through the journal; 0 where it has that text already."""
    from yandrel.files.lock import hold_lock

    with hold_lock(workspace.root):
        files = files_as_changes(workspace.index, {path: text})
        return apply_changes(workspace.root, files, title, "check --accept") if files else 0
