"""Surface facts of Swift: imported modules, declarations, names that need no import."""

from collections.abc import Iterator

from tree_sitter import Node

from yandrel.languages.reading import Lines, find_problems, find_secrets
from yandrel.languages.swift.grammar import (
    DECLARATIONS,
    HIDDEN,
    OUTLINES,
    attributes_of,
    imported_module,
    kind_of,
    modifiers_of,
    name_of,
    parse,
    start_of,
)
from yandrel.languages.swift.mentions import find_mentions
from yandrel.languages.trees import text_of
from yandrel.model.facts import Definition, Facts, Import, ImportedName, Mention, When

INTERNAL = "internal"


class _Reader:
    def __init__(self, source: bytes, outline: bool) -> None:
        self.source = source
        self.root = (OUTLINES.parse if outline else parse)(source).root_node
        self.imports: list[Import] = []
        self.definitions: list[Definition] = []

    def read(self) -> Facts:
        for node in self.root.named_children:
            if node.type == "import_declaration":
                self.read_import(node)
            elif node.type in DECLARATIONS:
                self.read_declaration(node)
        return Facts(
            "swift",
            self.root.end_point[0] + 1 if self.source.strip() else 0,
            tuple(self.imports),
            tuple(self.definitions),
            problems=find_problems(self.root),
            mentions=tuple(self.mentions()),
            secrets=find_secrets(self.source),
        )

    def read_import(self, node: Node) -> None:
        start, end, line = node.start_byte, node.end_byte, node.start_point[0] + 1
        name = ImportedName("*", "", start, end)
        self.imports.append(
            Import(imported_module(node), (name,), True, start, end, line, When.CALL, False, False)
        )

    def read_declaration(self, node: Node) -> None:
        name = name_of(node)
        kind = kind_of(node)
        if name is None or kind == "extension":
            return
        told = modifiers_of(node)
        marks = attributes_of(node)
        if told & HIDDEN:
            marks.append("private")
        elif not told & {"public", "open"}:
            marks.append(INTERNAL)
        self.definitions.append(
            Definition(
                text_of(name), kind, start_of(node, self.source), node.end_byte, node.start_point[0] + 1,
                node.end_point[0] + 1, tuple(_bases_of(node)), tuple(marks), tuple(_members_of(node)),
            )
        )  # fmt: skip

    def mentions(self) -> Iterator[Mention]:
        own = {definition.name for definition in self.definitions}
        lines = Lines(self.source)
        first = find_mentions(self.source)
        for text, at in sorted(first.items(), key=lambda item: item[1]):
            name = text.decode("utf-8", "replace")
            if name.partition(".")[0] not in own:
                yield Mention(name, lines.of(at))


def _bases_of(node: Node) -> Iterator[str]:
    for child in node.named_children:
        if child.type == "inheritance_specifier":
            yield text_of(child.child_by_field_name("inherits_from")).partition("<")[0]


def _members_of(node: Node) -> Iterator[str]:
    body = node.child_by_field_name("body")
    for member in body.named_children if body is not None else ():
        name = name_of(member)
        if name is not None and member.type in ("function_declaration", "protocol_function_declaration"):
            yield text_of(name) + "()"
        elif name is not None and member.type in ("property_declaration", "enum_entry"):
            yield text_of(name)


def read_facts(source: bytes, outline: bool = False) -> Facts:
    """Return the surface facts of one Swift file; an outline's know of no problem in a function."""
    return _Reader(source, outline).read()
