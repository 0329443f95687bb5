"""Imported names that are only named as types: the compiler leaves their import out of what is loaded."""

from collections.abc import Iterable

from tree_sitter import Node

from yandrel.languages.script.grammar import language_name
from yandrel.languages.script.parts import Part, Parts
from yandrel.languages.script.taken import is_name, is_word
from yandrel.model.facts import Import, When

OWN = (".", "@/", "~", "#", "$", "src/", "app/")
"""What paths of the application's own modules begin with; others are not asked for."""
NO_VALUES = frozenset({"type_identifier", "property_identifier", "comment", "string_fragment", "string"})
AROUND_TYPES = frozenset({"type_query", "nested_type_identifier", "nested_identifier"})
"""What a name stands in that is part of a type, though it is written like a value."""


def find_typed(
    source: bytes, path: str, root: Node, parts: Parts, imports: Iterable[Import], read: set[str], start: int
) -> tuple[str, ...]:
    """Return the imported names of a TypeScript file that nothing reads as a value.

    `read` are names that are known to be read; what stands in a body that was passed over counts as read,
    what stands before `start` holds nothing but imports and comments.
    """
    if language_name(path) != "typescript":
        return ()
    items = [item for item in imports if item.space == "import" and item.when != When.TYPES]
    own = [item for item in items if item.module.startswith(OWN)]
    names = {name.bound for item in own for name in item.names if is_name(name.bound)} - read
    spans = [(item.start, item.end) for item in items]
    below = max((end for _, end in spans), default=start)
    return tuple(
        sorted(
            name
            for name in names
            if not _is_read(name.encode(), source, root, parts, [], below, len(source))
            and not _is_read(name.encode(), source, root, parts, spans, start, below)
        )
    )


def _is_read(
    name: bytes, source: bytes, root: Node, parts: Parts, spans: list[tuple[int, int]], start: int, stop: int
) -> bool:
    """Whether a name stands for a value in a part of the source, anywhere but in the import of it."""
    at = source.find(name, start, stop)
    while at >= 0:
        end = at + len(name)
        if is_word(source, at, end):
            inside = bool(spans) and any(first <= at < last for first, last in spans)
            part = parts.part_at(at)
            if not inside and (_is_value_at(root, at, end) if part is None else _holds_value(part, at, end)):
                return True
        at = source.find(name, end, stop)
    return False


def _holds_value(part: Part, start: int, end: int) -> bool:
    """Whether a name stands for a value in a plain statement."""
    if part.plain.typed:
        return False
    told = part.tells_use(start, end)
    return _is_value_at(part.root_at(start), start, end) if told is None else told


def _is_value_at(root: Node, start: int, end: int) -> bool:
    """Whether a name stands for a value; where nothing but the root is, there are comments."""
    node = root.named_descendant_for_byte_range(start, end)
    if node == root:
        return False
    if node is None or node.type in NO_VALUES:
        return node is None
    return node.type != "identifier" or node.parent is None or node.parent.type not in AROUND_TYPES
