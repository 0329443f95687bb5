"""FastAPI, Starlette and what is built on them."""

from __future__ import annotations

from yandrel.frameworks.guarding import Where, form
from yandrel.frameworks.paths import from_braces
from yandrel.frameworks.protocol import Evaluation, Family, add_mount, add_route
from yandrel.frameworks.values import (
    HOLE,
    Arguments,
    ClassValue,
    Handler,
    Instance,
    Made,
    Native,
    Outside,
    Place,
    Router,
    Value,
    doubt_of,
    name_of,
    text_of,
)

VERBS = ("get", "post", "put", "patch", "delete", "head", "options", "trace")
APPLICATIONS = frozenset({"FastAPI", "Starlette", "Litestar"})
ROUTERS = frozenset({"APIRouter", "Router"})
PACKAGES = ("fastapi", "starlette")
OWN_PAGES = (
    ("openapi_url", "/openapi.json"),
    ("docs_url", "/docs"),
    ("swagger_ui_oauth2_redirect_url", "/docs/oauth2-redirect"),
    ("redoc_url", "/redoc"),
)
"""The pages that FastAPI answers itself: the argument that moves or drops each, and where it is."""
ROUTES = frozenset({"Route", "APIRoute", "WebSocketRoute", "Mount", "Host"})


class FastApiFamily(Family):
    """See `yandrel.frameworks.protocol.Family`."""

    name = "fastapi"
    guard_forms = (
        form(
            "include_router get post put patch delete options head api_route add_api_route",
            Where.LAST,
            "dependencies=[Depends({guard})]",
            "fastapi:Depends",
            "dependencies=[",
        ),
    )
    languages = frozenset({"python"})
    words = frozenset(
        {
            *VERBS,
            "route",
            "api_route",
            "add_api_route",
            "include_router",
            "mount",
            "websocket",
            "add_route",
            "FastAPI",
            "APIRouter",
            "Starlette",
            "Route",
            "Mount",
            "websocket_route",
            "add_websocket_route",
        }
    )
    types = {"FastAPI": "application", "APIRouter": "router", "Starlette": "application"}

    def made(self, call: Evaluation, name: str, arguments: Arguments, place: Place) -> Value:
        last = name.rpartition(".")[2]
        if not name.startswith(PACKAGES):
            last = next((one for one in ("APIRouter", "FastAPI") if last.endswith(one)), "")
        if not last:
            return NotImplemented
        if last in ROUTES:
            listed = Made(f"starlette.{last}", arguments, None, place)
            listed.doubt = call.doubts[-1] if call.doubts else ""
            return listed
        if last not in APPLICATIONS and last not in ROUTERS:
            return NotImplemented
        prefix = arguments.named.get("prefix")
        made = Router(self, place, text_of(prefix) or "", last in APPLICATIONS)
        made.doubt = doubt_of(prefix)
        made.guards.extend(_dependencies(call, arguments))
        if last == "FastAPI":
            self._add_own_pages(call, made, arguments, place)
        routes = arguments.named.get("routes", arguments.get(1) if last == "Starlette" else None)
        self._take(call, made, routes, place)
        return made

    def _add_own_pages(self, call: Evaluation, router: Router, arguments: Arguments, place: Place) -> None:
        """Add what FastAPI itself answers: the description of the routes, and two pages that show it."""
        said = {name: arguments.named.get(name, default) for name, default in OWN_PAGES}
        if said["openapi_url"] in (None, ""):
            return
        if said["docs_url"] in (None, ""):
            said["swagger_ui_oauth2_redirect_url"] = None
        for name, path in said.items():
            if path not in (None, ""):
                text = text_of(path)
                where = HOLE if text is None else text
                shown = Handler(Outside(f"fastapi.{name.removesuffix('_url')}"))
                doubt = doubt_of(path) or ("its path is not constant" if text is None else "")
                add_route(call, router, ("GET",), where, shown, place, doubt).outside = True

    def _take(self, call: Evaluation, router: Router, routes: Value, place: Place) -> None:
        """Add the routes of a list."""
        for route in call.items_of(routes) or []:
            if not isinstance(route, Made):
                continue
            path = route.arguments.get(0, "path")
            text = text_of(path)
            kind = route.by.rpartition(".")[2]
            if kind in ("Mount", "Host"):
                inner = route.arguments.get(1, "app")
                if not isinstance(inner, Router):
                    inner = Router(self, route.place)
                    self._take(call, inner, route.arguments.named.get("routes"), route.place)
                add_mount(call, router, text or "", inner, route.place, route.doubt or doubt_of(path))
                continue
            methods = _methods(call, route.arguments.named.get("methods")) or ("GET",)
            if kind == "WebSocketRoute":
                methods = ("WEBSOCKET",)
            target = route.arguments.get(1, "endpoint")
            if isinstance(target, ClassValue):
                defined = call.method_names(target)
                methods = tuple(v.upper() for v in VERBS if v in defined) or methods
            where = HOLE if text is None else text
            add_route(call, router, methods, where, target, route.place, route.doubt or doubt_of(path))

    def method(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        if name in VERBS or name in ("route", "api_route", "websocket", "websocket_route"):
            return self._route(call, router, name, arguments, place)
        if name in ("add_api_route", "add_route", "add_websocket_route", "add_api_websocket_route"):
            methods = _methods(call, arguments.named.get("methods"))
            methods = ("WEBSOCKET",) if "websocket" in name else methods
            self._add(
                call, router, methods, arguments.get(0, "path"), arguments.get(1, "endpoint"), place, ()
            )
            return None
        if name == "include_router":
            self._included(call, router, arguments, place)
            return None
        if name == "mount":
            other = _router_of(arguments.get(1, "app"))
            path = arguments.get(0, "path")
            if other is not None:
                add_mount(call, router, text_of(path) or "", other, place, doubt_of(path))
            return None
        if name == "add_middleware":
            router.guards.extend(filter(None, [name_of(arguments.get(0))]))
            return None
        return Native(lambda given, at: given.get(0))

    def _route(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        methods = _methods(call, arguments.named.get("methods"))
        if name in VERBS:
            methods = (name.upper(),)
        elif name.startswith("websocket"):
            methods = ("WEBSOCKET",)
        guards = tuple(_dependencies(call, arguments))

        def declare(given: Arguments, at: Place) -> Value:
            self._add(call, router, methods, arguments.get(0, "path"), given.get(0), place, guards)
            return given.get(0)

        return Native(declare)

    def _add(
        self,
        call: Evaluation,
        router: Router,
        methods: tuple[str, ...],
        path: Value,
        handler: Value,
        place: Place,
        guards: tuple[str, ...],
    ) -> None:
        text = text_of(path)
        whole = router.prefix + (HOLE if text is None else text)
        add_route(call, router, methods or ("GET",), whole, handler, place, doubt_of(path), guards)

    def _included(self, call: Evaluation, router: Router, arguments: Arguments, place: Place) -> None:
        other = _router_of(arguments.get(0, "router"))
        if other is None:
            return
        prefix = arguments.named.get("prefix", "")
        guards = tuple(_dependencies(call, arguments))
        path = router.prefix + (text_of(prefix) or "")
        add_mount(call, router, path, other, place, doubt_of(prefix), guards)

    def attribute(self, call: Evaluation, router: Router, name: str) -> Value:
        if name in ("router", "app"):
            return router
        return NotImplemented

    def join(self, prefix: str, path: str) -> str:
        return prefix.rstrip("/") + path if path.startswith("/") else prefix + path

    def pattern(self, path: str) -> str:
        return from_braces(path)


def _router_of(value: Value) -> Router | None:
    if isinstance(value, Instance):
        inner = value.fields.get("router", value.base)
        return inner if isinstance(inner, Router) else None
    return value if isinstance(value, Router) else None


def _methods(call: Evaluation, value: Value) -> tuple[str, ...]:
    return tuple(one.upper() for one in call.items_of(value) or [] if isinstance(one, str))


def _dependencies(call: Evaluation, arguments: Arguments) -> list[str]:
    """Return the names of what a route or router depends on."""
    found: list[str] = []
    for one in call.items_of(arguments.named.get("dependencies")) or []:
        if isinstance(one, Made) and one.by.endswith(("Depends", "Security")):
            inner = one.arguments.get(0)
            name = name_of(inner)
            found.append(name)
    return [name for name in found if name]
