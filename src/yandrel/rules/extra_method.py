"""extra-method."""

from collections.abc import Iterable, Iterator

from yandrel.layout.config import Shape
from yandrel.layout.patterns import compile_pattern
from yandrel.model.bodies import Function
from yandrel.model.facts import Facts
from yandrel.model.results import Finding
from yandrel.model.words import with_article
from yandrel.rules.protocol import Context
from yandrel.rules.wrong_kind import spelled


class ExtraMethod:
    """A role has methods that others can call beyond those of its shape.

    Where a role's files have functions and no types, their public functions count. What a base or the
    language names (constructors, overriding methods) is never too much.

    Bad, with `[shape.controller] methods = ["index", "show", "create", "update", "delete"]`:

        class HiveController:
            def merge_with_neighbour(self): ...

    Good: merging hives has a controller of its own, with `create`.
    """

    name = "extra-method"
    needs_layout = True
    whole = False
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        for unit, role, shape in context.shaped():
            if shape.methods is None:
                continue
            for function in _public(context, unit, shape):
                if function.name.lower() in {name.lower() for name in shape.methods}:
                    continue
                owned = f"{function.owner}.{function.name}" if function.owner else function.name
                yield context.finding(
                    self.name,
                    unit,
                    function.line,
                    f"{owned} is none of the methods that {with_article(role)} has",
                    target=owned,
                    law=f"[shape.{role}] methods = {spelled(shape.methods)}",
                    mend=f"hide it, or give it {with_article(role)} of its own, where it can be one of these",
                    group=f"{role}: a method beyond its shape",
                )


def _public(context: Context, unit: str, shape: Shape) -> Iterator[Function]:
    """Yield the methods of the role's types that others can call; the functions, where it has no types."""
    facts = context.index.facts[unit]
    pattern = compile_pattern(shape.type) if shape.type else None
    functions = [f for f in context.bodies(unit).functions if f.name and not f.inner]
    methods = [f for f in functions if f.owner]
    for function in methods or functions:
        if function.hidden or function.given or function.owner == (shape.extends or None):
            continue
        if function.owner:
            if pattern is not None and pattern.match(function.owner) is None:
                continue
        elif not _is_exported(facts, function):
            continue
        yield function


def _is_exported(facts: Facts, function: Function) -> bool:
    """Whether other files can name a function, or what holds it, where files say what they export."""
    if facts.exports is None:
        return True
    exported = {name for said in facts.exports for name in said.split("=")}
    around = (d.name for d in facts.definitions if d.line <= function.line <= d.last_line)
    return function.name in exported or any(name in exported for name in around)
