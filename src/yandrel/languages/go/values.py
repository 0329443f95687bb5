"""What type a Go value has, as far as its package tells: literals, elements, results of functions.

What a function of another file returns is known later: `@NAME:NUMBER` stands for that, and `[]` after it for
an element of it.
"""

from collections.abc import Callable, Mapping

from tree_sitter import Node

from yandrel.languages.go.grammar import names_of
from yandrel.languages.trees import text_of

LIST = "[]"
LATER = "@"
MOST_RESULTS = 3
Find = Callable[[str], str | None]
Results = Mapping[str, tuple[str, ...]]


def plain_type(node: Node | None) -> str:
    """Return the name of a type that is named plainly, perhaps as a pointer; with its package's name."""
    while node is not None and node.type in ("pointer_type", "generic_type", "parenthesized_type"):
        node = node.child_by_field_name("type") or next(iter(node.named_children), None)
    if node is not None and node.type in ("type_identifier", "qualified_type"):
        return text_of(node)
    return ""


def spelled_type(node: Node | None) -> str:
    """Return a plain type, or that of the elements of a list or a map, marked so; nothing for others."""
    if node is not None and node.type in ("slice_type", "array_type", "map_type"):
        inner = node.child_by_field_name("element") or node.child_by_field_name("value")
        element = spelled_type(inner)
        return LIST + element if element else ""
    return plain_type(node)


def read_results(root: Node) -> dict[str, tuple[str, ...]]:
    """Return the types of what each function at the top of a file returns."""
    found: dict[str, tuple[str, ...]] = {}
    for node in root.named_children:
        if node.type == "function_declaration":
            result = node.child_by_field_name("result")
            if result is not None:
                found[text_of(node.child_by_field_name("name"))] = tuple(_types_of(result))
    return found


def _types_of(result: Node) -> list[str]:
    if result.type != "parameter_list":
        return [spelled_type(result)]
    out: list[str] = []
    for parameter in result.named_children:
        if parameter.type == "parameter_declaration":
            kind = spelled_type(parameter.child_by_field_name("type"))
            out += [kind] * max(1, len(names_of(parameter)))
    return out


def value_types(node: Node, find: Find, results: Results) -> tuple[str, ...]:
    """Return the types of what an expression gives: several only for a call."""
    if node.type == "call_expression":
        function = node.child_by_field_name("function")
        if function is not None and function.type == "identifier" and find(text_of(function)) is None:
            name = text_of(function)
            return results.get(name) or tuple(f"{LATER}{name}:{number}" for number in range(MOST_RESULTS))
        return ()
    return (value_type(node, find, results),)


def value_type(node: Node, find: Find, results: Results) -> str:
    """Return the type of `T{}`, `&T{}`, of a name, an element or a call; nothing where it does not show."""
    while node.type in ("unary_expression", "parenthesized_expression"):
        inner = node.child_by_field_name("operand") or next(iter(node.named_children), None)
        if inner is None:
            return ""
        node = inner
    if node.type in ("composite_literal", "type_assertion_expression"):
        return spelled_type(node.child_by_field_name("type"))
    if node.type == "identifier":
        return find(text_of(node)) or ""
    if node.type == "call_expression":
        given = value_types(node, find, results)
        return given[0] if given and (len(given) == 1 or given[0].startswith(LATER)) else ""
    if node.type in ("index_expression", "slice_expression"):
        operand = node.child_by_field_name("operand")
        held = value_type(operand, find, results) if operand is not None else ""
        return held if node.type == "slice_expression" else element_of(held)
    return ""


def element_of(held: str) -> str:
    """Return the type of what a list holds."""
    if held.startswith(LATER):
        return held + LIST
    return held[len(LIST) :] if held.startswith(LIST) else ""


def owner_of(held: str) -> str:
    """Return the type whose members a value has; a list has none that can be told."""
    return "" if held.startswith(LIST) else held


def settle_type(held: str, results: Results) -> str:
    """Return a type that was to be known later, now that the results of all functions are known."""
    if not held.startswith(LATER):
        return held
    name, _, rest = held[len(LATER) :].partition(":")
    number, elements = int(rest.rstrip(LIST)), rest.count(LIST)
    given = results.get(name, ())
    found = given[number] if number < len(given) else ""
    for _ in range(elements):
        found = element_of(found)
    return owner_of(found)
