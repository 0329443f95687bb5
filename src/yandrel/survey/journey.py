"""The journey from one arrangement to another: how many files are where the layout wants them from now on."""

from collections.abc import Mapping

from yandrel.layout.config import SHARED
from yandrel.layout.patterns import Pattern
from yandrel.model.words import singular, words_of
from yandrel.survey.picture import Picture


def find_journey(picture: Picture) -> tuple[int, int]:
    """Return how many files are in their domain's folder, and how many still in an older home without it.

    Both are 0 where no role has a first home with domains and an older one without.
    """
    there = waiting = 0
    for unit in picture.counted():
        role = picture.layout.roles.get(picture.role(unit))
        if role is None or picture.domain(unit) in ("", SHARED):
            continue
        first, *older = role.homes or (None,)
        if first is None or not _by_domain(first) or all(_by_domain(home) for home in older):
            continue
        if _is_of(first.match(unit), picture.domain(unit)):
            there += 1
        elif any(home.match(unit) is not None and not _by_domain(home) for home in older if home):
            waiting += 1
    return (there, waiting) if waiting else (0, 0)


def _is_of(values: Mapping[str, str] | None, domain: str) -> bool:
    """Whether a path fits a home with the folder of its own domain: `services` is one of a role."""
    if values is None:
        return False
    return singular("_".join(words_of(values.get("domain", "")))) == singular("_".join(words_of(domain)))


def _by_domain(home: Pattern) -> bool:
    """Whether a home has a folder a domain."""
    return any("{domain" in part for part in home.text.split("/")[:-1])


__all__ = ["find_journey"]
