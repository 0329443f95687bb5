"""PHP read in depth: every place that names a class, function or constant, docs and strings included."""

import re

from tree_sitter import Node

from yandrel.languages.named.content import Block, Clause, Content, Held, PathUse, Statement, Use
from yandrel.languages.php.doc_types import type_spans
from yandrel.languages.php.facts import SPACES, read_clause
from yandrel.languages.php.grammar import NAME_NODES, NOT_CLASSES, TYPE_KINDS, dotted, parse, text_of
from yandrel.languages.php.paths import FOLDER, HERE, OPEN, SUM, is_sum
from yandrel.languages.reading import find_problems
from yandrel.languages.trees import Lead

HEADER = frozenset({"php_tag", "comment", "declare_statement"})
LITERALS = frozenset({"true", "false", "null"})
DOC_TAG = re.compile(
    rb"@(?:phpstan-|psalm-|phan-)?(?P<tag>param(?:-out)?|return|var|throws|see|uses|used-by|property(?:-read|-write)?"
    rb"|method|mixin|extends|implements|use|template(?:-covariant|-contravariant)?(?:-extends|-implements|-use)?"
    rb"|covers|coversDefaultClass|type|import-type|assert|dataProvider)\b(?P<rest>[^\n]*)"
)
DOC_NAME = re.compile(
    rb"(?<![$\w\\@-])\\?[A-Za-z_\x80-\xff][\w\x80-\xff]*(?:\\[A-Za-z_\x80-\xff][\w\x80-\xff]*)*"
)
DOC_MARK = re.compile(rb"^[ \t/*]*@(\\?(?:[A-Z]\w*\\)*[A-Z]\w*)", re.MULTILINE)
INLINE_TAG = re.compile(rb"\{@(?:see|link|inheritdoc)\s+([^}\s]+)")
CLASS_NAME_TEXT = re.compile(rb"\\{0,2}[A-Za-z_]\w*(?:\\{1,2}[A-Za-z_]\w*)+\Z")

LOADING = frozenset(
    {"require_once_expression", "require_expression", "include_once_expression", "include_expression"}
)


class ContentReader:
    """Walks one file's tree once."""

    def __init__(self, source: bytes) -> None:
        self.source = source
        self.content = Content(source)
        self.root = parse(source).root_node
        self.content.problems = find_problems(self.root)

    def read(self) -> Content:
        self.find_blocks()
        for block_number, nodes in self.block_nodes:
            self.read_level(nodes, block_number)
        for block_number, nodes in self.block_nodes:
            for node in nodes:
                self.walk(node, block_number)
        self.content.uses.sort(key=lambda use: use.start)
        return self.content

    # -- namespaces, use statements, definitions -------------------------------------------------

    def find_blocks(self) -> None:
        """Find the declared namespaces; a file without one is one block without a name."""
        self.block_nodes: list[tuple[int, list[Node]]] = []
        blocks = self.content.blocks
        current: list[Node] = []
        opened: Node | None = None
        top = list(self.root.children)
        for node in top:
            if node.type != "namespace_definition":
                current.append(node)
                continue
            if current and (opened is not None or any(n.type not in HEADER for n in current)):
                self.add_block(opened, current)
            current = []
            body = node.child_by_field_name("body")
            if body is not None:
                self.add_block(node, list(body.children), body)
                opened = None
            else:
                opened = node
        if opened is not None or not blocks or any(n.is_named and n.type != "comment" for n in current):
            self.add_block(opened, current)

    def add_block(self, opened: Node | None, nodes: list[Node], body: Node | None = None) -> None:
        if opened is None:
            start = nodes[0].start_byte if nodes else 0
            at = _after_header(nodes, self.source)
            block = Block("", at, at, at, at, start, nodes[-1].end_byte if nodes else 0, at)
        else:
            name = opened.child_by_field_name("name")
            first, last = (name.start_byte, name.end_byte) if name else (opened.end_byte, opened.end_byte)
            end = body.end_byte if body is not None else (nodes[-1].end_byte if nodes else opened.end_byte)
            at = body.start_byte + 1 if body is not None else opened.end_byte
            stop = body.start_byte if body is not None else opened.end_byte
            block = Block(
                dotted(text_of(name)), first, last, opened.start_byte, stop, opened.start_byte, end, at
            )
        self.block_nodes.append((len(self.content.blocks), nodes))
        self.content.blocks.append(block)

    def read_level(self, nodes: list[Node], block: int) -> None:
        lead = Lead(self.source)
        for node in nodes:
            if node.type == "comment":
                lead.add(node)
                continue
            start = lead.start_of(node)
            if node.type == "namespace_use_declaration":
                self.read_use(node, block)
            elif node.type in TYPE_KINDS:
                self.hold(node, node.child_by_field_name("name"), TYPE_KINDS[node.type], "type", start, block)
            elif node.type == "function_definition":
                self.hold(node, node.child_by_field_name("name"), "function", "function", start, block)
            elif node.type == "const_declaration":
                elements = [c for c in node.named_children if c.type == "const_element"]
                why = "stands in one statement with others" if len(elements) > 1 else ""
                for element in elements:
                    self.hold(node, element.child(0), "constant", "constant", start, block, why)
            elif node.type == "if_statement":
                self.hold_conditional(node, block)
                self.content.acts = True
            elif node.is_named and node.type not in ("php_tag", "declare_statement", "namespace_definition"):
                self.content.acts = True

    def hold_conditional(self, node: Node, block: int) -> None:
        for child in node.named_children:
            if child.type in ("compound_statement", "colon_block"):
                for inner in child.named_children:
                    name = inner.child_by_field_name("name")
                    why = "is defined under a condition"
                    if inner.type in TYPE_KINDS:
                        self.hold(inner, name, TYPE_KINDS[inner.type], "type", inner.start_byte, block, why)
                    elif inner.type == "function_definition":
                        self.hold(inner, name, "function", "function", inner.start_byte, block, why)
            elif child.type in ("else_clause", "else_if_clause"):
                self.hold_conditional(child, block)

    def hold(
        self,
        node: Node,
        name: Node | None,
        kind: str,
        space: str,
        start: int,
        block: int,
        why: str = "",
    ) -> None:
        if name is None:
            return
        self.content.held.append(
            Held(text_of(name), kind, space, start, node.end_byte, name.start_byte, name.end_byte, block, why)
        )

    def read_use(self, node: Node, block: int) -> None:
        space, prefix, grouped = "type", "", False
        found: list[Node] = []
        for child in node.children:
            if child.type in SPACES:
                space = SPACES[child.type]
            elif child.type == "namespace_name":
                prefix = dotted(text_of(child)).strip(".") + "."
            elif child.type == "namespace_use_clause":
                found.append(child)
            elif child.type == "namespace_use_group":
                grouped = True
                found += [c for c in child.named_children if c.type == "namespace_use_clause"]
        number = len(self.content.statements)
        self.content.statements.append(
            Statement(node.start_byte, node.end_byte, block, space, prefix.rstrip("."), grouped)
        )
        for clause in found:
            path, alias, own = read_clause(clause)
            spot = next(c for c in clause.children if c.type in NAME_NODES or c.type == "namespace_name")
            self.content.clauses.append(
                Clause(
                    prefix + path, alias or path.rpartition(".")[2], own or space, clause.start_byte,
                    clause.end_byte, spot.start_byte, spot.end_byte, number, bool(alias),
                )
            )  # fmt: skip

    # -- uses ------------------------------------------------------------------------------------

    def walk(self, node: Node, block: int) -> None:
        stack = [node]
        while stack:
            node = stack.pop()
            kind = node.type
            if kind in ("namespace_use_declaration", "namespace_definition"):
                continue
            if kind == "comment":
                self.read_comment(node, block)
            elif kind in ("string", "encapsed_string"):
                self.read_string(node, block)
            elif kind in NAME_NODES:
                self.read_name(node, block)
                continue
            if node.child_count:
                stack += reversed(node.children)

    def read_name(self, node: Node, block: int) -> None:
        space = _space_of(node)
        if not space:
            return
        text = dotted(text_of(node))
        if space == "type" and text.lower() in NOT_CLASSES:
            return
        if space == "constant" and (text.lower() in LITERALS or text.startswith("__")):
            return
        self.add(node.start_byte, node.end_byte, text, space, block, "code")

    def add(self, start: int, end: int, text: str, space: str, block: int, kind: str) -> None:
        rooted = text.startswith(".")
        parts = tuple(text.strip(".").split("."))
        self.content.uses.append(Use(start, end, parts, rooted, space, block, kind))

    def read_comment(self, node: Node, block: int) -> None:
        text = node.text or b""
        if not text.startswith(b"/**"):
            return
        spans: set[tuple[int, int]] = set()
        for tag in DOC_TAG.finditer(text):
            for start, end in type_spans(tag["tag"], tag["rest"]):
                names = DOC_NAME.finditer(tag["rest"], start, end)
                spans |= {(tag.start("rest") + f.start(), tag.start("rest") + f.end()) for f in names}
        for mark in DOC_MARK.finditer(text):
            spans.add(mark.span(1))
        for inline in INLINE_TAG.finditer(text):
            found = DOC_NAME.match(inline.group(1))
            if found:
                spans.add((inline.start(1), inline.start(1) + found.end()))
        for start, end in sorted(spans):
            name = dotted(text[start:end].decode("utf-8", "replace"))
            if name.lower() not in NOT_CLASSES:
                self.add(node.start_byte + start, node.start_byte + end, name, "type", block, "doc")

    def read_string(self, node: Node, block: int) -> None:
        start, end = node.start_byte + 1, node.end_byte - 1
        text = self.source[start:end]
        if not text or len(text) > 300:
            return
        bare = text.partition(b":")[0].partition(b"@")[0].rstrip(b"\\")
        if b"\\" in bare and CLASS_NAME_TEXT.match(bare):
            name = bare.decode("utf-8", "replace").replace("\\\\", "\\").replace("\\", ".").strip(".")
            self.content.uses.append(
                Use(
                    start,
                    start + len(bare),
                    tuple(name.split(".")),
                    True,
                    "type",
                    block,
                    "string",
                )
            )
        if (b"/" in text or b"." in text) and node.type == "string" and b"\n" not in text:
            base = _base_of(node)
            if base is not None:
                written = text.decode("utf-8", "replace")
                joined_at = node.parent.start_byte if base.startswith(SUM) and node.parent is not None else -1
                statement = _loading_statement(node)
                self.content.paths.append(PathUse(start, end, written, base, statement, joined_at))


def _loading_statement(node: Node) -> tuple[int, int] | None:
    """Return the span of the statement that does nothing but load the file that a string leads to."""
    outer = node.parent
    if outer is not None and outer.type == "binary_expression":
        outer = outer.parent
    if outer is not None and outer.type == "parenthesized_expression":
        outer = outer.parent
    statement = outer.parent if outer is not None and outer.type in LOADING else None
    if statement is None or statement.type != "expression_statement":
        return None
    return statement.start_byte, statement.end_byte


def _space_of(node: Node) -> str:
    """Return the space that a name node is looked up in, or nothing where it names nothing."""
    parent = node.parent
    if parent is None:
        return ""
    kind = parent.type
    if kind in (
        "named_type", "base_clause", "class_interface_clause", "use_declaration", "attribute", "type_list",
        "use_instead_of_clause", "use_as_clause",
    ):  # fmt: skip
        if kind == "use_as_clause" and parent.child(0) != node:
            return ""
        return "type"
    if kind in (
        "class_constant_access_expression",
        "scoped_call_expression",
        "scoped_property_access_expression",
    ):
        return "type" if parent.child(0) == node else ""
    if kind == "object_creation_expression":
        return "type"
    if kind == "function_call_expression":
        return "function" if parent.child_by_field_name("function") == node else ""
    if kind == "binary_expression":
        operator = parent.child_by_field_name("operator")
        if operator is not None and operator.type == "instanceof" and parent.child(0) != node:
            return "type"
        return "constant"
    if kind in TYPE_KINDS or parent.child_by_field_name("name") == node:
        return ""
    if kind in (
        "method_declaration", "function_definition", "const_element", "enum_case", "member_access_expression",
        "member_call_expression", "nullsafe_member_access_expression", "nullsafe_member_call_expression",
        "variable_name", "property_element", "goto_statement", "named_label_statement", "qualified_name",
        "relative_name", "namespace_name", "declare_directive", "namespace_use_clause",
    ):  # fmt: skip
        return "constant" if kind == "const_element" and parent.child(0) != node else ""
    return "constant"


def _base_of(node: Node) -> str | None:
    """Return what a path in a string starts from; see `yandrel.languages.php.paths`."""
    parent = node.parent
    if parent is None:
        return None
    if parent.type == "binary_expression" and parent.child_by_field_name("right") == node:
        left = text_of(parent.child_by_field_name("left"))
        tight = left.replace(" ", "")
        if tight in ("__DIR__", "dirname(__FILE__)"):
            return FOLDER + "0"
        found = re.fullmatch(r"dirname\((?:__DIR__|dirname\(__FILE__\))(?:,(\d+))?\)", tight)
        if found:
            return FOLDER + (found[1] or "1")
        found = re.fullmatch(r"dirname\(__FILE__,(\d+)\)", tight)
        if found:
            return f"{FOLDER}{int(found[1]) - 1}"
        return SUM + left if len(left) < 200 and is_sum(left) else OPEN
    outer = parent.parent if parent.type == "parenthesized_expression" else parent
    if outer is not None and outer.type.startswith(("require", "include")):
        return HERE
    return None


def _touches(source: bytes, comment: Node, node: Node) -> bool:
    """Whether only one line end stands between a comment and what follows it."""
    between = source[comment.end_byte : node.start_byte]
    return not between.strip() and between.count(b"\n") <= 1


def _after_header(nodes: list[Node], source: bytes) -> int:
    """Return where a namespace or the first import would go in a file that has none."""
    at = 0
    for position, node in enumerate(nodes):
        if node.type in ("php_tag", "declare_statement"):
            at = node.end_byte
        elif node.type == "comment" and position + 1 < len(nodes):
            following = nodes[position + 1]
            if following.type == "declare_statement" or not _touches(source, node, following):
                at = node.end_byte
        elif node.is_named:
            break
    return at


def read_content(source: bytes) -> Content:
    """Read one PHP file in depth."""
    return ContentReader(source).read()
