"""Koa with its router."""

from __future__ import annotations

from yandrel.frameworks.express import SCRIPTS, VERBS, ExpressFamily
from yandrel.frameworks.protocol import Evaluation, add_mount
from yandrel.frameworks.values import (
    Arguments,
    DictValue,
    ListValue,
    Place,
    Router,
    Value,
    doubt_of,
    is_text,
    text_of,
)

APPLICATIONS = frozenset({"koa"})
ROUTERS = frozenset(
    {"@koa/router", "koa-router", "koa-better-router", "@koa/router.Router", "koa-joi-router"}
)


class KoaFamily(ExpressFamily):
    """See `yandrel.frameworks.protocol.Family`."""

    name = "koa"
    languages = SCRIPTS
    prefix_apart = True
    mount_adds_prefix = True
    types = {"Koa": "application"}

    def stand_in(self, type_name: str, name: str) -> str:
        return self.types.get(type_name.split("<", maxsplit=1)[0], "")

    def made(self, call: Evaluation, name: str, arguments: Arguments, place: Place) -> Value:
        plain = name.removesuffix(".default")
        if plain in APPLICATIONS:
            return Router(self, place, application=True)
        if plain in ROUTERS:
            options = arguments.get(0)
            prefix = options.items.get("prefix") if isinstance(options, DictValue) else None
            made = Router(self, place, text_of(prefix) or "")
            made.doubt = doubt_of(prefix)
            return made
        if plain == "koa-mount":
            other = arguments.values[-1] if arguments.values else None
            if isinstance(other, Router) and is_text(arguments.get(0)):
                holder = Router(self, place)
                add_mount(call, holder, text_of(arguments.get(0)) or "", other, place)
                return holder
        return NotImplemented

    def method(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        if name in ("routes", "middleware", "allowedMethods", "callback"):
            return router if name in ("routes", "middleware") else None
        if name == "prefix":
            router.prefix = (text_of(arguments.get(0)) or "") + router.prefix
            return router
        if name == "register":
            self._registered(call, router, arguments, place)
            return router
        values = arguments.values
        if name in VERBS and len(values) > 2 and is_text(values[0]) and is_text(values[1]):
            return super().method(call, router, name, Arguments(values[1:]), place)
        return super().method(call, router, name, arguments, place)

    def _registered(self, call: Evaluation, router: Router, arguments: Arguments, place: Place) -> None:
        methods = arguments.get(1)
        for method in call.items_of(methods) or [] if isinstance(methods, ListValue) else []:
            if isinstance(method, str):
                given = Arguments([arguments.get(0), arguments.get(2)])
                super().method(call, router, method.lower(), given, place)
