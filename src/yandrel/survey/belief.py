"""What adoption may write down: roles that are certain, or that several files alike have together."""

from collections import defaultdict

from msgspec.structs import replace

from yandrel.model.words import singular, words_of
from yandrel.survey.picture import Picture, take_picture
from yandrel.survey.roles import WHOLE_TREES, Reading
from yandrel.survey.signs import BARE, stem_of
from yandrel.survey.vocabulary import roles_of_end

TOGETHER = ((2, 0.7), (3, 0.6), (5, 0.4))
"""How many files alike, and with which mean chance, make a role credible that none shows for certain."""


def believed(picture: Picture) -> Picture:
    """Return a picture without the roles that are neither certain nor those of several files alike."""
    if picture.layout.roles:
        return picture
    families: dict[tuple[str, str, str], list[Reading]] = defaultdict(list)
    for unit in picture.counted():
        for family in _families(unit, picture.readings[unit]):
            families[family].append(picture.readings[unit])
    credible = {
        reading.unit
        for readings in families.values()
        if any(
            len(readings) >= count and sum(r.chance for r in readings) >= mean * len(readings)
            for count, mean in TOGETHER
        )
        for reading in readings
    }
    known = dict(picture.readings)
    for unit, reading in known.items():
        if reading.role and reading.role not in WHOLE_TREES:
            if not reading.certain and reading.unit not in credible:
                known[unit] = replace(reading, role="", chance=0.0)
    found = take_picture(picture.index, picture.layout, known)
    found.domains = picture.domains  # a concept is told by roles that need not become law
    return found


def _families(unit: str, reading: Reading) -> list[tuple[str, str, str]]:
    """Return what a file is alike with others in: its folder, its name's end, a role's folder around it."""
    if not reading.role:
        return []
    words = words_of(stem_of(unit))
    folder, _, file_name = unit.rpartition("/")
    last = ("place", folder.rpartition("/")[0], reading.role)
    if file_name.partition(".")[0] not in BARE:
        last = ("name", singular(words[-1]) if words else "", reading.role)
    segments = folder.split("/")
    below = [
        ("below", "/".join(segments[: at + 1]), reading.role)
        for at, segment in enumerate(segments)
        if roles_of_end(segment, "").get(reading.role, 0.0) == 1.0
    ]
    return [("folder", folder, reading.role), last, *below]
