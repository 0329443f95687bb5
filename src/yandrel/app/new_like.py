"""New after a model: a domain's units, or one unit, made anew with their words changed."""

import re
from collections.abc import Iterable

from yandrel.app.new import NewRequest, report_new
from yandrel.app.workspace import Workspace
from yandrel.app.writing import Manner, new_files, write_changes
from yandrel.errors import CallError, RefusedError
from yandrel.languages.edits import cut_span, merge_edits
from yandrel.languages.registry import language_of, load_language
from yandrel.layout.config import SHARED
from yandrel.model.changes import Edit, apply_edits
from yandrel.model.facts import TYPE_KINDS
from yandrel.model.results import NewReport
from yandrel.model.scaffold import Concept
from yandrel.model.words import singular
from yandrel.moves.plan import files_as_changes
from yandrel.moves.things import find_thing, nearest
from yandrel.scaffold.words import WordChanger

MOST_NOTES = 5
NUMBERED = re.compile(r"\d{4}_\w+\.(?:sql|py)\Z")


def best_model(workspace: Workspace) -> str:
    """Return the domain that has the most roles, the model where none is named."""
    picture = workspace.picture
    roles: dict[str, set[str]] = {}
    for unit, domain in picture.domains.items():
        if domain and domain != SHARED:
            roles.setdefault(domain, set()).add(picture.role(unit))
    full = [domain for domain, found in roles.items() if len(found - {"test", ""}) >= 3]
    return max(sorted(full), key=lambda domain: len(roles[domain]), default="")


def new_domain_like(workspace: Workspace, concept: Concept, request: NewRequest, manner: Manner) -> NewReport:
    """Make a domain after another: its own units and tests copied, mounted where that one is."""
    if request.fields or request.table:
        raise CallError(
            "the model says what the fields are", where="--like", todo="leave --fields or --from away"
        )
    picture = workspace.picture
    known = sorted({domain for domain in picture.domains.values() if domain and domain != SHARED})
    model = next((d for d in known if singular(d) == singular(request.like)), "")
    if not model:
        raise CallError(f"no domain is called {request.like!r}", todo=nearest(request.like, known))
    units = [unit for unit, domain in picture.domains.items() if domain == model]
    changer = WordChanger(Concept.of(model), concept)
    own = [
        unit for unit in units
        if picture.role(unit) not in ("entry", "migration") or changer.touches(unit.rpartition("/")[0])
    ]  # fmt: skip
    title = f"new domain {request.name} like {model}"
    return _copy(workspace, own, Concept.of(model), concept, title, manner)


def new_unit_like(
    workspace: Workspace, unit: str, old: Concept, concept: Concept, title: str, manner: Manner
) -> NewReport:
    """Make one unit after another."""
    return _copy(workspace, [unit], old, concept, title, manner)


def model_unit(workspace: Workspace, text: str, role: str) -> str:
    """Return the unit that a model names: a path, a qualified name, or a concept that has the role."""
    picture = workspace.picture
    for unit in picture.readings:
        if picture.role(unit) == role:
            values = picture.readings[unit].values
            stem = unit.rpartition("/")[2].rpartition(".")[0]
            if singular(text) in (singular(values.get("name", "")), singular(stem)) or text == stem:
                return unit
            if singular(picture.domain(unit)) == singular(text):
                return unit
    return find_thing(workspace.index, text, workspace.here).path


def _copy(
    workspace: Workspace, units: list[str], old: Concept, new: Concept, title: str, manner: Manner
) -> NewReport:
    index = workspace.index
    copied = frozenset(units)
    changer = WordChanger(old, new, _names_from_elsewhere(workspace, copied))
    texts: dict[str, str] = {}
    for unit in units:
        path = WordChanger(old, new).change(unit)
        if path == unit:
            continue
        if path in workspace.tree.files or index.files.exists(path):
            raise RefusedError("is there already", where=path, todo="choose another name")
        source = index.read_source(unit)
        if source.problem:
            raise RefusedError(source.problem, where=unit, todo="fix it first")
        before = _without_shared(workspace, unit, path, source.data, changer).decode("utf-8")
        texts[path] = index.language(unit).scaffolder().settle(before, changer.change(before))
    if not texts:
        raise RefusedError(f"no file is named for {old.many}", where=title, todo="name another model")
    _refuse_taken_prefix(workspace, new)
    edits, notes = _mounted_likewise(workspace, copied, changer)
    edits |= _support(workspace, copied, changer, texts)
    if len(units) > 1:
        texts |= _copied_migrations(workspace, old, changer, texts, notes)
    files = [*new_files(index.root, texts), *files_as_changes(index, edits)]
    written = write_changes(workspace, files, title, manner)
    steps = ("yandrel check",)
    return report_new(title, files, written, steps, notes)


def _without_shared(workspace: Workspace, unit: str, path: str, source: bytes, changer: WordChanger) -> bytes:
    """Leave out what says nothing of the model, where the copy sees it as its namespace does."""
    index = workspace.index
    beside = unit.rpartition("/")[0] == path.rpartition("/")[0]
    if not index.language(unit).implicit or not beside:
        return source
    edits = []
    for definition in index.facts[unit].definitions:
        text = source[definition.start : definition.end]
        head = text.partition(b"{")[0].decode("utf-8", "replace")
        own = changer.touches(head) or definition.hidden or definition.of_file
        if not (own or definition.is_method or definition.kind in TYPE_KINDS):
            edits.append(Edit(*cut_span(source, definition.start, definition.end), b""))
    return apply_edits(source, merge_edits(edits))


def _support(
    workspace: Workspace, copied: frozenset[str], changer: WordChanger, made: dict[str, str]
) -> dict[str, bytes]:
    """Return what tests share, with the definitions for the model that the new tests ask for."""
    index = workspace.index
    tests = "\n".join(text for path, text in made.items() if "test" in path)
    out: dict[str, bytes] = {}
    for unit in index.facts:
        if unit in copied or workspace.picture.role(unit) != "test" or not unit.endswith("conftest.py"):
            continue
        source = index.read_source(unit)
        changed = index.language(unit).scaffolder().copy_shared(
            source.data, changer.change, lambda name: re.search(rf"\b{name}\b", tests) is not None
        )  # fmt: skip
        if changed is not None:
            out[unit] = source.encoding.restore(changed)
    return out


def _copied_migrations(
    workspace: Workspace, old: Concept, changer: WordChanger, made: dict[str, str], notes: list[str]
) -> dict[str, str]:
    """Return the numbered migrations of the model's tables, made anew with the next numbers."""
    out: dict[str, str] = {}
    files = [path for path in workspace.tree.files if NUMBERED.match(path.rpartition("/")[2])]
    for path in files:
        folder, _, name = path.rpartition("/")
        if not changer.touches(name) or changer.change(path) in made or changer.touches(folder):
            continue
        numbered = sorted(
            p.rpartition("/")[2] for p in [*files, *out] if p.rpartition("/")[0] == folder
        )  # fmt: skip
        number = int(numbered[-1][:4]) + 1
        text = changer.change(workspace.files.read(path).decode("utf-8"))
        latest = numbered[-1].rpartition(".")[0]
        if language_of(name) is not None:
            text = workspace.index.language(path).scaffolder().next_migration(text, latest)
        out[f"{folder}/{number:04}{changer.change(name[4:])}"] = text
    tables = any(workspace.picture.role(unit) == "migration" for unit in workspace.picture.readings)
    if tables and not out and not any("/migrations/" in path for path in made):
        notes.append(f"no migration is named for {old.many}: make one for the new tables")
    return out


def _refuse_taken_prefix(workspace: Workspace, new: Concept) -> None:
    from yandrel.scaffold.surroundings import mounted_under

    for name in workspace.index.languages:
        taken = mounted_under(workspace.picture, new.prefix, load_language(name).scaffolder())
        if taken:
            raise RefusedError(f"the prefix /{new.prefix} is taken", where=taken, todo="choose another name")


def _names_from_elsewhere(workspace: Workspace, copied: frozenset[str]) -> set[str]:
    """Return what the model takes from units that are not copied: those names stay as they are."""
    names: set[str] = set()
    for unit in copied:
        for edge in workspace.index.edges_of(unit):
            if edge.unit and edge.unit not in copied and edge.named:
                names.add(edge.named)
    return names


def _mounted_likewise(
    workspace: Workspace, copied: frozenset[str], changer: WordChanger
) -> tuple[dict[str, bytes], list[str]]:
    """Return the units that mount the model, with that said again for the copy; the rest as notes."""
    index = workspace.index
    edits: dict[str, bytes] = {}
    notes: list[str] = []
    made = {changer.change(name) for unit in copied for name in _methods_elsewhere(workspace, unit)}
    for unit in sorted(_namers(workspace, copied)):
        if workspace.picture.role(unit) == "test":
            continue
        scaffolder = index.language(unit).scaffolder()
        source = index.read_source(unit)
        repeated = scaffolder.repeat_wiring(source.data, changer.change, made)
        if repeated is not None:
            edits[unit] = source.encoding.restore(repeated)
        elif workspace.picture.domain(unit) in ("", SHARED):
            lines = [edge.line for edge in index.edges_of(unit) if edge.unit in copied]
            place = f"{unit}:{min(lines)}" if lines else unit
            notes.append(f"{place} mentions the model; check whether the new domain belongs there too")
    for unit in _mentioners(workspace, copied, changer):
        if unit not in edits and not any(note.startswith(unit) for note in notes):
            notes.append(f"{unit} mentions the model; check whether the new domain belongs there too")
    return edits, notes


def _methods_elsewhere(workspace: Workspace, unit: str) -> list[str]:
    """Return the names of the methods that a unit declares apart from their types."""
    definitions = workspace.index.facts[unit].definitions
    return [d.name.rpartition(".")[2] for d in definitions if d.is_method]


def _callers_of_methods(workspace: Workspace, copied: set[str]) -> set[str]:
    """Return the units beside some that name methods which those give to types of others."""
    index = workspace.index
    found: set[str] = set()
    for unit in copied:
        names = _methods_elsewhere(workspace, unit)
        if not names:
            continue
        called = re.compile(rb"\.(?:%b)\b" % b"|".join(re.escape(name.encode()) for name in names))
        folder = unit.rpartition("/")[0]
        beside = (u for u in index.facts if u.rpartition("/")[0] == folder and u not in copied)
        found |= {other for other in beside if called.search(index.read_raw(other))}
    return found


def _mentioners(workspace: Workspace, copied: frozenset[str], changer: WordChanger) -> list[str]:
    """Return the units shared by all domains that have the model's words in them."""
    picture = workspace.picture
    out = []
    for unit in picture.readings:
        if (
            unit in copied
            or picture.role(unit) in ("test", "entry", "migration")
            or picture.domain(unit) not in ("", SHARED)
        ):
            continue
        if changer.touches(workspace.index.read_source(unit).data.decode("utf-8", "replace")):
            out.append(unit)
    return out[:MOST_NOTES]


def _namers(workspace: Workspace, copied: Iterable[str]) -> set[str]:
    """Return the other units that import the model, or name it in a string."""
    index = workspace.index
    units = set(copied)
    found = {other for unit in units for other in index.view(unit).importers_of(unit)}
    names = {index.namespace_of(unit) for unit in units} - {""}
    names |= {name.rpartition(".")[0] for name in names if name.rpartition(".")[0] not in ("", *names)}
    owned = {n for n in names if all(u in units for u in index.facts if index.namespace_of(u).startswith(n))}
    patterns = [re.compile(rb"[\"']" + re.escape(name.encode()) + rb"[.\"']") for name in owned]
    found |= _callers_of_methods(workspace, units)
    for unit in index.facts:
        if unit not in units and unit not in found:
            raw = index.read_raw(unit)
            if any(pattern.search(raw) for pattern in patterns):
                found.add(unit)
    return found - units
