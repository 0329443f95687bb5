"""Taking definitions out of the modules that they leave."""

import re

from tree_sitter import Node

from yandrel.languages.edits import cut_span
from yandrel.languages.script.deep import Reference
from yandrel.languages.script.grammar import text_of
from yandrel.languages.script.pieces.assigned import find_export_reads, name_of_entry
from yandrel.languages.script.pieces.change import Change, Module, Piece
from yandrel.languages.script.pieces.docs import find_in_docs
from yandrel.languages.script.pieces.users import TYPE_KINDS, Users
from yandrel.languages.script.statements import (
    NewImport,
)
from yandrel.model.changes import Edit

ANNOUNCED = re.compile(rb"^(?:exports\.\w+[ \t]*=[ \t]*)+void 0;?[ \t]*(?:\r?\n|\Z)", re.MULTILINE)
LINK = re.compile(rb"exports\.(\w+)[ \t]*=[ \t]*")


class Leaving:
    """Takes pieces out, and hands them on where others take them from here."""

    def __init__(self, change: Change, users: Users) -> None:
        self.change = change
        self.users = users

    def take_out(self, piece: Piece) -> None:
        module = self.change.module(piece.symbol.unit)
        if piece.target.unit == module.new:
            self.rename_here(module, piece)
            return
        entry = self.change.entry_of(module.unit, piece.definition)
        for start, end in self.spans_of(module, piece) if entry is None else ():
            module.edits.append(Edit(*cut_span(module.source, start, end), b""))
        if entry is not None:
            start, end = entry_span(entry)
            module.edits.append(Edit(min(start, piece.definition.start), end, b""))
        self.take_from_exports(module, piece)
        used = [
            r for r in module.deep.references
            if r.name == piece.symbol.name and self.change.inside(module.unit, r.start) is None
            and not self.in_export_list(module, r)
        ]  # fmt: skip
        handing = self.users.goes_on_exporting(module.unit) and piece.exported
        exported = self.users.exported_as(piece, "default" if piece.is_default else piece.symbol.name)
        self.take_from_reads(module, piece, exported)
        if used:
            spelled = self.change.spell(module.unit, piece.target.unit)
            types = all(r.kind == "type" for r in used) and self.change.imports_types(module)
            module.statements.add(NewImport(spelled, exported, piece.symbol.name, types))
        if handing:
            self.hand_on(module, piece, exported)
        else:
            self.take_announcements(module, piece)

    def take_from_reads(self, module: Module, piece: Piece, exported: str) -> None:
        """Let what stays read what leaves from where it goes: `exports.open()` becomes `open()`."""
        names = set(piece.exported)
        reads = [
            read for read in find_export_reads(module.statements.root, module.source)
            if read.name in names and self.change.inside(module.unit, read.start) is None
        ] if module.style.commonjs else []  # fmt: skip
        for read in reads:
            local = piece.target.name
            if local in module.deep.bound or local in module.deep.locals:
                self.change.refuse(
                    module.unit, piece.definition.line, f"{module.unit} binds {local} otherwise"
                )
                return
            spelled = self.change.spell(module.unit, piece.target.unit)
            module.statements.add(NewImport(spelled, exported, local))
            module.edits.append(Edit(read.start, read.end, local.encode()))

    def take_announcements(self, module: Module, piece: Piece) -> None:
        """Take out `exports.Hive = void 0`, by which builds say ahead what a module exports."""
        leaving = {name for other in self.change.leaving(module.unit).values() for name in other.exported}
        for found in ANNOUNCED.finditer(module.source):
            links = list(LINK.finditer(module.source, found.start(), found.end()))
            names = [link[1].decode() for link in links]
            if leaving.issuperset(names) and set(piece.exported) & set(names):
                module.edits.append(Edit(found.start(), found.end(), b""))
                continue
            gone = [link for link, name in zip(links, names, strict=True) if name in piece.exported]
            module.edits += [Edit(link.start(), link.end(), b"") for link in gone]

    def spans_of(self, module: Module, piece: Piece) -> list[tuple[int, int]]:
        """Return what a piece spans; parts that only white space is between are one span."""
        spans: list[tuple[int, int]] = []
        for part in sorted(piece.parts or (piece.definition,), key=lambda p: p.start):
            if spans and not module.source[spans[-1][1] : part.start].strip():
                spans[-1] = (spans[-1][0], part.end)
            else:
                spans.append((part.start, part.end))
        return spans

    def hand_on(self, module: Module, piece: Piece, exported: str) -> None:
        style = module.style
        spelled = self.change.spell(module.unit, piece.target.unit)
        lead = "" if module.source.endswith(b"\n") else style.newline
        if style.commonjs:
            for name in piece.exported:
                path = f"{style.quote}{spelled}{style.quote}"
                line = f"{lead}exports.{name} = require({path}).{exported}{style.semicolon}"
                module.edits.append(
                    Edit(len(module.source), len(module.source), (line + style.newline).encode())
                )
            return
        inner = ", ".join(exported if exported == n else f"{exported} as {n}" for n in piece.exported)
        word = "export type" if piece.definition.kind in TYPE_KINDS else "export"
        line = (
            f"{word} {{ {inner} }} from {style.quote}{spelled}{style.quote}{style.semicolon}{style.newline}"
        )
        module.edits.append(Edit(len(module.source), len(module.source), (lead + line).encode()))

    def rename_here(self, module: Module, piece: Piece) -> None:
        new = piece.target.name
        if new in module.deep.locals:
            self.change.refuse(module.unit, piece.definition.line, f"{new} is a local name in the module")
        for start, end in find_in_docs(module.source, piece.symbol.name):
            module.edits.append(Edit(start, end, new.encode()))
        for node in module.deep.bound.get(piece.symbol.name, []):
            name = (
                node if node.type in ("identifier", "type_identifier") else node.child_by_field_name("name")
            )
            if name is not None:
                module.edits.append(Edit(name.start_byte, name.end_byte, new.encode()))
        for reference in module.deep.references:
            if reference.name != piece.symbol.name:
                continue
            listed = self.in_export_list(module, reference)
            if listed is not None and listed.type == "export_specifier":
                aliased = listed.child_by_field_name("alias") is not None
                name = listed.child_by_field_name("name")
                if name is not None and aliased:
                    module.edits.append(Edit(name.start_byte, name.end_byte, new.encode()))
                elif name is not None:
                    module.edits.append(Edit(listed.start_byte, listed.end_byte, new.encode()))
                continue
            shorthand = reference.kind == "shorthand" and listed is None
            text = f"{piece.symbol.name}: {new}" if shorthand else new
            module.edits.append(Edit(reference.start, reference.end, text.encode()))
        entry = self.change.entry_of(module.unit, piece.definition)
        own = name_of_entry(entry) if entry is not None else None
        if own is not None:
            quotes = own.type == "string"
            module.edits.append(Edit(own.start_byte + quotes, own.end_byte - quotes, new.encode()))
        if module.style.commonjs:
            for found in re.finditer(
                rb"\b(?:module\.)?exports\.(" + re.escape(piece.symbol.name.encode()) + rb")\b", module.source
            ):
                module.edits.append(Edit(found.start(1), found.end(1), new.encode()))

    def in_export_list(self, module: Module, reference: Reference) -> Node | None:
        """Return the entry of `export { … }` or `module.exports = { … }` that a reference stands in.

        What is exported only if something holds stays as it is written.
        """
        node: Node | None = module.statements.root.descendant_for_byte_range(reference.start, reference.end)
        for _ in range(4):
            if node is None:
                return None
            parent = node.parent
            if node.type == "export_specifier":
                return node
            if (
                parent is not None
                and parent.type == "object"
                and node.type in ("shorthand_property_identifier", "pair")
            ):
                outer = parent.parent
                left = outer.child_by_field_name("left") if outer is not None else None
                value = node.child_by_field_name("value")
                direct = value is None or (value.start_byte, value.end_byte) == (
                    reference.start,
                    reference.end,
                )
                listed = text_of(left).endswith("module.exports") and direct
                return node if listed and outer is not None and _stands_at_top(outer) else None
            if node.type == "assignment_expression":
                left_text = text_of(node.child_by_field_name("left"))
                right = node.child_by_field_name("right")
                if left_text.startswith(("exports.", "module.exports.")) and right is not None and (
                    right.start_byte == reference.start and right.end_byte == reference.end
                ):  # fmt: skip
                    return node if _stands_at_top(node) else None
            if node.type == "export_statement":
                value = node.child_by_field_name("value")
                return node if value is not None and value.start_byte == reference.start else None
            node = parent
        return None

    def take_from_exports(self, module: Module, piece: Piece) -> None:
        for reference in module.deep.references:
            if (
                reference.name != piece.symbol.name
                or self.change.inside(module.unit, reference.start) is not None
            ):
                continue
            entry = self.in_export_list(module, reference)
            if entry is None:
                continue
            if entry.type in ("assignment_expression", "export_statement"):
                statement = entry if entry.type == "export_statement" else entry.parent
                if statement is not None:
                    start, end = cut_span(module.source, statement.start_byte, statement.end_byte)
                    module.edits.append(Edit(start, end, b""))
            else:
                start, end = entry_span(entry)
                module.edits.append(Edit(start, end, b""))


def _stands_at_top(assignment: Node) -> bool:
    """Whether an assignment is a statement of the module itself, or a part of one."""
    around = assignment.parent
    while around is not None and around.type == "assignment_expression":
        around = around.parent
    return around is not None and around.parent is not None and around.parent.type == "program"


def entry_span(entry: Node) -> tuple[int, int]:
    """Return the span of a list's entry with its comma."""
    following, before = entry.next_sibling, entry.prev_sibling
    if following is not None and following.type == ",":
        after = following.next_sibling
        if after is not None and after.type not in ("}",):
            return entry.start_byte, after.start_byte
        if before is not None and before.type == ",":
            return before.start_byte, following.start_byte
        return entry.start_byte, following.end_byte
    if before is not None and before.type == ",":
        return before.start_byte, entry.end_byte
    return entry.start_byte, entry.end_byte
