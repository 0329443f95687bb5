"""The rules about routes. All of them read the same table; a `[routes]` section turns them on."""

from collections.abc import Iterable

from yandrel.model.results import Finding
from yandrel.rules.protocol import Context


class RouteRule:
    """A rule that reports the faults of its name in the route table."""

    name = ""
    needs_layout = True
    whole = True
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        for fault in context.route_faults:
            if fault.rule == self.name:
                yield context.finding(
                    self.name, fault.unit, fault.line, fault.message, mend=fault.todo, detail=fault.path
                )


class UnmountedRoutes(RouteRule):
    """Nothing mounts a router, so none of its routes is answered.

    Bad: `season = Blueprint("season", __name__)` with routes, and no `register_blueprint(season)`.

    Good: every router is mounted, or deleted.
    """

    name = "unmounted-routes"


class DoubledPrefix(RouteRule):
    """A path repeats the prefix that its router is mounted under.

    Bad: a route `/keepers/<number>` on a router that is mounted under `/keepers`.

    Good: the route is `/<number>`.
    """

    name = "doubled-prefix"


class ShadowedRoute(RouteRule):
    """A route is hidden by one with parameters that stands before it.

    Bad: `/hives/:number` before `/hives/count`: a request for `/hives/count` is answered by the first.

    Good: the fixed path first.
    """

    name = "shadowed-route"


class DuplicateRoute(RouteRule):
    """Two routes have the same method and path.

    Bad: `GET /hives` in two files: which one answers depends on the order of mounting.

    Good: one of them.
    """

    name = "duplicate-route"


class MissingHandler(RouteRule):
    """A route names a handler that its class does not have.

    Bad: `'HiveController@shwo'`.

    Good: the method's name as it is declared.
    """

    name = "missing-handler"


class LateMiddleware(RouteRule):
    """Middleware that reads the body is registered after the routes that need it.

    Bad: `app.use('/hives', hives)` before `app.use(express.json())`.

    Good: the body parser first.
    """

    name = "late-middleware"


class UnguardedRoute(RouteRule):
    """A route below a prefix does not pass the guard that `[routes] guard` names for it.

    Bad: `guard = { "/keepers" = "signed_in" }`, and a route below `/keepers` without `signed_in`.

    Good: the guard on the route, its group, or the application.
    """

    name = "unguarded-route"
