"""Tell which extensions of types that move stay in the folder that these leave."""

from collections.abc import Iterator, Mapping

from yandrel.languages.named.content import Content
from yandrel.model.changes import UNSURE, Note, Relocation
from yandrel.model.facts import Facts


def tell_extensions(
    facts: Mapping[str, Facts], relocation: Relocation, contents: Mapping[str, Content]
) -> Iterator[Note]:
    """Yield a note for each file beside a type that extends it, and stays where it is."""
    leaving = _leaving_types(facts, relocation)
    for unit in sorted(facts):
        folder, _, name = unit.rpartition("/")
        types = leaving.get(folder, frozenset())
        if not types or relocation.unit(unit) != unit:
            continue
        content = contents.get(unit)
        held = next((one for one in content.extending if one.name in types), None) if content else None
        extended = held.name if held is not None else name.partition("+")[0]
        if extended in types and (held is not None or "+" in name):
            line = content.line_of(held.name_start) if content and held is not None else 1
            yield Note(
                unit, line, f"extension {extended}", "extends what moves, and stays where it is", UNSURE
            )


def _leaving_types(facts: Mapping[str, Facts], relocation: Relocation) -> dict[str, frozenset[str]]:
    """Return the types that leave their folders, by folder."""
    places = {symbol: target.unit for symbol, target in relocation.definitions.items()}
    leaving: dict[str, set[str]] = {}
    for unit in {*relocation.units, *(symbol.unit for symbol in places)} & facts.keys():
        folder = unit.rpartition("/")[0]
        for definition in facts[unit].definitions:
            moved = [new for old, new in places.items() if (old.unit, old.name) == (unit, definition.name)]
            new = moved[0] if moved else relocation.unit(unit)
            if new.rpartition("/")[0] != folder:
                leaving.setdefault(folder, set()).add(definition.name)
    return {folder: frozenset(names) for folder, names in leaving.items()}


__all__ = ["tell_extensions"]
