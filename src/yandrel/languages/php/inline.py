"""Handlers that PHP's routes are bound to in place: given a name, where they close over nothing."""

import re
from collections.abc import Iterator
from dataclasses import dataclass

from tree_sitter import Node

from yandrel.languages.lifting import Lifted, handler_name
from yandrel.languages.php.grammar import text_of
from yandrel.languages.trees import walk
from yandrel.model.changes import Edit
from yandrel.model.words import snake

METHODS = frozenset({"get", "post", "put", "patch", "delete", "options", "head", "any"})
BINDING = METHODS | {"map", "add", "route", "match", "handle", "on", "addroute"}
CALLS = frozenset({"member_call_expression", "scoped_call_expression", "function_call_expression"})
CLOSURES = frozenset({"anonymous_function", "anonymous_function_creation_expression", "arrow_function"})
PATTERN = re.compile(r"^(?:(?P<method>[A-Z]+) )?(?P<path>/.*)$")
TYPED = re.compile(rb"\bClosure\s+&?\$|\benum\s+\w+|\breadonly\b|\w\(\.\.\.\)")
OF_CLASS = re.compile(rb"\$this\b|\b(?:self|static|parent)::")


@dataclass(frozen=True)
class Bound:
    """A function written in place, with the method and path that it answers."""

    closure: Node
    method: str
    path: str


def name_handlers(root: Node, told: list[Node], taken: set[str], lifted: Lifted) -> list[Edit]:
    """Return the edits that give names to the functions that routes are bound to in place.

    Those that close over names stay; those within what is `told` have been seen to.
    """
    source = root.text or b""
    spaced = any(node.type == "namespace_definition" for node in root.named_children)
    callable_form = spaced or TYPED.search(source) is not None
    edits: list[Edit] = []
    for bound in find_bound(root):
        if any(t.start_byte <= bound.closure.start_byte < t.end_byte for t in told):
            continue
        line = bound.closure.start_point[0] + 1
        closed = sorted(closed_over(bound.closure))
        statement = _statement_around(bound.closure)
        if closed or statement is None:
            why = f"its handler is written in place and closes over {', '.join(closed)}, and so stays"
            lifted.notes.append((line, bound.path, why if closed else "its handler stands within a type"))
            continue
        name = in_style(handler_name(bound.method, bound.path, taken), taken)
        taken.add(name)
        written = f"{name}(...)" if callable_form else f"'{name}'"
        edits.append(Edit(bound.closure.start_byte, bound.closure.end_byte, written.encode()))
        text = f"{as_function(bound.closure, name)}\n\n"
        edits.append(Edit(statement.start_byte, statement.start_byte, text.encode()))
        lifted.handlers[name] = (line, bound.closure.end_point[0] + 1)
    return _joined(edits)


def find_bound(root: Node) -> Iterator[Bound]:
    """Yield functions that are given to a route: in a call, in a table, or in an assignment to one."""
    stack = [root]
    while stack:
        node = stack.pop()
        stack += reversed(node.named_children)
        if node.type not in CLOSURES or node.parent is None:
            continue
        told = _told_by(node)
        path = next((text for text in told if PATTERN.match(text)), None)
        if path is None and told[1:2] == [""] and told[0].lower() in METHODS:
            path = "/"
        if path is None:
            continue
        found = PATTERN.match(path)
        assert found is not None
        words = [text.lower() for text in told if text.lower() in METHODS]
        yield Bound(node, (found["method"] or (words[0] if words else "get")).lower(), found["path"])


def _told_by(closure: Node) -> list[str]:
    """Return the strings, and the name of what is called, that stand beside a function in a binding."""
    around = closure.parent
    if around is None:
        return []
    if around.type == "argument":
        call = around.parent.parent if around.parent is not None else None
        if call is None or call.type not in CALLS:
            return []
        name = text_of(call.child_by_field_name("name") or call.child_by_field_name("function"))
        held = call.child_by_field_name("arguments")
        if name.lower() not in BINDING or held is None:
            return []
        return [name, *(text for child in held.named_children for text in _strings_in(child, closure))]
    if around.type == "array_element_initializer":
        return list(_keys_above(closure))
    if around.type == "assignment_expression":
        left = around.child_by_field_name("left")
        indexed = left is not None and left.type == "subscript_expression"
        return list(_strings_in(left, closure)) if left is not None and indexed else []
    return []


def _keys_above(closure: Node) -> Iterator[str]:
    """Yield the keys of the tables that a function stands in, the nearest first."""
    inner: Node | None = closure
    while inner is not None and inner.parent is not None:
        entry = inner.parent
        if entry.type != "array_element_initializer":
            return
        if entry.named_children[0] != inner:
            yield from _strings_in(entry.named_children[0], closure)
        inner = entry.parent


def _strings_in(node: Node, closure: Node) -> Iterator[str]:
    """Yield the plain strings below a node, without those of the function itself."""
    stack = [node]
    while stack:
        found = stack.pop()
        if found == closure:
            continue
        if found.type in ("string", "encapsed_string") and "$" not in text_of(found):
            yield text_of(found)[1:-1]
        else:
            stack += reversed(found.named_children)


def closed_over(closure: Node) -> set[str]:
    """Return what a function takes from around it: named variables, the object or class that it stands in."""
    uses = next((c for c in closure.named_children if c.type == "anonymous_function_use_clause"), None)
    closed = {text_of(c).lstrip("&") for c in uses.named_children} if uses is not None else set()
    found = OF_CLASS.search(closure.text or b"")
    if found is not None:
        closed.add(found.group().decode().removesuffix("::"))
    if closure.type == "arrow_function":
        parameters = closure.child_by_field_name("parameters")
        own = set(_variables(parameters)) if parameters is not None else set()
        body = closure.child_by_field_name("body")
        closed |= {name for name in _variables(body) if name not in own} if body is not None else set()
    return closed


def _variables(node: Node) -> Iterator[str]:
    stack = [node]
    while stack:
        found = stack.pop()
        if found.type == "variable_name":
            yield text_of(found)
        stack += found.named_children


def _statement_around(node: Node) -> Node | None:
    """Return the top-level statement, or function, that a node stands in; None within a type."""
    inner: Node | None = node
    while inner is not None and inner.parent is not None:
        around = inner.parent
        if around.type == "program" or (
            around.type == "compound_statement"
            and around.parent is not None
            and around.parent.type == "namespace_definition"
        ):
            return inner
        if around.type == "declaration_list":
            return None
        inner = around
    return None


def as_function(closure: Node, name: str) -> str:
    """Return a function of a name that does what a closure does."""
    parameters = text_of(closure.child_by_field_name("parameters"))
    returned = text_of(closure.child_by_field_name("return_type"))
    head = f"function {name}{parameters}" + (f": {returned.lstrip(': ')}" if returned else "")
    body = closure.child_by_field_name("body")
    if body is None or body.type != "compound_statement":
        value = _outdented(body, "    ") if body is not None else ""
        return f"{head}\n{{\n    return {value};\n}}"
    return f"{head}\n{_outdented(body)}"


def _outdented(body: Node, indent: str = "") -> str:
    """Return a text whose first line's start is left to others, its further lines moved to an indent.

    Strings over several lines stay as they are.
    """
    lines = text_of(body).split("\n")
    margin = lines[-1][: len(lines[-1]) - len(lines[-1].lstrip(" \t"))]
    fixed = {
        row - body.start_point[0]
        for node in walk(body)
        if node.type in ("heredoc", "nowdoc", "string", "encapsed_string")
        for row in range(node.start_point[0] + 1, node.end_point[0] + 1)
    }
    moved = (line.removeprefix(margin) for line in lines[1:])
    rest = [
        line if row in fixed or not line.strip() else indent + new
        for row, (line, new) in enumerate(zip(lines[1:], moved, strict=True), 1)
    ]
    return "\n".join([lines[0], *rest])


def in_style(name: str, taken: set[str]) -> str:
    """Return a name in the file's own way of writing functions."""
    words = [word for word in taken if "_" in word.strip("_") and word == word.lower()]
    return snake(name) if words and snake(name) not in taken else name


def _joined(edits: list[Edit]) -> list[Edit]:
    """Return edits in which what is inserted at one place is one edit."""
    inserted: dict[int, bytes] = {}
    for edit in edits:
        if edit.start == edit.end:
            inserted[edit.start] = inserted.get(edit.start, b"") + edit.text
    changed = [edit for edit in edits if edit.start != edit.end]
    return [*changed, *(Edit(at, at, text) for at, text in inserted.items())]
