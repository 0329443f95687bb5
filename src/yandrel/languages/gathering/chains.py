"""Chains of calls, such as a route is declared by: what is called on what."""

from collections.abc import Iterator, Mapping

from tree_sitter import Node


def calls_in_chain(node: Node | None, inner: Mapping[str, str], call: str) -> Iterator[Node]:
    """Yield the calls of a chain, the last first.

    `inner` says by which field each kind of node holds what stands before it, `call` which of them are calls.
    """
    while node is not None:
        if node.type == call:
            yield node
        field = inner.get(node.type)
        node = node.child_by_field_name(field) if field is not None else None


def given_to(call: Node, without: frozenset[str]) -> list[Node]:
    """Return what a call is given, without comments."""
    held = call.child_by_field_name("arguments")
    return [child for child in held.named_children if child.type not in without] if held is not None else []
