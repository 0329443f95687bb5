"""import-cycle."""

from collections.abc import Iterable
from shlex import quote

from yandrel.model.results import Finding
from yandrel.model.words import snake
from yandrel.rules.protocol import Context

SHOWN = 6


class ImportCycle:
    """Units import each other so that one of them fails when it is loaded first.

    Whether it fails depends on which unit is loaded first, so it works until a test, a script or
    a new import starts elsewhere. Cycles that load from every side are not reported.

    Bad:

        # waxmoor/models/hive.py
        from waxmoor.services.hive_service import next_number

        # waxmoor/services/hive_service.py
        from waxmoor.models.hive import Hive

    Good: the one name that both need stands in a third unit.
    """

    name = "import-cycle"
    needs_layout = False
    whole = True
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        for view in context.index.views.values():
            for group in view.load_cycles():
                if context.picture.readings.keys().isdisjoint(group):
                    continue
                faults = view.loading_faults(frozenset(group))
                for unit, fault in sorted(faults.items())[:1]:
                    others = len(faults) - 1
                    more = f"; so do {others} more of the cycle" if others else ""
                    taker, name, giver = fault.taker, fault.name, fault.giver
                    line = next((e.line for e in view.edges_of(taker) if e.named_unit == giver), 0)
                    cycle = ", ".join(sorted(group)[:SHOWN])
                    target = f"{giver}:{name}" if " " not in name else giver
                    mend = f"move {target} to a file of its own, or take it inside a function"
                    command = f"yandrel move {quote(target)} {quote(_own_file(context, giver, name))}"
                    if target == giver:
                        command = ""
                        mend = f"let {taker} read {giver} inside a function, when all is loaded"
                    yield context.finding(
                        self.name,
                        taker,
                        line,
                        f"{unit} fails when loaded first: {fault}{more}",
                        target=target,
                        law=f"a cycle of {len(group)} files: {cycle}" + (" …" if len(group) > SHOWN else ""),
                        mend=mend,
                        command=command,
                    )


def _own_file(context: Context, unit: str, name: str) -> str:
    """Return a new file beside a unit for one of its definitions; the unit itself where there is one."""
    folder, slash, file_name = unit.rpartition("/")
    stem, _, ending = file_name.partition(".")
    plain = stem == stem.lower()
    path = f"{folder}{slash}{snake(name) if plain else name}.{ending}"
    return f"{folder}/" if path in context.index.facts else path
