"""domain-crossing."""

from collections.abc import Iterable
from shlex import quote

from yandrel.layout.config import SHARED, Layout
from yandrel.model.graph import Edge
from yandrel.model.results import Finding
from yandrel.rules.protocol import Context, spell_edge
from yandrel.survey.homes import values_of

COMPOSERS = frozenset({"entry", "test", "migration", "config"})


class DomainCrossing:
    """A domain imports another one that it should not know, or not through its door.

    Domains that stay apart can be understood, tested and handed over one by one. With
    `domains = "apart"` a domain imports only itself and `shared`; with arrows, only what they
    allow; with a `door`, only the door's units. A door is judged by what the import names.

    Bad, with `domains = "apart"`:

        # waxmoor/harvests/service.py
        from waxmoor.keepers.repository import find_keeper

    Good:

        # waxmoor/harvests/service.py
        from waxmoor.shared.people import name_of
    """

    name = "domain-crossing"
    needs_layout = True
    whole = False
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        layout, picture = context.layout, context.picture
        if layout.domains_mode == "free" and not layout.doors:
            return
        if layout.domains_mode == "free" and not any(picture.domains.values()):
            return
        for unit, edge in context.edges():
            source, target = picture.domain(unit), picture.domain(edge.unit)
            if not source or not target or source == target or SHARED in (source, target):
                continue
            if picture.is_part(unit, target) or picture.is_part(edge.unit, source):
                continue
            if picture.role(unit) in COMPOSERS or _allowed(layout, source, target, edge):
                continue
            yield context.finding(
                self.name,
                unit,
                edge.line,
                f"{source} imports {target}",
                target=spell_edge(edge),
                law=_law(layout),
                mend=_mend(context, layout, unit, edge, source, target),
                command=_command(context, unit, edge, source, target),
                group=f"{source} -> {target}",
            )


def _allowed(layout: Layout, source: str, target: str, edge: Edge) -> bool:
    through_door = any(door.match(edge.named_unit) is not None for door in layout.doors)
    if layout.domains_mode == "free":
        return through_door
    if layout.domains_mode == "apart":
        return through_door
    pairs = {pair for line in layout.domain_arrows.lines for pair in line.pairs}
    known = (source, target) in pairs or (source, "*") in pairs or ("*", target) in pairs
    return known and (through_door or not layout.doors)


def _law(layout: Layout) -> str:
    if layout.doors:
        return "door = " + ", ".join(door.text for door in layout.doors)
    if layout.domains_mode == "arrows":
        return "domains = " + ", ".join(line.text for line in layout.domain_arrows.lines)
    return f'domains = "{layout.domains_mode}"'


def _mend(context: Context, layout: Layout, unit: str, edge: Edge, source: str, target: str) -> str:
    for door in layout.doors:
        for other in context.picture.readings:
            values = door.match(other)
            if values is not None and values.get("domain") == target:
                return f"import it from {other}"
    thing = f"{edge.unit}:{edge.name}" if edge.name else edge.unit
    if _only_user(context, unit, edge, target):
        return f"only {source} uses {thing}: it may belong there"
    return f"move {thing} to {SHARED}, or let {target} hand it over"


def _only_user(context: Context, unit: str, edge: Edge, target: str) -> bool:
    """Whether no other domain than the unit's own uses what it imports."""
    users = {
        context.picture.domain(other)
        for other in context.index.view(unit).importers_of(edge.unit)
        if other in context.picture.readings
    } - {"", SHARED}
    return len(users - {target}) == 1


def _command(context: Context, unit: str, edge: Edge, source: str, target: str) -> str:
    """Return the move of a unit into the only domain that uses it."""
    role = context.picture.role(edge.unit)
    home = context.pattern_of(role)
    if home is None or "domain" not in home.placeholders() or not _only_user(context, unit, edge, target):
        return ""
    values = values_of(context.picture, edge.unit, role) | {"domain": source}
    try:
        path = home.fill(values)
    except KeyError:
        return ""
    return f"yandrel move {quote(edge.unit)} {quote(path)}" if path != edge.unit else ""
