"""Find the whole set that would have to move together, where a part of it is refused alone."""

import time
from collections.abc import Callable, Iterable

from yandrel.errors import CallError, RefusedError
from yandrel.index.code import CodeIndex
from yandrel.model.changes import Refusal
from yandrel.model.graph import Symbol
from yandrel.moves.plan import RefusalsError
from yandrel.moves.things import Thing

ROUNDS = 4
LONGEST = 8.0
"""Seconds after which no further set is tried: a refusal must not take long."""
MOST = 12
"""The most files or definitions in one suggested move."""

Pairs = list[tuple[Thing, Thing]]


def find_whole_set(
    index: CodeIndex, asked: Pairs, refusals: Iterable[Refusal], plan: Callable[[Pairs], object]
) -> Pairs:
    """Return the smallest move found that includes everything a refused move needs; empty where none is.

    `plan` raises RefusalsError where a move would be refused too. What moves already comes first.
    """
    pairs = list(asked)
    started = time.monotonic()
    for _ in range(ROUNDS):
        if time.monotonic() - started > LONGEST:
            return []
        more = _find_more(index, pairs, refusals)
        if not more or len(pairs) + len(more) > MOST:
            return []
        pairs += more
        try:
            plan(pairs)
        except RefusalsError as error:
            refusals = error.refusals
        except (CallError, RefusedError):
            return []
        else:
            return pairs
    return []


def _find_more(index: CodeIndex, pairs: Pairs, refusals: Iterable[Refusal]) -> Pairs:
    """Return the further files or definitions that would have to move, with their places.

    Refusals that no thing going along would lift are passed over: they may end with the others.
    """
    found: dict[Thing, Thing] = {}
    sources = [source for source, _ in pairs]
    for refusal in refusals:
        more = [_as_thing(index, symbol, pairs) for symbol in refusal.along]
        missing = [thing for thing in more if thing is None or not _moves(thing, sources)]
        for thing in missing:
            place = _place(thing, pairs) if thing is not None else None
            if thing is None or place is None:
                return []
            found[thing] = place
    return list(found.items())


def _as_thing(index: CodeIndex, symbol: Symbol, pairs: Pairs) -> Thing | None:
    """Return the definition, its type, or its file where whole files move; None where there is none."""
    if not any(source.name for source, _ in pairs):
        return Thing(symbol.unit)
    facts = index.facts.get(symbol.unit)
    names = {definition.name for definition in facts.definitions} if facts is not None else set()
    owner = symbol.name.partition(".")[0]
    name = owner if owner in names else symbol.name
    return Thing(symbol.unit, name) if name in names else None


def _moves(thing: Thing, sources: list[Thing]) -> bool:
    return any(
        source == thing
        or (source.path == thing.path and not source.name)
        or (source.is_folder and thing.path.startswith(source.path))
        for source in sources
    )


def _place(thing: Thing, pairs: Pairs) -> Thing | None:
    """Return the place beside all that moves; None where that is no one place."""
    if thing.name:
        units = {target.path for _, target in pairs}
        return Thing(units.pop(), thing.name) if len(units) == 1 else None
    if any(source.is_folder or source.name for source, _ in pairs):
        return None
    changes = {(s.path.rpartition("/")[0], t.path.rpartition("/")[0]) for s, t in pairs}
    folder, _, name = thing.path.rpartition("/")
    places = {mirror_folder(folder, old, new) for old, new in changes} - {None}
    place = places.pop() if len(places) == 1 else None
    return None if place is None else Thing(f"{place}/{name}" if place else name)


def mirror_folder(folder: str, old: str, new: str) -> str | None:
    """Return the new folder that matches another folder's move, so that tests stay among tests; else None."""
    if folder == old:
        return new
    before, after = old.split("/"), new.split("/")
    while before and after and before[0] == after[0]:
        before.pop(0)
        after.pop(0)
    end = "/".join(before)
    if not end or not folder.endswith("/" + end):
        return None
    return "/".join([folder[: -len(end) - 1], *after])


def write_command(pairs: Pairs) -> str:
    """Return the command that makes a move; empty where one command cannot."""
    sources = " ".join(str(source) for source, _ in pairs)
    if all(source.name for source, _ in pairs):
        units = {target.path for _, target in pairs}
        kept = all(source.name == target.name for source, target in pairs)
        return f"yandrel move {sources} {units.pop()}" if len(units) == 1 and kept else ""
    folders = {target.path.rpartition("/")[0] for _, target in pairs}
    kept = all(s.path.rpartition("/")[2] == t.path.rpartition("/")[2] for s, t in pairs)
    return f"yandrel move {sources} {folders.pop() or '.'}/" if len(folders) == 1 and kept else ""


__all__ = ["find_whole_set", "mirror_folder", "write_command"]
