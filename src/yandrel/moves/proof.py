"""The proof: on the new texts, every old edge leads to the new place of what it led to before."""

import re
from collections import Counter
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field

from msgspec.structs import replace

from yandrel.files.text import decode_source
from yandrel.index.code import CodeIndex, OfLanguage, OverlaidFacts, UnitFacts, facts_of_bytes, index_of_texts
from yandrel.languages.protocol import Language, View
from yandrel.languages.registry import is_manifest, language_of, load_language
from yandrel.model.changes import Refusal
from yandrel.model.facts import Facts
from yandrel.model.graph import Edge, Resolved, State, Symbol
from yandrel.model.project import Project, Units, folders_of
from yandrel.moves.configuration import find_broken_configuration
from yandrel.moves.plan import ChangePlan, FileChange

CYCLE = "circular-import"
LAST_NAME = re.compile(r"[^./\\#]*$")


class Unaffected(Mapping[str, Resolved]):
    """Resolved references of the files that a change does not reach."""

    def __init__(self, view: View, facts: Mapping[str, Facts], affected: set[str]) -> None:
        self._view = view
        self._facts = facts
        self._affected = affected

    def __getitem__(self, unit: str) -> Resolved:
        if unit in self._affected or unit not in self._facts:
            raise KeyError(unit)
        return self._view.resolved_of(unit)

    def __iter__(self) -> Iterator[str]:
        return (unit for unit in self._facts if unit not in self._affected)

    def __len__(self) -> int:
        return sum(1 for _ in self)


@dataclass
class Foresight:
    """The application as it will be: its facts, its files, and the graph of each language.

    `texts` are the new texts that were read, by their paths.
    """

    index: CodeIndex
    plan: ChangePlan
    facts: OverlaidFacts
    files: frozenset[str]
    views: dict[str, View] = field(default_factory=dict)
    projects: dict[str, Project] = field(default_factory=dict)
    texts: dict[str, bytes] = field(default_factory=dict)
    faults: dict[str, list[Refusal]] = field(default_factory=dict)

    @property
    def moved(self) -> dict[str, str]:
        return {change.old: change.new for change in self.plan.files if change.old}

    def read_again(self) -> None:
        """Read what has been added to the plan since, and open the graphs anew that depend on it."""
        moved = self.moved
        arrived = set(moved.values())
        changed: set[str] = set()
        for change in self.plan.files:
            name = language_of(change.new) if change.new else None
            if name is None or change.after is None or self.texts.get(change.new) == change.after:
                continue
            if change.edited or language_of(change.old) != name or change.new not in arrived:
                facts = facts_of_bytes(change.after, name, change.new)
                self.facts.renew(change.new, facts)
                self.texts[change.new] = change.after
                self.faults[change.new] = _reads_worse(self.index, change.old, change.new, facts)
                changed.add(name)
        self._open_views(changed)

    def _open_views(self, changed: set[str]) -> None:
        contents = {c.new: c.after for c in self.plan.files if c.after is not None}
        for name in self.index.views:
            project = _project_after(self.index, name, self.facts, self.files, contents)
            if name in changed or name not in self.views or project != self.projects[name]:
                self.projects[name] = project
                self.views[name] = index_of_texts(self.index, self.facts, self.files, project, name)


def foresee(index: CodeIndex, plan: ChangePlan) -> Foresight:
    """Return the application as a plan would leave it."""
    moved = {change.old: change.new for change in plan.files if change.old}
    arriving = {c.new for c in plan.files if c.new and language_of(c.new) is not None}
    files = frozenset(moved.get(path, path) for path in index.tree.files)
    files = frozenset(path for path in files | arriving if path)
    foresight = Foresight(index, plan, OverlaidFacts(index.facts, moved, {}), files)
    foresight.read_again()
    return foresight


def foresee_without_empty(index: CodeIndex, plan: ChangePlan) -> Foresight:
    """Return the application as a plan would leave it, after files that it leaves empty are taken out.

    A file stays where something still names it.
    """
    foresight = foresee(index, plan)
    empty = {c.new for c in plan.files if _is_left_empty(c) and not _is_named(foresight, c.new)}
    if not empty:
        return foresight
    plan.files = [FileChange(c.old, "", c.before, None) if c.new in empty else c for c in plan.files]
    plan.relocation = replace(plan.relocation, gone=plan.relocation.gone | empty)
    return foresee(index, plan)


def _is_left_empty(change: FileChange) -> bool:
    """Whether a source stays where it is, and nothing of it is left."""
    stays = change.old == change.new and language_of(change.new) is not None
    return stays and change.after is not None and not change.after.strip() and bool(change.before)


def _is_named(foresight: Foresight, unit: str) -> bool:
    language = foresight.index.language(unit)
    view = foresight.views[language_of(unit) or ""]
    return language.is_package_marker(unit) or bool(view.importers_of(unit))


@dataclass
class Proof:
    """The graph after a change, and what speaks against the change."""

    views: dict[str, View]
    facts: UnitFacts
    files: frozenset[str]
    refusals: list[Refusal]
    affected: set[str] = field(default_factory=set)
    loads_as_before: bool = True


def prove(index: CodeIndex, plan: ChangePlan, foresight: Foresight | None = None) -> Proof:
    """Return the proof of a plan; its `refusals` are empty where the plan is right.

    `foresight` is what was read of the plan before; what came to the plan since is read now.
    """
    if foresight is None:
        foresight = foresee(index, plan)
    else:
        foresight.read_again()
    moved = foresight.moved
    fresh = set(foresight.texts)
    refusals = [refusal for found in foresight.faults.values() for refusal in found]
    refusals += find_broken_configuration(plan.files)
    proof = Proof({}, foresight.facts, foresight.files, refusals)
    for name, view in index.views.items():
        language = load_language(name)
        after = proof.views[name] = foresight.views[name]
        own = OfLanguage(index.facts, name)
        check = _Check(index, own, view, after, plan, foresight.facts, moved, fresh, language.implicit)
        proof.affected |= check.affected
        after.preload(Unaffected(view, check.units, check.affected))
        check.run()
        proof.loads_as_before &= check.loads_as_before()
        if not check.refusals:
            check.loading()
        refusals += check.refusals
        for new, raw in foresight.texts.items():
            if language_of(new) == name:
                old = next((c.old for c in plan.files if c.new == new), "")
                refusals += _loose_ends(index, language, view, after, plan, old, new, raw)
    return proof


def _project_after(
    index: CodeIndex,
    name: str,
    facts: Mapping[str, Facts],
    files: frozenset[str],
    changed: Mapping[str, bytes],
) -> Project:
    language = load_language(name)
    before = index.projects[name]
    if language.keeps_project(before, index.facts, facts) and not any(
        is_manifest(path, language.manifests) for path in changed
    ):
        return before
    old_of = {path: path for path in index.tree.files}
    manifests = {}
    for path in files:
        if is_manifest(path, language.manifests):
            raw = changed.get(path)
            if raw is None and path in old_of:
                raw = index.read_raw(path)
            if raw is not None:
                manifests[path] = raw
    units = Units(OfLanguage(facts, name), files, frozenset(index.tree.ignored), folders_of(files))
    return language.find_project(units, manifests, index.configured)


def find_unreadable(index: CodeIndex, changes: Iterable[FileChange]) -> list[Refusal]:
    """Return a refusal for each changed or new file that parses worse than before, whoever edited it."""
    refusals = find_broken_configuration(list(changes))
    for change in changes:
        name = language_of(change.new) if change.new else None
        if name is not None and change.after is not None and change.after != change.before:
            facts = facts_of_bytes(change.after, name, change.new)
            refusals += _reads_worse(index, change.old, change.new, facts)
    return refusals


def _reads_worse(index: CodeIndex, old: str, new: str, facts: Facts) -> list[Refusal]:
    if old in index.facts and facts.problems:
        index.look_closer(old, index.read_source(old).data)
    before = len(index.facts[old].problems) if old in index.facts else 0
    if len(facts.problems) > before:
        problem = facts.problems[0]
        return [Refusal(old or new, problem.line, f"{new} could not be read any more ({problem.text})")]
    return []


class _Check:
    def __init__(
        self,
        index: CodeIndex,
        units: Mapping[str, Facts],
        before: View,
        after: View,
        plan: ChangePlan,
        facts: Mapping[str, Facts],
        moved: Mapping[str, str],
        fresh: set[str],
        implicit: bool,
    ) -> None:
        self.index = index
        self.units = units
        self.before = before
        self.after = after
        self.relocation = plan.relocation
        self.dropped = plan.rewrite.dropped
        self.untouchable = plan.untouchable
        self.readers = set(plan.sources) if implicit else set()
        self.facts = facts
        self.moved = moved
        self.fresh = fresh
        self.refusals: list[Refusal] = []
        self.affected = self.find_affected()

    def find_affected(self) -> set[str]:
        """Units whose edges may differ: touched ones, their importers, and those with loose imports."""
        touched = set(self.moved)
        touched |= {s.unit for s in self.relocation.definitions}
        touched |= {s.unit for s in self.relocation.definitions.values()}
        affected = {unit for unit in touched if unit in self.units}
        affected |= self.readers & self.units.keys()
        words = touched | self._new_tops() | self._namespace_folders(touched)
        possible = self.index.units_mentioning(words)
        for unit in self.units if possible is None else possible:
            if unit in affected or unit not in self.units:
                continue
            for edge in self.before.edges_of(unit):
                loose = edge.state != State.FOUND
                if (
                    edge.named_unit in touched
                    or edge.unit in touched
                    or (loose and self._may_be_found_now(edge))
                    or any(through in touched for through in edge.through)
                    or edge.named_unit.endswith("/")
                ):
                    affected.add(unit)
                    break
        return affected

    def _may_be_found_now(self, edge: Edge) -> bool:
        first = edge.spelled.lstrip(".").partition(".")[0]
        return edge.state == State.MISSING or first in self._new_tops()

    def _new_tops(self) -> set[str]:
        """Return the names at source roots that come about: outside packages may hide behind them."""
        if not hasattr(self, "_tops"):
            roots = {root.path for project in self.index.projects.values() for root in project.roots}
            arriving = {new for new in (*self.moved.values(), *self.fresh) if new}
            self._tops = _names_at(roots, arriving) - _names_at(roots, self.units)
        return self._tops

    def _namespace_folders(self, touched: set[str]) -> set[str]:
        """Return folders of touched units that are bare namespaces, which imports may name."""
        folders = {path[: path.rfind("/") + 1] for path in touched}
        return {f for f in folders if f and f + "__init__.py" not in self.units}

    def run(self) -> None:
        homes: dict[str, set[str]] = {}
        for symbol, target in self.relocation.definitions.items():
            homes.setdefault(symbol.unit, set()).add(target.unit)
        for unit in sorted(self.affected):
            if unit not in self.units or unit in self.untouchable:
                continue
            new = self.relocation.unit(unit)
            if self.moved.get(unit, unit) == "":
                new = ""
            if (new and new not in self.facts) or (not new and unit not in homes):
                continue
            if new not in self.fresh and unit not in homes:
                self.compare_in_order(unit, new)
            else:
                places = {new, *homes.get(unit, ())} - {""}
                self.compare_as_sets(unit, places)

    def compare_in_order(self, unit: str, new: str) -> None:
        if self.leads_alike(unit, new):
            return
        known = {(edge.line, edge.spelled) for edge in self.before.edges_of(unit)}
        now = [
            edge for edge in self.after.edges_of(new)
            if (edge.line, edge.spelled) in known or not self.after.is_only_possible(edge)
        ]  # fmt: skip
        for old_edge, new_edge in zip(self.before.edges_of(unit), now):
            if old_edge.state == State.FOUND:
                if not self.same(old_edge, new_edge):
                    self.lost(unit, old_edge)
            elif new_edge.state == State.FOUND and old_edge.state != State.UNCERTAIN:
                self.refusals.append(
                    Refusal(
                        unit, old_edge.line, f"{old_edge.spelled} would resolve to {new_edge.unit} instead"
                    )
                )
            elif new_edge.state == State.MISSING and old_edge.state != State.MISSING:
                self.lost(unit, old_edge)

    def leads_alike(self, unit: str, new: str) -> bool:
        """Whether a unit leads to the same things, in whatever order."""
        before, after = self.before.edges_of(unit), self.after.edges_of(new)
        old = Counter(
            self.relocation.place(e.target) if e.state == State.FOUND else (e.state, e.spelled)
            for e in before
        )
        return old == Counter(e.target if e.state == State.FOUND else (e.state, e.spelled) for e in after)

    def same(self, old: Edge, new: Edge) -> bool:
        wanted = self.relocation.place(old.target)
        return new.state == State.FOUND and new.target == wanted

    def lost(self, unit: str, edge: Edge) -> None:
        self.refusals.append(
            Refusal(unit, edge.line, f"{edge.spelled} would no longer resolve to the same definition")
        )

    def compare_as_sets(self, unit: str, places: set[str]) -> None:
        found: set[Symbol] = set()
        missing: set[str] = set()
        for place in places:
            for edge in self.after.edges_of(place):
                if edge.state == State.FOUND:
                    found.add(edge.target)
                elif edge.state == State.MISSING:
                    missing.add(_last_name(edge.spelled))
        arrived = set(self.relocation.definitions.values())
        dropped = unit in {s.unit for s in self.relocation.definitions}
        for edge in self.before.edges_of(unit):
            if edge.state == State.FOUND and (unit, edge.target) not in self.dropped:
                wanted = self.relocation.place(edge.target)
                here = wanted.unit in places and (wanted in arrived or wanted.name == "")
                if wanted not in found and not here and not dropped:
                    if not (edge.name == "" and self._is_made_up_for(edge, found, places)):
                        self.lost(unit, edge)
        self.refuse_found_now(unit, places)
        for spelled in sorted(missing - self.missing_before(unit, places)):
            self.refusals.append(Refusal(unit, 0, f"{spelled} would no longer resolve"))

    def _is_made_up_for(self, edge: Edge, found: set[Symbol], places: set[str]) -> bool:
        """Whether a module is named no more as nothing of it is left, or by what its import became.

        An import of a package may go further into it, or be of what moved, where nothing else of it was used.
        """
        now = [new for place in places for new in self.after.edges_of(place) if new.line == edge.line]
        arrived = set(self.relocation.units.values())
        became = any(_goes_further(edge, new) or (not new.name and new.unit in arrived) for new in now)
        return became or self._holds_only_moved(edge, found, places)

    def missing_before(self, unit: str, places: set[str]) -> set[str]:
        """Return the last names of what led nowhere already."""
        return {_last_name(edge.spelled) for edge in self._missing_edges(unit, places)}

    def _missing_edges(self, unit: str, places: set[str]) -> Iterator[Edge]:
        """Yield what led nowhere already in a unit, and in those that its definitions go to or meet."""
        origins = {s.unit for s, target in self.relocation.definitions.items() if target.unit in places}
        origins |= {old for old in self.affected if self.relocation.unit(old) in places}
        for origin in {unit, *origins} & self.units.keys():
            yield from (edge for edge in self.before.edges_of(origin) if edge.state == State.MISSING)

    def refuse_found_now(self, unit: str, places: set[str]) -> None:
        """Refuse to make a file that is imported already, and was not there."""
        made = self.fresh - {new for new in self.moved.values() if new}
        missing = {edge.spelled.rpartition("/")[2] for edge in self._missing_edges(unit, places)}
        for edge in (edge for place in places if missing for edge in self.after.edges_of(place)):
            if edge.unit in made and edge.spelled.rpartition("/")[2] in missing:
                self.refusals.append(
                    Refusal(unit, edge.line, f"{edge.spelled} would resolve to {edge.unit} instead")
                )

    def _holds_only_moved(self, edge: Edge, found: set[Symbol], places: set[str]) -> bool:
        """An import of a module may give way to imports of what left that module, or to what came from it."""
        return any(
            old.unit == edge.unit
            and (new in found or new.unit in places or any(f.unit == new.unit for f in found))
            for old, new in self.relocation.definitions.items()
        )

    def loading(self) -> None:
        """No module that loads alone today may fail in a cycle of imports tomorrow."""
        if self.loads_as_before():
            return
        before = [frozenset(group) for group in self.before.load_cycles()]
        by_member = {unit: group for group in before for unit in group}
        touched = {self.moved.get(unit, unit) for unit in self.moved} | self.fresh
        for group in self.after.load_cycles():
            if touched.isdisjoint(group):
                continue
            inside = frozenset(group)
            faults = self.after.loading_faults(inside)
            for unit, fault in sorted(faults.items()):
                old = self._old_of(unit)
                known = by_member.get(old, frozenset({old}))
                if old in self.units and self.before.loading_faults_of(old, known):
                    continue
                needed = self.needed_there()
                listed = ", ".join(f"{symbol.unit}:{symbol.name}" for symbol in needed[:5])
                todo = f"move along what it needs: {listed}" if needed else ""
                self.refusals.append(Refusal(old, 0, f"circular import: {fault}", todo, CYCLE, needed))
                return

    def loads_as_before(self) -> bool:
        """Whether units have only changed their places, and each loads the same others in the same order."""
        relocation = self.relocation
        if relocation.definitions or relocation.drops_reexports:
            return False
        for unit in self.affected:
            new = relocation.unit(unit)
            if unit in self.units and new in self.facts:
                loads = [relocation.unit(other) for other in self.before.resolved_of(unit).loads]
                if loads != list(self.after.resolved_of(new).loads):
                    return False
        return True

    def needed_there(self) -> tuple[Symbol, ...]:
        """Return the definitions left behind that the moved ones need."""
        left = {
            Symbol(edge.named_unit, edge.named)
            for symbol, target in self.relocation.definitions.items()
            for edge in self.after.edges_of(target.unit)
            if edge.named_unit == self.relocation.unit(symbol.unit) and edge.named
        }
        return tuple(sorted(left, key=lambda symbol: (symbol.unit, symbol.name)))

    def _old_of(self, unit: str) -> str:
        for old, new in self.moved.items():
            if new == unit:
                return old
        return unit


def _names_at(roots: set[str], paths: Iterable[str]) -> set[str]:
    return {
        path[len(root) :].partition("/")[0].partition(".")[0]
        for path in paths
        for root in roots
        if path.startswith(root)
    }


def _loose_ends(
    index: CodeIndex,
    lang: Language,
    before: View,
    after: View,
    plan: ChangePlan,
    old: str,
    new: str,
    raw: bytes,
) -> list[Refusal]:
    source = decode_source(raw, lang.cookies)
    if source.problem:
        return []
    now = Counter(lang.loose_ends(after, new, source.data))
    if not now:
        return []
    units = {old} if old else set()
    units |= {s.unit for s, t in plan.relocation.definitions.items() if t.unit == new}
    then: Counter[str] = Counter()
    for unit in units:
        text = plan.sources.get(unit)
        if text is None:
            text = index.read_source(unit).data if unit in index.facts else b""
        then += Counter(lang.loose_ends(before, unit, text))
    known = {name.rpartition(".")[2] for name in then}
    for name, _count in now.items():
        if name not in then and name.rpartition(".")[2] not in known:
            return [Refusal(old or new, 0, f"{name} would no longer resolve in {new}")]
    return []


def _goes_further(old: Edge, new: Edge) -> bool:
    """Whether an import of a package became one of a module in it, which loads and binds the package, too."""
    inner = new.spelled.startswith(f"{old.spelled}.") and new.line == old.line
    return inner and not old.name and not new.name and new.state == State.FOUND


def _last_name(spelled: str) -> str:
    """Return the last name of a qualified name or a path; the rest is spelled otherwise from elsewhere."""
    found = LAST_NAME.search(spelled)
    return found[0] if found is not None else spelled
