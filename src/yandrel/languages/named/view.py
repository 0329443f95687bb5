"""One graph out of units that declare namespaces: imports and mentions, resolved by qualified names."""

from abc import abstractmethod
from collections import Counter
from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from yandrel.languages.graph import UnloadedGraph
from yandrel.languages.named.roots import Roots
from yandrel.languages.named.table import SymbolTable, join_name
from yandrel.model.facts import Facts, Import, ImportedName, Mention, When
from yandrel.model.graph import Edge, Resolved, State, Symbol
from yandrel.model.project import Project, Units

MANY = 3


@dataclass(frozen=True)
class UnitScope:
    """The scope of a file: its namespace, definitions, imports and opened namespaces.

    `imported` are qualified names by space and folded name, `opened` namespaces.
    """

    namespace: str
    defined: frozenset[str]
    imported: Mapping[tuple[str, str], str]
    opened: tuple[str, ...]


class NamedView(UnloadedGraph):
    """Names and edges of the units of one language, computed when asked for."""

    separator = "."
    spaces: Mapping[str, str] = {}
    """The spaces of names of the kinds of definition that are not looked up as types are."""
    parts_join = False
    """Whether definitions of one name are parts of one thing."""
    by_convention = False
    """Whether a unit may declare another namespace than its folder's, so that most must follow to tell."""

    def __init__(self, units: Units, project: Project) -> None:
        super().__init__(units)
        self.project = project
        self.roots = Roots(project.roots)
        self._scope: tuple[Facts, UnitScope] | None = None
        self._table: SymbolTable | None = None
        self._own_heads: set[str] | None = None
        self._agreed: set[str] | None = None
        self._others: dict[Symbol, list[Symbol]] = {}

    # -- what a language says ----------------------------------------------------------------

    @abstractmethod
    def fold(self, name: str, space: str) -> str:
        """Return a name as it is compared."""

    @abstractmethod
    def find_mention(self, unit: str, facts: Facts, mention: Mention) -> Symbol | None:
        """Return the definition that a mention means."""

    @abstractmethod
    def find_import(self, unit: str, item: Import, name: ImportedName) -> tuple[State, Symbol] | None:
        """Return where an import leads (an outside package by its name); None for a namespace."""

    @abstractmethod
    def is_standard(self, package: str) -> bool:
        """Whether an outside package is the language's own library."""

    # -- names -------------------------------------------------------------------------------

    @property
    def table(self) -> SymbolTable:
        if self._table is None:
            self._table = self.make_table()
            for name, unit in self.names_of_files():
                self._table.add(name, "type", Symbol(unit))
        return self._table

    def make_table(self) -> SymbolTable:
        """Return the definitions by qualified name."""
        return SymbolTable.of_units(self.units.facts, self.fold, self.spaces)

    def qualified_of(self, unit: str, name: str) -> tuple[str, str] | None:
        """Return the qualified name, with dots, and the space of a definition."""
        for definition in self.units.facts[unit].definitions:
            if definition.name == name:
                return join_name(definition.namespace, name), self.table.space_of(definition)
        return None

    def expected_namespace(self, path: str) -> str | None:
        """Return the namespace, with dots, that a path has by the project's roots."""
        return self.roots.namespace_at(path)

    def is_own(self, name: str) -> bool:
        """Whether a qualified name begins like the application's own."""
        if self._own_heads is None:
            self._own_heads = set()
            for facts in self.units.facts.values():
                for namespace in facts.namespaces:
                    self._own_heads.add(self.fold(".".join(namespace.split(".")[:2]), "type"))
        if any(root.namespace and name.startswith(root.namespace + ".") for root in self.project.roots):
            return True
        folded = self.fold(name, "type").split(".")
        return ".".join(folded[:2]) in self._own_heads or folded[0] in self._own_heads

    def names_of_files(self) -> Iterator[tuple[str, str]]:
        """Yield the qualified names of types that files are, beside what they declare, with the files."""
        yield from ()

    def also_meant(self, symbol: Symbol) -> list[Symbol]:
        """Return the other definitions that a name means which means a definition."""
        return []

    def may_be_parted(self, symbol: Symbol, others: list[Symbol]) -> bool:
        """Whether definitions of one name may stand apart, since uses choose among all that they see."""
        return False

    def scope_of(self, facts: Facts) -> UnitScope:
        """Return what a unit's names are looked up in; that of the last unit is kept."""
        if self._scope is None or self._scope[0] is not facts:
            imported: dict[tuple[str, str], str] = {}
            opened = []
            for item in facts.imports:
                if item.names[0].name == "*":
                    opened.append(item.module)
                for name in item.names:
                    key = (item.space, self.fold(name.bound, "type"))
                    imported.setdefault(key, join_name(item.module, name.name))
            defined = frozenset(definition.name for definition in facts.definitions)
            namespace = facts.namespaces[0] if facts.namespaces else ""
            self._scope = (facts, UnitScope(namespace, defined, imported, tuple(opened)))
        return self._scope[1]

    # -- edges -------------------------------------------------------------------------------

    def resolve(self, unit: str) -> Resolved:
        return Resolved(tuple(self._find_edges(unit)), ())

    def _find_edges(self, unit: str) -> Iterator[Edge]:
        facts = self.units.facts[unit]
        imported: set[Symbol] = set()
        for item in facts.imports:
            for name in item.names:
                found = self.find_import(unit, item, name)
                if found is None:
                    continue
                state, symbol = found
                spelled = self.spell(join_name(item.module, name.name) if name.name != "*" else item.module)
                imported.add(symbol)
                yield Edge(
                    item.line, spelled, int(state), symbol.unit, symbol.name, symbol.unit, symbol.name,
                    item.when, False,
                )  # fmt: skip
                for other in self._others_of(symbol) if state == State.FOUND else ():
                    imported.add(other)
                    yield self._implied(item.line, spelled, other)
        for mention in facts.mentions:
            meant = self.find_mention(unit, facts, mention)
            if meant is None:
                continue
            for place in (meant, *self._others_of(meant)):
                if place.unit != unit and place not in imported:
                    imported.add(place)
                    yield self._implied(mention.line, self.spell(mention.name.lstrip(".")), place)

    def _others_of(self, symbol: Symbol) -> list[Symbol]:
        """Return what else is meant by the name of a definition; most are named by many units."""
        found = self._others.get(symbol)
        if found is None:
            found = self._others[symbol] = self.also_meant(symbol)
        return found

    def _implied(self, line: int, spelled: str, found: Symbol) -> Edge:
        return Edge(
            line, spelled, int(State.FOUND), found.unit, found.name, found.unit, found.name, When.CALL, False
        )

    def spell(self, name: str) -> str:
        return name.replace(".", self.separator)

    def namespace_at(self, path: str) -> str:
        return self.spell(self.expected_namespace(path) or "")

    def namespace_of(self, unit: str) -> str:
        facts = self.units.facts.get(unit)
        if facts is None:
            return self.spell(self.expected_namespace(unit) or "")
        return self.spell(facts.namespaces[0]) if facts.namespaces else ""

    def find_qualified(self, name: str) -> Symbol | None:
        dotted = name.strip(self.separator).replace(self.separator, ".")
        for space in ("type", "function", "constant"):
            found = self.table.find(dotted, space)
            if found is not None:
                return found
        places = self.places_of(name) if self.table.has_namespace(dotted) else []
        return Symbol(places[0][0]) if len(places) == 1 else None

    def place_for(self, name: str) -> str | None:
        """Return the path that a qualified name, or a namespace, would have below the roots."""
        dotted = name.strip(self.separator).replace(self.separator, ".")
        if "/" in name or "." not in dotted or not self.is_own(dotted):
            return None
        best = None
        for root in self.project.roots:
            inside = not root.namespace or (dotted + ".").startswith(root.namespace + ".")
            if inside and (best is None or len(root.namespace) > len(best.namespace)):
                best = root
        if best is None:
            return None
        return best.path + dotted[len(best.namespace) :].lstrip(".").replace(".", "/")

    def places_of(self, namespace: str, other: str = "") -> list[tuple[str, str]]:
        old, new = (
            name.strip(self.separator).replace(self.separator, ".")
            for name in (namespace, other or namespace)
        )
        if "/" in namespace or "." not in old or not self.is_own(old):
            return []
        found = []
        for root in self.project.roots:
            start = root.namespace + "." if root.namespace else ""
            if (old + ".").startswith(start) and (new + ".").startswith(start):
                folder, target = (
                    root.path + name[len(start) :].replace(".", "/") + "/" for name in (old, new)
                )
                if folder in self.units.folders and folder != root.path:
                    found.append((folder, target))
        return found

    def names_in_text(self, symbol: Symbol) -> tuple[str, ...]:
        if not symbol.name:
            return ()
        found = self.qualified_of(symbol.unit, symbol.name)
        if found is None or "." not in found[0]:
            return ()
        return (self.spell(found[0]),)

    def find_name(self, unit: str, name: str) -> Symbol | None:
        facts = self.units.facts.get(unit)
        if facts is None:
            return None
        if any(d.name == name for d in facts.definitions):
            return Symbol(unit, name)
        for item, taken in ((one, each) for one in facts.imports for each in one.names):
            if name == taken.bound:
                found = self.find_import(unit, item, taken)
                return found[1] if found is not None and found[0] == State.FOUND else None
        found_here = self.find_mention(unit, facts, Mention(name, 0))
        if found_here is None and "." in name:
            return self.find_mention(unit, facts, Mention("." + name, 0))
        return found_here

    def misnamed_namespaces(self) -> dict[str, tuple[str, str]]:
        """Return the units whose declared namespace is not that of their folder: declared, expected."""
        out = {}
        follow: Counter[str] = Counter()
        for unit, facts in self.units.facts.items():
            unread = facts.problems and not any(facts.namespaces)
            if len(facts.namespaces) > 1 or not facts.definitions or unread:
                continue
            expected = self.expected_namespace(unit)
            declared = facts.namespaces[0] if facts.namespaces else ""
            if expected is not None and expected != declared and self.counts_as_misnamed(unit, facts):
                out[unit] = (self.spell(declared), self.spell(expected))
            elif expected is not None:
                follow[self._root_of(unit)] += 1
        if not self.by_convention:
            return out
        stray = Counter(self._root_of(unit) for unit in out)
        return {
            unit: names
            for unit, names in out.items()
            if follow[self._root_of(unit)] > stray[self._root_of(unit)] and not self._is_agreed(unit)
        }

    def _is_agreed(self, unit: str) -> bool:
        """Whether all units of a folder, and more than a few, declare the same other namespace."""
        if self._agreed is None:
            declared: dict[str, list[str]] = {}
            for other, facts in self.units.facts.items():
                if facts.definitions and facts.namespaces:
                    declared.setdefault(other.rpartition("/")[0], []).append(facts.namespaces[0])
            self._agreed = {f for f, names in declared.items() if len(names) >= MANY and len(set(names)) == 1}
        return unit.rpartition("/")[0] in self._agreed

    def _root_of(self, unit: str) -> str:
        root = self.roots.root_at(unit)
        return root.path if root is not None else ""

    def counts_as_misnamed(self, unit: str, facts: Facts) -> bool:
        """Whether a unit must have the namespace that its folder says."""
        return bool(facts.namespaces)
