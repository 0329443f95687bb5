"""Modules that name what moves: their imports, exports and uses follow."""

import re
from collections.abc import Mapping

from tree_sitter import Node

from yandrel.languages.script.components import is_component, is_named_in_page
from yandrel.languages.script.deep import Reference
from yandrel.languages.script.facts import WHOLE
from yandrel.languages.script.grammar import text_of
from yandrel.languages.script.pieces.change import Change, Module, Piece, says_type
from yandrel.languages.script.pieces.docs import find_in_docs
from yandrel.languages.script.statements import (
    NewImport,
)
from yandrel.model.changes import Edit, Note
from yandrel.model.facts import Import, ImportedName

TYPE_KINDS = frozenset({"interface", "type"})
NAMELESS = "default"
"""How a default export without a name of its own is called."""
GIVEN = re.compile(rb"[\w$]\s*\((?:[^()\n]*,)?\s*require\s*\(\s*['\"`]\Z")
"""What stands before the path of a module that is given to a function as a whole."""


class Users:
    """Tells the modules that name what moves."""

    def __init__(self, change: Change) -> None:
        self.change = change
        self._handed_whole: dict[str, bool] = {}

    def tell_importer(self, unit: str) -> None:
        facts = self.change.view.units.facts[unit]
        for item in facts.imports:
            led = self.change.view.find_module(item.module, unit)
            if led is None:
                continue
            pieces = self.change.leaving(led.path)
            renamed = {
                n: p
                for n, p in self.change.moved_from(led.path).items()
                if n != p.target.name and n not in pieces
            }
            if not pieces and not renamed:
                continue
            if self.keeps_handing_on(led.path) and item.space != "reexport":
                continue
            if item.space == "reexport":
                self.tell_barrel(unit, item, led.path, pieces | renamed)
            elif (
                item.nested
                or item.space in ("dynamic", "path")
                or not any(n.alias or n.name != WHOLE for n in item.names)
            ):
                self.tell_inline(unit, item, led.path, pieces | renamed)
            else:
                for name in item.names:
                    self.tell_name(unit, item, name, led.path, pieces | renamed)

    def keeps_handing_on(self, unit: str) -> bool:
        """Whether a module goes on exporting what leaves it.

        An index does, which is its folder's face, and what is required as a whole by a call that says nothing
        of what it takes, as builds write it.
        """
        leaves = any(
            p.exported and p.target.unit != self.change.new_of(unit)
            for p in self.change.moved_from(unit).values()
        )
        is_face = unit.rpartition("/")[2].split(".")[0] == "index"
        return leaves and (is_face or self.is_handed_whole(unit))

    def goes_on_exporting(self, unit: str) -> bool:
        """Whether a module exports what leaves it from there on, whoever else is told of the new place."""
        return self.keeps_handing_on(unit) or self.is_handed_on_whole(unit)

    def is_handed_on_whole(self, unit: str) -> bool:
        """Whether a module hands on all of another under one name: `export * as hives from "./hives"`."""
        view = self.change.view
        return any(
            item.space == "reexport" and any(name.name == WHOLE for name in item.names)
            for user in view.importers_of(unit)
            for item in view.units.facts[user].imports
            if (led := view.find_module(item.module, user)) is not None and led.path == unit
        )

    def is_handed_whole(self, unit: str) -> bool:
        """Whether a module that somebody requires is given to a function as it is."""
        if unit not in self._handed_whole:
            view = self.change.view
            self._handed_whole[unit] = any(
                GIVEN.search(self.change.sources[user][: item.module_start])
                for user in view.importers_of(unit) if user in self.change.sources
                for item in view.units.facts[user].imports
                if item.space == "require" and not any(n.alias or n.name != WHOLE for n in item.names)
                and (led := view.find_module(item.module, user)) is not None and led.path == unit
            )  # fmt: skip
        return self._handed_whole[unit]

    def tell_name(
        self, unit: str, item: Import, name: ImportedName, origin: str, pieces: Mapping[str, Piece]
    ) -> None:
        module = self.change.module(unit)
        if name.name == WHOLE or (
            name.name == "default" and self.change.view.exports(origin).get("default") is None
        ):
            self.tell_whole(unit, item, name, origin, pieces)
            return
        piece = self.change.piece_named(origin, name.name, pieces)
        if piece is None:
            return
        local = name.bound
        new_local = local
        if local == piece.symbol.name and piece.target.name != local and not is_component(unit):
            if piece.target.name not in module.deep.bound and piece.target.name not in module.deep.locals:
                new_local = piece.target.name
        if self.is_only_renamed(piece, item, name):
            self.rename_in_place(module, item, name, piece, new_local)
            return
        module.statements.remove(item.start, name.start)
        if piece.target.unit == module.new:
            module.first = module.first or any(r.on_load and r.name == local for r in module.deep.references)
            self.rename_references(module, local, piece.target.name)
            return
        exported = self.exported_as(piece, name.name)
        spelled = self.change.spell(unit, piece.target.unit, item.module)
        types = item.when == 2 or says_type(module.source, name)
        way = self.change.way_of(module, item)
        module.statements.add(NewImport(spelled, exported, new_local, types and not way, way))
        if new_local != local:
            self.rename_references(module, local, new_local)

    def is_only_renamed(self, piece: Piece, item: Import, name: ImportedName) -> bool:
        """Whether an import stays as it is, but for one name."""
        stays = piece.target.unit == self.change.new_of(piece.symbol.unit) == piece.symbol.unit
        plain = name.name not in ("default", "*", WHOLE) and item.space in ("import", "require")
        return stays and plain and len(self.change.pieces) == 1 and not self.change.relocation.units

    def rename_in_place(
        self, module: Module, item: Import, name: ImportedName, piece: Piece, local: str
    ) -> None:
        new = piece.target.name
        glue = ": " if item.space == "require" else " as "
        lead = "type " if module.source.startswith(b"type ", name.start) else ""
        text = lead + (new if new == local else new + glue + local)
        module.edits.append(Edit(name.start, name.end, text.encode()))
        if local != name.bound:
            self.rename_references(module, name.bound, local)

    def exported_as(self, piece: Piece, wanted: str) -> str:
        """Return the name that a piece is exported by where it arrives."""
        if wanted == "default" and self.stays_default(piece):
            return "default"
        return piece.target.name

    def stays_default(self, piece: Piece) -> bool:
        """A default export stays one in a file of its own, unless it is CommonJS, or where it stood."""
        if not piece.is_default or len([e for e in piece.exported if e != "default"]) > 0:
            return piece.is_default and piece.target.unit == self.change.new_of(piece.symbol.unit)
        if piece.target.unit == self.change.new_of(piece.symbol.unit):
            return True
        if self.change.module(piece.symbol.unit).style.commonjs:
            return False
        others = [
            p
            for p in self.change.pieces
            if p.target.unit == piece.target.unit and p is not piece and p.is_default
        ]
        there = self.change.old_of(piece.target.unit)
        if piece.symbol.name == NAMELESS:
            return "default" not in self.change.view.exports(there) and not others
        return there not in self.change.view.units.facts and not others

    def rename_references(self, module: Module, old: str, new: str) -> None:
        if old == new:
            return
        for start, end in find_in_docs(module.source, old):
            module.edits.append(Edit(start, end, new.encode()))
        for reference in module.deep.references:
            if reference.name == old:
                text = f"{old}: {new}" if reference.kind == "shorthand" else new
                module.edits.append(Edit(reference.start, reference.end, text.encode()))

    def tell_whole(
        self, unit: str, item: Import, name: ImportedName, origin: str, pieces: Mapping[str, Piece]
    ) -> None:
        """A module bound as a whole: `x.name` names what moves."""
        module = self.change.module(unit)
        references = [r for r in module.deep.references if r.name == name.bound]
        left = 0
        for reference in references:
            piece = self.change.piece_named(origin, reference.member, pieces) if reference.member else None
            if piece is None:
                left += 1
                if not reference.member:
                    self.note_whole(unit, reference, pieces)
                continue
            local = piece.target.name
            if piece.target.unit == self.change.new_of(origin) and piece.exported:
                left += 1
                start = reference.member_end - len(reference.member.encode())
                module.edits.append(Edit(start, reference.member_end, local.encode()))
                continue
            at_home = piece.target.unit == module.new
            module.first = module.first or (at_home and reference.on_load)
            taken = local in module.deep.bound or local in module.deep.locals
            if taken and not at_home and not self.change.is_import_of(unit, local, piece.symbol):
                local = name.bound + local[:1].upper() + local[1:]
            if not at_home:
                spelled = self.change.spell(unit, piece.target.unit, item.module)
                exported = self.exported_as(piece, reference.member)
                way = self.change.way_of(module, item)
                module.statements.add(NewImport(spelled, exported, local, item.when == 2, way))
            module.edits.append(Edit(reference.start, reference.member_end, local.encode()))
        if is_component(unit) and is_named_in_page(module.source, name.bound):
            self.note_whole(unit, Reference(name.bound, name.start, name.end, "page", False), pieces)
        elif references and not left:
            module.statements.remove(item.start, name.start)

    def note_whole(self, unit: str, reference: Reference, pieces: Mapping[str, Piece]) -> None:
        line = self.change.sources[unit].count(b"\n", 0, reference.start) + 1
        names = ", ".join(sorted(name for name, piece in pieces.items() if piece.exported))
        if names:
            why = f"is handed on whole; it no longer holds {names}"
            self.change.result.notes.append(Note(unit, line, reference.name, why))

    def follow_additions(self, unit: str, item: Import, origin: str, pieces: Mapping[str, Piece]) -> bool:
        """Let `declare module "./x" { interface Hive … }` follow Hive; say whether it adds to what leaves."""
        found = [self.change.piece_named(origin, name.name, pieces) for name in item.names]
        leaving = [piece for piece in found if piece is not None]
        if not leaving:
            return False
        target = leaving[0].target.unit
        together = len(leaving) == len(found) and all(p.target.unit == target for p in leaving)
        kept = all(p.target.name == name.name for p, name in zip(leaving, item.names, strict=False))
        module = self.change.module(unit)
        if not together or not kept or target == module.new:
            names = ", ".join(piece.symbol.name for piece in leaving)
            todo = "part what it adds first, or move all of it"
            self.change.refuse(unit, item.line, f"adds to {names} by the path of its module", todo)
            return True
        spelled = self.change.spell(unit, target, item.module)
        module.edits.append(Edit(item.module_start, item.module_end, spelled.encode()))
        return True

    def tell_inline(self, unit: str, item: Import, origin: str, pieces: Mapping[str, Piece]) -> None:
        """A module's path inside of code: `require("./x").name`, `import("./x").Name`, a mock."""
        module = self.change.module(unit)
        root = module.statements.root
        node: Node | None = root.descendant_for_byte_range(item.module_start, item.module_end)
        while node is not None and node.type not in ("call_expression", "new_expression"):
            node = node.parent
        outer = node.parent if node is not None else None
        if outer is not None and outer.type in ("await_expression", "parenthesized_expression"):
            outer = outer.parent if outer.type == "await_expression" else outer
            if outer is not None and outer.type == "parenthesized_expression":
                outer = outer.parent
        if outer is None or item.space == "path":
            if item.space == "path" and not self.follow_additions(unit, item, origin, pieces):
                self.change.result.notes.append(
                    Note(unit, item.line, item.module, "stands for a module that something leaves")
                )
            return
        if outer.type in ("member_expression", "nested_type_identifier"):
            member = outer.child_by_field_name("property") or outer.named_child(1)
            piece = self.change.piece_named(origin, text_of(member), pieces)
            if piece is not None and member is not None:
                if piece.target.unit == module.new:
                    self.change.refuse(
                        unit, item.line, f"{text_of(outer)} would name what then stands in this module"
                    )
                    return
                spelled = self.change.spell(unit, piece.target.unit, item.module)
                module.edits.append(Edit(item.module_start, item.module_end, spelled.encode()))
                if piece.target.name != text_of(member):
                    module.edits.append(Edit(member.start_byte, member.end_byte, piece.target.name.encode()))
            return
        if outer.type == "variable_declarator":
            self.tell_local(unit, item, origin, pieces, outer)

    def tell_local(
        self, unit: str, item: Import, origin: str, pieces: Mapping[str, Piece], declarator: Node
    ) -> None:
        """`const { a, b } = require("./x")` inside of a function."""
        module = self.change.module(unit)
        target = declarator.child_by_field_name("name")
        if target is None:
            return
        if target.type == "identifier":
            for name, piece in pieces.items():
                for exported in piece.exported:
                    pattern = (
                        rb"\b"
                        + re.escape(text_of(target).encode())
                        + rb"\."
                        + re.escape(exported.encode())
                        + rb"\b"
                    )
                    if re.search(pattern, module.source):
                        self.change.refuse(
                            unit, item.line,
                            f"{text_of(target)}.{name} is taken from what this loads inside a function",
                            "load it at the top of the module first",
                        )  # fmt: skip
                        return
            return
        names = list(target.named_children)
        moved = []
        for child in names:
            key = child.child_by_field_name("key") or child
            found = self.change.piece_named(origin, text_of(key), pieces)
            if found is not None:
                moved.append((child, found))
        if not moved:
            return
        if len(moved) < len(names) or len({p.target.unit for _, p in moved}) > 1:
            self.change.refuse(
                unit, item.line, "takes what moves and what stays from one module inside a function",
                "write two statements first",
            )  # fmt: skip
            return
        spelled = self.change.spell(unit, moved[0][1].target.unit, item.module)
        module.edits.append(Edit(item.module_start, item.module_end, spelled.encode()))
        for child, piece in moved:
            if (
                piece.target.name != piece.symbol.name
                and child.type == "shorthand_property_identifier_pattern"
            ):
                text = f"{piece.target.name}: {text_of(child)}"
                module.edits.append(Edit(child.start_byte, child.end_byte, text.encode()))

    def tell_barrel(self, unit: str, item: Import, origin: str, pieces: Mapping[str, Piece]) -> None:
        """A module that hands on goes on handing on, under the same names."""
        module = self.change.module(unit)
        style = module.style
        lines: list[str] = []
        for name in item.names:
            if name.name == WHOLE:
                self.note_handed_on(unit, item, name, pieces)
                continue
            if name.name == "*":
                lines += self.after_star(unit, item, pieces)
                continue
            piece = self.change.piece_named(origin, name.name, pieces)
            if piece is None:
                continue
            module.statements.remove(item.start, name.start)
            exported = self.exported_as(piece, name.name)
            public = name.bound
            word = "export type" if item.when == 2 else "export"
            inner = public if exported == public else f"{exported} as {public}"
            if piece.target.unit == module.new:
                lines.append(f"{word} {{ {inner} }}{style.semicolon}")
                continue
            spelled = self.change.spell(unit, piece.target.unit, item.module)
            lines.append(f"{word} {{ {inner} }} from {style.quote}{spelled}{style.quote}{style.semicolon}")
        if lines:
            at = module.source.rfind(b"\n", 0, item.start) + 1
            module.edits.append(Edit(at, at, "".join(line + style.newline for line in lines).encode()))

    def note_handed_on(
        self, unit: str, item: Import, name: ImportedName, pieces: Mapping[str, Piece]
    ) -> None:
        """Say why a module goes on exporting what left it: another hands on all of it."""
        names = ", ".join(sorted(n for n, p in pieces.items() if p.exported))
        if names:
            why = f"hands on all of its module, which goes on exporting {names} for that"
            self.change.result.notes.append(Note(unit, item.line, name.alias or item.module, why))

    def after_star(self, unit: str, item: Import, pieces: Mapping[str, Piece]) -> list[str]:
        module = self.change.module(unit)
        style = module.style
        if style.commonjs:
            if any(p.exported for p in pieces.values()):
                self.change.refuse(unit, item.line, "hands on everything of a module that something leaves")
            return []
        starred = set()
        for other in self.change.view.units.facts[unit].imports:
            led = self.change.view.find_module(other.module, unit)
            if other.space == "reexport" and other.names[0].name == "*" and led is not None:
                starred.add(self.change.new_of(led.path))
        lines = []
        for piece in pieces.values():
            names = [e for e in piece.exported if e not in ("default", WHOLE)]
            if not names or (piece.target.unit in starred and piece.target.name == piece.symbol.name):
                continue
            if piece.target.unit == module.new:
                continue
            spelled = self.change.spell(unit, piece.target.unit, item.module)
            public = names[0]
            inner = public if piece.target.name == public else f"{piece.target.name} as {public}"
            word = "export type" if piece.definition.kind in TYPE_KINDS and item.when == 2 else "export"
            lines.append(f"{word} {{ {inner} }} from {style.quote}{spelled}{style.quote}{style.semicolon}")
        return lines
