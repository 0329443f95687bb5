"""unresolved-import."""

from collections.abc import Iterable

from yandrel.model.graph import State
from yandrel.model.results import Finding
from yandrel.rules.protocol import Context


class UnresolvedImport:
    """An import names something of this application that is not there.

    Bad:

        from waxmoor.models.hive import Hiev

    Good:

        from waxmoor.models.hive import Hive

    An import in `try` that may fail is not reported.
    """

    name = "unresolved-import"
    needs_layout = False
    whole = False

    def check(self, context: Context) -> Iterable[Finding]:
        for unit in context.units:
            for edge in context.index.edges_of(unit):
                if edge.state != State.MISSING or edge.guarded:
                    continue
                yield context.finding(
                    self.name,
                    unit,
                    edge.line,
                    f"{edge.spelled} leads nowhere",
                    target=edge.spelled,
                    law="an import of the application's own code leads to something",
                    mend=_mend(context, edge.spelled),
                )


def _mend(context: Context, spelled: str) -> str:
    name = spelled.rpartition(".")[2]
    for unit, facts in context.index.facts.items():
        if any(definition.name == name for definition in facts.definitions):
            return f"{name} is in {unit}"
    return "correct the name, or make what it names"
