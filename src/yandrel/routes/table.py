"""The table of all routes: routers joined along their mounts."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass
from functools import partial

from msgspec import structs

from yandrel.frameworks.paths import conditions_in
from yandrel.frameworks.protocol import Family
from yandrel.frameworks.registry import declaring_words, make_families
from yandrel.frameworks.values import (
    HOLE,
    Arguments,
    ClassValue,
    Entry,
    FunctionValue,
    Handler,
    Instance,
    ListValue,
    Place,
    Router,
    Unknown,
    Value,
    name_of,
    unwrapped,
)
from yandrel.index.code import CodeIndex
from yandrel.index.store import FactStore
from yandrel.model.program import Class, Function
from yandrel.model.routes import Route, RouteTable
from yandrel.routes.evaluator import Evaluator
from yandrel.routes.home_made import find_tables, pattern_of
from yandrel.routes.sources import Sources
from yandrel.routes.state import FAULTS, STEPS_OF_ONE, StopError
from yandrel.routes.unmounted import find_unmounted

READING_VERSION = 15
"""Another where the same files are read into another table."""
PARAMETER = re.compile(r"\{[^{}]*\}")
DEEPEST_MOUNT = 25
MOST_TRIED = 1_000_000
"""Steps of functions that are tried alone, after which each of those left gets FEW_STEPS."""
FEW_STEPS = 2_000
MOST_ALIKE = 2
"""So many functions of one name can be told apart by who calls them."""
MOST_ROUTES = 20_000
NOT_MOUNTED = "nothing was seen to mount its router"
STAND_IN = "declared on an argument that nothing was seen to pass"
STARTING = (
    "main",
    "create_app",
    "createApp",
    "make_app",
    "bootstrap",
    "start",
    "Main",
    "Configure",
    "module",
)
BODY_PARSERS = frozenset({"json", "urlencoded", "bodyParser", "koaBody", "bodyparser", "cookieParser"})
WITH_BODY = frozenset({"POST", "PUT", "PATCH", "ANY"})
Skip = Callable[[str], bool]


@dataclass(frozen=True)
class Above:
    """The prefix, guards and mounts on the way from the application, made at `server`, to a router."""

    prefix: str = ""
    guards: tuple[str, ...] = ()
    mounts: tuple[str, ...] = ()
    doubt: str = ""
    depth: int = 0
    conditions: tuple[str, ...] = ()
    server: str = ""


def read_routes(
    index: CodeIndex,
    skip: Skip = lambda unit: False,
    domain: Callable[[str], str] = lambda unit: "",
    store: FactStore | None = None,
    all_anew: bool = False,
) -> RouteTable:
    """Return the route table of an application.

    `skip` tells files that are not its own hand-written server code, `domain` the domain of a file; the
    programs of files are kept in `store`. With `all_anew` all are made at once, before one is needed.
    """
    sources = Sources(index, declaring_words(), store, skip)
    run = Evaluator(sources, make_families())
    if all_anew:
        sources.read_ahead()
    _run_all(run, sources.candidates)
    routes = _collect(run, domain)
    frameworks = tuple(sorted({route.framework for route in routes if route.framework}))
    return RouteTable(
        routes,
        find_unmounted(run),
        frameworks,
        run.cut,
        _missing(run),
        _late(run),
        tuple(sorted(set(run.failed))),
    )


def _spelled(place: Place) -> str:
    return f"{place.unit}:{place.line}"


def _missing(run: Evaluator) -> tuple[str, ...]:
    """Return the handlers that routes name and that do not exist."""
    found: list[str] = []
    if not any(router.entries for router in run.routers):
        for one in find_tables(run):
            handler = _listed_member(run, one.handler)
            if isinstance(handler, Unknown) and handler.missing:
                found.append(f"{handler.member} {_spelled(one.place)}")
    for router in run.routers:
        for entry in router.entries:
            target = entry.target
            if isinstance(target, Handler) and target.missing:
                found.append(f"{target.name} {_spelled(entry.place)}")
            elif isinstance(target, Unknown) and target.missing and entry.kind == "route":
                found.append(f"{target.member} {_spelled(entry.place)}")
    return tuple(found)


def _listed_member(run: Evaluator, value: Value) -> Value:
    """Return the method that a list of an object and a name stands for, any other value as it is."""
    if isinstance(value, ListValue) and len(value.items) == 2 and isinstance(value.items[1], str):
        holder, name = value.items
        return run.member(holder, name) if isinstance(holder, (Instance, ClassValue)) else value
    return value


def _late(run: Evaluator) -> tuple[str, ...]:
    """Return the body parsers that are registered after routes of the same router that may take a body."""
    found: list[str] = []
    for router in run.routers:
        seen = False
        before: set[str] = set()
        for entry in router.entries:
            seen = seen or _takes_body(entry)
            if entry.kind == "use" and entry.name in BODY_PARSERS - before and not entry.path.strip("/"):
                before.add(entry.name)
                if seen:
                    found.append(f"{entry.name} {_spelled(entry.place)}")
    return tuple(found)


def _takes_body(entry: Entry, depth: int = 0) -> bool:
    """Whether a route, or one of those of a mounted router, may take a body."""
    if entry.kind == "route":
        return bool(WITH_BODY & set(entry.methods))
    inner = entry.target.entries if entry.kind == "mount" and depth < DEEPEST_MOUNT else ()
    return any(_takes_body(one, depth + 1) for one in inner)


def _run_all(run: Evaluator, units: list[str]) -> None:
    """Run the files, then what they define and nothing calls."""
    try:
        for unit in units:
            run.run(unit)
        start = run.steps
        for function in _uncalled(run, set(units)):
            if id(function.node) not in run.called and id(function.node) not in run.handlers:
                steps = STEPS_OF_ONE if run.steps - start < MOST_TRIED else FEW_STEPS
                run.within(steps, partial(_try_alone, run, function))
    except (StopError, RecursionError):
        run.steps = 0
        run.limit = STEPS_OF_ONE * 10
    run.doubts = []
    try:
        for family in run.families:
            family.finished(run)
    except (StopError, RecursionError, *FAULTS) as error:
        if isinstance(error, FAULTS):
            run.failed.append(_spelled(run.place))


def _uncalled(run: Evaluator, units: set[str]) -> list[FunctionValue]:
    """Return the functions that nothing called and that declare or mount, or call one that does.

    Those that start come first, then other functions than methods, which may make what the methods are of;
    of these those that only call others, so that what they pass is known.
    """
    left = [
        function
        for key, function in run.functions.items()
        if key not in run.called and key not in run.handlers and function.unit in units
    ]
    registering = [function for function in left if run.registers(function.node)]
    alike = Counter(function.node.name for function in registering)
    names = {f.node.name for f in registering if f.node.parameters and alike[f.node.name] <= MOST_ALIKE}
    calling = [f for f in left if not names.isdisjoint(f.node.calls) and not run.registers(f.node)]
    return sorted(
        [*calling, *registering],
        key=lambda f: (
            f.node.name not in STARTING,
            f.owner is not None or bool(f.node.receiver),
            run.registers(f.node),
            -len(f.node.body),
        ),
    )


def _try_alone(run: Evaluator, function: FunctionValue) -> None:
    """Call a function that nothing calls, with what stands for its arguments, on each kind of object."""
    run.doubts = []
    place = Place(function.unit, function.node.line)
    owner = function.owner or run.receiving(function)
    functions = [function]
    if owner is not None and not function.node.static and function.this is None:
        functions = []
        for kind in run.made_of(owner):
            this = run.objects.get(id(kind.node)) or run.construct(kind, Arguments(open=True), place)
            functions.append(FunctionValue(function.node, function.scope, this, function.owner))
    run.tried = id(function.node)
    try:
        for one in functions:
            run.call_function(one, Arguments(open=True), place)
    finally:
        run.tried = 0


# -- rows ----------------------------------------------------------------------------------


def _collect(run: Evaluator, domain: Callable[[str], str]) -> tuple[Route, ...]:
    _tell_apart(run)
    rows: list[Route] = []
    roots = [router for router in run.routers if router.application and not router.mounted]
    loose = [router for router in run.routers if not router.application and not router.mounted]
    made: Counter[str] = Counter()
    for router in roots:
        doubt = router.doubt
        made[_spelled(router.place)] += 1
        conditions = conditions_in(router.prefix)
        above = Above(router.prefix, doubt=doubt, conditions=conditions, server=_server(router.place, made))
        rows.extend(_rows(router, above, domain))
    for router in loose:
        if router.entries:
            doubt = STAND_IN if router.stand_in else NOT_MOUNTED
            rows.extend(_rows(router, Above(doubt=doubt, prefix=_own_prefix(router)), domain))
    if not rows:
        rows.extend(_home_made(run, domain))
    once = {structs.replace(row, server=""): row for row in reversed(_without_doubles(rows)[:MOST_ROUTES])}
    return tuple(reversed(once.values()))


def _server(place: Place, made: Mapping[str, int]) -> str:
    """Return where an application is made, with a number where one line makes several."""
    spelled = _spelled(place)
    return spelled if made[spelled] == 1 else f"{spelled} {made[spelled]}"


def _tell_apart(run: Evaluator) -> None:
    """Say of routes that one line declares for several callers, or entries of a table, where those are."""
    by_place: dict[Place, list[Entry]] = {}
    for router in run.routers:
        for entry in router.entries:
            if entry.kind == "route":
                by_place.setdefault(entry.place, []).append(entry)
    for entries in by_place.values():
        if len({entry.caller for entry in entries}) > 1 and all(entry.caller for entry in entries):
            for entry in entries:
                entry.place = entry.caller or entry.place


def _home_made(run: Evaluator, domain: Callable[[str], str]) -> Iterator[Route]:
    """Yield the routes of the tables that an application without a framework holds."""
    for one in find_tables(run):
        name, place, _ = describe(one.handler, one.place)
        inner = one.handler.value if isinstance(one.handler, Handler) else one.handler
        doubt = "a part of the path is not constant" if HOLE in one.path else ""
        yield Route(
            one.method,
            one.path or "/",
            pattern_of(one.path),
            name,
            place.unit,
            place.line,
            domain(place.unit),
            unwrapped(inner)[1],
            (f"{one.mounted[0]} {_spelled(one.mounted[1])}",) if one.mounted is not None else (),
            not doubt,
            False,
            f"{one.place.unit}:{one.place.line}",
            "",
            doubt,
        )


def _without_doubles(rows: list[Route]) -> list[Route]:
    """Leave out doubtful rows that another one says too, and those of routers that were tried alone."""
    certain = {(row.method, row.pattern, row.declared) for row in rows if row.certain}
    known = {(row.method, row.declared) for row in rows if row.doubt not in (STAND_IN, NOT_MOUNTED)}
    kept: list[Route] = []
    said = set(certain)
    for row in rows:
        key = (row.method, row.pattern, row.declared)
        if not row.certain and key in said:
            continue
        if not row.certain and row.doubt in (STAND_IN, NOT_MOUNTED) and (row.method, row.declared) in known:
            continue
        said.add(key)
        kept.append(row)
    return kept


def _own_prefix(router: Router) -> str:
    return router.prefix if router.family.prefix_apart else ""


def _rows(router: Router, above: Above, domain: Callable[[str], str]) -> Iterator[Route]:
    if above.depth > DEEPEST_MOUNT:
        return
    guards = (*above.guards, *router.guards)
    family = router.family
    for entry in router.entries:
        if entry.kind == "use":
            if entry.name and entry.path in ("", "/"):
                guards = (*guards, entry.name)
        elif entry.kind == "mount":
            below = _below(family, entry, above, guards)
            yield from _rows(entry.target, below, domain)
        else:
            yield from _route_rows(family, router, entry, above, guards, domain)


def _below(family: Family, entry: Entry, above: Above, guards: tuple[str, ...]) -> Above:
    other: Router = entry.target
    path = entry.path
    if other.family.mount_adds_prefix:
        path = path + other.prefix
    prefix = family.join(above.prefix, path) if path else above.prefix
    place = f"{entry.place.unit}:{entry.place.line}"
    mounts = (*above.mounts, f"{path or '/'} {place}")
    doubt = above.doubt or entry.doubt or other.doubt
    conditions = (*above.conditions, *_conditions(entry, path))
    return Above(prefix, (*guards, *entry.guards), mounts, doubt, above.depth + 1, conditions, above.server)


def _conditions(entry: Entry, path: str) -> tuple[str, ...]:
    return conditions_in(path) if entry.conditions is None else entry.conditions


def _route_rows(
    family: Family,
    router: Router,
    entry: Entry,
    above: Above,
    guards: tuple[str, ...],
    domain: Callable[[str], str],
) -> Iterator[Route]:
    path = family.join(above.prefix, entry.path)
    pattern = family.pattern(_without_first_hole(path))
    handler = entry.target
    name, place, outside = describe(handler, entry.place)
    doubt = above.doubt or entry.doubt
    if HOLE in path and HOLE in family.pattern(path) and not doubt:
        doubt = "a part of the path is not constant"
    own = handler.guards if isinstance(handler, Handler) else ()
    own = (*own, *unwrapped(handler.value if isinstance(handler, Handler) else handler)[1])
    methods = entry.methods or ("ANY",)
    conditions = (*above.conditions, *_conditions(entry, entry.path))
    for method in methods:
        yield Route(
            method,
            path,
            pattern,
            name,
            place.unit,
            place.line,
            domain(place.unit),
            tuple(dict.fromkeys((*guards, *entry.guards, *own))),
            above.mounts,
            not doubt,
            outside or entry.outside,
            f"{entry.place.unit}:{entry.place.line}",
            family.name,
            doubt,
            conditions if len(conditions) == len(PARAMETER.findall(pattern)) else (),
            above.server,
        )


def _without_first_hole(pattern: str) -> str:
    """Leave out a prefix that is set elsewhere: most applications are served without one."""
    rest = pattern.removeprefix("/").removeprefix(HOLE)
    return "/" + rest.lstrip("/") if rest != pattern.removeprefix("/") else pattern


def describe(handler: Value, declared: Place) -> tuple[str, Place, bool]:
    """Return what a handler is called, where it is, and whether another package has it."""
    given = handler.value if isinstance(handler, Handler) else handler
    inner = unwrapped(given)[0]
    name = name_of(handler) if inner is given else name_of(inner)
    inner = inner.value if isinstance(inner, Handler) else inner
    if isinstance(inner, ListValue) and len(inner.items) == 2 and isinstance(inner.items[1], str):
        holder, method = inner.items
        holder = holder.type if isinstance(holder, Instance) else holder
        name = f"{name_of(holder)}.{method}"
        inner = holder.members.get(method, holder) if isinstance(holder, ClassValue) else holder
    if isinstance(inner, Unknown) and inner.member:
        name = inner.member
    if isinstance(inner, (FunctionValue, ClassValue)):
        node: Function | Class = inner.node
        return name, Place(inner.unit, node.line), False
    return name, declared, False
