"""The figures of an application, to be compared: as they were and as they are, in all and by domain."""

from collections import Counter
from collections.abc import Iterator

from yandrel.layout.config import SHARED
from yandrel.model.graph import State
from yandrel.model.results import DomainFigures, Figures
from yandrel.model.routes import RouteTable
from yandrel.survey.picture import Picture, find_arrangement, spread_of

MANY_IN_A_FOLDER = 30


def figures_of(picture: Picture, table: RouteTable, covered: int) -> Figures:
    """Return the figures of an application; `covered` is how many files the rules say something of."""
    counted = picture.counted()
    spread = spread_of(picture)
    leaving, entering = _crossings(picture)
    files = Counter(domain for unit in counted if (domain := picture.domain(unit)) not in ("", SHARED))
    folders = Counter(unit.rpartition("/")[0] for unit in counted)
    return Figures(
        arrangement=find_arrangement(picture).name,
        files=len(counted),
        lines=sum(picture.index.facts[unit].lines for unit in counted),
        with_role=sum(bool(picture.role(unit)) for unit in counted),
        covered=covered,
        routes=sum(not route.outside for route in table.routes),
        mean_spread=round(sum(spread.values()) / len(spread), 1) if spread else 0.0,
        crossings=leaving.total(),
        crowded_folders=sum(count > MANY_IN_A_FOLDER for count in folders.values()),
        roles=dict(sorted(Counter(role for unit in counted if (role := picture.role(unit))).items())),
        domains={
            domain: DomainFigures(files[domain], spread.get(domain, 0), leaving[domain], entering[domain])
            for domain in sorted(files)
        },
    )


def _crossings(picture: Picture) -> tuple[Counter[str], Counter[str]]:
    """Count the imports between two domains: by the domain that imports, and by the imported one."""
    leaving: Counter[str] = Counter()
    entering: Counter[str] = Counter()
    for source, target in imports_between(picture):
        leaving[source] += 1
        entering[target] += 1
    return leaving, entering


def imports_between(picture: Picture) -> Iterator[tuple[str, str]]:
    """Yield the two domains of each import that leads from one to another."""
    for unit in picture.counted():
        source = picture.domain(unit)
        if source in ("", SHARED):
            continue
        for edge in picture.index.edges_of(unit):
            target = picture.domain(edge.unit) if edge.state == State.FOUND else ""
            if target in ("", SHARED, source) or picture.is_part(unit, target):
                continue
            if not picture.is_part(edge.unit, source):
                yield source, target
