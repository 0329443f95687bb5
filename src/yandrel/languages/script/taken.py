"""What a file reads, when it is loaded, of what it imports."""

import re
from collections.abc import Iterable

from tree_sitter import Node

BODIES = frozenset(
    {
        "function_declaration", "function_expression", "arrow_function", "generator_function",
        "generator_function_declaration", "method_definition", "interface_declaration",
        "type_alias_declaration", "type_annotation", "type_query", "nested_type_identifier", "comment",
        "string", "import_statement",
    }
)  # fmt: skip
"""What loading does not run, and what holds no code."""
MEMBER = re.compile(rb"\s*+\??\.\s*+([\w$]++)")


def find_taken(source: bytes, regions: Iterable[Node], names: Iterable[str]) -> tuple[str, ...]:
    """Return what is read, of some names, where loading runs: `hives.count`, or `hives` itself; in the order
    of the text."""
    wanted = [name.encode() for name in names if is_name(name)]
    found: dict[str, int] = {}
    for region in regions:
        start, stop = region.byte_range
        for name in wanted:
            at = source.find(name, start, stop)
            while at >= 0:
                end = at + len(name)
                if is_word(source, at, end):
                    member = MEMBER.match(source, end, stop)
                    text = name if member is None else name + b"." + member[1]
                    said = text.decode("utf-8", "replace")
                    if said not in found and _is_run(region, at, end, member is not None):
                        found[said] = at
                at = source.find(name, end, stop)
    return tuple(sorted(found, key=found.__getitem__))


def is_name(text: str) -> bool:
    """Whether an import binds what it says as a name: everything, or nothing, has none."""
    return text.replace("$", "_").isidentifier()


def is_word(source: bytes, start: int, end: int) -> bool:
    """Whether a part of a text is a whole name, and no member of something else."""
    before, after = source[start - 1 : start], source[end : end + 1]
    if _is_part(before) or _is_part(after):
        return False
    return before != b"." or source[max(0, start - 3) : start] == b"..."


def _is_part(letter: bytes) -> bool:
    """Whether a letter beside a name makes it part of another."""
    return letter.isalnum() or letter in (b"_", b"$") or letter > b"\x7f"


def _is_run(region: Node, start: int, end: int, is_member: bool) -> bool:
    """Whether a name stands for a value that is read where loading comes by."""
    node = region.descendant_for_byte_range(start, end)
    if node is None or node.type != "identifier":
        return False
    around = node.parent
    while around is not None:
        if around.type in BODIES:
            return False
        around = around.parent
    return True
