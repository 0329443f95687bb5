"""Moving definitions out of their modules: what they need goes along, who names them is told."""

import re
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from itertools import pairwise

from msgspec import structs
from tree_sitter import Node

from yandrel.languages.edits import cut_span, merge_edits
from yandrel.languages.script.deep import DeepFacts, Reference, read_deep
from yandrel.languages.script.facts import WHOLE
from yandrel.languages.script.finder import Finder, Led
from yandrel.languages.script.grammar import first_child, text_of
from yandrel.languages.script.specifiers import PathRewriter, finder_after
from yandrel.languages.script.statements import (
    ImportStatements,
    NewImport,
    Style,
    import_lines,
    style_of,
)
from yandrel.languages.script.view import ScriptView
from yandrel.model.changes import Edit, Note, Refusal, Relocation, Rewrite, apply_edits
from yandrel.model.facts import Definition, Facts, Import, ImportedName
from yandrel.model.graph import State, Symbol

EXPORTED = re.compile(
    rb"\A((?:/\*\*.*?\*/\s*|(?://[^\n]*\n\s*)+)?)((?:@[\w.]+(?:\([^)]*\))?\s*)*)export\s+(default\s+)?",
    re.DOTALL,
)
COMMENTS = re.compile(rb"//[^\n]*|/\*.*?\*/|;", re.DOTALL)
DOC_COMMENT = re.compile(rb"/\*\*.*?\*/", re.DOTALL)
DOC_BRACES = re.compile(rb"\{[^{}]*\}")
TYPE_KINDS = frozenset({"interface", "type"})


@dataclass
class Piece:
    """A definition on its way: where from, where to, how it was exported."""

    symbol: Symbol
    target: Symbol
    definition: Definition
    exported: tuple[str, ...]
    parts: tuple[Definition, ...] = ()

    def holds(self, position: int) -> bool:
        """Whether a place lies in one of the piece's declarations."""
        return any(part.start <= position < part.end for part in self.parts or (self.definition,))

    @property
    def is_default(self) -> bool:
        return "default" in self.exported


@dataclass
class Module:
    """One module in the making: edits in old coordinates, imports, what arrives."""

    unit: str
    new: str
    source: bytes
    style: Style
    statements: ImportStatements
    deep: DeepFacts
    edits: list[Edit] = field(default_factory=list)
    arriving: list[str] = field(default_factory=list)
    first: bool = False
    exports: list[tuple[str, str]] = field(default_factory=list)


class Mover:
    """Carries a relocation out that takes definitions out of their modules."""

    def __init__(self, view: ScriptView, relocation: Relocation, sources: Mapping[str, bytes]) -> None:
        self.view = view
        self.relocation = relocation
        self.sources = sources
        self.result = Rewrite()
        self.modules: dict[str, Module] = {}
        self.deeps: dict[str, DeepFacts] = {}
        self.pieces: list[Piece] = []
        self.fresh: dict[str, Module] = {}
        self.after: Finder = finder_after(view, relocation)

    # -- setting out -----------------------------------------------------------------------------

    def move(self) -> tuple[Rewrite, Relocation]:
        definitions = dict(self.relocation.definitions)
        self.collect(definitions)
        if self.result.refusals:
            return self.result, self.relocation
        self.carry_private(definitions)
        self.relocation = replace(self.relocation, definitions=definitions)
        created = frozenset(p.target.unit for p in self.pieces) - self.view.finder.files
        self.after = finder_after(self.view, self.relocation, created)
        for unit in self.sources:
            if unit in self.view.units.facts:
                self.tell_importer(unit)
        self.pieces.sort(key=lambda p: (p.symbol.unit, p.definition.start))
        for piece in self.pieces:
            self.take_out(piece)
        for piece in self.pieces:
            self.put_in(piece)
        self.settle_pieces_imports()
        self.finish()
        return self.result, self.relocation

    def collect(self, definitions: Mapping[Symbol, Symbol]) -> None:
        for symbol, target in definitions.items():
            facts = self.view.units.facts.get(symbol.unit)
            found = [d for d in facts.definitions if d.name == symbol.name] if facts is not None else []
            if facts is None or not found:
                self.refuse(symbol.unit, 0, f"{symbol.name} is not at the top level of {symbol.unit}")
                continue
            parts = self.parts_of(symbol, found)
            definition = parts[-1]
            why = self.hindrance(facts, symbol, target, found)
            if not why and symbol.name in self.deep(symbol.unit).assigned:
                why = self.parted_from_users(facts, symbol, target, definitions)
            if why:
                self.refuse(symbol.unit, definition.line, why)
            exports = self.view.exports(symbol.unit)
            exported = tuple(
                name for name, local in exports.items() if local == symbol.name and name != WHOLE
            )
            whole = exports.get(WHOLE) == symbol.name
            if whole:
                exported = (*exported, WHOLE)
            self.pieces.append(Piece(symbol, target, definition, exported, parts))

    def hindrance(self, facts: Facts, symbol: Symbol, target: Symbol, found: list[Definition]) -> str:
        definition = found[-1]
        if facts.problems:
            return "the file cannot be read whole"
        if target.unit != symbol.unit and len(found) > 1:
            if symbol.name not in self.view.exports(symbol.unit).values():
                return f"{symbol.name} has several declarations, and is not exported"
        if definition.conditional:
            return f"{symbol.name} is declared in one statement with others"
        if symbol.name == "default" and target.unit == symbol.unit:
            return "a default export without a name has no name to change"
        if self.view.exports(symbol.unit).get(WHOLE) == symbol.name and target.unit != symbol.unit:
            return f"{symbol.name} is all that {symbol.unit} exports: move the file"
        new = self.view.units.facts.get(self.old_of(target.unit))
        if new is not None:
            if new.problems:
                return f"{target.unit} cannot be read whole"
            bound = self.deep(self.old_of(target.unit)).bound
            if target.name in bound and not self.is_import_of(self.old_of(target.unit), target.name, symbol):
                return f"{target.unit} binds {target.name} already"
        return ""

    def parted_from_users(
        self, facts: Facts, symbol: Symbol, target: Symbol, definitions: Mapping[Symbol, Symbol]
    ) -> str:
        """Return why a name that is assigned to cannot leave: not all that uses it comes along."""
        if target.unit == symbol.unit:
            return ""
        places = {s.name: place.unit for s, place in definitions.items() if s.unit == symbol.unit}
        going = [d for d in facts.definitions if places.get(d.name) == target.unit]
        pattern = re.compile(rb"(?<![\w$.])" + re.escape(symbol.name.encode()) + rb"(?![\w$])")
        for found in pattern.finditer(self.sources.get(symbol.unit, b"")):
            if not any(d.start <= found.start() < d.end for d in going):
                return f"{symbol.name} is assigned to elsewhere in the module"
        return ""

    def parts_of(self, symbol: Symbol, found: list[Definition]) -> tuple[Definition, ...]:
        """Return the declarations of one name, those with nothing but comments between them as one."""
        source = self.sources.get(symbol.unit, b"")
        parts = [found[0]]
        for one, other in pairwise(found):
            if COMMENTS.sub(b"", source[one.end : other.start]).strip():
                parts.append(other)
            else:
                parts[-1] = structs.replace(other, start=parts[-1].start, line=parts[-1].line)
        return tuple(parts)

    def is_import_of(self, unit: str, name: str, symbol: Symbol) -> bool:
        for item in self.view.units.facts[unit].imports:
            for imported in item.names:
                if imported.bound == name and not item.nested:
                    return self.view.imported(unit, item, imported).final == symbol
        return False

    def old_of(self, unit: str) -> str:
        for old, new in self.relocation.units.items():
            if new == unit:
                return old
        return unit

    def deep(self, unit: str) -> DeepFacts:
        found = self.deeps.get(unit)
        if found is None:
            found = self.deeps[unit] = read_deep(self.sources.get(unit, b""), unit)
        return found

    def refuse(self, unit: str, line: int, why: str, todo: str = "") -> None:
        self.result.refusals.append(Refusal(unit, line, why, todo))

    def module(self, unit: str) -> Module:
        found = self.modules.get(unit)
        if found is None:
            source = self.sources[unit]
            style = style_of(source, unit)
            found = Module(
                unit,
                self.relocation.unit(unit),
                source,
                style,
                ImportStatements(source, unit, style),
                self.deep(unit),
            )
            self.modules[unit] = found
        return found

    def target_module(self, piece: Piece) -> Module:
        """Return the module that a piece arrives in, made anew where it is not there."""
        old = self.old_of(piece.target.unit)
        if old in self.view.units.facts and old in self.sources:
            return self.module(old)
        found = self.fresh.get(piece.target.unit)
        if found is None:
            origin = self.module(piece.symbol.unit)
            style = origin.style
            if piece.target.unit.endswith((".ts", ".tsx", ".mjs")) and style.commonjs:
                style = replace(style, commonjs=False)
            found = Module(
                "",
                piece.target.unit,
                b"",
                style,
                ImportStatements(b"", piece.target.unit, style),
                DeepFacts(),
            )
            self.fresh[piece.target.unit] = found
        return found

    def moved_from(self, unit: str) -> dict[str, Piece]:
        return {p.symbol.name: p for p in self.pieces if p.symbol.unit == unit}

    def leaving(self, unit: str) -> dict[str, Piece]:
        return {n: p for n, p in self.moved_from(unit).items() if p.target.unit != self.relocation.unit(unit)}

    def inside(self, unit: str, position: int) -> Piece | None:
        for piece in self.leaving(unit).values():
            if piece.holds(position):
                return piece
        return None

    def carry_private(self, definitions: dict[Symbol, Symbol]) -> None:
        """Take along what is not exported and only what moves to one place uses."""
        changed = True
        while changed:
            changed = False
            for unit in {p.symbol.unit for p in self.pieces}:
                facts = self.view.units.facts[unit]
                exported = set(self.view.exports(unit).values())
                for definition in facts.definitions:
                    symbol = Symbol(unit, definition.name)
                    if symbol in definitions or definition.name in exported or definition.conditional:
                        continue
                    users = self.users_of(unit, definition)
                    targets = {p.target.unit if p is not None else "" for p in users}
                    if (
                        len(targets) == 1
                        and "" not in targets
                        and definition.name not in self.deep(unit).assigned
                    ):
                        target = Symbol(next(iter(targets)), definition.name)
                        if self.hindrance(
                            facts, symbol, target, [d for d in facts.definitions if d.name == symbol.name]
                        ):
                            continue
                        definitions[symbol] = target
                        self.result.carried[symbol] = target
                        self.pieces.append(Piece(symbol, target, definition, ()))
                        changed = True

    def users_of(self, unit: str, definition: Definition) -> list[Piece | None]:
        out: list[Piece | None] = []
        for reference in self.deep(unit).references:
            if reference.name == definition.name and not definition.start <= reference.start < definition.end:
                out.append(self.inside(unit, reference.start))
        return out

    # -- those who import ------------------------------------------------------------------------

    def spell(self, unit: str, target: str, like: str = "") -> str:
        """Return how a module spells another one, as its imports are written."""
        new = self.relocation.unit(unit)
        led: Led | None = None
        for item in self.view.units.facts[unit].imports if unit in self.view.units.facts else ():
            found = self.view.find_module(item.module, unit)
            if found is None:
                continue
            if item.module == like:
                led, like = found, item.module
                break
            if led is None and item.module.startswith("."):
                led, like = found, item.module
        led = led or Led(target, self.common_style(new))
        text = self.after.spell(like or "./x", led, new, target)
        if text is None:
            text = self.after.spell("./x", Led(target, "whole"), new, target)
        if text is None:
            self.refuse(unit, 0, f"no path from {new} leads to {target}")
            return target
        return text

    def tell_importer(self, unit: str) -> None:
        facts = self.view.units.facts[unit]
        for item in facts.imports:
            led = self.view.find_module(item.module, unit)
            if led is None:
                continue
            pieces = self.leaving(led.path)
            renamed = {
                n: p for n, p in self.moved_from(led.path).items() if n != p.target.name and n not in pieces
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
        """An index goes on exporting what leaves it: it is the folder's face."""
        return unit.rpartition("/")[2].split(".")[0] == "index" and any(
            p.exported and p.target.unit != self.relocation.unit(unit) for p in self.moved_from(unit).values()
        )

    def piece_named(self, unit: str, exported: str, pieces: Mapping[str, Piece]) -> Piece | None:
        local = self.view.exports(unit).get(exported)
        piece = pieces.get(local) if local is not None else None
        if piece is None or exported in ("default", local):
            return piece
        # What is exported by another name, and stays, is still called by that.
        return None if piece.target.unit == self.relocation.unit(unit) else piece

    def tell_name(
        self, unit: str, item: Import, name: ImportedName, origin: str, pieces: Mapping[str, Piece]
    ) -> None:
        module = self.module(unit)
        if name.name == WHOLE or (
            name.name == "default" and self.view.exports(origin).get("default") is None
        ):
            self.tell_whole(unit, item, name, origin, pieces)
            return
        piece = self.piece_named(origin, name.name, pieces)
        if piece is None:
            return
        local = name.bound
        new_local = local
        if local == piece.symbol.name and piece.target.name != local:
            if piece.target.name not in module.deep.bound and piece.target.name not in module.deep.locals:
                new_local = piece.target.name
        module.statements.remove(item.start, name.start)
        if piece.target.unit == module.new:
            self.rename_references(module, local, piece.target.name)
            return
        exported = self.exported_as(piece, name.name)
        spelled = self.spell(unit, piece.target.unit, item.module)
        types = item.when == 2 or says_type(module.source, name)
        module.statements.add(NewImport(spelled, exported, new_local, types))
        if new_local != local:
            self.rename_references(module, local, new_local)

    def exported_as(self, piece: Piece, wanted: str) -> str:
        """Return the name that a piece is exported by where it arrives."""
        if wanted == "default" and self.stays_default(piece):
            return "default"
        return piece.target.name

    def stays_default(self, piece: Piece) -> bool:
        """A default export stays one in a file of its own, or where it stood."""
        if not piece.is_default or len([e for e in piece.exported if e != "default"]) > 0:
            return piece.is_default and piece.target.unit == self.relocation.unit(piece.symbol.unit)
        if piece.target.unit == self.relocation.unit(piece.symbol.unit):
            return True
        others = [
            p for p in self.pieces if p.target.unit == piece.target.unit and p is not piece and p.is_default
        ]
        return self.old_of(piece.target.unit) not in self.view.units.facts and not others

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
        module = self.module(unit)
        references = [r for r in module.deep.references if r.name == name.bound]
        left = 0
        for reference in references:
            piece = self.piece_named(origin, reference.member, pieces) if reference.member else None
            if piece is None:
                left += 1
                if not reference.member:
                    self.note_whole(unit, reference, pieces)
                continue
            local = piece.target.name
            at_home = piece.target.unit == module.new
            taken = local in module.deep.bound or local in module.deep.locals
            if taken and not at_home and not self.is_import_of(unit, local, piece.symbol):
                local = name.bound + local[:1].upper() + local[1:]
            if not at_home:
                spelled = self.spell(unit, piece.target.unit, item.module)
                exported = self.exported_as(piece, reference.member)
                module.statements.add(NewImport(spelled, exported, local, item.when == 2))
            module.edits.append(Edit(reference.start, reference.member_end, local.encode()))
        if references and not left:
            module.statements.remove(item.start, name.start)

    def note_whole(self, unit: str, reference: Reference, pieces: Mapping[str, Piece]) -> None:
        line = self.sources[unit].count(b"\n", 0, reference.start) + 1
        names = ", ".join(sorted(pieces))
        self.result.notes.append(
            Note(unit, line, reference.name, f"is handed on whole; it no longer holds {names}")
        )

    def tell_inline(self, unit: str, item: Import, origin: str, pieces: Mapping[str, Piece]) -> None:
        """A module's path inside of code: `require("./x").name`, `import("./x").Name`, a mock."""
        module = self.module(unit)
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
            if item.space == "path":
                self.result.notes.append(
                    Note(unit, item.line, item.module, "stands for a module that something leaves")
                )
            return
        if outer.type in ("member_expression", "nested_type_identifier"):
            member = outer.child_by_field_name("property") or outer.named_child(1)
            piece = self.piece_named(origin, text_of(member), pieces)
            if piece is not None and member is not None:
                if piece.target.unit == module.new:
                    self.refuse(
                        unit, item.line, f"{text_of(outer)} would name what then stands in this module"
                    )
                    return
                spelled = self.spell(unit, piece.target.unit, item.module)
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
        module = self.module(unit)
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
                        self.refuse(
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
            found = self.piece_named(origin, text_of(key), pieces)
            if found is not None:
                moved.append((child, found))
        if not moved:
            return
        if len(moved) < len(names) or len({p.target.unit for _, p in moved}) > 1:
            self.refuse(
                unit, item.line, "takes what moves and what stays from one module inside a function",
                "write two statements first",
            )  # fmt: skip
            return
        spelled = self.spell(unit, moved[0][1].target.unit, item.module)
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
        module = self.module(unit)
        style = module.style
        lines: list[str] = []
        for name in item.names:
            if name.name == WHOLE:
                if any(p.exported for p in pieces.values()):
                    self.refuse(unit, item.line, f"hands on all of {origin} under one name")
                continue
            if name.name == "*":
                lines += self.after_star(unit, item, pieces)
                continue
            piece = self.piece_named(origin, name.name, pieces)
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
            spelled = self.spell(unit, piece.target.unit, item.module)
            lines.append(f"{word} {{ {inner} }} from {style.quote}{spelled}{style.quote}{style.semicolon}")
        if lines:
            at = module.source.rfind(b"\n", 0, item.start) + 1
            module.edits.append(Edit(at, at, "".join(line + style.newline for line in lines).encode()))

    def after_star(self, unit: str, item: Import, pieces: Mapping[str, Piece]) -> list[str]:
        module = self.module(unit)
        style = module.style
        if style.commonjs:
            if any(p.exported for p in pieces.values()):
                self.refuse(unit, item.line, "hands on everything of a module that something leaves")
            return []
        starred = set()
        for other in self.view.units.facts[unit].imports:
            led = self.view.find_module(other.module, unit)
            if other.space == "reexport" and other.names[0].name == "*" and led is not None:
                starred.add(self.relocation.unit(led.path))
        lines = []
        for piece in pieces.values():
            names = [e for e in piece.exported if e not in ("default", WHOLE)]
            if not names or (piece.target.unit in starred and piece.target.name == piece.symbol.name):
                continue
            if piece.target.unit == module.new:
                continue
            spelled = self.spell(unit, piece.target.unit, item.module)
            public = names[0]
            inner = public if piece.target.name == public else f"{piece.target.name} as {public}"
            word = "export type" if piece.definition.kind in TYPE_KINDS and item.when == 2 else "export"
            lines.append(f"{word} {{ {inner} }} from {style.quote}{spelled}{style.quote}{style.semicolon}")
        return lines

    # -- where it leaves -------------------------------------------------------------------------

    def take_out(self, piece: Piece) -> None:
        module = self.module(piece.symbol.unit)
        if piece.target.unit == module.new:
            self.rename_here(module, piece)
            return
        for part in piece.parts or (piece.definition,):
            start, end = cut_span(module.source, part.start, part.end)
            module.edits.append(Edit(start, end, b""))
        self.take_from_exports(module, piece)
        used = [
            r for r in module.deep.references
            if r.name == piece.symbol.name and self.inside(module.unit, r.start) is None
            and not self.in_export_list(module, r)
        ]  # fmt: skip
        handing = self.keeps_handing_on(module.unit) and piece.exported
        exported = self.exported_as(piece, "default" if piece.is_default else piece.symbol.name)
        if used:
            spelled = self.spell(module.unit, piece.target.unit)
            types = all(r.kind == "type" for r in used) and self.imports_types(module)
            module.statements.add(NewImport(spelled, exported, piece.symbol.name, types))
        if handing:
            self.hand_on(module, piece, exported)

    def imports_types(self, module: Module) -> bool:
        return re.search(rb"^import type ", module.source, re.MULTILINE) is not None

    def hand_on(self, module: Module, piece: Piece, exported: str) -> None:
        style = module.style
        spelled = self.spell(module.unit, piece.target.unit)
        if style.commonjs:
            for name in piece.exported:
                path = f"{style.quote}{spelled}{style.quote}"
                line = f"exports.{name} = require({path}).{exported}{style.semicolon}"
                module.edits.append(
                    Edit(len(module.source), len(module.source), (line + style.newline).encode())
                )
            return
        inner = ", ".join(exported if exported == n else f"{exported} as {n}" for n in piece.exported)
        line = (
            f"export {{ {inner} }} from {style.quote}{spelled}{style.quote}{style.semicolon}{style.newline}"
        )
        lead = "" if module.source.endswith(b"\n") else style.newline
        module.edits.append(Edit(len(module.source), len(module.source), (lead + line).encode()))

    def rename_here(self, module: Module, piece: Piece) -> None:
        new = piece.target.name
        if new in module.deep.locals:
            self.refuse(module.unit, piece.definition.line, f"{new} is a local name in the module")
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
        if module.style.commonjs:
            for found in re.finditer(
                rb"\b(?:module\.)?exports\.(" + re.escape(piece.symbol.name.encode()) + rb")\b", module.source
            ):
                module.edits.append(Edit(found.start(1), found.end(1), new.encode()))

    def in_export_list(self, module: Module, reference: Reference) -> Node | None:
        """Return the entry of `export { … }` or `module.exports = { … }` that a reference stands in."""
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
                return node if text_of(left).endswith("module.exports") and direct else None
            if node.type == "assignment_expression":
                left_text = text_of(node.child_by_field_name("left"))
                right = node.child_by_field_name("right")
                if left_text.startswith(("exports.", "module.exports.")) and right is not None and (
                    right.start_byte == reference.start and right.end_byte == reference.end
                ):  # fmt: skip
                    return node
            if node.type == "export_statement":
                value = node.child_by_field_name("value")
                return node if value is not None and value.start_byte == reference.start else None
            node = parent
        return None

    def take_from_exports(self, module: Module, piece: Piece) -> None:
        for reference in module.deep.references:
            if reference.name != piece.symbol.name or self.inside(module.unit, reference.start) is not None:
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

    # -- where it arrives ------------------------------------------------------------------------

    def put_in(self, piece: Piece) -> None:
        if piece.target.unit == self.relocation.unit(piece.symbol.unit):
            return
        origin = self.module(piece.symbol.unit)
        module = self.target_module(piece)
        if module.unit and module.style.commonjs != origin.style.commonjs and module.source.strip():
            self.refuse(
                piece.symbol.unit, piece.definition.line,
                f"{origin.unit} and {module.unit} are modules of two kinds (import, and require)",
            )  # fmt: skip
            return
        if module.unit:
            used_early = any(r.on_load and r.name == piece.target.name for r in module.deep.references)
            module.first = module.first or used_early
        for part in piece.parts or (piece.definition,):
            module.arriving.append(self.text_of_part(origin, module, piece, part))
        if not piece.exported and self.is_needed_outside(origin, piece):
            self.refuse_second_star(self.old_of(piece.target.unit), piece.target.name, piece.symbol)
        if module.style.commonjs and (piece.exported or self.is_needed_outside(origin, piece)):
            module.exports.append((piece.target.name, piece.target.name))

    def text_of_part(self, origin: Module, module: Module, piece: Piece, definition: Definition) -> str:
        edits: list[Edit] = []
        paths = PathRewriter(self.view, self.relocation, self.after, origin.unit, origin.source)
        edits += paths.edits_in(definition.start, definition.end, module.new)
        text = origin.source[definition.start : definition.end]
        if origin.style.commonjs and re.search(rb"\b(?:module\.)?exports\b", text):
            self.refuse(
                origin.unit, definition.line, f"{definition.name} works with the exports of its module"
            )
        for reference in origin.deep.references:
            if not definition.start <= reference.start < definition.end:
                continue
            self.supply(origin, module, piece, reference, edits)
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
        return self.as_exported(origin, module, piece, apply_edits(text, moved).decode("utf-8"))

    def as_exported(self, origin: Module, module: Module, piece: Piece, text: str) -> str:
        """Return a piece's text with the word `export` as it must be where it arrives."""
        if module.style.commonjs:
            return text
        found = EXPORTED.match(text.encode())
        default = self.stays_default(piece)
        word = "export default " if default else "export "
        if found is not None:
            if found.group(3) and not default:
                return (
                    text[: len(found.group(1).decode()) + len(found.group(2).decode())]
                    + "export "
                    + text.encode()[found.end() :].decode()
                )
            return text
        if not piece.exported and not self.is_needed_outside(origin, piece):
            return text
        lead = re.match(
            r"(?:/\*\*.*?\*/\s*|(?://[^\n]*\n\s*)+)?(?:@[\w.]+(?:\([^)]*\))?\s*)*", text, re.DOTALL
        )
        at = lead.end() if lead else 0
        if default and piece.definition.kind == "constant":
            return (
                text + f"{module.style.newline * 2}export default {piece.target.name}{module.style.semicolon}"
            )
        return text[:at] + word + text[at:]

    def is_needed_outside(self, origin: Module, piece: Piece) -> bool:
        for reference in origin.deep.references:
            if reference.name == piece.symbol.name:
                user = self.inside(origin.unit, reference.start)
                if user is None or user.target.unit != piece.target.unit:
                    return True
        return False

    def supply(
        self, origin: Module, module: Module, piece: Piece, reference: Reference, edits: list[Edit]
    ) -> None:
        """See to it that a name which a piece reads means the same where it arrives."""
        name = reference.name
        own = self.moved_from(origin.unit).get(name)
        if own is not None:
            self.supply_moved(origin, module, own, reference, edits)
            return
        statement, imported = self.import_of(origin.unit, name)
        if statement is not None and imported is not None:
            self.supply_import(origin, module, statement, imported, reference, edits)
            return
        self.supply_sibling(origin, module, piece, reference)

    def supply_moved(
        self, origin: Module, module: Module, own: Piece, reference: Reference, edits: list[Edit]
    ) -> None:
        if own.target.unit != module.new:
            exported = self.exported_as(own, "default" if own.is_default else own.symbol.name)
            if own.target.unit == origin.new:
                exported = own.exported[0] if own.exported else own.target.name
            self.bring(module, NewImport(self.spell_new(module, own.target.unit), exported, own.target.name))
        if own.target.name != reference.name:
            text = (
                f"{reference.name}: {own.target.name}" if reference.kind == "shorthand" else own.target.name
            )
            edits.append(Edit(reference.start, reference.end, text.encode()))

    def import_of(self, unit: str, name: str) -> tuple[Import | None, ImportedName | None]:
        for item in self.view.units.facts[unit].imports:
            if item.nested or item.space not in ("import", "require"):
                continue
            for imported in item.names:
                if imported.bound == name and (imported.alias or imported.name != WHOLE):
                    return item, imported
        return None, None

    def supply_import(
        self, origin: Module, module: Module, item: Import, imported: ImportedName, reference: Reference,
        edits: list[Edit],
    ) -> None:  # fmt: skip
        found = self.view.imported(origin.unit, item, imported)
        led = self.view.find_module(item.module, origin.unit)
        final = (
            self.relocation.place(found.final) if found.state == State.FOUND and found.final.name else None
        )
        if final is not None and final.unit == module.new:
            if final.name != reference.name:
                text = f"{reference.name}: {final.name}" if reference.kind == "shorthand" else final.name
                edits.append(Edit(reference.start, reference.end, text.encode()))
            return
        exported = imported.name
        if led is None:
            paths = PathRewriter(self.view, self.relocation, self.after, origin.unit, origin.source)
            spelled = paths.specifier_from(item.module, module.new, item.line)
        else:
            target = led.path
            moved = self.piece_named(target, imported.name, self.leaving(target))
            if moved is not None and not self.keeps_handing_on(target):
                spelled = self.spell_new(module, moved.target.unit, item.module, led)
                exported = self.exported_as(moved, imported.name)
            else:
                spelled = self.spell_new(module, self.relocation.unit(target), item.module, led)
        default_of_commonjs = exported == "default" and module.style.commonjs
        if (
            exported == WHOLE
            and not module.style.commonjs
            and item.space == "import"
            and item_is_equals(origin, item)
        ):
            self.refuse(origin.unit, item.line, "is imported in a way that cannot be carried along")
        if not default_of_commonjs:
            types = item.when == 2 or says_type(origin.source, imported)
            self.bring(module, NewImport(spelled, exported, reference.name, types))

    def supply_sibling(self, origin: Module, module: Module, piece: Piece, reference: Reference) -> None:
        name = reference.name
        if name in origin.deep.assigned and not self.is_constant(origin, name):
            writes = re.search(
                rb"\b" + re.escape(name.encode()) + rb"\s*(?:[-+*/|&^%]|\*\*|<<|>>|\?\?|\|\||&&)?=(?!=)",
                origin.source[piece.definition.start : piece.definition.end],
            )
            if writes or origin.style.commonjs:
                self.refuse(
                    origin.unit,
                    piece.definition.line,
                    f"{name}, which {piece.definition.name} shares, is assigned to",
                )
                return
        if name in ("require", "module", "exports", "__dirname", "__filename"):
            return
        exports = self.view.exports(origin.unit)
        names = [e for e, local in exports.items() if local == name and e != WHOLE]
        if names:
            exported = next((e for e in names if e != "default"), names[0])
        elif WHOLE in exports and exports[WHOLE] == name:
            exported = WHOLE
        else:
            exported = name
            self.export_sibling(origin, piece, name)
        types = reference.kind == "type" and self.imports_types(origin)
        self.bring(
            module,
            NewImport(self.spell_new(module, origin.new), exported, name, types and exported != "default"),
        )

    def is_constant(self, origin: Module, name: str) -> bool:
        return any(
            d.name == name and d.kind in ("function", "class")
            for d in self.view.units.facts[origin.unit].definitions
        )

    def refuse_second_star(self, unit: str, name: str, symbol: Symbol) -> None:
        """Two `export *` of one name cancel each other: what becomes exported may hide what is."""
        for barrel in self.view.importers_of(unit) if unit in self.view.units.facts else ():
            for item in self.view.units.facts[barrel].imports:
                led = self.view.find_module(item.module, barrel)
                star = item.space == "reexport" and item.names and item.names[0].name == "*"
                if not star or led is None or led.path != unit:
                    continue
                found = self.view.member(barrel, name)
                if found.state == State.FOUND and found.final.name and found.final != symbol:
                    self.refuse(
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

    def spell_new(self, module: Module, target: str, like: str = "", led: Led | None = None) -> str:
        """Return how the module that pieces arrive in spells another one."""
        if led is not None:
            text = self.after.spell(like, led, module.new, target)
            if text is not None:
                return text
        if module.unit:
            return self.spell(module.unit, target, like)
        origin = next(p.symbol.unit for p in self.pieces if p.target.unit == module.new)
        habit = next(
            (
                (i.module, found)
                for i in self.view.units.facts[origin].imports
                if i.module.startswith(".") and (found := self.view.find_module(i.module, origin)) is not None
                and found.style != "folder"
            ),
            None,
        )  # fmt: skip
        if habit is None:
            habit = ("./x", Led(target, self.common_style(module.new)))
        text = self.after.spell(habit[0], habit[1], module.new, target)
        if text is None:
            text = self.after.spell("./x", Led(target, "whole"), module.new, target)
        if text is None:
            self.refuse(origin, 0, f"no path from {module.new} leads to {target}")
            return target
        return text

    def common_style(self, path: str) -> str:
        if path.endswith(".mjs"):
            return "whole"
        counts: dict[str, int] = {}
        for unit in list(self.view.units.facts)[:400]:
            for item in self.view.units.facts[unit].imports[:4]:
                if item.module.startswith("."):
                    led = self.view.find_module(item.module, unit)
                    if led is not None:
                        counts[led.style] = counts.get(led.style, 0) + 1
        return max(counts, key=lambda s: counts[s], default=self.default_style(path))

    def default_style(self, path: str) -> str:
        """Return how paths are written where none is written yet: with endings where Node asks for them."""
        kinds = {known.kind for known in self.after.maps_for(path)}
        if path.endswith((".ts", ".tsx", ".mts", ".cts")):
            return "as .js" if "node" in kinds else "bare"
        return "whole" if "modules" in kinds else "bare"

    def bring(self, module: Module, new: NewImport) -> None:
        """Add an import to the module that pieces arrive in; refuse where the name is taken."""
        if module.unit:
            item, imported = self.import_of(module.unit, new.local)
            if item is not None and imported is not None:
                led = self.view.find_module(item.module, module.unit)
                there = self.after.find(new.module, module.new)
                same = (
                    led is not None and there is not None and self.relocation.unit(led.path) == there.path
                ) or (led is None and item.module == new.module)
                if same and imported.name == new.exported:
                    return
                self.refuse(module.unit, item.line, f"{module.unit} binds {new.local} otherwise")
                return
            if new.local in module.deep.bound:
                self.refuse(module.unit, 0, f"{module.unit} binds {new.local} otherwise")
                return
        for known in module.statements.added:
            if known.local == new.local and (known.module, known.exported) == (new.module, new.exported):
                return
            if known.local == new.local:
                self.refuse(module.new, 0, f"two things called {new.local} would be needed in {module.new}")
                return
        module.statements.add(new)

    # -- settling --------------------------------------------------------------------------------

    def settle_pieces_imports(self) -> None:
        """Take imports out of origins that only what left used."""
        for unit in {
            p.symbol.unit for p in self.pieces if p.target.unit != self.relocation.unit(p.symbol.unit)
        }:
            module = self.module(unit)
            for item in self.view.units.facts[unit].imports:
                if item.nested or item.space not in ("import", "require"):
                    continue
                for name in item.names:
                    references = [r for r in module.deep.references if r.name == name.bound]
                    inside = [r for r in references if self.inside(unit, r.start) is not None]
                    if references and len(inside) == len(references):
                        module.statements.remove(item.start, name.start)

    def finish(self) -> None:
        for unit, module in self.modules.items():
            paths = PathRewriter(self.view, self.relocation, self.after, unit, module.source)
            cuts = tuple(
                (part.start, part.end)
                for p in self.leaving(unit).values()
                for part in p.parts or (p.definition,)
            )
            statement_edits = module.statements.edits()
            spans = tuple((e.start, e.end) for e in (*statement_edits, *module.edits) if e.end > e.start)
            edits = [*module.edits, *statement_edits, *paths.edits((*cuts, *spans))]
            edits += self.arrival_edits(module)
            self.result.notes += paths.notes
            self.result.refusals += paths.refusals
            merged = merge_edits(edits)
            if merged:
                try:
                    text = apply_edits(module.source, merged)
                except ValueError:
                    self.refuse(unit, 0, "cannot be rewritten: two changes meet")
                    continue
                if not text.strip() and self.leaving(unit):
                    self.result.emptied.add(unit)
                else:
                    self.result.edits[unit] = merged
        for unit in self.sources:
            if unit not in self.modules and unit in self.view.units.facts:
                paths = PathRewriter(self.view, self.relocation, self.after, unit, self.sources[unit])
                edits = paths.edits()
                if edits:
                    self.result.edits[unit] = edits
        for target, module in self.fresh.items():
            self.result.created[target] = self.fresh_text(module).encode()

    def arrival_edits(self, module: Module) -> list[Edit]:
        edits: list[Edit] = []
        newline = module.style.newline
        source = module.source
        if module.arriving:
            body = (newline * 2).join(module.arriving)
            at = self.place_for(module)
            if at >= len(source):
                at = len(source)
                lead = newline if source.endswith(b"\n") else newline * 2
                edits.append(Edit(at, at, (lead + body + newline).encode()))
            else:
                edits.append(Edit(at, at, (body + newline * 2).encode()))
        if module.exports:
            edits += self.export_edits(module)
        return edits

    def place_for(self, module: Module) -> int:
        root = module.statements.root
        exports = [
            n for n in root.named_children
            if n.type == "expression_statement" and (n.text or b"").startswith(b"module.exports")
        ]  # fmt: skip
        if module.first:
            statements = module.statements.statements()
            if statements:
                last = statements[-1]
                outer = last.parent if last.type == "variable_declarator" else last
                end = module.source.find(b"\n", outer.end_byte if outer is not None else last.end_byte)
                at = end + 1 if end >= 0 else len(module.source)
                while module.source[at : at + 1] in (b"\n", b"\r"):
                    at += 1
                return at
            return module.statements.after_header()
        if module.style.commonjs and exports:
            return exports[0].start_byte
        return len(module.source)

    def export_edits(self, module: Module) -> list[Edit]:
        newline, semicolon = module.style.newline, module.style.semicolon
        root = module.statements.root
        for node in root.named_children:
            inner = first_child(node)
            if node.type != "expression_statement" or inner is None or inner.type != "assignment_expression":
                continue
            right = inner.child_by_field_name("right")
            if text_of(inner.child_by_field_name("left")) == "module.exports" and right is not None:
                if right.type == "object":
                    return [self.extend_object(module, right)]
                text = "".join(f"{newline}module.exports.{e} = {n}{semicolon}" for e, n in module.exports)
                return [Edit(node.end_byte, node.end_byte, text.encode())]
        text = "".join(f"exports.{e} = {n}{semicolon}{newline}" for e, n in module.exports)
        lead = "" if module.source.endswith(b"\n") else newline
        return [Edit(len(module.source), len(module.source), (lead + text).encode())]

    def extend_object(self, module: Module, node: Node) -> Edit:
        names = [e if e == n else f"{e}: {n}" for e, n in module.exports]
        entries = [c for c in node.named_children if c.type != "comment"]
        gone = [c for c in entries if text_of(c.child_by_field_name("key") or c) in self.leaving(module.unit)]
        if not entries or len(gone) == len(entries):
            return Edit(node.start_byte + 1, node.start_byte + 1, (" " + ", ".join(names) + " ").encode())
        last = entries[-1]
        raw = text_of(node)
        if "\n" in raw:
            found = re.search(r"\n([ \t]*)\S", raw)
            indent = found.group(1) if found else "  "
            glue = "," + module.style.newline + indent
        else:
            glue = ", "
        return Edit(last.end_byte, last.end_byte, "".join(glue + n for n in names).encode())

    def fresh_text(self, module: Module) -> str:
        style = module.style
        newline = style.newline
        first = next(p for p in self.pieces if p.target.unit == module.new)
        origin = self.module(first.symbol.unit)
        parts = []
        header = _directives(origin)
        if header:
            parts.append(header)
        lines = import_lines(module.statements.added, style)
        if lines:
            parts.append(newline.join(lines))
        parts += module.arriving
        if style.commonjs and module.exports:
            pad = " " if style.spaced else ""
            inner = ", ".join(e if e == n else f"{e}: {n}" for e, n in module.exports)
            parts.append(f"module.exports = {{{pad}{inner}{pad}}}{style.semicolon}")
        return (newline * 2).join(parts) + newline


def find_in_docs(source: bytes, name: str) -> list[tuple[int, int]]:
    """Return where doc comments name something as a type: `{Name}`, `{@link Name}`."""
    spans = []
    word = re.compile(rb"(?<![\w$.])" + re.escape(name.encode()) + rb"(?![\w$])")
    for comment in DOC_COMMENT.finditer(source):
        for braces in DOC_BRACES.finditer(comment.group()):
            start = comment.start() + braces.start()
            spans += [(start + f.start(), start + f.end()) for f in word.finditer(braces.group())]
    return spans


def item_is_equals(origin: Module, item: Import) -> bool:
    return b"require" in origin.source[item.start : item.end]


def _directives(origin: Module) -> str:
    out = []
    for node in origin.statements.root.children:
        inner = first_child(node) if node.type == "expression_statement" else None
        if inner is None or inner.type != "string":
            if node.type == "comment":
                continue
            break
        out.append(text_of(node))
    return origin.style.newline.join(out)


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


def rewrite_definitions(
    view: ScriptView, relocation: Relocation, sources: Mapping[str, bytes]
) -> tuple[Rewrite, Relocation]:
    """Return what a relocation with definitions changes, and the relocation with what goes along."""
    return Mover(view, relocation, sources).move()


def says_type(source: bytes, name: ImportedName) -> bool:
    """Whether a name is imported as a type in a list of others: `import { type Hive, keep }`."""
    before = source[max(0, name.start - 8) : name.start]
    return source[name.start : name.end].startswith(b"type ") or before.endswith(b"type ")
