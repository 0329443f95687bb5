"""Controllers with decorators in TypeScript: Nest, LoopBack, and those of the same form."""

from __future__ import annotations

from yandrel.frameworks.guarding import Where, form
from yandrel.frameworks.marks import Mark, inherited_mark, marked_methods, place_of, read_marks
from yandrel.frameworks.paths import from_braces, from_colons
from yandrel.frameworks.protocol import Evaluation, Family, add_route, join_paths
from yandrel.frameworks.values import (
    Arguments,
    ClassValue,
    DictValue,
    Entry,
    FunctionValue,
    Handler,
    Place,
    Router,
    Value,
    doubt_of,
    is_text,
    name_of,
    text_of,
)

VERBS = {
    "Get": "GET",
    "Post": "POST",
    "Put": "PUT",
    "Patch": "PATCH",
    "Delete": "DELETE",
    "All": "ANY",
    "Head": "HEAD",
    "Options": "OPTIONS",
    "HttpGet": "GET",
    "HttpPost": "POST",
    "HttpPut": "PUT",
    "HttpDelete": "DELETE",
    "HttpPatch": "PATCH",
}
LOWER = {
    "get": "GET",
    "post": "POST",
    "put": "PUT",
    "patch": "PATCH",
    "del": "DELETE",
    "httpGet": "GET",
    "httpPost": "POST",
    "httpPut": "PUT",
    "httpDelete": "DELETE",
    "httpPatch": "PATCH",
}
PACKAGES = (
    "@nestjs/",
    "routing-controllers",
    "@loopback/",
    "tsoa",
    "inversify-express-utils",
    "@midwayjs/",
    "@overnightjs/",
    "@tsed/",
)
OWN_DECORATOR = "declared by a decorator that no known framework has"
CONTROLLERS = ("Controller", "JsonController", "RestController", "Route", "controller")
GUARDING = ("UseGuards", "Authorized", "UseBefore", "authenticate", "Security")


class NestFamily(Family):
    """See `yandrel.frameworks.protocol.Family`."""

    name = "nest"
    class_mark = form("", Where.CLASS, "@UseGuards({guard})", "@nestjs/common:UseGuards")
    languages = frozenset({"typescript", "javascript"})
    first_match = False
    words = frozenset({"setGlobalPrefix", "NestFactory"})

    def made(self, call: Evaluation, name: str, arguments: Arguments, place: Place) -> Value:
        if name.startswith("@nestjs/core") and name.endswith("NestFactory.create"):
            return Router(self, place, extra={"server": True})
        return NotImplemented

    def method(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        application = call.application(self)
        if name == "setGlobalPrefix":
            application.prefix = "/" + (text_of(arguments.get(0)) or "").strip("/")
            options = arguments.get(1)
            if isinstance(options, DictValue) and "exclude" in options.items:
                excluded = call.items_of(options.items["exclude"]) or []
                application.extra["exclude"] = [text_of(one) for one in excluded if is_text(one)]
        elif name == "enableVersioning":
            application.extra["versions"] = True
        return router

    def declared(self, call: Evaluation, value: ClassValue) -> None:
        marks = read_marks(call, value)
        base = inherited_mark(call, value, "api")
        prefix = (
            text_of(base.arguments.get(0).items.get("basePath"))
            if base is not None and isinstance(base.arguments.get(0), DictValue)
            else ""
        )
        self._lower_case(call, value, prefix or "")
        controller = next((mark for mark in marks if mark.name in CONTROLLERS), None)
        if controller is None:
            return
        own = not controller.package(call, value).startswith(PACKAGES)
        guards = _guards(call, marks)
        version = self._version(controller, marks)
        for method, found in marked_methods(call, value):
            for mark in found:
                if mark.name in VERBS:
                    entries = self._declare(
                        call, value, method, mark, controller, (*guards, *_guards(call, found)), version
                    )
                    for entry in entries if own else ():
                        entry.doubt = entry.doubt or OWN_DECORATOR

    def _version(self, controller: Mark, marks: list[Mark]) -> str:
        options = controller.arguments.get(0)
        given = options.items.get("version") if isinstance(options, DictValue) else None
        given = next((mark.arguments.get(0) for mark in marks if mark.name == "Version"), given)
        return given if isinstance(given, str) else ""

    def _declare(
        self,
        call: Evaluation,
        holder: ClassValue,
        method: FunctionValue,
        mark: Mark,
        controller: Mark,
        guards: tuple[str, ...],
        version: str,
    ) -> list[Entry]:
        shown = Handler(method, name=f"{holder.name}.{method.node.name}")
        made: list[Entry] = []
        for prefix in controller.texts(call) or [""]:
            for path in mark.texts(call) or [""]:
                start = "/" + (text_of(prefix) or "").strip("/")
                whole = join_paths(start, text_of(path) or "") if text_of(path) else start
                doubt = doubt_of(prefix) or doubt_of(path)
                entry = add_route(
                    call,
                    call.application(self),
                    (VERBS[mark.name],),
                    whole,
                    shown,
                    place_of(method, mark),
                    doubt,
                    guards,
                )
                entry.name = version
                made.append(entry)
        return made

    def _lower_case(self, call: Evaluation, value: ClassValue, prefix: str) -> None:
        """Read the decorators that say a method's whole path."""
        for method, marks in marked_methods(call, value):
            for mark in marks:
                verb = LOWER.get(mark.name)
                path = mark.arguments.get(0)
                if mark.name == "operation" and is_text(path):
                    verb, path = (text_of(path) or "").upper(), mark.arguments.get(1)
                if verb is None or not is_text(path):
                    continue
                shown = Handler(method, name=f"{value.name}.{method.node.name}")
                whole = join_paths(prefix, text_of(path) or "")
                place = place_of(method, mark)
                add_route(
                    call,
                    call.application(self),
                    (verb,),
                    whole,
                    shown,
                    place,
                    doubt_of(path),
                    _guards(call, marks),
                )

    def finished(self, call: Evaluation) -> None:
        """Put versions in front of paths where the application turned them on."""
        application = call.application(self)
        excluded = application.extra.get("exclude", [])
        prefix = application.prefix
        application.prefix = ""
        for entry in application.entries:
            if entry.name and application.extra.get("versions"):
                entry.path = join_paths(f"/v{entry.name}", entry.path)
            if prefix and not any(entry.path.strip("/") == (one or "").strip("/") for one in excluded):
                entry.path = join_paths(prefix, entry.path)

    def pattern(self, path: str) -> str:
        return from_braces(from_colons(path))


def _guards(call: Evaluation, marks: list[Mark]) -> tuple[str, ...]:
    found: list[str] = []
    for mark in marks:
        if mark.name in GUARDING:
            names = [name_of(value) for value in mark.arguments.values]
            found += [name for name in names if name] or [mark.name]
    return tuple(found)
