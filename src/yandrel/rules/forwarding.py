"""forwarding."""

from collections.abc import Iterable

from yandrel.model.results import Finding
from yandrel.rules.protocol import Context
from yandrel.survey.left_forwarding import left_forwarding


class LeftForwarding:
    """A file hands on what has left it, as a move with `--leave-forwarding` lets it do.

    That is for work that was under way; once nothing names the old place any more, the lines only mislead.

    Bad: `waxmoor/services/hive_service.py`, months later, with `from waxmoor.hives.hive_service import …`.

    Good: what imports it names the new place, and the old file is gone.
    """

    name = "forwarding"
    needs_layout = False
    whole = True
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        for forward in left_forwarding(context.picture):
            users = forward.users
            count = "1 file still imports" if len(users) == 1 else f"{len(users)} files still import"
            still = f"{count} from here" if users else "nothing imports from here any more"
            yield context.finding(
                self.name,
                forward.unit,
                forward.line,
                f"forwards to {forward.place}; {still}",
                target=forward.place,
                law="forwarding is for a while",
                mend=f"import from {forward.place} in {users[0]}" if users else "delete it",
                group="forwards to where its definitions went",
            )


__all__ = ["LeftForwarding"]
