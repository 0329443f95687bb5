"""Rewriting a relocation of modules and of what they hold."""

import posixpath
from collections.abc import Mapping

from msgspec.structs import replace

from yandrel.languages.script.computed import tell_read_folders
from yandrel.languages.script.facts import WHOLE
from yandrel.languages.script.specifiers import PathRewriter, finder_after
from yandrel.languages.script.view import ScriptView
from yandrel.model.changes import Refusal, Relocation, Rewrite


def moved_words(relocation: Relocation) -> set[str]:
    """Return the names of what moves; of an index, and of a folder, the folder's name."""
    words: set[str] = set()
    for old, new in (*relocation.units.items(), *relocation.files.items()):
        if old != new:
            folder, _, name = old.rpartition("/")
            stem = name.split(".")[0]
            words.add(stem if stem != "index" else folder.rpartition("/")[2] or stem)
            words |= {stem}
    for folder in relocation.folders:
        words.add(folder.rstrip("/").rpartition("/")[2])
    for symbol, target in relocation.definitions.items():
        words |= {symbol.name, target.name}
        folder, _, name = symbol.unit.rpartition("/")
        words |= {name.split(".")[0], folder.rpartition("/")[2]}
    return words - {""}


def left_folders(relocation: Relocation) -> set[str]:
    """Return the names of the folders that something leaves, or is called otherwise in."""
    return {old.split("/")[-2] for old, new in relocation.units.items() if old != new and "/" in old}


def find_importers_by_dots(view: ScriptView, relocation: Relocation) -> set[str]:
    """Return the modules that name an index which moves, or which something leaves, by `..` alone."""
    leaving = {old for old, new in relocation.units.items() if old != new}
    leaving |= {symbol.unit for symbol in relocation.definitions}
    indexes = {unit for unit in leaving if posixpath.basename(unit).startswith("index.")}
    if not indexes:
        return set()
    return {
        unit
        for unit, facts in view.units.facts.items()
        for item in facts.imports
        if not item.module.strip("./")
        and (led := view.find_module(item.module, unit)) is not None
        and led.path in indexes
    }


def move_whole_files(view: ScriptView, relocation: Relocation) -> Relocation:
    """Return the relocation with files moved whose one export is all that is asked for."""
    units, definitions = dict(relocation.units), dict(relocation.definitions)
    for symbol, target in relocation.definitions.items():
        facts = view.units.facts.get(symbol.unit)
        if facts is None or symbol.unit in units or target.unit in view.finder.files:
            continue
        whole = view.exports(symbol.unit).get(WHOLE) == symbol.name
        alone = len(facts.definitions) == 1 and facts.definitions[0].name == symbol.name and not facts.acts
        if whole or alone:
            units[symbol.unit] = target.unit
            if target.name == symbol.name:
                del definitions[symbol]
    return replace(relocation, units=units, definitions=definitions)


def rewrite(
    view: ScriptView, relocation: Relocation, sources: Mapping[str, bytes]
) -> tuple[Rewrite, Relocation]:
    """Return what a relocation changes in the sources, and the relocation with what goes along."""
    result = Rewrite()
    for unit in relocation.units:
        facts = view.units.facts.get(unit)
        if facts is not None and facts.problems and relocation.units[unit] != unit:
            why = "the file cannot be read whole"
            result.refusals.append(Refusal(unit, facts.problems[0].line, why, "mend it first"))
    if result.refusals:
        return result, relocation
    relocation = move_whole_files(view, relocation)
    if relocation.definitions:
        from yandrel.languages.script.pieces.mover import rewrite_definitions

        rewritten, settled = rewrite_definitions(view, relocation, sources)
        rewritten.notes += tell_read_folders(relocation, sources)
        return rewritten, settled
    after = finder_after(view, relocation)
    result.notes += tell_read_folders(relocation, sources)
    for unit, source in sources.items():
        if unit not in view.units.facts:
            continue
        paths = PathRewriter(view, relocation, after, unit, source)
        edits = paths.edits()
        result.notes += paths.notes
        result.refusals += paths.refusals
        if edits:
            result.edits[unit] = edits
    return result, relocation
