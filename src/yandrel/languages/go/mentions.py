"""Where a Go file names what it need not import, or names it through its package."""

import re
from collections.abc import Set

from tree_sitter import Node

from yandrel.languages.go.grammar import GRAMMAR, LISTS
from yandrel.languages.reading import keep_first

SELECTED = re.compile(rb"\s*\.\s*([A-Za-z_]\w*)")
COLON = re.compile(rb"\s*:(?!=)")
LISTED = (*LISTS, "implicit_length_array_type")


def find_mentions(root: Node, source: bytes, defined: Set[bytes], packages: Set[bytes]) -> dict[bytes, int]:
    """Return the names that lead out of a file, with the first place of each.

    `defined` are the names that it declares at its top, `packages` what its imports may be called.
    """
    captured = GRAMMAR.find_mentions(root)
    first: dict[bytes, int] = {}
    for node in captured.get("qualified", ()):
        keep_first(first, b"".join((node.text or b"").split()), node.start_byte)
    _add_types(captured, defined, first)
    _Plain(source, captured, defined, packages).add_to(first)
    return first


def _add_types(captured: dict[str, list[Node]], defined: Set[bytes], first: dict[bytes, int]) -> None:
    members = {node.end_byte for node in captured.get("qualified", ())}
    for node in captured.get("type", ()):
        text = node.text or b""
        if text not in defined and node.end_byte not in members:
            keep_first(first, text, node.start_byte)


class _Plain:
    """Reads plain names: those of values, functions and packages."""

    def __init__(
        self, source: bytes, captured: dict[str, list[Node]], defined: Set[bytes], packages: Set[bytes]
    ) -> None:
        self.source = source
        self.names = captured.get("name", ())
        self.own = {node.text or b"" for node in captured.get("own", ())} | defined
        self.packages = packages
        self.lists = [
            (literal.start_byte, literal.end_byte)
            for literal in captured.get("literal", ())
            if _is_list(literal)
        ]

    def add_to(self, first: dict[bytes, int]) -> None:
        """Add the first place of each name, and of each name after a package's or a value's."""
        source, own, packages = self.source, self.own, self.packages
        seen: dict[bytes, int] = {}
        keys: set[bytes] = set()
        for node in self.names:
            text = node.text or b""
            local = text in own
            if local and text not in packages:
                continue
            at, end = node.start_byte, node.end_byte
            follows = source[end : end + 1]
            if follows in b". \t\n":
                selected = SELECTED.match(source, end)
                if selected is not None:
                    keep_first(first, text + b"." + selected[1], at)
            if local or seen.get(text, end) < at:
                continue
            if follows in b": \t" and COLON.match(source, end):
                if text in keys:
                    continue
                if self.is_key(node):
                    keys.add(text)
                    continue
            seen[text] = at
            keep_first(first, text, at)

    def is_key(self, node: Node) -> bool:
        """Whether a name before a colon is that of a field, and no value."""
        element = node.parent
        if element is None or element.type != "literal_element":
            return False
        at = node.start_byte
        if not any(start < at < end for start, end in self.lists):
            return True
        value = element.parent.parent if element.parent is not None else None
        literal = value.parent if value is not None else None
        return literal is None or not _is_list(literal)


def _is_list(literal: Node) -> bool:
    found = literal.child_by_field_name("type") if literal.type == "composite_literal" else None
    return found is not None and found.type in LISTED
