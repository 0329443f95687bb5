"""Statements at the top level that only register what moves: they go with it, where it is loaded."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from tree_sitter import Node

from yandrel.languages.python import grammar as g
from yandrel.languages.python.context import Context
from yandrel.languages.python.deep import MODULE_SCOPE, read_deep_facts
from yandrel.model.facts import When
from yandrel.model.graph import Symbol


@dataclass(frozen=True)
class Registration:
    """A statement that goes with a definition to another unit, in bytes of the old one."""

    start: int
    end: int
    line: int
    target: str
    text: str


def find_registrations(context: Context, unit: str, leaving: Mapping[str, Symbol]) -> Iterator[Registration]:
    """Yield the calls at the top level of a unit that name nothing of its own but what leaves for one place.

    They stay where nothing would load the new place: `leaving` is where each definition goes.
    """
    source = context.sources[unit]
    facts = context.view.units.facts[unit]
    deep = read_deep_facts(source)
    imported = {name.bound.partition(".")[0] for item in facts.imports for name in item.names}
    for node in g.parse(source).root_node.named_children:
        if not _registers(node):
            continue
        inside = [use for use in deep.uses if node.start_byte <= use.start < node.end_byte]
        heads = {use.head for use in inside if use.home == MODULE_SCOPE}
        if not inside or min(inside, key=lambda use: use.start).head not in heads:
            continue  # what is called is no definition of the application
        places = {leaving[head].unit for head in heads if head in leaving}
        if len(places) != 1 or not heads <= {*leaving, *imported} or heads & imported & leaving.keys():
            continue
        names = [head for head in heads if head in leaving]
        if any(_is_loaded(context, unit, name) for name in names):
            text = source[node.start_byte : node.end_byte].decode("utf-8", "replace")
            line = node.start_point[0] + 1
            yield Registration(node.start_byte, node.end_byte, line, places.pop(), text.split("\n")[0])


def _registers(node: Node) -> bool:
    """Whether a statement is a call alone, or sets an attribute."""
    if node.type != "expression_statement" or node.named_child_count != 1:
        return False
    inner = node.named_children[0]
    left = inner.child_by_field_name("left") if inner.type == "assignment" else None
    return inner.type == "call" or (left is not None and left.type in ("attribute", "subscript"))


def _is_loaded(context: Context, unit: str, name: str) -> bool:
    """Whether another unit imports a definition when it is loaded, and so will load its new place."""
    view = context.view
    return any(
        edge.when == When.LOAD and edge.named_unit == unit and edge.named == name
        for other in view.importers_of(unit)
        if other != unit
        for edge in view.edges_of(other)
    )


__all__ = ["Registration", "find_registrations"]
