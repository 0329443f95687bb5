"""Express and the routers that are used like its own."""

from __future__ import annotations

from yandrel.frameworks.guarding import Where, form
from yandrel.frameworks.paths import from_colons, read_expression
from yandrel.frameworks.protocol import Evaluation, Family, add_mount, add_route, handler_of, join_paths
from yandrel.frameworks.values import (
    HOLE,
    Arguments,
    ClassValue,
    DictValue,
    Entry,
    FunctionValue,
    Handler,
    Instance,
    ListValue,
    Made,
    Native,
    Outside,
    Place,
    Router,
    Value,
    doubt_of,
    is_text,
    name_of,
    text_of,
)

VERBS = (
    "get",
    "post",
    "put",
    "patch",
    "delete",
    "head",
    "options",
    "all",
    "del",
    "copy",
    "move",
    "link",
    "lock",
    "mkcol",
    "propfind",
    "proppatch",
    "purge",
    "report",
    "search",
    "unlock",
    "trace",
)
MIDDLEWARE = (
    FunctionValue,
    ClassValue,
    Made,
    Outside,
    Router,
    Instance,
    Handler,
    ListValue,
    DictValue,
    Native,
)
"""Values that, first among those that are used, are no path."""
SCRIPTS = frozenset({"javascript", "typescript"})


class ExpressFamily(Family):
    """See `yandrel.frameworks.protocol.Family`."""

    name = "express"
    languages = SCRIPTS
    guard_forms = (
        form("use", Where.AFTER_PATH, "{guard}"),
        form("get post put patch delete all options head", Where.AFTER_PATH, "{guard}"),
    )
    words = frozenset({*VERBS, "use", "route", "express", "Router", "register", "mount"})
    types = {"Express": "application", "Application": "application", "Router": "router", "IRouter": "router"}
    applications = frozenset({"express", "restify.createServer", "polka", "express.default"})
    routers = frozenset({"express.Router", "express.default.Router", "router", "express-promise-router"})

    def stand_in(self, type_name: str, name: str) -> str:
        if name in ("app", "server", "expressApp") and type_name in ("", "any"):
            return "application"
        if name == "router" and type_name in ("", "any"):
            return "router"
        return super().stand_in(type_name.replace("express.", "").replace("core.", ""), name)

    def made(self, call: Evaluation, name: str, arguments: Arguments, place: Place) -> Value:
        plain = name.removesuffix(".default")
        if name in self.applications or plain in self.applications:
            return Router(self, place, application=True)
        if name in self.routers or plain in self.routers:
            return Router(self, place)
        return NotImplemented

    def method(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        if name in VERBS and (len(arguments.values) > 1 or "single" in router.extra):
            self._route(call, router, name, arguments, place)
        elif name == "route":
            return self._single(router, arguments, place)
        elif name in ("use", "()"):
            self._use(call, router, arguments, place)
        return router

    def _single(self, router: Router, arguments: Arguments, place: Place) -> Router:
        """Return what declares methods of one path."""
        made = Router(self, place, extra={"single": router, "path": arguments.get(0)})
        made.mounted = 1
        return made

    def _route(self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place) -> None:
        target, values = router, list(arguments.values)
        if "single" in router.extra:
            target = router.extra["single"]
            paths: list[Value] = [router.extra["path"]]
        else:
            first = values.pop(0)
            paths = call.items_of(first) or [first] if isinstance(first, ListValue) else [first]
        handlers = flattened(call, values)
        handler, guards = handler_of(handlers)
        for before in handlers[:-1]:
            call.answered(before)
        names = tuple(n for n in map(name_of, guards) if n)
        method = {"all": "ANY", "del": "DELETE"}.get(name, name.upper())
        for path in paths:
            text, doubt = self.path_of(path)
            entry = add_route(call, target, (method,), text, handler, place, doubt, names)
            entry.conditions = conditions_of(path)

    def path_of(self, value: Value) -> tuple[str, str]:
        """Return a path as it was written, and why it is not certain."""
        if isinstance(value, Made) and value.by.endswith("RegExp"):
            text = value.arguments.get(0)
            return (read_expression(text)[0], "") if isinstance(text, str) else (HOLE, "an expression")
        text = text_of(value)
        return (HOLE, "the path is not constant") if text is None else (text, doubt_of(value))

    def _use(self, call: Evaluation, router: Router, arguments: Arguments, place: Place) -> None:
        values = list(arguments.values)
        prefixes: list[Value] = [""]
        if values and (is_text(values[0]) or (len(values) > 1 and not isinstance(values[0], MIDDLEWARE))):
            prefixes = [values.pop(0)]
        elif values and isinstance(values[0], ListValue) and all(map(is_text, values[0].items)):
            prefixes = call.items_of(values.pop(0)) or [""]
        names: list[str] = []
        for value in flattened(call, values):
            other = router_in(value) or self._lazy(call, value, place)
            for prefix in prefixes:
                text, doubt = self.path_of(prefix)
                if other is not None:
                    add_mount(call, router, text, other, place, doubt, tuple(name for name in names if name))
                else:
                    entry = Entry("use", text, value, place, name=name_of(value))
                    router.entries.append(entry)
            if other is None:
                call.answered(value)
                names.append(name_of(value))

    def _lazy(self, call: Evaluation, value: Value, place: Place) -> Router | None:
        """Return the router that a function makes which a call from outside takes, to call it later."""
        for given in value.arguments.values if isinstance(value, Made) else ():
            if isinstance(given, FunctionValue) and not given.node.parameters:
                found = router_in(call.call(given, Arguments(), place))
                if found is not None:
                    return found
        return None

    def join(self, prefix: str, path: str) -> str:
        return join_paths(prefix, path)

    def pattern(self, path: str) -> str:
        return from_colons(path)


def conditions_of(value: Value) -> tuple[str, ...] | None:
    """Return the conditions of the parameters of an expression; None for a path that says them itself."""
    if isinstance(value, Made) and value.by.endswith("RegExp"):
        text = value.arguments.get(0)
        return read_expression(text)[1] if isinstance(text, str) else ()
    return None


def flattened(call: Evaluation, values: list[Value]) -> list[Value]:
    """Return values with lists among them opened."""
    found: list[Value] = []
    for value in values:
        items = call.items_of(value) if isinstance(value, ListValue) else None
        found.extend(flattened(call, items) if items is not None else [value])
    return found


def router_in(value: Value) -> Router | None:
    """Return the router that a value is, or holds as its export or base."""
    if isinstance(value, Router):
        inner: Router = value.extra.get("single", value)
        return inner
    if isinstance(value, Instance):
        held = value.base if isinstance(value.base, Router) else value.fields.get("router")
        return held if isinstance(held, Router) else None
    if isinstance(value, DictValue):
        for key in ("default", "router"):
            held = value.items.get(key)
            if isinstance(held, Router):
                return held
    return None
