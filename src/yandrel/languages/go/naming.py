"""Derive package names from import paths."""

import re

VERSION = re.compile(r"v\d+\Z")


def guess_name(path: str) -> str:
    """Return what a package outside is likely called."""
    return candidate_names(path)[0]


def candidate_names(path: str) -> list[str]:
    """Return what a package outside may be called, by its path, the likeliest first."""
    parts = path.split("/")
    last = parts.pop()
    if VERSION.match(last) and parts:
        last = parts.pop()
    last = re.sub(r"\.v\d+\Z", "", last)
    names = [last, last.removeprefix("go-"), last.removesuffix("-go"), last.removesuffix(".go")]
    names += [last.rpartition("-")[2], last.replace("-", ""), last.replace("-", "_"), last.rpartition(".")[2]]
    names += [last.partition(".")[0], last.partition("-")[0]]
    return [name for name in dict.fromkeys(names) if name.isidentifier()] or [last]
