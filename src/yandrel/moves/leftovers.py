"""Names and paths of what moved that still stand in code: in comments, and in strings that hold more."""

import re
from collections.abc import Iterator, Mapping

from yandrel.index.code import CodeIndex
from yandrel.languages.protocol import View
from yandrel.languages.registry import language_of
from yandrel.model.changes import Note
from yandrel.moves.handlers import find_handlers
from yandrel.moves.plan import ChangePlan
from yandrel.moves.texts import renamed_names

SEPARATOR = re.compile(r"[.\\/]")

MOST_LINES = 5
TELLING = 2
"""How many separators a namespace has whose name stands for nothing else."""


def list_leftovers(index: CodeIndex, plan: ChangePlan, views: Mapping[str, View]) -> None:
    """Add a note for each qualified name or path in code that would be another now, and was not rewritten."""
    names = {old: new for old, new in renamed_names(index, plan, views).items() if SEPARATOR.search(old)}
    renamed = plan.rewrite.namespaces.items()
    names |= {old: new for old, new in renamed if len(SEPARATOR.findall(old)) >= TELLING}
    names |= {old: new for old, new in plan.relocation.units.items() if "/" in old and old != new}
    after = {*names.values()} | {old for old in names if any(v.find_qualified(old) for v in views.values())}
    names = {old: new for old, new in names.items() if old not in after}
    if not names:
        return
    outer = {_spelled(SEPARATOR.split(name)[:-1], name) for name in names}
    wanted = re.compile(b"|".join(sorted(outer)))
    longest_first = sorted(names, key=len, reverse=True)
    any_name = b"|".join(_spelled(SEPARATOR.split(name), name) for name in longest_first)
    pattern = re.compile(rb"(?<![\w.\\/$])\\?(" + any_name + rb")(?![\w$])")
    known = {(note.unit, note.text) for note in plan.notes}
    texts = _texts_after(index, plan)
    plan.notes += _handlers_by_tail(texts, {old: new for old, new in names.items() if "\\" in old})
    for path, data in texts.items():
        if not wanted.search(data):
            continue
        lines: dict[tuple[str, str], list[int]] = {}
        for found in pattern.finditer(data):
            text = found[1].decode("utf-8", "replace")
            new = names.get(text) or names.get(text.replace("\\\\", "\\"), "")
            if new and (path, text) not in known:
                lines.setdefault((text, new), []).append(count_lines(data, found.start()))
        for (text, new), places in lines.items():
            why = f"names what moves{tell_lines(places)}; its new name is {new}"
            plan.notes.append(Note(path, places[0], text, why))


def _handlers_by_tail(texts: Mapping[str, bytes], names: Mapping[str, str]) -> Iterator[Note]:
    """Yield a note for each `'HiveController@index'` left, which a group's namespace makes a whole name."""
    for path, data in texts.items():
        lines: dict[tuple[str, str], list[int]] = {}
        for one in find_handlers(data, names):
            lines.setdefault((one.tail, names[one.whole]), []).append(one.line)
        for (tail, new), places in lines.items():
            why = (
                f"may name what moves, by the namespace of a group{tell_lines(places)}; its new name is {new}"
            )
            yield Note(path, places[0], tail, why)


def count_lines(data: bytes, at: int) -> int:
    """Return the line that a place of a text is on."""
    return data.count(b"\n", 0, at) + 1


def tell_lines(lines: list[int]) -> str:
    """Return in which other lines the same stands."""
    others = sorted({*lines} - {lines[0]})
    shown = ", ".join(map(str, others[:MOST_LINES])) + (" …" if len(others) > MOST_LINES else "")
    return f", as do lines {shown}" if len(others) > 1 else f", as does line {shown}" if others else ""


def _spelled(parts: list[str], name: str) -> bytes:
    """Return a pattern of a name's parts, its separators doubled or not where they are backslashes."""
    found = SEPARATOR.search(name)
    separator = rb"\\{1,2}" if found is not None and found[0] == "\\" else None
    if separator is not None:
        return separator.join(re.escape(part).encode() for part in parts)
    end = sum(len(part) + 1 for part in parts) - 1
    return re.escape(name[:end]).encode()


def _texts_after(index: CodeIndex, plan: ChangePlan) -> dict[str, bytes]:
    """Return the text of each unit as it will be, by its new path, and of code that is ignored as such."""
    changed = plan.new_sources()
    gone = {change.old for change in plan.files if change.old != change.new}
    texts = {path: index.read_raw(path) for path in index.facts if path not in gone and path not in changed}
    left_out = (path for path in index.tree.ignored if language_of(path) is not None)
    texts |= {path: index.read_raw(path) for path in sorted(left_out) if index.files.is_file(path)}
    return {**texts, **changed}
