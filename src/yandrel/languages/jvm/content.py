"""Java read in depth: every place that names a type, Javadoc and strings included."""

import re

from tree_sitter import Node

from yandrel.languages.jvm.grammar import TYPE_KINDS, parse
from yandrel.languages.named.content import Block, Clause, Content, Held, Statement, Use
from yandrel.languages.reading import find_problems
from yandrel.languages.trees import Lead, dotted_text, text_of

DOC_NAMES = re.compile(
    rb"(?:\{@(?:link|linkplain|value|code)\s+|@(?:see|throws|exception)\s+)([A-Za-z_][\w.]*)"
)
DOC_PARAMETERS = re.compile(rb"\{@link(?:plain)?\s+[\w.]*#\w+\(([^)]*)\)|@see\s+[\w.]*#\w+\(([^)]*)\)")
DOC_WORD = re.compile(rb"[A-Za-z_][\w.]*")
QUALIFIED = re.compile(rb"[A-Za-z_]\w*(?:\.[A-Za-z_]\w*)+(?:\$\w+)?\Z")
BINDINGS = frozenset(
    {"variable_declarator", "formal_parameter", "catch_formal_parameter", "enhanced_for_statement",
     "resource", "inferred_parameters", "spread_parameter", "instanceof_expression", "type_pattern",
     "record_pattern_component"}
)  # fmt: skip


class ContentReader:
    """Walks one file's tree once."""

    def __init__(self, source: bytes) -> None:
        self.source = source
        self.content = Content(source)
        self.root = parse(source).root_node
        self.content.problems = find_problems(self.root)
        self.variables: set[str] = set()
        self.nested: set[str] = set()
        self.accesses: dict[tuple[str, str], int] = {}
        self.calls: dict[str, int] = {}
        self.made: dict[str, int] = {}

    def read(self) -> Content:
        self.read_top()
        self.collect_names()
        stack = [(node, frozenset[str]()) for node in reversed(self.root.children)]
        while stack:
            node, hidden = stack.pop()
            self.visit(node, hidden, stack)
        self.content.uses.sort(key=lambda use: use.start)
        return self.content

    def read_top(self) -> None:
        package: Node | None = None
        lead = Lead(self.source)
        for node in self.root.named_children:
            kind = node.type
            if kind in ("block_comment", "line_comment"):
                lead.add(node)
                continue
            start = lead.start_of(node)
            if kind == "package_declaration":
                package = node
            elif kind == "import_declaration":
                self.read_import(node)
            elif kind in TYPE_KINDS:
                name = node.child_by_field_name("name")
                if name is not None:
                    self.content.held.append(
                        Held(
                            text_of(name), TYPE_KINDS[kind], "type", start, node.end_byte, name.start_byte,
                            name.end_byte, 0, also=_constructors(node),
                        )
                    )  # fmt: skip
            elif kind not in ("module_declaration",):
                self.content.acts = True
        self.content.blocks.append(self.block_of(package))

    def block_of(self, package: Node | None) -> Block:
        end = len(self.source)
        if package is None:
            first = next(
                (c for c in self.root.children if c.type not in ("block_comment", "line_comment")), None
            )
            at = first.start_byte if first is not None else 0
            held = next((h for h in self.content.held), None)
            if held is not None and not self.content.statements:
                at = held.start
            return Block("", at, at, at, at, 0, end, at)
        name = package.named_children[-1]
        return Block(
            dotted_text(name), name.start_byte, name.end_byte, package.start_byte, package.end_byte, 0, end,
            package.end_byte,
        )  # fmt: skip

    def read_import(self, node: Node) -> None:
        static = any(c.type == "static" for c in node.children)
        wild = any(c.type == "asterisk" for c in node.named_children)
        name = next(c for c in node.named_children if c.type in ("scoped_identifier", "identifier"))
        path = dotted_text(name)
        number = len(self.content.statements)
        space = "static" if static else "type"
        self.content.statements.append(Statement(node.start_byte, node.end_byte, 0, space))
        self.content.clauses.append(
            Clause(
                path, "" if wild else path.rpartition(".")[2], space, name.start_byte, name.end_byte,
                name.start_byte, name.end_byte, number,
            )
        )  # fmt: skip

    def collect_names(self) -> None:
        """Collect the variables and nested types, which hide types of the same name."""
        stack = [self.root]
        while stack:
            node = stack.pop()
            kind = node.type
            if kind in BINDINGS:
                name = node.child_by_field_name("name")
                if name is not None:
                    self.variables.add(text_of(name))
            elif kind == "lambda_expression":
                parameters = node.child_by_field_name("parameters")
                if parameters is not None and parameters.type in ("identifier", "inferred_parameters"):
                    names = parameters.named_children or [parameters]
                    self.variables.update(text_of(n) for n in names)
            elif kind in TYPE_KINDS and node.parent is not None and node.parent.type != "program":
                self.nested.add(text_of(node.child_by_field_name("name")))
            elif kind == "enum_constant":
                self.variables.add(text_of(node.child_by_field_name("name")))
            stack += node.named_children

    # -- uses ------------------------------------------------------------------------------------

    def visit(self, node: Node, hidden: frozenset[str], stack: list[tuple[Node, frozenset[str]]]) -> None:
        kind = node.type
        if kind in ("package_declaration", "import_declaration", "line_comment"):
            return
        if kind == "block_comment":
            self.read_comment(node)
            return
        if kind == "string_literal":
            self.read_string(node)
            return
        parameters = node.child_by_field_name("type_parameters") if kind in TYPE_KINDS or kind in (
            "method_declaration", "constructor_declaration") else None  # fmt: skip
        if parameters is not None:
            hidden = hidden | {
                text_of(p.named_children[0]) for p in parameters.named_children if p.named_children
            }
        if kind == "type_identifier":
            self.add_type(node, hidden)
            return
        if kind == "scoped_type_identifier":
            if b"<" in (node.text or b""):
                # Of Outer<T>.Inner, what is before the dot is named, and what stands in brackets.
                stack += [(child, hidden) for child in node.named_children[:-1]]
                return
            self.add_scoped(node, hidden)
            for child in node.named_children:
                if child.type in ("marker_annotation", "annotation"):
                    stack.append((child, hidden))
            return
        if kind in ("marker_annotation", "annotation"):
            name = node.child_by_field_name("name")
            if name is not None:
                self.add_scoped(name, hidden)
            arguments = node.child_by_field_name("arguments")
            if arguments is not None:
                stack.append((arguments, hidden))
            return
        if kind == "method_invocation":
            self.read_call(node)
        elif kind == "field_access" and text_of(node.child_by_field_name("object")) not in ("this", "super"):
            owner = _type_named(node.child_by_field_name("object"))
            self.accesses.setdefault((owner, text_of(node.child_by_field_name("field"))), node.start_byte)
        elif kind == "object_creation_expression":
            made = node.child_by_field_name("type")
            self.made.setdefault(dotted_text(made).partition("<")[0], node.start_byte)
        if kind in ("field_access", "scoped_identifier") and self.add_chain(node, hidden):
            return
        if kind == "identifier":
            self.add_head(node, hidden)
            return
        stack += [(child, hidden) for child in reversed(node.named_children)]

    def read_call(self, node: Node) -> None:
        name = text_of(node.child_by_field_name("name"))
        owner = node.child_by_field_name("object")
        if owner is not None and owner.type not in ("this", "super"):
            self.accesses.setdefault((_type_named(owner), name), node.start_byte)
        else:
            self.calls.setdefault(name, node.start_byte)

    def add_type(self, node: Node, hidden: frozenset[str]) -> None:
        name = text_of(node)
        if name in hidden or name in self.nested or name == "var":
            return
        self.add(node.start_byte, node.end_byte, (name,))

    def add_scoped(self, node: Node, hidden: frozenset[str]) -> None:
        parts = tuple(dotted_text(node).split("."))
        head = parts[0]
        if head[:1].isupper() or len(parts) == 1:
            first = node
            while first.named_children:
                first = first.named_children[0]
            if head not in hidden and head not in self.nested:
                self.add(first.start_byte, first.end_byte, (head,))
        else:
            self.add(node.start_byte, node.end_byte, parts, True)

    def add_chain(self, node: Node, hidden: frozenset[str]) -> bool:
        """Read `a.b.Type.member`: a chain of plain names that begins like a package."""
        text = dotted_text(node)
        parts = text.split(".")
        if not all(part.isidentifier() for part in parts) or text_of(node) != text:
            return False
        if parts[0][:1].isupper() or parts[0] in self.variables or parts[0] in ("this", "super"):
            return False
        self.add(node.start_byte, node.end_byte, tuple(parts), True)
        return True

    def add_head(self, node: Node, hidden: frozenset[str]) -> None:
        """Read a name that something is taken from: `Type.member`, `Type::new`."""
        parent = node.parent
        if parent is None:
            return
        name = text_of(node)
        if not name[:1].isupper() or name in self.variables or name in self.nested or name in hidden:
            return
        if parent.type in ("method_invocation", "field_access"):
            owner = parent.child_by_field_name("object")
            if owner is None or owner.id != node.id:
                return
        elif parent.type == "method_reference":
            if parent.named_children[0].id != node.id:
                return
        else:
            return
        self.add(node.start_byte, node.end_byte, (name,))

    def add(
        self, start: int, end: int, parts: tuple[str, ...], rooted: bool = False, kind: str = "code"
    ) -> None:
        self.content.uses.append(Use(start, end, parts, rooted, "type", 0, kind))

    def read_comment(self, node: Node) -> None:
        text = node.text or b""
        if not text.startswith(b"/**"):
            return
        spans = {found.span(1) for found in DOC_NAMES.finditer(text)}
        for found in DOC_PARAMETERS.finditer(text):
            group = 1 if found.group(1) is not None else 2
            base = found.start(group)
            spans |= {(base + w.start(), base + w.end()) for w in DOC_WORD.finditer(found.group(group))}
        for start, end in sorted(spans):
            parts = tuple(text[start:end].decode("utf-8", "replace").strip(".").split("."))
            at = node.start_byte + start
            if parts[0][:1].isupper():
                self.add(at, at + len(parts[0].encode()), parts[:1], False, "doc")
            elif len(parts) > 1:
                self.add(at, node.start_byte + end, parts, True, "doc")

    def read_string(self, node: Node) -> None:
        text = self.source[node.start_byte + 1 : node.end_byte - 1]
        if b"." in text and len(text) < 300 and QUALIFIED.match(text):
            bare = text.partition(b"$")[0]
            parts = tuple(bare.decode("utf-8", "replace").split("."))
            start = node.start_byte + 1
            self.add(start, start + len(bare), parts, True, "string")


def _constructors(node: Node) -> tuple[tuple[int, int], ...]:
    """Return where a type's constructors say its name."""
    found = []
    for body in node.named_children:
        members = [body, *(c for c in body.named_children if c.type == "enum_body_declarations")]
        for member in (m for part in members for m in part.named_children):
            if member.type in ("constructor_declaration", "compact_constructor_declaration"):
                name = member.child_by_field_name("name")
                if name is not None:
                    found.append((name.start_byte, name.end_byte))
    return tuple(found)


def _type_named(owner: Node | None) -> str:
    """Return the type that a member is taken from where it is named, nothing for a value."""
    name = text_of(owner) if owner is not None and owner.type == "identifier" else ""
    return name if name[:1].isupper() else ""


def read_content(source: bytes) -> tuple[Content, ContentReader]:
    """Read one Java file in depth; the reader knows what members it takes from others."""
    reader = ContentReader(source)
    return reader.read(), reader
