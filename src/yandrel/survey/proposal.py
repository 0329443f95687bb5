"""A list of domains to confirm: each with its words, its files, and what told them."""

from collections import Counter

from yandrel.layout.config import SHARED
from yandrel.model.results import FORMAT_VERSION, DomainsReport, ProposedDomain
from yandrel.model.words import singular, words_of
from yandrel.survey.domains import DomainReader, Told
from yandrel.survey.picture import Picture

EXAMPLES = 3
WRITTEN = "yandrel.toml"


def propose_domains(picture: Picture) -> DomainsReport:
    """Return the domains that are told, the largest first, with the files that none of them has."""
    reader = picture.domain_reader
    found = reader.read()
    units = [unit for unit in picture.counted() if unit in found]
    by_domain: dict[str, list[str]] = {}
    for unit in units:
        by_domain.setdefault(found[unit], []).append(unit)
    rest = by_domain.pop("", [])
    shared = by_domain.pop(SHARED, [])
    rows = [_proposed(name, inside, reader, picture) for name, inside in by_domain.items()]
    return DomainsReport(
        FORMAT_VERSION,
        picture.layout.name or picture.index.tree.root.name,
        sorted(rows, key=lambda row: (-row.files, row.name)),
        len(units),
        len(shared),
        len(rest),
        rest[:EXAMPLES],
    )


def _proposed(name: str, units: list[str], reader: DomainReader, picture: Picture) -> ProposedDomain:
    told = [_told(unit, reader, picture) for unit in units]
    own = singular("_".join(words_of(name)))
    words = Counter(one.word for one in told if one.word and one.word != own)
    said = list(picture.layout.domain_words.get(name, ()))
    return ProposedDomain(
        name,
        len(units),
        len({unit.rpartition("/")[0] for unit in units}),
        list(dict.fromkeys([*said, *(word for word, _ in words.most_common())])),
        list(picture.layout.domains.get(name, ())),
        dict(Counter(one.by or WRITTEN for one in told).most_common()),
        units[:EXAMPLES],
    )


def _told(unit: str, reader: DomainReader, picture: Picture) -> Told:
    """Return what told the domain of a unit; nothing of it is a name where a home or pattern did."""
    found = reader.told_by(unit, picture.readings[unit])
    return found if found.domain == reader.domain_of(unit) else Told(found.domain)
