"""Definitions that are assigned to exports: `exports.open = () => …`."""

import re
from collections.abc import Iterator
from dataclasses import dataclass

from tree_sitter import Node

from yandrel.languages.script.grammar import text_of

EXPORTS = ("exports", "module.exports")
HEAD = re.compile(r"((?:module\s*\.\s*)?exports\s*\.\s*)([A-Za-z_$][\w$]*)\s*=(?!=)\s*")
"""What a statement begins with that assigns to an export: the object, and the name."""
WHOLE_ASSIGNED = re.compile(rb"^(?:exports\s*=\s*)?module\.exports\s*=(?!=)", re.MULTILINE)


@dataclass(frozen=True, slots=True)
class ExportRead:
    """A place that reads what the module exports by its name: `exports.open(hive)`."""

    name: str
    start: int
    end: int


def find_export_reads(root: Node, source: bytes) -> Iterator[ExportRead]:
    """Yield the places in a module that read its exports by their names; what is assigned to is not read."""
    stack = [root] if b"exports" in source else []
    while stack:
        node = stack.pop()
        if node.type == "member_expression" and text_of(node.child_by_field_name("object")) in EXPORTS:
            parent = node.parent
            left = parent.child_by_field_name("left") if parent is not None else None
            if left is None or left.id != node.id:
                yield ExportRead(
                    text_of(node.child_by_field_name("property")), node.start_byte, node.end_byte
                )
            continue
        stack += node.named_children


def assigns_whole(source: bytes) -> bool:
    """Whether a module assigns all of its exports at once, which takes away what was assigned before."""
    return WHOLE_ASSIGNED.search(source) is not None
