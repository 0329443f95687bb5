"""Assign a domain to each file: by the layout, or by folders and names."""

from collections import Counter, defaultdict
from collections.abc import Mapping
from typing import NamedTuple

from yandrel.index.code import CodeIndex
from yandrel.layout.config import SHARED, Layout
from yandrel.layout.patterns import compile_pattern
from yandrel.model.facts import TYPE_KINDS
from yandrel.model.words import plural, singular, words_of
from yandrel.survey.concepts import (
    NEVER,
    ROLE_WORDS,
    SHARED_WORDS,
    concept_words,
    says_no_concept,
    tells_role,
)
from yandrel.survey.folder_shapes import FolderShapes
from yandrel.survey.roles import Reading
from yandrel.survey.starts import FEW, find_starts
from yandrel.survey.vocabulary import roles_of_end

MOST_SHARED = 0.3
"""The share of all files below which a folder called `core` or `lib` is what the others share."""
MOST_OF_A_CONCEPT = 0.3
"""A folder that holds more of all files is the application, whatever stands beside it."""
BESIDE = 3
"""How many concepts must stand beside a folder for it to be one, too."""
SEVERAL = 3
"""How many types make a file that holds those of several concepts."""
ROLES_WITHOUT_CONCEPT = frozenset({"entry", "config", "middleware", "helper", "error", "migration", "store"})
ROLES_OF_CONCEPTS = frozenset({"route", "controller", "repository", "model"})
"""Roles whose files are each about one thing, be there no other file about it."""
TELLING_OF_OTHERS = ROLES_WITHOUT_CONCEPT | {"event"}
"""Roles of what is about something else: alone they make no domain."""


class Told(NamedTuple):
    """A domain, what told it ("folder", "file", "part of a name" or "definition"), and the word that did."""

    domain: str
    by: str = ""
    word: str = ""


class DomainReader:
    """Finds the domains of an application, and the one of each unit."""

    def __init__(self, index: CodeIndex, layout: Layout, readings: Mapping[str, Reading]) -> None:
        self.index = index
        self.layout = layout
        self.readings = readings
        self.written = [
            (compile_pattern(pattern.partition(":")[0]), name, pattern.partition(":")[2])
            for name, patterns in layout.domains.items()
            for pattern in patterns
        ]
        self.said = {
            singular("_".join(words_of(word))): name
            for name, words in layout.domain_words.items()
            for word in (name, *words)
        }
        self.has_pattern = any(
            "domain" in home.placeholders() for role in layout.roles.values() for home in role.homes
        )
        self.folders_of_domains = {
            singular("_".join(concept_words(value))): value
            for reading in (readings.values() if self.has_pattern else ())
            if (value := reading.values.get("domain", ""))
        }
        self.spellings: dict[str, Counter[str]] = {}
        self.parted: dict[str, set[str]] = defaultdict(set)
        """The folders called like roles, or for all, that stand in each folder."""
        for unit in readings:
            segments = unit.split("/")[:-1]
            for at, segment in enumerate(segments):
                if segment.lower() in ROLE_WORDS | SHARED_WORDS:
                    self.parted["/".join(segments[:at]) + "/"].add(segment)
        self.starts = find_starts(index, readings)
        folders = {segment for unit in readings for segment in unit.split("/")[:-1]}
        self.segments = {"_".join(concept_words(folder)) for folder in folders}
        self.shapes = FolderShapes(readings)
        self.beside = dict(self.shapes.modules)
        held = Counter(folder for unit in readings for folder in set(unit.lower().split("/")[:-1]))
        most = MOST_SHARED * len(readings)
        self.shared_words = {word for word in SHARED_WORDS if held[word] <= most or len(readings) < FEW}
        self.concepts = self.find_concepts() | self.said.keys()
        self.beside = {**self._find_beside(), **self.shapes.modules}
        self.concepts |= set(self.beside.values())

    def read(self) -> dict[str, str]:
        """Return the domain of each unit; empty where it has none."""
        found = {unit: self.domain_of(unit) for unit in self.readings}
        for unit, reading in self.readings.items():
            if reading.role == "test" and not found[unit]:
                found[unit] = self.domain_of_test(unit, found)
        return found

    def domain_of_test(self, unit: str, found: Mapping[str, str]) -> str:
        names: Counter[str] = Counter()
        for edge in self.index.edges_of(unit):
            if edge.unit in found and found[edge.unit] not in ("", SHARED):
                names[found[edge.unit]] += 1
        common = names.most_common(2)
        alone = common and (len(common) == 1 or common[0][1] > common[1][1])
        return common[0][0] if alone else ""

    def domain_of(self, unit: str) -> str:
        for pattern, name, definition in self.written:
            if not definition and pattern.match(unit) is not None:
                return name
        reading = self.readings[unit]
        if reading.unit != unit:
            return self.domain_of(reading.unit)
        if self.has_pattern:
            value = reading.values.get("domain", "")
            if value:
                return value
        return self.by_names(unit, reading)

    # -- inference by names ----------------------------------------------------------------

    def find_concepts(self) -> set[str]:
        """A concept is a name that units of two roles or more share, or a folder that holds them."""
        roles: dict[str, set[str]] = {}
        for unit, reading in self.readings.items():
            if reading.role in ("test", "migration", "") or reading.unit != unit or self._is_marker(unit):
                continue
            for term in (*self.terms(unit), *self._held_terms(unit, reading.role)):
                roles.setdefault(term, set()).add(reading.role)
        shared = {
            term
            for term, found in roles.items()
            if len(found - {"entry", "config"}) > 1 and found - TELLING_OF_OTHERS
        }
        return shared | self.shapes.recurring | set(self.shapes.modules.values())

    def _held_terms(self, unit: str, role: str) -> list[str]:
        """Return what the types of a file are called, where it holds those of several concepts."""
        stem = unit.rpartition("/")[2].rpartition(".")[0]
        if role not in ROLES_OF_CONCEPTS or concept_words(stem):
            return []
        types = [d.name for d in self.index.facts[unit].definitions if d.kind in TYPE_KINDS]
        terms = (
            {singular("_".join(concept_words(name))) for name in types} if len(types) >= SEVERAL else set()
        )
        return sorted(term for term in terms if term and not says_no_concept(term))

    def _is_marker(self, unit: str) -> bool:
        facts = self.index.facts[unit]
        return self.index.language(unit).is_package_marker(unit) and not facts.definitions

    def terms(self, unit: str) -> list[str]:
        """Return the singular names in a path that may be concepts, outermost first."""
        return [term for _, term in self._placed_terms(unit)]

    def _placed_terms(self, unit: str) -> list[tuple[str, str]]:
        """Return the names in a path that may be concepts, each with the folder or file that bears it."""
        out: list[tuple[str, str]] = []
        start, segments = self._telling_parts(unit)
        role = self.readings[unit].role
        path = start
        for position, segment in enumerate(segments):
            last = position == len(segments) - 1
            path += f"{segment}/" if segment else ""
            text = segment.rpartition(".")[0] if last else segment
            whole = singular("_".join(words_of(text)))
            if whole in self.said:
                out.append((path, whole))
                continue
            if not last and path in self.shapes.modules:
                name = "_".join(self.shapes.folder_words(text) or words_of(text))
                self.spellings.setdefault(self.shapes.modules[path], Counter())[name] += 1
                out.append((path, self.shapes.modules[path]))
                continue
            aside = path in self.shapes.containers or path in self.shapes.layers
            if not last and (segment[:1] == "@" or aside or tells_role(segment, role)):
                continue
            rest = self.shapes.file_words(text) if last else self.shapes.folder_words(text)
            if (not rest or (position == 0 and not last)) and path not in self.beside:
                continue
            name = "_".join(rest or words_of(text))
            term = singular(name)
            if path in self.beside:
                term = self.beside[path]
            elif term not in self.said and says_no_concept(term):
                continue
            self.spellings.setdefault(term, Counter())[name] += 1
            out.append((path, term))
        return out

    def _find_beside(self) -> dict[str, str]:
        """Return the folders that are concepts by those beside them, though their names say none.

        What they hold has not the role that their names may say, and most of it no inner concept.
        """
        inside: dict[str, Counter[str]] = {}
        areas = Counter[str]()
        for unit, reading in self.readings.items():
            parts = unit.split("/")[:-1]
            innermost = max(
                (len(at) for at, term in self._placed_terms(unit) if term in self.concepts), default=0
            )
            for cut in range(1, len(parts) + 1):
                folder = "/".join(parts[:cut]) + "/"
                inside.setdefault(folder, Counter())[reading.role] += 1
                areas[folder] += len(folder) < innermost
        groups: dict[str, list[str]] = {}
        for folder in inside:
            groups.setdefault(folder[:-1].rpartition("/")[0], []).append(folder)
        found: dict[str, str] = {}
        for siblings in groups.values():
            concepts = [f for f in siblings if self.shapes.folder_term(f) in self.concepts]
            if len(concepts) < BESIDE or len(concepts) * 4 < len(siblings):
                continue
            for folder in siblings:
                name = folder[:-1].rpartition("/")[2]
                plain = singular("_".join(words_of(name)))
                roles = {r: n for r, n in inside[folder].items() if r not in ("", "test", "migration")}
                files = sum(roles.values())
                said = roles_of_end(name, "")
                if folder in concepts or not files or name.lower() in NEVER or plain in SHARED_WORDS:
                    continue
                if sum(n for r, n in roles.items() if said.get(r, 0.0) >= 0.4) * 2 > files:
                    continue
                is_area = areas[folder] * 2 >= inside[folder].total()
                if is_area or inside[folder].total() > MOST_OF_A_CONCEPT * len(self.readings):
                    continue
                found[folder] = plain
        return found

    def _telling_parts(self, unit: str) -> tuple[str, list[str]]:
        """Return the parts of a path that can name a concept, and the folder that they lie in.

        They are those that a home leaves open, which lie in no folder together, else all.
        """
        reading = self.readings[unit]
        open_parts = [reading.values[key] for key in ("domain", "area", "name") if key in reading.values]
        literal = reading.home and reading.role == reading.place and not set(reading.home) & set("{*")
        if literal and reading.role in ROLES_WITHOUT_CONCEPT:
            return "", []
        if open_parts and reading.role == reading.place:
            return "", ["", *open_parts[:-1], open_parts[-1] + ".x"]
        start = next((s for s in self.starts if unit.startswith(s)), "")
        return start, ["", *unit[len(start) :].split("/")] if start else unit.split("/")

    def by_names(self, unit: str, reading: Reading) -> str:
        return self.told_by(unit, reading).domain

    def told_by(self, unit: str, reading: Reading) -> Told:
        """Return the domain that names tell, with the name that does."""
        placed = self._placed_terms(unit)
        for path, term in placed:
            if term in self.concepts:
                return Told(self.spelled(term), "file" if path.strip("/") == unit else "folder", term)
        for _, term in placed:
            words = term.split("_")
            for cut in range(len(words) - 1, 0, -1):
                starts = dict.fromkeys((0, len(words) - cut, *range(len(words) - cut)))
                for part in ("_".join(words[at : at + cut]) for at in starts):
                    if singular(part) in self.concepts:
                        return Told(self.spelled(singular(part)), "part of a name", singular(part))
        owners = {
            self.spelled(term): term
            for name, _ in reading.definition_roles
            for term in [self._concept_in(name)]
            if term
        }
        if len(owners) == 1:
            return Told(*next((domain, "definition", term) for domain, term in owners.items()))
        folders = set(unit.split("/")[:-1])
        alone = self._told_alone(unit, placed)
        if alone is not None:
            return alone
        if folders & self.shared_words or unit.rpartition("/")[2].rpartition(".")[0] in SHARED_WORDS:
            return Told(SHARED)
        return Told(SHARED if reading.role in ROLES_WITHOUT_CONCEPT - {"entry", "migration"} else "")

    def _told_alone(self, unit: str, placed: list[tuple[str, str]]) -> Told | None:
        """Return the domain of a file that no concept names: its outermost folder that is parted by roles."""
        for path, term in placed:
            outer = path.rstrip("/").split("/")[:-1]
            if set(outer) & self.shared_words:
                return None
            if path.strip("/") != unit and len(self.parted[path]) > 1:
                return Told(self.spelled(term), "folder", term)
        *folders, _ = unit.split("/")
        role = self.readings[unit].role
        if placed and folders and role in ROLES_OF_CONCEPTS and tells_role(folders[-1], role):
            path, term = placed[-1]
            if path.strip("/") == unit and roles_of_end(folders[-1], "").get(role, 0.0) >= 0.5:
                return Told(self.spelled(term), "file", term)
        return None

    def domain_in(self, name: str) -> str:
        """Return the domain that a definition's name begins with; empty where it begins with none."""
        term = self._concept_in(name)
        return self.spelled(term) if term else ""

    def _concept_in(self, name: str) -> str:
        words = words_of(name)
        for length in range(len(words), 0, -1):
            term = singular("_".join(words[:length]))
            if term in self.concepts:
                return term
        return ""

    def spelled(self, term: str) -> str:
        """Return a concept as yandrel.toml or the application's folders write it, else in the plural."""
        if term in self.said:
            return self.said[term]
        if term in self.folders_of_domains:
            return self.folders_of_domains[term]
        known = self.spellings.get(term)
        many = plural(term)
        if not known or many in known:
            return many
        if not self.segments.isdisjoint(known):
            return known.most_common(1)[0][0]
        return many
