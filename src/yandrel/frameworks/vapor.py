"""Vapor: paths as lists of parts, groups, collections."""

from __future__ import annotations

from yandrel.frameworks.guarding import Where, form
from yandrel.frameworks.paths import from_colons
from yandrel.frameworks.protocol import Evaluation, Family, add_mount, add_route, join_paths
from yandrel.frameworks.values import (
    HOLE,
    Arguments,
    FunctionValue,
    Instance,
    Outside,
    Place,
    Router,
    Unknown,
    Value,
    is_text,
    name_of,
    text_of,
)

VERBS = frozenset({"get", "post", "put", "patch", "delete"})


class VaporFamily(Family):
    """See `yandrel.frameworks.protocol.Family`."""

    name = "vapor"
    guard_forms = (
        form("grouped", Where.AFTER, ".grouped({guard})"),
        form("get post put patch delete on group", Where.BEFORE, "grouped({guard})."),
    )
    languages = frozenset({"swift"})
    words = frozenset({*VERBS, "grouped", "group", "on", "register", "webSocket"})
    types = {
        "Application": "application",
        "RoutesBuilder": "router",
        "any RoutesBuilder": "router",
        "Router": "router",
    }
    first_match = False

    def made(self, call: Evaluation, name: str, arguments: Arguments, place: Place) -> Value:
        if name in ("Application", "Application.make", "Vapor.Application"):
            return Router(self, place, application=True)
        return NotImplemented

    def method(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        values = list(arguments.values)
        if name in VERBS or name in ("on", "webSocket"):
            method = "WEBSOCKET" if name == "webSocket" else name.upper()
            if name == "on" and values:
                method = name_of(values.pop(0)).lstrip(".") or "ANY"
            self._route(call, router, method, values, arguments.named.get("use"), place)
        elif name in ("grouped", "group"):
            closures = [value for value in values if isinstance(value, FunctionValue)]
            inner = Router(self, place)
            inner.guards = [name_of(v) for v in values if not is_text(v) and v not in closures and name_of(v)]
            add_mount(call, router, _path(values), inner, place)
            if closures:
                call.call(closures[-1], Arguments([inner]), place)
            return inner
        elif name == "register":
            held = arguments.named.get("collection", arguments.get(0))
            if isinstance(held, Instance):
                call.call_method(held, "boot", Arguments([], {"routes": router, "router": router}), place)
        return router

    def _route(
        self, call: Evaluation, router: Router, method: str, values: list[Value], use: Value, place: Place
    ) -> None:
        handler = (
            use
            if use is not None
            else values[-1]
            if values and isinstance(values[-1], FunctionValue)
            else None
        )
        add_route(call, router, (method,), _path([v for v in values if v is not handler]), handler, place)

    def join(self, prefix: str, path: str) -> str:
        return join_paths(prefix, path)

    def pattern(self, path: str) -> str:
        return from_colons(path)


def _path(values: list[Value]) -> str:
    """Return the path of its parts."""
    parts: list[str] = []
    for value in values:
        if is_text(value):
            parts.append((text_of(value) or "").strip("/"))
        elif isinstance(value, (Unknown, Outside)) and not isinstance(value, Outside):
            parts.append(HOLE)
    return "/" + "/".join(part for part in parts if part) if any(parts) else ""
