"""Statements that make a definition what it is: they go where it goes, in their order."""

from collections.abc import Iterator, Set

from tree_sitter import Node

from yandrel.languages.script.deep import Reference
from yandrel.languages.script.grammar import first_child, text_of
from yandrel.languages.script.inline import MAKERS

SETTERS = frozenset(
    {"inherits", "util.inherits", "Object.assign", "Object.defineProperty", "Object.defineProperties"}
    | {"Object.setPrototypeOf", "Object.freeze"}
)

DECLARING = frozenset(
    {"function_declaration", "generator_function_declaration", "class_declaration", "import_statement"}
    | {"interface_declaration", "type_alias_declaration", "export_statement"}
)
"""Statements that do nothing of their own when they are reached."""
FUNCTIONS = frozenset({"arrow_function", "function_expression", "function", "generator_function"})


def find_attached(root: Node, references: list[Reference], name: str, end: int) -> Iterator[Node]:
    """Yield the statements after a definition's `end` that complete it: `Hive.prototype.open = …`.

    A call of its methods is one where something that is declared later is made from it, as a model is from
    a schema: it must have been called by then.
    """
    statements = [node for node in root.named_children if node.type != "comment"]
    if _is_application(statements, name):
        return
    made_from = max(
        (
            r.start
            for r in references
            if r.name == name and r.on_load and _in_declaration(statements, r.start)
        ),
        default=-1,
    )
    passed: list[Node] = []
    for node in statements:
        inner = first_child(node) if node.type == "expression_statement" else None
        if node.start_byte < end:
            continue
        if inner is None:
            passed += [node] if node.type not in DECLARING else []
        elif inner.type == "assignment_expression":
            left = inner.child_by_field_name("left")
            completes = left is not None and left.type == "member_expression" and _head(left) == name
            if completes and not _may_change(passed, node, references, name):
                yield node
            else:
                passed.append(node)
        elif inner.type == "call_expression":
            function = inner.child_by_field_name("function")
            if text_of(function) in SETTERS:
                if _head(_first_argument(inner)) == name:
                    yield node
                    continue
            elif function is not None and function.type == "member_expression" and _head(function) == name:
                if node.end_byte < made_from:
                    yield node
                    continue
            passed.append(node)


def find_registering(
    root: Node, references: list[Reference], name: str, imported: Set[str]
) -> Iterator[Node]:
    """Yield the calls at the top level that name nothing of the module but a definition and its imports.

    A call that is given a function does more than to register something.
    """
    for node in root.named_children:
        call = first_child(node) if node.type == "expression_statement" else None
        arguments = call.child_by_field_name("arguments") if call is not None else None
        if call is None or call.type != "call_expression" or arguments is None:
            continue
        inside = {r.name for r in references if node.start_byte <= r.start < node.end_byte}
        functions = any(argument.type in FUNCTIONS for argument in arguments.named_children)
        known = _head(call) in {name, *imported}
        if name in inside and inside <= {name, *imported} and known and not functions:
            yield node


def _may_change(passed: list[Node], node: Node, references: list[Reference], name: str) -> bool:
    """Whether what a statement reads may be changed by one that it would be run before."""
    read = {r.name for r in references if r.on_load and node.start_byte <= r.start < node.end_byte} - {name}
    if not read:
        return False
    return any(
        r.name in (*read, name) and other.start_byte <= r.start < other.end_byte
        for other in passed
        for r in references
    )


def _is_application(statements: list[Node], name: str) -> bool:
    for node in statements:
        declared = node.child_by_field_name("declaration") if node.type == "export_statement" else node
        for child in declared.named_children if declared is not None else ():
            if text_of(child.child_by_field_name("name")) == name:
                return MAKERS.match(text_of(child.child_by_field_name("value"))) is not None
    return False


def _in_declaration(statements: list[Node], position: int) -> bool:
    return any(
        node.type in ("lexical_declaration", "variable_declaration", "export_statement", "class_declaration")
        and node.start_byte <= position < node.end_byte
        for node in statements
    )


def _first_argument(call: Node) -> Node | None:
    arguments = call.child_by_field_name("arguments")
    return first_child(arguments) if arguments is not None else None


def _head(node: Node | None) -> str:
    """Return what a chain of members and calls begins with."""
    while node is not None and node.type in ("member_expression", "subscript_expression", "call_expression"):
        field = "function" if node.type == "call_expression" else "object"
        node = node.child_by_field_name(field)
    return text_of(node) if node is not None and node.type == "identifier" else ""
