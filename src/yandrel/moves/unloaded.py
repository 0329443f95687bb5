"""Tell of files that nothing imports any more, and that do something when they are loaded."""

from yandrel.index.code import CodeIndex
from yandrel.model.changes import Note
from yandrel.moves.plan import ChangePlan
from yandrel.moves.proof import Foresight


def list_unloaded(index: CodeIndex, plan: ChangePlan, foresight: Foresight) -> None:
    """Add a note for each file that a definition leaves, and that was imported for that definition alone."""
    for unit in sorted({symbol.unit for symbol in plan.relocation.definitions}):
        facts = index.facts.get(unit)
        if facts is None or not facts.acts or index.language(unit).implicit:
            continue
        new = plan.relocation.unit(unit)
        view = foresight.views[index.language(unit).name]
        if new in foresight.facts and foresight.facts[new].acts:
            if index.view(unit).importers_of(unit) and not view.importers_of(new):
                why = "no file imports it now, so that what it does when it is loaded is not done"
                plan.notes.append(Note(new, 0, "not loaded", why))
