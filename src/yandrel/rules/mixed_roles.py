"""mixed-roles."""

from collections.abc import Iterable
from shlex import quote

from yandrel.model.results import Finding
from yandrel.rules.protocol import Context

MOST = 2
WITHOUT_WEIGHT = frozenset({"error", "helper", "config", "test"})


class MixedRoles:
    """A unit's definitions have more roles than `[limits] roles_per_unit` allows (2 where it says nothing).

    Bad: `server.py` holds models, schemas, a service and the middleware.

    Good: each in the home of its role: `yandrel split server.py` shows the way.
    """

    name = "mixed-roles"
    needs_layout = True
    whole = False
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        limit = context.layout.limits.get("roles_per_unit", MOST)
        for unit, reading in context.readings():
            if reading.role == "test":
                continue
            held = dict.fromkeys(role for _, role in reading.definition_roles if role in context.layout.roles)
            roles = [role for role in held if role not in WITHOUT_WEIGHT]
            if len(roles) > limit:
                yield context.finding(
                    self.name,
                    unit,
                    0,
                    f"holds {len(roles)} roles: {', '.join(roles)}",
                    law=f"[limits] roles_per_unit = {limit}",
                    mend="move what belongs elsewhere to files of its own",
                    command=f"yandrel split {quote(unit)}",
                    group=f"holds more than {limit} roles",
                )
