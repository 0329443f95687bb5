"""Comparison of two route tables."""

from __future__ import annotations

from yandrel.model.results import RouteChange
from yandrel.model.routes import Route, RouteTable


def compare_tables(before: RouteTable, after: RouteTable) -> list[RouteChange]:
    """Return what differs between two tables: in routes, in their handlers and guards, and in their order."""
    old, new = _by_key(before), _by_key(after)
    found = [RouteChange("gone", *key, before=_shown(old[key])) for key in old if key not in new]
    found += [RouteChange("added", *key, after=_shown(new[key])) for key in new if key not in old]
    for key in old:
        if key in new:
            found += _changes(key, old[key], new[key])
    found += _reordered(before, after)
    return sorted(found, key=lambda change: (change.pattern, change.method, change.what))


def _by_key(table: RouteTable) -> dict[tuple[str, str], Route]:
    found: dict[tuple[str, str], Route] = {}
    for route in table.routes:
        found.setdefault((route.method, route.pattern), route)
    return found


def _shown(route: Route) -> str:
    return route.handler or route.declared


def _changes(key: tuple[str, str], old: Route, new: Route) -> list[RouteChange]:
    found: list[RouteChange] = []
    if old.handler != new.handler:
        found.append(RouteChange("handler", *key, old.handler, new.handler))
    if old.guards != new.guards:
        found.append(RouteChange("guards", *key, ", ".join(old.guards), ", ".join(new.guards)))
    return found


def _reordered(before: RouteTable, after: RouteTable) -> list[RouteChange]:
    """Return the routes that now stand behind one that may hide them, and did not before."""
    old = {key: number for number, key in enumerate(_by_key(before))}
    new = {key: number for number, key in enumerate(_by_key(after))}
    found: list[RouteChange] = []
    both = [key for key in new if key in old]
    if both == [key for key in old if key in new]:
        return found
    for key in both:
        if "{" in key[1]:
            continue
        for other in both:
            if "{" in other[1] and other[0] == key[0] and _matches(other[1], key[1]):
                if old[key] < old[other] and new[other] < new[key]:
                    found.append(RouteChange("order", *key, "", f"behind {other[1]} now"))
    return found


def _matches(pattern: str, path: str) -> bool:
    shape, parts = pattern.split("/"), path.split("/")
    return len(shape) == len(parts) and all(a == b or a.startswith("{") for a, b in zip(shape, parts))
