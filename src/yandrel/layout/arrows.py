"""Arrows: which role may import which."""

import re
from collections.abc import Iterable, Mapping

import msgspec

from yandrel.errors import ConfigError, suggest

STEP = re.compile(r"(?:(?<!\s)\s++)?+(->|=>)\s*+")


class Arrow(msgspec.Struct, frozen=True):
    """One line of `may`: what it says, and the pairs that it allows."""

    text: str
    pairs: frozenset[tuple[str, str]]


class Arrows(msgspec.Struct, frozen=True):
    """All arrows together."""

    lines: tuple[Arrow, ...] = ()
    guarded: frozenset[str] = frozenset()
    _pairs: frozenset[tuple[str, str]] = frozenset()

    def allows(self, source: str, target: str) -> bool:
        """Whether one role may import another; unguarded roles may, and may be imported."""
        if source == target or source not in self.guarded or target not in self.guarded:
            return True
        pairs = self._pairs
        return (
            (source, target) in pairs
            or (source, "*") in pairs
            or ("*", target) in pairs
            or ("*", "*") in pairs
        )

    def line_for(self, source: str) -> str:
        """Return what the lines say of a role: its own line, or that it has none."""
        for line in self.lines:
            if any(pair[0] == source for pair in line.pairs):
                return line.text
        return f"no arrow leads from {source} to another role"


def read_arrows(
    lines: Iterable[str], groups: Mapping[str, tuple[str, ...]], known: Iterable[str], where: str
) -> Arrows:
    """Read lines of arrows; raises ConfigError for what is no role, no group, or no arrow."""
    read = tuple(_read_line(line, groups, frozenset(known), where) for line in lines)
    pairs = frozenset(pair for arrow in read for pair in arrow.pairs)
    guarded = {role for pair in pairs for role in pair if role != "*"}
    return Arrows(read, frozenset(guarded), pairs)


def _read_line(line: str, groups: Mapping[str, tuple[str, ...]], known: frozenset[str], where: str) -> Arrow:
    pieces = STEP.split(line.strip())
    sides = [_read_side(text, groups, known, line, where) for text in pieces[0::2]]
    steps = pieces[1::2]
    if not steps or any(not side for side in sides):
        raise ConfigError(f"{line!r} is no arrow", where=where, todo='write "a -> b" or "a => b => c"')
    pairs: set[tuple[str, str]] = set()
    for position, step in enumerate(steps):
        last = position + 1
        if step == "=>":
            while last < len(steps) and steps[last] == "=>":
                last += 1
        reached = sides[position + 1 : last + 1]
        if step == "=>" and last < len(steps):
            reached = sides[position + 1 : last + 1]
        pairs |= {(a, b) for side in reached for a in sides[position] for b in side}
    return Arrow(line, frozenset(pairs))


def _read_side(
    text: str, groups: Mapping[str, tuple[str, ...]], known: frozenset[str], line: str, where: str
) -> tuple[str, ...]:
    text = text.strip()
    names = text[1:-1].split() if text.startswith("{") and text.endswith("}") else [text]
    out: list[str] = []
    for name in names:
        if name in groups:
            out += groups[name]
        elif name == "*" or name in known:
            out.append(name)
        else:
            todo = suggest(name, [*known, *groups], "name a role of [roles] or a group")
            raise ConfigError(f"{line!r} names {name or 'nothing'}, which is no role", where=where, todo=todo)
    return tuple(out)
