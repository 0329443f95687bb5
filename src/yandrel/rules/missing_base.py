"""missing-base."""

from collections.abc import Iterable

from yandrel.layout.patterns import compile_pattern
from yandrel.model.facts import TYPE_KINDS, Definition
from yandrel.model.results import Finding
from yandrel.rules.protocol import Context

DEEPEST = 20


class MissingBase:
    """A class of a role does not extend the base that the role's shape names.

    Bases of bases count, as far as they are of this application.

    Bad, with `[shape.controller] extends = "BaseController"`:

        class HiveController: ...

    Good:

        class HiveController(BaseController): ...
    """

    name = "missing-base"
    needs_layout = True
    whole = False
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        for unit, role, shape in context.shaped():
            if not shape.extends:
                continue
            named = compile_pattern(shape.type) if shape.type else None
            for definition in context.index.facts[unit].definitions:
                if definition.kind != "class" or definition.name in (shape.extends, ""):
                    continue
                if definition.name.startswith("_"):
                    continue
                if named is not None and named.match(definition.name) is None:
                    continue
                if extends(context, unit, definition, shape.extends, 0):
                    continue
                if not context.is_of_role(unit, definition, role):
                    continue
                yield context.finding(
                    self.name,
                    unit,
                    definition.line,
                    f"{definition.name} does not extend {shape.extends}",
                    target=definition.name,
                    law=f'[shape.{role}] extends = "{shape.extends}"',
                    mend=f"let it extend {shape.extends}",
                    group=role,
                )


def extends(context: Context, unit: str, definition: Definition, base: str, depth: int) -> bool:
    """Whether a class has a base of that name among its ancestors."""
    for spelled in definition.bases:
        if spelled.rpartition(".")[2] == base.rpartition(".")[2]:
            return True
        if depth > DEEPEST:
            continue
        found = context.index.view(unit).find_name(unit, spelled)
        if found is not None and found.name == base.rpartition(".")[2]:
            return True
        if found is None or not found.name or found.unit not in context.index.facts:
            continue
        for parent in context.index.facts[found.unit].definitions:
            if parent.name == found.name and parent.kind in TYPE_KINDS and parent != definition:
                if extends(context, found.unit, parent, base, depth + 1):
                    return True
    return False
