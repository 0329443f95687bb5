"""The program of a Python file."""

from __future__ import annotations

import re

from tree_sitter import Node

from yandrel.languages.lowering import COMMENTS, Lowered, Lowering, field, fields, first_of, line_of
from yandrel.languages.python.grammar import parse
from yandrel.languages.trees import dotted_text, text_of
from yandrel.model.program import (
    Argument,
    Bind,
    Branch,
    Bring,
    Call,
    Class,
    Collect,
    Const,
    Do,
    Each,
    Either,
    Expression,
    Function,
    Index,
    Items,
    Joined,
    Member,
    Name,
    Opaque,
    Pairs,
    Parameter,
    Program,
    Return,
    Statement,
)

HOLE = re.compile(r"%(?:\((\w+)\))?[sdr]")
ESCAPES = {"\\\\": "\\", "\\'": "'", '\\"': '"', "\\n": "\n", "\\t": "\t"}


class PythonLowering(Lowering):
    """See `yandrel.languages.lowering.Lowering`."""

    EXPRESSIONS = {
        "identifier": "name",
        "attribute": "attribute",
        "call": "call",
        "string": "string",
        "concatenated_string": "concatenated",
        "integer": "number",
        "float": "number",
        "true": "true",
        "false": "false",
        "none": "none",
        "list": "list_value",
        "tuple": "list_value",
        "expression_list": "list_value",
        "pattern_list": "list_value",
        "tuple_pattern": "list_value",
        "list_pattern": "list_value",
        "set": "list_value",
        "dictionary": "dictionary",
        "subscript": "subscript",
        "binary_operator": "binary",
        "boolean_operator": "boolean",
        "comparison_operator": "comparison",
        "not_operator": "negation",
        "conditional_expression": "conditional",
        "lambda": "closure",
        "named_expression": "walrus",
        "list_comprehension": "comprehension",
        "generator_expression": "comprehension",
        "set_comprehension": "comprehension",
        "dictionary_comprehension": "comprehension",
    }
    STATEMENTS = {
        "expression_statement": "expression_statement",
        "return_statement": "returned",
        "function_definition": "function_statement",
        "class_definition": "class_statement",
        "decorated_definition": "decorated",
        "for_statement": "loop",
        "while_statement": "body_in_place",
        "if_statement": "condition",
        "try_statement": "attempt",
        "with_statement": "with_block",
        "match_statement": "match",
        "import_statement": "plain_import",
        "import_from_statement": "from_import",
    }
    WRAPPERS = frozenset({"parenthesized_expression", "await", "type", "yield"})
    BLOCKS = frozenset({"block", "module"})

    # -- expressions -----------------------------------------------------------------------

    def attribute(self, node: Node) -> Expression:
        return Member(self.expression(field(node, "object")), text_of(field(node, "attribute")))

    def call(self, node: Node) -> Expression:
        given = field(node, "arguments")
        if given is not None and given.type == "generator_expression":
            arguments: tuple[Argument, ...] = (Argument(self.expression(given)),)
        else:
            arguments = self.arguments(given)
        return self.made_call(Call(self.expression(field(node, "function")), arguments, line_of(node)))

    def arguments(self, node: Node | None) -> tuple[Argument, ...]:
        found: list[Argument] = []
        for child in node.named_children if node is not None else ():
            if child.type == "keyword_argument":
                found.append(Argument(self.expression(field(child, "value")), text_of(field(child, "name"))))
            elif child.type == "list_splat":
                found.append(Argument(self.expression(child.named_children[0]), "", True))
            elif child.type == "dictionary_splat":
                found.append(Argument(self.expression(child.named_children[0]), "**", True))
            elif child.type not in COMMENTS:
                found.append(Argument(self.expression(child)))
        return tuple(found)

    def string(self, node: Node) -> Expression:
        raw = "r" in text_of(node)[:2].lower().split("'")[0].split('"')[0]
        parts: list[Expression] = []
        for child in node.named_children:
            if child.type == "string_content":
                text = text_of(child)
                parts.append(Const(text if raw or "\\" not in text else _unescaped(text)))
            elif child.type == "interpolation":
                parts.append(self.expression(field(child, "expression")))
        return self.join(*parts) if parts else Const("")

    def concatenated(self, node: Node) -> Expression:
        return self.join(*(self.expression(child) for child in node.named_children if child.type == "string"))

    def list_value(self, node: Node) -> Expression:
        return Items(
            tuple(
                Argument(
                    self.expression(child.named_children[0] if child.type == "list_splat" else child),
                    "",
                    child.type == "list_splat",
                )
                for child in node.named_children
                if child.type not in COMMENTS and (child.type != "list_splat" or child.named_children)
            ),
            line_of(node),
        )

    def dictionary(self, node: Node) -> Expression:
        pairs: list[tuple[Expression | None, Expression]] = []
        lines: list[int] = []
        for child in node.named_children:
            if child.type == "pair":
                pairs.append((self.expression(field(child, "key")), self.expression(field(child, "value"))))
                lines.append(line_of(child))
            elif child.type == "dictionary_splat":
                pairs.append((None, self.expression(child.named_children[0])))
                lines.append(line_of(child))
        return Pairs(tuple(pairs), None, tuple(lines))

    def subscript(self, node: Node) -> Expression:
        return Index(self.expression(field(node, "value")), self.expression(field(node, "subscript")))

    def comparison(self, node: Node) -> Expression:
        """Return a comparison for equality as a call of what compares; others are not read."""
        sides = node.named_children
        operators = [child.type for child in node.children if not child.is_named]
        if len(sides) != 2 or len(operators) != 1 or operators[0] not in ("==", "!=", "is", "is not"):
            return self.opaque(node)
        same = Call(Name("=="), tuple(Argument(self.expression(side)) for side in sides), line_of(node))
        return same if operators[0] in ("==", "is") else Call(Name("not"), (Argument(same),), line_of(node))

    def negation(self, node: Node) -> Expression:
        return Call(Name("not"), (Argument(self.expression(field(node, "argument"))),), line_of(node))

    def binary(self, node: Node) -> Expression:
        left, right = field(node, "left"), field(node, "right")
        operator = text_of(field(node, "operator"))
        if operator == "+":
            return Joined((self.expression(left), self.expression(right)))
        if operator == "%" and left is not None and left.type in ("string", "concatenated_string"):
            return self.formatted(self.expression(left), self.expression(right))
        return self.opaque(node)

    def formatted(self, text: Expression, values: Expression) -> Expression:
        """Return a text with its `%s` filled in."""
        if not isinstance(text, Const) or not isinstance(text.value, str):
            return Opaque("%", 0)
        given = [a.value for a in values.items] if isinstance(values, Items) else [values]
        named = (
            {k.value: v for k, v in values.pairs if isinstance(k, Const)} if isinstance(values, Pairs) else {}
        )
        parts: list[Expression] = []
        at = 0
        for found in HOLE.finditer(text.value):
            parts.append(Const(text.value[at : found.start()]))
            at = found.end()
            if found[1]:
                parts.append(named.get(found[1], Opaque(found[0], 0)))
            else:
                parts.append(given.pop(0) if given else Opaque(found[0], 0))
        return self.join(*parts, Const(text.value[at:]))

    def boolean(self, node: Node) -> Expression:
        if text_of(field(node, "operator")) == "or":
            return self.either(field(node, "left"), field(node, "right"))
        return self.either(field(node, "right"))

    def conditional(self, node: Node) -> Expression:
        parts = node.named_children
        return self.either(parts[0], parts[-1]) if len(parts) == 3 else self.opaque(node)

    def closure(self, node: Node) -> Expression:
        self.open_function()
        body = (Return(self.expression(field(node, "body"))),)
        calls, paths = self.close_function()
        parameters = self.parameters(field(node, "parameters"))
        return Function("", parameters, body, line_of(node), calls=calls, paths=paths)

    def walrus(self, node: Node) -> Expression:
        return self.expression(field(node, "value"))

    def comprehension(self, node: Node) -> Expression:
        body, clause = field(node, "body"), first_of(node, "for_in_clause")
        if body is None or clause is None or len([n for n in node.named_children if "clause" in n.type]) > 2:
            return self.opaque(node)
        target, over = self.expression(field(clause, "left")), self.expression(field(clause, "right"))
        if body.type == "pair":
            key, value = self.expression(field(body, "key")), self.expression(field(body, "value"))
            return Collect(value, target, over, key)
        return Collect(self.expression(body), target, over)

    # -- statements ------------------------------------------------------------------------

    def expression_statement(self, node: Node) -> Lowered:
        inner = first_of(node, "assignment", "augmented_assignment")
        if inner is None:
            child = next((n for n in node.named_children if n.type not in COMMENTS), None)
            if child is None or child.type == "string":
                return None
            return Do(self.expression(child))
        right = field(inner, "right")
        if right is None:
            return None
        adds = inner.type == "augmented_assignment"
        if adds and text_of(field(inner, "operator")) != "+=":
            return None
        left = field(inner, "left")
        kind = text_of(field(inner, "type"))
        if right.type == "assignment":
            return self._chained(left, right)
        return Bind(self.expression(left), self.expression(right), line_of(node), kind, adds)

    def _chained(self, left: Node | None, right: Node) -> Lowered:
        value = field(right, "right")
        line = line_of(right)
        found: list[Statement] = [Bind(self.expression(field(right, "left")), self.expression(value), line)]
        found.append(Bind(self.expression(left), self.expression(field(right, "left")), line))
        return tuple(found)

    def parameters(self, node: Node | None) -> tuple[Parameter, ...]:
        found: list[Parameter] = []
        for child in node.named_children if node is not None else ():
            rest = ""
            inner = child
            if child.type == "typed_parameter":
                inner = child.named_children[0]
            if inner.type in ("list_splat_pattern", "dictionary_splat_pattern"):
                rest = "*" if inner.type.startswith("list") else "**"
                inner = inner.named_children[0] if inner.named_children else inner
            if child.type in ("default_parameter", "typed_default_parameter"):
                name = text_of(field(child, "name"))
            elif inner.type == "identifier":
                name = text_of(inner)
            else:
                continue
            value = field(child, "value")
            default = self.expression(value) if value is not None else None
            found.append(Parameter(name, text_of(field(child, "type")), default, rest))
        return tuple(found)

    def function(self, node: Node, marks: tuple[Expression, ...] = ()) -> Function:
        static = any(isinstance(mark, Name) and mark.name == "staticmethod" for mark in marks)
        self.open_function()
        parameters, body = self.parameters(field(node, "parameters")), self.block(field(node, "body"))
        calls, paths = self.close_function()
        return Function(
            text_of(field(node, "name")),
            parameters,
            body,
            line_of(node),
            marks,
            static,
            returns=text_of(field(node, "return_type")),
            calls=calls,
            paths=paths,
        )

    def function_statement(self, node: Node) -> Lowered:
        return self.function(node)

    def class_(self, node: Node, marks: tuple[Expression, ...] = ()) -> Class:
        bases = tuple(a.value for a in self.arguments(field(node, "superclasses")) if not a.name)
        members = self.block(field(node, "body"))
        return Class(text_of(field(node, "name")), "class", bases, members, line_of(node), marks)

    def class_statement(self, node: Node) -> Lowered:
        return self.class_(node)

    def decorated(self, node: Node) -> Lowered:
        marks = tuple(
            self.expression(child.named_children[0])
            for child in node.named_children
            if child.type == "decorator" and child.named_children
        )
        inner = field(node, "definition")
        if inner is None:
            return None
        return self.class_(inner, marks) if inner.type == "class_definition" else self.function(inner, marks)

    def loop(self, node: Node) -> Lowered:
        target, over = self.expression(field(node, "left")), self.expression(field(node, "right"))
        return Each(target, over, self.block(field(node, "body")))

    def body_in_place(self, node: Node) -> Lowered:
        return self.block(field(node, "body"))

    def condition(self, node: Node) -> Lowered:
        bodies = [self.block(field(node, "consequence"))]
        for part in fields(node, "alternative"):
            bodies.append(self.block(field(part, "consequence") or field(part, "body")))
        test = text_of(field(node, "condition"))
        if "__name__" in test:
            return bodies[0]
        if test in ("TYPE_CHECKING", "typing.TYPE_CHECKING"):
            return None
        value = self.expression(field(node, "condition"))
        return Branch(test[:60].split("\n")[0], tuple(bodies), line_of(node), value=value)

    def attempt(self, node: Node) -> Lowered:
        found = list(self.block(field(node, "body")))
        others = [first_of(part, "block") for part in node.named_children if part.type == "except_clause"]
        otherwise = self.block(others[0]) if others else ()
        if found and isinstance(found[-1], Return) and otherwise and isinstance(otherwise[-1], Return):
            # One of both is returned: what is known of them counts.
            found[-1] = Return(Either((found[-1].value, otherwise[-1].value)))
        elif found and isinstance(found[-1], Return) and others and not otherwise:
            found[-1] = Branch("try", ((found[-1],),), line_of(node))
        for part in node.named_children:
            if part.type in ("else_clause", "finally_clause"):
                found.extend(self.block(field(part, "body") or first_of(part, "block")))
        return tuple(found)

    def with_block(self, node: Node) -> Lowered:
        found: list[Statement] = []
        for item in [n for n in node.named_children if n.type == "with_clause"]:
            for part in item.named_children:
                value = field(part, "value")
                if value is not None and value.type == "as_pattern":
                    alias = field(value, "alias")
                    bound = alias.named_children[0] if alias is not None and alias.named_children else None
                    if bound is not None:
                        made = self.expression(value.named_children[0])
                        found.append(Bind(self.expression(bound), made, line_of(part)))
                elif value is not None:
                    found.append(Do(self.expression(value)))
        return (*found, *self.block(field(node, "body")))

    def match(self, node: Node) -> Lowered:
        body = field(node, "body")
        cases = [n for n in (body.named_children if body is not None else ()) if n.type == "case_clause"]
        return Branch(
            text_of(field(node, "subject"))[:60],
            tuple(self.block(field(case, "consequence")) for case in cases),
            line_of(node),
        )

    def plain_import(self, node: Node) -> Lowered:
        found: list[Statement] = []
        for child in fields(node, "name"):
            if child.type == "aliased_import":
                module = dotted_text(field(child, "name"))
                found.append(Bring(module, "", text_of(field(child, "alias")), line_of(node)))
            else:
                module = dotted_text(child)
                found.append(Bring(module, "", module.split(".")[0], line_of(node)))
        return tuple(found)

    def from_import(self, node: Node) -> Lowered:
        module = dotted_text(field(node, "module_name"))
        if first_of(node, "wildcard_import") is not None:
            return Bring(module, "*", "*", line_of(node))
        found: list[Statement] = []
        for child in fields(node, "name"):
            name = dotted_text(field(child, "name")) if child.type == "aliased_import" else dotted_text(child)
            bound = text_of(field(child, "alias")) if child.type == "aliased_import" else name
            found.append(Bring(module, name, bound, line_of(node)))
        return tuple(found)


def _unescaped(text: str) -> str:
    return re.sub(r"\\.", lambda found: ESCAPES.get(found[0], found[0]), text)


def read_program(source: bytes) -> Program:
    """Return the program of UTF-8 source."""
    return Program("python", PythonLowering().block(parse(source).root_node))
