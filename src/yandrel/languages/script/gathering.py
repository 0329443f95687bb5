"""Routes of JavaScript and TypeScript servers that functions declare, gathered by what they are about."""

import re
from collections.abc import Iterator

from tree_sitter import Node

from yandrel.languages.gathering.chains import calls_in_chain, given_to
from yandrel.languages.gathering.gatherer import RouteGatherer, Written
from yandrel.languages.gathering.groups import Group, RouteStatement
from yandrel.languages.lifting import Lifted
from yandrel.languages.script.grammar import language_name, parse, string_value
from yandrel.languages.script.inline import APPLICATIONS, MAKERS
from yandrel.languages.script.roles import METHODS
from yandrel.languages.script.statements import style_of
from yandrel.languages.trees import root_of, text_of, walk
from yandrel.model.words import pascal

CHAIN = {"call_expression": "function", "member_expression": "object"}
COMMENTS = frozenset({"comment"})
FUNCTIONS = frozenset({"function_declaration", "generator_function_declaration"})
CLOSURES = frozenset({"arrow_function", "function_expression", "method_definition", "function"})
SCOPES = frozenset(
    {
        "statement_block",
        "for_in_statement",
        "for_statement",
        "catch_clause",
        "class_body",
        "class_declaration",
    }
)
NAMES = frozenset({"identifier", "shorthand_property_identifier_pattern"})
MADE = {"express": "Express", "Fastify": "FastifyInstance", "fastify": "FastifyInstance"}
"""What functions return that have a name for it."""
OVERLOADED = frozenset({"Fastify", "fastify"})
"""Functions of which the type of what they return depends on what they are given."""
ITS_OWN = re.compile(rb"\b(?:this|super|arguments)\b")


class ScriptGatherer(RouteGatherer):
    """See `RouteGatherer`."""

    nested = frozenset({*FUNCTIONS, *CLOSURES, *SCOPES})
    functions = FUNCTIONS
    strings = frozenset({"template_string"})
    may_shadow = True

    def __init__(self, source: bytes, unit: str) -> None:
        self.typed = language_name(unit) == "typescript"
        self.semicolon = style_of(source, unit).semicolon

    def blocks(self, root: Node) -> Iterator[Node]:
        handlers = [
            given for call in walk(root) if _path_of(call) is not None for given in _functions_in(call)
        ]
        for node in walk(root):
            answers = any(h.start_byte <= node.start_byte < h.end_byte for h in handlers)
            if node.type == "statement_block" and not answers:
                yield node

    def read_route(self, statement: Node) -> RouteStatement | None:
        if statement.type != "expression_statement" or not statement.named_children:
            return None
        chain = list(calls_in_chain(statement.named_children[0], CHAIN, "call_expression"))
        for call in chain:
            path, receiver = _path_of(call), _receiver_of(call)
            if path is not None and receiver and self._declares_routes(receiver, statement):
                in_place = any(_functions_in(link) for link in chain)
                return RouteStatement(statement, path, receiver, in_place)
        return None

    def _declares_routes(self, receiver: str, statement: Node) -> bool:
        """Whether routes are declared on a name: by what it is called, or what it is set to."""
        if APPLICATIONS.fullmatch(receiver):
            return True
        declared, _ = self.names_around(statement).get(receiver, (None, None))
        return declared is not None and MAKERS.match(text_of(_value_of(declared))) is not None

    def find_in_place(self, root: Node) -> Iterator[tuple[Node, str]]:
        return iter(())

    def declared(self, node: Node) -> Iterator[Node]:
        if node.type in (*FUNCTIONS, "class_declaration", "variable_declarator"):
            yield from _names_in(node.child_by_field_name("name"))
        elif node.type in ("formal_parameters", "required_parameter", "optional_parameter"):
            held = node.named_children if node.type == "formal_parameters" else [
                node.child_by_field_name("pattern")
            ]  # fmt: skip
            for pattern in held:
                if pattern is not None and not pattern.type.endswith("_parameter"):
                    yield from _names_in(pattern)
        elif node.type in ("arrow_function", "catch_clause"):
            yield from _names_in(node.child_by_field_name("parameter"))
        elif node.type == "for_in_statement":
            yield from _names_in(node.child_by_field_name("left"))

    def used(self, statement: Node) -> Iterator[Node]:
        for node in walk(statement):
            if node.type in ("identifier", "shorthand_property_identifier"):
                yield node

    def sets(self, name: Node) -> bool:
        around = name.parent
        if around is None:
            return False
        if around.type in ("assignment_expression", "augmented_assignment_expression"):
            return around.child_by_field_name("left") == name
        return around.type == "update_expression"

    def type_of(self, name: Node) -> str | None:
        holder = name.parent
        if not self.typed:
            return ""
        if holder is None:
            return None
        told = holder.child_by_field_name("type")
        if told is not None and told.type == "type_annotation" and name in holder.named_children:
            return text_of(told).lstrip(": ")
        return self._type_of_value(_value_of(name))

    def _type_of_value(self, value: Node | None) -> str | None:
        """Return the type that a value plainly has, or what a function that it comes from says of it."""
        if value is None:
            return None
        if value.type == "new_expression":
            made = text_of(value.child_by_field_name("constructor"))
            typed = text_of(value.child_by_field_name("type_arguments"))
            return f"{made}{typed}" if made else None
        waits = value.type == "await_expression"
        call = value.named_children[0] if waits and value.named_children else value
        called = call.child_by_field_name("function") if call.type == "call_expression" else None
        if called is None or called.type != "identifier" or call.child_by_field_name("type_arguments"):
            return None
        name = text_of(called)
        if name in MADE and _is_at_top(MADE[name], called):
            return MADE[name]
        if name in OVERLOADED or not _is_at_top(name, called):
            return None
        return f"Awaited<ReturnType<typeof {name}>>" if waits else f"ReturnType<typeof {name}>"

    def is_fixed(self, name: Node) -> bool:
        around = name.parent
        while around is not None and around.type not in ("lexical_declaration", "variable_declaration"):
            if around.type in ("formal_parameters", "statement_block"):
                return False
            around = around.parent
        return around is not None and text_of(around).startswith("const")

    def goes_along(self, name: Node, statement: Node) -> Node | None:
        function = name.parent
        if function is None or function.type not in FUNCTIONS or function.child_by_field_name("name") != name:
            return None
        return function if function.parent == statement.parent else None

    def why_not(self, statement: Node) -> str:
        if ITS_OWN.search(statement.text or b""):
            return "its handler is written in place and uses its object, and so stays"
        stack = [statement]
        while stack:
            node = stack.pop()
            if node.type in ("await_expression", "yield_expression"):
                return "its handler is written in place, on a line that waits for something"
            stack += [c for c in node.named_children if c.type not in (*CLOSURES, *FUNCTIONS)]
        return ""

    def function_around(self, block: Node) -> str:
        around: Node | None = block.parent
        while around is not None and around.type not in (*FUNCTIONS, "variable_declarator"):
            around = around.parent
        return text_of(around.child_by_field_name("name")) if around is not None else ""

    def name_for(self, concept: str, block: Node) -> str:
        return f"register{pascal(concept)}Routes"

    def write(self, name: str, group: Group, block: Node) -> Written:
        taken = [f"{need.name}: {need.type}" if self.typed else need.name for need in group.needs]
        returned = ": void" if self.typed else ""
        call = f"{name}({', '.join(need.name for need in group.needs)}){self.semicolon}"
        return Written(f"function {name}({', '.join(taken)}){returned} {{", "}", call)

    def stands_after(self, block: Node) -> Node:
        around = block
        while around.parent is not None and around.parent.parent is not None:
            around = around.parent
        return around


def _names_in(pattern: Node | None) -> Iterator[Node]:
    """Yield the names that a pattern declares, without what they are if nothing is given."""
    stack = [pattern] if pattern is not None else []
    while stack:
        node = stack.pop()
        if node.type in NAMES:
            yield node
        elif node.type in ("assignment_pattern", "object_assignment_pattern"):
            stack += node.named_children[:1]
        elif node.type == "pair_pattern":
            stack += node.named_children[1:]
        elif node.type.endswith("_pattern"):
            stack += node.named_children


def _functions_in(call: Node) -> list[Node]:
    """Return the functions that a call is given, wrapped or not."""
    given = given_to(call, COMMENTS)
    wrapped = [inner for one in given if one.type == "call_expression" for inner in given_to(one, COMMENTS)]
    return [one for one in (*given, *wrapped) if one.type in CLOSURES]


def _path_of(call: Node) -> str | None:
    called = call.child_by_field_name("function") if call.type == "call_expression" else None
    if called is None or called.type != "member_expression":
        return None
    method, given = text_of(called.child_by_field_name("property")), given_to(call, COMMENTS)
    path = string_value(given[0]) if given else None
    many = len(given) > 1 if method in METHODS else method == "route"
    return path if path is not None and path.startswith("/") and many else None


def _receiver_of(call: Node) -> str:
    called = call.child_by_field_name("function")
    held = called.child_by_field_name("object") if called is not None else None
    return text_of(held) if held is not None and held.type == "identifier" else ""


def _value_of(name: Node) -> Node | None:
    """Return what a name is set to where it is declared, if it stands there alone."""
    holder = name.parent
    return (
        holder.child_by_field_name("value")
        if holder is not None and holder.type == "variable_declarator"
        else None
    )


def _is_at_top(name: str, place: Node) -> bool:
    """Whether something is declared or imported at the top of a file, where other files can name it."""
    for node in root_of(place).named_children:
        if node.type == "import_statement" and re.search(rf"\b{re.escape(name)}\b", text_of(node)):
            return True
        inner = node.child_by_field_name("declaration") if node.type == "export_statement" else node
        if (
            inner is not None
            and inner.type in FUNCTIONS
            and text_of(inner.child_by_field_name("name")) == name
        ):
            return True
    return False


def gather_routes(source: bytes, unit: str, kept: frozenset[str]) -> Lifted:
    """Return a file's text in which the routes of functions are declared by functions of their own."""
    return ScriptGatherer(source, unit).gather(source, parse(source, unit).root_node, kept)
