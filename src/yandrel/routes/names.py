"""Names and members: what they lead to, in a scope, a file, an object, another package."""

from __future__ import annotations

from collections.abc import Callable
from functools import cached_property
from typing import Any

from yandrel.frameworks.values import (
    Arguments,
    ClassValue,
    DictValue,
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
    Unknown,
    Value,
)
from yandrel.model.program import (
    Bind,
    Bring,
    Expression,
    Member,
    Name,
)
from yandrel.routes.state import (
    GONE,
    PAIR,
    BoundBuiltin,
    BoundOutside,
    Pending,
    State,
    Super,
)

PROPERTIES = frozenset({"property", "cached_property"})
"""Marks of methods that are read like fields; a getter of a script has the first."""


class Names(State):
    """Look names and members up."""

    # -- expressions -----------------------------------------------------------------------

    def evaluate(self, expression: Expression, value: ClassValue | FunctionValue) -> Value:
        return self.evaluate_in(expression, value.scope)

    def name_value(self, node: Name, scope: Scope) -> Value:
        holder: Scope | None = scope
        name = node.name
        while holder is not None:
            if name in holder.names:
                value = holder.names[name]
                if type(value) is Pending:
                    value = holder.names[name] = self._arrived(value.node, holder.unit)
                return value
            if holder.parent is None:
                break
            holder = holder.parent
        implicit = self._implicit(name, scope)
        if implicit is not GONE:
            return implicit
        return self._global(name, scope.unit)

    def _implicit(self, name: str, scope: Scope) -> Value:
        """Return the member of `this` that a name stands for, in languages where it may."""
        if name in ("this", "self", "$this") and scope.this is not None:
            return scope.this
        if name in ("static", "Self") and scope.owner is not None:
            return scope.owner
        holder: Scope | None = scope
        while holder is not None:
            this, owner = holder.this, holder.owner
            if isinstance(this, Instance):
                if name in this.fields:
                    return this.fields[name]
                found = self.class_member(this.type, name, this)
                if found is not GONE:
                    return found
            elif owner is not None:
                found = self.class_member(owner, name, owner)
                if found is not GONE:
                    return found
            if isinstance(this, Router):
                return RouterMethod(this, name) if name in this.family.words else GONE
            holder = holder.parent
        return GONE

    def _global(self, name: str, unit: str) -> Value:
        special = self.sources.special(name, unit)
        if special is not None:
            return special
        stars = self.modules[unit].names.get("*", ()) if unit in self.modules else ()
        for module, _, _ in stars:
            target = self.sources.find_module(module, unit)
            if target and target != unit:
                found = self.exported(target, name)
                if not isinstance(found, Unknown):
                    return found
        symbol = self.sources.find_name(unit, name)
        if isinstance(symbol, str):
            return Outside(symbol)
        if symbol is not None:
            return self._of_symbol(symbol.unit, symbol.name, unit, name)
        return Outside(name)

    def _of_symbol(self, unit: str, name: str, asker: str, spelled: str) -> Value:
        if not name:
            return ModuleValue(unit)
        if unit == asker and name == spelled:
            return self._own(unit, name)
        return self.exported(unit, name)

    def _own(self, unit: str, name: str) -> Value:
        scope = self.modules.get(unit)
        value = scope.names.get(name, GONE) if scope is not None else GONE
        return Unknown(f"{name} is not bound yet") if value is GONE else value

    def exported(self, unit: str, name: str) -> Value:
        """Return what a file exports under a name."""
        scope = self.run(unit)
        if scope is None:
            return Unknown(f"{unit} cannot be read")
        exports = scope.names["module"].items.get("exports")
        if name == "default" and isinstance(exports, DictValue) and "default" not in exports.items:
            return exports if exports.items else Unknown("no default export")
        if name == "default" and not isinstance(exports, DictValue):
            return exports
        if isinstance(exports, DictValue) and name in exports.items:
            return exports.items[name]
        if name in scope.names:
            return self.name_value(Name(name), scope)
        if not isinstance(exports, DictValue):
            return self.member(exports, name)
        for module, _, _ in scope.names.get("*", ()):
            target = self.sources.find_module(module, unit)
            if target and target != unit and target not in self._running:
                self._running.add(target)
                found = self.exported(target, name) if target in self.modules else self._first(target, name)
                self._running.discard(target)
                if not isinstance(found, Unknown):
                    return found
        symbol = self.sources.find_name(unit, name)
        if symbol is not None and not isinstance(symbol, str) and (symbol.unit, symbol.name) != (unit, name):
            return self._of_symbol(symbol.unit, symbol.name, unit, "")
        return Unknown(f"{name} of {unit}")

    def _first(self, unit: str, name: str) -> Value:
        self._running.discard(unit)
        return self.exported(unit, name)

    def _arrived(self, node: Bring, unit: str) -> Value:
        found = self.sources.resolve(unit, node)
        if isinstance(found, str):
            return Outside(found)
        if found is None:
            return Unknown(f"{node.module} is not found")
        if not found.name:
            if node.name == "default":
                return self.exported(found.unit, "default")
            return ModuleValue(found.unit)
        return self.exported(found.unit, found.name)

    def _member(self, node: Member, scope: Scope) -> Value:
        of = self.evaluate_in(node.of, scope)
        spelled = self.spelled_out(node, of, scope)
        return spelled if spelled is not GONE else self.member(of, node.name)

    def spelled_out(self, node: Member, of: Value, scope: Scope) -> Value:
        """Return what a name with dots leads to that begins with a part of a namespace; GONE if nothing."""
        if type(of) is not Outside or not isinstance(node.of, Name):
            return GONE
        symbol = self.sources.find_spelled(scope.unit, f"{node.of.name}.{node.name}")
        return self.exported(symbol.unit, symbol.name) if symbol is not None else GONE

    def member(self, value: Value, name: str) -> Value:
        found = self._members.get(type(value))
        return found(value, name) if found is not None else BoundBuiltin(value, name)

    @cached_property
    def _members(self) -> dict[type, Callable[[Any, str], Value]]:
        return {
            Instance: self._of_instance,
            ClassValue: self._of_class,
            DictValue: self._of_dict,
            ModuleValue: self._of_module,
            Outside: self._of_outside,
            Router: self._of_router,
            Super: self._of_super,
            Made: self._of_made,
            ListValue: self._of_list,
            FunctionValue: self._of_function,
            Unknown: lambda value, name: Unknown(value.reason or name),
        }

    def _of_class(self, value: ClassValue, name: str) -> Value:
        if name == "prototype":
            return value
        found = self.class_member(value, name, value)
        return self._unknown_member(value, name) if found is GONE else found

    def _of_dict(self, value: DictValue, name: str) -> Value:
        if name in value.items:
            return value.items[name]
        if value.type is not None:
            found = self.class_member(value.type, name, value)
            return found if found is not GONE else Unknown(name)
        if name == "default":
            return value
        lost = value.whole and all(isinstance(one, FunctionValue) for one in value.items.values())
        return Unknown(name, "", name if lost else "", lost)

    def _of_router(self, value: Router, name: str) -> Value:
        if name in value.extra:
            return value.extra[name]
        found = value.family.attribute(self, value, name)
        return RouterMethod(value, name) if found is NotImplemented else found

    def _of_super(self, value: Super, name: str) -> Value:
        method = self.inherited(value.owner, name, value.this)
        return method if method is not GONE else BoundOutside(value.this, name)

    def _of_made(self, value: Made, name: str) -> Value:
        named = value.arguments.named
        return named[name] if name in named else BoundBuiltin(value, name)

    def _of_list(self, value: ListValue, name: str) -> Value:
        pair = len(value.items) == 2 and name in PAIR
        return value.items[PAIR[name]] if pair else BoundBuiltin(value, name)

    def _of_function(self, value: FunctionValue, name: str) -> Value:
        if name in value.fields:
            return value.fields[name]
        return value.node.name if name == "__name__" else BoundBuiltin(value, name)

    def _of_module(self, value: ModuleValue, name: str) -> Value:
        found = self.exported(value.unit, name)
        if isinstance(found, Unknown):
            inner = self.sources.inner_module(value.unit, name)
            if inner:
                return ModuleValue(inner)
        return found

    def _of_outside(self, value: Outside, name: str) -> Value:
        if name == "default":
            return value
        full = f"{value.name}.{name}"
        symbol = self.sources.find_qualified(full)
        if symbol is not None:
            return self.exported(symbol.unit, symbol.name) if symbol.name else ModuleValue(symbol.unit)
        for family in self.families:
            found = family.outside(self, full)
            if found is not NotImplemented:
                return found
        return Outside(full)

    def _of_instance(self, value: Instance, name: str) -> Value:
        if name in value.fields:
            return value.fields[name]
        found = self.class_member(value.type, name, value)
        if isinstance(found, FunctionValue) and _is_property(found):
            return self.call(found, Arguments(), Place(value.type.unit, found.node.line))
        if found is not GONE:
            return found
        if isinstance(value.base, Router):
            return self.member(value.base, name)
        dynamic = self.class_member(value.type, "__getattr__", value)
        if isinstance(dynamic, FunctionValue) and not name.startswith("__"):
            place = Place(value.type.unit, dynamic.node.line)
            given = self.call(dynamic, Arguments([name]), place)
            if isinstance(given, (str, int)):
                return given
        return self._unknown_member(value.type, name)

    def _unknown_member(self, owner: ClassValue, name: str) -> Unknown:
        """Return what stands for a member that a class does not have."""
        dynamic = {"__getattr__", "__getattribute__", "__call", "__callStatic"}
        lineage = self.lineage(owner)
        known = not any(isinstance(base, (Outside, Unknown)) for one in lineage for base in one.bases)
        fixed = not any(dynamic & one.members.keys() for one in lineage)
        kind = self._field_type(owner, name)
        shown = f"{owner.name}.{name}"
        return Unknown(f"{name} of {owner.name}", kind, shown, known and fixed and not kind)

    def _field_type(self, owner: ClassValue, name: str) -> str:
        for member in owner.node.members:
            if isinstance(member, Bind) and isinstance(member.target, Name) and member.target.name == name:
                return member.type
        return ""

    def class_member(self, owner: ClassValue, name: str, this: Value) -> Value:
        for one in self.lineage(owner):
            if name in one.members:
                found = one.members[name]
                if type(found) is FunctionValue and found.owner is not None:
                    return FunctionValue(found.node, found.scope, this, found.owner)
                return found
        for one in self.lineage(owner):
            apart = self.method_apart(one, name)
            if apart is not None:
                return FunctionValue(apart.node, apart.scope, this, one)
        return GONE

    def inherited(self, owner: ClassValue, name: str, this: Value) -> Value:
        for one in self.lineage(owner)[1:]:
            found = one.members.get(name)
            if type(found) is FunctionValue:
                return FunctionValue(found.node, found.scope, this, found.owner)
        return GONE

    def lineage(self, owner: ClassValue) -> list[ClassValue]:
        """Return a class and its bases in the application, nearest first."""
        found = [owner]
        for one in found:
            found.extend(base for base in one.bases if isinstance(base, ClassValue) and base not in found)
        return found[:40]

    def outside_bases(self, value: Value) -> list[str]:
        if not isinstance(value, ClassValue):
            return []
        return [base.name for one in self.lineage(value) for base in one.bases if isinstance(base, Outside)]

    def find_method(self, value: ClassValue, name: str) -> FunctionValue | None:
        found = self.class_member(value, name, value)
        return found if isinstance(found, FunctionValue) else None

    def method_names(self, value: ClassValue) -> set[str]:
        return {
            name
            for one in self.lineage(value)
            for name, member in one.members.items()
            if isinstance(member, (FunctionValue, Handler, Native))
        }

    def methods_of(self, value: ClassValue) -> list[FunctionValue]:
        found: dict[str, FunctionValue] = {}
        for one in self.lineage(value):
            for name, member in one.members.items():
                member = member.value if isinstance(member, Handler) else member
                if isinstance(member, FunctionValue):
                    found.setdefault(name, member)
        return list(found.values())


def _is_property(function: FunctionValue) -> bool:
    """Whether a method is read like a field."""
    return any(isinstance(mark, Name) and mark.name in PROPERTIES for mark in function.node.marks)
