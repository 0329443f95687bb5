"""The grammar, loaded when first needed, and the kinds of node that are asked for."""

from functools import cache

import tree_sitter
import tree_sitter_php

LANGUAGE = tree_sitter.Language(tree_sitter_php.language_php())
TYPE_KINDS = {
    "class_declaration": "class",
    "interface_declaration": "interface",
    "trait_declaration": "trait",
    "enum_declaration": "enum",
}
NAME_NODES = frozenset({"name", "qualified_name", "relative_name"})
NOT_CLASSES = frozenset(
    [
        "self",
        "static",
        "parent",
        "int",
        "float",
        "string",
        "bool",
        "boolean",
        "integer",
        "array",
        "callable",
        "iterable",
        "object",
        "mixed",
        "void",
        "never",
        "null",
        "false",
        "true",
        "double",
        "real",
        "resource",
        "list",
    ]
)
MENTIONS = """
(named_type [(name) (qualified_name) (relative_name)] @type)
(base_clause [(name) (qualified_name) (relative_name)] @type)
(class_interface_clause [(name) (qualified_name) (relative_name)] @type)
(use_declaration [(name) (qualified_name) (relative_name)] @type)
(attribute . [(name) (qualified_name) (relative_name)] @type)
(object_creation_expression . [(name) (qualified_name) (relative_name)] @type)
(scoped_call_expression . [(name) (qualified_name) (relative_name)] @type)
(class_constant_access_expression . [(name) (qualified_name) (relative_name)] @type)
(scoped_property_access_expression . [(name) (qualified_name) (relative_name)] @type)
(binary_expression operator: "instanceof" right: [(name) (qualified_name) (relative_name)] @type)
(function_call_expression function: [(name) (qualified_name) (relative_name)] @called)
"""


@cache
def shared_parser() -> tree_sitter.Parser:
    return tree_sitter.Parser(LANGUAGE)


def parse(source: bytes) -> tree_sitter.Tree:
    """Parse UTF-8 source; broken places come back as error nodes, never as an exception."""
    return shared_parser().parse(source)


def first_child(node: tree_sitter.Node) -> tree_sitter.Node | None:
    """Return the first named child; the library's own call raises where there is none."""
    return node.named_child(0) if node.named_child_count else None


def text_of(node: tree_sitter.Node | None) -> str:
    return (node.text or b"").decode("utf-8", "replace") if node is not None else ""


def dotted(name: str) -> str:
    """Return a name as written with dots for backslashes; a rooted one keeps a dot in front."""
    return "".join(name.split()).replace("\\", ".")


@cache
def mention_query() -> tree_sitter.Query:
    """Return the query for names that need no import; compiling it costs milliseconds."""
    return tree_sitter.Query(LANGUAGE, MENTIONS)
