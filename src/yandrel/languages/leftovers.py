"""Calls that have no place in what is shipped: their names in each language, and where to look for them."""

import tomllib
from collections.abc import Iterable, Mapping
from functools import cache
from importlib.resources import files

KINDS = ("output", "debugger", "exit", "sleep")
_LISTS: dict[str, dict[str, list[str]]] = tomllib.loads(
    files("yandrel.languages").joinpath("leftovers.toml").read_text("utf-8")
)
TOKENS = frozenset(
    name.rpartition(".")[2].partition("/")[0].encode() + mark
    for lists in _LISTS.values()
    for names in lists.values()
    for name in names
    for mark in (b"", b"(")
)
"""The last part of each listed name, called or alone: a file without any of them needs no closer look."""


@cache
def leftover_kinds(language: str) -> Mapping[str, str]:
    """Return the kind of each listed call of a language, by its name as it is listed."""
    return {name: kind for kind, names in _LISTS.get(language, {}).items() for name in names}


def may_hold_leftovers(tokens: Iterable[bytes]) -> bool:
    """Whether a file with these words may hold a listed call of some language."""
    return not TOKENS.isdisjoint(tokens)
