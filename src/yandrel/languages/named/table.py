"""The table of qualified names of an application, before and after a change."""

from collections.abc import Callable, Mapping

from yandrel.model.facts import Definition, Facts
from yandrel.model.graph import Symbol

Fold = Callable[[str, str], str]

AMBIGUOUS = "?"
"""What a name means that several things of that name are seen for."""


def join_name(namespace: str, name: str) -> str:
    return f"{namespace}.{name}" if namespace else name


def parent_of(name: str) -> str:
    return name.rpartition(".")[0]


def last_of(name: str) -> str:
    return name.rpartition(".")[2]


class SymbolTable:
    """Definitions by qualified name, in each space of names; `declared` are namespaces that units declare."""

    def __init__(self, fold: Fold, spaces: Mapping[str, str]) -> None:
        self.fold = fold
        self.spaces = spaces
        self.places: dict[tuple[str, str], list[Symbol]] = {}
        self.spelled: dict[tuple[str, str], str] = {}
        self.namespaces: set[str] = set()
        self.declared: set[str] = set()
        self.words: set[str] = set()

    @classmethod
    def of_units(cls, facts: Mapping[str, Facts], fold: Fold, spaces: Mapping[str, str]) -> "SymbolTable":
        """Return the table of some units; `spaces` tells the spaces of kinds that are not types."""
        table = cls(fold, spaces)
        for unit in sorted(facts):
            found = facts[unit]
            for definition in found.definitions:
                if definition.of_file:
                    continue
                name = join_name(definition.namespace, definition.name)
                table.add(name, table.space_of(definition), Symbol(unit, definition.name))
            table.declared.update(found.namespaces)
            for namespace in found.namespaces:
                table.add_namespace(namespace)
        return table

    def space_of(self, definition: Definition) -> str:
        return self.spaces.get(definition.kind, "type")

    def add(self, name: str, space: str, symbol: Symbol) -> None:
        key = (space, self.fold(name, space))
        self.places.setdefault(key, []).append(symbol)
        self.words.update(key[1].split("."))
        self.spelled.setdefault(key, name)

    def add_namespace(self, namespace: str) -> None:
        while namespace:
            folded = self.fold(namespace, "type")
            if folded in self.namespaces:
                return
            self.namespaces.add(folded)
            self.words.add(last_of(folded))
            namespace = parent_of(namespace)

    def find(self, name: str, space: str) -> Symbol | None:
        found = self.places.get((space, self.fold(name, space)))
        return found[0] if found else None

    def all_of(self, name: str, space: str) -> list[Symbol]:
        return self.places.get((space, self.fold(name, space)), [])

    def has(self, name: str, space: str) -> bool:
        return (space, self.fold(name, space)) in self.places

    def has_namespace(self, name: str) -> bool:
        return self.fold(name, "type") in self.namespaces


class Renaming:
    """The new place of each qualified name, and the names defined after the change."""

    def __init__(self, table: SymbolTable) -> None:
        self.table = table
        self.moved: dict[tuple[str, str], str] = {}
        self.arrived: dict[tuple[str, str], str] = {}
        self.namespaces: dict[str, str] = {}
        self.parted: dict[tuple[str, str], str] = {}
        self._words: set[str] | None = None
        self._counted = 0

    def part(self, old: str, new: str, space: str) -> None:
        """Note that one of several definitions of a name goes, so that the name is at both places."""
        self.parted[space, self.table.fold(old, space)] = new
        self.arrived[space, self.table.fold(new, space)] = new

    def has_word(self, word: str) -> bool:
        """Whether any qualified name, before or after, has a part of that name."""
        if self._words is None or self._counted != len(self.arrived):
            self._words = {part for _, name in self.arrived for part in name.split(".")}
            self._counted = len(self.arrived)
        return word in self.table.words or word in self._words

    def put(self, old: str, new: str, space: str) -> None:
        fold = self.table.fold
        if old == new:
            return
        self.moved[space, fold(old, space)] = new
        self.arrived[space, fold(new, space)] = new

    def place(self, name: str, space: str) -> str:
        """Return where a qualified name will be."""
        return self.moved.get((space, self.table.fold(name, space)), name)

    def is_moved(self, name: str, space: str) -> bool:
        return (space, self.table.fold(name, space)) in self.moved

    def has_after(self, name: str, space: str) -> bool:
        """Whether a qualified name is defined when all have gone."""
        key = (space, self.table.fold(name, space))
        return key in self.arrived or (key in self.table.places and key not in self.moved)

    def namespaces_after(self) -> set[str]:
        """Return the namespaces, with those around them, that hold anything when all have gone."""
        fold = self.table.fold
        names = [new for (_, _), new in self.moved.items()]
        names += [self.table.spelled[key] for key in self.table.places if key not in self.moved]
        found: set[str] = set()
        for name in names:
            outer = parent_of(name)
            while outer and outer not in found:
                found.add(fold(outer, "type"))
                outer = parent_of(outer)
        return found

    def place_namespace(self, name: str) -> str:
        """Return the new name of a namespace of which everything goes to one other, or the old one."""
        return self.namespaces.get(self.table.fold(name, "type"), name)

    def renamed_namespaces(self) -> dict[str, str]:
        """Return the namespaces of several parts that move whole, as they are spelled, old to new."""
        found = {}
        for key in self.moved:
            outer = parent_of(self.table.spelled.get(key, ""))
            while "." in outer and outer not in found:
                found[outer] = self.place_namespace(outer)
                outer = parent_of(outer)
        return {old: new for old, new in found.items() if old != new}

    def find_leaver(self, namespace: str) -> str:
        """Return the name of something that leaves a namespace which others stay in, or nothing."""
        inside = namespace + "."
        if not self.table.has_namespace(namespace) or self.place_namespace(namespace) != namespace:
            return ""
        for key, new in self.moved.items():
            old = self.table.spelled.get(key, "")
            if key[0] == "type" and old.startswith(inside) and not new.startswith(inside):
                return last_of(old)
        return ""

    def find_namespaces(self) -> None:
        """Find the namespaces that move whole."""
        fold = self.table.fold
        targets: dict[str, set[str | None]] = {}
        for space, key in self.table.places:
            spelled = self.table.spelled[space, key]
            new = self.moved.get((space, key))
            inner, tail = parent_of(spelled), "." + last_of(spelled)
            while inner:
                goes = new[: -len(tail)] if new and fold(new, space).endswith(fold(tail, space)) else None
                targets.setdefault(fold(inner, "type"), set()).add(goes)
                tail = "." + last_of(inner) + tail
                inner = parent_of(inner)
        for name, found in targets.items():
            if len(found) == 1:
                only = next(iter(found))
                if only:
                    self.namespaces[name] = only
