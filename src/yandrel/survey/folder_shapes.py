"""Folders as modules, and as layers: by the names that recur in folders beside each other.

Where people put modules, or where folders beside each other hold files of the same names, each folder is a
concept. Where most names in a folder recur in those beside it, the folder is a layer, whatever it is called.
"""

from collections import Counter
from collections.abc import Iterable

from yandrel.model.words import singular, words_of
from yandrel.survey.concepts import (
    NO_CONCEPT,
    ROLE_WORDS,
    SHARED_WORDS,
    TEST_FOLDERS,
    VERSION,
    concept_words,
    says_no_concept,
)

MODULE_FOLDERS = frozenset(
    ["modules", "features", "domains", "contexts", "apps", "plugins", "integrations", "extensions", "addons",
     "packages", "services"]
)  # fmt: skip
SEVERAL_MODULES = 4
LAYERS = 3
"""In how many layers a name recurs that is a concept, whatever their roles are."""
ALIKE = 5
MARKERS = frozenset(["__init__", "index", "package-info", "doc", "mod"])
"""Files that any folder may have."""


class FolderShapes:
    """Finds the modules and the layers among the folders of some files.

    `modules` are the folders that are concepts, with these; `containers` the folders that hold modules, with
    how many; `layers` the folders of one role; `recurring` the names that several layers have.
    """

    def __init__(self, units: Iterable[str]) -> None:
        self.units = list(units)
        self.alone = self._find_alone()
        self.recurring: set[str] = set()
        self.layers = self._find_layers()
        self.containers: dict[str, int] = {}
        self.modules = self._find_modules()

    def folder_words(self, text: str) -> list[str]:
        """Return the words of a folder's name; a role's word ends it unless the rest is known.

        `smart_settings` are settings that are smart, `hive_services` the services of hives.
        """
        words = [word for word in words_of(text) if word != "ee"]
        rest = list(words)
        while rest and rest[-1] in ROLE_WORDS:
            rest.pop()
        if not rest or rest == words:
            return rest
        return rest if singular("_".join(rest)) in self.alone else words

    def file_words(self, text: str) -> list[str]:
        """Return the words of a file's name before its role's; all but the last where those are not known."""
        words = list(words_of(text))
        rest = concept_words(text)
        more = words[len(rest) :]
        known = singular("_".join(rest)) in self.alone
        if not rest or len(more) < 2 or words[: len(rest)] != rest or known:
            return rest
        return words[:-1]

    def folder_term(self, folder: str) -> str:
        return singular("_".join(self.folder_words(folder[:-1].rpartition("/")[2])))

    def _find_alone(self) -> set[str]:
        """Return the names that stand alone: of folders, of files, or before the words of several roles."""
        found: set[str] = set()
        followed: dict[str, set[str]] = {}
        for unit in self.units:
            *folders, file_name = unit.split("/")
            found |= {singular("_".join(words_of(folder))) for folder in folders}
            words = words_of(file_name.partition(".")[0])
            rest = concept_words(file_name.partition(".")[0])
            name = singular("_".join(rest))
            if len(rest) == len(words):
                found.add(name)
            elif rest and list(words[: len(rest)]) == rest:
                followed.setdefault(name, set()).add(singular(words[len(rest)]))
        return found | {name for name, roles in followed.items() if len(roles) > 1}

    def _find_layers(self) -> set[str]:
        """Return the folders of one role, whatever it is called: most names in them recur beside them."""
        held: dict[str, dict[str, set[str]]] = {}
        for unit in self.units:
            folder, _, file_name = unit.rpartition("/")
            around, _, name = folder.rpartition("/")
            words = self.file_words(file_name.partition(".")[0])
            term = singular("_".join(words))
            if name and words and name.lower() not in TEST_FOLDERS and not says_no_concept(term):
                held.setdefault(around, {}).setdefault(folder + "/", set()).add(term)
        named = Counter(term for folders in held.values() for terms in folders.values() for term in terms)
        layers: set[str] = set()
        for around, folders in held.items():
            if around.rpartition("/")[2].lower() in ROLE_WORDS:
                continue
            counts = Counter(term for terms in folders.values() for term in terms)
            for folder, terms in folders.items():
                recurring = sum(counts[term] > 1 for term in terms)
                own = self.folder_term(folder)
                if named[own] - (own in terms) > 1:
                    continue  # Files elsewhere are named for the same thing, so that it is a concept.
                if recurring >= SEVERAL_MODULES and recurring * 2 >= len(terms):
                    layers.add(folder)
            found = Counter(term for folder in folders.keys() & layers for term in folders[folder])
            self.recurring |= {term for term, count in found.items() if count >= LAYERS}
        return layers

    def _find_modules(self) -> dict[str, str]:
        """Return the folders that are concepts because they stand where modules do, with the concepts.

        Modules stand in a folder that is called so, or in one whose folders hold files of the same names.
        """
        below: dict[str, dict[str, set[str]]] = {}
        named: set[str] = set()
        for unit in self.units:
            *segments, file_name = unit.split("/")
            if any(segment.lower() in TEST_FOLDERS for segment in segments):
                continue
            stem = file_name.partition(".")[0]
            for at in range(len(segments)):
                inside = next(
                    (n for n in range(at, len(segments)) if segments[n][0] != "@"), len(segments) - 1
                )
                around, folder = "/".join(segments[:at]), "/".join(segments[: inside + 1]) + "/"
                below.setdefault(around, {}).setdefault(folder, set()).add(stem)
            at = next((n for n, segment in enumerate(segments) if segment.lower() in MODULE_FOLDERS), -1)
            if at >= 0:
                named.add("/".join(segments[: at + 1]))
        found: dict[str, str] = {}
        for around in sorted(below, key=lambda folder: folder.count("/"), reverse=True):
            folders = {folder: self._module_term(folder) for folder in below[around]}
            known = {folder: term for folder, term in folders.items() if term}
            if around not in named:
                of_one_role = around.rpartition("/")[2].lower() in ROLE_WORDS
                known = {
                    folder: term
                    for folder, term in known.items()
                    if self.containers.get(folder, 0) < len(known)
                    and folder not in self.layers
                    and (term not in NO_CONCEPT or of_one_role)
                    and term not in ROLE_WORDS
                }
            alike = around and _are_alike([below[around][folder] for folder in known])
            if (around in named or alike) and _are_modules(set(known.values())):
                self.containers[around + "/"] = len(known)
                found |= known
        self.layers -= found.keys()
        return found

    def _module_term(self, folder: str) -> str:
        """Return the concept that a folder is called by where modules stand; nothing where it is for all."""
        name = folder[:-1].rpartition("/")[2]
        term = singular("_".join(self.folder_words(name) or words_of(name)))
        parameter = not name[:1].isalnum()
        return "" if parameter or term in SHARED_WORDS or VERSION.fullmatch(term) else term


def _are_alike(stems: list[set[str]]) -> bool:
    """Whether folders beside each other hold files of the same names, as modules of one kind do."""
    counts = Counter(stem for each in stems for stem in each - MARKERS)
    most = counts.most_common(1)[0][1] if counts else 0
    return len(stems) >= ALIKE and most * 2 >= len(stems)


def _are_modules(names: set[str]) -> bool:
    """Whether folders beside each other are modules: several, and most are not called like roles."""
    telling = [name for name in names if name not in NO_CONCEPT and name not in ROLE_WORDS]
    return len(telling) >= SEVERAL_MODULES and len(telling) * 2 >= len(names)
