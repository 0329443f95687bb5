"""Simulate the loading of one module alone: the order of imports, and cycles that fail.

Source: the Python language reference, "The import system": a module is entered into sys.modules
before its code runs, a package before its modules; `from m import n` falls back to sys.modules.
"""

from collections.abc import Iterable, Iterator
from itertools import pairwise

from msgspec import structs

from yandrel.languages.circles import find_strong_groups
from yandrel.languages.python.view import PythonView
from yandrel.model.facts import When
from yandrel.model.graph import LoadFault

Step = tuple[int, str, str, str]
DEFINE, LOAD, TAKE, STAR = 0, 1, 2, 3
GUARDED = "guarded"
KEPT = 12
"""How many answers on the loading of a group are kept."""
_KNOWN: dict[tuple[object, ...], dict[str, LoadFault]] = {}


def find_load_cycles(view: PythonView) -> list[list[str]]:
    """Return the strongly connected groups of more than one unit, by imports at the top level."""
    return find_strong_groups({unit: view.resolved_of(unit).loads for unit in view.units.facts})


class Loader:
    """Plays the loading of modules through, statement by statement, without running anything."""

    def __init__(self, view: PythonView, inside: frozenset[str] | None = None) -> None:
        self.view = view
        self.inside = inside
        self._steps: dict[str, list[Step]] = {}

    def fault_of(self, unit: str) -> LoadFault | None:
        """Return what fails when a unit is loaded alone."""
        run = _Run(self)
        for parent in self.view.parents_of(unit):
            run.load(parent)
        run.load(unit)
        return run.fault

    def faults(self) -> dict[str, LoadFault]:
        """Return what fails, of the units that it is about, when each is loaded alone.

        The last answers are kept: a change is proved, judged and built upon in states that load alike.
        """
        group = sorted(self.inside or ())
        key = tuple(self._signature(unit) for unit in group)
        known = _KNOWN.get(key)
        if known is None:
            known = {unit: fault for unit in group if (fault := self.fault_of(unit))}
            if len(_KNOWN) >= KEPT:
                del _KNOWN[next(iter(_KNOWN))]
            _KNOWN[key] = known
        return dict(known)

    def _signature(self, unit: str) -> tuple[object, ...]:
        """Return all that the loading of a unit depends on: its steps, where names lead, lines, packages."""
        view = self.view
        steps = tuple(self.steps_of(unit))
        below = tuple(view.submodule(target, name) for kind, target, name, _ in steps if kind == TAKE)
        facts = view.units.facts[unit]
        lines = tuple(item.line for item in facts.imports)
        return unit, steps, below, lines, facts.open, tuple(view.parents_of(unit))

    def steps_of(self, unit: str) -> list[Step]:
        found = self._steps.get(unit)
        if found is None:
            found = self._steps[unit] = self._find_steps(unit)
        return found

    def _find_steps(self, unit: str) -> list[Step]:
        view = self.view
        facts = view.units.facts[unit]
        steps: list[tuple[int, Step]] = []
        for definition in facts.definitions:
            steps.append((definition.start, (DEFINE, definition.name, "", "")))
            for base in definition.bases:
                if definition.kind == "class" and "." in base:
                    self._dotted_base(unit, base, definition.start, steps)
        for name in facts.bound:
            steps.append((0, (DEFINE, name, "", "")))
        for item in facts.imports:
            if item.when != When.LOAD or item.module == "__future__":
                continue
            for imported in item.names:
                self._import_steps(unit, item.start, item, imported, steps)
        return _joined(step for _, step in sorted(steps, key=lambda pair: pair[0]))

    def _dotted_base(self, unit: str, base: str, at: int, steps: list[tuple[int, Step]]) -> None:
        """`class A(module.B)` takes B from the module when the class is made."""
        module, _, name = base.rpartition(".")
        head = module.partition(".")[0]
        for binding in self.view.bindings(unit).get(head, []):
            item, imported = binding.statement, binding.imported
            if item is None or imported is None or item.guarded or item.when != When.LOAD:
                continue
            if module != (imported.name if item.whole and not imported.alias else head):
                continue
            target = self.view.imported(unit, item, imported).final
            if target.unit and not target.name and not target.unit.endswith("/"):
                if self.inside is None or target.unit in self.inside:
                    steps.append((at, (TAKE, target.unit, name, "")))

    def _import_steps(
        self, unit: str, at: int, item: object, imported: object, steps: list[tuple[int, Step]]
    ) -> None:
        from yandrel.model.facts import Import, ImportedName

        assert isinstance(item, Import)
        assert isinstance(imported, ImportedName)
        view = self.view
        guard = GUARDED if item.guarded else ""
        spelled = imported.name if item.whole else item.module
        found, root = view.find_spelled(spelled, unit)
        bound = imported.bound
        if item.whole and not imported.alias:
            bound = bound.partition(".")[0]
        if found is None:
            steps.append((at, (DEFINE, bound, "", "")))
            return
        for parent in view.parents_of(found, root):
            if self.inside is None or parent in self.inside:
                steps.append((at, (LOAD, parent, "", guard)))
        counts = not found.endswith("/") and (self.inside is None or found in self.inside)
        if counts:
            steps.append((at, (LOAD, found, "", guard)))
        if item.whole:
            steps.append((at, (DEFINE, bound, "", "")))
        elif imported.name == "*":
            if counts:
                steps.append((at, (STAR, found, "", "")))
        elif counts:
            steps.append((at, (TAKE, found, imported.name, guard)))
            steps.append((at, (DEFINE, bound, "", "")))
        else:
            below = view.submodule(found, imported.name)
            if below and not below.endswith("/") and (self.inside is None or below in self.inside):
                steps.append((at, (LOAD, below, "", guard)))
            steps.append((at, (DEFINE, bound, "", "")))


def _joined(steps: Iterable[Step]) -> list[Step]:
    """Return steps with those that define names one after another made one: names with spaces between."""
    out: list[Step] = []
    for step in steps:
        if step[0] == DEFINE and out and out[-1][0] == DEFINE:
            out[-1] = (DEFINE, f"{out[-1][1]} {step[1]}", "", "")
        else:
            out.append(step)
    return out


class _Run:
    """One loading of one module in a fresh interpreter."""

    def __init__(self, loader: Loader) -> None:
        self.loader = loader
        self.names: dict[str, set[str]] = {}
        self.done: set[str] = set()
        self.fault: LoadFault | None = None

    def load(self, unit: str) -> None:
        if self.fault or unit in self.names:
            return
        self.names[unit] = set()
        stack = [(unit, iter(self.loader.steps_of(unit)), False)]
        while stack:
            current, steps, _ = stack[-1]
            for step in steps:
                needed = self.step(current, step)
                if needed is not None:
                    self.names[needed] = set()
                    stack.append((needed, iter(self.loader.steps_of(needed)), step[3] == GUARDED))
                    break
                if self.fault:
                    if not self.caught(stack):
                        path = self.tell([frame[0] for frame in stack], self.fault.giver)
                        self.fault = structs.replace(self.fault, path=path)
                        return
                    break
            else:
                self.done.add(current)
                stack.pop()

    def caught(self, stack: list[tuple[str, Iterator[Step], bool]]) -> bool:
        """Unwind to the innermost import that stands in `try`; whether there is one."""
        guards = [position for position, frame in enumerate(stack) if frame[2]]
        if not guards:
            return False
        for unit, _, _ in stack[guards[-1] :]:
            self.names.pop(unit, None)
        del stack[guards[-1] :]
        self.fault = None
        return True

    def step(self, unit: str, step: Step) -> str | None:
        kind, target, name, extra = step
        if kind == DEFINE:
            self.names[unit].update(target.split())
        elif kind == LOAD:
            return target if target not in self.names else None
        elif kind == STAR:
            self.names[unit] |= self.names.get(target, set())
        else:
            return self.take(unit, target, name, extra)
        return None

    def take(self, unit: str, target: str, name: str, extra: str) -> str | None:
        view = self.loader.view
        if name in self.names.get(target, ()) or target in self.done:
            below = view.submodule(target, name)
            if below and not below.endswith("/") and name not in self.names[target]:
                inside = self.loader.inside is None or below in self.loader.inside
                return below if inside and below not in self.names else None
            return None
        below = view.submodule(target, name)
        if below:
            wanted = not below.endswith("/") and below not in self.names
            inside = self.loader.inside is None or below in self.loader.inside
            return below if wanted and inside else None
        if extra == GUARDED or view.units.facts[target].open:
            return None
        if name.startswith("__") and name.endswith("__"):
            return None
        self.fault = LoadFault(unit, name, target)
        return None

    def tell(self, stack: list[str], giver: str) -> str:
        """Return the imports that lead around, each with its line: `a.py:3 -> b.py:1 -> a.py`."""
        path = [*stack[stack.index(giver) if giver in stack else 0 :], giver]
        steps = [f"{unit}{self.line_of(unit, needed)}" for unit, needed in pairwise(path)]
        return " -> ".join([*steps, giver])

    def line_of(self, unit: str, needed: str) -> str:
        """Return the line by which a unit loads another, after a colon."""
        edges = [edge for edge in self.loader.view.edges_of(unit) if edge.when == When.LOAD]
        direct = [e for e in edges if needed in (e.named_unit, e.unit)]
        folder = needed.removesuffix("__init__.py")
        passing = [
            e for e in edges if needed in e.through or (folder != needed and e.unit.startswith(folder))
        ]
        return next((f":{edge.line}" for edge in [*direct, *passing]), "")
