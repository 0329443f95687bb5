"""Stored models that move: what their migrations must say."""

from collections.abc import Iterable, Iterator, Mapping

from yandrel.app.workspace import Workspace
from yandrel.frameworks.django_models import application_folders, knows_django, stored_classes, tell_change
from yandrel.model.changes import Note
from yandrel.model.facts import Definition
from yandrel.model.graph import Symbol


def notes_of_stored(
    workspace: Workspace, units: Mapping[str, str], definitions: Mapping[Symbol, Symbol]
) -> list[Note]:
    """Return a note for each stored model whose application or name changes with some moves."""
    index = workspace.index
    if not any(knows_django(facts) for facts in index.facts.values()):
        return []
    stored = stored_classes(index.facts)
    folders = application_folders([*index.tree.files, *_places(units, definitions)])
    notes = []
    for unit, definition, place in _moving(workspace, units, definitions):
        if definition.name not in stored:
            continue
        text = index.read_source(unit).data[definition.start : definition.end]
        what = tell_change(text, (unit, definition.name), (place.unit, place.name), folders)
        if what:
            line = definition.line if unit in units else 0
            notes.append(Note(place.unit, line, f"{place.name} is stored", what))
    return notes


def _places(units: Mapping[str, str], definitions: Mapping[Symbol, Symbol]) -> Iterable[str]:
    return [*units.values(), *(symbol.unit for symbol in definitions.values())]


def _moving(
    workspace: Workspace, units: Mapping[str, str], definitions: Mapping[Symbol, Symbol]
) -> Iterator[tuple[str, Definition, Symbol]]:
    """Yield the classes that get another place or name: the file of each, and the new place."""
    touched = {*units, *(symbol.unit for symbol in definitions)}
    for unit in sorted(touched & workspace.index.facts.keys()):
        for definition in workspace.index.facts[unit].definitions:
            own = Symbol(unit, definition.name)
            place = definitions.get(own, Symbol(units.get(unit, unit), definition.name))
            if definition.bases and place != own:
                yield unit, definition, place


__all__ = ["notes_of_stored"]
