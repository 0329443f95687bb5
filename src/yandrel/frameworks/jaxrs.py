"""Resources with annotations as in JAX-RS: paths, verbs, sub-resource locators."""

from __future__ import annotations

from yandrel.frameworks.guarding import Where, form
from yandrel.frameworks.marks import Mark, inherited_mark, marked_methods, place_of, read_marks
from yandrel.frameworks.paths import from_braces
from yandrel.frameworks.protocol import Evaluation, Family, add_route, join_paths
from yandrel.frameworks.values import (
    ClassValue,
    FunctionValue,
    Handler,
    ListValue,
    Outside,
    Value,
    doubt_of,
    text_of,
)

VERBS = frozenset({"GET", "POST", "PUT", "DELETE", "PATCH", "HEAD", "OPTIONS"})
GUARDS = frozenset({"RolesAllowed", "Authenticated", "DenyAll"})
DEEPEST = 6


class JaxRsFamily(Family):
    """See `yandrel.frameworks.protocol.Family`."""

    name = "jax-rs"
    class_mark = form("", Where.CLASS, "@{guard}")
    languages = frozenset({"java", "kotlin"})
    first_match = False

    def declared(self, call: Evaluation, value: ClassValue) -> None:
        application = next((m for m in read_marks(call, value) if m.name == "ApplicationPath"), None)
        if application is not None:
            call.application(self).prefix = "/" + (text_of(application.arguments.get(0)) or "").strip("/")
        if "interface" in value.node.kind:
            return
        path = inherited_mark(call, value, "Path")
        if path is not None:
            given = path.arguments.get(0, "value")
            self._resource(call, value, text_of(given) or "", doubt_of(given), 0)

    def _resource(self, call: Evaluation, holder: ClassValue, prefix: str, doubt: str, depth: int) -> None:
        guards = tuple(mark.name for mark in read_marks(call, holder) if mark.name in GUARDS)
        for method, marks in marked_methods(call, holder):
            verbs = [mark for mark in marks if mark.name in VERBS]
            path = next((mark for mark in marks if mark.name == "Path"), None)
            given = path.arguments.get(0, "value") if path is not None else ""
            whole = (
                join_paths("/" + prefix.strip("/"), text_of(given) or "")
                if given != ""
                else "/" + prefix.strip("/")
            )
            own = (*guards, *(mark.name for mark in marks if mark.name in GUARDS))
            for verb in verbs:
                shown = Handler(method, name=f"{holder.name}.{method.node.name}")
                why = doubt or doubt_of(given)
                add_route(
                    call, call.application(self), (verb.name,), whole, shown, place_of(method, verb), why, own
                )
            if path is not None and not verbs and depth < DEEPEST:
                self._located(call, holder, method, path, whole, depth)

    def _located(
        self, call: Evaluation, holder: ClassValue, method: FunctionValue, path: Mark, whole: str, depth: int
    ) -> None:
        """Read the resource that a locator returns, by its declared type."""
        name = method.node.returns.split("<")[-1].strip("> ?")
        found: Value = call.evaluate(_named(name), holder) if name else None
        if isinstance(found, ClassValue):
            self._resource(call, found, whole, "", depth + 1)
        elif not isinstance(found, (Outside, ListValue)):
            add_route(
                call,
                call.application(self),
                (),
                whole,
                method,
                place_of(method, path),
                "a sub-resource that is not read",
            )

    def pattern(self, path: str) -> str:
        return from_braces(path)


def _named(name: str):  # type: ignore[no-untyped-def]
    from yandrel.model.program import Name

    return Name(name)
