"""What is seen only in its own part of an application, a module or a project, used from another part."""

from collections.abc import Callable, Mapping

from yandrel.languages.named.content import Content
from yandrel.languages.named.dialect import Before, Dialect
from yandrel.languages.named.rewrite import old_scope
from yandrel.languages.named.table import Renaming
from yandrel.model.changes import Refusal, Relocation
from yandrel.model.facts import Definition
from yandrel.model.graph import Symbol

HELD_BACK = "internal"


def refuse_crossings(
    dialect: Dialect,
    relocation: Relocation,
    renaming: Renaming,
    contents: Mapping[str, Content],
    part_of: Callable[[str], str],
) -> list[Refusal]:
    """Return a refusal for each use of an internal definition that the relocation makes cross parts."""
    moved = {*relocation.units, *(symbol.unit for symbol in relocation.definitions)}
    if all(part_of(unit) == part_of(relocation.unit(unit)) for unit in moved) and all(
        part_of(old.unit) == part_of(new.unit) for old, new in relocation.definitions.items()
    ):
        return []
    out = []
    before = Before(renaming)
    for unit, content in contents.items():
        scopes = [old_scope(dialect, content, number) for number in range(len(content.blocks))]
        for use in content.uses:
            if use.kind not in ("code", "member"):
                continue
            meant = dialect.meaning(scopes[use.block], use, before)
            place = renaming.table.find(meant, use.space) if meant else None
            definition = find_definition(dialect, place) if place is not None else None
            if place is None or definition is None or HELD_BACK not in definition.marks:
                continue
            user = Symbol(unit, _holder(content, use.start))
            here, there = (_part_after(relocation, symbol, part_of) for symbol in (user, place))
            if part_of(unit) == part_of(place.unit) and here != there:
                why = f"{place.name} is internal, and would be used from another part of the application"
                out.append(
                    Refusal(unit, content.line_of(use.start), why, "make it public first, or move both")
                )
    return out


def find_definition(dialect: Dialect, symbol: Symbol) -> Definition | None:
    facts = dialect.view.units.facts.get(symbol.unit)
    if facts is None:
        return None
    return next((d for d in facts.definitions if d.name == symbol.name), None)


def _part_after(relocation: Relocation, symbol: Symbol, part_of: Callable[[str], str]) -> str:
    target = relocation.definitions.get(symbol)
    return part_of(target.unit if target is not None else relocation.unit(symbol.unit))


def _holder(content: Content, position: int) -> str:
    return next((h.name for h in content.held if h.start <= position < h.end), "")
