"""Keep groups of imports sorted that were sorted before a change, by the order that the file itself has."""

import re
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise

Key = Callable[[re.Match[bytes]], object]
FEW_OF_MANY = 8
"""One statement in so many may be out of order in a group that still counts as sorted."""


@dataclass(frozen=True)
class Order:
    """The form of imports in a language, and the orders in which people sort them, the usual one first.

    `statement` matches one import statement that begins a line, to the end of its last line. `acts` tells
    of one that only loads something: it keeps its place, and nothing is sorted across it.
    """

    statement: re.Pattern[bytes]
    keys: tuple[Key, ...]
    acts: Callable[[re.Match[bytes]], bool] = lambda found: False


@dataclass(frozen=True)
class Group:
    """Import statements that follow each other without a line between them."""

    statements: tuple[re.Match[bytes], ...]

    @property
    def texts(self) -> list[bytes]:
        """The statements as they are written."""
        return [found[0] for found in self.statements]

    def is_sorted(self, key: Key) -> bool:
        """Whether the statements stand in an order."""
        return self.count_steps_back(key) == 0

    def is_nearly_sorted(self, key: Key) -> bool:
        """Whether all but a few statements of many stand in an order."""
        return self.count_steps_back(key) * FEW_OF_MANY <= len(self.statements)

    def count_steps_back(self, key: Key) -> int:
        """Return how often a statement stands after one that it should stand before."""
        keys = [key(found) for found in self.statements]
        return sum(_less(later, earlier) for earlier, later in pairwise(keys))


def keep_order(order: Order, before: bytes, after: bytes) -> bytes:
    """Return a changed text with the imports sorted in each group that was sorted before the change."""
    groups = [group for group in find_groups(order, after) if len(group.statements) > 1]
    if not groups:
        return after
    old = [group for group in find_groups(order, before) if len(group.statements) > 1]
    known = {tuple(group.texts) for group in old}
    for group in reversed(groups):
        if tuple(group.texts) in known:
            continue
        alike = _find_alike(group, old)
        key = _key_of(order, alike, old) if alike is not None else None
        if alike is None or key is None or group.is_sorted(key):
            continue
        ordered = (
            sorted(group.statements, key=lambda found: _Sortable(key(found)))
            if alike.is_sorted(key)
            else _put_in(group, {*alike.texts}, key)
        )
        after = _rewritten(after, group, ordered)
    return after


def find_groups(order: Order, text: bytes) -> Iterator[Group]:
    """Yield the groups of imports of a text."""
    group: list[re.Match[bytes]] = []
    for found in order.statement.finditer(text):
        if group and text[group[-1].end() : found.start()].strip(b"\r") != b"\n":
            yield Group(tuple(group))
            group = []
        if order.acts(found):
            if group:
                yield Group(tuple(group))
            group = []
        else:
            group.append(found)
    if group:
        yield Group(tuple(group))


def _find_alike(group: Group, old: Sequence[Group]) -> Group | None:
    """Return the old group that shares most statements with a changed one; None where none does."""
    texts = set(group.texts)
    alike = max(old, key=lambda one: len(texts & set(one.texts)), default=None)
    return alike if alike is not None and texts & set(alike.texts) else None


def _key_of(order: Order, alike: Group, old: Sequence[Group]) -> Key | None:
    """Return the order that a group had before it was changed, or nearly had; None where it had none."""
    fitting = [key for key in order.keys if alike.is_sorted(key)]
    everywhere = [key for key in fitting if all(one.is_sorted(key) for one in old)]
    nearly = [key for key in order.keys if alike.is_nearly_sorted(key)]
    return next(iter([*everywhere, *fitting, *nearly]), None)


def _put_in(group: Group, known: set[bytes], key: Key) -> list[re.Match[bytes]]:
    """Return the statements of a nearly sorted group, with the new ones where the order has them."""
    ordered = [found for found in group.statements if found[0] in known]
    for found in (found for found in group.statements if found[0] not in known):
        after = (at for at, other in enumerate(ordered) if _less(key(found), key(other)))
        ordered.insert(next(after, len(ordered)), found)
    return ordered


def _rewritten(text: bytes, group: Group, ordered: Sequence[re.Match[bytes]]) -> bytes:
    out = text[: group.statements[0].start()]
    for position, (slot, found) in enumerate(zip(group.statements, ordered, strict=True)):
        out += found[0]
        following = group.statements[position + 1 : position + 2]
        out += text[slot.end() : following[0].start() if following else len(text)]
    return out


class _Sortable:
    """A key whose parts are compared one by one."""

    def __init__(self, key: object) -> None:
        self.key = key

    def __lt__(self, other: "_Sortable") -> bool:
        return _less(self.key, other.key)


def _less(one: object, other: object) -> bool:
    return bool(one < other)  # type: ignore[operator]


def is_same_but_for_order(text: bytes, ordered: bytes) -> bool:
    """Whether two texts have the same lines."""
    return sorted(text.splitlines()) == sorted(ordered.splitlines())


def by(name: str) -> Key:
    """Return an order by a part of the statement, as its bytes are."""
    return lambda found: found[name] or b""


def by_folded(name: str, separator: bytes = b"", instead: bytes = b"") -> Key:
    """Return an order by a part in lower case, with another sign for its separator."""

    def key(found: re.Match[bytes]) -> object:
        text = (found[name] or b"").lower()
        return text.replace(separator, instead) if separator else text

    return key


__all__ = ["Group", "Key", "Order", "by", "by_folded", "find_groups", "is_same_but_for_order", "keep_order"]
