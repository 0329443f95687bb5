"""Unexported helpers that only what moves uses: they go along into its new package."""

from collections.abc import Iterator, Mapping

from msgspec.structs import replace

from yandrel.languages.go.deep import Content
from yandrel.languages.go.limits import is_exported
from yandrel.languages.go.packages import settle_relocation
from yandrel.languages.go.view import GoView, folder_of
from yandrel.model.changes import Relocation, Rewrite
from yandrel.model.graph import Symbol

NEVER = frozenset({"main", "init", "_"})


def carry_private(
    view: GoView, relocation: Relocation, contents: Mapping[str, Content], result: Rewrite
) -> Relocation:
    """Return the relocation with the helpers that nothing else uses, and note them."""
    while found := dict(_find_followers(view, relocation, contents)):
        definitions = {**relocation.definitions, **found}
        relocation = settle_relocation(view, replace(relocation, definitions=definitions))
        result.carried.update(found)
    return relocation


def _find_followers(
    view: GoView, relocation: Relocation, contents: Mapping[str, Content]
) -> Iterator[tuple[Symbol, Symbol]]:
    """Yield helpers of which every user leaves for one package, with where they go."""
    leaving = {
        symbol: target
        for symbol, target in relocation.definitions.items()
        if folder_of(target.unit) != folder_of(relocation.unit(symbol.unit))
    }
    packages = {view.package_of(symbol.unit) for symbol in leaving if symbol.unit in view.units.facts}
    for package in sorted(packages):
        units = [unit for unit in view.members.get(package, ()) if unit in contents]
        if len(units) < len(view.members.get(package, ())):
            continue
        users = _users_by_name(units, contents)
        for unit in units:
            for piece in contents[unit].pieces:
                symbol = Symbol(unit, piece.name)
                if piece.owner or piece.fixed or is_exported(piece.name) or piece.name in NEVER:
                    continue
                if symbol in relocation.definitions or len(view.tables[package][piece.name]) > 1:
                    continue
                asking = users.get(piece.name, set()) - {symbol}
                targets = {leaving[user].unit for user in asking if user in leaving}
                if asking and asking <= leaving.keys() and len({folder_of(t) for t in targets}) == 1:
                    yield symbol, Symbol(min(targets), piece.name)


def _users_by_name(units: list[str], contents: Mapping[str, Content]) -> dict[str, set[Symbol]]:
    """Return which declarations use each name of their package."""
    out: dict[str, set[Symbol]] = {}
    for unit in units:
        content = contents[unit]
        for use in content.uses:
            if not use.qualifier and not use.doc:
                out.setdefault(use.name, set()).add(Symbol(unit, content.name_of(use.piece)))
    return out
