"""Controllers with annotations as in Spring, and its functional routers."""

from __future__ import annotations

from yandrel.frameworks.guarding import Where, form
from yandrel.frameworks.marks import Mark, inherited_mark, last_name, marked_methods, place_of, read_marks
from yandrel.frameworks.paths import from_braces
from yandrel.frameworks.protocol import Evaluation, Family, add_mount, add_route, join_paths
from yandrel.frameworks.values import (
    HOLE,
    Arguments,
    ClassValue,
    FunctionValue,
    Handler,
    Made,
    Place,
    Router,
    Value,
    doubt_of,
    is_text,
    text_of,
)

MAPPINGS = {
    "GetMapping": ("GET",),
    "PostMapping": ("POST",),
    "PutMapping": ("PUT",),
    "DeleteMapping": ("DELETE",),
    "PatchMapping": ("PATCH",),
    "RequestMapping": (),
    "Get": ("GET",),
    "Post": ("POST",),
    "Put": ("PUT",),
    "Delete": ("DELETE",),
    "Patch": ("PATCH",),
}
CONTROLLERS = ("RestController", "Controller")
GUARDS = frozenset({"PreAuthorize", "Secured", "RolesAllowed", "Authenticated"})
VERBS = frozenset({"GET", "POST", "PUT", "DELETE", "PATCH", "HEAD", "OPTIONS"})


class SpringFamily(Family):
    """See `yandrel.frameworks.protocol.Family`. Micronaut's annotations are of the same form."""

    name = "spring"
    class_mark = form("", Where.CLASS, "@{guard}")
    languages = frozenset({"java", "kotlin"})
    words = frozenset({"route", "nest", "andRoute", *VERBS, "RouterFunctions", "path"})
    first_match = False

    def declared(self, call: Evaluation, value: ClassValue) -> None:
        marks = read_marks(call, value)
        controller = next((m for m in marks if m.name in CONTROLLERS or m.name.endswith("Controller")), None)
        if controller is None or "interface" in value.node.kind:
            return
        prefixes: list[Value] = [""]
        base = inherited_mark(call, value, "RequestMapping", "RequestPath")
        if base is not None:
            prefixes = base.texts(call, "value", "path") or [""]
        elif controller.arguments.values and controller.name == "Controller":
            given = controller.texts(call)
            prefixes = given if given and str(text_of(given[0])).startswith("/") else [""]
        guards = tuple(mark.name for mark in marks if mark.name in GUARDS)
        for method, found in marked_methods(call, value):
            for mark in found:
                if mark.name in MAPPINGS:
                    self._declare(call, value, method, mark, found, prefixes, guards)

    def _declare(
        self,
        call: Evaluation,
        holder: ClassValue,
        method: FunctionValue,
        mark: Mark,
        marks: list[Mark],
        prefixes: list[Value],
        guards: tuple[str, ...],
    ) -> None:
        methods = MAPPINGS[mark.name]
        if mark.name == "RequestMapping":
            given = mark.arguments.named.get("method")
            items = call.items_of(given) or ([given] if given is not None else [])
            methods = tuple(last_name(one) for one in items)
        own = (*guards, *(one.name for one in marks if one.name in GUARDS))
        shown = Handler(method, name=f"{holder.name}.{method.node.name}")
        router = call.application(self)
        for prefix in prefixes:
            for path in mark.texts(call, "value", "path", "uri") or [""]:
                whole = (
                    join_paths(text_of(prefix) or "", text_of(path) or "")
                    if text_of(path)
                    else text_of(prefix)
                )
                doubt = doubt_of(prefix) or doubt_of(path)
                add_route(call, router, methods, whole or "/", shown, place_of(method, mark), doubt, own)

    # -- functional routers ----------------------------------------------------------------

    def made(self, call: Evaluation, name: str, arguments: Arguments, place: Place) -> Value:
        last = name.rpartition(".")[2]
        if last in VERBS and len(arguments.values) == 1 and is_text(arguments.get(0)):
            return Made(f"spring.{last}", arguments, None, place)
        if name.endswith("RouterFunctions.route") or name == "route":
            made = Router(self, place, application=True)
            self._given(call, made, arguments, place)
            return made
        return NotImplemented

    def _given(self, call: Evaluation, router: Router, arguments: Arguments, place: Place) -> None:
        predicate = arguments.get(0)
        if isinstance(predicate, Made) and predicate.by.startswith("spring."):
            path = predicate.arguments.get(0)
            method = predicate.by.rpartition(".")[2]
            add_route(call, router, (method,), text_of(path) or HOLE, arguments.get(1), place, doubt_of(path))

    def method(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        if name in VERBS and arguments.values:
            path = arguments.get(0)
            add_route(
                call, router, (name,), text_of(path) or HOLE, arguments.values[-1], place, doubt_of(path)
            )
        elif name in ("andRoute", "route"):
            self._given(call, router, arguments, place)
        elif name in ("path", "nest") and is_text(arguments.get(0)):
            inner = Router(self, place)
            add_mount(call, router, text_of(arguments.get(0)) or "", inner, place)
            call.call(arguments.values[-1], Arguments([inner]), place)
        elif name in ("add", "and", "andOther") and isinstance(arguments.get(0), Router):
            add_mount(call, router, "", arguments.get(0), place)
        return router

    def pattern(self, path: str) -> str:
        found = from_braces(path)
        return found if found.startswith("/") else "/" + found
