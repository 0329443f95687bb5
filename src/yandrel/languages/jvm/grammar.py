"""The grammar, loaded when first needed, and the kinds of node that are asked for."""

import tree_sitter_java
from tree_sitter import Node

from yandrel.languages.trees import Grammar

TYPE_KINDS = {
    "class_declaration": "class",
    "interface_declaration": "interface",
    "enum_declaration": "enum",
    "record_declaration": "record",
    "annotation_type_declaration": "annotation",
}


GRAMMAR = Grammar(tree_sitter_java.language())
parse = GRAMMAR.parse


def modifiers_of(node: Node) -> Node | None:
    return next((c for c in node.children if c.type == "modifiers"), None)


def words_of_modifiers(node: Node) -> set[str]:
    """Return the modifiers of a declaration that are words."""
    found = modifiers_of(node)
    return {c.type for c in found.children} if found is not None else set()
