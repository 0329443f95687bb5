"""Names that lead nowhere: what no scope binds, and what a module of this code does not have."""

import builtins

from yandrel.languages.python.deep import MODULE_SCOPE, DeepFacts, Use, read_deep_facts
from yandrel.languages.python.view import MODULE_ATTRIBUTES, PythonView
from yandrel.model.facts import Import, ImportedName, When
from yandrel.model.graph import State, Symbol

KNOWN = frozenset(dir(builtins)) | MODULE_ATTRIBUTES | {"__class__", "__annotations__", "reveal_type"}


def find_loose_ends(view: PythonView, unit: str, source: bytes) -> list[str]:
    """Return the names that lead nowhere, dotted as far as they are followed."""
    deep = read_deep_facts(source)
    by_start = {
        imported.start: (item, imported) for item in view.units.facts[unit].imports for imported in item.names
    }
    out: list[str] = []
    for use in deep.uses:
        if use.home < 0:
            if use.head not in KNOWN and view.member(unit, use.head).state == State.MISSING:
                out.append(use.head)
        elif _comes_too_early(use, deep):
            out.append(f"{use.head} before it is there")
        elif len(use.links) > 1 and not use.stores:
            loose = _loose_chain(view, unit, use, deep, by_start)
            if loose:
                out.append(loose)
    return out


def _comes_too_early(use: Use, deep: DeepFacts) -> bool:
    """Whether a top-level name is read on loading above the place that binds it."""
    if use.home != MODULE_SCOPE or use.when != When.LOAD or use.quoted or use.stores:
        return False
    return min(deep.scopes[MODULE_SCOPE].bound[use.head]) > use.start


def _loose_chain(
    view: PythonView,
    unit: str,
    use: Use,
    deep: DeepFacts,
    by_start: dict[int, tuple[Import, ImportedName]],
) -> str:
    for start in deep.scopes[use.home].imports.get(use.head, []):
        if start not in by_start:
            continue
        item, imported = by_start[start]
        if item.whole and not imported.alias:
            first, _ = view.find_spelled(use.head, unit)
            current = Symbol(first) if first else None
        else:
            found = view.imported(unit, item, imported)
            current = found.final if found.state == State.FOUND and not found.final.name else None
        if current is None:
            continue
        for position, link in enumerate(use.links[1:], start=1):
            if current.name or not current.unit:
                break
            step = view.member(current.unit, link.name)
            if step.state == State.MISSING and not current.unit.endswith("/"):
                return ".".join(part.name for part in use.links[: position + 1])
            if step.state != State.FOUND:
                break
            current = step.final
    return ""
