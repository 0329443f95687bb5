"""Moving definitions out of their modules: what they need goes along, who names them is told."""

import re
from collections.abc import Mapping

from msgspec.structs import replace

from yandrel.languages.script.facts import WHOLE
from yandrel.languages.script.grammar import text_of
from yandrel.languages.script.pieces.arriving import Arriving
from yandrel.languages.script.pieces.change import Change, Piece
from yandrel.languages.script.pieces.finishing import Finishing
from yandrel.languages.script.pieces.leaving import Leaving
from yandrel.languages.script.pieces.users import Users
from yandrel.languages.script.specifiers import finder_after
from yandrel.languages.script.view import ScriptView
from yandrel.model.changes import Relocation, Rewrite
from yandrel.model.facts import Definition, Facts
from yandrel.model.graph import Symbol

THIS = re.compile(r"\b(?:this|super)\b")


class Mover:
    """Carries a relocation out that takes definitions out of their modules."""

    def __init__(self, view: ScriptView, relocation: Relocation, sources: Mapping[str, bytes]) -> None:
        self.change = Change(view, relocation, sources)
        self.users = Users(self.change)
        self.leaving = Leaving(self.change, self.users)
        self.arriving = Arriving(self.change, self.users)
        self.finishing = Finishing(self.change)

    def move(self) -> tuple[Rewrite, Relocation]:
        definitions = dict(self.change.relocation.definitions)
        self.collect(definitions)
        if self.change.result.refusals:
            return self.change.result, self.change.relocation
        self.carry_private(definitions)
        self.change.relocation = replace(self.change.relocation, definitions=definitions)
        created = frozenset(p.target.unit for p in self.change.pieces) - self.change.view.finder.files
        self.change.after = finder_after(self.change.view, self.change.relocation, created)
        for unit in self.change.sources:
            if unit in self.change.view.units.facts:
                self.users.tell_importer(unit)
        self.change.pieces.sort(key=lambda p: (p.symbol.unit, p.definition.start))
        for piece in self.change.pieces:
            self.leaving.take_out(piece)
        for piece in self.change.pieces:
            self.arriving.put_in(piece)
        self.finishing.settle_pieces_imports()
        self.finishing.finish()
        return self.change.result, self.change.relocation

    def collect(self, definitions: Mapping[Symbol, Symbol]) -> None:
        for symbol, target in definitions.items():
            facts = self.change.view.units.facts.get(symbol.unit)
            found = [d for d in facts.definitions if d.name == symbol.name] if facts is not None else []
            if facts is None or not found:
                self.change.refuse(symbol.unit, 0, f"{symbol.name} is not at the top level of {symbol.unit}")
                continue
            parts = self.change.parts_of(symbol, found)
            definition = parts[-1]
            why = self.hindrance(facts, symbol, target, found)
            if why:
                self.change.refuse(symbol.unit, definition.line, why)
            elif symbol.name in self.change.deep(symbol.unit).assigned:
                self.keep_with_users(facts, symbol, target, definitions)
            exports = self.change.view.exports(symbol.unit)
            exported = tuple(
                name for name, local in exports.items() if local == symbol.name and name != WHOLE
            )
            whole = exports.get(WHOLE) == symbol.name
            if whole:
                exported = (*exported, WHOLE)
            if target.unit != symbol.unit:
                parts = (*parts, *self.change.attached_to(definition, symbol.unit))
            self.change.pieces.append(Piece(symbol, target, definition, exported, parts))

    def hindrance(self, facts: Facts, symbol: Symbol, target: Symbol, found: list[Definition]) -> str:
        definition = found[-1]
        if facts.problems:
            return "the file cannot be read whole"
        if target.unit != symbol.unit and len(found) > 1:
            if symbol.name not in self.change.view.exports(symbol.unit).values():
                return f"{symbol.name} has several declarations, and is not exported"
        entry = self.change.entry_of(symbol.unit, definition)
        if definition.conditional and entry is None:
            return f"{symbol.name} is declared in one statement with others"
        if entry is not None and target.unit != symbol.unit and THIS.search(text_of(entry)):
            return f"{symbol.name} works with the object that it stands in"
        own = rb"\bthis\s*\.\s*" + re.escape(symbol.name.encode()) + rb"(?![\w$])"
        if entry is not None and re.search(own, self.change.sources[symbol.unit]):
            return f"this.{symbol.name} is taken from the object that it stands in"
        if symbol.name == "default" and target.unit == symbol.unit:
            return "a default export without a name has no name to change"
        if self.change.view.exports(symbol.unit).get(WHOLE) == symbol.name and target.unit != symbol.unit:
            return f"{symbol.name} is all that {symbol.unit} exports: move the file"
        new = self.change.view.units.facts.get(self.change.old_of(target.unit))
        if new is not None and (entry is not None or self.change.is_assigned(symbol.unit, definition)):
            if target.name != symbol.name or target.unit != symbol.unit:
                if target.name in self.change.view.exports(self.change.old_of(target.unit)):
                    return f"{target.unit} exports {target.name} already"
        if new is not None:
            if new.problems:
                return f"{target.unit} cannot be read whole"
            bound = self.change.deep(self.change.old_of(target.unit)).bound
            if target.name in bound and not self.change.is_import_of(
                self.change.old_of(target.unit), target.name, symbol
            ):
                return f"{target.unit} binds {target.name} already"
        return ""

    def keep_with_users(
        self, facts: Facts, symbol: Symbol, target: Symbol, definitions: Mapping[Symbol, Symbol]
    ) -> None:
        """Refuse to part a name that is assigned to from what uses it in its module."""
        if target.unit == symbol.unit:
            return
        places = {s.name: place.unit for s, place in definitions.items() if s.unit == symbol.unit}
        pattern = re.compile(rb"(?<![\w$.])" + re.escape(symbol.name.encode()) + rb"(?![\w$])")
        left: set[str] = set()
        for found in pattern.finditer(self.change.sources.get(symbol.unit, b"")):
            at = found.start()
            user = next((d.name for d in facts.definitions if d.start <= at < d.end), "")
            if places.get(user) != target.unit:
                left.add(user)
        if left:
            line = next(d.line for d in facts.definitions if d.name == symbol.name)
            along = tuple(Symbol(symbol.unit, name) for name in sorted(left))
            why = f"{symbol.name} is assigned to elsewhere in the module"
            self.change.refuse(symbol.unit, line, why, along=along)

    def carry_private(self, definitions: dict[Symbol, Symbol]) -> None:
        """Take along what is not exported and only what moves to one place uses."""
        changed = True
        while changed:
            changed = False
            for unit in {p.symbol.unit for p in self.change.pieces}:
                facts = self.change.view.units.facts[unit]
                exported = set(self.change.view.exports(unit).values())
                for definition in facts.definitions:
                    symbol = Symbol(unit, definition.name)
                    if symbol in definitions or definition.name in exported or definition.conditional:
                        continue
                    users = self.change.users_of(unit, definition)
                    targets = {p.target.unit if p is not None else "" for p in users}
                    if (
                        len(targets) == 1
                        and "" not in targets
                        and definition.name not in self.change.deep(unit).assigned
                    ):
                        target = Symbol(next(iter(targets)), definition.name)
                        if self.hindrance(
                            facts, symbol, target, [d for d in facts.definitions if d.name == symbol.name]
                        ):
                            continue
                        definitions[symbol] = target
                        self.change.result.carried[symbol] = target
                        attached = self.change.attached_to(definition, unit)
                        parts = (definition, *attached)
                        self.change.pieces.append(Piece(symbol, target, definition, (), parts))
                        changed = True


def rewrite_definitions(
    view: ScriptView, relocation: Relocation, sources: Mapping[str, bytes]
) -> tuple[Rewrite, Relocation]:
    """Return what a relocation with definitions changes, and the relocation with what goes along."""
    return Mover(view, relocation, sources).move()
