"""Infer the type of a Go value within its package: literals, elements, results of functions.

What a function, a method or a field of another file gives is known later: `@NAME:NUMBER` or
`@TYPE.NAME:NUMBER` stands for that, and `[]` after it for an element of it.
"""

from collections.abc import Callable, Iterator, Mapping

from tree_sitter import Node

from yandrel.languages.go.grammar import names_of, receiver_of, specs_of
from yandrel.languages.trees import text_of

LIST = "[]"
LATER = "@"
UNNAMED = ".struct"
"""A type without a name; like one of another package, it is none of those that could be meant."""
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
    if node is not None and node.type == "struct_type":
        return UNNAMED
    return plain_type(node)


def read_results(root: Node) -> dict[str, tuple[str, ...]]:
    """Return the types of what each function and method of a file returns, and of what fields hold."""
    found: dict[str, tuple[str, ...]] = {}
    for node in root.named_children:
        if node.type in ("function_declaration", "method_declaration"):
            result = node.child_by_field_name("result")
            owner = receiver_of(node) + "." if node.type == "method_declaration" else ""
            if result is not None:
                found[owner + text_of(node.child_by_field_name("name"))] = tuple(_types_of(result))
        elif node.type == "type_declaration":
            for spec in specs_of(node):
                found.update(_fields_of(spec))
    return found


def _fields_of(spec: Node) -> Iterator[tuple[str, tuple[str, ...]]]:
    owner, kind = text_of(spec.child_by_field_name("name")), spec.child_by_field_name("type")
    if kind is None or kind.type != "struct_type":
        return
    for fields in kind.named_children:
        for declared in fields.named_children:
            if declared.type == "field_declaration":
                held = spelled_type(declared.child_by_field_name("type"))
                for name in names_of(declared):
                    yield f"{owner}.{text_of(name)}", (held,)


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
            return _given_by(text_of(function), results)
        if function is not None and function.type == "selector_expression":
            return _selected(function, find, results)
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
    if node.type == "selector_expression":
        given = _selected(node, find, results)
        return given[0] if given else ""
    if node.type in ("index_expression", "slice_expression"):
        operand = node.child_by_field_name("operand")
        held = value_type(operand, find, results) if operand is not None else ""
        return held if node.type == "slice_expression" else element_of(held)
    return ""


def _selected(node: Node, find: Find, results: Results) -> tuple[str, ...]:
    """Return the types of a field, or of what a method gives."""
    operand = node.child_by_field_name("operand")
    owner = owner_of(value_type(operand, find, results)) if operand is not None else ""
    if not owner or "." in owner or owner.startswith(LATER):
        return ()
    return _given_by(f"{owner}.{text_of(node.child_by_field_name('field'))}", results)


def _given_by(name: str, results: Results) -> tuple[str, ...]:
    return results.get(name) or tuple(f"{LATER}{name}:{number}" for number in range(MOST_RESULTS))


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
