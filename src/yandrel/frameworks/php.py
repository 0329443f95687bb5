"""PHP routers with verbs, groups and handler strings: Laravel, Lumen, Slim, FastRoute and their like."""

from __future__ import annotations

from yandrel.frameworks.guarding import Where, form
from yandrel.frameworks.paths import from_braces
from yandrel.frameworks.protocol import Evaluation, Family, add_mount, add_route
from yandrel.frameworks.values import (
    HOLE,
    Arguments,
    ClassValue,
    DictValue,
    FunctionValue,
    Handler,
    Instance,
    ListValue,
    Outside,
    Place,
    Router,
    Unknown,
    Value,
    doubt_of,
    is_text,
    name_of,
    text_of,
)

VERBS = ("get", "post", "put", "patch", "delete", "options", "head")
RESOURCE = (
    ("GET", "", "index"),
    ("GET", "/create", "create"),
    ("POST", "", "store"),
    ("GET", "/{key}", "show"),
    ("GET", "/{key}/edit", "edit"),
    ("PUT", "/{key}", "update"),
    ("DELETE", "/{key}", "destroy"),
)
SETTING = frozenset(
    {
        "prefix",
        "middleware",
        "name",
        "namespace",
        "controller",
        "domain",
        "as",
        "where",
        "withoutMiddleware",
        "scopeBindings",
        "setName",
        "add",
        "whereNumber",
        "whereUuid",
        "withTrashed",
        "can",
        "whereIn",
    }
)
SLIM = (
    "Slim.App",
    "Slim.Factory.AppFactory.create",
    "Slim.Factory.AppFactory.createFromContainer",
    "DI.Bridge.Slim.Bridge.create",
)


class PhpFamily(Family):
    """See `yandrel.frameworks.protocol.Family`."""

    name = "php"
    guard_forms = (
        form("group", Where.BEFORE, "middleware('{guard}')->", needs="Route::"),
        form(
            "get post put patch delete any match resource apiResource",
            Where.AFTER,
            "->middleware('{guard}')",
            needs="Route::",
        ),
        form("group get post put patch delete map any", Where.AFTER, "->add({guard})", needs="Slim"),
    )
    languages = frozenset({"php"})
    words = frozenset(
        {
            *VERBS,
            "group",
            "map",
            "any",
            "match",
            "addRoute",
            "addGroup",
            "resource",
            "apiResource",
            "prefix",
            "middleware",
            "resources",
            "mount",
            "controller",
            "redirect",
            "view",
        }
    )
    types = {
        "App": "application",
        "RouteCollectorProxy": "router",
        "RouteCollectorProxyInterface": "router",
        "RouteCollector": "application",
        "Router": "router",
        "Registrar": "router",
        "ConfigurableRoutes": "router",
        "RouteCollectorInterface": "router",
        "Group": "router",
    }

    def stand_in(self, type_name: str, name: str) -> str:
        if not type_name and name in ("app", "router"):
            return "application"
        return super().stand_in(type_name, name)

    def made(self, call: Evaluation, name: str, arguments: Arguments, place: Place) -> Value:
        plain = name.lstrip(".")
        if plain in SLIM:
            return Router(self, place, application=True)
        if plain.startswith(("Illuminate.Support.Facades.Route.", "Route.")):
            return self.method(call, self._current(call), plain.rpartition(".")[2], arguments, place)
        if plain.rpartition(".")[2] in ("simpleDispatcher", "cachedDispatcher") and arguments.values:
            made = Router(self, place, application=True)
            call.call(arguments.get(0), Arguments([made]), place)
            return made
        if plain == "base_path" or plain.endswith(".base_path"):
            return "/@app/" + (text_of(arguments.get(0)) or "")
        return NotImplemented

    def _current(self, call: Evaluation) -> Router:
        """Return the group that the facade declares on now."""
        application = call.application(self)
        current: Router = application.extra.get("current", application)
        return current

    def method(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        pending = router.extra.get("pending")
        if name in ("group", "addGroup"):
            return self._group(call, router, arguments, place)
        if name in SETTING:
            return self._set(call, router, name, arguments, place)
        if name in VERBS:
            return self._add(call, router, (name.upper(),), arguments.get(0), arguments.get(1), place)
        if name == "any":
            return self._add(call, router, (), arguments.get(0), arguments.get(1), place)
        if name in ("map", "match", "addRoute"):
            said = arguments.get(0)
            methods = tuple(m.upper() for m in call.items_of(said) or [said] if isinstance(m, str))
            methods = () if "*" in methods or "ANY" in methods else methods
            return self._add(call, router, methods, arguments.get(1), arguments.get(2), place)
        if name in ("resource", "apiResource", "singleton", "resources", "apiResources"):
            return self._resources(call, router, name, arguments, place)
        if name in ("redirect", "view", "permanentRedirect"):
            methods = ("GET",) if name == "view" else ()
            return self._add(call, router, methods, arguments.get(0), None, place)
        if name in ("only", "except") and isinstance(pending, list):
            self._limit(call, router, name, arguments, pending)
        if name == "loadRoutesFrom" or name == "require":
            call.run_again(text_of(arguments.get(0)) or "")
        return router

    # -- routes ----------------------------------------------------------------------------

    def _add(
        self,
        call: Evaluation,
        router: Router,
        methods: tuple[str, ...],
        path: Value,
        handler: Value,
        place: Place,
    ) -> Router:
        holder, prefix, guards = self._settings(router)
        shown = self._handler(call, router, handler)
        texts = call.items_of(path) if isinstance(path, ListValue) else [path]
        entries = []
        for one in texts or []:
            text = text_of(one)
            whole = (
                self.join(prefix, HOLE if text is None else text)
                if prefix
                else (HOLE if text is None else text)
            )
            for each in _optional_parts(whole):
                entries.append(add_route(call, holder, methods, each, shown, place, doubt_of(one), guards))
        return Router(self, place, extra={"entries": entries, "on": holder}, mounted=1)

    def _settings(self, router: Router) -> tuple[Router, str, tuple[str, ...]]:
        """Return the router that settings in front of a call lead to, with the prefix and guards they say."""
        if "on" not in router.extra or "entries" in router.extra:
            return router.extra.get("on", router), "", ()
        return router.extra["on"], router.prefix, tuple(router.guards)

    def _set(self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place) -> Router:
        given = arguments.get(0)
        names = [one for value in arguments.values for one in (call.items_of(value) or [value])]
        if "entries" in router.extra:
            if name in ("middleware", "add", "can"):
                for entry in router.extra["entries"]:
                    entry.guards = (*entry.guards, *(n for n in map(name_of, names) if n))
            return router
        if name == "add" and "on" not in router.extra:
            router.guards += [n for n in map(name_of, names) if n]
            return router
        made = router
        if "on" not in router.extra:
            made = Router(self, place, extra={"on": router}, mounted=1)
            made.extra.update({k: v for k, v in router.extra.items() if k in ("namespace", "controller")})
        if name == "prefix":
            made.prefix = (
                self.join(made.prefix, text_of(given) or HOLE) if made.prefix else text_of(given) or HOLE
            )
        elif name in ("middleware", "can"):
            made.guards += [n for n in map(name_of, names) if n]
        elif name == "namespace":
            made.extra[name] = _inner_namespace(made, given)
        elif name == "controller":
            made.extra[name] = given
        return made

    def _handler(self, call: Evaluation, router: Router, handler: Value) -> Value:
        """Return a handler by its method: of a list, of a string, of the group's controller."""
        controller = router.extra.get("controller")
        if isinstance(handler, DictValue):
            handler = handler.items.get("uses", handler.items.get(0, handler))
        if isinstance(handler, ListValue) and len(handler.items) == 2 and isinstance(handler.items[1], str):
            return _of_class(call, handler.items[0], handler.items[1])
        if isinstance(handler, str) and isinstance(controller, (ClassValue, Outside)) and "@" not in handler:
            return _of_class(call, controller, handler)
        if isinstance(handler, str):
            return self._named(call, router, handler)
        if isinstance(handler, (ClassValue, Instance)):
            return _of_class(call, handler, "__invoke")
        return handler

    def _named(self, call: Evaluation, router: Router, text: str) -> Value:
        """Return the method that a handler string names, with `@`, `:` or `::` between class and method."""
        for between in ("@", "::", ":"):
            if between in text:
                name, _, method = text.partition(between)
                namespace = text_of(router.extra.get("namespace")) or ""
                for full in (name, f"{namespace}\\{name}", f"App\\Http\\Controllers\\{name}"):
                    found = call.member(
                        Outside(full.strip("\\").replace("\\", ".").rpartition(".")[0]),
                        full.rpartition("\\")[2],
                    )
                    if isinstance(found, ClassValue):
                        return _of_class(call, found, method)
                return Handler(Outside(text), name=text)
        return Handler(Outside(text), name=text)

    def _resources(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Router:
        if name in ("resources", "apiResources") and isinstance(arguments.get(0), DictValue):
            for path, holder in arguments.get(0).items.items():
                self._resources(call, router, name[:-1], Arguments([path, holder]), place)
            return router
        path = (text_of(arguments.get(0)) or HOLE).strip("/")
        parts = path.split(".")
        base = "/".join(f"{part}/{{{_singular(part)}}}" for part in parts[:-1])
        start = "/".join(x for x in (base, parts[-1]) if x)
        key = _singular(parts[-1].rpartition("/")[2])
        options = arguments.get(2)
        wanted = _wanted(call, options, name)
        entries = []
        for method, rest, action in RESOURCE:
            if action in wanted:
                whole = start + rest.replace("{key}", f"{{{key}}}")
                made = self._add(call, router, (method,), whole, ListValue([arguments.get(1), action]), place)
                for entry in made.extra["entries"]:
                    entry.name = action
                    entries.append(entry)
        return Router(
            self,
            place,
            extra={"entries": entries, "on": router.extra.get("on", router), "pending": entries},
            mounted=1,
        )

    def _limit(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, entries: list[Value]
    ) -> None:
        given = arguments.values
        names = {one for value in given for one in (call.items_of(value) or [value]) if isinstance(one, str)}
        holder = router.extra["on"]
        for entry in entries:
            if (entry.name in names) == (name == "except") and entry in holder.entries:
                holder.entries.remove(entry)

    # -- groups ----------------------------------------------------------------------------

    def _group(self, call: Evaluation, router: Router, arguments: Arguments, place: Place) -> Router:
        holder, prefix, guards = self._settings(router)
        inner = Router(self, place, guards=list(guards))
        inner.extra.update({k: v for k, v in router.extra.items() if k in ("namespace", "controller")})
        first = arguments.get(0)
        closure = arguments.values[-1] if arguments.values else None
        if isinstance(first, DictValue):
            given = text_of(first.items.get("prefix")) if "prefix" in first.items else ""
            prefix = self.join(prefix, given or "") if prefix and given else prefix or given or ""
            held = first.items.get("middleware")
            inner.guards += [n for n in map(name_of, call.items_of(held) or [held]) if n]
            if "namespace" in first.items:
                inner.extra["namespace"] = _inner_namespace(inner, first.items["namespace"])
        elif is_text(first) and len(arguments.values) > 1:
            prefix = self.join(prefix, text_of(first) or "") if prefix else text_of(first) or ""
        add_mount(call, holder, prefix, inner, place, doubt_of(first) if is_text(first) else "")
        self._run(call, inner, closure, place)
        return inner

    def _run(self, call: Evaluation, inner: Router, closure: Value, place: Place) -> None:
        application = call.application(self)
        before = application.extra.get("current", application)
        application.extra["current"] = inner
        if isinstance(closure, FunctionValue):
            given = FunctionValue(closure.node, closure.scope, closure.this or inner, closure.owner)
            call.call(given, Arguments([inner]), place)
        elif isinstance(closure, str):
            found = call.module(closure, place.unit)
            if not isinstance(found, Unknown):
                call.run_again(found.unit)
        application.extra["current"] = before

    def join(self, prefix: str, path: str) -> str:
        whole = "/".join(part for part in (prefix.strip("/"), path.strip("/")) if part)
        return "/" + whole

    def pattern(self, path: str) -> str:
        found = from_braces(path)
        return found if found.startswith("/") else "/" + found


def _optional_parts(path: str) -> list[str]:
    """Return the paths that a path with optional parts in brackets stands for: `/a[/{b}]` is two."""
    outside = path
    if "[/" not in outside or not outside.rstrip().endswith("]"):
        return [path]
    at = outside.index("[/")
    rest = outside[at + 1 : -1]
    return [outside[:at], *(outside[:at] + part for part in _optional_parts(rest))]


def _of_class(call: Evaluation, holder: Value, method: str) -> Value:
    if isinstance(holder, Instance):
        holder = holder.type
    if isinstance(holder, ClassValue):
        found = call.find_method(holder, method)
        name = holder.name if method == "__invoke" else f"{holder.name}.{method}"
        known = found is not None or bool(call.outside_bases(holder)) or "__call" in holder.members
        return Handler(found if found is not None else holder, name=name, missing=not known)
    return Handler(holder, name=f"{name_of(holder)}.{method}")


def _singular(word: str) -> str:
    import inflection

    return str(inflection.singularize(word.replace("-", "_")))


def _wanted(call: Evaluation, options: Value, name: str) -> set[str]:
    every = {action for _, _, action in RESOURCE}
    if name == "apiResource":
        every -= {"create", "edit"}
    if isinstance(options, DictValue):
        only = {x for x in call.items_of(options.items.get("only")) or [] if isinstance(x, str)}
        every = every & only if only else every
        every -= {x for x in call.items_of(options.items.get("except")) or [] if isinstance(x, str)}
    return every


def _inner_namespace(router: Router, given: Value) -> Value:
    """Return the namespace of a group in another one: below that, unless it is written from the root."""
    outer = router.extra.get("namespace")
    if not isinstance(outer, str) or not isinstance(given, str) or given.startswith("\\"):
        return given
    return f"{outer.rstrip(chr(92))}\\{given}"
