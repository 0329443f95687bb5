"""The homes of roles on the way to another layout: the new ones first, the old while files are in them."""

import re
from collections import Counter
from collections.abc import Collection, Iterable, Mapping

from yandrel.errors import ConfigError
from yandrel.layout.config import Layout
from yandrel.layout.patterns import compile_pattern
from yandrel.regroup.intended import Intended

NAME = re.compile(r"\{([Nn])ame((?::\w+)*)\}")
Homes = dict[str, tuple[str, ...]]


def homes_with(
    layout: Layout, moves: Collection[Intended], written: Layout | None, strangers: Mapping[str, str]
) -> Homes:
    """Return the homes of each role that some moves give new ones: those, then the ones that it has.

    `strangers` are the files that stay, with their roles: a home that would take in those of another role is
    made narrower.
    """
    found: dict[str, Counter[str]] = {}
    for move in moves:
        role = move.belonging.role
        if role not in layout.roles:
            continue
        if written is not None and role in written.roles:
            found.setdefault(role, Counter()).update(home.text for home in written.roles[role].homes)
        elif move.home and _fits(move.home, move.target):
            found.setdefault(role, Counter())[move.home] += 1
    found = {role: _narrowed(counted, role, moves, strangers) for role, counted in found.items()}
    homes: Homes = {}
    for role, counted in found.items():
        fillable = [text for text, _ in counted.most_common() if compile_pattern(text).is_fillable()]
        known = [home.text for home in layout.roles[role].homes]
        homes[role] = tuple(dict.fromkeys([*fillable, *known]))
    return homes


def _narrowed(
    counted: Counter[str], role: str, moves: Collection[Intended], strangers: Mapping[str, str]
) -> Counter[str]:
    """Return the homes with those that fit strangers only for files called like their domain."""
    others = [path for path, other in strangers.items() if other != role]
    places = [move.target for move in moves if move.belonging.role == role]
    found: Counter[str] = Counter()
    for text, count in counted.items():
        if not any(_fits(text, path) for path in others):
            found[text] += count
            continue
        folder, _, name = text.rpartition("/")
        narrow = f"{folder}/{NAME.sub(_like_domain, name)}"
        fitting = sum(_fits(narrow, path) for path in places)
        if "{domain" in folder and 2 * fitting >= count:
            found[narrow] += fitting
            found.update(path for path in places if _fits(text, path) and not _fits(narrow, path))
        else:
            found[text] += count
    return found


def _like_domain(name: re.Match[str]) -> str:
    """Return the placeholder of a domain in the form of that of a name."""
    forms = [form for form in name[2].split(":") if form]
    return "{" + ":".join(["domain", "singular", *(["pascal"] if name[1] == "N" else []), *forms]) + "}"


def without_ties(layout: Layout, homes: Homes, paths: Iterable[str]) -> Homes:
    """Return the homes without those new ones that fit some path no better than another role's home."""
    left = {role: list(texts) for role, texts in homes.items()}
    known = {role: [home.text for home in found.homes] for role, found in layout.roles.items()}
    for path in paths:
        every = {role: left.get(role, texts) for role, texts in known.items()}
        fitting = [
            (pattern.weight, role, text)
            for role, texts in every.items()
            for text in texts
            if (pattern := compile_pattern(text)).match(path) is not None
        ]
        best = max((weight for weight, _, _ in fitting), default=None)
        tied = [(role, text) for weight, role, text in fitting if weight == best]
        for role, text in tied[1:] if len({role for role, _ in tied}) > 1 else ():
            if text in left.get(role, ()) and text not in known[role]:
                left[role].remove(text)
    return {role: tuple(texts) for role, texts in left.items() if texts and list(texts) != known[role]}


def _fits(pattern: str, path: str) -> bool:
    try:
        return compile_pattern(pattern).match(path) is not None
    except ConfigError:
        return False


def homes_left(
    homes: Mapping[str, tuple[str, ...]], new: Mapping[str, tuple[str, ...]], paths: Iterable[str]
) -> Homes:
    """Return the homes without the old ones in which no file is any more; `new` are those to keep."""
    there = list(paths)
    left: Homes = {}
    for role, texts in homes.items():
        kept = new.get(role, ())
        left[role] = tuple(
            text for text in texts
            if text in kept or any(compile_pattern(text).match(path) is not None for path in there)
        )  # fmt: skip
    return left


__all__ = ["Homes", "homes_left", "homes_with", "without_ties"]
