"""The role and domain of each file, with the reason: its place and name, else who uses it."""

from collections import Counter
from dataclasses import dataclass, replace

from yandrel.layout.config import SHARED
from yandrel.model.graph import State
from yandrel.model.words import singular, words_of
from yandrel.survey.picture import Picture
from yandrel.survey.roles import Reading

TOLD_FOR_CERTAIN = frozenset({"folder", "file"})
KEPT_AT_THE_TOP = frozenset({"entry", "config", "store", "migration", "test"})
"""Roles whose files are the whole application's, whoever uses them."""
SHOWN = 3
SEVERAL = 3
"""How many definitions of domains make a file that is taken apart."""


@dataclass(frozen=True)
class Belonging:
    """The role and the domain of a file; `why` is the reason in words, `certain` whether names say it."""

    role: str
    domain: str
    certain: bool
    why: str


class BelongingReader:
    """Tells what the files of an application belong to."""

    def __init__(self, picture: Picture) -> None:
        self.picture = picture
        self._reader = picture.domain_reader
        self._users: dict[str, Counter[str]] | None = None

    def read(self, unit: str, role: str) -> Belonging:
        """Return what a file of some role belongs to; no domain where nothing tells one."""
        reading = self.picture.readings[unit]
        domain = self.picture.domain(unit)
        if domain and domain != SHARED:
            return replace(self._by_name(unit, reading, domain), role=role)
        if domain == SHARED and self._stands_shared(unit):
            return Belonging(role, SHARED, True, "it stands among what is shared")
        return self._by_use(unit, role)

    def parts(self, unit: str, role: str) -> dict[str, Belonging]:
        """Return what the types and functions of a file belong to, where they are those of several domains.

        A file that is about one domain by its own name is not taken apart.
        """
        reading = self.picture.readings[unit]
        told = self._reader.told_by(unit, reading)
        if told.by in TOLD_FOR_CERTAIN:
            return {}
        found: dict[str, Belonging] = {}
        for definition in self.picture.index.facts[unit].definitions:
            domain = self._reader.domain_in(definition.name) if definition.kind != "constant" else ""
            if domain:
                found[definition.name] = Belonging(role, domain, True, f"it is called {definition.name}")
        domains = {part.domain for part in found.values()}
        return found if len(found) >= SEVERAL and len(domains) > 1 else {}

    def _by_name(self, unit: str, reading: Reading, domain: str) -> Belonging:
        told = self._reader.told_by(unit, reading)
        if not told.by or told.domain != domain:
            return Belonging(reading.role, domain, self._is_sure(unit), "the layout says so")
        sure = told.by in TOLD_FOR_CERTAIN and self._is_sure(unit)
        folders = {singular("_".join(words_of(part))) for part in unit.split("/")[:-1]}
        if told.by == "definition":
            why = f"what it defines is about {told.word}"
        elif told.word in folders:
            why = f"its folder is called {told.word}"
        else:
            why = f"its name says {told.word}" if sure else f"its name has {told.word} in it"
        return Belonging(reading.role, domain, sure, why)

    def _is_sure(self, unit: str) -> bool:
        reading = self.picture.readings[unit]
        return bool(self.picture.layout.roles) or reading.certain or reading.role == reading.place

    def _stands_shared(self, unit: str) -> bool:
        """Whether the layout, or a folder, says that a file is shared: not just its role."""
        written = (p for p, name, definition in self._reader.written if name == SHARED and not definition)
        if any(pattern.match(unit) is not None for pattern in written):
            return True
        return bool(set(unit.lower().split("/")[:-1]) & self._reader.shared_words)

    def _by_use(self, unit: str, role: str) -> Belonging:
        """Return what the files that use a file say of it: one domain, or several."""
        if role in KEPT_AT_THE_TOP:
            return Belonging(role, "", False, "it is the whole application's")
        users = self.users(unit)
        if len(users) == 1:
            domain = next(iter(users))
            return Belonging(role, domain, False, f"only {domain} uses it")
        if len(users) > 1:
            names = sorted(users, key=lambda name: (-users[name], name))[:SHOWN]
            more = f" and {len(users) - SHOWN} more" if len(users) > SHOWN else ""
            uses = self._uses(unit)
            if uses:
                why = f"{', '.join(names)}{more} use it, and it uses {', '.join(sorted(uses)[:SHOWN])}"
                return Belonging(role, "", False, why)
            return Belonging(role, SHARED, True, f"{', '.join(names)}{more} use it")
        return Belonging(role, "", False, "nothing tells its domain")

    def users(self, unit: str) -> Counter[str]:
        """Return the domains whose files use a file, with how many do."""
        if self._users is None:
            self._users = self._find_users()
        return self._users.get(unit, Counter())

    def _find_users(self) -> dict[str, Counter[str]]:
        found: dict[str, Counter[str]] = {}
        for unit in self.picture.counted():
            domain = self.picture.domain(unit)
            if domain in ("", SHARED):
                continue
            for used in sorted(self._used_by(unit)):
                found.setdefault(used, Counter())[domain] += 1
        return found

    def _used_by(self, unit: str) -> set[str]:
        return {edge.unit for edge in self.picture.index.edges_of(unit) if edge.state == State.FOUND}

    def _uses(self, unit: str) -> set[str]:
        """Return the domains that a file uses itself: what is shared uses none."""
        return {self.picture.domain(used) for used in self._used_by(unit)} - {"", SHARED}


__all__ = ["Belonging", "BelongingReader"]
