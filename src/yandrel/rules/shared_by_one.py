"""shared-by-one."""

from collections.abc import Iterable
from shlex import quote

from yandrel.layout.config import SHARED
from yandrel.layout.patterns import match_glob
from yandrel.model.results import Finding
from yandrel.rules.protocol import Context

OF_ALL = ("entry", "test", "config", "migration")
"""Roles that name everything, whoever needs it."""


ENOUGH_DOMAINS = 3
"""With fewer, what is written for all has not met its users yet."""


class SharedByOne:
    """Shared code is used by one domain alone, in an application of three or more.

    Everything may import `shared`, so it grows by itself; what one domain uses belongs to it.

    Bad: `waxmoor/shared/comb_sizes.py`, which only files of hives import.

    Good: it stands among the files of hives until a second domain needs it.
    """

    name = "shared-by-one"
    needs_layout = True
    whole = True
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        picture = context.picture
        patterns = context.layout.domains.get(SHARED, ())
        if not patterns or len({*picture.domains.values()} - {"", SHARED}) < ENOUGH_DOMAINS:
            return
        for unit, reading in context.readings():
            declared = any(match_glob(pattern, unit) for pattern in patterns)
            if not declared or picture.domain(unit) != SHARED or reading.role in OF_ALL:
                continue
            users = [u for u in context.index.view(unit).importers_of(unit) if u != unit]
            counted = [u for u in users if u in picture.readings and picture.role(u) not in OF_ALL]
            domains = {picture.domain(user) for user in counted}
            if len(domains) != 1 or domains & {"", SHARED}:
                continue
            [domain] = domains
            files = "1 file" if len(counted) == 1 else f"{len(counted)} files"
            folder = context.home_in(unit, reading.role, domain).rpartition("/")[0]
            yield context.finding(
                self.name,
                unit,
                0,
                f"only {domain} uses it ({files})",
                target=domain,
                law="shared is what several domains use",
                mend=f"move it to {domain}, until a second domain needs it",
                command=f"yandrel move {quote(unit)} {quote(folder + '/')}" if folder else "",
                group=f"only {domain} uses it",
            )
