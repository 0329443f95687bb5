"""The grammar, loaded when first needed, and the kinds of node that are asked for."""

import tree_sitter_java
from tree_sitter import Node

from yandrel.languages.bodiless import Outlines
from yandrel.languages.trees import Grammar

TYPE_KINDS = {
    "class_declaration": "class",
    "interface_declaration": "interface",
    "enum_declaration": "enum",
    "record_declaration": "record",
    "annotation_type_declaration": "annotation",
}


GRAMMAR = Grammar(tree_sitter_java.language)
parse = GRAMMAR.parse
OUTLINES = Outlines(GRAMMAR, rb"\)\s*(?:throws[\w\s.,]+)?", rb"record(?<!\wrecord)\s+\w+\s*[<(]")


def modifiers_of(node: Node) -> Node | None:
    first = node.child(0)
    if first is not None and first.type == "modifiers":
        return first
    return next((c for c in node.children if c.type == "modifiers"), None) if _is_cut(first) else None


def _is_cut(first: Node | None) -> bool:
    """Whether something else than the declaration comes first, as in a place that cannot be read."""
    return first is not None and (first.is_extra or first.is_error)


def words_of_modifiers(node: Node) -> set[str]:
    """Return the modifiers of a declaration that are words."""
    found = modifiers_of(node)
    if found is None:
        return set()
    text = found.text or b""
    return {c.type for c in found.children} if b"@" in text or b"/" in text else set(text.decode().split())
