"""The yandrel.toml that describes an application as it is, with figures beside each line."""

from collections import Counter
from dataclasses import dataclass, field

from yandrel.errors import ConfigError
from yandrel.layout.config import SHARED, Layout, parse_layout
from yandrel.layout.patterns import compile_pattern
from yandrel.model.facts import TYPE_KINDS, Definition
from yandrel.model.graph import State
from yandrel.model.words import camel, kebab, pascal, singular, snake, words_of
from yandrel.survey.domains import ROLE_WORDS
from yandrel.survey.picture import OUTSIDE_THE_COUNT, Picture, RoleReader, take_picture

ORDER = [
    "entry",
    "route",
    "middleware",
    "controller",
    "command",
    "query",
    "admin",
    "schema",
    "service",
    "task",
    "event",
    "validator",
    "repository",
    "model",
    "view",
    "config",
    "helper",
    "error",
    "migration",
    "test",
]
MOST = 0.8
FEW_CROSSINGS = 0.05
FREE_ROLES = ("entry", "test", "migration")
PER_ROLE = 6
PLAIN_TOPS = frozenset({"src", "lib", "app", "main", "source", "server", "api", "backend"})


@dataclass
class RoleHomes:
    """The home patterns of one role, each with how many units fit it, and a typical unit."""

    role: str
    homes: list[tuple[str, int]] = field(default_factory=list)
    example: str = ""


def write_adoption(picture: Picture) -> str:
    """Return the text of a yandrel.toml for an application without one."""
    homes = find_homes(picture)
    head = _head(picture)
    layout = _settle_ties(picture, homes, head)
    described = take_picture(picture.index, layout)
    return (
        "\n".join(
            [
                head,
                _roles_text(homes, described),
                _imports_text(described),
                _domains_text(described),
                _shapes_text(described),
                _limits_text(described),
            ]
        ).rstrip("\n")
        + "\n"
    )


# -- homes ---------------------------------------------------------------------------------


def find_homes(picture: Picture) -> list[RoleHomes]:
    """Return the home patterns that the units of each role suggest, the best fitting first."""
    by_role: dict[str, list[str]] = {}
    for unit, reading in picture.readings.items():
        uncounted = reading.role in OUTSIDE_THE_COUNT
        if not reading.role or not (picture.is_counted(unit) or uncounted):
            continue
        if picture.index.language(unit).is_package_marker(unit) and uncounted:
            continue
        by_role.setdefault(reading.role, []).append(unit)
    owners = _folder_owners(picture, by_role)
    found = []
    for role in sorted(by_role, key=_order):
        units = by_role[role]
        own = [
            u for u in units if owners.get(_folder(u), role) == role or not _strays(u, role, units, owners)
        ]
        patterns: Counter[str] = Counter(
            generalise(picture, unit, role, owners.get(_folder(unit)) == role) for unit in own
        )
        found.append(RoleHomes(role, _choose(patterns, own, role, owners), _typical(role, own or units)))
    return found


def _typical(role: str, units: list[str]) -> str:
    """Return a unit whose name is like most others of its role."""
    if role == "test":
        named = [u for u in units if _test_stem(u.rpartition("/")[2].rpartition(".")[0]).find("{") >= 0]
        return (named or units)[0]
    return units[0]


def _order(role: str) -> tuple[int, str]:
    return (ORDER.index(role) if role in ORDER else len(ORDER), role)


def _folder(unit: str) -> str:
    return unit.rpartition("/")[0]


def _folder_owners(picture: Picture, by_role: dict[str, list[str]]) -> dict[str, str]:
    """Return the role that most units of a folder have, where one clearly does."""
    counts: dict[str, Counter[str]] = {}
    for role, units in by_role.items():
        for unit in units:
            counts.setdefault(_folder(unit), Counter())[role] += 1
    owners = {}
    for folder, roles in counts.items():
        role, most = roles.most_common(1)[0]
        if most >= 3 and most >= MOST * sum(roles.values()):
            owners[folder] = role
    return owners


def _strays(unit: str, role: str, units: list[str], owners: dict[str, str]) -> bool:
    """A unit in another role's folder is astray where its own role has a folder elsewhere."""
    return owners.get(_folder(unit), role) != role and any(
        owners.get(_folder(other), role) == role for other in units if other != unit
    )


def generalise(picture: Picture, unit: str, role: str, owned: bool) -> str:
    """Return the pattern that a path is an instance of; `owned` says the folder is its role's."""
    folder, _, name = unit.rpartition("/")
    stem, dot, suffix = name.rpartition(".")
    domain = picture.domain(unit)
    single = singular(domain) if domain and domain != SHARED else ""
    segments: list[str] = []
    for segment in folder.split("/") if folder else []:
        same = single and singular(segment) == single and segment.lower() not in ROLE_WORDS
        seen = any(segment.startswith("{") for segment in segments)
        segments.append(placeholder_of("domain", _style_of(segment)) if same and not seen else segment)
    if role == "test":
        return _test_pattern(unit, segments, stem, dot + suffix)
    if role == "migration" and segments and segments[-1] in ("migrations", "versions"):
        return "/".join([*segments, "**"])
    return "/".join([*segments, _stem_pattern(stem, role, segments, owned) + dot + suffix])


def _stem_pattern(stem: str, role: str, segments: list[str], owned: bool) -> str:
    own, dot, ending = stem.partition(".")
    if dot:
        told = all(word in ROLE_WORDS or singular(word) == role for word in ending.split("."))
        styled = _style_of(own)
        return f"{placeholder_of('name', styled)}.{ending}" if told and styled else stem
    words = list(words_of(stem))
    style = _style_of(stem)
    if stem.startswith("__") or not words or not style:
        return stem
    tail = words[-1]
    if len(words) > 1 and (tail in ROLE_WORDS or singular(tail) == role):
        return placeholder_of("name", style) + {"snake": "_" + tail, "kebab": "-" + tail}.get(
            style, tail.capitalize()
        )
    if all(word in ROLE_WORDS for word in words) or (not segments and len(words) == 1):
        return stem
    told = bool(segments) and (segments[-1].lower() in ROLE_WORDS or singular(segments[-1]) == role)
    return placeholder_of("name", style) if told or owned else stem


def _style_of(stem: str) -> str:
    """Return the case form that a name is written in, or nothing where it is in none."""
    if not stem.isascii() or not words_of(stem):
        return ""
    for style, form in (("snake", snake), ("kebab", kebab), ("pascal", pascal), ("camel", camel)):
        if form(stem) == stem:
            return style
    if stem[0].isupper() and stem.isalnum():
        return "pascal"
    return "camel" if stem[0].islower() and stem.isalnum() else ""


def placeholder_of(name: str, style: str) -> str:
    """Return the placeholder that stands for a name in a case form."""
    if style == "pascal":
        return "{" + name.capitalize() + "}"
    return "{" + name + "}" if style == "snake" else "{" + name + ":" + style + "}"


def _test_pattern(unit: str, segments: list[str], stem: str, end: str) -> str:
    for position, segment in enumerate(segments):
        if segment.lower() in ("tests", "test", "__tests__", "spec"):
            return "/".join([*segments[: position + 1], "**"])
    return "/".join([*segments, _test_stem(stem) + end])


def _test_stem(stem: str) -> str:
    """Return the pattern of a test's name, which says what it tests."""
    if stem.startswith("test_"):
        return "test_{unit}"
    for tail in ("_test", "Test", "Tests", "Spec", ".test", ".spec"):
        if stem.endswith(tail) and len(stem) > len(tail):
            return "{unit}" + tail
    return stem


def _fillable(home: RoleHomes) -> str:
    """Return a pattern for new units of a role whose patterns have wildcards, after one that is there."""
    base = home.homes[0][0].partition("*")[0]
    name = home.example.rpartition("/")[2]
    stem, dot, suffix = name.rpartition(".")
    if home.role == "test":
        pattern = _test_stem(stem)
        known = placeholder_of(
            "name", _style_of(stem.removesuffix(pattern.removeprefix("{unit}"))) or "snake"
        )
        return base + ("test_{name}" if pattern == stem else pattern.replace("{unit}", known)) + dot + suffix
    return base + placeholder_of("name", _style_of(stem) or "snake") + dot + suffix


def _choose(
    patterns: Counter[str], units: list[str], role: str, owners: dict[str, str]
) -> list[tuple[str, int]]:
    """Keep the patterns that say most; what is left over is covered by its folders."""
    ranked = sorted(patterns.items(), key=lambda item: (-item[1], item[0]))
    kept: list[tuple[str, int]] = []
    for pattern, count in [*(r for r in ranked if r[1] > 1), *(r for r in ranked if r[1] == 1)]:
        if len(kept) < PER_ROLE and not _covered(pattern, kept, units):
            kept.append((pattern, count))
    compiled = [compile_pattern(p) for p, _ in kept]
    rest = [u for u in units if not any(p.match(u) is not None for p in compiled)]
    folders: Counter[str] = Counter(_folder(u) for u in rest if owners.get(_folder(u)) == role)
    kept += [(f"{folder}/**", count) for folder, count in sorted(folders.items())]
    kept.sort(key=lambda item: ("*" in item[0], -item[1], item[0]))
    return kept


def _covered(pattern: str, kept: list[tuple[str, int]], units: list[str]) -> bool:
    own = compile_pattern(pattern)
    others = [compile_pattern(text) for text, _ in kept]
    return all(
        any(other.match(unit) is not None for other in others)
        for unit in units
        if own.match(unit) is not None
    )


def _settle_ties(picture: Picture, homes: list[RoleHomes], head: str) -> Layout:
    """Give each pattern to one role: where two fit a path equally well, the smaller role yields."""
    for _ in range(200):
        layout = parse_layout((head + "\n" + _roles_text(homes, None)).encode("utf-8"))
        reader = RoleReader(layout, picture.index.languages)
        try:
            for unit in picture.readings:
                reader.place_of(unit)
        except ConfigError as error:
            _yield_pattern(homes, error)
            continue
        return layout
    return layout


def _yield_pattern(homes: list[RoleHomes], error: ConfigError) -> None:
    words = error.what.split("'")
    texts = {words[1], words[3]}
    rivals = [h for h in homes if any(p in texts for p, _ in h.homes)]
    loser = min(rivals, key=lambda h: (sum(n for p, n in h.homes if p in texts), h.role))
    loser.homes = [(p, n) for p, n in loser.homes if p not in texts]


# -- texts ---------------------------------------------------------------------------------


def quoted(text: str) -> str:
    return '"' + text.replace("\\", "\\\\").replace('"', '\\"') + '"'


def _head(picture: Picture) -> str:
    index = picture.index
    counted = picture.counted()
    tops = Counter(u.split("/")[0] for u in counted if "/" in u)
    top, most = tops.most_common(1)[0] if tops else ("", 0)
    telling = most * 2 > len(counted) and top.lower() not in PLAIN_TOPS
    named = top.capitalize() if telling else index.root.name.replace("-", " ").capitalize()
    roots = sorted(
        {r.path.rstrip("/") for p in index.projects.values() for r in p.roots if r.path and not r.local}
    )
    lines = [
        "# How this application is arranged, written down by `yandrel adopt` from what is there.",
        "# The figures tell how much of it fits; edit the lines into what you want, then run",
        "# `yandrel check`.",
        "",
        "[app]",
        f"name = {quoted(named)}",
    ]
    if roots:
        lines.append(f"source = [{', '.join(quoted(r) for r in roots)}]")
    migrations = sorted({_migration_folder(u) for u in picture.readings if picture.role(u) == "migration"})
    if migrations:
        shown = ["**/migrations/**"] if len(migrations) > 3 and all(
            m.endswith("migrations") for m in migrations
        ) else [f"{m}/**" for m in migrations]  # fmt: skip
        lines.append(f"fixed = [{', '.join(quoted(m) for m in shown)}]  # edited, never moved")
    return "\n".join(lines) + "\n"


def _migration_folder(unit: str) -> str:
    segments = unit.split("/")[:-1]
    for position, segment in enumerate(segments):
        if segment == "migrations":
            return "/".join(segments[: position + 1])
    return "/".join(segments)


def _roles_text(homes: list[RoleHomes], described: Picture | None) -> str:
    lines = ["[roles]  # what a unit does = where such units live; new ones go to the first"]
    for home in homes:
        fillable = [p for p, _ in home.homes if compile_pattern(p).is_fillable()]
        if not home.homes:
            continue
        if not fillable:
            home.homes.insert(0, (_fillable(home), 0))
        patterns = [p for p, _ in home.homes]
        note = ""
        if described is not None:
            fits = sum(described.readings[u].place == home.role for u in described.readings)
            off = sum(
                described.role(u) == home.role and described.readings[u].place != home.role
                for u in described.counted()
            )
            note = f"  # {fits} {'unit fits' if fits == 1 else 'units fit'}"
            note += f", {off} {'does' if off == 1 else 'do'} not" if off else ""
        if len(patterns) == 1:
            lines.append(f"{home.role} = {quoted(patterns[0])}{note}")
        else:
            lines.append(f"{home.role} = [{note}")
            lines += [f"  {quoted(p)}," for p in patterns]
            lines.append("]")
    if described is not None:
        unplaced = [
            u for u in described.counted() if not described.role(u) and not described.readings[u].place
        ]
        if unplaced:
            units = "1 unit has" if len(unplaced) == 1 else f"{len(unplaced)} units have"
            lines.append(f"# {units} no role that could be told, such as {unplaced[0]}")
    return "\n".join(lines) + "\n"


def role_imports(picture: Picture) -> Counter[tuple[str, str]]:
    """Count the imports from role to role."""
    counts: Counter[tuple[str, str]] = Counter()
    for unit in picture.readings:
        source = picture.role(unit)
        for edge in picture.index.edges_of(unit):
            if edge.state == State.FOUND and edge.unit in picture.readings and edge.unit != unit:
                target = picture.role(edge.unit)
                if source and target and source != target:
                    counts[source, target] += 1
    return counts


def allowed_imports(counts: Counter[tuple[str, str]]) -> set[tuple[str, str]]:
    """Return the directions that most imports between two roles follow.

    A few that pass over a role in between, which most go through, are not taken for a rule.
    """
    roles = {role for pair in counts for role in pair}
    allowed: set[tuple[str, str]] = set()
    trodden_first = sorted(counts.items(), key=lambda item: (-item[1], _order(item[0][0]), item[0]))
    for (source, target), count in trodden_first:
        if source in FREE_ROLES or not count or _leads_to(allowed, target, source):
            continue
        skips = any(
            _passes_over(count, counts[source, middle], counts[middle, target])
            for middle in roles - {source, target}
        )
        if not skips:
            allowed.add((source, target))
    return allowed


def _follow(count: int) -> str:
    return "import follows" if count == 1 else "imports follow"


def _leads_to(allowed: set[tuple[str, str]], start: str, end: str) -> bool:
    """Whether arrows lead from one role to another, over others too."""
    reached, open_roles = {start}, [start]
    while open_roles:
        role = open_roles.pop()
        for source, target in allowed:
            if source == role and target not in reached:
                reached.add(target)
                open_roles.append(target)
    return end in reached


def _passes_over(count: int, first: int, second: int) -> bool:
    """Whether a direct way is a rare short cut beside a trodden path through a role in between."""
    trodden = min(first, second)
    return count * 8 <= trodden or (count <= 2 and trodden >= 4 and trodden >= 3 * count)


def _imports_text(picture: Picture) -> str:
    counts = role_imports(picture)
    known = set(picture.layout.roles)
    counts = Counter({p: n for p, n in counts.items() if p[0] in known and p[1] in known})
    allowed = allowed_imports(counts)
    lines = ["[imports]", "may = [  # which role may import which"]
    for role in sorted(known, key=_order):
        if role in FREE_ROLES:
            total = sum(n for (s, _), n in counts.items() if s == role)
            lines.append(f"  {quoted(role + ' -> *')},  # {total} imports")
            continue
        targets = sorted((t for s, t in allowed if s == role), key=_order)
        odd = [(t, n) for (s, t), n in counts.items() if s == role and (s, t) not in allowed]
        if targets:
            side = targets[0] if len(targets) == 1 else "{" + " ".join(targets) + "}"
            follow = sum(counts[role, t] for t in targets)
            lines.append(f"  {quoted(f'{role} -> {side}')},  # {follow} {_follow(follow)}")
        if odd:
            texts = ", ".join(f"{n} to {t}" for t, n in sorted(odd, key=lambda item: -item[1]))
            lines.append(
                f"  # {role}: {texts} " + ("does not fit" if sum(n for _, n in odd) == 1 else "do not fit")
            )
    lines.append("]")
    lines += _domain_mode(picture)
    return "\n".join(lines) + "\n"


def domain_imports(picture: Picture) -> tuple[Counter[tuple[str, str]], int]:
    """Count the imports from domain to domain, and all that stay inside one."""
    crossing: Counter[tuple[str, str]] = Counter()
    inside = 0
    for unit in picture.readings:
        source = picture.domain(unit)
        if not source or source == SHARED or picture.role(unit) in (*FREE_ROLES, "config"):
            continue
        for edge in picture.index.edges_of(unit):
            if edge.state != State.FOUND or edge.unit == unit or edge.unit not in picture.readings:
                continue
            target = picture.domain(edge.unit)
            if target == source:
                inside += 1
            elif target and target != SHARED:
                crossing[source, target] += 1
    return crossing, inside


def _domain_mode(picture: Picture) -> list[str]:
    crossing, inside = domain_imports(picture)
    total = sum(crossing.values())
    if not inside and not total:
        return ['domains = "free"  # no domains were found']
    share = total / max(inside + total, 1)
    if share <= FEW_CROSSINGS:
        return [f'domains = "apart"  # {inside} imports stay inside their domain, {total} cross']
    one_way = {
        pair for pair, n in crossing.items()
        if n > crossing[pair[1], pair[0]] or (n == crossing[pair[1], pair[0]] and pair < pair[::-1])
    }  # fmt: skip
    if len(one_way) <= 8:
        lines = [f"domains = [  # {inside} imports stay inside their domain, {total} cross"]
        for source, target in sorted(one_way):
            lines.append(f"  {quoted(f'{source} -> {target}')},  # {crossing[source, target]}")
        against = sum(n for pair, n in crossing.items() if pair not in one_way)
        if against:
            lines.append(f"  # {against} imports go against these")
        return [*lines, "]"]
    return [f'domains = "free"  # {total} of {inside + total} imports between domains cross']


def _domains_text(picture: Picture) -> str:
    folders = sorted(
        {
            "/".join(u.split("/")[: position + 1])
            for u in picture.counted()
            if picture.domain(u) == SHARED
            for position, segment in enumerate(u.split("/")[:-1])
            if segment in ("shared", "common", "core", "base")
        }
    )
    outer = [f for f in folders if not any(f != g and f.startswith(g + "/") for g in folders)]
    if not outer or len(outer) > 12 or _looks_inward(picture):
        return ""
    texts = ", ".join(quoted(f + "/**") for f in outer)
    return f"[domains]\nshared = [{texts}]\n"


def _looks_inward(picture: Picture) -> bool:
    """Whether what seems to be shared imports domains too often for a rule against it."""
    inward = total = 0
    for unit in picture.counted():
        if picture.domain(unit) != SHARED:
            continue
        for edge in picture.index.edges_of(unit):
            if edge.state == State.FOUND and edge.unit in picture.readings:
                total += 1
                inward += picture.domain(edge.unit) not in ("", SHARED)
    return inward * 10 > total


def _shapes_text(picture: Picture) -> str:
    """Write the shapes that nearly all classes of a role have."""
    out: list[str] = []
    for role in sorted(picture.layout.roles, key=_order):
        if role in FREE_ROLES or role in ("config", "error", "helper"):
            continue
        classes: list[Definition] = [
            d for u in picture.counted() if picture.role(u) == role
            for d in picture.index.facts[u].definitions
            if d.kind in TYPE_KINDS and not d.name.startswith("_")
        ]  # fmt: skip
        if len(classes) < 4:
            continue
        lines = []
        ends: Counter[str] = Counter(snake(d.name).rpartition("_")[2] for d in classes)
        word, count = ends.most_common(1)[0]
        if count >= MOST * len(classes) and word:
            lines.append(f'type = "{{Name}}{word.capitalize()}"  # {count} of {len(classes)} classes')
        bases: Counter[str] = Counter(b.rpartition(".")[2] for d in classes for b in d.bases)
        if bases:
            base, held = bases.most_common(1)[0]
            others = len(classes) - sum(d.name == base for d in classes)
            if others >= 4 and MOST * others <= held <= others:
                lines.append(f"extends = {quoted(base)}  # {held} of {others} classes")
        if lines:
            out.append(f"[shape.{role}]\n" + "\n".join(lines) + "\n")
    return "\n".join(out)


def _limits_text(picture: Picture) -> str:
    folders = Counter(_folder(u) for u in picture.counted())
    if not folders:
        return ""
    folder, most = folders.most_common(1)[0]
    return f"# [limits]\n# units_per_folder = 30  # the fullest folder, {folder or '.'}/, holds {most}\n"
