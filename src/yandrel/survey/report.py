"""The figures of a survey, and the advice that follows from them."""

from collections import Counter
from collections.abc import Sequence

from yandrel.languages.registry import language_of
from yandrel.layout.config import SHARED
from yandrel.model.facts import TYPE_KINDS, Definition
from yandrel.model.results import (
    FORMAT_VERSION,
    Crowd,
    DomainRow,
    Place,
    RoleCount,
    SurveyReport,
    UnitRow,
)
from yandrel.model.routes import RouteTable
from yandrel.model.words import singular
from yandrel.survey.concepts import ROLE_WORDS, action_of, concept_words
from yandrel.survey.journey import find_journey
from yandrel.survey.kinds import GENERATED
from yandrel.survey.picture import Arrangement, Picture, find_arrangement, spread_of
from yandrel.survey.signs import deeds_of

MANY_IN_A_FOLDER = 30
FEW_SERVICES = 3
"""With fewer services, handlers have nobody else to ask for what is stored."""
ANSWERING = ("controller", "route")
SURELY = 0.8
MANY_ROLES = 3
WIDE_SPREAD = 4.0
SEVERAL_CONCEPTS = 4
LONG_FILE = 100
MANY_UNITS = 30
HOOKS = frozenset(
    ["get", "post", "put", "patch", "delete", "head", "options", "dispatch", "setup", "render", "as_view"]
)
WIRING = frozenset(["all", "mount", "register", "routes", "boot", "map", "build"])
"""What the functions are called that list routes, and answer none."""
MAKERS = frozenset(["constructor", "init", "new", "main"])
"""Members that make a thing, and do nothing with it."""
HOOK_STARTS = ("get_", "form_", "perform_", "has_", "post_", "handle_", "render_", "on_", "pre_")


def build_report(
    picture: Picture, table: RouteTable, why: bool = False, below: Sequence[str] = ()
) -> SurveyReport:
    """Return the survey of an application with its routes; `why` adds each unit with its evidence.

    `below` are the files and folders whose units are listed then; all, where it is empty.
    """
    index, layout = picture.index, picture.layout
    arrangement = find_arrangement(picture)
    spread = spread_of(picture)
    mean = sum(spread.values()) / len(spread) if spread else 0.0
    domains = _domain_rows(picture, spread, table)
    counted = picture.counted()
    top, newcomer = _top_level(picture)
    crowded = _crowded(picture)
    languages = Counter(index.facts[unit].language for unit in picture.readings)
    edges = sum(1 for unit in picture.readings for _ in index.edges_of(unit))
    unguarded = sorted(set(layout.roles) - layout.arrows.guarded) if layout.arrows.lines else []
    arrived, waiting = find_journey(picture)
    return SurveyReport(
        version=FORMAT_VERSION,
        name=layout.name or index.root.name,
        languages=dict(sorted(languages.items())),
        units=len(picture.readings),
        generated=len(index.facts) - len(picture.readings),
        kinds=_kinds(picture),
        routes_reaching=_reaching(picture, table),
        definitions=sum(len(index.facts[u].definitions) for u in picture.readings),
        lines=sum(index.facts[u].lines for u in picture.readings),
        imports=edges,
        routes=sum(not route.outside for route in table.routes),
        routes_uncertain=sum(not route.certain and not route.outside for route in table.routes),
        frameworks=list(table.frameworks),
        arrangement=arrangement.name,
        because=list(arrangement.because),
        roles=_role_rows(picture),
        domains=domains,
        without_role=sum(not picture.role(u) for u in counted),
        without_domain=sum(not picture.domain(u) for u in counted),
        mean_spread=round(mean, 1),
        crowded=crowded,
        top_level=top,
        newcomer=newcomer,
        unguarded=unguarded,
        problems=[Place(*problem) for problem in index.problems()],
        advice=_advice(picture, arrangement, mean, len(spread), crowded),
        has_layout=layout.present,
        units_listed=_unit_rows(picture, below) if why else [],
        arrived=arrived,
        waiting=waiting,
    )


def _reaching(picture: Picture, table: RouteTable) -> int:
    """Count the routes whose handlers' files read stored data, where there are services for that."""
    services = sum(picture.role(unit) == "service" for unit in picture.readings)
    if services < FEW_SERVICES:
        return 0
    answering = {route.unit for route in table.routes if not route.outside and route.unit in picture.readings}
    reaching = {unit for unit in answering if _reads_data(picture, unit)}
    return sum(route.unit in reaching and not route.outside for route in table.routes)


def _reads_data(picture: Picture, unit: str) -> bool:
    """Whether a handler's file uses a repository or the database, or works on stored data itself."""
    if picture.role(unit) not in ANSWERING:
        return False
    if any(picture.role(edge.unit) in ("repository", "store") for edge in picture.index.edges_of(unit)):
        return True
    return deeds_of(picture.index.facts[unit]).get("stores", 0.0) >= SURELY


def _kinds(picture: Picture) -> dict[str, int]:
    """Count the units that are not the application's own server code."""
    kinds = Counter(picture.readings.kinds.values())
    others = len(picture.index.facts) - len(picture.readings) - sum(kinds.values())
    kinds[GENERATED] += others
    return {kind: count for kind, count in sorted(kinds.items()) if count}


def _role_rows(picture: Picture) -> list[RoleCount]:
    units: dict[str, list[str]] = {}
    for unit, reading in picture.readings.items():
        if reading.role and reading.unit == unit:
            units.setdefault(reading.role, []).append(unit)
    rows = [
        RoleCount(
            role,
            len(found),
            sum(len(picture.index.facts[u].definitions) for u in found),
            sum(picture.index.facts[u].lines for u in found),
            len({u.rpartition("/")[0] for u in found}),
            sum(picture.readings[u].certain for u in found),
        )
        for role, found in units.items()
    ]
    return sorted(rows, key=lambda row: (-row.units, row.role))


def _domain_rows(picture: Picture, spread: dict[str, int], table: RouteTable) -> list[DomainRow]:
    answered = Counter(route.domain for route in table.routes if not route.outside)
    members: dict[str, list[str]] = {}
    for unit in picture.readings:
        domain = picture.domain(unit)
        if domain and picture.readings[unit].unit == unit:
            members.setdefault(domain, []).append(unit)
    rows = []
    for domain, units in members.items():
        roles = Counter(picture.role(unit) or "other" for unit in units)
        rows.append(
            DomainRow(
                domain, len(units), spread.get(domain, 0), dict(sorted(roles.items())),
                _actions(picture, domain, units), answered[domain],
            )
        )  # fmt: skip
    return sorted(rows, key=lambda row: (row.domain == SHARED, -row.units, row.domain))


def _actions(picture: Picture, domain: str, units: list[str]) -> list[str]:
    """Return what can be done in a domain, by its handlers' names, the most frequent first."""
    found: Counter[str] = Counter()
    for role in ("route", "controller", "command", "query", "service"):
        for unit in units:
            if picture.role(unit) != role:
                continue
            for definition in picture.index.facts[unit].definitions:
                for action in _actions_of(definition, domain):
                    if role != "route" or action not in WIRING:
                        found[action] += 1
        if found:
            break
    return [name for name, _ in sorted(found.items(), key=lambda item: (-item[1], item[0]))]


def _actions_of(definition: Definition, domain: str) -> list[str]:
    """Return what a handler does, by its name; a class by its own name where that says something."""
    if definition.name.startswith("_"):
        return []
    if definition.is_method:
        names = [definition.name.rpartition(".")[2]]
    elif definition.kind == "function":
        names = [definition.name]
    elif definition.kind == "constant":
        names = [member[:-2] for member in definition.members if member.endswith("()") and member[0] != "_"]
    elif definition.kind in TYPE_KINDS:
        own = action_of(definition.name, domain)
        methods = [m[:-2] for m in definition.members if m.endswith("()") and m[0] != "_"]
        methods = [m for m in methods if m not in MAKERS and m != definition.name]
        named = [m for m in methods if m not in HOOKS and not m.startswith(HOOK_STARTS)]
        names = [own] if own and len(named) < len(methods) else named or ([own] if own else [])
    else:
        return []
    return [action for action in (action_of(name, domain) for name in names) if action]


def _unit_rows(picture: Picture, below: Sequence[str]) -> list[UnitRow]:
    rows = []
    for unit, reading in sorted(picture.readings.items()):
        if below and not any(unit == place or unit.startswith(place + "/") for place in below):
            continue
        facts = picture.index.facts[unit]
        best = sorted((e for e in reading.evidence if e.role == reading.role), key=lambda e: -e.weight)
        texts = list(dict.fromkeys(f"{e.text} ({e.weight})" for e in best if e.weight))[:3]
        if reading.home and reading.place == reading.role:
            texts.insert(0, f"its home is {reading.home}")
        rows.append(
            UnitRow(
                unit,
                reading.role,
                picture.domain(unit),
                len(facts.definitions),
                facts.lines,
                texts,
                round(reading.chance, 2),
            )
        )
    return rows


APP_MAKERS = frozenset(["Flask()", "FastAPI()", "Quart()"])
HANDLER_MARKS = frozenset(["route", "get", "post", "put", "patch", "delete"])


def _crowded(picture: Picture) -> list[Crowd]:
    folders: Counter[str] = Counter()
    rows: list[Crowd] = []
    for unit in picture.counted():
        folders[unit.rpartition("/")[0] + "/"] += 1
        roles = sorted(_held_roles(picture, unit) - {"error"})
        if len(roles) >= MANY_ROLES:
            rows.append(Crowd(unit, len(roles), "definitions of " + ", ".join(roles)))
    rows.sort(key=lambda row: (-row.count, row.place))
    crowds = [Crowd(f, n, "units") for f, n in folders.most_common() if n >= MANY_IN_A_FOLDER]
    return crowds + rows


def _held_roles(picture: Picture, unit: str) -> set[str]:
    """Return the roles of a unit's definitions, the handlers marked on an application made here too."""
    held = {role for _, role in picture.readings[unit].definition_roles}
    facts = picture.index.facts[unit]
    if any(d.value.rpartition(".")[2] in APP_MAKERS for d in facts.definitions):
        marks = [mark for d in facts.definitions for mark in d.marks if "." in mark]
        if sum(mark.rpartition(".")[2] in HANDLER_MARKS for mark in marks) > 1:
            held |= {"entry", "route"}
    return held


def _top_level(picture: Picture) -> tuple[list[str], str]:
    """Return the names that a newcomer reads first, and what they say."""
    counted = picture.counted()
    tops = Counter(unit.split("/")[0] for unit in counted)
    if not tops:
        return [], "nothing"
    main, held = tops.most_common(1)[0]
    inside = held * 2 > len(counted) and any("/" in unit for unit in counted)
    prefix = main + "/" if inside else ""
    while prefix:
        below = Counter(u[len(prefix) :].split("/")[0] for u in counted if u.startswith(prefix))
        name, most = below.most_common(1)[0]
        if most * 10 < len(counted) * 9 or language_of(name) is not None:
            break
        prefix += name + "/"
    names = sorted({u[len(prefix) :].split("/")[0] for u in counted if u.startswith(prefix)})
    inner = (u[len(prefix) :].partition("/") for u in counted if u.startswith(prefix))
    with_files = {name for name, slash, _ in inner if slash}
    folders = [n for n in names if n in with_files]
    concepts = {singular(d) for d in picture.domains.values() if d and d != SHARED}
    by_role = [n for n in folders if n.lower() in ROLE_WORDS]
    by_domain = [n for n in folders if singular("_".join(concept_words(n)) or "-") in concepts]
    shown = prefix or "the top level"
    told = f" and {_counted(by_domain, 'domain')} of {len(concepts)}" if concepts else ""
    text = f"Folder names in {shown} reveal {_counted(by_role, 'role')}{told}"
    return [n + "/" if n in with_files else n for n in names], text


def _counted(names: list[str], noun: str) -> str:
    """Return "no role", "1 role", "2 roles"."""
    return f"{len(names) or 'no'} {noun}" + ("s" if len(names) > 1 else "")


def _advice(
    picture: Picture, arrangement: Arrangement, mean: float, concepts: int, crowded: list[Crowd]
) -> list[str]:
    counted = len(picture.counted())
    out: list[str] = []
    if arrangement.name == "empty":
        return ["Nothing to survey: name the application's folder with --root."]
    if arrangement.name == "one file":
        largest = max(picture.counted(), key=lambda unit: picture.index.facts[unit].lines)
        if picture.index.facts[largest].lines >= LONG_FILE:
            out.append(
                f"One file does most of the work: `yandrel split {largest}` shows how to take it apart."
            )
    elif arrangement.name == "role-first" and concepts >= SEVERAL_CONCEPTS and mean >= WIDE_SPREAD:
        scale = "" if counted >= MANY_UNITS else "; at this size that is still bearable"
        out.append(
            f"A change to one domain opens {mean:.1f} folders on average: the {concepts} domains "
            f"would be found faster in folders of their own{scale}."
        )
    elif arrangement.name == "mixed":
        out.append(
            "Some folders are named for roles and some for domains: decide for one, and write it down."
        )
    elif crowded and crowded[0].what != "units":
        out.append(
            f"{crowded[0].place} does the work of {crowded[0].count} roles: "
            f"`yandrel split {crowded[0].place}` shows how to take it apart."
        )
    if picture.layout.present:
        out.append("Next: `yandrel check` compares this with yandrel.toml.")
    else:
        out.append("Next: `yandrel adopt` writes this arrangement down, so that it can be checked.")
    return out
