"""Assign a domain to each file: by the layout, or by folders and names."""

import re
from collections import Counter, defaultdict
from collections.abc import Iterable, Mapping
from typing import NamedTuple

from yandrel.index.code import CodeIndex
from yandrel.layout.config import SHARED, Layout
from yandrel.layout.patterns import compile_pattern
from yandrel.model.project import SourceRoot
from yandrel.model.words import plural, singular, words_of
from yandrel.survey.roles import Reading
from yandrel.survey.vocabulary import ACTING, roles_of_end

SHARED_WORDS = frozenset(
    [
        "shared",
        "common",
        "core",
        "base",
        "util",
        "utils",
        "utility",
        "utilities",
        "helper",
        "helpers",
        "lib",
        "libs",
        "infra",
    ]
)
FEW = 8
"""Applications of fewer files do not tell where their names begin."""
MOST_OF_A_ROOT = 0.9
MOST_SHARED = 0.3
"""The share of all files below which a folder called `core` or `lib` is what the others share."""
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
TEST_FOLDERS = ("tests", "test", "__tests__", "spec")
TOP_LEVEL_DOMAINS = frozenset([
    "com", "org", "net", "edu", "gov", "int", "io", "dev", "app", "co", "me", "info", "biz", "eu", "de",
    "fr", "uk", "us", "ch", "at", "nl", "be", "se", "no", "fi", "dk", "pl", "cz", "it", "es", "pt", "ru",
    "ua", "jp", "cn", "kr", "in", "br", "au", "ca", "nz", "za", "jakarta", "javax", "coop",
])  # fmt: skip
"""Names that packages begin with where they are called like hosts of the network, read backwards."""
NO_CONCEPT = frozenset(
    [
        "api",
        "apis",
        "app",
        "apps",
        "main",
        "index",
        "init",
        "base",
        "core",
        "common",
        "shared",
        "util",
        "utils",
        "helper",
        "helpers",
        "lib",
        "v_1",
        "v_2",
        "v_3",
        "web",
        "src",
        "server",
        "backend",
        "internal",
        "management",
        "abstract",
        "generic",
        "default",
        "misc",
        "debug",
        "logger",
        "logging",
        "mock",
        "mocks",
        "tests",
        "test",
        "conftest",
        "types",
        "constants",
        "mixins",
        "decorators",
        "registry",
        "manager",
        "managers",
        "admin",
        "settings",
        "config",
        "db",
        "database",
        "extensions",
        "setup",
        "version",
        "urls",
        "models",
        "views",
        "forms",
        "signals",
        "tasks",
        "locale",
        "templates",
        "static",
        "sqla",
        "http",
        "https",
        "rest",
        "grpc",
        "graphql",
        "infrastructure",
        "presentation",
        "application",
        "domain",
        "persistence",
        "adapter",
        "port",
        "module",
        "feature",
        "public",
        "private",
        "type",
        "class",
        "html",
        "input",
        "output",
        "data",
        "front",
        "frontend",
        "legacy",
        "initializer",
        "definition",
        "include",
        "ui",
        "gui",
        "logic",
        "business",
        "swing",
        "dist",
        "build",
        "out",
        "target",
        "cjs",
        "esm",
        "cmd",
        "pkg",
        "plugin",
        "integration",
        "extension",
        "addon",
        "provider",
        "driver",
        "package",
        "component",
        "bundle",
        "loader",
        "mixin",
        "permission",
    ]
)
VERSION = re.compile(r"v_?\d+(_\d+)*|\d+")
"""Names of versions, by their form."""
MOST_OF_A_CONCEPT = 0.3
"""A folder that holds more of all files is the application, whatever stands beside it."""
BESIDE = 3
"""How many concepts must stand beside a folder for it to be one, too."""
NEVER = frozenset(
    ["dist", "build", "out", "target", "cjs", "esm", "cmd", "pkg", "src", "lib", "v1", "v2", "v3", "internal",
     "api", "static", "templates", "locale", "migrations", "tests", "test", "commands"]
)  # fmt: skip
"""Folders that are never concepts."""
NOUNS_TOO = frozenset(
    [
        "check",
        "filter",
        "log",
        "map",
        "print",
        "process",
        "query",
        "register",
        "run",
        "show",
        "store",
        "watch",
    ]
)
"""Verbs that are as well the names of things that an application keeps."""
KINDS_OF_FILES = frozenset(["abstract", "class", "interface", "trait"])
"""Words that files begin with to say which kind of thing they hold."""
ROLES_WITHOUT_CONCEPT = frozenset({"entry", "config", "middleware", "helper", "error", "migration", "store"})
ROLES_OF_CONCEPTS = frozenset({"route", "controller", "repository", "model"})
"""Roles whose files are each about one thing, be there no other file about it."""
TELLING_OF_OTHERS = ROLES_WITHOUT_CONCEPT | {"event"}
"""Roles of what is about something else: alone they make no domain."""
ROLE_WORDS = frozenset(
    [
        "route",
        "routes",
        "router",
        "routers",
        "url",
        "urls",
        "endpoint",
        "endpoints",
        "controller",
        "controllers",
        "view",
        "views",
        "viewset",
        "viewsets",
        "handler",
        "handlers",
        "service",
        "services",
        "usecase",
        "usecases",
        "repository",
        "repositories",
        "repo",
        "repos",
        "dao",
        "daos",
        "model",
        "models",
        "entity",
        "entities",
        "schema",
        "schemas",
        "serializer",
        "serializers",
        "form",
        "forms",
        "dto",
        "dtos",
        "middleware",
        "middlewares",
        "config",
        "configs",
        "setting",
        "settings",
        "command",
        "commands",
        "query",
        "queries",
        "event",
        "events",
        "signal",
        "signals",
        "listener",
        "listeners",
        "receiver",
        "receivers",
        "task",
        "tasks",
        "job",
        "jobs",
        "worker",
        "workers",
        "validator",
        "validators",
        "validation",
        "helper",
        "helpers",
        "util",
        "utils",
        "error",
        "errors",
        "exception",
        "exceptions",
        "admin",
        "test",
        "tests",
        "migration",
        "migrations",
        "api",
        "impl",
        "resource",
        "resources",
    ]
)


def find_starts(index: CodeIndex, units: Iterable[str]) -> list[str]:
    """Return the folders that names begin in: source roots, and the folders that nearly all below lie in."""
    known = [root for p in index.projects.values() for root in p.roots if root.path and not root.local]
    starts = set()
    if not known and len(list(units)) >= FEW:
        own = [unit for unit in units if not set(unit.lower().split("/")[:-1]) & set(TEST_FOLDERS)]
        starts |= _starts_below("", own) - {""}
    for root in {root.path for root in known if not any(_is_said_by(root, outer) for outer in known)}:
        starts |= _starts_below(root, [unit for unit in units if unit.startswith(root)])
    return sorted(starts, key=len, reverse=True)


def _is_said_by(root: SourceRoot, outer: SourceRoot) -> bool:
    """Whether a root only says what follows from one around it: that its folder is part of the namespace."""
    if root.path == outer.path or not root.path.startswith(outer.path) or not outer.namespace:
        return False
    inside = root.path[len(outer.path) :].rstrip("/").replace("/", ".")
    return root.namespace.lower() == f"{outer.namespace}.{inside}".lower()


def _starts_below(start: str, inside: list[str]) -> set[str]:
    """Return where names begin below a folder: where it branches, but not among names of the network."""
    below = Counter(u[len(start) :].partition("/")[0] for u in inside if "/" in u[len(start) :])
    name, most = below.most_common(1)[0] if below else ("", 0)
    if inside and name and most >= MOST_OF_A_ROOT * len(inside):
        return _starts_below(f"{start}{name}/", [u for u in inside if u.startswith(f"{start}{name}/")])
    starts = {start}
    for name in TOP_LEVEL_DOMAINS & below.keys():
        folder = f"{start}{name}/"
        units = [u for u in inside if u.startswith(folder)]
        if all("/" in unit[len(folder) :] for unit in units):
            starts |= _starts_below(folder, units)
    return starts


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
        self.alone = self._find_alone()
        self.recurring: set[str] = set()
        """The names that recur in folders of one role each."""
        self.layers = self._find_layers()
        self.containers: dict[str, int] = {}
        self.modules = self._find_modules()
        self.beside = dict(self.modules)
        held = Counter(folder for unit in readings for folder in set(unit.lower().split("/")[:-1]))
        most = MOST_SHARED * len(readings)
        self.shared_words = {word for word in SHARED_WORDS if held[word] <= most or len(readings) < FEW}
        self.concepts = self.find_concepts() | self.said.keys()
        self.beside = {**self._find_beside(), **self.modules}
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
            for term in self.terms(unit):
                roles.setdefault(term, set()).add(reading.role)
        shared = {
            term
            for term, found in roles.items()
            if len(found - {"entry", "config"}) > 1 and found - TELLING_OF_OTHERS
        }
        return shared | self.recurring | set(self.modules.values())

    def _find_layers(self) -> set[str]:
        """Return the folders of one role, whatever it is called: most names in them recur beside them."""
        held: dict[str, dict[str, set[str]]] = {}
        for unit in self.readings:
            folder, _, file_name = unit.rpartition("/")
            around, _, name = folder.rpartition("/")
            words = self._file_words(file_name.partition(".")[0])
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
                own = self._folder_term(folder)
                if named[own] - (own in terms) > 1:
                    continue  # What it is called by is a name of things itself.
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
        for unit in self.readings:
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
            named.add("/".join(segments[: at + 1]) if at >= 0 else "\0")
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
        term = singular("_".join(self._folder_words(name) or words_of(name)))
        parameter = not name[:1].isalnum()
        return "" if parameter or term in SHARED_WORDS or VERSION.fullmatch(term) else term

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
            if not last and path in self.modules:
                name = "_".join(self._folder_words(text) or words_of(text))
                self.spellings.setdefault(self.modules[path], Counter())[name] += 1
                out.append((path, self.modules[path]))
                continue
            aside = path in self.containers or path in self.layers
            if not last and (segment[:1] == "@" or aside or tells_role(segment, role)):
                continue
            rest = self._file_words(text) if last else self._folder_words(text)
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

    def _folder_words(self, text: str) -> list[str]:
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

    def _file_words(self, text: str) -> list[str]:
        """Return the words of a file's name before its role's; all but the last where those are not known."""
        words = list(words_of(text))
        rest = concept_words(text)
        more = words[len(rest) :]
        known = singular("_".join(rest)) in self.alone
        if not rest or len(more) < 2 or words[: len(rest)] != rest or known:
            return rest
        return words[:-1]

    def _find_alone(self) -> set[str]:
        """Return the names that stand alone: of folders, of files, or before the words of several roles."""
        found: set[str] = set()
        followed: dict[str, set[str]] = {}
        for unit in self.readings:
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
            concepts = [f for f in siblings if self._folder_term(f) in self.concepts]
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

    def _folder_term(self, folder: str) -> str:
        return singular("_".join(self._folder_words(folder[:-1].rpartition("/")[2])))

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


def _are_alike(stems: list[set[str]]) -> bool:
    """Whether folders beside each other hold files of the same names, as modules of one kind do."""
    counts = Counter(stem for each in stems for stem in each - MARKERS)
    most = counts.most_common(1)[0][1] if counts else 0
    return len(stems) >= ALIKE and most * 2 >= len(stems)


def _are_modules(names: set[str]) -> bool:
    """Whether folders beside each other are modules: several, and most are not called like roles."""
    telling = [name for name in names if name not in NO_CONCEPT and name not in ROLE_WORDS]
    return len(telling) >= SEVERAL_MODULES and len(telling) * 2 >= len(names)


def says_no_concept(term: str) -> bool:
    """Whether a name is none of what an application is about."""
    return term in NO_CONCEPT or bool(VERSION.fullmatch(term)) or len(term) < 2 or is_only_done(term)


def is_only_done(term: str) -> bool:
    """Whether a name says what is done and to what, not what the application keeps: `fetch_user`."""
    first, more, _ = term.partition("_")
    return first in ACTING and (bool(more) or first not in NOUNS_TOO)


def tells_role(folder: str, role: str) -> bool:
    """Whether a folder's name says a role, that of a unit or any: what says a role says no concept."""
    words = words_of(folder)
    said = roles_of_end(folder, "")
    return len(words) == 1 and (said.get(role, 0.0) >= 0.5 or folder.lower() in ROLE_WORDS)


def concept_words(text: str) -> list[str]:
    """Return the words of a name without those that only say a role."""
    words = list(words_of(text))
    while words and words[-1] in ROLE_WORDS:
        words.pop()
    while words and (words[0] in ROLE_WORDS or (words[0] in KINDS_OF_FILES and len(words) > 1)):
        words.pop(0)
    return words


def action_of(name: str, domain: str) -> str:
    """Return what a function's or method's name says is done, without the domain's own words."""
    own = {*words_of(domain), *words_of(singular(domain)), *words_of(plural(domain))}
    words = [word for word in words_of(name) if word not in own and word not in ROLE_WORDS]
    return "_".join(words)
