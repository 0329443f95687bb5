"""Evaluation of programs as far as they are constant: nothing is run, and nothing is imported.

A part that is not known becomes `Unknown` with its reason. Conditions that cannot be decided are read on
both sides, and what is declared there is in doubt. Steps and depth are bounded.
"""

from __future__ import annotations

import posixpath
from collections.abc import Callable, Iterable
from typing import Any

from yandrel.frameworks.protocol import Evaluation, Family
from yandrel.frameworks.values import (
    HOLE,
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
    Scope,
    Text,
    Unknown,
    Value,
    doubt_of,
    is_text,
    text_of,
)
from yandrel.model.program import (
    Argument,
    Bind,
    Branch,
    Bring,
    Call,
    Class,
    Collect,
    Const,
    Do,
    Each,
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
    Parameter,
    Program,
    Return,
    Statement,
)
from yandrel.routes.builtin_functions import PASSING, call_function
from yandrel.routes.builtin_methods import call_builtin
from yandrel.routes.sources import Sources

MOST_STEPS = 6_000_000
DEEPEST = 45
MOST_OF_ONE = 3
MOST_ITEMS = 2000
SMALL_BODY = 4
ENTRIES = frozenset({"csharp", "kotlin", "swift"})
"""Languages in which a loop over a map gives its entries, and not its keys."""
ACCESSORS = frozenset({"java"})
"""Languages in which the fields of a record are read by methods of their names."""
APART = frozenset({"go"})
"""Languages in which the methods of a type stand apart from it, in any file of its folder."""
EXTENDING = frozenset({"kotlin", "csharp", "swift"})
"""Languages in which a function can be called like a method of a type that it does not belong to."""
MOST_FRUITLESS = 10
"""Calls after which a function is not entered again that declared nothing and returned nothing of use."""
STEPS_OF_ONE = 80_000
"""Steps that the run of one file, or of one function alone, may take."""
DECORATING = frozenset({"__decorate", "_ts_decorate", "__decorateClass"})
"""What compilers of TypeScript call the function that applies decorators."""
PAIR = {"Key": 0, "key": 0, "first": 0, "Value": 1, "value": 1, "second": 1}
HELD = (str, Text, Made, ListValue, DictValue)
"""What an object gives back where a field is read by a method of its name."""
FRUITS = (str, Router, Instance, FunctionValue, ClassValue, Native, Handler, Text, Made)
GONE = object()


class Stop(Exception):
    """The budget of steps is used up."""


class Evaluator(Evaluation):
    """Run the files of an application for the routes that they declare."""

    def __init__(self, sources: Sources, families: tuple[Family, ...]) -> None:
        self.sources = sources
        self.families = families
        self._families: dict[str, tuple[Family, ...]] = {}
        self.doubts: list[str] = []
        self.modules: dict[str, Scope] = {}
        self.results: dict[str, Value] = {}
        self.routers: list[Router] = []
        self.applications: dict[str, Router] = {}
        self.called: set[int] = set()
        self.functions: dict[int, FunctionValue] = {}
        self.handlers: set[int] = set()
        self.stand_ins: dict[int, list[Router]] = {}
        self.tables: list[tuple[Value, Place]] = []
        self.included: set[str] = set()
        self.active: dict[int, int] = {}
        self.holders: list[tuple[Value, Place]] = []
        self.methods: dict[tuple[str, str], dict[str, FunctionValue]] = {}
        self.extensions: dict[str, FunctionValue] = {}
        self.extended: set[str] = set()
        self.whole_folders: set[str] = set()
        self.fruitless: dict[int, int] = {}
        self.made = 0
        self.steps = 0
        self.limit = MOST_STEPS
        self.depth = 0
        self.place = Place("", 0)
        self.cut = False
        self._running: set[str] = set()
        self._expressions: dict[type, Callable[[Any, Scope], Value]] = {
            Const: lambda node, scope: node.value,
            Name: self._name,
            Member: self._member,
            Call: self._call,
            Items: self._items,
            Pairs: self._pairs,
            Joined: self._joined,
            Index: self._index,
            Either: self._either,
            Collect: self._collect,
            Opaque: lambda node, scope: Unknown(f"`{node.text}`"),
            Function: self._function,
            Class: self._class,
        }

    def families_of(self, unit: str) -> tuple[Family, ...]:
        """Return the families that there are in the language of a file."""
        language = self.sources.language(unit)
        found = self._families.get(language)
        if found is None:
            found = tuple(f for f in self.families if not f.languages or language in f.languages)
            self._families[language] = found
        return found

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
        self.results[unit] = self.within(STEPS_OF_ONE, lambda: self._run_body(program, scope))
        self.doubts = doubts
        return scope

    def within(self, steps: int, work: Callable[[], Value]) -> Value:
        """Do a piece of work with a budget of its own; what is over it is cut."""
        limit, self.limit = self.limit, min(self.steps + steps, MOST_STEPS)
        start = self.steps
        depth, place = self.depth, self.place
        try:
            return work()
        except Stop:
            self.cut = True
            self.depth, self.place = depth, place
            if self.steps > MOST_STEPS:
                raise
            return Unknown("not read to its end")
        finally:
            self.limit = min(limit + self.steps - start, MOST_STEPS)

    def _run_body(self, program: Program, scope: Scope) -> Value:
        before = self.place
        result = self.block(program.body, scope)
        self.place = before
        return None if result is GONE else result

    def run_again(self, unit: str) -> Value:
        program = self.sources.program(unit)
        if program is None or self.active.get(hash(unit), 0) > 1:
            return Unknown("a file that cannot be read")
        self.included.add(unit)
        key = hash(unit)
        self.active[key] = self.active.get(key, 0) + 1
        result = self._run_body(program, Scope(unit))
        self.active[key] -= 1
        return result

    def module(self, name: str, unit: str) -> Value:
        found = self.sources.find_module(name, unit)
        return ModuleValue(found) if found else Unknown(f"{name} is no file of the application")

    def application(self, family: Family) -> Router:
        found = self.applications.get(family.name)
        if found is None:
            found = self.applications[family.name] = Router(family, Place("", 0), application=True)
            self.routers.append(found)
        return found

    # -- statements ------------------------------------------------------------------------

    def block(self, body: Iterable[Statement], scope: Scope) -> Value:
        """Run statements; return what is returned, `GONE` where nothing is."""
        perhaps: Value = GONE
        for statement in body:
            if type(statement) is Function and not statement.marks and not statement.receiver:
                scope.names.setdefault(statement.name, self._function(statement, scope))
        for statement in body:
            self._step()
            kind = type(statement)
            if kind is Do:
                self.evaluate_in(statement.value, scope)
            elif kind is Bind:
                self._bind(statement, scope)
            elif kind is Return:
                returned = self.evaluate_in(statement.value, scope)
                if isinstance(returned, (Unknown, type(None))) and perhaps is not GONE:
                    return perhaps
                return returned
            elif kind is Function:
                if statement.receiver and scope.parent is None:
                    self._attach(statement, scope)
                    if statement.name in scope.names:
                        continue
                self._bind_name(scope, statement.name, self._decorated_function(statement, scope))
            elif kind is Class:
                self._bind_name(scope, statement.name, self._class(statement, scope))
            elif kind is Bring:
                self._bring(statement, scope)
            elif kind is Each:
                found = self._each(statement, scope)
                perhaps = found if perhaps is GONE else perhaps
            elif kind is Branch:
                found = self._branch(statement, scope)
                if statement.sure and found is not GONE:
                    return found
                perhaps = found if perhaps is GONE or perhaps is None else perhaps
        return perhaps

    def _step(self) -> None:
        self.steps += 1
        if self.steps > self.limit:
            raise Stop

    def _branch(self, node: Branch, scope: Scope) -> Value:
        perhaps: Value = GONE
        if not node.sure:
            self.doubts.append(f"only where `{node.test}`, {scope.unit}:{node.line}")
        for body in node.bodies:
            found = self.block(body, scope)
            if found is not GONE and (perhaps is GONE or perhaps is None):
                perhaps = found
        if not node.sure:
            self.doubts.pop()
        return perhaps

    def _each(self, node: Each, scope: Scope) -> Value:
        over = self.evaluate_in(node.over, scope)
        items = self.items_of(over)
        if isinstance(over, DictValue) and self.sources.language(scope.unit) in ENTRIES:
            items = [ListValue([key, value]) for key, value in over.items.items()]
        if items is None:
            self.doubts.append("in a loop over what is not constant")
            self.bind_target(node.target, Unknown(), scope)
            found = self.block(node.body, scope)
            self.doubts.pop()
            return found
        for item in items[:MOST_ITEMS]:
            self.bind_target(node.target, item, scope)
            self.block(node.body, scope)
        return GONE

    def _bring(self, node: Bring, scope: Scope) -> None:
        if node.bound == "*":
            scope.names.setdefault("*", []).append((node.module, node.line, node.name))
            return
        scope.names[node.bound] = Pending(node)

    def _bind(self, node: Bind, scope: Scope) -> None:
        self.place = Place(scope.unit, node.line)
        value = self.evaluate_in(node.value, scope)
        if type(value) is FunctionValue and not value.label and isinstance(node.target, (Name, Member)):
            value.label = node.target.name
        if node.type and isinstance(value, Unknown) and not value.type:
            value = Unknown(value.reason, node.type)
        if node.adds:
            self._add_to(node.target, value, scope)
            return
        self.bind_target(node.target, value, scope)
        if scope.parent is None and isinstance(node.target, Name):
            if isinstance(value, (ListValue, DictValue)):
                self.holders.append((value, Place(scope.unit, node.line)))
            for family in self.families_of(scope.unit):
                family.bound(self, node.target.name, value, Place(scope.unit, node.line))

    def _add_to(self, target: Expression, value: Value, scope: Scope) -> None:
        held = self.evaluate_in(target, scope)
        if isinstance(held, ListValue):
            items = self.items_of(value)
            held.items.extend(items or [])
            held.open = held.open or items is None
        elif is_text(held):
            self.bind_target(target, self.concatenate([held, value]), scope)

    def bind_target(self, target: Expression, value: Value, scope: Scope) -> None:
        """Give a value to a name, a member, an item, or to several names at once."""
        kind = type(target)
        if kind is Name:
            self._bind_name(scope, target.name, value)
        elif kind is Member:
            self.set_member(self.evaluate_in(target.of, scope), target.name, value)
        elif kind is Index:
            self._set_item(self.evaluate_in(target.of, scope), self.evaluate_in(target.key, scope), value)
        elif kind is Items:
            items = self.items_of(value)
            for number, item in enumerate(target.items):
                if item.spread and items is not None:
                    self.bind_target(item.value, ListValue(items[number:]), scope)
                else:
                    known = items is not None and number < len(items)
                    given = items[number] if known and items is not None else Unknown()
                    self.bind_target(item.value, given, scope)
        elif kind is Pairs:
            for key, inner in target.pairs:
                name = self.evaluate_in(key, scope) if key is not None else None
                if isinstance(name, str):
                    self.bind_target(inner, self.member(value, name), scope)

    def _bind_name(self, scope: Scope, name: str, value: Value) -> None:
        holder: Scope | None = scope
        while holder is not None:
            if name in holder.names and holder.parent is not None:
                break
            holder = holder.parent
        (holder or scope).names[name] = value

    def names_of(self, unit: str) -> list[str]:
        """Return the names that a file exports or binds."""
        scope = self.run(unit)
        if scope is None:
            return []
        exports = scope.names["module"].items.get("exports")
        found = list(exports.items) if isinstance(exports, DictValue) else []
        return [
            *found,
            *(name for name in scope.names if name.isidentifier() and name not in ("module", "exports")),
        ]

    def set_member(self, of: Value, name: str, value: Value) -> None:
        if isinstance(of, Instance):
            of.fields[name] = value
        elif isinstance(of, DictValue):
            of.items[name] = value
        elif isinstance(of, ClassValue):
            of.members[name] = value
        elif isinstance(of, Router):
            of.extra[name] = value

    def _set_item(self, of: Value, key: Value, value: Value) -> None:
        if isinstance(of, ListValue) and key is None:
            of.items.append(value)
        elif isinstance(of, ListValue) and isinstance(key, int) and key < len(of.items):
            of.items[key] = value
        elif isinstance(of, DictValue):
            if isinstance(key, str):
                self.made += isinstance(value, FunctionValue)
                of.items[key] = value
                of.lines[key] = self.place
            elif key is None:
                of.items[len(of.items)] = value
            else:
                of.open = True

    # -- expressions -----------------------------------------------------------------------

    def evaluate(self, expression: Expression, value: ClassValue | FunctionValue) -> Value:
        return self.evaluate_in(expression, value.scope)

    def evaluate_in(self, node: Expression, scope: Scope) -> Value:
        """Return the value of an expression in a scope."""
        self._step()
        return self._expressions[type(node)](node, scope)

    def _name(self, node: Name, scope: Scope) -> Value:
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
                found = self._class_member(this.type, name, this)
                if found is not GONE:
                    return found
            elif owner is not None:
                found = self._class_member(owner, name, owner)
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
            return self._name(Name(name), scope)
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
        return self.member(self.evaluate_in(node.of, scope), node.name)

    def member(self, value: Value, name: str) -> Value:
        if isinstance(value, Instance):
            return self._of_instance(value, name)
        if isinstance(value, ClassValue):
            if name == "prototype":
                return value
            found = self._class_member(value, name, value)
            return Unknown(name) if found is GONE else found
        if isinstance(value, DictValue):
            if name in value.items:
                return value.items[name]
            return value if name == "default" else Unknown(name)
        if isinstance(value, ModuleValue):
            return self._of_module(value, name)
        if isinstance(value, Outside):
            return self._of_outside(value, name)
        if isinstance(value, Router):
            if name in value.extra:
                return value.extra[name]
            found = value.family.attribute(self, value, name)
            return RouterMethod(value, name) if found is NotImplemented else found
        if isinstance(value, Super):
            method = self._inherited(value.owner, name, value.this)
            return method if method is not GONE else BoundOutside(value.this, name)
        if isinstance(value, Made) and name in value.arguments.named:
            return value.arguments.named[name]
        if isinstance(value, ListValue) and len(value.items) == 2 and name in PAIR:
            return value.items[PAIR[name]]
        if isinstance(value, FunctionValue) and name == "__name__":
            return value.node.name
        if isinstance(value, Unknown):
            return Unknown(value.reason or name)
        return BoundBuiltin(value, name)

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
        return Outside(full)

    def _of_instance(self, value: Instance, name: str) -> Value:
        if name in value.fields:
            return value.fields[name]
        found = self._class_member(value.type, name, value)
        if found is not GONE:
            return found
        if isinstance(value.base, Router):
            return self.member(value.base, name)
        return Unknown(f"{name} of {value.type.name}", self._field_type(value.type, name), name)

    def _field_type(self, owner: ClassValue, name: str) -> str:
        for member in owner.node.members:
            if isinstance(member, Bind) and isinstance(member.target, Name) and member.target.name == name:
                return member.type
        return ""

    def _class_member(self, owner: ClassValue, name: str, this: Value) -> Value:
        for one in self.lineage(owner):
            if name in one.members:
                found = one.members[name]
                if type(found) is FunctionValue and found.owner is not None:
                    return FunctionValue(found.node, found.scope, this, found.owner)
                return found
        for one in self.lineage(owner):
            apart = self._apart(one, name)
            if apart is not None:
                return FunctionValue(apart.node, apart.scope, this, one)
        return GONE

    def _inherited(self, owner: ClassValue, name: str, this: Value) -> Value:
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
        found = self._class_member(value, name, value)
        return found if isinstance(found, FunctionValue) else None

    def methods_of(self, value: ClassValue) -> list[FunctionValue]:
        found: dict[str, FunctionValue] = {}
        for one in self.lineage(value):
            for name, member in one.members.items():
                member = member.value if isinstance(member, Handler) else member
                if isinstance(member, FunctionValue):
                    found.setdefault(name, member)
        return list(found.values())

    def _items(self, node: Items, scope: Scope) -> Value:
        made = ListValue()
        for item in node.items:
            value = self.evaluate_in(item.value, scope)
            if item.spread:
                inner = self.items_of(value)
                made.items.extend(inner or [])
                made.open = made.open or inner is None
            else:
                made.items.append(value)
        return made

    def _pairs(self, node: Pairs, scope: Scope) -> Value:
        made = DictValue()
        for key, value in node.pairs:
            if key is None:
                other = self.evaluate_in(value, scope)
                if isinstance(other, DictValue):
                    made.items.update(other.items)
                    made.lines.update(other.lines)
                made.open = made.open or not isinstance(other, DictValue) or other.open
                continue
            name = self.evaluate_in(key, scope)
            held = self.evaluate_in(value, scope)
            if type(held) is FunctionValue and not held.label and isinstance(name, str):
                held.label = name
            if isinstance(name, (str, int)):
                made.items[name] = held
                line = getattr(value, "line", 0) or self.place.line
                made.lines[name] = Place(scope.unit, line)
            elif isinstance(name, Text):
                made.items[name.text] = held
            else:
                made.open = True
        return made

    def _joined(self, node: Joined, scope: Scope) -> Value:
        return self.concatenate([self.evaluate_in(part, scope) for part in node.parts])

    def concatenate(self, parts: list[Value]) -> Value:
        """Return texts, or lists, put together."""
        if any(isinstance(part, ListValue) for part in parts):
            made = ListValue()
            for part in parts:
                items = self.items_of(part)
                made.items.extend(items or [])
                made.open = made.open or items is None
            return made
        if all(isinstance(part, (str, int)) and not isinstance(part, bool) for part in parts):
            if all(isinstance(part, int) for part in parts):
                return sum(parts)
            return "".join(str(part) for part in parts)
        parts = [_as_text(part) for part in parts]
        if all(isinstance(part, str) for part in parts):
            return "".join(parts)
        texts = [str(part) if isinstance(part, int) else text_of(part) for part in parts]
        reason = next((doubt_of(part) for part in parts if doubt_of(part)), "")
        return Text("".join(HOLE if text is None else text for text in texts), reason)

    def _index(self, node: Index, scope: Scope) -> Value:
        of = self.evaluate_in(node.of, scope)
        key = self.evaluate_in(node.key, scope)
        if isinstance(of, ListValue) and isinstance(key, int) and -len(of.items) <= key < len(of.items):
            return of.items[key]
        if isinstance(of, DictValue) and isinstance(key, (str, int)) and key in of.items:
            return of.items[key]
        if isinstance(key, str) and isinstance(of, (Router, Instance, ClassValue, ModuleValue)):
            return self.member(of, key)
        if isinstance(of, Outside):
            return of
        if isinstance(key, (Unknown, Outside)) and isinstance(of, (ListValue, DictValue)) and of.items:
            held = of.items if isinstance(of, ListValue) else list(of.items.values())
            if all(isinstance(one, (Router, FunctionValue)) for one in held):
                return ListValue(list(held))
        return Unknown("an item that is not constant")

    def _either(self, node: Either, scope: Scope) -> Value:
        found: Value = Unknown()
        for option in node.options:
            value = self.evaluate_in(option, scope)
            if not isinstance(value, (Unknown, type(None))) and not (
                isinstance(value, Outside) and value.name in ("undefined", "process")
            ):
                return value
            found = value if isinstance(found, Unknown) else found
        return found

    def _collect(self, node: Collect, scope: Scope) -> Value:
        over = self.items_of(self.evaluate_in(node.over, scope))
        inner = Scope(scope.unit, {}, scope, scope.this, scope.owner)
        if over is None:
            self.bind_target(node.target, Unknown(), inner)
            return ListValue([], open=True)
        made, named = ListValue(), DictValue()
        for item in over[:MOST_ITEMS]:
            self.bind_target(node.target, item, inner)
            value = self.evaluate_in(node.value, inner)
            made.items.append(value)
            if node.key is not None:
                key = self.evaluate_in(node.key, inner)
                if isinstance(key, str):
                    named.items[key] = value
        return named if node.key is not None else made

    def items_of(self, value: Value) -> list[Value] | None:
        if isinstance(value, ListValue):
            value.used = True
            return None if value.open and not value.items else list(value.items)
        if isinstance(value, DictValue):
            value.used = True
            return None if value.open and not value.items else list(value.items)
        return None

    # -- functions and classes -------------------------------------------------------------

    def _function(self, node: Function, scope: Scope) -> FunctionValue:
        made = FunctionValue(node, scope)
        self.functions.setdefault(id(node), made)
        return made

    def _attach(self, node: Function, scope: Scope) -> None:
        """Give a method that is declared apart from its type to the type, and to who extends it."""
        function = self._function(node, scope)
        self.extensions.setdefault(node.name, function)
        key = (posixpath.dirname(scope.unit), node.receiver)
        self.methods.setdefault(key, {}).setdefault(node.name, function)

    def _apart(self, owner: ClassValue, name: str) -> FunctionValue | None:
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

    def _decorated_function(self, node: Function, scope: Scope) -> Value:
        value: Value = self._function(node, scope)
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

    def _class(self, node: Class, scope: Scope) -> Value:
        made = ClassValue(node, scope, [self.evaluate_in(base, scope) for base in node.bases])
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
                made.members[member.name] = self._class(member, inner)
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
            return Super(scope.owner, scope.this) if scope.owner is not None else Unknown("super")
        if isinstance(of, Member):
            holder = self.evaluate_in(of.of, scope)
            if isinstance(holder, Outside) and not node.new and holder.name in ("require", "import"):
                holder = Unknown()
            arguments = self._arguments(node.arguments, scope)
            place = self.place = Place(scope.unit, node.line)
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
        if isinstance(value, FunctionValue):
            if value.node.name in PASSING and len(arguments.values) == 1:
                return arguments.values[0]
            return self.call_function(value, arguments, place)
        if isinstance(value, RouterMethod):
            return self._router_method(value.router, value.name, arguments, place)
        if isinstance(value, ClassValue):
            return self.construct(value, arguments, place)
        if isinstance(value, Native):
            return value.run(arguments, place)
        if isinstance(value, Outside):
            return self._outside_call(value.name, arguments, place, None)
        if isinstance(value, Super):
            return self._construct_base(value, arguments, place)
        if isinstance(value, BoundOutside):
            return self._base_method(value, arguments, place)
        if isinstance(value, BoundBuiltin):
            return call_builtin(self, value.of, value.name, arguments, place)
        if isinstance(value, Instance):
            for name in ("__call__", "__invoke", "invoke"):
                method = self._class_member(value.type, name, value)
                if isinstance(method, FunctionValue):
                    return self.call(method, arguments, place)
        if isinstance(value, Router):
            return self._router_method(value, "()", arguments, place)
        if isinstance(value, Made):
            return self._outside_call(f"{value.by}()", arguments, place, value)
        if isinstance(value, Handler):
            return self.call(value.value, arguments, place)
        self._run_closures(arguments, place)
        return Unknown(getattr(value, "reason", ""))

    def _router_method(self, router: Router, name: str, arguments: Arguments, place: Place) -> Value:
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

    def construct(self, value: ClassValue, arguments: Arguments, place: Place) -> Value:
        """Make an object of a class, running its constructor."""
        made = Instance(value)
        self.holders.append((made, place))
        for one in reversed(self.lineage(value)):
            for name, member in one.members.items():
                if isinstance(member, (ListValue, DictValue)):
                    made.fields[name] = self._copied(member)
        for name in ("__init__", "constructor", "__construct", "init", "<init>"):
            method = self._class_member(value, name, made)
            if isinstance(method, FunctionValue):
                if self._worth(method, arguments):
                    self.call_function(method, arguments, place)
                else:
                    self._keep_given(method, arguments, made)
                break
        else:
            self._fill_fields(value, arguments, made)
        if made.base is None:
            made.base = self._made_by_base(value, arguments, place, made)
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

    def _made_by_base(self, value: ClassValue, arguments: Arguments, place: Place, made: Instance) -> Value:
        for base in self.outside_bases(value):
            for family in self.families_of(place.unit):
                found = family.made(self, base, arguments, place)
                if isinstance(found, Router):
                    found.extra.setdefault("instance", made)
                    self.note_router(found)
                    return found
        return None

    def _construct_base(self, value: Super, arguments: Arguments, place: Place) -> Value:
        for name in ("constructor", "__construct", "__init__"):
            method = self._inherited(value.owner, name, value.this)
            if isinstance(method, FunctionValue):
                return self.call_function(method, arguments, place)
        if isinstance(value.this, Instance) and value.this.base is None:
            value.this.base = self._made_by_base(value.owner, arguments, place, value.this)
        return None

    def _base_method(self, value: BoundOutside, arguments: Arguments, place: Place) -> Value:
        this = value.this
        if not isinstance(this, Instance):
            return Unknown(value.name)
        if value.name == "__init__":
            if this.base is None:
                this.base = self._made_by_base(this.type, arguments, place, this)
            return None
        if isinstance(this.base, Router):
            return self._router_method(this.base, value.name, arguments, place)
        return Unknown(value.name)

    def _worth(self, value: FunctionValue, arguments: Arguments) -> bool:
        """Whether running a function can declare routes, or costs next to nothing."""
        if self.sources.is_relevant(value.node) or len(value.node.body) <= SMALL_BODY:
            return True
        given = (*arguments.values, *arguments.named.values())
        return any(isinstance(v, Router) for v in given)

    def call_function(self, value: FunctionValue, arguments: Arguments, place: Place) -> Value:
        key = id(value.node)
        if (
            self.depth >= DEEPEST
            or self.active.get(key, 0) >= MOST_OF_ONE
            or self.fruitless.get(key, 0) >= MOST_FRUITLESS
            or not self._worth(value, arguments)
        ):
            return Unknown(f"{value.name}()", value.node.returns)
        made = self.made
        if not arguments.open:
            self.called.add(key)
            for router in self.stand_ins.pop(key, ()):
                if router in self.routers:
                    self.routers.remove(router)
        scope = Scope(value.unit, {}, value.scope, value.this, value.owner)
        if scope.this is None:
            scope.this = value.scope.this
        self._bind_parameters(value, arguments, scope, place)
        before = self.place
        self.depth += 1
        self.active[key] = self.active.get(key, 0) + 1
        try:
            result = self.block(value.node.body, scope)
        finally:
            self.active[key] -= 1
            self.depth -= 1
        self.place = before
        if self.made == made and not isinstance(result, FRUITS):
            self.fruitless[key] = self.fruitless.get(key, 0) + 1
        if isinstance(result, (ListValue, DictValue)):
            self.holders.append((result, Place(value.unit, value.node.line)))
        if result is GONE:
            return None
        if isinstance(result, Unknown) and not result.type:
            return Unknown(result.reason, value.node.returns)
        return result

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
                self._bind_parameter(scope, parameter.name, left.pop(0))
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

    def _bind_parameter(self, scope: Scope, name: str, value: Value) -> None:
        scope.names[name] = value

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


class Pending:
    """An import that nothing has asked for yet."""

    def __init__(self, node: Bring) -> None:
        self.node = node


class RouterMethod:
    """A method of a framework's router."""

    def __init__(self, router: Router, name: str) -> None:
        self.router = router
        self.name = name


class BoundBuiltin:
    """A method of a list, dictionary, text, or of something from outside."""

    def __init__(self, of: Value, name: str) -> None:
        self.of = of
        self.name = name


class Super:
    """The bases of the class whose method runs."""

    def __init__(self, owner: ClassValue, this: Value) -> None:
        self.owner = owner
        self.this = this


class BoundOutside:
    """A method that an object has from a base of another package."""

    def __init__(self, this: Value, name: str) -> None:
        self.this = this
        self.name = name


def _as_text(value: Value) -> Value:
    """Return what a class or a compiled expression is in a text."""
    if isinstance(value, Made) and value.by.endswith(("Pattern.compile", "RegExp", "Regex")):
        return value.arguments.get(0)
    return _class_name(value) if isinstance(value, ClassValue) else value


def _class_name(value: ClassValue) -> str:
    """Return the name of a class as its language writes it in a text."""
    namespace = value.node.namespace.replace(".", "\\")
    return f"{namespace}\\{value.name}" if namespace else value.name


def _unwrapped(arguments: Arguments) -> Arguments:
    """Return arguments with the router in the place of an object that is one."""
    values = [
        v.base if isinstance(v, Instance) and isinstance(v.base, Router) else v for v in arguments.values
    ]
    return Arguments(values, arguments.named, arguments.open)


def _with(arguments: Arguments, of: Value) -> Arguments:
    return Arguments([of, *arguments.values], arguments.named, arguments.open)
