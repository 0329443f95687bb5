"""From what is asked for to the whole map of qualified names, old to new."""

from collections.abc import Mapping

from msgspec.structs import replace

from yandrel.languages.named.content import Content
from yandrel.languages.named.dialect import Dialect
from yandrel.languages.named.roots import Roots
from yandrel.languages.named.table import Renaming, join_name, last_of, parent_of
from yandrel.languages.named.view import NamedView
from yandrel.model.changes import Refusal, Relocation, Rewrite
from yandrel.model.graph import Symbol
from yandrel.model.project import SourceRoot


def settle_relocation(
    dialect: Dialect, relocation: Relocation, contents: Mapping[str, Content]
) -> Relocation:
    """Return the relocation with what goes along: a file's main class, a class's own file."""
    units, definitions = dict(relocation.units), dict(relocation.definitions)
    facts = dialect.view.units.facts
    for symbol, target in relocation.definitions.items():
        content = contents.get(symbol.unit)
        if content is None or symbol.unit in units:
            continue
        held = next((h for h in content.held if h.name == symbol.name), None)
        alone = held is not None and {h.name for h in content.held} == {held.name} and not content.acts
        if held is None or not alone:
            continue
        if target.unit != symbol.unit and target.unit not in facts:
            units[symbol.unit] = target.unit
        elif target.unit == symbol.unit and dialect.follows_file(held, symbol.unit):
            folder, slash, name = symbol.unit.rpartition("/")
            renamed = folder + slash + target.name + name[len(symbol.name) :]
            if renamed not in dialect.view.units.files:
                units[symbol.unit] = renamed
                definitions[symbol] = Symbol(renamed, target.name)
    for old, new in units.items():
        if old not in contents:
            continue
        for held in contents[old].held:
            symbol = Symbol(old, held.name)
            stem = new.rpartition("/")[2].partition(".")[0]
            if symbol in definitions or not dialect.follows_file(held, old):
                continue
            if stem != held.name and stem.isidentifier():
                definitions[symbol] = Symbol(new, stem)
    return replace(relocation, units=units, definitions=definitions)


class NameMap:
    """Works out every new qualified name of a relocation."""

    def __init__(
        self, dialect: Dialect, relocation: Relocation, contents: Mapping[str, Content], result: Rewrite
    ) -> None:
        self.dialect = dialect
        self.view: NamedView = dialect.view
        self.relocation = relocation
        self.contents = contents
        self.result = result
        self.renaming = Renaming(self.view.table)
        self.namespaces: dict[tuple[str, int], str] = {}
        self.roots = Roots(
            SourceRoot(relocation.unit(root.path) if root.path else "", root.namespace)
            for root in self.view.project.roots
        )

    def work_out(self) -> Renaming:
        for old in self.contents:
            self.find_namespaces(old)
        for old in self.contents:
            if old in self.relocation.units:
                self.place_unit(old)
        for symbol in self.relocation.definitions:
            self.place_definition(symbol)
        self.renaming.find_namespaces()
        self.refuse_clashes()
        return self.renaming

    def find_namespaces(self, old: str) -> None:
        content = self.contents[old]
        new = self.relocation.unit(old)
        for number, block in enumerate(content.blocks):
            namespace = block.name
            if old in self.relocation.units:
                expected = self.dialect.namespace_at(new, self.roots)
                before = self.view.expected_namespace(old)
                if expected is None and before == block.name and block.name:
                    self.refuse(old, 0, f"no source root covers {new}", "add one, or choose another place")
                namespace = self.dialect.namespace_after(old, new, content, block, expected)
                self.refuse_odd_name(old, namespace, block.name)
                self.refuse_type_as_namespace(old, namespace, block.name)
            self.namespaces[old, number] = namespace

    def refuse_odd_name(self, unit: str, namespace: str, before: str) -> None:
        odd = next((part for part in namespace.split(".") if namespace and not part.isidentifier()), None)
        if odd is not None and namespace != before:
            self.refuse(
                unit, 0, f"{odd} is a folder's name that no namespace can have", "choose another place"
            )

    def refuse_type_as_namespace(self, unit: str, namespace: str, before: str) -> None:
        """Refuse a namespace with the name of a type, in languages whose types contain types."""
        while self.dialect.nests and namespace and namespace != before:
            if self.view.table.has(namespace, "type"):
                why = f"{self.view.spell(namespace)} is a type, so no namespace can be called that"
                self.refuse(unit, 0, why, "choose another place")
                return
            namespace = parent_of(namespace)

    def namespace_of_target(self, unit: str, origin: str, block: int) -> str:
        """Return the namespace of a unit, by its new path, that definitions arrive in."""
        for old in self.contents:
            if self.relocation.unit(old) == unit:
                return self.namespaces[old, self.block_for_arrivals(old)]
        expected = self.dialect.namespace_at(unit, self.roots)
        return expected if expected is not None else self.contents[origin].blocks[block].name

    def block_for_arrivals(self, unit: str) -> int:
        """Return the block that definitions arrive in: that of the folder's namespace, or the last."""
        count = len(self.contents[unit].blocks)
        expected = self.dialect.namespace_at(self.relocation.unit(unit), self.roots)
        fitting = [number for number in range(count) if self.namespaces[unit, number] == expected]
        return fitting[-1] if fitting else count - 1

    def place_unit(self, old: str) -> None:
        new = self.relocation.unit(old)
        for before, after in self.dialect.names_of_file(old, new, self.namespaces[old, 0]):
            self.renaming.put(before, after, "type")
        for held in self.contents[old].held:
            symbol = Symbol(old, held.name)
            target = self.relocation.definitions.get(symbol, Symbol(new, held.name))
            if target.unit == new:
                content = self.contents[old]
                before = join_name(content.blocks[held.block].name, held.name)
                after = join_name(self.namespaces[old, held.block], target.name)
                self.put(symbol, before, after, held.space)

    def place_definition(self, symbol: Symbol) -> None:
        target = self.relocation.definitions[symbol]
        content = self.contents.get(symbol.unit)
        held = next((h for h in content.held if h.name == symbol.name), None) if content else None
        if content is None or held is None:
            self.refuse(symbol.unit, 0, f"{symbol.name} is not at the top level of {symbol.unit}")
            return
        if target.unit == self.relocation.unit(symbol.unit):
            if symbol.unit in self.relocation.units:
                return
            namespace = content.blocks[held.block].name
        else:
            if held.fixed:
                self.refuse(symbol.unit, content.line_of(held.start), f"{held.name} {held.fixed}")
            namespace = self.namespace_of_target(target.unit, symbol.unit, held.block)
            self.refuse_type_as_namespace(symbol.unit, namespace, content.blocks[held.block].name)
            self.refuse_same(symbol, target)
        before = join_name(content.blocks[held.block].name, held.name)
        self.put(symbol, before, join_name(namespace, target.name), held.space)

    def refuse_same(self, symbol: Symbol, target: Symbol) -> None:
        """Refuse a definition that the file it goes to has already, as many files of one package may."""
        text = self.text_of(symbol)
        for old in self.contents:
            if old == symbol.unit or self.relocation.unit(old) != target.unit:
                continue
            there = Symbol(old, target.name)
            leaves = self.relocation.definitions.get(there, there).unit not in (old, target.unit)
            if not leaves and self.dialect.are_same(target.name, text, self.text_of(there)):
                self.refuse(target.unit, 0, f"{target.name} is there already")

    def text_of(self, symbol: Symbol) -> bytes:
        content = self.contents[symbol.unit]
        held = next((h for h in content.held if h.name == symbol.name), None)
        return content.source[held.start : held.end] if held is not None else b""

    def put(self, symbol: Symbol, before: str, after: str, space: str) -> None:
        if before == after or symbol not in self.view.table.all_of(before, space):
            return
        others = [s for s in self.view.table.all_of(before, space) if s.unit != symbol.unit]
        staying = [
            s for s in others if s.unit not in self.relocation.units and s not in self.relocation.definitions
        ]
        if staying and last_of(before) == last_of(after) and self.view.may_be_parted(symbol, staying):
            self.renaming.part(before, after, space)
            return
        if staying and (self.view.parts_join or self.view.importers_of(symbol.unit)):
            why = f"{self.view.spell(before)} is defined in {staying[0].unit} as well"
            self.refuse(symbol.unit, 0, why, "move both with a move list" if self.view.parts_join else "")
        self.renaming.put(before, after, space)

    def refuse_clashes(self) -> None:
        table, renaming = self.view.table, self.renaming
        seen: dict[tuple[str, str], str] = {}
        for (space, key), new in renaming.moved.items():
            folded = (space, table.fold(new, space))
            if table.has(new, space) and not renaming.is_moved(new, space):
                place = table.find(new, space)
                if folded[1] != key and place is not None:
                    self.refuse(place.unit, 0, f"{self.view.spell(new)} is there already")
            other = seen.setdefault(folded, key)
            if other != key and table.spelled[space, other] != table.spelled[space, key]:
                unit = table.places[space, key][0].unit
                self.refuse(unit, 0, f"two definitions would be called {self.view.spell(new)}")

    def refuse(self, unit: str, line: int, why: str, todo: str = "") -> None:
        self.result.refusals.append(Refusal(unit, line, why, todo))
