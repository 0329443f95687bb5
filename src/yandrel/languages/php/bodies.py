"""Read functions and calls off PHP's syntax trees."""

from tree_sitter import Node

from yandrel.languages.bodies import BodyKinds, BodyReader, modifiers_of
from yandrel.languages.php.grammar import parse
from yandrel.model.bodies import Bodies


def _given(node: Node, name: str) -> bool:
    return name.startswith("__") or "Override" in modifiers_of(node, "attribute_list")


KINDS = BodyKinds(
    functions=frozenset({"function_definition", "method_declaration"}),
    closures=frozenset({"anonymous_function", "arrow_function"}),
    types=frozenset({"class_declaration", "trait_declaration", "enum_declaration", "interface_declaration"}),
    blocks=frozenset({"compound_statement"}),
    calls={
        "function_call_expression": ("function",),
        "member_call_expression": ("object", "name"),
        "nullsafe_member_call_expression": ("object", "name"),
        "scoped_call_expression": ("scope", "name"),
    },
    words={"exit_statement": "exit"},
    hides=lambda node, name: modifiers_of(node, "visibility_modifier") in ("private", "protected"),
    given=_given,
)


def read_bodies(source: bytes, path: str) -> Bodies:
    """Return the functions and calls of a file."""
    return BodyReader(KINDS).read(parse(source).root_node)
