"""The folders of an application that say a role, or a domain."""

from collections import Counter

from yandrel.layout.config import SHARED
from yandrel.model.words import singular, words_of
from yandrel.survey.chances import KINDRED
from yandrel.survey.concepts import SHARED_WORDS, concept_words
from yandrel.survey.picture import Picture
from yandrel.survey.vocabulary import roles_of_end

SAID = 0.5
PURE = 0.8
"""The share of one role in a folder that yandrel.toml has for it."""


class FolderReader:
    """Tells which folders say a role, which say a domain, and where such folders stand."""

    def __init__(self, picture: Picture) -> None:
        self.picture = picture
        self.folders: set[str] = set()
        self._roles: dict[str, Counter[str]] = {}
        self.written = self._find_written()
        for unit in picture.readings:
            parts = unit.split("/")[:-1]
            paths = ["/".join(parts[: at + 1]) for at in range(len(parts))]
            self.folders.update(paths)
            role = picture.role(unit)
            if role and picture.is_counted(unit):
                for path in paths:
                    self._roles.setdefault(path, Counter())[role] += 1
        self.tops = self._find_tops()

    def role_of(self, folder: str) -> str:
        """Return the role that a folder is for, by its name with what it holds, or by yandrel.toml."""
        held = self._roles.get(folder)
        if not held or held["entry"]:
            return ""  # what starts an application stands beside all that is its own
        role, count = held.most_common(1)[0]
        name = folder.rpartition("/")[2]
        if _says(name, role):
            alike = sum(held[other] for other in KINDRED.get(role, (role,)))
            return role if 2 * alike >= held.total() else ""
        own = self.written.get(folder) == role and name.lower() not in SHARED_WORDS
        return role if own and count >= PURE * held.total() else ""

    def _find_written(self) -> dict[str, str]:
        """Return the folders to which yandrel.toml sends new files of one role, whatever they are called."""
        found: dict[str, set[str]] = {}
        for role in self.picture.layout.roles.values():
            for home in role.homes[:1]:
                folder = home.fixed_start.rstrip("/")
                if folder and home.text.removeprefix(f"{folder}/").count("/") == 0:
                    found.setdefault(folder, set()).add(role.name)
        return {folder: next(iter(roles)) for folder, roles in found.items() if len(roles) == 1}

    def role_by_place(self, unit: str) -> str:
        """Return the role that the folders around a file are called by; empty where there is none."""
        parts = unit.split("/")[:-1]
        named = ["/".join(parts[: at + 1]) for at in range(len(parts))]
        return next((self.role_of(folder) for folder in reversed(named) if self._is_named(folder)), "")

    def role_positions(self, unit: str) -> list[int]:
        """Return at which places of a path a folder says a role, by its name or by yandrel.toml."""
        parts = unit.split("/")[:-1]
        return [at for at in range(len(parts)) if self.role_of("/".join(parts[: at + 1]))]

    def domain_position(self, unit: str, domain: str) -> int:
        """Return at which place of a path a folder is called by a domain; -1 where none is."""
        one = singular(domain)
        for at, part in enumerate(unit.split("/")[:-1]):
            if domain == SHARED:
                if part.lower() in SHARED_WORDS:
                    return at
            elif singular("_".join(words_of(part))) == one or singular("_".join(concept_words(part))) == one:
                return at
        return -1

    def top_of(self, unit: str, domain: str) -> str | None:
        """Return the folder in which a unit's role folder or domain folder stands; None where it has neither.

        A unit that stands there itself has no such folder, and stands in the right place.
        """
        parts = unit.split("/")[:-1]
        at = [*self.role_positions(unit)[:1]]
        place = self.domain_position(unit, domain)
        at += [place] if place >= 0 else []
        if at:
            top = parts[: min(at)]
            return "/".join(top[:-1] if top and top[-1].lower() in SHARED_WORDS else top)
        folder = "/".join(parts)
        return folder if folder in self.tops else None

    def existing(self, top: str, name: str, domain: str = "") -> str:
        """Return a folder's name as it is spelled where it stands already, else as it is."""
        start = f"{top}/" if top else ""
        beside = {
            folder[len(start) :] for folder in self.folders
            if folder.startswith(start) and "/" not in folder[len(start) :]
        }  # fmt: skip
        if name in beside:
            return name
        if domain == SHARED:
            return next((f for f in sorted(beside) if f.lower() in SHARED_WORDS), name)
        one = singular(domain or name)
        alike = [f for f in sorted(beside) if singular("_".join(words_of(f))) == one]
        return alike[0] if alike else name

    def _is_named(self, folder: str) -> bool:
        """Whether a folder is called by the role that it is for."""
        role = self.role_of(folder)
        return bool(role) and _says(folder.rpartition("/")[2], role)

    def _find_tops(self) -> set[str]:
        """Return the folders that hold two role folders or more, named for their roles."""
        found: Counter[str] = Counter()
        for folder in self.folders:
            if self._is_named(folder):
                found[folder.rpartition("/")[0]] += 1
        return {folder for folder, count in found.items() if count > 1}


def _says(name: str, role: str) -> bool:
    """Whether a folder's name is one word for a role, or for one like it."""
    said = roles_of_end(name, "") if len(words_of(name)) == 1 else {}
    return any(said.get(alike, 0.0) >= SAID for alike in KINDRED.get(role, (role,)))


__all__ = ["FolderReader"]
