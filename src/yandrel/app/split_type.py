"""Split a type: a wide interface cut along what uses it, its callers following."""

from yandrel.app.workspace import Workspace
from yandrel.app.writing import Manner, Written, write_changes
from yandrel.errors import CallError, RefusedError
from yandrel.model.results import FORMAT_VERSION, ChangedFile, NarrowType, TypeSplitReport
from yandrel.model.split import WideCut
from yandrel.moves.diff import unified_diff
from yandrel.moves.plan import files_as_changes
from yandrel.moves.things import find_thing

WAYS = ("users", "action", "domain")


def split_type(
    workspace: Workspace, thing_text: str, by: str, carry_out: bool, manner: Manner
) -> TypeSplitReport:
    """Show how a wide type would be cut, or cut it.

    Raises CallError where it is no type, RefusedError where no cut is found or a name is taken.
    """
    workspace.refuse_if_cut_off()
    index = workspace.index
    thing = find_thing(index, thing_text, workspace.here)
    if not thing.name:
        raise CallError("names no type", where=thing_text, todo="write FILE:Type")
    view = index.view(thing.path)
    units = [thing.path, *(u for u in view.importers_of(thing.path) if u != thing.path)]
    spaces = {index.namespace_of(unit) for unit in units}
    near = {u for unit in units for u in view.importers_of(unit) if index.namespace_of(u) in spaces}
    units += sorted(near - set(units))
    sources = {unit: index.read_source(unit) for unit in units}
    for unit, source in sources.items():
        index.look_closer(unit, source.data)
    broken = next(
        (unit for unit, source in sources.items() if source.problem or index.facts[unit].problems), ""
    )
    if broken:
        raise RefusedError("cannot be read whole", where=broken, todo="fix it first")
    language = index.language(thing.path)
    splitter = language.splitter(language.name_of(thing.path))
    cut = splitter.cut_type(
        thing.path, thing.name, by,
        {unit: source.data for unit, source in sources.items()},
        {unit: index.namespace_of(unit) for unit in units},
    )  # fmt: skip
    if isinstance(cut, str):
        ways = ", ".join(way for way in WAYS if way != by)
        raise RefusedError(cut, where=str(thing), todo=f"try --by with {ways}")
    taken = {d.name for d in index.facts[thing.path].definitions}
    clash = next((part.name for part in cut.parts if part.name in taken), "")
    if clash:
        raise RefusedError(f"{clash} is there already", where=thing.path, todo="rename it first")
    there = next((path for path in cut.texts if path not in sources and index.files.exists(path)), "")
    if there:
        raise RefusedError("is there already", where=there, todo="move it out of the way first")
    encodings = {unit: sources[unit if unit in sources else thing.path].encoding for unit in cut.texts}
    texts = {unit: encodings[unit].restore(text) for unit, text in cut.texts.items()}
    files = files_as_changes(index, texts)
    title = f"split {thing} by {by}"
    written = Written(0, "")
    if manner.preview:
        written = Written(0, unified_diff(files))
    elif carry_out:
        written = write_changes(workspace, files, title, manner)
    return _report(thing.path, cut, by, title, [ChangedFile(c.old, c.new, c.edits) for c in files], written)


def _report(
    unit: str, cut: WideCut, by: str, title: str, files: list[ChangedFile], written: Written
) -> TypeSplitReport:
    parts = [NarrowType(p.name, list(p.methods), list(p.users)) for p in cut.parts]
    return TypeSplitReport(
        version=FORMAT_VERSION,
        done=written.number > 0,
        number=written.number,
        title=title,
        unit=unit,
        type_name=cut.type_name,
        by=by,
        shared=list(cut.shared),
        parts=parts,
        whole=[u for u in cut.whole if u != unit],
        files=files,
        diff=written.diff,
        command_output=written.output,
    )
