"""Read functions and calls off C#'s syntax trees."""

from tree_sitter import Node

from yandrel.languages.bodies import BodyKinds, BodyReader, modifiers_of
from yandrel.languages.csharp.grammar import parse
from yandrel.model.bodies import Bodies


def _hides(node: Node, name: str) -> bool:
    holder = node.parent.parent if node.parent is not None else None
    in_interface = holder is not None and holder.type == "interface_declaration"
    return not in_interface and "public" not in modifiers_of(node, "modifier").split()


KINDS = BodyKinds(
    functions=frozenset({"method_declaration", "local_function_statement"}),
    closures=frozenset({"lambda_expression", "anonymous_method_expression"}),
    types=frozenset(
        {"class_declaration", "struct_declaration", "record_declaration", "interface_declaration"}
    ),
    blocks=frozenset({"block"}),
    calls={"invocation_expression": ("function",)},
    hides=_hides,
    given=lambda node, name: "override" in modifiers_of(node, "modifier").split(),
)


def read_bodies(source: bytes, path: str) -> Bodies:
    """Return the functions and calls of a file."""
    return BodyReader(KINDS).read(parse(source).root_node)
