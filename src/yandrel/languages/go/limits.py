"""Reasons to refuse a move in Go: unexported names, methods without their type, import cycles."""

import re
from collections.abc import Iterator, Mapping
from dataclasses import replace
from posixpath import normpath

import networkx

from yandrel.languages.go.deep import MemberUse
from yandrel.languages.go.facts import METHOD
from yandrel.languages.go.packages import Package
from yandrel.languages.go.project import REQUIRE_MAP
from yandrel.languages.go.rewrite import Context, Meant
from yandrel.languages.go.values import settle_type
from yandrel.languages.go.view import MAIN, folder_of, is_outside_test
from yandrel.model.changes import Relocation
from yandrel.model.facts import Definition
from yandrel.model.graph import Symbol

MOST_NAMED = 6
TEST_FILE = "_test.go"
RUN_AS_TEST = re.compile(r"(?:Test|Benchmark|Example|Fuzz)(?![a-z])")
SYSTEMS = frozenset(
    {"aix", "android", "darwin", "dragonfly", "freebsd", "illumos", "ios", "js", "linux", "netbsd"}
    | {"openbsd", "plan9", "solaris", "wasip1", "windows", "386", "amd64", "arm", "arm64", "loong64", "mips"}
    | {"mips64", "mips64le", "mipsle", "ppc64", "ppc64le", "riscv64", "s390x", "wasm"}
)


def object_to(context: Context, meant: Mapping[str, list[Meant]]) -> None:
    """Note every reason why a relocation cannot be."""
    refuse_fixed(context)
    refuse_clashes(context)
    refuse_parted(context)
    refuse_embedded_renames(context, meant)
    refuse_lost_files(context)
    refuse_other_systems(context)
    refuse_lost_tests(context)
    if not context.result.refusals:
        refuse_unseen_tests(context, meant)
        refuse_hidden(context, meant)
        refuse_circles(context, meant)


def is_exported(name: str) -> bool:
    return name.rpartition(".")[2][:1].isupper()


def definitions_of(context: Context) -> Iterator[tuple[Symbol, Definition]]:
    for unit, facts in context.view.units.facts.items():
        for definition in facts.definitions:
            yield Symbol(unit, definition.name), definition


def refuse_fixed(context: Context) -> None:
    """Pieces of lists that count, and methods that would get other names."""
    relocation = context.relocation
    for symbol, target in relocation.definitions.items():
        content = context.contents.get(symbol.unit)
        piece = next((p for p in content.pieces if p.name == symbol.name), None) if content else None
        if piece is None:
            context.refuse(symbol.unit, -1, f"{symbol.name} is not at the top level of {symbol.unit}")
            continue
        if target.unit != relocation.unit(symbol.unit) and piece.fixed:
            context.refuse(symbol.unit, piece.start, f"{piece.name} {piece.fixed}")
        if piece.owner and target.name.rpartition(".")[2] != piece.name.rpartition(".")[2]:
            why = f"{piece.name} may be called wherever a value of {piece.owner} goes"
            context.refuse(symbol.unit, piece.start, why, "rename it by hand, with the compiler")


def refuse_clashes(context: Context) -> None:
    """Two definitions of one name in one package."""
    packages = context.packages
    there: dict[tuple[Package, str], tuple[Package, str, str]] = {}
    for home, table in context.view.tables.items():
        for name, symbols in table.items():
            for symbol in symbols:
                if name.partition(".")[0] == "_":
                    continue
                key = (packages.package_after(symbol), context.relocation.place(symbol).name)
                known = there.setdefault(key, (home, name, symbol.unit))
                if known[:2] != (home, name):
                    stays = known[2] if known[:2] == key else symbol.unit
                    context.refuse(stays, -1, f"{key[1]} is there already")


def refuse_parted(context: Context) -> None:
    """Methods stand in the package of their type; a name that several files define goes as one."""
    view, packages = context.view, context.packages
    lonely: dict[str, set[str]] = {}
    for (folder, outside), table in view.tables.items():
        for name, symbols in table.items():
            homes = {packages.package_after(s) for s in symbols}
            if len(homes) > 1:
                first, second = symbols[0].unit, symbols[1].unit
                context.refuse(first, -1, f"{name} is defined in {second} as well", "move both")
            owner = name.partition(".")[0] if "." in name else ""
            held = table.get(owner, []) if owner else []
            if held and packages.package_after(held[0]) not in homes:
                for symbol in symbols:
                    moved = symbol if homes != {(folder, outside)} else held[0]
                    stays = held[0] if moved == symbol else symbol
                    lonely.setdefault(f"{moved.unit}\0{stays.unit}", set()).add(name)
    for pair, names in sorted(lonely.items()):
        moved_unit, stays_unit = pair.split("\0")
        named = ", ".join(sorted(names)[:MOST_NAMED])
        why = f"{named} and their type would stand in two packages"
        context.refuse(moved_unit, -1, why, f"move {stays_unit} as well")


def refuse_embedded_renames(context: Context, meant: Mapping[str, list[Meant]]) -> None:
    """A type that is embedded gives its name to a field."""
    for unit, found in meant.items():
        for item in found:
            if not item.use.embedded or not item.symbols:
                continue
            symbol = item.symbols[0]
            target = context.relocation.place(symbol)
            if target.name != symbol.name:
                why = f"{symbol.name} is embedded here, and so is the name of a field"
                context.refuse(unit, item.use.start, why, "name the field first")


def refuse_lost_files(context: Context) -> None:
    """Files that are built in are found from their unit's folder."""
    relocation = context.relocation
    for unit, content in context.contents.items():
        leaving = [
            (piece.start, piece.end, folder_of(target.unit))
            for symbol, target in relocation.definitions.items()
            if symbol.unit == unit and content.embeds
            for piece in content.pieces
            if piece.name == symbol.name
        ]
        for pattern, at in content.embeds:
            homes = [folder for start, end, folder in leaving if start <= at < end]
            old, new = folder_of(unit), homes[0] if homes else folder_of(relocation.unit(unit))
            if old != new and not _is_built_from(relocation, pattern, old, new):
                why = f"builds {pattern} in, which is found only from its folder"
                context.refuse(unit, at, why, "move the whole folder")


def _is_built_from(relocation: Relocation, pattern: str, old: str, new: str) -> bool:
    """Whether the files of a pattern go along from one folder to another."""
    path = pattern.removeprefix("all:").partition("*")[0].rstrip("/")
    stem = normpath(old + path)
    moved = relocation.unit(stem)
    moved = moved if moved != stem else relocation.unit(stem + "/").rstrip("/")
    return moved == normpath(new + path)


def refuse_other_systems(context: Context) -> None:
    """Refuse to move files and definitions between files built for different systems."""
    relocation = context.relocation
    for unit in context.contents:
        new = relocation.unit(unit)
        if built_for(new) != built_for(unit):
            context.refuse(unit, -1, f"{unit} and {new} are not built for the same systems")
    for symbol, target in relocation.definitions.items():
        origin = context.contents.get(symbol.unit)
        if origin is None or target.unit == relocation.unit(symbol.unit):
            continue
        there = next((c for u, c in context.contents.items() if relocation.unit(u) == target.unit), None)
        same = there is None or there.constraint == origin.constraint
        if built_for(target.unit) != built_for(symbol.unit) or not same:
            why = f"{symbol.name} is not built for the same systems as {target.unit}"
            context.refuse(symbol.unit, -1, why)


def refuse_lost_tests(context: Context) -> None:
    """Tests are looked for in files that are called like tests."""
    relocation = context.relocation
    for symbol, definition in definitions_of(context):
        target = relocation.place(symbol)
        if not symbol.unit.endswith(TEST_FILE) or target.unit.endswith(TEST_FILE):
            continue
        if definition.kind == "function" and RUN_AS_TEST.match(symbol.name):
            why = f"{symbol.name} would not be run: {target.unit} is not called *{TEST_FILE}"
            context.refuse(symbol.unit, -1, why)


def refuse_unseen_tests(context: Context, meant: Mapping[str, list[Meant]]) -> None:
    """Refuse to put a definition into a test file that code elsewhere uses."""
    place = context.relocation.place
    for unit, items in meant.items():
        for item in items:
            if item.use.doc or not item.symbols:
                continue
            symbol = item.symbols[0]
            user = _file_after(context, unit, item.use.piece)
            if _is_unseen(user, place(symbol).unit) and not _is_unseen(unit, symbol.unit):
                why = f"{place(symbol).name} would be in a file of tests, which only its folder's tests see"
                context.refuse(unit, item.use.start, why, "move both, or call the file otherwise")


def _is_unseen(user: str, used: str) -> bool:
    if not used.endswith(TEST_FILE):
        return False
    return not user.endswith(TEST_FILE) or folder_of(user) != folder_of(used)


def built_for(path: str) -> tuple[str, ...]:
    """Return the systems that a file's name restricts it to."""
    parts = path.rpartition("/")[2].removesuffix(".go").removesuffix("_test").split("_")[1:]
    return tuple(part for part in parts[-2:] if part in SYSTEMS)


# -- what only a package sees -----------------------------------------------------------------------


def refuse_hidden(context: Context, meant: Mapping[str, list[Meant]]) -> None:
    """Unexported names that would be used from another package."""
    owners = _owners_of_members(context)
    results = _results_of_functions(context)
    found: dict[tuple[str, str], dict[str, int]] = {}
    ends: dict[tuple[str, str], set[Symbol]] = {}
    for unit, items in meant.items():
        for item in items:
            if item.use.doc or not item.symbols:
                continue
            symbol = item.symbols[0]
            name = context.relocation.place(symbol).name
            user = _holder(context, unit, item.use.piece)
            if is_exported(name) or context.packages.package_after(symbol) == user:
                continue
            if context.view.package_of(unit) == context.view.package_of(symbol.unit):
                found.setdefault((unit, symbol.unit), {}).setdefault(name, item.use.start)
                user_name = context.contents[unit].name_of(item.use.piece)
                ends.setdefault((unit, symbol.unit), set()).update((Symbol(unit, user_name), symbol))
        for member in context.contents[unit].members:
            of = settle_type(member.of, results.get(context.view.package_of(unit), {}))
            owner = _crossed(context, unit, replace(member, of=of), owners)
            if owner is not None:
                name = (
                    f"{owner.name}.{member.name}" if member.name else f"the fields of {owner.name} by place"
                )
                found.setdefault((unit, owner.unit), {}).setdefault(name, member.start)
                user_name = context.contents[unit].name_of(member.piece)
                ends.setdefault((unit, owner.unit), set()).update((Symbol(unit, user_name), owner))
    for (unit, home), names in sorted(found.items()):
        listed = ", ".join(sorted(names)[:MOST_NAMED])
        more = f" and {len(names) - MOST_NAMED} more" if len(names) > MOST_NAMED else ""
        why = f"uses unexported names of {home}: {listed}{more}"
        together = f"move {home} and {unit} together" if unit != home else "move what it uses along"
        along = tuple(sorted(ends[unit, home], key=lambda symbol: (symbol.unit, symbol.name)))
        context.refuse(unit, min(names.values()), why, f"export it first, or {together}", along)


def _file_after(context: Context, unit: str, piece: int) -> str:
    """Return the file that a place in a unit will be in."""
    name = context.contents[unit].name_of(piece)
    return context.relocation.place(Symbol(unit, name)).unit


def _holder(context: Context, unit: str, piece: int) -> Package:
    """Return the package that a place in a unit will be in."""
    name = context.contents[unit].name_of(piece)
    return context.packages.package_after(Symbol(unit, name))


def _owners_of_members(context: Context) -> dict[tuple[str, bool], dict[str, list[Symbol]]]:
    """Return the types that have an unexported member, by package and the member's name."""
    out: dict[tuple[str, bool], dict[str, list[Symbol]]] = {}
    for symbol, definition in definitions_of(context):
        table = out.setdefault(context.view.package_of(symbol.unit), {})
        if definition.kind == METHOD:
            name = definition.name.rpartition(".")[2]
            held = context.view.tables[context.view.package_of(symbol.unit)].get(definition.owner)
            if held and not is_exported(name):
                table.setdefault(name, []).append(held[0])
        for member in definition.members:
            plain = member.removesuffix("()")
            if not is_exported(plain):
                table.setdefault(plain, []).append(symbol)
                table.setdefault("", []).append(symbol)
    return out


def _results_of_functions(context: Context) -> dict[Package, dict[str, tuple[str, ...]]]:
    """Return what the functions of each package return, as far as its files are read."""
    out: dict[Package, dict[str, tuple[str, ...]]] = {}
    for unit, content in context.contents.items():
        out.setdefault(context.view.package_of(unit), {}).update(content.results)
    return out


def _crossed(
    context: Context, unit: str, member: MemberUse, owners: Mapping[Package, Mapping[str, list[Symbol]]]
) -> Symbol | None:
    """Return the type whose unexported member would be used from another package."""
    if member.name and is_exported(member.name):
        return None
    package = context.view.package_of(unit)
    known = list(dict.fromkeys(owners.get(package, {}).get(member.name, ())))
    plain = [s for s in known if s.name == member.of]
    if member.of and (plain or "." in member.of or not member.name):
        known = plain
    user = _holder(context, unit, member.piece)
    return next((s for s in known if context.packages.package_after(s) != user), None)


# -- which package imports which --------------------------------------------------------------------


def refuse_circles(context: Context, meant: Mapping[str, list[Meant]]) -> None:
    """Packages that would import each other, or may not import what they would have to."""
    view, packages = context.view, context.packages
    before: networkx.DiGraph[str] = networkx.DiGraph()
    after: networkx.DiGraph[str] = networkx.DiGraph()
    tested: dict[tuple[str, str], tuple[str, int]] = {}
    tested_before: set[tuple[str, str]] = set()
    for unit, facts in view.units.facts.items():
        if is_outside_test(unit, facts):
            continue
        in_test = context.relocation.unit(unit).endswith("_test.go")
        for imported in facts.imports:
            folder = view.folder_for(imported.module)
            if folder is None:
                continue
            if unit.endswith("_test.go"):
                tested_before.add((folder_of(unit), folder))
            else:
                before.add_edge(folder_of(unit), folder)
            if unit not in meant or all(name.alias == "_" for name in imported.names):
                edge = packages.folder_after(unit), packages.moved_whole.get(folder, folder)
                if in_test:
                    tested[edge] = unit, -1
                else:
                    after.add_edge(*edge)
    for unit, items in meant.items():
        for item in items:
            if item.use.doc or item.folder is None:
                continue
            user = _holder(context, unit, item.use.piece)
            target, _ = (
                packages.package_after(item.symbols[0])
                if item.symbols
                else (packages.moved_whole.get(item.folder, item.folder), False)
            )
            if target == user[0]:
                continue
            if not _file_after(context, unit, item.use.piece).endswith(TEST_FILE):
                after.add_edge(user[0], target)
            elif not user[1]:
                tested[user[0], target] = unit, item.use.start
            check_import(context, unit, item, user[0], target)
    circle = find_circle(after) if not find_circle(before) else []
    if not circle:
        known = {edge for edge in tested_before if _leads(before, edge[1], edge[0])}
        _refuse_circles_of_tests(context, known, after, tested)
        return
    path = " -> ".join(packages.import_path(folder) or folder for folder in [*circle, circle[0]])
    place = next(
        (
            (unit, item.use.start)
            for unit, items in meant.items()
            for item in items
            if item.symbols
            and _holder(context, unit, item.use.piece)[0] in circle
            and packages.package_after(item.symbols[0])[0] in circle
            and packages.package_after(item.symbols[0])[0] != _holder(context, unit, item.use.piece)[0]
        ),
        ("", -1),
    )
    context.refuse(
        place[0], place[1], f"packages would import each other: {path}", "move what it uses as well"
    )


def _refuse_circles_of_tests(
    context: Context,
    known: set[tuple[str, str]],
    after: "networkx.DiGraph[str]",
    tested: Mapping[tuple[str, str], tuple[str, int]],
) -> None:
    """A package's own tests may not import what imports the package, but where that was `known` before."""
    packages = context.packages
    for (package, target), (unit, at) in sorted(tested.items()):
        if not _leads(after, target, package) or (package, target) in known:
            continue
        names = [packages.import_path(folder) or folder for folder in (package, target, package)]
        why = f"the tests of a package would import what imports it: {' -> '.join(names)}"
        context.refuse(unit, at, why, "move the test as well, or what it uses")


def _leads(graph: "networkx.DiGraph[str]", start: str, end: str) -> bool:
    return start != end and start in graph and end in graph and bool(networkx.has_path(graph, start, end))


def find_circle(graph: "networkx.DiGraph[str]") -> list[str]:
    """Return the folders of a circle of imports, the least first; nothing where there is none."""
    groups = [group for group in networkx.strongly_connected_components(graph) if len(group) > 1]
    if not groups:
        return []
    group = min(groups, key=min)
    start = min(group)
    inside = graph.subgraph(group)
    ways = [networkx.shortest_path(inside, after, start) for after in sorted(inside.successors(start))]
    way = min((way for way in ways), key=lambda found: (len(found), found))
    return [start, *way[:-1]]


def check_import(context: Context, unit: str, item: Meant, user: str, target: str) -> None:
    """Refuse an import of a program, of what is internal elsewhere, or of a module that is not required."""
    packages = context.packages
    path = packages.import_path(target)
    assert item.folder is not None
    same = folder_of(unit) == user and item.folder == target
    if same:
        return
    if packages.name_after(target) == MAIN:
        context.refuse(unit, item.use.start, f"{target or '.'} is a program, which nothing can import")
        return
    head, mark, _ = f"/{path}/".rpartition("/internal/")
    own = packages.import_path(user)
    if mark and not f"/{own}/".startswith(head + "/"):
        context.refuse(unit, item.use.start, f"{own} may not import {path}, which is internal")
    if not path:
        context.refuse(unit, item.use.start, f"no module covers {target}, so nothing can import it")
        return
    here, there = _module_of(context, user), _module_of(context, target)
    if here is not None and there is not None and here != there:
        name = next(r.namespace for r in context.view.project.roots if r.path == there)
        required = {
            path for m in context.view.project.maps if m.kind == REQUIRE_MAP and m.pattern == here
            for path in m.targets
        }  # fmt: skip
        if name not in required:
            context.refuse(unit, item.use.start, f"{here or './'}go.mod does not require {name}")


def _module_of(context: Context, folder: str) -> str | None:
    for root in context.view.project.roots:
        if root.namespace and folder.startswith(root.path):
            return root.path
    return None
