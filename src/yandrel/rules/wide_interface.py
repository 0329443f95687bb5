"""wide-interface."""

from collections.abc import Iterable
from shlex import quote

from yandrel.model.facts import TYPE_KINDS
from yandrel.model.results import Finding
from yandrel.rules.protocol import Context


class WideInterface:
    """A type has more methods than `[limits] methods_per_type`.

    Bad: a `Store` with 24 methods, of which each service calls three.

    Good: one narrow type for each feature: `yandrel split store.py:Store` shows who calls what.
    """

    name = "wide-interface"
    needs_layout = True
    whole = False
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        limit = context.layout.limits.get("methods_per_type")
        if limit is None:
            return
        for unit, reading in context.readings():
            if reading.role == "test":
                continue
            for definition in context.index.facts[unit].definitions:
                public = [name for name in definition.members if not name.startswith("_")]
                if definition.kind in TYPE_KINDS and len(public) > limit:
                    yield context.finding(
                        self.name,
                        unit,
                        definition.line,
                        f"{definition.name} has {len(public)} methods, the limit is {limit}",
                        target=definition.name,
                        law=f"[limits] methods_per_type = {limit}",
                        mend="cut it along what its users need",
                        command=f"yandrel split {quote(f'{unit}:{definition.name}')}",
                        group="a type has more methods than the limit",
                    )
