"""Expressions that put values together."""

from __future__ import annotations

from yandrel.frameworks.values import (
    HOLE,
    ClassValue,
    DictValue,
    FunctionValue,
    Instance,
    ListValue,
    Made,
    ModuleValue,
    Outside,
    Place,
    Router,
    Scope,
    Text,
    Unknown,
    Value,
    doubt_of,
    text_of,
)
from yandrel.model.program import (
    Collect,
    Const,
    Either,
    Index,
    Items,
    Joined,
    Pairs,
)
from yandrel.routes.state import LARGEST_NUMBER, LONGEST_TEXT, MOST_ITEMS, State

NAMELESS = frozenset({"handler", "fn", "callback", "cb", "action"})
"""Keys that say what a closure is for, and not what it is called."""


NOT_THERE = frozenset({"undefined", "process", "this"})
"""Names of what an application without settings does not have."""


class Expressions(State):
    """Evaluate lists, maps, texts and choices."""

    def _items(self, node: Items, scope: Scope) -> Value:
        made = ListValue()
        if node.line and any(isinstance(item.value, Const) for item in node.items):
            made.origin = Place(scope.unit, node.line)
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
        kind = self.evaluate_in(node.of, scope) if node.of is not None else None
        made.type = kind if isinstance(kind, ClassValue) else None
        for number, (key, value) in enumerate(node.pairs):
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
                held.label = "" if name in NAMELESS else name
            if isinstance(name, (str, int)):
                made.items[name] = held
                known = node.lines[number] if number < len(node.lines) else getattr(value, "line", 0)
                line = known or self.place.line
                made.lines[name] = Place(scope.unit, line)
            elif isinstance(name, Text):
                made.items[name.text] = held
            else:
                made.open = True
        made.whole = bool(made.items) and not made.open and len(made.items) == len(node.pairs)
        return made

    def _joined(self, node: Joined, scope: Scope) -> Value:
        return self.concatenate([self.evaluate_in(part, scope) for part in node.parts])

    def concatenate(self, parts: list[Value]) -> Value:
        """Return texts, or lists, put together; what grows too long is not known any more."""
        if any(isinstance(part, ListValue) for part in parts):
            return self._concatenated_lists(parts)
        if parts and all(type(part) is int for part in parts):
            total = sum(parts)
            return total if abs(total) < LARGEST_NUMBER else Unknown("a large number")
        parts = [_as_text(part) for part in parts]
        texts = [str(part) if type(part) is int else text_of(part) for part in parts]
        whole = "".join(HOLE if text is None else text for text in texts)
        if len(whole) > LONGEST_TEXT:
            return Unknown("a text that is too long")
        if all(isinstance(part, str) or type(part) is int for part in parts):
            return whole
        return Text(whole, next((doubt_of(part) for part in parts if doubt_of(part)), ""))

    def _concatenated_lists(self, parts: list[Value]) -> ListValue:
        made = ListValue()
        for part in parts:
            items = self.items_of(part)
            made.items.extend(items or [])
            made.open = made.open or items is None
        return made

    def _index(self, node: Index, scope: Scope) -> Value:
        of = self.evaluate_in(node.of, scope)
        key = self.evaluate_in(node.key, scope)
        if isinstance(of, ListValue) and isinstance(key, int) and -len(of.items) <= key < len(of.items):
            return of.items[key]
        if isinstance(of, str) and isinstance(key, int) and -len(of) <= key < len(of):
            return of[key]
        if isinstance(of, DictValue) and isinstance(key, (str, int)) and key in of.items:
            return of.items[key]
        if isinstance(key, str) and isinstance(of, (Router, Instance, ClassValue, ModuleValue)):
            return self.member(of, key)
        if isinstance(of, (Outside, ClassValue)):
            return of
        if isinstance(key, (Unknown, Outside)) and isinstance(of, (ListValue, DictValue)) and of.items:
            held = of.items if isinstance(of, ListValue) else list(of.items.values())
            if all(isinstance(one, (Router, FunctionValue)) for one in held):
                return ListValue(list(held))
        return Unknown("an item that is not constant")

    def _either(self, node: Either, scope: Scope) -> Value:
        """Return the first option that is known; a constant text rather than what comes from outside."""
        found: Value = Unknown()
        for number, option in enumerate(node.options):
            value = self.evaluate_in(option, scope)
            away = isinstance(value, Outside) and value.name.partition(".")[0] in NOT_THERE
            if isinstance(value, (Outside, Made)):
                constant = (o.value for o in node.options[number + 1 :] if isinstance(o, Const))
                text = next((text for text in constant if isinstance(text, str)), None)
                if text is not None or not away:
                    return value if text is None else text
            elif not isinstance(value, (Unknown, type(None))):
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
            return None if value.open and not value.items else value.items[:MOST_ITEMS]
        if isinstance(value, DictValue):
            value.used = True
            return None if value.open and not value.items else list(value.items)[:MOST_ITEMS]
        return None


def _as_text(value: Value) -> Value:
    """Return what a class or a compiled expression is in a text."""
    if isinstance(value, Made) and value.by.endswith(("Pattern.compile", "RegExp", "Regex")):
        return value.arguments.get(0)
    return _class_name(value) if isinstance(value, ClassValue) else value


def _class_name(value: ClassValue) -> str:
    """Return the name of a class as its language writes it in a text."""
    namespace = value.node.namespace.replace(".", "\\")
    return f"{namespace}\\{value.name}" if namespace else value.name
