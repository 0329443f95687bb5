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
        for unit, function in _handlers(context):
            if function.statements <= limit:
                continue
            name = f"{function.owner}.{function.name}" if function.owner else function.name
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


def _handlers(context: Context) -> Iterator[tuple[str, Function]]:
    """Yield the functions that routes lead to, and the public methods of controllers, each once."""
    lines: dict[str, set[int]] = {}
    judged = set(context.units)
    for route in context.route_table.routes:
        if route.unit in judged and not route.outside:
            lines.setdefault(route.unit, set()).add(route.line)
    for unit, reading in context.readings():
        if reading.role == "controller":
            lines.setdefault(unit, set())
    for unit in sorted(lines):
        of_role = context.picture.role(unit) == "controller"
        for function in context.bodies(unit).functions:
            is_handler = any(function.first_line <= line <= function.line for line in lines[unit])
            is_method = of_role and bool(function.owner) and not (function.hidden or function.inner)
            if is_handler or (is_method and bool(function.name) and not function.given):
                yield unit, function
