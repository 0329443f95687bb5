"""Handlers that stand where their route is: given a name, where they close over nothing."""

import re
from collections.abc import Iterator

from tree_sitter import Node

from yandrel.languages.lifting import Lifted, handler_name
from yandrel.languages.trees import text_of, walk
from yandrel.model.changes import Edit
from yandrel.model.words import pascal, singular, words_of

ROUTING = re.compile(r"(?:^|\.)(?:HandleFunc|Handle|Get|Post|Put|Patch|Delete|GET|POST|PUT|PATCH|DELETE)$")
PATTERN = re.compile(r'^["`](?:(?P<method>[A-Z]+) )?(?P<path>/[^"`]*)["`]$')
ASKED = re.compile(r'\.Methods\((?:"(\w+)"|http\.Method(\w+))\)')
PARAMETER = re.compile(r"[:{*]")


def name_handlers(root: Node, told: list[Node], taken: set[str], lifted: Lifted) -> list[Edit]:
    """Return the edits that give names to the functions that routes are bound to in place.

    Those that close over names stay; those within what is `told` have been seen to.
    """
    edits: list[Edit] = []
    for call, path, literal in _find_routes(root):
        outer = outer_function(literal)
        if outer is None or any(t.start_byte <= call.start_byte < t.end_byte for t in told):
            continue
        line = literal.start_point[0] + 1
        closed = sorted(_closed_over(literal, outer))
        if closed:
            why = f"its handler is written in place and closes over {', '.join(closed)}, and so stays"
            lifted.notes.append((line, text_of(path).strip('"`'), why))
            continue
        name = _name(call, text_of(path), taken)
        taken.add(name)
        edits.append(Edit(literal.start_byte, literal.end_byte, name.encode()))
        text = f"\n\nfunc {name}{_outdented(literal)}"
        edits.append(Edit(outer.end_byte, outer.end_byte, text.encode()))
        lifted.handlers[name] = (line, literal.end_point[0] + 1)
    return edits


def _find_routes(root: Node) -> Iterator[tuple[Node, Node, Node]]:
    """Yield calls that bind a path to a function written in place: the call, the path, the function."""
    for call in walk(root):
        if call.type != "call_expression":
            continue
        function, held = call.child_by_field_name("function"), call.child_by_field_name("arguments")
        given = [c for c in held.named_children if c.type != "comment"] if held is not None else []
        if function is None or len(given) < 2 or not ROUTING.search(text_of(function)):
            continue
        last = given[-1]
        if last.type == "call_expression" and text_of(last.child_by_field_name("function")).endswith(
            "HandlerFunc"
        ):
            inner = last.child_by_field_name("arguments")
            last = inner.named_children[0] if inner is not None and inner.named_child_count else last
        if last.type == "func_literal" and PATTERN.match(text_of(given[0])):
            yield call, given[0], last


def outer_function(inner: Node) -> Node | None:
    """Return the top-level function that a node stands in."""
    node = inner.parent
    while node is not None and node.type not in ("function_declaration", "method_declaration"):
        node = node.parent
    return node


def _closed_over(literal: Node, outer: Node) -> set[str]:
    """Return the names that a literal takes from the function around it."""
    around = {name: place for name, place in _declared(outer) if not _inside(place, literal)}
    own: dict[str, int] = {}
    for name, place in _declared(literal):
        own[name] = min(place, own.get(name, place))
    closed = set()
    for node in walk(literal):
        name = text_of(node)
        if node.type != "identifier" or name not in around:
            continue
        if name not in own or node.start_byte < own[name] or _feeds_itself(node, name, own[name]):
            closed.add(name)
    return closed


def _inside(place: int, node: Node) -> bool:
    return node.start_byte <= place < node.end_byte


def _feeds_itself(node: Node, name: str, declared: int) -> bool:
    """Whether a name stands on the right of the statement that declares another of that name."""
    around: Node | None = node
    while around is not None and around.type not in ("short_var_declaration", "var_spec", "block"):
        around = around.parent
    return (
        around is not None
        and around.type != "block"
        and around.start_byte <= declared < node.start_byte
        and any(declared == n.start_byte for n in walk(around))
        and text_of(node) == name
        and node.start_byte != declared
    )


def _declared(function: Node) -> Iterator[tuple[str, int]]:
    """Yield the names that a function declares, its parameters too, and where."""
    for node in walk(function):
        yield from ((text_of(name), name.start_byte) for name in declared_by(node))


def declared_by(node: Node) -> Iterator[Node]:
    """Yield the names that a node itself declares, without what is below it."""
    if node.type in ("parameter_declaration", "variadic_parameter_declaration", "var_spec", "const_spec"):
        yield from node.children_by_field_name("name")
    elif node.type in ("short_var_declaration", "range_clause", "receive_statement"):
        left = node.child_by_field_name("left")
        held = left.named_children if left is not None else ()
        yield from (name for name in held if name.type == "identifier" and text_of(name) != "_")
    elif node.type == "type_switch_statement":
        alias = node.child_by_field_name("alias")
        yield from alias.named_children if alias is not None else ()


def _name(call: Node, pattern: str, taken: set[str]) -> str:
    """Return a name by the method and the path; where no method is told, the handler handles the path."""
    found = PATTERN.match(pattern)
    path = found["path"] if found is not None else ""
    verb = text_of(call.child_by_field_name("function")).rpartition(".")[2].lower()
    chained = call.parent.parent if call.parent is not None else None
    asked = ASKED.search(text_of(chained)[len(text_of(call)) :]) if chained is not None else None
    method = (found["method"] or "").lower() if found is not None else ""
    method = method or (next(filter(None, asked.groups())).lower() if asked is not None else "")
    if method or not verb.startswith("handle"):
        return handler_name(method or verb, path, taken)
    words = ["_".join(words_of(part)) for part in path.strip("/").split("/") if not PARAMETER.search(part)]
    words = [word for word in words if word] or ["root"]
    if path.endswith("/") and path != "/":
        words[-1] = singular(words[-1])
    stem = name = "handle" + pascal("_".join(words))
    number = 2
    while name in taken:
        name, number = f"{stem}{number}", number + 1
    return name


def _outdented(literal: Node) -> str:
    """Return a function's parameters and body as at the top level; raw strings keep their lines."""
    lines = text_of(literal).split("\n")
    margin = lines[-1][: len(lines[-1]) - len(lines[-1].lstrip("\t"))]
    raw = {
        row - literal.start_point[0]
        for node in walk(literal)
        if node.type == "raw_string_literal"
        for row in range(node.start_point[0] + 1, node.end_point[0] + 1)
    }
    kept = [line if row in raw else line.removeprefix(margin) for row, line in enumerate(lines)]
    return "\n".join(kept).removeprefix("func")
