"""hapi: routes as objects, plug-ins with prefixes."""

from __future__ import annotations

from yandrel.frameworks.express import SCRIPTS
from yandrel.frameworks.paths import from_braces
from yandrel.frameworks.protocol import Evaluation, Family, add_mount, add_route
from yandrel.frameworks.values import (
    HOLE,
    Arguments,
    DictValue,
    FunctionValue,
    Instance,
    ListValue,
    Place,
    Router,
    Value,
    doubt_of,
    text_of,
)


class HapiFamily(Family):
    """See `yandrel.frameworks.protocol.Family`."""

    name = "hapi"
    languages = SCRIPTS
    words = frozenset({"route", "server", "Server", "register"})
    first_match = False

    def stand_in(self, type_name: str, name: str) -> str:
        return "router" if type_name in ("Hapi.Server", "hapi.Server") else ""

    def made(self, call: Evaluation, name: str, arguments: Arguments, place: Place) -> Value:
        package, _, _rest = name.removesuffix(".default").partition(".")
        if package in ("@hapi/hapi", "hapi") or name.startswith("@hapi/hapi"):
            if name.rpartition(".")[2] in ("server", "Server"):
                return Router(self, place, application=True)
        return NotImplemented

    def method(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        if name == "route":
            given = arguments.get(0)
            for one in call.items_of(given) or [given] if isinstance(given, ListValue) else [given]:
                if isinstance(one, DictValue):
                    self._route(call, router, one, place)
        elif name == "register":
            given = arguments.get(0)
            for one in call.items_of(given) or [] if isinstance(given, ListValue) else [given]:
                self._register(call, router, one, arguments.get(1), place)
        return router

    def _route(self, call: Evaluation, router: Router, one: DictValue, place: Place) -> None:
        said = one.items.get("method")
        methods = call.items_of(said) if isinstance(said, ListValue) else [said]
        upper = tuple("ANY" if m == "*" else m.upper() for m in methods or [] if isinstance(m, str))
        path = one.items.get("path")
        options = one.items.get("options", one.items.get("config"))
        handler = one.items.get("handler")
        if handler is None and isinstance(options, DictValue):
            handler = options.items.get("handler")
        guards: tuple[str, ...] = ()
        auth = options.items.get("auth") if isinstance(options, DictValue) else None
        if isinstance(auth, str):
            guards = (auth,)
        text = text_of(path)
        where = one.lines.get("path", place)
        where = Place(place.unit, where.line) if where.unit == place.unit else where
        add_route(call, router, upper, HOLE if text is None else text, handler, where, doubt_of(path), guards)

    def _register(self, call: Evaluation, router: Router, one: Value, options: Value, place: Place) -> None:
        plugin = one
        if isinstance(one, DictValue) and "plugin" in one.items:
            plugin, options = one.items["plugin"], one
        if isinstance(plugin, DictValue) and "plugin" in plugin.items:
            plugin = plugin.items["plugin"]
        register = call.member(plugin, "register") if isinstance(plugin, (DictValue, Instance)) else plugin
        if not isinstance(register, FunctionValue):
            return
        inner = Router(self, place)
        add_mount(call, router, self._prefix(options), inner, place)
        given = options.items.get("options") if isinstance(options, DictValue) else None
        call.call(register, Arguments([inner, given if given is not None else DictValue(open=True)]), place)

    def _prefix(self, options: Value) -> str:
        routes = options.items.get("routes") if isinstance(options, DictValue) else None
        return text_of(routes.items.get("prefix")) or "" if isinstance(routes, DictValue) else ""

    def join(self, prefix: str, path: str) -> str:
        return prefix if prefix and path == "/" else prefix + path

    def pattern(self, path: str) -> str:
        return from_braces(path)
