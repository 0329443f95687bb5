"""Read functions and calls off the syntax trees of Java and Kotlin."""

from tree_sitter import Node

from yandrel.languages.bodies import BodyKinds, BodyReader, modifiers_of
from yandrel.languages.jvm import kotlin_tree
from yandrel.languages.jvm.grammar import parse
from yandrel.model.bodies import Bodies

HIDDEN = {"private", "protected", "internal"}


def _hides(node: Node, name: str) -> bool:
    holder = node.parent.parent if node.parent is not None else None
    in_interface = holder is not None and holder.type == "interface_declaration"
    return not in_interface and "public" not in modifiers_of(node, "modifiers").split()


JAVA = BodyKinds(
    functions=frozenset({"method_declaration"}),
    closures=frozenset({"lambda_expression"}),
    types=frozenset({"class_declaration", "interface_declaration", "record_declaration", "enum_declaration"}),
    blocks=frozenset({"block"}),
    calls={"method_invocation": ("object", "name")},
    hides=_hides,
    given=lambda node, name: "@Override" in modifiers_of(node, "modifiers").split(),
)
KOTLIN = BodyKinds(
    functions=frozenset({"function_declaration"}),
    closures=frozenset({"lambda_literal", "anonymous_function"}),
    types=frozenset({"class_declaration", "object_declaration"}),
    blocks=frozenset({"block", "lambda_literal"}),
    calls={"call_expression": ()},
    hides=lambda node, name: bool(HIDDEN & set(modifiers_of(node, "modifiers").split())),
    given=lambda node, name: "override" in modifiers_of(node, "modifiers").split(),
)


def read_bodies(source: bytes, path: str) -> Bodies:
    """Return the functions and calls of a file."""
    if path.endswith(".kt"):
        return BodyReader(KOTLIN).read(kotlin_tree.parse(source).root_node)
    return BodyReader(JAVA).read(parse(source).root_node)
