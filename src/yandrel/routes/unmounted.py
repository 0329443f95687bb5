"""Routers that nothing mounts: those that are seen to be used nowhere else."""

from __future__ import annotations

import re
from collections.abc import Iterator

from msgspec import Struct

from yandrel.frameworks.values import DictValue, Instance, Router, Value
from yandrel.model.facts import Import
from yandrel.model.program import Bind, Member, Name, Opaque
from yandrel.routes.evaluator import Evaluator

GENERAL = frozenset(
    {
        *("index", "__init__", "mod", "init", "main", "app", "server"),
        *("routes", "router", "routers", "route", "views", "view", "urls", "api", "blueprint"),
        *("endpoints", "endpoint", "controller", "controllers", "handlers"),
    }
)
"""Names of files that say nothing without the name of their folder."""


def find_unmounted(run: Evaluator) -> tuple[str, ...]:
    """Return the places of the routers that nothing mounts.

    An application may mount routers in a way that is not seen: by walking over its folders, or by names in
    strings. So a router counts only where a file binds it to a name that is used nowhere else, and where at
    least as many routers are seen to be mounted as are not.
    """
    loose = [r for r in run.routers if r.entries and not (r.mounted or r.application or r.stand_in)]
    mounted = sum(bool(router.mounted and router.entries) for router in run.routers)
    if len(loose) > mounted:
        return ()
    search = _Search(run)
    return tuple(f"{r.place.unit}:{r.place.line}" for r in loose if search.is_unused(r))


class _Search:
    """Looks for uses of routers in the texts of the files."""

    def __init__(self, run: Evaluator) -> None:
        self._run = run
        self._index = run.sources.index

    def is_unused(self, router: Router) -> bool:
        """Whether a file binds a router to names, and nothing uses one of those."""
        unit = router.place.unit
        names = set(self._names(router))
        if not names or self._is_passed_on(unit, names):
            return False
        return not any(
            self._uses(other, unit, names)
            for other in self._run.files_with(_telling_part(unit), every=True)
            if other != unit
        )

    def _names(self, router: Router) -> Iterator[str]:
        """Yield the names by which a file, or what it exports, holds a router."""
        scope = self._run.modules.get(router.place.unit)
        for name, value in scope.names.items() if scope is not None else ():
            if _is_it(value, router):
                yield name
            elif name in ("module", "exports") and isinstance(value, DictValue):
                held = value.items.get("exports", value)
                inner = held.items.values() if isinstance(held, DictValue) else (held,)
                if any(_is_it(one, router) for one in inner):
                    yield "exports"

    def _is_passed_on(self, unit: str, names: set[str]) -> bool:
        """Whether a file gives a router of its own to something."""
        program = self._run.sources.program(unit)
        return program is None or _gives_away(program.body, names)

    def _uses(self, other: str, unit: str, names: set[str]) -> bool:
        """Whether another file uses a router that it imports, or names the file without an import."""
        lines = {edge.line for edge in self._index.edges_of(other) if edge.unit == unit}
        imports = [item for item in self._index.facts[other].imports if item.line in lines]
        if not imports:
            return True
        text = self._index.read_raw(other)
        names = names | {_stem(unit)}
        return any(_is_used(bound, item, text) for item in imports for bound in _bound(item, names))


def _gives_away(node: object, names: set[str]) -> bool:
    """Whether code uses one of some names otherwise than to call its methods or to export it."""
    if isinstance(node, Name):
        return node.name in names
    if isinstance(node, Member) and isinstance(node.of, Name):
        return False
    if isinstance(node, Bind) and isinstance(node.target, (Name, Member)):
        return not isinstance(node.value, Name) and _gives_away(node.value, names)
    if isinstance(node, Opaque):
        return any(name in node.text for name in names)
    if isinstance(node, tuple):
        return any(_gives_away(one, names) for one in node)
    if isinstance(node, Struct):
        return any(_gives_away(getattr(node, field), names) for field in node.__struct_fields__)
    return False


def _bound(item: Import, names: set[str]) -> Iterator[str]:
    for one in item.names:
        if item.whole or one.name in names or one.name in ("default", "*") or "exports" in names:
            yield one.bound


def _is_used(bound: str, item: Import, text: bytes) -> bool:
    """Whether a text uses a name outside of the import that brings it."""
    if bound == "*":
        return True
    rest = text[: item.start] + b" " + text[item.end :]
    return re.search(rb"\b" + re.escape(bound.partition(".")[0].encode()) + rb"\b", rest) is not None


def _is_it(value: Value, router: Router) -> bool:
    return value is router or (isinstance(value, Instance) and value.base is router)


def _telling_part(unit: str) -> bytes:
    """Return what any text that leads to a file holds: its name, or that of its folder."""
    folder, stem = unit.rpartition("/")[0], _stem(unit)
    return (folder.rpartition("/")[2] if stem in GENERAL and folder else stem).encode()


def _stem(unit: str) -> str:
    return unit.rpartition("/")[2].partition(".")[0]
