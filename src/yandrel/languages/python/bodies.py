"""Read functions and calls off Python's syntax trees."""

import re

from yandrel.languages.bodies import BodyKinds, BodyReader
from yandrel.languages.python.grammar import parse
from yandrel.languages.trees import text_of
from yandrel.model.bodies import Bodies

KINDS = BodyKinds(
    functions=frozenset({"function_definition"}),
    closures=frozenset(),
    types=frozenset({"class_definition"}),
    blocks=frozenset({"block"}),
    calls={"call": ("function",)},
    hides=lambda node, name: name.startswith("_"),
    given=lambda node, name: (
        name.startswith("__") or (node.parent is not None and "override" in _marks(node.parent))
    ),
    starts=re.compile(rb"__name__"),
)


def _marks(node: object) -> str:
    """Return the decorators of a decorated definition, as text."""
    children = getattr(node, "named_children", [])
    return " ".join(text_of(child) for child in children if child.type == "decorator")


def read_bodies(source: bytes, path: str) -> Bodies:
    """Return the functions and calls of a file."""
    return BodyReader(KINDS).read(parse(source).root_node)
