"""Check: what is, against what the layout says."""

import hashlib
from collections.abc import Iterable
from fnmatch import fnmatchcase

import msgspec

from yandrel.app.fixes import BUDGET, FixPlanner
from yandrel.app.judging import Judged, judge, rules_key
from yandrel.app.workspace import Workspace
from yandrel.errors import CallError, ConfigError, suggest
from yandrel.files.root import CONFIG_NAME
from yandrel.index.kept import recall_or_make
from yandrel.languages.registry import language_of
from yandrel.model.identity import identity_of
from yandrel.model.results import FORMAT_VERSION, CheckReport, Finding, Suppressed
from yandrel.rules.accepted import ACCEPTED_NAME, find_idle, read_accepted, write_accepted
from yandrel.rules.registry import RULE_NAMES, load_rule


class CheckRequest(msgspec.Struct, frozen=True):
    """A request to check an application.

    `accept` writes today's findings down; `only` names rules, `paths` units or folders to show. `against`
    is a git revision: findings that were there are left out. `staged` judges git's index, not the work
    tree. `planning` is how many seconds may be spent on planning fixes; None plans every one, and ranks
    those that help by what they end. `suppressed` asks for the accepted and excepted findings, too.
    """

    accept: bool = False
    only: tuple[str, ...] = ()
    paths: tuple[str, ...] = ()
    against: str = ""
    staged: bool = False
    planning: float | None = BUDGET
    suppressed: bool = False


def check(workspace: Workspace, request: CheckRequest | None = None) -> CheckReport:
    """Return the findings that are neither excepted nor accepted."""
    request = request or CheckRequest()
    if request.staged:
        workspace = workspace.staged()
    refuse_nothing(workspace)
    prefixes = [from_root(workspace, path) for path in request.paths]
    chosen = _chosen_rules(request.only)
    judged = judge(workspace)
    accepted = read_accepted(workspace.files.read)
    if request.accept:
        accepted = _accept(workspace, judged)
    present = {finding.key for finding in judged.findings}
    new = [finding for finding in judged.findings if finding.key not in accepted]
    if not request.accept:
        new += _idle_accepted(workspace, judged)
    ended: list[str] = []
    if request.against:
        then = _findings_at(workspace, request.against)
        gone = {key: then[key] for key in then.keys() - present - {finding.key for finding in new}}
        new = _without_moved([finding for finding in new if finding.key not in then], gone)
        ended = sorted(gone)
    new = [finding for finding in new if _is_wanted(finding, chosen, prefixes)]
    planner = FixPlanner(workspace, request.planning)
    new = planner.with_fixes(new)
    return CheckReport(
        version=FORMAT_VERSION,
        units=judged.units,
        imports=judged.imports,
        rules=list(judged.rules),
        findings=new,
        accepted=len([f for f in judged.findings if f.key in accepted]),
        paid_off=sorted(accepted - present),
        excepted=len(judged.excepted),
        off=[f"{rule}: {why}" for rule, why in workspace.layout.off.items()],
        problems=judged.problems,
        has_layout=workspace.layout.present,
        written=ACCEPTED_NAME if request.accept else "",
        covered=judged.covered,
        against=request.against,
        ended=ended,
        fixes=planner.ranked(new) if request.planning is None else [],
        staged=request.staged,
        suppressed=_suppressed(workspace, judged, accepted) if request.suppressed else [],
    )


def _accept(workspace: Workspace, judged: Judged) -> frozenset[str]:
    """Write today's findings down as accepted; return their keys."""
    workspace.refuse_if_cut_off()
    write_file(workspace, ACCEPTED_NAME, write_accepted(judged.findings), "check --accept")
    return frozenset(finding.key for finding in judged.findings)


def _idle_accepted(workspace: Workspace, judged: Judged) -> list[Finding]:
    """Return a finding for each accepted one that is not there any more, where such are looked for."""
    if "idle-exception" not in judged.rules:
        return []
    return find_idle(workspace.files.read, {finding.key for finding in judged.findings})


def _findings_at(workspace: Workspace, text: str) -> dict[str, str]:
    """Return the findings at a git revision, by key, with their identity; kept by the revision's files."""
    revision = workspace.revision(text)
    if not revision.blobs:
        return {}
    key = hashlib.blake2b(revision.key() + rules_key(), digest_size=16).digest()
    return recall_or_make(
        workspace.store,
        "findings at revision",
        key,
        dict[str, str],
        lambda: _identities(workspace.at(revision)),
    )


def _identities(workspace: Workspace) -> dict[str, str]:
    judged = judge(workspace)
    return {f.key: identity_of(f) for f in (*judged.findings, *_idle_accepted(workspace, judged))}


def _without_moved(new: list[Finding], gone: dict[str, str]) -> list[Finding]:
    """Leave out findings of files that have moved since, and take those that they were out of `gone`."""
    olds: dict[str, list[str]] = {}
    for key, identity in sorted(gone.items()):
        olds.setdefault(identity, []).append(key)
    left = []
    for finding in new:
        same = olds.get(identity_of(finding), [])
        if same:
            del gone[same.pop()]
        else:
            left.append(finding)
    return left


def _is_wanted(finding: Finding, rules: set[str], prefixes: list[str]) -> bool:
    """Whether a finding is of one of the rules, and below one of the paths; none of either is any."""
    if rules and finding.rule not in rules:
        return False
    if not prefixes or "" in prefixes:
        return True
    return any(finding.unit == prefix or finding.unit.startswith(prefix + "/") for prefix in prefixes)


def _suppressed(workspace: Workspace, judged: Judged, accepted: frozenset[str]) -> list[Suppressed]:
    """Return the accepted and the excepted findings, with the reason of each exception."""
    exceptions = workspace.layout.exceptions
    out = [Suppressed(f, "accepted", "") for f in judged.findings if f.key in accepted]
    return out + [Suppressed(e.finding, "excepted", exceptions[e.number].why) for e in judged.excepted]


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
    return _text_of(name)


def rule_texts() -> dict[str, str]:
    """Return what each rule is for, by name."""
    return {name: _text_of(name) for name in RULE_NAMES}


def _text_of(name: str) -> str:
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
