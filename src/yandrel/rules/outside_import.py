"""outside-import."""

from collections.abc import Iterable

from yandrel.model.graph import State
from yandrel.model.results import Finding
from yandrel.model.words import with_article
from yandrel.rules.protocol import Context


class OutsideImport:
    """A role imports an outside package that is not for it.

    Inner layers that know no framework can outlive it. `[outside]` lists the only packages that
    a role may import; `not x` forbids one; the standard library is `std`, and free unless `not std`.

    Bad, with `model = ["std"]`:

        # waxmoor/models/hive.py
        from flask import request

    Good:

        # waxmoor/controllers/hive_controller.py
        from flask import request
    """

    name = "outside-import"
    needs_layout = True
    whole = False
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        outside = context.layout.outside
        if not outside:
            return
        for unit in context.units:
            role = context.picture.role(unit)
            allowed = outside.get(role)
            if allowed is None:
                continue
            view = context.index.view(unit)
            for edge in context.index.edges_of(unit):
                if edge.state != State.OUTSIDE:
                    continue
                if may_import(allowed, edge.name, view.is_standard(edge.name)):
                    continue
                yield context.finding(
                    self.name,
                    unit,
                    edge.line,
                    f"{with_article(role)} imports {edge.name}",
                    target=edge.name,
                    law=f"[outside] {role} = {list(allowed)}",
                    mend="let an outer layer do it, and pass in what is needed",
                    group=f"{role} -> {edge.name}",
                )


def may_import(allowed: tuple[str, ...], package: str, standard: bool) -> bool:
    """Whether a list of `[outside]` lets a package in."""
    forbidden = {entry.removeprefix("not ").strip() for entry in allowed if entry.startswith("not ")}
    if package in forbidden or (standard and "std" in forbidden):
        return False
    if standard:
        return True
    named = {entry for entry in allowed if not entry.startswith("not ")}
    return package in named or not named
