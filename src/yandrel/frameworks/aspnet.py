"""ASP.NET: controllers with attributes, conventional routes, minimal endpoints with groups."""

from __future__ import annotations

from yandrel.frameworks.guarding import Where, form
from yandrel.frameworks.marks import Mark, inherited_mark, lineage, marked_methods, place_of, read_marks
from yandrel.frameworks.paths import from_braces
from yandrel.frameworks.protocol import Evaluation, Family, add_mount, add_route, join_paths
from yandrel.frameworks.values import (
    HOLE,
    Arguments,
    ClassValue,
    FunctionValue,
    Handler,
    Place,
    Router,
    Value,
    doubt_of,
    text_of,
)

VERBS = {
    "HttpGet": "GET",
    "HttpPost": "POST",
    "HttpPut": "PUT",
    "HttpDelete": "DELETE",
    "HttpPatch": "PATCH",
    "HttpHead": "HEAD",
    "HttpOptions": "OPTIONS",
}
MAPS = {"MapGet": "GET", "MapPost": "POST", "MapPut": "PUT", "MapDelete": "DELETE", "MapPatch": "PATCH"}
TYPES = ("WebApplication", "IEndpointRouteBuilder", "RouteGroupBuilder", "IApplicationBuilder")
CONVENTIONAL = frozenset(
    {"MapControllerRoute", "MapRoute", "MapAreaControllerRoute", "MapDefaultControllerRoute"}
)


class AspNetFamily(Family):
    """See `yandrel.frameworks.protocol.Family`."""

    name = "asp.net"
    class_mark = form(
        "", Where.CLASS, '[Authorize(Policy = "{guard}")]', "Microsoft.AspNetCore.Authorization:Authorize"
    )
    guard_forms = (
        form(
            "MapGroup MapGet MapPost MapPut MapDelete MapPatch MapMethods Map",
            Where.AFTER, '.RequireAuthorization("{guard}")',
        ),
    )  # fmt: skip
    languages = frozenset({"csharp"})
    words = frozenset(
        {*MAPS, *CONVENTIONAL, "MapGroup", "MapMethods", "Map", "MapControllers", "RequireAuthorization"}
    )
    types = {
        "WebApplication": "application",
        "IEndpointRouteBuilder": "application",
        "IApplicationBuilder": "application",
        "RouteGroupBuilder": "router",
    }
    first_match = False

    def __init__(self) -> None:
        self.controllers: list[tuple[ClassValue, FunctionValue, list[Mark]]] = []
        self.conventions: list[tuple[str, Place]] = []

    def made(self, call: Evaluation, name: str, arguments: Arguments, place: Place) -> Value:
        if name.endswith("().Build") and "Builder" in name and "WebApplication" in name:
            return Router(self, place, application=True)
        if name == "WebApplication.Create":
            return Router(self, place, application=True)
        return NotImplemented

    def method(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        path = arguments.get(0, "pattern")
        if name in MAPS or name in ("MapMethods", "Map"):
            return self._mapped(call, router, name, arguments, place)
        if name == "MapGroup":
            inner = Router(self, place)
            add_mount(call, router, text_of(path) or "", inner, place, doubt_of(path))
            return inner
        if name == "RequireAuthorization":
            policy = text_of(arguments.get(0)) or "RequireAuthorization"
            if "last" in router.extra:
                entry = router.extra["last"]
                entry.guards = (*entry.guards, policy)
            else:
                router.guards.append(policy)
        elif name in CONVENTIONAL:
            self._convention(name, arguments, place)
        elif name in ("UseEndpoints", "UseMvc") and isinstance(arguments.get(0), FunctionValue):
            call.call(arguments.get(0), Arguments([router]), place)
        return router

    def _convention(self, name: str, arguments: Arguments, place: Place) -> None:
        given = arguments.named.get("pattern", arguments.named.get("template"))
        if given is None:
            given = arguments.get(2 if name == "MapAreaControllerRoute" else 1)
        text = (
            text_of(given)
            if name != "MapDefaultControllerRoute"
            else "{controller=Home}/{action=Index}/{id?}"
        )
        self.conventions.append((text or "{controller=Home}/{action=Index}/{id?}", place))

    def _mapped(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Router:
        path = arguments.get(0, "pattern")
        methods: tuple[str, ...] = (MAPS[name],) if name in MAPS else ()
        handler = arguments.values[-1] if len(arguments.values) > 1 else arguments.named.get("handler")
        if name == "MapMethods":
            methods = tuple(m.upper() for m in call.items_of(arguments.get(1)) or [] if isinstance(m, str))
        text = text_of(path)
        entry = add_route(
            call, router, methods, HOLE if text is None else text, handler, place, doubt_of(path)
        )
        return Router(self, place, extra={"last": entry})

    # -- controllers -----------------------------------------------------------------------

    def declared(self, call: Evaluation, value: ClassValue) -> None:
        if "class" not in value.node.kind or not self._is_controller(call, value):
            return
        base = inherited_mark(call, value, "Route", "RoutePrefix")
        guards = _policies(read_marks(call, value))
        for method, marks in marked_methods(call, value):
            if method.node.name.startswith("<") or any(m.name == "NonAction" for m in marks):
                continue
            self._action(call, value, method, marks, base, guards)

    def _is_controller(self, call: Evaluation, value: ClassValue) -> bool:
        if any(
            base.rpartition(".")[2] in ("Controller", "ControllerBase", "ApiController")
            for base in call.outside_bases(value)
        ):
            return True
        names = {mark.name for one in lineage(value) for mark in read_marks(call, one)}
        return bool(names & {"ApiController", "Controller"}) or (
            value.name.endswith("Controller") and "Route" in names
        )

    def _action(
        self,
        call: Evaluation,
        holder: ClassValue,
        method: FunctionValue,
        marks: list[Mark],
        base: Mark | None,
        guards: tuple[str, ...],
    ) -> None:
        verbs = [mark for mark in marks if mark.name in VERBS or mark.name == "AcceptVerbs"]
        routes = [mark for mark in marks if mark.name == "Route"]
        own = (*guards, *_policies(marks))
        templated = [mark for mark in verbs if mark.arguments.values] + routes
        if base is None and not templated:
            self.controllers.append((holder, method, verbs))
            return
        methods = tuple(VERBS[mark.name] for mark in verbs if mark.name in VERBS)
        for mark in templated or verbs or ([base] if base is not None else []):
            used = (VERBS[mark.name],) if mark.name in VERBS else methods
            given = mark.arguments.get(0) if mark in templated else None
            start = text_of(base.arguments.get(0)) or "" if base is not None else ""
            path = self._joined(start, text_of(given) if given is not None else None)
            whole = self._filled(path, holder, method)
            shown = Handler(method, name=f"{holder.name}.{method.node.name}")
            add_route(
                call, call.application(self), used, whole, shown, place_of(method, mark), doubt_of(given), own
            )

    def _joined(self, prefix: str, path: str | None) -> str:
        if path is None or path == "":
            return prefix
        if path.startswith(("/", "~/")):
            return path.removeprefix("~")
        return f"{prefix.rstrip('/')}/{path}" if prefix else path

    def _filled(self, path: str, holder: ClassValue, method: FunctionValue) -> str:
        name = holder.name.removesuffix("Controller")
        action = method.node.name.removesuffix("Async")
        for token, value in (("controller", name), ("action", action)):
            path = path.replace(f"[{token}]", value)
        return path if path.startswith("/") else "/" + path

    def finished(self, call: Evaluation) -> None:
        """Add the routes of conventions to the actions that say none."""
        for pattern, place in self.conventions:
            for holder, method, verbs in self.controllers:
                name = holder.name.removesuffix("Controller")
                action = method.node.name.removesuffix("Async")
                path = _conventional(pattern, name, action)
                methods = tuple(VERBS[mark.name] for mark in verbs if mark.name in VERBS)
                shown = Handler(method, name=f"{holder.name}.{method.node.name}")
                add_route(call, call.application(self), methods, path, shown, place)

    def join(self, prefix: str, path: str) -> str:
        if not path.strip("/"):
            return prefix or "/"
        return join_paths(prefix if prefix.startswith("/") or not prefix else "/" + prefix, path)

    def pattern(self, path: str) -> str:
        return from_braces(path.replace("{*", "{").replace("{**", "{"))


def _conventional(pattern: str, controller: str, action: str) -> str:
    made = [
        controller if part.startswith("{controller") else action if part.startswith("{action") else part
        for part in pattern.split("/")
    ]
    return "/" + "/".join(made)


def _policies(marks: list[Mark]) -> tuple[str, ...]:
    """Return the policies that marks require, each by its name, or by the mark's where it names none."""
    found = []
    for mark in marks:
        if mark.name == "Authorize":
            policy = text_of(mark.arguments.get(0, "Policy"))
            found.append(policy or mark.name)
    return tuple(found)
