"""Twins: definitions of several domains that are the same, or the same but for the domains' names."""

from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass

from yandrel.languages.shapes import tokens_of
from yandrel.model.facts import Definition
from yandrel.model.words import singular, words_of
from yandrel.survey.concepts import concept_words
from yandrel.survey.picture import Picture


@dataclass(frozen=True)
class Twins:
    """Definitions that are alike, each with its file; `same` says that not even the domains' names differ."""

    places: tuple[tuple[str, Definition], ...]
    same: bool


def find_twins(picture: Picture) -> Iterator[Twins]:
    """Yield each group of definitions that are the same in several domains.

    Where the domains' names differ in their texts, they must have the same name. Definitions whose names say
    a domain and a role and nothing else, as `HiveRepository` and `KeeperRepository` do, follow one
    convention and are no copies of each other.
    """
    for group in _by_shape(picture).values():
        if len({picture.domain(unit) for unit, _ in group}) < 2:
            continue
        tokens = {unit: _tokens(picture, unit, definition) for unit, definition in group}
        for together in _alike(picture, group, tokens):
            same = all(tokens[unit] == tokens[together[0][0]] for unit, _ in together)
            yield Twins(tuple(together), same)


def _by_shape(picture: Picture) -> dict[tuple[int, str], list[tuple[str, Definition]]]:
    found: dict[tuple[int, str], list[tuple[str, Definition]]] = defaultdict(list)
    for unit in sorted(picture.counted()):
        if not picture.domain(unit):
            continue
        shapes: set[int] = set()
        for definition in picture.index.facts[unit].definitions:
            if definition.shape and definition.shape not in shapes:
                shapes.add(definition.shape)
                found[definition.shape, definition.kind].append((unit, definition))
    return found


def _tokens(picture: Picture, unit: str, definition: Definition) -> list[str]:
    return tokens_of(picture.index.read_source(unit).data, definition)


def _alike(
    picture: Picture, group: list[tuple[str, Definition]], tokens: dict[str, list[str]]
) -> list[list[tuple[str, Definition]]]:
    """Return the parts of a group whose members are alike; none within one domain."""
    parts: list[list[tuple[str, Definition]]] = []
    for place in group:
        for part in parts:
            if _are_alike(picture, part[0], place, tokens):
                part.append(place)
                break
        else:
            parts.append([place])
    return [part for part in parts if len({picture.domain(unit) for unit, _ in part}) > 1]


def _are_alike(
    picture: Picture, one: tuple[str, Definition], other: tuple[str, Definition], tokens: dict[str, list[str]]
) -> bool:
    mine, theirs = tokens[one[0]], tokens[other[0]]
    if one[1].name != other[1].name and not (_tells_more(picture, *one) and _tells_more(picture, *other)):
        return False
    if mine == theirs:
        return True
    if one[1].name != other[1].name or len(mine) != len(theirs):
        return False
    first, second = _words_of_domain(picture, one[0]), _words_of_domain(picture, other[0])
    differing = {token for pair in zip(mine, theirs, strict=True) if pair[0] != pair[1] for token in pair}
    if differing & (_known_names(picture, one[0]) | _known_names(picture, other[0])):
        return False
    return all(a == b or _without(a, first) == _without(b, second) for a, b in zip(mine, theirs, strict=True))


def _known_names(picture: Picture, unit: str) -> set[str]:
    """Return the names that lead to definitions in a file: what works with other types is not the same."""
    facts = picture.index.facts[unit]
    named = {name.bound for found in facts.imports for name in found.names}
    return named | {d.name for d in facts.definitions} | {m.name.rpartition(".")[2] for m in facts.mentions}


def _tells_more(picture: Picture, unit: str, definition: Definition) -> bool:
    """Whether a definition is more than one of a convention: by its name, and by what it does.

    A name that says a domain and a role tells nothing more, and neither do types that only hold values.
    """
    own = _words_of_domain(picture, unit)
    acts = definition.kind == "function" or any(
        member.endswith("()") and member != f"{definition.name}()" for member in definition.members
    )
    if not acts:
        return False
    return any(singular(word) not in own for word in concept_words(definition.name))


def _words_of_domain(picture: Picture, unit: str) -> frozenset[str]:
    return frozenset(singular(word) for word in words_of(picture.domain(unit)))


def _without(token: str, domain: frozenset[str]) -> tuple[str, ...]:
    """Return the words of a name, those of a domain left blank; a name without any is only like itself."""
    words = tuple("" if singular(word) in domain else word for word in words_of(token))
    return words if "" in words else (token,)


def shapes_in(picture: Picture, unit: str) -> tuple[int, ...]:
    """Return the shapes of a file's definitions, by which its twins would be found."""
    return tuple(d.shape for d in picture.index.facts[unit].definitions if d.shape)


__all__ = ["Twins", "find_twins", "shapes_in"]
