"""Routes as attributes of PHP classes and methods."""

from __future__ import annotations

from yandrel.frameworks.guarding import Where, form
from yandrel.frameworks.marks import Mark, marked_methods, place_of, read_marks
from yandrel.frameworks.paths import from_braces
from yandrel.frameworks.protocol import Evaluation, Family, add_route
from yandrel.frameworks.values import ClassValue, DictValue, Handler, ListValue, Value, doubt_of, text_of

VERBS = {"Get": "GET", "Post": "POST", "Put": "PUT", "Patch": "PATCH", "Delete": "DELETE"}
GUARDS = frozenset({"IsGranted", "Security"})


class SymfonyFamily(Family):
    """See `yandrel.frameworks.protocol.Family`."""

    name = "symfony"
    class_mark = form("", Where.CLASS, "#[{guard}]")
    first_match = False
    languages = frozenset({"php"})

    def declared(self, call: Evaluation, value: ClassValue) -> None:
        marks = read_marks(call, value)
        base = next((mark for mark in marks if mark.name in ("Route", "Prefix")), None)
        invokable = any(member == "__invoke" for member in value.members)
        prefixes = self._paths(call, base) if base is not None else [""]
        guards = tuple(mark.name for mark in marks if mark.name in GUARDS)
        for method, found in marked_methods(call, value):
            own = (*guards, *(mark.name for mark in found if mark.name in GUARDS))
            for mark in found:
                if mark.name == "Route" or mark.name in VERBS:
                    shown = Handler(method, name=f"{value.name}.{method.node.name}")
                    for prefix in prefixes:
                        self._declare(call, shown, mark, text_of(prefix) or "", place_of(method, mark), own)
        if base is not None and invokable and base.name == "Route":
            place = (
                place_of(value.members["__invoke"], base)
                if hasattr(value.members["__invoke"], "node")
                else None
            )
            if place is not None:
                self._declare(call, Handler(value), base, "", place, guards)

    def _paths(self, call: Evaluation, mark: Mark) -> list[Value]:
        given = mark.arguments.get(0, "path", "")
        if isinstance(given, DictValue):
            return list(given.items.values())
        return (call.items_of(given) or [""]) if isinstance(given, ListValue) else [given]

    def _declare(self, call, handler, mark, prefix, place, guards) -> None:  # type: ignore[no-untyped-def]
        said = mark.arguments.named.get("methods")
        items = (
            call.items_of(said) if isinstance(said, ListValue) else [said] if isinstance(said, str) else []
        )
        methods = tuple(one.upper() for one in items or [] if isinstance(one, str))
        methods = (VERBS[mark.name],) if mark.name in VERBS else methods
        for path in self._paths(call, mark):
            whole = "/" + "/".join(p for p in (prefix.strip("/"), (text_of(path) or "").lstrip("/")) if p)
            add_route(call, call.application(self), methods, whole, handler, place, doubt_of(path), guards)

    def pattern(self, path: str) -> str:
        return from_braces(path)
