"""Match a pattern against a path in time linear in the path, whatever the pattern.

An expression that backtracks finds the same match, but may try exponentially many ways first.
Whether the rest of a pattern fits the rest of a path is computed once for each pair of places, from
the end; then the match is read off in the order in which an expression would prefer it.
"""

from collections.abc import Sequence

import msgspec


class Step(msgspec.Struct, frozen=True):
    """One step of a pattern: literal text, or a run of signs.

    A run takes at least `least` signs, slashes too where it `crosses` folders, as many as it can where
    it is `greedy`. `group` is the placeholder that it fills, -1 for none. An `optional` step of several,
    which stand for folders or for none, is skipped only where it does not fit.
    """

    text: str = ""
    least: int = 0
    crosses: bool = False
    greedy: bool = True
    group: int = -1
    optional: tuple["Step", ...] = ()


def match_steps(steps: Sequence[Step], path: str) -> list[str | None] | None:
    """Return what each placeholder stands for, by its number; None where the path does not fit."""
    flat, skips = _flatten(steps)
    fits = _fitting_places(flat, skips, path)
    if not fits[0][0]:
        return None
    groups: dict[int, str | None] = {step.group: None for step in flat if step.group >= 0}
    at = number = 0
    while number < len(flat):
        step = flat[number]
        if number in skips and not _enters(flat, fits, number, at, path):
            number = skips[number]
            continue
        start = at
        at = _end_of(step, fits, number, at, path)
        if step.group >= 0:
            groups[step.group] = path[start:at]
        number += 1
    return [groups[group] for group in sorted(groups)]


def _flatten(steps: Sequence[Step]) -> tuple[list[Step], dict[int, int]]:
    """Return single steps, and where each optional one goes on when it is skipped."""
    flat: list[Step] = []
    skips: dict[int, int] = {}
    for step in steps:
        if step.optional:
            skips[len(flat)] = len(flat) + len(step.optional)
            flat += step.optional
        else:
            flat.append(step)
    return flat, skips


def _fitting_places(flat: list[Step], skips: dict[int, int], path: str) -> list[bytearray]:
    """Return for each step, and for the end, at which places of the path all from there on fits."""
    length = len(path)
    fits = [bytearray(length + 1) for _ in range(len(flat) + 1)]
    fits[-1][length] = 1
    for number in range(len(flat) - 1, -1, -1):
        step, after, own = flat[number], fits[number + 1], fits[number]
        if step.text:
            _fit_text(step.text, path, after, own)
        else:
            _fit_run(step, path, after, own)
        if number in skips:
            beyond = fits[skips[number]]
            for at in range(length + 1):
                own[at] |= beyond[at]
    return fits


def _fit_text(text: str, path: str, after: bytearray, own: bytearray) -> None:
    size = len(text)
    at = path.find(text)
    while at >= 0:
        own[at] = after[at + size]
        at = path.find(text, at + 1)


def _fit_run(step: Step, path: str, after: bytearray, own: bytearray) -> None:
    """Fill in where a run can start: `rest` says whether it can go on as one that may be empty."""
    rest = after[len(path)]
    own[len(path)] = rest if not step.least else 0
    for at in range(len(path) - 1, -1, -1):
        taken = rest if step.crosses or path[at] != "/" else 0
        rest = after[at] | taken
        own[at] = taken if step.least else rest


def _enters(flat: list[Step], fits: list[bytearray], number: int, at: int, path: str) -> bool:
    """Whether an optional step fits here, so that it is preferred to skipping it."""
    after = fits[number + 1]
    step = flat[number]
    if step.text:
        return path.startswith(step.text, at) and bool(after[at + len(step.text)])
    end = at
    while True:
        if after[end]:
            return True
        if end == len(path) or (path[end] == "/" and not step.crosses):
            return False
        end += 1


def _end_of(step: Step, fits: list[bytearray], number: int, at: int, path: str) -> int:
    """Return where a step ends that starts at a place where it fits."""
    if step.text:
        return at + len(step.text)
    after = fits[number + 1]
    found = -1
    end = at
    taken = 0
    while True:
        if taken >= step.least and after[end]:
            found = end
            if not step.greedy:
                return found
        if end == len(path) or (path[end] == "/" and not step.crosses):
            return found
        end += 1
        taken += 1
