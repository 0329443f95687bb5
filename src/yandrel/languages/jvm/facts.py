"""Surface facts of Java: the package, imports, types with their members, what is named without an import."""

import re
from collections.abc import Iterator

from tree_sitter import Node

from yandrel.languages.jvm.grammar import OUTLINES, TYPE_KINDS, modifiers_of, parse, words_of_modifiers
from yandrel.languages.jvm.mentions import find_mentions
from yandrel.languages.reading import Lines, find_problems, find_secrets
from yandrel.languages.recovery import recover_definitions
from yandrel.languages.trees import dotted_text, text_of
from yandrel.model.facts import Definition, Facts, Import, ImportedName, Mention, When

PROTECTED = "protected "
DECLARED = re.compile(
    rb"^(?:(?:public|final|abstract|sealed|non-sealed|strictfp)\s+)*"
    rb"@?(?P<kind>class|interface|enum|record)\s+(?P<name>\w+)",
    re.MULTILINE,
)
"""Types at the top of a file that cannot be read whole."""
PLAIN_IMPORT = re.compile(r"import (static )?([\w.]+(?:\.\*)?);\Z")
SHOWN = frozenset({"public", "private"})


class _Reader:
    def __init__(self, source: bytes, outline: bool) -> None:
        self.source = source
        self.root = (OUTLINES.parse if outline else parse)(source).root_node
        self.package = ""
        self.header = 0
        self.nested: set[str] = set()
        self.imports: list[Import] = []
        self.definitions: list[Definition] = []
        self.comment: Node | None = None

    def read(self) -> Facts:
        for node in self.root.named_children:
            kind = node.type
            if kind in ("block_comment", "line_comment"):
                self.comment = node
                continue
            if kind == "package_declaration":
                self.package = dotted_text(node.named_children[-1])
                self.header = node.end_byte
            elif kind == "import_declaration":
                self.read_import(node)
            elif kind in TYPE_KINDS:
                self.read_type(node)
            self.comment = None
        problems = find_problems(self.root)
        if problems:
            self.definitions += recover_definitions(self.source, DECLARED, self.definitions, self.package)
        return Facts(
            "java",
            self.root.end_point[0] + 1 if self.source.strip() else 0,
            tuple(self.imports),
            tuple(self.definitions),
            problems=problems,
            namespaces=(self.package,),
            mentions=tuple(self.mentions()),
            secrets=find_secrets(self.source),
        )

    def read_import(self, node: Node) -> None:
        plain = PLAIN_IMPORT.match(text_of(node))
        if plain is not None:
            static, path = bool(plain[1]), plain[2]
        else:
            static = any(c.type == "static" for c in node.children)
            wild = any(c.type == "asterisk" for c in node.named_children)
            kinds = ("scoped_identifier", "identifier")
            path = dotted_text(next((c for c in node.named_children if c.type in kinds), None))
            path += ".*" if wild else ""
        module, _, last = path.rpartition(".")
        self.imports.append(
            Import(
                module, (ImportedName(last, "", node.start_byte, node.end_byte),), False, node.start_byte,
                node.end_byte, node.start_point[0] + 1, When.CALL, False, False,
                space="static" if static else "type",
            )
        )  # fmt: skip

    def read_type(self, node: Node) -> None:
        bases: list[str] = []
        members: list[str] = []
        inner: list[str] = []
        marks = _marks_of(node)
        for child in node.named_children:
            if child.type in ("superclass", "super_interfaces", "extends_interfaces"):
                bases += _types_in(child)
            elif child.type in ("class_body", "interface_body", "enum_body", "annotation_type_body"):
                self.read_members(child, members, inner, marks, node.type)
        hidden = "public" not in words_of_modifiers(node)
        start = self.comment if self.comment is not None and text_of(self.comment).startswith("/**") else node
        self.definitions.append(
            Definition(
                text_of(node.child_by_field_name("name")), TYPE_KINDS[node.type], start.start_byte,
                node.end_byte, node.start_point[0] + 1, node.end_point[0] + 1, tuple(bases), tuple(marks),
                tuple(members), namespace=self.package, hidden=hidden, inner=tuple(dict.fromkeys(inner)),
            )
        )  # fmt: skip

    def read_members(
        self, body: Node, members: list[str], inner: list[str], marks: list[str], outer: str
    ) -> None:
        open_kind = outer in ("interface_declaration", "annotation_type_declaration")
        for member in body.named_children:
            if member.type == "enum_body_declarations":
                self.read_members(member, members, inner, marks, outer)
                continue
            names: list[str] = []
            if member.type == "method_declaration":
                names = [text_of(member.child_by_field_name("name"))]
                members.append(names[0] + "()")
                marks += _marks_of(member)
            elif member.type == "constructor_declaration":
                names = ["<init>"]
            elif member.type == "field_declaration":
                names = [
                    text_of(c.child_by_field_name("name"))
                    for c in member.named_children
                    if c.type == "variable_declarator"
                ]
                members += names
            elif member.type in TYPE_KINDS:
                names = [text_of(member.child_by_field_name("name"))]
                self.nested.update(names)
                self.read_nested(member, inner)
            if names and not open_kind and SHOWN.isdisjoint(words_of_modifiers(member)):
                shared = "protected" in words_of_modifiers(member)
                inner += [PROTECTED + name if shared else name for name in names]

    def read_nested(self, node: Node, inner: list[str]) -> None:
        """Note what of a nested type only the package sees."""
        for child in node.named_children:
            if child.type in ("class_body", "enum_body"):
                self.read_members(child, [], inner, [], node.type)

    def mentions(self) -> Iterator[Mention]:
        start = self.imports[-1].end if self.imports else self.header
        lines = Lines(self.source)
        for text, at in find_mentions(self.source, start).items():
            name = text.decode("utf-8", "replace")
            if name not in self.nested:
                yield Mention(name, lines.of(at))


def _marks_of(node: Node) -> list[str]:
    found = modifiers_of(node)
    if found is None:
        return []
    return [
        dotted_text(c.child_by_field_name("name")).rpartition(".")[2]
        for c in found.named_children
        if c.type in ("marker_annotation", "annotation")
    ]


def _types_in(node: Node) -> list[str]:
    if node.type in ("type_identifier", "scoped_type_identifier"):
        return [dotted_text(node)]
    if node.type == "generic_type":
        return _types_in(node.named_children[0])
    if node.type in ("marker_annotation", "annotation"):
        return []
    return [name for child in node.named_children for name in _types_in(child)]


def read_facts(source: bytes, outline: bool = False) -> Facts:
    """Return the surface facts of one Java file; an outline's know of no problem in a method."""
    return _Reader(source, outline).read()
