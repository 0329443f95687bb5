"""Forwarding in PHP: an alias by which a class goes on being found under its old name."""

from collections.abc import Sequence

from yandrel.languages.forwards import SIGN


def write_forwarding(old: str, new: str, names: Sequence[tuple[str, str]]) -> str:
    """Return a file that gives classes of one namespace, by their new names, the names of another."""
    lines = [f"class_alias(\\{new}\\{now}::class, '{old}\\{before}');" for before, now in names]
    return "\n".join(["<?php", "", f"// {SIGN} {new}: import them from there.", *lines, ""])


__all__ = ["write_forwarding"]
