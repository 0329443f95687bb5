"""The grammar, loaded when first needed, and the kinds of node that are asked for."""

import re

import tree_sitter_swift
from tree_sitter import Node

from yandrel.languages.bodiless import PARAMETERS, Outlines
from yandrel.languages.swift.spelling_out import spell_out
from yandrel.languages.trees import Grammar, text_of

KEYWORDS = ("class", "struct", "enum", "actor", "extension")
COMMENTS = frozenset({"comment", "multiline_comment"})
DECLARATIONS = frozenset(
    {"class_declaration", "protocol_declaration", "function_declaration", "property_declaration"}
    | {"typealias_declaration"}
)
AHEAD = re.compile(rb"(?:^|(?<=\n))[ \t]*(@_[^\n]*|/\*[^\n]*\*/)\s*\Z")
HIDDEN = frozenset({"private", "fileprivate"})
TYPED = rb"(?:<[^\n{}()]*>)?" + PARAMETERS
FUNCTION = rb"(?:func [^\n{}()]*%b|init[?!]?%b|subscript%b)" % (PARAMETERS, TYPED, TYPED)
RETURNED = rb"[^\n{}]*(?:\n[ \t]+(?:->|where |async |throws )[^\n{}]*)*"
HEADER = rb"(?:%b%b|var \w+[ \t]*:[^\n{}=]*)" % (FUNCTION, RETURNED)
GRAMMAR = Grammar(tree_sitter_swift.language, spell_out=spell_out)
OUTLINES = Outlines(GRAMMAR, HEADER)
parse = GRAMMAR.parse


def kind_of(node: Node) -> str:
    """Return what a declaration declares."""
    if node.type == "class_declaration":
        words = {text_of(c) for c in node.children if not c.is_named}
        return next((word for word in KEYWORDS if word in words), "class")
    return {
        "protocol_declaration": "protocol",
        "function_declaration": "function",
        "property_declaration": "constant",
    }.get(node.type, "alias")


def start_of(node: Node, source: bytes) -> int:
    """Return where a declaration starts, with the marks ahead of it that the grammar does not know."""
    start = node.start_byte
    above = node.prev_sibling.end_byte if node.prev_sibling is not None else 0
    ahead = AHEAD.search(source, max(above, source.rfind(b"\n", 0, start) + 1), start)
    while ahead is not None:
        start = ahead.start(1)
        ahead = AHEAD.search(source, above, start)
    return start


def name_of(node: Node) -> Node | None:
    """Return the name that a declaration gives; for a property that of its pattern."""
    name = node.child_by_field_name("name")
    if name is not None and name.type == "pattern":
        return name.child_by_field_name("bound_identifier")
    return name


def modifiers_of(node: Node) -> set[str]:
    """Return the modifiers of a declaration that are words."""
    held = next((c for c in node.named_children if c.type == "modifiers"), None)
    return set(text_of(held).replace("(", " ").split()) if held is not None else set()


def attributes_of(node: Node) -> list[str]:
    """Return the names of a declaration's attributes."""
    held = next((c for c in node.named_children if c.type == "modifiers"), None)
    found = [c for c in held.named_children if c.type == "attribute"] if held is not None else []
    return [text_of(c.named_children[0]) for c in found if c.named_children]


def imported_module(node: Node) -> str:
    """Return the module that an import brings in, whatever of it is named."""
    name = next((c for c in node.named_children if c.type == "identifier"), None)
    return text_of(name.named_children[0]) if name is not None and name.named_children else text_of(name)
