"""One graph out of many modules: what each import and each exported name finally leads to."""

import posixpath
from collections.abc import Iterator, Mapping, Set
from enum import Enum

import msgspec

from yandrel.languages.circles import find_strong_groups
from yandrel.languages.graph import KeptGraph
from yandrel.languages.script.facts import BOUND, WHOLE
from yandrel.languages.script.finder import Finder, Led, ending_of, is_relative
from yandrel.languages.script.grammar import language_name
from yandrel.languages.script.loading import ONLY_TYPES, Loading, LoadingPlan
from yandrel.model.facts import Facts, Import, ImportedName, When
from yandrel.model.graph import Edge, LoadFault, Resolved, State, Symbol
from yandrel.model.project import Project, Units

BUILT_IN = frozenset(
    [
        "assert",
        "async_hooks",
        "buffer",
        "child_process",
        "cluster",
        "console",
        "constants",
        "crypto",
        "dgram",
        "diagnostics_channel",
        "dns",
        "domain",
        "events",
        "fs",
        "http",
        "http2",
        "https",
        "inspector",
        "module",
        "net",
        "os",
        "path",
        "perf_hooks",
        "process",
        "punycode",
        "querystring",
        "readline",
        "repl",
        "stream",
        "string_decoder",
        "sys",
        "timers",
        "tls",
        "trace_events",
        "tty",
        "url",
        "util",
        "v8",
        "vm",
        "wasi",
        "worker_threads",
        "zlib",
        "test",
        "sqlite",
        "sea",
    ]
)
DEEPEST = 60


class Found(msgspec.Struct, frozen=True):
    """A resolved name: the import it names, its final definition, and the re-exports between."""

    state: State
    named: Symbol = Symbol("")
    final: Symbol = Symbol("")
    through: tuple[str, ...] = ()


class Passing(msgspec.Struct):
    """The re-exports of a file: by name, each with its import and the name there; and whole modules."""

    names: dict[str, tuple[Import, str]]
    all_of: list[Import]


MISSING = Found(State.MISSING)
UNTOLD = Found(State.UNCERTAIN)
ANYONE = "?"
"""A unit's name that no unit has."""
NO_KINDS: Set[str] = frozenset()


class Unknown(Enum):
    """The placeholder for a specifier that has not been resolved yet."""

    UNKNOWN = 0


UNKNOWN = Unknown.UNKNOWN


class ScriptView(KeptGraph):
    """See `yandrel.languages.protocol.View`."""

    def __init__(self, units: Units, project: Project) -> None:
        super().__init__(units)
        self.project = project
        self.finder = Finder(units.files | frozenset(units.facts), project.maps)
        self._led: dict[tuple[str, str], Led | None] = {}
        self._unfound: dict[tuple[str, str], Found] = {}
        self._wholes: dict[str, Found] = {}
        self._passing: dict[str, Passing] = {}
        self._kinds: dict[str, dict[str, set[str]]] = {}
        self._exports: dict[str, dict[str, str]] = {}
        self._members: dict[tuple[str, str], Found] = {}
        self._cycles: list[list[str]] | None = None
        self._plans: dict[str, LoadingPlan] = {}

    # -- modules ---------------------------------------------------------------------------------

    def find_module(self, spelled: str, unit: str) -> Led | None:
        """Return the file that a specifier leads to."""
        return self._find_from(folder_of(unit), spelled, unit)

    def _find_from(self, folder: str, spelled: str, unit: str) -> Led | None:
        """Return the file that a specifier leads to from any unit of a folder, but for one named itself."""
        key = (folder, spelled)
        led = self._led.get(key, UNKNOWN)
        if isinstance(led, Unknown):
            anyone = folder[: folder.rfind("/") + 1] + ANYONE + ending_of(unit)
            led = self._led[key] = self.finder.find(spelled.partition("?")[0], anyone)
        if led is not None and led.path == unit and not is_relative(spelled):
            return self.finder.find(spelled.partition("?")[0], unit)
        return led

    def exports(self, unit: str) -> dict[str, str]:
        """Return what a unit itself exports: name to local name; nothing for a file that is no unit."""
        found = self._exports.get(unit)
        if found is None:
            facts = self.units.facts.get(unit)
            pairs = facts.exports or () if facts is not None else ()
            found = self._exports[unit] = {}
            for pair in pairs:
                name, _, local = pair.partition("=") if pair[0] != WHOLE else (WHOLE, "", pair[2:])
                found[name] = local
        return found

    def state_of_unfound(self, spelled: str, unit: str) -> Found:
        """Return what a specifier names that leads to no file."""
        key = (folder_of(unit), spelled)
        found = self._unfound.get(key)
        if found is None:
            found = self._unfound[key] = self._judge_unfound(spelled, unit)
        return found

    def _judge_unfound(self, spelled: str, unit: str) -> Found:
        if is_relative(spelled):
            target = posixpath.normpath(posixpath.join(posixpath.dirname(unit) or ".", spelled))
            return Found(State.UNCERTAIN) if self._is_left_out(target) else MISSING
        if spelled.startswith(("/", "http:", "https:", "data:", "file:")):
            return Found(State.UNCERTAIN)
        for known in self.finder.maps_for(unit):
            head, star, tail = known.pattern.partition("*")
            if (
                known.kind in ("alias", "import")
                and head
                and spelled.startswith(head)
                and spelled.endswith(tail)
            ):
                target = known.targets[0].replace("*", spelled[len(head) :] if star else "")
                return Found(State.UNCERTAIN) if self._is_left_out(target) else MISSING
        return Found(State.OUTSIDE, final=Symbol("", package_of(spelled)))

    def _is_left_out(self, path: str) -> bool:
        ignored = self.units.ignored
        if any(path + end in ignored for end in ("", ".js", ".ts", ".json")):
            return True
        while path:
            if path + "/" in ignored:
                return True
            path = path.rpartition("/")[0]
        return False

    # -- names -----------------------------------------------------------------------------------

    def member(self, unit: str, name: str) -> Found:
        """Return what a name means when it is imported from a unit."""
        key = (unit, name)
        found = self._members.get(key)
        if found is None:
            found = self._members[key] = self._member(unit, name, frozenset())
        return found

    def _member(self, unit: str, name: str, seen: frozenset[tuple[str, str]]) -> Found:
        if (unit, name) in seen or len(seen) > DEEPEST:
            return MISSING
        facts = self.units.facts.get(unit)
        if facts is None or name == WHOLE:
            return self._whole(unit)
        exports = self.exports(unit)
        local = exports.get(name)
        if local is not None and local in self.kinds_in(unit):
            final = Symbol(unit, local)
            return Found(State.FOUND, final if local == name else Symbol(unit, name), final)
        passing = self._passing_of(unit)
        if local is not None or name in passing.names or (passing.all_of and name != "default"):
            found = self._handed_on(unit, name, local, seen | {(unit, name)})
            if found is not None:
                return found
        if name == "default" or WHOLE in exports:
            return self._whole(unit)
        closed = exports or passing.names or passing.all_of
        return MISSING if closed and not facts.open and not facts.problems else UNTOLD

    def _handed_on(
        self, unit: str, name: str, local: str | None, seen: frozenset[tuple[str, str]]
    ) -> Found | None:
        """Return what a name means that a unit has from others; None where it is told to have none."""
        here = Symbol(unit, name)
        if local is not None:
            return self._local(unit, local, here, seen)
        passing = self._passing_of(unit)
        if name in passing.names:
            return self._passed_on(unit, *passing.names[name], here, seen)
        uncertain = False
        folder = folder_of(unit)
        for item in passing.all_of:
            led = self._find_from(folder, item.module, unit)
            found = self._member(led.path, name, seen) if led is not None else UNTOLD
            if found.state is State.FOUND and found.final.name:
                return Found(State.FOUND, here, found.final, (unit, *found.through))
            uncertain = uncertain or found.state is State.UNCERTAIN
        return UNTOLD if uncertain and WHOLE not in self.exports(unit) else None

    def _passing_of(self, unit: str) -> "Passing":
        """Return what a unit exports of other units."""
        found = self._passing.get(unit)
        if found is None:
            found = self._passing[unit] = Passing({}, [])
            for item in self.units.facts[unit].imports:
                for imported in item.names if item.space == "reexport" else ():
                    if imported.name != "*":
                        found.names.setdefault(imported.bound, (item, imported.name))
                    elif imported is item.names[0]:
                        found.all_of.append(item)
        return found

    def _local(self, unit: str, local: str, here: Symbol, seen: frozenset[tuple[str, str]]) -> Found:
        for item in self.units.facts[unit].imports:
            if item.nested or item.space not in ("import", "require"):
                continue
            for imported in item.names:
                if (
                    imported.bound == local
                    and imported.name != "*"
                    and (imported.alias or imported.name != WHOLE)
                ):
                    return self._passed_on(unit, item, imported.name, here, seen)
        return Found(State.FOUND, here, here)

    def _passed_on(
        self, unit: str, item: Import, name: str, here: Symbol, seen: frozenset[tuple[str, str]]
    ) -> Found:
        led = self.find_module(item.module, unit)
        if led is None:
            state = self.state_of_unfound(item.module, unit).state
            return Found(State.FOUND, here, here) if state != State.MISSING else MISSING
        found = self._member(led.path, name, seen)
        if found.state == State.FOUND:
            return Found(State.FOUND, here, found.final, (unit, *found.through))
        return found

    def imported(self, unit: str, item: Import, name: ImportedName) -> Found:
        """Return where one name of an import leads."""
        return self._taken_from(self.find_module(item.module, unit), unit, item, name)

    def _taken_from(self, led: Led | None, unit: str, item: Import, name: ImportedName) -> Found:
        if led is None:
            return self.state_of_unfound(item.module, unit)
        if name.name in ("*", WHOLE):
            return self._whole(led.path)
        found = self.member(led.path, name.name)
        return self._whole(led.path) if found.state is State.UNCERTAIN else found

    def _whole(self, unit: str) -> Found:
        """Return what leads to a unit as a whole."""
        found = self._wholes.get(unit)
        if found is None:
            found = self._wholes[unit] = Found(State.FOUND, Symbol(unit), Symbol(unit))
        return found

    # -- edges -----------------------------------------------------------------------------------

    def resolve(self, unit: str) -> Resolved:
        edges: list[Edge] = []
        loads: dict[str, None] = {}
        facts = self.units.facts[unit]
        is_loaded = ".d." not in unit
        folder = folder_of(unit)
        for item in facts.imports:
            led = self._find_from(folder, item.module, unit)
            names = item.names or (ImportedName(WHOLE, "", item.start, item.end),)
            found = [self._taken_from(led, unit, item, name) for name in names]
            edges += _make_edges(item, names, found, led is None)
            if led is not None and is_loaded and self._is_kept(unit, facts, item, found):
                loads[self._loaded_for(led)] = None
        return Resolved(tuple(edges), tuple(path for path in loads if path and path != unit))

    def is_kept(self, unit: str, item: Import) -> bool:
        """Whether an import is there when a unit is loaded; the compiler leaves out those of types alone."""
        found = [self.imported(unit, item, name) for name in item.names]
        return self._is_kept(unit, self.units.facts[unit], item, found)

    def _is_kept(self, unit: str, facts: Facts, item: Import, found: list[Found]) -> bool:
        if item.when == When.TYPES or item.nested or item.space not in ("import", "require", "reexport"):
            return False
        if item.space != "import" or not item.names or language_name(unit) != "typescript":
            return True
        pairs = zip(item.names, found, strict=True)
        for name, led in pairs:
            if name.bound not in facts.typed:
                kinds = self.kinds_of(led.final)
                if not kinds or not kinds <= ONLY_TYPES:
                    return True
        return False

    def kinds_of(self, symbol: Symbol) -> Set[str]:
        """Return what a name is in its unit; a function that a constant stands for is one of those."""
        return self.kinds_in(symbol.unit).get(symbol.name, NO_KINDS)

    def kinds_in(self, unit: str) -> Mapping[str, Set[str]]:
        """Return the names that a unit defines, each with what it is."""
        found = self._kinds.get(unit)
        if found is None:
            found = self._kinds[unit] = {}
            facts: Facts | None = self.units.facts.get(unit)
            for definition in facts.definitions if facts is not None else ():
                kind = "constant" if definition.value == BOUND else definition.kind
                found.setdefault(definition.name, set()).add(kind)
        return found

    def find_loaded(self, spelled: str, unit: str) -> str:
        """Return the unit that is loaded for a module: not the declarations, but what they declare."""
        led = self.find_module(spelled, unit)
        return self._loaded_for(led) if led is not None else ""

    def _loaded_for(self, led: Led) -> str:
        if not led.path.endswith(".d.ts"):
            return led.path
        stem = led.path.removesuffix(".d.ts")
        return next((path for path in (stem + ".js", stem + ".mjs") if path in self.units.facts), "")

    def named_by(self, unit: str) -> set[str]:
        led = (self.find_module(item.module, unit) for item in self.units.facts[unit].imports)
        return super().named_by(unit) | {found.path for found in led if found is not None}

    def namespace_of(self, unit: str) -> str:
        return ""

    def find_qualified(self, name: str) -> Symbol | None:
        return None

    def place_for(self, name: str) -> str | None:
        return None

    def names_in_text(self, symbol: Symbol) -> tuple[str, ...]:
        return ()

    def find_name(self, unit: str, name: str) -> Symbol | None:
        facts = self.units.facts.get(unit)
        head, _, rest = name.partition(".")
        if facts is None:
            return None
        if any(d.name == name for d in facts.definitions):
            return Symbol(unit, name)
        for item, taken in ((one, each) for one in facts.imports for each in one.names):
            if head != taken.bound:
                continue
            found = self.imported(unit, item, taken)
            if found.state != State.FOUND:
                return None
            found = self.member(found.final.unit, rest) if rest else found
            return found.final if found.state == State.FOUND and found.final.name else None
        found = self.member(unit, name)
        return found.final if found.state == State.FOUND and found.final.name else None

    # -- loading ---------------------------------------------------------------------------------

    def load_cycles(self) -> list[list[str]]:
        if self._cycles is None:
            groups = find_strong_groups({unit: self.resolved_of(unit).loads for unit in self.units.facts})
            self._cycles = sorted(sorted(group) for group in groups)
        return self._cycles

    def loading_faults(self, group: frozenset[str]) -> dict[str, LoadFault]:
        found = {}
        for unit in sorted(group):
            fault = self.loading_faults_of(unit, group)
            if fault:
                found[unit] = fault
        return found

    def loading_faults_of(self, unit: str, group: frozenset[str]) -> LoadFault | None:
        """Return why a unit fails when it is loaded first: somebody reads a name before it is there."""
        return Loading(self, self._plans, group).load(unit)

    def misnamed_namespaces(self) -> dict[str, tuple[str, str]]:
        return {}

    def is_standard(self, package: str) -> bool:
        return package.removeprefix("node:") in BUILT_IN


def folder_of(unit: str) -> str:
    """Return what a unit shares with those from which every path leads to the same."""
    return unit[: unit.rfind("/") + 1] + ending_of(unit)


def package_of(spelled: str) -> str:
    """Return the package that a specifier names."""
    parts = spelled.split("/")
    return "/".join(parts[:2]) if spelled.startswith("@") else parts[0]


def _make_edges(
    item: Import, names: tuple[ImportedName, ...], found: list[Found], outside: bool
) -> Iterator[Edge]:
    for name, led in zip(names, found, strict=True):
        if item.space == "path" and led.state == State.MISSING:
            continue
        whole = outside or name.name in ("*", WHOLE)
        yield Edge(
            item.line, item.module if whole else f"{item.module}#{name.name}", int(led.state), led.named.unit,
            led.named.name, led.final.unit, led.final.name, item.when, item.guarded, led.through,
        )  # fmt: skip
