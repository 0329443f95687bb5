"""Maps of names to files, as autoloaders have them: where a name is rewritten, the file beside it follows.

An entry stands in one line: the name, and a path that begins anywhere above the file. The path is written
anew from the folder that it began in.
"""

import posixpath
import re
from collections.abc import Iterator, Mapping
from dataclasses import replace

from yandrel.index.code import CodeIndex
from yandrel.languages.protocol import View
from yandrel.model.changes import Replacement
from yandrel.moves.exact_edits import apply_replacements
from yandrel.moves.plan import ChangePlan, FileChange
from yandrel.moves.texts import rename_symbols

PARTS = re.compile(r"[.\\:]+")
JOINED = rb"(?:\\{1,4}|[./:])"


def plan_name_pairs(index: CodeIndex, plan: ChangePlan, views: Mapping[str, View]) -> None:
    """Rewrite each path that stands in one line with the new name of a definition in that file."""
    pairs = [
        (re.compile(_spellings(name), re.IGNORECASE), old.unit, new.unit)
        for old, new, _, name in rename_symbols(index, plan, views)
        if old.unit != new.unit and PARTS.search(name)
    ]
    if not pairs:
        return
    for position, change in enumerate(plan.files):
        if change.edited and change.after is not None and change.old:
            edits = list(_find_edits(change.after, pairs))
            if edits:
                _carry_out(plan, position, change, edits)


def _spellings(name: str) -> bytes:
    """Return a pattern for a whole string that is a name, in any separators."""
    parts = (re.escape(part.encode()) for part in PARTS.split(name))
    return rb"[\"'\\]" + JOINED.join(parts) + rb"[\"']"


def _find_edits(text: bytes, pairs: list[tuple[re.Pattern[bytes], str, str]]) -> Iterator[Replacement]:
    for pattern, old, new in pairs:
        name = old.rpartition("/")[2].encode()
        if name not in text:
            continue
        path = re.compile(rb"([\"'])(/?(?:[\w.-]+/)*%b)\1" % re.escape(name))
        for found in path.finditer(text):
            start = text.rfind(b"\n", 0, found.start()) + 1
            written = found[2].decode()
            moved = _from_the_same_folder(written, old, new)
            if moved and moved != written and pattern.search(text, start, found.start()):
                yield Replacement(found.start(2), found.end(2), found[2], moved.encode(), f"is beside {new}")


def _from_the_same_folder(written: str, old: str, new: str) -> str:
    """Return the path to a file's new place, from the folder that a written path began in; else nothing."""
    end = written.lstrip("/")
    if not f"/{old}".endswith(f"/{end}"):
        return ""
    folder = old[: -len(end)].rstrip("/")
    return written[: len(written) - len(end)] + posixpath.relpath(new, folder or ".")


def _carry_out(plan: ChangePlan, position: int, change: FileChange, edits: list[Replacement]) -> None:
    """Apply edits to the text that a file will have, and drop the notes on the paths that they change."""
    assert change.after is not None
    unique = sorted({edit.start: edit for edit in edits}.values())
    lines = {change.after.count(b"\n", 0, edit.start) + 1 for edit in unique}
    after = apply_replacements(change.after, unique, change.new)
    plan.files[position] = replace(change, after=after, edits=change.edits + len(unique))
    texts = {edit.old.decode() for edit in unique}
    places = {change.old, change.new}
    plan.notes = [
        note for note in plan.notes if not (note.unit in places and note.line in lines and note.text in texts)
    ]


__all__ = ["plan_name_pairs"]
