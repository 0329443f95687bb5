"""Fastify: plug-ins with prefixes, routes as objects."""

from __future__ import annotations

from yandrel.frameworks.express import SCRIPTS
from yandrel.frameworks.guarding import Where, form
from yandrel.frameworks.paths import from_colons
from yandrel.frameworks.protocol import Evaluation, Family, add_mount, add_route, handler_of
from yandrel.frameworks.values import (
    Arguments,
    DictValue,
    Entry,
    FunctionValue,
    ListValue,
    ModuleValue,
    Place,
    Router,
    Value,
    doubt_of,
    name_of,
    text_of,
)

VERBS = ("get", "post", "put", "patch", "delete", "head", "options", "all")
HOOKS = ("preHandler", "onRequest", "preValidation")


class FastifyFamily(Family):
    """See `yandrel.frameworks.protocol.Family`."""

    name = "fastify"
    guard_forms = (
        form("get post put patch delete all options head", Where.AFTER_PATH, "{{ preHandler: {guard} }}"),
    )
    languages = SCRIPTS
    words = frozenset({*VERBS, "route", "register", "fastify", "addHook"})
    types = {"FastifyInstance": "router"}
    first_match = False

    def stand_in(self, type_name: str, name: str) -> str:
        if name in ("fastify", "instance") and type_name in ("", "any"):
            return "router"
        return super().stand_in(type_name.split("<", maxsplit=1)[0], name)

    def made(self, call: Evaluation, name: str, arguments: Arguments, place: Place) -> Value:
        if name in ("fastify", "Fastify", "fastify.default", "fastify.fastify"):
            return Router(self, place, application=True)
        if name.startswith("fastify-plugin"):
            plugin = arguments.get(0)
            return DictValue({"default": plugin, "unwrapped": True})
        return NotImplemented

    def method(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        if name in VERBS and arguments.values:
            handler, _ = handler_of(arguments.values[1:])
            options = arguments.get(1)
            guards = _hooks(call, options) if isinstance(options, DictValue) else ()
            if isinstance(handler, DictValue):
                handler = handler.items.get("handler", handler)
            path = arguments.get(0)
            method = "ANY" if name == "all" else name.upper()
            add_route(call, router, (method,), text_of(path) or "", handler, place, doubt_of(path), guards)
        elif name == "route":
            self._route(call, router, arguments.get(0), place)
        elif name == "register":
            self._register(call, router, arguments, place)
        elif name == "addHook" and arguments.get(0) in HOOKS:
            call.answered(arguments.get(1))
            router.entries.append(Entry("use", "", arguments.get(1), place, name=name_of(arguments.get(1))))
        elif name in ("after", "ready") and isinstance(arguments.get(0), FunctionValue):
            call.call(arguments.get(0), Arguments([None]), place)
        return router

    def _route(self, call: Evaluation, router: Router, options: Value, place: Place) -> None:
        if not isinstance(options, DictValue):
            return
        said = options.items.get("method", "GET")
        methods = call.items_of(said) if isinstance(said, ListValue) else [said]
        path = options.items.get("url", options.items.get("path"))
        handler = options.items.get("handler")
        upper = tuple(m.upper() for m in methods or [] if isinstance(m, str))
        guards = _hooks(call, options)
        add_route(call, router, upper, text_of(path) or "", handler, place, doubt_of(path), guards)

    def _register(self, call: Evaluation, router: Router, arguments: Arguments, place: Place) -> None:
        plugin, options = arguments.get(0), arguments.get(1)
        prefix = options.items.get("prefix") if isinstance(options, DictValue) else None
        unwrapped = False
        if isinstance(plugin, ModuleValue):
            plugin = call.member(plugin, "default")
        while isinstance(plugin, DictValue) and "default" in plugin.items:
            unwrapped = unwrapped or "unwrapped" in plugin.items
            plugin = plugin.items["default"]
        if not isinstance(plugin, FunctionValue):
            return
        if unwrapped:
            call.call(plugin, Arguments([router, options]), place)
            return
        inner = Router(self, place)
        add_mount(call, router, text_of(prefix) or "", inner, place, doubt_of(prefix))
        call.call(plugin, Arguments([inner, options, None]), place)

    def join(self, prefix: str, path: str) -> str:
        if prefix and path == "/":
            return prefix
        return prefix.rstrip("/") + path if path.startswith("/") else prefix + path

    def pattern(self, path: str) -> str:
        return from_colons(path)


def _hooks(call: Evaluation, options: DictValue) -> tuple[str, ...]:
    found: list[str] = []
    for hook in HOOKS:
        held = options.items.get(hook)
        found += [name_of(one) for one in (call.items_of(held) or [held] if held is not None else [])]
    return tuple(name for name in found if name)
