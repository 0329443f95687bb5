"""Cut a domain out: what only registers it elsewhere goes along, and what only it used."""

import re
from collections import Counter, defaultdict
from collections.abc import Iterable
from dataclasses import dataclass, field

from yandrel.app.routes import route_table
from yandrel.app.workspace import Workspace
from yandrel.languages.taking_out import Dead, Role, Taker
from yandrel.model.changes import apply_edits
from yandrel.model.facts import Import
from yandrel.model.graph import Edge, State
from yandrel.model.results import DomainNeed
from yandrel.moves.own_files import accepted_without
from yandrel.moves.plan import FileChange, files_as_changes
from yandrel.moves.proof import find_unreadable
from yandrel.survey.one_domain import DomainView

PUTTING_TOGETHER = frozenset({"entry", "route", "config", "middleware"})
"""Roles whose files name others only to put them in their places."""


@dataclass
class Cut:
    """Files that go, texts that are edited, the lines cut in them, and what needs the domain all the same."""

    gone: list[str]
    texts: dict[str, bytes] = field(default_factory=dict)
    lines: list[DomainNeed] = field(default_factory=list)
    needs: list[DomainNeed] = field(default_factory=list)

    def changes(self, workspace: Workspace) -> list[FileChange]:
        """Return the changes that carry it out; what was accepted of the files that go is forgotten."""
        index = workspace.index
        return files_as_changes(index, self.texts | accepted_without(index, self.gone), self.gone)


def cut_out(workspace: Workspace, view: DomainView, gone: list[str]) -> Cut:
    """Return what goes with a domain, and with what only it used.

    What cannot be cut without changing the rest is among the `needs`.
    """
    cut = Cut(list(gone))
    while alone := view.alone(cut.gone):
        cut.gone += alone
    table = route_table(workspace)
    routers = {route.unit for route in table.routes} | {r.declared.rpartition(":")[0] for r in table.routes}
    naming: dict[str, list[Edge]] = defaultdict(list)
    for unit, edge in view.references_to(cut.gone):
        naming[unit].append(edge)
    opened = _opened(workspace, set(cut.gone))
    for unit in dict.fromkeys([*naming, *opened]):
        edges = naming.get(unit, [])
        role = view.picture.role(unit)
        mounts = role in PUTTING_TOGETHER or workspace.index.language(unit).is_package_marker(unit)
        puts = any(edge.unit in routers or view.picture.role(edge.unit) == "route" for edge in edges)
        part = Role.TEST if role == "test" else Role.MOUNTS if mounts or puts else Role.OTHER
        _cut_file(workspace, view, cut, unit, edges, opened.get(unit, []), part)
    cut.needs += view.named_by_path(cut.gone, cut.gone)
    cut.needs += _left_loose(workspace, view, cut)
    cut.needs.sort(key=lambda need: (need.unit, need.line))
    return cut


def _opened(workspace: Workspace, gone: set[str]) -> dict[str, list[Import]]:
    """Return the imports that open whole namespaces of which nothing is left, by file."""
    index = workspace.index
    leaving = {index.namespace_of(unit) for unit in gone & index.facts.keys()}
    vanished = leaving - {index.namespace_of(unit) for unit in index.facts.keys() - gone} - {""}
    return {
        unit: found
        for unit, facts in index.facts.items()
        if unit not in gone and (found := [i for i in facts.imports if _opens(i, vanished)])
    }


def _opens(found: Import, namespaces: set[str]) -> bool:
    return found.module in namespaces and all(name.name == "*" for name in found.names)


def _cut_file(
    workspace: Workspace,
    view: DomainView,
    cut: Cut,
    unit: str,
    edges: list[Edge],
    opened: list[Import],
    part: Role,
) -> None:
    index = workspace.index
    source = index.read_source(unit)
    language = index.language(unit)
    role = view.picture.role(unit)
    taker = Taker(source.data, language.read_places(source.data, unit), part)
    imports, named = _sort_edges(index.facts[unit].imports, edges)
    names = [Dead(edge.spelled) for edge in named]
    imports += [(found, frozenset({"*"})) for found in opened]
    outcome = taker.take_out(imports, names, index.facts[unit].imports)
    if outcome.edits:
        cut.texts[unit] = source.encoding.restore(apply_edits(source.data, list(outcome.edits)))
    cut.lines += [DomainNeed(unit, line, "", code, role) for line, code in outcome.cut]
    for name in outcome.tests:
        cut.needs += _naming_test(workspace, view, unit, name)
    told = {edge.line for edge in named if edge.line not in outcome.lines}
    cut.needs += [view.need(unit, line) for line in sorted(told.union(outcome.left))]


def _naming_test(workspace: Workspace, view: DomainView, unit: str, name: str) -> list[DomainNeed]:
    """Return the lines of other files that call a test which goes by its name."""
    index = workspace.index
    word = re.compile(rb"\b" + re.escape(name.encode()) + rb"\b")
    found = []
    for other in (u for u in index.facts if u != unit and view.picture.role(u) == "test"):
        raw = index.read_raw(other)
        found += [view.need(other, raw.count(b"\n", 0, m.start()) + 1, name) for m in word.finditer(raw)]
    return found


def _sort_edges(
    imports: Iterable[Import], edges: list[Edge]
) -> tuple[list[tuple[Import, frozenset[str]]], list[Edge]]:
    """Return the imports with those of their names that go, and the references that need no import."""
    known = list(imports)
    gone: dict[int, set[str]] = defaultdict(set)
    named: list[Edge] = []
    for edge in edges:
        beside = [at for at, found in enumerate(known) if found.line == edge.line]
        at = max(beside, key=lambda at: _nearness(known[at], edge), default=None)
        if at is None or not _nearness(known[at], edge):
            named.append(edge)
            continue
        found = known[at]
        gone[at] |= {n.name for n in found.names if len(found.names) == 1 or n.name in _names_of(edge)}
    return [(known[at], frozenset(names)) for at, names in gone.items()], named


def _nearness(found: Import, edge: Edge) -> int:
    """Return how surely an import is the one that a reference is made by: 0 where it is not."""
    spelled, module = _dotted(edge.spelled), _dotted(found.module)
    full = {module, *(f"{module}.{name.name}" for name in found.names)}
    if spelled in full:
        return 3
    if any(name.name in _names_of(edge) for name in found.names):
        return 2
    return 1 if module in spelled or spelled in module else 0


def _names_of(edge: Edge) -> set[str]:
    return {edge.named, edge.spelled, _dotted(edge.spelled).rpartition(".")[2]} - {""}


def _dotted(name: str) -> str:
    return name.replace("\\", ".").replace("/", ".").strip(".")


def _left_loose(workspace: Workspace, view: DomainView, cut: Cut) -> list[DomainNeed]:
    """Return the places that would lead nowhere after the cut, or could not be read any more."""
    changes = cut.changes(workspace)
    after = workspace.with_changes(
        {change.old: None for change in changes if not change.new}
        | {c.new: (c.after, c.mode) for c in changes if c.new and c.after is not None}
    )
    told = {(need.unit, need.line) for need in cut.needs}
    known = {need.unit for need in cut.needs}
    found = [view.need(r.unit, r.line) for r in find_unreadable(workspace.index, changes)]
    gone = set(cut.gone)
    for unit in after.index.facts:
        if unit in gone:
            continue
        before = Counter(e.spelled for e in workspace.index.edges_of(unit) if e.state == State.MISSING)
        now = [e for e in after.index.edges_of(unit) if e.state == State.MISSING]
        loose = Counter(e.spelled for e in now) - before
        found += [view.need(unit, e.line, e.spelled) for e in now if e.spelled in loose]
        if unit in cut.texts and unit not in known:
            found += _unbound(workspace, after, unit)
    return [need for need in found if (need.unit, need.line) not in told]


def _unbound(workspace: Workspace, after: Workspace, unit: str) -> list[DomainNeed]:
    """Return a need for each name that leads nowhere in a file since something was cut in it."""
    language = workspace.index.language(unit)
    names = []
    for index in (workspace.index, after.index):
        source = index.read_source(unit).data
        names.append(Counter(language.loose_ends(index.view(unit), unit, source)))
    loose = names[1] - names[0]
    return [DomainNeed(unit, 0, name, f"needs {name}", "") for name in sorted(loose)]


__all__ = ["Cut", "cut_out"]
