"""Everything of one domain: its files, what it uses, who uses it, and who could not do without it."""

import re
from collections import defaultdict
from collections.abc import Iterable, Iterator

from yandrel.languages.registry import is_manifest, load_language
from yandrel.layout.config import SHARED
from yandrel.model.graph import Edge, State
from yandrel.model.results import FORMAT_VERSION, DomainFile, DomainNeed, DomainReport, DomainTie
from yandrel.model.routes import RouteTable
from yandrel.model.words import singular, words_of
from yandrel.survey.concepts import action_of
from yandrel.survey.picture import Picture


class DomainView:
    """Looks at one domain of an application; `units` are its files, tests included."""

    def __init__(self, picture: Picture, name: str) -> None:
        self.picture = picture
        self.name = name
        self.units = [unit for unit in picture.readings if picture.domain(unit) == name]
        self.tests = [unit for unit in self.units if picture.role(unit) == "test"]
        self.files = [unit for unit in self.units if picture.is_counted(unit)]

    def describe(self, table: RouteTable) -> DomainReport:
        """Return all that belongs to the domain."""
        shared = sorted({edge.unit for edge in self._leaving() if self._other(edge.unit) == SHARED})
        return DomainReport(
            version=FORMAT_VERSION,
            application=self.picture.layout.name or self.picture.index.tree.root.name,
            name=self.name,
            files=[self._file(unit) for unit in self._by_role()],
            tests=self.tests,
            routes=self.routes(table),
            actions=self._actions(table),
            folders=sorted({unit.rpartition("/")[0] for unit in self.files}),
            uses=self._ties(((self._other(edge.unit), unit, edge) for unit, edge in self._uses())),
            used_by=self._ties(((self._other(unit), unit, edge) for unit, edge in self._used())),
            shared=shared,
            alone=self.alone(),
        )

    def routes(self, table: RouteTable) -> list[str]:
        """Return the routes that the domain's files answer, as text."""
        own = set(self.units)
        return [f"{route.method} {route.pattern}" for route in table.routes if route.unit in own]

    def needs(self, gone: Iterable[str]) -> list[DomainNeed]:
        """Return the places that name something of the files which are to go."""
        found: dict[tuple[str, int, str], DomainNeed] = {}
        for unit, edge in self.references_to(gone):
            need = self.need(unit, edge.line, edge.spelled)
            found.setdefault((unit, edge.line, edge.spelled), need)
        return sorted(found.values(), key=lambda need: (need.unit, need.line, need.names))

    def references_to(self, gone: Iterable[str]) -> Iterator[tuple[str, Edge]]:
        """Yield the references from other files to some files, each with the file that it is in."""
        leaving = set(gone)
        index = self.picture.index
        for unit in index.facts:
            if unit in leaving:
                continue
            for edge in index.edges_of(unit):
                if edge.state == State.FOUND and {edge.unit, edge.named_unit} & leaving:
                    yield unit, edge

    def named_by_path(self, paths: Iterable[str], gone: Iterable[str]) -> list[DomainNeed]:
        """Return the lines of other sources and project files that name one of some paths."""
        index = self.picture.index
        leaving = set(gone)
        known = {path.encode(): path for path in paths}
        if not known:
            return []
        pattern = re.compile(
            rb"(?<![\w.-])(?:[\w.-]+/)*(" + b"|".join(map(re.escape, known)) + rb")(?![\w.-])"
        )
        found = []
        for unit in index.tree.files:
            if unit in leaving or not (unit in index.facts or self._is_manifest(unit)):
                continue
            raw = index.read_raw(unit)
            found += [
                self.need(unit, raw.count(b"\n", 0, match.start()) + 1, known[match[1]])
                for match in pattern.finditer(raw)
            ]
        return found

    def _is_manifest(self, path: str) -> bool:
        return any(is_manifest(path, load_language(name).manifests) for name in self.picture.index.views)

    def need(self, unit: str, line: int, names: str = "") -> DomainNeed:
        """Return a place that needs the domain, with how its line reads."""
        return DomainNeed(unit, line, names, self._line(unit, line), self.picture.role(unit))

    def alone(self, gone: Iterable[str] = ()) -> list[str]:
        """Return the files without a domain that nothing but this one, or what is `gone`, uses."""
        own = {*self.units, *gone}
        index = self.picture.index
        used = {
            edge.unit
            for unit in own & index.facts.keys()
            for edge in index.edges_of(unit)
            if edge.state == State.FOUND and self._other(edge.unit) in ("", SHARED)
        }
        others: set[str] = set()
        for unit in self.picture.readings:
            if unit not in own:
                others |= {edge.unit for edge in index.edges_of(unit) if edge.state == State.FOUND}
        known = self.picture.readings
        found = sorted(u for u in used - others - own if u in known and self.picture.is_counted(u))
        named = {need.names for need in self.named_by_path(found, own)}
        return [unit for unit in found if unit not in named]

    def _by_role(self) -> list[str]:
        return sorted(self.files, key=lambda unit: (self.picture.role(unit) or "~", unit))

    def _file(self, unit: str) -> DomainFile:
        facts = self.picture.index.facts[unit]
        names = [d.name for d in facts.definitions if d.kind != "constant"]
        return DomainFile(unit, self.picture.role(unit), facts.lines, names)

    def _actions(self, table: RouteTable) -> list[str]:
        """Return what can be done in the domain, by the names of the handlers of its routes."""
        own = set(self.units)
        handlers = (route.handler for route in table.routes if route.unit in own)
        found = (action_of(name.replace(":", ".").rpartition(".")[2], self.name) for name in handlers)
        return list(dict.fromkeys(action for action in found if action))

    def _line(self, unit: str, line: int) -> str:
        lines = self.picture.index.read_source(unit).data.splitlines()
        return lines[line - 1].decode("utf-8", "replace").strip() if 0 < line <= len(lines) else ""

    def _other(self, unit: str) -> str:
        return self.picture.domain(unit)

    def _leaving(self) -> Iterable[Edge]:
        index = self.picture.index
        found = (edge for unit in self.files for edge in index.edges_of(unit))
        return (edge for edge in found if edge.state == State.FOUND and edge.unit in self.picture.readings)

    def _uses(self) -> Iterable[tuple[str, Edge]]:
        index = self.picture.index
        for unit in self.files:
            for edge in index.edges_of(unit):
                if edge.state == State.FOUND and self._other(edge.unit) not in ("", SHARED, self.name):
                    yield unit, edge

    def _used(self) -> Iterable[tuple[str, Edge]]:
        own = set(self.units)
        for unit in self.picture.counted():
            if self._other(unit) in ("", SHARED, self.name):
                continue
            for edge in self.picture.index.edges_of(unit):
                if edge.state == State.FOUND and edge.unit in own:
                    yield unit, edge

    def _ties(self, found: Iterable[tuple[str, str, Edge]]) -> list[DomainTie]:
        by_domain: dict[str, list[tuple[str, Edge]]] = defaultdict(list)
        for domain, unit, edge in found:
            by_domain[domain].append((unit, edge))
        doors = self.picture.layout.doors
        ties = []
        for domain, edges in by_domain.items():
            past = sum(not any(d.match(e.named_unit) is not None for d in doors) for _, e in edges)
            places = sorted({unit for unit, _ in edges})
            ties.append(DomainTie(domain, len(edges), places, past if doors else 0))
        return sorted(ties, key=lambda tie: (-tie.imports, tie.domain))


def find_domain(picture: Picture, text: str) -> str:
    """Return the domain that a text names, in whatever number and spelling; empty where none is called so."""
    one = singular("_".join(words_of(text)))
    names = sorted({name for name in picture.domains.values() if name})
    return next((name for name in names if name == text or singular("_".join(words_of(name))) == one), "")


__all__ = ["DomainView", "find_domain"]
