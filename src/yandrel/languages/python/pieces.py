"""Definitions that leave one unit for another: what is cut, what it needs, where it arrives."""

from collections.abc import Iterator
from dataclasses import dataclass, field

from yandrel.languages.python.context import Context
from yandrel.languages.python.deep import MODULE_SCOPE, Use
from yandrel.languages.python.imports import Drop, NewImport
from yandrel.languages.python.references import BUILTINS, FileRewriter, parent_and_leaf
from yandrel.languages.python.registrations import find_registrations
from yandrel.languages.python.view import Binding
from yandrel.model.changes import Edit, apply_edits
from yandrel.model.facts import Definition, Facts, Import, ImportedName, When
from yandrel.model.graph import State, Symbol

STATEMENT = "statement"
"""The kind of a piece that only registers what else moves."""
PER_UNIT_CALLS = ("getLogger()", "get_logger()")
REGISTERING_CALLS = frozenset({"Flask()", "Blueprint()", "FastAPI()", "APIRouter()", "Celery()"})


@dataclass(frozen=True, slots=True)
class Piece:
    """A run of text that moves: one definition with its decorators and the comments above it."""

    unit: str
    name: str
    target: Symbol
    start: int
    end: int
    definition: Definition


def import_the_same(bindings: list[Binding]) -> bool:
    """Whether a name is bound by imports alone, and each of them imports the same thing."""
    spelled = {
        (b.statement.module, b.imported.name, b.statement.whole, b.statement.when)
        if b.statement is not None and b.imported is not None
        else (str(position), "", False, 0)
        for position, b in enumerate(bindings)
    }
    return len(spelled) == 1


def find_pieces(context: Context, unit: str) -> list[Piece]:
    """Return what leaves a unit, in the order in which it stands there."""
    facts = context.view.units.facts[unit]
    source = context.sources[unit]
    here = context.relocation.unit(unit)
    pieces = []
    for name, target in context.outgoing(unit).items():
        if target.unit == here:
            continue
        for definition in facts.definitions:
            if definition.name == name:
                start = _with_comments(source, definition.start)
                end = _line_end(source, definition.end)
                pieces.append(Piece(unit, name, target, start, end, definition))
    for statement in find_registrations(context, unit, {piece.name: piece.target for piece in pieces}):
        start, end = _with_comments(source, statement.start), _line_end(source, statement.end)
        whole = Definition("", STATEMENT, start, end, statement.line, statement.line)
        pieces.append(Piece(unit, "", Symbol(statement.target, ""), start, end, whole))
        context.result.statements.append((unit, statement.text))
    return sorted(pieces, key=lambda piece: piece.start)


def _with_comments(source: bytes, start: int) -> int:
    """Take along the comment lines that stand directly above."""
    at = start
    while at > 0:
        line = source.rfind(b"\n", 0, at - 1) + 1
        text = source[line : at - 1]
        if not text.startswith(b"#") or text.startswith(b"#!") or b"coding" in text[:30]:
            break
        if line == 0:
            return start
        at = line
    return at


def _line_end(source: bytes, end: int) -> int:
    at = source.find(b"\n", end)
    stop = len(source) if at < 0 else at
    return stop - 1 if source[stop - 1 : stop] == b"\r" and stop > end else stop


def hindrances(facts: Facts, name: str) -> Iterator[tuple[int, str]]:
    """Yield why a definition cannot be taken out of its unit."""
    own = [d for d in facts.definitions if d.name == name]
    if not own:
        yield 0, f"{name} is not defined at the top level"
        return
    line = own[0].line
    if any(d.conditional for d in own):
        yield line, f"{name} is defined under a condition"
    if name in facts.bound:
        yield line, f"{name} is bound more than once"
    if len(own) > 1 and any(d.kind != "function" for d in own):
        yield line, f"{name} is bound more than once"
    for item in facts.imports:
        if not item.nested and any(n.bound == name for n in item.names):
            yield item.line, f"{name} is imported here as well"


@dataclass
class Arrivals:
    """The pieces that arrive in one file, with the imports that they need there."""

    context: Context
    unit: str
    rewriter: FileRewriter | None
    pieces: list[tuple[Piece, bytes]] = field(default_factory=list)
    imports: list[NewImport] = field(default_factory=list)
    known: dict[str, object] = field(default_factory=dict)
    habit: str = ""
    copied: dict[str, bytes] = field(default_factory=dict)

    def require(self, new: NewImport, identity: object) -> str:
        """Make a name available; return what it is called here."""
        wanted = new.alias or new.name
        if not new.module and not new.alias:
            wanted = new.name.partition(".")[0]
        if wanted in self.known:
            if self.known[wanted] == identity or (not new.module and not new.alias):
                self.add(new)
                return wanted
        elif self.rewriter is None:
            self.known[wanted] = identity
            self.add(new)
            return wanted
        else:
            old = self.identity_here(wanted, new.types)
            if old == identity:
                return wanted
            if old is None and (self.rewriter.is_free(wanted) or wanted in BUILTINS):
                self.known[wanted] = identity
                self.rewriter.taken.add(wanted)
                self.add(new)
                return wanted
        alias = self.alias_for(new, wanted)
        self.known[alias] = identity
        self.add(NewImport(new.module, new.name, alias, new.types))
        return alias

    def alias_for(self, new: NewImport, wanted: str) -> str:
        if self.rewriter is not None:
            alias = self.rewriter.free_alias(wanted, new.source.strip(".").replace(".", "/") + "/x")
        else:
            alias = f"{(new.module or 'imported').strip('.').rpartition('.')[2]}_{wanted}"
        while alias in self.known:
            alias += "_"
        return alias

    def add(self, new: NewImport) -> None:
        if self.rewriter is not None:
            self.rewriter.imports.add(new)
        elif new not in self.imports:
            self.imports.append(new)

    def identity_here(self, name: str, types: bool) -> object:
        """Return what a name stands for in the unit as it was; None where it is free."""
        rewriter = self.rewriter
        assert rewriter is not None
        bindings = self.context.view.bindings(rewriter.unit).get(name)
        if not bindings:
            return None if name not in rewriter.deep.scopes[MODULE_SCOPE].bound else "bound"
        if not import_the_same(bindings) or bindings[0].statement is None or bindings[0].imported is None:
            own = Symbol(rewriter.unit, name)
            return self.context.relocation.place(own)
        item, imported = bindings[0].statement, bindings[0].imported
        if item.when == When.TYPES and not types:
            return "bound for types only"
        return identity_of_import(self.context, rewriter.unit, item, imported)

    def free_for(self, name: str) -> bool:
        """Whether a definition of that name may come here."""
        if self.rewriter is None:
            return True
        rewriter = self.rewriter
        positions = rewriter.deep.scopes[MODULE_SCOPE].bound.get(name, [])
        for at in positions:
            pair = rewriter.by_start.get(at)
            if pair is None or not isinstance(rewriter.imports.decided(*pair), Drop):
                return Symbol(rewriter.unit, name) in self.context.relocation.definitions
        return True


def identity_of_import(context: Context, unit: str, item: Import, imported: ImportedName) -> object:
    """Return a value that is equal for imports that bind the same thing."""
    found = context.view.imported(unit, item, imported)
    if found.state != State.FOUND:
        return (item.module, imported.name)
    return context.place_of_named(found.named, found.final)


@dataclass
class Departure:
    """A unit that definitions leave: finds what they need and what stays behind."""

    context: Context
    rewriter: FileRewriter
    pieces: list[Piece]
    arrivals: dict[str, Arrivals]

    def piece_at(self, at: int) -> Piece | None:
        for piece in self.pieces:
            if piece.start <= at < piece.end:
                return piece
        return None

    def settle_uses(self) -> None:
        """Give every top-level name that is used its new spelling where it will stand."""
        rewriter = self.rewriter
        outgoing = self.context.outgoing(rewriter.unit)
        self.rename_definitions(outgoing)
        self.check_globals()
        needs: dict[tuple[str, str], list[Use]] = {}
        for use in rewriter.deep.uses:
            piece = self.piece_at(use.start)
            if use.home == MODULE_SCOPE and use.head in outgoing:
                rewriter.handled_uses.add(use.start)
                self.settle_moved(use, outgoing[use.head])
            elif piece is not None and use.home in (MODULE_SCOPE, -1):
                needs.setdefault((piece.target.unit, use.head), []).append(use)
        for (target, head), uses in needs.items():
            self.settle_need(self.arrivals[target], head, uses)

    def rename_definitions(self, outgoing: dict[str, Symbol]) -> None:
        rewriter = self.rewriter
        for name, target in outgoing.items():
            if target.name == name:
                continue
            for at in rewriter.deep.scopes[MODULE_SCOPE].bound.get(name, []):
                rewriter.edits.append(Edit(at, at + len(name.encode()), target.name.encode()))
            here = self.context.relocation.unit(rewriter.unit)
            if target.unit == here and not rewriter.is_free(target.name):
                rewriter.refuse(0, f"the name {target.name} is in use here already")

    def check_globals(self) -> None:
        outgoing = self.context.outgoing(self.rewriter.unit)
        for scope in self.rewriter.deep.scopes:
            piece = self.piece_at(scope.start) if scope.global_names else None
            if piece is None:
                continue
            for name in sorted(scope.global_names):
                moved = outgoing.get(name)
                if moved is None or moved.unit != piece.target.unit:
                    self.rewriter.refuse(
                        scope.start, f"{piece.name} sets the global {name}, which stays behind"
                    )

    def settle_moved(self, use: Use, target: Symbol) -> None:
        rewriter = self.rewriter
        site = rewriter.site(use.start)
        name = target.name
        if site != target.unit:
            piece = self.piece_at(use.start)
            if piece is not None:
                name = self.import_into(self.arrivals[site], target, False)
            else:
                name = self.import_back(target, use)
        if name != use.head:
            rewriter.replace_links(use.links[:1], name)

    def import_into(self, arrivals: Arrivals, target: Symbol, types: bool, bound: str = "") -> str:
        like = arrivals.habit
        spelled = self.context.after.spell(target.unit, arrivals.unit, like)
        if spelled is None:
            self.rewriter.refuse(0, f"{target.unit} cannot be imported from {arrivals.unit}")
            return target.name
        alias = bound if bound and bound != target.name else ""
        return arrivals.require(NewImport(spelled, target.name, alias, types), target)

    def import_back(self, target: Symbol, use: Use | None) -> str:
        """Import moved definitions where the remaining code uses them."""
        rewriter = self.rewriter
        here = rewriter.site(use.start if use is not None else -1)
        spelled = self.context.after.spell(target.unit, here, own_habit(rewriter.facts))
        if spelled is None:
            rewriter.refuse(0, f"{target.unit} cannot be imported from {here}")
            return target.name
        for old, new in self.context.relocation.definitions.items():
            if new == target and old.unit == rewriter.unit:
                self.context.imported_back.add(old)
        rewriter.imports.add(NewImport(spelled, target.name))
        return target.name

    def settle_need(self, arrivals: Arrivals, head: str, uses: list[Use]) -> None:
        rewriter = self.rewriter
        view = self.context.view
        bindings = view.bindings(rewriter.unit).get(head, [])
        if uses[0].home < 0:
            self.settle_star(arrivals, head, uses)
            return
        plain = [
            b for b in bindings
            if b.statement is not None and b.imported is not None and not b.statement.guarded
        ]  # fmt: skip
        whole = [
            b for b in plain
            if b.statement and b.imported and b.statement.whole and not b.imported.alias
        ]  # fmt: skip
        if whole and len(whole) == len(bindings):
            self.carry_dotted(arrivals, uses, whole)
            return
        if len(plain) == len(bindings) and import_the_same(plain):
            item, imported = plain[0].statement, plain[0].imported
            assert item is not None
            assert imported is not None
            name = self.carry_import(arrivals, item, imported, item.when == When.TYPES)
            self.respell(uses, head, name)
            return
        if self.copy_per_unit(arrivals, head):
            return
        symbol = Symbol(rewriter.unit, head)
        target = self.context.relocation.place(symbol)
        if target.unit == arrivals.unit:
            return
        name = self.import_into(arrivals, target, False)
        self.respell(uses, head, name)

    def respell(self, uses: list[Use], head: str, name: str) -> None:
        if name == head:
            return
        for use in uses:
            if self.rewriter.local_names.get((MODULE_SCOPE, head)) is None:
                self.rewriter.replace_links(use.links[:1], name)
                self.rewriter.handled_uses.add(use.start)

    def carry_import(self, arrivals: Arrivals, item: Import, imported: ImportedName, types: bool) -> str:
        rewriter = self.rewriter
        found = self.context.view.imported(rewriter.unit, item, imported)
        bound = imported.bound
        if found.state != State.FOUND:
            new = NewImport("" if item.whole else item.module, imported.name, imported.alias, types)
            if item.module.startswith("."):
                rewriter.refuse(item.start, f"{item.module} cannot be followed")
            return arrivals.require(new, (item.module, imported.name))
        target = self.context.place_of_named(found.named, found.final)
        if target.unit == arrivals.unit and target.name:
            return target.name
        like = arrivals.habit
        renamed = rewriter.local_names.get((MODULE_SCOPE, bound), bound)
        if target.name:
            spelled = self.context.after.spell(target.unit, arrivals.unit, like)
            if spelled is None:
                rewriter.refuse(item.start, f"{target.unit} cannot be imported there")
                return bound
            alias = renamed if renamed != target.name else ""
            return arrivals.require(NewImport(spelled, target.name, alias, types), target)
        return self.carry_module(arrivals, target.unit, renamed, like, types, item)

    def carry_module(
        self, arrivals: Arrivals, unit: str, bound: str, like: str, types: bool, item: Import
    ) -> str:
        folder, leaf = parent_and_leaf(unit)
        holder = self.rewriter.holder_of(folder)
        alias = bound if bound != leaf else ""
        if item.whole or holder is None or not self.rewriter.has_package(folder):
            dotted = self.context.after.dotted(unit, arrivals.unit)
            if dotted is None:
                self.rewriter.refuse(item.start, f"{unit} cannot be imported there")
                return bound
            new = NewImport("", dotted, bound if "." in dotted or bound != dotted else "", types)
            return arrivals.require(new, Symbol(unit))
        spelled = self.context.after.spell(holder, arrivals.unit, like)
        if spelled is None:
            self.rewriter.refuse(item.start, f"{unit} cannot be imported there")
            return bound
        return arrivals.require(NewImport(spelled, leaf, alias, types), Symbol(unit))

    def carry_dotted(self, arrivals: Arrivals, uses: list[Use], bindings: list[Binding]) -> None:
        """`import a.b` and `a.b.c` in what moves: the same modules are imported at the new place."""
        rewriter = self.rewriter
        for binding in bindings:
            item, imported = binding.statement, binding.imported
            if item is None or imported is None:
                continue
            parts = imported.name.split(".")
            wanted = any([link.name for link in use.links[: len(parts)]] == parts for use in uses)
            if not wanted and len(bindings) > 1:
                continue
            found = self.context.view.imported(rewriter.unit, item, imported)
            dotted: str | None = imported.name
            if found.state == State.FOUND:
                unit = self.context.relocation.unit(found.named.unit)
                dotted = self.context.after.dotted(unit, arrivals.unit)
            if dotted is None:
                rewriter.refuse(item.start, f"{imported.name} cannot be imported there")
                continue
            new = NewImport("", dotted)
            head = dotted.partition(".")[0]
            if arrivals.rewriter is not None and not arrivals.rewriter.is_free(head):
                present = arrivals.context.view.bindings(arrivals.rewriter.unit).get(head, [])
                same = all(b.statement is not None and b.statement.whole for b in present)
                if not present or not same:
                    rewriter.refuse(item.start, f"the name {head} is taken in {arrivals.unit}")
            arrivals.known.setdefault(head, ("import", head))
            arrivals.add(new)

    def settle_star(self, arrivals: Arrivals, head: str, uses: list[Use]) -> None:
        found = self.context.view.member(self.rewriter.unit, head)
        if found.state == State.FOUND and found.through and head not in BUILTINS:
            target = self.context.relocation.place(found.final)
            if target.unit != arrivals.unit and target.name:
                self.respell(uses, head, self.import_into(arrivals, target, False))
        elif found.state == State.UNCERTAIN and head not in BUILTINS:
            stars = self.outside_stars()
            if stars:
                for module in stars:
                    arrivals.add(NewImport(module, "*"))
                return
            self.rewriter.refuse(
                uses[0].start,
                f"{head} comes from a star import that cannot be followed",
                "import it by name first",
            )

    def outside_stars(self) -> list[str]:
        """Return the packages whose names all come into the unit, where they alone can give a name."""
        stars = [
            item for item in self.rewriter.facts.imports
            if not item.nested and item.names and item.names[0].name == "*"
        ]  # fmt: skip
        followed = [self.context.view.find_spelled(item.module, self.rewriter.unit)[0] for item in stars]
        if any(target is not None for target in followed) or any(item.guarded for item in stars):
            return []
        return [item.module for item in stars]

    def copy_per_unit(self, arrivals: Arrivals, head: str) -> bool:
        """A logger made from __name__ is each unit's own: the new place gets its own too."""
        facts = self.rewriter.facts
        own = [d for d in facts.definitions if d.name == head]
        if len(own) != 1 or not own[0].value.endswith(PER_UNIT_CALLS):
            return False
        text = self.rewriter.source[own[0].start : own[0].end]
        if b"__name__" not in text:
            return False
        if arrivals.rewriter is not None:
            there = [d for d in arrivals.rewriter.facts.definitions if d.name == head]
            if there:
                return there[0].value.endswith(PER_UNIT_CALLS)
            if not arrivals.rewriter.is_free(head):
                return False
        arrivals.copied[head] = text
        inner = [u for u in self.rewriter.deep.uses if own[0].start <= u.start < own[0].end]
        for use in inner:
            if use.home == MODULE_SCOPE and use.head != head:
                self.settle_need(arrivals, use.head, [use])
        return True

    def drop_unused(self) -> None:
        """Drop the imports that only what left has used."""
        rewriter = self.rewriter
        package = rewriter.unit.endswith(("/__init__.py", "/__init__.pyi"))
        if package or rewriter.unit == "__init__.py":
            return
        exports = rewriter.facts.exports or ()
        inside: dict[str, set[str]] = {}
        outside: set[str] = set()
        for use in rewriter.deep.uses:
            if use.home != MODULE_SCOPE:
                continue
            piece = self.piece_at(use.start)
            if piece is None:
                outside.add(use.head)
            else:
                inside.setdefault(use.head, set()).add(piece.target.unit)
        for item in rewriter.facts.imports:
            if item.nested or item.guarded or item.module == "__future__":
                continue
            if self.piece_at(item.start) is not None:
                continue
            for imported in item.names:
                bound = imported.bound.partition(".")[0] if item.whole else imported.bound
                if bound not in inside or bound in outside or bound in exports:
                    continue
                if self.context.named_elsewhere(rewriter.unit, bound):
                    continue
                rewriter.imports.decide(item, imported, Drop())
                if len(inside[bound]) == 1:
                    moved = Symbol(next(iter(inside[bound])), bound)
                    self.context.renamed_bindings[Symbol(rewriter.unit, bound)] = moved

    def cut(self) -> None:
        """Take the pieces out, with the edits that fall into them, and hand them on."""
        rewriter = self.rewriter
        starts = {piece.start for piece in self.pieces}
        inside: dict[int, list[Edit]] = {}
        rest: list[Edit] = []
        for edit in rewriter.edits + rewriter.imports.finish():
            piece = self.piece_at(edit.start)
            header = edit.start == edit.end and edit.start in starts
            if piece is None or header:
                rest.append(edit)
            else:
                shifted = Edit(edit.start - piece.start, edit.end - piece.start, edit.text)
                inside.setdefault(piece.start, []).append(shifted)
        for piece in self.pieces:
            text = rewriter.source[piece.start : piece.end]
            text = apply_edits(text, inside.get(piece.start, []))
            self.arrivals[piece.target.unit].pieces.append((piece, text))
        rest += [Edit(start, end, b"") for start, end in self._cut_spans()]
        rewriter.edits = merge_deletions(rest)
        rewriter.imports.decisions.clear()
        rewriter.imports.followers.clear()
        rewriter.imports.header.clear()

    def _cut_spans(self) -> list[tuple[int, int]]:
        """Return what to delete: the pieces with the blank lines after them, joined where they meet."""
        source = self.rewriter.source
        spans: list[tuple[int, int]] = []
        for piece in self.pieces:
            start = piece.start
            if spans and not source[spans[-1][1] : start].strip():
                start = spans.pop()[0]
            end = piece.end
            while end < len(source) and source[end : end + 1] in b"\r\n \t":
                end += 1
            if end < len(source):
                line = source.rfind(b"\n", 0, end) + 1
                end = line if line > piece.end else end
                end = _leave_blanks(source, start, piece.end, end)
            spans.append((start, end))
        if spans and spans[-1][1] == len(source):
            start = spans[-1][0]
            while start > 0 and source[start - 1 : start] in b"\r\n \t":
                start -= 1
            start = source.find(b"\n", start) + 1 if start > 0 else 0
            spans[-1] = (start, len(source))
        return spans


def _leave_blanks(source: bytes, start: int, stop: int, end: int) -> int:
    """Keep as many of the blank lines after a piece as there are more of than before it."""
    before = source[:start].replace(b"\r", b"")
    blanks_before = len(before) - len(before.rstrip(b"\n")) - 1
    blanks_after = source.count(b"\n", stop, end) - 1
    for _ in range(max(0, blanks_after - max(blanks_before, 0)) if before.strip() else 0):
        end = source.rfind(b"\n", 0, end - 1) + 1
    return end


def merge_deletions(edits: list[Edit]) -> list[Edit]:
    """Join deletions that overlap; all other edits stay as they are."""
    gone = sorted(e for e in edits if not e.text and e.end > e.start)
    joined: list[Edit] = []
    for edit in gone:
        if joined and edit.start < joined[-1].end:
            joined[-1] = Edit(joined[-1].start, max(joined[-1].end, edit.end), b"")
        else:
            joined.append(edit)
    return [e for e in edits if e.text] + joined


def own_habit(facts: Facts) -> str:
    """Return "." where a unit imports its neighbours relatively rather than by full names."""
    relative = sum(item.module.startswith(".") for item in facts.imports)
    absolute = sum(
        not item.whole and not item.module.startswith(".") and not item.nested for item in facts.imports
    )
    return "." if relative and relative * 4 >= absolute else ""
