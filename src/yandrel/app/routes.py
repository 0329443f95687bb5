"""Routes: what the application answers, and what became of it since."""

import hashlib

import msgspec

from yandrel import __version__
from yandrel.app.workspace import ChangedWorkspace, Workspace
from yandrel.errors import CallError
from yandrel.files.contents import Changes
from yandrel.index.code import tree_key, versions
from yandrel.index.kept import keep, recall, recall_or_make
from yandrel.index.memory import is_racy
from yandrel.model.results import FORMAT_VERSION, RouteFault, RoutesReport
from yandrel.model.routes import Route, RouteTable
from yandrel.routes.compare import compare_tables
from yandrel.routes.faults import find_faults
from yandrel.routes.table import READING_VERSION, read_routes

TABLE_VERSION = 1


class SavedTable(msgspec.Struct, frozen=True):
    """A table in a file."""

    version: int
    table: RouteTable


class Wanted(msgspec.Struct, frozen=True):
    """A restriction of the routes to show; an empty field does not restrict."""

    under: str = ""
    method: str = ""
    domain: str = ""
    guard: str = ""
    file: str = ""


def known_table(workspace: Workspace) -> RouteTable | None:
    """Return the route table out of the cache; None where it is not there, or a file has changed."""
    return recall(workspace.store, "routes", _table_key(workspace), RouteTable)


def _table_key(workspace: Workspace) -> bytes:
    extra = _versions() + workspace.layout.raw
    return hashlib.blake2b(tree_key(workspace.tree, extra), digest_size=16).digest()


def _versions() -> bytes:
    return f"{__version__} {versions()} {TABLE_VERSION} {READING_VERSION}".encode()


def route_table(workspace: Workspace) -> RouteTable:
    """Return the route table of an application, out of the cache where no file has changed."""
    known = known_table(workspace)
    if known is not None:
        return known
    kept = workspace.store.read_latest("routes") is not None
    table = read_routes(
        workspace.index,
        workspace.picture.readings.is_aside,
        workspace.picture.domain,
        workspace.store,
        all_anew=not kept,
    )
    if not is_racy(workspace.tree):
        keep(workspace.store, "routes", _table_key(workspace), table)
    return table


def table_of(workspace: Workspace) -> RouteTable:
    """Return the route table of an application as it is or would be."""
    return _bare_table(workspace) if isinstance(workspace, ChangedWorkspace) else route_table(workspace)


def table_with(workspace: Workspace, changes: Changes) -> RouteTable:
    """Return the route table as it would be with changes over the files, to be compared: without domains."""
    return _bare_table(workspace.with_changes(changes))


def _bare_table(workspace: Workspace) -> RouteTable:
    return read_routes(workspace.index, workspace.picture.readings.is_aside, store=workspace.store)


def table_at(workspace: Workspace, text: str) -> RouteTable:
    """Return the route table that a git revision has, without domains; kept for that revision's files.

    Raises CallError where there is no such revision.
    """
    revision = workspace.revision(text)
    key = hashlib.blake2b(_versions() + revision.key(), digest_size=16).digest()
    return recall_or_make(
        workspace.store,
        "routes at revision",
        key,
        RouteTable,
        lambda: _bare_table(workspace.at(revision)),
    )


def routes(workspace: Workspace, wanted: Wanted, against: str = "") -> RoutesReport:
    """Return the routes that are wanted, with the faults of the table, or what changed since."""
    table = route_table(workspace)
    changes = compare_tables(_older(workspace, against), table) if against else []
    shown = [route for route in table.routes if _is_wanted(route, wanted)]
    faults = find_faults(table, workspace.layout.guards, workspace.index.holds)
    return RoutesReport(
        version=FORMAT_VERSION,
        name=workspace.layout.name or workspace.root.name,
        routes=shown,
        total=len(table.routes),
        uncertain=sum(not route.certain for route in shown),
        frameworks=list(table.frameworks),
        faults=faults if wanted == Wanted() else [f for f in faults if _is_about(f, shown)],
        changes=changes,
        against=against,
        cut=table.cut,
        failed=list(table.failed),
        looked_for=_looked_for(workspace) if not table.routes else [],
    )


def differences(workspace: Workspace, against: str) -> RoutesReport:
    """Return what changed since a saved table or a git revision, without the routes themselves.

    What is only compared needs no domains, and reads no roles.
    """
    table = known_table(workspace)
    if table is None and is_racy(workspace.tree):
        table = _bare_table(workspace)
    if table is None:
        key = _table_key(workspace)
        table = recall_or_make(
            workspace.store, "routes to compare", key, RouteTable, lambda: _bare_table(workspace)
        )
    return RoutesReport(
        version=FORMAT_VERSION,
        name=workspace.layout.name or workspace.root.name,
        routes=[],
        total=len(table.routes),
        uncertain=0,
        frameworks=list(table.frameworks),
        faults=[],
        changes=compare_tables(_older(workspace, against), table),
        against=against,
    )


def save_table(workspace: Workspace, path: str) -> None:
    """Write the table to a file below the root."""
    packed = msgspec.json.format(
        msgspec.json.encode(SavedTable(TABLE_VERSION, route_table(workspace))), indent=1
    )
    place = f"{workspace.here}/{path}" if workspace.here else path
    if place.startswith("/") or ".." in place.split("/"):
        raise CallError(f"{path} is outside the application", todo="name a file below its root")
    from yandrel.files.rooted import RootFolder

    folder = RootFolder(workspace.root)
    if folder.stat(place) is not None:
        folder.remove(place)
    folder.create(place, packed + b"\n")


def _older(workspace: Workspace, against: str) -> RouteTable:
    """Return the table that a file holds, or that a git revision has."""
    place = f"{workspace.here}/{against}" if workspace.here else against
    if not workspace.files.exists(place):
        try:
            return table_at(workspace, against)
        except CallError as error:
            raise CallError(
                f"{against} is neither a file nor a git revision here",
                todo="`yandrel routes --save FILE` writes a table to compare with",
            ) from error
    try:
        saved = msgspec.json.decode(workspace.files.read(place), type=SavedTable)
    except (msgspec.DecodeError, msgspec.ValidationError, OSError) as error:
        raise CallError(
            f"{against} holds no route table", todo="`yandrel routes --save FILE` writes one"
        ) from error
    if saved.version != TABLE_VERSION:
        raise CallError(
            f"{against} was saved by another version", todo="save it again with `yandrel routes --save`"
        )
    return saved.table


def _is_wanted(route: Route, wanted: Wanted) -> bool:
    under = wanted.under.rstrip("/")
    return (
        (not under or route.pattern == under or route.pattern.startswith(under + "/"))
        and (not wanted.method or route.method in (wanted.method.upper(), "ANY"))
        and (not wanted.domain or route.domain == wanted.domain)
        and (not wanted.guard or wanted.guard in route.guards)
        and (not wanted.file or route.unit.startswith(wanted.file) or route.declared.startswith(wanted.file))
    )


def _is_about(fault: RouteFault, shown: list[Route]) -> bool:
    """Whether a fault is one of some routes."""
    place = f"{fault.unit}:{fault.line}"
    return any(fault.path == route.pattern or place == route.declared for route in shown)


def _looked_for(workspace: Workspace) -> list[str]:
    from yandrel.frameworks.registry import make_families

    known = {workspace.index.facts[unit].language for unit in workspace.index.facts}
    return [family.name for family in make_families() if not family.languages or family.languages & known]
