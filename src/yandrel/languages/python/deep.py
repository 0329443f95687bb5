"""Deep facts of a Python file: scopes, what binds a name in each, every use, every string.

Source of the scope rules: the Python language reference, "Naming and binding".
"""

import sys
from dataclasses import dataclass, field
from functools import lru_cache

import tree_sitter

from yandrel.languages.python import grammar as g
from yandrel.languages.python.facts import is_type_checking, names_in
from yandrel.model.facts import When

Node = tree_sitter.Node
MODULE_SCOPE = 0
DEEPEST = 3500
KEPT = 600
"""Of how many files the facts are kept in a run."""
COMPREHENSIONS = frozenset(
    {
        "list_comprehension",
        "set_comprehension",
        "dictionary_comprehension",
        "generator_expression",
    }
)


BESIDE_MODULES = frozenset(
    {"get_data", "files", "resource_filename", "resource_string", "resource_stream", "resource_listdir",
     "open_text", "open_binary", "read_text", "read_binary", "contents", "is_resource", "PackageLoader",
     "Flask", "Blueprint"}
)  # fmt: skip
"""What finds files beside a module whose name it is given."""
OWN_NAMES = frozenset({"__name__", "__package__"})
FOLDER_OPTIONS = ("template_folder", "static_folder", "root_path")


@dataclass(slots=True)
class Scope:
    """A module, class, function or comprehension; `bound` holds where each name is bound."""

    kind: str
    parent: int
    start: int
    bound: dict[str, list[int]] = field(default_factory=dict)
    imports: dict[str, list[int]] = field(default_factory=dict)
    global_names: set[str] = field(default_factory=set)
    outer_names: set[str] = field(default_factory=set)


@dataclass(frozen=True, slots=True)
class Link:
    """One name of a chain, with its place."""

    name: str
    start: int
    end: int


@dataclass(slots=True)
class Use:
    """A name that is read (or deleted, or set through an attribute), with its attributes.

    `scope` is where it stands, `home` the scope that binds it (-1: none, a builtin perhaps). An
    `early` one is read in a class before the class binds it, so that it means one further out.
    """

    links: tuple[Link, ...]
    scope: int
    when: When
    stores: bool = False
    home: int = -1
    quoted: bool = False
    early: bool = False

    @property
    def head(self) -> str:
        return self.links[0].name

    @property
    def start(self) -> int:
        return self.links[0].start


@dataclass(frozen=True, slots=True)
class Text:
    """A plain string literal: its content, where that stands, and what it is given to."""

    value: str
    start: int
    end: int
    context: str
    documents: bool = False


@dataclass(slots=True)
class DeepFacts:
    """All of one file."""

    scopes: list[Scope] = field(default_factory=list)
    uses: list[Use] = field(default_factory=list)
    texts: list[Text] = field(default_factory=list)
    every_name: set[str] = field(default_factory=set)
    relative_to_file: list[int] = field(default_factory=list)
    computed_imports: list[int] = field(default_factory=list)
    too_deep: bool = False

    def uses_of(self, name: str, scope: int = MODULE_SCOPE) -> list[Use]:
        return [use for use in self.uses if use.home == scope and use.head == name]


@lru_cache(maxsize=KEPT)
def read_deep_facts(source: bytes) -> DeepFacts:
    """Return the deep facts of UTF-8 source, which nobody may change: many plans ask for the same ones."""
    limit = sys.getrecursionlimit()
    sys.setrecursionlimit(max(limit, 6 * DEEPEST))
    try:
        reader = _Reader(source)
        reader.deep.scopes.append(Scope("module", -1, 0))
        reader.visit_all(g.parse(source).root_node, MODULE_SCOPE, When.LOAD)
        reader.settle()
    finally:
        sys.setrecursionlimit(limit)
    return reader.deep


class _Reader:
    def __init__(self, source: bytes, offset: int = 0) -> None:
        self.source = source
        self.offset = offset
        self.deep = DeepFacts()
        self.context: list[str] = [""]
        self.depth = 0
        self.annotation = False
        self.postponed = b"from __future__ import annotations" in source

    def text(self, node: Node) -> str:
        return self.source[node.start_byte : node.end_byte].decode("utf-8", "replace")

    # -- bookkeeping -----------------------------------------------------------------------

    def bind(self, name: str, scope: int, at: int) -> None:
        target = self.deep.scopes[scope]
        if name in target.global_names:
            target = self.deep.scopes[MODULE_SCOPE]
        self.deep.every_name.add(name)
        target.bound.setdefault(name, []).append(at)

    def bind_node(self, node: Node, scope: int) -> None:
        if node.kind_id == g.IDENTIFIER:
            self.bind(self.text(node), scope, node.start_byte + self.offset)

    def open_scope(self, kind: str, parent: int, node: Node) -> int:
        self.deep.scopes.append(Scope(kind, parent, node.start_byte))
        return len(self.deep.scopes) - 1

    def settle(self) -> None:
        """Find the home scope of every use, once all bindings are known."""
        for use in self.deep.uses:
            start = self.deep.scopes[use.scope].parent if use.early else use.scope
            use.home = self.home_of(use.head, start)
            self.deep.every_name.add(use.head)

    def home_of(self, name: str, scope: int) -> int:
        scopes = self.deep.scopes
        first = True
        current = scope
        while current >= 0:
            here = scopes[current]
            if name in here.global_names:
                return MODULE_SCOPE if name in scopes[MODULE_SCOPE].bound else -1
            visible = first or here.kind != "class"
            if visible and name in here.bound and name not in here.outer_names:
                return current
            if here.kind != "comprehension":
                first = False
            current = here.parent
        return -1

    # -- the walk --------------------------------------------------------------------------

    def visit_all(self, node: Node, scope: int, when: When) -> None:
        for child in node.named_children:
            self.visit(child, scope, when)

    def visit(self, node: Node, scope: int, when: When) -> None:
        self.depth += 1
        if self.depth > DEEPEST:
            self.deep.too_deep = True
        else:
            handler = HANDLERS.get(node.type)
            if handler is not None:
                handler(self, node, scope, when)
            elif node.type in COMPREHENSIONS:
                self.comprehension(node, scope, when)
            else:
                self.visit_all(node, scope, when)
        self.depth -= 1

    def identifier(self, node: Node, scope: int, when: When, stores: bool = False) -> None:
        link = Link(self.text(node), node.start_byte + self.offset, node.end_byte + self.offset)
        if link.name == "__file__":
            self.deep.relative_to_file.append(link.start)
        early = self.is_early(link.name, scope)
        self.deep.uses.append(Use((link,), scope, when, stores, quoted=self.offset > 0, early=early))

    def is_early(self, name: str, scope: int) -> bool:
        here = self.deep.scopes[scope]
        return here.kind == "class" and name not in here.bound and name not in here.global_names

    def attribute(self, node: Node, scope: int, when: When, stores: bool = False) -> None:
        links: list[Link] = []
        current: Node | None = node
        while current is not None and current.kind_id == g.ATTRIBUTE:
            name = current.child_by_field_name("attribute")
            if name is None:
                break
            links.append(Link(self.text(name), name.start_byte + self.offset, name.end_byte + self.offset))
            current = current.child_by_field_name("object")
        if current is not None and current.kind_id == g.IDENTIFIER:
            links.append(
                Link(
                    self.text(current),
                    current.start_byte + self.offset,
                    current.end_byte + self.offset,
                )
            )
            early = self.is_early(links[-1].name, scope)
            use = Use(tuple(reversed(links)), scope, when, stores, quoted=self.offset > 0, early=early)
            self.deep.uses.append(use)
        elif current is not None:
            self.visit(current, scope, when)

    def call(self, node: Node, scope: int, when: When) -> None:
        function = node.child_by_field_name("function")
        arguments = node.child_by_field_name("arguments")
        callee = self.text(function) if function is not None else ""
        if function is not None:
            self.visit(function, scope, when)
        if arguments is None:
            return
        last = callee.rsplit(".", 1)[-1]
        if last in ("import_module", "__import__"):
            first = arguments.named_children[0] if arguments.named_child_count else None
            if first is not None and (first.kind_id != g.STRING or self.is_computed(first)):
                self.deep.computed_imports.append(node.start_byte + self.offset)
        if last in BESIDE_MODULES and self.names_its_module(arguments, last):
            self.deep.relative_to_file.append(node.start_byte + self.offset)
        decorates = "@" if node.parent is not None and node.parent.type == "decorator" else ""
        self.context.append(decorates + callee if len(callee) < 120 else decorates)
        before, self.annotation = self.annotation, False
        if arguments.kind_id != g.IDENTIFIER and arguments.type in COMPREHENSIONS:
            self.visit(arguments, scope, when)
        for position, child in enumerate(arguments.named_children):
            if arguments.type in COMPREHENSIONS:
                break
            if (last == "cast" and position == 0) or (
                last in ("TypeVar", "NewType", "ForwardRef")
                and (position or child.kind_id == g.KEYWORD_ARGUMENT or last == "ForwardRef")
            ):
                self.annotated(child, scope, when)
            else:
                self.visit(child, scope, when)
        self.annotation = before
        self.context.pop()

    def names_its_module(self, arguments: Node, called: str) -> bool:
        """Whether a call that finds files beside a module is given the one that it stands in."""
        given = [self.text(child) for child in arguments.named_children]
        folders = any(text.startswith(FOLDER_OPTIONS) for text in given)
        return bool(OWN_NAMES & set(given[:2])) and (called not in ("Flask", "Blueprint") or folders)

    def is_computed(self, node: Node) -> bool:
        return any(child.type == "interpolation" for child in node.named_children)

    def keyword_argument(self, node: Node, scope: int, when: When) -> None:
        value = node.child_by_field_name("value")
        name = node.child_by_field_name("name")
        if value is not None:
            self.context.append(f"{self.context[-1]}({self.text(name) if name else ''}=")
            self.visit(value, scope, when)
            self.context.pop()

    def function(self, node: Node, scope: int, when: When) -> None:
        name = node.child_by_field_name("name")
        if name is not None:
            self.bind_node(name, scope)
        inner = self.open_scope("function", scope, node)
        self.type_parameters(node, inner, when)
        parameters = node.child_by_field_name("parameters")
        if parameters is not None:
            self.parameters(parameters, scope, inner, when)
        returned = node.child_by_field_name("return_type")
        if returned is not None:
            self.annotated(returned, self.type_scope(node, scope, inner), When.TYPES)
        body = node.child_by_field_name("body")
        if body is not None:
            self.context.append("")
            self.visit_all(body, inner, When.CALL if when == When.LOAD else when)
            self.context.pop()

    def type_scope(self, node: Node, outer: int, inner: int) -> int:
        return inner if node.child_by_field_name("type_parameters") is not None else outer

    def type_parameters(self, node: Node, scope: int, when: When) -> None:
        parameters = node.child_by_field_name("type_parameters")
        if parameters is None:
            return
        for child in parameters.named_children:
            names = names_in(child, self.source)
            if names:
                self.bind(names[0], scope, child.start_byte)
            for further in child.named_children[1:]:
                self.annotated(further, scope, When.TYPES)

    def parameters(self, node: Node, outer: int, inner: int, when: When) -> None:
        for child in node.named_children:
            kind = child.type
            if kind == "identifier":
                self.bind_node(child, inner)
                continue
            value = child.child_by_field_name("value")
            annotation = child.child_by_field_name("type")
            name = child.child_by_field_name("name")
            if name is None and child.named_child_count:
                name = child.named_children[0]
            if name is not None:
                for bound in names_in(name, self.source):
                    self.bind(bound, inner, name.start_byte)
            if value is not None:
                self.visit(value, outer, when)
            if annotation is not None:
                self.annotated(annotation, outer, When.TYPES)

    def lambda_(self, node: Node, scope: int, when: When) -> None:
        inner = self.open_scope("function", scope, node)
        parameters = node.child_by_field_name("parameters")
        if parameters is not None:
            self.parameters(parameters, scope, inner, when)
        body = node.child_by_field_name("body")
        if body is not None:
            self.visit(body, inner, When.CALL if when == When.LOAD else when)

    def class_(self, node: Node, scope: int, when: When) -> None:
        name = node.child_by_field_name("name")
        if name is not None:
            self.bind_node(name, scope)
        inner = self.open_scope("class", scope, node)
        outer = scope
        if node.child_by_field_name("type_parameters") is not None:
            outer = self.open_scope("function", scope, node)
            self.deep.scopes[inner].parent = outer
            self.type_parameters(node, outer, when)
        bases = node.child_by_field_name("superclasses")
        if bases is not None:
            self.visit_all(bases, outer, when)
        body = node.child_by_field_name("body")
        if body is not None:
            self.context.append("")
            self.visit_all(body, inner, when)
            self.context.pop()

    def comprehension(self, node: Node, scope: int, when: When) -> None:
        inner = self.open_scope("comprehension", scope, node)
        first = True
        body = node.child_by_field_name("body")
        for child in node.named_children:
            if child.type == "for_in_clause":
                left = child.child_by_field_name("left")
                if left is not None:
                    self.target(left, inner, when)
                for further in child.named_children:
                    if left is None or further.start_byte != left.start_byte:
                        self.visit(further, scope if first else inner, when)
                first = False
            elif body is None or child.start_byte != body.start_byte:
                self.visit(child, inner, when)
        if body is not None:
            self.visit(body, inner, when)

    def target(self, node: Node, scope: int, when: When) -> None:
        """An assignment's left side: names are bound, the rest is used."""
        if node.kind_id == g.IDENTIFIER:
            self.bind_node(node, scope)
        elif node.kind_id == g.ATTRIBUTE:
            self.attribute(node, scope, when, stores=True)
        elif node.type in ("subscript", "call"):
            self.visit(node, scope, when)
        else:
            for child in node.named_children:
                self.target(child, scope, when)

    def assignment(self, node: Node, scope: int, when: When) -> None:
        left = node.child_by_field_name("left")
        right = node.child_by_field_name("right")
        annotation = node.child_by_field_name("type")
        value_first = self.deep.scopes[scope].kind == "class"
        if left is not None and not value_first:
            self.target(left, scope, when)
        if annotation is not None:
            lazy = when == When.CALL or self.postponed
            self.annotated(annotation, scope, When.TYPES if lazy else when)
        if right is not None:
            self.context.append("=" + (self.text(left) if left is not None else ""))
            self.visit(right, scope, when)
            self.context.pop()
        if left is not None and value_first:
            self.target(left, scope, when)

    def augmented(self, node: Node, scope: int, when: When) -> None:
        left = node.child_by_field_name("left")
        right = node.child_by_field_name("right")
        if left is not None:
            if left.kind_id == g.IDENTIFIER:
                self.bind_node(left, scope)
                self.identifier(left, scope, when, stores=True)
            else:
                self.target(left, scope, when)
        if right is not None:
            self.context.append("=" + (self.text(left) if left is not None else ""))
            self.visit(right, scope, when)
            self.context.pop()

    def binary(self, node: Node, scope: int, when: When) -> None:
        self.context.append("+")
        self.visit_all(node, scope, when)
        self.context.pop()

    def pair(self, node: Node, scope: int, when: When) -> None:
        key = node.child_by_field_name("key")
        value = node.child_by_field_name("value")
        if key is not None:
            self.context.append(self.context[-1] + "{}")
            self.visit(key, scope, when)
            self.context.pop()
        if value is not None:
            named = key is not None and key.kind_id == g.STRING
            self.context.append(f"{self.context[-1]}[{self.text(key)}]" if named and key else "")
            self.visit(value, scope, when)
            self.context.pop()

    def for_(self, node: Node, scope: int, when: When) -> None:
        left = node.child_by_field_name("left")
        if left is not None:
            self.target(left, scope, when)
        for child in node.named_children:
            if left is None or child.start_byte != left.start_byte:
                self.visit(child, scope, when)

    def as_pattern(self, node: Node, scope: int, when: When) -> None:
        for child in node.named_children:
            if child.type == "as_pattern_target":
                self.target(child, scope, when)
            else:
                self.visit(child, scope, when)

    def named_expression(self, node: Node, scope: int, when: When) -> None:
        name = node.child_by_field_name("name")
        value = node.child_by_field_name("value")
        place = scope
        while self.deep.scopes[place].kind == "comprehension":
            place = self.deep.scopes[place].parent
        if name is not None:
            self.bind_node(name, place)
        if value is not None:
            self.visit(value, scope, when)

    def global_(self, node: Node, scope: int, when: When) -> None:
        for child in node.named_children:
            name = self.text(child)
            self.deep.scopes[scope].global_names.add(name)
            self.deep.scopes[MODULE_SCOPE].bound.setdefault(name, []).append(child.start_byte + self.offset)

    def nonlocal_(self, node: Node, scope: int, when: When) -> None:
        for child in node.named_children:
            self.deep.scopes[scope].outer_names.add(self.text(child))

    def import_(self, node: Node, scope: int, when: When) -> None:
        module = node.child_by_field_name("module_name")
        for child in node.named_children:
            if module is not None and child.start_byte == module.start_byte:
                continue
            name: Node | None = child
            if child.kind_id == g.ALIASED:
                name = child.child_by_field_name("alias")
            if name is None or child.kind_id not in (g.DOTTED_NAME, g.ALIASED):
                continue
            bound = self.text(name)
            if child.kind_id != g.ALIASED:
                bound = bound.split(".")[0]
            self.bind(bound, scope, child.start_byte + self.offset)
            place = self.deep.scopes[scope]
            if bound in place.global_names:
                place = self.deep.scopes[MODULE_SCOPE]
            place.imports.setdefault(bound, []).append(child.start_byte + self.offset)

    def if_(self, node: Node, scope: int, when: When) -> None:
        condition = node.child_by_field_name("condition")
        only_types = condition is not None and is_type_checking(self.text(condition))
        for child in node.named_children:
            inner = When.TYPES if only_types and child.kind_id == g.BLOCK else when
            self.visit(child, scope, inner)

    def case_pattern(self, node: Node, scope: int, when: When) -> None:
        for child in node.named_children:
            if child.kind_id == g.DOTTED_NAME:
                if child.named_child_count == 1:
                    self.bind_node(child.named_children[0], scope)
                else:
                    self.dotted_use(child, scope, when)
            elif child.type == "splat_pattern":
                for name in names_in(child, self.source):
                    self.bind(name, scope, child.start_byte)
            else:
                self.visit(child, scope, when)

    def class_pattern(self, node: Node, scope: int, when: When) -> None:
        for child in node.named_children:
            if child.kind_id == g.DOTTED_NAME:
                self.dotted_use(child, scope, when)
            else:
                self.visit(child, scope, when)

    def keyword_pattern(self, node: Node, scope: int, when: When) -> None:
        for child in node.named_children[1:]:
            if child.kind_id == g.DOTTED_NAME and child.named_child_count == 1:
                self.bind_node(child.named_children[0], scope)
            else:
                self.case_pattern(child, scope, when) if child.type == "case_pattern" else (
                    self.visit(child, scope, when)
                )

    def dotted_use(self, node: Node, scope: int, when: When) -> None:
        links = tuple(
            Link(self.text(part), part.start_byte + self.offset, part.end_byte + self.offset)
            for part in node.named_children
        )
        self.deep.uses.append(Use(links, scope, when))

    def type_alias(self, node: Node, scope: int, when: When) -> None:
        left = node.child_by_field_name("left")
        names = names_in(left, self.source) if left is not None else []
        if names and left is not None:
            self.bind(names[0], scope, left.start_byte)
        inner = self.open_scope("function", scope, node)
        for further in names[1:]:
            self.bind(further, inner, node.start_byte)
        right = node.child_by_field_name("right")
        if right is not None:
            self.annotated(right, inner, When.TYPES)

    def annotated(self, node: Node, scope: int, when: When) -> None:
        before, self.annotation = self.annotation, True
        self.visit(node, scope, when)
        self.annotation = before

    def subscript(self, node: Node, scope: int, when: When) -> None:
        value = node.child_by_field_name("value")
        before = self.annotation
        if value is not None:
            self.visit(value, scope, when)
            if self.text(value).rsplit(".", 1)[-1] == "Literal":
                self.annotation = False
        self.context.append((self.text(value) if value is not None else "") + "[]")
        for child in node.named_children:
            if value is None or child.start_byte != value.start_byte:
                self.visit(child, scope, when)
        self.context.pop()
        self.annotation = before

    def generic_type(self, node: Node, scope: int, when: When) -> None:
        before = self.annotation
        children = node.named_children
        if children:
            self.visit(children[0], scope, when)
            if self.text(children[0]).rsplit(".", 1)[-1] == "Literal":
                self.annotation = False
        for child in children[1:]:
            self.visit(child, scope, when)
        self.annotation = before

    def member_type(self, node: Node, scope: int, when: When) -> None:
        parts: list[Link] = []
        for child in _leaves(node):
            if child.kind_id != g.IDENTIFIER:
                self.visit_all(node, scope, when)
                return
            parts.append(Link(self.text(child), child.start_byte + self.offset, child.end_byte + self.offset))
        if parts:
            self.deep.uses.append(Use(tuple(parts), scope, when, quoted=self.offset > 0))

    def string(self, node: Node, scope: int, when: When) -> None:
        children = node.named_children
        for child in children:
            if child.type == "interpolation":
                self.visit_all(child, scope, when)
        if any(child.type == "interpolation" for child in children):
            return
        if len(children) < 3 or children[0].type != "string_start":
            return
        start, end = children[0].end_byte, children[-1].start_byte
        if any(child.type == "escape_sequence" for child in _leaves(node)):
            return
        value = self.source[start:end].decode("utf-8", "replace")
        parent = node.parent
        documents = parent is not None and parent.kind_id == g.EXPRESSION_STATEMENT
        if self.annotation and not self.offset and "\n" not in value:
            self.quoted(value, start, scope, when)
            return
        self.deep.texts.append(
            Text(value, start + self.offset, end + self.offset, self.context[-1], documents)
        )

    def quoted(self, value: str, start: int, scope: int, when: When) -> None:
        """A type written as a string: read it as the expression that it holds."""
        inner = _Reader(value.encode("utf-8"), start)
        tree = g.parse(inner.source)
        if tree.root_node.has_error:
            return
        inner.deep = self.deep
        inner.visit_all(tree.root_node, scope, When.TYPES)


def _leaves(node: Node) -> list[Node]:
    children = node.named_children
    if not children:
        return [node]
    return [leaf for child in children for leaf in _leaves(child)]


HANDLERS = {
    "identifier": _Reader.identifier,
    "attribute": _Reader.attribute,
    "call": _Reader.call,
    "keyword_argument": _Reader.keyword_argument,
    "function_definition": _Reader.function,
    "class_definition": _Reader.class_,
    "lambda": _Reader.lambda_,
    "assignment": _Reader.assignment,
    "augmented_assignment": _Reader.augmented,
    "pair": _Reader.pair,
    "for_statement": _Reader.for_,
    "as_pattern": _Reader.as_pattern,
    "named_expression": _Reader.named_expression,
    "global_statement": _Reader.global_,
    "nonlocal_statement": _Reader.nonlocal_,
    "import_statement": _Reader.import_,
    "import_from_statement": _Reader.import_,
    "future_import_statement": lambda reader, node, scope, when: None,
    "if_statement": _Reader.if_,
    "case_pattern": _Reader.case_pattern,
    "class_pattern": _Reader.class_pattern,
    "keyword_pattern": _Reader.keyword_pattern,
    "type_alias_statement": _Reader.type_alias,
    "subscript": _Reader.subscript,
    "binary_operator": _Reader.binary,
    "generic_type": _Reader.generic_type,
    "member_type": _Reader.member_type,
    "string": _Reader.string,
}
