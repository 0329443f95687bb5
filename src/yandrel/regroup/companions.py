"""Tests that go along: those that stand in a folder which mirrors that of what they test."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from yandrel.languages.registry import language_of
from yandrel.model.graph import State
from yandrel.moves.whole_set import mirror_folder
from yandrel.survey.picture import Picture

MARKS = ("test_", "_test", "Tests", "Test", ".test", ".spec", "_spec", "-test", "IT")


@dataclass(frozen=True)
class Companion:
    """The new place of a test, and the files for whose sake it goes."""

    place: str
    subjects: frozenset[str]


def find_companions(picture: Picture, moves: Mapping[str, str]) -> dict[str, Companion]:
    """Return the new places of the tests of what moves: beside them or in a folder that mirrors theirs."""
    found: dict[str, Companion] = {}
    taken = set(moves.values())
    by_stem: dict[str, list[str]] = {}
    for unit in moves:
        by_stem.setdefault(_stem(unit), []).append(unit)
    for test in _tests(picture):
        if test in moves:
            continue
        companion = _place(picture, test, moves, by_stem)
        free = companion is not None and companion.place not in taken
        if companion is not None and free and not picture.index.files.exists(companion.place):
            found[test] = companion
            taken.add(companion.place)
    return found


def _tests(picture: Picture) -> Iterable[str]:
    return (unit for unit in picture.readings if picture.role(unit) == "test")


def _stem(unit: str) -> str:
    return unit.rpartition("/")[2].rpartition(".")[0]


def _tested(test: str) -> str:
    """Return the stem of the file that a test is called by."""
    stem = _stem(test)
    for mark in MARKS:
        stem = stem.removesuffix(mark) if not mark.endswith("_") else stem.removeprefix(mark)
    return stem


def _place(
    picture: Picture, test: str, moves: Mapping[str, str], by_stem: Mapping[str, list[str]]
) -> Companion | None:
    """Return where a test goes, and with what; None where it stays."""
    edges = {edge.unit for edge in picture.index.edges_of(test) if edge.state == State.FOUND}
    named = [unit for unit in by_stem.get(_tested(test), ()) if language_of(unit) == language_of(test)]
    subjects = [unit for unit in named if unit in edges or _folder(unit) == _folder(test)]
    subjects = subjects or named or [unit for unit in moves if unit in edges]
    places = {mirror_folder(_folder(test), _folder(unit), _folder(moves[unit])) for unit in subjects}
    if len(places) != 1:
        return None
    place = places.pop()
    if place is None or place == _folder(test):
        return None
    return Companion(f"{place}/{test.rpartition('/')[2]}", frozenset(subjects))


def _folder(unit: str) -> str:
    return unit.rpartition("/")[0]


__all__ = ["find_companions"]
