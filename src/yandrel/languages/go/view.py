"""Go's packages: which folder is which, what each declares, and what the names in a unit lead to."""

from collections import Counter
from collections.abc import Iterator, Mapping, Sequence

from yandrel.languages.go.facts import METHOD
from yandrel.languages.go.naming import VERSION, guess_name
from yandrel.languages.graph import UnloadedGraph
from yandrel.model.facts import Facts, Import, When
from yandrel.model.graph import Edge, Resolved, State, Symbol
from yandrel.model.project import Project, Units

TEST = "_test"
MAIN = "main"


class GoView(UnloadedGraph):
    """See `yandrel.languages.protocol.View`. A package is a folder, and whether it tests from outside."""

    def __init__(self, units: Units, project: Project) -> None:
        super().__init__(units)
        self.project = project
        self.tables: dict[tuple[str, bool], dict[str, list[Symbol]]] = {}
        self.members: dict[tuple[str, bool], list[str]] = {}
        for unit in sorted(units.facts):
            facts = units.facts[unit]
            package = self.package_of(unit)
            self.members.setdefault(package, []).append(unit)
            table = self.tables.setdefault(package, {})
            for definition in facts.definitions:
                table.setdefault(definition.name, []).append(Symbol(unit, definition.name))

    # -- packages ----------------------------------------------------------------------------------

    def package_of(self, unit: str) -> tuple[str, bool]:
        """Return the folder of a unit, and whether it tests its package from outside."""
        return folder_of(unit), is_outside_test(unit, self.units.facts[unit])

    def name_of_package(self, folder: str) -> str:
        """Return the name that the units of a folder declare, nothing where there is none."""
        for outside in (False, True):
            units = self.members.get((folder, outside), ())
            names = Counter(declared_name(self.units.facts[unit]) for unit in units)
            if names:
                name = names.most_common(1)[0][0]
                return name.removesuffix(TEST) if outside else name
        return ""

    def import_path(self, folder: str) -> str:
        """Return the path that a folder is imported by; nothing where no module covers it."""
        for root in self.project.roots:
            if (root.namespace or root.path) and folder.startswith(root.path):
                below = folder[len(root.path) :].rstrip("/")
                if not root.namespace:
                    return below
                return f"{root.namespace}/{below}" if below else root.namespace
        return ""

    def folder_for(self, path: str) -> str | None:
        """Return the folder that an import path stands for, where it is the application's own."""
        best: str | None = None
        for root in self.project.roots:
            below = f"{root.path}{path}/"
            if not root.namespace and root.path and self.members.get((below, False)):
                best = best or below
            inside = root.namespace and (path == root.namespace or path.startswith(root.namespace + "/"))
            if inside:
                folder = root.path + path[len(root.namespace) :].lstrip("/")
                folder = folder + "/" if folder and not folder.endswith("/") else folder
                if best is None or len(root.path) > len(best) or self.members.get((folder, False)):
                    best = folder
        return best

    def bound_name(self, item: Import) -> str:
        """Return what an import's package is called in its unit."""
        alias = item.names[0].alias
        if alias:
            return alias
        folder = self.folder_for(item.module)
        name = self.name_of_package(folder) if folder is not None else ""
        return name or guess_name(item.module)

    def find_in(self, folder: str, name: str, outside: bool = False) -> Symbol | None:
        found = self.tables.get((folder, outside), {}).get(name)
        return found[0] if found else None

    # -- edges ---------------------------------------------------------------------------------------

    def resolve(self, unit: str) -> Resolved:
        return Resolved(tuple(self._find_edges(unit)), ())

    def _find_edges(self, unit: str) -> Iterator[Edge]:
        facts = self.units.facts[unit]
        imports: dict[str, tuple[Import, str]] = {}
        dotted: list[str] = []
        for item in facts.imports:
            folder = self.folder_for(item.module)
            if folder is None:
                yield _edge(item.line, item.module, State.OUTSIDE, Symbol("", item.module))
                continue
            units = self.members.get((folder, False), ())
            if not units:
                made = any(name.startswith(folder) for name in self.units.files)
                yield _edge(item.line, item.module, State.UNCERTAIN if made else State.MISSING, Symbol(""))
                continue
            name = self.bound_name(item)
            if name == ".":
                dotted.append(folder)
            table = self.tables[folder, False]
            heads = (m.name.partition(".") for m in facts.mentions)
            if name in (".", "_") or not any(head == name and last in table for head, _, last in heads):
                for acting in self.acting_units(units):
                    yield _edge(item.line, item.module, State.FOUND, Symbol(acting))
            else:
                imports[name] = (item, folder)
        yield from self._find_mentions(unit, facts, imports, dotted)

    def _find_mentions(
        self, unit: str, facts: Facts, imports: Mapping[str, tuple[Import, str]], dotted: list[str]
    ) -> Iterator[Edge]:
        package = self.package_of(unit)
        seen: set[Symbol] = set()
        for mention in facts.mentions:
            head, dot, name = mention.name.partition(".")
            found: Symbol | None = None
            if dot and head in imports:
                item, folder = imports[head]
                found = self.find_in(folder, name)
                spelled = f"{item.module}.{name}"
            elif not dot:
                found = self.find_in(package[0], head, package[1])
                for folder in dotted if found is None else ():
                    found = found or self.find_in(folder, head)
                spelled = head
            for place in self.all_of(found) if found is not None else ():
                if place.unit != unit and place not in seen:
                    seen.add(place)
                    when = When.LOAD if dot else When.CALL
                    yield _edge(mention.line, spelled, State.FOUND, place, when)

    def acting_units(self, units: Sequence[str]) -> list[str]:
        """Return the units for whose sake a package is imported that nothing is taken from."""
        own = [unit for unit in units if declared_name(self.units.facts[unit]) != MAIN] or units
        return [unit for unit in own if self.units.facts[unit].acts] or [own[0]]

    def all_of(self, symbol: Symbol) -> list[Symbol]:
        """Return every definition of a name: files for other systems may define it again."""
        if not symbol.name:
            return [symbol]
        return self.tables[self.package_of(symbol.unit)][symbol.name]

    def namespace_of(self, unit: str) -> str:
        return self.import_path(folder_of(unit))

    def find_qualified(self, name: str) -> Symbol | None:
        folder = self.folder_for(name)
        if folder and folder in self.units.folders:
            return Symbol(folder)
        path, _, last = name.rpartition(".")
        folder = self.folder_for(path) if path else None
        return self.find_in(folder, last) if folder is not None else None

    def place_for(self, name: str) -> str | None:
        folder = self.folder_for(name) if "." in name.partition("/")[0] else None
        return folder.rstrip("/") if folder else None

    def names_in_text(self, symbol: Symbol) -> tuple[str, ...]:
        path = self.namespace_of(symbol.unit)
        if not symbol.name or not path:
            return ()
        return (f"{path}.{symbol.name}",)

    def find_name(self, unit: str, name: str) -> Symbol | None:
        facts = self.units.facts.get(unit)
        if facts is not None and any(d.name == name for d in facts.definitions):
            return Symbol(unit, name)
        return None

    def misnamed_namespaces(self) -> dict[str, tuple[str, str]]:
        """Return one unit of each package that is not called like its folder: declared, expected.

        The package that tests another from outside is called like that, and goes with it.
        """
        out = {}
        for (folder, outside), units in self.members.items():
            declared = declared_name(self.units.facts[units[0]])
            name = declared.removesuffix(TEST)
            expected = self.expected_name(folder)
            if not name or not expected or name in (MAIN, expected, *self.other_names(folder)):
                continue
            if not outside:
                out[units[0]] = (name, expected)
            elif (folder, False) not in self.members:
                out[units[0]] = (declared, expected + TEST)
        return out

    def other_names(self, folder: str) -> tuple[str, str]:
        """Return what a package may be called too: like the folder above that of a version, or like both."""
        path = self.import_path(folder) or folder.rstrip("/")
        named, last = expected_name(path), folder.rstrip("/").rpartition("/")[2]
        return named, named + last if VERSION.match(last) else named

    def namespace_at(self, path: str) -> str:
        folder = folder_of(path)
        there = self.members.get((folder, False))
        return declared_name(self.units.facts[there[0]]) if there else self.expected_name(folder)

    def expected_name(self, folder: str) -> str:
        """Return the package name that a folder asks for: its own, also where that is a version of an API."""
        last = folder.rstrip("/").rpartition("/")[2]
        if VERSION.match(last) and all(folder != root.path for root in self.project.roots):
            return last
        return expected_name(self.import_path(folder) or folder.rstrip("/"))

    def is_standard(self, package: str) -> bool:
        return "." not in package.partition("/")[0]

    def methods_of(self, folder: str, outside: bool, owner: str) -> list[Symbol]:
        """Return the methods of a type, wherever in its package they stand."""
        return [
            symbol
            for name, symbols in self.tables.get((folder, outside), {}).items()
            if name.startswith(owner + ".")
            for symbol in symbols
        ]

    def kind_of(self, symbol: Symbol) -> str:
        facts = self.units.facts.get(symbol.unit)
        found = next((d for d in facts.definitions if d.name == symbol.name), None) if facts else None
        return found.kind if found is not None else ""

    def is_method(self, symbol: Symbol) -> bool:
        return self.kind_of(symbol) == METHOD


def _edge(line: int, spelled: str, state: State, symbol: Symbol, when: When = When.LOAD) -> Edge:
    return Edge(line, spelled, int(state), symbol.unit, symbol.name, symbol.unit, symbol.name, when, False)


def folder_of(unit: str) -> str:
    return unit[: unit.rfind("/") + 1]


def declared_name(facts: Facts) -> str:
    return facts.namespaces[0] if facts.namespaces else ""


def is_outside_test(unit: str, facts: Facts) -> bool:
    """Whether a unit belongs to the package that tests another from outside."""
    return unit.endswith("_test.go") and declared_name(facts).endswith(TEST)


def expected_name(path: str) -> str:
    """Return the package name that an import path asks for; nothing where it cannot tell."""
    name = guess_name(path) if path else ""
    last = path.rpartition("/")[2]
    return name if name == last or VERSION.match(last) else ""
