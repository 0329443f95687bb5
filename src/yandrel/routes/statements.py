"""Statements: what they bind, loop over and return."""

from __future__ import annotations

from collections.abc import Iterable

from yandrel.frameworks.values import (
    TABLED,
    ClassValue,
    DictValue,
    FunctionValue,
    Handler,
    Instance,
    ListValue,
    ModuleValue,
    Place,
    Router,
    Scope,
    Unknown,
    Value,
    is_text,
)
from yandrel.model.program import (
    Bind,
    Branch,
    Bring,
    Call,
    Class,
    Do,
    Each,
    Expression,
    Function,
    Index,
    Items,
    Member,
    Name,
    Pairs,
    Return,
    Statement,
)
from yandrel.routes.state import (
    ENTRIES,
    GONE,
    MOST_ITEMS,
    Pending,
    State,
    origin_of,
)


class Statements(State):
    """Run statements."""

    # -- statements ------------------------------------------------------------------------

    def block(self, body: Iterable[Statement], scope: Scope) -> Value:
        """Run statements; return what is returned, `GONE` where nothing is."""
        perhaps: Value = GONE
        for statement in body:
            if type(statement) is Function and not statement.marks and not statement.receiver:
                scope.names.setdefault(statement.name, self.make_function(statement, scope))
        for statement in body:
            self._step()
            if isinstance(statement, Return):
                returned = self.evaluate_in(statement.value, scope)
                if isinstance(returned, (Unknown, type(None))) and perhaps is not GONE:
                    return perhaps
                return returned
            if isinstance(statement, Each):
                found = self._each(statement, scope)
                perhaps = found if perhaps is GONE or perhaps is None else perhaps
            elif isinstance(statement, Branch):
                found = self._branch(statement, scope)
                if statement.sure and found is not GONE:
                    return found
                if found is not GONE and (perhaps is GONE or isinstance(perhaps, (Unknown, type(None)))):
                    perhaps = found
            else:
                self._declare(statement, scope)
        return perhaps

    def _declare(self, statement: Statement, scope: Scope) -> None:
        """Run a statement that evaluates or binds something."""
        if isinstance(statement, Do):
            self.evaluate_in(statement.value, scope)
        elif isinstance(statement, Bind):
            self._bind(statement, scope)
        elif isinstance(statement, Function):
            self._define(statement, scope)
        elif isinstance(statement, Class):
            self._bind_name(scope, statement.name, self.make_class(statement, scope))
        elif isinstance(statement, Bring):
            self._bring(statement, scope)

    def _define(self, node: Function, scope: Scope) -> None:
        """Bind a function; a method that stands apart from its type hides no function of its name."""
        if node.receiver and scope.parent is None:
            self.attach(node, scope)
            if node.name in scope.names:
                return
        self._bind_name(scope, node.name, self.decorated_function(node, scope))

    def _branch(self, node: Branch, scope: Scope) -> Value:
        perhaps: Value = GONE
        value = self.evaluate_in(node.value, scope) if node.bodies and node.value is not None else None
        decided = _decides(node.value, inside=scope.parent is not None)
        given = isinstance(node.value, Name) and isinstance(value, (ClassValue, FunctionValue, Handler))
        if (value is True and decided is not False) or isinstance(value, ModuleValue) or given:
            return self.block(node.bodies[0], scope)
        if value is False and decided and len(node.bodies) < 3:
            return self.block(node.bodies[1], scope) if len(node.bodies) == 2 else GONE
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
            items = [ListValue([k, v], origin=over.lines.get(k)) for k, v in over.items.items()]
        if items is None:
            self.doubts.append("in a loop over what is not constant")
            self.bind_target(node.target, Unknown(), scope)
            found = self.block(node.body, scope)
            self.doubts.pop()
            return found
        origins = [origin_of(over, item, number) for number, item in enumerate(items)]
        for item, origin in zip(items[:MOST_ITEMS], origins):
            self.bind_target(node.target, item, scope)
            with self.within_frame(origin):
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

    def _holder(self, node: Expression, scope: Scope) -> Value:
        """Return what gets a member; a field of an object that is not known holds what is put into it."""
        found = self.evaluate_in(node, scope)
        if not isinstance(found, (Unknown, type(None))) or not isinstance(node, Member):
            return found
        outer = self.evaluate_in(node.of, scope)
        if not isinstance(outer, Instance):
            return found
        made = DictValue(open=True)
        self.set_member(outer, node.name, made)
        return made

    def bind_target(self, target: Expression, value: Value, scope: Scope) -> None:
        """Give a value to a name, a member, an item, or to several names at once."""
        if isinstance(target, Name):
            self._bind_name(scope, target.name, value)
        elif isinstance(target, Member):
            self.set_member(self._holder(target.of, scope), target.name, value)
        elif isinstance(target, Index):
            self._set_item(self.evaluate_in(target.of, scope), self.evaluate_in(target.key, scope), value)
        elif isinstance(target, Items):
            items = self.items_of(value)
            for number, item in enumerate(target.items):
                if item.spread and items is not None:
                    self.bind_target(item.value, ListValue(items[number:]), scope)
                else:
                    known = items is not None and number < len(items)
                    given = items[number] if known and items is not None else Unknown()
                    self.bind_target(item.value, given, scope)
        elif isinstance(target, Pairs):
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
        elif isinstance(of, FunctionValue):
            of.fields[name] = value
        elif isinstance(of, Router):
            of.extra[name] = value

    def _set_item(self, of: Value, key: Value, value: Value) -> None:
        if isinstance(of, ListValue) and key is None:
            if isinstance(value, TABLED) and value.origin is None:
                value.origin = self.caller_of(self.place.unit)
            of.items.append(value)
        elif isinstance(of, ListValue) and isinstance(key, int) and key < len(of.items):
            of.items[key] = value
        elif isinstance(of, DictValue):
            if isinstance(key, str):
                self.made += isinstance(value, FunctionValue)
                of.items[key] = value
                of.lines[key] = self.caller_of(self.place.unit)
            elif key is None:
                of.items[len(of.items)] = value
            else:
                of.open = True


def _decides(condition: Expression | None, inside: bool) -> bool | None:
    """Return whether what a condition comes to now is what it comes to when the program runs.

    A setting that is off here may be on there, so a comparison is believed inside of functions alone, where
    it mostly is of their arguments; None where the condition is no question of that kind.
    """
    if not isinstance(condition, Call) or not isinstance(condition.of, Name):
        return None
    if condition.of.name == "hasattr":
        return True
    return inside if condition.of.name in ("==", "not") else None
