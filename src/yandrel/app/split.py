"""Split: a crowded file is read, each piece sent to its home, what it does kept as it was."""

import re
from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass, replace

from yandrel.app.move import plan_step
from yandrel.app.workspace import Workspace
from yandrel.app.writing import Manner, Written, write_changes
from yandrel.errors import CallError, RefusedError
from yandrel.files.contents import NEW_MODE
from yandrel.files.text import Source
from yandrel.languages.protocol import Splitter
from yandrel.languages.registry import language_of, load_language
from yandrel.layout.builtin import BuiltinLayout, frameworks, languages, load_builtin
from yandrel.layout.config import Layout, parse_layout
from yandrel.model.changes import Note
from yandrel.model.results import FORMAT_VERSION, ChangedFile, MixedRow, PieceRow, SplitReport
from yandrel.model.split import Converted, CrowdedFile, RouteMark, SplitPiece
from yandrel.moves.movelist import Step
from yandrel.moves.plan import FileChange, contents_after, read_or_none
from yandrel.moves.splitting import Assignment, assign_pieces
from yandrel.moves.things import find_thing

ATTEMPTS = 40
TEMPLATES = (".html", ".htm", ".jinja", ".jinja2", ".j2", ".txt", ".xml")


@dataclass(frozen=True)
class SplitRequest:
    """A request to split a file; `deep` lifts data work out of handlers."""

    file: str
    layout: str = ""
    deep: bool = False
    keep: tuple[str, ...] = ()
    carry_out: bool = False


class Draft:
    """One attempt: the application with texts over its files, in memory."""

    def __init__(self, original: Workspace) -> None:
        self.original = original
        self._changes: dict[str, tuple[bytes, int] | None] = {}
        self._workspace: Workspace | None = None

    @property
    def workspace(self) -> Workspace:
        """The application as it is with what was written so far."""
        if self._workspace is None:
            self._workspace = self.original.with_changes(dict(self._changes))
        return self._workspace

    def write(self, path: str, data: bytes) -> None:
        """Write a file; its mode stays."""
        mode = self.original.files.mode(path) if self.original.files.is_file(path) else NEW_MODE
        self._changes[path] = (data, mode)
        self._workspace = None

    def apply(self, changes: list[FileChange]) -> None:
        """Take over what a plan does."""
        for path, new in contents_after(changes).items():
            if new is None:
                self._changes[path] = None
            else:
                self.write(path, new[0])
        self._workspace = None

    def changes(self) -> list[FileChange]:
        """Return how the draft differs from the application."""
        out = []
        files = self.original.files
        for path, new in sorted(self._changes.items()):
            before = files.read(path) if files.is_file(path) else None
            after, mode = new if new is not None else (None, NEW_MODE)
            if before != after:
                old, gone = path if before is not None else "", after is None
                out.append(FileChange(old, "" if gone else path, before, after, mode, True, 1))
        return out


@dataclass
class Split:
    """One attempt that worked."""

    file: CrowdedFile
    assignment: Assignment
    converted: Converted
    changes: list[FileChange]
    notes: list[Note]


def split_file(workspace: Workspace, request: SplitRequest, manner: Manner) -> SplitReport:
    """Show what a file holds and where it would go, or carry it out.

    Raises CallError where the file is none that can be split, RefusedError where nothing can leave.
    """
    workspace.refuse_if_cut_off()
    thing = find_thing(workspace.index, request.file, workspace.here)
    if thing.is_folder or thing.name or thing.path not in workspace.index.facts:
        raise CallError("is no source file", where=request.file, todo="name a file")
    unit = thing.path
    source = workspace.index.read_source(unit)
    workspace.index.look_closer(unit, source.data)
    problems = workspace.index.facts[unit].problems
    if source.problem or problems:
        line = f":{problems[0].line}" if problems else ""
        raise RefusedError(source.problem or "cannot be read whole", where=unit + line, todo="fix it first")
    if source.encoding.guessed:
        raise RefusedError("is not UTF-8", where=unit, todo="save it as UTF-8 first")
    language = workspace.index.language(unit)
    splitter = language.splitter(language.name_of(unit))
    found = _search(workspace, unit, source, request, splitter)
    title = f"split {unit}"
    written = Written(0, "")
    if request.carry_out or manner.preview:
        written = write_changes(workspace, found.changes, title, manner)
    return _report(unit, found, written, title)


def _search(
    workspace: Workspace, unit: str, source: Source, request: SplitRequest, splitter: Splitter
) -> Split:
    """Return the largest split that can be proved: what a proof speaks against stays."""
    reading = workspace.picture.readings.get(unit)
    roles = dict(reading.definition_roles) if reading is not None else {}
    skip: frozenset[str] = frozenset()
    file, roles = _read(splitter, unit, source, roles, request, skip)
    if used := _members_used_beside(workspace, unit, file.members):
        file, roles = _read(splitter, unit, source, roles, request, skip := skip | used)
    layout = layout_for(workspace, unit, file.framework, request.layout)
    _check_kept(file, request, unit)
    _refuse_one_piece(workspace, unit, file)
    kept = dict.fromkeys(request.keep, "you asked for it")
    groups: dict[str, str] = {}
    near: frozenset[str] = frozenset()
    for _ in range(ATTEMPTS):
        assignment = assign_pieces(file, unit, layout, kept, groups, near)
        staying = frozenset(file.owners) - frozenset(assignment.targets)
        if staying:
            skip |= staying
            lost = [Note(unit, 0, name, assignment.stays.get(name, "it stays")) for name in sorted(staying)]
            file, roles = _read(splitter, unit, source, roles, request, skip)
            file = replace(file, notes=(*file.notes, *lost))
            continue
        if not assignment.targets:
            _refuse_nothing(unit, file, assignment)
        converted = splitter.convert(file, frozenset(assignment.targets), roles)
        if converted.conflicts:
            kept.update(converted.conflicts)
            continue
        if converted.groups and converted.groups != {n: groups.get(n) for n in converted.groups}:
            groups = dict(converted.groups)
            assignment = assign_pieces(file, unit, layout, kept, groups, near)
        converted = _as_they_are(converted, file, assignment, unit)
        draft = Draft(workspace)
        try:
            notes = _carry_out_in(draft, unit, source, assignment, converted, splitter)
        except RefusedError as error:
            blamed = _blamed(error, unit, converted, file, assignment)
            if not blamed:
                raise
            movable = {p.name for p in file.pieces if p.sibling and p.name in blamed} - near
            near |= movable
            kept.update({name: why for name, why in blamed.items() if name not in movable})
            continue
        _check_routes(draft, unit, file, assignment, converted, splitter)
        if unfit := _check_names(draft, unit, file, assignment):
            kept.update(unfit)
            continue
        changes = draft.changes()
        return Split(file, assignment, converted, changes, [*file.notes, *notes])
    raise RefusedError("no way was found to take it apart", where=unit)


def _members_used_beside(workspace: Workspace, unit: str, members: frozenset[str]) -> frozenset[str]:
    """Return the members of a unit's types that other units may name."""
    found: set[str] = set()
    for path in workspace.index.facts if members else ():
        if path != unit and any(edge.unit == unit for edge in workspace.index.edges_of(path)):
            text = workspace.index.read_source(path).data
            found |= {name for name in members if re.search(rb"\b%s\b" % name.encode(), text)}
    return frozenset(found)


def _as_they_are(converted: Converted, file: CrowdedFile, assignment: Assignment, unit: str) -> Converted:
    """Keep the names of pieces that stay in the folder: nothing else need see them."""
    folder = unit.rpartition("/")[0]
    there = {
        piece.name
        for piece in file.pieces
        if piece.sibling and assignment.targets.get(piece.name, "/").rpartition("/")[0] == folder
    }
    return replace(converted, names={n: new for n, new in converted.names.items() if n not in there})


def _read(
    splitter: Splitter, unit: str, source: Source, roles: dict[str, str], request: SplitRequest,
    skip: frozenset[str],
) -> tuple[CrowdedFile, dict[str, str]]:  # fmt: skip
    file = splitter.read(unit, source.data, roles, skip)
    return _deepen(file, splitter, unit, roles) if request.deep else (file, roles)


def _deepen(
    file: CrowdedFile, splitter: Splitter, unit: str, roles: dict[str, str]
) -> tuple[CrowdedFile, dict[str, str]]:
    names = frozenset(m.name for m in file.mixed if not m.liftable)
    if not names:
        return file, roles
    text, made = splitter.lift_data_work(file, names, roles)
    roles = {**roles, **dict.fromkeys(made.values(), "service")}
    again = splitter.read(unit, text, roles)
    concepts = {p.name: p for p in file.pieces}
    pieces = tuple(
        _lifted(p, made, file) if p.name in made.values() else _as_written(p, concepts)
        for p in again.pieces
    )  # fmt: skip
    left = tuple(m for m in file.mixed if m.name not in made)
    return replace(again, pieces=pieces, mixed=left, owners=file.owners, notes=file.notes), roles


def _as_written(piece: SplitPiece, written: Mapping[str, SplitPiece]) -> SplitPiece:
    """Return a piece with the lines that it has in the file as the user knows it."""
    known = written.get(piece.name)
    return replace(piece, line=known.line, last_line=known.last_line) if known is not None else piece


def _lifted(piece: SplitPiece, made: Mapping[str, str], written: CrowdedFile) -> SplitPiece:
    """Return a function of data work: a service, of its handler's concept, from the lines of that work."""
    handler = next(name for name, function in made.items() if function == piece.name)
    concept = next((p.concept for p in written.pieces if p.name == handler), "")
    lines = [line for m in written.mixed if m.name == handler for span in m.data for line in span]
    return replace(
        piece, role="service", concept=piece.concept or concept, line=min(lines), last_line=max(lines)
    )


def _check_kept(file: CrowdedFile, request: SplitRequest, unit: str) -> None:
    from yandrel.moves.things import nearest

    names = [piece.name for piece in file.pieces]
    for name in request.keep:
        if name not in names:
            raise CallError(f"has no top-level {name}", where=unit, todo=nearest(name, names))


def _refuse_nothing(unit: str, file: CrowdedFile, assignment: Assignment) -> None:
    if not file.pieces:
        raise RefusedError("holds nothing that could leave", where=unit)
    reasons = tuple(f"{name}: {why}" for name, why in assignment.stays.items())
    raise RefusedError("there is nothing to split: each piece stays", where=unit, reasons=reasons)


def _refuse_one_piece(workspace: Workspace, unit: str, file: CrowdedFile) -> None:
    """Refuse to split what is one definition and nothing else: that moves as it is."""
    facts = workspace.index.facts[unit]
    if len(file.pieces) == len(facts.definitions) == 1 and not (facts.acts or file.owners or file.members):
        raise RefusedError(
            f"holds {file.pieces[0].name} alone, so there is nothing to split",
            where=unit,
            todo=f"`yandrel move {unit} FOLDER/` moves it",
        )


def layout_for(workspace: Workspace, unit: str, framework: str, wanted: str) -> Layout:
    """Return the layout that says the homes: the one in force, else a built-in one around the file."""
    if workspace.layout.present and workspace.layout.roles and not wanted:
        return workspace.layout
    language = load_language(language_of(unit) or "").name_of(unit)
    if language not in languages():
        raise CallError(
            f"no layout for {language} says where pieces go", where=unit, todo="`yandrel adopt` first"
        )
    known = frameworks(language)
    builtin = load_builtin(wanted or "role-first", language, framework if framework in known else "")
    folder, _, last = unit.rpartition("/")[0].rpartition("/")
    around = folder if last.lower() in _home_folders(builtin) else f"{folder}/{last}".lstrip("/")
    return parse_layout(builtin.fill("App", around).encode())


def _home_folders(builtin: BuiltinLayout) -> set[str]:
    """Return what the folders are called that a layout has for roles, in which a file may stand already."""
    roles = parse_layout(builtin.fill("App").encode()).roles.values()
    homes = (home.text for role in roles for home in role.homes)
    firsts = {home.partition("/")[0].lower() for home in homes if "/" in home}
    return {first for first in firsts if not set("{*") & set(first)}


def _carry_out_in(
    draft: Draft, unit: str, source: Source, assignment: Assignment, converted: Converted, splitter: Splitter
) -> list[Note]:
    """Carry the split out in the draft; raises RefusedError where a move cannot be proved."""
    restore = source.encoding.restore
    for path, text in splitter.prepare(unit, converted.text, assignment.targets).items():
        if path == unit or path not in draft.original.tree.files:
            draft.write(path, restore(text))
    if converted.endpoints:
        _rename_endpoints(draft, unit, converted, splitter)
    names = converted.names
    pairs = [
        (f"{unit}:{name}", f"{target}:{names.get(name, name)}") for name, target in assignment.targets.items()
    ]
    for group, router in converted.routers.items():
        handler = next(name for name, found in converted.groups.items() if found == group)
        pairs.append((f"{unit}:{router}", f"{assignment.targets[handler]}:{router}"))
    outcome = plan_step(draft.workspace, Step(f"split {unit}", tuple(pairs)))
    draft.apply(outcome.plan.files)
    if draft.workspace.files.is_file(unit):
        settled = splitter.settle_entry(draft.workspace.index.read_source(unit).data, source.data)
        draft.write(unit, restore(settled))
        _keep_loading(draft, unit, splitter, settled)
    return list(outcome.plan.notes)


def _keep_loading(draft: Draft, unit: str, splitter: Splitter, entry: bytes) -> None:
    """Units that imported a file which sets something up on loading go on doing so."""
    if not splitter.needs_loading(entry):
        return
    before, after = draft.original.index, draft.workspace.index
    for path in after.facts:
        if path not in before.facts or path == unit:
            continue
        loaded = any(edge.unit == unit for edge in before.edges_of(path))
        if loaded and not any(edge.unit == unit for edge in after.edges_of(path)):
            source = after.read_source(path)
            text = splitter.load_first(source.data, after.namespace_of(unit))
            draft.write(path, source.encoding.restore(text))


def _rename_endpoints(draft: Draft, unit: str, converted: Converted, splitter: Splitter) -> None:
    index = draft.original.index
    for path in draft.original.tree.files:
        if path == unit:
            continue
        if path in index.facts:
            source = index.read_source(path)
            if source.problem or not _sees(draft.original, path, unit):
                continue
            changed = splitter.rename_endpoints(source.data, converted.endpoints)
            if changed != source.data:
                draft.write(path, source.encoding.restore(changed))
        elif path.endswith(TEMPLATES):
            raw = read_or_none(index, path)
            if raw is None or b"url_for" not in raw:
                continue
            try:
                text = raw.decode("utf-8")
            except UnicodeDecodeError:
                continue
            renamed = splitter.rename_in_template(text, converted.endpoints)
            if renamed != text:
                draft.write(path, renamed.encode("utf-8"))


def _sees(workspace: Workspace, path: str, unit: str) -> bool:
    """Whether a unit belongs to the same application: it imports the file, or is imported by it."""
    index = workspace.index
    return any(e.unit == unit for e in index.edges_of(path)) or any(
        e.unit == path for e in index.edges_of(unit)
    )


def _blamed(
    error: RefusedError, unit: str, converted: Converted, file: CrowdedFile, assignment: Assignment
) -> dict[str, str]:
    """Return the pieces that a refusal speaks of: by line of the converted text, else by name."""
    facts = load_language(language_of(unit) or "").read_facts(converted.text, unit)
    out: dict[str, str] = {}
    routers = {router: group for group, router in converted.routers.items()}
    for reason in error.reasons or (error.one_line(),):
        found = re.match(rf"{re.escape(unit)}:(\d+): (.*)", reason)
        names = []
        if found:
            line = int(found.group(1))
            names = [d.name for d in facts.definitions if d.line <= line <= d.last_line]
        if not any(n in assignment.targets or n in routers for n in names):
            names = [n for n in assignment.targets if re.search(rf"\b{re.escape(n)}\b", reason)]
            if not names:
                places = [t for t in assignment.targets.values() if t in reason]
                names = [n for n, t in assignment.targets.items() if t in places[:1]]
        why = (found.group(2) if found else reason).partition(";")[0]
        for name in names:
            if name in routers:
                out.update({n: why for n, group in converted.groups.items() if group == routers[name]})
            elif name in assignment.targets:
                out[name] = why
    return out


def _check_routes(
    draft: Draft,
    unit: str,
    file: CrowdedFile,
    assignment: Assignment,
    converted: Converted,
    splitter: Splitter,
) -> None:
    """Compare the table of routes before and after; raises RefusedError where it would differ."""
    if not converted.routers:
        return
    leaving = [p for p in file.pieces if p.routes and p.name in assignment.targets]
    before = Counter((p.name, r.methods, r.path) for p in leaving for r in p.routes)
    index = draft.workspace.index
    texts = {t: index.read_source(t).data for t in {assignment.targets[p.name] for p in leaving}}
    table: list[tuple[str, RouteMark]] = splitter.table_after(
        texts, index.read_source(unit).data, converted.routers
    )  # fmt: skip
    after = Counter((name, r.methods, r.path) for name, r in table)
    if before != after:
        lost = next(iter((before - after) or (after - before)))
        raise RefusedError(
            f"the route {lost[2]} of {lost[0]} would not be the same", where=unit, todo="report this"
        )


def _check_names(draft: Draft, unit: str, file: CrowdedFile, assignment: Assignment) -> dict[str, str]:
    """No name may lead nowhere that led somewhere before; return what was lifted and must stay for that.

    Raises RefusedError with the first such name, where nothing was lifted that asks for it.
    """
    before, after = draft.original.index, draft.workspace.index
    known = set(before.language(unit).loose_ends(before.view(unit), unit, before.read_source(unit).data))
    for path in dict.fromkeys((unit, *assignment.targets.values())):
        if path not in after.facts:
            continue
        language = after.language(path)
        if path in before.facts:
            known |= set(language.loose_ends(before.view(path), path, before.read_source(path).data))
        found = language.loose_ends(after.view(path), path, after.read_source(path).data)
        lost = sorted(set(found) - known)
        if not lost:
            continue
        lifted = [name for name in file.owners if assignment.targets.get(name) == path]
        if not lifted:
            raise RefusedError(f"{lost[0]} would no longer resolve in {path}", where=unit, todo="report this")
        return dict.fromkeys(lifted, f"{lost[0]} would no longer resolve in {path}")
    return {}


def _report(unit: str, found: Split, written: Written, title: str) -> SplitReport:
    rows = []
    for piece in found.file.pieces:
        target = found.assignment.targets.get(piece.name, "")
        why = "" if target else found.assignment.stays.get(piece.name, "each module makes its own")
        routes = [f"{' '.join(r.methods)} {r.path}" for r in piece.routes]
        rows.append(
            PieceRow(piece.name, piece.kind, piece.role, piece.line, piece.last_line, target, why, routes)
        )
    rows.sort(key=lambda row: row.line)
    mixed = [
        MixedRow(m.name, m.line, [list(r) for r in m.requests], [list(r) for r in m.data], m.liftable)
        for m in found.file.mixed
    ]  # fmt: skip
    prefixes = {r: found.converted.prefixes.get(g, "") for g, r in found.converted.routers.items()}
    return SplitReport(
        version=FORMAT_VERSION,
        done=written.number > 0,
        number=written.number,
        title=title,
        unit=unit,
        framework=found.file.framework,
        pieces=rows,
        routers=prefixes,
        mixed=mixed,
        files=[ChangedFile(c.old, c.new, c.edits) for c in found.changes],
        notes=sorted(set(found.notes), key=lambda n: (n.unit, n.line, n.text, n.why)),
        diff=written.diff,
        command_output=written.output,
        routes=written.routes,
    )
