"""Say which old names are left: grouped by file and by name, what breaks first in front."""

import re
from collections.abc import Iterator
from dataclasses import dataclass

from yandrel.model.changes import MADE, Note
from yandrel.moves.stale.old_names import FILE, FOLDER, NAME
from yandrel.moves.stale.searching import COMPUTED, TAIL, Hit

FEW_FILES = 3
FEW_NAMES = 3
MOST_LINES = 5
PLACE = {FILE: "path of what moves", FOLDER: "folder that moves", NAME: "name of what moves"}
PARTED = re.compile(r"[./\\:$]+")


@dataclass(frozen=True)
class Left:
    """An old name that is left at one place."""

    hit: Hit
    line: int
    rank: int

    @property
    def where(self) -> str:
        return f"{self.hit.path}:{self.line}"


def tell(left: list[Left]) -> Iterator[Note]:
    """Yield the notes for what is left: one a file and name, or one for many files or many names."""
    by_file: dict[str, dict[tuple[str, str], list[Left]]] = {}
    for one in left:
        by_file.setdefault(one.hit.path, {}).setdefault((one.hit.thing.old, one.hit.form), []).append(one)
    single: dict[tuple[str, str, int], list[list[Left]]] = {}
    made: dict[str, list[list[Left]]] = {}
    for names in by_file.values():
        groups = [sorted(group, key=lambda one: (one.rank, one.line)) for group in names.values()]
        if groups[0][0].rank == MADE:
            ending = groups[0][0].hit.path.rpartition("/")[2].rpartition(".")[2]
            made.setdefault(ending, []).append([one for group in groups for one in group])
        elif len(groups) > FEW_NAMES:
            yield _tell_many_names([one for group in groups for one in group], len(groups))
        else:
            for (old, form), group in zip(names, groups, strict=True):
                single.setdefault((old, form, group[0].rank), []).append(group)
    for files in made.values():
        yield from map(_tell_made, [files] if len(files) > FEW_FILES else [[one] for one in files])
    for groups in single.values():
        if len(groups) > FEW_FILES:
            yield _tell_one_name([one for group in groups for one in group], len(groups))
        else:
            yield from (_tell_one_name(group, 1) for group in groups)


def _tell_many_names(all_left: list[Left], names: int) -> Note:
    first = min(all_left, key=lambda one: (one.rank, one.line))
    return _note(first, all_left, f"has {names} paths or names that change{tell_lines(_lines(all_left))}")


def _tell_made(files: list[list[Left]]) -> Note:
    """Return one note on generated files that have the same ending."""
    all_left = [one for left in files for one in left]
    names = len({(one.hit.thing.old, one.hit.form) for one in all_left})
    many = f"{names} paths or names that change" if names > 1 else "a path or name that changes"
    more = f", as have {len(files) - 1} more files like it: make them" if len(files) > 1 else ": make it"
    return _note(files[0][0], all_left, f"made by a tool, has {many}{more} anew")


def _tell_one_name(group: list[Left], files: int) -> Note:
    first = group[0]
    lines = _lines([one for one in group if one.hit.path == first.hit.path])
    other = next((one.hit.path for one in group if one.hit.path != first.hit.path), "")
    more = f"; {files - 1} more files have it, such as {other}" if files > 1 else ""
    return _note(first, group, _why(first.hit, tell_lines(lines)) + more)


def _why(hit: Hit, lines: str) -> str:
    thing = hit.thing
    now = f"is {thing.new} after the move" if thing.new else "is gone after the move"
    if hit.form == COMPUTED:
        return f"is put together when it runs{lines}; it may name {thing.old}, which {now}"
    if hit.form == TAIL and hit.text == thing.old:
        return f"may be the {PLACE[thing.kind]}{lines}; it {now}"
    if hit.form == TAIL:
        return f"may be the end of {thing.old}{lines}, which {now}"
    if thing.kind == NAME:
        return f"names what moves{lines}; its new name is {thing.new}{hit.rest}"
    return f"is the {PLACE[thing.kind]}{lines}; it {now}"


def _note(first: Left, group: list[Left], why: str) -> Note:
    others = dict.fromkeys(one.where for one in group)
    others.pop(first.where, None)
    return Note(first.hit.path, first.line, first.hit.text, why, first.rank, tuple(others))


def _lines(group: list[Left]) -> list[int]:
    return [one.line for one in group]


def tell_lines(lines: list[int]) -> str:
    """Return in which other lines the same stands."""
    others = sorted({*lines} - {lines[0]})
    shown = ", ".join(map(str, others[:MOST_LINES])) + (" …" if len(others) > MOST_LINES else "")
    return f", as do lines {shown}" if len(others) > 1 else f", as does line {shown}" if others else ""


def reads_as_new(hit: Hit) -> bool:
    """Whether a text has a thing's new name, which ends like its old one."""
    written = hit.text.removesuffix(hit.rest) if hit.rest else hit.text
    text, old, new = (PARTED.split(name.strip("./\\")) for name in (written, hit.thing.old, hit.thing.new))
    return _common(text, new) > _common(text, old)


def _common(one: list[str], other: list[str]) -> int:
    """Return how many parts two names have in common, counted from their ends."""
    pairs = zip(reversed(one), reversed(other), strict=False)
    return next((n for n, (a, b) in enumerate(pairs) if a != b), min(len(one), len(other)))


__all__ = ["Left", "reads_as_new", "tell", "tell_lines"]
