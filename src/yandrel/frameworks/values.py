"""The values of expressions while routes are read; plain texts, numbers and None stand for themselves."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import TYPE_CHECKING, Any

from yandrel.model.program import Class, Expression, Function

if TYPE_CHECKING:
    from yandrel.frameworks.protocol import Family

Value = Any
"""A text, number, truth value or None, or one of the classes below."""
HOLE = "{?}"
"""Stands in a path for a part that is not constant."""


@dataclass(frozen=True)
class Place:
    """A line of a file."""

    unit: str
    line: int


@dataclass(eq=False)
class Unknown:
    """A value that only running the program would tell.

    `type` is its declared type, `member` the name that it has as a member of an object; `missing` says that
    the object's class is known, and has no such member.
    """

    reason: str = ""
    type: str = ""
    member: str = ""
    missing: bool = False


@dataclass(eq=False)
class Text:
    """A text with parts that are not constant, each written as `HOLE`."""

    text: str
    reason: str = ""


@dataclass(eq=False)
class ListValue:
    """A list. `open` says that it may hold more than is known; `used` that a loop went over it.

    `origin` is where it was written, or put into another list.
    """

    items: list[Value] = field(default_factory=list)
    open: bool = False
    used: bool = False
    origin: Place | None = None


@dataclass(eq=False)
class DictValue:
    """A dictionary, object or map; keys that are not constant are left out.

    `type` is the application's own type that it is of, which may have methods; `whole` says that all its
    keys were written where it was made.
    """

    items: dict[Value, Value] = field(default_factory=dict)
    open: bool = False
    used: bool = False
    lines: dict[Value, Place] = field(default_factory=dict)
    type: ClassValue | None = None
    whole: bool = False
    origin: Place | None = None


@dataclass(eq=False)
class Scope:
    """The names bound in a function or file; `this` is the object whose method runs."""

    unit: str
    names: dict[str, Value] = field(default_factory=dict)
    parent: Scope | None = None
    this: Value = None
    owner: ClassValue | None = None


@dataclass(eq=False)
class FunctionValue:
    """A function of the application, with the scope that it was made in."""

    node: Function
    scope: Scope
    this: Value = None
    owner: ClassValue | None = None
    extends: bool = False
    """Whether it is called like a method of its first argument."""
    label: str = ""
    """What a closure is bound to."""
    fields: dict[str, Value] = field(default_factory=dict)
    """What the application hangs on the function, as JavaScript's modules do on what they export."""
    maker: str = ""
    """The function of the application that returned it."""
    wraps: Value = None
    """The function that it was made around, and that it calls."""

    @property
    def unit(self) -> str:
        return self.scope.unit

    @property
    def name(self) -> str:
        own = self.node.name or self.label
        return f"{self.owner.name}.{own}" if self.owner is not None else own


@dataclass(eq=False)
class ClassValue:
    """A class of the application; `members` are its methods and fields, without those of its bases.

    `added` are decorators that were applied by a call, by the name of the member, "" for the class.
    """

    node: Class
    scope: Scope
    bases: list[Value] = field(default_factory=list)
    members: dict[str, Value] = field(default_factory=dict)
    added: dict[str, list[Expression]] = field(default_factory=dict)

    @property
    def unit(self) -> str:
        return self.scope.unit

    @property
    def name(self) -> str:
        return self.node.name


@dataclass(eq=False)
class Instance:
    """An object of one of the application's classes; `base` is what a base from outside gives it."""

    type: ClassValue
    fields: dict[str, Value] = field(default_factory=dict)
    base: Value = None
    origin: Place | None = None


@dataclass(eq=False)
class ModuleValue:
    """A file of the application, as an object."""

    unit: str


@dataclass(eq=False)
class Outside:
    """A name of another package, with dots."""

    name: str

    @property
    def last(self) -> str:
        return self.name.replace("/", ".").replace("\\", ".").rpartition(".")[2]


@dataclass(eq=False)
class Made:
    """The result of a call of something outside; `by` is what was called, `of` the object of that call."""

    by: str
    arguments: Arguments
    of: Value = None
    place: Place = field(default_factory=lambda: Place("", 0))
    doubt: str = ""
    origin: Place | None = None


@dataclass(eq=False)
class Native:
    """A function that a framework gives to the application, such as a decorator."""

    run: Callable[[Arguments, Place], Value]


@dataclass(eq=False)
class Handler:
    """The handler of a route: a value, with the methods that it says itself and the guards around it.

    `missing` says that the class is known, and has no such method.
    """

    value: Value
    methods: tuple[str, ...] = ()
    guards: tuple[str, ...] = ()
    name: str = ""
    missing: bool = False


@dataclass
class Arguments:
    """The arguments of a call."""

    values: list[Value] = field(default_factory=list)
    named: dict[str, Value] = field(default_factory=dict)
    open: bool = False

    def get(self, position: int, name: str = "", default: Value = None) -> Value:
        """Return an argument by its name or position."""
        if name and name in self.named:
            return self.named[name]
        return self.values[position] if 0 <= position < len(self.values) else default


@dataclass(eq=False)
class Entry:
    """One thing that a router was told: a route, a mounted router, or middleware from here on.

    `kind` is "route", "mount" or "use", `path` as it was written; `outside` says that another package
    declares it, `caller` where the function was called, or the entry written, that it was declared for.
    `conditions` are those of the parameters, where the path does not say them itself.
    """

    kind: str
    path: str
    target: Value
    place: Place
    methods: tuple[str, ...] = ()
    guards: tuple[str, ...] = ()
    doubt: str = ""
    name: str = ""
    outside: bool = False
    caller: Place | None = None
    conditions: tuple[str, ...] | None = None


@dataclass(eq=False)
class Router:
    """A router or application: routes are declared on it.

    `application` says that it answers requests itself; `stand_in` that it stands for an argument that no
    call was seen to pass.
    """

    family: Family
    place: Place
    prefix: str = ""
    application: bool = False
    stand_in: bool = False
    entries: list[Entry] = field(default_factory=list)
    guards: list[str] = field(default_factory=list)
    mounted: int = 0
    parent: Router | None = None
    extra: dict[str, Value] = field(default_factory=dict)
    doubt: str = ""


@dataclass(eq=False)
class RouterMethod:
    """A method of a framework's router."""

    router: Router
    name: str


TABLED = (ListValue, DictValue, Instance, Made)
"""Values that can stand in a table of routes, and know where they were put there."""


def unwrapped(value: Value) -> tuple[Value, tuple[str, ...]]:
    """Return the function that others were put around, of the application or not, and their names."""
    names: list[str] = []
    while True:
        inner = value.wraps if isinstance(value, FunctionValue) else _given_function(value)
        if inner is None:
            return value, tuple(name for name in names if name)
        names.append(value.maker if isinstance(value, FunctionValue) else name_of(value).removesuffix("()"))
        value = inner


def _given_function(value: Value) -> Value:
    """Return the one function that a function of another package was called with, to wrap it."""
    given = value.arguments.values if isinstance(value, Made) else ()
    found = [one for one in given if isinstance(one, (FunctionValue, Handler))]
    return found[0] if len(found) == 1 and len(given) == 1 else None


def is_text(value: Value) -> bool:
    return isinstance(value, (str, Text))


def text_of(value: Value) -> str | None:
    """Return a value as text, with holes; None where it is none."""
    if isinstance(value, str):
        return value
    if isinstance(value, Text):
        return value.text
    if isinstance(value, Unknown):
        return HOLE
    return None


def doubt_of(value: Value) -> str:
    """Return why a text is not certain."""
    if isinstance(value, Text):
        return value.reason or "a part of the path is not constant"
    if isinstance(value, Unknown):
        return value.reason or "the path is not constant"
    return ""


def is_callable(value: Value) -> bool:
    return isinstance(value, (FunctionValue, ClassValue, Handler, Native))


def name_of(value: Value) -> str:
    """Return what a value is called in the source, for showing it."""
    if isinstance(value, Handler):
        return value.name or name_of(value.value)
    if isinstance(value, (FunctionValue, ClassValue)):
        return value.name
    if isinstance(value, Outside):
        return value.last
    if isinstance(value, Made):
        return value.by.replace("/", ".").rpartition(".")[2]
    if isinstance(value, Instance):
        return value.type.name
    if isinstance(value, str):
        return value
    return ""
