"""Go: net/http and the routers that are built on it."""

from __future__ import annotations

from yandrel.frameworks.guarding import Where, form
from yandrel.frameworks.paths import from_braces, from_colons
from yandrel.frameworks.protocol import Evaluation, Family, add_mount, add_route, join_paths
from yandrel.frameworks.values import (
    HOLE,
    Arguments,
    DictValue,
    Entry,
    FunctionValue,
    Handler,
    Instance,
    Made,
    Outside,
    Place,
    Router,
    Value,
    doubt_of,
    is_text,
    name_of,
    text_of,
)

VERBS = frozenset({"GET", "POST", "PUT", "PATCH", "DELETE", "HEAD", "OPTIONS", "CONNECT", "TRACE"})
MAKERS = frozenset(
    {
        "chi.NewRouter",
        "chi.NewMux",
        "mux.NewRouter",
        "http.NewServeMux",
        "gin.Default",
        "gin.New",
        "echo.New",
        "fiber.New",
        "httprouter.New",
        "iris.New",
        "iris.Default",
        "bunrouter.New",
        "pat.New",
        "httptreemux.New",
    }
)
PACKAGES = ("net/http", "chi", "mux", "gin", "echo", "fiber", "httprouter", "iris", "bunrouter")
NO_HANDLER = "no handler was seen for its name"
WRAPPERS = frozenset({"HandlerFunc", "StripPrefix", "TimeoutHandler", "WrapH", "WrapF", "WrapHandler"})


class GoFamily(Family):
    """See `yandrel.frameworks.protocol.Family`."""

    name = "go"
    guard_forms = (
        form("Group", Where.AFTER_PATH, "{guard}", needs="gin echo fiber"),
        form("Mount", Where.BEFORE, "With({guard}).", needs="chi"),
        form("Route", Where.INSIDE, "{own}.Use({guard})", needs="chi"),
        form("Get Post Put Patch Delete", Where.BEFORE, "With({guard}).", needs="chi"),
        form("GET POST PUT PATCH DELETE", Where.AFTER_PATH, "{guard}", needs="gin"),
        form("GET POST PUT PATCH DELETE", Where.LAST, "{guard}", needs="echo"),
        form("Get Post Put Patch Delete", Where.AFTER_PATH, "{guard}", needs="fiber"),
        form("Handle Handler", Where.WRAPPED_LAST, "{guard}"),
    )
    languages = frozenset({"go"})
    words = frozenset(
        {
            *VERBS,
            *(verb.capitalize() for verb in VERBS),
            "HandleFunc",
            "Handle",
            "Route",
            "Mount",
            "Group",
            "Any",
            "Method",
            "MethodFunc",
            "PathPrefix",
            "Subrouter",
            "Methods",
            "Use",
            "With",
            "Add",
            "Path",
            "HandlerFunc",
            "All",
        }
    )
    types = {
        "Mux": "router",
        "Router": "router",
        "ServeMux": "router",
        "Engine": "router",
        "RouterGroup": "router",
        "Echo": "router",
        "Group": "router",
        "App": "router",
        "IRouter": "router",
        "IRoutes": "router",
    }
    first_match = False

    def __init__(self) -> None:
        self.named: dict[str, Router] = {}

    def stand_in(self, type_name: str, name: str) -> str:
        plain = type_name.lstrip("*")
        if "." not in plain:
            return ""
        return self.types.get(plain.rpartition(".")[2], "")

    def made(self, call: Evaluation, name: str, arguments: Arguments, place: Place) -> Value:
        short = _short(name)
        if short in MAKERS:
            return Router(self, place, application=True)
        if short in ("http.HandleFunc", "http.Handle"):
            start = call.frames[0] if call.frames else place
            program = call.application(self, start.unit.rpartition("/")[0])
            return self.method(call, program, short.partition(".")[2], arguments, place)
        if short == "http.StripPrefix":
            return arguments.get(1)
        if short.rpartition(".")[2] in WRAPPERS:
            return arguments.values[-1] if arguments.values else None
        return NotImplemented

    def method(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        if "entry" in router.extra:
            return self._refined(call, router, name, arguments, place)
        upper = name.upper()
        first = arguments.get(0)
        if upper in VERBS and arguments.values:
            return self._add(call, router, (upper,), first, arguments.values[1:], place)
        if name in ("Any", "All"):
            return self._add(call, router, (), first, arguments.values[1:], place)
        if name in ("HandleFunc", "Handle", "HandlerFunc", "Method", "MethodFunc", "Add"):
            return self._handle(call, router, name, arguments, place)
        if name in ("Route", "Group", "Mount"):
            return self._below(call, router, name, arguments, place)
        if name in (
            "PathPrefix",
            "Path",
            "Methods",
            "Host",
            "NewRoute",
            "Headers",
            "Queries",
            "Schemes",
            "Name",
        ):
            made = Router(self, place, extra={"entry": None, "on": router, "path": "", "methods": ()})
            made.mounted = 1
            return self._refined(call, made, name, arguments, place)
        if name in ("GetRoute", "Get") and len(arguments.values) == 1 and isinstance(first, str):
            return self.named.get(first, router)
        if name == "Use":
            for value in arguments.values:
                call.answered(value)
                router.entries.append(Entry("use", "", value, place, name=name_of(value)))
        if name == "With":
            inner = Router(self, place, guards=[name_of(value) for value in arguments.values])
            add_mount(call, router, "", inner, place)
            return inner
        return router

    def _handle(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        values = arguments.values
        if len(values) >= 3 and is_text(values[1]):
            said = values[0]
            methods = tuple(m.upper() for m in call.items_of(said) or [said] if isinstance(m, str))
            if isinstance(said, Outside) and said.last.startswith("Method"):
                methods = (said.last.removeprefix("Method").upper(),)
            return self._add(call, router, methods, values[1], values[2:], place)
        return self._add(call, router, (), arguments.get(0), values[1:], place)

    def _add(
        self,
        call: Evaluation,
        router: Router,
        methods: tuple[str, ...],
        path: Value,
        handlers: list[Value],
        place: Place,
    ) -> Router:
        text = text_of(path)
        text = HOLE if text is None else text
        before, _, rest = text.partition(" ")
        if before in VERBS and rest:
            methods, text = (before,), rest.strip()
        handler = handlers[0] if handlers else None
        guards: tuple[str, ...] = ()
        if len(handlers) > 1:
            handler = handlers[-1] if router.extra.get("last_answers", True) else handlers[0]
            guards = tuple(name for name in map(name_of, handlers[:-1]) if name)
        handler, wrapped = _unwrapped(handler)
        other = _router_of(handler)
        if other is not None and not methods:
            add_mount(call, router, text.rstrip("/") or "", other, place, doubt_of(path), guards)
            return router
        shown = self._by_method(call, handler)
        if shown:
            for verb, inner in shown:
                add_route(call, router, (verb,), text, inner, place, doubt_of(path), guards)
            return router
        entry = add_route(call, router, methods, text, handler, place, doubt_of(path), (*guards, *wrapped))
        made = Router(self, place, extra={"entry": entry, "on": router, "path": text, "methods": methods})
        made.mounted = 1
        return made

    def _by_method(self, call: Evaluation, handler: Value) -> list[tuple[str, Value]]:
        """Return the methods of a handler that is a map of methods."""
        held = handler.arguments.named if isinstance(handler, Made) else {}
        if isinstance(handler, DictValue):
            held = {str(key): value for key, value in handler.items.items()}
        found = [(key, value) for key, value in held.items() if key in VERBS]
        return found if found and len(found) == len(held) else []

    def _below(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        path = arguments.get(0)
        values = arguments.values
        if isinstance(path, FunctionValue) and name == "Group":
            inner = Router(self, place)
            add_mount(call, router, "", inner, place)
            call.call(path, Arguments([inner]), place)
            return inner
        text = text_of(path) or ""
        if name == "Mount":
            other = _router_of(_unwrapped(arguments.get(1))[0])
            if other is not None:
                add_mount(call, router, text, other, place, doubt_of(path))
            return router
        inner = Router(self, place, guards=[])
        closures = [value for value in values[1:] if isinstance(value, FunctionValue)]
        add_mount(call, router, text, inner, place, doubt_of(path))
        if name == "Route" and closures:
            call.call(closures[-1], Arguments([inner]), place)
        else:
            inner.guards += [name_of(value) for value in values[1:] if name_of(value)]
        return inner

    def _refined(
        self, call: Evaluation, made: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        """Take what is said of a route after it: its methods, path, handler."""
        entry, holder = made.extra["entry"], made.extra["on"]
        first = arguments.get(0)
        if name == "Methods":
            items = arguments.values
            methods = tuple(_method_name(one) for one in items if _method_name(one))
            made.extra["methods"] = methods
            if entry is not None:
                entry.methods = methods
        elif name in ("PathPrefix", "Path"):
            made.extra["path"] = made.extra["path"] + (text_of(first) or HOLE)
        elif name == "Name" and isinstance(first, str):
            self._name_route(call, made, first, place)
        elif name == "Subrouter":
            inner = Router(self, place)
            add_mount(call, holder, made.extra["path"], inner, place)
            return inner
        elif name in ("HandlerFunc", "Handler"):
            handler, wrapped = _unwrapped(first)
            other = _router_of(handler)
            if entry is not None and entry.doubt == NO_HANDLER:
                entry.target, entry.doubt = handler, ""
                entry.guards = (*entry.guards, *wrapped)
            elif other is not None:
                add_mount(call, holder, made.extra["path"].rstrip("/"), other, place)
            else:
                made.extra["entry"] = add_route(
                    call,
                    holder,
                    made.extra["methods"],
                    made.extra["path"] or "/",
                    handler,
                    place,
                    "",
                    wrapped,
                )
        elif name in ("Handle", "HandleFunc") and entry is None:
            inner = Router(self, place)
            add_mount(call, holder, made.extra["path"], inner, place)
            return self.method(call, inner, name, arguments, place)
        return made

    def _name_route(self, call: Evaluation, made: Router, name: str, place: Place) -> None:
        """Keep a route under its name, by which its handler may be given later."""
        if made.extra["entry"] is None and made.extra["path"]:
            methods, path = made.extra["methods"], made.extra["path"]
            made.extra["entry"] = add_route(call, made.extra["on"], methods, path, None, place, NO_HANDLER)
        self.named[name] = made

    def join(self, prefix: str, path: str) -> str:
        if path == "/" and prefix:
            return prefix + "/"
        return join_paths(prefix, path)

    def pattern(self, path: str) -> str:
        found = from_braces(
            from_colons(path).replace("/*", "/{*", 1)
            + ("}" if "/*" in path and not path.endswith("/*") else "")
        )
        return found.replace("{*}", "*").replace("{*", "{") if "{*" not in from_colons(path) else found


def _short(name: str) -> str:
    """Return package and name: `github.com/go-chi/chi/v5.NewRouter` is `chi.NewRouter`."""
    path, _, last = name.rpartition(".")
    parts = [part for part in path.split("/") if not (part[:1] == "v" and part[1:].isdigit())]
    package = parts[-1] if parts else path
    return f"{package.split('.')[0] if package.startswith(('gin.', 'mux.', 'echo.')) else package}.{last}"


def _unwrapped(value: Value) -> tuple[Value, tuple[str, ...]]:
    """Return the handler inside of calls that wrap it, and the names of what wraps it."""
    names: list[str] = []
    while isinstance(value, Made) and value.arguments.values:
        inner = value.arguments.values[-1]
        if not isinstance(inner, (FunctionValue, Router, Instance, Made, Handler, Outside)):
            break
        names.append(name_of(value))
        value = inner
    return value, tuple(names)


def _router_of(value: Value) -> Router | None:
    if isinstance(value, Instance):
        value = next((one for one in value.fields.values() if isinstance(one, Router)), value.base)
    return value if isinstance(value, Router) and "entry" not in value.extra else None


def _method_name(value: Value) -> str:
    if isinstance(value, str):
        return value.upper()
    return value.last.removeprefix("Method").upper() if isinstance(value, Outside) else ""
