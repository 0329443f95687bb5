"""The program of a C# file."""

from __future__ import annotations

from tree_sitter import Node

from yandrel.languages.csharp.grammar import parse_first_branches
from yandrel.languages.lowering import (
    COMMENTS,
    Lowered,
    Lowering,
    all_of,
    dotted,
    field,
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
    Pairs,
    Parameter,
    Program,
    Return,
    Statement,
)

TYPES = ("class_declaration", "struct_declaration", "record_declaration", "interface_declaration")


class CsharpLowering(Lowering):
    """See `yandrel.languages.lowering.Lowering`."""

    EXPRESSIONS = {
        "identifier": "name",
        "predefined_type": "name",
        "generic_name": "generic",
        "qualified_name": "qualified",
        "alias_qualified_name": "qualified",
        "this": "name",
        "this_expression": "this",
        "base_expression": "super_call",
        "base": "super_call",
        "member_access_expression": "member",
        "invocation_expression": "call",
        "object_creation_expression": "construction",
        "implicit_object_creation_expression": "implicit_construction",
        "string_literal": "string",
        "verbatim_string_literal": "verbatim",
        "raw_string_literal": "verbatim",
        "interpolated_string_expression": "interpolated",
        "integer_literal": "number",
        "boolean_literal": "truth",
        "null_literal": "none",
        "array_creation_expression": "array",
        "implicit_array_creation_expression": "array",
        "collection_expression": "list_value",
        "initializer_expression": "initializer",
        "element_access_expression": "subscript",
        "binary_expression": "binary",
        "conditional_expression": "ternary",
        "lambda_expression": "closure",
        "anonymous_method_expression": "closure",
        "assignment_expression": "assigned",
        "conditional_access_expression": "conditional_access",
        "tuple_expression": "tuple_value",
        "typeof_expression": "typeof",
    }
    STATEMENTS = {
        "expression_statement": "expression_statement",
        "local_declaration_statement": "variables",
        "field_declaration": "variables",
        "property_declaration": "property",
        "return_statement": "returned",
        "method_declaration": "function_statement",
        "local_function_statement": "function_statement",
        "constructor_declaration": "function_statement",
        "foreach_statement": "loop",
        "for_statement": "body_in_place",
        "while_statement": "body_in_place",
        "using_statement": "body_in_place",
        "lock_statement": "body_in_place",
        "if_statement": "condition",
        "try_statement": "body_in_place",
        "switch_statement": "nothing",
        "namespace_declaration": "namespace",
        "file_scoped_namespace_declaration": "namespace",
        **dict.fromkeys(TYPES, "class_statement"),
    }
    WRAPPERS = frozenset(
        {
            "parenthesized_expression",
            "await_expression",
            "argument",
            "postfix_unary_expression",
            "cast_expression_value",
        }
    )
    BLOCKS = frozenset({"compilation_unit", "global_statement", "block", "declaration_list"})

    def __init__(self) -> None:
        super().__init__()
        self.types: list[str] = []

    def nothing(self, node: Node) -> Lowered:
        return None

    def this(self, node: Node) -> Expression:
        return Name("this")

    def super_call(self, node: Node) -> Expression:
        return Call(Name("super"), (), line_of(node))

    def truth(self, node: Node) -> Expression:
        return Const(text_of(node) == "true")

    def generic(self, node: Node) -> Expression:
        return Name(text_of(first_of(node, "identifier")))

    def qualified(self, node: Node) -> Expression:
        return dotted(dotted_text(node).split("<")[0].replace("::", "."))

    def member(self, node: Node) -> Expression:
        name = field(node, "name")
        return Member(self.expression(field(node, "expression")), text_of(_bare(name)))

    def conditional_access(self, node: Node) -> Expression:
        return self.expression(node.named_children[0])

    def call(self, node: Node) -> Expression:
        function = field(node, "function")
        name = (
            field(function, "name")
            if function is not None and function.type == "member_access_expression"
            else None
        )
        of = self.expression(function)
        if isinstance(of, Name) and of.name == "nameof":
            return Const(text_of(field(node, "arguments")).strip("()").rpartition(".")[2])
        made = self.made_call(Call(of, self.arguments(field(node, "arguments")), line_of(name or node)))
        types = first_of(name, "type_argument_list") or first_of(function, "type_argument_list")
        if types is not None:
            given = tuple(Argument(self.expression(t), f"<{n}>") for n, t in enumerate(types.named_children))
            made = Call(made.of, (*made.arguments, *given), made.line)
        return made

    def construction(self, node: Node) -> Expression:
        """Return an object; a list or dictionary with values is that."""
        values = field(node, "initializer")
        made = self.made_call(
            Call(
                self.expression(field(node, "type")),
                self.arguments(field(node, "arguments")),
                line_of(node),
                True,
            )
        )
        return self.initializer(values) if values is not None and values.named_children else made

    def implicit_construction(self, node: Node) -> Expression:
        values = first_of(node, "initializer_expression")
        if values is not None and values.named_children:
            return self.initializer(values)
        given = self.arguments(first_of(node, "argument_list"))
        return Call(Name("new"), given, line_of(node), True) if given else Items(())

    def initializer(self, node: Node) -> Expression:
        children = [n for n in node.named_children if n.type not in COMMENTS]
        pairs: list[tuple[Expression | None, Expression]] = []
        for child in children:
            if child.type == "initializer_expression" and len(child.named_children) == 2:
                pairs.append(
                    (self.expression(child.named_children[0]), self.expression(child.named_children[1]))
                )
            elif child.type == "assignment_expression":
                left = field(child, "left")
                key = left.named_children[-1] if left is not None and left.named_children else left
                named = (
                    Const(text_of(left))
                    if left is not None and left.type == "identifier"
                    else self.expression(key)
                )
                pairs.append((named, self.expression(field(child, "right"))))
        if not pairs or len(pairs) != len(children):
            return self.items(children)
        return Pairs(tuple(pairs), None, tuple(map(line_of, children)))

    def arguments(self, node: Node | None) -> tuple[Argument, ...]:
        found: list[Argument] = []
        for child in all_of(node, "argument", "attribute_argument"):
            name = field(child, "name")
            value = next((n for n in reversed(child.named_children) if n.type not in COMMENTS), None)
            label = text_of(name).rstrip(": =") if name is not None and name != value else ""
            found.append(Argument(self.expression(value), label))
        return tuple(found)

    def string(self, node: Node) -> Expression:
        return Const("".join(text_of(child) for child in node.named_children))

    def verbatim(self, node: Node) -> Expression:
        return Const(text_of(node).lstrip("@").strip('"'))

    def interpolated(self, node: Node) -> Expression:
        parts: list[Expression] = []
        for child in node.named_children:
            if child.type in ("string_content", "interpolated_string_text", "escape_sequence"):
                parts.append(Const(text_of(child).replace("{{", "{").replace("}}", "}")))
            elif child.type == "interpolation":
                inner = [n for n in child.named_children if "brace" not in n.type]
                parts.append(self.expression(inner[0] if inner else None))
        return self.join(*parts) if parts else Const("")

    def array(self, node: Node) -> Expression:
        values = first_of(node, "initializer_expression")
        return self.items(values.named_children) if values is not None else Items(())

    def list_value(self, node: Node) -> Expression:
        return self.items(node.named_children)

    def tuple_value(self, node: Node) -> Expression:
        return self.items(node.named_children)

    def typeof(self, node: Node) -> Expression:
        return self.expression(node.named_children[0])

    def subscript(self, node: Node) -> Expression:
        holder = first_of(field(node, "subscript") or node, "argument")
        return Index(self.expression(field(node, "expression")), self.expression(holder))

    def binary(self, node: Node) -> Expression:
        left, right = field(node, "left"), field(node, "right")
        operator = text_of(field(node, "operator"))
        if operator == "+":
            return self.join(self.expression(left), self.expression(right))
        return self.either(left, right) if operator == "??" else self.opaque(node)

    def ternary(self, node: Node) -> Expression:
        return self.either(field(node, "consequence"), field(node, "alternative"))

    def assigned(self, node: Node) -> Expression:
        return self.expression(field(node, "right"))

    def closure(self, node: Node) -> Expression:
        return self.function(node)

    # -- functions and classes -------------------------------------------------------------

    def function(self, node: Node) -> Function:
        body = field(node, "body")
        self.open_function()
        if body is not None and body.type == "arrow_expression_clause":
            statements: tuple[Statement, ...] = (Return(self.expression(body.named_children[0])),)
        elif body is not None and body.type != "block":
            statements = (Return(self.expression(body)),)
        else:
            statements = self.block(body)
        calls, paths = self.close_function()
        constructor = node.type == "constructor_declaration"
        given = field(node, "parameters")
        words = {text_of(child) for child in all_of(node, "modifier")}
        alone = given is not None and given.type in ("identifier", "implicit_parameter")
        parameters = (Parameter(text_of(given)),) if alone else self.parameters(given)
        return Function(
            "<init>" if constructor else text_of(field(node, "name")),
            parameters,
            statements,
            line_of(field(node, "name") or node),
            self.marks(node),
            "static" in words,
            self.types[-1] if self.types else "",
            text_of(field(node, "returns") or field(node, "type")),
            calls,
            paths,
        )

    def parameters(self, node: Node | None) -> tuple[Parameter, ...]:
        found: list[Parameter] = []
        for child in all_of(node, "parameter"):
            kind = text_of(field(child, "type"))
            found.append(Parameter(text_of(field(child, "name")), kind, None, "", self.marks(child)))
        return tuple(found)

    def marks(self, node: Node) -> tuple[Expression, ...]:
        found: list[Expression] = []
        for holder in all_of(node, "attribute_list"):
            for one in all_of(holder, "attribute"):
                given = self.arguments(first_of(one, "attribute_argument_list"))
                found.append(Call(self.expression(field(one, "name")), given, line_of(one)))
        return tuple(found)

    def function_statement(self, node: Node) -> Lowered:
        return self.function(node)

    def class_statement(self, node: Node) -> Lowered:
        name = text_of(field(node, "name"))
        self.types.append(name)
        bases = first_of(node, "base_list")
        found = [self.expression(n) for n in bases.named_children] if bases is not None else []
        members = list(self.block(field(node, "body")))
        primary = first_of(node, "parameter_list")
        for parameter in self.parameters(primary):
            members.append(Bind(Name(parameter.name), Const(None), line_of(node), parameter.type))
        self.types.pop()
        return Class(
            name,
            node.type,
            tuple(found),
            tuple(members),
            line_of(field(node, "name") or node),
            self.marks(node),
        )

    def variables(self, node: Node) -> Lowered:
        holder = first_of(node, "variable_declaration")
        kind = text_of(field(holder, "type")) if holder is not None else ""
        found: list[Statement] = []
        for one in all_of(holder, "variable_declarator"):
            value = next((n for n in reversed(one.named_children) if n != field(one, "name")), None)
            made = self.expression(value) if value is not None else Const(None)
            found.append(Bind(Name(text_of(field(one, "name"))), made, line_of(one), kind))
        return tuple(found)

    def property(self, node: Node) -> Lowered:
        value = field(node, "value")
        if value is not None and value.type == "arrow_expression_clause":
            value = value.named_children[0]
        made = self.expression(value) if value is not None else Const(None)
        return Bind(Name(text_of(field(node, "name"))), made, line_of(node), text_of(field(node, "type")))

    # -- statements ------------------------------------------------------------------------

    def expression_statement(self, node: Node) -> Lowered:
        child = next((n for n in node.named_children if n.type not in COMMENTS), None)
        if child is not None and child.type == "assignment_expression":
            target, value = field(child, "left"), field(child, "right")
            return Bind(self.expression(target), self.expression(value), line_of(child))
        return Do(self.expression(child)) if child is not None else None

    def loop(self, node: Node) -> Lowered:
        target = field(node, "left")
        names = list(target.named_children) if target is not None and target.type == "tuple_pattern" else []
        bound: Expression = self.items(names) if names else self.expression(target)
        return Each(bound, self.expression(field(node, "right")), self.block(field(node, "body")))

    def body_in_place(self, node: Node) -> Lowered:
        return self.block(field(node, "body"))

    def condition(self, node: Node) -> Lowered:
        return self.branch(node, field(node, "consequence"), field(node, "alternative"))

    def namespace(self, node: Node) -> Lowered:
        return self.block(field(node, "body"))


def _bare(node: Node | None) -> Node | None:
    return first_of(node, "identifier") if node is not None and node.type == "generic_name" else node


def read_program(source: bytes) -> Program:
    """Return the program of UTF-8 source."""
    return Program("csharp", CsharpLowering().block(parse_first_branches(source).root_node))
