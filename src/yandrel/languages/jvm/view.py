"""The graph of an application's Java and Kotlin files."""

import re
from collections import Counter
from collections.abc import Iterator
from functools import cached_property

from yandrel.languages.named.table import join_name, last_of, parent_of
from yandrel.languages.named.view import NamedView
from yandrel.model.facts import Facts, Import, ImportedName, Mention
from yandrel.model.graph import Edge, State, Symbol
from yandrel.model.project import Project, Units

MADE_BY_BUILDS = frozenset({"R", "BuildConfig"})
MADE_FIRST = ("Dagger", "AutoValue_", "Hilt_")
MADE_FROM = re.compile(
    r"(?:Q|Immutable|Modifiable)(?P<after>\w+)|(?P<before>\w+?)(?:_|_Impl|_Factory|JsonAdapter)|(?P<mapper>\w+Mapper)Impl"
)
"""What processors of annotations call what they make from a type."""
OTHERS = ("java.", "javax.", "jakarta.", "kotlin.", "kotlinx.")
"""Packages that belong to no application, though one may add to them."""
LEAST_SHARE = 0.05
"""How much of an application is in packages of its own, at least."""
STANDARD = ("java.", "javax.", "jdk.", "sun.", "com.sun.", "org.w3c.dom", "org.xml.sax")


class JvmView(NamedView):
    """See `yandrel.languages.protocol.View`."""

    _extensions: set[str] | None = None
    _extension_names: set[str]

    def __init__(self, units: Units, project: Project) -> None:
        super().__init__(units, project)
        self._types: dict[str, Symbol | None] = {}

    def fold(self, name: str, space: str) -> str:
        return name

    def is_extension(self, name: str) -> bool:
        """Whether a qualified name is that of a function or property that extends a type."""
        if self._extensions is None:
            self._extensions = {
                join_name(d.namespace, d.name)
                for facts in self.units.facts.values()
                for d in facts.definitions
                if d.owner
            }
            self._extension_names = {last_of(known) for known in self._extensions}
        known = self.table.has(name, "type")
        return name in self._extensions if known else last_of(name) in self._extension_names

    def names_of_files(self) -> Iterator[tuple[str, str]]:
        """The functions of a Kotlin file are a class to Java."""
        for unit, facts in self.units.facts.items():
            for bound in facts.bound:
                from yandrel.languages.jvm.kotlin_tree import facade_name

                yield join_name(facts.namespaces[0], facade_name(bound, unit)), unit

    def also_meant(self, symbol: Symbol) -> list[Symbol]:
        """Functions of one name are told apart by what they are given, and so stand together."""
        if not symbol.unit.endswith(".kt"):
            return []
        found = self.qualified_of(symbol.unit, symbol.name)
        places = self.table.all_of(*found) if found is not None else []
        return [other for other in places if other != symbol] if len(places) > 1 else []

    def is_only_possible(self, edge: Edge) -> bool:
        facts = self.units.facts.get(edge.unit)
        return facts is not None and any(d.owner for d in facts.definitions if d.name == edge.name)

    def may_be_parted(self, symbol: Symbol, others: list[Symbol]) -> bool:
        """Functions and properties of one name: uses choose among all that are imported."""
        facts = self.units.facts[symbol.unit]
        found = [d for d in facts.definitions if d.name == symbol.name]
        return all(
            d.kind in ("function", "constant") and not {"expect", "actual"} & set(d.marks) for d in found
        )

    def find_type(self, name: str) -> Symbol | None:
        """Return the top-level type that a qualified name begins with."""
        if name not in self._types:
            found, outer = self.table.find(name, "type"), parent_of(name)
            self._types[name] = found if found is not None or not outer else self.find_type(outer)
        return self._types[name]

    def find_mention(self, unit: str, facts: Facts, mention: Mention) -> Symbol | None:
        if mention.space == "member" and mention.name not in self.table.words:
            return None
        head, dot, _ = mention.name.partition(".")
        scope = self.scope_of(facts)
        if head in scope.defined:
            return None
        if mention.space == "member":
            return self.find_extension(facts, join_name(scope.namespace, head), head)
        imported = scope.imported.get(("type", head))
        if imported is not None:
            return self.find_type(imported)
        if head not in self.table.words:
            return None
        for namespace in (scope.namespace, *scope.opened):
            found = self.table.find(join_name(namespace, head), "type")
            if found is not None:
                return found
        return self.find_type(mention.name) if dot and head[:1].islower() else None

    def find_extension(self, facts: Facts, own: str, head: str) -> Symbol | None:
        """Return the extension that a name after a value leads to without being imported by name."""
        if head not in self.table.words:
            return None
        opened = [join_name(i.module, head) for i in facts.imports if i.names[0].name == "*"]
        for name in (own, *opened):
            found = self.table.find(name, "type")
            if found is not None and self.is_extension(name):
                return found
        return None

    def find_import(self, unit: str, item: Import, name: ImportedName) -> tuple[State, Symbol] | None:
        path = item.module if name.name == "*" else join_name(item.module, name.name)
        if name.name == "*" and item.space == "type":
            if self.table.has_namespace(path):
                return None
        found = self.find_type(path)
        if found is not None:
            return State.FOUND, found
        if self.is_all_here(parent_of(path)) and item.space == "type" and name.name != "*":
            made = self.has_generated or self._may_be_made(path)
            return (State.UNCERTAIN if made else State.MISSING), Symbol("")
        return State.OUTSIDE, Symbol("", outside_of(path))

    def _may_be_made(self, path: str) -> bool:
        """Whether a name is one that the build makes, from resources or from what is declared."""
        package, name = parent_of(path), last_of(path)
        if name in MADE_BY_BUILDS or name.startswith(MADE_FIRST):
            return True
        made = MADE_FROM.fullmatch(name)
        stem = (made["after"] or made["before"] or made["mapper"]) if made is not None else ""
        return bool(stem) and self.table.find(join_name(package, stem), "type") is not None

    def is_all_here(self, package: str) -> bool:
        """Whether a package is the application's; it may add some types to one of a library's."""
        if package not in self.table.declared or (package + ".").startswith(OTHERS):
            return False
        return head_of(package) not in self.borrowed_heads

    @cached_property
    def borrowed_heads(self) -> frozenset[str]:
        """Return what packages begin with in which the application has hardly any of its units: they are
        those of a library, to which it adds what may see its insides."""
        heads = Counter(head_of(name) for facts in self.units.facts.values() for name in facts.namespaces)
        most = heads.total() * LEAST_SHARE
        return frozenset(head for head, count in heads.items() if count < most)

    @cached_property
    def has_generated(self) -> bool:
        """Whether sources may be made when the application is built."""
        return any(name.endswith((".proto", ".g4", ".xjb", ".thrift", ".avsc")) for name in self.units.files)

    def is_standard(self, package: str) -> bool:
        return (package + ".").startswith(STANDARD)


def head_of(package: str) -> str:
    """Return what the packages of one maker begin with."""
    return ".".join(package.split(".")[:2])


def outside_of(path: str) -> str:
    """Return the package that an import from outside names."""
    parts = [part for part in path.split(".") if part and not part[0].isupper()]
    return ".".join(parts[:3] if parts and parts[0] in ("org", "com", "net", "io", "de") else parts[:2])
