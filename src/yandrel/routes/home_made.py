"""Route tables that an application has written for itself, without a framework.

A table is a list whose entries hold a path and what answers it, with or without a method, or a map from
paths to what answers them. One that a loop went over has been mounted in another.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import TYPE_CHECKING

from yandrel.frameworks.paths import from_braces, from_colons, from_expression
from yandrel.frameworks.values import (
    TABLED,
    ClassValue,
    DictValue,
    FunctionValue,
    Handler,
    Instance,
    ListValue,
    Made,
    Outside,
    Place,
    Unknown,
    Value,
    is_text,
    text_of,
    unwrapped,
)

if TYPE_CHECKING:
    from yandrel.routes.evaluator import Evaluator

METHODS = frozenset({"GET", "POST", "PUT", "PATCH", "DELETE", "HEAD", "OPTIONS", "ANY"})
PATTERNS = ("Pattern.compile", "RegExp", "Regex", "re.compile")
FEWEST = 2


@dataclass(frozen=True)
class Declared:
    """One entry of a table; `mounted` is the prefix that it got in another table, and where it got that."""

    method: str
    path: str
    handler: Value
    place: Place
    mounted: tuple[str, Place] | None = None


def find_tables(run: Evaluator) -> list[Declared]:
    """Return the entries of the tables that nothing else took over."""
    tables: list[tuple[bool, list[Declared]]] = []
    for value, place in _held(run):
        entries = list(_entries(value, place))
        if len(entries) >= FEWEST:
            tables.append((value.used, entries))
    free = [entries for used, entries in tables if not used]
    if not free and tables:
        free = [max((entries for _, entries in tables), key=len)]
    longest = {
        (one.path, id(_inner(one.handler))): one for entries in sorted(free, key=len) for one in entries
    }
    found = [one for one in _in_order(free) if longest.get((one.path, id(_inner(one.handler)))) is one]
    return list(_with_origins(found, [entries for _, entries in tables]))


def _with_origins(found: list[Declared], tables: list[list[Declared]]) -> Iterator[Declared]:
    """Yield entries as the tables have them that they were first declared in, with the prefix since."""
    whole = {_key(one) for one in found}
    first: dict[tuple[str, str, int], Declared] = {}
    for entries in sorted(tables, key=len, reverse=True):
        for prefix in {prefix for one in entries for prefix in _prefixes(one, found)}:
            keys = [_key(one, prefix) for one in entries]
            if whole.issuperset(keys):
                first.update(zip(keys, entries))
    for one in found:
        inner = first.get(_key(one))
        if inner is None or inner is one:
            yield one
        else:
            prefix = one.path[: len(one.path) - len(inner.path)]
            yield replace(one, place=inner.place, mounted=(prefix, one.place) if prefix else None)


def _key(one: Declared, prefix: str = "") -> tuple[str, str, int]:
    return one.method, prefix + one.path, id(_inner(one.handler))


def _prefixes(one: Declared, found: list[Declared]) -> set[str]:
    """Return what the paths of alike entries have before that of one."""
    alike = (o for o in found if o.method == one.method and _inner(o.handler) is _inner(one.handler))
    return {o.path[: len(o.path) - len(one.path)] for o in alike if o.path.endswith(one.path)}


def _in_order(tables: list[list[Declared]]) -> Iterator[Declared]:
    for entries in tables:
        yield from entries


def _held(run: Evaluator) -> Iterator[tuple[ListValue | DictValue, Place]]:
    """Yield the lists and maps that objects hold, that files bind, and that functions returned."""
    seen: set[int] = set()
    for value, place in run.holders:
        inner = value.fields.values() if isinstance(value, Instance) else [value]
        for one in inner:
            if isinstance(one, (ListValue, DictValue)) and id(one) not in seen:
                seen.add(id(one))
                yield one, place


def _entries(value: ListValue | DictValue, place: Place) -> Iterator[Declared]:
    if isinstance(value, DictValue):
        for key, handler in value.items.items():
            if isinstance(key, str) and _is_path(key) and _answers(handler):
                method, _, rest = key.partition(" ")
                where = value.lines.get(key, place)
                if method in METHODS and rest:
                    yield Declared(method, rest, handler, where)
                else:
                    yield Declared("ANY", key, handler, where)
        return
    for item in value.items:
        found = _entry(item, place)
        if found is not None:
            yield found


def _entry(item: Value, place: Place) -> Declared | None:
    """Return the route that an item of a list says: its method, path and handler, in any order."""
    parts = _parts(item)
    methods = [part for part in parts if isinstance(part, str) and part.upper() in METHODS]
    paths = [path for part in parts if (path := _path_of(part)) is not None and part not in methods]
    handlers = [part for part in parts if _answers(part)]
    if not paths or not handlers or not _is_path(paths[0]) or (not methods and not paths[0]):
        return None
    known = item.origin if isinstance(item, TABLED) else None
    where = known or (item.place if isinstance(item, Made) else place)
    return Declared(methods[0].upper() if methods else "ANY", paths[0], handlers[-1], where)


def _parts(item: Value) -> list[Value]:
    if isinstance(item, ListValue):
        return item.items
    if isinstance(item, DictValue):
        return list(item.items.values())
    if isinstance(item, Instance):
        return list(item.fields.values())
    if isinstance(item, Made):
        return [*item.arguments.values, *item.arguments.named.values()]
    return []


def _path_of(value: Value) -> str | None:
    if isinstance(value, Made) and value.by.endswith(PATTERNS):
        value = value.arguments.get(0)
    return text_of(value) if is_text(value) else None


def _is_path(text: str) -> bool:
    return text == "" or text.startswith("/") or text.partition(" ")[0] in METHODS


def _answers(value: Value) -> bool:
    if isinstance(value, ListValue) and len(value.items) == 2:
        return isinstance(value.items[0], (Instance, ClassValue, Outside)) and isinstance(value.items[1], str)
    return isinstance(value, (FunctionValue, Handler)) or (isinstance(value, Unknown) and bool(value.member))


def _inner(value: Value) -> Value:
    inner = unwrapped(value)[0]
    return inner.node if isinstance(inner, FunctionValue) else inner


def pattern_of(path: str) -> str:
    """Return a path with parameters as `{name}`, however they are written."""
    is_expression = "(?P<" in path or path.startswith("^") or path.endswith("$")
    found = from_expression(path) if is_expression else from_braces(from_colons(path))
    return found if found.startswith("/") else "/" + found
