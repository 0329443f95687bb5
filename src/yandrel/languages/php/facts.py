"""Surface facts of PHP: namespaces, use statements, definitions, and what is named without one."""

import re
from collections.abc import Iterator

from tree_sitter import Node

from yandrel.languages.php.grammar import (
    NAME_NODES,
    NOT_CLASSES,
    OUTLINES,
    TYPE_KINDS,
    dotted,
    first_child,
    parse,
    text_of,
)
from yandrel.languages.php.mentions import find_mentions
from yandrel.languages.php.paths import find_folder_constants
from yandrel.languages.reading import Lines, find_problems, find_secrets
from yandrel.languages.recovery import recover_definitions
from yandrel.model.facts import Definition, Facts, Import, ImportedName, Mention, When

USING_TRAITS = frozenset({"class", "trait", "enum"})
SPACES = {"function": "function", "const": "constant"}
PLAIN_USE = re.compile(
    rb"use +(?P<kind>function +|const +)?(?P<last>(?P<path>[\w\\\x80-\xff]+)(?: +as +(?P<alias>\w+))?);\Z"
)
ANNOTATION = re.compile(rb"^[ \t/*]*@((?:[A-Z][\w]*\\)*[A-Z]\w*)", re.MULTILINE)

DECLARED = re.compile(
    rb"^[ \t]*(?:(?:abstract|final|readonly)\s+)*(?P<kind>class|interface|trait|enum)\s+(?P<name>\w+)",
    re.MULTILINE,
)
"""Types of a file that cannot be read whole."""


class _Reader:
    def __init__(self, source: bytes, outline: bool) -> None:
        self.source = source
        self.root = (OUTLINES.parse if outline else parse)(source).root_node
        self.imports: list[Import] = []
        self.definitions: list[Definition] = []
        self.namespaces: list[str] = []
        self.starts: list[int] = []
        self.calls: dict[str, None] = {}
        self.acts = 0
        self.comment: Node | None = None

    def read(self) -> Facts:
        self.read_statements(self.root.children, "")
        problems = find_problems(self.root)
        if problems:
            namespace = self.namespaces[-1] if self.namespaces else ""
            self.definitions += recover_definitions(self.source, DECLARED, self.definitions, namespace)
        return Facts(
            "php",
            self.root.end_point[0] + 1 if self.source.strip() else 0,
            tuple(self.imports),
            tuple(self.definitions),
            acts=self.acts,
            calls=tuple(self.calls),
            problems=problems,
            namespaces=tuple(self.namespaces),
            mentions=tuple(self.mentions()),
            secrets=find_secrets(self.source),
            folders=tuple(find_folder_constants(self.source)),
        )

    def read_statements(self, nodes: list[Node], namespace: str, conditional: bool = False) -> None:
        for node in nodes:
            kind = node.type
            if kind == "comment":
                self.comment = node
                continue
            if kind == "namespace_definition":
                namespace = dotted(text_of(node.child_by_field_name("name")))
                self.namespaces.append(namespace)
                self.starts.append(node.start_byte)
                body = node.child_by_field_name("body")
                if body is not None:
                    self.read_statements(body.children, namespace)
            elif kind == "namespace_use_declaration":
                self.read_use(node)
            elif kind in TYPE_KINDS:
                self.read_type(node, namespace, conditional)
            elif kind == "function_definition":
                self.define(
                    node, text_of(node.child_by_field_name("name")), "function", namespace, conditional
                )
            elif kind == "const_declaration":
                for element in node.named_children:
                    if element.type == "const_element":
                        self.define(node, text_of(element.child(0)), "constant", namespace, conditional)
            elif kind == "if_statement":
                self.acts += 1
                for block in _blocks_of(node):
                    self.read_statements(block.children, namespace, True)
            elif node.is_named and kind not in ("php_tag", "declare_statement", "text_interpolation", "text"):
                self.acts += 1
                if kind == "expression_statement":
                    self.read_expression(node)
            self.comment = None

    def define(
        self, node: Node, name: str, kind: str, namespace: str, conditional: bool,
        bases: tuple[str, ...] = (), marks: tuple[str, ...] = (), members: tuple[str, ...] = (),
    ) -> None:  # fmt: skip
        start = self.comment if self.comment is not None and text_of(self.comment).startswith("/**") else node
        self.definitions.append(
            Definition(
                name, kind, start.start_byte, node.end_byte, node.start_point[0] + 1, node.end_point[0] + 1,
                bases, marks, members, conditional=conditional, namespace=namespace,
            )
        )  # fmt: skip

    def read_type(self, node: Node, namespace: str, conditional: bool) -> None:
        bases: list[str] = []
        marks: list[str] = []
        members: list[str] = []
        for child in node.children:
            if child.type in ("base_clause", "class_interface_clause"):
                bases += [
                    dotted(text_of(c)).lstrip(".") for c in child.named_children if c.type in NAME_NODES
                ]
            elif child.type == "attribute_list":
                marks += _marks_of(child)
            elif child.type in ("declaration_list", "enum_declaration_list"):
                for member in child.named_children:
                    if member.type == "method_declaration":
                        members.append(text_of(member.child_by_field_name("name")) + "()")
                        for inner in member.named_children:
                            if inner.type == "attribute_list":
                                marks += _marks_of(inner)
        if self.comment is not None and b"@" in (self.comment.text or b""):
            marks += [m.decode().replace("\\", ".") for m in ANNOTATION.findall(self.comment.text or b"")]
        name = text_of(node.child_by_field_name("name"))
        self.define(
            node,
            name,
            TYPE_KINDS[node.type],
            namespace,
            conditional,
            tuple(bases),
            tuple(marks),
            tuple(members),
        )

    def read_use(self, node: Node) -> None:
        plain = PLAIN_USE.match(node.text or b"")
        if plain is not None:
            self.read_plain_use(node, plain)
            return
        space = "type"
        prefix = ""
        clauses: list[tuple[Node, str]] = []
        for child in node.children:
            if child.type in SPACES:
                space = SPACES[child.type]
            elif child.type == "namespace_name":
                prefix = dotted(text_of(child)).strip(".") + "."
            elif child.type == "namespace_use_clause":
                clauses.append((child, space))
            elif child.type == "namespace_use_group":
                clauses += [(c, space) for c in child.named_children if c.type == "namespace_use_clause"]
        for clause, outer in clauses:
            path, alias, own = read_clause(clause)
            module, _, name = (prefix + path).rpartition(".")
            self.imports.append(
                Import(
                    module, (ImportedName(name, alias, clause.start_byte, clause.end_byte),), False,
                    node.start_byte, node.end_byte, clause.start_point[0] + 1, When.CALL, False, False,
                    space=own or outer,
                )
            )  # fmt: skip

    def read_plain_use(self, node: Node, plain: re.Match[bytes]) -> None:
        """Read a statement of one clause, which nearly all are, by its text."""
        path = plain["path"].decode("utf-8", "replace").replace("\\", ".").strip(".")
        module, _, name = path.rpartition(".")
        alias = (plain["alias"] or b"").decode("utf-8", "replace")
        space = SPACES[(plain["kind"] or b"").decode().strip()] if plain["kind"] else "type"
        start, end = node.start_byte + plain.start("path"), node.start_byte + plain.end("last")
        self.imports.append(
            Import(
                module, (ImportedName(name, alias, start, end),), False, node.start_byte, node.end_byte,
                node.start_point[0] + 1, When.CALL, False, False, space=space,
            )
        )  # fmt: skip

    def read_expression(self, node: Node) -> None:
        expression: Node | None = node.child(0)
        if expression is None:
            return
        if expression.type == "assignment_expression":
            expression = expression.child_by_field_name("right")
        while expression is not None and expression.type in (
            "member_call_expression",
            "scoped_call_expression",
        ):
            head = expression.child(0)
            self.calls[f"{_short(head)}.{text_of(expression.child_by_field_name('name'))}"] = None
            expression = head
        if expression is not None and expression.type == "object_creation_expression":
            self.calls["new " + dotted(text_of(first_child(expression)))] = None

    def mentions(self) -> Iterator[Mention]:
        """Yield each name that stands where a class or function is named, once in each block."""
        bodies = [(d.start, d.end) for d in self.definitions if d.kind in USING_TRAITS]
        first = find_mentions(self.source, bodies, self.starts)
        lines = Lines(self.source)
        for (text, block, space), at in sorted(first.items(), key=lambda item: item[1]):
            name = dotted(text.decode("utf-8", "replace"))
            if space == "function" or name.lower() not in NOT_CLASSES:
                yield Mention(name, lines.of(at), space, block)


def _short(node: Node | None) -> str:
    text = text_of(node)
    if len(text) > 60 or "(" in text:
        return "*"
    return dotted(text).lstrip("$.").rpartition(".")[2]


def _blocks_of(node: Node) -> Iterator[Node]:
    for child in node.named_children:
        if child.type in ("compound_statement", "colon_block"):
            yield child
        elif child.type in ("else_clause", "else_if_clause"):
            yield from _blocks_of(child)


def _marks_of(attributes: Node) -> list[str]:
    return [
        dotted(text_of(first_child(attribute))).lstrip(".")
        for group in attributes.named_children
        for attribute in group.named_children
        if attribute.type == "attribute"
    ]


def read_clause(clause: Node) -> tuple[str, str, str]:
    """Return the path, alias and own space of a clause of a use statement."""
    path = alias = own = ""
    for child in clause.children:
        if child.type in SPACES:
            own = SPACES[child.type]
        elif clause.field_name_for_child(clause.children.index(child)) == "alias":
            alias = text_of(child)
        elif child.type in NAME_NODES or child.type == "namespace_name":
            path = dotted(text_of(child)).strip(".")
    return path, alias, own


def read_facts(source: bytes, outline: bool = False) -> Facts:
    """Return the surface facts of one PHP file; an outline's know of no problem in a function."""
    return _Reader(source, outline).read()
