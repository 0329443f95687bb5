"""The place that a built-in layout gives a file: its folder by the layout, its name as far as it can stay."""

import re
from dataclasses import dataclass

from yandrel.languages.registry import language_of
from yandrel.layout.config import SHARED
from yandrel.layout.patterns import Pattern, compile_pattern
from yandrel.model.facts import TYPE_KINDS
from yandrel.model.words import pascal, plural, singular, snake, words_of
from yandrel.regroup.belonging import Belonging
from yandrel.regroup.folders import FolderReader
from yandrel.regroup.target import APP, Target
from yandrel.survey.concepts import SHARED_WORDS
from yandrel.survey.vocabulary import roles_of_end

BARE_ROLES = frozenset({"model"})
"""Roles whose files need no word for them in their names."""
SAID = 0.5
BARE = re.compile(r"\{[Nn]ame(:\w+)*\}\.\w+")
"""The last part of a home that says no role."""
WORDS = re.compile(r"\{home\}|\{unit\}|\*")


@dataclass(frozen=True)
class Place:
    """The path that a file is to have, and the home pattern that such files have."""

    path: str
    home: str


class PlaceFinder:
    """Finds the places of the files of one application in a built-in layout."""

    def __init__(self, folders: FolderReader, target: Target) -> None:
        self.folders = folders
        self.target = target
        self.picture = folders.picture
        self.roles_of_domains = {
            self.picture.role(unit)
            for unit, domain in self.picture.domains.items()
            if domain not in ("", SHARED)
        }

    def place_of(self, unit: str, belonging: Belonging) -> Place | None:
        """Return where a file is to live; None where the layout has no place for it."""
        home = self._home(unit, belonging)
        top = self.folders.top_of(unit, belonging.domain)
        if top is None:
            return None
        if not self.target.is_by_domain(unit):
            known = home is not None or self.target.name == "role-first"
            return self._by_role(unit, belonging, top, home) if known else None
        if home is not None and "domain" not in home.placeholders() and not self._keeps_shared(home):
            return None
        return self._by_domain(unit, belonging, top, home)

    def place_of_part(self, unit: str, belonging: Belonging) -> str:
        """Return where a definition of a file that holds those of several domains is to live.

        The file's own name stays, in the folder of the definition's domain; empty where the layout has none.
        """
        home = self._home(unit, belonging)
        if not self.target.is_by_domain(unit) or (home is not None and "domain" not in home.placeholders()):
            return ""
        roles = self.folders.role_positions(unit)
        parts = unit.split("/")[:-1]
        top = "/".join(parts[: roles[0]] if roles else parts)
        domain, _ = self._domain_folder(unit, belonging.domain, top, home)
        return "/".join([*filter(None, [top]), domain, unit.rpartition("/")[2]])

    def keeps_shared(self, unit: str, role: str) -> bool:
        """Whether the layout has the files of a role among what is shared, whatever they are about."""
        homes = self.target.homes(role, unit)
        return bool(homes) and all(self._keeps_shared(home) for home in homes)

    def stands_right(self, unit: str, domain: str) -> bool:
        """Whether a file of no known role stands in the folder of its domain, and in none of a role."""
        roles = self.folders.role_positions(unit)
        at_domain = self.folders.domain_position(unit, domain)
        return at_domain >= 0 and not (roles and roles[0] < at_domain)

    def _keeps_shared(self, home: Pattern) -> bool:
        parts = home.text.split("/")
        named = "name" in home.placeholders()
        return named and parts[0] == APP and len(parts) > 2 and parts[1].lower() == SHARED

    def _home(self, unit: str, belonging: Belonging) -> Pattern | None:
        """Return the home of the layout that fits: one for each domain where the file has one."""
        homes = self.target.homes(belonging.role, unit)
        wanted = bool(belonging.domain) and belonging.domain != SHARED
        fitting = [home for home in homes if ("domain" in home.placeholders()) == wanted]
        return next(iter(fitting or homes), None)

    def _by_domain(self, unit: str, belonging: Belonging, top: str, home: Pattern | None) -> Place | None:
        """Return the place in the folder of the file's domain, or among what is shared."""
        at_domain = self.folders.domain_position(unit, belonging.domain)
        roles = self.folders.role_positions(unit)
        if at_domain >= 0 and not (roles and roles[0] < at_domain):
            return Place(unit, "")
        if belonging.domain == SHARED and not roles:
            return Place(unit, "")
        if belonging.domain == SHARED and home is not None and self._keeps_shared(home):
            return self._among_shared(unit, top, home)
        parts = unit.split("/")[:-1]
        start = len(top.split("/")) if top else 0
        between = self._between(parts, start, {at_domain, *roles})
        domain, form = self._domain_folder(unit, belonging.domain, top, home)
        name, pattern = self._name_in_domain(unit, belonging)
        inner = [] if name else [parts[roles[0]]] if roles else []
        name = name or unit.rpartition("/")[2]
        path = "/".join([*filter(None, [top]), domain, *inner, *between, name])
        folders = [*filter(None, [top]), form, *inner, *("{area}" for _ in between[:1]), *between[1:]]
        if belonging.domain == SHARED and BARE.fullmatch(pattern):
            return Place(path, path)  # among many kinds of files, the name alone tells nothing
        return Place(path, "/".join([*folders, pattern]))

    def _among_shared(self, unit: str, top: str, home: Pattern) -> Place:
        """Return the place among what is shared that the layout has for a role."""
        _, shared, *inner = home.text.rpartition("/")[0].split("/")
        folder = "/".join([*filter(None, [top]), self.folders.existing(top, shared, SHARED), *inner])
        name = unit.rpartition("/")[2]
        return Place(f"{folder}/{name}", f"{folder}/{self._file_pattern(unit, name)}")

    def _domain_folder(self, unit: str, domain: str, top: str, home: Pattern | None) -> tuple[str, str]:
        """Return the folder of a domain, and how a home pattern writes it."""
        part = (
            next((p for p in home.parts if p.kind == "placeholder" and p.text == "domain"), None)
            if home
            else None
        )
        if part is None:
            other = self.target.homes("service", unit)
            part = next((p for h in other for p in h.parts if p.text == "domain"), None)
        forms = part.forms if part is not None else ()
        placeholder = "{" + ":".join(["domain", *forms]) + "}"
        written = compile_pattern(placeholder).fill({"domain": domain})
        if domain == SHARED:
            shared = self._shared_folder(unit)
            found = self.folders.existing(top, shared, SHARED)
            return found, found
        found = self.folders.existing(top, written, domain)
        return found, placeholder

    def _shared_folder(self, unit: str) -> str:
        """Return what the layout calls the folder of what is shared."""
        for role in ("helper", "middleware", "error", "store"):
            for home in self.target.homes(role, unit):
                parts = home.text.split("/")
                if parts[:1] == [APP] and len(parts) > 2 and parts[1].lower() == SHARED:
                    return parts[1]
        return SHARED

    def _name_in_domain(self, unit: str, belonging: Belonging) -> tuple[str, str]:
        """Return the file's name in a folder that says no role; none where the name cannot say it either."""
        name = unit.rpartition("/")[2]
        bare = belonging.role in BARE_ROLES or belonging.domain == SHARED
        if bare or self._tells_role(unit, belonging.role):
            return name, self._file_pattern(unit, name)
        told = self.target.names_role(belonging.role, unit)
        if told is None or self._is_named_for_type(unit):
            return "", self._file_pattern(unit, name)
        pattern = told.text.rpartition("/")[2]
        stem, _, ending = name.partition(".")
        if compile_pattern(pattern).placeholders() != {"name"} or pattern.rpartition(".")[2] != ending:
            return "", self._file_pattern(unit, name)
        return compile_pattern(pattern).fill({"name": snake(stem)}), pattern

    def _by_role(self, unit: str, belonging: Belonging, top: str, home: Pattern | None) -> Place | None:
        """Return the place in the folder of the file's role."""
        if home is not None and "name" not in home.placeholders():
            return None  # one file for the whole application: what there is stays
        parts = unit.split("/")[:-1]
        roles = self.folders.role_positions(unit)
        at_domain = self.folders.domain_position(unit, belonging.domain)
        if belonging.domain == SHARED and not roles and not self._leaves_shared(unit, belonging.role):
            return Place(unit, "")
        wanted = self._role_folder(unit, belonging.role, top, home)
        target = "/".join(filter(None, [top, wanted]))
        if unit.startswith(target + "/") and not 0 <= at_domain < (roles[0] if roles else -1):
            return Place(unit, "")
        start = len(top.split("/")) if top else 0
        between = self._between(parts, start, {at_domain, *roles})
        name, pattern = self._name_in_role(unit, belonging)
        path = "/".join([target, *between, name])
        folders = [target, *("{area}" for _ in between[:1]), *between[1:]]
        return Place(path, "/".join([*folders, pattern]))

    def _writes_capitals(self, unit: str) -> bool:
        """Whether the layout begins the names of folders with capitals."""
        homes = self.target.homes("service", unit)
        return any(home.text.removeprefix(f"{APP}/")[:1].isupper() for home in homes)

    @staticmethod
    def _between(parts: list[str], start: int, telling: set[int]) -> list[str]:
        """Return the folders below the top that say neither a domain nor a role."""
        left = [part for at, part in enumerate(parts) if at >= start and at not in telling]
        return left[1:] if left and left[0].lower() in SHARED_WORDS else left

    def _leaves_shared(self, unit: str, role: str) -> bool:
        """Whether a file among what is shared belongs to those of its role, which domains have."""
        if role not in self.roles_of_domains or self.folders.domain_position(unit, SHARED) < 0:
            return role in self.roles_of_domains
        reading = self.picture.readings[unit]
        stem = unit.rpartition("/")[2].partition(".")[0]
        if len(words_of(stem)) > 1 and self._tells_role(unit, role):
            return True
        return reading.place == role and not self._tells_role(unit, role)

    def _role_folder(self, unit: str, role: str, top: str, home: Pattern | None) -> str:
        if home is None:
            roles = self.folders.role_positions(unit)
            name = pascal(plural(role)) if self._writes_capitals(unit) else plural(role)
            return unit.split("/")[roles[0]] if roles else self.folders.existing(top, name)
        folder = home.text.rpartition("/")[0].removeprefix(APP).strip("/")
        return self.folders.existing(top, folder) if "/" not in folder else folder

    def _name_in_role(self, unit: str, belonging: Belonging) -> tuple[str, str]:
        """Return the file's name among those of its role: with its domain, where it has nothing else."""
        name = unit.rpartition("/")[2]
        stem, _, ending = name.partition(".")
        told = self.target.names_role(belonging.role, unit)
        other = [w for w in words_of(stem) if roles_of_end(w, "").get(belonging.role, 0.0) < SAID]
        if other or belonging.domain in ("", SHARED) or told is None or self._is_named_for_type(unit):
            return name, self._file_pattern(unit, name)
        pattern = told.text.rpartition("/")[2]
        if compile_pattern(pattern).placeholders() != {"name"} or pattern.rpartition(".")[2] != ending:
            return name, self._file_pattern(unit, name)
        return compile_pattern(pattern).fill({"name": singular(belonging.domain)}), pattern

    def _tells_role(self, unit: str, role: str) -> bool:
        stem = unit.rpartition("/")[2].rpartition(".")[0]
        return roles_of_end(stem, "").get(role, 0.0) >= SAID or role in words_of(stem)

    def _is_named_for_type(self, unit: str) -> bool:
        """Whether a file is called like a type in it, so that its name cannot change alone."""
        stem = unit.rpartition("/")[2].partition(".")[0]
        facts = self.picture.index.facts[unit]
        named = any(d.name == stem and d.kind in TYPE_KINDS for d in facts.definitions)
        return named and language_of(unit) is not None

    def _file_pattern(self, unit: str, name: str) -> str:
        """Return the last part of a home of the file's role that its name fits, else the name."""
        reading = self.picture.readings[unit]
        known = self.picture.layout.roles.get(reading.role)
        lasts = [reading.home.rpartition("/")[2]] if reading.role == reading.place else []
        lasts += [home.text.rpartition("/")[2] for home in known.homes] if known is not None else []
        usable = (last for last in lasts if last and not {"{home}", "{unit}", "*"} & set(WORDS.findall(last)))
        return next((last for last in usable if compile_pattern(last).match(name) is not None), name)


__all__ = ["Place", "PlaceFinder"]
