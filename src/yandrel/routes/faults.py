"""Faults that a route table shows: doubled prefixes, duplicates, routes that another one hides."""

from __future__ import annotations

import itertools
import re
from collections.abc import Callable, Iterator, Mapping
from typing import NamedTuple

from yandrel.frameworks.registry import names_of_first_match
from yandrel.model.results import RouteFault
from yandrel.model.routes import Route, RouteTable

TELLING_PARTS = 3
"""Routes are compared with those alone that begin with so many parts of the same form."""
UNKNOWN = "?"
"""The condition of a parameter that is not known."""
PARAMETER = re.compile(r"\{[^{}]*\}")


def find_faults(
    table: RouteTable,
    guards: Mapping[str, str] | None = None,
    holds: Callable[[str, str], bool] = lambda unit, text: False,
) -> list[RouteFault]:
    """Return the faults of a table.

    `guards` are the names that every route below a prefix must pass; `holds` tells whether a file has a text.
    """
    certain = [route for route in table.routes if route.certain and not route.outside]
    found = [
        *_unmounted(table),
        *_doubled(certain, holds),
        *_duplicates(certain),
        *_shadowed(certain),
        *_missing(table),
        *_late(table),
        *_unguarded(certain, guards or {}),
    ]
    return sorted(dict.fromkeys(found), key=lambda fault: (fault.unit, fault.line, fault.rule, fault.path))


def _place(text: str) -> tuple[str, int]:
    unit, _, line = text.rpartition(":")
    return unit, int(line)


def _unmounted(table: RouteTable) -> Iterator[RouteFault]:
    for place in table.unmounted:
        unit, line = _place(place)
        yield RouteFault(
            "unmounted-routes",
            unit,
            line,
            "nothing mounts the routes of this router",
            "mount it where the others are mounted, or delete it",
            "",
        )


def _doubled(routes: list[Route], holds: Callable[[str, str], bool]) -> Iterator[RouteFault]:
    """Yield for each place that puts a part before the same part the first route that has it twice.

    A part that is written twice in a row in one text is meant.
    """
    found: dict[tuple[str, str], list[Route]] = {}
    for route in routes:
        parts = [part for part in route.pattern.split("/") if part]
        for before, after in itertools.pairwise(parts):
            if before == after and not before.startswith("{") and not _is_meant(route, before, holds):
                place = route.mounts[-1].rpartition(" ")[2] if route.mounts else route.declared
                found.setdefault((place, before), []).append(route)
                break
    for (_, part), same in found.items():
        first, others = same[0], len({(route.method, route.pattern) for route in same}) - 1
        unit, line = _place(first.declared)
        more = f", as in {others} other route{'s' if others > 1 else ''}" if others else ""
        yield RouteFault(
            "doubled-prefix",
            unit,
            line,
            f"{first.method} {first.pattern}: /{part} comes twice in a row{more}",
            f"leave /{part} out of this path, or out of the prefix that it is mounted under",
            first.pattern,
        )


def _is_meant(route: Route, part: str, holds: Callable[[str, str], bool]) -> bool:
    """Whether one of the texts that a path is put together from holds a part twice in a row."""
    places = [route.declared, *(mount.rpartition(" ")[2] for mount in route.mounts)]
    return any(holds(_place(place)[0], f"{part}/{part}") for place in places)


def _duplicates(routes: list[Route]) -> Iterator[RouteFault]:
    """Yield the routes that answer just what an earlier one of the same server answers."""
    first: dict[tuple[object, ...], Route] = {}
    for route in routes:
        conditions = _conditions(route)
        if UNKNOWN in conditions:
            continue
        shape = PARAMETER.sub("{}", route.pattern)
        known = first.setdefault((route.framework, route.server, route.method, shape, conditions), route)
        if known is not route and known.declared != route.declared:
            unit, line = _place(route.declared)
            yield RouteFault(
                "duplicate-route",
                unit,
                line,
                f"{route.method} {route.pattern} is declared at {known.declared} already",
                "keep one of them, or give one another path",
                route.pattern,
            )


def _conditions(route: Route) -> tuple[str, ...]:
    """Return the condition of each parameter."""
    count = len(PARAMETER.findall(route.pattern))
    return route.conditions if len(route.conditions) == count else (UNKNOWN,) * count


class _Segment(NamedTuple):
    """A part of a path between slashes: its text, and the conditions of the parameters in it."""

    text: str
    condition: str

    @property
    def is_parameter(self) -> bool:
        return self.text == "{}"


def _segments(route: Route) -> list[_Segment]:
    left = iter(_conditions(route))
    found: list[_Segment] = []
    for part in route.pattern.strip("/").split("/"):
        conditions = [next(left) for _ in PARAMETER.findall(part)]
        text = PARAMETER.sub("{}", part)
        found.append(_Segment(text, conditions[0] if text == "{}" else "".join(conditions)))
    return found


def _shadowed(routes: list[Route]) -> Iterator[RouteFault]:
    """Yield the routes all of whose paths an earlier one with more parameters answers."""
    in_order = names_of_first_match()
    earlier: dict[tuple[str, ...], list[tuple[int, Route, list[_Segment]]]] = {}
    for number, route in enumerate(routes):
        if route.framework not in in_order:
            continue
        parts = _segments(route)
        group = (
            route.framework,
            route.server,
            route.method,
            str(len(parts)),
            str(route.pattern.endswith("/")),
        )
        near = (found for start in _starts(parts) for found in earlier.get((*group, *start), ()))
        for _, known, shape in sorted(near, key=lambda found: found[0]):
            if _hides(shape, parts):
                unit, line = _place(route.declared)
                example = PARAMETER.sub("1", route.pattern)
                yield RouteFault(
                    "shadowed-route",
                    unit,
                    line,
                    f"{route.method} {route.pattern} is hidden by {known.pattern} at {known.declared}, "
                    f"which answers {example} first",
                    "declare it before that one",
                    route.pattern,
                )
                break
        if "{" in route.pattern:
            start = [part.text for part in parts[:TELLING_PARTS]]
            earlier.setdefault((*group, *start), []).append((number, route, parts))


def _starts(parts: list[_Segment]) -> Iterator[tuple[str, ...]]:
    """Yield the starts of the shapes that may match a path: each part as it is, or a parameter."""
    return itertools.product(*(dict.fromkeys((part.text, "{}")) for part in parts[:TELLING_PARTS]))


def _hides(shape: list[_Segment], parts: list[_Segment]) -> bool:
    """Whether a shape matches every path of a route that has fixed parts where the shape has none."""
    differs = False
    for one, other in zip(shape, parts):
        if not one.is_parameter:
            if one != other:
                return False
        elif other.is_parameter:
            if one.condition not in ("", other.condition) or one.condition == UNKNOWN:
                return False
        elif not _matches(one.condition, other.text):
            return False
        else:
            differs = True
    return differs


def _matches(condition: str, text: str) -> bool:
    """Whether a parameter matches a fixed part, or one that has parameters inside, whatever those are."""
    if not condition:
        return bool(text)
    if condition == UNKNOWN or "{" in text:
        return False
    try:
        return re.fullmatch(condition, text) is not None
    except re.error:
        return False


def _missing(table: RouteTable) -> Iterator[RouteFault]:
    for text in table.missing:
        handler, _, declared = text.partition(" ")
        unit, line = _place(declared)
        yield RouteFault(
            "missing-handler",
            unit,
            line,
            f"the handler {handler} does not exist",
            "correct its name, or add it",
            handler,
        )


def _late(table: RouteTable) -> Iterator[RouteFault]:
    for text in table.late:
        name, _, declared = text.partition(" ")
        unit, line = _place(declared)
        yield RouteFault(
            "late-middleware",
            unit,
            line,
            f"{name} is registered after routes that it should run before",
            "move it above the first route",
            name,
        )


def _unguarded(routes: list[Route], guards: Mapping[str, str]) -> Iterator[RouteFault]:
    for route in routes:
        for prefix, guard in guards.items():
            below = route.pattern == prefix or route.pattern.startswith(prefix.rstrip("/") + "/")
            if below and guard not in route.guards:
                unit, line = _place(route.declared)
                yield RouteFault(
                    "unguarded-route",
                    unit,
                    line,
                    f"{route.method} {route.pattern} does not pass {guard}",
                    f"add {guard} to it, or to what it is mounted on",
                    route.pattern,
                )
