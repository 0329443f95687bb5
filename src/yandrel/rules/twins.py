"""twins."""

from collections.abc import Iterable
from shlex import quote

from yandrel.layout.config import SHARED
from yandrel.model.results import Finding
from yandrel.rules.protocol import Context
from yandrel.survey.twins import Twins, find_twins


class TwinDefinitions:
    """Several domains have the same definition, or one that differs by their names alone.

    Whoever mends one of them forgets the other. Only definitions of six lines or more are compared.

    Bad: `send` in `waxmoor/hives/mail.py`, and once more in `waxmoor/keepers/mail.py`.

    Good: `send` in `waxmoor/shared/mail.py`, which both import.
    """

    name = "twins"
    needs_layout = True
    whole = True
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        for twins in find_twins(context.picture):
            unit, definition = twins.places[0]
            other, named = twins.places[1]
            more = len(twins.places) - 2
            but = "" if twins.same else " but for the domain's name"
            count = f" and {more} more" if more else ""
            yield context.finding(
                self.name,
                unit,
                definition.line,
                f"{definition.name} is the same{but} in {other}:{named.line}{count}",
                target=f"{other}:{named.name}",
                law="one definition serves all domains that need it",
                mend="keep one in shared, or say in an exception why they must be apart",
                command=_merging_command(context, twins),
                group="the same definition stands in several domains",
            )


def _merging_command(context: Context, twins: Twins) -> str:
    """Return the move that makes one of twins that are the same; nothing where shared has no home for it."""
    unit, definition = twins.places[0]
    roles = dict(context.picture.readings[unit].definition_roles)
    role = roles.get(definition.name, "") or context.picture.role(unit)
    home = context.home_in(unit, role, SHARED)
    names = {named.name for _, named in twins.places}
    if not twins.same or not home or len(names) > 1:
        return ""
    sources = " ".join(quote(f"{place}:{named.name}") for place, named in twins.places)
    return f"yandrel move {sources} {quote(f'{home}:{definition.name}')}"


__all__ = ["TwinDefinitions"]
