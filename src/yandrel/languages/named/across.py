"""Uses of types that a change brings into other parts of a build, and whether these can see each other."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Protocol

from yandrel.languages.named.content import Content
from yandrel.languages.named.dialect import Before, Dialect
from yandrel.languages.named.meanings import Meanings
from yandrel.languages.named.table import Renaming
from yandrel.model.changes import Note, Refusal, Relocation
from yandrel.model.graph import Symbol


@dataclass(frozen=True, slots=True)
class UseAcross:
    """A use of a type where one of the two moves: who uses and what is used, each with its new place."""

    user: str
    new_user: str
    used: Symbol
    new_used: str
    line: int


class Reach(Protocol):
    """The visibility between the parts of a build."""

    def sees(self, user: str, used: str) -> bool:
        """Whether a file can use what stands in another, as far as is known."""

    def are_loaded_together(self, user: str, used: str) -> bool:
        """Whether something loads both files, so that the one can use the other there."""

    def described_in(self, path: str) -> str:
        """Return the file that describes the part which a file belongs to."""

    def name_of(self, path: str) -> str:
        """Return what the part is called that a file belongs to."""


def find_uses_across(
    dialect: Dialect, relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content]
) -> Iterator[UseAcross]:
    """Yield the uses in code where who uses them or what is used moves."""
    moved = {*relocation.units, *(symbol.unit for symbol in relocation.definitions)}
    for user, place, start in find_meant(dialect, renaming, contents, ("code", "attribute")):
        if {user.unit, place.unit} & moved:
            new_user, new_used = relocation.place(user).unit, relocation.place(place).unit
            yield UseAcross(user.unit, new_user, place, new_used, contents[user.unit].line_of(start))


def find_meant(
    dialect: Dialect, renaming: Renaming, contents: Mapping[str, Content], kinds: tuple[str, ...]
) -> Iterator[tuple[Symbol, Symbol, int]]:
    """Yield the uses of some kinds that mean something of ours: who uses, what is used, the place."""
    from yandrel.languages.named.rewrite import old_scope

    before = Before(renaming)
    for unit, content in contents.items():
        scopes = [old_scope(dialect, content, number) for number in range(len(content.blocks))]
        meanings = Meanings(dialect, scopes, before)
        for use in content.uses:
            meant = meanings.meaning_of(use) if use.kind in kinds else None
            place = renaming.table.find(meant, use.space) if meant else None
            if place is not None:
                user = Symbol(unit, content.holder_at(use.start))
                yield user, place, use.start


def find_unseen(
    dialect: Dialect,
    relocation: Relocation,
    renaming: Renaming,
    contents: Mapping[str, Content],
    reach: Reach,
) -> list[UseAcross]:
    """Return the uses of what a part of a build would not see any more, and did see before."""
    return [
        use
        for use in find_uses_across(dialect, relocation, renaming, contents)
        if not reach.sees(use.new_user, use.new_used) and reach.sees(use.user, use.used.unit)
    ]


def refuse_unseen(unseen: list[UseAcross], reach: Reach) -> list[Refusal]:
    """Return a refusal for each part of a build and what it would use without seeing it."""
    refusals: dict[tuple[str, str, str], Refusal] = {}
    for use in unseen:
        if reach.are_loaded_together(use.new_user, use.new_used):
            continue
        here, there = reach.name_of(use.new_user), reach.name_of(use.new_used)
        why = f"uses {use.used.name}, and {here} cannot use {there}"
        todo = "choose another place, or change the build first"
        refusals.setdefault((here, there, use.used.name), Refusal(use.user, use.line, why, todo))
    return list(refusals.values())


def tell_unseen(unseen: list[UseAcross], reach: Reach) -> list[Note]:
    """Return a note for each part that must require another one, if it is used apart from the whole."""
    notes: dict[tuple[str, str], Note] = {}
    for use in unseen:
        if reach.are_loaded_together(use.new_user, use.new_used):
            here, there = reach.described_in(use.new_user), reach.described_in(use.new_used)
            why = f"apart from the whole, {here} must require what {there} describes"
            notes.setdefault((here, there), Note(use.new_user, use.line, use.used.name, why))
    return list(notes.values())
