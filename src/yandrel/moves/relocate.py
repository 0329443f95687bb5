"""From what is asked for to the whole map, old to new; what cannot be is refused here."""

from collections.abc import Iterable

from yandrel.errors import RefusedError
from yandrel.index.code import CodeIndex
from yandrel.languages.registry import language_of
from yandrel.model.changes import Relocation
from yandrel.model.graph import Symbol
from yandrel.moves.things import Thing

Pairs = list[tuple[Thing, Thing]]


def map_relocation(index: CodeIndex, pairs: Pairs, held: Iterable[str] = ()) -> Relocation:
    """Return where everything goes: a definition's own move outranks its unit's, a unit's its folder's.

    `held` are paths that must not be moved. Raises RefusedError for collisions.
    """
    folders = {s.path: t.path for s, t in pairs if s.is_folder}
    units: dict[str, str] = {}
    for source in sorted(folders, key=len):
        target = folders[source]
        if target.startswith(source) and target != source:
            raise RefusedError(
                "is inside of what is to be moved", where=target, todo="choose a place outside of it"
            )
        if target == source:
            raise RefusedError("is there already", where=source)
        if (
            index.files.exists(target.rstrip("/"))
            and not _vacated(target, folders)
            and not _same_place(index, source, target)
        ):
            raise RefusedError("is there already", where=target, todo=f"to move into it, write {target}")
        for path in index.files.list_folder(source):
            units[path] = target + path[len(source) :]
    for source_thing, target_thing in pairs:
        if source_thing.is_folder or source_thing.name:
            continue
        if source_thing.path == target_thing.path and not _is_misnamed(index, source_thing.path):
            raise RefusedError("is there already", where=source_thing.path)
        units[source_thing.path] = target_thing.path
        _add_companions(index, source_thing.path, target_thing.path, units)
    definitions = _map_definitions(pairs, units)
    definitions |= _map_declarations(index, definitions)
    _check(index, units, held)
    return Relocation(units, definitions, folders)


def _is_misnamed(index: CodeIndex, unit: str) -> bool:
    """Whether a unit declares another namespace than its folder's: moving it nowhere mends that."""
    return unit in index.facts and unit in index.view(unit).misnamed_namespaces()


def _add_companions(index: CodeIndex, source: str, target: str, units: dict[str, str]) -> None:
    if source not in index.facts:
        return
    beside = index.language(target).companions(target) if language_of(target) else ()
    for old, new in zip(index.language(source).companions(source), beside):
        if index.files.is_spelled_so(old):
            units.setdefault(old, new)


def _map_definitions(pairs: Pairs, units: dict[str, str]) -> dict[Symbol, Symbol]:
    definitions: dict[Symbol, Symbol] = {}
    for source, target in pairs:
        if not source.name:
            continue
        if source == target:
            raise RefusedError("is there already", where=str(source))
        unit = units.get(source.path, source.path) if target.path == source.path else target.path
        definitions[Symbol(source.path, source.name)] = Symbol(unit, target.name)
    return definitions


def _map_declarations(index: CodeIndex, definitions: dict[Symbol, Symbol]) -> dict[Symbol, Symbol]:
    """Return where go the declarations of what moves that stand in a file beside its own."""
    found: dict[Symbol, Symbol] = {}
    for old, new in definitions.items():
        if old.unit not in index.facts or language_of(new.unit) != language_of(old.unit):
            continue
        language = index.language(old.unit)
        for beside, target in zip(language.companions(old.unit), language.companions(new.unit)):
            if beside in index.facts and any(d.name == old.name for d in index.facts[beside].definitions):
                found[Symbol(beside, old.name)] = Symbol(target, new.name)
    return {old: new for old, new in found.items() if old not in definitions}


def _vacated(target: str, folders: dict[str, str]) -> bool:
    return any(target.startswith(source) for source in folders)


def _same_place(index: CodeIndex, source: str, target: str) -> bool:
    """A rename that only changes case names the same folder on some file systems."""
    same = index.files.is_one_file(source.rstrip("/"), target.rstrip("/"))
    return source.lower() == target.lower() and same


def _check(index: CodeIndex, units: dict[str, str], held: Iterable[str]) -> None:
    held = frozenset(held)
    taken: dict[str, str] = {}
    folded = {path.lower(): path for path in index.tree.files if path not in units}
    for source, target in units.items():
        if source in held:
            raise RefusedError(
                "is not to be moved", where=source, todo="see fixed and generated in yandrel.toml"
            )
        if target in taken:
            raise RefusedError(f"would hold both {taken[target]} and {source}", where=target)
        taken[target] = source
        present = folded.get(target.lower())
        if present is not None and present.lower() != source.lower():
            todo = "" if present == target else "the two differ in case alone"
            raise RefusedError("is there already", where=present, todo=todo)
        if index.files.exists(target) and target not in units and not _is_case_rename(index, source, target):
            raise RefusedError("is there already", where=target)
        _check_folders(index, target, units)
    lowered: dict[str, str] = {}
    for target in taken:
        other = lowered.setdefault(target.lower(), target)
        if other != target:
            raise RefusedError(f"differs from {other} in case alone", where=target)


def _check_folders(index: CodeIndex, target: str, units: dict[str, str]) -> None:
    """Raise RefusedError where a folder of a path is a link or a file."""
    folder = target.rpartition("/")[0]
    while folder:
        if index.files.is_link(folder):
            raise RefusedError("lies behind a link", where=target)
        if index.files.is_file(folder) and folder not in units:
            raise RefusedError("is a file, not a folder", where=folder)
        folder = folder.rpartition("/")[0]


def _is_case_rename(index: CodeIndex, source: str, target: str) -> bool:
    same = index.files.is_one_file(source.rstrip("/"), target.rstrip("/"))
    return source.lower() == target.lower() and same
