"""Signs of what a file does: numbers from 0 to 1 a role, from names, definitions, packages and deeds."""

import math
from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass, field

from yandrel.languages.deeds import KINDS
from yandrel.model.facts import TYPE_KINDS, Definition, Facts
from yandrel.model.words import words_of
from yandrel.survey.hints import HintTable
from yandrel.survey.vocabulary import ACTING, NONE, ROLES, roles_of_end, roles_of_package, roles_of_start

SIGNS = (
    "stem", "stem-start", "near", "outer", "type", "whole", "base", "mark", "made", "package",
    "deed", "leading", "word-and-deed", "word-without-deed", "alike", "beside", "chain", "users",
    "empty", "passing-on", "types-only", "no-deed", "no-word", "functions", "constants", "works",
)  # fmt: skip
"""The signs, in the order of their weights."""
AT = {sign: number for number, sign in enumerate(SIGNS)}
NAMES = (AT["stem"], AT["near"], AT["type"])
ASIDE = 0.3
"""How much a type says beside the one that the file is called by."""
OF_FOLDERS = frozenset({AT["near"], AT["outer"]})
OUTER = 0.7
"""How much less the word of a folder further out says than that of the file's own."""
DEED_OF: dict[str, tuple[tuple[str, float], ...]] = {
    "controller": (("answers", 1.0),),
    "route": (("routes", 1.0), ("answers", 0.3)),
    "repository": (("stores", 1.0),),
    "model": (("declares", 1.0), ("stores", 0.2)),
    "schema": (("shapes", 1.0),),
    "gateway": (("calls", 1.0),),
    "event": (("messages", 1.0),),
    "command": (("commands", 1.0),),
    "task": (("schedules", 1.0),),
    "config": (("configures", 1.0),),
    "validator": (("checks", 1.0),),
    "view": (("renders", 1.0), ("browses", 1.0)),
    "middleware": (("wraps", 1.0), ("answers", 0.2)),
    "entry": (("wires", 1.0),),
    "module": (("wires", 0.6),),
    "store": (("stores", 0.4), ("configures", 0.3)),
}
"""The deeds by which a role is known, with how much each says."""
DOING = frozenset({"controller", "route", "middleware", "command", "task", "event"})
"""Roles whose words (handler, filter, action) say little without the deed."""
LITTLE = 0.2
SAID = {
    "answers": "answers requests",
    "routes": "declares routes",
    "stores": "reads or writes stored data",
    "declares": "declares what is stored",
    "shapes": "declares what is sent",
    "calls": "calls other services",
    "messages": "sends or takes messages",
    "commands": "works at the command line",
    "schedules": "runs jobs",
    "configures": "reads or holds settings",
    "checks": "validates",
    "renders": "renders",
    "browses": "works on a page",
    "wraps": "wraps handlers",
    "wires": "starts and wires",
}
"""The deeds, in words for the reader."""
ABOVE: dict[str, tuple[str, ...]] = {
    "controller": ("route", "entry", "module"),
    "service": ("controller", "route", "command", "task", "event"),
    "repository": ("service", "command", "query"),
    "model": ("repository", "service", "schema", "migration"),
    "schema": ("controller", "route"),
    "middleware": ("route", "entry", "controller"),
    "route": ("entry",),
    "gateway": ("service",),
    "validator": ("controller", "schema", "service"),
}
"""Which roles use one."""
BELOW: dict[str, tuple[str, ...]] = {
    "controller": ("service", "schema"),
    "service": ("repository", "model", "gateway", "store"),
    "repository": ("model", "store"),
    "route": ("controller", "middleware"),
    "entry": ("route", "config", "module", "middleware"),
    "module": ("controller", "service"),
    "task": ("service",),
    "command": ("service", "model"),
}
"""Which roles one uses."""
BARE = frozenset({"index", "__init__", "mod", "init"})
"""Names of files that have the name of their folder."""
SAYING_NOTHING = frozenset(["app", "application", "server", "main", "core", "lib", "kernel"])
"""Names of folders that hold everything."""
FEW = 8
"""In an application of fewer files, a folder says as much however many lie below it."""
HALF = 4.0
"""How many showing words in a hundred lines make a deed half certain."""
BUSY = ("answers", "routes", "stores", "calls", "messages", "commands", "schedules", "wraps", "wires")
"""Deeds that no mere helper does much of."""
TYPES_ONLY = frozenset({"interface", "type", "protocol", "enum", "annotation"})


@dataclass
class Signs:
    """The signs of one file: by role, the number of each sign that is not 0."""

    by_role: dict[str, dict[int, float]] = field(default_factory=dict)
    texts: dict[tuple[str, int], str] = field(default_factory=dict)

    def note(self, role: str, sign: str, value: float, text: str = "") -> None:
        """Keep the highest value of a sign, and what it was."""
        place = AT[sign]
        held = self.by_role.setdefault(role, {})
        if value > held.get(place, 0.0):
            held[place] = min(value, 1.0)
            if text:
                self.texts[role, place] = text

    def add(self, role: str, sign: str, value: float, text: str = "") -> None:
        """Add to a sign, up to 1."""
        held = self.by_role.setdefault(role, {})
        place = AT[sign]
        held[place] = min(held.get(place, 0.0) + value, 1.0)
        if text:
            self.texts.setdefault((role, place), text)

    def without_folders(self) -> "Signs":
        """Return the signs that do not come from where a file stands."""
        kept = {
            role: {place: value for place, value in signs.items() if place not in OF_FOLDERS}
            for role, signs in self.by_role.items()
        }
        return Signs(kept, self.texts)

    def value(self, role: str, sign: str) -> float:
        return self.by_role.get(role, {}).get(AT[sign], 0.0)


class SignReader:
    """Reads the signs of the units of one application."""

    def __init__(self, units: Iterable[str] = ()) -> None:
        self.total = 0
        self.below: Counter[str] = Counter()
        for unit in units:
            self.total += 1
            self.below.update(set(unit.lower().split("/")[:-1]))

    def read(self, unit: str, facts: Facts, table: HintTable) -> Signs:
        """Return the signs of a unit, but for those that need the other units' roles."""
        signs = Signs()
        self._read_path(signs, unit, facts)
        self._read_definitions(signs, unit, facts, table)
        _read_packages(signs, facts)
        for call in facts.calls:
            for hint in table.match("call", call):
                signs.note(hint.role, "made", hint.weight / 7, f"calls {call}")
        _read_deeds(signs, facts)
        _read_emptiness(signs, facts)
        return signs

    def _read_path(self, signs: Signs, unit: str, facts: Facts) -> None:
        folder, _, file_name = unit.rpartition("/")
        stem = stem_of(unit)
        if stem:
            for role, weight in roles_of_end(stem, facts.language).items():
                signs.note(role, "stem", weight, f"the file is called {file_name}")
                if len(words_of(stem)) == 1:
                    signs.note(role, "whole", weight, f"the file is called {file_name}")
            for role, weight in roles_of_start(stem, facts.language).items():
                signs.note(role, "stem-start", weight, f"the file is called {file_name}")
        segments = folder.split("/") if folder else []
        spoken = False
        for depth, segment in enumerate(reversed(segments)):
            says = {} if segment.lower() in SAYING_NOTHING else roles_of_end(segment, facts.language)
            share = self.below[segment.lower()] / self.total if self.total else 0.0
            telling = min(1.0, 2.0 - 2.0 * share) if self.total >= FEW else 1.0
            sign = "outer" if spoken else "near"
            spoken = spoken or bool(says)
            for role, weight in says.items():
                value = weight * telling * (1.0 if depth < 2 else 0.8)
                signs.note(role, sign, value, f"stands in {segment}/")

    def _read_definitions(self, signs: Signs, unit: str, facts: Facts, table: HintTable) -> None:
        weights = weigh_definitions(facts)
        origins = origins_of(facts)
        here = {definition.name for definition in facts.definitions}
        stem = "".join(words_of(stem_of(unit)))
        main = {n for n in here if "".join(words_of(n)) == stem}
        for definition, share in weights:
            kind = "base" if definition.kind in TYPE_KINDS else ""
            if main and definition.name not in main and kind:
                share *= ASIDE
            if definition.kind in TYPE_KINDS or not _begins_with_verb(definition):
                for role, weight in roles_of_end(definition.name, facts.language).items():
                    signs.add(role, "type", share * weight, f"{definition.kind} {definition.name}")
            for base in (b for b in definition.bases if kind and b not in here):
                self._read_base(signs, definition, base, share, origins, facts.language, table)
            for mark in definition.marks:
                for hint in table.match("mark", mark):
                    signs.add(
                        hint.role, "mark", math.sqrt(share) * hint.weight / 6, f"@{mark} on {definition.name}"
                    )
            if definition.name.lower() == "main" and definition.kind == "function":
                signs.note("entry", "made", 0.8, "has a function main")
                signs.note("command", "made", 0.6, "has a function main")
            if definition.kind in ("function", "constant"):
                for hint in table.match("type", definition.name):
                    if hint.pattern == definition.name:
                        signs.note(hint.role, "made", hint.weight / 5, f"{definition.kind} {definition.name}")
            if definition.value:
                for hint in table.match("value", definition.value):
                    signs.note(
                        hint.role, "made", hint.weight / 7, f"makes {definition.name} = {definition.value}"
                    )

    def _read_base(
        self,
        signs: Signs,
        definition: Definition,
        base: str,
        share: float,
        origins: dict[str, str],
        language: str,
        table: HintTable,
    ) -> None:
        said: dict[str, float] = {}
        head, dot, rest = base.partition(".")
        qualified = origins.get(head, head) + dot + rest
        for hint in (*table.match("base", base), *table.match("base", qualified)):
            said[hint.role] = max(said.get(hint.role, 0.0), hint.weight / 6)
        for role, weight in roles_of_end(base.rpartition(".")[2], language).items():
            said[role] = max(said.get(role, 0.0), weight * 0.8)
        for role, weight in said.items():
            signs.add(role, "base", share * weight, f"base of {definition.name} is {base}")


def origins_of(facts: Facts) -> dict[str, str]:
    """Return for each imported name the qualified name that the import spells."""
    return {
        imported.bound: f"{item.module}.{imported.name}" if item.module else imported.name
        for item in facts.imports
        for imported in item.names
    }


def stem_of(unit: str) -> str:
    """Return what a file is called, without ending; an index has the name of its folder."""
    folder, _, name = unit.rpartition("/")
    parts = name.split(".")[:-1]
    if parts and parts[-1] in ("d", "ee", "min"):
        parts = parts[:-1]
    stem = ".".join(parts)
    return folder.rpartition("/")[2] if stem in BARE else stem


def weigh_definitions(facts: Facts) -> list[tuple[Definition, float]]:
    """Return the definitions with their share of the lines; hidden ones and constants count less.

    Methods that stand away from their type count for it.
    """
    weights: list[tuple[Definition, float]] = []
    here = {definition.name for definition in facts.definitions}
    away: Counter[str] = Counter()
    for definition in facts.definitions:
        if definition.is_method and definition.owner in here:
            away[definition.owner] += definition.last_line - definition.line + 1
    for definition in facts.definitions:
        if definition.is_method and definition.owner in here:
            continue
        lines = definition.last_line - definition.line + 1 + away[definition.name]
        weight = float(max(lines, 1))
        if definition.hidden or definition.name.startswith("_"):
            weight *= 0.3
        if definition.kind == "constant":
            weight = min(weight, 30.0) * 0.3
        weights.append((definition, weight))
    total = sum(weight for _, weight in weights) or 1.0
    return [(definition, weight / total) for definition, weight in weights]


def only_says_so(facts: Facts, role: str) -> bool:
    """Whether a file does nothing of what a role does, that is known by its deeds more than by a word."""
    if role not in DOING:
        return False
    deeds = deeds_of(facts)
    return all(deeds.get(kind, 0.0) < LITTLE for kind, _ in DEED_OF[role])


def deeds_of(facts: Facts) -> dict[str, float]:
    """Return how certain each deed is, from how dense its words are in the file."""
    if not facts.deeds:
        return {}
    lines = facts.lines + 15
    return {
        kind: 1.0 - 0.5 ** (count * 100.0 / lines / HALF)
        for kind, count in zip(KINDS, facts.deeds, strict=True)
        if count
    }


def _read_packages(signs: Signs, facts: Facts) -> None:
    found: dict[str, tuple[float, str]] = {}
    count = 0
    for item in facts.imports:
        module = item.module or (item.names[0].name if item.names else "")
        if not module or module.startswith("."):
            continue
        count += 1
        for role, weight in roles_of_package(module).items():
            if weight > found.get(role, (0.0, ""))[0]:
                found[role] = (weight, module)
    for role, (weight, module) in found.items():
        signs.note(role, "package", weight * min(1.0, 1.4 / math.sqrt(len(found))), f"imports {module}")


def _read_deeds(signs: Signs, facts: Facts) -> None:
    deeds = deeds_of(facts)
    counts = dict(zip(KINDS, facts.deeds, strict=True)) if facts.deeds else {}
    strongest = max(deeds.values(), default=0.0)
    for role in ROLES if deeds else list(signs.by_role):
        wanted = DEED_OF.get(role)
        word = _word(signs, role)
        if wanted is None:
            signs.note(role, "word-without-deed", word)
            continue
        own, kind = max((deeds.get(kind, 0.0) * weight, kind) for kind, weight in wanted)
        if own > 0.02:
            signs.note(role, "deed", own, f"{SAID[kind]} ({counts[kind]} words show it)")
            if strongest > 0.1:
                signs.note(role, "leading", own / strongest)
        if word:
            sure = max(
                own, signs.value(role, "package"), signs.value(role, "base"), signs.value(role, "mark")
            )
            signs.note(role, "word-and-deed", word * sure, f"{SAID[kind]}, as its name says")
            signs.note(role, "word-without-deed", word * (1.0 - sure))
    if strongest < 0.3:
        signs.note(NONE, "no-deed", 1.0 - strongest, "does nothing that shows")


def _word(signs: Signs, role: str) -> float:
    """Return how clearly names speak for a role."""
    held = signs.by_role.get(role)
    if not held:
        return 0.0
    return max(*(held.get(place, 0.0) for place in NAMES), OUTER * held.get(AT["outer"], 0.0))


def _read_emptiness(signs: Signs, facts: Facts) -> None:
    held = [d for d in facts.definitions if d.kind != "constant" or d.value or d.last_line > d.line]
    if not held and not facts.calls and facts.lines < 15:
        signs.note(NONE, "empty", 1.0, "holds next to nothing")
    if facts.definitions and all(d.kind in TYPES_ONLY for d in facts.definitions):
        signs.note(NONE, "types-only", 1.0, "holds types only")
    if not held and facts.imports and facts.lines <= 4 * len(facts.imports) + 12:
        signs.note(NONE, "passing-on", 1.0, "passes on what others define")
    named = any(_word(signs, role) >= 0.5 for role in signs.by_role)
    if not named:
        signs.note(NONE, "no-word", 1.0, "has no name that tells a role")
    values = [d for d in facts.definitions if not d.name.startswith("__")]
    if len(values) >= 2 and all(d.kind == "constant" for d in values):
        signs.note("config", "constants", 1.0, "holds constants only")
    size = 1.0 - 0.5 ** (facts.lines / 80.0)
    working = _working_share(facts)
    deeds = deeds_of(facts)
    busy = max((deeds.get(kind, 0.0) for kind in BUSY), default=0.0)
    if working > 0.3:
        signs.note("service", "works", working * size * (1.0 - busy * busy / 2), "does work of its own")
    functions = sum(d.kind == "function" for d in facts.definitions)
    if functions and functions == sum(d.kind != "constant" for d in facts.definitions):
        small = 0.5 ** (facts.lines / 8.0)
        signs.note("helper", "functions", (1.0 - busy) * (1.0 - small), "holds functions only")


def _working_share(facts: Facts) -> float:
    """Return the share of a file that does something: functions, methods and types that have some."""
    if not facts.definitions:
        return 0.8 if facts.lines > 30 and facts.deeds else 0.0
    owners = {definition.owner for definition in facts.definitions if definition.is_method}
    return sum(
        share
        for definition, share in weigh_definitions(facts)
        if definition.kind in ("function", "method")
        or any(m.endswith("()") for m in definition.members)
        or definition.name in owners
    )


def _begins_with_verb(definition: Definition) -> bool:
    return definition.kind == "function" and bool(ACTING & set(words_of(definition.name)[:1]))
