"""The route table: what an application answers."""

from msgspec import Struct


class Route(Struct, frozen=True):
    """One route.

    `method` is `ANY` where the framework names none; `path` is as the framework writes it, `pattern` with
    parameters as `{name}`. `unit` and `line` are those of the handler, `declared` where the route stands,
    `mounts` where each prefix was given, from the outermost. `outside` says that another package declares
    it, `doubt` why it is not certain. `conditions` are what the parameters of the pattern match, in order: an
    expression, empty for all but a slash, `?` where it is not known. `server` is where the application that
    answers is made.
    """

    method: str
    path: str
    pattern: str
    handler: str
    unit: str
    line: int
    domain: str
    guards: tuple[str, ...]
    mounts: tuple[str, ...]
    certain: bool
    outside: bool
    declared: str
    framework: str = ""
    doubt: str = ""
    conditions: tuple[str, ...] = ()
    server: str = ""


class RouteTable(Struct, frozen=True):
    """All routes in the order in which they are matched, and what the reading came to.

    `unmounted` are routers with routes that nothing mounts, by place; `missing` handlers that are named and
    do not exist, `late` middleware after the routes that need it, each with its place; `cut` says that the
    reading was ended before everything was read, `failed` where it failed by a fault of Yandrel's own.
    """

    routes: tuple[Route, ...]
    unmounted: tuple[str, ...] = ()
    frameworks: tuple[str, ...] = ()
    cut: bool = False
    missing: tuple[str, ...] = ()
    late: tuple[str, ...] = ()
    failed: tuple[str, ...] = ()
