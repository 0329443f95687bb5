"""The program of a JavaScript or TypeScript file."""

from __future__ import annotations

from tree_sitter import Node

from yandrel.languages.lowering import COMMENTS, Lowered, Lowering, all_of, field, fields, first_of, line_of
from yandrel.languages.script.grammar import parse
from yandrel.languages.trees import text_of
from yandrel.model.program import (
    Argument,
    Bind,
    Branch,
    Bring,
    Call,
    Class,
    Const,
    Do,
    Each,
    Either,
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

FUNCTIONS = frozenset(
    {
        "function_expression",
        "arrow_function",
        "generator_function",
        "function_declaration",
        "generator_function_declaration",
        "method_definition",
        "function",
    }
)
EXPORTS = Name("exports")


class ScriptLowering(Lowering):
    """See `yandrel.languages.lowering.Lowering`."""

    EXPRESSIONS = {
        "identifier": "name",
        "this": "name",
        "super": "name",
        "undefined": "none",
        "property_identifier": "name",
        "shorthand_property_identifier": "name",
        "shorthand_property_identifier_pattern": "name",
        "member_expression": "member",
        "call_expression": "call",
        "new_expression": "construction",
        "string": "string",
        "template_string": "template",
        "number": "number",
        "true": "true",
        "false": "false",
        "null": "none",
        "array": "list_value",
        "array_pattern": "list_value",
        "object": "object",
        "object_pattern": "object",
        "subscript_expression": "subscript",
        "binary_expression": "binary",
        "ternary_expression": "ternary",
        "assignment_expression": "assigned",
        "sequence_expression": "sequence",
        "regex": "regex",
        "class": "class_expression",
        "assignment_pattern": "defaulted",
        "object_assignment_pattern": "defaulted",
        **dict.fromkeys(FUNCTIONS - {"function_declaration", "generator_function_declaration"}, "closure"),
    }
    STATEMENTS = {
        "expression_statement": "expression_statement",
        "lexical_declaration": "declaration",
        "variable_declaration": "declaration",
        "function_declaration": "function_statement",
        "generator_function_declaration": "function_statement",
        "class_declaration": "class_statement",
        "abstract_class_declaration": "class_statement",
        "return_statement": "returned",
        "if_statement": "condition",
        "for_statement": "body_in_place",
        "for_in_statement": "loop",
        "while_statement": "body_in_place",
        "do_statement": "body_in_place",
        "try_statement": "attempt",
        "switch_statement": "switch",
        "import_statement": "brought",
        "export_statement": "exported",
        "labeled_statement": "children_in_place",
        "enum_declaration": "enumeration",
    }
    WRAPPERS = frozenset(
        {
            "parenthesized_expression",
            "await_expression",
            "as_expression",
            "non_null_expression",
            "satisfies_expression",
            "type_assertion",
            "unary_expression_value",
        }
    )
    BLOCKS = frozenset({"program", "statement_block", "else_clause", "finally_clause"})

    # -- expressions -----------------------------------------------------------------------

    def member(self, node: Node) -> Expression:
        return Member(self.expression(field(node, "object")), text_of(field(node, "property")))

    def call(self, node: Node) -> Expression:
        function = field(node, "function")
        of = (
            Name("import")
            if function is not None and function.type == "import"
            else self.expression(function)
        )
        return self.made_call(
            Call(of, self.arguments(field(node, "arguments")), self._call_line(node, function))
        )

    def _call_line(self, node: Node, function: Node | None) -> int:
        name = (
            field(function, "property")
            if function is not None and function.type == "member_expression"
            else None
        )
        return line_of(name or node)

    def construction(self, node: Node) -> Expression:
        of = self.expression(field(node, "constructor"))
        return self.made_call(Call(of, self.arguments(field(node, "arguments")), line_of(node), True))

    def arguments(self, node: Node | None) -> tuple[Argument, ...]:
        if node is None or node.type == "template_string":
            return ()
        return tuple(self.argument(child) for child in node.named_children if child.type not in COMMENTS)

    def argument(self, node: Node) -> Argument:
        if node.type == "spread_element":
            return Argument(self.expression(node.named_children[0]), "", True)
        return Argument(self.expression(node))

    def string(self, node: Node) -> Expression:
        return Const(
            "".join(text_of(child) for child in node.named_children if child.type != "escape_sequence")
        )

    def template(self, node: Node) -> Expression:
        parts: list[Expression] = []
        at = node.start_byte + 1
        raw = node.text or b""
        for child in node.named_children:
            if child.type == "template_substitution":
                start, end = at - node.start_byte, child.start_byte - node.start_byte
                parts.append(Const(raw[start:end].decode("utf-8", "replace")))
                inner = child.named_children
                parts.append(self.expression(inner[0]) if inner else Const(""))
                at = child.end_byte
        parts.append(Const(raw[at - node.start_byte : -1].decode("utf-8", "replace")))
        return self.join(*parts)

    def list_value(self, node: Node) -> Expression:
        return Items(
            tuple(
                Argument(self.expression(child.named_children[0]), "", True)
                if child.type in ("spread_element", "rest_pattern") and child.named_children
                else Argument(self.expression(child))
                for child in node.named_children
                if child.type not in COMMENTS
            ),
            line_of(node),
        )

    def object(self, node: Node) -> Expression:
        pairs: list[tuple[Expression | None, Expression]] = []
        lines: list[int] = []
        for child in node.named_children:
            before = len(pairs)
            if child.type in ("pair", "pair_pattern"):
                pairs.append((self.key(field(child, "key")), self.expression(field(child, "value"))))
            elif child.type in ("shorthand_property_identifier", "shorthand_property_identifier_pattern"):
                pairs.append((Const(text_of(child)), Name(text_of(child))))
            elif child.type == "object_assignment_pattern":
                name = text_of(field(child, "left"))
                pairs.append((Const(name), Name(name)))
            elif child.type == "method_definition":
                pairs.append((self.key(field(child, "name")), self.closure(child)))
            elif child.type == "spread_element" and child.named_children:
                pairs.append((None, self.expression(child.named_children[0])))
            lines += [line_of(child)] * (len(pairs) - before)
        return Pairs(tuple(pairs), None, tuple(lines))

    def key(self, node: Node | None) -> Expression:
        if node is None:
            return Const("")
        if node.type == "computed_property_name":
            return self.expression(node.named_children[0])
        if node.type in ("string", "template_string"):
            return self.expression(node)
        return Const(text_of(node))

    def subscript(self, node: Node) -> Expression:
        return Index(self.expression(field(node, "object")), self.expression(field(node, "index")))

    def binary(self, node: Node) -> Expression:
        left, right = field(node, "left"), field(node, "right")
        operator = text_of(field(node, "operator"))
        if operator == "+":
            return self.join_unless_constant(self.expression(left), self.expression(right))
        if operator in ("||", "??"):
            return self.either(left, right)
        return self.either(right) if operator == "&&" else self.opaque(node)

    def join_unless_constant(self, left: Expression, right: Expression) -> Expression:
        return self.join(left, right)

    def ternary(self, node: Node) -> Expression:
        return self.either(field(node, "consequence"), field(node, "alternative"))

    def assigned(self, node: Node) -> Expression:
        return self.expression(field(node, "right"))

    def sequence(self, node: Node) -> Expression:
        parts = [child for child in node.named_children if child.type not in COMMENTS]
        return self.expression(parts[-1]) if parts else Const(None)

    def regex(self, node: Node) -> Expression:
        return Call(Name("RegExp"), (Argument(Const(text_of(field(node, "pattern")))),), line_of(node), True)

    def defaulted(self, node: Node) -> Expression:
        return self.expression(field(node, "left"))

    def class_expression(self, node: Node) -> Expression:
        return self.class_(node)

    def closure(self, node: Node) -> Expression:
        return self.function(node)

    # -- functions and classes -------------------------------------------------------------

    def function(self, node: Node, marks: tuple[Expression, ...] = ()) -> Function:
        body = field(node, "body")
        statements: tuple[Statement, ...]
        self.open_function()
        if body is not None and body.type != "statement_block":
            statements = (Return(self.expression(body)),)
        else:
            statements = self.block(body)
        calls, paths = self.close_function()
        alone = field(node, "parameter")
        parameters = (
            (Parameter(text_of(alone)),) if alone is not None else self.parameters(field(node, "parameters"))
        )
        name = field(node, "name")
        returns = text_of(field(node, "return_type")).lstrip(": ")
        static = any(child.type == "static" for child in node.children)
        unpacked = self._unpacked(field(node, "parameters"))
        return Function(
            text_of(name),
            parameters,
            (*unpacked, *statements),
            line_of(node),
            marks,
            static,
            "",
            returns,
            calls,
            paths,
        )

    def parameters(self, node: Node | None) -> tuple[Parameter, ...]:
        found: list[Parameter] = []
        for number, child in enumerate(
            c for c in (node.named_children if node else ()) if c.type not in COMMENTS
        ):
            pattern = child
            value = None
            kind = ""
            if child.type in ("required_parameter", "optional_parameter"):
                pattern = field(child, "pattern") or child
                value = field(child, "value")
                kind = text_of(field(child, "type")).lstrip(": ")
            if pattern.type == "assignment_pattern":
                value = field(pattern, "right")
                pattern = field(pattern, "left") or pattern
            rest = "*" if pattern.type == "rest_pattern" else ""
            if rest and pattern.named_children:
                pattern = pattern.named_children[0]
            name = text_of(pattern) if pattern.type in ("identifier", "this") else f"\0{number}"
            default = self.expression(value) if value is not None else None
            marks = tuple(
                self.expression(d.named_children[0]) for d in child.children if d.type == "decorator"
            )
            found.append(Parameter(name, kind, default, rest, marks))
        return tuple(found)

    def _unpacked(self, node: Node | None) -> tuple[Statement, ...]:
        """Return the statements that unpack parameters which are patterns."""
        found: list[Statement] = []
        for number, child in enumerate(
            c for c in (node.named_children if node else ()) if c.type not in COMMENTS
        ):
            pattern = field(child, "pattern") or child
            if pattern.type == "assignment_pattern":
                pattern = field(pattern, "left") or pattern
            if pattern.type in ("object_pattern", "array_pattern"):
                found.append(Bind(self.expression(pattern), Name(f"\0{number}"), line_of(child)))
                for part in all_of(pattern, "object_assignment_pattern"):
                    name = Name(text_of(field(part, "left")))
                    default = Either((name, self.expression(field(part, "right"))))
                    found.append(Bind(name, default, line_of(part)))
        return tuple(found)

    def function_statement(self, node: Node) -> Lowered:
        return self.function(node)

    def class_(self, node: Node, marks: tuple[Expression, ...] = ()) -> Class:
        heritage = first_of(node, "class_heritage")
        bases: list[Expression] = []
        for child in heritage.named_children if heritage is not None else ():
            inner = field(child, "value") if child.type == "extends_clause" else child
            if inner is not None and child.type != "implements_clause":
                bases.append(self.expression(inner))
        own = tuple(self.decorator(child) for child in node.children if child.type == "decorator")
        members = self._members(field(node, "body"))
        return Class(
            text_of(field(node, "name")), "class", tuple(bases), members, line_of(node), (*marks, *own)
        )

    def decorator(self, node: Node) -> Expression:
        return self.expression(node.named_children[0]) if node.named_children else Const(None)

    def _members(self, node: Node | None) -> tuple[Statement, ...]:
        found: list[Statement] = []
        marks: list[Expression] = []
        for child in node.named_children if node is not None else ():
            if child.type == "decorator":
                marks.append(self.decorator(child))
                continue
            own = tuple(self.decorator(d) for d in child.children if d.type == "decorator")
            if child.type == "method_definition":
                if any(part.type == "get" for part in child.children):
                    own += (Name("property"),)
                method = self.function(child, (*marks, *own))
                found.append(method)
                if method.name == "constructor":
                    found.extend(self._declared_parameters(child))
            elif child.type in ("field_definition", "public_field_definition"):
                name = field(child, "property") or field(child, "name")
                value = self.expression(field(child, "value")) if field(child, "value") else Const(None)
                kind = text_of(field(child, "type")).lstrip(": ")
                found.append(Bind(Name(text_of(name)), value, line_of(child), kind, marks=(*marks, *own)))
            marks = []
        return tuple(found)

    def _declared_parameters(self, node: Node) -> list[Statement]:
        """Return the fields that a constructor's parameters declare."""
        found: list[Statement] = []
        holder = field(node, "parameters")
        for child in holder.named_children if holder is not None else ():
            if first_of(child, "accessibility_modifier") is not None:
                kind = text_of(field(child, "type")).lstrip(": ")
                found.append(Bind(Name(text_of(field(child, "pattern"))), Const(None), line_of(child), kind))
        return found

    def class_statement(self, node: Node) -> Lowered:
        return self.class_(node)

    def enumeration(self, node: Node) -> Lowered:
        pairs: list[tuple[Expression | None, Expression]] = []
        body = field(node, "body")
        for child in body.named_children if body is not None else ():
            if child.type == "enum_assignment":
                pairs.append((Const(text_of(field(child, "name"))), self.expression(field(child, "value"))))
        return Bind(Name(text_of(field(node, "name"))), Pairs(tuple(pairs)), line_of(node))

    # -- statements ------------------------------------------------------------------------

    def expression_statement(self, node: Node) -> Lowered:
        child = next((n for n in node.named_children if n.type not in COMMENTS), None)
        if child is None or child.type == "string":
            return None
        return self._evaluated(child)

    def _evaluated(self, node: Node) -> Lowered:
        if node.type == "parenthesized_expression" and node.named_children:
            return self._evaluated(node.named_children[0])
        if node.type == "sequence_expression":
            found: list[Statement] = []
            for child in node.named_children:
                one = self._evaluated(child)
                found.extend(one if isinstance(one, tuple) else [one] if one is not None else [])
            return tuple(found)
        if node.type == "assignment_expression":
            return self._assignment(node)
        if node.type == "augmented_assignment_expression" and text_of(field(node, "operator")) == "+=":
            target, value = self.expression(field(node, "left")), self.expression(field(node, "right"))
            return Bind(target, value, line_of(node), adds=True)
        return Do(self.expression(node))

    def _assignment(self, node: Node) -> tuple[Statement, ...]:
        """Return the assignments of a chain such as `exports = module.exports = x`, the last one first."""
        right = field(node, "right")
        before: tuple[Statement, ...] = ()
        while right is not None and right.type == "parenthesized_expression" and right.named_children:
            right = right.named_children[0]
        if right is not None and right.type == "assignment_expression":
            before = self._assignment(right)
            right = field(right, "left")
        target = self.expression(field(node, "left"))
        return (*before, Bind(target, self.expression(right), line_of(node)))

    def declaration(self, node: Node) -> Lowered:
        found: list[Statement] = []
        for child in node.named_children:
            if child.type != "variable_declarator":
                continue
            name, value = field(child, "name"), field(child, "value")
            kind = text_of(field(child, "type")).lstrip(": ")
            if value is not None and value.type == "assignment_expression":
                found.extend(self._assignment(value))
                value = field(value, "left")
            if name is not None:
                made = self.expression(value) if value is not None else Const(None)
                found.append(Bind(self.expression(name), made, line_of(child), kind))
        return tuple(found)

    def condition(self, node: Node) -> Lowered:
        return self.branch(node, field(node, "consequence"), field(node, "alternative"))

    def body_in_place(self, node: Node) -> Lowered:
        return self.block(field(node, "body"))

    def loop(self, node: Node) -> Lowered:
        over = self.expression(field(node, "right"))
        if text_of(field(node, "operator")) == "in":
            over = Call(Member(Name("Object"), "keys"), (Argument(over),), line_of(node))
        return Each(self.expression(field(node, "left")), over, self.block(field(node, "body")))

    def attempt(self, node: Node) -> Lowered:
        return (*self.block(field(node, "body")), *self.block(field(node, "finalizer")))

    def switch(self, node: Node) -> Lowered:
        body = field(node, "body")
        cases = body.named_children if body is not None else ()
        bodies = tuple(self.statements(fields(case, "body")) for case in cases)
        return Branch(text_of(field(node, "value"))[:40], bodies, line_of(node))

    def brought(self, node: Node) -> Lowered:
        source = field(node, "source")
        if source is None:
            return None
        module = text_of(source)[1:-1]
        found: list[Statement] = []
        line = line_of(node)
        clause = first_of(node, "import_clause")
        for child in clause.named_children if clause is not None else ():
            if child.type == "identifier":
                found.append(Bring(module, "default", text_of(child), line))
            elif child.type == "namespace_import" and child.named_children:
                found.append(Bring(module, "*", text_of(child.named_children[0]), line))
            elif child.type == "named_imports":
                for part in child.named_children:
                    name = text_of(field(part, "name"))
                    found.append(Bring(module, name, text_of(field(part, "alias")) or name, line))
        return tuple(found) if found else Do(Call(Name("import"), (Argument(Const(module)),), line))

    def exported(self, node: Node) -> Lowered:
        line = line_of(node)
        marks = tuple(self.decorator(child) for child in node.children if child.type == "decorator")
        declaration = field(node, "declaration")
        default = any(child.type == "default" for child in node.children)
        source = field(node, "source")
        if declaration is not None:
            return self._exported_declaration(declaration, marks, default, line)
        value = field(node, "value")
        if value is not None:
            return Bind(Member(EXPORTS, "default"), self.expression(value), line)
        module = text_of(source)[1:-1] if source is not None else ""
        clause = first_of(node, "export_clause")
        if clause is None:
            inner = first_of(node, "namespace_export")
            if inner is not None and inner.named_children:
                name = text_of(inner.named_children[0])
                return (Bring(module, "*", name, line), Bind(Member(EXPORTS, name), Name(name), line))
            return Bring(module, "*", "*", line) if module else None
        return self._exported_names(clause, module, line)

    def _exported_declaration(
        self, node: Node, marks: tuple[Expression, ...], default: bool, line: int
    ) -> Lowered:
        if node.type in ("class_declaration", "abstract_class_declaration"):
            made: Statement = self.class_(node, marks)
            name = text_of(field(node, "name"))
        else:
            found = self.statements([node])
            if not default or not found:
                return found
            made = found[0]
            name = text_of(field(node, "name"))
        if not default:
            return made
        value = Name(name) if name else made
        bound = Bind(Member(EXPORTS, "default"), value, line)  # type: ignore[arg-type]
        return (made, bound) if name else (bound,)

    def _exported_names(self, clause: Node, module: str, line: int) -> tuple[Statement, ...]:
        found: list[Statement] = []
        for part in clause.named_children:
            name = text_of(field(part, "name")).strip("'\"")
            alias = text_of(field(part, "alias")).strip("'\"") or name
            if module:
                found.append(Bring(module, name, f"\0{alias}", line))
                found.append(Bind(Member(EXPORTS, alias), Name(f"\0{alias}"), line))
            elif alias != name:
                found.append(Bind(Member(EXPORTS, alias), Name(name), line))
        return tuple(found)


def read_program(source: bytes, path: str) -> Program:
    """Return the program of UTF-8 source; its path tells the dialect."""
    return Program("script", ScriptLowering().block(parse(source, path).root_node))
