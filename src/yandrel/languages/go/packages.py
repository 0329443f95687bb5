"""Plan the packages after a move: the place of each file and definition, and each package's name."""

import re
from collections.abc import Mapping

from msgspec.structs import replace

from yandrel.languages.go.deep import Content
from yandrel.languages.go.naming import guess_name
from yandrel.languages.go.view import (
    MAIN,
    TEST,
    GoView,
    declared_name,
    folder_of,
    is_outside_test,
)
from yandrel.model.changes import Relocation
from yandrel.model.graph import Symbol

Package = tuple[str, bool]
"""A folder, and whether it is the package that tests it from outside."""


def settle_relocation(view: GoView, relocation: Relocation) -> Relocation:
    """Return the relocation with the methods that go along with their types."""
    definitions = dict(relocation.definitions)
    for symbol, target in relocation.definitions.items():
        if symbol.unit not in view.units.facts or view.is_method(symbol):
            continue
        folder, outside = view.package_of(symbol.unit)
        leaves = folder_of(target.unit) != folder_of(relocation.unit(symbol.unit))
        for method in view.methods_of(folder, outside, symbol.name):
            if method in definitions or (method.unit != symbol.unit and not leaves):
                if target.name == symbol.name or method in relocation.definitions:
                    continue
            name = target.name + method.name[len(symbol.name) :]
            stays = method.unit != symbol.unit and not leaves
            unit = relocation.unit(method.unit) if stays else target.unit
            definitions[method] = Symbol(unit, name)
    return replace(relocation, definitions=definitions)


class Packages:
    """The packages as they will be."""

    def __init__(self, view: GoView, relocation: Relocation, contents: Mapping[str, Content]) -> None:
        self.view = view
        self.relocation = relocation
        self.contents = contents
        self.leaving = {unit for unit in view.units.facts if self._is_left(unit)}
        self.names: dict[str, str] = {}
        self.moved_whole: dict[str, str] = {}
        self._find_whole()

    def _is_left(self, unit: str) -> bool:
        """Whether every definition of a unit goes elsewhere, so that the unit is gone."""
        facts = self.view.units.facts[unit]
        if not facts.definitions or facts.acts:
            return False
        new = self.relocation.unit(unit)
        return all(
            self.relocation.definitions.get(Symbol(unit, d.name), Symbol(new)).unit != new
            for d in facts.definitions
        )

    def _find_whole(self) -> None:
        """Find the folders of which every unit goes to one other folder."""
        targets: dict[str, set[str]] = {}
        for unit in self.view.units.facts:
            targets.setdefault(folder_of(unit), set()).add(folder_of(self.relocation.unit(unit)))
        for folder, found in targets.items():
            if len(found) == 1:
                only = next(iter(found))
                if only != folder:
                    self.moved_whole[folder] = only

    def folder_after(self, unit: str) -> str:
        return folder_of(self.relocation.unit(unit))

    def package_after(self, symbol: Symbol) -> Package:
        """Return the package that a definition will be in."""
        target = self.relocation.definitions.get(symbol)
        outside = is_outside_test(symbol.unit, self.view.units.facts[symbol.unit])
        if target is not None:
            return folder_of(target.unit), outside and target.unit.endswith("_test.go")
        return self.folder_after(symbol.unit), outside

    def name_after(self, folder: str) -> str:
        """Return what the package in a folder will be called."""
        found = self.names.get(folder)
        if found is None:
            found = self.names[folder] = self._name(folder)
        return found

    def _name(self, folder: str) -> str:
        facts = self.view.units.facts
        there = [u for u in facts if folder_of(u) == folder]
        staying = [u for u in there if folder_of(self.relocation.unit(u)) == folder and u not in self.leaving]
        in_place = any(self.relocation.units.get(unit) == unit for unit in staying)
        if in_place:
            return self.conventional(folder) or self.view.name_of_package(folder)
        if staying:
            return self.view.name_of_package(folder)
        whole = [old for old, new in self.moved_whole.items() if new == folder]
        if whole:
            name = self.view.name_of_package(whole[0])
            if name != self.conventional(whole[0]):
                return name
        return self.conventional(folder) or self._fallback(folder)

    def conventional(self, folder: str) -> str:
        """Return the name that a folder asks for."""
        return self.view.expected_name(folder)

    def _fallback(self, folder: str) -> str:
        path = self.view.import_path(folder) or folder.rstrip("/")
        name = re.sub(r"\W", "", guess_name(path)).lower()
        return name if name and not name[0].isdigit() else MAIN

    def clause_after(self, unit: str) -> str:
        """Return the package name that a unit will declare."""
        facts = self.view.units.facts[unit]
        name = self.name_after(self.folder_after(unit))
        own = declared_name(facts)
        whole = self.moved_whole.get(folder_of(unit), folder_of(unit)) == self.folder_after(unit)
        if whole and (own == MAIN or own.removesuffix(TEST) != self.view.name_of_package(folder_of(unit))):
            return own
        return name + TEST if is_outside_test(unit, facts) else name

    def import_path(self, folder: str) -> str:
        """Return the path that a folder will be imported by; modules may move, too."""
        moved = [(self._root_after(root.path), root.namespace) for root in self.view.project.roots]
        covering = [(path, name) for path, name in moved if (name or path) and folder.startswith(path)]
        if not covering:
            return ""
        path, name = max(covering, key=lambda root: len(root[0]))
        below = folder[len(path) :].rstrip("/")
        if not name:
            return below
        return f"{name}/{below}" if below else name

    def _root_after(self, path: str) -> str:
        return self.relocation.unit(path) if path else ""
