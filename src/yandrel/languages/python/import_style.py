"""Write Python's imports of the application's own modules from the root, or relative to the file."""

from collections.abc import Iterator

from yandrel.languages.python.after import After
from yandrel.languages.python.view import PythonView
from yandrel.model.changes import Edit, Relocation


def restyle(view: PythonView, unit: str, rooted: bool) -> Iterator[Edit]:
    """Yield the edits that write the imports of a unit in one style; what cannot be said so stays."""
    names = After(view, Relocation({}, {}), frozenset())
    for item in view.units.facts[unit].imports:
        if not item.module_end or item.module.startswith(".") is not rooted or item.module == "__future__":
            continue
        target = view.find_spelled(item.module, unit)[0]
        if target is None:
            continue
        new = names.dotted(target, unit) if rooted else names.relative(target, unit)
        if new and new != item.module and view.find_spelled(new, unit)[0] == target:
            yield Edit(item.module_start, item.module_end, new.encode())
