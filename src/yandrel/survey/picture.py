"""The survey as a whole: roles and domains read once, for survey, adopt and check alike."""

from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property

from msgspec.structs import replace

from yandrel.index.code import CodeIndex
from yandrel.layout.config import SHARED, Layout
from yandrel.model.words import singular, words_of
from yandrel.survey.concepts import concept_words
from yandrel.survey.domains import DomainReader
from yandrel.survey.generated import generated_patterns
from yandrel.survey.kinds import find_kinds
from yandrel.survey.roles import Reading, Readings, RoleReader

OUTSIDE_THE_COUNT = frozenset({"test", "migration"})


@dataclass
class Picture:
    """The role and the domain of each file."""

    index: CodeIndex
    layout: Layout
    readings: Readings

    @cached_property
    def domains(self) -> Mapping[str, str]:
        """The domain of each unit; computed only where something asks for it."""
        return self.domain_reader.read()

    @cached_property
    def domain_reader(self) -> DomainReader:
        """The reader of the domains, which knows as well what told each."""
        return DomainReader(self.index, self.layout, self.readings)

    def role(self, unit: str) -> str:
        reading = self.readings.get(unit)
        return reading.role if reading is not None else ""

    def domain(self, unit: str) -> str:
        return self.domains.get(unit, "")

    def is_part(self, unit: str, domain: str) -> bool:
        """Whether a unit lies in a folder that is called by a domain, though it is another one's itself."""
        one = singular(domain)
        return any(singular("_".join(words_of(name))) == one for name in unit.split("/")[:-1])

    def is_counted(self, unit: str) -> bool:
        """Whether a unit counts in the figures: no tests, migrations, bare package markers or
        declarations of what another unit holds."""
        if self.role(unit) in OUTSIDE_THE_COUNT or self.readings[unit].unit != unit:
            return False
        facts = self.index.facts[unit]
        return bool(facts.definitions) or not self.index.language(unit).is_package_marker(unit)

    def counted(self) -> list[str]:
        return [unit for unit in self.readings if self.is_counted(unit)]


def take_picture(index: CodeIndex, layout: Layout, known: Mapping[str, Reading] | None = None) -> Picture:
    """Read the roles and domains of an application; `known` are readings that still hold.

    Where nothing is written down, what tools make is told by its paths.
    """
    if not layout.present and not layout.generated:
        layout = replace(layout, generated=generated_patterns(index.facts))
    return Picture(index, layout, Readings(index, layout, known or {}, find_kinds(index)))


@dataclass(frozen=True)
class Arrangement:
    """The arrangement of the folders, with the figures behind it."""

    name: str
    because: tuple[str, ...]


def find_arrangement(picture: Picture) -> Arrangement:
    """Tell role-first, domain-first, mixed, flat and one-file applications apart."""
    units = picture.counted()
    if not units:
        return Arrangement("empty", ("there is no source code here",))
    sizes = Counter({unit: picture.index.facts[unit].lines for unit in units})
    largest, lines = sizes.most_common(1)[0]
    total = sum(sizes.values()) or 1
    held = {role for _, role in picture.readings[largest].definition_roles}
    if len(units) < 4 or (lines * 10 >= total * 6 and len(held) >= 3):
        share = round(100 * lines / total)
        return Arrangement("one file", (f"{largest} holds {share} % of all lines",))
    first: Counter[str] = Counter()
    for unit in units:
        first[_first_telling(picture, unit)] += 1
    by_role, by_domain = first["role"], first["domain"]
    told = by_role + by_domain
    because = (
        f"{by_role} of {len(units)} files are in a folder named for a role first",
        f"{by_domain} in a folder named for a domain first, {first['']} in neither",
    )
    if told * 3 < len(units):
        return Arrangement("flat", because)
    if by_role * 10 >= told * 7:
        return Arrangement("role-first", because)
    if by_domain * 10 >= told * 7:
        return Arrangement("domain-first", because)
    return Arrangement("mixed", because)


def _first_telling(picture: Picture, unit: str) -> str:
    domain = picture.domain(unit)
    own = set(concept_words(domain)) if domain and domain != SHARED else set()
    from yandrel.model.words import singular
    from yandrel.survey.concepts import ROLE_WORDS

    single = {singular(domain)} if own else set()
    for segment in unit.split("/")[:-1]:
        rest = "_".join(concept_words(segment))
        if rest and singular(rest) in single:
            return "domain"
        if segment.lower() in ROLE_WORDS:
            return "role"
    return ""


def spread_of(picture: Picture) -> dict[str, int]:
    """Return for each domain how many folders hold its units."""
    folders: dict[str, set[str]] = {}
    for unit in picture.counted():
        domain = picture.domain(unit)
        if domain and domain != SHARED:
            folders.setdefault(domain, set()).add(unit.rpartition("/")[0])
    return {domain: len(found) for domain, found in folders.items()}


__all__ = ["Arrangement", "Picture", "RoleReader", "find_arrangement", "spread_of", "take_picture"]
