"""Compare the route table before and after a change."""

from contextlib import nullcontext, suppress

from yandrel.app.routes import known_table, route_table, table_with
from yandrel.app.workspace import Workspace
from yandrel.errors import RefusedError, YandrelError
from yandrel.files.contents import Changes
from yandrel.model.results import RouteEffect
from yandrel.model.routes import RouteTable
from yandrel.routes.compare import compare_tables


class RouteWatch:
    """Compares the route table before a change with the one after it.

    Reading a table costs more than most changes, so one is compared only where it is known already (the
    application's routes were shown before), where yandrel.toml has a `[routes]` section, or where `always`
    says so.
    """

    def __init__(self, workspace: Workspace, always: bool = False) -> None:
        self._workspace = workspace
        self.before: RouteTable | None = None
        with nullcontext() if always else suppress(YandrelError):
            wanted = always or workspace.layout.checks_routes
            self.before = route_table(workspace) if wanted else known_table(workspace)

    def after_changes(self, changes: Changes) -> RouteEffect | None:
        """Return what changes that were not written would make of the table."""
        if self.before is None:
            return None
        return self._effect(table_with(self._workspace, changes))

    def as_it_is(self) -> RouteEffect | None:
        """Return what became of the table, from the files as they are now."""
        if self.before is None:
            return None
        self._workspace.refresh()
        with suppress(YandrelError):  # the change is made all the same
            return self._effect(route_table(self._workspace))
        return None

    def _effect(self, after: RouteTable) -> RouteEffect:
        assert self.before is not None
        changes = compare_tables(self.before, after)
        return RouteEffect(len(self.before.routes), len(after.routes), changes)


def refuse_other_routes(effect: RouteEffect | None, title: str) -> None:
    """Raise RefusedError where a change makes another route table."""
    if effect is None or not effect.changes:
        return
    changes = effect.changes
    raise RefusedError(
        f"would change {len(changes)} routes",
        where=title,
        todo="leave --keep-routes away to do it all the same",
        reasons=tuple(f"{change.what}: {change.method} {change.pattern}" for change in changes),
    )
