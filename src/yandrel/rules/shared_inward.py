"""shared-inward."""

from collections.abc import Iterable

from yandrel.layout.config import SHARED
from yandrel.model.results import Finding
from yandrel.rules.protocol import Context, spell_edge


class SharedInward:
    """Shared code imports a domain.

    Everything may import `shared`; so what shared imports, everything depends on.

    Bad:

        # waxmoor/shared/season.py
        from waxmoor.harvests.models import Harvest

    Good:

        # waxmoor/harvests/season.py
        from waxmoor.shared.season import current_season
    """

    name = "shared-inward"
    needs_layout = True
    whole = False
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        picture = context.picture
        layout = context.layout
        if SHARED not in layout.domains and layout.domains_mode == "free":
            return
        for unit, edge in context.edges():
            target = picture.domain(edge.unit)
            if picture.domain(unit) != SHARED or target in ("", SHARED):
                continue
            if picture.role(unit) in ("entry", "test", "config"):
                continue
            yield context.finding(
                self.name,
                unit,
                edge.line,
                f"shared code imports {target}",
                target=spell_edge(edge),
                law="shared imports no domain",
                mend=f"move {unit} into {target}, or {spell_edge(edge)} to {SHARED}",
                group=f"shared -> {target}",
            )
