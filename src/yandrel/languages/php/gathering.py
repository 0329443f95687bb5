"""Routes of PHP servers whose handlers close over variables, gathered into functions that get those."""

import re
from collections.abc import Iterator

from tree_sitter import Node

from yandrel.languages.gathering.gatherer import RouteGatherer, Written
from yandrel.languages.gathering.groups import Group, Need, RouteStatement
from yandrel.languages.gathering.reader import Gathering
from yandrel.languages.lifting import Lifted
from yandrel.languages.php.grammar import parse, text_of
from yandrel.languages.php.inline import (
    BINDING,
    CALLS,
    CLOSURES,
    OF_CLASS,
    PATTERN,
    closed_over,
    find_bound,
    in_style,
    name_handlers,
)
from yandrel.languages.trees import root_of, walk
from yandrel.model.changes import Edit
from yandrel.model.words import pascal

FUNCTIONS = frozenset({"function_definition", "method_declaration"})
TYPES = frozenset({"class_declaration", "trait_declaration", "interface_declaration", "enum_declaration"})
EVERYWHERE = re.compile(r"\$(?:_[A-Z]+|GLOBALS|this)\Z")
"""What every function sees, and what none is handed."""


class PhpGatherer(RouteGatherer):
    """See `RouteGatherer`."""

    nested = frozenset({*FUNCTIONS, *CLOSURES, *TYPES})
    functions = frozenset()
    strings = frozenset({"heredoc", "nowdoc", "string", "encapsed_string"})

    def blocks(self, root: Node) -> Iterator[Node]:
        handlers = [bound.closure for bound in find_bound(root)]
        for node in walk(root):
            answers = any(h.start_byte <= node.start_byte < h.end_byte for h in handlers)
            if node.type in ("program", "compound_statement") and not answers:
                yield node

    def read_route(self, statement: Node) -> RouteStatement | None:
        if statement.type != "expression_statement" or _sets_a_variable(statement.named_children[0]):
            return None
        bound = [found for found in find_bound(statement) if _statement_of(found.closure) == statement]
        receiver, path = _declared_by(statement.named_children[0])
        path = bound[0].path if bound else path
        if not path:
            return None
        return RouteStatement(statement, path, receiver, any(closed_over(b.closure) for b in bound))

    def find_in_place(self, root: Node) -> Iterator[tuple[Node, str]]:
        return iter(())

    def declared(self, node: Node) -> Iterator[Node]:
        if node.type in ("simple_parameter", "property_promotion_parameter"):
            name = node.child_by_field_name("name")
            if name is not None:
                yield name

    def used(self, statement: Node) -> Iterator[Node]:
        """Yield the variables that a statement takes from around it: closures see only what they name."""
        stack = [statement]
        while stack:
            node = stack.pop()
            if node.type == "variable_name":
                yield node
            elif node.type == "arrow_function":
                own = {text_of(name) for inner in walk(node) for name in self.declared(inner)}
                yield from (n for n in walk(node) if n.type == "variable_name" and text_of(n) not in own)
            elif node.type in CLOSURES:
                stack += [c for c in node.named_children if c.type == "anonymous_function_use_clause"]
            else:
                stack += reversed(node.named_children)

    def find_needs(self, found: RouteStatement) -> None:
        needs: dict[str, Need] = {}
        for name in self.used(found.node):
            around = name.parent
            held = text_of(name)
            by_name = around is not None and (around.type == "by_ref" or _sets_entry(name))
            if not EVERYWHERE.match(held) and (held not in needs or by_name):
                needs[held] = Need(held, "&" if by_name else _type_at(found.node, held))
        found.needs = tuple(needs.values())
        if OF_CLASS.search(found.node.text or b""):
            found.stays = "its handler is written in place and uses its object, and so stays"

    def type_of(self, name: Node) -> str | None:
        return _type_at(name, text_of(name))

    def sets(self, name: Node) -> bool:
        return False

    def function_around(self, block: Node) -> str:
        around: Node | None = block
        while around is not None and around.type not in FUNCTIONS:
            around = around.parent
        return text_of(around.child_by_field_name("name")) if around is not None else ""

    def lift_others(self, gathering: Gathering, told: list[Node], lifted: Lifted) -> list[Edit]:
        words = set(re.findall(r"\w+", gathering.source.decode("utf-8", "replace")))
        return name_handlers(gathering.root, told, words | {*gathering.names}, lifted)

    def name_for(self, concept: str, block: Node) -> str:
        taken = set(re.findall(r"\w+", text_of(root_of(block))))
        return in_style(f"register{pascal(concept)}Routes", taken)

    def write(self, name: str, group: Group, block: Node) -> Written:
        parameters = ", ".join(_parameter(need) for need in group.needs)
        call = f"{name}({', '.join(need.name for need in group.needs)});"
        return Written(f"function {name}({parameters})\n{{", "}", call)

    def stands_after(self, block: Node) -> Node:
        if block.parent is None:
            return block.named_children[-1]
        around = block
        while around.parent is not None and not _is_top(around.parent):
            around = around.parent
        return around


def _is_top(holder: Node) -> bool:
    """Whether what a node holds are the statements of a file or of a namespace in braces."""
    space = holder.parent
    return holder.type == "program" or (space is not None and space.type == "namespace_definition")


def _parameter(need: Need) -> str:
    if need.type == "&":
        return f"&{need.name}"
    return f"{need.type} {need.name}" if need.type else need.name


def _statement_of(node: Node) -> Node | None:
    """Return the statement that a node stands in, not one within a function of its own."""
    around = node.parent
    while around is not None and around.type != "expression_statement":
        around = None if around.type in CLOSURES else around.parent
    return around


def _declared_by(node: Node) -> tuple[str, str]:
    """Return what a route is declared on, and its path; the path is empty where none is declared."""
    while node.type in CALLS:
        name = text_of(node.child_by_field_name("name") or node.child_by_field_name("function")).lower()
        held = node.child_by_field_name("arguments")
        given = [c.named_children[-1] for c in held.named_children if c.named_children] if held else []
        texts = [text_of(c)[1:-1] for c in given if c.type in ("string", "encapsed_string")]
        path = next((found["path"] for text in texts if (found := PATTERN.match(text))), "")
        inner = node.child_by_field_name("object")
        if name in BINDING | {"group"} and path and len(given) > 1:
            return (text_of(inner) if inner is not None and inner.type == "variable_name" else ""), path
        if inner is None:
            break
        node = inner
    return "", ""


def _type_at(place: Node, name: str) -> str:
    """Return the type that the function around a place declares a variable with, or that it is made of."""
    around = place.parent
    while around is not None and around.type not in (*FUNCTIONS, *CLOSURES):
        around = around.parent
    parameters = around.child_by_field_name("parameters") if around is not None else None
    for parameter in parameters.named_children if parameters is not None else ():
        if text_of(parameter.child_by_field_name("name")) == name:
            return text_of(parameter.child_by_field_name("type"))
    return _made_of(around if around is not None else root_of(place), name)


def _made_of(scope: Node, name: str) -> str:
    """Return the class of the object that a variable is set to, where it is set but once."""
    found = [n for n in walk(scope) if n.type == "assignment_expression"]
    values = [n.child_by_field_name("right") for n in found if text_of(n.child_by_field_name("left")) == name]
    if len(values) != 1 or values[0] is None or values[0].type != "object_creation_expression":
        return ""
    made = values[0].named_children[0]
    return text_of(made) if made.type in ("name", "qualified_name") else ""


def _sets_a_variable(node: Node) -> bool:
    """Whether an expression sets something that what follows it may use."""
    if node.type not in ("assignment_expression", "reference_assignment_expression"):
        return False
    left = node.child_by_field_name("left")
    return left is None or left.type != "subscript_expression"


def _sets_entry(name: Node) -> bool:
    """Whether a variable is a table that a statement adds to."""
    entry = name.parent
    setting = entry.parent if entry is not None and entry.type == "subscript_expression" else None
    return (
        setting is not None
        and setting.type == "assignment_expression"
        and setting.child_by_field_name("left") == entry
    )


def gather_routes(source: bytes, kept: frozenset[str]) -> Lifted:
    """Return a file's text in which handlers have names, and what closes over variables its functions."""
    return PhpGatherer().gather(source, parse(source).root_node, kept)
