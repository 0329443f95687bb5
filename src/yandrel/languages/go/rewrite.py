"""Rewriting a relocation of Go: package clauses, qualifiers, imports, what leaves and what arrives."""

import re
from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from yandrel.languages.edits import cut_span, keep_apart, merge_edits, newline_of, trim_end
from yandrel.languages.go.columns import line_up
from yandrel.languages.go.deep import Content, NameUse, Piece, Spec, read_deep
from yandrel.languages.go.imports import Wanted, comment_after, edit_imports, is_sorted, write_imports
from yandrel.languages.go.naming import candidate_names
from yandrel.languages.go.packages import Package, Packages, settle_relocation
from yandrel.languages.go.view import GoView, folder_of
from yandrel.model.changes import Edit, Refusal, Relocation, Rewrite, apply_edits
from yandrel.model.graph import Symbol

LISTED = frozenset({"map", "slice", "array"})


@dataclass
class Context:
    """State shared by all rewriters of one relocation."""

    view: GoView
    relocation: Relocation
    contents: dict[str, Content]
    packages: Packages
    result: Rewrite

    def refuse(self, unit: str, place: int, why: str, todo: str = "", along: tuple[Symbol, ...] = ()) -> None:
        content = self.contents.get(unit)
        line = content.line_of(place) if content is not None and place >= 0 else 0
        self.result.refusals.append(Refusal(unit, line, why, todo, along=along))


@dataclass(frozen=True)
class Meant:
    """The meaning of a use: a definition, a package of the application, or an outside package."""

    use: NameUse
    symbols: tuple[Symbol, ...] = ()
    folder: str | None = None
    spec: Spec | None = None


@dataclass
class Arrival:
    """A definition on its way into another file."""

    origin: str
    content: Content
    piece: Piece
    number: int
    name: str


@dataclass
class FileDraft:
    """One file as it will be: its package, what its imports are called, what it still needs."""

    context: Context
    unit: str
    package: Package
    content: Content | None
    names: dict[str, str] = field(default_factory=dict)
    paths: dict[str, str] = field(default_factory=dict)
    added: dict[str, Wanted] = field(default_factory=dict)
    kept: dict[Spec, str] = field(default_factory=dict)
    reached: set[str] = field(default_factory=set)
    """The names of imports that are used."""
    dotted: set[str] = field(default_factory=set)
    taken: set[str] = field(default_factory=set)

    def keep(self, spec: Spec, name: str, path: str) -> None:
        """Note an import that may stay, perhaps with another path."""
        self.kept[spec] = name
        self.names.setdefault(path, name)
        self.paths[name] = path

    def qualifier(self, path: str, name: str, locals_here: set[str], alias: str = "") -> str:
        """Return what a package is called here; it is imported where it is not yet."""
        known = self.names.get(path)
        if known is not None and known not in locals_here:
            self.reached.add(known)
            return known
        wanted = alias or name
        free = wanted
        parent = path.split("/")[-2] if "/" in path else "other"
        for candidate in (wanted, _word(parent) + name, name + "pkg", "other" + name):
            free = candidate
            if candidate not in locals_here | self.taken and self.paths.get(candidate, path) == path:
                break
        self.names[path] = free
        self.paths[free] = path
        self.added[path] = Wanted(path, free if free != name or alias else "")
        return free


def _word(text: str) -> str:
    return "".join(c for c in text if c.isalnum()).lower()


def rewrite(view: GoView, relocation: Relocation, sources: Mapping[str, bytes]) -> tuple[Rewrite, Relocation]:
    """Return what a relocation changes in the sources, and the relocation with what goes along."""
    from yandrel.languages.go.carrying import carry_private
    from yandrel.languages.go.limits import object_to

    result = Rewrite()
    settled = settle_relocation(view, relocation)
    contents = {unit: read_deep(source) for unit, source in sources.items() if unit in view.units.facts}
    settled = carry_private(view, settled, contents, result)
    for symbol in settled.definitions:
        if symbol.unit not in contents and symbol.unit in view.units.facts:
            why = f"{symbol.name} would have to come along, and cannot be read"
            result.refusals.append(Refusal(symbol.unit, 0, why))
    packages = Packages(view, settled, contents)
    context = Context(view, settled, contents, packages, result)
    for unit in {*settled.units, *(s.unit for s in settled.definitions)} & contents.keys():
        problems = contents[unit].problems
        if problems:
            result.refusals.append(
                Refusal(unit, problems[0].line, "the file cannot be read whole", "mend it first")
            )
    if not result.refusals:
        meant = {unit: find_meanings(context, unit) for unit in contents}
        object_to(context, meant)
    if result.refusals:
        return result, settled
    arrivals = find_arrivals(context)
    for unit in contents:
        FileRewriter(context, unit, meant, arrivals.pop(settled.unit(unit), [])).rewrite()
    for target, pieces in arrivals.items():
        create_file(context, target, pieces, meant)
    return result, settled


def bound_names(context: Context, unit: str) -> dict[str, Spec]:
    """Return a file's imports by what they are called in it."""
    content, view = context.contents[unit], context.view
    used = {use.qualifier for use in content.uses if use.qualifier and not use.doc}
    found: dict[str, Spec] = {}
    for spec in content.specs:
        if spec.alias:
            found[spec.alias] = spec
            continue
        folder = view.folder_for(spec.path)
        name = view.name_of_package(folder) if folder is not None else ""
        if not name:
            names = candidate_names(spec.path)
            name = next((n for n in names if n in used), names[0])
        found[name] = spec
    return found


def find_meanings(context: Context, unit: str) -> list[Meant]:
    """Return what every use in a file means as it is."""
    content, view = context.contents[unit], context.view
    bound = bound_names(context, unit)
    folder, outside = view.package_of(unit)
    own = view.tables.get((folder, outside), {})
    dotted = [view.folder_for(s.path) for s in content.specs if s.alias == "."]
    out = []
    for use in content.uses:
        if use.doc and "/" in use.qualifier:
            target = view.folder_for(use.qualifier)
            symbols = view.tables.get((target, False), {}).get(use.name) if target is not None else None
            if symbols:
                out.append(Meant(use, tuple(symbols), target))
            continue
        if use.qualifier:
            spec = bound.get(use.qualifier)
            if spec is None:
                symbols = own.get(use.qualifier)
                if symbols and not use.doc:
                    bare = NameUse(
                        use.start, use.start + len(use.qualifier.encode()), use.qualifier, "", use.piece
                    )
                    out.append(Meant(bare, tuple(symbols), folder))
                continue
            target = view.folder_for(spec.path)
            symbols = view.tables.get((target, False), {}).get(use.name) if target is not None else None
            out.append(Meant(use, tuple(symbols or ()), target, spec))
            continue
        symbols = own.get(use.name)
        if use.literal and symbols and not is_key(context, unit, use, bound):
            continue
        if symbols:
            out.append(Meant(use, tuple(symbols), folder))
            continue
        for other in dotted:
            symbols = view.tables.get((other, False), {}).get(use.name) if other is not None else None
            if symbols:
                out.append(Meant(use, tuple(symbols), other))
                break
    return out


def is_key(context: Context, unit: str, use: NameUse, bound: Mapping[str, Spec]) -> bool:
    """Whether the key of a literal is a value: it is where the literal's type is a map or a list."""
    head, dot, name = use.literal.partition(".")
    view = context.view
    if dot:
        spec = bound.get(head)
        folder = view.folder_for(spec.path) if spec is not None else None
        symbols = view.tables.get((folder, False), {}).get(name) if folder is not None else None
    else:
        symbols = view.tables.get(view.package_of(unit), {}).get(head)
    for symbol in symbols or ():
        facts = view.units.facts[symbol.unit]
        if any(d.name == symbol.name and d.value in LISTED for d in facts.definitions):
            return True
    return False


def find_arrivals(context: Context) -> dict[str, list[Arrival]]:
    """Return the definitions that leave their files, by the new path of where they go."""
    found: dict[str, list[Arrival]] = {}
    relocation = context.relocation
    for symbol, target in relocation.definitions.items():
        if target.unit == relocation.unit(symbol.unit):
            continue
        content = context.contents[symbol.unit]
        for number, piece in enumerate(content.pieces):
            if piece.name == symbol.name:
                arrival = Arrival(symbol.unit, content, piece, number, target.name)
                found.setdefault(target.unit, []).append(arrival)
    for pieces in found.values():
        pieces.sort(key=lambda a: (a.piece.owner != "", a.origin, a.piece.start))
    return found


class Speller:
    """Writes the uses of one place anew for where they will stand."""

    def __init__(self, context: Context, unit: str, draft: FileDraft) -> None:
        self.context = context
        self.content = context.contents[unit]
        self.draft = draft
        self.unit = unit

    def spell(self, meant: Meant) -> str | None:
        """Return the new text of a use, None where it stays as it is."""
        use, packages, draft = meant.use, self.context.packages, self.draft
        old = self.content.source[use.start : use.end].decode("utf-8", "replace")
        here = self.content.locals.get(use.piece, set())
        if meant.folder is None:
            return self.spell_outside(meant, old, here)
        if meant.symbols:
            symbol = meant.symbols[0]
            target = self.context.relocation.place(symbol)
            folder, outside = packages.package_after(symbol)
            name = target.name
        else:
            folder, outside, name = packages.moved_whole.get(meant.folder, meant.folder), False, use.name
        if (folder, outside) == draft.package or self.is_opened(use, folder):
            new = name
            if use.qualifier and name in here:
                self.context.refuse(self.unit, use.start, f"{name} is another name here", "rename that first")
        else:
            new = f"{self.qualifier_for(meant, folder, here)}.{name}"
        return new if new != old else None

    def is_opened(self, use: NameUse, folder: str) -> bool:
        """Whether a bare name is found through an import of everything."""
        return not use.qualifier and self.context.packages.import_path(folder) in self.draft.dotted

    def qualifier_for(self, meant: Meant, folder: str, here: set[str]) -> str:
        packages, draft = self.context.packages, self.draft
        path = packages.import_path(folder)
        name = packages.name_after(folder)
        if meant.use.doc:
            return draft.names.get(path, path)
        own = meant.use.qualifier if draft.content is self.content else ""
        if own and draft.paths.get(own) == path:
            draft.reached.add(own)
            return own
        alias = meant.spec.alias if meant.spec is not None and meant.spec.alias != "." else ""
        return draft.qualifier(path, name, here, alias)

    def spell_outside(self, meant: Meant, old: str, here: set[str]) -> str | None:
        spec = meant.spec
        assert spec is not None
        if meant.use.doc:
            return None
        if self.draft.content is self.content:
            self.draft.reached.add(meant.use.qualifier)
            return None
        qualifier = self.draft.qualifier(spec.path, meant.use.qualifier, here, spec.alias)
        new = f"{qualifier}.{meant.use.name}"
        return new if new != old else None


class FileRewriter:
    """Rewrites one file: what stays in it, and what comes."""

    def __init__(
        self, context: Context, unit: str, meant: Mapping[str, list[Meant]], arrivals: list[Arrival]
    ) -> None:
        self.context = context
        self.unit = unit
        self.new = context.relocation.unit(unit)
        self.content = context.contents[unit]
        self.meant = meant
        self.arrivals = arrivals
        self.edits: list[Edit] = []
        self.leaving = {
            number
            for number, piece in enumerate(self.content.pieces)
            if context.relocation.definitions.get(Symbol(unit, piece.name), Symbol(self.new)).unit != self.new
        }

    def rewrite(self) -> None:
        content, context = self.content, self.context
        if (
            self.leaving
            and len(self.leaving) == len(content.pieces)
            and not content.acts
            and not self.arrivals
        ):
            context.result.emptied.add(self.unit)
            return
        draft = self.draft()
        speller = Speller(context, self.unit, draft)
        texts = []
        for meant in sorted(self.meant[self.unit], key=lambda m: m.use.doc):
            if meant.use.piece not in self.leaving:
                text = speller.spell(meant)
                if text is not None:
                    texts.append(Edit(meant.use.start, meant.use.end, text.encode()))
        bodies = [arrival_text(context, arrival, draft, self.meant) for arrival in self.arrivals]
        self.edits += texts
        self.rename_package()
        self.rename_pieces()
        self.cut()
        self.edits += self.import_edits(draft)
        if bodies:
            self.add(bodies)
        edits = trim_end(content.source, keep_apart(content.source, merge_edits(self.edits)))
        if edits:
            context.result.edits[self.unit] = edits
            lined_up = line_up(content.source, edits)
            if lined_up != apply_edits(content.source, edits):
                context.result.tidied[self.unit] = lined_up

    def draft(self) -> FileDraft:
        context, content = self.context, self.content
        facts = context.view.units.facts[self.unit]
        outside = context.view.package_of(self.unit)[1] if facts else False
        draft = FileDraft(context, self.unit, (folder_of(self.new), outside), content)
        draft.taken = names_in_package(context, draft.package)
        self.bound = bound_names(context, self.unit)
        for name, spec in self.bound.items():
            path, after = self.path_after(spec), name
            folder = context.view.folder_for(spec.path)
            if folder is not None and not spec.alias:
                moved = context.packages.moved_whole.get(folder, folder)
                after = context.packages.name_after(moved)
                clash = self.bound.get(after)
                here = set().union(*self.content.locals.values()) if self.content.locals else set()
                if after != name and (
                    after in here | draft.taken or (clash is not None and clash is not spec)
                ):
                    after = name
            if spec.alias == ".":
                draft.dotted.add(path)
            elif spec.alias != "_":
                draft.keep(spec, after, path)
        return draft

    def path_after(self, spec: Spec) -> str:
        folder = self.context.view.folder_for(spec.path)
        if folder is None:
            return spec.path
        moved = self.context.packages.moved_whole.get(folder, folder)
        return self.context.packages.import_path(moved) or spec.path

    def import_edits(self, draft: FileDraft) -> list[Edit]:
        """Return what changes in the imports: those that nothing uses any more go."""
        content = self.content
        before = {m.spec for m in self.meant[self.unit] if m.spec is not None and not m.use.doc}
        gone: list[Spec] = []
        fresh = list(draft.added.values())
        edits: list[Edit] = []
        for spec in content.specs:
            path = self.path_after(spec)
            if spec.alias == "_" and self.follows_acts(spec):
                gone += [spec] if self.is_emptied(spec) else []
                fresh += self.wanted_for_acts(spec)
            elif spec.alias == "_" and path != spec.path and self.is_imported(path, spec):
                gone.append(spec)
            elif spec.alias in (".", "_"):
                if path != spec.path and is_sorted(content, spec):
                    gone.append(spec)
                    fresh.append(Wanted(path, spec.alias, comment_after(content, spec)))
                elif path != spec.path:
                    edits.append(Edit(spec.path_start, spec.path_end, path.encode()))
            elif spec in before and draft.kept.get(spec) not in draft.reached:
                gone.append(spec)
            elif path != spec.path:
                gone.append(spec)
                alias = spec.alias or self.alias_after(spec, draft)
                fresh.append(Wanted(path, alias, comment_after(content, spec)))
            elif not spec.alias and self.alias_after(spec, draft):
                alias = self.alias_after(spec, draft) + " "
                edits.append(Edit(spec.start, spec.start, alias.encode()))
        if len(gone) == 1 and len(fresh) == 1 and not is_sorted(content, gone[0]):
            text = replace(fresh[0], comment="").text
            return [*edits, Edit(gone[0].start, gone[0].end, text.encode())]
        return [*edits, *edit_imports(content, gone, fresh, self.is_own)]

    def is_imported(self, path: str, spec: Spec) -> bool:
        """Whether another import is of a package by then."""
        return any(self.path_after(other) == path for other in self.content.specs if other is not spec)

    def follows_acts(self, spec: Spec) -> bool:
        """Whether what a package does on loading goes elsewhere, and not with the whole of it."""
        folder = self.context.view.folder_for(spec.path)
        whole = folder is None or folder in self.context.packages.moved_whole
        return not whole and bool(self.acts_after(spec))

    def acts_after(self, spec: Spec) -> list[str]:
        """Return the folders to which files go that do something on loading."""
        context = self.context
        folder = context.view.folder_for(spec.path)
        units = context.view.members.get((folder or "", False), ())
        acting = [unit for unit in units if context.view.units.facts[unit].acts]
        found = [context.packages.folder_after(u) for u in acting if not u.endswith("_test.go")]
        return [place for place in dict.fromkeys(found) if place != folder]

    def is_emptied(self, spec: Spec) -> bool:
        """Whether no file but tests stays in a package."""
        folder = self.context.view.folder_for(spec.path)
        units = self.context.view.members.get((folder or "", False), ())
        stays = [unit for unit in units if self.context.packages.folder_after(unit) == folder]
        return all(unit.endswith("_test.go") for unit in stays)

    def wanted_for_acts(self, spec: Spec) -> list[Wanted]:
        known = {self.path_after(other) for other in self.content.specs if other is not spec}
        paths = [self.context.packages.import_path(place) for place in self.acts_after(spec)]
        own = self.context.packages.import_path(folder_of(self.new))
        return [Wanted(path, "_") for path in paths if path and path not in known and path != own]

    def alias_after(self, spec: Spec, draft: FileDraft) -> str:
        """Return the alias that an import needs since it keeps the old name of a renamed package."""
        folder = self.context.view.folder_for(spec.path)
        name = draft.kept.get(spec, "")
        if folder is None or not name:
            return ""
        moved = self.context.packages.moved_whole.get(folder, folder)
        return name if name != self.context.packages.name_after(moved) else ""

    def is_own(self, path: str) -> bool:
        return self.context.view.folder_for(path) is not None

    def rename_package(self) -> None:
        name = self.context.packages.clause_after(self.unit)
        if name != self.content.package:
            self.edits.append(Edit(self.content.package_start, self.content.package_end, name.encode()))

    def rename_pieces(self) -> None:
        for number, piece in enumerate(self.content.pieces):
            target = self.context.relocation.definitions.get(Symbol(self.unit, piece.name))
            if target is None or number in self.leaving or piece.owner or target.name == piece.name:
                continue
            self.edits.append(Edit(piece.name_start, piece.name_end, target.name.encode()))
            self.edits += rename_in_comment(self.content, piece, target.name)

    def cut(self) -> None:
        spans = {(self.content.pieces[n].start, self.content.pieces[n].end) for n in self.leaving}
        for start, end in sorted(spans):
            self.edits.append(Edit(*cut_span(self.content.source, start, end), b""))

    def add(self, bodies: list[str]) -> None:
        newline = newline_of(self.content.source)
        staying = [p.end for n, p in enumerate(self.content.pieces) if n not in self.leaving]
        at = len(self.content.source.rstrip())
        if staying and at < max(staying):
            at = max(staying)
        text = newline * 2 + (newline * 2).join(bodies)
        tail = newline if at == len(self.content.source) else ""
        self.edits.append(Edit(at, at, (text + tail).encode()))


def names_in_package(context: Context, package: Package) -> set[str]:
    """Return the names that a package will declare at the top."""
    found = set()
    for (folder, _), table in context.view.tables.items():
        new = context.packages.moved_whole.get(folder, folder)
        if package[0] not in (folder, new):
            continue
        for symbols in table.values():
            for symbol in symbols:
                if "." not in symbol.name and context.packages.package_after(symbol) == package:
                    found.add(context.relocation.place(symbol).name)
    return found


def rename_in_comment(content: Content, piece: Piece, name: str) -> list[Edit]:
    """Return the edit of a comment that begins with the name of what it says."""
    if piece.comment_start < 0:
        return []
    lead = b"// " + piece.name.encode()
    at = piece.comment_start
    after = content.source[at + len(lead) : at + len(lead) + 1]
    if content.source.startswith(lead, at) and not after.isalnum() and after != b"_":
        return [Edit(at + 3, at + len(lead), name.encode())]
    return []


def arrival_text(
    context: Context, arrival: Arrival, draft: FileDraft, meant: Mapping[str, list[Meant]]
) -> str:
    """Return the text of a definition as it arrives."""
    piece, content = arrival.piece, arrival.content
    edits = []
    speller = Speller(context, arrival.origin, draft)
    for item in meant[arrival.origin]:
        if item.use.piece == arrival.number and piece.text_start <= item.use.start < piece.text_end:
            text = speller.spell(item)
            if text is not None:
                edits.append(Edit(item.use.start, item.use.end, text.encode()))
    if arrival.name != piece.name and not piece.owner:
        edits.append(Edit(piece.name_start, piece.name_end, arrival.name.encode()))
        edits += rename_in_comment(content, piece, arrival.name)
    base = piece.text_start
    shifted = [
        Edit(e.start - base, e.end - base, e.text)
        for e in merge_edits(edits)
        if base <= e.start < piece.text_end
    ]
    text = line_up(content.source[base : piece.text_end], shifted).decode("utf-8")
    if not piece.keyword:
        return text
    lines = text.split("\n")
    first = next((n for n, line in enumerate(lines) if not line.strip().startswith("//")), 0)
    lines = [line.removeprefix("\t") for line in lines]
    lines[first] = f"{piece.keyword} {_closed_up(lines[first])}"
    return "\n".join(lines)


def _closed_up(line: str) -> str:
    """Return the first line of what stood in a list, without the spaces that lined it up with others."""
    code, slashes, comment = line.partition("//") if '"' not in line and "`" not in line else (line, "", "")
    head, equals, value = code.partition("=")
    head = re.sub(r"[ \t]{2,}", " ", head)
    code = f"{head.rstrip()} = {value.strip()}" if equals else head.rstrip()
    return f"{code} {slashes}{comment}" if slashes else code


def create_file(
    context: Context, target: str, pieces: list[Arrival], meant: Mapping[str, list[Meant]]
) -> None:
    """Make the file that definitions arrive in."""
    origin = pieces[0].content
    newline = newline_of(origin.source)
    outside = target.endswith("_test.go") and origin.package.endswith("_test")
    package = (folder_of(target), outside)
    draft = FileDraft(context, target, package, None)
    draft.taken = names_in_package(context, package)
    bodies = [arrival_text(context, piece, draft, meant) for piece in pieces]
    name = context.packages.name_after(folder_of(target)) + ("_test" if outside else "")
    if origin.package == "main" and folder_of(target) == folder_of(pieces[0].origin):
        name = "main"
    head = [origin.constraint] if origin.constraint else []
    parts = [*head, f"package {name}"]
    if draft.added:
        parts.append(write_imports(list(draft.added.values()), newline))
    context.result.created[target] = ((newline * 2).join([*parts, *bodies]) + newline).encode()
