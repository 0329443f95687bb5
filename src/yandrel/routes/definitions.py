"""Functions, classes and objects."""

from __future__ import annotations

import posixpath

from yandrel.frameworks.values import (
    Arguments,
    ClassValue,
    DictValue,
    FunctionValue,
    Handler,
    Instance,
    ListValue,
    Made,
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
    Class,
    Expression,
    Function,
    Name,
)
from yandrel.routes.state import (
    APART,
    CONSTRUCTORS,
    EXTENDING,
    GONE,
    BoundOutside,
    State,
    Super,
)

FEW_DERIVED = 3
"""So many classes that extend one are tried for it; more are hardly the application."""


class Definitions(State):
    """Make functions, classes and objects."""

    # -- functions and classes -------------------------------------------------------------

    def make_function(self, node: Function, scope: Scope) -> FunctionValue:
        made = FunctionValue(node, scope)
        self.functions.setdefault(id(node), made)
        return made

    def attach(self, node: Function, scope: Scope) -> None:
        """Give a method that is declared apart from its type to the type, and to who extends it."""
        function = self.make_function(node, scope)
        self.extensions.setdefault(node.name, function)
        key = (posixpath.dirname(scope.unit), node.receiver)
        self.methods.setdefault(key, {}).setdefault(node.name, function)

    def made_of(self, owner: ClassValue) -> list[ClassValue]:
        """Return the classes that objects are made of where a class itself is only the base of others."""
        inner = self.derived.get(id(owner.node), [])
        if id(owner.node) in self.objects or not 0 < len(inner) <= FEW_DERIVED:
            return [owner]
        return [one for derived in inner for one in self.made_of(derived)]

    def receiving(self, function: FunctionValue) -> ClassValue | None:
        """Return the type of a method that is declared apart from it."""
        if not function.node.receiver or self.sources.language(function.unit) not in APART:
            return None
        found = self.name_value(Name(function.node.receiver), function.scope)
        return found if isinstance(found, ClassValue) else None

    def method_apart(self, owner: ClassValue, name: str) -> FunctionValue | None:
        """Return a method that is declared apart from its type."""
        if self.sources.language(owner.unit) not in APART:
            return None
        folder = posixpath.dirname(owner.unit)
        if folder not in self.whole_folders:
            self.whole_folders.add(folder)
            for unit in self.sources.beside(owner.unit):
                self.run(unit)
        return self.methods.get((folder, owner.name), {}).get(name)

    def extension(self, name: str, unit: str) -> FunctionValue | None:
        """Return a function of that name that extends a type of another package."""
        language = self.sources.language(unit)
        if language not in EXTENDING:
            return None
        if name not in self.extensions and language not in self.extended:
            self.extended.add(language)
            for other in self.sources.candidates:
                if self.sources.language(other) == language:
                    self.run(other)
        return self.extensions.get(name)

    def decorated_function(self, node: Function, scope: Scope) -> Value:
        value: Value = self.make_function(node, scope)
        return self._decorate(value, node.marks, scope)

    def _decorate(self, value: Value, marks: tuple[Expression, ...], scope: Scope) -> Value:
        for mark in reversed(marks):
            decorator = self.evaluate_in(mark, scope)
            line = getattr(mark, "line", 0) or getattr(value, "line", self.place.line)
            place = Place(scope.unit, line)
            if isinstance(decorator, (Native, FunctionValue, RouterMethod, Handler)):
                result = self.call(decorator, Arguments([value]), place)
                if isinstance(decorator, Native) or isinstance(result, (FunctionValue, ClassValue, Handler)):
                    value = value if isinstance(result, (Unknown, type(None))) else result
            elif isinstance(decorator, (Made, Outside)):
                value = self._wrapped(value, decorator)
        return value

    def _wrapped(self, value: Value, decorator: Value) -> Value:
        """Return a handler with what a decorator from outside says of it."""
        for family in self.families_of(self.place.unit):
            found = family.made(self, "decorate", Arguments([value, decorator]), self.place)
            if found is not NotImplemented:
                return found
        return value

    def make_class(self, node: Class, scope: Scope) -> Value:
        made = ClassValue(node, scope, [self.evaluate_in(base, scope) for base in node.bases])
        for base in made.bases:
            if isinstance(base, ClassValue):
                self.derived.setdefault(id(base.node), []).append(made)
        inner = Scope(scope.unit, made.members, scope, None, made)
        if node.name:
            scope.names.setdefault(node.name, made)
        for member in node.members:
            self._step()
            if isinstance(member, Function):
                function = FunctionValue(member, inner, None, made)
                function.scope = scope
                self.functions.setdefault(id(member), function)
                if member.static and member.parameters:
                    self.extensions.setdefault(member.name, function)
                value = self._decorate(function, member.marks, inner) if member.marks else function
                made.members.setdefault(member.name, value)
            elif isinstance(member, Class):
                made.members[member.name] = self.make_class(member, inner)
            elif isinstance(member, Bind) and isinstance(member.target, Name):
                value = self.evaluate_in(member.value, inner)
                if member.type and isinstance(value, (Unknown, type(None))):
                    value = Unknown(member.target.name, member.type)
                made.members[member.target.name] = value
            else:
                self.block((member,), inner)
        value = self._decorate(made, node.marks, scope) if node.marks else made
        for family in self.families_of(scope.unit):
            family.declared(self, made)
        return value

    def answered(self, value: Value) -> None:
        if isinstance(value, Handler):
            value = value.value
        if isinstance(value, FunctionValue):
            self.handlers.add(id(value.node))

    def construct(self, value: ClassValue, arguments: Arguments, place: Place) -> Value:
        """Make an object of a class, running its constructor."""
        if value.node.kind == "map":
            return DictValue(dict(arguments.named), type=value)
        if value.node.kind == "list":
            return ListValue(list(arguments.values))
        made = Instance(value)
        if not arguments.open:
            self.objects[id(value.node)] = made
        self.holders.append((made, place))
        for one in reversed(self.lineage(value)):
            for name, member in one.members.items():
                if isinstance(member, (ListValue, DictValue)):
                    made.fields[name] = self._copied(member)
        for name in CONSTRUCTORS:
            method = self.class_member(value, name, made)
            if isinstance(method, FunctionValue):
                if self.is_worth(method, arguments):
                    self.call_function(method, arguments, place)
                else:
                    self._keep_given(method, arguments, made)
                break
        else:
            self._fill_fields(value, arguments, made)
        if made.base is None:
            made.base = self.keep_router_of_base(value, arguments, place, made)
        return made

    def _fill_fields(self, value: ClassValue, arguments: Arguments, made: Instance) -> None:
        """Give the fields of an object without constructor the values that were passed."""
        names = [
            m.target.name for m in value.node.members if isinstance(m, Bind) and isinstance(m.target, Name)
        ]
        made.fields.update(zip(names, arguments.values))
        made.fields.update(arguments.named)

    def _keep_given(self, method: FunctionValue, arguments: Arguments, made: Instance) -> None:
        for number, parameter in enumerate(method.node.parameters):
            given = arguments.get(number, parameter.name, GONE)
            if given is not GONE:
                made.fields.setdefault(parameter.name.lstrip("$"), given)

    def _copied(self, value: Value) -> Value:
        if isinstance(value, ListValue):
            return ListValue(list(value.items), value.open)
        return DictValue(dict(value.items), value.open, False, dict(value.lines))

    def keep_router_of_base(
        self, value: ClassValue, arguments: Arguments, place: Place, made: Instance
    ) -> Value:
        for base in self.outside_bases(value):
            for family in self.families_of(place.unit):
                found = family.made(self, base, arguments, place)
                if isinstance(found, Router):
                    found.extra.setdefault("instance", made)
                    self.note_router(found)
                    return found
        return None

    def construct_base(self, value: Super, arguments: Arguments, place: Place) -> Value:
        for name in ("constructor", "__construct", "__init__"):
            method = self.inherited(value.owner, name, value.this)
            if isinstance(method, FunctionValue):
                return self.call_function(method, arguments, place)
        if isinstance(value.this, Instance) and value.this.base is None:
            value.this.base = self.keep_router_of_base(value.owner, arguments, place, value.this)
        return None

    def base_method(self, value: BoundOutside, arguments: Arguments, place: Place) -> Value:
        this = value.this
        if not isinstance(this, Instance):
            return Unknown(value.name)
        if value.name == "__init__":
            if this.base is None:
                this.base = self.keep_router_of_base(this.type, arguments, place, this)
            return None
        if isinstance(this.base, Router):
            return self.router_method(this.base, value.name, arguments, place)
        return Unknown(value.name)
