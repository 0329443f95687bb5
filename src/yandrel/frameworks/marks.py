"""Decorators, annotations and attributes of classes and methods, read by their names."""

from __future__ import annotations

from dataclasses import dataclass, field

from yandrel.frameworks.protocol import Evaluation
from yandrel.frameworks.values import (
    Arguments,
    ClassValue,
    DictValue,
    FunctionValue,
    Handler,
    ListValue,
    Outside,
    Place,
    Value,
    is_text,
    text_of,
)
from yandrel.model.program import Call, Expression, Member, Name


@dataclass
class Mark:
    """One decorator, annotation or attribute."""

    name: str
    arguments: Arguments = field(default_factory=Arguments)
    line: int = 0
    expression: Expression | None = None

    def package(self, call: Evaluation, owner: ClassValue) -> str:
        """Return the package from outside that it comes from; nothing where the application has it."""
        found = call.evaluate(self.expression, owner) if self.expression is not None else None
        return found.name if isinstance(found, Outside) else ""

    def texts(self, call: Evaluation, *names: str) -> list[Value]:
        """Return the texts of the first argument, or of those with some names."""
        given = [self.arguments.named[name] for name in names if name in self.arguments.named]
        given = given or self.arguments.values[:1]
        found: list[Value] = []
        for value in given:
            if isinstance(value, DictValue):
                value = value.items.get("path", "")
            items = call.items_of(value) if isinstance(value, ListValue) else [value]
            found += [one for one in items or [] if text_of(one) is not None]
        return found


def read_marks(call: Evaluation, holder: ClassValue | FunctionValue) -> list[Mark]:
    """Return the marks of a class or method, in order."""
    owner = holder.owner if isinstance(holder, FunctionValue) and holder.owner is not None else holder
    marks = [*holder.node.marks]
    if isinstance(owner, ClassValue):
        marks += owner.added.get("" if holder is owner else holder.node.name, [])
    return [mark for one in marks if (mark := _read(call, one, owner)) is not None]


def _read(call: Evaluation, mark: Expression, owner: ClassValue | FunctionValue) -> Mark | None:
    of = mark.of if isinstance(mark, Call) else mark
    if not isinstance(of, (Name, Member)):
        return None
    made = Mark(of.name.removesuffix("Attribute"), line=getattr(mark, "line", 0), expression=of)
    for argument in mark.arguments if isinstance(mark, Call) else ():
        value = call.evaluate(argument.value, owner)
        if argument.name:
            made.arguments.named[argument.name] = value
        else:
            made.arguments.values.append(value)
    return made


def marked_methods(call: Evaluation, holder: ClassValue) -> list[tuple[FunctionValue, list[Mark]]]:
    """Return the methods of a class with their marks; one without has those of what it overrides."""
    found: dict[str, tuple[FunctionValue, list[Mark]]] = {}
    for one in lineage(holder):
        for name, member in one.members.items():
            method = member.value if isinstance(member, Handler) else member
            if not isinstance(method, FunctionValue):
                continue
            marks = read_marks(call, method)
            if name in found:
                found[name][1].extend(marks)
            else:
                found[name] = (method, marks)
    return list(found.values())


def lineage(holder: ClassValue) -> list[ClassValue]:
    """Return a class and its bases in the application."""
    found = [holder]
    for one in found:
        found.extend(base for base in one.bases if isinstance(base, ClassValue) and base not in found)
    return found[:40]


def inherited_mark(call: Evaluation, holder: ClassValue, *names: str) -> Mark | None:
    """Return the first mark of some names that a class or one of its bases has."""
    for one in lineage(holder):
        for mark in read_marks(call, one):
            if mark.name in names:
                return mark
    return None


def last_name(value: Value) -> str:
    """Return the last part of a name such as `RequestMethod.GET`."""
    if isinstance(value, Outside):
        return value.last
    if is_text(value):
        return text_of(value) or ""
    return value.name if isinstance(value, (ClassValue, FunctionValue)) else ""


def place_of(method: FunctionValue, mark: Mark) -> Place:
    return Place(method.unit, mark.line or method.node.line)
