"""Routes of Java servers that are declared in place, gathered into classes that declare them."""

import re
from collections.abc import Iterator

from tree_sitter import Node

from yandrel.languages.gathering.chains import calls_in_chain, given_to
from yandrel.languages.gathering.gatherer import RouteGatherer, Written
from yandrel.languages.gathering.groups import Group, Need, RouteStatement, is_client
from yandrel.languages.gathering.reader import Gathering, is_alone
from yandrel.languages.jvm.grammar import parse, words_of_modifiers
from yandrel.languages.jvm.nested import find_liftable, name_without_outer, open_up
from yandrel.languages.lifting import Lifted
from yandrel.languages.trees import root_of, text_of, walk
from yandrel.model.changes import Edit
from yandrel.model.words import camel, pascal

CHAIN = {"method_invocation": "object"}
COMMENTS = frozenset({"line_comment", "block_comment"})
DECLARES = frozenset(
    {"get", "post", "put", "patch", "delete", "head", "options", "before", "after", "ws", "sse", "any"}
    | {"route", "createContext"}
)
CREATED = frozenset({"Javalin", "HttpServer", "HttpsServer", "Router", "Vertx", "Undertow"})
"""Types whose own functions make them, whatever follows in a chain."""
DECLARING = frozenset(
    {"variable_declarator", "formal_parameter", "spread_parameter", "catch_formal_parameter", "resource"}
    | {"enhanced_for_statement", "instanceof_expression", "type_pattern", "method_declaration"}
)
FUNCTIONS = frozenset({"method_declaration"})
SCOPES = frozenset(
    {"enhanced_for_statement", "for_statement", "catch_clause", "try_with_resources_statement"}
    | {"constructor_declaration", "constructor_body", "static_initializer"}
)
TYPES = frozenset({"class_declaration", "record_declaration", "enum_declaration", "interface_declaration"})
CLOSURES = frozenset({"lambda_expression", "method_reference", "object_creation_expression"})
UNFIT = frozenset({"abstract", "synchronized", "native"})
BARE_THIS = re.compile(rb"\bthis\b(?!\s*(?:\.|::)\s*\w)|\bsuper\b")


class JavaGatherer(RouteGatherer):
    """See `RouteGatherer`."""

    nested = frozenset({"block", "class_body", "lambda_expression", *FUNCTIONS, *TYPES, *SCOPES})
    functions = FUNCTIONS
    strings = frozenset({"string_literal"})

    def blocks(self, root: Node) -> Iterator[Node]:
        handlers = [call for call, _ in self.find_in_place(root)]
        for node in walk(root):
            answers = any(h.start_byte <= node.start_byte < h.end_byte for h in handlers)
            if node.type in ("block", "constructor_body") and not answers:
                yield node

    def read_route(self, statement: Node) -> RouteStatement | None:
        if statement.type != "expression_statement":
            return None
        for call in calls_in_chain(statement.named_children[0], CHAIN, "method_invocation"):
            path = _path_of(call)
            if path is not None and not is_client(_receiver_of(call)):
                in_place = any(_answers_in_place(found) for found in _given_in_chain(statement))
                return RouteStatement(statement, path, _receiver_of(call), in_place)
        return None

    def find_in_place(self, root: Node) -> Iterator[tuple[Node, str]]:
        for statement in walk(root):
            found = self.read_route(statement)
            if found is not None and any(g.type == "lambda_expression" for g in _given_in_chain(statement)):
                yield statement, found.path

    def declared(self, node: Node) -> Iterator[Node]:
        if node.type == "lambda_expression":
            parameters = node.child_by_field_name("parameters")
            if parameters is not None and parameters.type == "identifier":
                yield parameters
            elif parameters is not None and parameters.type == "inferred_parameters":
                yield from parameters.named_children
            return
        name = node.child_by_field_name("name") if node.type in DECLARING else None
        if name is not None:
            yield name

    def used(self, statement: Node) -> Iterator[Node]:
        own_type = text_of(_type_around(statement, "name"))
        for node in walk(statement):
            around = node.parent
            if node.type != "identifier" or around is None:
                continue
            if around.type == "method_declaration":
                continue
            of = around.child_by_field_name("object")
            if around.type == "method_reference" and around.named_children[0] != node:
                of = around.named_children[0]
            member = of is not None and of != node and node in (
                around.child_by_field_name("name"), around.child_by_field_name("field"),
                around.named_children[-1],
            )  # fmt: skip
            argument = around.child_by_field_name("arguments")
            if member and argument != node and of is not None and text_of(of) not in ("this", own_type):
                continue
            yield node

    def sets(self, name: Node) -> bool:
        around = name.parent
        if around is not None and around.type == "field_access":
            name, around = around, around.parent
        if around is None or around.type not in ("assignment_expression", "update_expression"):
            return False
        return around.type == "update_expression" or around.child_by_field_name("left") == name

    def is_fixed(self, name: Node) -> bool:
        held = name.parent.parent if name.parent is not None else None
        return held is not None and held.type == "field_declaration" and "final" in words_of_modifiers(held)

    def type_of(self, name: Node) -> str | None:
        holder = name.parent
        if holder is None or holder.type in (
            "method_declaration",
            "lambda_expression",
            "inferred_parameters",
        ):
            return None
        if holder.type == "variable_declarator" and holder.parent is not None:
            if holder.child_by_field_name("dimensions") is not None:
                return None
            kind, value = holder.parent.child_by_field_name("type"), holder.child_by_field_name("value")
            return _type_of_value(value) if text_of(kind) == "var" else text_of(kind)
        kind = holder.child_by_field_name("type")
        return text_of(kind) if kind is not None and text_of(kind) != "var" else None

    def goes_along(self, name: Node, statement: Node) -> Node | None:
        function = name.parent
        if function is None or function.type != "method_declaration" or text_of(name) == "main":
            return None
        fit = not words_of_modifiers(function) & UNFIT and "@Override" not in text_of(function)
        around = _type_around(statement, "body")
        promised = any(_type_around(function, part) is not None for part in ("superclass", "interfaces"))
        fit = fit and not (promised and "public" in words_of_modifiers(function))
        fit = fit and is_alone(function) and function.parent == around
        return function if fit and not self.why_not(function) else None

    def why_not(self, statement: Node) -> str:
        if BARE_THIS.search(statement.text or b""):
            return "its handler is written in place and uses its object, and so stays"
        if _type_around(statement, "superclass") is None:
            return ""
        around = self.names_around(statement)
        for call in walk(statement):
            if call.type == "method_invocation" and call.child_by_field_name("object") is None:
                called = text_of(call.child_by_field_name("name"))
                if called not in around:
                    return f"its handler is written in place and uses {called}, and so stays"
        return ""

    def naming(self, root: Node) -> Iterator[Node]:
        return (node for node in walk(root) if node.type == "identifier" and _is_called(node))

    def fits(self, used: Node, declared: Node) -> bool:
        is_method = declared.parent is not None and declared.parent.type == "method_declaration"
        return is_method == _is_called(used)

    def called_inside(self, name: str, place: Node) -> str:
        called = camel(name) if name.isupper() else ""
        taken = called and any(text_of(n) == called for n in walk(root_of(place)) if n.type == "identifier")
        return "" if taken else called

    def edits_within(self, node: Node, group: Group) -> list[Edit]:
        along = {text_of(f.child_by_field_name("name")) for s in group.statements for f in s.along}
        own_type = text_of(_type_around(node, "name"))
        edits = []
        if node.type == "method_declaration":
            held = [c for m in node.children if m.type == "modifiers" for c in m.children]
            edits += [Edit(c.start_byte, c.end_byte + 1, b"") for c in held if c.type == "static"]
        for inner in walk(node):
            if inner.type == "method_reference" and text_of(inner.named_children[0]) == own_type:
                first, called = inner.named_children[0], inner.named_children[-1]
                if text_of(called) in along:
                    edits.append(Edit(first.start_byte, first.end_byte, b"this"))
            elif inner.type == "method_invocation":
                held_by, called_by = inner.child_by_field_name("object"), inner.child_by_field_name("name")
                if held_by is not None and called_by is not None and text_of(held_by) == own_type:
                    if text_of(called_by) in along:
                        edits.append(Edit(held_by.start_byte, called_by.start_byte, b""))
        return edits

    def can_be_shared(self, function: Node) -> bool:
        return b"this" not in (function.text or b"")

    def helpers_name(self, function: Node) -> str:
        return f"{text_of(_type_around(function, 'name'))}Helpers"

    def write_helpers(self, name: str) -> tuple[str, str]:
        return f"final class {name} {{\n\tprivate {name}() {{\n\t}}\n", "}"

    def edits_of_shared(self, function: Node) -> list[Edit]:
        held = [c for m in function.children if m.type == "modifiers" for c in m.children]
        edits = [Edit(c.start_byte, c.end_byte + 1, b"") for c in held if c.type in ("private", "protected")]
        if any(child.type == "static" for child in held):
            return edits
        at = next(c.start_byte for c in function.children if c.type != "modifiers")
        return [*edits, Edit(at, at, b"static ")]

    def refer_to_shared(self, name: Node, helpers: str) -> Edit | None:
        around = name.parent
        if around is None:
            return None
        if around.type == "method_reference":
            first = around.named_children[0]
            return Edit(first.start_byte, first.end_byte, helpers.encode()) if first != name else None
        if around.type != "method_invocation" or around.child_by_field_name("name") != name:
            return None
        return Edit(around.start_byte, name.start_byte, f"{helpers}.".encode())

    def name_for(self, concept: str, block: Node) -> str:
        return f"{pascal(concept)}Routes"

    def write(self, name: str, group: Group, block: Node) -> Written:
        thrown = _thrown_around(block)
        held = [need for need in group.needs if need.name not in group.receivers]
        on = [need for need in group.needs if need.name in group.receivers]
        if not any(s.along or b"this" in (s.node.text or b"") for s in group.statements):
            head = f"final class {name} {{\n\tprivate {name}() {{\n\t}}\n\n"
            head += f"\tstatic void register({_parameters(group.needs)}){thrown} {{"
            call = f"{name}.register({', '.join(need.name for need in group.needs)});"
            return Written(head, "\t}\n}", call, depth=2)
        head = f"final class {name} {{\n"
        if held:
            head += "".join(f"\tprivate final {need.type} {need.parameter};\n" for need in held)
            head += f"\n\t{name}({_parameters(held)}) {{\n"
            head += "".join(f"\t\tthis.{n.parameter} = {n.parameter};\n" for n in held) + "\t}\n\n"
        head += f"\tvoid register({_parameters(on)}){thrown} {{"
        made = f"new {name}({', '.join(need.name for need in held)})"
        call = f"{made}.register({', '.join(need.name for need in on)});"
        return Written(head, "}", call, depth=2, middle="\t}\n\n", along=1)

    def inner_types(self, gathering: Gathering) -> list[Node]:
        return find_liftable(gathering.root, gathering.kept, self)

    def edits_of_type(self, node: Node) -> list[Edit]:
        return open_up(node)

    def refer_to_types(self, gathering: Gathering) -> list[Edit]:
        return name_without_outer(gathering.root, gathering.types)

    def stands_after(self, block: Node) -> Node:
        around = block
        while around.parent is not None and around.parent.parent is not None:
            around = around.parent
        return around


def _is_called(name: Node) -> bool:
    """Whether a name stands where only a method's can."""
    around = name.parent
    if around is None or around.type not in ("method_invocation", "method_reference"):
        return False
    called = around.child_by_field_name("name") if around.type == "method_invocation" else around.children[-1]
    return called == name


def _parameters(needs: list[Need] | tuple[Need, ...]) -> str:
    return ", ".join(f"{need.type} {need.parameter}" for need in needs)


def _type_around(node: Node, field: str) -> Node | None:
    """Return a part of the type that a node stands in."""
    around = node.parent
    while around is not None and around.type not in TYPES:
        around = around.parent
    return around.child_by_field_name(field) if around is not None else None


def _thrown_around(block: Node) -> str:
    """Return what the function around a block may throw, as it is written."""
    around: Node | None = block
    while around is not None and around.type not in ("method_declaration", "constructor_declaration"):
        if around.type == "lambda_expression":
            return ""
        around = around.parent
    thrown = next((c for c in around.named_children if c.type == "throws"), None) if around else None
    return f" {text_of(thrown)}" if thrown is not None else ""


def _given_in_chain(statement: Node) -> list[Node]:
    return [
        given
        for call in calls_in_chain(statement.named_children[0], CHAIN, "method_invocation")
        for given in given_to(call, COMMENTS)
    ]


def _answers_in_place(given: Node) -> bool:
    """Whether what a route is given is written there, or is a function of the same type."""
    if given.type == "object_creation_expression":
        return any(child.type == "class_body" for child in given.named_children)
    if given.type == "method_reference":
        return text_of(given.named_children[0]) in ("this", text_of(_type_around(given, "name")))
    return given.type == "lambda_expression"


def _path_of(call: Node) -> str | None:
    given = given_to(call, COMMENTS)
    if text_of(call.child_by_field_name("name")) not in DECLARES or not given:
        return None
    path = text_of(given[0]).strip('"')
    return path if given[0].type == "string_literal" and path.startswith("/") else None


def _receiver_of(call: Node) -> str:
    held = call.child_by_field_name("object")
    return text_of(held) if held is not None and held.type == "identifier" else ""


def _type_of_value(value: Node | None) -> str | None:
    """Return the type that a value plainly has."""
    if value is None:
        return None
    if value.type == "object_creation_expression":
        kind = text_of(value.child_by_field_name("type"))
        whole = not kind.endswith("<>") and all(c.type != "class_body" for c in value.named_children)
        return kind if kind and whole else None
    calls = list(calls_in_chain(value, CHAIN, "method_invocation"))
    root = text_of(calls[-1].child_by_field_name("object")) if calls else ""
    return root if root in CREATED else None


def gather_routes(source: bytes, kept: frozenset[str]) -> Lifted:
    """Return a file's text in which routes with handlers in place are declared by classes of their own."""
    return JavaGatherer().gather(source, parse(source).root_node, kept)
