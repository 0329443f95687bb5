"""The state of moving definitions out of modules: the modules in the making, and the pieces."""

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field, replace
from itertools import chain, count, pairwise

from msgspec import structs
from tree_sitter import Node

from yandrel.languages.script.components import COMPONENTS
from yandrel.languages.script.deep import DeepFacts, read_deep
from yandrel.languages.script.facts import WHOLE
from yandrel.languages.script.finder import Finder, Led
from yandrel.languages.script.grammar import parse, text_of
from yandrel.languages.script.pieces.assigned import HEAD, assigns_whole, find_entry
from yandrel.languages.script.pieces.attached import find_attached, find_registering
from yandrel.languages.script.specifiers import PathRewriter, finder_after
from yandrel.languages.script.statements import (
    REQUIRED,
    ImportStatements,
    NewImport,
    Style,
    style_of,
)
from yandrel.languages.script.view import ScriptView
from yandrel.model.changes import Edit, Refusal, Relocation, Rewrite
from yandrel.model.facts import Definition, Import, ImportedName, When
from yandrel.model.graph import Symbol
from yandrel.model.words import pascal

STATEMENT = "statement"
QUOTED = re.compile(rb"['\"]")
COMMENTS = re.compile(rb"//[^\n]*|/\*.*?\*/|;", re.DOTALL)


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


class Change:
    """One relocation that takes definitions out of their modules, as far as it is worked out."""

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

    def attached_to(self, definition: Definition, unit: str) -> tuple[Definition, ...]:
        """Return the statements that complete a definition, as parts of it."""
        module = self.module(unit)
        root, references = module.statements.root, module.deep.references
        nodes = list(find_attached(root, references, definition.name, definition.end))
        for node in self.registering(definition, unit):
            if node not in nodes:
                self.result.statements.append((unit, text_of(node).split("\n")[0]))
                nodes.append(node)
        nodes.sort(key=lambda node: node.start_byte)
        return tuple(
            structs.replace(
                definition, kind=STATEMENT, start=node.start_byte, end=node.end_byte,
                line=node.start_point[0] + 1, last_line=node.end_point[0] + 1,
            )
            for node in nodes
        )  # fmt: skip

    def registering(self, definition: Definition, unit: str) -> Iterator[Node]:
        """Yield the statements that only register a definition, where its new place is loaded, too."""
        module = self.module(unit)
        facts = self.view.units.facts[unit]
        imported = {name.bound for item in facts.imports if not item.nested for name in item.names}
        loaded = any(
            edge.unit == unit and edge.name == definition.name and edge.when == When.LOAD
            for other in self.view.importers_of(unit)
            if other != unit
            for edge in self.view.edges_of(other)
        )
        if loaded:
            root, references = module.statements.root, module.deep.references
            yield from find_registering(root, references, definition.name, imported)

    def is_assigned(self, unit: str, definition: Definition) -> bool:
        """Whether a definition is what is assigned to an export: `exports.open = () => …`."""
        source = self.sources.get(unit, b"")[definition.start : definition.end]
        if b"exports" not in source:
            return False
        text = source.decode("utf-8", "replace")
        found = HEAD.match(text, start_of_statement(text, unit))
        return found is not None and found[2] == definition.name

    def uses(self, unit: str, symbol: Symbol) -> bool:
        """Whether a module imports a definition, or its whole module."""
        return any(e.unit == symbol.unit and e.name in ("", symbol.name) for e in self.view.edges_of(unit))

    def called_at_home(self, symbol: Symbol, name: str) -> str:
        """Return how a definition is named in its own module, where its name there is `name`."""
        facts = self.view.units.facts.get(symbol.unit)
        found = next((d for d in facts.definitions if d.name == symbol.name), None) if facts else None
        if found is None or symbol in self.relocation.definitions:
            return name
        if self.is_assigned(symbol.unit, found):
            return f"exports.{name}"
        return f"module.exports.{name}" if self.entry_of(symbol.unit, found) is not None else name

    def entry_of(self, unit: str, definition: Definition) -> Node | None:
        """Return the entry of `module.exports = { … }` that a definition is, if it is one."""
        if not definition.conditional or unit not in self.sources:
            return None
        return find_entry(self.module(unit).statements.root, definition)

    def goes_on_assigning(self, module: Module) -> bool:
        """Whether what arrives in a module can be assigned to its exports as it was before."""
        if not module.style.commonjs or assigns_whole(module.source):
            return False
        arriving = [p for p in self.pieces if p.target.unit == module.new and p.symbol.unit != module.unit]
        if module.unit and any(self.uses(module.unit, p.symbol) for p in arriving):
            return False
        return bool(module.unit) or all(self.is_assigned(p.symbol.unit, p.definition) for p in arriving)

    def is_import_of(self, unit: str, name: str, symbol: Symbol) -> bool:
        for item in self.view.units.facts[unit].imports:
            for imported in item.names:
                if imported.bound == name and not item.nested:
                    return self.view.imported(unit, item, imported).final == symbol
        return False

    def new_of(self, unit: str) -> str:
        """Return the path that a module will have."""
        return self.relocation.unit(unit)

    def paths_of(self, unit: str, source: bytes) -> PathRewriter:
        """Return what rewrites the paths in a module."""
        return PathRewriter(self.view, self.relocation, self.after, unit, source)

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

    def refuse(self, unit: str, line: int, why: str, todo: str = "", along: tuple[Symbol, ...] = ()) -> None:
        self.result.refusals.append(Refusal(unit, line, why, todo, along=along))

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
            module = self.module(old)
            if not QUOTED.search(module.source):
                quote = self.module(piece.symbol.unit).style.quote
                module.style = module.statements.style = replace(module.style, quote=quote)
            return module
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

    def users_of(self, unit: str, definition: Definition) -> list[Piece | None]:
        out: list[Piece | None] = []
        for reference in self.deep(unit).references:
            if reference.name == definition.name and not definition.start <= reference.start < definition.end:
                out.append(self.inside(unit, reference.start))
        return out

    def spell(self, unit: str, target: str, like: str = "") -> str:
        """Return how a module spells another one, as its imports are written."""
        new = self.relocation.unit(unit)
        led = self.view.find_module(like, unit) if like and unit in self.view.units.facts else None
        for item in self.view.units.facts[unit].imports if unit in self.view.units.facts else ():
            if led is None and _shows_habit(item.module):
                led, like = self.view.find_module(item.module, unit), item.module
        led = led or Led(target, self.common_style(new))
        text = self.after.spell(like or "./x", led, new, target)
        if text is None:
            text = self.after.spell("./x", Led(target, "whole"), new, target)
        if text is None:
            self.refuse(unit, 0, f"no path from {new} leads to {target}")
            return target
        return text

    def piece_named(self, unit: str, exported: str, pieces: Mapping[str, Piece]) -> Piece | None:
        local = self.view.exports(unit).get(exported)
        piece = pieces.get(local) if local is not None else None
        if piece is None or exported in ("default", local):
            return piece
        # What is exported by another name, and stays, is still called by that.
        return None if piece.target.unit == self.relocation.unit(unit) else piece

    def imports_types(self, module: Module) -> bool:
        return re.search(rb"^import type ", module.source, re.MULTILINE) is not None

    def import_of(self, unit: str, name: str) -> tuple[Import | None, ImportedName | None]:
        for item in self.view.units.facts[unit].imports:
            if item.nested or item.space not in ("import", "require"):
                continue
            for imported in item.names:
                if imported.bound == name and (imported.alias or imported.name != WHOLE):
                    return item, imported
        return None, None

    def is_constant(self, origin: Module, name: str) -> bool:
        return any(
            d.name == name and d.kind in ("function", "class")
            for d in self.view.units.facts[origin.unit].definitions
        )

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
                if _shows_habit(i.module) and (found := self.view.find_module(i.module, origin)) is not None
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
                if _shows_habit(item.module):
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

    def way_of(self, module: Module, item: Import) -> str:
        """Return how a module goes on importing what another statement imports in its own way."""
        if module.style.commonjs or module.new.endswith((".mjs", ".mts")):
            return ""
        return REQUIRED if item.space == "require" else ""

    def bring(self, module: Module, new: NewImport, as_type: bool = False) -> str:
        """Add an import to the module that pieces arrive in; return what it is called there, which is another
        name where that one is taken. What is imported as a type alone is enough only where it is used so."""
        if module.unit:
            item, imported = self.import_of(module.unit, new.local)
            if item is not None and imported is not None:
                led = self.view.find_module(item.module, module.unit)
                there = self.after.find(new.module, module.new)
                same = (
                    led is not None and there is not None and self.relocation.unit(led.path) == there.path
                ) or (led is None and item.module == new.module)
                types = item.when == When.TYPES or says_type(module.source, imported)
                if same and imported.name == new.exported and (as_type or not types):
                    return new.local
                return self.bring_aliased(module, new)
            if new.local in module.deep.bound:
                return self.bring_aliased(module, new)
        known = next((known for known in module.statements.added if known.local == new.local), None)
        if known is None:
            module.statements.add(new)
        elif (known.module, known.exported) == (new.module, new.exported):
            module.statements.widen(known, new)
        else:
            return self.bring_aliased(module, new)
        return new.local

    def bring_aliased(self, module: Module, new: NewImport) -> str:
        """Import a thing by a name that says where it is from."""
        for known in module.statements.added:
            if (known.module, known.exported) == (new.module, new.exported) and known.local != new.local:
                module.statements.widen(known, new)
                return known.local
        taken = {known.local for known in module.statements.added} | set(module.deep.bound)
        taken |= module.deep.locals.union(*(self.deep(piece.symbol.unit).locals for piece in self.pieces))
        folders = [part for part in new.module.split("/") if part.strip(".") and part != "index"]
        wanted = f"{new.local}Of{pascal(folders[-1].partition('.')[0] if folders else 'Module')}"
        names = chain([wanted], (f"{wanted}{number}" for number in count(2)))
        alias = next(name for name in names if name not in taken)
        module.statements.add(replace(new, local=alias))
        return alias


def start_of_statement(text: str, path: str) -> int:
    """Return where a declaration begins after the comments and decorators that lead it."""
    source = text.encode()
    declared = next((n for n in parse(source, path).root_node.named_children if n.type != "comment"), None)
    if declared is None:
        return 0
    start = declared.start_byte
    for child in declared.children:
        if child.type not in ("decorator", "comment"):
            start = child.start_byte
            break
    return len(source[:start].decode("utf-8", "replace"))


def _shows_habit(spelled: str) -> bool:
    """Whether a path shows how modules are written, and not what is always written with its ending."""
    return spelled.startswith(".") and not spelled.endswith((*COMPONENTS, ".json"))


def says_type(source: bytes, name: ImportedName) -> bool:
    """Whether a name is imported as a type in a list of others: `import { type Hive, keep }`."""
    before = source[max(0, name.start - 8) : name.start]
    return source[name.start : name.end].startswith(b"type ") or before.endswith(b"type ")
