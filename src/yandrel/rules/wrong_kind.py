"""wrong-kind."""

from collections.abc import Iterable

from yandrel.model.results import Finding
from yandrel.model.words import with_article
from yandrel.rules.protocol import Context


def spelled(names: tuple[str, ...]) -> str:
    """Return names as yandrel.toml has them: one text, or a list of texts."""
    quoted = ", ".join(f'"{name}"' for name in names)
    return quoted if len(names) == 1 else f"[{quoted}]"


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
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        for unit, role, shape in context.shaped():
            if not shape.kinds:
                continue
            wanted = " or ".join(with_article(kind) for kind in shape.kinds)
            for definition in context.index.facts[unit].definitions:
                if definition.kind in shape.kinds or definition.name.startswith("_") or definition.is_method:
                    continue
                if definition.kind in ("constant", "type"):
                    continue
                yield context.finding(
                    self.name,
                    unit,
                    definition.line,
                    f"{definition.name} is {with_article(definition.kind)}, {with_article(role)} is "
                    + wanted,
                    target=definition.name,
                    law=f"[shape.{role}] kind = {spelled(shape.kinds)}",
                    mend=f"make it {wanted}, or move it to where it belongs",
                    group=f"{role}: {definition.kind}",
                )
