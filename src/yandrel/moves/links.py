"""Links in the application's folders that lead to what moves, or to what uses it: they are told of, not
changed."""

import os
import re
from collections.abc import Iterator

from yandrel.index.code import CodeIndex
from yandrel.model.changes import Note
from yandrel.moves.plan import ChangePlan

WORD = re.compile(rb"[A-Za-z_]\w*")


def list_links(index: CodeIndex, plan: ChangePlan) -> None:
    """Add a note for each link to a file or a folder that moves, or that a definition leaves, and for one by
    which a unit stands in a folder too that something leaves which it names."""
    moved = {change.old: change.new for change in plan.files if change.old and change.old != change.new}
    leaving: dict[str, list[str]] = {}
    for symbol, place in plan.relocation.definitions.items():
        if place.unit != symbol.unit:
            leaving.setdefault(symbol.unit, []).append(symbol.name)
    parting = _find_parting(index, plan, moved)
    for link, target in _find_links(index) if moved or leaving else ():
        named = _find_named(index, target, parting.get(os.path.dirname(link), set()))
        if named:
            names = ", ".join(named)
            plan.notes.append(
                Note(link, 0, target, f"is a link to a file that names {names}, gone from the link's folder")
            )
        below = [path for path in moved if path.startswith(target + "/")]
        if target in moved:
            to = (
                f"it would have to lead to {moved[target]} now"
                if moved[target]
                else "that is no longer there"
            )
            plan.notes.append(Note(link, 0, target, f"is a link to what moves; {to}"))
        elif below:
            plan.notes.append(Note(link, 0, target, f"is a link to a folder that {below[0]} leaves"))
        elif target in leaving:
            names = ", ".join(sorted(leaving[target]))
            plan.notes.append(Note(link, 0, target, f"is a link to a file that {names} leaves"))


def _find_parting(index: CodeIndex, plan: ChangePlan, moved: dict[str, str]) -> dict[str, set[str]]:
    """Return the names that leave each folder."""
    parting: dict[str, set[str]] = {}
    for symbol, place in plan.relocation.definitions.items():
        if os.path.dirname(place.unit) != os.path.dirname(symbol.unit):
            parting.setdefault(os.path.dirname(symbol.unit), set()).add(symbol.name)
    for old, new in moved.items():
        if old in index.facts and os.path.dirname(old) != os.path.dirname(new):
            names = {definition.name for definition in index.facts[old].definitions}
            parting.setdefault(os.path.dirname(old), set()).update(names)
    return parting


def _find_named(index: CodeIndex, unit: str, names: set[str]) -> list[str]:
    """Return those of some names that a unit holds as words."""
    if not names or unit not in index.facts:
        return []
    words = {word.decode() for word in WORD.findall(index.read_raw(unit))}
    return sorted(names & words)


def _find_links(index: CodeIndex) -> Iterator[tuple[str, str]]:
    """Yield the links below the root with the paths that they lead to, where those are below it too."""
    root = os.path.realpath(index.root)
    for path in sorted(index.tree.ignored):
        place = index.root / path.rstrip("/")
        if place.is_symlink():
            target = os.path.realpath(place)
            if target.startswith(root + os.sep):
                yield path.rstrip("/"), os.path.relpath(target, root).replace(os.sep, "/")
