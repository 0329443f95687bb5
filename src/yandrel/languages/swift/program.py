"""The program of a Swift file."""

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
from yandrel.languages.swift.grammar import parse
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
)


class SwiftLowering(Lowering):
    """See `yandrel.languages.lowering.Lowering`."""

    EXPRESSIONS = {
        "simple_identifier": "name",
        "identifier": "name",
        "self_expression": "this",
        "super_expression": "super_call",
        "navigation_expression": "member",
        "prefix_expression": "prefixed",
        "call_expression": "call",
        "constructor_expression": "call",
        "line_string_literal": "string",
        "multi_line_string_literal": "string",
        "integer_literal": "number",
        "boolean_literal": "truth",
        "nil": "none",
        "array_literal": "list_value",
        "dictionary_literal": "dictionary",
        "additive_expression": "added",
        "nil_coalescing_expression": "coalesced",
        "ternary_expression": "ternary",
        "lambda_literal": "closure",
        "tuple_expression": "tuple_value",
        "user_type": "type_name",
        "assignment": "assigned",
    }
    STATEMENTS = {
        "property_declaration": "property",
        "assignment": "assignment",
        "control_transfer_statement": "transfer",
        "function_declaration": "function_statement",
        "init_declaration": "function_statement",
        "class_declaration": "class_statement",
        "protocol_declaration": "class_statement",
        "for_statement": "loop",
        "while_statement": "children_in_place",
        "if_statement": "condition",
        "guard_statement": "nothing",
        "do_statement": "children_in_place",
        "try_expression": "do_first_expression",
    }
    WRAPPERS = frozenset(
        {"try_expression", "await_expression", "as_expression", "postfix_expression", "value_argument"}
    )
    BLOCKS = frozenset(
        {"source_file", "statements", "function_body", "class_body", "enum_class_body", "code_block"}
    )

    def __init__(self) -> None:
        super().__init__()
        self.types: list[str] = []

    def nothing(self, node: Node) -> Lowered:
        return None

    def this(self, node: Node) -> Expression:
        return Name("self")

    def super_call(self, node: Node) -> Expression:
        return Call(Name("super"), (), line_of(node))

    def truth(self, node: Node) -> Expression:
        return Const(text_of(node) == "true")

    def type_name(self, node: Node) -> Expression:
        return dotted(dotted_text(node).split("<")[0])

    def member(self, node: Node) -> Expression:
        suffix = field(field(node, "suffix") or node, "suffix")
        return Member(self.expression(field(node, "target")), text_of(suffix))

    def prefixed(self, node: Node) -> Expression:
        target = field(node, "target")
        return Member(Name(""), text_of(target)) if text_of(node).startswith(".") else self.expression(target)

    def call(self, node: Node) -> Expression:
        parts = [n for n in node.named_children if n.type not in COMMENTS]
        of = parts[0]
        suffix = first_of(node, "call_suffix", "constructor_suffix")
        arguments = list(self.arguments(first_of(suffix, "value_arguments")))
        for closure in all_of(suffix, "lambda_literal"):
            arguments.append(Argument(self.expression(closure)))
        name = field(field(of, "suffix") or of, "suffix") if of.type == "navigation_expression" else None
        return self.made_call(Call(self.expression(of), tuple(arguments), line_of(name or of)))

    def arguments(self, node: Node | None) -> tuple[Argument, ...]:
        found: list[Argument] = []
        for child in all_of(node, "value_argument"):
            value = field(child, "value")
            found.append(Argument(self.expression(value), text_of(field(child, "name"))))
        return tuple(found)

    def string(self, node: Node) -> Expression:
        parts: list[Expression] = []
        for child in node.named_children:
            if child.type == "interpolated_expression":
                parts.append(self.expression(field(child, "value")))
            else:
                parts.append(Const(text_of(child)))
        return self.join(*parts) if parts else Const("")

    def list_value(self, node: Node) -> Expression:
        return self.items(node.named_children)

    def tuple_value(self, node: Node) -> Expression:
        return self.items(fields(node, "value") or node.named_children)

    def dictionary(self, node: Node) -> Expression:
        keys, values = fields(node, "key"), fields(node, "value")
        pairs = tuple((self.expression(key), self.expression(value)) for key, value in zip(keys, values))
        return Pairs(pairs, None, tuple(map(line_of, keys)))

    def added(self, node: Node) -> Expression:
        if text_of(field(node, "op")) != "+":
            return self.opaque(node)
        return self.join(self.expression(field(node, "lhs")), self.expression(field(node, "rhs")))

    def coalesced(self, node: Node) -> Expression:
        return self.either(*node.named_children)

    def ternary(self, node: Node) -> Expression:
        return self.either(*node.named_children[1:])

    def assigned(self, node: Node) -> Expression:
        return self.expression(field(node, "result"))

    def closure(self, node: Node) -> Expression:
        kind = field(node, "type")
        holder = first_of(kind, "lambda_function_type_parameters")
        names = [text_of(field(p, "name") or p) for p in all_of(holder, "lambda_parameter")] or ["$0"]
        self.open_function()
        body = self.block(first_of(node, "statements"))
        calls, paths = self.close_function()
        if len(body) == 1 and isinstance(body[0], Do):
            body = (Return(body[0].value),)
        return Function("", tuple(Parameter(n) for n in names), body, line_of(node), calls=calls, paths=paths)

    def function_statement(self, node: Node) -> Lowered:
        init = node.type == "init_declaration"
        self.open_function()
        body = self.block(field(node, "body"))
        calls, paths = self.close_function()
        if len(body) == 1 and isinstance(body[0], Do):
            body = (Return(body[0].value),)
        parameters = tuple(self._parameter(child) for child in all_of(node, "parameter"))
        words = text_of(first_of(node, "modifiers"))
        returns = [n for n in node.named_children if n.type == "user_type"]
        return Function(
            "init" if init else text_of(field(node, "name")),
            parameters,
            body,
            line_of(node),
            (),
            "static" in words,
            self.types[-1] if self.types else "",
            text_of(returns[-1]) if returns else "",
            calls,
            paths,
        )

    def _parameter(self, node: Node) -> Parameter:
        names = fields(node, "name")
        kind = next((n for n in reversed(names) if n.type.endswith("type")), None)
        return Parameter(text_of(names[0]) if names else "", text_of(kind))

    def class_statement(self, node: Node) -> Lowered:
        name = text_of(field(node, "name"))
        self.types.append(name)
        bases = [
            self.expression(field(one, "inherits_from")) for one in all_of(node, "inheritance_specifier")
        ]
        members = list(self.block(field(node, "body")))
        self.types.pop()
        kind = "extension" if any(child.type == "extension" for child in node.children) else "class"
        return Class(name, kind, tuple(bases), tuple(members), line_of(node))

    def property(self, node: Node) -> Lowered:
        value = field(node, "value")
        computed = first_of(node, "computed_property")
        kind = (
            text_of(field(first_of(node, "type_annotation") or node, "name"))
            if first_of(node, "type_annotation")
            else ""
        )
        name = text_of(field(field(node, "name") or node, "bound_identifier"))
        if value is None and computed is not None:
            body = self.block(first_of(computed, "statements"))
            made: Expression = body[-1].value if body and isinstance(body[-1], (Do, Return)) else Const(None)
        else:
            made = self.expression(value) if value is not None else Const(None)
        return Bind(Name(name), made, line_of(node), kind) if name else None

    def assignment(self, node: Node) -> Lowered:
        target = field(node, "target")
        inner = target.named_children[0] if target is not None and target.named_children else target
        adds = text_of(field(node, "operator")) == "+="
        value = self.expression(field(node, "result"))
        bound: Expression = self.expression(inner)
        if isinstance(bound, Call) and bound.arguments:
            bound = Index(bound.of, bound.arguments[0].value)
        return Bind(bound, value, line_of(node), adds=adds)

    def transfer(self, node: Node) -> Lowered:
        if not text_of(node).startswith("return"):
            return None
        return Return(self.expression(field(node, "result")))

    def do_first_expression(self, node: Node) -> Lowered:
        return Do(self.expression(node))

    def loop(self, node: Node) -> Lowered:
        item = field(node, "item")
        parts = all_of(item, "pattern")
        names = [text_of(p) for p in parts] or [text_of(item)]
        target: Expression = (
            Items(tuple(Argument(Name(n)) for n in names)) if len(names) > 1 else Name(names[0])
        )
        over = self.expression(field(node, "collection"))
        if len(names) > 1:
            over = Call(Member(over, "entries"), (), line_of(node))
        return Each(target, over, self.block(first_of(node, "statements")))

    def condition(self, node: Node) -> Lowered:
        return self.branch(node, *all_of(node, "statements", "if_statement"))


def read_program(source: bytes) -> Program:
    """Return the program of UTF-8 source."""
    return Program("swift", SwiftLowering().block(parse(source).root_node))
