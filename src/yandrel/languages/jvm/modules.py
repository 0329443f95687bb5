"""Java's module-info: the packages that a module exports and opens follow their types, and what it reads
what they use."""

from collections.abc import Iterator

from tree_sitter import Node

from yandrel.languages.edits import newline_of
from yandrel.languages.jvm.grammar import parse
from yandrel.languages.jvm.module_reach import MODULE_INFO
from yandrel.languages.named.table import Renaming, parent_of
from yandrel.languages.trees import dotted_text
from yandrel.model.changes import Edit, Relocation
from yandrel.model.graph import Symbol

KINDS = ("exports_module_directive", "opens_module_directive")


class ModuleFile:
    """One module-info, and where the types of the packages in it go."""

    def __init__(
        self, unit: str, source: bytes, relocation: Relocation, renaming: Renaming, required: list[str]
    ) -> None:
        self.folder = unit[: -len(MODULE_INFO)]
        self.required = required
        self.source = source
        self.relocation = relocation
        self.renaming = renaming
        self.said: set[tuple[str, str]] = set()

    def edits(self) -> list[Edit]:
        """Return the edits after which the packages that types go to are handed out like those they leave,
        and what comes into the module finds what it uses."""
        directives = list(self.directives())
        homes = [self.homes_of(name) for _, name in directives]
        for (directive, name), places in zip(directives, homes, strict=True):
            if name in places:
                self.said.add((directive.type, name))
        edits = self.require()
        for (directive, name), places in zip(directives, homes, strict=True):
            fresh = [place for place in places if (directive.type, place) not in self.said]
            self.said |= {(directive.type, place) for place in fresh}
            if name not in places:
                edits.append(self.replace(directive, fresh))
            elif fresh:
                end = self.line_end(directive.end_byte)
                text = "".join(newline_of(self.source) + self.line_for(directive, place) for place in fresh)
                edits.append(Edit(end, end, text.encode()))
        return edits

    def require(self) -> list[Edit]:
        """Return the edit that requires other modules, below what is required already."""
        body = next((b for node in self.declarations() if (b := node.child_by_field_name("body"))), None)
        if body is None or not self.required:
            return []
        last = [c for c in body.named_children if c.type == "requires_module_directive"]
        indent = "    "
        at = body.start_byte + 1
        if last:
            start = self.source.rfind(b"\n", 0, last[-1].start_byte) + 1
            before = self.source[start : last[-1].start_byte]
            indent = before.decode() if not before.strip() else indent
            at = last[-1].end_byte
        lines = "".join(f"{newline_of(self.source)}{indent}requires {name};" for name in self.required)
        return [Edit(at, at, lines.encode())]

    def declarations(self) -> Iterator[Node]:
        for node in parse(self.source).root_node.named_children:
            if node.type == "module_declaration":
                yield node

    def directives(self) -> Iterator[tuple[Node, str]]:
        """Yield what hands out packages, with the package's name."""
        for node in self.declarations():
            body = node.child_by_field_name("body")
            for directive in body.named_children if body is not None else ():
                package = directive.child_by_field_name("package")
                if directive.type in KINDS and package is not None:
                    yield directive, dotted_text(package)

    def homes_of(self, package: str) -> list[str]:
        """Return the packages of this module in which the types of one will be, itself where it stays."""
        table = self.renaming.table
        homes: dict[str, None] = {}
        for (space, key), symbols in table.places.items():
            name = table.spelled[space, key]
            if parent_of(name) == package and any(self.stays_in_module(symbol) for symbol in symbols):
                homes[parent_of(self.renaming.place(name, space))] = None
        came = any(parent_of(new) == package for new in self.renaming.arrived.values())
        if package in homes or came or not homes:
            return [package, *(home for home in homes if home != package)]
        return list(homes)

    def stays_in_module(self, symbol: Symbol) -> bool:
        new = self.relocation.definitions.get(symbol, Symbol(self.relocation.unit(symbol.unit))).unit
        return new.startswith(self.folder)

    def replace(self, directive: Node, fresh: list[str]) -> Edit:
        """Say other packages instead of one; nothing where they are said already."""
        start = self.source.rfind(b"\n", 0, directive.start_byte) + 1
        if not fresh:
            return Edit(start, self.line_end(directive.end_byte) + 1, b"")
        lines = newline_of(self.source).join(self.line_for(directive, place) for place in fresh)
        return Edit(directive.start_byte, directive.end_byte, lines.lstrip().encode())

    def line_for(self, directive: Node, package: str) -> str:
        start = self.source.rfind(b"\n", 0, directive.start_byte) + 1
        name = directive.child_by_field_name("package")
        assert name is not None
        before = self.source[start : name.start_byte].decode("utf-8", "replace")
        return before + package + self.source[name.end_byte : directive.end_byte].decode("utf-8", "replace")

    def line_end(self, at: int) -> int:
        found = self.source.find(b"\n", at)
        return len(self.source) if found < 0 else found
