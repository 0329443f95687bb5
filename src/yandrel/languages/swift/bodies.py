"""Read functions and calls off Swift's syntax trees."""

from yandrel.languages.bodies import BodyKinds, BodyReader, modifiers_of
from yandrel.languages.swift.grammar import parse
from yandrel.model.bodies import Bodies

HIDDEN = ("private", "fileprivate")
KINDS = BodyKinds(
    functions=frozenset({"function_declaration"}),
    closures=frozenset({"lambda_literal"}),
    types=frozenset({"class_declaration", "protocol_declaration"}),
    blocks=frozenset({"statements"}),
    calls={"call_expression": ()},
    hides=lambda node, name: modifiers_of(node, "modifiers").startswith(HIDDEN),
    given=lambda node, name: "override" in modifiers_of(node, "modifiers").split(),
)


def read_bodies(source: bytes, path: str) -> Bodies:
    """Return the functions and calls of a file."""
    return BodyReader(KINDS).read(parse(source).root_node)
