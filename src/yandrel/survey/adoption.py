"""The yandrel.toml that describes an application as it is, with figures beside each line."""

import re
from collections import Counter
from collections.abc import Collection, Mapping

from yandrel.errors import ConfigError
from yandrel.layout.config import SHARED, Layout, parse_layout
from yandrel.layout.patterns import compile_pattern
from yandrel.layout.toml_text import as_key, in_comment, quoted
from yandrel.model.facts import TYPE_KINDS, Definition
from yandrel.model.graph import State
from yandrel.model.words import snake
from yandrel.survey.belief import believed
from yandrel.survey.concepts import ROLE_WORDS
from yandrel.survey.found_homes import (
    PER_ROLE,
    RoleHomes,
    beside_its_unit,
    find_homes,
    folder_of,
    with_fillable,
)
from yandrel.survey.own_roles import with_own_roles
from yandrel.survey.picture import Picture, RoleReader, take_picture

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
FEW_ROOTS = 6
FEW_UNPLACED = 1
MANY_UNPLACED = 0.05
FEW_INWARD = 3
ASKED_FROM_ANYWHERE = frozenset({"error", "helper", "config"})
PLAIN_TOPS = frozenset([
    "src", "lib", "libs", "libraries", "app", "apps", "main", "source", "sources", "server", "api", "backend",
    "pkg", "internal", "cmd", "include", "classes", "packages", "modules", "web", "public", "core", "plugins",
    "projects", "dist", "build", "out", "application",
])  # fmt: skip
MARKERS = frozenset([
    "Serializable", "Cloneable", "Comparable", "AutoCloseable", "Closeable", "IDisposable", "ICloneable",
    "Codable", "Decodable", "Encodable", "Sendable", "Equatable", "Hashable", "Identifiable",
    "JsonSerializable", "Countable", "Stringable", "object",
])  # fmt: skip
"""What types of any role keep to, so that it is no shape of one."""
INWARD = ("entry", "route", "controller", "service", "repository", "model")
"""The layers from the outside in, where everybody agrees on the order."""
RARE = 2
"""Imports against the stream that are no habit."""
VERSION = re.compile(r"[-_~]*v?\d+(\.\d+)+.*$")


def write_adoption(picture: Picture) -> str:
    """Return the text of a yandrel.toml for an application without one."""
    picture = believed(with_own_roles(picture))
    homes = sorted(find_homes(picture), key=lambda home: _order(home.role))
    head = _head(picture)
    layout = _settle_ties(picture, homes, head)
    if _reclaim(picture, homes, layout):
        layout = _settle_ties(picture, homes, head)
    described = take_picture(picture.index, layout)
    sections = [
        head,
        _roles_text(homes, described),
        _imports_text(described),
        _domains_text(described),
        _shapes_text(described),
        _limits_text(described),
        _off_text(described),
    ]
    return "\n".join(section.rstrip("\n") + "\n" for section in sections if section)


def correct_adoption(text: str, idle: Collection[str], habits: Mapping[str, int], units: int) -> str:
    """Return the text of a yandrel.toml, corrected by what its rules come to.

    `idle` are the rules that it turns off and that would find nothing, `habits` the calls for debugging that
    so many files of `units` make that they are how the application talks, each with the number of files.
    """
    head, mark, off = text.partition("[off]\n")
    kept = [line for line in off.splitlines() if line.partition(" = ")[0] not in idle]
    text = head + (mark + "\n".join(kept) + "\n" if kept else "")
    if not habits:
        return text.rstrip("\n") + "\n"
    calls = ", ".join(quoted(call) for call in habits)
    files = ", ".join(str(count) for count in habits.values())
    allowed = f"[leftover]\nallow = [{calls}]  # called in {files} of {units} files\n"
    return text.rstrip("\n") + "\n\n" + allowed


def _order(role: str) -> tuple[int, str]:
    return (ORDER.index(role) if role in ORDER else len(ORDER), role)


def _reclaim(picture: Picture, homes: list[RoleHomes], layout: Layout) -> bool:
    """Give units that another role's pattern fits better a more specific one; say whether there were any."""
    reader = RoleReader(layout, picture.index.languages)
    found = False
    for home in homes:
        lost = [u for u in home.units if home.homes and reader.place_of(u)[0] not in ("", home.role)]
        if home.role == "test":
            more = sorted({beside_its_unit(unit) for unit in lost})
        else:
            more = sorted(lost) if len(lost) <= PER_ROLE else []
        home.homes += [pattern for pattern in more if pattern not in home.homes]
        found = found or bool(more)
    return found


def _settle_ties(picture: Picture, homes: list[RoleHomes], head: str) -> Layout:
    """Give each pattern to one role: where two fit a path equally well, the smaller role yields."""
    for _ in range(200):
        layout = parse_layout((head + "\n" + _roles_text(homes, None)).encode("utf-8"))
        reader = RoleReader(layout, picture.index.languages)
        try:
            for unit in picture.readings:
                reader.place_of(unit)
        except ConfigError as error:
            if not _say_where(homes, error, picture):
                _yield_pattern(homes, error)
            continue
        return layout
    return layout


def _say_where(homes: list[RoleHomes], error: ConfigError, picture: Picture) -> bool:
    """Write down as it is the one unit that two patterns fit; say whether that settles it."""
    unit = error.what.rpartition(" fit ")[2].removesuffix(" equally well")
    home = next((home for home in homes if home.role == picture.role(unit)), None)
    if home is None or unit in home.homes:
        return False
    home.homes.append(unit)
    return True


def _yield_pattern(homes: list[RoleHomes], error: ConfigError) -> None:
    words = error.what.split("'")
    texts = {words[1], words[3]}
    rivals = [h for h in homes if any(p in texts for p in h.homes)]
    loser = min(rivals, key=lambda h: (len(h.units), h.role))
    loser.homes = [p for p in loser.homes if p not in texts]


# -- texts ---------------------------------------------------------------------------------


def _head(picture: Picture) -> str:
    roots = _roots(picture)
    lines = [
        "# How this application is arranged, written down by `yandrel adopt` from what is there.",
        "# The figures tell how much of it fits; edit the lines into what you want, then run",
        "# `yandrel check`.",
        "",
        "[app]",
        f"name = {quoted(_name(picture))}",
    ]
    if roots:
        lines.append(f"source = [{', '.join(quoted(r) for r in roots)}]")
    migrations = sorted({_migration_folder(u) for u in picture.readings if picture.role(u) == "migration"})
    if migrations:
        shown = ["**/migrations/**"] if len(migrations) > 3 and all(
            m.endswith("migrations") for m in migrations
        ) else [f"{m}/**" for m in migrations]  # fmt: skip
        lines.append(f"fixed = [{', '.join(quoted(m) for m in shown)}]  # edited, never moved")
    made = ", ".join(quoted(pattern) for pattern in picture.layout.generated)
    if made:
        lines.append(f"generated = [{made}]  # made anew by tools, neither moved nor edited")
    return "\n".join(lines) + "\n"


def _name(picture: Picture) -> str:
    """Return what to call the application: by the one folder that holds it all, or by its root."""
    counted = picture.counted()
    tops = Counter(u.split("/")[0] for u in counted if "/" in u)
    top, most = tops.most_common(1)[0] if tops else ("", 0)
    if most >= MOST * len(counted) and top.lower() not in PLAIN_TOPS | ROLE_WORDS:
        return top[:1].upper() + top[1:]
    own = VERSION.sub("", picture.index.root.name).replace("-", " ").strip() or picture.index.root.name
    return own[:1].upper() + own[1:]


def _roots(picture: Picture) -> list[str]:
    """Return the source roots that are worth writing down: those that no project file maps to names."""
    roots = {r for p in picture.index.projects.values() for r in p.roots if not r.local}
    held = {r for r in roots if any(unit.startswith(r.path) for unit in picture.readings)}
    if len(held) > FEW_ROOTS or any(root.namespace or not root.path for root in held):
        return []
    return sorted(root.path.rstrip("/") for root in held)


def _migration_folder(unit: str) -> str:
    segments = unit.split("/")[:-1]
    for position, segment in enumerate(segments):
        if segment == "migrations":
            return "/".join(segments[: position + 1])
    return "/".join(segments)


def _roles_text(homes: list[RoleHomes], described: Picture | None) -> str:
    lines = ["[roles]  # what a file does = where such files live; new ones go to the first"]
    for home in homes:
        patterns = with_fillable(home)
        if not patterns:
            continue
        note = ""
        if described is not None:
            fits = sum(described.readings[u].place == home.role for u in described.readings)
            off = sum(
                described.role(u) == home.role and described.readings[u].place != home.role
                for u in described.counted()
            )
            note = f"  # {fits} {'file fits' if fits == 1 else 'files fit'}"
            note += f", {off} {'does' if off == 1 else 'do'} not" if off else ""
        if len(patterns) == 1:
            lines.append(f"{as_key(home.role)} = {quoted(patterns[0])}{note}")
        else:
            lines.append(f"{as_key(home.role)} = [{note}")
            lines += [f"  {quoted(p)}," for p in patterns]
            lines.append("]")
    if described is not None:
        unplaced = [
            u for u in described.counted() if not described.role(u) and not described.readings[u].place
        ]
        if unplaced:
            units = "1 file has" if len(unplaced) == 1 else f"{len(unplaced)} files have"
            lines.append(f"# {units} no known role, such as {in_comment(unplaced[0])}")
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
    """Return the directions that imports between roles follow, but for few that go against the usual way.

    A few that pass over a role in between, which most go through, are not taken for a rule; nobody goes
    through another role for an error or a helper. What goes against the stream and is no rarity is allowed,
    unless it leads from an inner layer to an outer one: what many files do is a habit, and no fault.
    """
    roles = {role for pair in counts for role in pair}
    allowed: set[tuple[str, str]] = set()
    trodden_first = sorted(counts.items(), key=lambda item: (-item[1], _order(item[0][0]), item[0]))
    for (source, target), count in trodden_first:
        if source in FREE_ROLES or not count or _leads_to(allowed, target, source):
            continue
        skips = target not in ASKED_FROM_ANYWHERE and any(
            _passes_over(count, counts[source, middle], counts[middle, target])
            for middle in roles - {source, target}
        )
        if not skips:
            allowed.add((source, target))
    out_of = Counter({role: sum(n for (s, _), n in counts.items() if s == role) for role in roles})
    habits = {
        (source, target)
        for (source, target), count in counts.items()
        if source not in FREE_ROLES
        and not _leads_outward(source, target)
        and not any(_passes_over(count, counts[source, m], counts[m, target]) for m in roles)
        and (count > RARE or count * 20 > out_of[source])
    }
    return allowed | habits


def _leads_outward(source: str, target: str) -> bool:
    """Whether an import leads from an inner layer to an outer one."""
    if source not in INWARD or target not in INWARD:
        return False
    return INWARD.index(source) > INWARD.index(target)


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


def _nested(picture: Picture, pairs: set[tuple[str, str]]) -> set[tuple[str, str]]:
    """Return the pairs of domains of which one lies in the other's folder: these need no arrow."""
    units: dict[str, list[str]] = {}
    for unit in picture.counted():
        units.setdefault(picture.domain(unit), []).append(unit)
    return {
        (one, other)
        for one, other in pairs
        if all(picture.is_part(unit, other) for unit in units.get(one, ()))
        or all(picture.is_part(unit, one) for unit in units.get(other, ()))
    }


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
        for source, target in sorted(one_way - _nested(picture, one_way)):
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
    inward, total = _inward_imports(picture)
    return inward * 20 > total


def _inward_imports(picture: Picture) -> tuple[int, int]:
    """Return how many imports of shared code lead to domains, and how many there are in all."""
    inward = total = 0
    for unit in picture.counted():
        if picture.domain(unit) != SHARED:
            continue
        for edge in picture.index.edges_of(unit):
            if edge.state == State.FOUND and edge.unit in picture.readings:
                total += 1
                inward += picture.domain(edge.unit) not in ("", SHARED)
    return inward, total


def _shapes_text(picture: Picture) -> str:
    """Write the shapes that nearly all classes of a role have."""
    out: list[str] = []
    types = [
        (picture.role(unit), d.name) for unit in picture.counted()
        for d in picture.index.facts[unit].definitions if d.kind in TYPE_KINDS
    ]  # fmt: skip
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
        ends: Counter[str] = Counter(
            end for d in classes for _, more, end in [snake(d.name).rpartition("_")] if more
        )
        pattern = "{Name}" + ends.most_common(1)[0][0].capitalize() if ends else "{Name}"
        count = sum(compile_pattern(pattern).match(d.name) is not None for d in classes)
        named = [role_of for role_of, name in types if compile_pattern(pattern).match(name) is not None]
        if count >= MOST * len(classes) and ends and named.count(role) >= MOST * len(named):
            lines.append(f"type = {quoted(pattern)}  # {count} of {len(classes)} classes")
        bases = Counter(
            name for d in classes for b in d.bases if (name := b.rpartition(".")[2]) not in MARKERS
        )
        if bases:
            base, held = bases.most_common(1)[0]
            others = len(classes) - sum(d.name == base for d in classes)
            if others >= 4 and MOST * others <= held <= others:
                lines.append(f"extends = {quoted(base)}  # {held} of {others} classes")
        if lines:
            out.append(f"[shape.{as_key(role)}]\n" + "\n".join(lines) + "\n")
    return "\n".join(out)


def _off_text(picture: Picture) -> str:
    """Turn off the rules that would tell of a habit, or of what names do not tell."""
    lines = []
    counted = picture.counted()
    bare = sum(not picture.role(unit) and not picture.readings[unit].place for unit in counted)
    if bare >= FEW_UNPLACED and bare >= MANY_UNPLACED * len(counted):
        why = f"{bare} of {len(counted)} files: role unknown; give their folders homes first"
        lines.append(f"unplaced = {quoted(why)}")
    inward, total = _inward_imports(picture)
    judged = not _domain_mode(picture)[0].startswith('domains = "free"')
    if judged and inward >= FEW_INWARD and _looks_inward(picture):
        why = f"{inward} of {total} imports of what seems to be shared lead to domains"
        lines.append(f"shared-inward = {quoted(why)}")
    return "".join(line + "\n" for line in ["[off]", *lines]) if lines else ""


def _limits_text(picture: Picture) -> str:
    folders = Counter(folder_of(u) for u in picture.counted())
    if not folders:
        return ""
    folder, most = folders.most_common(1)[0]
    return f"# [limits]\n# units_per_folder = 30  # the fullest folder, {folder or '.'}/, holds {most}\n"
