"""The program of a PHP file."""

from __future__ import annotations

from tree_sitter import Node

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
from yandrel.languages.php.grammar import parse
from yandrel.languages.trees import dotted_text, text_of
from yandrel.model.program import (
    Argument,
    Bind,
    Branch,
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


class PhpLowering(Lowering):
    """See `yandrel.languages.lowering.Lowering`. Variables keep their name without the dollar."""

    EXPRESSIONS = {
        "name": "plain_name",
        "qualified_name": "qualified",
        "relative_name": "qualified",
        "relative_scope": "name",
        "variable_name": "variable",
        "member_access_expression": "member",
        "nullsafe_member_access_expression": "member",
        "scoped_property_access_expression": "scoped_member",
        "class_constant_access_expression": "class_constant",
        "member_call_expression": "member_call",
        "nullsafe_member_call_expression": "member_call",
        "scoped_call_expression": "scoped_call",
        "function_call_expression": "function_call",
        "object_creation_expression": "construction",
        "string": "string",
        "encapsed_string": "string",
        "heredoc": "none",
        "integer": "number",
        "boolean": "truth",
        "null": "none",
        "array_creation_expression": "array",
        "list_literal": "list_pattern",
        "subscript_expression": "subscript",
        "binary_expression": "binary",
        "conditional_expression": "ternary",
        "assignment_expression": "assigned",
        "anonymous_function": "closure",
        "anonymous_function_creation_expression": "closure",
        "arrow_function": "closure",
        "include_expression": "inclusion",
        "include_once_expression": "inclusion",
        "require_expression": "inclusion",
        "require_once_expression": "inclusion",
    }
    STATEMENTS = {
        "expression_statement": "expression_statement",
        "echo_statement": "nothing",
        "return_statement": "returned",
        "function_definition": "function_statement",
        "class_declaration": "class_statement",
        "interface_declaration": "class_statement",
        "trait_declaration": "class_statement",
        "enum_declaration": "class_statement",
        "method_declaration": "function_statement",
        "property_declaration": "property",
        "const_declaration": "constants",
        "foreach_statement": "loop",
        "for_statement": "body_in_place",
        "while_statement": "body_in_place",
        "if_statement": "condition",
        "try_statement": "attempt",
        "switch_statement": "switch",
        "namespace_definition": "namespace",
        "use_declaration": "trait_use",
    }
    WRAPPERS = frozenset({"parenthesized_expression", "argument", "cast_expression", "clone_expression"})
    BLOCKS = frozenset(
        {"program", "compound_statement", "declaration_list", "enum_declaration_list", "colon_block"}
    )

    def __init__(self) -> None:
        super().__init__()
        self.namespace_name = ""

    def nothing(self, node: Node) -> Lowered:
        return None

    def plain_name(self, node: Node) -> Expression:
        return Name(text_of(node))

    def truth(self, node: Node) -> Expression:
        return Const(text_of(node).lower() == "true")

    def qualified(self, node: Node) -> Expression:
        return dotted(dotted_text(node).lstrip("\\").replace("\\", "."))

    def variable(self, node: Node) -> Expression:
        return Name(text_of(node).lstrip("$"))

    def member(self, node: Node) -> Expression:
        return Member(self.expression(field(node, "object")), text_of(field(node, "name")))

    def scoped_member(self, node: Node) -> Expression:
        return Member(self.expression(field(node, "scope")), text_of(field(node, "name")).lstrip("$"))

    def class_constant(self, node: Node) -> Expression:
        parts = node.named_children
        if len(parts) < 2:
            return self.opaque(node)
        of = self.expression(parts[0])
        return of if text_of(parts[-1]) == "class" else Member(of, text_of(parts[-1]))

    def member_call(self, node: Node) -> Expression:
        of = Member(self.expression(field(node, "object")), text_of(field(node, "name")))
        name = field(node, "name")
        return self.made_call(Call(of, self.arguments(field(node, "arguments")), line_of(name or node)))

    def scoped_call(self, node: Node) -> Expression:
        scope = field(node, "scope")
        if text_of(scope) == "parent":
            holder: Expression = Call(Name("super"), (), line_of(node))
        else:
            holder = self.expression(scope)
        of = Member(holder, text_of(field(node, "name")))
        return self.made_call(Call(of, self.arguments(field(node, "arguments")), line_of(node)))

    def function_call(self, node: Node) -> Expression:
        of = self.expression(field(node, "function"))
        return self.made_call(Call(of, self.arguments(field(node, "arguments")), line_of(node)))

    def construction(self, node: Node) -> Expression:
        parts = [n for n in node.named_children if n.type not in COMMENTS]
        if not parts or parts[0].type in ("arguments", "declaration_list"):
            return self.opaque(node)
        return self.made_call(
            Call(self.expression(parts[0]), self.arguments(first_of(node, "arguments")), line_of(node), True)
        )

    def arguments(self, node: Node | None) -> tuple[Argument, ...]:
        found: list[Argument] = []
        for child in all_of(node, "argument"):
            name = text_of(field(child, "name"))
            value = next((n for n in reversed(child.named_children) if n.type not in COMMENTS), None)
            if value is not None and value.type == "variadic_unpacking":
                found.append(Argument(self.expression(value.named_children[0]), "", True))
            elif value is not None:
                found.append(Argument(self.expression(value), name))
        return tuple(found)

    def string(self, node: Node) -> Expression:
        parts: list[Expression] = []
        for child in node.named_children:
            if child.type in ("string_content", "string_value"):
                parts.append(Const(text_of(child)))
            elif child.type == "escape_sequence":
                parts.append(Const(text_of(child).replace("\\\\", "\\")))
            else:
                parts.append(self.expression(child))
        return self.join(*parts) if parts else Const("")

    def array(self, node: Node) -> Expression:
        elements = all_of(node, "array_element_initializer")
        if any(element.named_child_count > 1 for element in elements):
            pairs = tuple(self._pair(element, number) for number, element in enumerate(elements))
            return Pairs(pairs, None, tuple(map(line_of, elements)))
        found: list[Argument] = []
        for element in elements:
            inner = element.named_children[0] if element.named_children else element
            if inner.type == "variadic_unpacking":
                found.append(Argument(self.expression(inner.named_children[0]), "", True))
            else:
                found.append(Argument(self.expression(inner)))
        return Items(tuple(found), line_of(node))

    def _pair(self, element: Node, number: int) -> tuple[Expression | None, Expression]:
        parts = element.named_children
        if len(parts) == 2:
            return self.expression(parts[0]), self.expression(parts[1])
        if parts and parts[0].type == "variadic_unpacking":
            return None, self.expression(parts[0].named_children[0])
        return Const(number), self.expression(parts[0] if parts else None)

    def list_pattern(self, node: Node) -> Expression:
        return Items(tuple(Argument(self.expression(child)) for child in node.named_children))

    def subscript(self, node: Node) -> Expression:
        parts = node.named_children
        key = self.expression(parts[1]) if len(parts) > 1 else Const(None)
        return Index(self.expression(parts[0]), key)

    def binary(self, node: Node) -> Expression:
        left, right = field(node, "left"), field(node, "right")
        operator = text_of(field(node, "operator"))
        if operator in (".", "+"):
            return self.join(self.expression(left), self.expression(right))
        return self.either(left, right) if operator == "??" else self.opaque(node)

    def ternary(self, node: Node) -> Expression:
        return self.either(field(node, "body") or field(node, "condition"), field(node, "alternative"))

    def assigned(self, node: Node) -> Expression:
        return self.expression(field(node, "right"))

    def inclusion(self, node: Node) -> Expression:
        inner = node.named_children[0] if node.named_children else None
        return Call(Name("require"), (Argument(self.expression(inner)),), line_of(node))

    # -- functions and classes -------------------------------------------------------------

    def closure(self, node: Node) -> Expression:
        return self.function(node)

    def function(self, node: Node) -> Function:
        body = field(node, "body")
        self.open_function()
        if body is not None and body.type != "compound_statement":
            statements: tuple[Statement, ...] = (Return(self.expression(body)),)
        else:
            statements = self.block(body)
        calls, paths = self.close_function()
        static = first_of(node, "static_modifier") is not None
        return Function(
            text_of(field(node, "name")),
            self.parameters(field(node, "parameters")),
            statements,
            line_of(field(node, "name") or node),
            self.marks(node),
            static,
            "",
            text_of(field(node, "return_type")),
            calls,
            paths,
        )

    def parameters(self, node: Node | None) -> tuple[Parameter, ...]:
        found: list[Parameter] = []
        for child in node.named_children if node is not None else ():
            if not child.type.endswith("parameter"):
                continue
            value = field(child, "default_value")
            default = self.expression(value) if value is not None else None
            rest = "*" if child.type == "variadic_parameter" else ""
            name = text_of(field(child, "name")).lstrip("$")
            found.append(Parameter(name, text_of(field(child, "type")), default, rest))
        return tuple(found)

    def marks(self, node: Node) -> tuple[Expression, ...]:
        found: list[Expression] = []
        for group in all_of(field(node, "attributes"), "attribute_group"):
            for one in all_of(group, "attribute"):
                name = first_of(one, "name", "qualified_name")
                of = self.expression(name)
                found.append(Call(of, self.arguments(field(one, "parameters")), line_of(one)))
        return tuple(found)

    def function_statement(self, node: Node) -> Lowered:
        return self.function(node)

    def class_statement(self, node: Node) -> Lowered:
        bases = (
            [self.expression(n) for n in (first_of(node, "base_clause") or node).named_children]
            if first_of(node, "base_clause")
            else []
        )
        interfaces = first_of(node, "class_interface_clause")
        bases += [self.expression(n) for n in interfaces.named_children] if interfaces is not None else []
        body = field(node, "body")
        traits = [
            n for use in all_of(body, "use_declaration") for n in use.named_children if "name" in n.type
        ]
        bases += [self.expression(n) for n in traits]
        members = list(self.block(body))
        for method in all_of(body, "method_declaration"):
            if text_of(field(method, "name")) == "__construct":
                members += self._promoted(field(method, "parameters"))
        return Class(
            text_of(field(node, "name")),
            "class",
            tuple(bases),
            tuple(members),
            line_of(node),
            self.marks(node),
            self.namespace_name,
        )

    def _promoted(self, node: Node | None) -> list[Statement]:
        return [
            Bind(
                Name(text_of(field(p, "name")).lstrip("$")),
                Const(None),
                line_of(p),
                text_of(field(p, "type")),
            )
            for p in all_of(node, "property_promotion_parameter")
        ]

    def trait_use(self, node: Node) -> Lowered:
        return None

    def property(self, node: Node) -> Lowered:
        kind = text_of(field(node, "type"))
        found: list[Statement] = []
        for element in all_of(node, "property_element"):
            name = text_of(field(element, "name")).lstrip("$")
            value = field(element, "default_value")
            made = self.expression(value) if value is not None else Const(None)
            found.append(Bind(Name(name), made, line_of(element), kind))
        return tuple(found)

    def constants(self, node: Node) -> Lowered:
        found: list[Statement] = []
        for element in all_of(node, "const_element"):
            parts = element.named_children
            if len(parts) > 1:
                found.append(Bind(Name(text_of(parts[0])), self.expression(parts[-1]), line_of(element)))
        return tuple(found)

    # -- statements ------------------------------------------------------------------------

    def expression_statement(self, node: Node) -> Lowered:
        child = next((n for n in node.named_children if n.type not in COMMENTS), None)
        if child is None:
            return None
        if child.type == "assignment_expression":
            target, value = field(child, "left"), field(child, "right")
            return Bind(self.expression(target), self.expression(value), line_of(child))
        return Do(self.expression(child))

    def loop(self, node: Node) -> Lowered:
        parts = [n for n in node.named_children if n.type not in COMMENTS]
        over, target = self.expression(parts[0]), parts[1] if len(parts) > 1 else None
        body = self.block(field(node, "body"))
        if target is not None and target.type == "pair":
            pair = Items(tuple(Argument(self.expression(n)) for n in target.named_children))
            return Each(pair, Call(Member(over, "entries"), (), line_of(node)), body)
        return Each(self.expression(target), Call(Member(over, "values"), (), line_of(node)), body)

    def body_in_place(self, node: Node) -> Lowered:
        return self.block(field(node, "body"))

    def condition(self, node: Node) -> Lowered:
        bodies = [field(node, "body")]
        bodies += [field(part, "body") for part in fields(node, "alternative")]
        return self.branch(node, *bodies)

    def attempt(self, node: Node) -> Lowered:
        return self.block(field(node, "body"))

    def switch(self, node: Node) -> Lowered:
        cases = all_of(field(node, "body"), "case_statement", "default_statement")
        return Branch("switch", tuple(self.statements(case.named_children) for case in cases), line_of(node))

    def namespace(self, node: Node) -> Lowered:
        self.namespace_name = dotted_text(field(node, "name"))
        return self.block(field(node, "body"))


def read_program(source: bytes) -> Program:
    """Return the program of UTF-8 source."""
    return Program("php", PhpLowering().block(parse(source).root_node))
