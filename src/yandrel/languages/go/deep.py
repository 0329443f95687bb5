"""Go read in depth: what is declared where, and every place that names something of a package."""

import re
from dataclasses import dataclass, field

from tree_sitter import Node

from yandrel.languages.go.grammar import names_of, parse, path_of, receiver_of, specs_of
from yandrel.languages.go.values import (
    LIST,
    element_of,
    owner_of,
    plain_type,
    read_results,
    spelled_type,
    value_type,
    value_types,
)
from yandrel.languages.reading import find_problems
from yandrel.languages.trees import text_of
from yandrel.model.facts import Problem

DOC_LINK = re.compile(rb"\[\*?((?:[\w./-]+\.)?[A-Z]\w*(?:\.[A-Z]\w*)?)\](?![(\[])")
EMBED = re.compile(rb"^//go:embed\s+(.+)$", re.MULTILINE)
IOTA = "stands in a list that counts, where each value follows from its place"
TOGETHER = "is declared together with others"
DECLARATIONS = {"const_declaration": "const", "var_declaration": "var", "type_declaration": "type"}


@dataclass(frozen=True, slots=True)
class Spec:
    """One import: its path, what it is called if it says so, its span, and which declaration holds it."""

    path: str
    alias: str
    start: int
    end: int
    path_start: int
    path_end: int
    statement: int


@dataclass(frozen=True, slots=True)
class Statement:
    """One import declaration; `bracketed` where it holds a list."""

    start: int
    end: int
    bracketed: bool


@dataclass(frozen=True, slots=True)
class Piece:
    """One declaration at the top: names, whole span with comments, and how it would stand alone.

    `start` and `end` span what goes when it leaves, `text_start` to `text_end` what arrives, after
    `keyword`. `alone` says that it is all that its statement declares.
    """

    name: str
    owner: str
    start: int
    end: int
    text_start: int
    text_end: int
    name_start: int
    name_end: int
    keyword: str = ""
    fixed: str = ""
    comment_start: int = -1


@dataclass(frozen=True, slots=True)
class NameUse:
    """One place that names something: bare, or through a package's name.

    `piece` is the number of the declaration that it stands in; `literal` the type whose literal it
    may be a key of; `embedded` says that a type holds it without a name of its own.
    """

    start: int
    end: int
    name: str
    qualifier: str = ""
    piece: int = -1
    embedded: bool = False
    literal: str = ""
    doc: bool = False


@dataclass(frozen=True, slots=True)
class MemberUse:
    """One place that takes a member from a value: `of` is the value's type where that is plain."""

    start: int
    name: str
    of: str
    piece: int


@dataclass
class Scope:
    """The names that are declared at one place, with the types of those that say so."""

    outer: "Scope | None"
    names: dict[str, str] = field(default_factory=dict)

    def find(self, name: str) -> str | None:
        scope: Scope | None = self
        while scope is not None:
            if name in scope.names:
                return scope.names[name]
            scope = scope.outer
        return None


@dataclass
class Content:
    """All that a move must know of one file."""

    source: bytes
    package_start: int = 0
    package_end: int = 0
    package: str = ""
    statements: list[Statement] = field(default_factory=list)
    specs: list[Spec] = field(default_factory=list)
    pieces: list[Piece] = field(default_factory=list)
    uses: list[NameUse] = field(default_factory=list)
    members: list[MemberUse] = field(default_factory=list)
    results: dict[str, tuple[str, ...]] = field(default_factory=dict)
    locals: dict[int, set[str]] = field(default_factory=dict)
    embeds: list[tuple[str, int]] = field(default_factory=list)
    acts: bool = False
    constraint: str = ""
    problems: tuple[Problem, ...] = ()

    def name_of(self, piece: int) -> str:
        """Return what a declaration is called, nothing where a place stands in none."""
        return self.pieces[piece].name if 0 <= piece < len(self.pieces) else ""

    def line_of(self, position: int) -> int:
        return self.source.count(b"\n", 0, position) + 1


Task = tuple[Node, Scope, int, str | None]
"""A node, its scope, its declaration, and the type that it is declared with; None where it is read."""


class DeepReader:
    """Walks one file's tree once, in order, so that names are known from where they are declared."""

    def __init__(self, source: bytes) -> None:
        self.source = source
        self.content = Content(source)
        self.root = parse(source).root_node
        self.content.problems = find_problems(self.root)
        self.results = self.content.results = read_results(self.root)
        self.qualifiers: set[str] = set()
        self.stack: list[Task] = []

    def read(self) -> Content:
        self.content.embeds = [
            (word.decode("utf-8", "replace").strip('"`'), found.start())
            for found in EMBED.finditer(self.source)
            for word in found.group(1).split()
        ]
        comments: list[Node] = []
        for node in self.root.named_children:
            if node.type == "comment":
                comments = [*comments, node] if comments and self.touches(comments[-1], node) else [node]
                continue
            lead = comments[0] if comments and self.touches(comments[-1], node) else None
            if node.type == "package_clause":
                self.read_package(node)
            elif node.type == "import_declaration":
                self.read_imports(node)
            else:
                self.read_declaration(node, lead)
            comments = []
        self.read_docs()
        self.content.uses.sort(key=lambda use: use.start)
        return self.content

    def touches(self, first: Node, second: Node) -> bool:
        between = self.source[first.end_byte : second.start_byte]
        return not between.strip() and between.count(b"\n") <= 1

    def read_package(self, node: Node) -> None:
        name = node.named_children[0]
        content = self.content
        content.package = text_of(name)
        content.package_start, content.package_end = name.start_byte, name.end_byte
        head = self.source[: node.start_byte]
        lines = [line for line in head.splitlines() if line.startswith((b"//go:build", b"// +build"))]
        content.constraint = b"\n".join(lines).decode("utf-8", "replace")

    def read_imports(self, node: Node) -> None:
        bracketed = any(c.type == "import_spec_list" for c in node.named_children)
        number = len(self.content.statements)
        self.content.statements.append(Statement(node.start_byte, node.end_byte, bracketed))
        for spec in specs_of(node):
            path = spec.child_by_field_name("path")
            if path is None:
                continue
            alias = text_of(spec.child_by_field_name("name"))
            self.content.specs.append(
                Spec(
                    path_of(spec),
                    alias,
                    spec.start_byte,
                    spec.end_byte,
                    path.start_byte + 1,
                    path.end_byte - 1,
                    number,
                )
            )

    # -- declarations at the top -----------------------------------------------------------------------

    def read_declaration(self, node: Node, lead: Node | None) -> None:
        start = lead.start_byte if lead is not None else node.start_byte
        if node.type in ("function_declaration", "method_declaration"):
            name = node.child_by_field_name("name")
            if name is None:
                return
            text = text_of(name)
            owner = receiver_of(node) if node.type == "method_declaration" else ""
            fixed = "is called when the package is loaded" if text == "init" and not owner else ""
            comment = lead.start_byte if lead is not None else -1
            piece = Piece(
                f"{owner}.{text}" if owner else text,
                owner,
                start,
                node.end_byte,
                start,
                node.end_byte,
                name.start_byte,
                name.end_byte,
                "",
                fixed,
                comment,
            )
            if text == "_" or fixed:
                self.content.acts = True
            self.walk(node, self.hold(piece))
        elif node.type in DECLARATIONS:
            self.read_specs(node, start, lead)
        else:
            self.content.acts = True

    def hold(self, piece: Piece) -> int:
        self.content.pieces.append(piece)
        return len(self.content.pieces) - 1

    def read_specs(self, node: Node, start: int, lead: Node | None) -> None:
        keyword = DECLARATIONS[node.type]
        specs = specs_of(node)
        listed = "(" in {c.type for c in node.children} or any(
            c.type.endswith("_spec_list") for c in node.children
        )
        counting = (
            keyword == "const"
            and listed
            and (b"iota" in (node.text or b"") or any(s.child_by_field_name("value") is None for s in specs))
        )
        comments = [
            c for part in (node, *node.named_children) for c in part.named_children if c.type == "comment"
        ]
        for spec in specs:
            names = [n for n in names_of(spec) if text_of(n) != "_"]
            fixed = IOTA if counting else TOGETHER if len(names_of(spec)) > 1 else ""
            first, last = spec.start_byte, spec.end_byte
            above = self.comment_above(spec, comments)
            if listed and above is not None:
                first = above.start_byte
            whole = (first, last) if listed and len(specs) > 1 else (start, node.end_byte)
            arrives = first if listed else start
            comment = above.start_byte if above is not None else lead.start_byte if lead is not None else -1
            if not names:
                self.content.acts = True
            number = -1
            for name in names:
                number = self.hold(
                    Piece(
                        text_of(name),
                        "",
                        *whole,
                        arrives,
                        last,
                        name.start_byte,
                        name.end_byte,
                        keyword if listed else "",
                        fixed,
                        comment,
                    )
                )
            self.walk(spec, number)

    def comment_above(self, spec: Node, comments: list[Node]) -> Node | None:
        found: Node | None = None
        after = spec
        for comment in sorted(comments, key=lambda c: -c.start_byte):
            if comment.end_byte <= after.start_byte and self.touches(comment, after):
                found = after = comment
        return found

    # -- names, in order ---------------------------------------------------------------------------------

    def walk(self, node: Node, piece: int) -> None:
        self.stack = [(node, Scope(None), piece, None)]
        self.content.locals.setdefault(piece, set())
        while self.stack:
            here, scope, number, of = self.stack.pop()
            if of is not None:
                self.declare(here, scope, number, of)
            else:
                self.visit(here, scope, number)

    def push(self, *tasks: Task) -> None:
        self.stack += reversed(tasks)

    def declare(self, node: Node, scope: Scope, piece: int, of: str = "") -> None:
        name = text_of(node)
        scope.names[name] = of
        self.content.locals.setdefault(piece, set()).add(name)

    def visit(self, node: Node, scope: Scope, piece: int) -> None:
        kind = node.type
        handler = HANDLERS.get(kind)
        if handler is not None:
            handler(self, node, scope, piece)
        elif kind in SCOPED:
            inner = Scope(scope)
            self.push(*((c, inner, piece, None) for c in node.named_children))
        else:
            self.push(*((c, scope, piece, None) for c in node.named_children))

    def visit_function(self, node: Node, scope: Scope, piece: int) -> None:
        generic = Scope(scope)
        inner = Scope(generic)
        name = node.child_by_field_name("name")
        if node.type == "method_declaration":
            for parameter in receiver_parameters(node):
                self.declare(parameter, generic, piece)
        self.push(*((c, inner, piece, None) for c in node.named_children if name is None or c.id != name.id))

    def visit_parameter(self, node: Node, scope: Scope, piece: int) -> None:
        kind = node.child_by_field_name("type")
        of = spelled_type(kind)
        of = LIST + of if node.type == "variadic_parameter_declaration" and of else of
        names = names_of(node)
        outer = scope
        if node.type == "type_parameter_declaration":
            scope = scope.outer or scope
            outer = scope
        elif scope.outer is not None:
            outer = scope.outer
        for name in names:
            self.declare(name, scope, piece, of)
        scope = outer
        self.push(*((c, scope, piece, None) for c in node.named_children if c not in names))

    def visit_short(self, node: Node, scope: Scope, piece: int) -> None:
        left, right = node.child_by_field_name("left"), node.child_by_field_name("right")
        tasks: list[Task] = []
        if right is not None:
            tasks.append((right, scope, piece, None))
        values = right.named_children if right is not None else []
        if len(values) == 1:
            given = value_types(values[0], scope.find, self.results)
        else:
            given = tuple(value_type(value, scope.find, self.results) for value in values)
        for number, name in enumerate(left.named_children if left is not None else []):
            if name.type == "identifier":
                tasks.append((name, scope, piece, given[number] if number < len(given) else ""))
        self.push(*tasks)

    def visit_range(self, node: Node, scope: Scope, piece: int) -> None:
        left, right = node.child_by_field_name("left"), node.child_by_field_name("right")
        declares = any(c.type == ":=" for c in node.children)
        tasks: list[Task] = [(right, scope, piece, None)] if right is not None else []
        held = value_type(right, scope.find, self.results) if right is not None else ""
        for number, name in enumerate(left.named_children if left is not None else []):
            if declares and name.type == "identifier":
                element = element_of(held) if number == 1 and node.type == "range_clause" else ""
                tasks.append((name, scope, piece, element))
            else:
                tasks.append((name, scope, piece, None))
        self.push(*tasks)

    def visit_receive(self, node: Node, scope: Scope, piece: int) -> None:
        self.visit_range(node, scope, piece)

    def visit_switch(self, node: Node, scope: Scope, piece: int) -> None:
        inner = Scope(scope)
        alias = node.child_by_field_name("alias")
        tasks: list[Task] = []
        for child in node.named_children:
            if alias is not None and child.id == alias.id:
                continue
            tasks.append((child, inner, piece, None))
        value = node.child_by_field_name("value")
        if alias is not None:
            at = 1 + next((n for n, t in enumerate(tasks) if value is not None and t[0].id == value.id), 0)
            for name in alias.named_children:
                tasks.insert(at, (name, inner, piece, ""))
        self.push(*tasks)

    def visit_local_spec(self, node: Node, scope: Scope, piece: int) -> None:
        names = names_of(node)
        inside = self.is_local(node)
        tasks: list[Task] = [(c, scope, piece, None) for c in node.named_children if c not in names]
        of = spelled_type(node.child_by_field_name("type"))
        if inside:
            tasks += [(name, scope, piece, of) for name in names]
        self.push(*tasks)

    def visit_type_spec(self, node: Node, scope: Scope, piece: int) -> None:
        names = names_of(node)
        inner = Scope(scope)
        if self.is_local(node):
            for name in names:
                self.declare(name, scope, piece)
        self.push(*((c, inner, piece, None) for c in node.named_children if c not in names))

    @staticmethod
    def is_local(node: Node) -> bool:
        outer = node.parent
        while outer is not None and outer.type not in ("block", "source_file", "func_literal"):
            outer = outer.parent
        return outer is not None and outer.type != "source_file"

    def visit_field(self, node: Node, scope: Scope, piece: int) -> None:
        names = names_of(node)
        if not names:
            found = node.child_by_field_name("type")
            inner = found
            while inner is not None and inner.type in ("generic_type", "pointer_type"):
                inner = inner.child_by_field_name("type") or next(iter(inner.named_children), None)
            if inner is not None and inner.type in ("type_identifier", "qualified_type"):
                self.use_type(inner, scope, piece, True)
                self.push(*((c, scope, piece, None) for c in node.named_children if c.id != _id(found)))
                return
        self.push(*((c, scope, piece, None) for c in node.named_children if c not in names))

    def use_type(self, node: Node, scope: Scope, piece: int, embedded: bool = False) -> None:
        if node.type == "qualified_type":
            package, name = node.child_by_field_name("package"), node.child_by_field_name("name")
            if package is not None and name is not None:
                self.add_use(node, text_of(name), text_of(package), piece, embedded)
        elif scope.find(text_of(node)) is None:
            self.add_use(node, text_of(node), "", piece, embedded)

    def add_use(
        self, node: Node, name: str, qualifier: str, piece: int, embedded: bool = False, literal: str = ""
    ) -> None:
        self.content.uses.append(
            NameUse(node.start_byte, node.end_byte, name, qualifier, piece, embedded, literal)
        )

    def visit_type(self, node: Node, scope: Scope, piece: int) -> None:
        self.use_type(node, scope, piece)

    def visit_identifier(self, node: Node, scope: Scope, piece: int) -> None:
        name = text_of(node)
        if name != "_" and scope.find(name) is None:
            self.add_use(node, name, "", piece)

    def visit_selector(self, node: Node, scope: Scope, piece: int) -> None:
        operand, member = node.child_by_field_name("operand"), node.child_by_field_name("field")
        if operand is None or member is None:
            return
        name = text_of(member)
        if operand.type == "identifier":
            head = text_of(operand)
            of = scope.find(head)
            seen = name[:1].isupper() or head == "C"
            if of is None and seen and any(self.may_name(spec, head) for spec in self.content.specs):
                self.add_use(node, name, head, piece)
                return
            self.content.members.append(MemberUse(member.start_byte, name, owner_of(of or ""), piece))
        else:
            held = owner_of(value_type(operand, scope.find, self.results))
            self.content.members.append(MemberUse(member.start_byte, name, held, piece))
        self.push((operand, scope, piece, None))

    def may_name(self, spec: Spec, head: str) -> bool:
        """Whether an import may be called by a name; what it is called for certain is found later."""
        if spec.alias:
            return spec.alias == head
        return True

    def visit_literal(self, node: Node, scope: Scope, piece: int) -> None:
        kind, body = node.child_by_field_name("type"), node.child_by_field_name("body")
        if kind is not None:
            self.push((kind, scope, piece, None))
        if body is not None:
            self.read_values(body, kind, scope, piece)

    def read_values(self, body: Node, kind: Node | None, scope: Scope, piece: int) -> None:
        """Read what stands between a literal's braces; keys of structs name their fields."""
        shape = kind.type if kind is not None else ""
        listed = shape in ("map_type", "slice_type", "array_type", "implicit_length_array_type")
        inner = (
            kind.child_by_field_name("value") or kind.child_by_field_name("element")
            if kind is not None
            else None
        )
        of = plain_type(kind) if not listed else ""
        for element in body.named_children:
            if element.type == "keyed_element":
                key, value = element.child_by_field_name("key"), element.child_by_field_name("value")
                name = key.named_children[0] if key is not None and key.named_children else None
                if name is not None and name.type == "identifier" and not listed:
                    self.content.members.append(MemberUse(name.start_byte, text_of(name), of, piece))
                    if scope.find(text_of(name)) is None:
                        self.add_use(name, text_of(name), "", piece, literal=of or "?")
                elif key is not None:
                    self.read_element(key, kind, scope, piece)
                if value is not None:
                    self.read_element(value, inner, scope, piece)
            elif element.type == "literal_element":
                if not listed and of:
                    self.content.members.append(MemberUse(element.start_byte, "", of, piece))
                self.read_element(element, inner, scope, piece)

    def read_element(self, element: Node, kind: Node | None, scope: Scope, piece: int) -> None:
        for child in element.named_children:
            if child.type == "literal_value":
                plain = kind
                while plain is not None and plain.type == "pointer_type":
                    plain = next(iter(plain.named_children), None)
                self.read_values(child, plain, scope, piece)
            else:
                self.push((child, scope, piece, None))

    def skip(self, node: Node, scope: Scope, piece: int) -> None:
        return

    def read_docs(self) -> None:
        """Read the links in comments, which the documentation resolves."""
        stack = [self.root]
        while stack:
            node = stack.pop()
            if node.type == "comment":
                text = node.text or b""
                for found in DOC_LINK.finditer(text):
                    self.add_doc(found.group(1), node.start_byte + found.start(1))
            elif node.type in (
                "source_file",
                *DECLARATIONS,
                "type_spec",
                "struct_type",
                "field_declaration_list",
                "var_spec_list",
                "interface_type",
            ):
                stack += node.named_children

    def add_doc(self, text: bytes, at: int) -> None:
        path, slash, last = text.decode("utf-8", "replace").rpartition("/")
        parts = last.split(".")
        qualifier = parts[0] if not parts[0][:1].isupper() and len(parts) > 1 else ""
        name = parts[1] if qualifier else parts[0]
        qualifier = path + slash + qualifier if qualifier else ""
        end = at + len((f"{qualifier}.{name}" if qualifier else name).encode())
        self.content.uses.append(NameUse(at, end, name, qualifier, self.piece_at(at), doc=True))

    def piece_at(self, position: int) -> int:
        pieces = enumerate(self.content.pieces)
        return next((n for n, p in pieces if p.start <= position < p.end), -1)


def _id(node: Node | None) -> int:
    return node.id if node is not None else -1


def receiver_parameters(node: Node) -> list[Node]:
    """Return the names that a method's receiver gives to its type's parameters."""
    held = node.child_by_field_name("receiver")
    stack, found = [held] if held is not None else [], []
    while stack:
        here = stack.pop()
        if here.type == "type_arguments":
            stack += [c for element in here.named_children for c in (element, *element.named_children)]
        elif here.type == "type_identifier" and here.parent is not None and here.parent.type in (
            "type_elem", "type_arguments",
        ):  # fmt: skip
            found.append(here)
        else:
            stack += here.named_children
    return found


SCOPED = frozenset(
    {
        "block",
        "if_statement",
        "for_statement",
        "expression_switch_statement",
        "expression_case",
        "default_case",
        "type_case",
        "communication_case",
        "select_statement",
        "function_type",
        "method_elem",
    }
)
HANDLERS = {
    "function_declaration": DeepReader.visit_function,
    "method_declaration": DeepReader.visit_function,
    "func_literal": DeepReader.visit_function,
    "parameter_declaration": DeepReader.visit_parameter,
    "variadic_parameter_declaration": DeepReader.visit_parameter,
    "type_parameter_declaration": DeepReader.visit_parameter,
    "short_var_declaration": DeepReader.visit_short,
    "range_clause": DeepReader.visit_range,
    "receive_statement": DeepReader.visit_receive,
    "type_switch_statement": DeepReader.visit_switch,
    "var_spec": DeepReader.visit_local_spec,
    "const_spec": DeepReader.visit_local_spec,
    "type_spec": DeepReader.visit_type_spec,
    "type_alias": DeepReader.visit_type_spec,
    "field_declaration": DeepReader.visit_field,
    "type_identifier": DeepReader.visit_type,
    "qualified_type": DeepReader.visit_type,
    "identifier": DeepReader.visit_identifier,
    "selector_expression": DeepReader.visit_selector,
    "composite_literal": DeepReader.visit_literal,
    "comment": DeepReader.skip,
    "label_name": DeepReader.skip,
    "field_identifier": DeepReader.skip,
}


def read_deep(source: bytes) -> Content:
    """Read one Go file in depth."""
    return DeepReader(source).read()
