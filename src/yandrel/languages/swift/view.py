"""The graph of Swift files: everything within a module, public names across modules."""

from yandrel.languages.named.roots import Roots
from yandrel.languages.named.table import SymbolTable, join_name
from yandrel.languages.named.view import NamedView
from yandrel.model.facts import Facts, Import, ImportedName, Mention
from yandrel.model.graph import State, Symbol

APPLE = frozenset(
    {"Swift", "Foundation", "FoundationNetworking", "Dispatch", "XCTest", "Testing", "Darwin", "Glibc"}
    | {"os", "SwiftUI", "UIKit", "Combine", "Observation", "CoreData", "CryptoKit", "Network"}
)


class SwiftView(NamedView):
    """See `yandrel.languages.protocol.View`. A namespace is a module."""

    def fold(self, name: str, space: str) -> str:
        return name

    def module_of(self, unit: str, roots: Roots | None = None) -> str:
        """Return the module that a path belongs to, nothing where no target covers it."""
        root = (roots or self.roots).root_at(unit)
        return root.namespace if root is not None else ""

    def expected_namespace(self, path: str) -> str | None:
        return self.module_of(path)

    def namespace_of(self, unit: str) -> str:
        return self.module_of(unit)

    def make_table(self) -> SymbolTable:
        table = SymbolTable(self.fold, self.spaces)
        for unit in sorted(self.units.facts):
            module = self.module_of(unit)
            for definition in self.units.facts[unit].definitions:
                if not definition.of_file:
                    table.add(join_name(module, definition.name), "type", Symbol(unit, definition.name))
            table.add_namespace(module)
        return table

    def qualified_of(self, unit: str, name: str) -> tuple[str, str] | None:
        if any(d.name == name for d in self.units.facts[unit].definitions):
            return join_name(self.module_of(unit), name), "type"
        return None

    def find_mention(self, unit: str, facts: Facts, mention: Mention) -> Symbol | None:
        if any(d.name == mention.name for d in facts.definitions):
            return None
        head, dot, _ = mention.name.partition(".")
        if dot:
            return self.table.find(mention.name, "type") if self.table.has_namespace(head) else None
        modules = [self.module_of(unit), *(item.module for item in facts.imports)]
        for module in modules:
            found = self.table.find(join_name(module, mention.name), "type")
            if found is not None:
                return found
        return None

    def find_import(self, unit: str, item: Import, name: ImportedName) -> tuple[State, Symbol] | None:
        if self.table.has_namespace(item.module):
            return None
        return State.OUTSIDE, Symbol("", item.module)

    def place_for(self, name: str) -> str | None:
        return None

    def misnamed_namespaces(self) -> dict[str, tuple[str, str]]:
        return {}

    def is_standard(self, package: str) -> bool:
        return package in APPLE
