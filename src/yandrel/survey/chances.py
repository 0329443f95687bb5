"""Chances: the likelihood of each role for each file, from all signs together.

The chance of a role is a softmax over all roles and `none` of the sums of weighted signs; one weight a sign,
whatever the role, and one bias a role, fitted by logistic regression on labelled files
(`benchmarks/understanding`). A second pass adds what the files beside a file are, and those around it.
"""

import math
from collections import defaultdict
from collections.abc import Iterable, Mapping
from functools import cache
from importlib.resources import files

import msgspec

from yandrel.index.code import CodeIndex
from yandrel.model.facts import Facts
from yandrel.model.words import singular, words_of
from yandrel.survey.signs import ABOVE, BARE, BELOW, SIGNS, Signs, stem_of
from yandrel.survey.vocabulary import NONE, ROLES

ENOUGH_BESIDE = 3
ENOUGH_ALIKE = 4
ALIKE = {
    "base": "others with the base {}",
    "name": "others called {}",
    "place": "those in the other folders of {}/",
}
KINDRED = dict.fromkeys(("route", "controller"), frozenset(["route", "controller"]))
"""Roles that one file often has both of, so that a doubt between them is none about what it is."""
LIKELY = 0.4
"""The chance below which nothing is claimed, where another role is nearly as likely."""
LEADING = 0.3


class Weights(msgspec.Struct, frozen=True):
    """Weights of one pass: of each sign, and the bias of each role."""

    signs: dict[str, float]
    bias: dict[str, float]


class TwoPasses(msgspec.Struct, frozen=True):
    """The weights of both passes."""

    first: Weights
    second: Weights


@cache
def load_weights() -> TwoPasses:
    """Return the fitted weights."""
    data = files("yandrel.survey").joinpath("weights.json").read_bytes()
    return msgspec.json.decode(data, type=TwoPasses)


def chances_of(signs: Signs, weights: Weights) -> dict[str, float]:
    """Return the chance of each role by the softmax of the weighted signs."""
    order = [weights.signs.get(sign, 0.0) for sign in SIGNS]
    scores = {role: weights.bias.get(role, 0.0) for role in ROLES}
    for role in scores.keys() & signs.by_role.keys():
        held = signs.by_role[role]
        scores[role] += sum(order[place] * value for place, value in held.items())
    highest = max(scores.values())
    powers = {role: math.exp(score - highest) for role, score in scores.items()}
    total = sum(powers.values())
    return {role: power / total for role, power in powers.items()}


def read_around(
    index: CodeIndex, all_signs: Mapping[str, Signs], first: Mapping[str, Mapping[str, float]]
) -> None:
    """Add to the signs of each unit what the units beside it, alike and around it are, by the first pass."""
    _read_beside(all_signs, first)
    _read_alike(index, all_signs, first)
    _read_neighbours(index, all_signs, first)


def _read_beside(all_signs: Mapping[str, Signs], first: Mapping[str, Mapping[str, float]]) -> None:
    folders: dict[str, list[str]] = defaultdict(list)
    for unit in all_signs:
        folders[unit.rpartition("/")[0]].append(unit)
    for folder, units in folders.items():
        if len(units) > 1:
            _note_group(units, all_signs, first, "beside", ENOUGH_BESIDE, f"the other files in {folder}/")


def _read_alike(
    index: CodeIndex, all_signs: Mapping[str, Signs], first: Mapping[str, Mapping[str, float]]
) -> None:
    groups: dict[tuple[str, str], list[str]] = defaultdict(list)
    for unit in all_signs:
        for group in _groups_of(unit, index.facts[unit]):
            groups[group].append(unit)
    for (what, name), units in groups.items():
        if len(units) > 2:
            text = ALIKE[what].format(name)
            _note_group(units, all_signs, first, "alike", ENOUGH_ALIKE, text)


def _groups_of(unit: str, facts: Facts) -> Iterable[tuple[str, str]]:
    folder, _, file_name = unit.rpartition("/")
    if file_name.partition(".")[0] in BARE:
        yield "place", folder.rpartition("/")[0]
    else:
        words = words_of(stem_of(unit))
        yield "name", singular(words[-1]) if words else ""
    bases = {base for d in facts.definitions for base in d.bases[:1] if d.last_line - d.line > 3}
    for base in sorted(bases)[:3]:
        yield "base", base.rpartition(".")[2]


def _note_group(
    units: list[str],
    all_signs: Mapping[str, Signs],
    first: Mapping[str, Mapping[str, float]],
    sign: str,
    enough: int,
    text: str,
) -> None:
    """Give each unit of a group the mean chances of the others."""
    sums = {role: sum(first[unit][role] for unit in units) for role in ROLES}
    others = len(units) - 1
    scale = min(1.0, others / enough) / others
    for unit in units:
        for role in ROLES:
            value = (sums[role] - first[unit][role]) * scale
            if value > 0.03:
                all_signs[unit].note(role, sign, value, text)


def _read_neighbours(
    index: CodeIndex, all_signs: Mapping[str, Signs], first: Mapping[str, Mapping[str, float]]
) -> None:
    users: dict[str, set[str]] = defaultdict(set)
    used: dict[str, set[str]] = defaultdict(set)
    for unit in all_signs:
        for edge in index.edges_of(unit):
            if edge.unit != unit and edge.unit in all_signs:
                users[edge.unit].add(unit)
                used[unit].add(edge.unit)
    for unit, signs in all_signs.items():
        above, below = users.get(unit, set()), used.get(unit, set())
        for role in ROLES:
            values = []
            if above and role in ABOVE:
                values.append(_mean_chance(above, ABOVE[role], first))
            if below and role in BELOW:
                values.append(_mean_chance(below, BELOW[role], first))
            if values and max(values) > 0.05:
                signs.note(role, "chain", sum(values) / len(values), "by what uses it, and what it uses")
        if above:
            count = len(above)
            signs.note("helper", "users", 1.0 - 1.0 / (1.0 + count / 4.0), f"{count} files use it")


def _mean_chance(
    units: Iterable[str], roles: tuple[str, ...], first: Mapping[str, Mapping[str, float]]
) -> float:
    sums = [sum(first[unit].get(role, 0.0) for role in roles) for unit in units]
    return sum(sums) / len(sums)


class Verdict(msgspec.Struct, frozen=True):
    """The likeliest role of a unit, its chance, the signs that say most for it, and all chances."""

    role: str
    chance: float
    why: tuple[tuple[str, float], ...]
    chances: dict[str, float]

    @property
    def is_likely(self) -> bool:
        """Whether the role can be told: likely in itself, or half as much again as any other."""
        alike = KINDRED.get(self.role, frozenset([self.role]))
        chance = sum(self.chances.get(role, 0.0) for role in alike)
        others = (chance for role, chance in self.chances.items() if role not in alike)
        return bool(self.role) and (chance >= LIKELY or (chance >= LEADING and 2 * chance >= 3 * max(others)))

    def holds(self, role: str) -> bool:
        """Whether a role that definitions show is as likely as any other, though not likely in itself."""
        others = (chance for other, chance in self.chances.items() if other not in (role, NONE))
        return bool(role) and self.chances.get(role, 0.0) >= max(others, default=0.0)


def judge_roles(index: CodeIndex, all_signs: Mapping[str, Signs]) -> dict[str, Verdict]:
    """Return the likeliest role of each unit; an empty role where that is none."""
    weights = load_weights()
    first = {unit: chances_of(signs, weights.first) for unit, signs in all_signs.items()}
    read_around(index, all_signs, first)
    return {unit: _verdict(signs, weights.second) for unit, signs in all_signs.items()}


def _verdict(signs: Signs, weights: Weights) -> Verdict:
    chances = chances_of(signs, weights)
    role = max(ROLES, key=lambda r: chances[r])
    called = [r for r in ROLES if signs.value(r, "whole") >= 1.0 and 2 * chances[r] >= chances[role]]
    role = max(called, key=lambda r: chances[r]) if called and role != NONE else role
    named = "" if role == NONE else role
    return Verdict(named, round(chances[role], 3), contributions(signs, role, weights), chances)


def contributions(signs: Signs, role: str, weights: Weights) -> tuple[tuple[str, float], ...]:
    """Return the three signs that say most for a role, in words, with their weight times their value."""
    said: dict[str, float] = {}
    for place, value in signs.by_role.get(role, {}).items():
        amount = weights.signs.get(SIGNS[place], 0.0) * value
        text = signs.texts.get((role, place), "")
        if amount > 0.05 and text:
            said[text] = said.get(text, 0.0) + amount
    best = sorted(said.items(), key=lambda item: -item[1])[:3]
    return tuple((text, round(amount, 1)) for text, amount in best)
