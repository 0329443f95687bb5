"""The shapes that pieces of an action have in trees of all these languages."""

import re
from collections.abc import Iterator

from tree_sitter import Node

from yandrel.languages.trees import text_of

FUNCTIONS = frozenset(
    ["function_declaration", "method_declaration", "method_definition", "function_definition",
     "method_signature", "function_signature", "abstract_method_signature", "protocol_function_declaration",
     "method_elem", "method_spec"]
)  # fmt: skip
BOUND = frozenset(["variable_declarator", "pair", "public_field_definition", "field_definition"])
VALUES = frozenset(["arrow_function", "function_expression", "function"])
CALLS = frozenset(
    ["call_expression", "invocation_expression", "method_invocation", "member_call_expression",
     "function_call_expression", "scoped_call_expression"]
)  # fmt: skip
MEMBERS = frozenset(
    ["member_expression", "member_access_expression", "navigation_expression", "selector_expression"]
)
STRINGS = frozenset(
    ["string", "encapsed_string", "string_literal", "interpreted_string_literal", "line_string_literal",
     "template_string", "verbatim_string_literal", "raw_string_literal"]
)  # fmt: skip
LISTS = frozenset(
    ["array", "array_creation_expression", "list_literal", "array_literal", "collection_literal",
     "initializer_expression", "array_initializer"]
)  # fmt: skip
LISTED = frozenset(
    ["import_specifier", "export_specifier", "shorthand_property_identifier",
     "shorthand_property_identifier_pattern"]
)  # fmt: skip
IMPORTS = frozenset(["import_header", "import", "import_declaration", "namespace_use_declaration"])
COMMENTS = frozenset(["comment", "line_comment", "block_comment", "multiline_comment"])
STATEMENT_PARENTS = frozenset(
    ["program", "source_file", "compilation_unit", "statement_block", "block", "compound_statement",
     "statements", "statement_list", "declaration_list", "lambda_literal", "function_body", "class_body"]
)  # fmt: skip
PATH = re.compile(r"(?:[A-Z]+ )?[\w\-/{}:<>.*$\\()+?=^#~\[\]|]*")


def walk(root: Node, without: list[tuple[int, int]]) -> Iterator[Node]:
    stack = [root]
    while stack:
        node = stack.pop()
        if any(start <= node.start_byte and node.end_byte <= end for start, end in without):
            continue
        yield node
        stack += reversed(node.named_children)


def leaves_of(node: Node) -> Iterator[Node]:
    for inner in walk(node, []):
        if not inner.named_child_count:
            yield inner


def named_function(node: Node) -> Node | None:
    """Return the name of a function, member, or value that is one."""
    if node.type in FUNCTIONS:
        return node.child_by_field_name("name")
    if node.type in BOUND:
        value = node.child_by_field_name("value")
        if value is not None and value.type in VALUES:
            return node.child_by_field_name("name") or node.child_by_field_name("key")
    if node.type == "assignment_expression":
        left, right = node.child_by_field_name("left"), node.child_by_field_name("right")
        if (
            left is not None
            and right is not None
            and left.type == "member_expression"
            and right.type in VALUES
        ):
            return left.child_by_field_name("property")
    return None


def whole_definition(node: Node) -> Node:
    """Return the statement that a definition is, with what exports it."""
    parent = node.parent
    while parent is not None and parent.type in (
        "lexical_declaration", "variable_declaration", "export_statement", "expression_statement"
    ):  # fmt: skip
        node, parent = parent, parent.parent
    return node


def stands_above(whole: Node) -> tuple[list[Node], list[Node]]:
    """Return the decorators and the comments that stand directly above a definition."""
    marks: list[Node] = []
    comments: list[Node] = []
    below, node = whole, whole.prev_named_sibling
    while node is not None and below.start_point[0] - node.end_point[0] <= 1:
        if node.end_point[0] == below.start_point[0] and node.type in COMMENTS:
            break
        if node.type == "decorator" and not comments:
            marks.insert(0, node)
        elif node.type in COMMENTS:
            before = node.prev_sibling
            if (
                before is not None
                and before.end_point[0] == node.start_point[0]
                and before.start_point[0] != node.start_point[0] - 1
            ):
                if before.is_named or text_of(before) in ("{", "}", ",", ";"):
                    break
            comments.insert(0, node)
        else:
            break
        below, node = node, node.prev_named_sibling
    return marks, comments


def is_called(leaf: Node) -> bool:
    """Whether a name is that of a called member or function."""
    node: Node | None = leaf
    for _ in range(3):
        parent = node.parent if node is not None else None
        if parent is None:
            return False
        if parent.type in CALLS:
            return node is not None and not any(
                a.id == node.id for a in parent.children_by_field_name("arguments")
            )
        node = parent
    return False


def find_tests(root: Node) -> Iterator[tuple[Node, Node]]:
    """Yield functions of tests, and calls that hold one after its title: each whole, and its name."""
    for node in walk(root, []):
        name = named_function(node) if node.type in FUNCTIONS else None
        if name is not None:
            yield node, name
        elif node.type == "expression_statement" and node.named_child_count:
            call = node.named_children[0]
            held = call.child_by_field_name("arguments") if call.type in CALLS else None
            inner = held.named_children if held is not None else []
            if len(inner) > 1 and inner[0].type in STRINGS and inner[-1].type in VALUES:
                function = call.child_by_field_name("function")
                if text_of(function).split(".")[0] in ("test", "it"):
                    yield node, inner[0]


def path_in(node: Node) -> Node | None:
    """Return the string among a call's arguments or a list's entries that is a path."""
    held = node.child_by_field_name("arguments") if node.type in CALLS else node
    if held is None or node.type in CALLS:
        held = next((c for c in _arguments(node)), held)
    found = None
    for entry in held.named_children if held is not None else ():
        if held is node and node.type in LISTS and is_keyed(entry):
            continue
        inner = entry
        while (
            inner.type
            in (
                "argument",
                "value_argument",
                "array_element_initializer",
                "binary_expression",
                "additive_expression",
            )
            and inner.named_child_count
        ):
            inner = inner.named_children[-1] if "expression" in inner.type else inner.named_children[0]
        text = text_of(inner)
        if inner.type in STRINGS and PATH.fullmatch(text[1:-1]) and re.search(r"[/{]|^.:", text):
            found = inner
            break
    return found


def _arguments(call: Node) -> Iterator[Node]:
    """Yield the arguments of a call; a closure after them may be one call more around it."""
    for child in call.named_children:
        if child.type in ("arguments", "argument_list", "value_arguments"):
            yield child
        elif child.type == "call_suffix" or (child.type in CALLS and _closes(call)):
            yield from _arguments(child)


def _closes(call: Node) -> bool:
    """Whether a call is another call with a closure after it."""
    children = call.named_children
    return len(children) > 1 and children[0].type in CALLS and children[1].type == "annotated_lambda"


def receiver_of(call: Node) -> Node | None:
    if call.type not in CALLS or not call.named_child_count:
        return None
    if _closes(call):
        return receiver_of(call.named_children[0])
    held = call.child_by_field_name("object")
    if held is not None:
        return held
    first = call.named_children[0]
    return first.named_children[0] if first.type in MEMBERS else None


def is_keyed(node: Node) -> bool:
    """Whether a node is an entry of a table by path: '/path' => handler, '/path': handler."""
    if node.type not in ("array_element_initializer", "pair") or node.named_child_count < 2:
        return False
    return node.named_children[0].type in STRINGS
