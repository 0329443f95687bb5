"""relative-climb."""

import re
from collections.abc import Iterable

from yandrel.model.results import Finding
from yandrel.rules.protocol import Context

STEPS = re.compile(r"(?:\.\./)+(?:\.\.\Z)?")


class RelativeClimb:
    """A relative import climbs more folders than `[limits] import_climb`.

    It says nothing to a reader, and each file that moves needs other ones.

    Bad, with a limit of 1: `import { season } from '../../../shared/season.js'`.

    Good: `import { season } from '#src/shared/season.js'`, or `from waxmoor.shared import season`.
    """

    name = "relative-climb"
    needs_layout = True
    whole = False
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        limit = context.layout.limits.get("import_climb")
        if limit is None:
            return
        for unit, _ in context.readings():
            for item in context.index.facts[unit].imports:
                climbed = count_climbed(item.module)
                if climbed > limit:
                    yield context.finding(
                        self.name,
                        unit,
                        item.line,
                        f"{item.module} climbs {climbed} folders, the limit is {limit}",
                        target=item.module,
                        law=f"[limits] import_climb = {limit}",
                        mend="import it from the root; `yandrel move --imports rooted` rewrites all",
                        group="an import climbs more folders than the limit",
                    )


def count_climbed(module: str) -> int:
    """Return how many folders a relative import goes up: `../../x` and `...x` go up two."""
    found = STEPS.match(module)
    if found is not None:
        return found[0].count("..")
    dots = len(module) - len(module.lstrip("."))
    return dots - 1 if dots and not module.startswith("./") else 0
