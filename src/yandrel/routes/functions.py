"""Calls of the application's own functions."""

from __future__ import annotations

from dataclasses import replace

from yandrel.frameworks.values import (
    Arguments,
    ClassValue,
    DictValue,
    FunctionValue,
    Handler,
    Instance,
    ListValue,
    Made,
    Place,
    Router,
    Scope,
    Unknown,
    Value,
)
from yandrel.model.program import Bind, Bring, Do, Each, Function, Parameter, Return
from yandrel.routes.state import (
    CONSTRUCTORS,
    DEEPEST,
    FRUITS,
    GONE,
    MOST_ASIDE,
    MOST_FRUITLESS,
    MOST_OF_ONE,
    OFTEN,
    SMALL_BODY,
    State,
)

PLAIN = (Bind, Return, Do, Bring, Each, Function)
"""The statements of functions that are entered for what they return."""
MOST_NESTED = 2
MOST_LOOKED_AT = 20
"""So many entries of a list tell what it holds."""


class Functions(State):
    """Enter functions, as far as it is worth it."""

    def is_worth(self, value: FunctionValue, arguments: Arguments) -> bool:
        """Whether running a function can declare routes, or costs next to nothing."""
        if self.sources.is_relevant(value.node):
            return True
        small = self.aside < MOST_ASIDE and len(value.node.body) <= SMALL_BODY
        if small and value.node.name == "__getattr__":
            return True
        if small and all(isinstance(one, PLAIN) for one in value.node.body):
            return True
        this = value.this
        if self._makes_router(value):
            return True
        if isinstance(this, Instance) and any(self._holds_routes(held) for held in this.fields.values()):
            return True
        given = (*arguments.values, *arguments.named.values())
        if any(isinstance(v, str) and v.startswith("/") for v in given):
            return any(isinstance(v, (Router, FunctionValue, ListValue)) for v in given)
        return any(isinstance(v, Router) for v in given)

    def _makes_router(self, value: FunctionValue) -> bool:
        """Whether a function constructs an object that a framework's router or application is the base of."""
        made = value.this
        if value.node.name not in CONSTRUCTORS or not isinstance(made, Instance):
            return False
        bases = self.outside_bases(made.type) if isinstance(made.type, ClassValue) else []
        return any(base.rpartition(".")[2] in self.sources.words for base in bases)

    def _holds_routes(self, value: Value, depth: int = 0) -> bool:
        """Whether a list of an object holds what declares routes, itself or in its entries."""
        if isinstance(value, Made):
            return value.by.rpartition(".")[2] in self.sources.words
        if depth > MOST_NESTED or not isinstance(value, (ListValue, DictValue)):
            return False
        inner = value.items if isinstance(value, ListValue) else list(value.items.values())
        return any(self._holds_routes(one, depth + 1) for one in inner[:MOST_LOOKED_AT])

    def call_function(self, value: FunctionValue, arguments: Arguments, place: Place) -> Value:
        value, arguments = _on_its_object(value, arguments)
        key = id(value.node)
        running = (key, id(value.this) if isinstance(value.this, Instance) else 0)
        if (
            self.depth >= DEEPEST
            or self.active.get(running, 0) >= MOST_OF_ONE
            or self.fruitless.get(key, 0) >= MOST_FRUITLESS * (10 if value.node.name in OFTEN else 1)
            or not self.is_worth(value, arguments)
        ):
            return Unknown(f"{value.name}()", value.node.returns)
        made = self.made
        aside = not self.sources.is_relevant(value.node)
        self.aside += aside
        if not arguments.open:
            self.called.add(key)
            self._take_back(key)
        scope = Scope(value.unit, {}, value.scope, value.this, value.owner)
        if scope.this is None:
            scope.this = value.scope.this
        self._bind_parameters(value, arguments, scope, place)
        before = self.place
        self.depth += 1
        self.active[running] = self.active.get(running, 0) + 1
        self.frames.append(place)
        try:
            result = self.block(value.node.body, scope)
        finally:
            self.frames.pop()
            self.active[running] -= 1
            self.depth -= 1
            self.aside -= aside
        self.place = before
        fruit = self.made != made or isinstance(result, FRUITS) or self._holds_routes(result)
        if not fruit and not self._makes_router(value):
            self.fruitless[key] = self.fruitless.get(key, 0) + 1
        if isinstance(result, (ListValue, DictValue)):
            self.holders.append((result, Place(value.unit, value.node.line)))
        if result is GONE:
            return None
        if isinstance(result, FunctionValue) and _is_inside(result.scope, scope):
            return _made_around(result, value, arguments, scope)
        if isinstance(result, Unknown) and not result.type:
            return Unknown(result.reason, value.node.returns)
        return result

    def _take_back(self, key: int) -> None:
        """Forget what a function declared when it was tried alone, as it is called now."""
        for router in self.stand_ins.pop(key, ()):
            if router in self.routers:
                self.routers.remove(router)
        for router, entry in self.tried_entries.pop(key, ()):
            router.entries = [one for one in router.entries if one is not entry]

    def _bind_parameters(
        self, value: FunctionValue, arguments: Arguments, scope: Scope, place: Place
    ) -> None:
        parameters = list(value.node.parameters)
        if value.this is not None and parameters and self._takes_this(value, parameters[0]):
            scope.names[parameters.pop(0).name] = value.this
            scope.this = value.this
        left = list(arguments.values)
        named = dict(arguments.named)
        for parameter in parameters:
            if parameter.rest == "*":
                scope.names[parameter.name] = ListValue(left, arguments.open)
                left = []
            elif parameter.rest == "**":
                scope.names[parameter.name] = DictValue(dict(named), arguments.open)
            elif parameter.name.lstrip("$") in named:
                scope.names[parameter.name] = named.pop(parameter.name.lstrip("$"))
            elif left:
                scope.names[parameter.name] = left.pop(0)
            elif parameter.default is not None:
                scope.names[parameter.name] = self.evaluate_in(parameter.default, value.scope)
            else:
                scope.names[parameter.name] = self._missing(value, parameter.name, parameter.type, place)

    def _takes_this(self, value: FunctionValue, first: Parameter) -> bool:
        """Whether the first parameter of a function is the object that it is called on."""
        if first.name in ("self", "cls"):
            return value.owner is not None and not value.node.static
        node = value.node
        return first.name == "this" or bool(node.receiver and first.type == node.receiver) or value.extends

    def _missing(self, value: FunctionValue, name: str, kind: str, place: Place) -> Value:
        router = self.stand_in(kind, name, Place(value.unit, value.node.line))
        if router is not None:
            self.stand_ins.setdefault(id(value.node), []).append(router)
            return router
        return Unknown(f"the argument {name}", kind)

    def stand_in(self, kind: str, name: str, place: Place) -> Router | None:
        """Return a router for an argument that nothing was seen to pass."""
        for family in self.families_of(place.unit):
            what = family.stand_in(kind, name)
            if what:
                made = Router(family, place, stand_in=True, application=what == "application")
                self.note_router(made)
                return made
        return None

    def registers(self, node: Function) -> bool:
        """Whether a function calls something that frameworks call what declares or mounts."""
        return self.sources.registers(node)


def _on_its_object(value: FunctionValue, arguments: Arguments) -> tuple[FunctionValue, Arguments]:
    """Return a method that a class gives, called with an object first, as a method of that object."""
    given = arguments.values[0] if arguments.values else None
    first = value.node.parameters[0].name if value.node.parameters else ""
    bound = value.this is not None and not isinstance(value.this, ClassValue)
    apart = not bound and value.owner is not None and not value.node.static
    if not apart or first != "self" or not isinstance(given, Instance):
        return value, arguments
    return replace(value, this=given), Arguments(arguments.values[1:], arguments.named, arguments.open)


def _is_inside(scope: Scope | None, outer: Scope) -> bool:
    """Whether a scope lies in another one."""
    while scope is not None and scope is not outer:
        scope = scope.parent
    return scope is outer


def _made_around(
    result: FunctionValue, by: FunctionValue, arguments: Arguments, scope: Scope
) -> FunctionValue:
    """Return a closure with who made it, and the function that it was made around: the given one it calls."""
    given = [v for v in (*arguments.values, *arguments.named.values()) if _can_be_called(v)]
    called = [
        v for v in given for name, held in scope.names.items() if held is v and name in result.node.calls
    ]
    inner = next(iter(called), given[0] if len(given) == 1 else None)
    own = by.name if by.node.static else by.node.name
    return replace(result, maker=result.maker or by.maker or own, wraps=inner)


def _can_be_called(value: Value) -> bool:
    """Whether a value is a function, or names a method of an object as PHP does."""
    if isinstance(value, ListValue):
        return len(value.items) == 2 and isinstance(value.items[1], str)
    return isinstance(value, (FunctionValue, Handler))
