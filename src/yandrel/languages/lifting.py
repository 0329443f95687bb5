"""Handlers that are written where their route is: what they are called once they have a name."""

import re
from dataclasses import dataclass, field

from yandrel.model.words import camel, plural, singular, words_of

GENERIC = re.compile(r"api|rest|v\d+")
"""Parts of paths that say nothing of what is done: all paths of an application begin with them."""
PARAMETER = re.compile(r"[:{*<(]")


@dataclass
class Lifted:
    """A text with its handlers named: the new names, with the lines of what they stand for in the old text.

    `concepts` are what functions of routes are about, by their names.
    `owners` are the applications and routers that routes are declared on, `members` what left the type that
    it was a member of, `whole` the lines that need nothing done, `notes` what stays in place and why, by
    line.
    """

    text: bytes
    handlers: dict[str, tuple[int, int]] = field(default_factory=dict)
    routers: dict[str, tuple[int, int]] = field(default_factory=dict)
    helpers: dict[str, tuple[int, int]] = field(default_factory=dict)
    types: dict[str, tuple[int, int]] = field(default_factory=dict)
    concepts: dict[str, str] = field(default_factory=dict)
    owners: frozenset[str] = frozenset()
    members: set[str] = field(default_factory=set)
    whole: list[tuple[int, int]] = field(default_factory=list)
    notes: list[tuple[int, str, str]] = field(default_factory=list)


def handler_name(method: str, path: str, taken: set[str]) -> str:
    """Return a name for a handler that has none, by its method and path."""
    parts = [part for part in path.strip("/").split("/") if part]
    plain = [part for part in parts if not PARAMETER.search(part)]
    telling = [part for part in plain if not GENERIC.fullmatch(part)]
    words = ["_".join(words_of(part)) for part in telling or plain] or ["root"]
    one = bool(parts) and parts[-1] not in plain
    many = words[-1] == plural(words[-1]) and words[-1] != "root"
    last = singular(words[-1]) if one or method != "get" else words[-1]
    verbs = {"get": "show" if one else ("list" if many else "get"), "put": "update", "patch": "update"}
    verb = verbs.get(method, "create" if method == "post" and many and not one else method)
    stem = camel("_".join([verb, *(singular(word) for word in words[:-1]), last]))
    name, number = stem, 2
    if name in taken:
        name = stem = stem + "Handler"
    while name in taken:
        name, number = f"{stem}{number}", number + 1
    return name


STAYS = "its handler is written in place, and stays; give it a name first"
