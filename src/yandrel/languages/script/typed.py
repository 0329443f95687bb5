"""Imported names that are only named as types: the compiler leaves their import out of what is loaded."""

import re
from collections.abc import Iterable

from tree_sitter import Node

from yandrel.languages.script.grammar import TYPESCRIPT
from yandrel.model.facts import Import, When

NO_VALUES = frozenset({"type_identifier", "comment", "string_fragment", "string"})
AROUND_TYPES = frozenset({"type_query", "nested_type_identifier", "nested_identifier"})
"""What a name stands in that is part of a type, though it is written like a value."""


def find_typed(
    source: bytes, path: str, root: Node, imports: Iterable[Import], read: set[str]
) -> tuple[str, ...]:
    """Return the imported names of a TypeScript file that nothing reads as a value.

    `read` are names that are known to be read; what stands in a body that was passed over counts as read.
    """
    if not path.endswith((*TYPESCRIPT, ".tsx")):
        return ()
    items = [item for item in imports if item.space == "import" and item.when != When.TYPES]
    left = {name.bound for item in items for name in item.names if name.bound.isidentifier()} - read
    if not left:
        return ()
    spans = [(item.start, item.end) for item in items]
    named = re.compile(rb"(?<![\w$.])(?:%b)(?![\w$])" % b"|".join(sorted(name.encode() for name in left)))
    for found in named.finditer(source):
        name = found[0].decode()
        if name in left and not any(start <= found.start() < end for start, end in spans):
            if _is_value(root.named_descendant_for_byte_range(*found.span())):
                left.discard(name)
    return tuple(sorted(left))


def _is_value(node: Node | None) -> bool:
    if node is None or node.type in NO_VALUES:
        return node is None
    return node.type != "identifier" or node.parent is None or node.parent.type not in AROUND_TYPES
