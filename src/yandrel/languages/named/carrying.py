"""Helpers that only their file sees, and that only what moves uses: they go along."""

from collections import Counter
from collections.abc import Iterator, Mapping

from msgspec.structs import replace

from yandrel.languages.named.content import Content
from yandrel.languages.named.dialect import Dialect
from yandrel.model.changes import Relocation, Rewrite
from yandrel.model.graph import Symbol

BY_SIGN = "operator"
"""What may be used without being named."""


def carry_private(
    dialect: Dialect, relocation: Relocation, contents: Mapping[str, Content], result: Rewrite
) -> Relocation:
    """Return the relocation with the helpers that nothing else uses, and note them."""
    while found := dict(_find_followers(dialect, relocation, contents)):
        relocation = replace(relocation, definitions={**relocation.definitions, **found})
        result.carried.update(found)
    return relocation


def _find_followers(
    dialect: Dialect, relocation: Relocation, contents: Mapping[str, Content]
) -> Iterator[tuple[Symbol, Symbol]]:
    for unit in {symbol.unit for symbol in relocation.definitions} & contents.keys():
        content = contents[unit]
        definitions = dialect.view.units.facts[unit].definitions
        private = {d.name for d in definitions if d.of_file and BY_SIGN not in d.marks}
        counts = Counter(held.name for held in content.held)
        for held in content.held:
            symbol = Symbol(unit, held.name)
            if held.name not in private or symbol in relocation.definitions or counts[held.name] > 1:
                continue
            users = {content.holder_at(start) for start, _ in held.also} - {held.name}
            targets = {relocation.definitions.get(Symbol(unit, user), Symbol(unit)).unit for user in users}
            if len(targets) == 1 and not targets & {unit, relocation.unit(unit)}:
                yield symbol, Symbol(targets.pop(), held.name)
