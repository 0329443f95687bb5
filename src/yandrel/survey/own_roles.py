"""Roles that only one application has: told by a folder whose files are named for what it holds."""

from collections import Counter
from collections.abc import Iterator

from msgspec.structs import replace

from yandrel.model.words import singular, words_of
from yandrel.survey.concepts import ROLE_WORDS, SHARED_WORDS, TEST_FOLDERS
from yandrel.survey.picture import Picture, take_picture

FEWEST = 5
SHORTEST = 3
VAGUE = ("", "gateway")
"""Roles that the application's own word says better."""
NEARLY_ALL = 0.8


def with_own_roles(picture: Picture) -> Picture:
    """Return a picture in which units have the roles that only this application has.

    `bridges/HiveBridge.php` is a bridge where nearly all that stands in `bridges/` is called so.
    """
    found = find_own_roles(picture)
    if not found:
        return picture
    known = dict(picture.readings)
    known |= {unit: replace(known[unit], role=role, chance=1.0) for unit, role in found.items()}
    return take_picture(picture.index, picture.layout, known)


def find_own_roles(picture: Picture) -> dict[str, str]:
    """Return the own role of each unit that has none that is more telling."""
    held: Counter[str] = Counter()
    named: dict[tuple[str, str], list[str]] = {}
    for unit in picture.counted():
        folders = list(_folders_of(unit))
        held.update(folders)
        if picture.role(unit) in VAGUE:
            for folder in folders:
                if role := _role_in(folder, unit):
                    named.setdefault((folder, role), []).append(unit)
    return {
        unit: role
        for (folder, role), units in named.items()
        if len(units) >= FEWEST and len(units) >= NEARLY_ALL * held[folder]
        for unit in units
    }


def _folders_of(unit: str) -> Iterator[str]:
    segments = unit.split("/")[:-1]
    return ("/".join(segments[: at + 1]) for at in range(len(segments)))


def _role_in(folder: str, unit: str) -> str:
    """Return what a folder is named for, where a unit in it is called that at its end."""
    *before, last = unit.rpartition("/")[2].split(".")[:-1] or [""]
    words = words_of(last)
    end = words[-1] if words and (before or len(words) > 1) else ""
    said = singular("_".join(words_of(folder.rpartition("/")[2])))
    if len(said) < SHORTEST or said in SHARED_WORDS or said in TEST_FOLDERS or said in ROLE_WORDS:
        return ""
    return said if end and singular(end) == said else ""
