"""Faults that a route table shows: doubled prefixes, duplicates, routes that another one hides."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterator, Mapping

from yandrel.frameworks.registry import names_of_first_match
from yandrel.model.results import RouteFault
from yandrel.model.routes import Route, RouteTable

CONSTRAINED = re.compile(r"\(|<(?!str:|string:)[\w()=, ]+:|\{\w+:")
TELLING_PARTS = 3
"""Routes are compared with those alone that begin with so many parts of the same form."""
PARAMETER = re.compile(r"\{(\w*)\}")


def find_faults(table: RouteTable, guards: Mapping[str, str] | None = None) -> list[RouteFault]:
    """Return the faults of a table; `guards` are the names that every route below a prefix must pass."""
    certain = [route for route in table.routes if route.certain and not route.outside]
    found = [
        *_unmounted(table),
        *_doubled(certain),
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


def _doubled(routes: list[Route]) -> Iterator[RouteFault]:
    for route in routes:
        parts = [part for part in route.pattern.split("/") if part]
        for before, after in itertools.pairwise(parts):
            if before == after and not before.startswith("{"):
                unit, line = _place(route.declared)
                yield RouteFault(
                    "doubled-prefix",
                    unit,
                    line,
                    f"{route.method} {route.pattern}: /{before} comes twice in a row",
                    f"leave /{before} out of this path, or out of the prefix that it is mounted under",
                    route.pattern,
                )
                break


def _alike(pattern: str) -> str:
    return PARAMETER.sub("{}", pattern.rstrip("/") or "/")


def _duplicates(routes: list[Route]) -> Iterator[RouteFault]:
    first: dict[tuple[str, str, str], Route] = {}
    for route in routes:
        key = (route.framework, route.method, _alike(route.pattern))
        known = first.setdefault(key, route)
        if known is not route and known.declared != route.declared and not CONSTRAINED.search(route.path):
            unit, line = _place(route.declared)
            yield RouteFault(
                "duplicate-route",
                unit,
                line,
                f"{route.method} {route.pattern} is declared at {known.declared} already",
                "keep one of them, or give one another path",
                route.pattern,
            )


def _shadowed(routes: list[Route]) -> Iterator[RouteFault]:
    """Yield the routes with fixed parts where an earlier one has parameters without conditions."""
    in_order = names_of_first_match()
    earlier: dict[tuple[str, ...], list[tuple[int, Route, list[str]]]] = {}
    for number, route in enumerate(routes):
        if route.framework not in in_order:
            continue
        parts = route.pattern.strip("/").split("/")
        group = (route.framework, route.method, str(len(parts)))
        near = (found for start in _starts(parts) for found in earlier.get((*group, *start), ()))
        for _, known, shape in sorted(near, key=lambda found: found[0]):
            if _hides(shape, parts) and known.pattern.endswith("/") == route.pattern.endswith("/"):
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
        if "{" in route.pattern and not CONSTRAINED.search(route.path):
            start = ["{}" if part.startswith("{") else part for part in parts[:TELLING_PARTS]]
            earlier.setdefault((*group, *start), []).append((number, route, parts))


def _starts(parts: list[str]) -> Iterator[tuple[str, ...]]:
    """Yield the starts of the shapes that may match a path: each part as it is, or a parameter."""
    return itertools.product(*((part, "{}") for part in parts[:TELLING_PARTS]))


def _hides(shape: list[str], parts: list[str]) -> bool:
    """Whether a shape matches every path of a route that has fixed parts where the shape has none."""
    differs = False
    for one, other in zip(shape, parts):
        if PARAMETER.fullmatch(one):
            differs = differs or not other.startswith("{")
        elif one != other:
            return False
    return differs


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
