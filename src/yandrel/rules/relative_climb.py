"""relative-climb."""

import re
from collections.abc import Iterable, Iterator

from yandrel.model.results import Finding
from yandrel.rules.protocol import Context

IMPORT_IT = "import it from the root; `yandrel move --imports rooted` rewrites all"
LOAD_IT = "leave it to the autoloader, or load it by a path from a constant for the root"
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
            for module, line, mend in _relative(context, unit):
                climbed = count_climbed(module)
                if climbed > limit:
                    yield context.finding(
                        self.name,
                        unit,
                        line,
                        f"{module} climbs {climbed} folders, the limit is {limit}",
                        target=module,
                        law=f"[limits] import_climb = {limit}",
                        mend=mend,
                        group="an import climbs more folders than the limit",
                    )


def _relative(context: Context, unit: str) -> Iterator[tuple[str, int, str]]:
    """Yield what a file imports, or loads by a path, as it is written, with the line and what to do."""
    for item in context.index.facts[unit].imports:
        yield item.module, item.line, IMPORT_IT
    for path, line in context.index.loads_of(unit):
        yield path, line, LOAD_IT


def count_climbed(module: str) -> int:
    """Return how many folders a relative import goes up: `../../x` and `...x` go up two."""
    found = STEPS.match(module)
    if found is not None:
        return found[0].count("..")
    dots = len(module) - len(module.lstrip("."))
    return dots - 1 if dots and not module.startswith("./") else 0
