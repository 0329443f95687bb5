"""Forms of guards: where a framework family writes one, in the call or class that it guards."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum


class Where(Enum):
    """A place in or around a call."""

    AFTER_PATH = "behind the first argument where that is a text, else before it"
    LAST = "behind the last argument"
    SECOND = "around the second argument"
    WRAPPED_LAST = "around the last argument"
    UNDER = "on the line under a mark"
    AFTER = "behind the call"
    BEFORE = "before the call, as one that its method is called on"
    STATEMENT = "in a statement of its own before the one of the call"
    INSIDE = "at the start of the function that the call is given"
    CLASS = "on the line before a class"
    AROUND = "around the call and the block that follows it"


@dataclass(frozen=True)
class GuardForm:
    """A form of a guard at a call of one of some methods.

    In `text`, `{guard}` is the guard as the code calls it, `{first}` the first argument of the call, `{own}`
    the parameter of the function that it is given. `brings` are names that the text needs, by the module
    that has them; `opens` is a list that the guard joins where the call has it already. Where it `needs` one
    of some words, the form is only for files that hold it.
    """

    methods: frozenset[str]
    where: Where
    text: str
    brings: tuple[tuple[str, str], ...] = ()
    opens: str = ""
    needs: tuple[str, ...] = ()


def form(
    methods: str, where: Where, text: str, brings: str = "", opens: str = "", needs: str = ""
) -> GuardForm:
    """Return a form; `brings` is `module:name`, `methods` and `needs` are words with spaces between."""
    module, _, name = brings.partition(":")
    brought = ((module, name),) if name else ()
    return GuardForm(frozenset(methods.split()), where, text, brought, opens, tuple(needs.split()))
