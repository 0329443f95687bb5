"""Edits that are whole words, and replacements whose old text is where it is expected."""

import re
from collections.abc import Iterable

from yandrel.errors import RefusedError
from yandrel.model.changes import Replacement

WORD_BYTE = re.compile(rb"[A-Za-z0-9_\x80-\xff]")


def find_edit_fault(source: bytes, start: int, end: int, text: bytes) -> str:
    """Return why an edit cannot be meant: it cuts a word in two, or joins two; nothing where it can."""
    if not 0 <= start <= end <= len(source):
        return "is outside of the text"
    left, right = source[start - 1 : start] if start else b"", source[end : end + 1]
    old = source[start:end]
    first, last = (old[:1], old[-1:]) if old else (right, left)
    if _are_joined(left, first) and not _are_joined(left, text[:1] or right):
        return "cuts a word in two"
    if _are_joined(last, right) and not _are_joined(text[-1:] or left, right):
        return "cuts a word in two"
    if not _are_joined(left, first) and _are_joined(left, text[:1] or right):
        return "joins two words"
    return "joins two words" if not _are_joined(last, right) and _are_joined(text[-1:] or left, right) else ""


def _are_joined(left: bytes, right: bytes) -> bool:
    return bool(left and right and WORD_BYTE.match(left) and WORD_BYTE.match(right))


def apply_replacements(source: bytes, replacements: Iterable[Replacement], path: str) -> bytes:
    """Apply replacements that do not overlap; raises RefusedError where one does not fit the text.

    Such a fault is Yandrel's own: an empty old text, one that is not there, or one that is part of a word.
    """
    out: list[bytes] = []
    at = 0
    for item in sorted(replacements):
        fault = find_edit_fault(source, item.start, item.end, item.new)
        if not item.old or source[item.start : item.end] != item.old:
            fault = "replaces a text that is not there"
        if item.start < at:
            fault = "overlaps another"
        if fault:
            raise RefusedError(
                f"a fault of Yandrel's own: an edit at byte {item.start} ({item.why}) {fault}",
                where=path, todo="nothing was changed; please report it",
            )  # fmt: skip
        out += (source[at : item.start], item.new)
        at = item.end
    return b"".join((*out, source[at:]))
