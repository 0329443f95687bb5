"""Forwarding in PHP: an alias by which a class goes on being found under its old name."""

from collections.abc import Sequence

from yandrel.languages.forwards import SIGN


def write_forwarding(old: str, new: str, names: Sequence[tuple[str, str]]) -> str:
    """Return statements that give classes of one namespace, by their new names, the names of another."""
    lines = [f"class_alias(\\{new}\\{now}::class, '{old}\\{before}');" for before, now in names]
    return "\n".join([f"// {SIGN} {new}: import from there.", *lines, ""])


__all__ = ["write_forwarding"]
