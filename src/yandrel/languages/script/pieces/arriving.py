"""Putting definitions into the modules that they go to, with all that they need."""

import re

from tree_sitter import Node

from yandrel.languages.edits import merge_edits
from yandrel.languages.script.deep import Reference
from yandrel.languages.script.facts import WHOLE
from yandrel.languages.script.pieces.assigned import HEAD, ExportRead, as_statement, find_export_reads
from yandrel.languages.script.pieces.change import (
    STATEMENT,
    Change,
    Module,
    Piece,
    says_type,
    start_of_statement,
)
from yandrel.languages.script.pieces.users import NAMELESS, Users
from yandrel.languages.script.statements import ASSIGNED, NewImport
from yandrel.model.changes import Edit, apply_edits
from yandrel.model.facts import Definition, Import, ImportedName, When
from yandrel.model.graph import State, Symbol

ASSIGNED_IMPORT = re.compile(rb"=\s*require\s*\(")
EXPORTED = re.compile(r"export\s+(default\s+)?")


class Arriving:
    """Puts pieces in, and imports what they need there."""

    def __init__(self, change: Change, users: Users) -> None:
        self.change = change
        self.users = users

    def put_in(self, piece: Piece) -> None:
        if piece.target.unit == self.change.new_of(piece.symbol.unit):
            return
        origin = self.change.module(piece.symbol.unit)
        module = self.change.target_module(piece)
        if module.unit and module.style.commonjs != origin.style.commonjs and module.source.strip():
            self.change.refuse(
                piece.symbol.unit, piece.definition.line,
                f"{origin.unit} and {module.unit} are modules of two kinds (import, and require)",
            )  # fmt: skip
            return
        if module.unit:
            used_early = any(r.on_load and r.name == piece.target.name for r in module.deep.references)
            module.first = module.first or used_early
        if piece.symbol.name == NAMELESS and not self.users.stays_default(piece):
            self.change.refuse(
                origin.unit, piece.definition.line,
                f"it has no name of its own, and {module.new} has a default export",
                "give it a name first, or move its file",
            )  # fmt: skip
            return
        for part in piece.parts or (piece.definition,):
            module.arriving.append(self.text_of_part(origin, module, piece, part))
        if not piece.exported and self.is_needed_outside(origin, piece):
            self.refuse_second_star(self.change.old_of(piece.target.unit), piece.target.name, piece.symbol)
        assigned = self.change.is_assigned(origin.unit, piece.definition)
        if assigned and self.change.goes_on_assigning(module):
            return
        if module.style.commonjs and (piece.exported or self.is_needed_outside(origin, piece)):
            module.exports.append((piece.target.name, piece.target.name))

    def text_of_part(self, origin: Module, module: Module, piece: Piece, definition: Definition) -> str:
        edits: list[Edit] = []
        paths = self.change.paths_of(origin.unit, origin.source)
        edits += paths.edits_in(definition.start, definition.end, module.new)
        text = origin.source[definition.start : definition.end]
        exports = self.change.view.exports(origin.unit)
        reads = [
            read
            for read in find_export_reads(origin.statements.root, origin.source)
            if definition.start <= read.start < definition.end and read.name in exports
        ]
        told = len(reads) + self.change.is_assigned(origin.unit, definition)
        if origin.style.commonjs and len(re.findall(rb"\b(?:module\.)?exports\b", text)) > told:
            self.change.refuse(
                origin.unit, definition.line, f"{definition.name} works with the exports of its module"
            )
        for reference in origin.deep.references:
            if not definition.start <= reference.start < definition.end:
                continue
            self.supply(origin, module, piece, reference, edits)
        for read in reads:
            self.supply_export(origin, module, read, edits)
        for node in origin.deep.bound.get(piece.symbol.name, []):
            name = (
                node if node.type in ("identifier", "type_identifier") else node.child_by_field_name("name")
            )
            if (
                name is not None
                and name.text == piece.symbol.name.encode()
                and piece.target.name != piece.symbol.name
            ):
                if definition.start <= name.start_byte < definition.end:
                    edits.append(Edit(name.start_byte, name.end_byte, piece.target.name.encode()))
        moved = [
            Edit(e.start - definition.start, e.end - definition.start, e.text) for e in merge_edits(edits)
        ]
        new = apply_edits(text, moved).decode("utf-8")
        if definition.kind == STATEMENT:
            return new
        return self.as_exported(origin, module, piece, new)

    def as_exported(self, origin: Module, module: Module, piece: Piece, text: str) -> str:
        """Return a piece's text with the word `export` as it must be where it arrives."""
        entry = self.change.entry_of(origin.unit, piece.definition)
        if entry is not None:
            text = as_statement(text, piece.target.name, _margin_of(entry, origin.source))
        at = start_of_statement(text, piece.target.unit)
        assigned = HEAD.match(text, at)
        if assigned is not None and origin.style.commonjs:
            if self.change.goes_on_assigning(module):
                return text[: assigned.start(2)] + piece.target.name + text[assigned.end(2) :]
            text = f"{text[:at]}const {piece.target.name} = {text[assigned.end() :]}"
        if module.style.commonjs:
            return text
        found = EXPORTED.match(text, at)
        default = self.users.stays_default(piece)
        word = "export default " if default else "export "
        if found is not None:
            return text[:at] + "export " + text[found.end() :] if found[1] and not default else text
        if not piece.exported and not self.is_needed_outside(origin, piece):
            return text
        if default and piece.definition.kind == "constant":
            return (
                text + f"{module.style.newline * 2}export default {piece.target.name}{module.style.semicolon}"
            )
        return text[:at] + word + text[at:]

    def is_needed_outside(self, origin: Module, piece: Piece) -> bool:
        for reference in origin.deep.references:
            if reference.name == piece.symbol.name:
                user = self.change.inside(origin.unit, reference.start)
                if user is None or user.target.unit != piece.target.unit:
                    return True
        return False

    def supply(
        self, origin: Module, module: Module, piece: Piece, reference: Reference, edits: list[Edit]
    ) -> None:
        """See to it that a name which a piece reads means the same where it arrives."""
        name = reference.name
        own = self.change.moved_from(origin.unit).get(name)
        if own is not None:
            self.supply_moved(origin, module, own, reference, edits)
            return
        statement, imported = self.change.import_of(origin.unit, name)
        if statement is not None and imported is not None:
            self.supply_import(origin, module, statement, imported, reference, edits)
            return
        self.supply_sibling(origin, module, piece, reference, edits)

    def supply_export(self, origin: Module, module: Module, read: ExportRead, edits: list[Edit]) -> None:
        """See to it that `exports.name`, which a piece reads, means the same where it arrives."""
        local = self.change.view.exports(origin.unit)[read.name]
        own = self.change.moved_from(origin.unit).get(local)
        name = own.target.name if own is not None else read.name
        if own is not None and own.target.unit == module.new:
            if self.change.goes_on_assigning(module):
                name = f"exports.{name}"
        else:
            unit = own.target.unit if own is not None else origin.new
            name = self.change.bring(module, NewImport(self.change.spell_new(module, unit), name, name))
        edits.append(Edit(read.start, read.end, name.encode()))

    def supply_moved(
        self, origin: Module, module: Module, own: Piece, reference: Reference, edits: list[Edit]
    ) -> None:
        called = own.target.name
        if own.target.unit != module.new:
            exported = self.users.exported_as(own, "default" if own.is_default else own.symbol.name)
            if own.target.unit == origin.new:
                exported = own.exported[0] if own.exported else own.target.name
            new = NewImport(self.change.spell_new(module, own.target.unit), exported, own.target.name)
            called = self.change.bring(module, new, reference.kind == "type")
        _call(reference, called, edits)

    def supply_import(
        self, origin: Module, module: Module, item: Import, imported: ImportedName, reference: Reference,
        edits: list[Edit],
    ) -> None:  # fmt: skip
        found = self.change.view.imported(origin.unit, item, imported)
        led = self.change.view.find_module(item.module, origin.unit)
        final = (
            self.change.relocation.place(found.final)
            if found.state == State.FOUND and found.final.name
            else None
        )
        if final is not None and final.unit == module.new:
            _call(reference, self.change.called_at_home(found.final, final.name), edits)
            return
        if final is not None and self.has_import(module, reference.name, found.final, item.when):
            return
        exported = imported.name
        if led is None:
            paths = self.change.paths_of(origin.unit, origin.source)
            spelled = paths.specifier_from(item.module, module.new, item.line)
        else:
            target = led.path
            moved = self.change.piece_named(target, imported.name, self.change.leaving(target))
            if moved is not None and not self.users.keeps_handing_on(target):
                spelled = self.change.spell_new(module, moved.target.unit, item.module, led)
                exported = self.users.exported_as(moved, imported.name)
            else:
                spelled = self.change.spell_new(module, self.change.new_of(target), item.module, led)
        default_of_commonjs = exported == "default" and module.style.commonjs
        way = self.change.way_of(module, item)
        if exported == WHOLE and not way and item.space == "import" and item_is_equals(origin, item):
            way = ASSIGNED
        if not default_of_commonjs:
            types = item.when == 2 or says_type(origin.source, imported)
            new = NewImport(spelled, exported, reference.name, types and not way, way)
            _call(reference, self.change.bring(module, new, reference.kind == "type"), edits)

    def has_import(self, module: Module, local: str, symbol: Symbol, when: int) -> bool:
        """Whether a module has a name already for the same thing, though it may get it by another way."""
        if not module.unit:
            return False
        item, imported = self.change.import_of(module.unit, local)
        if item is None or imported is None or (item.when == When.TYPES and when != When.TYPES):
            return False
        if says_type(module.source, imported):
            return False
        return self.change.view.imported(module.unit, item, imported).final == symbol

    def supply_sibling(
        self, origin: Module, module: Module, piece: Piece, reference: Reference, edits: list[Edit]
    ) -> None:
        name = reference.name
        if name in origin.deep.assigned and not self.change.is_constant(origin, name):
            writes = re.search(
                rb"\b" + re.escape(name.encode()) + rb"\s*(?:[-+*/|&^%]|\*\*|<<|>>|\?\?|\|\||&&)?=(?!=)",
                origin.source[piece.definition.start : piece.definition.end],
            )
            if writes or origin.style.commonjs:
                self.change.refuse(
                    origin.unit,
                    piece.definition.line,
                    f"{name}, which {piece.definition.name} shares, is assigned to",
                )
                return
        if name in ("require", "module", "exports", "__dirname", "__filename"):
            return
        exports = self.change.view.exports(origin.unit)
        names = [e for e, local in exports.items() if local == name and e != WHOLE]
        if names:
            exported = next((e for e in names if e != "default"), names[0])
        elif WHOLE in exports and exports[WHOLE] == name:
            exported = WHOLE
        else:
            exported = name
            self.export_sibling(origin, piece, name)
        as_type = reference.kind == "type"
        types = as_type and self.change.imports_types(origin) and exported != "default"
        new = NewImport(self.change.spell_new(module, origin.new), exported, name, types)
        _call(reference, self.change.bring(module, new, as_type), edits)

    def refuse_second_star(self, unit: str, name: str, symbol: Symbol) -> None:
        """Two `export *` of one name cancel each other: what becomes exported may hide what is."""
        for barrel in self.change.view.importers_of(unit) if unit in self.change.view.units.facts else ():
            for item in self.change.view.units.facts[barrel].imports:
                led = self.change.view.find_module(item.module, barrel)
                star = item.space == "reexport" and item.names and item.names[0].name == "*"
                if not star or led is None or led.path != unit:
                    continue
                found = self.change.view.member(barrel, name)
                if found.state == State.FOUND and found.final.name and found.final != symbol:
                    self.change.refuse(
                        symbol.unit, 0, f"{barrel} exports another {name}, and would export this one too",
                        "give it another name",
                    )  # fmt: skip

    def export_sibling(self, origin: Module, piece: Piece, name: str) -> None:
        """Export what was private, because what leaves still needs it."""
        nodes = origin.deep.bound.get(name, [])
        if not nodes:
            return
        self.refuse_second_star(origin.unit, name, Symbol(origin.unit, name))
        if origin.style.commonjs:
            if (name, name) not in origin.exports:
                origin.exports.append((name, name))
            return
        node = nodes[0]
        statement: Node | None = node
        while statement is not None and statement.parent is not None and statement.parent.type != "program":
            statement = statement.parent
        if statement is None or statement.type in ("import_statement",):
            return
        if statement.type == "export_statement":
            return
        edit = Edit(statement.start_byte, statement.start_byte, b"export ")
        if edit not in origin.edits:
            origin.edits.append(edit)


def _call(reference: Reference, name: str, edits: list[Edit]) -> None:
    """Let a reference name what it means by another name, where it has one."""
    if name != reference.name:
        text = f"{reference.name}: {name}" if reference.kind == "shorthand" else name
        edits.append(Edit(reference.start, reference.end, text.encode()))


def _margin_of(node: Node, source: bytes) -> str:
    """Return the white space that a node's line begins with."""
    line = source[source.rfind(b"\n", 0, node.start_byte) + 1 : node.start_byte]
    return line.decode("utf-8", "replace") if not line.strip() else ""


def item_is_equals(origin: Module, item: Import) -> bool:
    """Whether an import is written `import x = require("y")`."""
    return ASSIGNED_IMPORT.search(origin.source, item.start, item.end) is not None
