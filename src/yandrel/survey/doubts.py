"""Doubts: files that lie together and whose role is not told, as questions to the user."""

from collections import Counter, defaultdict
from collections.abc import Mapping

from msgspec.structs import replace

from yandrel.model.facts import TYPE_KINDS
from yandrel.model.results import Question
from yandrel.model.words import singular, words_of
from yandrel.survey.belief import believed
from yandrel.survey.own_roles import with_own_roles
from yandrel.survey.picture import Picture, take_picture
from yandrel.survey.signs import stem_of

FEWEST = 3
MOST_QUESTIONS = 12
NEARLY_ALL = 0.8
MOSTLY = 0.6
"""The share of a folder's files that must be in doubt for its name to propose a role for them."""
PROPOSED = 3


def find_questions(picture: Picture) -> list[Question]:
    """Return the folders whose files have no role that could be written down, those with most files first."""
    firm = believed(with_own_roles(picture))
    held = Counter(_folder(unit) for unit in firm.counted())
    doubtful: dict[str, list[str]] = defaultdict(list)
    for unit in firm.counted():
        if not firm.role(unit):
            doubtful[_folder(unit)].append(unit)
    questions = [
        _question(picture, folder, units, held[folder])
        for folder, units in doubtful.items()
        if folder and len(units) >= FEWEST
    ]
    return sorted(questions, key=lambda q: (-len(q.files), q.folder))[:MOST_QUESTIONS]


def with_answers(picture: Picture, questions: list[Question], answers: Mapping[str, str]) -> Picture:
    """Return a picture in which files have the roles that were answered, by folder."""
    told = {unit: answers[q.folder] for q in questions if answers.get(q.folder) for unit in q.files}
    if not told:
        return picture
    known = dict(picture.readings)
    known |= {unit: replace(known[unit], role=role, chance=1.0) for unit, role in told.items()}
    return take_picture(picture.index, picture.layout, known)


def _question(picture: Picture, folder: str, units: list[str], held: int) -> Question:
    """Return what to ask about a folder: what its files have in common, and what they may be."""
    base = _shared(Counter(base for unit in units for base in _bases(picture, unit)), len(units))
    ending = _shared(Counter(_ending(unit) for unit in units), len(units))
    if base:
        common = f"have the base {base}"
    elif ending:
        common = f"are called ...{ending}"
    else:
        common = "have no base and no ending in common"
    guesses = Counter(role for unit in units if (role := picture.role(unit)))
    name = _one_of("_".join(words_of(folder.rpartition("/")[2])))
    proposed = [
        "_".join(words_of(base)) if base else "",
        _one_of(ending),
        name if len(units) >= MOSTLY * held else "",
        *(role for role, _ in guesses.most_common(1)),
    ]
    roles = list(dict.fromkeys(role for role in proposed if role and role.isidentifier()))
    return Question(folder, sorted(units), common, roles[:PROPOSED])


def _one_of(word: str) -> str:
    """Return the singular of a plural word, and any other as it is: `rule` for `rules`, `mta` for `mta`."""
    return singular(word) if word.endswith("s") else word


def _shared(counts: Counter[str], total: int) -> str:
    """Return what nearly all have; nothing where there is no such thing."""
    counts.pop("", None)
    found, count = counts.most_common(1)[0] if counts else ("", 0)
    return found if count >= NEARLY_ALL * total else ""


def _bases(picture: Picture, unit: str) -> set[str]:
    """Return the bases of a file's types, without the names that every type could have."""
    definitions = picture.index.facts[unit].definitions
    named = {base.rpartition(".")[2] for d in definitions if d.kind in TYPE_KINDS for base in d.bases}
    return named - {"object", "ABC", "Protocol", "Enum"}


def _ending(unit: str) -> str:
    words = words_of(stem_of(unit))
    return words[-1] if len(words) > 1 else ""


def _folder(unit: str) -> str:
    return unit.rpartition("/")[0]
