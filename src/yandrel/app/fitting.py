"""A unit written after its neighbours, made to fit the place that it goes to."""

import re

from yandrel.app.workspace import Workspace
from yandrel.languages.outline import declare, leave_base_out
from yandrel.languages.registry import language_of, load_language
from yandrel.model.facts import TYPE_KINDS, Facts


def fit_to_place(workspace: Workspace, role: str, home: str, text: str) -> str:
    """Return a new unit's text with the namespace, the type's name and the base that its place allows."""
    view = workspace.index.views.get(language_of(home) or "")
    wanted = view.namespace_at(home) if view is not None else ""
    if wanted:
        text = declare(text, wanted)
    return _without_unseen_bases(workspace, home, _called_like_file(workspace, role, home, text))


def _read(home: str, text: str) -> Facts:
    return load_language(language_of(home) or "").read_facts(text.encode(), home)


def _called_like_file(workspace: Workspace, role: str, home: str, text: str) -> str:
    """Call the type like its file, where its neighbours are."""
    stem = _stem(home)
    made = [d.name for d in _read(home, text).definitions if d.kind in TYPE_KINDS]
    others = [u for u, r in workspace.picture.readings.items() if r.role == role and _alike(u, home)]
    facts = workspace.index.facts
    called = sum(any(d.name == _stem(unit) for d in facts[unit].definitions) for unit in others)
    if len(made) != 1 or stem == made[0] or called * 2 <= len(others):
        return text
    return re.sub(rf"\b{re.escape(made[0])}\b", stem, text)


def _without_unseen_bases(workspace: Workspace, home: str, text: str) -> str:
    """Leave out bases of the application's own that nothing imports, and that do not stand beside it."""
    read = _read(home, text)
    bound = {name.bound for item in read.imports for name in item.names}
    folder = home.rpartition("/")[0]
    for base in {base for definition in read.definitions for base in definition.bases}:
        units = [
            unit for unit, facts in workspace.index.facts.items()
            if _alike(unit, home) and any(d.name == base for d in facts.definitions)
        ]  # fmt: skip
        if not units or base in bound or any(unit.rpartition("/")[0] == folder for unit in units):
            continue
        if not any(item.whole or not item.names for item in read.imports):
            text = leave_base_out(text, base)
    return text


def _alike(unit: str, home: str) -> bool:
    return language_of(unit) == language_of(home) and unit.rpartition(".")[2] == home.rpartition(".")[2]


def _stem(unit: str) -> str:
    return unit.rpartition("/")[2].partition(".")[0]
