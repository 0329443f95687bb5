"""Read functions and calls off Go's syntax trees."""

import re

from tree_sitter import Node

from yandrel.languages.bodies import BodyKinds, BodyReader
from yandrel.languages.go.grammar import parse
from yandrel.languages.trees import text_of
from yandrel.model.bodies import Bodies

RECEIVER = re.compile(r"(\w+)\s*(?:\[[^\]]*\]\s*)?\)$")


def _receiver(node: Node) -> str:
    """Return the type of a method, which stands beside it."""
    found = RECEIVER.search(text_of(node.child_by_field_name("receiver")))
    return found[1] if found is not None else ""


KINDS = BodyKinds(
    functions=frozenset({"function_declaration", "method_declaration"}),
    closures=frozenset({"func_literal"}),
    types=frozenset(),
    blocks=frozenset({"block", "statement_list"}),
    calls={"call_expression": ("function",)},
    hides=lambda node, name: not name[:1].isupper(),
    given=lambda node, name: False,
    owner=_receiver,
)


def read_bodies(source: bytes, path: str) -> Bodies:
    """Return the functions and calls of a file."""
    return BodyReader(KINDS).read(parse(source).root_node)
