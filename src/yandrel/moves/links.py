"""Links in the application's folders that lead to what moves: they are told of, not changed."""

import os
from collections.abc import Iterator

from yandrel.index.code import CodeIndex
from yandrel.model.changes import Note
from yandrel.moves.plan import ChangePlan


def list_links(index: CodeIndex, plan: ChangePlan) -> None:
    """Add a note for each link to a file or a folder that moves, or that a definition leaves."""
    moved = {change.old: change.new for change in plan.files if change.old and change.old != change.new}
    leaving: dict[str, list[str]] = {}
    for symbol, place in plan.relocation.definitions.items():
        if place.unit != symbol.unit:
            leaving.setdefault(symbol.unit, []).append(symbol.name)
    for link, target in _find_links(index) if moved or leaving else ():
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


def _find_links(index: CodeIndex) -> Iterator[tuple[str, str]]:
    """Yield the links below the root with the paths that they lead to, where those are below it too."""
    root = os.path.realpath(index.root)
    for path in sorted(index.tree.ignored):
        place = index.root / path.rstrip("/")
        if place.is_symlink():
            target = os.path.realpath(place)
            if target.startswith(root + os.sep):
                yield path.rstrip("/"), os.path.relpath(target, root).replace(os.sep, "/")
