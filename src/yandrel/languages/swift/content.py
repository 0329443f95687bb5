"""Swift read in depth: every place that names a type or a function of the module."""

import re

from tree_sitter import Node

from yandrel.languages.named.content import Block, Clause, Content, Held, Statement, Use
from yandrel.languages.swift.grammar import (
    COMMENTS,
    DECLARATIONS,
    imported_module,
    kind_of,
    name_of,
    parse,
    start_of,
)
from yandrel.languages.trees import Lead, text_of

DOC_NAME = re.compile(rb"``([A-Za-z_]\w*)")
MARKS = re.compile(rb"[ \t]*+((?:@\w++(?:\([^()\n]*+\))?[ \t]*+)*+)(?:\w++[ \t]++)?import\b")
"""What is said of an import ahead of it, such as that what is internal is seen by it."""
NAMING = frozenset(
    {"parameter", "function_declaration", "property_declaration", "class_declaration", "enum_entry"}
    | {"protocol_declaration", "typealias_declaration", "protocol_function_declaration", "type_parameter"}
    | {
        "value_argument_label",
        "navigation_suffix",
        "lambda_parameter",
        "pattern",
        "associatedtype_declaration",
    }
)


REACHES = frozenset(
    {"function_declaration", "lambda_literal", "class_body", "enum_class_body", "source_file"}
    | {"init_declaration", "subscript_declaration", "protocol_body"}
)
"""What a name of a value that is declared in it is known in."""


VALUES = frozenset({"parameter", "lambda_parameter", "pattern", "property_declaration"})
NESTED = frozenset({"class_declaration", "typealias_declaration", "associatedtype_declaration"})


class ContentReader:
    """Walks one file's tree once."""

    def __init__(self, source: bytes, unit: str, module: str) -> None:
        self.source = source
        self.content = Content(source, unit)
        self.root = parse(source).root_node
        self.module = module
        self.values: dict[str, list[tuple[int, int]]] = {}
        self.modules = {module}
        self.nested: set[str] = set()

    def read(self) -> Content:
        self.collect_names()
        self.read_top()
        stack = list(reversed(self.root.named_children))
        while stack:
            node = stack.pop()
            self.visit(node, stack)
        self.content.uses.sort(key=lambda use: use.start)
        return self.content

    def collect_names(self) -> None:
        """Note what is declared inside of something else, and where the names of values are known."""
        whole = self.root.byte_range
        stack = [(node, whole, False) for node in self.root.named_children]
        while stack:
            node, reach, is_inside = stack.pop()
            kind = node.type
            if kind in VALUES:
                names = [c for c in node.named_children if c.type == "simple_identifier"]
                for name in names:
                    if not _is_member(name):
                        self.values.setdefault(text_of(name), []).append(reach)
            bound = node.child_by_field_name("bound_identifier")
            if bound is not None:
                self.values.setdefault(text_of(bound), []).append(reach)
            if is_inside and kind in NESTED:
                self.nested.add(text_of(name_of(node)))
            elif kind == "type_parameter":
                self.nested.add(text_of(node.named_children[0]) if node.named_children else "")
            within = node.byte_range if kind in REACHES else reach
            stack += [(child, within, True) for child in node.named_children]

    def read_top(self) -> None:
        lead = Lead(b" " * self.root.start_byte + (self.root.text or b""))
        at = 0
        extending: list[Held] = []
        for node in self.root.named_children:
            if node.type in COMMENTS:
                lead.add(node)
                continue
            start = min(lead.start_of(node), start_of(node, self.source))
            if node.type == "import_declaration":
                self.read_import(node)
            elif node.type in DECLARATIONS:
                name = _first_name(node)
                if name is not None:
                    (extending if kind_of(node) == "extension" else self.content.held).append(
                        Held(
                            text_of(name), kind_of(node), "type", start, node.end_byte,
                            name.start_byte, name.end_byte, 0,
                        )
                    )  # fmt: skip
            else:
                self.content.acts = True
            at = at or start
        self.hold_extensions(extending)
        self.content.blocks.append(Block(self.module, 0, 0, at, at, 0, len(self.source), 0))

    def hold_extensions(self, extending: list[Held]) -> None:
        """Keep the extensions of types that the file declares as parts of these; the others are code."""
        own = {held.name for held in self.content.held}
        self.content.held += [held for held in extending if held.name in own]
        self.content.extending = [held for held in extending if held.name not in own]
        self.content.acts = self.content.acts or bool(self.content.extending)

    def read_import(self, node: Node) -> None:
        name = next((c for c in node.named_children if c.type == "identifier"), None)
        if name is None:
            return
        first = name.named_children[0] if name.named_children else name
        self.modules.add(imported_module(node))
        number = len(self.content.statements)
        line = self.source.rfind(b"\n", 0, node.start_byte) + 1
        marks = MARKS.match(self.source, line)
        space = f"type {marks[1].decode()}".rstrip() if marks is not None else "type"
        self.content.statements.append(Statement(node.start_byte, node.end_byte, 0, "type"))
        self.content.clauses.append(
            Clause(
                imported_module(node), "", space, first.start_byte, first.end_byte, first.start_byte,
                first.end_byte, number,
            )
        )  # fmt: skip

    def visit(self, node: Node, stack: list[Node]) -> None:
        kind = node.type
        if kind == "import_declaration":
            return
        if kind in COMMENTS:
            for found in DOC_NAME.finditer(node.text or b""):
                start = node.start_byte + found.start(1)
                self.add(start, start + len(found.group(1)), found.group(1).decode(), "doc")
            return
        if kind == "user_type":
            names = [c for c in node.named_children if c.type == "type_identifier"]
            self.read_type(names, node)
            stack += [c for c in reversed(node.named_children) if c.type != "type_identifier"]
            return
        if kind == "simple_identifier":
            self.read_identifier(node)
            return
        if kind == "navigation_expression" and self.read_qualified(node):
            return
        skipped = name_of(node) if kind in NAMING else None
        if skipped is not None and skipped.type not in ("simple_identifier", "type_identifier"):
            skipped = None
        stack += [
            c for c in reversed(node.named_children)
            if (skipped is None or c.id != skipped.id or kind_of(node) == "extension")
            and not (kind in NAMING and c.type == "simple_identifier")
        ]  # fmt: skip

    def read_type(self, names: list[Node], node: Node) -> None:
        if not names:
            return
        first = names[0]
        if len(names) > 1 and text_of(first) in self.modules:
            parts = (text_of(first), text_of(names[1]))
            self.content.uses.append(Use(first.start_byte, names[1].end_byte, parts, True, "type", 0))
        elif text_of(first) not in self.nested:
            self.add(first.start_byte, first.end_byte, text_of(first))

    def read_qualified(self, node: Node) -> bool:
        """Read `Module.Type` in an expression."""
        target, suffix = node.child_by_field_name("target"), node.child_by_field_name("suffix")
        if target is None or suffix is None or text_of(target) not in self.modules:
            return False
        parts = (text_of(target), text_of(suffix).lstrip("."))
        self.content.uses.append(Use(target.start_byte, suffix.end_byte, parts, True, "type", 0))
        return True

    def read_identifier(self, node: Node) -> None:
        if _is_member(node):
            return
        name = text_of(node)
        hidden = any(s <= node.start_byte < e for s, e in self.values.get(name, ()))
        if not hidden and name not in self.nested:
            self.add(node.start_byte, node.end_byte, name)

    def add(self, start: int, end: int, name: str, kind: str = "code") -> None:
        self.content.uses.append(Use(start, end, (name,), False, "type", 0, kind))


def _is_member(node: Node) -> bool:
    """Whether a name stands after a dot, so that it is looked up in a type."""
    before = node.prev_sibling
    return before is not None and before.type == "."


def read_content(source: bytes, unit: str, module: str) -> Content:
    """Read one Swift file of a module in depth."""
    return ContentReader(source, unit, module).read()


def _first_name(node: Node) -> Node | None:
    """Return the name that a declaration gives, or the outermost type that an extension extends."""
    name = name_of(node)
    if name is None or kind_of(node) != "extension" or name.type == "type_identifier":
        return name
    return next((c for c in name.named_children if c.type == "type_identifier"), None)
