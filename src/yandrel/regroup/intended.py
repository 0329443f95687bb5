"""The moves that a layout to come would make, and the files that stay, each with the reason."""

from collections import Counter
from collections.abc import Collection, Mapping
from dataclasses import dataclass, field

from yandrel.errors import ConfigError
from yandrel.layout.config import SHARED
from yandrel.model.graph import State
from yandrel.regroup.belonging import Belonging, BelongingReader
from yandrel.regroup.folders import FolderReader
from yandrel.regroup.places import PlaceFinder
from yandrel.regroup.target import Target
from yandrel.survey.homes import find_home
from yandrel.survey.picture import Picture

BESIDE = 1000
"""How much more an import counts between files of one folder, which may be a package that loads both."""
KEPT_ROLES = frozenset({"entry", "migration"})
"""Roles whose files stay where they are: other programs know their places."""


@dataclass(frozen=True)
class Intended:
    """One file that is to move, with what it belongs to; `home` is the pattern of such places."""

    source: str
    target: str
    belonging: Belonging
    home: str = ""


@dataclass
class Intentions:
    """All that a layout would move, and what it would not, with the reason."""

    moves: list[Intended] = field(default_factory=list)
    stays: dict[str, str] = field(default_factory=dict)
    at_home: int = 0
    clashes: list[tuple[Intended, Intended]] = field(default_factory=list)

    def of_domain(self, domain: str) -> list[Intended]:
        return [move for move in self.moves if move.belonging.domain == domain]


def find_intentions(picture: Picture, target: Target) -> Intentions:
    """Return what a layout would move.

    Raises ConfigError where a written one sends two files to one place.
    """
    found = Intentions()
    reader = BelongingReader(picture)
    places = PlaceFinder(FolderReader(picture), target)
    planned = Picture(picture.index, target.written, picture.readings) if target.written is not None else None
    if planned is not None:
        planned.domains = picture.domains
    for unit in picture.counted():
        reading = picture.readings[unit]
        if picture.layout.is_fixed(unit) or reading.role in KEPT_ROLES:
            continue
        if picture.index.language(unit).is_package_marker(unit):
            found.stays[unit] = "it is its package's own file"
            continue
        role = reading.role or places.folders.role_by_place(unit)
        if not role:
            if planned is None and places.stands_right(unit, picture.domain(unit)):
                found.at_home += 1
            else:
                found.stays[unit] = "no role is told"
            continue
        parts = reader.parts(unit, role) if planned is None else {}
        if parts and _take_apart(found, places, unit, parts):
            continue
        belonging = reader.read(unit, role)
        if planned is not None:
            _read_written(found, planned, unit, belonging)
        else:
            _read_built_in(found, places, unit, belonging)
    if target.written is None:
        _leave_single_files(found, places)
    _settle_clashes(found, target)
    return found


def _leave_single_files(found: Intentions, places: PlaceFinder) -> None:
    """Make no folder for one file: a domain of which nothing else moves, and which has none, gets none."""
    sizes = Counter(move.belonging.domain for move in found.moves)
    alone = {domain for domain, count in sizes.items() if count == 1 and domain not in ("", SHARED)}
    for move in [move for move in found.moves if move.belonging.domain in alone]:
        folder = move.target.rpartition("/")[0]
        if places.target.is_by_domain(move.source) and folder not in places.folders.folders:
            found.moves.remove(move)
            found.stays[move.source] = f"nothing else of {move.belonging.domain} would move"


def _take_apart(found: Intentions, places: PlaceFinder, unit: str, parts: Mapping[str, Belonging]) -> bool:
    """Send the definitions of a file to their domains; return whether the layout has places for them."""
    moves = []
    for name, belonging in parts.items():
        place = places.place_of_part(unit, belonging)
        if place and place != unit:
            moves.append(Intended(f"{unit}:{name}", f"{place}:{name}", belonging))
    found.moves += moves
    return bool(moves)


def _read_written(found: Intentions, planned: Picture, unit: str, belonging: Belonging) -> None:
    if belonging.role not in planned.layout.roles:
        found.stays[unit] = f"the layout has no role {belonging.role}"
        return
    home = find_home(planned, unit, belonging.role)
    if not home:
        found.stays[unit] = f"the home of {belonging.role} needs a domain, and {belonging.why}"
    elif home == unit:
        found.at_home += 1
    else:
        found.moves.append(Intended(unit, home, belonging))


def _read_built_in(found: Intentions, places: PlaceFinder, unit: str, belonging: Belonging) -> None:
    by_domain = places.target.is_by_domain(unit)
    if not belonging.domain and by_domain and places.keeps_shared(unit, belonging.role):
        belonging = Belonging(belonging.role, SHARED, True, f"the layout has every {belonging.role} there")
    if not belonging.domain and by_domain:
        found.stays[unit] = belonging.why
        return
    place = places.place_of(unit, belonging)
    if place is None and places.folders.top_of(unit, belonging.domain) is None:
        found.stays[unit] = "it stands in no folder of a role or of its domain"
    elif place is None and by_domain and places.stands_right(unit, belonging.domain):
        found.at_home += 1
    elif place is None:
        found.stays[unit] = f"the layout has one place for {belonging.role}, whatever it is about"
    elif place.path == unit:
        found.at_home += 1
    else:
        found.moves.append(Intended(unit, place.path, belonging, place.home))


def _settle_clashes(found: Intentions, target: Target) -> None:
    """Leave out what would go where another file goes."""
    first: dict[str, Intended] = {}
    for move in found.moves:
        if ":" in move.source:
            continue
        other = first.setdefault(move.target.lower(), move)
        if other is not move:
            found.clashes.append((other, move))
    if found.clashes and target.written is not None:
        one, other = found.clashes[0]
        more = f", and {len(found.clashes) - 1} more such pairs" if len(found.clashes) > 1 else ""
        raise ConfigError(
            f"sends {one.source} and {other.source} to one place, {one.target}{more}",
            where=target.name,
            todo=f"give the home of {other.belonging.role} a {{name}}",
        )
    late = {id(move) for _, move in found.clashes}
    found.moves = [move for move in found.moves if id(move) not in late]
    for one, other in found.clashes:
        found.stays[other.source] = f"{one.source} would have the same place, {one.target}"


def order_of_steps(picture: Picture, intentions: Intentions, only: Collection[str]) -> list[str]:
    """Return the domains in the order of their steps: what is shared first, then those that others use least.

    Packages load all that they hold: so what moves out must not be needed by what is still in them.
    """
    left = {move.belonging.domain for move in intentions.moves}
    left = {name for name in left if not only or name in only}
    whole = [move for move in intentions.moves if ":" not in move.source]
    used = _uses_between(picture, {move.source: move.belonging.domain for move in whole})
    order = [name for name in ("", SHARED) if name in left]
    left -= set(order)
    while left:
        entering = {name: sum(used.get((other, name), 0) for other in left) for name in left}
        first = min(left, key=lambda name: (entering[name], name))
        order.append(first)
        left.remove(first)
    return order


def _uses_between(picture: Picture, domains: Mapping[str, str]) -> Counter[tuple[str, str]]:
    """Count the imports from files of one domain that move to those of another."""
    found: Counter[tuple[str, str]] = Counter()
    for unit, domain in domains.items():
        for edge in picture.index.edges_of(unit):
            other = domains.get(edge.unit, domain)
            if edge.state == State.FOUND and other != domain:
                beside = unit.rpartition("/")[0] == edge.unit.rpartition("/")[0]
                found[domain, other] += BESIDE if beside else 1
    return found


__all__ = ["Intended", "Intentions", "find_intentions", "order_of_steps"]
