"""The program of a Go file."""

from __future__ import annotations

from tree_sitter import Node

from yandrel.languages.go.grammar import parse
from yandrel.languages.lowering import (
    COMMENTS,
    Lowered,
    Lowering,
    all_of,
    field,
    fields,
    first_of,
    line_of,
)
from yandrel.languages.trees import text_of
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
    Pairs,
    Parameter,
    Program,
    Return,
    Statement,
)

FORMS = {"map_type": "map", "slice_type": "list"}
"""Types whose objects are made like maps and lists."""


class GoLowering(Lowering):
    """See `yandrel.languages.lowering.Lowering`. A method is a function whose receiver names its type."""

    EXPRESSIONS = {
        "identifier": "name",
        "field_identifier": "name",
        "type_identifier": "name",
        "package_identifier": "name",
        "selector_expression": "member",
        "qualified_type": "qualified_type",
        "call_expression": "call",
        "interpreted_string_literal": "string",
        "raw_string_literal": "string",
        "int_literal": "number",
        "true": "true",
        "false": "false",
        "nil": "none",
        "composite_literal": "composite",
        "literal_value": "literal",
        "index_expression": "subscript",
        "binary_expression": "binary",
        "unary_expression": "unary",
        "func_literal": "closure",
        "expression_list": "expressions",
        "type_conversion_expression": "conversion",
        "slice_type": "none",
    }
    STATEMENTS = {
        "expression_statement": "do_first",
        "short_var_declaration": "assignment",
        "assignment_statement": "assignment",
        "var_declaration": "declarations",
        "const_declaration": "declarations",
        "type_declaration": "types",
        "return_statement": "returned_values",
        "function_declaration": "function_statement",
        "method_declaration": "function_statement",
        "for_statement": "loop",
        "if_statement": "condition",
        "block": "children_in_place",
        "go_statement": "do_first",
        "defer_statement": "do_first",
        "expression_switch_statement": "switch",
    }
    WRAPPERS = frozenset({"parenthesized_expression", "literal_element"})
    BLOCKS = frozenset({"source_file", "statement_list", "block", "var_spec_list"})

    def member(self, node: Node) -> Expression:
        return Member(self.expression(field(node, "operand")), text_of(field(node, "field")))

    def qualified_type(self, node: Node) -> Expression:
        return Member(Name(text_of(field(node, "package"))), text_of(field(node, "name")))

    def call(self, node: Node) -> Expression:
        function = field(node, "function")
        name = (
            field(function, "field")
            if function is not None and function.type == "selector_expression"
            else None
        )
        of = self.expression(function)
        given = field(node, "arguments")
        children = [n for n in (given.named_children if given is not None else ()) if n.type not in COMMENTS]
        spread = given is not None and any(child.type == "..." for child in given.children)
        if children and children[-1].type == "variadic_argument":
            spread, children[-1] = True, children[-1].named_children[0]
        arguments = [Argument(self.expression(child)) for child in children]
        if spread and arguments:
            arguments[-1] = Argument(arguments[-1].value, "", True)
        if isinstance(of, Name) and of.name == "append" and arguments:
            return Call(Member(arguments[0].value, "concat"), self._appended(arguments[1:]), line_of(node))
        if isinstance(of, Name) and of.name == "make":
            return Pairs(()) if text_of(children[0] if children else None).startswith("map") else Items(())
        return self.made_call(Call(of, tuple(arguments), line_of(name or node)))

    def _appended(self, arguments: list[Argument]) -> tuple[Argument, ...]:
        return tuple(
            Argument(a.value) if a.spread else Argument(Items((Argument(a.value),))) for a in arguments
        )

    def string(self, node: Node) -> Expression:
        return Const("".join(text_of(child) for child in node.named_children) or text_of(node)[1:-1])

    def composite(self, node: Node) -> Expression:
        """Return a list, a map, or an object of a type with its fields."""
        kind, body = field(node, "type"), field(node, "body")
        if kind is not None and kind.type in ("slice_type", "array_type", "implicit_length_array_type"):
            element = field(kind, "element")
            return Items(tuple(Argument(self._element(child, element)) for child in self._parts(body)))
        if kind is not None and kind.type == "map_type":
            value = field(kind, "value")
            parts = self._parts(body)
            return Pairs(tuple(self._pair(part, value) for part in parts), None, tuple(map(line_of, parts)))
        return self._object(kind, body, node)

    def _parts(self, node: Node | None) -> list[Node]:
        return [
            child for child in (node.named_children if node is not None else ()) if child.type not in COMMENTS
        ]

    def _element(self, node: Node, kind: Node | None) -> Expression:
        inner = node.named_children[0] if node.type == "literal_element" and node.named_children else node
        return self._object(kind, inner, inner) if inner.type == "literal_value" else self.expression(inner)

    def _pair(self, node: Node, kind: Node | None) -> tuple[Expression | None, Expression]:
        key, value = field(node, "key"), field(node, "value")
        if key is None or value is None:
            return None, self.expression(node)
        return self.expression(key), self._element(value, kind)

    def _object(self, kind: Node | None, body: Node | None, node: Node) -> Expression:
        of = self.expression(_bare_type(kind)) if kind is not None else Name("struct")
        if kind is not None and kind.type == "slice_type":
            return Items(
                tuple(Argument(self._element(child, field(kind, "element"))) for child in self._parts(body))
            )
        parts = self._parts(body)
        if parts and all(child.type == "keyed_element" and _is_text(field(child, "key")) for child in parts):
            named = of if kind is not None else None
            return Pairs(tuple(self._pair(part, None) for part in parts), named, tuple(map(line_of, parts)))
        found: list[Argument] = []
        for child in parts:
            if child.type == "keyed_element":
                key = text_of(field(child, "key"))
                found.append(Argument(self._element(field(child, "value") or child, None), key.strip('"')))
            else:
                found.append(Argument(self._element(child, None)))
        return Call(of, tuple(found), line_of(node), True)

    def literal(self, node: Node) -> Expression:
        return self._object(None, node, node)

    def subscript(self, node: Node) -> Expression:
        return Index(self.expression(field(node, "operand")), self.expression(field(node, "index")))

    def binary(self, node: Node) -> Expression:
        if text_of(field(node, "operator")) == "+":
            return self.join(self.expression(field(node, "left")), self.expression(field(node, "right")))
        return self.opaque(node)

    def unary(self, node: Node) -> Expression:
        return self.expression(field(node, "operand"))

    def conversion(self, node: Node) -> Expression:
        return self.expression(field(node, "operand"))

    def expressions(self, node: Node) -> Expression:
        parts = self._parts(node)
        return self.expression(parts[0]) if len(parts) == 1 else self.items(parts)

    def closure(self, node: Node) -> Expression:
        return self.function(node)

    # -- functions and types ---------------------------------------------------------------

    def function(self, node: Node) -> Function:
        self.open_function()
        body = self.block(field(node, "body"))
        calls, paths = self.close_function()
        parameters = self.parameters(field(node, "parameters"))
        receiver = self.parameters(field(node, "receiver"))
        kind = receiver[0].type.lstrip("*").split("[")[0] if receiver else ""
        if receiver:
            parameters = (Parameter("self" if not receiver[0].name else receiver[0].name, kind), *parameters)
        result = text_of(field(node, "result"))
        return Function(
            text_of(field(node, "name")),
            parameters,
            body,
            line_of(node),
            (),
            False,
            kind,
            result,
            calls,
            paths,
        )

    def parameters(self, node: Node | None) -> tuple[Parameter, ...]:
        found: list[Parameter] = []
        for child in all_of(node, "parameter_declaration", "variadic_parameter_declaration"):
            kind = text_of(field(child, "type"))
            rest = "*" if child.type == "variadic_parameter_declaration" else ""
            names = fields(child, "name")
            found += [Parameter(text_of(name), kind, None, rest) for name in names] or [Parameter("", kind)]
        return tuple(found)

    def function_statement(self, node: Node) -> Lowered:
        return self.function(node)

    def types(self, node: Node) -> Lowered:
        found: list[Statement] = []
        for one in all_of(node, "type_spec", "type_alias"):
            kind = field(one, "type")
            members: list[Statement] = []
            bases: list[Expression] = []
            fields_ = (
                first_of(kind, "field_declaration_list")
                if kind is not None and kind.type == "struct_type"
                else None
            )
            for declared in all_of(fields_, "field_declaration"):
                names = fields(declared, "name")
                if not names:
                    bases.append(self.expression(_bare_type(field(declared, "type"))))
                for name in names:
                    kind_text = text_of(field(declared, "type"))
                    members.append(Bind(Name(text_of(name)), Const(None), line_of(name), kind_text))
            form = FORMS.get(kind.type, "struct") if kind is not None else "struct"
            found.append(Class(text_of(field(one, "name")), form, tuple(bases), tuple(members), line_of(one)))
        return tuple(found)

    # -- statements ------------------------------------------------------------------------

    def assignment(self, node: Node) -> Lowered:
        left, right = self._parts(field(node, "left")), self._parts(field(node, "right"))
        line = line_of(node)
        if len(left) == len(right):
            return tuple(
                Bind(self.expression(target), self.expression(value), line)
                for target, value in zip(left, right)
            )
        if left and right:
            return Bind(self.expression(left[0]), self.expression(right[0]), line)
        return None

    def declarations(self, node: Node) -> Lowered:
        found: list[Statement] = []
        specs = all_of(node, "var_spec", "const_spec") or all_of(first_of(node, "var_spec_list"), "var_spec")
        for spec in specs:
            values = self._parts(field(spec, "value"))
            kind = text_of(field(spec, "type"))
            for number, name in enumerate(fields(spec, "name")):
                if name.type != "identifier":
                    continue
                value = self.expression(values[number]) if number < len(values) else self._empty(kind)
                found.append(Bind(Name(text_of(name)), value, line_of(spec), kind))
        return tuple(found)

    def _empty(self, kind: str) -> Expression:
        return Items(()) if kind.startswith("[]") else Pairs(()) if kind.startswith("map[") else Const(None)

    def returned_values(self, node: Node) -> Lowered:
        inner = first_of(node, "expression_list")
        parts = self._parts(inner)
        return Return(self.expression(parts[0]) if parts else Const(None))

    def loop(self, node: Node) -> Lowered:
        clause = first_of(node, "range_clause")
        body = self.block(field(node, "body"))
        if clause is None:
            return body
        names = self._parts(field(clause, "left"))
        over = self.expression(field(clause, "right"))
        pairs = Call(Member(over, "entries"), (), line_of(node))
        if len(names) == 1:
            names = [*names, names[0]][:1]
        return Each(self.items(names), pairs, body)

    def condition(self, node: Node) -> Lowered:
        first = field(node, "initializer")
        before = self.statements([first]) if first is not None else ()
        if "err != nil" in text_of(field(node, "condition")):
            return before
        return (*before, self.branch(node, field(node, "consequence"), field(node, "alternative")))

    def switch(self, node: Node) -> Lowered:
        cases = all_of(node, "expression_case", "default_case")
        return Branch("switch", tuple(self.statements(case.named_children) for case in cases), line_of(node))


def _is_text(node: Node | None) -> bool:
    """Whether a key is a text, as in a map, and no field of a struct."""
    return node is not None and text_of(node).startswith(('"', "`"))


def _bare_type(node: Node | None) -> Node | None:
    while node is not None and node.type in ("pointer_type", "generic_type", "parenthesized_type"):
        node = field(node, "type") or (node.named_children[0] if node.named_children else None)
    return node


def read_program(source: bytes) -> Program:
    """Return the program of UTF-8 source."""
    return Program("go", GoLowering().block(parse(source).root_node))
