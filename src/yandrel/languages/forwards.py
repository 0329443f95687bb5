"""The sign of forwarding: a comment by which what is left behind for others is found again."""

import re

SIGN = "Forwards to"
_LINE = re.compile(
    rb"^[ \t]*(?:#|//) " + SIGN.encode() + rb" ([^\n]+?): import from there\.\r?$", re.MULTILINE
)


def find_forwarding(source: bytes) -> list[tuple[int, str]]:
    """Return the line of each sign in a source, with the place that it forwards to."""
    return [
        (source.count(b"\n", 0, found.start()) + 1, found[1].decode("utf-8", "replace"))
        for found in _LINE.finditer(source)
    ]


def may_forward(source: bytes) -> bool:
    """Whether a source may hold the sign."""
    return SIGN.encode() in source and _LINE.search(source) is not None


__all__ = ["SIGN", "find_forwarding", "may_forward"]
