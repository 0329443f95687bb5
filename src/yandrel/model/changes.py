"""Values of a change: relocations, edits of bytes, notes and refusals."""

from collections.abc import Mapping

import msgspec
from msgspec import Struct

from yandrel.model.graph import Symbol


class Edit(Struct, frozen=True, array_like=True, order=True):
    """Bytes `start` to `end` of a unit's old text become `text`."""

    start: int
    end: int
    text: bytes


BREAKS, MADE, UNSURE, COMMENTED, READ, PAST = range(6)
"""Ranks of notes: what breaks, what a tool makes anew, what may mean it, comments, prose, what is past."""


class Note(Struct, frozen=True, order=True, omit_defaults=True):
    """A reference that was left unchanged and needs a look by hand.

    `rank` says how soon it matters, BREAKS first; `places` are the other places that have the same, as
    `path:line`.
    """

    unit: str
    line: int
    text: str
    why: str
    rank: int = BREAKS
    places: tuple[str, ...] = ()

    @property
    def where(self) -> str:
        return f"{self.unit}:{self.line}" if self.line else self.unit


class Refusal(Struct, frozen=True):
    """Why a change cannot be made, and what would have to change first.

    `code` names the reason where something else depends on which it is. `along` is what would have to go to
    the same place, what moves already among it; it is empty where nothing that goes along would help.
    """

    unit: str
    line: int
    why: str
    todo: str = ""
    code: str = ""
    along: tuple[Symbol, ...] = ()

    def one_line(self) -> str:
        place = f"{self.unit}:{self.line}" if self.line else self.unit
        return f"{place}: {self.why}" + (f"; {self.todo}" if self.todo else "")


class Relocation(msgspec.Struct, frozen=True):
    """The new place of everything that moves: files and folders by path, definitions by symbol.

    The units of new symbols are named by their new paths. Folders end in a slash. Where
    `drops_reexports`, a package no longer hands on what leaves it. `files` are those that are not of
    the language that is asked, but may be named by a path. `references` are project files with those
    that they must refer to from now on. `gone` are units that nothing is left of.
    """

    units: Mapping[str, str]
    definitions: Mapping[Symbol, Symbol]
    folders: Mapping[str, str] = msgspec.field(default_factory=dict)
    drops_reexports: bool = False
    files: Mapping[str, str] = msgspec.field(default_factory=dict)
    references: Mapping[str, frozenset[str]] = msgspec.field(default_factory=dict)
    gone: frozenset[str] = frozenset()

    def unit(self, path: str) -> str:
        """Return the new path of a unit or folder."""
        if path.endswith("/"):
            return self._folder(path)
        return self.units.get(path) or self.files.get(path, path)

    def successor_of(self, unit: str) -> str:
        """Return the unit that the first definition of one goes to, nothing where none does."""
        return next((new.unit for old, new in self.definitions.items() if old.unit == unit), "")

    def _folder(self, path: str) -> str:
        at = len(path)
        while at > 0:
            outer = path[:at]
            if outer in self.folders:
                return self.folders[outer] + path[at:]
            at = path.rfind("/", 0, at - 1) + 1
        return path

    def place(self, symbol: Symbol) -> Symbol:
        """Return where a symbol will be."""
        moved = self.definitions.get(symbol)
        return moved if moved is not None else Symbol(self.unit(symbol.unit), symbol.name)


def tell_leaving(name: str) -> str:
    """Return what to say of a text that names a namespace which a type leaves."""
    return f"{name} leaves it, and is not found any more where types are looked for in it"


class Rewrite(msgspec.Struct):
    """A language's answer to a relocation, in old coordinates.

    `created` are units that are new altogether, `emptied` units that hold nothing any more,
    `carried` definitions that go along because only moved ones use them, `statements` those that go along
    because they only register what moves, each with its old unit, `dropped` what a unit no
    longer hands on. `tidied` are texts after the edits, where blank lines had to be put right,
    `namespaces` those that move whole, old to new, as texts write them.
    """

    edits: dict[str, list[Edit]] = msgspec.field(default_factory=dict)
    created: dict[str, bytes] = msgspec.field(default_factory=dict)
    emptied: set[str] = msgspec.field(default_factory=set)
    notes: list[Note] = msgspec.field(default_factory=list)
    refusals: list[Refusal] = msgspec.field(default_factory=list)
    carried: dict[Symbol, Symbol] = msgspec.field(default_factory=dict)
    statements: list[tuple[str, str]] = msgspec.field(default_factory=list)
    dropped: set[tuple[str, Symbol]] = msgspec.field(default_factory=set)
    tidied: dict[str, bytes] = msgspec.field(default_factory=dict)
    namespaces: dict[str, str] = msgspec.field(default_factory=dict)


class Replacement(Struct, frozen=True, order=True):
    """Bytes `start` to `end` of a text are `old`, and become `new`; `why` names the reference."""

    start: int
    end: int
    old: bytes
    new: bytes
    why: str


def apply_edits(source: bytes, edits: list[Edit]) -> bytes:
    """Apply edits that do not overlap; insertions at one place keep the order they came in."""
    out: list[bytes] = []
    at = 0
    for edit in sorted(edits, key=lambda e: (e.start, e.end != e.start)):
        if edit.start < at:
            raise ValueError(f"edits overlap at byte {edit.start}")
        out.append(source[at : edit.start])
        out.append(edit.text)
        at = edit.end
    out.append(source[at:])
    return b"".join(out)
