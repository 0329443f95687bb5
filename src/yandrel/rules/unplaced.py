"""unplaced."""

from collections.abc import Iterable

from yandrel.model.results import Finding
from yandrel.rules.protocol import Context


class Unplaced:
    """A unit has no role that can be told, and no home pattern fits its path.

    No rule guards it, and nobody would know where to look for it.

    Bad: `waxmoor/stuff.py`, with no pattern that fits.

    Good: a pattern of `[roles]` fits it, or it stands where its role lives.
    """

    name = "unplaced"
    needs_layout = True
    whole = False
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        picture = context.picture
        for unit, reading in context.readings():
            if reading.role or reading.place or not picture.is_counted(unit):
                continue
            if context.layout.is_fixed(unit):
                continue
            folder = unit.rpartition("/")[0] or "."
            yield context.finding(
                self.name,
                unit,
                0,
                "has no role and no home",
                law="every file has a home in [roles]",
                mend=f"move it to a home, or give {folder}/ one in yandrel.toml",
                group=folder + "/",
            )
