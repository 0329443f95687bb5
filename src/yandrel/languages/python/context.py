"""State shared by all files of one relocation: the old graph, the new places."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property

from yandrel.languages.python.after import After
from yandrel.languages.python.view import PythonView
from yandrel.model.changes import Relocation, Rewrite
from yandrel.model.graph import State, Symbol


@dataclass
class Context:
    """One relocation of Python code."""

    view: PythonView
    after: After
    relocation: Relocation
    sources: Mapping[str, bytes]
    result: Rewrite
    renamed_bindings: dict[Symbol, Symbol] = field(default_factory=dict)
    reexported: set[Symbol] = field(default_factory=set)
    imported_back: set[Symbol] = field(default_factory=set)
    dropped: set[Symbol] = field(default_factory=set)

    @cached_property
    def new_tops(self) -> frozenset[str]:
        """The top-level names that units which come about have, seen from what they come out of."""
        found = set()
        for old, new in self.relocation.definitions.items():
            folder = old.unit[: old.unit.rfind("/") + 1]
            for root in ("", folder):
                if new.unit.startswith(root):
                    found.add(new.unit[len(root) :].partition("/")[0].removesuffix(".py"))
        return frozenset(found)

    def outgoing(self, unit: str) -> dict[str, Symbol]:
        """Return the definitions that leave a unit (or change their name in it)."""
        return {old.name: new for old, new in self.relocation.definitions.items() if old.unit == unit}

    def survives(self, symbol: Symbol) -> bool:
        """Whether a unit still binds a name after the change without further ado."""
        if symbol in self.reexported:
            return True
        if symbol in self.relocation.definitions or symbol in self.dropped:
            return False
        if not symbol.unit or symbol.unit.endswith("/") or not symbol.name:
            return True
        if symbol.name in self.view.bindings(symbol.unit):
            return True
        if self.view.submodule(symbol.unit, symbol.name) is not None:
            return True
        for item in self.view.units.facts[symbol.unit].imports:
            if item.nested or not item.names or item.names[0].name != "*":
                continue
            source, _ = self.view.find_spelled(item.module, symbol.unit)
            if source is None or source.endswith("/") or not self.view.star_gives(source, symbol.name):
                continue
            if self.view.member(source, symbol.name).state == State.FOUND:
                return self.survives(Symbol(source, symbol.name))
        return True

    def place_of_named(self, named: Symbol, final: Symbol) -> Symbol:
        """Return the new place of what a reference names, or of what it leads to where that is lost."""
        if named in self.reexported:
            return Symbol(self.relocation.unit(named.unit), named.name)
        if named in self.relocation.definitions:
            return self.relocation.definitions[named]
        if named in self.renamed_bindings:
            return self.renamed_bindings[named]
        if not named.name or self.survives(named):
            return self.relocation.place(named)
        return self.relocation.place(final)

    def named_elsewhere(self, unit: str, name: str) -> bool:
        """Whether another unit names a binding through this one."""
        exports = self.view.units.facts[unit].exports
        if exports is not None and name in exports:
            return True
        for other in self.view.importers_of(unit):
            for edge in self.view.edges_of(other):
                if edge.named_unit == unit and edge.named in (name, "*"):
                    return True
                if edge.named_unit == unit and not edge.named and other in self.sources:
                    if name.encode() in self.sources[other]:
                        return True
        return False
