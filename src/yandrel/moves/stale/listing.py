"""List every old path and name that some text still has after a change, as notes."""

import json
import re
from collections import Counter
from collections.abc import Mapping
from itertools import takewhile

from yandrel.index.code import CodeIndex
from yandrel.languages.protocol import View
from yandrel.layout.config import Layout
from yandrel.model.changes import UNSURE, Note
from yandrel.moves.handlers import find_handlers
from yandrel.moves.plan import ChangePlan, read_or_none
from yandrel.moves.stale.old_names import NAME, collect_old_names
from yandrel.moves.stale.placing import Text, rank_hit
from yandrel.moves.stale.reading import read_texts
from yandrel.moves.stale.searching import TAIL, Hit, Searcher
from yandrel.moves.stale.telling import Left, reads_as_new, tell, tell_lines
from yandrel.moves.texts import OWN_FILES


def list_old_names(
    index: CodeIndex, plan: ChangePlan, views: Mapping[str, View], layout: Layout, move_list: str = ""
) -> None:
    """Add a note for each old path or name that is left; the move list itself is left alone.

    `views` are the graphs after the change.
    """
    things = collect_old_names(index, plan, views)
    if not things:
        return
    packages = _find_packages(index)
    folded = [thing for thing in things if thing.kind == NAME and "\\" in thing.old]
    plain = [thing for thing in things if thing not in folded] if folded else things
    alone = _find_alone(index)
    searchers = [Searcher(plain, packages, alone)] if plain else []
    searchers += [Searcher(folded, packages, folds=True)] if folded else []
    known = {(note.unit, note.line) for note in plan.notes}
    names = frozenset({move_list.rpartition("/")[2], *OWN_FILES} - {""})
    left: list[Left] = []
    origins = {new: old for old, new in plan.relocation.units.items()}
    handlers = {thing.old: thing.new for thing in folded}
    for text in read_texts(index, plan, layout, names):
        resolved = text.path in index.facts or text.path in plan.new_sources()
        hits = [hit for s in searchers for hit in s.find(text.path, text.data, text.is_code, text.is_prose)]
        hits = [hit for hit in hits if not _goes_along(hit, origins)]
        left += _rank(hits, text, known, resolved)
        plan.notes += _list_handlers(text, handlers) if handlers and text.is_code else ()
    plan.notes += tell(left)


def _goes_along(hit: Hit, origins: Mapping[str, str]) -> bool:
    """Whether a path is relative to a folder that moves with both its file and the file that it names."""
    if hit.form != TAIL or hit.thing.kind == NAME or hit.path not in origins:
        return False
    kept = _common_tail(hit.thing.old, hit.thing.new)
    with_it = _common_tail(origins[hit.path], hit.path)
    same = _without(hit.thing.old, kept) == _without(origins[hit.path], with_it)
    moved_so = _without(hit.thing.new, kept) == _without(hit.path, with_it)
    written, whole = (len(path.strip("/").split("/")) for path in (hit.text, hit.thing.old))
    return same and moved_so and written <= kept and written < whole


def _common_tail(old: str, new: str) -> int:
    """Return how many parts two paths have in common, counted from their ends."""
    pairs = zip(reversed(old.rstrip("/").split("/")), reversed(new.rstrip("/").split("/")), strict=False)
    return len(list(takewhile(lambda pair: pair[0] == pair[1], pairs)))


def _without(path: str, tail: int) -> list[str]:
    parts = path.rstrip("/").split("/")
    return parts[: len(parts) - tail]


def _rank(hits: list[Hit], text: Text, known: set[tuple[str, int]], resolved: bool) -> list[Left]:
    left: list[Left] = []
    for hit in hits:
        line = text.data.count(b"\n", 0, hit.start) + 1
        if (text.path, line) in known or reads_as_new(hit):
            continue
        rank = rank_hit(hit, text, resolved)
        if rank is not None:
            left.append(Left(hit, line, rank))
    return left


def _list_handlers(text: Text, names: Mapping[str, str]) -> list[Note]:
    """Return a note for each `'HiveController@index'` left, which a group's namespace makes a whole name."""
    lines: dict[tuple[str, str], list[int]] = {}
    for one in find_handlers(text.data, names):
        lines.setdefault((one.tail, names[one.whole]), []).append(one.line)
    return [
        Note(
            text.path, places[0], tail,
            f"may name what moves, by the namespace of a group{tell_lines(places)}; its new name is {new}",
            UNSURE,
        )
        for (tail, new), places in lines.items()
    ]  # fmt: skip


def _find_alone(index: CodeIndex) -> frozenset[str]:
    """Return the file names that occur once in the application."""
    counts = Counter(path.rpartition("/")[2] for path in index.tree.files)
    return frozenset(name for name, count in counts.items() if count == 1)


def _find_packages(index: CodeIndex) -> dict[str, str]:
    """Return the names of packages by the folders that their package.json is in."""
    packages: dict[str, str] = {}
    for path in index.tree.files:
        if path.rpartition("/")[2] != "package.json":
            continue
        found = re.search(rb'"name"\s*:\s*("(?:[^"\\]|\\.)*")', read_or_none(index, path) or b"")
        if found is not None:
            packages[path.rpartition("/")[0]] = json.loads(found[1])
    return packages


__all__ = ["list_old_names"]
