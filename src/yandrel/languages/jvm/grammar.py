"""The grammar, loaded when first needed, and the kinds of node that are asked for."""

from functools import cache

import tree_sitter
import tree_sitter_java
from tree_sitter import Node

LANGUAGE = tree_sitter.Language(tree_sitter_java.language())
TYPE_KINDS = {
    "class_declaration": "class",
    "interface_declaration": "interface",
    "enum_declaration": "enum",
    "record_declaration": "record",
    "annotation_type_declaration": "annotation",
}
MENTIONS = """
(type_identifier) @type
(scoped_type_identifier) @scoped
(scoped_type_identifier (_) (type_identifier) @inner)
(marker_annotation name: (_) @type)
(annotation name: (_) @type)
(method_invocation object: (identifier) @type)
(field_access object: (identifier) @type)
(method_reference . (identifier) @type)
"""


@cache
def shared_parser() -> tree_sitter.Parser:
    return tree_sitter.Parser(LANGUAGE)


@cache
def mention_query() -> tree_sitter.Query:
    """Return the query for names that need no import; compiling it costs milliseconds."""
    return tree_sitter.Query(LANGUAGE, MENTIONS)


def parse(source: bytes) -> tree_sitter.Tree:
    """Parse UTF-8 source; broken places come back as error nodes, never as an exception."""
    return shared_parser().parse(source)


def text_of(node: Node | None) -> str:
    return (node.text or b"").decode("utf-8", "replace") if node is not None else ""


def dotted_text(node: Node | None) -> str:
    """Return a qualified name without the white space and comments in it."""
    return "".join(text_of(node).split())


def modifiers_of(node: Node) -> Node | None:
    return next((c for c in node.children if c.type == "modifiers"), None)


def words_of_modifiers(node: Node) -> set[str]:
    """Return the modifiers of a declaration that are words."""
    found = modifiers_of(node)
    return {c.type for c in found.children} if found is not None else set()
