"""Kotlin read in depth: every place that names a type, a function or a property."""

import re
from itertools import takewhile

from tree_sitter import Node

from yandrel.languages.jvm.kotlin_tree import (
    COMMENTS,
    DECLARATIONS,
    child_of,
    kind_of,
    modifier_words,
    names_of,
    parse,
    read_import,
    stray_annotations,
)
from yandrel.languages.named.content import Block, Clause, Content, Held, Statement, Use
from yandrel.languages.reading import find_problems
from yandrel.languages.trees import Lead, dotted_text, text_of

DOC_NAMES = re.compile(rb"\[([A-Za-z_][\w.]*)\](?!\()|@(?:see|throws|exception|sample)\s+([A-Za-z_][\w.]*)")
QUALIFIED = re.compile(rb"[A-Za-z_]\w*(?:\.[A-Za-z_]\w*)+(?:\$\w+)?\Z")
OPERATORS = {
    "+": ("plus",), "-": ("minus",), "*": ("times",), "/": ("div",), "%": ("rem",), "..": ("rangeTo",),
    "in": ("contains",), "!in": ("contains",), "+=": ("plusAssign", "plus"), "-=": ("minusAssign", "minus"),
    "<": ("compareTo",), ">": ("compareTo",), "<=": ("compareTo",), ">=": ("compareTo",), "!": ("not",),
    "++": ("inc",), "--": ("dec",), "*=": ("timesAssign", "times"), "/=": ("divAssign", "div"),
    "..<": ("rangeUntil",),
}  # fmt: skip
BY_NODE = {
    "index_expression": ("get", "set"),
    "for_statement": ("iterator", "next", "hasNext"),
    "property_delegate": ("getValue", "setValue", "provideDelegate"),
    "multi_variable_declaration": ("component1", "component2", "component3", "component4", "component5"),
    "call_expression": ("invoke",),
}
NAMED = frozenset(
    {"variable_declaration", "parameter", "class_parameter", "enum_entry", "type_parameter", "catch_block"}
)
MIDDLE = {"infix_expression": 3, "callable_reference": 2}
"""How many children a node has whose second is called on its first."""
SCOPES = frozenset(
    {"function_declaration", "lambda_literal", "block", "class_body", "enum_class_body", "for_statement",
     "catch_block", "class_declaration", "object_declaration", "secondary_constructor", "getter", "setter",
     "when_expression", "anonymous_function", "function_body", "statements"}
)  # fmt: skip


HOLDERS = frozenset(
    {"function_value_parameters", "class_parameters", "primary_constructor", "type_parameters",
     "lambda_parameters", "multi_variable_declaration", "when_subject"}
)  # fmt: skip


class KotlinReader:
    """Walks one file's tree once."""

    def __init__(self, source: bytes, unit: str) -> None:
        self.source = source
        self.content = Content(source, unit)
        self.root = parse(source).root_node
        self.content.problems = find_problems(self.root)
        self.accesses: dict[tuple[str, str], int] = {}
        self.calls: dict[str, int] = {}
        self.made: dict[str, int] = {}
        self.silent: set[str] = set()

    def read(self) -> Content:
        self.read_top()
        top = frozenset[str]()
        stack = [(node, top) for node in reversed(self.root.named_children)]
        while stack:
            node, hidden = stack.pop()
            self.visit(node, hidden, stack)
        for name in sorted(self.silent):
            end = len(self.source)
            self.content.uses.append(Use(end, end, (name,), False, "type", 0, "member"))
        self.content.uses.sort(key=lambda use: use.start)
        return self.content

    def read_top(self) -> None:
        package: Node | None = None
        lead = Lead(self.source)
        for node in self.root.named_children:
            if node.type in COMMENTS or stray_annotations(node):
                lead.add(node)
                continue
            start = lead.start_of(node)
            if node.type == "package_header":
                package = node
            elif node.type == "import":
                self.read_import(node)
            elif node.type in DECLARATIONS:
                self.read_declaration(node, start)
        self.content.blocks.append(self.block_of(package))

    def read_declaration(self, node: Node, start: int) -> None:
        told = modifier_words(node)
        names = names_of(node)
        fixed = "is declared together with another" if len(names) > 1 else ""
        if told & {"expect", "actual"}:
            fixed = "has its other half elsewhere"
        for name in names:
            self.content.held.append(
                Held(
                    text_of(name), kind_of(node), "type", start, node.end_byte, name.start_byte,
                    name.end_byte, 0, fixed,
                )
            )  # fmt: skip

    def block_of(self, package: Node | None) -> Block:
        end = len(self.source)
        if package is None:
            first = next((c for c in self.root.named_children if c.type not in COMMENTS), None)
            at = first.start_byte if first is not None else 0
            if self.content.held and not self.content.statements:
                at = self.content.held[0].start
            return Block("", at, at, at, at, 0, end, at)
        name = package.named_children[0]
        stop = name.end_byte
        return Block(
            dotted_text(name), name.start_byte, name.end_byte, package.start_byte, stop, 0, end, stop
        )

    def read_import(self, node: Node) -> None:
        path, alias, wild, name = read_import(node)
        if name is None:
            return
        number = len(self.content.statements)
        end = node.end_byte
        while end > node.start_byte and self.source[end - 1 : end].isspace():
            end -= 1
        self.content.statements.append(Statement(node.start_byte, end, 0, "type"))
        bound = "" if wild else alias or path.rpartition(".")[2]
        self.content.clauses.append(
            Clause(
                path, bound, "type", name.start_byte, end, name.start_byte, name.end_byte, number,
                bool(alias),
            )
        )  # fmt: skip

    # -- uses ------------------------------------------------------------------------------------

    def visit(self, node: Node, hidden: frozenset[str], stack: list[tuple[Node, frozenset[str]]]) -> None:
        kind = node.type
        if kind in ("package_header", "import", "line_comment", "string_content"):
            if kind == "string_content":
                self.read_string(node)
            return
        if kind == "block_comment":
            self.read_comment(node)
            return
        self.note_silent(node)
        if kind in SCOPES:
            hidden = hidden | declared_in(node)
        if kind in ("this_expression", "super_expression", "label"):
            stack += [(c, hidden) for c in node.named_children if c.type != "identifier"]
            self.read_label(child_of(node, "identifier"))
        elif kind == "user_type":
            self.read_type(node, hidden, stack)
        elif kind == "navigation_expression":
            self.read_navigation(node, hidden, stack)
        elif kind == "identifier":
            self.read_identifier(node, hidden)
        else:
            self.visit_children(node, hidden, stack)

    def visit_children(
        self, node: Node, hidden: frozenset[str], stack: list[tuple[Node, frozenset[str]]]
    ) -> None:
        skipped: set[int] = set()
        children = node.named_children
        name = node.child_by_field_name("name")
        if name is not None:
            skipped.add(name.id)
        label = node.child_by_field_name("label")
        if label is not None:
            skipped.add(label.id)
            self.read_label(label)
        if node.type in NAMED:
            own = child_of(node, "identifier")
            if own is not None:
                skipped.add(own.id)
        elif node.type == "type_alias":
            skipped.add(children[1 if children[0].type == "modifiers" else 0].id)
        elif node.type == "value_argument" and any(c.type == "=" for c in node.children):
            skipped.add(children[0].id)
        elif len(children) == MIDDLE.get(node.type):
            self.add(children[1], (text_of(children[1]),), kind="member")
            skipped.add(children[1].id)
        elif node.type == "call_expression" and children[0].type == "identifier":
            self.calls.setdefault(text_of(children[0]), children[0].start_byte)
            self.made.setdefault(text_of(children[0]), children[0].start_byte)
        stack += [(child, hidden) for child in reversed(children) if child.id not in skipped]

    def read_label(self, label: Node | None) -> None:
        """Read `Hive` of `this@Hive`, or `weigh` of `return@weigh`, where that stands in what it names."""
        outer = label.parent if label is not None else None
        while label is not None and outer is not None and not _is_labelled(outer, text_of(label)):
            name = outer.child_by_field_name("name")
            if name is not None and name.text == label.text:
                if outer.parent is not None and outer.parent.type == "source_file":
                    self.add(label, (text_of(label),))
                return
            outer = outer.parent

    def note_silent(self, node: Node) -> None:
        """Note the functions that are called by an operator's sign alone."""
        self.silent.update(BY_NODE.get(node.type, ()))
        if node.type in ("binary_expression", "unary_expression", "assignment", "range_expression",
                         "in_expression", "range_test"):  # fmt: skip
            for child in node.children:
                if not child.is_named:
                    self.silent.update(OPERATORS.get(child.type, ()))

    def read_type(self, node: Node, hidden: frozenset[str], stack: list[tuple[Node, frozenset[str]]]) -> None:
        # Of a.Outer<T>.Inner, what is before the brackets says which type it is.
        plain = [c for c in node.named_children if c.type != "type_modifiers"]
        names = list(takewhile(lambda c: c.type == "identifier", plain))
        stack += [(c, hidden) for c in node.named_children if c.type != "identifier"]
        if not names:
            return
        head = text_of(names[0])
        if len(names) == 1 or head[:1].isupper():
            if head not in hidden:
                self.add(names[0], (head,))
            return
        parts = tuple(text_of(name) for name in names)
        if self.source[names[0].start_byte : names[-1].end_byte] == ".".join(parts).encode():
            self.content.uses.append(Use(names[0].start_byte, names[-1].end_byte, parts, True, "type", 0))

    def read_navigation(
        self, node: Node, hidden: frozenset[str], stack: list[tuple[Node, frozenset[str]]]
    ) -> None:
        children = [c for c in node.named_children if c.type not in COMMENTS]
        owner, member = children[0], children[-1]
        if member.type == "identifier" and len(children) > 1:
            name = text_of(member)
            self.add(member, (name,), kind="member")
            plain = text_of(owner) if owner.type == "identifier" else ""
            if owner.type not in ("this_expression", "super_expression"):
                taken = plain if plain[:1].isupper() else ""
                self.accesses.setdefault((taken, name), member.start_byte)
            else:
                self.calls.setdefault(name, member.start_byte)
        else:
            stack.append((member, hidden))
        text = text_of(node)
        parts = tuple(text.split("."))
        if len(parts) > 1 and all(p.isidentifier() for p in parts) and parts[0] not in hidden:
            if not parts[0][:1].isupper():
                self.content.uses.append(Use(node.start_byte, node.end_byte, parts, True, "type", 0))
        stack.append((owner, hidden))

    def read_identifier(self, node: Node, hidden: frozenset[str]) -> None:
        name = text_of(node).strip("`")
        if name not in hidden and name not in ("field", "it", "value") and name.isidentifier():
            self.add(node, (name,))

    def add(self, node: Node, parts: tuple[str, ...], rooted: bool = False, kind: str = "code") -> None:
        self.content.uses.append(Use(node.start_byte, node.end_byte, parts, rooted, "type", 0, kind))

    def read_comment(self, node: Node) -> None:
        text = node.text or b""
        if not text.startswith(b"/**"):
            return
        for found in DOC_NAMES.finditer(text):
            start, end = found.span(1 if found.group(1) is not None else 2)
            parts = tuple(text[start:end].decode("utf-8", "replace").strip(".").split("."))
            at = node.start_byte + start
            if parts[0][:1].isupper() or len(parts) == 1:
                stop = at + len(parts[0].encode())
                self.content.uses.append(Use(at, stop, parts[:1], False, "type", 0, "doc"))
            else:
                self.content.uses.append(Use(at, node.start_byte + end, parts, True, "type", 0, "doc"))

    def read_string(self, node: Node) -> None:
        text = node.text or b""
        whole = node.parent is not None and len(node.parent.named_children) == 1
        if whole and b"." in text and len(text) < 300 and QUALIFIED.match(text):
            bare = text.partition(b"$")[0]
            parts = tuple(bare.decode("utf-8", "replace").split("."))
            start = node.start_byte
            self.content.uses.append(Use(start, start + len(bare), parts, True, "type", 0, "string"))


def declared_in(node: Node) -> frozenset[str]:
    """Return the names that a node declares for what stands in it."""
    found: set[str] = set()
    stack = list(node.named_children)
    while stack:
        child = stack.pop()
        kind = child.type
        if kind in ("variable_declaration", "parameter", "class_parameter", "enum_entry", "type_parameter"):
            found.add(text_of(child_of(child, "identifier")))
        elif kind == "identifier" and node.type == "catch_block":
            found.add(text_of(child))
        elif kind in DECLARATIONS:
            found.update(text_of(name) for name in names_of(child))
        elif kind == "companion_object":
            found.add("Companion")
            stack += [b for c in child.named_children for b in c.named_children]
        elif kind in HOLDERS:
            stack += child.named_children
    return frozenset(found)


def read_content(source: bytes, unit: str) -> tuple[Content, KotlinReader]:
    """Read one Kotlin file in depth; the reader knows what members it takes from others."""
    reader = KotlinReader(source, unit)
    return reader.read(), reader


def _is_labelled(node: Node, label: str) -> bool:
    """Whether a node is a lambda that goes by a label: its own, or the name of what is called with it."""
    if node.type == "annotated_lambda":
        return any(child.type == "label" and text_of(child).rstrip("@") == label for child in node.children)
    called = node.named_children[0] if node.type == "call_expression" and node.named_children else None
    return called is not None and text_of(called).rpartition(".")[2] == label
