"""long-handler."""

from collections.abc import Iterable, Iterator

from yandrel.model.bodies import Function
from yandrel.model.results import Finding
from yandrel.rules.protocol import Context


class LongHandler:
    """A handler has more statements than `[limits] statements_per_handler`.

    Handlers are the functions that routes lead to, and the methods of controllers that others can call.

    Bad, with a limit of 12: a handler of 40 statements that checks, computes, stores and sends.

    Good: it reads the request, calls one service, and shapes the answer.
    """

    name = "long-handler"
    needs_layout = True
    whole = True
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        limit = context.layout.limits.get("statements_per_handler")
        if limit is None:
            return
        for unit, function, route in _handlers(context):
            if function.statements <= limit:
                continue
            name = f"{function.owner}.{function.name}" if function.owner else function.name
            name = name or route
            yield context.finding(
                self.name,
                unit,
                function.line,
                f"{name or 'a handler'} has {function.statements} statements, the limit is {limit}",
                target=name or f"line {function.line}",
                law=f"[limits] statements_per_handler = {limit}",
                mend="leave the request and the answer here, and move the rest into a service",
                group="a handler has more statements than the limit",
            )


def _handlers(context: Context) -> Iterator[tuple[str, Function, str]]:
    """Yield the functions that routes lead to, each with a route, and the public methods of controllers."""
    routes: dict[str, dict[int, str]] = {}
    for route in context.route_table.routes:
        if route.unit and not route.outside:
            routes.setdefault(route.unit, {}).setdefault(route.line, f"{route.method} {route.pattern}")
    folders = _folders_of_handlers(context, routes)
    controllers = {
        unit
        for unit, reading in context.readings()
        if reading.role == "controller" and (not routes or _folder(unit) in folders)
    }
    for unit in context.units:
        if unit not in routes and unit not in controllers:
            continue
        lines = routes.get(unit, {})
        for function in context.bodies(unit).functions:
            found = [lines[n] for n in range(function.first_line, function.line + 1) if n in lines]
            if found or (unit in controllers and _is_for_others(function)):
                yield unit, function, found[0] if found else ""


def _folders_of_handlers(context: Context, routes: Iterable[str]) -> set[str]:
    """Return the folders of the files that routes lead to, and of those that these import."""
    found = set()
    for unit in routes:
        found.add(_folder(unit))
        if unit in context.index.facts:
            found |= {_folder(edge.unit) for edge in context.index.edges_of(unit)}
    return found


def _is_for_others(function: Function) -> bool:
    """Whether a function is a method that others can call by a name of its own."""
    named = bool(function.owner) and bool(function.name)
    return named and not (function.hidden or function.inner or function.given)


def _folder(unit: str) -> str:
    return unit.rpartition("/")[0]
