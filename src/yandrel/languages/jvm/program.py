"""The program of a Java file."""

from __future__ import annotations

from tree_sitter import Node

from yandrel.languages.jvm.grammar import parse
from yandrel.languages.lowering import (
    COMMENTS,
    Lowered,
    Lowering,
    all_of,
    dotted,
    field,
    fields,
    first_of,
    line_of,
)
from yandrel.languages.trees import dotted_text, text_of
from yandrel.model.program import (
    Argument,
    Bind,
    Call,
    Class,
    Const,
    Do,
    Each,
    Expression,
    Function,
    Index,
    Items,
    Member,
    Name,
    Parameter,
    Program,
    Return,
    Statement,
)

TYPES = ("class_declaration", "interface_declaration", "record_declaration", "enum_declaration")


class JavaLowering(Lowering):
    """See `yandrel.languages.lowering.Lowering`."""

    EXPRESSIONS = {
        "identifier": "name",
        "type_identifier": "name",
        "scoped_type_identifier": "scoped_type",
        "generic_type": "generic",
        "this": "name",
        "super": "super_call",
        "field_access": "member",
        "scoped_identifier": "scoped_type",
        "method_invocation": "call",
        "object_creation_expression": "construction",
        "method_reference": "reference",
        "string_literal": "string",
        "decimal_integer_literal": "number",
        "true": "true",
        "false": "false",
        "null_literal": "none",
        "element_value_array_initializer": "list_value",
        "array_initializer": "list_value",
        "array_creation_expression": "array",
        "array_access": "subscript",
        "binary_expression": "binary",
        "ternary_expression": "ternary",
        "lambda_expression": "closure",
        "class_literal": "class_literal",
        "annotation": "mark",
        "marker_annotation": "mark",
        "assignment_expression": "assigned",
    }
    STATEMENTS = {
        "expression_statement": "expression_statement",
        "local_variable_declaration": "variables",
        "field_declaration": "variables",
        "constant_declaration": "variables",
        "return_statement": "returned",
        "method_declaration": "function_statement",
        "constructor_declaration": "function_statement",
        "enhanced_for_statement": "loop",
        "for_statement": "body_in_place",
        "while_statement": "body_in_place",
        "if_statement": "condition",
        "try_statement": "body_in_place",
        "try_with_resources_statement": "body_in_place",
        "static_initializer": "children_in_place",
        **dict.fromkeys(TYPES, "class_statement"),
    }
    WRAPPERS = frozenset({"parenthesized_expression", "cast_value"})
    BLOCKS = frozenset(
        {
            "program",
            "block",
            "class_body",
            "interface_body",
            "constructor_body",
            "record_body",
            "enum_body_declarations",
        }
    )

    def __init__(self) -> None:
        super().__init__()
        self.types: list[str] = []

    def scoped_type(self, node: Node) -> Expression:
        return dotted(dotted_text(node))

    def generic(self, node: Node) -> Expression:
        return self.expression(node.named_children[0])

    def super_call(self, node: Node) -> Expression:
        return Call(Name("super"), (), line_of(node))

    def member(self, node: Node) -> Expression:
        return Member(self.expression(field(node, "object")), text_of(field(node, "field")))

    def call(self, node: Node) -> Expression:
        holder, name = field(node, "object"), text_of(field(node, "name"))
        of: Expression = Member(self.expression(holder), name) if holder is not None else Name(name)
        line = line_of(field(node, "name") or node)
        return self.made_call(Call(of, self.arguments(field(node, "arguments")), line))

    def construction(self, node: Node) -> Expression:
        of = self.expression(field(node, "type"))
        return self.made_call(Call(of, self.arguments(field(node, "arguments")), line_of(node), True))

    def arguments(self, node: Node | None) -> tuple[Argument, ...]:
        children = node.named_children if node is not None else ()
        return tuple(Argument(self.expression(child)) for child in children if child.type not in COMMENTS)

    def reference(self, node: Node) -> Expression:
        parts = node.named_children
        return Member(self.expression(parts[0]), text_of(parts[-1])) if len(parts) > 1 else self.opaque(node)

    def string(self, node: Node) -> Expression:
        return Const("".join(_plain(child) for child in node.named_children))

    def list_value(self, node: Node) -> Expression:
        return self.items(node.named_children)

    def array(self, node: Node) -> Expression:
        value = field(node, "value")
        return self.expression(value) if value is not None else Items(())

    def subscript(self, node: Node) -> Expression:
        return Index(self.expression(field(node, "array")), self.expression(field(node, "index")))

    def binary(self, node: Node) -> Expression:
        if text_of(field(node, "operator")) == "+":
            return self.join(self.expression(field(node, "left")), self.expression(field(node, "right")))
        return self.opaque(node)

    def ternary(self, node: Node) -> Expression:
        return self.either(field(node, "consequence"), field(node, "alternative"))

    def assigned(self, node: Node) -> Expression:
        return self.expression(field(node, "right"))

    def class_literal(self, node: Node) -> Expression:
        return self.expression(node.named_children[0])

    def closure(self, node: Node) -> Expression:
        body = field(node, "body")
        self.open_function()
        if body is not None and body.type == "block":
            statements = self.block(body)
        else:
            statements = (Return(self.expression(body)),)
        calls, paths = self.close_function()
        given = field(node, "parameters")
        if given is not None and given.type == "identifier":
            parameters: tuple[Parameter, ...] = (Parameter(text_of(given)),)
        elif given is not None and given.type == "inferred_parameters":
            parameters = tuple(Parameter(text_of(child)) for child in given.named_children)
        else:
            parameters = self.parameters(given)
        return Function("", parameters, statements, line_of(node), calls=calls, paths=paths)

    def mark(self, node: Node) -> Expression:
        name = self.expression(field(node, "name"))
        given = field(node, "arguments")
        found: list[Argument] = []
        for child in given.named_children if given is not None else ():
            if child.type == "element_value_pair":
                found.append(Argument(self.expression(field(child, "value")), text_of(field(child, "key"))))
            elif child.type not in COMMENTS:
                found.append(Argument(self.expression(child)))
        return Call(name, tuple(found), line_of(node))

    def marks(self, node: Node) -> tuple[Expression, ...]:
        holder = first_of(node, "modifiers")
        return tuple(self.mark(child) for child in all_of(holder, "annotation", "marker_annotation"))

    def parameters(self, node: Node | None) -> tuple[Parameter, ...]:
        found: list[Parameter] = []
        for child in all_of(node, "formal_parameter", "spread_parameter"):
            name = field(child, "name") or first_of(child, "variable_declarator")
            rest = "*" if child.type == "spread_parameter" else ""
            found.append(
                Parameter(text_of(name), text_of(field(child, "type")), None, rest, self.marks(child))
            )
        return tuple(found)

    def function_statement(self, node: Node) -> Lowered:
        constructor = node.type == "constructor_declaration"
        self.open_function()
        body = self.block(field(node, "body"))
        calls, paths = self.close_function()
        modifiers = first_of(node, "modifiers")
        static = modifiers is not None and any(child.type == "static" for child in modifiers.children)
        return Function(
            "<init>" if constructor else text_of(field(node, "name")),
            self.parameters(field(node, "parameters")),
            body,
            line_of(field(node, "name") or node),
            self.marks(node),
            static,
            self.types[-1] if self.types else "",
            text_of(field(node, "type")),
            calls,
            paths,
        )

    def class_statement(self, node: Node) -> Lowered:
        name = text_of(field(node, "name"))
        self.types.append(name)
        bases: list[Expression] = []
        for holder in (
            field(node, "superclass"),
            field(node, "interfaces"),
            first_of(node, "extends_interfaces"),
        ):
            for child in holder.named_children if holder is not None else ():
                inner = child.named_children if child.type == "type_list" else [child]
                bases += [self.expression(one) for one in inner]
        members = list(self.block(field(node, "body")))
        if node.type == "record_declaration":
            members += [
                Bind(Name(p.name), Const(None), line_of(node), p.type)
                for p in self.parameters(field(node, "parameters"))
            ]
        self.types.pop()
        return Class(
            name,
            node.type,
            tuple(bases),
            tuple(members),
            line_of(field(node, "name") or node),
            self.marks(node),
        )

    def variables(self, node: Node) -> Lowered:
        kind = text_of(field(node, "type"))
        found: list[Statement] = []
        for one in fields(node, "declarator"):
            value = field(one, "value")
            made = self.expression(value) if value is not None else Const(None)
            found.append(
                Bind(Name(text_of(field(one, "name"))), made, line_of(one), kind, marks=self.marks(node))
            )
        return tuple(found)

    def expression_statement(self, node: Node) -> Lowered:
        child = next((n for n in node.named_children if n.type not in COMMENTS), None)
        if child is not None and child.type == "assignment_expression":
            target, value = field(child, "left"), field(child, "right")
            return Bind(self.expression(target), self.expression(value), line_of(child))
        return Do(self.expression(child)) if child is not None else None

    def loop(self, node: Node) -> Lowered:
        over = self.expression(field(node, "value"))
        return Each(Name(text_of(field(node, "name"))), over, self.block(field(node, "body")))

    def body_in_place(self, node: Node) -> Lowered:
        return self.block(field(node, "body"))

    def condition(self, node: Node) -> Lowered:
        return self.branch(node, field(node, "consequence"), field(node, "alternative"))


def _plain(node: Node) -> str:
    text = text_of(node)
    return text if node.type != "escape_sequence" else text.replace("\\\\", "\\").replace('\\"', '"')


def read_program(source: bytes) -> Program:
    """Return the program of UTF-8 source."""
    return Program("java", JavaLowering().block(parse(source).root_node))
