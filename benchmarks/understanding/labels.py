"""Labels made by hand: what each file is, before anything was computed for it."""

import tomllib
from collections.abc import Iterator
from pathlib import Path
from typing import NamedTuple

HERE = Path(__file__).parent
NOTHING = "-"


class Label(NamedTuple):
    """One file: its path, and the kinds, roles and domains that are right for it."""

    path: str
    kinds: frozenset[str]
    roles: frozenset[str]
    domains: frozenset[str]


def applications(held_out: bool) -> dict[str, str]:
    """Return the applications by label file, with their folder below the sources."""
    table = tomllib.loads((HERE / "applications.toml").read_text("utf-8"))
    chosen = table["held_out" if held_out else "fitted"]
    return {name: str(place) for name, place in chosen.items()}


def read_labels(application: str) -> Iterator[Label]:
    """Yield the labels of one application."""
    for line in (HERE / "labels" / f"{application}.txt").read_text("utf-8").splitlines():
        path, kinds, roles, domains = line.rsplit(None, 3)
        yield Label(path, *(frozenset(text.split("|")) for text in (kinds, roles, domains)))
