"""C# read in depth: every place that names a type, doc comments and strings included."""

import re
from collections.abc import Set
from dataclasses import dataclass, replace

from tree_sitter import Node

from yandrel.languages.csharp.facts import ALIAS, STATIC
from yandrel.languages.csharp.grammar import (
    CONTAINERS,
    DECLARING,
    NAMESPACES,
    TYPE_KINDS,
    chain_of,
    condition_at,
    is_rooted,
    members_in,
    modifiers_of,
    parse,
    parse_branches,
    parse_first_branches,
    start_with_condition,
)
from yandrel.languages.named.content import Block, Clause, Content, Held, Statement, Use
from yandrel.languages.trees import Lead, dotted_text, text_of

CREF = re.compile(rb'\bcref\s*=\s*"(?:[A-Z]:)?([A-Za-z_][\w.]*)')
QUALIFIED = re.compile(rb"[A-Za-z_]\w*(?:\.[A-Za-z_]\w*)+(?=\Z|,)")


@dataclass(frozen=True, slots=True)
class Chain:
    """One place where names are joined by dots; which of them name a type is not known yet.

    `kind` is that of a use, or "value" where the first name is that of a value as well.
    """

    names: tuple[str, ...]
    starts: tuple[int, ...]
    ends: tuple[int, ...]
    start: int
    rooted: bool
    kind: str
    block: int


GENERIC = frozenset({*TYPE_KINDS, "method_declaration", "local_function_statement"})
"""What may have parameters that stand for types."""
NAMING = frozenset(
    {"member_binding_expression", "foreach_statement", "invocation_expression", "name_colon",
     "labeled_statement", "goto_statement", "subpattern", "name_equals", "argument", "assignment_expression",
     *DECLARING, *NAMESPACES}
)  # fmt: skip
"""What may hold names of something new, or members."""
AROUND_TYPES = frozenset(
    {"base_list", "type_argument_list", "type_parameter_constraint", "nullable_type", "array_type",
     "type_constraint", "primary_constructor_base_type", "explicit_interface_specifier"}
)  # fmt: skip


class ContentReader:
    """Walks one file's tree once."""

    def __init__(self, source: bytes, unit: str, inherited: Set[str] = frozenset()) -> None:
        self.source = source
        self.content = Content(source, unit)
        self.tree = parse_first_branches(source)
        self.root = self.tree.root_node
        self.chains: list[Chain] = []
        self.values: set[str] = {*inherited}
        self.nested: set[str] = set()
        self.inner: set[int] = set()

    def read(self) -> Content:
        self.collect_names()
        self.read_members(self.root, "", -1)
        if not self.content.blocks:
            at = self.first_place()
            self.content.blocks.append(Block("", at, at, at, at, 0, len(self.source), at))
        stack = [(node, frozenset[str]()) for node in reversed(self.root.named_children)]
        while stack:
            node, hidden = stack.pop()
            self.visit(node, hidden, stack)
        return self.content

    def first_place(self) -> int:
        ends = [s.end for s in self.content.statements]
        if ends:
            return max(ends)
        first = next(
            (c for c in self.root.named_children if c.type not in ("comment", "preproc_region")), None
        )
        return first.start_byte if first is not None else 0

    # -- what stands at the top -------------------------------------------------------------------

    def read_members(self, node: Node, namespace: str, block: int) -> None:
        lead = Lead(self.source)
        for child in node.named_children:
            if child.type == "comment":
                lead.add(child)
                continue
            start = lead.start_before(start_with_condition(self.source, child.start_byte, child.end_byte))
            if child.type == "using_directive":
                self.read_using(child, namespace, block)
            elif child.type == "file_scoped_namespace_declaration":
                namespace = self.open_block(child, namespace)
                block = len(self.content.blocks) - 1
            elif child.type == "namespace_declaration":
                body = child.child_by_field_name("body")
                name = self.open_block(child, namespace)
                if body is not None:
                    self.read_members(body, name, len(self.content.blocks) - 1)
            elif child.type in TYPE_KINDS:
                self.hold(child, start, max(block, 0))
            elif child.type in CONTAINERS:
                self.read_members(child, namespace, block)
            elif child.type == "global_attribute":
                self.content.preamble_end = child.end_byte
            elif child.type != "extern_alias_directive" and not child.type.startswith("preproc"):
                self.content.acts = True

    def open_block(self, node: Node, outer: str) -> str:
        name = node.child_by_field_name("name")
        assert name is not None
        text = f"{outer}.{dotted_text(name)}" if outer else dotted_text(name)
        body = node.child_by_field_name("body")
        stop = name.end_byte
        if body is None:
            stop = self.source.find(b";", name.end_byte) + 1
            start, end = node.start_byte, len(self.source)
            at = stop
        else:
            start, end = body.start_byte, body.end_byte
            at = body.start_byte + 1
        if outer and self.content.blocks and not self.holds_types(self.content.blocks[-1]):
            self.content.blocks.pop()
        self.content.blocks.append(
            Block(text, name.start_byte, name.end_byte, node.start_byte, stop, start, end, at)
        )
        return text

    def holds_types(self, block: Block) -> bool:
        number = len(self.content.blocks) - 1
        return any(held.block == number for held in self.content.held)

    def hold(self, node: Node, start: int, block: int) -> None:
        name = node.child_by_field_name("name")
        if name is None:
            return
        also = []
        body = node.child_by_field_name("body")
        for member in members_in(body):
            if member.type in ("constructor_declaration", "destructor_declaration"):
                own = member.child_by_field_name("name")
                if own is not None:
                    also.append((own.start_byte, own.end_byte))
        self.content.held.append(
            Held(
                text_of(name),
                TYPE_KINDS[node.type],
                "type",
                start,
                node.end_byte,
                name.start_byte,
                name.end_byte,
                block,
                "is partial, and its parts stand together" if "partial" in modifiers_of(node) else "",
                tuple(also),
            )
        )

    def read_using(self, node: Node, namespace: str, block: int) -> None:
        words = {c.type for c in node.children}
        alias = text_of(node.child_by_field_name("name")) if "=" in words else ""
        target = node.named_children[-1]
        path = dotted_text(target).removeprefix("global::")
        space = STATIC if "static" in words else ALIAS if alias else "type"
        if is_generic_alias(node):
            return
        number = len(self.content.statements)
        if namespace:
            self.inner.add(number)
        asked = bool(condition_at(self.source, node.start_byte))
        self.content.statements.append(
            Statement(node.start_byte, node.end_byte, max(block, 0), space, conditional=asked)
        )
        self.content.clauses.append(
            Clause(
                path,
                alias,
                "type" if space == ALIAS else space,
                target.start_byte,
                target.end_byte,
                target.start_byte,
                target.end_byte,
                number,
                bool(alias),
            )
        )

    # -- names that are no types --------------------------------------------------------------------

    def collect_names(self) -> None:
        stack = [self.root]
        while stack:
            node = stack.pop()
            kind = node.type
            if kind in (
                "variable_declarator",
                "parameter",
                "property_declaration",
                "declaration_pattern",
                "catch_declaration",
                "enum_member_declaration",
                "event_declaration",
            ):
                self.values.add(text_of(node.child_by_field_name("name")))
            elif kind == "foreach_statement":
                self.values.add(text_of(node.child_by_field_name("left")))
            elif kind in TYPE_KINDS and self.is_nested(node):
                self.nested.add(text_of(node.child_by_field_name("name")))
            stack += node.named_children
        self.values.discard("")

    @staticmethod
    def is_nested(node: Node) -> bool:
        outer = node.parent
        return outer is not None and outer.parent is not None and outer.parent.type in TYPE_KINDS

    # -- uses ---------------------------------------------------------------------------------------

    def visit(self, node: Node, hidden: frozenset[str], stack: list[tuple[Node, frozenset[str]]]) -> None:
        kind = node.type
        if kind == "identifier":
            self.read_head(node, hidden)
            return
        if kind == "using_directive":
            if is_generic_alias(node):
                stack.append((node.named_children[-1], hidden))
            return
        if kind == "comment":
            self.read_comment(node)
            return
        if kind in ("string_literal", "verbatim_string_literal"):
            self.read_string(node)
            return
        if not node.named_child_count:
            return
        children = node.named_children
        if kind in GENERIC:
            parameters = next((c for c in children if c.type == "type_parameter_list"), None)
            if parameters is not None:
                hidden = hidden | {text_of(p.child_by_field_name("name")) for p in parameters.named_children}
        if kind == "generic_name":
            self.add_chain(node, hidden)
            stack += [(c, hidden) for c in reversed(children[1:])]
            return
        if kind in ("qualified_name", "member_access_expression"):
            self.read_chain(node, hidden, stack)
            return
        if kind == "alias_qualified_name":
            self.add_chain(node, hidden)
            return
        if kind == "attribute":
            name = node.child_by_field_name("name")
            if name is not None:
                self.add_chain(name, hidden, "attribute")
            stack += [(c, hidden) for c in reversed(children) if name is None or c.id != name.id]
            return
        skipped = self.names_in(node) if kind in NAMING else ()
        if skipped:
            children = [c for c in children if c.id not in skipped]
        children.reverse()
        stack += [(c, hidden) for c in children]

    def names_in(self, node: Node) -> set[int]:
        """Return the children that name something new, or a member of something."""
        kind = node.type
        found: set[int] = set()
        if kind in DECLARING or kind in NAMESPACES or kind == "member_binding_expression":
            name = node.child_by_field_name("name")
            if name is not None:
                found.add(name.id)
                if kind == "member_binding_expression":
                    self.add_member(name)
        if kind == "foreach_statement":
            left = node.child_by_field_name("left")
            if left is not None:
                found.add(left.id)
        elif kind == "invocation_expression":
            called = node.child_by_field_name("function")
            if called is not None and called.type == "identifier":
                found.add(called.id)
        elif kind in ("name_colon", "labeled_statement", "goto_statement", "subpattern", "name_equals"):
            found.update(c.id for c in node.named_children[:1] if c.type == "identifier")
        elif kind == "argument" and node.child_by_field_name("name") is not None:
            found.add(node.child_by_field_name("name").id)  # type: ignore[union-attr]
        elif kind == "assignment_expression":
            parent = node.parent
            left = node.child_by_field_name("left")
            if parent is not None and parent.type == "initializer_expression" and left is not None:
                found.add(left.id)
        return found

    def read_chain(
        self, node: Node, hidden: frozenset[str], stack: list[tuple[Node, frozenset[str]]]
    ) -> None:
        name = node.child_by_field_name("name")
        if node.type == "member_access_expression" and name is not None:
            self.add_member(name)
        parts = chain_of(node)
        if parts:
            self.add_chain(node, hidden)
            inner: Node | None = node
            while inner is not None and inner.type in ("qualified_name", "member_access_expression"):
                last = inner.child_by_field_name("name")
                if last is not None and last.type == "generic_name":
                    stack += [(c, hidden) for c in last.named_children[1:]]
                if inner.type == "member_access_expression" and last is not None and inner.id != node.id:
                    self.add_member(last)
                inner = inner.child_by_field_name("qualifier") or inner.child_by_field_name("expression")
            if inner is not None and inner.type == "generic_name":
                stack += [(c, hidden) for c in inner.named_children[1:]]
            return
        if name is not None and name.type == "generic_name":
            stack += [(c, hidden) for c in name.named_children[1:]]
        stack += [(c, hidden) for c in node.named_children if name is None or c.id != name.id]

    def read_head(self, node: Node, hidden: frozenset[str]) -> None:
        """Read a name that stands alone: a type, or a value of the same name."""
        name = text_of(node)
        if (name in self.values or not name[:1].isupper()) and not _is_typed(node):
            return
        self.add_chain(node, hidden)

    def add_chain(self, node: Node, hidden: frozenset[str], kind: str = "code") -> None:
        parts = chain_of(node)
        if not parts:
            return
        rooted = is_rooted(node)
        names = tuple(text_of(part) for part in parts)
        if not rooted and (names[0] in hidden or names[0] in self.nested):
            return
        if (
            not rooted
            and len(names) > 1
            and node.type == "member_access_expression"
            and names[0] in self.values
        ):
            kind = "value"
        start = node.start_byte if rooted else parts[0].start_byte
        self.chains.append(
            Chain(
                names,
                tuple(p.start_byte for p in parts),
                tuple(p.end_byte for p in parts),
                start,
                rooted,
                kind,
                self.block_at(parts[0].start_byte),
            )
        )

    def add_member(self, name: Node) -> None:
        """Read a name after a value: a method may come from a class that extends others."""
        first = name.named_children[0] if name.type == "generic_name" else name
        self.content.uses.append(
            Use(
                first.end_byte,
                first.end_byte,
                (text_of(first),),
                False,
                "type",
                self.block_at(first.start_byte),
                "member",
            )
        )

    def block_at(self, position: int) -> int:
        found = 0
        size = -1
        for number, block in enumerate(self.content.blocks):
            if block.start <= position < block.end and (size < 0 or block.end - block.start <= size):
                found, size = number, block.end - block.start
        return found

    def read_comment(self, node: Node) -> None:
        text = node.text or b""
        if not text.startswith((b"///", b"/**")):
            return
        for found in CREF.finditer(text):
            self.add_text(found.group(1), node.start_byte + found.start(1), "doc")

    def read_string(self, node: Node) -> None:
        text = node.text or b""
        lead = 2 if text.startswith((b'@"', b'$"')) else 1
        found = QUALIFIED.match(text[lead:-1])
        if found is not None and len(text) < 300:
            self.add_text(found.group(), node.start_byte + lead, "string")

    def add_text(self, text: bytes, at: int, kind: str) -> None:
        names = text.decode("utf-8", "replace").strip(".").split(".")
        starts, place = [], at
        for name in names:
            starts.append(place)
            place += len(name.encode()) + 1
        ends = tuple(start + len(name.encode()) for start, name in zip(starts, names))
        self.chains.append(
            Chain(tuple(names), tuple(starts), ends, at, kind == "string", kind, self.block_at(at))
        )


def _is_typed(node: Node) -> bool:
    """Whether a name stands where only a type can."""
    parent = node.parent
    if parent is None or parent.type in AROUND_TYPES:
        return parent is not None
    fields = (parent.child_by_field_name("type"), parent.child_by_field_name("returns"))
    return any(child is not None and child.id == node.id for child in fields)


def is_generic_alias(node: Node) -> bool:
    """Whether a using gives a name to a type with types: what it names is read like other code."""
    return b"<" in (node.named_children[-1].text or b"")


def read_content(
    source: bytes, unit: str, inherited: Set[str] = frozenset()
) -> tuple[Content, ContentReader]:
    """Read one C# file in depth; the reader holds the chains of names, of which uses are made.

    `inherited` are the names of what its types have from their bases.
    """
    reader = ContentReader(source, unit, inherited)
    content = reader.read()
    if parse(source).root_node.has_error:
        for text, _ in parse_branches(source, reader.tree):
            _add_branch(reader, ContentReader(text, unit, inherited))
    return content, reader


def _add_branch(reader: ContentReader, other: ContentReader) -> None:
    """Add what another branch of the preprocessor's conditions holds, as far as it is not known."""
    content, more = reader.content, other.read()
    known = {(c.start, c.kind) for c in reader.chains}
    reader.chains += [c for c in other.chains if (c.start, c.kind) not in known]
    places = {(u.start, u.kind) for u in content.uses}
    content.uses += [u for u in more.uses if (u.start, u.kind) not in places]
    spans = {(s.start, s.end) for s in content.statements}
    for number, statement in enumerate(more.statements):
        if (statement.start, statement.end) in spans:
            continue
        if number in other.inner:
            reader.inner.add(len(content.statements))
        content.clauses += [
            replace(clause, statement=len(content.statements))
            for clause in more.clauses
            if clause.statement == number
        ]
        content.statements.append(replace(statement, conditional=True))
    names = {(held.name, held.start): at for at, held in enumerate(content.held)}
    for held in more.held:
        if (held.name, held.start) not in names:
            content.held.append(replace(held, fixed="is there in several branches of a condition"))
