"""Keep each file's references, resolved once, and the files that name each file."""

from abc import ABC, abstractmethod
from collections.abc import Mapping

from yandrel.model.graph import Edge, LoadFault, Resolved
from yandrel.model.project import Units


class KeptGraph(ABC):
    """The resolved references of units; a subclass resolves one unit's."""

    def places_of(self, namespace: str, other: str = "") -> list[tuple[str, str]]:
        """Return the folders that a namespace has, each with the one that another would have there."""
        return []

    def namespace_at(self, path: str) -> str:
        """Return the namespace that a unit at a path would declare; nothing where units declare none."""
        return ""

    def is_only_possible(self, edge: Edge) -> bool:
        """Whether a reference by a name after a value is only possible: a member of that name goes first."""
        return False

    def __init__(self, units: Units) -> None:
        self.units = units
        self._resolved: dict[str, Resolved] = {}
        self._known: Mapping[str, Resolved] = {}
        self._importers: dict[str, list[str]] | None = None

    @abstractmethod
    def resolve(self, unit: str) -> Resolved:
        """Resolve all references of a unit."""

    def resolved_of(self, unit: str) -> Resolved:
        """Return every reference of a unit, resolved, and what loading it loads."""
        found = self._resolved.get(unit)
        if found is None:
            found = self._known.get(unit)
            if found is None:
                found = self.resolve(unit)
            self._resolved[unit] = found
        return found

    def edges_of(self, unit: str) -> tuple[Edge, ...]:
        """Return every reference of a unit, resolved."""
        return self.resolved_of(unit).edges

    def preload(self, known: Mapping[str, Resolved]) -> None:
        """Take what was resolved before instead of resolving it again."""
        self._known = known

    def named_by(self, unit: str) -> set[str]:
        """Return the units that a unit names."""
        return {edge.named_unit for edge in self.edges_of(unit)}

    def importers_of(self, unit: str) -> list[str]:
        """Return the units that name a unit or something in it."""
        if self._importers is None:
            self._importers = {}
            for other in self.units.facts:
                for named in self.named_by(other):
                    self._importers.setdefault(named, []).append(other)
        return self._importers.get(unit, [])


class UnloadedGraph(KeptGraph):
    """A graph in which nothing bites on loading: names are found when they are used, or all at once."""

    def loading_faults(self, group: frozenset[str]) -> dict[str, LoadFault]:
        return {}

    def loading_faults_of(self, unit: str, group: frozenset[str]) -> LoadFault | None:
        return None

    def load_cycles(self) -> list[list[str]]:
        return []
