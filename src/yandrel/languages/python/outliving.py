"""Names that outlive the process: queued tasks, stored class names, migrations. They are only told of."""

from collections.abc import Iterator

from yandrel.languages.python.context import Context
from yandrel.model.changes import Note
from yandrel.model.facts import Definition

TASK_MARKS = ("shared_task", ".task", ".periodic_task")


def outliving_notes(context: Context) -> Iterator[Note]:
    """Yield what is known by its qualified name outside of the code, and gets a new one."""
    relocation, view = context.relocation, context.view
    for old, new in relocation.units.items():
        if old == new or old not in view.units.facts:
            continue
        before, after = view.module_name(old), context.after.view.module_name(new)
        if before != after:
            for definition in view.units.facts[old].definitions:
                yield from _notes_of(old, definition, before or old, after or new)
    for symbol, target in relocation.definitions.items():
        before = view.module_name(symbol.unit) or symbol.unit
        after = context.after.view.module_name(target.unit) or target.unit
        for definition in view.units.facts[symbol.unit].definitions:
            if definition.name == symbol.name:
                yield from _notes_of(symbol.unit, definition, before, after)


def _notes_of(unit: str, definition: Definition, before: str, after: str) -> Iterator[Note]:
    if definition.kind == "function" and any(mark.endswith(TASK_MARKS) for mark in definition.marks):
        yield Note(
            unit,
            definition.line,
            f"{before}.{definition.name}",
            f"a task's name, which queued tasks carry; it becomes {after}.{definition.name}",
        )
