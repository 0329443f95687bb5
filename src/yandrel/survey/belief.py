"""Belief: the roles that adoption may write down, certain ones and those of several files alike."""

from collections import Counter, defaultdict

from msgspec.structs import replace

from yandrel.model.words import singular, words_of
from yandrel.survey.picture import Picture, take_picture
from yandrel.survey.roles import WHOLE_TREES, Reading
from yandrel.survey.signs import BARE, stem_of
from yandrel.survey.vocabulary import roles_of_end

ALONE = 0.45
"""The chance that a file must have which is called by the role, or stands in a folder called so."""
TOGETHER = ((2, 0.7), (3, 0.6), (5, 0.4))
"""How many files alike, and with which mean chance, make a role credible that none shows for certain."""


def believed(picture: Picture) -> Picture:
    """Return a picture without the roles that are neither certain nor those of several files alike."""
    if picture.layout.roles:
        return picture
    held = Counter(unit.rpartition("/")[0] for unit in picture.counted())
    families: dict[tuple[str, str, str], list[Reading]] = defaultdict(list)
    for unit in picture.counted():
        for family in _families(unit, picture.readings[unit]):
            families[family].append(picture.readings[unit])
    credible = {
        reading.unit
        for family, readings in families.items()
        if any(
            len(readings) >= count and sum(r.chance for r in readings) >= mean * len(readings)
            for count, mean in TOGETHER
        )
        and (family[0] != "folder" or 2 * len(readings) >= held[family[1]])
        for reading in readings
    }
    known = dict(picture.readings)
    for unit, reading in known.items():
        if reading.role and reading.role not in WHOLE_TREES:
            if not reading.certain and reading.unit not in credible and not _is_called_so(unit, reading):
                known[unit] = replace(reading, role="", chance=0.0)
    found = take_picture(picture.index, picture.layout, known)
    found.domains = picture.domains  # a concept is told by roles that need not become law
    return found


def _is_called_so(unit: str, reading: Reading) -> bool:
    """Whether a file, or its folder, is called by its role alone: `errors.py`, `models/hive.go`."""
    stem, folder = stem_of(unit), unit.rpartition("/")[0].rpartition("/")[2]
    names = [name for name in (stem, folder) if len(words_of(name)) == 1]
    said = max((roles_of_end(name, "").get(reading.role, 0.0) for name in names), default=0.0)
    return said >= 1.0 and reading.chance >= ALONE


def _families(unit: str, reading: Reading) -> list[tuple[str, str, str]]:
    """Return what a file is alike with others in: its folder, its name's ends, a role's folder around it."""
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
    first = [("start", words[0], reading.role)] if len(words) > 1 else []
    return [("folder", folder, reading.role), last, *first, *below]
