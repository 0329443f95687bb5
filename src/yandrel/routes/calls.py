"""Calls: of functions, methods, classes, and of what other packages have."""

from __future__ import annotations

from collections.abc import Callable
from functools import cached_property
from typing import Any

from yandrel.frameworks.values import (
    Arguments,
    ClassValue,
    DictValue,
    Entry,
    FunctionValue,
    Handler,
    Instance,
    ListValue,
    Made,
    ModuleValue,
    Native,
    Outside,
    Place,
    Router,
    RouterMethod,
    Scope,
    Text,
    Unknown,
    Value,
)
from yandrel.model.program import (
    Argument,
    Call,
    Expression,
    Items,
    Member,
    Name,
)
from yandrel.routes.builtin_functions import PASSING, call_function
from yandrel.routes.builtin_methods import call_builtin
from yandrel.routes.state import (
    ACCESSORS,
    CONSTRUCTING,
    DECORATING,
    GONE,
    HELD,
    BoundBuiltin,
    BoundOutside,
    State,
    Super,
)


class Calls(State):
    """Evaluate calls."""

    def _arguments(self, given: tuple[Argument, ...], scope: Scope) -> Arguments:
        made = Arguments()
        for argument in given:
            value = self.evaluate_in(argument.value, scope)
            if argument.spread:
                if isinstance(value, DictValue):
                    made.named.update({k: v for k, v in value.items.items() if isinstance(k, str)})
                    made.open = made.open or value.open
                    continue
                items = self.items_of(value)
                made.values.extend(items or [])
                made.open = made.open or items is None
            elif argument.name:
                made.named[argument.name] = value
            else:
                made.values.append(value)
        return made

    def _call(self, node: Call, scope: Scope) -> Value:
        of = node.of
        if isinstance(of, Name) and of.name in DECORATING and len(node.arguments) > 1:
            return self._decorate_built(node, scope)
        if isinstance(of, Name) and of.name == "super":
            return self._call_super(node, scope)
        if isinstance(of, Member):
            holder = self._bases(of.of, scope) or self.evaluate_in(of.of, scope)
            if isinstance(holder, Outside) and not node.new and holder.name in ("require", "import"):
                holder = Unknown()
            arguments = self._arguments(node.arguments, scope)
            place = self.place = Place(scope.unit, node.line)
            spelled = self.spelled_out(of, holder, scope)
            if spelled is not GONE:
                return self.call(spelled, arguments, place)
            if isinstance(holder, (Router, Unknown)):
                extending = self._extending(holder, of.name, scope.unit)
                if extending is not None:
                    return self.call(extending, arguments, place)
            return self.call_method(holder, of.name, arguments, place)
        value = self.evaluate_in(of, scope)
        if isinstance(value, FunctionValue) and value.this is None and isinstance(of, Name):
            value = self._with_implicit_this(value, scope)
        arguments = self._arguments(node.arguments, scope)
        place = self.place = Place(scope.unit, node.line)
        return self.call(value, arguments, place)

    def _bases(self, node: Expression, scope: Scope) -> Super | None:
        """Return the bases of the class that code stands in, where it calls one of their methods."""
        named = node.of if isinstance(node, Call) and not node.arguments else node
        if not isinstance(named, Name) or named.name != "super" or scope.owner is None:
            return None
        return Super(scope.owner, scope.this)

    def _call_super(self, node: Call, scope: Scope) -> Value:
        """Return the bases of a class, or make what they make where calling them means that."""
        if scope.owner is None:
            return Unknown("super")
        bases = Super(scope.owner, scope.this)
        if self.sources.language(scope.unit) not in CONSTRUCTING:
            return bases
        arguments = self._arguments(node.arguments, scope)
        return self.construct_base(bases, arguments, Place(scope.unit, node.line))

    def _decorate_built(self, node: Call, scope: Scope) -> Value:
        """Give a class the decorators that compiled TypeScript passes to a function."""
        given, target = node.arguments[0].value, self.evaluate_in(node.arguments[1].value, scope)
        key = self.evaluate_in(node.arguments[2].value, scope) if len(node.arguments) > 2 else ""
        if not isinstance(target, ClassValue) or not isinstance(given, Items):
            return target
        marks = tuple(item.value for item in given.items)
        target.added.setdefault(key if isinstance(key, str) else "", []).extend(marks)
        if not key:
            for family in self.families_of(scope.unit):
                family.declared(self, target)
        return target

    def _extending(self, holder: Value, name: str, unit: str) -> FunctionValue | None:
        """Return the application's own function that is called like a method of a router."""
        if isinstance(holder, Router) and name in holder.family.words:
            return None
        found = self.extension(name, unit)
        if found is None or (isinstance(holder, Unknown) and not self.registers(found.node)):
            return None
        return FunctionValue(found.node, found.scope, holder, found.owner, extends=True)

    def _with_implicit_this(self, value: FunctionValue, scope: Scope) -> FunctionValue:
        """Return a function that extends a type, called on the object whose function runs."""
        parameters = value.node.parameters
        if not parameters or parameters[0].name != "this":
            return value
        holder: Scope | None = scope
        while holder is not None and not isinstance(holder.this, Router):
            holder = holder.parent
        return FunctionValue(value.node, value.scope, holder.this) if holder is not None else value

    def call_method(self, value: Value, name: str, arguments: Arguments, place: Place) -> Value:
        found = self.method_value(value, name)
        if isinstance(value, Made):
            return self._outside_call(f"{value.by}().{name}", arguments, place, value)
        if isinstance(found, BoundBuiltin):
            return call_builtin(self, found.of, name, arguments, place)
        if isinstance(value, (ListValue, DictValue, str, Text)) and not isinstance(found, FunctionValue):
            return call_builtin(self, value, name, arguments, place)
        if isinstance(value, Unknown):
            return self._unknown_method(value, name, arguments, place)
        if isinstance(value, Instance) and not arguments.values and self._is_accessor(value, name, found):
            return found
        if isinstance(found, Unknown) and isinstance(value, (ClassValue, Instance)):
            return self._method_of_base(value, name, arguments, place)
        return self.call(found, arguments, place)

    def _is_accessor(self, value: Instance, name: str, found: Value) -> bool:
        """Whether a method of a field's name only gives the field."""
        return isinstance(found, HELD) or (
            name in value.fields and self.sources.language(value.type.unit) in ACCESSORS
        )

    def _method_of_base(
        self, value: ClassValue | Instance, name: str, arguments: Arguments, place: Place
    ) -> Value:
        """Call a method that a class has from a base of another package."""
        owner = value.type if isinstance(value, Instance) else value
        for base in self.outside_bases(owner) or [""]:
            for family in self.families_of(place.unit):
                found = family.made(self, f"{base}.{name}", _with(arguments, value), place)
                if found is not NotImplemented:
                    return found
        self._run_closures(arguments, place)
        return Unknown(f"{name} of {owner.name}")

    def method_value(self, value: Value, name: str) -> Value:
        return BoundBuiltin(value, name) if isinstance(value, Made) else self.member(value, name)

    def _unknown_method(self, value: Unknown, name: str, arguments: Arguments, place: Place) -> Value:
        """Treat a value whose declared type is a router as one that is not seen to be mounted."""
        router = self.stand_in(value.type, "", place) if value.type else None
        if router is not None:
            return self.call_method(router, name, arguments, place)
        self._run_closures(arguments, place)
        return Unknown(value.reason or name)

    def _run_closures(self, arguments: Arguments, place: Place) -> None:
        for argument in (*arguments.values, *arguments.named.values()):
            if isinstance(argument, FunctionValue) and not argument.node.name:
                if self.registers(argument.node) and id(argument.node) not in self.called:
                    self.call(argument, Arguments(open=True), place)

    def call(self, value: Value, arguments: Arguments, place: Place) -> Value:
        found = self._callers.get(type(value))
        if found is not None:
            return found(value, arguments, place)
        self._run_closures(arguments, place)
        return Unknown(getattr(value, "reason", ""))

    @cached_property
    def _callers(self) -> dict[type, Callable[[Any, Arguments, Place], Value]]:
        return {
            FunctionValue: self._call_own,
            RouterMethod: lambda value, given, at: self.router_method(value.router, value.name, given, at),
            ClassValue: self.construct,
            Native: lambda value, given, at: value.run(given, at),
            Outside: lambda value, given, at: self._outside_call(value.name, given, at, None),
            Super: self.construct_base,
            BoundOutside: self.base_method,
            BoundBuiltin: lambda value, given, at: call_builtin(self, value.of, value.name, given, at),
            Instance: self._call_instance,
            ListValue: self._call_listed,
            Router: lambda value, given, at: self.router_method(value, "()", given, at),
            Made: lambda value, given, at: self._outside_call(f"{value.by}()", given, at, value),
            Handler: lambda value, given, at: self.call(value.value, given, at),
        }

    def _call_own(self, value: FunctionValue, arguments: Arguments, place: Place) -> Value:
        if value.node.name in PASSING and len(arguments.values) == 1:
            return arguments.values[0]
        return self.call_function(value, arguments, place)

    def _call_listed(self, value: ListValue, arguments: Arguments, place: Place) -> Value:
        """Call a method that is named beside its object or class, as PHP's callables do."""
        holder, name = (*value.items, None, None)[:2]
        if isinstance(holder, (Instance, ClassValue)) and isinstance(name, str) and len(value.items) == 2:
            return self.call_method(holder, name, arguments, place)
        self._run_closures(arguments, place)
        return Unknown()

    def _call_instance(self, value: Instance, arguments: Arguments, place: Place) -> Value:
        """Call an object that can be called like a function."""
        for name in ("__call__", "__invoke", "invoke"):
            method = self.class_member(value.type, name, value)
            if isinstance(method, FunctionValue):
                return self.call(method, arguments, place)
        self._run_closures(arguments, place)
        return Unknown(value.type.name)

    def router_method(self, router: Router, name: str, arguments: Arguments, place: Place) -> Value:
        self.made += 1
        return router.family.method(self, router, name, _unwrapped(arguments), place)

    def _outside_call(self, name: str, arguments: Arguments, place: Place, of: Value) -> Value:
        before = len(self.routers)
        for family in self.families_of(place.unit):
            found = family.made(self, name, arguments if of is None else _with(arguments, of), place)
            if found is not NotImplemented:
                if isinstance(found, Router) and found not in self.routers[before - 1 :]:
                    self.note_router(found)
                return found
        if of is None:
            known = call_function(self, name, arguments, place)
            if known is not NotImplemented:
                return known
        if name in ("require", "import"):
            return self._required(arguments, place)
        if name == "struct":
            return DictValue(dict(arguments.named) or dict(enumerate(arguments.values)))
        self._run_closures(arguments, place)
        return Made(name, arguments, of, place)

    def _required(self, arguments: Arguments, place: Place) -> Value:
        path = arguments.get(0)
        if not isinstance(path, str):
            return Unknown("a file whose path is not constant")
        found = self.sources.find_module(path, place.unit)
        if found:
            scope = self.run(found)
            if scope is None:
                return Unknown(f"{found} cannot be read")
            if self.sources.returns_value(found):
                return self.results.get(found)
            exports = scope.names["module"].items.get("exports")
            if isinstance(exports, DictValue) and not exports.items:
                return ModuleValue(found)
            return exports
        return Unknown(f"{path} is not found") if path.startswith((".", "/")) else Outside(path)

    def note_router(self, router: Router) -> None:
        """Keep a router that a framework made."""
        self.made += 1
        if router not in self.routers:
            if self.doubts and not router.doubt:
                router.doubt = self.doubts[-1]
            self.routers.append(router)
            if self.tried and self.frames:
                self.stand_ins.setdefault(self.tried, []).append(router)

    def note_tried(self, router: Router, entry: Entry) -> None:
        """Keep a route that a function declared which is tried alone."""
        if self.tried and self.frames:
            self.tried_entries.setdefault(self.tried, []).append((router, entry))


def _unwrapped(arguments: Arguments) -> Arguments:
    """Return arguments with the router in the place of an object that is one."""
    values = [
        v.base if isinstance(v, Instance) and isinstance(v.base, Router) else v for v in arguments.values
    ]
    return Arguments(values, arguments.named, arguments.open)


def _with(arguments: Arguments, of: Value) -> Arguments:
    return Arguments([of, *arguments.values], arguments.named, arguments.open)
