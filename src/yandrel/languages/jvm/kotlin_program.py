"""The program of a Kotlin file."""

from __future__ import annotations

from tree_sitter import Node

from yandrel.languages.jvm.kotlin_tree import parse
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
    Branch,
    Call,
    Class,
    Const,
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


class KotlinLowering(Lowering):
    """See `yandrel.languages.lowering.Lowering`. A lambda without parameters takes `it`."""

    EXPRESSIONS = {
        "identifier": "name",
        "this_expression": "this",
        "super_expression": "super_call",
        "navigation_expression": "member",
        "call_expression": "call",
        "string_literal": "string",
        "multiline_string_literal": "string",
        "number_literal": "number",
        "boolean_literal": "truth",
        "null": "none",
        "collection_literal": "list_value",
        "infix_expression": "infix",
        "binary_expression": "binary",
        "if_expression": "choice",
        "elvis_expression": "elvis",
        "lambda_literal": "closure",
        "annotated_lambda": "closure_in",
        "anonymous_function": "closure_function",
        "callable_reference": "reference",
        "index_expression": "subscript",
        "user_type": "type_name",
        "object_literal": "object",
    }
    STATEMENTS = {
        "property_declaration": "property",
        "assignment": "assignment",
        "return_expression": "returned",
        "function_declaration": "function_statement",
        "class_declaration": "class_statement",
        "object_declaration": "class_statement",
        "companion_object": "companion",
        "for_statement": "loop",
        "while_statement": "children_in_place",
        "if_expression": "condition",
        "try_expression": "children_in_place",
        "when_expression": "choices",
        "control_structure_body": "children_in_place",
    }
    WRAPPERS = frozenset({"parenthesized_expression", "value_argument_value", "control_structure_body"})
    BLOCKS = frozenset({"source_file", "block", "class_body", "function_body", "enum_class_body"})

    def __init__(self) -> None:
        super().__init__()
        self.types: list[str] = []

    def this(self, node: Node) -> Expression:
        return Name("this")

    def super_call(self, node: Node) -> Expression:
        return Call(Name("super"), (), line_of(node))

    def truth(self, node: Node) -> Expression:
        return Const(text_of(node) == "true")

    def type_name(self, node: Node) -> Expression:
        return dotted(dotted_text(node).split("<")[0])

    def member(self, node: Node) -> Expression:
        parts = [n for n in node.named_children if n.type not in COMMENTS]
        return Member(self.expression(parts[0]), text_of(parts[-1])) if len(parts) > 1 else self.opaque(node)

    def reference(self, node: Node) -> Expression:
        parts = node.named_children
        last = text_of(parts[-1]) if parts else ""
        return Member(self.expression(parts[0]), last) if len(parts) > 1 else Name(last)

    def call(self, node: Node) -> Expression:
        """Return a call; a lambda behind the parentheses is its last argument."""
        parts = [n for n in node.named_children if n.type not in COMMENTS]
        of, arguments = parts[0], list(self.arguments(first_of(node, "value_arguments")))
        line = line_of(
            of.named_children[-1] if of.type == "navigation_expression" and of.named_children else of
        )
        trailing = first_of(node, "annotated_lambda", "lambda_literal")
        if of.type == "call_expression" and trailing is not None and len(parts) == 2:
            inner = self.expression(of)
            given = Argument(self.expression(trailing))
            if isinstance(inner, Call):
                return self.made_call(Call(inner.of, (*inner.arguments, given), inner.line))
        if trailing is not None and trailing is not of:
            arguments.append(Argument(self.expression(trailing)))
        return self.made_call(Call(self.expression(of), tuple(arguments), line))

    def arguments(self, node: Node | None) -> tuple[Argument, ...]:
        found: list[Argument] = []
        for child in all_of(node, "value_argument"):
            parts = [n for n in child.named_children if n.type not in COMMENTS]
            spread = any(c.type == "*" for c in child.children) or any(
                n.type == "spread_expression" for n in parts
            )
            named = any(c.type == "=" for c in child.children) and len(parts) > 1
            if parts:
                value = parts[-1]
                value = value.named_children[0] if value.type == "spread_expression" else value
                found.append(Argument(self.expression(value), text_of(parts[0]) if named else "", spread))
        return tuple(found)

    def string(self, node: Node) -> Expression:
        parts: list[Expression] = []
        waiting = False
        for child in node.named_children:
            text = text_of(child)
            if child.type == "interpolation":
                parts.append(self.expression(child.named_children[0] if child.named_children else None))
            elif text == "$":
                waiting = True
                continue
            elif waiting:
                name = _leading_name(text)
                parts += [Name(name), Const(text[len(name) :])] if name else [Const("$" + text)]
            else:
                parts.append(Const(text))
            waiting = False
        return self.join(*parts) if parts else Const("")

    def list_value(self, node: Node) -> Expression:
        return self.items(node.named_children)

    def infix(self, node: Node) -> Expression:
        parts = node.named_children
        if len(parts) == 3 and text_of(parts[1]) == "to":
            return self.items([parts[0], parts[2]])
        if len(parts) == 3:
            return self.made_call(
                Call(
                    Member(self.expression(parts[0]), text_of(parts[1])),
                    (Argument(self.expression(parts[2])),),
                    line_of(node),
                )
            )
        return self.opaque(node)

    def binary(self, node: Node) -> Expression:
        parts = node.named_children
        operator = text_of(field(node, "operator"))
        if len(parts) >= 2 and operator == "+":
            return self.join(self.expression(parts[0]), self.expression(parts[-1]))
        return self.either(parts[0], parts[-1]) if operator == "?:" else self.opaque(node)

    def elvis(self, node: Node) -> Expression:
        return self.either(*node.named_children)

    def choice(self, node: Node) -> Expression:
        return self.either(*node.named_children[1:])

    def subscript(self, node: Node) -> Expression:
        parts = node.named_children
        return Index(self.expression(parts[0]), self.expression(parts[-1]))

    def object(self, node: Node) -> Expression:
        return self.opaque(node)

    def closure_in(self, node: Node) -> Expression:
        return self.expression(first_of(node, "lambda_literal"))

    def closure(self, node: Node) -> Expression:
        given = first_of(node, "lambda_parameters")
        names = (
            [text_of(first_of(n, "identifier") or n) for n in given.named_children]
            if given is not None
            else ["it"]
        )
        self.open_function()
        body = self.statements(n for n in node.named_children if n.type != "lambda_parameters")
        calls, paths = self.close_function()
        return Function(
            "",
            tuple(Parameter(n) for n in names),
            body,
            line_of(node),
            calls=calls,
            paths=paths,
            receiver="*",
        )

    def closure_function(self, node: Node) -> Expression:
        return self.function(node)

    def marks(self, node: Node) -> tuple[Expression, ...]:
        found: list[Expression] = []
        for one in all_of(first_of(node, "modifiers", "parameter_modifiers"), "annotation"):
            inner = first_of(one, "constructor_invocation", "user_type")
            if inner is None:
                continue
            name = first_of(inner, "user_type") if inner.type == "constructor_invocation" else inner
            given = self.arguments(first_of(inner, "value_arguments"))
            found.append(Call(self.type_name(name or inner), given, line_of(one)))
        return tuple(found)

    def parameters(self, node: Node | None) -> tuple[Parameter, ...]:
        found: list[Parameter] = []
        for child in all_of(node, "parameter", "class_parameter"):
            kind = next((n for n in child.named_children if n.type.endswith("type")), None)
            found.append(Parameter(text_of(first_of(child, "identifier")), text_of(kind)))
        return tuple(found)

    def function(self, node: Node) -> Function:
        before = [n for n in node.named_children if n.type in ("user_type", "nullable_type")]
        name = field(node, "name")
        receiver = (
            before[0] if before and name is not None and before[0].start_byte < name.start_byte else None
        )
        returns = next((n for n in before if name is None or n.start_byte > name.start_byte), None)
        body = first_of(node, "function_body")
        self.open_function()
        statements = self._body(body)
        calls, paths = self.close_function()
        parameters = self.parameters(first_of(node, "function_value_parameters"))
        held = self.types[-1] if self.types else ""
        if receiver is not None:
            parameters = (Parameter("this", text_of(receiver)), *parameters)
        return Function(
            text_of(name),
            parameters,
            statements,
            line_of(name or node),
            self.marks(node),
            receiver is not None,
            text_of(receiver) or held,
            text_of(returns),
            calls,
            paths,
        )

    def _body(self, node: Node | None) -> tuple[Statement, ...]:
        """Return the statements of a body; one that is an expression is returned, and run as well."""
        if node is None:
            return ()
        inner = next((n for n in node.named_children if n.type not in COMMENTS), None)
        if inner is None:
            return ()
        return self.block(inner) if inner.type == "block" else (Return(self.expression(inner)),)

    def function_statement(self, node: Node) -> Lowered:
        return self.function(node)

    def class_statement(self, node: Node) -> Lowered:
        name = text_of(field(node, "name"))
        self.types.append(name)
        bases: list[Expression] = []
        for one in all_of(first_of(node, "delegation_specifiers"), "delegation_specifier"):
            inner = first_of(one, "constructor_invocation") or one
            found = first_of(inner, "user_type")
            bases += [self.type_name(found)] if found is not None else []
        members = list(self.block(first_of(node, "class_body", "enum_class_body")))
        constructor = first_of(node, "primary_constructor")
        parameters = self.parameters(first_of(constructor, "class_parameters"))
        if parameters:
            binds = tuple(Bind(Member(Name("this"), p.name), Name(p.name), line_of(node)) for p in parameters)
            members.append(Function("<init>", parameters, binds, line_of(node), receiver=name))
            members += [Bind(Name(p.name), Const(None), line_of(node), p.type) for p in parameters]
        self.types.pop()
        return Class(
            name,
            node.type,
            tuple(bases),
            tuple(members),
            line_of(field(node, "name") or node),
            self.marks(node),
        )

    def companion(self, node: Node) -> Lowered:
        return self.block(first_of(node, "class_body"))

    def property(self, node: Node) -> Lowered:
        declared = first_of(node, "variable_declaration", "multi_variable_declaration")
        kind = next(
            (n for n in (declared.named_children if declared else ()) if n.type.endswith("type")), None
        )
        value = next(
            (n for n in reversed(node.named_children) if n.type in self.EXPRESSIONS and n is not declared),
            None,
        )
        getter = first_of(node, "getter")
        if value is None and getter is not None:
            body = self._body(first_of(getter, "function_body"))
            made: Expression = body[0].value if body and isinstance(body[0], Return) else Const(None)
        else:
            made = self.expression(value) if value is not None else Const(None)
        name = text_of(first_of(declared, "identifier"))
        return Bind(Name(name), made, line_of(node), text_of(kind)) if name else None

    def assignment(self, node: Node) -> Lowered:
        parts = node.named_children
        adds = any(child.type == "+=" for child in node.children)
        if len(parts) < 2:
            return None
        return Bind(self.expression(parts[0]), self.expression(parts[-1]), line_of(node), adds=adds)

    def loop(self, node: Node) -> Lowered:
        parts = [n for n in node.named_children if n.type not in COMMENTS]
        if len(parts) < 2:
            return None
        names = list(parts[0].named_children) if parts[0].type == "multi_variable_declaration" else [parts[0]]
        targets = [Argument(Name(text_of(first_of(n, "identifier") or n))) for n in names]
        target: Expression = Items(tuple(targets)) if len(targets) > 1 else targets[0].value
        return Each(target, self.expression(parts[1]), self.statements(parts[2:]))

    def condition(self, node: Node) -> Lowered:
        return self.branch(node, *node.named_children[1:])

    def choices(self, node: Node) -> Lowered:
        entries = all_of(node, "when_entry")
        return Branch("when", tuple(self.statements(e.named_children[-1:]) for e in entries), line_of(node))


def _leading_name(text: str) -> str:
    end = 0
    while end < len(text) and (text[end].isalnum() or text[end] == "_"):
        end += 1
    return text[:end]


def read_program(source: bytes) -> Program:
    """Return the program of UTF-8 source."""
    return Program("kotlin", KotlinLowering().block(parse(source).root_node))
