"""The graph of an application's C# files."""

from yandrel.languages.csharp.facts import ALIAS, GLOBAL, STATIC, STATIC_MEMBER
from yandrel.languages.csharp.lookup import Names, Surroundings, find_rooted, find_type, levels_of
from yandrel.languages.csharp.project import project_of
from yandrel.languages.named.table import AMBIGUOUS, join_name
from yandrel.languages.named.view import NamedView
from yandrel.model.facts import Facts, Import, ImportedName, Mention
from yandrel.model.graph import Edge, Resolved, State, Symbol

SYSTEM = "System."
STANDARD = ("System.", "Microsoft.", "Mono.")


class CSharpView(NamedView):
    """See `yandrel.languages.protocol.View`."""

    by_convention = True
    parts_join = True
    _names: Names | None = None
    _extensions: dict[str, list[Symbol]] | None = None
    _globals: dict[str, list[Import]] | None = None

    def fold(self, name: str, space: str) -> str:
        return name

    @property
    def names(self) -> Names:
        """The types and namespaces of the application as it is."""
        if self._names is None:
            types = {name for space, name in self.table.places if space == "type"}
            self._names = Names(
                types.__contains__, self.table.namespaces.__contains__, self.table.words.__contains__
            )
        return self._names

    def global_imports(self, unit: str) -> list[Import]:
        """Return what other files open for all files of a unit's project."""
        if self._globals is None:
            self._globals = {}
            for other in sorted(self.units.facts):
                for item in self.units.facts[other].imports:
                    if item.space.startswith(GLOBAL):
                        self._globals.setdefault(project_of(other, self.project), []).append(item)
        return self._globals.get(project_of(unit, self.project), []) if self._globals else []

    def surroundings(self, unit: str, facts: Facts) -> Surroundings:
        """Return what is around the names of a unit; of what it opens only namespaces of the application."""
        around = Surroundings(facts.namespaces[0] if facts.namespaces else "")
        for item in (*facts.imports, *self.global_imports(unit)):
            space = item.space.removeprefix(GLOBAL)
            name = item.names[0]
            if space == ALIAS:
                around.aliases[name.alias] = join_name(item.module, name.name)
            elif space == "type":
                opened = self.settle_namespace(item.module, around.namespace if item.nested else "")
                if self.table.has_namespace(opened):
                    (around.inner if item.nested else around.opened).append(opened)
        return around

    def settle_namespace(self, path: str, inside: str) -> str:
        """Return the whole name of a namespace that is opened inside of another."""
        for level in levels_of(inside):
            if self.table.has_namespace(join_name(level, path)):
                return join_name(level, path)
        return path

    @property
    def extensions(self) -> dict[str, list[Symbol]]:
        """Return the classes that hold methods which extend others, by the methods' names."""
        if self._extensions is None:
            self._extensions = {}
            for unit in sorted(self.units.facts):
                for definition in self.units.facts[unit].definitions:
                    for name in definition.inner:
                        if name.startswith(STATIC_MEMBER):
                            continue
                        self._extensions.setdefault(name, []).append(Symbol(unit, definition.name))
        return self._extensions

    def visible(self, around: Surroundings) -> set[str]:
        """Return the namespaces whose types can be named without more."""
        return {*levels_of(around.namespace), *around.opened, *around.inner}

    def resolve(self, unit: str) -> Resolved:
        self._around = self.surroundings(unit, self.units.facts[unit])
        return super().resolve(unit)

    def inherited_members(self, unit: str) -> set[str]:
        """Return the names of what the types of a unit have from their bases in the application."""
        found: set[str] = set()
        seen: set[Symbol] = set()
        waiting = [
            (unit, base) for d in self.units.facts[unit].definitions for base in d.bases
        ] if unit in self.units.facts else []  # fmt: skip
        while waiting:
            user, base = waiting.pop()
            symbol = self.find_name(user, base)
            if symbol is None or symbol.unit not in self.units.facts or symbol in seen:
                continue
            seen.add(symbol)
            for definition in self.units.facts[symbol.unit].definitions:
                if definition.name == symbol.name:
                    found.update(member.removesuffix("()") for member in definition.members)
                    waiting += [(symbol.unit, further) for further in definition.bases]
        return found

    def find_name(self, unit: str, name: str) -> Symbol | None:
        if unit in self.units.facts:
            self._around = self.surroundings(unit, self.units.facts[unit])
        return super().find_name(unit, name)

    def find_mention(self, unit: str, facts: Facts, mention: Mention) -> Symbol | None:
        around = self._around
        parts = mention.name.split(".")
        if mention.space == "member":
            found = self.visible_extensions(mention.name, around)
            return next((symbol for symbol in found if symbol.unit != unit), None)
        if mention.space == "attribute":
            parts[-1] += "Attribute"
        elif self.names.has_word(parts[-1] + "Attribute") and _is_attribute(facts, mention):
            return None
        meant = find_type(around, parts, self.names)
        if meant is None and len(parts) > 1:
            meant = find_rooted(parts, self.names)
        return self.table.find(meant[0], "type") if meant is not None and meant[0] != AMBIGUOUS else None

    def visible_extensions(self, name: str, around: Surroundings) -> list[Symbol]:
        """Return the classes, visible from somewhere, that extend others by a method of that name."""
        found = self.extensions.get(name, [])
        if not found:
            return []
        seen = self.visible(around)
        return [symbol for symbol in found if self.home_of(symbol) in seen]

    def is_only_possible(self, edge: Edge) -> bool:
        return edge.target in self.extensions.get(edge.spelled, ())

    def home_of(self, symbol: Symbol) -> str:
        """Return the namespace that a type is declared in."""
        qualified = self.qualified_of(symbol.unit, symbol.name)
        return qualified[0].rpartition(".")[0] if qualified is not None else ""

    def also_meant(self, symbol: Symbol) -> list[Symbol]:
        """All parts of a partial type are meant."""
        found = self.qualified_of(symbol.unit, symbol.name)
        places = self.table.all_of(*found) if found is not None else []
        return [other for other in places if other != symbol] if len(places) > 1 else []

    def find_import(self, unit: str, item: Import, name: ImportedName) -> tuple[State, Symbol] | None:
        space = item.space.removeprefix(GLOBAL)
        path = item.module if space == "type" else join_name(item.module, name.name)
        if space == "type" and self.table.has_namespace(
            self.settle_namespace(path, self._around.namespace if item.nested else "")
        ):
            return None
        parts = path.split(".")
        found = None
        if space in (STATIC, ALIAS):
            inside = Surroundings(self._around.namespace if item.nested else "")
            found = find_rooted(parts, self.names) or find_type(inside, parts, self.names)
        if found is not None:
            place = self.table.find(found[0], "type")
            if place is not None:
                return State.FOUND, place
        if self.table.has_namespace(path):
            return None
        return State.OUTSIDE, Symbol("", ".".join(path.split(".")[:2]))

    def is_all_here(self, namespace: str) -> bool:
        """Whether a namespace is the application's alone; it may add types to one of the language's own."""
        return self.table.has_namespace(namespace) and not (namespace + ".").startswith(SYSTEM)

    def is_standard(self, package: str) -> bool:
        return (package + ".").startswith(STANDARD)


def _is_attribute(facts: Facts, mention: Mention) -> bool:
    """Whether a name stands in an attribute's place, so that it leads to what is called so in full."""
    return Mention(mention.name, mention.line, "attribute") in facts.mentions
