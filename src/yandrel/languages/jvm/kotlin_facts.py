"""Surface facts of Kotlin: the package, imports, types, functions and properties, names without an import."""

import re
from collections.abc import Iterator

from tree_sitter import Node

from yandrel.languages.jvm.kotlin_mentions import find_mentions
from yandrel.languages.jvm.kotlin_tree import (
    ANNOTATION_NAME,
    COMMENTS,
    DECLARATIONS,
    TOLD,
    annotations_of,
    child_of,
    facade_of,
    kind_of,
    modifier_words,
    names_of,
    parse,
    parse_outline,
    read_import,
    receiver_of,
    stray_annotations,
)
from yandrel.languages.reading import Lines, find_problems, find_secrets
from yandrel.languages.recovery import recover_definitions
from yandrel.languages.trees import dotted_text, text_of
from yandrel.model.facts import Definition, Facts, Import, ImportedName, Mention, Problem, When

DECLARED = re.compile(
    rb"^(?:@[\w.]++(?:\([^)\n]*+\))?\s++)*+"
    rb"(?:(?:public|internal|private|open|abstract|sealed|data|inline|enum|annotation|expect|actual|fun|suspend"
    rb"|operator|infix|tailrec|const|lateinit|external|value)\s++)*"
    rb"(?P<kind>class|interface|object|fun|val|var|typealias)\s++(?:<[^>\n]*+>\s*+)?"
    rb"(?:(?P<owner>[\w<>?*, ]++)\.)?(?P<name>\w++)",
    re.MULTILINE,
)
"""What stands at the top of a file that cannot be read whole."""
KINDS = {"fun": "function", "val": "constant", "var": "constant", "typealias": "alias"}


class _Reader:
    def __init__(self, source: bytes, outline: bool) -> None:
        self.source = source
        self.root = (parse_outline if outline else parse)(source).root_node
        self.package = ""
        self.imports: list[Import] = []
        self.definitions: list[Definition] = []
        self.comment: Node | None = None
        self.annotations: Node | None = None
        self.header = 0
        self.entries: set[bytes] = set()

    def taken_for_expressions(self) -> Iterator[Problem]:
        """Declarations that the grammar reads as expressions, which no file has at its top."""
        for node in self.root.named_children:
            if node.type == "annotated_expression" and not stray_annotations(node):
                yield Problem(node.start_point[0] + 1, "cannot be read")

    def read(self) -> Facts:
        for node in self.root.named_children:
            if node.type in COMMENTS:
                self.comment = self.comment if self.annotations is not None else node
                continue
            if stray_annotations(node):
                self.annotations = node
                continue
            if node.type == "package_header":
                self.package = dotted_text(node.named_children[0])
                self.header = node.end_byte
            elif node.type == "import":
                self.read_import(node)
            elif node.type in DECLARATIONS:
                self.read_declaration(node)
            self.comment = self.annotations = None
        problems = (*find_problems(self.root), *self.taken_for_expressions())
        if problems:
            self.definitions += recover_definitions(
                self.source, DECLARED, self.definitions, self.package, KINDS
            )
        declares = any(d.kind in ("function", "constant") for d in self.definitions)
        facade = facade_of(self.root, declares)
        return Facts(
            "kotlin",
            self.root.end_point[0] + 1 if self.source.strip() else 0,
            tuple(self.imports),
            tuple(self.definitions),
            bound=(facade,) if facade else (),
            problems=problems,
            namespaces=(self.package,),
            mentions=tuple(self.mentions()),
            secrets=find_secrets(self.source),
        )

    def read_import(self, node: Node) -> None:
        path, alias, wild, _ = read_import(node)
        module, _, last = (path, "", "*") if wild else path.rpartition(".")
        self.imports.append(
            Import(
                module, (ImportedName(last, alias, node.start_byte, node.end_byte),), False, node.start_byte,
                node.end_byte, node.start_point[0] + 1, When.CALL, False, False,
            )
        )  # fmt: skip

    def read_declaration(self, node: Node) -> None:
        bases: list[str] = []
        members: list[str] = []
        marks = annotations_of(node)
        if self.annotations is not None:
            marks += [name.decode() for name in ANNOTATION_NAME.findall(self.annotations.text or b"")]
        told = modifier_words(node)
        for child in node.named_children:
            if child.type == "delegation_specifiers":
                bases += _bases_in(child)
            elif child.type in ("class_body", "enum_class_body"):
                self.read_members(child, members, marks)
            elif child.type == "primary_constructor":
                held = child_of(child, "class_parameters")
                members += [text_of(child_of(p, "identifier")) for p in (held.named_children if held else ())]
        comment = self.comment
        first = self.annotations or node
        start = comment if comment is not None and text_of(comment).startswith("/**") else first
        for name in names_of(node):
            self.definitions.append(
                Definition(
                    text_of(name), kind_of(node), start.start_byte, node.end_byte, node.start_point[0] + 1,
                    node.end_point[0] + 1, tuple(bases), (*marks, *sorted(told & TOLD)), tuple(members),
                    owner=receiver_of(node), namespace=self.package,
                )
            )  # fmt: skip

    def read_members(self, body: Node, members: list[str], marks: list[str]) -> None:
        for member in body.named_children:
            if member.type == "function_declaration":
                members.append(text_of(member.child_by_field_name("name")) + "()")
                marks += annotations_of(member)
            elif member.type == "property_declaration":
                members += [text_of(name) for name in names_of(member)]
            elif member.type == "enum_entry":
                self.entries.add(text_of(child_of(member, "identifier")).encode())
            elif member.type == "companion_object":
                inner = child_of(member, "class_body")
                if inner is not None:
                    self.read_members(inner, members, marks)

    def mentions(self) -> Iterator[Mention]:
        own = {d.name.encode() for d in self.definitions}
        start = self.imports[-1].end if self.imports else self.header
        first = find_mentions(self.source, start, own, self.entries)
        lines = Lines(self.source)
        for (space, text), at in sorted(first.items(), key=lambda item: item[1]):
            yield Mention(text.decode("utf-8", "replace").strip("`"), lines.of(at), space)


def _bases_in(specifiers: Node) -> Iterator[str]:
    """Yield the types that a declaration extends, without what they are given or done by."""
    for specifier in specifiers.named_children:
        node: Node | None = specifier
        while node is not None and node.type != "user_type":
            node = next((c for c in node.named_children if c.type != "annotation"), None)
        if node is not None:
            yield ".".join(text_of(c) for c in node.named_children if c.type == "identifier")


def read_facts(source: bytes, outline: bool = False) -> Facts:
    """Return the surface facts of one Kotlin file; an outline's know of no problem in a function."""
    return _Reader(source, outline).read()
