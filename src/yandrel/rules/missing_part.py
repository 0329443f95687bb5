"""missing-part."""

from collections.abc import Iterable

from yandrel.layout.config import SHARED
from yandrel.model.results import Finding
from yandrel.model.words import singular
from yandrel.rules.protocol import Context

OTHERS = 3


class MissingPart:
    """A domain lacks a role that every other domain has.

    Bad: hives, inspections, keepers and seasons have a service each; harvests has none, and its
    controller does the work.

    Good: `services/harvest_service.py`, like the others.
    """

    name = "missing-part"
    needs_layout = True
    whole = True
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        picture = context.picture
        held: dict[str, dict[str, str]] = {}
        for unit in picture.counted():
            domain = picture.domain(unit)
            if domain and domain != SHARED:
                held.setdefault(domain, {}).setdefault(picture.role(unit), unit)
        full = {domain: roles for domain, roles in held.items() if len(roles) > 1}
        for role in context.layout.roles:
            pattern = context.pattern_of(role)
            if pattern is None or not {"name", "domain"} & pattern.placeholders() or role == "test":
                continue
            lacking = [domain for domain, roles in full.items() if role not in roles]
            if len(lacking) != 1 or len(full) - 1 < OTHERS:
                continue
            domain = lacking[0]
            if not _is_like_the_others(full, domain, role):
                continue
            yield context.finding(
                self.name,
                min(full[domain].values()),
                0,
                f"{domain} has no {role}; the {len(full) - 1} other domains have one",
                target=role,
                law=f'{role} = "{pattern.text}"',
                mend="add one, or say in yandrel.toml why not: `[[except]]`",
                command=f"yandrel new {role} {singular(domain)}",
                group=f"{domain} has no {role}",
            )


def _is_like_the_others(full: dict[str, dict[str, str]], domain: str, missing: str) -> bool:
    """Whether a domain has most of the roles that all others have: else it is of another kind."""
    common = set.intersection(*(set(roles) for other, roles in full.items() if other != domain))
    common -= {missing, ""}
    return bool(common) and 2 * len(common & full[domain].keys()) >= len(common)
