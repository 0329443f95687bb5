"""The protocol of a rule, and the context it is given."""

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from typing import Protocol

from yandrel.index.code import CodeIndex
from yandrel.layout.config import Layout, Shape
from yandrel.layout.patterns import Pattern
from yandrel.model.bodies import Bodies
from yandrel.model.facts import Definition
from yandrel.model.graph import Edge, State
from yandrel.model.results import Finding, RouteFault
from yandrel.model.routes import RouteTable
from yandrel.model.words import words_of
from yandrel.survey.picture import Picture
from yandrel.survey.roles import Reading
from yandrel.survey.signs import only_says_so


class Rule(Protocol):
    """One rule: its docstring says what it is for, with a bad and a good example.

    A `whole` rule judges the application at once; any other judges each of the context's units by
    that unit's own facts and edges, and by what the units that these lead to are. A `last` rule looks at
    what the others came to.
    """

    name: str
    needs_layout: bool
    whole: bool
    last: bool

    def check(self, context: "Context") -> Iterable[Finding]:
        """Yield the findings; never prints, sorts or suppresses."""


@dataclass
class Context:
    """All that a rule may look at; `units` are those to judge, `table` reads the routes.

    For the last rules: `used_exceptions` are the numbers of the exceptions that covered a finding,
    `needed_off` the rules that are off and would find something.
    """

    picture: Picture
    units: Sequence[str]
    table: Callable[[], RouteTable] | None = None
    used_exceptions: set[int] = field(default_factory=set)
    needed_off: Mapping[str, str] = field(default_factory=dict)
    _lines: dict[str, list[str]] = field(default_factory=dict)
    _bodies: dict[str, Bodies] = field(default_factory=dict)

    @property
    def index(self) -> CodeIndex:
        return self.picture.index

    @property
    def layout(self) -> Layout:
        return self.picture.layout

    @cached_property
    def route_faults(self) -> Sequence[RouteFault]:
        """The faults of the route table; none where the layout has no `[routes]` section."""
        if not self.layout.checks_routes:
            return ()
        from yandrel.routes.faults import find_faults

        return find_faults(self.route_table, self.layout.guards, self.index.holds)

    @cached_property
    def route_table(self) -> RouteTable:
        """The routes of the application; read when first asked for."""
        if self.table is not None:
            return self.table()
        from yandrel.routes.table import read_routes

        return read_routes(self.index, self.picture.readings.is_aside)

    def readings(self) -> Iterator[tuple[str, Reading]]:
        """Yield the units to judge with what they are; what declares another unit is judged in that one."""
        for unit in self.units:
            reading = self.picture.readings[unit]
            if reading.unit == unit:
                yield unit, reading

    def shaped(self) -> Iterator[tuple[str, str, Shape]]:
        """Yield the units to judge whose role has a shape, with both.

        One that fits no home, and that does nothing of what its role does, may have another role.
        """
        for unit, reading in self.readings():
            role = self.picture.role(unit)
            shape = self.layout.shapes.get(role)
            if shape is None or (not reading.place and only_says_so(self.index.facts[unit], role)):
                continue
            yield unit, role, shape

    def is_of_role(self, unit: str, definition: Definition, role: str) -> bool:
        """Whether a definition has the role of its unit, and does not only stand beside what has it."""
        told = dict(self.picture.readings[unit].definition_roles).get(definition.name)
        if told:
            return told == role
        others = [d for d in self.index.facts[unit].definitions if d.kind == definition.kind]
        stem = "".join(words_of(unit.rpartition("/")[2].partition(".")[0]))
        return len(others) == 1 or "".join(words_of(definition.name)) == stem

    def edges(self) -> Iterator[tuple[str, Edge]]:
        """Yield every edge that leads to another unit of this application."""
        readings = self.picture.readings
        for unit in self.units:
            if not readings.stands_for_itself(unit):
                continue
            for edge in self.index.edges_of(unit):
                if edge.state == State.FOUND and edge.unit != unit and edge.unit in readings:
                    yield unit, edge

    def bodies(self, unit: str) -> Bodies:
        """Return the functions and calls of a file; it is read again for that, once."""
        known = self._bodies.get(unit)
        if known is None:
            source = self.index.read_source(unit).data
            known = self._bodies[unit] = self.index.language(unit).read_bodies(source, unit)
        return known

    def line_of_code(self, unit: str, line: int) -> str:
        lines = self._lines.get(unit)
        if lines is None:
            own = unit == self.layout.file_name
            data = self.layout.raw if own else self.index.read_source(unit).data
            text = data.decode("utf-8", "replace")
            lines = self._lines[unit] = text.splitlines()
        return lines[line - 1].strip() if 0 < line <= len(lines) else ""

    def finding(
        self,
        rule: str,
        unit: str,
        line: int,
        message: str,
        *,
        target: str = "",
        law: str = "",
        mend: str = "",
        command: str = "",
        group: str = "",
        detail: str = "",
    ) -> Finding:
        """Return a finding whose key does not depend on line numbers.

        `command` may end it, and is shown after it was planned; `mend` is what to do without it.
        """
        end = f" -> {target}" if target else ""
        key = f"{rule} {unit}{end}" + (f" ({detail})" if detail else "")
        code = self.line_of_code(unit, line) if line else ""
        return Finding(rule, unit, line, target, message, code, law, mend, key, group or message, command)

    def home_of(self, unit: str, role: str) -> str:
        """Return the place that the layout gives a unit, or nothing where it cannot be filled in."""
        from yandrel.survey.homes import find_home

        return find_home(self.picture, unit, role)

    def home_in(self, unit: str, role: str, domain: str) -> str:
        """Return the place that the layout gives a unit in another domain; nothing where it names none."""
        from yandrel.survey.homes import find_home_in

        return find_home_in(self.picture, unit, role, domain)

    def pattern_of(self, role: str) -> Pattern | None:
        known = self.layout.roles.get(role)
        return known.homes[0] if known is not None and known.homes else None


def spell_edge(edge: Edge) -> str:
    """Return what an edge leads to, as a thing that `move` would take."""
    return f"{edge.unit}:{edge.name}" if edge.name else edge.unit
