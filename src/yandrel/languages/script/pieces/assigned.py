"""Definitions that are assigned to exports: `exports.open = () => …`, `module.exports = { open() {} }`."""

import re
from collections.abc import Iterator
from dataclasses import dataclass

from tree_sitter import Node

from yandrel.languages.script.grammar import text_of
from yandrel.model.facts import Definition

EXPORTS = ("exports", "module.exports")
HEAD = re.compile(r"((?:module\s*\.\s*)?exports\s*\.\s*)([A-Za-z_$][\w$]*)\s*=(?!=)\s*")
"""What a statement begins with that assigns to an export: the object, and the name."""
WHOLE_ASSIGNED = re.compile(rb"^(?:exports\s*=\s*)?module\.exports\s*=(?!=)", re.MULTILINE)

COMMENTS_AHEAD = re.compile(r"(?:\s*(?:/\*.*?\*/|//[^\n]*\n))*\s*", re.DOTALL)
ENTRY = re.compile(
    r"(?P<late>async\s+)?(?P<generator>\*\s*)?(?P<quote>['\"]?)(?P<name>[A-Za-z_$][\w$]*)(?P=quote)\s*"
    r"(?P<value>:\s*(?=\S)|(?=\())"
)
"""What an entry of an object begins with: a name with a value, or a method."""


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


def find_entry(root: Node, definition: Definition) -> Node | None:
    """Return the entry of `module.exports = { … }` that a definition is, if it is one."""
    node = root.descendant_for_byte_range(definition.end - 1, definition.end)
    while node is not None and node.end_byte <= definition.end and node.start_byte >= definition.start:
        if node.type in ("pair", "method_definition") and node.end_byte == definition.end:
            held = node.parent
            assigned = held.parent if held is not None and held.type == "object" else None
            told = ENTRY.match(text_of(node))
            named = told is not None and told["name"] == definition.name
            left = assigned.child_by_field_name("left") if assigned is not None else None
            if named and text_of(left).endswith("module.exports"):
                return node
        node = node.parent
    return None


def name_of_entry(entry: Node) -> Node | None:
    return entry.child_by_field_name("key") or entry.child_by_field_name("name")


def as_statement(text: str, name: str, margin: str) -> str:
    """Return an entry of an object as a statement that declares it by a name.

    `margin` is what the entry's lines begin with, where it stands.
    """
    at = COMMENTS_AHEAD.match(text)
    start = at.end() if at is not None else 0
    found = ENTRY.match(text, start)
    if found is None:
        return text
    if found["value"]:
        lead, rest = f"const {name} = ", text[found.end() :] + ";"
    else:
        star = "*" if found["generator"] else ""
        lead, rest = f"{'async ' if found['late'] else ''}function{star} {name}", text[found.end() :]
    whole = text[:start] + lead + rest
    return whole.replace("\n" + margin, "\n") if margin and "`" not in whole else whole
