"""One graph out of many modules: what each dotted name and each import finally leads to."""

import sys
from collections.abc import Iterator
from dataclasses import dataclass

from yandrel.languages.graph import KeptGraph
from yandrel.model.facts import Definition, Facts, Import, ImportedName, When
from yandrel.model.graph import Edge, LoadFault, Resolved, State, Symbol
from yandrel.model.project import Project, Units

MODULE_ATTRIBUTES = frozenset(
    [
        "__name__",
        "__file__",
        "__doc__",
        "__path__",
        "__package__",
        "__spec__",
        "__loader__",
        "__dict__",
        "__version__",
    ]
)
COMPUTED = frozenset({"globals().update", "globals", "sys.modules.update"})
DEEPEST_CHAIN = 60


@dataclass(frozen=True, slots=True)
class Binding:
    """One way in which a unit binds a name."""

    definition: Definition | None = None
    statement: Import | None = None
    imported: ImportedName | None = None


@dataclass(frozen=True, slots=True)
class Found:
    """A resolved name: the import it names, its final definition, and the re-exports between."""

    state: State
    named: Symbol = Symbol("")
    final: Symbol = Symbol("")
    through: tuple[str, ...] = ()
    hint: str = ""


MISSING = Found(State.MISSING)
UNCERTAIN = Found(State.UNCERTAIN)


class PythonView(KeptGraph):
    """Names and edges of the Python units of one application, computed when asked for."""

    def __init__(self, units: Units, project: Project) -> None:
        super().__init__(units)
        self.project = project
        self._modules: dict[tuple[str, str], str | None] = {}
        self._bindings: dict[str, dict[str, list[Binding]]] = {}
        self._roots: dict[str, list[str]] = {}
        self._members: dict[tuple[str, str], Found] = {}
        self._top: dict[str, bool] = {}
        self._parents: dict[tuple[str, str], list[str]] = {}
        self._cycles: list[list[str]] | None = None
        self._global_roots = [root.path for root in project.roots if not root.local]
        self._local_roots = [root.path for root in project.roots if root.local]
        self._native = {
            path[: path.rfind("/") + 1] + path[path.rfind("/") + 1 :].split(".")[0]
            for path in units.files
            if path.endswith((".so", ".pyd", ".pyx"))
        }

    # -- modules ---------------------------------------------------------------------------

    def roots_for(self, folder: str) -> list[str]:
        """Return the source roots in the order in which a unit of that folder looks through them."""
        found = self._roots.get(folder)
        if found is None:
            above = [root for root in self._global_roots if folder.startswith(root)]
            others = [root for root in self._global_roots if root not in above]
            local = [root for root in self._local_roots if folder.startswith(root)]
            found = self._roots[folder] = above + others + local
        return found

    def find_in_root(self, root: str, dotted: str) -> str | None:
        """Return the unit of a dotted name, a folder (with its slash) for a bare namespace."""
        key = (root, dotted)
        if key in self._modules:
            return self._modules[key]
        stem = root + dotted.replace(".", "/")
        facts = self.units.facts
        found: str | None = None
        for candidate in (
            stem + "/__init__.py",
            stem + ".py",
            stem + "/__init__.pyi",
            stem + ".pyi",
        ):
            if candidate in facts:
                found = candidate
                break
        else:
            if stem + "/" in self.units.folders:
                found = stem + "/"
        self._modules[key] = found
        return found

    def find_module(self, dotted: str, folder: str) -> tuple[str | None, str]:
        """Return the unit or namespace folder of an absolute dotted name, and its source root."""
        bare: tuple[str | None, str] = (None, "")
        for root in self.roots_for(folder):
            found = self.find_in_root(root, dotted)
            if found is not None and not found.endswith("/"):
                return found, root
            if found is not None and bare[0] is None:
                bare = (found, root)
        return bare

    def holds_top(self, first: str, folder: str) -> bool:
        """Whether a top-level name is the application's own."""
        found, _ = self.find_module(first, folder)
        if found is None or not found.endswith("/"):
            return found is not None
        known = self._top.get(found)
        if known is None:
            known = any(p.startswith(found) for p in self.units.facts)
            self._top[found] = known
        return known

    def package_folder(self, unit: str, level: int) -> str | None:
        """Return the folder that `level` leading dots mean in a unit."""
        folder = unit[: unit.rfind("/") + 1]
        for _ in range(level - 1):
            if not folder:
                return None
            folder = folder[: folder.rfind("/", 0, -1) + 1]
        return folder

    def find_spelled(self, spelled: str, unit: str) -> tuple[str | None, str]:
        """Return the unit or namespace folder of a module spelled in a unit, dots and all."""
        level = len(spelled) - len(spelled.lstrip("."))
        folder = unit[: unit.rfind("/") + 1]
        if not level:
            return self.find_module(spelled, folder)
        base = self.package_folder(unit, level)
        if base is None:
            return None, ""
        rest = spelled[level:]
        if not rest:
            init = base + "__init__.py"
            if init in self.units.facts:
                return init, ""
            return (base if base in self.units.folders else None), ""
        return self.find_in_root(base, rest), ""

    def state_of_unfound(self, spelled: str, unit: str) -> Found:
        """Tell an outside package from a module that should be here and is not."""
        folder = unit[: unit.rfind("/") + 1]
        stems = []
        if spelled.startswith("."):
            level = len(spelled) - len(spelled.lstrip("."))
            base = self.package_folder(unit, level)
            if base is not None:
                stems.append(base + spelled[level:].replace(".", "/"))
        else:
            first = spelled.split(".", maxsplit=1)[0]
            stems = [root + spelled.replace(".", "/") for root in self.roots_for(folder)]
            if not self.holds_top(first, folder):
                left_out = any(
                    root + first + end in self.units.ignored
                    for root in self.roots_for(folder)
                    for end in ("/", ".py")
                )
                return UNCERTAIN if left_out else Found(State.OUTSIDE, final=Symbol("", first))
        for stem in stems:
            if stem + ".py" in self.units.ignored or stem in self._native:
                return UNCERTAIN
            while stem:
                if stem + "/" in self.units.ignored:
                    return UNCERTAIN
                stem = stem.rpartition("/")[0]
        return Found(State.MISSING, hint=spelled)

    def module_name(self, unit: str, root: str | None = None) -> str | None:
        """Return the dotted name of a unit or folder from a source root, its nearest by default."""
        if root is None:
            above = [r for r in self._global_roots if unit.startswith(r)]
            root = max(above, key=len, default="")
        elif not unit.startswith(root):
            return None
        path = unit[len(root) :]
        for suffix in ("/__init__.pyi", "/__init__.py", ".pyi", ".py", "/"):
            if path.endswith(suffix):
                path = path[: -len(suffix)]
                break
        parts = path.split("/")
        return ".".join(parts) if all(part.isidentifier() for part in parts) else None

    # -- names in modules ------------------------------------------------------------------

    def bindings(self, unit: str) -> dict[str, list[Binding]]:
        """Return what a unit binds at its top level, name by name."""
        found = self._bindings.get(unit)
        if found is None:
            found = self._bindings[unit] = _collect_bindings(self.units.facts[unit])
        return found

    def is_package(self, unit: str) -> bool:
        return unit.endswith(("/__init__.py", "/__init__.pyi", "/")) or unit == "__init__.py"

    def submodule(self, unit: str, name: str) -> str | None:
        """Return the unit or folder of a package's submodule."""
        if not self.is_package(unit):
            return None
        return self.find_in_root(unit[: unit.rfind("/") + 1], name)

    def member(self, unit: str, name: str) -> Found:
        """Return what a name means when taken from a unit (or a bare namespace's folder)."""
        key = (unit, name)
        found = self._members.get(key)
        if found is None:
            found = self._members[key] = self._member(unit, name, frozenset())
        return found

    def _member(self, unit: str, name: str, seen: frozenset[tuple[str, str]]) -> Found:
        if (unit, name) in seen or len(seen) > DEEPEST_CHAIN:
            return MISSING
        seen = seen | {(unit, name)}
        here = Symbol(unit, name)
        if unit.endswith("/"):
            below = self.find_in_root(unit, name)
            return Found(State.FOUND, Symbol(below), Symbol(below)) if below else MISSING
        for binding in sorted(self.bindings(unit).get(name, ()), key=_imports_first):
            if binding.statement is None or binding.imported is None:
                return Found(State.FOUND, here, here)
            found = self._imported(unit, binding.statement, binding.imported, seen)
            if found.state in (State.OUTSIDE, State.UNCERTAIN):
                return Found(State.FOUND, here, here)
            if found.state == State.FOUND:
                return Found(State.FOUND, here, found.final, (unit, *found.through))
        below = self.submodule(unit, name)
        if below is not None:
            return Found(State.FOUND, Symbol(below), Symbol(below))
        if name in self.bindings(unit):
            return Found(State.FOUND, here, here)
        return self._through_stars(unit, name, seen)

    def _through_stars(self, unit: str, name: str, seen: frozenset[tuple[str, str]]) -> Found:
        facts = self.units.facts[unit]
        uncertain = facts.open or not COMPUTED.isdisjoint(facts.calls)
        for item in facts.imports:
            if item.nested or not item.names or item.names[0].name != "*":
                continue
            source, _ = self.find_spelled(item.module, unit)
            if source is None:
                state = self.state_of_unfound(item.module, unit).state
                uncertain = uncertain or state != State.MISSING
                continue
            if source.endswith("/") or not self.star_gives(source, name):
                continue
            found = self._member(source, name, seen)
            if found.state == State.FOUND:
                return Found(State.FOUND, Symbol(unit, name), found.final, (unit, *found.through))
            uncertain = uncertain or found.state == State.UNCERTAIN
        if name in MODULE_ATTRIBUTES:
            return Found(State.FOUND, Symbol(unit, name), Symbol(unit, name))
        if unit.endswith(".pyi"):
            uncertain = True
        path = unit[: unit.rfind("/") + 1] + name
        if self.is_package(unit) and (
            path + ".py" in self.units.ignored or path + "/" in self.units.ignored or path in self._native
        ):
            uncertain = True
        return UNCERTAIN if uncertain else MISSING

    def star_gives(self, unit: str, name: str) -> bool:
        """Whether `from unit import *` hands a name on."""
        facts = self.units.facts[unit]
        if facts.exports is not None:
            return name in facts.exports or facts.open
        return not name.startswith("_")

    def _imported(
        self, unit: str, item: Import, imported: ImportedName, seen: frozenset[tuple[str, str]]
    ) -> Found:
        if item.whole:
            dotted = imported.name if imported.alias else imported.name.split(".")[0]
            found, _ = self.find_spelled(dotted, unit)
            if found is None:
                return self.state_of_unfound(dotted, unit)
            return Found(State.FOUND, Symbol(found), Symbol(found))
        source, _ = self.find_spelled(item.module, unit)
        if source is None:
            return self.state_of_unfound(item.module, unit)
        if imported.name == "*":
            return Found(State.FOUND, Symbol(source), Symbol(source))
        if source == unit:
            below = self.submodule(unit, imported.name)
            if below is not None:
                return Found(State.FOUND, Symbol(below), Symbol(below))
        return self._member(source, imported.name, seen)

    def imported(self, unit: str, item: Import, imported: ImportedName) -> Found:
        """Return where one name of an import statement leads."""
        if item.whole:
            found, _ = self.find_spelled(imported.name, unit)
            if found is None:
                return self.state_of_unfound(imported.name, unit)
            return Found(State.FOUND, Symbol(found), Symbol(found))
        source, _ = self.find_spelled(item.module, unit)
        if source is None:
            return self.state_of_unfound(item.module, unit)
        if imported.name == "*":
            return Found(State.FOUND, Symbol(source), Symbol(source))
        if source == unit:
            return self._imported(unit, item, imported, frozenset())
        return self.member(source, imported.name)

    def follow(self, start: Symbol, chain: tuple[str, ...]) -> Iterator[tuple[int, Found]]:
        """Follow attributes from a module; yield how many were taken and what was found each time."""
        current = start
        for taken, name in enumerate(chain, start=1):
            if current.name or not current.unit:
                return
            found = self.member(current.unit, name)
            if found.state != State.FOUND:
                return
            yield taken, found
            current = found.final

    def find_dotted(self, dotted: str, folder: str = "") -> tuple[Symbol, int] | None:
        """Return what a whole dotted name means, and how many of its parts are the module."""
        parts = dotted.split(".")
        for cut in range(len(parts), 0, -1):
            unit, _ = self.find_module(".".join(parts[:cut]), folder)
            if unit is None:
                continue
            if cut == len(parts):
                return Symbol(unit), cut
            found = self.member(unit, parts[cut])
            if found.state == State.FOUND and not unit.endswith("/"):
                return found.named, cut
            return None
        return None

    # -- edges -----------------------------------------------------------------------------

    def resolve(self, unit: str) -> Resolved:
        return Resolved(self._find_edges(unit), tuple(load_edges(self, unit)))

    def _find_edges(self, unit: str) -> tuple[Edge, ...]:
        out: list[Edge] = []
        append = out.append
        for item in self.units.facts[unit].imports:
            if item.module == "__future__":
                continue
            for imported in item.names:
                found = self.imported(unit, item, imported)
                spelled = imported.name if item.whole else _joined(item.module, imported.name)
                append(
                    Edge(
                        item.line, spelled, int(found.state), found.named.unit, found.named.name,
                        found.final.unit, found.final.name, item.when, item.guarded,
                        found.through, found.hint,
                    )
                )  # fmt: skip
        return tuple(out)

    def loads_of(self, unit: str) -> list[tuple[str, str]]:
        """Return what loading a unit loads, in order: (unit, name taken from it or "")."""
        out: list[tuple[str, str]] = []
        for item in self.units.facts[unit].imports:
            if item.when != When.LOAD or item.module == "__future__":
                continue
            for imported in item.names:
                spelled = imported.name if item.whole else item.module
                found, root = self.find_spelled(spelled, unit)
                if found is None:
                    continue
                name = "" if item.whole else imported.name
                out.extend((parent, "") for parent in self.parents_of(found, root))
                if not found.endswith("/"):
                    out.append((found, name))
                below = self.submodule(found, name) if name and name != "*" else None
                if below and not below.endswith("/") and name not in self._own_names(found):
                    out.append((below, ""))
        return out

    def _own_names(self, unit: str) -> dict[str, list[Binding]]:
        return {} if unit.endswith("/") else self.bindings(unit)

    def parents_of(self, unit: str, root: str = "") -> list[str]:
        """Return the packages that are loaded before a unit, outermost first."""
        folder = unit[: unit.rfind("/") + 1]
        if self.is_package(unit):
            folder = folder[: folder.rfind("/", 0, -1) + 1]
        found = self._parents.get((folder, root))
        if found is None:
            found = self._parents[folder, root] = self._packages_of(folder, root)
        return found

    def _packages_of(self, folder: str, root: str) -> list[str]:
        out: list[str] = []
        while folder and len(folder) > len(root):
            if folder + "__init__.py" in self.units.facts:
                out.append(folder + "__init__.py")
            folder = folder[: folder.rfind("/", 0, -1) + 1]
        return out[::-1]

    def namespace_of(self, unit: str) -> str:
        return self.module_name(unit) or ""

    def find_qualified(self, name: str) -> Symbol | None:
        found = self.find_dotted(name)
        return found[0] if found is not None else None

    def place_for(self, name: str) -> str | None:
        return None

    def names_in_text(self, symbol: Symbol) -> tuple[str, ...]:
        module = self.module_name(symbol.unit) if symbol.unit else None
        if not module:
            return ()
        if symbol.name:
            return (f"{module}.{symbol.name}",)
        return (module,)

    def find_name(self, unit: str, name: str) -> Symbol | None:
        found = self.member(unit, name.partition(".")[0])
        for part in name.split(".")[1:]:
            if found.state != State.FOUND or found.final.name:
                return None
            found = self.member(found.final.unit, part)
        return found.final if found.state == State.FOUND else None

    def loading_faults(self, group: frozenset[str]) -> dict[str, LoadFault]:
        from yandrel.languages.python.loading import Loader

        return Loader(self, group).faults()

    def loading_faults_of(self, unit: str, group: frozenset[str]) -> LoadFault | None:
        from yandrel.languages.python.loading import Loader

        return Loader(self, group).fault_of(unit)

    def load_cycles(self) -> list[list[str]]:
        from yandrel.languages.python.loading import find_load_cycles

        if self._cycles is None:
            self._cycles = find_load_cycles(self)
        return self._cycles

    def misnamed_namespaces(self) -> dict[str, tuple[str, str]]:
        return {}

    def is_standard(self, package: str) -> bool:
        return package in sys.stdlib_module_names or package == "__future__"


def load_edges(view: PythonView, unit: str) -> list[str]:
    """Return the units that loading a unit loads, its own packages included."""
    out = dict.fromkeys(view.parents_of(unit))
    for target, _ in view.loads_of(unit):
        if target != unit:
            out[target] = None
    return list(out)


def _joined(module: str, name: str) -> str:
    return module + name if module.endswith(".") else f"{module}.{name}"


def _imports_first(binding: Binding) -> tuple[bool, bool]:
    only_types = binding.statement is not None and binding.statement.when == When.TYPES
    return (binding.statement is None, only_types)


def _collect_bindings(facts: Facts) -> dict[str, list[Binding]]:
    out: dict[str, list[Binding]] = {}
    for item in facts.imports:
        if item.nested:
            continue
        for imported in item.names:
            bound = imported.bound
            if item.whole and not imported.alias:
                bound = bound.split(".")[0]
            if bound != "*":
                out.setdefault(bound, []).append(Binding(None, item, imported))
    for definition in facts.definitions:
        out.setdefault(definition.name, []).append(Binding(definition))
    for name in facts.bound:
        out.setdefault(name, []).append(Binding())
    return out
