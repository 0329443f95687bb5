"""Forwarding in Python: an import by which a module hands on what has left it."""

from collections.abc import Sequence

from yandrel.languages.forwards import SIGN

LONGEST = 88


def write_forwarding(module: str, names: Sequence[str]) -> str:
    """Return the import that hands names of another module on, with a comment that says so."""
    line = f"from {module} import {', '.join(names)}  # noqa: F401"
    if len(line) > LONGEST:
        rows = "".join(f"    {name},\n" for name in names)
        line = f"from {module} import (  # noqa: F401\n{rows})"
    return f"# {SIGN} {module}: import from there.\n{line}\n"


__all__ = ["write_forwarding"]
