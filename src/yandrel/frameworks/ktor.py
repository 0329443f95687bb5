"""Ktor: a tree of routes in closures."""

from __future__ import annotations

from yandrel.frameworks.guarding import Where, form
from yandrel.frameworks.paths import from_braces
from yandrel.frameworks.protocol import Evaluation, Family, add_mount, add_route, join_paths
from yandrel.frameworks.values import (
    Arguments,
    FunctionValue,
    Place,
    Router,
    Value,
    doubt_of,
    is_text,
    text_of,
)

VERBS = frozenset({"get", "post", "put", "patch", "delete", "head", "options"})


class KtorFamily(Family):
    """See `yandrel.frameworks.protocol.Family`."""

    name = "ktor"
    guard_forms = (form("route get post put patch delete", Where.AROUND, 'authenticate("{guard}")'),)
    languages = frozenset({"kotlin"})
    words = frozenset({*VERBS, "routing", "route", "authenticate", "install", "webSocket", "embeddedServer"})
    types = {"Application": "application", "Route": "router", "Routing": "router", "IRoute": "router"}

    def made(self, call: Evaluation, name: str, arguments: Arguments, place: Place) -> Value:
        if name.rpartition(".")[2] not in ("embeddedServer", "routing"):
            return NotImplemented
        closure = arguments.values[-1] if arguments.values else None
        if isinstance(closure, FunctionValue):
            made = Router(self, place, application=True)
            self._inside(call, made, closure, place)
            return made
        return NotImplemented

    def _inside(self, call: Evaluation, router: Router, closure: Value, place: Place) -> None:
        if isinstance(closure, FunctionValue):
            inner = FunctionValue(closure.node, closure.scope, router, closure.owner)
            call.call(inner, Arguments([router]), place)

    def method(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        closure = arguments.values[-1] if arguments.values else None
        path = arguments.get(0) if is_text(arguments.get(0)) else ""
        text = text_of(path) or ""
        if name in VERBS or name == "webSocket":
            method = "WEBSOCKET" if name == "webSocket" else name.upper()
            add_route(call, router, (method,), text, closure, place, doubt_of(path))
        elif name in ("routing", "install"):
            self._inside(call, router, closure, place)
        elif name == "route":
            inner = Router(self, place)
            add_mount(call, router, text, inner, place, doubt_of(path))
            self._inside(call, inner, closure, place)
        elif name == "authenticate":
            names = [text_of(value) or "" for value in arguments.values if is_text(value)]
            inner = Router(self, place, guards=names or ["authenticate"])
            add_mount(call, router, "", inner, place)
            self._inside(call, inner, closure, place)
        return router

    def join(self, prefix: str, path: str) -> str:
        return join_paths(prefix, path)

    def pattern(self, path: str) -> str:
        return from_braces(path)
