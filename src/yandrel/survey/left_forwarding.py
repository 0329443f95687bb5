"""Forwarding that was left behind: which files hand on what has left them, and who takes it there still."""

from collections.abc import Iterator
from dataclasses import dataclass

from yandrel.languages.forwards import find_forwarding
from yandrel.survey.picture import Picture


@dataclass(frozen=True)
class Forward:
    """One place in a file that forwards to another; `users` are the files that take something here."""

    unit: str
    line: int
    place: str
    users: tuple[str, ...]


def left_forwarding(picture: Picture) -> Iterator[Forward]:
    """Yield the places that forward, in the application's own files."""
    index = picture.index
    for unit in picture.readings:
        if index.facts[unit].forwards and not picture.layout.is_generated(unit):
            users = tuple(sorted(set(_users(picture, unit))))
            for line, place in find_forwarding(index.read_source(unit).data):
                yield Forward(unit, line, place, users)


def _users(picture: Picture, unit: str) -> Iterator[str]:
    """Yield the files that take from a file what is somewhere else."""
    index = picture.index
    for user in index.view(unit).importers_of(unit):
        if any(edge.named_unit == unit and edge.unit != unit for edge in index.edges_of(user)):
            yield user


__all__ = ["Forward", "left_forwarding"]
