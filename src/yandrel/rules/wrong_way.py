"""wrong-way."""

from collections.abc import Iterable
from shlex import quote

from yandrel.model.facts import When
from yandrel.model.graph import Edge
from yandrel.model.results import Finding
from yandrel.model.words import with_article, words_of
from yandrel.rules.protocol import Context, spell_edge
from yandrel.survey.vocabulary import ROLES

COMPOSERS = ("entry", "test", "migration")
BETWEEN = ("controller", "service", "command", "query", "repository", "model")
"""Roles that one goes through, by name or as a custom of the application's own."""


class WrongWay:
    """One role imports another that no arrow allows.

    Layers keep changes small: when a controller reads a table itself, a change of the table
    reaches the controller. What counts is what the import finally leads to, whatever re-exports it.

    Bad, with `route -> controller -> service -> repository`:

        # waxmoor/controllers/hive_controller.py
        from waxmoor.repositories.hive_repository import find_hive

    Good:

        # waxmoor/controllers/hive_controller.py
        from waxmoor.services.hive_service import show_hive
    """

    name = "wrong-way"
    needs_layout = True
    whole = False
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        arrows = context.layout.arrows
        if not arrows.lines:
            return
        picture = context.picture
        for unit, edge in context.edges():
            source, target = picture.role(unit), picture.role(edge.unit)
            if not source or not target or arrows.allows(source, target):
                continue
            types = " (for types only)" if edge.when == When.TYPES else ""
            yield context.finding(
                self.name,
                unit,
                edge.line,
                f"{with_article(source)} imports {with_article(target)}{types}",
                target=spell_edge(edge),
                law=arrows.line_for(source),
                mend=_mend(context, unit, edge, source, target),
                command=_command(context, unit, edge, source, target),
                group=f"{source} -> {target}",
            )


def _mend(context: Context, unit: str, edge: Edge, source: str, target: str) -> str:
    """Name the unit between the two where there is one; else the move that would make it right."""
    arrows, picture = context.layout.arrows, context.picture
    between = [
        role
        for role in context.layout.roles
        if role not in (source, target, *COMPOSERS) and role in arrows.guarded
        and (role in BETWEEN or role not in ROLES)
        and arrows.allows(source, role) and arrows.allows(role, target)
    ]  # fmt: skip
    for role in between:
        for other in picture.readings:
            if picture.role(other) == role and picture.domain(other) == picture.domain(edge.unit):
                if picture.domain(other):
                    return f"go through {other}"
    if between:
        return f"go through {with_article(between[0])}"
    if _reverse(context, source, target) and edge.name:
        return f"move what it needs of {edge.name} to {unit}, or let {with_article(target)} hand it over"
    for role in context.layout.roles:
        if role not in arrows.guarded or role in (source, target, *COMPOSERS):
            continue
        if arrows.allows(role, target) and arrows.allows(role, source):
            return f"call both from {with_article(role)} and pass the result in"
    home = context.pattern_of(source)
    place = f" ({home.fixed_start})" if home is not None and home.fixed_start else ""
    return f"move what both need to where {with_article(source)} may look{place}"


def _command(context: Context, unit: str, edge: Edge, source: str, target: str) -> str:
    """Return the move of what is imported to where it may be, where the arrows lead the other way."""
    if not edge.name or not _is_aside(context, edge, target) or not _reverse(context, source, target):
        return ""
    return f"yandrel move {quote(spell_edge(edge))} {quote(unit)}"


def _is_aside(context: Context, edge: Edge, role: str) -> bool:
    """Whether a definition is neither what its file is called by, nor what gives the file its role."""
    stem = edge.unit.rpartition("/")[2].partition(".")[0]
    told = dict(context.picture.readings[edge.unit].definition_roles).get(edge.name)
    return told != role and words_of(stem) != words_of(edge.name)


def _reverse(context: Context, source: str, target: str) -> bool:
    """Whether the arrows lead from the target to the source, over other roles too."""
    arrows = context.layout.arrows
    reached, open_roles = {target}, [target]
    while open_roles:
        role = open_roles.pop()
        for other in context.layout.roles:
            if other not in reached and other in arrows.guarded and arrows.allows(role, other):
                reached.add(other)
                open_roles.append(other)
    return source in reached
