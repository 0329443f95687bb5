"""Checks shared by all readers: syntax problems and secrets."""

import re
from collections.abc import Iterable, Iterator
from typing import TypeVar

from tree_sitter import Node

from yandrel.model.facts import Problem

Key = TypeVar("Key")
MAXIMUM_PROBLEMS = 5
DEEPEST_NESTING = 200
SECRET = re.compile(rb"""["'][a-z][a-z0-9+.-]*://[^:/@\s'"{}<>%$]*:([^:/@\s'"{}<>%$]+)@[^'"\s]+["']""")
ADDRESS_WITH_PASSWORD = re.compile(rb"""://[^:/@\s'"{}<>%$]*:[^:/@\s'"{}<>%$]+@""")
"""What every secret has, and hardly any file: quick to rule out."""
STAND_IN = re.compile(rb"(?i)(x+|\*+|\.+|pass(word)?|pwd|secret|your.*|change.*|example)\Z")


class Lines:
    """Counts lines for places that come in order."""

    def __init__(self, source: bytes) -> None:
        self.source = source
        self.at = 0
        self.line = 1

    def of(self, position: int) -> int:
        """Return the line of a place that lies after those asked for before."""
        self.line += self.source.count(b"\n", self.at, position)
        self.at = position
        return self.line


def keep_first(first: dict[Key, int], key: Key, at: int) -> None:
    """Note a place of something where it is the first that is known."""
    known = first.get(key)
    if known is None or at < known:
        first[key] = at


def find_first(pattern: re.Pattern[bytes], code: bytes, start: int = 0) -> Iterator[tuple[bytes, int]]:
    """Yield each text that a pattern without groups finds, once, with its first place, in order.

    Many a text is found many times; looking for the places of the different ones is quicker than making a
    match of each.
    """
    at = start
    for text in dict.fromkeys(pattern.findall(code, start)):
        at = code.find(text, at)
        while (found := pattern.match(code, at)) is None or found[0] != text:
            at = code.find(text, at + 1)
        yield text, at


def blank_literal(text: bytes, holes: Iterable[tuple[int, int]] = ()) -> bytes:
    """Return a literal with quotes for all that is in it, but for the spans that hold code."""
    at = 0
    pieces = []
    for start, end in holes:
        pieces += [b'"' * (start - at), text[start:end]]
        at = end
    return b"".join(pieces) + b'"' * (len(text) - at)


def find_secrets(source: bytes) -> tuple[int, ...]:
    """Return the lines of string literals that hold an address with a password."""
    if not ADDRESS_WITH_PASSWORD.search(source):
        return ()
    found = SECRET.finditer(source)
    return tuple(source.count(b"\n", 0, f.start()) + 1 for f in found if not STAND_IN.match(f.group(1)))


def find_problems(root: Node) -> tuple[Problem, ...]:
    """Return the first places of a tree that could not be read."""
    if not root.has_error:
        return ()
    found: list[Problem] = []
    stack = [(root, 0)]
    while stack and len(found) < MAXIMUM_PROBLEMS:
        node, depth = stack.pop()
        if node.is_missing:
            found.append(Problem(node.start_point[0] + 1, f"{node.type} is missing"))
        elif node.is_error:
            found.append(Problem(node.start_point[0] + 1, "cannot be read"))
        elif node.has_error and depth < DEEPEST_NESTING:
            stack.extend((child, depth + 1) for child in reversed(node.children))
    if not found:
        found.append(Problem(root.start_point[0] + 1, "cannot be read"))
    return tuple(found)
