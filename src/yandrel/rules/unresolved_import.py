"""unresolved-import."""

import re
from collections.abc import Iterable

from yandrel.model.graph import State
from yandrel.model.results import Finding
from yandrel.rules.protocol import Context

LAST_NAME = re.compile(r"[^./\\:]+\Z")


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
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        places: dict[str, str] = {}
        for unit in context.units:
            for edge in context.index.edges_of(unit):
                if edge.state != State.MISSING or edge.guarded:
                    continue
                places = places or find_places(context)
                yield context.finding(
                    self.name,
                    unit,
                    edge.line,
                    f"{edge.spelled} leads nowhere",
                    target=edge.spelled,
                    law="an import of the application's own code leads to something",
                    mend=_mend(places, edge.spelled),
                )


def find_places(context: Context) -> dict[str, str]:
    """Return the first unit that defines each name."""
    places: dict[str, str] = {}
    for unit, facts in context.index.facts.items():
        for definition in facts.definitions:
            places.setdefault(definition.name, unit)
    return places


def _mend(places: dict[str, str], spelled: str) -> str:
    name = LAST_NAME.search(spelled)
    if name is not None and name[0] in places:
        return f"{name[0]} is in {places[name[0]]}"
    return "correct the name, or make what it names"
