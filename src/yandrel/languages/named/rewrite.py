"""Rewriting a relocation: declarations, imports, every name that would mean something else."""

import re
from collections.abc import Mapping
from dataclasses import dataclass, field

from msgspec.structs import replace

from yandrel.languages.edits import cut_span, keep_apart, merge_edits, newline_of, trim_blocks, trim_end
from yandrel.languages.named.carrying import carry_private
from yandrel.languages.named.content import Clause, Content, Held, Use
from yandrel.languages.named.dialect import (
    AddedImport,
    After,
    Before,
    Dialect,
    Draft,
    KeptImport,
    Scope,
)
from yandrel.languages.named.meanings import Meanings
from yandrel.languages.named.settle import NameMap, settle_relocation
from yandrel.languages.named.table import AMBIGUOUS, Renaming, last_of, parent_of
from yandrel.model.changes import Edit, Note, Refusal, Relocation, Rewrite, apply_edits, tell_leaving
from yandrel.model.graph import Symbol

WORD = re.compile(rb"[^\W\d]\w*")


@dataclass
class Arrival:
    """A definition on its way into another file."""

    origin: str
    content: Content
    held: Held
    name: str
    scope: Scope


@dataclass
class Wanted:
    """A use with what it must mean, and what it is relative to."""

    use: Use
    target: str
    written: str
    arrival: Arrival | None = None


@dataclass
class Context:
    """State shared by all rewriters of one relocation."""

    dialect: Dialect
    relocation: Relocation
    contents: dict[str, Content]
    renaming: Renaming
    names: NameMap
    result: Rewrite
    before: Before = field(init=False)
    after: After = field(init=False)

    def __post_init__(self) -> None:
        self.before = Before(self.renaming)
        self.after = After(self.renaming)

    def place(self, name: str, space: str) -> str:
        """Return where a qualified name of a definition or a whole namespace will be."""
        space = "type" if self.dialect.nests else space
        moved = self.renaming.place(name, space)
        if moved == name and self.dialect.nests and not self.before.has(name, space):
            outer, tail = parent_of(name), "." + last_of(name)
            while outer:
                if self.before.has(outer, space):
                    return self.renaming.place(outer, space) + tail
                outer, tail = parent_of(outer), "." + last_of(outer) + tail
        if moved == name and space == "type" and not self.before.has(name, space):
            return self.renaming.place_namespace(name)
        return moved


def rewrite(
    dialect: Dialect, relocation: Relocation, sources: Mapping[str, bytes]
) -> tuple[Rewrite, Relocation]:
    """Return what a relocation changes in the sources, and the relocation with what goes along."""
    result = Rewrite()
    facts = dialect.view.units.facts
    contents: dict[str, Content] = {}
    touched = {*relocation.units, *(s.unit for s in relocation.definitions)}
    touched |= {s.unit for s in relocation.definitions.values()}
    for unit, source in sources.items():
        if unit in facts:
            contents[unit] = content = dialect.read(source, unit)
            problems = content.problems or facts[unit].problems
            if problems and unit in touched:
                why = "the file cannot be read whole"
                result.refusals.append(Refusal(unit, problems[0].line, why, "mend it first"))
    settled = carry_private(dialect, settle_relocation(dialect, relocation, contents), contents, result)
    names = NameMap(dialect, settled, contents, result)
    renaming = names.work_out()
    for unit, content in contents.items():
        if (content.problems or facts[unit].problems) and unit not in touched:
            result.refusals += find_unread(dialect, unit, content, renaming)
    spell = dialect.view.spell
    result.namespaces = {spell(old): spell(new) for old, new in renaming.renamed_namespaces().items()}
    result.refusals += dialect.object_to(settled, renaming, contents)
    result.notes += dialect.notes_on(settled, renaming, contents)
    references = dialect.needed_references(settled, renaming, contents, result)
    if result.refusals:
        return result, settled
    named = {**settled.units, **dialect.files_named_after(renaming)}
    settled = replace(settled, units=named, references=references)
    context = Context(dialect, settled, contents, renaming, names, result)
    arrivals = find_arrivals(context)
    for unit in contents:
        FileRewriter(context, unit, arrivals.pop(settled.unit(unit), [])).rewrite()
    for target, pieces in arrivals.items():
        create_file(context, target, pieces)
    return result, settled


def find_unread(dialect: Dialect, unit: str, content: Content, renaming: Renaming) -> list[Refusal]:
    """Return a refusal where a file that cannot be read whole holds a moved name that was not understood."""
    moved = (renaming.table.spelled[key] for key in renaming.moved)
    names = {last_of(name).encode() for name in moved if may_see(content, name)}
    before = Before(renaming)
    scopes = [old_scope(dialect, content, number) for number in range(len(content.blocks))]
    meanings = Meanings(dialect, scopes, before)
    spans = [(u.start, u.end) for u in content.uses if meanings.meaning_of(u)]
    spans += [(c.start, c.end) for c in content.clauses]
    spans += [(h.name_start, h.name_end) for h in content.held]
    for found in WORD.finditer(content.source):
        if found.group() in names and not any(s <= found.start() < e for s, e in spans):
            why = f"{found.group().decode()} stands where the file cannot be read"
            return [Refusal(unit, content.line_of(found.start()), why, "mend it first")]
    return []


def may_see(content: Content, name: str) -> bool:
    """Whether a file can name a definition without its namespace, as far as it could be read."""
    around = [block.name for block in content.blocks if block.name]
    opened = {clause.path for clause in content.clauses if not clause.bound}
    opened |= {path for path, bound, _ in content.ambient if not bound}
    namespace = parent_of(name)
    inside = any((block + ".").startswith(namespace + ".") for block in around)
    bound = any(clause.bound == last_of(name) for clause in content.clauses)
    return not around or not namespace or inside or bound or namespace in opened


def find_arrivals(context: Context) -> dict[str, list[Arrival]]:
    """Return the definitions that leave their files, by the new path of where they go."""
    found: dict[str, list[Arrival]] = {}
    relocation = context.relocation
    for symbol, target in relocation.definitions.items():
        if target.unit == relocation.unit(symbol.unit):
            continue
        content = context.contents[symbol.unit]
        for held in content.held:
            if held.name == symbol.name:
                scope = old_scope(context.dialect, content, held.block)
                arrival = Arrival(symbol.unit, content, held, target.name, scope)
                found.setdefault(target.unit, []).append(arrival)
    for pieces in found.values():
        pieces.sort(key=lambda piece: (piece.origin, piece.held.start))
    return found


def old_scope(dialect: Dialect, content: Content, block: int) -> Scope:
    """Return what names mean in a block as it is."""
    imports = [
        (clause.path, clause.bound, clause.space)
        for clause in content.clauses
        if content.statements[clause.statement].block == block
        or content.statements[clause.statement].everywhere
    ]
    return dialect.scope_of(content.blocks[block].name, [*imports, *content.ambient])


class BlockDraft(Draft):
    """One block as it will be: its imports, and the names that its uses need."""

    def __init__(
        self, context: Context, namespace: str, kept: list[KeptImport], wanted: list[Wanted], own: set[str],
        ambient: list[tuple[str, str, str]],
    ) -> None:  # fmt: skip
        self.context = context
        self.known = context.after
        self.ambient = [(context.place(path, space), bound, space) for path, bound, space in ambient]
        self.dialect = context.dialect
        self.namespace = namespace
        self.kept = kept
        self.added: list[AddedImport] = []
        self.fold = context.renaming.table.fold
        self.own = own
        self.imported = {
            (key[0], self.fold(path, key[0]))
            for item in wanted
            if item.arrival is not None
            for key, path in item.arrival.scope.bound.items()
        }
        self.aliases = {
            (key[0], self.fold(context.place(path, key[0]), key[0])): key[1]
            for item in wanted
            if item.arrival is not None
            for key, path in item.arrival.scope.bound.items()
            if key[1] != self.fold(last_of(path), key[0])
        }
        self.imports = bool(kept or self.imported)
        self.claims: dict[tuple[str, str], set[str]] = {}
        for item in wanted:
            if item.use.kind == "code" and not item.use.rooted and item.target:
                space = item.use.space if len(item.use.parts) == 1 else "type"
                key = (space, self.fold(item.use.head, space))
                head = self._head_target(item)
                self.claims.setdefault(key, set()).add(head)
        self.refresh()

    def _head_target(self, item: Wanted) -> str:
        extra = len(item.use.parts) - 1
        parts = item.target.split(".")
        return ".".join(parts[: len(parts) - extra]) if extra else item.target

    def refresh(self) -> None:
        imports = [
            (item.path, (item.alias or last_of(item.path)) if item.clause.bound else "", item.clause.space)
            for item in self.kept
            if not item.dropped
        ]
        imports += [
            (item.path, "" if item.alias == "*" else item.alias or last_of(item.path), item.space)
            for item in self.added
        ]
        self.scope = self.dialect.scope_of(self.namespace, [*imports, *self.ambient])

    def take_along(self, piece: Arrival) -> None:
        """Add the imports that a piece needs though it names nothing through them."""
        renaming = self.context.renaming
        for new in self.dialect.piece_imports(piece.content, piece.held, renaming, self.namespace):
            known = any(
                (k.path, k.clause.bound == "", k.clause.space) == (new.path, new.alias == "*", new.space)
                for k in self.kept
                if not k.dropped
            )
            if not known and new not in self.added:
                self.added.append(new)
        self.refresh()

    def binding_of(self, path: str, space: str) -> str | None:
        folded = self.fold(path, space)
        for item in self.kept:
            same = item.clause.space == space and self.fold(item.path, space) == folded
            if not item.dropped and item.clause.bound and same:
                return item.alias or last_of(item.path)
        for new in self.added:
            if new.space == space and self.fold(new.path, space) == folded and new.alias != "*":
                return new.alias or last_of(new.path)
        return None

    def means_other(self, name: str, path: str, space: str) -> bool:
        key = (space, self.fold(name, space))
        bound = self.scope.bound.get(key)
        if bound is not None:
            return self.fold(bound, space) != self.fold(path, space)
        if space == "type" and key[1] in self.own and self.fold(path, space) != self.fold(
            f"{self.namespace}.{name}" if self.namespace else name, space
        ):  # fmt: skip
            return True
        claimed = {self.fold(claim, space) for claim in self.claims.get(key, ())}
        return bool(claimed - {self.fold(path, space)})

    def open(self, path: str) -> None:
        """Import everything of a namespace."""
        self.added.append(AddedImport(path, "type", "*"))
        self.refresh()

    def close_last(self) -> None:
        """Take the last import back."""
        self.added.pop()
        self.refresh()

    def bring_in(self, path: str, space: str, written: str = "") -> str | None:
        name = last_of(path)
        alias = ""
        known = self.aliases.get((space, self.fold(path, space))) == self.fold(written, space)
        if known and not self.means_other(written, path, space):
            alias = written
        elif self.means_other(name, path, space):
            outer = path.split(".")[-2] if "." in path else "Other"
            for candidate in (outer + name, "Other" + name):
                if not self.means_other(candidate, path, space):
                    alias = candidate
                    break
            else:
                return None
        self.added.append(AddedImport(path, space, alias))
        self.refresh()
        return alias or name


class FileRewriter:
    """Rewrites one file: what stays in it, and what comes."""

    def __init__(self, context: Context, unit: str, arrivals: list[Arrival]) -> None:
        self.context = context
        self.dialect = context.dialect
        self.unit = unit
        self.new = context.relocation.unit(unit)
        self.content = context.contents[unit]
        self.arrivals = arrivals
        self.edits: list[Edit] = []
        relocation = context.relocation
        self.leaving = [
            held
            for held in self.content.held
            if relocation.definitions.get(Symbol(unit, held.name), Symbol(self.new)).unit != self.new
        ]

    def rewrite(self) -> None:
        content, result = self.content, self.context.result
        if self.leaving and len(self.leaving) == len(content.held) and not content.acts and not self.arrivals:
            result.emptied.add(self.unit)
            return
        receiving = self.context.names.block_for_arrivals(self.unit)
        for number, block in enumerate(content.blocks):
            namespace = self.context.names.namespaces[self.unit, number]
            pieces = self.arrivals if number == receiving else []
            self.rewrite_block(number, namespace, pieces)
            if namespace != block.name:
                self.edits += self.dialect.edit_namespace(content, block, namespace)
        for held in self.leaving:
            start, end = cut_span(content.source, held.start, held.end)
            self.edits.append(Edit(start, end, b""))
        self.rename_definitions()
        context = self.context
        self.edits += self.dialect.edit_module(
            self.unit, context.relocation, context.renaming, context.contents
        )
        gone = [(h.start, h.end) for h in self.leaving]
        self.edits += [
            edit
            for edit in self.dialect.edit_paths(self.unit, self.new, content, self.context.relocation)
            if not any(s <= edit.start < e for s, e in gone)
        ]
        kept = keep_apart(content.source, merge_edits(self.edits))
        edits = trim_end(content.source, trim_blocks(content.source, kept))
        if edits:
            result.edits[self.unit] = edits

    def rename_definitions(self) -> None:
        for held in self.content.held:
            target = self.context.relocation.definitions.get(Symbol(self.unit, held.name))
            if target is not None and target.unit == self.new and target.name != held.name:
                for start, end in ((held.name_start, held.name_end), *held.also):
                    self.edits.append(Edit(start, end, target.name.encode()))

    def rewrite_block(self, number: int, namespace: str, pieces: list[Arrival]) -> None:
        content = self.content
        scope = old_scope(self.dialect, content, number)
        uses = [use for use in content.uses if use.block == number]
        staying = [use for use in uses if not self.is_leaving(use.start)]
        wanted = wants(self.context, staying, scope, content, None)
        for piece in pieces:
            wanted += piece_wants(self.context, piece)
        kept = self.keep_imports(number, namespace, uses, wanted)
        own = self.own_names(number, pieces)
        draft = BlockDraft(self.context, namespace, kept, wanted, own, self.ambient_of(number))
        for piece in pieces:
            draft.take_along(piece)
        texts = spell_all(self.context, draft, wanted, self.unit)
        bring_parted(self.context, draft, wanted)
        open_implied(self.context, draft, staying, scope, pieces)
        self.edits += [Edit(w.use.start, w.use.end, text.encode()) for w, text in texts if w.arrival is None]
        self.edits += self.dialect.edit_imports(content, number, draft.kept, draft.added, namespace)
        if pieces:
            self.add_pieces(number, pieces, texts)

    def ambient_of(self, number: int) -> list[tuple[str, str, str]]:
        """Return what is imported for a block elsewhere: by other files, or above other blocks."""
        content = self.content
        return [
            *content.ambient,
            *(
                (clause.path, clause.bound, clause.space)
                for clause in content.clauses
                if content.statements[clause.statement].everywhere
                and content.statements[clause.statement].block != number
            ),
        ]

    def is_leaving(self, position: int) -> bool:
        return any(held.start <= position < held.end for held in self.leaving)

    def own_names(self, number: int, pieces: list[Arrival]) -> set[str]:
        """Return the folded names of the types that the block will define."""
        fold = self.context.renaming.table.fold
        names = set()
        for held in self.content.held:
            if held.space == "type" and held.block == number and held not in self.leaving:
                target = self.context.relocation.definitions.get(Symbol(self.unit, held.name))
                names.add(fold(target.name if target is not None else held.name, "type"))
        return names | {fold(piece.name, "type") for piece in pieces if piece.held.space == "type"}

    def keep_imports(
        self, number: int, namespace: str, uses: list[Use], wanted: list[Wanted]
    ) -> list[KeptImport]:
        content, fold = self.content, self.context.renaming.table.fold
        changed = namespace != content.blocks[number].name
        kept: list[KeptImport] = []
        taken = {
            (clause.space, fold(clause.bound, clause.space))
            for clause in content.clauses
            if content.statements[clause.statement].block == number
        }
        own = self.own_names(number, self.arrivals)
        for clause in content.clauses:
            if content.statements[clause.statement].block != number:
                continue
            path = self.context.place(clause.path, clause.space)
            if not clause.bound:
                settled = self.dialect.settle_clause(clause, path, content, self.context.renaming)
                dropped = settled is None or self.opens_needlessly(clause, settled, namespace, kept, wanted)
                kept.append(KeptImport(clause, settled or path, "", dropped))
                continue
            alias = clause.bound if clause.aliased else ""
            if not alias and last_of(path) != clause.bound and clause.bound:
                key = (clause.space, fold(last_of(path), clause.space))
                if key in taken or (clause.space == "type" and key[1] in own):
                    alias = clause.bound
                else:
                    taken.add(key)
            bound = alias or last_of(path)
            dropped = self.is_unused_now(clause, uses, wanted)
            moved = changed or path != clause.path
            if moved and not dropped and self.dialect.is_redundant(path, bound, namespace):
                dropped = True
            if dropped:
                for symbol in self.context.renaming.table.all_of(clause.path, clause.space):
                    self.context.result.dropped.add((self.unit, symbol))
            kept.append(KeptImport(clause, path, alias, dropped))
        return kept

    def opens_needlessly(
        self, clause: Clause, path: str, namespace: str, kept: list[KeptImport], wanted: list[Wanted]
    ) -> bool:
        """Whether an import of a namespace that the last file left would open the new one for nothing."""
        statement = self.content.statements[clause.statement]
        if statement.conditional or clause.space != "type":
            return False
        if path == namespace != self.content.blocks[statement.block].name:
            return True
        if path == clause.path or self.context.relocation.folders:
            return False
        opened = {item.path for item in kept if not item.clause.bound and not item.dropped}
        needed = any(parent_of(item.target) == path for item in wanted)
        return path == namespace or path in opened or not needed

    def is_unused_now(self, clause: Clause, uses: list[Use], wanted: list[Wanted]) -> bool:
        """Whether only what leaves used an import."""
        if not self.leaving or not clause.bound:
            return False
        fold = self.context.renaming.table.fold
        bound = fold(clause.bound, clause.space)

        def through(use: Use) -> bool:
            space = use.space if len(use.parts) == 1 else "type"
            return (
                not use.rooted
                and use.kind != "string"
                and space == clause.space
                and fold(use.head, space) == bound
            )

        went = any(through(use) for use in uses if self.is_leaving(use.start))
        if not went:
            return False
        return not any(through(item.use) for item in wanted) and not any(
            through(use) for use in uses if not self.is_leaving(use.start)
        )

    def add_pieces(self, number: int, pieces: list[Arrival], texts: list[tuple[Wanted, str]]) -> None:
        at = self.end_of_block(number)
        newline = newline_of(self.content.source)
        body = (newline * 2).join(piece_text(piece, texts, self.context, self.new) for piece in pieces)
        lead = newline * 2 if self.content.source[:at].strip() else ""
        body = self.dialect.fit_into(self.content, number, body)
        tail = "" if self.content.source[at : at + 1] in (b"\n", b"\r") else newline
        self.edits.append(Edit(at, at, (lead + body + tail).encode()))

    def end_of_block(self, number: int) -> int:
        ends = [held.end for held in self.content.held if held.block == number and held not in self.leaving]
        if ends:
            return max(ends)
        block = self.content.blocks[number]
        statements = [s.end for s in self.content.statements if s.block == number]
        return max([block.insert_at, *statements, self.content.preamble_end])


def wants(
    context: Context, uses: list[Use], scope: Scope, content: Content, arrival: Arrival | None
) -> list[Wanted]:
    """Return the uses with what each must mean after the change."""
    out = []
    meanings = Meanings(context.dialect, [scope], context.before)
    for use in uses:
        meant = meanings.meaning_of(use, 0)
        if meant is None or meant.partition(".")[0] == AMBIGUOUS:
            if use.kind == "code" and not use.rooted:
                written = content.source[use.start : use.end].decode("utf-8", "replace")
                out.append(Wanted(use, "", written, arrival))
            continue
        known = context.before.has(meant, use.space)
        if use.kind in ("doc", "string") and not known:
            namespace = context.renaming.place_namespace(meant) if use.kind == "string" else meant
            if namespace != meant and "." in meant:
                written = content.source[use.start : use.end].decode("utf-8", "replace")
                out.append(Wanted(use, namespace, written, arrival))
            elif use.kind == "string" and (left := context.renaming.find_leaver(meant)):
                tell_of_leaving(context, use, content, left)
            continue
        if use.kind == "member" and not known and ("type", use.head) not in scope.bound:
            continue
        if use.space != "type" and not known:
            continue
        written = content.source[use.start : use.end].decode("utf-8", "replace")
        out.append(Wanted(use, context.place(meant, use.space), written, arrival))
    return out


def tell_of_leaving(context: Context, use: Use, content: Content, left: str) -> None:
    """Note a text that names a namespace which something leaves: it may be looked through for types."""
    unit = next(unit for unit, known in context.contents.items() if known is content)
    written = content.source[use.start : use.end].decode("utf-8", "replace")
    place, line = context.relocation.unit(unit), content.line_of(use.start)
    context.result.notes.append(Note(place, line, written, tell_leaving(left)))


def piece_wants(context: Context, piece: Arrival) -> list[Wanted]:
    held = piece.held
    uses = [use for use in piece.content.uses if held.start <= use.start < held.end]
    return wants(context, uses, piece.scope, piece.content, piece)


def spell_all(
    context: Context, draft: BlockDraft, wanted: list[Wanted], unit: str
) -> list[tuple[Wanted, str]]:
    """Return the uses that are written anew, with their new texts."""
    out = []
    dialect = context.dialect
    fold = context.renaming.table.fold
    for item in sorted(wanted, key=lambda w: w.use.kind != "code"):
        use = item.use
        meant = dialect.meaning(draft.scope, use, context.after)
        if not item.target:
            if meant is not None and context.after.has(meant, use.space) and use.space == "type":
                refuse_capture(context, item, meant, unit)
            continue
        if meant is not None and fold(meant, use.space) == fold(item.target, use.space):
            continue
        if use.kind == "string":
            text: str | None = dialect.spell_string(item.written, item.target)
        else:
            text = dialect.spell(use, item.written, item.target, draft)
        if text is None:
            origin = item.arrival.content if item.arrival is not None else context.contents[unit]
            place = item.arrival.origin if item.arrival is not None else unit
            context.result.refusals.append(
                Refusal(
                    place,
                    origin.line_of(use.start),
                    f"{item.written} cannot be written so that it means the same",
                )
            )
        elif text != item.written:
            out.append((item, text))
    return out


def bring_parted(context: Context, draft: BlockDraft, wanted: list[Wanted]) -> None:
    """Import a name of which one definition goes and another stays from both places."""
    fold = context.renaming.table.fold
    for item in wanted:
        new = context.renaming.parted.get((item.use.space, fold(item.target, item.use.space)))
        if new is not None and parent_of(new) != draft.namespace and item.use.kind in ("code", "member"):
            added = AddedImport(new, item.use.space)
            kept = any(k.path == new and not k.dropped for k in draft.kept)
            if added not in draft.added and not kept:
                draft.added.append(added)
    draft.refresh()


def open_implied(
    context: Context, draft: BlockDraft, uses: list[Use], scope: Scope, pieces: list[Arrival]
) -> None:
    """Open the namespaces of what is used without being named."""
    asked = [(uses, scope)]
    for piece in pieces:
        held = piece.held
        asked.append(([u for u in piece.content.uses if held.start <= u.start < held.end], piece.scope))
    for found, before in asked:
        for path in context.dialect.implied_namespaces(found, before, draft.scope, context.renaming):
            draft.open(path)


def refuse_capture(context: Context, item: Wanted, meant: str, unit: str) -> None:
    origin = item.arrival.content if item.arrival is not None else context.contents[unit]
    place = item.arrival.origin if item.arrival is not None else unit
    why = f"{item.written} would mean {context.dialect.view.spell(meant)} then"
    context.result.refusals.append(
        Refusal(place, origin.line_of(item.use.start), why, "import what it means by name")
    )


def piece_text(piece: Arrival, texts: list[tuple[Wanted, str]], context: Context, new: str) -> str:
    """Return the text of a definition as it arrives."""
    held = piece.held
    edits = [
        Edit(w.use.start - held.start, w.use.end - held.start, text.encode())
        for w, text in texts
        if w.arrival is piece
    ]
    if piece.name != held.name:
        for start, end in ((held.name_start, held.name_end), *held.also):
            if held.start <= start < held.end:
                edits.append(Edit(start - held.start, end - held.start, piece.name.encode()))
    for edit in context.dialect.edit_paths(piece.origin, new, piece.content, context.relocation):
        if held.start <= edit.start < held.end:
            edits.append(Edit(edit.start - held.start, edit.end - held.start, edit.text))
    text = piece.content.source[held.start : held.end]
    return apply_edits(text, merge_edits(edits)).decode("utf-8")


def create_file(context: Context, target: str, pieces: list[Arrival]) -> None:
    """Make the file that definitions arrive in."""
    wanted = [item for piece in pieces for item in piece_wants(context, piece)]
    first = pieces[0]
    namespace = context.names.namespace_of_target(target, first.origin, first.held.block)
    fold = context.renaming.table.fold
    own = {fold(piece.name, "type") for piece in pieces if piece.held.space == "type"}
    draft = BlockDraft(context, namespace, [], wanted, own, first.content.ambient)
    for piece in pieces:
        draft.take_along(piece)
    texts = spell_all(context, draft, wanted, first.origin)
    bring_parted(context, draft, wanted)
    open_implied(context, draft, [], first.scope, pieces)
    bodies = [piece_text(piece, texts, context, target) for piece in pieces]
    text = context.dialect.new_file(first.content, namespace, draft.added, bodies)
    context.result.created[target] = text.encode()
