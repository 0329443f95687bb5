"""Surface facts of C#: namespaces, usings, types with what extends others, what is named without more."""

import re
from collections.abc import Iterator

from tree_sitter import Node, Tree

from yandrel.languages.csharp.grammar import (
    CONTAINERS,
    NAMESPACES,
    TYPE_KINDS,
    attributes_of,
    chain_of,
    condition_at,
    members_in,
    modifiers_of,
    most_branches,
    parse,
    parse_branches,
    parse_first_branches,
    parse_outline,
    start_with_condition,
)
from yandrel.languages.csharp.mentions import find_mentions
from yandrel.languages.reading import Lines, find_problems, find_secrets
from yandrel.languages.recovery import recover_definitions
from yandrel.languages.trees import dotted_text, text_of
from yandrel.model.facts import Definition, Facts, Import, ImportedName, Mention, Problem, When

ALIAS = "alias"
STATIC = "static"
GLOBAL = "global "
STATIC_MEMBER = "static "
"""What stands before members of a type that are taken from the type itself."""
TOLD = ("partial", "static", "abstract", "sealed")

DECLARED = re.compile(
    rb"^[ \t]*(?:(?:public|internal|abstract|sealed|static|partial|readonly|ref|unsafe)\s+)*"
    rb"(?P<kind>class|interface|struct|enum|record)\s+(?P<name>\w+)",
    re.MULTILINE,
)
"""Types of a file that cannot be read whole."""

UNDER_CONDITION = "#if"
"""The mark of a definition that stands under a condition of the preprocessor."""


class _Reader:
    def __init__(self, source: bytes, whole: Tree, first: Tree, outline: bool = False) -> None:
        """Take a file's tree, and the one to read: of its first branches, where conditions cut the file."""
        self.source = source
        self.outline = outline
        self.whole = whole.root_node
        self.tree = first
        self.root = first.root_node
        self.imports: list[Import] = []
        self.definitions: list[Definition] = []
        self.namespaces: list[str] = []
        self.names_of_namespaces: list[tuple[int, int]] = []

    def read(self) -> Facts:
        self.read_members(self.root, "")
        others = self.read_other_branches()
        problems = () if self.is_whole(others) else self.find_problems()
        if problems:
            namespace = self.namespaces[0] if self.namespaces else ""
            self.definitions += recover_definitions(self.source, DECLARED, self.definitions, namespace)
        return Facts(
            "csharp",
            self.root.end_point[0] + 1 if self.source.strip() else 0,
            tuple(self.imports),
            tuple(self.definitions),
            problems=problems,
            namespaces=tuple(dict.fromkeys(self.namespaces)) or ("",),
            mentions=tuple(self.mentions()),
            secrets=find_secrets(self.source),
        )

    def find_problems(self) -> tuple[Problem, ...]:
        """Return where the file as a whole cannot be read."""
        return find_problems(parse(self.source).root_node if self.outline else self.whole)

    def is_whole(self, others: "list[_Reader]") -> bool:
        """Whether all that stands in the file was read, in one branch of its conditions or another."""
        if not self.whole.has_error:
            return True
        return not self.root.has_error and (bool(others) or most_branches(self.source) == 1)

    def read_other_branches(self) -> "list[_Reader]":
        """Read what stands in further branches of conditions, and add what the first ones do not have."""
        if not self.whole.has_error:
            return []
        branches = parse_branches(self.source, self.tree, self.outline)
        readers = [_Reader(text, tree, tree) for text, tree in branches]
        for reader in readers:
            reader.read_members(reader.root, "")
            known = {(d.namespace, d.name) for d in self.definitions}
            self.definitions += [d for d in reader.definitions if (d.namespace, d.name) not in known]
            spans = {(i.start, i.end) for i in self.imports}
            self.names_of_namespaces += reader.names_of_namespaces
            self.imports += [i for i in reader.imports if (i.start, i.end) not in spans]
            self.namespaces += [name for name in reader.namespaces if name not in self.namespaces]
        return readers

    def read_members(self, node: Node, namespace: str) -> None:
        for child in node.named_children:
            if child.type == "using_directive":
                self.read_using(child, namespace)
            elif child.type == "file_scoped_namespace_declaration":
                namespace = self.open_namespace(child, namespace)
            elif child.type == "namespace_declaration":
                body = child.child_by_field_name("body")
                if body is not None:
                    self.read_members(body, self.open_namespace(child, namespace))
            elif child.type in TYPE_KINDS:
                self.read_type(child, namespace)
            elif child.type in CONTAINERS:
                self.read_members(child, namespace)

    def open_namespace(self, node: Node, outer: str) -> str:
        written = node.child_by_field_name("name")
        if written is not None:
            self.names_of_namespaces.append((written.start_byte, written.end_byte))
        name = dotted_text(written)
        name = f"{outer}.{name}" if outer else name
        body = node.child_by_field_name("body")
        holds = [c.type for c in body.named_children] if body is not None else []
        if not holds or any(kind not in NAMESPACES and kind != "using_directive" for kind in holds):
            self.namespaces.append(name)
        return name

    def read_using(self, node: Node, namespace: str) -> None:
        words = {c.type for c in node.children}
        alias = text_of(node.child_by_field_name("name")) if "=" in words else ""
        path = dotted_text(node.named_children[-1]).removeprefix("global::").partition("<")[0]
        space = STATIC if "static" in words else ALIAS if alias else "type"
        module, name = (path, "*") if space == "type" else (path.rpartition(".")[0], path.rpartition(".")[2])
        if "global" in words:
            space = GLOBAL + space
        self.imports.append(
            Import(
                module,
                (ImportedName(name, alias, node.start_byte, node.end_byte),),
                False,
                node.start_byte,
                node.end_byte,
                node.start_point[0] + 1,
                When.CALL,
                False,
                bool(namespace),
                space=space,
            )
        )

    def read_type(self, node: Node, namespace: str) -> None:
        bases: list[str] = []
        members: list[str] = []
        inner: list[str] = []
        marks = attributes_of(node)
        for child in node.named_children:
            if child.type == "base_list":
                bases += [
                    ".".join(text_of(p) for p in chain_of(c)) for c in child.named_children if chain_of(c)
                ]
            elif child.type in ("declaration_list", "enum_member_declaration_list"):
                for member in members_in(child):
                    read_member(member, members, inner, marks)
        told = modifiers_of(node)
        seen = [] if "public" in told else ["internal"]
        start = start_with_condition(self.source, node.start_byte, node.end_byte)
        self.definitions.append(
            Definition(
                text_of(node.child_by_field_name("name")),
                TYPE_KINDS[node.type],
                start,
                node.end_byte,
                node.start_point[0] + 1,
                node.end_point[0] + 1,
                tuple(bases),
                (
                    *marks,
                    *(word for word in TOLD if word in told),
                    *seen,
                    *([UNDER_CONDITION] if condition_at(self.source, start) else []),
                ),
                tuple(members),
                namespace=namespace,
                inner=tuple(dict.fromkeys(inner)),
            )
        )

    def mentions(self) -> Iterator[Mention]:
        skipped = [*self.names_of_namespaces, *((item.start, item.end) for item in self.imports)]
        members = {name.encode() for d in self.definitions for name in d.members}
        values = [
            (d.start, d.end, frozenset(n.encode() for n in d.members if not n.endswith("()")))
            for d in self.definitions
            if d.members
        ]
        outer = [*self.namespaces, *(item.module for item in self.imports)]
        lower = any(name[:1].islower() for name in outer)
        lines = Lines(self.source)
        first = find_mentions(self.source, skipped, members, values, lower)
        for (space, text), at in sorted(first.items(), key=lambda item: item[1]):
            yield Mention(text.decode("utf-8", "replace"), lines.of(at), space)


def read_member(member: Node, members: list[str], inner: list[str], marks: list[str]) -> None:
    """Note what a type holds: methods, properties, fields, what extends other types."""
    if member.type == "method_declaration":
        name = text_of(member.child_by_field_name("name"))
        members.append(name + "()")
        if "static" in modifiers_of(member):
            inner.append(STATIC_MEMBER + name)
        marks += attributes_of(member)
        held = member.child_by_field_name("parameters")
        first = next((p for p in (held.named_children if held else ()) if p.type == "parameter"), None)
        if first is not None and "this" in modifiers_of(first):
            inner.append(name)
    elif member.type in ("property_declaration", "enum_member_declaration"):
        members.append(text_of(member.child_by_field_name("name")))
        if member.type == "enum_member_declaration" or "static" in modifiers_of(member):
            inner.append(STATIC_MEMBER + members[-1])
    elif member.type == "field_declaration":
        declared = next((c for c in member.named_children if c.type == "variable_declaration"), None)
        for variable in declared.named_children if declared is not None else ():
            if variable.type == "variable_declarator":
                members.append(text_of(variable.child_by_field_name("name")))
                if modifiers_of(member) & {"static", "const"}:
                    inner.append(STATIC_MEMBER + members[-1])


def read_facts(source: bytes, outline: bool = False) -> Facts:
    """Return the surface facts of one C# file; an outline's know of no problem in a method."""
    if outline:
        return _Reader(source, *parse_outline(source), outline=True).read()
    whole = parse(source)
    return _Reader(source, whole, parse_first_branches(source, whole)).read()
