"""wrong-kind."""

from collections.abc import Iterable

from yandrel.model.results import Finding
from yandrel.model.words import with_article
from yandrel.rules.protocol import Context


class WrongKind:
    """A role's definitions are of another kind than its shape says.

    Bad, with `[shape.controller] kind = "class"`:

        # waxmoor/controllers/hive_controller.py
        def show_hive(number): ...

    Good:

        class HiveController:
            def show(self, number): ...
    """

    name = "wrong-kind"
    needs_layout = True
    whole = False

    def check(self, context: Context) -> Iterable[Finding]:
        for unit, _ in context.readings():
            role = context.picture.role(unit)
            shape = context.layout.shapes.get(role)
            if shape is None or not shape.kind:
                continue
            for definition in context.index.facts[unit].definitions:
                if definition.kind == shape.kind or definition.name.startswith("_") or definition.is_method:
                    continue
                if definition.kind in ("constant", "type") and shape.kind != "constant":
                    continue
                yield context.finding(
                    self.name,
                    unit,
                    definition.line,
                    f"{definition.name} is {with_article(definition.kind)}, {with_article(role)} is "
                    + with_article(shape.kind),
                    target=definition.name,
                    law=f'[shape.{role}] kind = "{shape.kind}"',
                    mend=f"make it {with_article(shape.kind)}, or move it to where it belongs",
                    group=f"{role}: {definition.kind}",
                )
