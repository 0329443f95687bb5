"""The protocol of a framework family."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Protocol

from yandrel.frameworks.guarding import GuardForm
from yandrel.frameworks.values import (
    Arguments,
    ClassValue,
    Entry,
    FunctionValue,
    Place,
    Router,
    Value,
)
from yandrel.model.program import Expression


class Evaluation(Protocol):
    """The calls that a framework may make to the evaluation that asks it."""

    doubts: list[str]
    """Why what is declared now may not be: the conditions that it stands under."""
    frames: list[Place]
    """The calls, and the entries of tables that loops are at, on the way to what runs."""

    def call(self, value: Value, arguments: Arguments, place: Place) -> Value:
        """Call a value and return what it returns."""

    def call_method(self, value: Value, name: str, arguments: Arguments, place: Place) -> Value:
        """Call a method of a value."""

    def member(self, value: Value, name: str) -> Value:
        """Return a member of a value; `Unknown` where it has none."""

    def application(self, family: Family, program: str = "") -> Router:
        """Return the router of an application, or `program`, that declares its routes on no object."""

    def note_tried(self, router: Router, entry: Entry) -> None:
        """Remember a route of a function that is tried alone, to take back where the function is called."""

    def module(self, name: str, unit: str) -> Value:
        """Return a file by the name that the language gives it, or by its path from a file."""

    def load(self, unit: str) -> None:
        """Run a file, once."""

    def run_again(self, unit: str) -> Value:
        """Run a file that routes are included from, at the place of the inclusion."""

    def outside_bases(self, value: Value) -> list[str]:
        """Return the names of the bases from outside that a class has, nearest first."""

    def find_method(self, value: ClassValue, name: str) -> FunctionValue | None:
        """Return a method of a class or its bases."""

    def methods_of(self, value: ClassValue) -> list[FunctionValue]:
        """Return the methods of a class and its bases, those of the class first."""

    def method_names(self, value: ClassValue) -> set[str]:
        """Return the names under which a class and its bases have functions, whatever decorates them."""

    def evaluate(self, expression: Expression, value: ClassValue | FunctionValue) -> Value:
        """Evaluate an expression where a class or function was made."""

    def files_with(self, word: bytes, every: bool = False) -> list[str]:
        """Return the files that hold a word, of those that may declare or mount routes, or of all."""

    def items_of(self, value: Value) -> list[Value] | None:
        """Return the items of a list, or None where they are not known."""

    def answered(self, value: Value) -> None:
        """Note that a value answers requests, so that it is not run to find routes."""


class Family:
    """One family of frameworks. What a family does not override, it does not know."""

    name = ""
    languages: frozenset[str] = frozenset()
    words: frozenset[str] = frozenset()
    """Names of functions that declare or mount; a function that calls none of them is not tried alone."""
    types: Mapping[str, str] = {}
    """Names of types of routers, as parameters declare them, to what they are ("application" or "router")."""
    first_match = True
    """Whether the first route that matches answers, rather than the most specific one."""
    prefix_apart = False
    """Whether the paths of a router's entries are without the prefix that it has itself."""
    mount_adds_prefix = False
    """Whether a router that is mounted puts its own prefix behind that of the mount."""
    guard_forms: tuple[GuardForm, ...] = ()
    """How a guard is written at a call that mounts or declares, the form to be tried first in front."""
    class_mark: GuardForm | None = None
    """How a class of handlers is marked with a guard."""

    def made(self, call: Evaluation, name: str, arguments: Arguments, place: Place) -> Value:
        """Return what calling a name from outside gives; NotImplemented where it is not the family's."""
        return NotImplemented

    def method(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        """Return what calling a method of a router gives."""
        return router

    def attribute(self, call: Evaluation, router: Router, name: str) -> Value:
        """Return an attribute of a router; NotImplemented where it is a method or not known."""
        return NotImplemented

    def outside(self, call: Evaluation, name: str) -> Value:
        """Return what a name from outside stands for in the application; NotImplemented where nothing."""
        return NotImplemented

    def declared(self, call: Evaluation, value: ClassValue) -> None:
        """Learn of a class: its marks and bases may declare routes."""

    def bound(self, call: Evaluation, name: str, value: Value, place: Place) -> None:
        """Learn of a name that a file binds at its top level."""

    def finished(self, call: Evaluation) -> None:
        """Learn that all files were run."""

    def stand_in(self, type_name: str, name: str) -> str:
        """Return "application" or "router" for a parameter that takes one, else nothing."""
        last = type_name.replace("*", "").replace("&", "").split("<")[0].split("[")[0].strip(" ?!\"'|")
        last = last.replace("\\", ".").rpartition(".")[2]
        return self.types.get(last, "")

    def join(self, prefix: str, path: str) -> str:
        """Return the path of a route below a prefix."""
        return join_paths(prefix, path)

    def pattern(self, path: str) -> str:
        """Return a full path with parameters as `{name}`."""
        return path


def join_paths(prefix: str, path: str) -> str:
    """Join two paths with exactly one slash between them."""
    if not prefix or prefix == "/":
        return path if path.startswith(("/", "*")) else "/" + path
    if not path or path == "/":
        return prefix
    return prefix.rstrip("/") + "/" + path.lstrip("/")


def add_route(
    call: Evaluation,
    router: Router,
    methods: tuple[str, ...],
    path: str,
    handler: Value,
    place: Place,
    doubt: str = "",
    guards: tuple[str, ...] = (),
) -> Entry:
    """Declare a route on a router."""
    call.answered(handler)
    why = doubt or (call.doubts[-1] if call.doubts else "")
    elsewhere = (frame for frame in reversed(call.frames) if frame.unit != place.unit)
    caller = next(elsewhere, call.frames[-1] if call.frames else None)
    entry = Entry("route", path, handler, place, methods, guards, why, caller=caller)
    router.entries.append(entry)
    call.note_tried(router, entry)
    return entry


def add_mount(
    call: Evaluation,
    router: Router,
    path: str,
    other: Router,
    place: Place,
    doubt: str = "",
    guards: tuple[str, ...] = (),
) -> Entry:
    """Mount a router on another one; a mount that would hold itself is left out."""
    why = doubt or (call.doubts[-1] if call.doubts else "")
    entry = Entry("mount", path, other, place, (), guards, why)
    seen: Router | None = router
    while seen is not None:
        if seen is other:
            return entry
        seen = seen.parent
    other.mounted += 1
    if other.parent is None and other is not router:
        other.parent = router
    router.entries.append(entry)
    return entry


def handler_of(values: list[Value]) -> tuple[Value, tuple[Value, ...]]:
    """Return the last of some values that can answer, and those before it that guard it."""
    usable = [value for value in values if value is not None]
    if not usable:
        return None, ()
    return usable[-1], tuple(usable[:-1])
