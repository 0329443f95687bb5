"""Assign a role to each file: by evidence first, then by its place."""

from collections import Counter
from collections.abc import Iterator, Mapping
from functools import cached_property

import msgspec
from msgspec.structs import replace

from yandrel.errors import ConfigError
from yandrel.index.code import CodeIndex
from yandrel.languages.registry import language_of, load_language
from yandrel.layout.config import KnownBy, Layout, Role
from yandrel.layout.patterns import Pattern, compile_pattern
from yandrel.model.evidence import TAKES, Evidence, Hint
from yandrel.model.facts import TYPE_KINDS, Definition, Facts
from yandrel.model.words import words_of
from yandrel.survey.chances import LIKELY, Verdict, chances_of, judge_roles, load_weights
from yandrel.survey.hints import HintTable
from yandrel.survey.signs import SignReader, origins_of
from yandrel.survey.vocabulary import ACTING, NONE, ROLES

TELLING = 4
CLEARLY = 3.0
"""How much likelier than the role of its place another must be for a unit to be out of place."""
SURE = 0.9
"""The chance from which a role is called certain: such are right in 95 of 100."""
CERTAIN = 5
NAMED_BY_SHAPE = 6
RARE = 5
STANDS_IN = "stands in "
WHOLE_TREES = frozenset({"test", "migration"})
FURTHER_OUT = 2
"""How much less a folder says where a folder inside it says something too."""


class Reading(msgspec.Struct, frozen=True):
    """The role of a file, with its evidence.

    `role` is the verdict, `chance` how likely that is; `evident` what its definitions say, `place` what
    its path says (the role, the home pattern, and what that pattern's placeholders stand for).
    """

    unit: str
    role: str
    evident: str
    place: str
    home: str
    values: dict[str, str]
    evidence: tuple[Evidence, ...]
    definition_roles: tuple[tuple[str, str], ...]
    chance: float = 1.0

    @property
    def certain(self) -> bool:
        """Whether the role may become law."""
        return bool(self.role) and self.chance >= SURE


class RoleReader:
    """Reads the roles of one application's units."""

    def __init__(self, layout: Layout, languages: list[str]) -> None:
        self.layout = layout
        self.tables = {
            name: HintTable([*load_language(name).hints(), *own_hints(layout)]) for name in languages
        }
        self.homes = [
            (pattern, role)
            for role in layout.roles.values()
            for pattern in role.homes
        ]  # fmt: skip

    def read(self, unit: str, facts: Facts) -> Reading:
        name = language_of(unit) or ""
        table = self.tables[name]
        marker = load_language(name).is_package_marker(unit)
        found: list[Evidence] = []
        by_definition = []
        origins = origins_of(facts)
        main = _main_type(unit, facts)
        for definition in facts.definitions:
            evidence = evidence_of(table, definition, origins)
            if main in ("", definition.name) or definition.kind not in TYPE_KINDS:
                found += evidence
            role = _strongest(evidence)
            if role and definition.kind != "constant":
                by_definition.append((definition.name, role))
        for call in facts.calls:
            for hint in table.match("call", call):
                found.append(Evidence(hint.role, f"calls {call}", hint.weight))
        place, home, values = self.place_of(unit)
        spots = self.spots(unit, table, name)
        blocks = sum(d.kind != "constant" for d in facts.definitions)
        held = Counter(role for _, role in by_definition)
        rare = {role for role, count in held.items() if count * RARE < blocks}
        rare |= {"error"} if held["error"] * 2 < blocks else set()
        weighed = [e for e in found if e.role not in rare or e.text.startswith(("makes", "calls"))]
        bare = marker and not facts.definitions
        evident = self.evident_role(weighed)
        astray = bool(self.layout.roles) and evident not in ("", place)
        if astray and not self._agrees(evident, place, unit, facts, table):
            evident = ""
            weighed = []
        role = self.verdict(unit, weighed, evident, spots, place, bare)
        if self.layout.roles and role not in ("", place, evident, *WHOLE_TREES):
            role = role if self._is_likely(role, unit, facts, table) else ""
        return Reading(unit, role, evident, place, home, values, tuple(found + spots), tuple(by_definition))

    def _agrees(self, role: str, place: str, unit: str, facts: Facts, table: HintTable) -> bool:
        """Whether a role that some definitions show is clearly the likeliest, wherever the unit stands.

        A role that yandrel.toml itself says how to know needs no more.
        """
        said = self.layout.roles.get(role)
        if role not in ROLES or (said is not None and said.known_by != KnownBy()):
            return True
        signs = SignReader().read(unit, facts, table).without_folders()
        chances = chances_of(signs, load_weights().first)
        likeliest = max(chance for other, chance in chances.items() if other != NONE)
        return chances[role] >= likeliest and chances[role] >= CLEARLY * chances.get(place, 0.0)

    def _is_likely(self, role: str, unit: str, facts: Facts, table: HintTable) -> bool:
        """Whether a role that names and folders tell is likely, with all that the unit itself shows."""
        if role not in ROLES:
            return True
        return chances_of(SignReader().read(unit, facts, table), load_weights().first)[role] >= LIKELY

    def place_of(self, unit: str) -> tuple[str, str, dict[str, str]]:
        """Return the role, home pattern and values that a path has; the most telling pattern wins."""
        best: tuple[Pattern, Role, dict[str, str]] | None = None
        for pattern, role in self.homes:
            if not unit.startswith(pattern.fixed_start):
                continue
            values = pattern.match(unit)
            if values is None:
                continue
            if best is None or pattern.weight > best[0].weight:
                best = (pattern, role, values)
            elif pattern.weight == best[0].weight and role.name != best[1].name:
                raise ConfigError(
                    f"the homes {best[0].text!r} of {best[1].name} and {pattern.text!r} of "
                    f"{role.name} fit {unit} equally well",
                    where="yandrel.toml",
                    todo="make one of them more specific",
                )
        if best is None:
            return "", "", {}
        return best[1].name, best[0].text, best[2]

    def evident_role(self, found: list[Evidence]) -> str:
        """Return the role that the definitions themselves show beyond doubt."""
        strong: dict[str, int] = {}
        for evidence in found:
            if evidence.weight >= CERTAIN and not evidence.text.startswith("calls"):
                strong[evidence.role] = strong.get(evidence.role, 0) + evidence.weight
        if len(strong) != 1:
            return ""
        role = next(iter(strong))
        other = any(e.role != role and e.weight >= TELLING for e in found)
        return "" if other else role

    def spots(self, unit: str, table: HintTable, language: str) -> list[Evidence]:
        """Return what the file's and the folders' names say."""
        out: list[Evidence] = []
        folder, _, name = unit.rpartition("/")
        for hint in table.match("file", name):
            out.append(Evidence(hint.role, f"the file is called {name}", hint.weight))
        segments = list(dict.fromkeys(reversed(folder.split("/"))))
        hints = [*((segments[0], h) for h in table.match("parent", segments[0]))]
        hints += [(segment, hint) for segment in segments for hint in table.match("folder", segment)]
        for segment, hint in hints:
            near = segment == hints[0][0] or hint.role in WHOLE_TREES
            weight = hint.weight if near else max(hint.weight - FURTHER_OUT, 1)
            out.append(Evidence(hint.role, f"{STANDS_IN}{segment}/", weight))
        return out

    def verdict(
        self,
        unit: str,
        found: list[Evidence],
        evident: str,
        spots: list[Evidence],
        place: str,
        empty: bool,
    ) -> str:
        known = self.layout.roles
        if known:
            if evident in known and place != "test":
                return evident
            if place:
                return place
            if empty:
                return ""
        elif evident and not _speaks_against(spots, evident):
            return evident
        if empty:
            return ""
        scores: dict[str, int] = {}
        best: dict[tuple[str, str], int] = {}
        for evidence in [*found, *spots]:
            key = (evidence.role, evidence.text.partition(" ")[0])
            best[key] = max(best.get(key, 0), evidence.weight)
        for (role, _), weight in best.items():
            scores[role] = scores.get(role, 0) + weight
        if known:
            scores = {role: score for role, score in scores.items() if role in known}
        if not scores:
            return ""
        role = max(sorted(scores), key=lambda r: scores[r])
        return role if scores[role] >= TELLING - 1 else ""


def _main_type(unit: str, facts: Facts) -> str:
    """Return the type that a unit is called by, which says what it is; others in it only help that one."""
    stem = unit.rpartition("/")[2].partition(".")[0]
    return next((d.name for d in facts.definitions if d.kind in TYPE_KINDS and d.name == stem), "")


def _speaks_against(spots: list[Evidence], role: str) -> bool:
    """Whether a folder says as clearly another role, or that all in it are tests or migrations."""
    return any(
        spot.role in WHOLE_TREES
        or (spot.role != role and spot.weight >= CERTAIN and spot.text.startswith(STANDS_IN))
        for spot in spots
    )


def evidence_of(table: HintTable, definition: Definition, origins: dict[str, str]) -> list[Evidence]:
    """Return what one definition says by its name, bases, decorators, and what it is made by.

    `origins` are the qualified names of what the unit imports.
    """
    out: list[Evidence] = []
    name = definition.name
    if (definition.kind != "constant" or name == "urlpatterns") and not _acts_on(definition):
        for hint in table.match("type", name):
            out.append(Evidence(hint.role, f"{definition.kind} {name}", hint.weight))
    for base in definition.bases if definition.kind in TYPE_KINDS else ():
        head, dot, rest = base.partition(".")
        qualified = origins.get(head, head) + dot + rest
        hints = dict.fromkeys([*table.match("base", base), *table.match("base", qualified)])
        for hint in hints:
            out.append(Evidence(hint.role, f"base of {name} is {base}", hint.weight))
    for mark in definition.marks:
        for hint in table.match("mark", mark):
            text = f"{name} {mark}" if mark.startswith(TAKES) else f"@{mark} on {name}"
            out.append(Evidence(hint.role, text, hint.weight))
    if definition.value:
        for hint in table.match("value", definition.value):
            out.append(Evidence(hint.role, f"makes {name} = {definition.value}", hint.weight))
    return out


def _acts_on(definition: Definition) -> bool:
    """Whether a function's name ends with what it does something to: `getSchema` is no schema."""
    return definition.kind == "function" and bool(ACTING & set(words_of(definition.name)[:1]))


def _strongest(evidence: list[Evidence]) -> str:
    scores: dict[str, int] = {}
    for item in evidence:
        if item.weight >= 2:
            scores[item.role] = scores.get(item.role, 0) + item.weight
    if not scores:
        return ""
    role = max(sorted(scores), key=lambda r: scores[r])
    return role if scores[role] >= TELLING else ""


def own_hints(layout: Layout) -> list[Hint]:
    """Return what yandrel.toml itself says tells a role."""
    out: list[Hint] = []
    for role in layout.roles.values():
        known = role.known_by
        out += [Hint(role.name, "type", pattern, NAMED_BY_SHAPE) for pattern in known.name]
        out += [Hint(role.name, "base", pattern, NAMED_BY_SHAPE) for pattern in known.base]
        out += [Hint(role.name, "mark", pattern, NAMED_BY_SHAPE) for pattern in known.mark]
    for name, shape in layout.shapes.items():
        if shape.type:
            parts = compile_pattern(shape.type).parts
            glob = "".join("?*" if part.kind == "placeholder" else part.text for part in parts)
            if glob.strip("?*"):
                out.append(Hint(name, "type", glob, NAMED_BY_SHAPE))
    return out


class Readings(Mapping[str, Reading]):
    """The reading of every unit of the application's own, each made when asked for.

    `known` are readings of units that have not changed. A unit that only holds the declarations of
    another one has that one's reading. `kinds` are the units that are not its own, with what they are;
    those with a home are its own all the same. Where no layout says the roles, all are judged together.
    """

    def __init__(
        self, index: CodeIndex, layout: Layout, known: Mapping[str, Reading], kinds: Mapping[str, str]
    ) -> None:
        self._index = index
        self._layout = layout
        self._reader = RoleReader(layout, index.languages)
        self._found: dict[str, Reading] = {}
        self._plainly: dict[str, Reading] = {}
        self._known = known
        self.kinds = {
            unit: kind
            for unit, kind in kinds.items()
            if not layout.roles or not self._reader.place_of(unit)[0]
        }
        self._units = dict.fromkeys(
            unit
            for unit in index.facts
            if unit not in self.kinds and not (layout.generated and layout.is_generated(unit))
        )

    def __getitem__(self, unit: str) -> Reading:
        found = self._found.get(unit)
        if found is None:
            if unit not in self._units:
                raise KeyError(unit)
            declared = self._declared_in(unit)
            found = self[declared] if declared else self._known.get(unit)
            found = found or self._read(unit)
            self._found[unit] = found
        return found

    def _plain(self, unit: str) -> Reading:
        """Return what a unit's own place and definitions tell, whatever is around it."""
        found = self._plainly.get(unit)
        if found is None:
            found = self._plainly[unit] = self._reader.read(unit, self._index.facts[unit])
        return found

    def _read(self, unit: str) -> Reading:
        reading = self._plain(unit)
        if self._layout.roles or reading.role in WHOLE_TREES or (not reading.role and self._is_bare(unit)):
            return reading
        verdict = self._judged.get(unit)
        if verdict is None:
            return reading
        if not verdict.is_likely:
            kept = reading.evident if verdict.holds(reading.evident) else ""
            return replace(reading, role=kept, chance=verdict.chances.get(kept, 0.0))
        role = verdict.role
        said = tuple(Evidence(verdict.role, text, round(amount * 2)) for text, amount in verdict.why)
        return replace(reading, role=role, chance=verdict.chance, evidence=said)

    def _is_bare(self, unit: str) -> bool:
        """Whether a unit only marks a package."""
        return self._index.language(unit).is_package_marker(unit) and not self._index.facts[unit].definitions

    def is_aside(self, unit: str) -> bool:
        """Whether a unit does not run with the application: not its own, or plainly a test or migration."""
        return unit not in self._units or self._plain(unit).role in WHOLE_TREES

    def stands_for_itself(self, unit: str) -> bool:
        """Whether a unit is one of the application's own that is not judged in what it declares."""
        return unit in self._units and not self._declared_in(unit)

    @cached_property
    def _judged(self) -> Mapping[str, Verdict]:
        """The verdicts on all units, each judged with those around it."""
        facts = self._index.facts
        units = [unit for unit in self._units if not self._declared_in(unit)]
        signs = SignReader(units)
        tables = self._reader.tables
        read = {unit: signs.read(unit, facts[unit], tables[language_of(unit) or ""]) for unit in units}
        return judge_roles(self._index, read)

    def read_so_far(self) -> Mapping[str, Reading]:
        """Return the readings that were asked for, which without a layout are few."""
        return self._found

    def _declared_in(self, unit: str) -> str:
        return next((u for u in self._index.language(unit).declares(unit) if u in self._units), "")

    def __contains__(self, unit: object) -> bool:
        return unit in self._units

    def __iter__(self) -> Iterator[str]:
        return iter(self._units)

    def __len__(self) -> int:
        return len(self._units)
