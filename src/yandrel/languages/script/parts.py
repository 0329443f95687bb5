"""Plain statements of a file, parsed when something is asked of them."""

import re
from bisect import bisect_right
from functools import cached_property

from tree_sitter import Node

from yandrel.languages.script.outlines import parse_parts
from yandrel.languages.script.plain import Plain

BEFORE, AFTER = b"([{,=:.", b".(,)]}\r\n"
"""What stands beside a name that can be nothing but a value, where there are no functions and no types."""
DOUBTFUL = (b"'", b'"', b"`", b"//", b"*", b"<", b" as ")

USED = re.compile(rb"(?:\.\.\.|[=!|&?] |\n\s+|\b(?:new|return|throw|await|instanceof) )\Z")
"""What stands before a name that is used as a value, or is taken for one for want of a sign of the other."""
HANDED = re.compile(rb"(?:[:,] |[(\[])\Z")
"""What stands before a value that is handed on, where its name is none of a type."""
PARAMETER_AFTER, PARAMETER_BEFORE = b"(,{.", b":,)}? "
"""What stands beside a name that may be that of a parameter."""
GIVEN = re.compile(rb"=(?!>)|[{,]\s*+\[")
"""What a default begins with, where it is no arrow, or a name that is computed."""
AS_TYPE = re.compile(rb"\b(?:as|satisfies) \Z")


class Part:
    """One plain statement, which answers as the node of a tree does."""

    def __init__(self, source: bytes, path: str, plain: Plain) -> None:
        self.source = source
        self.path = path
        self.plain = plain
        self.start_byte = plain.start
        self.end_byte = plain.end

    @cached_property
    def root(self) -> Node:
        return parse_parts(self.source, self.path, (self.start_byte, self.end_byte)).root_node

    @cached_property
    def without_body(self) -> Node:
        body = (self.start_byte, self.plain.body), (self.end_byte - 1, self.end_byte)
        return parse_parts(self.source, self.path, *body).root_node

    @cached_property
    def value(self) -> int:
        """Return the offset of a constant's value, after its name and type."""
        return self.source.find(b" = ", self.start_byte)

    @cached_property
    def head_holds_values(self) -> bool:
        """Whether a value may stand before a function's body: but for defaults and computed names, there are
        only names and types."""
        header = self.source[self.value if self.plain.made else self.start_byte : self.plain.body]
        return GIVEN.search(header, 3 if self.plain.made else 0) is not None

    @cached_property
    def is_clear(self) -> bool:
        """Whether no text and no comment goes over lines."""
        text = self.source[self.start_byte : self.end_byte].replace(b"/*#__PURE__*/", b"")
        return b"`" not in text and b"/*" not in text

    def root_at(self, at: int) -> Node:
        """Return the root of a tree that holds a place: a function is parsed only for what is asked of it."""
        return self.without_body if at < self.plain.body else self.root

    def descendant_for_byte_range(self, start: int, end: int) -> Node | None:
        return self.root.descendant_for_byte_range(start, end)

    def surely_reads(self, start: int, end: int) -> bool:
        """Whether the text alone tells that a name in a constant's value is read there."""
        if start < self.value or not self.is_clear:
            return False
        line = self.source.rfind(b"\n", 0, start) + 1
        before = self.source[max(line, self.start_byte) : start].replace(b"/*#__PURE__*/", b"").strip()
        if any(sign in before for sign in DOUBTFUL) or self.source[end : end + 1] not in AFTER:
            return False
        return before[-1:] in BEFORE

    def tells_use(self, start: int, end: int) -> bool | None:
        """Return whether what stands beside a name in a function tells that it is a value there."""
        body = self.plain.body
        if not body:
            return None
        before, after = self.source[start - 12 : start], self.source[end : end + 1]
        if start < body:
            named = before.rstrip()[-1:] in PARAMETER_AFTER and after in PARAMETER_BEFORE
            return None if named or self.head_holds_values else False
        if AS_TYPE.search(before) is not None:
            return False
        if after in b"(." or USED.search(before) is not None:
            return True
        if self.source[start : start + 1].islower():
            return HANDED.search(before) is not None or None
        return (before[-1:] == b"(" and after in b",)") or None


class Parts:
    """The plain statements of one file, in order."""

    def __init__(self, source: bytes, path: str, plain: list[Plain]) -> None:
        self.parts = [Part(source, path, item) for item in plain]
        self.starts = [item.start for item in plain]

    def part_at(self, at: int) -> Part | None:
        """Return the statement that a place stands in."""
        found = bisect_right(self.starts, at) - 1
        return self.parts[found] if found >= 0 and at < self.parts[found].end_byte else None
