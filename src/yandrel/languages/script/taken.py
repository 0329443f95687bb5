"""Find the imported names that a file reads while it is loaded."""

import re
import string
from bisect import bisect_right
from collections.abc import Iterable

from tree_sitter import Node

from yandrel.languages.script.parts import Part

BODIES = frozenset(
    {
        "function_declaration", "function_expression", "arrow_function", "generator_function",
        "generator_function_declaration", "method_definition", "interface_declaration",
        "type_alias_declaration", "type_annotation", "type_query", "nested_type_identifier", "comment",
        "string", "import_statement",
    }
)  # fmt: skip
"""What loading does not run, and what holds no code."""
Region = Node | Part
READ = frozenset({"identifier", "shorthand_property_identifier"})
LETTERS = frozenset(
    b"_$" + string.ascii_letters.encode() + string.digits.encode() + bytes(range(0x7F, 0x100))
)
"""What makes a name part of another."""
BEFORE_NONE = LETTERS | frozenset(b"'\"")
NOTHING, DOT = b" ."
MEMBER = re.compile(rb"\s*+\??\.\s*+([\w$]++)")


def find_taken(source: bytes, regions: Iterable[Region], names: Iterable[str]) -> tuple[str, ...]:
    """Return what is read, of some names, where loading runs: `hives.count`, or `hives` itself; in the order
    of the text."""
    wanted = [name.encode() for name in names if is_name(name)]
    apart = _outermost(regions)
    starts = [region.start_byte for region in apart]
    found: dict[str, int] = {}
    for name in wanted if apart else ():
        at = source.find(name, starts[0])
        while at >= 0:
            here = bisect_right(starts, at) - 1
            end = at + len(name)
            if end <= apart[here].end_byte:
                _take(source, apart[here], at, end, found)
                at = source.find(name, end)
            else:
                at = source.find(name, starts[here + 1]) if here + 1 < len(starts) else -1
    return tuple(sorted(found, key=found.__getitem__))


def _outermost(regions: Iterable[Region]) -> list[Region]:
    """Return nodes in the order of the text, without those that lie in others."""
    out: list[Region] = []
    for region in sorted(regions, key=lambda node: (node.start_byte, -node.end_byte)):
        if not out or region.end_byte > out[-1].end_byte:
            out.append(region)
    return out


def _take(source: bytes, region: Region, at: int, end: int, found: dict[str, int]) -> None:
    """Note a name, with its member, that is read on loading at a place."""
    if not is_word(source, at, end):
        return
    member = MEMBER.match(source, end, region.end_byte)
    text = source[at:end] if member is None else source[at:end] + b"." + member[1]
    said = text.decode("utf-8", "replace")
    if said not in found and _is_run(region, at, end):
        found[said] = at


def is_name(text: str) -> bool:
    """Whether an import binds what it says as a name: everything, or nothing, has none."""
    return text.replace("$", "_").isidentifier()


def is_word(source: bytes, start: int, end: int) -> bool:
    """Whether a part of a text is a whole name, no member of something else, and not what a string begins
    with."""
    before = source[start - 1] if start else NOTHING
    if before in BEFORE_NONE or (end < len(source) and source[end] in LETTERS):
        return False
    return before != DOT or source[max(0, start - 3) : start] == b"..."


def _is_run(region: Region, start: int, end: int) -> bool:
    """Whether a name stands for a value that is read where loading comes by."""
    if isinstance(region, Part) and region.surely_reads(start, end):
        return True
    node = region.descendant_for_byte_range(start, end)
    if node is None or node.type not in READ:
        return False
    around = node.parent
    while around is not None:
        if around.type in BODIES:
            return False
        around = around.parent
    return True
