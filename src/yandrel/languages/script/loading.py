"""Simulate the loading of modules in a cycle: reads of names before they are set."""

from collections.abc import Iterator
from typing import TYPE_CHECKING

import msgspec

from yandrel.languages.script.facts import WHOLE
from yandrel.model.facts import Import, When
from yandrel.model.graph import LoadFault, Symbol

if TYPE_CHECKING:
    from yandrel.languages.script.view import Found, ScriptView

ALL_OF_IT = "its exports"

ONLY_TYPES = frozenset({"interface", "type"})


class Taken(msgspec.Struct, frozen=True):
    """A name that a unit reads on loading, and the unit that it is not in before that has run."""

    name: str
    place: str


class LoadingPlan(msgspec.Struct, frozen=True):
    """The loading of a file: the files it loads in order, with the names read after each, and at the end."""

    steps: tuple[tuple[str, tuple[Taken, ...]], ...]
    end: tuple[Taken, ...]


class Loading:
    """Plays the loading of a cycle through: each unit's imports in order, then its own statements.

    `plans` are those that are made already; more are added.
    """

    def __init__(self, view: "ScriptView", plans: dict[str, LoadingPlan], group: frozenset[str]) -> None:
        self.view = view
        self.plans = plans
        self.group = group
        self.begun: set[str] = set()
        self.done: set[str] = set()
        self.fault: LoadFault | None = None

    def load(self, unit: str) -> LoadFault | None:
        self._load(unit)
        return self.fault

    def _load(self, unit: str) -> None:
        if unit in self.begun or self.fault:
            return
        self.begun.add(unit)
        plan = self.plans.get(unit)
        if plan is None:
            plan = self.plans[unit] = make_plan(self.view, unit)
        for led, taken in plan.steps:
            if led in self.group:
                self._load(led)
            self._check(unit, taken)
        self._check(unit, plan.end)
        self.done.add(unit)

    def _check(self, unit: str, taken: tuple[Taken, ...]) -> None:
        for item in taken:
            if item.place in self.begun and item.place not in self.done and item.place in self.group:
                self.fault = self.fault or LoadFault(unit, item.name, item.place)


def make_plan(view: "ScriptView", unit: str) -> LoadingPlan:
    """Return what a unit does on loading."""
    imports = view.units.facts[unit].imports
    modules = [item for item in imports if item.space != "require"]
    steps = []
    for item in (*modules, *(i for i in imports if i.space == "require")):
        if view.is_kept(unit, item):
            taken = _taken_by(view, unit, item) if item.space == "require" else ()
            steps.append((view.find_loaded(item.module, unit), tuple(taken)))
    at_the_end = [item for item in imports if item.space == "import" and not item.nested]
    end = tuple(taken for item in at_the_end for taken in _taken_by(view, unit, item))
    return LoadingPlan(tuple(steps), end)


def _taken_by(view: "ScriptView", unit: str, item: Import) -> Iterator[Taken]:
    """Yield what is read on loading of what an import brings, as far as it may not be there yet."""
    if item.when != When.LOAD:
        return
    read = [text.partition(".") for text in view.units.facts[unit].taken]
    heads = {head for head, _, _ in read}
    module = view.find_loaded(item.module, unit)
    for name in item.names:
        if name.name != WHOLE and (item.space == "require" or name.bound in heads):
            yield from _late(view, unit, item, name.name, view.imported(unit, item, name))
        for member in (m for head, _, m in read if head == name.alias and name.name == WHOLE and module):
            yield from _late(view, unit, item, member or ALL_OF_IT, view.member(module, member or WHOLE))


def _late(view: "ScriptView", unit: str, item: Import, name: str, found: "Found") -> Iterator[Taken]:
    """Yield a name unless it is there before its module has run."""
    place = found.final.unit or found.named.unit
    facts = view.units.facts.get(place)
    if facts is None or place == unit or name in facts.bound:
        return
    if item.space == "require" or not _is_hoisted(view, found.final):
        yield Taken(name, place)


def _is_hoisted(view: "ScriptView", symbol: Symbol) -> bool:
    """A function declaration is there before its module's statements run."""
    kinds = view.kinds_of(symbol)
    return bool(kinds) and kinds <= {"function", *ONLY_TYPES}
