"""Read functions and calls off the syntax trees of JavaScript and TypeScript."""

import re

from tree_sitter import Node

from yandrel.languages.bodies import BodyKinds, BodyReader, modifiers_of
from yandrel.languages.script.grammar import parse
from yandrel.model.bodies import Bodies


def _hides(node: Node, name: str) -> bool:
    modifiers = modifiers_of(node, "accessibility_modifier")
    return name.startswith(("#", "_")) or modifiers in ("private", "protected")


def _given(node: Node, name: str) -> bool:
    kinds = {child.type for child in node.children}
    return name == "constructor" or bool(kinds & {"get", "set", "override_modifier"})


KINDS = BodyKinds(
    functions=frozenset(
        {"function_declaration", "method_definition", "generator_function_declaration"},
    ),
    closures=frozenset({"arrow_function", "function_expression", "generator_function"}),
    types=frozenset({"class_declaration", "abstract_class_declaration", "class"}),
    blocks=frozenset({"statement_block"}),
    calls={"call_expression": ("function",)},
    words={"debugger_statement": "debugger"},
    hides=_hides,
    given=_given,
    starts=re.compile(rb"require\.main|import\.meta\.main|process\.argv"),
)


def read_bodies(source: bytes, path: str) -> Bodies:
    """Return the functions and calls of a file."""
    return BodyReader(KINDS).read(parse(source, path).root_node)
