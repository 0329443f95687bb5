"""The grammar, loaded when first needed, and the kinds of node that are asked for."""

import tree_sitter
import tree_sitter_php

from yandrel.languages.bodiless import PARAMETERS, Outlines
from yandrel.languages.trees import Grammar

GRAMMAR = Grammar(tree_sitter_php.language_php)
parse = GRAMMAR.parse
OUTLINES = Outlines(GRAMMAR, rb"function\s+&?\w+\s*" + PARAMETERS + rb"\s*(?::\s*[?(]?[\w\\][\w\\|&()\s]*)?")
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


def first_child(node: tree_sitter.Node) -> tree_sitter.Node | None:
    """Return the first named child; the library's own call raises where there is none."""
    return node.named_child(0) if node.named_child_count else None


def text_of(node: tree_sitter.Node | None) -> str:
    return (node.text or b"").decode("utf-8", "replace") if node is not None else ""


def dotted(name: str) -> str:
    """Return a name as written with dots for backslashes; a rooted one keeps a dot in front."""
    return "".join(name.split()).replace("\\", ".")
