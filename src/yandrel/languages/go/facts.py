"""Surface facts of Go: the package, imports, what is declared at the top, what is named without an import."""

import re
from collections.abc import Iterator

from tree_sitter import Node

from yandrel.languages.go.grammar import (
    KINDS,
    LISTS,
    OUTLINES,
    embedded_name,
    names_of,
    parse,
    path_of,
    receiver_of,
    specs_of,
)
from yandrel.languages.go.mentions import find_mentions
from yandrel.languages.go.naming import candidate_names
from yandrel.languages.reading import Lines, find_problems, find_secrets
from yandrel.languages.recovery import recover_definitions
from yandrel.languages.trees import text_of
from yandrel.model.evidence import TAKES
from yandrel.model.facts import Definition, Facts, Import, ImportedName, Mention, When

METHOD = "method"
DECLARED = re.compile(rb"^(?P<kind>func|type)\s+(?P<name>\w+)", re.MULTILINE)
"""What stands at the top of a file that cannot be read whole."""
CONSTRAINED = re.compile(rb"^//(?:go:build| \+build) ", re.MULTILINE)


ANSWERS = re.compile(
    r"\(\s*+\w++\s++(?:(?P<writer>http\.ResponseWriter)\s*+,\s*+\w++\s++\*http\.Request"
    r"|\*?(?P<context>gin\.Context|echo\.Context|fiber\.Ctx))\s*+,?\s*+\)"
)
SERVES = "ServeHTTP"
"""The method of everything that stands in a chain of handlers, middleware too."""


class _Reader:
    def __init__(self, source: bytes, outline: bool) -> None:
        self.source = source
        self.root = (OUTLINES.parse if outline else parse)(source).root_node
        self.package = ""
        self.imports: list[Import] = []
        self.definitions: list[Definition] = []
        self.acts = 0
        self.header = 0

    def read(self) -> Facts:
        for node in self.root.named_children:
            kind = node.type
            if kind == "package_clause":
                self.package = text_of(node.named_children[0])
                self.header = node.end_byte
            elif kind == "import_declaration":
                self.header = node.end_byte
                for spec in specs_of(node):
                    self.read_import(spec)
            elif kind in ("function_declaration", "method_declaration"):
                self.read_function(node)
            elif kind in ("const_declaration", "var_declaration", "type_declaration"):
                for spec in specs_of(node):
                    self.read_spec(spec, kind)
        problems = find_problems(self.root)
        if problems:
            self.definitions += recover_definitions(
                self.source, DECLARED, self.definitions, "", {"func": "function"}
            )
        return Facts(
            "go",
            self.root.end_point[0] + 1 if self.source.strip() else 0,
            tuple(self.imports),
            tuple(self.definitions),
            acts=self.acts,
            problems=problems,
            namespaces=(self.package,),
            mentions=tuple(self.mentions()),
            secrets=find_secrets(self.source),
        )

    def read_import(self, spec: Node) -> None:
        alias = text_of(spec.child_by_field_name("name"))
        self.imports.append(
            Import(
                path_of(spec),
                (ImportedName("*", alias, spec.start_byte, spec.end_byte),),
                True,
                spec.start_byte,
                spec.end_byte,
                spec.start_point[0] + 1,
                When.LOAD,
                False,
                False,
            )
        )

    def read_function(self, node: Node) -> None:
        name = text_of(node.child_by_field_name("name"))
        if node.type == "method_declaration":
            owner = receiver_of(node)
            marks = _handler_marks(node) if name != SERVES else ()
            self.define(f"{owner}.{name}", METHOD, node, node, owner=owner, marks=marks)
        elif name == "init":
            self.acts += 1
        elif name != "_":
            self.define(name, "function", node, node, marks=_handler_marks(node))

    def read_spec(self, spec: Node, kind: str) -> None:
        for name in names_of(spec):
            text = text_of(name)
            if text == "_":
                self.acts += 1
                continue
            if kind != "type_declaration":
                self.define(text, "constant", spec, name, value=kind.partition("_")[0])
                continue
            found = spec.child_by_field_name("type")
            members, bases = _members_of(found)
            shape = found.type if found is not None else ""
            self.define(
                text, KINDS.get(shape, "type"), spec, name, bases, members, value=LISTS.get(shape, "")
            )

    def define(
        self,
        name: str,
        kind: str,
        node: Node,
        first: Node,
        bases: tuple[str, ...] = (),
        members: tuple[str, ...] = (),
        owner: str = "",
        value: str = "",
        marks: tuple[str, ...] = (),
    ) -> None:
        self.definitions.append(
            Definition(
                name,
                kind,
                node.start_byte,
                node.end_byte,
                first.start_point[0] + 1,
                node.end_point[0] + 1,
                bases,
                marks,
                members,
                value,
                owner=owner,
            )
        )

    def mentions(self) -> Iterator[Mention]:
        defined = {d.name.encode() for d in self.definitions}
        named = {
            name.encode()
            for item in self.imports
            for name in (item.names[0].alias, *candidate_names(item.module))
        }
        methods = {name[:-2].encode() for d in self.definitions for name in d.members if name[-2:] == "()"}
        first = find_mentions(self.source, self.header, defined, named, methods)
        lines = Lines(self.source)
        for text, at in sorted(first.items(), key=lambda item: item[1]):
            yield Mention(text.decode("utf-8", "replace"), lines.of(at))


def _handler_marks(node: Node) -> tuple[str, ...]:
    """Return what a function takes, where that is just what whatever answers requests is given."""
    taken = ANSWERS.fullmatch(text_of(node.child_by_field_name("parameters")))
    return () if taken is None else (TAKES + (taken["writer"] or taken["context"]),)


def _members_of(node: Node | None) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """Return the fields or methods of a type, and the types that it embeds."""
    members: list[str] = []
    bases: list[str] = []
    if node is None or node.type not in KINDS:
        return (), ()
    held = node.named_children
    if node.type == "struct_type":
        held = [f for c in held if c.type == "field_declaration_list" for f in c.named_children]
    for field in held:
        if field.type == "field_declaration":
            names = names_of(field)
            members += [text_of(name) for name in names]
            if not names:
                members.append(embedded_name(field))
                bases.append(embedded_name(field))
        elif field.type == "method_elem":
            members.append(text_of(field.child_by_field_name("name")) + "()")
        elif field.type == "type_elem" and len(field.named_children) == 1:
            bases.append(text_of(field.named_children[0]))
    return tuple(members), tuple(bases)


def read_facts(source: bytes, outline: bool = False) -> Facts:
    """Return the surface facts of one Go file; an outline's know of no problem in a function."""
    return _Reader(source, outline).read()
