"""The functions of one file and the calls in it, as far as rules look into bodies."""

from collections.abc import Mapping

from msgspec import Struct


class Function(Struct, frozen=True):
    """One function or method; `first_line` is that of its decorators, where it has some.

    `owner` is the type that it is a method of, `inner` says that it is inside another function. `hidden` says
    that others cannot call it, `given` that its name was given by a base or by the language. `name` is empty
    where it has none of its own.
    """

    name: str
    owner: str
    first_line: int
    line: int
    last_line: int
    statements: int
    hidden: bool
    given: bool
    inner: bool


class Call(Struct, frozen=True):
    """One call, with its name as far as that is written out, dots between its parts.

    `arguments` is their number. `started` says that it is only reached where the file itself is
    started as a program.
    """

    name: str
    line: int
    arguments: int
    started: bool


class Bodies(Struct, frozen=True):
    """The functions of one file and the calls in it, in the order of the text."""

    functions: tuple[Function, ...]
    calls: tuple[Call, ...]


def listed_name(name: str, arguments: int, kinds: Mapping[str, str]) -> str:
    """Return how a call is listed among names, as in leftovers.toml; nothing where it is not."""
    spelled = (name, f"{name}/{arguments}" if arguments < 2 else "", f"*.{name.rpartition('.')[2]}")
    return next((found for found in spelled if found in kinds), "")
