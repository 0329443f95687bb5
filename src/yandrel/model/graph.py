"""Symbols, and the edges between them."""

from enum import IntEnum

from msgspec import Struct


class State(IntEnum):
    """The state of a reference: found, missing, outside, or uncertain."""

    FOUND = 0
    OUTSIDE = 1
    MISSING = 2
    UNCERTAIN = 3


class Symbol(Struct, frozen=True, array_like=True):
    """A unit (`name` empty), a name bound in a unit, or a bare namespace (`unit` empty)."""

    unit: str
    name: str = ""


class LoadFault(Struct, frozen=True):
    """A name that a unit takes, while it is loaded, from one that has not come to it.

    `path` are the imports that lead from the giver around to it again, as text, where they are known.
    """

    taker: str
    name: str
    giver: str
    path: str = ""

    def __str__(self) -> str:
        if self.path:
            return f"{self.path}; {self.name} is not there yet when {self.taker} takes it"
        return f"{self.taker} takes {self.name} from {self.giver}, which is not loaded yet"


class Edge(Struct, frozen=True, array_like=True):
    """One reference from a unit, resolved.

    `named_*` is what the reference names, `unit` and `name` what that finally leads to, `through`
    the units that pass it on. For an outside package `name` is the package.
    """

    line: int
    spelled: str
    state: int
    named_unit: str
    named: str
    unit: str
    name: str
    when: int
    guarded: bool
    through: tuple[str, ...] = ()
    hint: str = ""

    @property
    def target(self) -> Symbol:
        return Symbol(self.unit, self.name)


class Resolved(Struct, frozen=True, array_like=True):
    """All that a unit refers to, and the units that loading it loads, in order."""

    edges: tuple[Edge, ...]
    loads: tuple[str, ...]
