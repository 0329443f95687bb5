"""Find uses of names that are visible in one assembly or one file only."""

from collections.abc import Callable, Mapping
from dataclasses import replace

from yandrel.languages.named.across import find_meant
from yandrel.languages.named.content import Content
from yandrel.languages.named.dialect import Dialect
from yandrel.languages.named.table import Renaming, SymbolTable, join_name
from yandrel.model.changes import Refusal, Relocation
from yandrel.model.facts import Definition, Facts
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
    for user, place, start in find_meant(dialect, renaming, contents, ("code", "member")):
        if not _is_held_back(dialect, renaming.table, place):
            continue
        here, there = (_part_after(relocation, symbol, part_of) for symbol in (user, place))
        if part_of(user.unit) == part_of(place.unit) and here != there:
            why = f"{place.name} is internal, and would be used from another part of the application"
            line = contents[user.unit].line_of(start)
            todo = "make it public first, or move both"
            out.append(Refusal(user.unit, line, why, todo, along=(user, place)))
    return out


def _is_held_back(dialect: Dialect, table: SymbolTable, symbol: Symbol) -> bool:
    """Whether a definition is internal; one of several parts is what any of them says."""
    definition = find_definition(dialect, symbol)
    if definition is None or HELD_BACK not in definition.marks:
        return False
    name = join_name(definition.namespace, definition.name)
    parts = (find_definition(dialect, part) for part in table.all_of(name, table.space_of(definition)))
    return all(part is None or HELD_BACK in part.marks for part in parts)


def find_definition(dialect: Dialect, symbol: Symbol) -> Definition | None:
    facts = dialect.view.units.facts.get(symbol.unit)
    if facts is None:
        return None
    return next((d for d in facts.definitions if d.name == symbol.name), None)


def _part_after(relocation: Relocation, symbol: Symbol, part_of: Callable[[str], str]) -> str:
    target = relocation.definitions.get(symbol)
    return part_of(target.unit if target is not None else relocation.unit(symbol.unit))


def refuse_private(
    dialect: Dialect, relocation: Relocation, contents: Mapping[str, Content]
) -> list[Refusal]:
    """Return a refusal for each definition that only its file sees, and that would be used from another."""
    out = []
    for unit in {symbol.unit for symbol in relocation.definitions}:
        content = contents.get(unit)
        if content is None:
            continue
        private = {d.name for d in dialect.view.units.facts[unit].definitions if d.of_file}
        for held in content.held:
            if held.name not in private:
                continue
            home = _target(relocation, Symbol(unit, held.name))
            for start, _ in held.also:
                user = content.holder_at(start)
                if _target(relocation, Symbol(unit, user)) != home:
                    why = f"{user or 'the file'} uses {held.name}, which only its file sees"
                    both = (Symbol(unit, user), Symbol(unit, held.name))
                    todo = "move both, or make it visible"
                    out.append(Refusal(unit, content.line_of(start), why, todo, along=both))
                    break
    return out


def _target(relocation: Relocation, symbol: Symbol) -> str:
    target = relocation.definitions.get(symbol)
    return target.unit if target is not None else relocation.unit(symbol.unit)


def keep_to_file(content: Content, facts: Facts) -> None:
    """Take what only its own file sees out of the uses; it is renamed where it stands."""
    own = {d.name for d in facts.definitions if d.of_file}
    if not own:
        return
    spans: dict[str, list[tuple[int, int]]] = {}
    uses = []
    for use in content.uses:
        if use.kind != "string" and not use.rooted and use.head in own:
            spans.setdefault(use.head, []).append((use.start, use.end))
        else:
            uses.append(use)
    content.uses = uses
    content.held = [
        replace(held, also=tuple(s for s in spans.get(held.name, ()) if s[1] > s[0])) if held.name in own
        else held for held in content.held
    ]  # fmt: skip
