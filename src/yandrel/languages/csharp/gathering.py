"""Routes of C# servers that are declared in place, gathered into classes that declare them."""

import re
from collections.abc import Iterator

from tree_sitter import Node

from yandrel.languages.csharp.grammar import parse
from yandrel.languages.gathering.chains import calls_in_chain
from yandrel.languages.gathering.gatherer import RouteGatherer, Written
from yandrel.languages.gathering.groups import Group, RouteStatement
from yandrel.languages.gathering.reader import is_alone
from yandrel.languages.lifting import Lifted
from yandrel.languages.trees import root_of, text_of, walk
from yandrel.model.changes import Edit
from yandrel.model.words import pascal

CHAIN = {"invocation_expression": "function", "member_access_expression": "expression"}
DECLARES = frozenset({"Map", "MapGet", "MapPost", "MapPut", "MapPatch", "MapDelete", "MapMethods"})
OPENS = "MapGroup"
CLOSURES = frozenset({"lambda_expression", "anonymous_method_expression"})
FUNCTIONS = frozenset({"method_declaration", "local_function_statement", "property_declaration"})
SCOPES = frozenset(
    {"foreach_statement", "for_statement", "catch_clause", "using_statement", "fixed_statement"}
)
DECLARING = frozenset(
    {"variable_declarator", "parameter", "catch_declaration", "declaration_expression"}
    | {"declaration_pattern", *FUNCTIONS}
)
BUILDERS = frozenset({"CreateBuilder", "CreateSlimBuilder", "CreateEmptyBuilder"})
MEMBERS = {"Configuration": "IConfiguration", "Logger": "ILogger", "Environment": "IWebHostEnvironment"}
SPACES = {
    "RouteGroupBuilder": "Microsoft.AspNetCore.Routing",
    "IEndpointRouteBuilder": "Microsoft.AspNetCore.Routing",
    "IConfiguration": "Microsoft.Extensions.Configuration",
    "ILogger": "Microsoft.Extensions.Logging",
    "IWebHostEnvironment": "Microsoft.AspNetCore.Hosting",
}
"""Where types live that a file may use without naming them."""
LITERALS = {"string_literal": "string", "integer_literal": "int", "boolean_literal": "bool"}
TYPES = frozenset({"class_declaration", "struct_declaration", "record_declaration", "interface_declaration"})
SEEN = frozenset({"public", "private", "internal", "protected", "static"})
OF_OBJECT = re.compile(rb"\b(?:this|base)\b")


class CSharpGatherer(RouteGatherer):
    """See `RouteGatherer`."""

    nested = frozenset({"block", "constructor_declaration", *CLOSURES, *TYPES, *FUNCTIONS, *SCOPES})
    functions = FUNCTIONS
    strings = frozenset({"string_literal", "verbatim_string_literal", "raw_string_literal"}) | {
        "interpolated_string_expression"
    }

    def blocks(self, root: Node) -> Iterator[Node]:
        yield root
        yield from (node for node in walk(root) if node.type == "block")

    def read_route(self, statement: Node) -> RouteStatement | None:
        inner = statement.named_children[0] if statement.type == "global_statement" else statement
        if inner.type == "local_declaration_statement":
            return _read_opening(statement, inner)
        if inner.type != "expression_statement":
            return None
        for call in _calls_of(inner.named_children[0]):
            path = _path_of(call, DECLARES)
            if path is not None:
                in_place = any(node.type in CLOSURES for node in _given(call)[1:])
                return RouteStatement(statement, path, _receiver_of(call), in_place)
        return None

    def find_in_place(self, root: Node) -> Iterator[tuple[Node, str]]:
        for call in walk(root):
            path = _path_of(call, DECLARES) if call.type == "invocation_expression" else None
            if path is not None and any(node.type in CLOSURES for node in _given(call)[1:]):
                yield call, path

    def declared(self, node: Node) -> Iterator[Node]:
        if node.type == "foreach_statement":
            name = node.child_by_field_name("left")
        elif node.type in CLOSURES:
            parameters = node.child_by_field_name("parameters")
            bare = parameters is not None and parameters.type in ("identifier", "implicit_parameter")
            name = parameters if bare else None
        else:
            name = node.child_by_field_name("name") if node.type in DECLARING else None
        if name is not None:
            yield name

    def declared_at_top(self, child: Node) -> Iterator[Node]:
        if child.type == "global_statement":
            yield from self._below(child)

    def used(self, statement: Node) -> Iterator[Node]:
        for node in walk(statement):
            around = node.parent
            if node.type != "identifier" or around is None:
                continue
            named = around.child_by_field_name("name") == node
            if named and around.type in ("member_access_expression", "member_binding_expression"):
                continue
            if around.child_by_field_name("type") != node and around.type not in (
                "name_colon",
                "generic_name",
            ):
                yield node

    def sets(self, name: Node) -> bool:
        around = name.parent
        if around is None or name.type != "identifier":
            return False
        if around.type == "assignment_expression":
            return around.child_by_field_name("left") == name
        passed = around.type == "argument" and text_of(around).startswith(("ref ", "out "))
        return passed or (around.type in ("prefix_unary_expression", "postfix_unary_expression") and (
            "++" in text_of(around) or "--" in text_of(around)
        ))  # fmt: skip

    def type_of(self, name: Node) -> str | None:
        holder = name.parent
        if holder is None:
            return None
        if holder.type == "parameter":
            kind = holder.child_by_field_name("type")
            return text_of(kind) if kind is not None else _type_of_lambda_parameter(holder)
        if holder.type in CLOSURES:
            return _type_of_lambda_parameter(name)
        if holder.type != "variable_declarator" or holder.parent is None or holder.parent.parent is None:
            return None
        kind, field = holder.parent.child_by_field_name("type"), holder.parent.parent
        if field.type == "field_declaration" and "readonly" not in text_of(field).split():
            return None
        if kind is None or kind.type != "implicit_type":
            return text_of(kind) or None
        value = holder.named_children[-1]
        return _spelled(self._type_of_value(value), name) if value != name else None

    def _type_of_value(self, value: Node) -> str | None:
        if value.type == "object_creation_expression":
            return text_of(value.child_by_field_name("type")) or None
        if value.type in LITERALS:
            return LITERALS[value.type]
        if value.type == "member_access_expression":
            return MEMBERS.get(text_of(value.child_by_field_name("name")))
        if value.type != "invocation_expression":
            return None
        called = value.child_by_field_name("function")
        member = text_of(called.child_by_field_name("name")) if called is not None else ""
        asked = re.fullmatch(r"Get(?:RequiredService|Value)?<(.+)>", member)
        if asked is not None:
            return asked[1]
        if member in BUILDERS and text_of(called).startswith("WebApplication."):
            return "WebApplicationBuilder"
        if member == "Create" and text_of(called).startswith("WebApplication."):
            return "WebApplication"
        if member == "Build" and "WebApplication.Create" in text_of(_origin_of(value)):
            return "WebApplication"
        if any(_name_of(call) == OPENS for call in _calls_of(value)):
            return "RouteGroupBuilder"
        return None

    def goes_along(self, name: Node, statement: Node) -> Node | None:
        function = name.parent
        if function is None:
            return None
        if function.type == "method_declaration":
            around = statement.parent
            while around is not None and around != function.parent:
                around = around.parent
            own = "static" in _modifiers_of(function) and text_of(name) != "Main"
            return function if own and around is not None and is_alone(function) else None
        if function.type != "local_function_statement":
            return None
        place = function.parent if statement.type == "global_statement" else function
        inside = statement.type == "method_declaration"
        return place if place is not None and (inside or place.parent == statement.parent) else None

    def can_be_shared(self, function: Node) -> bool:
        return True

    def helpers_name(self, function: Node) -> str:
        return "RouteHelpers"

    def write_helpers(self, name: str) -> tuple[str, str]:
        return f"public static class {name}\n{{", "}"

    def edits_of_shared(self, function: Node) -> list[Edit]:
        inner = function.named_children[0] if function.type == "global_statement" else function
        return [Edit(inner.start_byte, inner.start_byte, b"public static "), *_without_modifiers(inner)]

    def edits_within(self, node: Node, group: Group) -> list[Edit]:
        """A method that goes along becomes a function within the one that it goes to."""
        return _without_modifiers(node) if node.type == "method_declaration" else []

    def refer_to_shared(self, name: Node, helpers: str) -> Edit | None:
        if name.parent is not None and name in self.declared(name.parent):
            return None
        return Edit(name.start_byte, name.start_byte, f"{helpers}.".encode())

    def why_not(self, statement: Node) -> str:
        text = statement.text or b""
        if OF_OBJECT.search(text):
            return "its handler is written in place and uses its object, and so stays"
        if statement.type == "global_statement" and re.search(rb"\bargs\b", text):
            return "its handler is written in place and uses args, and so stays"
        return ""

    def name_for(self, concept: str, block: Node) -> str:
        return f"{pascal(concept)}Routes"

    def write(self, name: str, group: Group, block: Node) -> Written:
        parameters = ", ".join(f"{need.type} {need.name}" for need in group.needs)
        head = f"public static class {name}\n{{\n\tpublic static void Map({parameters})\n\t{{"
        call = f"{name}.Map({', '.join(need.name for need in group.needs)});"
        return Written(head, "\t}\n}", call, depth=2, along=2)

    def stands_after(self, block: Node) -> Node:
        around = block
        while around.parent is not None and not (around.type in TYPES and _is_outermost(around)):
            around = around.parent
        return around if around.parent is not None else around.named_children[-1]


def _is_outermost(declared: Node) -> bool:
    """Whether a type stands in no other."""
    body = declared.parent
    holder = body.parent if body is not None else None
    return holder is None or holder.type not in TYPES


def _modifiers_of(function: Node) -> set[str]:
    return {text_of(child) for child in function.children if child.type == "modifier"}


def _without_modifiers(function: Node) -> list[Edit]:
    """Return the cuts of what says who sees a function, and that it needs no object."""
    held = [child for child in function.children if text_of(child) in SEEN]
    return [Edit(child.start_byte, child.end_byte + 1, b"") for child in held]


def _read_opening(statement: Node, inner: Node) -> RouteStatement | None:
    declared = [c for c in inner.named_children if c.type == "variable_declaration"]
    made = [c for d in declared for c in d.named_children if c.type == "variable_declarator"]
    if len(made) != 1 or made[0].named_child_count < 2:
        return None
    for call in _calls_of(made[0].named_children[-1]):
        path = _path_of(call, frozenset({OPENS}))
        if path is not None:
            name = text_of(made[0].child_by_field_name("name"))
            return RouteStatement(statement, path, _receiver_of(call), False, name)
    return None


def _calls_of(node: Node) -> Iterator[Node]:
    return calls_in_chain(node, CHAIN, "invocation_expression")


def _name_of(call: Node) -> str:
    called = call.child_by_field_name("function")
    return text_of(called.child_by_field_name("name")) if called is not None else ""


def _given(call: Node) -> list[Node]:
    held = call.child_by_field_name("arguments")
    held_in = held.named_children if held is not None else ()
    return [c.named_children[-1] for c in held_in if c.type == "argument" and c.named_children]


def _path_of(call: Node, names: frozenset[str]) -> str | None:
    given = _given(call)
    if _name_of(call) not in names or not given or given[0].type != "string_literal":
        return None
    return text_of(given[0]).strip('"')


def _receiver_of(call: Node) -> str:
    called = call.child_by_field_name("function")
    held = called.child_by_field_name("expression") if called is not None else None
    return text_of(held) if held is not None and held.type == "identifier" else ""


def _origin_of(value: Node) -> Node | None:
    """Return the declaration of what a value is built from, as far as it stands in the same file."""
    calls = list(_calls_of(value))
    called = calls[-1].child_by_field_name("function")
    held = called.child_by_field_name("expression") if called is not None else None
    if held is None or held.type != "identifier":
        return value
    for node in walk(root_of(value)):
        if node.type == "variable_declarator" and text_of(node.child_by_field_name("name")) == text_of(held):
            return node
    return value


def _type_of_lambda_parameter(parameter: Node) -> str | None:
    """Return what those are handed that declare routes in a function given to the application."""
    around: Node | None = parameter
    while around is not None and around.type != "invocation_expression":
        around = around.parent
    asked = around is not None and _name_of(around) == "UseEndpoints"
    return _spelled("IEndpointRouteBuilder", parameter) if asked else None


def _spelled(kind: str | None, place: Node) -> str | None:
    """Return a type with its namespace, where a file says what it uses and does not say that."""
    space = SPACES.get(kind or "")
    if kind is None or space is None:
        return kind
    tops = root_of(place).named_children
    used = {text_of(node).split()[-1].rstrip(";") for node in tops if node.type == "using_directive"}
    implied = not any(name.startswith("Microsoft.AspNetCore") for name in used)
    return kind if implied or space in used else f"{space}.{kind}"


def gather_routes(source: bytes, kept: frozenset[str]) -> Lifted:
    """Return a file's text in which routes with handlers in place are declared by classes of their own."""
    return CSharpGatherer().gather(source, parse(source).root_node, kept)
