"""The program of one file in a form that all languages share: what it binds, calls, and returns.

It holds what the route table needs and nothing else: arithmetic, comparisons and types are `Opaque`.
Lines count from 1.
"""

from __future__ import annotations

from msgspec import Struct


class Const(Struct, frozen=True, array_like=True, tag_field="kind_", tag="c"):
    """A literal text, number, truth value, or nothing."""

    value: str | int | float | bool | None


class Name(Struct, frozen=True, array_like=True, tag_field="kind_", tag="n"):
    """A name as the file spells it."""

    name: str


class Member(Struct, frozen=True, array_like=True, tag_field="kind_", tag="m"):
    """A member of a value: `of.name`, `of->name` or `of::name`."""

    of: Expression
    name: str


class Argument(Struct, frozen=True, array_like=True):
    """One argument; `name` is set where it is passed by name, `spread` where a list is spread."""

    value: Expression
    name: str = ""
    spread: bool = False


class Call(Struct, frozen=True, array_like=True, tag_field="kind_", tag="k"):
    """A call, or the construction of an object (`new`)."""

    of: Expression
    arguments: tuple[Argument, ...]
    line: int
    new: bool = False


class Items(Struct, frozen=True, array_like=True, tag_field="kind_", tag="i"):
    """A list, tuple, array or set of values; an `Argument` that is spread adds the items of another.

    `line` is that of the list, where it is known.
    """

    items: tuple[Argument, ...]
    line: int = 0


class Pairs(Struct, frozen=True, array_like=True, tag_field="kind_", tag="p"):
    """A dictionary, object or map, `of` a named type; the key is None where another one is merged in.

    `lines` are those of the pairs, where they are known.
    """

    pairs: tuple[tuple[Expression | None, Expression], ...]
    of: Expression | None = None
    lines: tuple[int, ...] = ()


class Joined(Struct, frozen=True, array_like=True, tag_field="kind_", tag="j"):
    """A text put together from parts."""

    parts: tuple[Expression, ...]


class Index(Struct, frozen=True, array_like=True, tag_field="kind_", tag="x"):
    """An item of a value, by position or key."""

    of: Expression
    key: Expression


class Either(Struct, frozen=True, array_like=True, tag_field="kind_", tag="e"):
    """One of several values; which one is decided when the program runs."""

    options: tuple[Expression, ...]


class Collect(Struct, frozen=True, array_like=True, tag_field="kind_", tag="a"):
    """A list (with `key` a dictionary) made by evaluating `value` for each item of another value."""

    value: Expression
    target: Expression
    over: Expression
    key: Expression | None = None


class Opaque(Struct, frozen=True, array_like=True, tag_field="kind_", tag="o"):
    """An expression that is not read; `text` is how it starts."""

    text: str
    line: int


class Parameter(Struct, frozen=True, array_like=True):
    """A parameter of a function; `rest` takes all that are left ("*" by position, "**" by name)."""

    name: str
    type: str = ""
    default: Expression | None = None
    rest: str = ""
    marks: tuple[Expression, ...] = ()


class Function(Struct, frozen=True, array_like=True, tag_field="kind_", tag="f"):
    """A function, method or closure. `marks` are its decorators, annotations or attributes.

    `receiver` is the type whose members its body can use without naming it, `returns` the declared type.
    `calls` are the names of what it calls, closures in it included, `paths` those of them that are given
    what may be a path, a router or a function.
    """

    name: str
    parameters: tuple[Parameter, ...]
    body: tuple[Statement, ...]
    line: int
    marks: tuple[Expression, ...] = ()
    static: bool = False
    receiver: str = ""
    returns: str = ""
    calls: tuple[str, ...] = ()
    paths: tuple[str, ...] = ()


class Class(Struct, frozen=True, array_like=True, tag_field="kind_", tag="t"):
    """A class, interface or other type with its members."""

    name: str
    kind: str
    bases: tuple[Expression, ...]
    members: tuple[Statement, ...]
    line: int
    marks: tuple[Expression, ...] = ()
    namespace: str = ""


class Do(Struct, frozen=True, array_like=True, tag_field="kind_", tag="d"):
    """A statement that evaluates an expression."""

    value: Expression


class Bind(Struct, frozen=True, array_like=True, tag_field="kind_", tag="b"):
    """An assignment or declaration; `type` is the declared type."""

    target: Expression
    value: Expression
    line: int
    type: str = ""
    adds: bool = False
    """Whether it adds to what the target holds (`+=`)."""
    marks: tuple[Expression, ...] = ()
    static: bool = False


class Return(Struct, frozen=True, array_like=True, tag_field="kind_", tag="r"):
    """The value that a function returns."""

    value: Expression


class Each(Struct, frozen=True, array_like=True, tag_field="kind_", tag="l"):
    """A loop over the items of a value."""

    target: Expression
    over: Expression
    body: tuple[Statement, ...]


class Branch(Struct, frozen=True, array_like=True, tag_field="kind_", tag="w"):
    """Bodies of which one runs; `test` is the condition, `sure` whether the first always runs.

    `value` is the condition where it may be constant.
    """

    test: str
    bodies: tuple[tuple[Statement, ...], ...]
    line: int
    sure: bool = False
    value: Expression | None = None


class Bring(Struct, frozen=True, array_like=True, tag_field="kind_", tag="g"):
    """An import: `module` or `name` of it is bound to `bound`."""

    module: str
    name: str
    bound: str
    line: int


Expression = (
    Const
    | Name
    | Member
    | Call
    | Items
    | Pairs
    | Joined
    | Index
    | Either
    | Collect
    | Opaque
    | Function
    | Class
)
Statement = Do | Bind | Return | Each | Branch | Bring | Function | Class


class Program(Struct, frozen=True, array_like=True):
    """The statements of one file at its top level, and the namespace that they are in."""

    language: str
    body: tuple[Statement, ...]
    namespace: str = ""
