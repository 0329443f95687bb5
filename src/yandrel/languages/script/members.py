"""Routes that a class declares on an application of its own, with handlers written in place."""

import re
from collections.abc import Iterator

from tree_sitter import Node

from yandrel.languages.script.facts import bound_names
from yandrel.languages.script.grammar import first_child, string_value, text_of
from yandrel.languages.script.roles import METHODS

OWN_APPLICATION = re.compile(
    r"(?:\bthis\.|^[ \t]*(?:(?:public|private|protected|readonly|static)\s+)*)([\w$]+)\s*(?::[^=;\n]+)?=\s*"
    r"(?:new\s+)?(?:express|fastify|Fastify|Hono|Koa|Router|express\.Router)\s*\(",
    re.MULTILINE,
)
FUNCTIONS = ("arrow_function", "function_expression")
CLASSES = ("class_declaration", "abstract_class_declaration")
WORD = re.compile(r"[A-Za-z_$][\w$]*")
OF_THE_CLASS = frozenset({"this", "super", "arguments"})


def find_member_routes(root: Node) -> Iterator[tuple[Node, Node, str, str, list[Node]]]:
    """Yield each route of a class whose handler needs nothing of it: what the class stands in at the top
    level, the statement, the method, the path, and the arguments after that."""
    for outer in root.named_children:
        declared = outer.child_by_field_name("declaration") or outer
        body = declared.child_by_field_name("body") if declared.type in CLASSES else None
        owners = {f"this.{found[1]}" for found in OWN_APPLICATION.finditer(text_of(body))}
        for method in body.named_children if body is not None and owners else []:
            inside = method.child_by_field_name("body")
            for statement in inside.named_children if inside is not None else []:
                route = _read_route(statement, owners)
                if route is not None and not _needs(route[2][-1], method):
                    yield outer, statement, *route


def read_member_call(statement: Node) -> tuple[str, str, list[Node]] | None:
    """Return what a statement calls a method of, the method, and what it gives: `app.get("/", show)`."""
    call = first_child(statement) if statement.type == "expression_statement" else None
    if call is None or call.type != "call_expression":
        return None
    function, arguments = call.child_by_field_name("function"), call.child_by_field_name("arguments")
    if function is None or arguments is None or function.type != "member_expression":
        return None
    given = [child for child in arguments.named_children if child.type != "comment"]
    owner, method = function.child_by_field_name("object"), function.child_by_field_name("property")
    return text_of(owner), text_of(method), given


def _read_route(statement: Node, owners: set[str]) -> tuple[str, str, list[Node]] | None:
    owner, method, given = read_member_call(statement) or ("", "", [])
    path = string_value(given[0]) if given else None
    known = owner in owners and method in METHODS
    if not known or path is None or len(given) < 2 or given[-1].type not in FUNCTIONS:
        return None
    return method, path, given[1:]


def _needs(handler: Node, method: Node) -> bool:
    """Whether a function uses its class, or what the method around it binds."""
    words = set(WORD.findall(text_of(handler)))
    return bool(words & (OF_THE_CLASS | set(_bound_in(method))))


def _bound_in(node: Node) -> Iterator[str]:
    """Yield the names that a method's parameters and its own statements bind."""
    if node.type in FUNCTIONS:
        return
    if node.type in ("required_parameter", "optional_parameter"):
        pattern = node.child_by_field_name("pattern")
        yield from bound_names(pattern) if pattern is not None else ()
    elif node.type == "formal_parameters":
        for child in node.named_children:
            yield from bound_names(child) if "parameter" not in child.type else ()
    elif node.type in ("variable_declarator", "function_declaration", "class_declaration"):
        name = node.child_by_field_name("name")
        yield from [text_of(name), *bound_names(name)] if name is not None else []
        if node.type != "variable_declarator":
            return
    for child in node.named_children:
        yield from _bound_in(child)
