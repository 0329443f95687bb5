"""Evaluation of programs as far as they are constant: nothing is run, and nothing is imported.

A part that is not known becomes `Unknown` with its reason. Conditions that cannot be decided are read on
both sides, and what is declared there is in doubt. Steps and depth are bounded.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from yandrel.frameworks.protocol import Family
from yandrel.frameworks.values import (
    DictValue,
    ModuleValue,
    Place,
    Router,
    Scope,
    Unknown,
    Value,
)
from yandrel.model.program import (
    Call,
    Class,
    Collect,
    Const,
    Either,
    Expression,
    Function,
    Index,
    Items,
    Joined,
    Member,
    Name,
    Opaque,
    Pairs,
    Program,
)
from yandrel.routes.calls import Calls
from yandrel.routes.definitions import Definitions
from yandrel.routes.expressions import Expressions
from yandrel.routes.functions import Functions
from yandrel.routes.names import Names
from yandrel.routes.sources import Sources
from yandrel.routes.state import (
    GONE,
    STEPS_OF_ONE,
)
from yandrel.routes.statements import Statements


class Evaluator(Statements, Names, Expressions, Definitions, Calls, Functions):
    """Run the files of an application for the routes that they declare."""

    def __init__(self, sources: Sources, families: tuple[Family, ...]) -> None:
        super().__init__(sources, families)
        self._expressions: dict[type, Callable[[Any, Scope], Value]] = {
            Const: lambda node, scope: node.value,
            Name: self.name_value,
            Member: self._member,
            Call: self._call,
            Items: self._items,
            Pairs: self._pairs,
            Joined: self._joined,
            Index: self._index,
            Either: self._either,
            Collect: self._collect,
            Opaque: lambda node, scope: Unknown(f"`{node.text}`"),
            Function: self.make_function,
            Class: self.make_class,
        }

    def evaluate_in(self, node: Expression, scope: Scope) -> Value:
        """Return the value of an expression in a scope."""
        self._step()
        return self._expressions[type(node)](node, scope)

    # -- files -----------------------------------------------------------------------------

    def run(self, unit: str) -> Scope | None:
        """Run the top level of a file, once."""
        found = self.modules.get(unit)
        if found is not None or unit in self._running:
            return found
        program = self.sources.program(unit)
        if program is None:
            return None
        scope = self.modules[unit] = Scope(unit)
        scope.names["module"] = DictValue({"exports": DictValue()})
        scope.names["exports"] = scope.names["module"].items["exports"]
        doubts, self.doubts = self.doubts, []
        frames, self.frames = self.frames, []
        self.results[unit] = self.within(STEPS_OF_ONE, lambda: self._run_body(program, scope))
        self.doubts = doubts
        self.frames = frames
        return scope

    def _run_body(self, program: Program, scope: Scope) -> Value:
        before = self.place
        result = self.block(program.body, scope)
        self.place = before
        return None if result is GONE else result

    def load(self, unit: str) -> None:
        self.run(unit)

    def run_again(self, unit: str) -> Value:
        program = self.sources.program(unit)
        if program is None or self.active.get((hash(unit), 0), 0) > 1:
            return Unknown("a file that cannot be read")
        self.included.add(unit)
        key = (hash(unit), 0)
        self.active[key] = self.active.get(key, 0) + 1
        result = self._run_body(program, Scope(unit))
        self.active[key] -= 1
        return result

    def module(self, name: str, unit: str) -> Value:
        found = self.sources.find_module(name, unit)
        return ModuleValue(found) if found else Unknown(f"{name} is no file of the application")

    def files_with(self, word: bytes, every: bool = False) -> list[str]:
        return self.sources.files_with(word, every)

    def application(self, family: Family, program: str = "") -> Router:
        key = f"{family.name} {program}"
        found = self.applications.get(key)
        if found is None:
            place = Place(program, 0)
            found = self.applications[key] = Router(family, place, application=True)
            self.routers.append(found)
        return found
