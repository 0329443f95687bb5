"""Flask, Werkzeug and what is built on them: applications, blueprints, rules, method views, resources."""

from __future__ import annotations

from yandrel.frameworks.guarding import Where, form
from yandrel.frameworks.paths import from_angles
from yandrel.frameworks.protocol import Evaluation, Family, add_mount, add_route
from yandrel.frameworks.values import (
    HOLE,
    Arguments,
    ClassValue,
    DictValue,
    Entry,
    FunctionValue,
    Handler,
    Instance,
    ListValue,
    Made,
    Native,
    Place,
    Router,
    Value,
    doubt_of,
    is_text,
    text_of,
)

VERBS = ("get", "post", "put", "patch", "delete")
CLASS_VERBS = (*VERBS, "options", "head")
APPLICATIONS = frozenset({"Flask", "Quart", "OpenAPI", "APIFlask"})
BLUEPRINTS = frozenset({"Blueprint", "APIBlueprint"})
RESOURCE_APIS = frozenset({"Api", "Namespace"})
PACKAGES = ("flask", "quart", "apiflask")
HOOKS = frozenset({"before_request", "before_app_request", "url_value_preprocessor"})


class FlaskFamily(Family):
    """See `yandrel.frameworks.protocol.Family`."""

    name = "flask"
    guard_forms = (
        form("register_blueprint", Where.STATEMENT, "{first}.before_request({guard})"),
        form("route get post put patch delete", Where.UNDER, "@{guard}"),
    )
    languages = frozenset({"python"})
    words = frozenset(
        {
            *VERBS,
            "route",
            "add_url_rule",
            "register_blueprint",
            "add_resource",
            "add_namespace",
            "Flask",
            "Blueprint",
            "Rule",
            "before_request",
        }
    )
    types = {"Flask": "application", "Blueprint": "router", "Quart": "application"}
    first_match = False
    prefix_apart = True

    def __init__(self) -> None:
        self.rules: dict[int, Entry] = {}
        self.kept: list[Made] = []
        self.config = DictValue(open=True)
        """The settings of the application: there is one, however many functions are handed it."""

    def stand_in(self, type_name: str, name: str) -> str:
        if not type_name and name in ("app", "application", "flask_app"):
            return "application"
        if not type_name and name in ("blueprint", "bp"):
            return "router"
        return super().stand_in(type_name, name)

    def made(self, call: Evaluation, name: str, arguments: Arguments, place: Place) -> Value:
        last = name.rpartition(".")[2]
        if last == "as_view":
            return self._view(call, arguments)
        if name == "decorate":
            return self._exposed(arguments)
        if name.startswith("werkzeug") and last in ("Rule", "Submount"):
            return self._rule(call, last, arguments, place)
        if not name.startswith(PACKAGES):
            return NotImplemented
        if last in APPLICATIONS or last in BLUEPRINTS:
            return self._router(arguments, place, last in APPLICATIONS)
        if last in RESOURCE_APIS:
            return self._resource_api(call, last, arguments, place)
        return NotImplemented

    def _rule(self, call: Evaluation, last: str, arguments: Arguments, place: Place) -> Value:
        """Add the route of a rule, or put the prefix of a `Submount` before those of the rules in it."""
        made = Made(f"werkzeug.{last}", arguments, None, place)
        path = arguments.get(0, "string" if last == "Rule" else "path")
        text = text_of(path)
        if last == "Submount":
            for one in call.items_of(arguments.get(1, "rules")) or []:
                entry = self.rules.get(id(one))
                if entry is not None:
                    entry.path = (HOLE if text is None else text).rstrip("/") + entry.path
            return made
        endpoint = arguments.named.get("endpoint")
        handler = Handler(None, name=endpoint) if isinstance(endpoint, str) else endpoint
        methods = _methods(call, arguments.named.get("methods"))
        where = HOLE if text is None else text
        entry = add_route(call, call.application(self), methods, where, handler, place, doubt_of(path))
        self.rules[id(made)] = entry
        self.kept.append(made)
        return made

    def _router(self, arguments: Arguments, place: Place, application: bool) -> Router:
        prefix = arguments.named.get("url_prefix")
        made = Router(self, place, text_of(prefix) or "", application)
        made.extra["name"] = arguments.get(0)
        made.doubt = doubt_of(prefix)
        folder = arguments.named.get("static_folder", "static" if application else None)
        if folder is not None:
            self._add_static(made, folder, arguments.named.get("static_url_path"), place)
        return made

    def _add_static(self, router: Router, folder: Value, path: Value, place: Place) -> None:
        """Add the route by which Flask itself serves a folder."""
        start = (
            text_of(path)
            if path is not None
            else "/" + (text_of(folder) or "static").rstrip("/").rpartition("/")[2]
        )
        whole = f"{(start or '').rstrip('/')}/<path:filename>"
        handler = Handler(None, name="static")
        router.entries.append(Entry("route", whole, handler, place, ("GET",), outside=True))

    def _resource_api(self, call: Evaluation, last: str, arguments: Arguments, place: Place) -> Router:
        """Make what resources are added to: an `Api` of an application, or a `Namespace` of an `Api`."""
        path = arguments.named.get("path")
        prefix: str = text_of(arguments.named.get("prefix")) or ""
        if last == "Namespace":
            name = text_of(arguments.get(0, "name")) or ""
            prefix = (text_of(path) or "") if is_text(path) else "/" + name
        made = Router(self, place, prefix or "")
        holder = arguments.get(0, "app")
        if last == "Api" and isinstance(holder, Router):
            add_mount(call, holder, "", made, place)
        return made

    def _view(self, call: Evaluation, arguments: Arguments) -> Value:
        holder = arguments.get(0)
        if not isinstance(holder, ClassValue):
            return NotImplemented
        bases = call.outside_bases(holder)
        if any("django" in base or "rest_framework" in base for base in bases):
            return NotImplemented
        return Handler(holder, self._methods_of(call, holder))

    def _methods_of(self, call: Evaluation, holder: Value) -> tuple[str, ...]:
        """Return the methods that a class view answers: those that it says, else those that it defines."""
        if not isinstance(holder, ClassValue):
            return ()
        said = call.items_of(call.member(holder, "methods"))
        if said and all(isinstance(one, str) for one in said):
            return tuple(one.upper() for one in said)
        defined = call.method_names(holder)
        return tuple(verb.upper() for verb in VERBS if verb in defined)

    def _exposed(self, arguments: Arguments) -> Value:
        """Remember the path that `@expose` gives to a method of a view."""
        value, decorator = arguments.values
        if not isinstance(decorator, Made) or not decorator.by.endswith(".expose"):
            return NotImplemented
        inner = value if isinstance(value, Handler) else Handler(value)
        paths = getattr(inner, "exposed", [])
        paths.append(decorator)
        inner.exposed = paths  # type: ignore[attr-defined]
        return inner

    def method(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        if name == "route" or name in VERBS:
            return self._route(call, router, name, arguments, place)
        if name in ("add_url_rule", "add_resource"):
            return self._added(call, router, name, arguments, place)
        if name in ("register_blueprint", "add_namespace", "register_api", "register_extensions"):
            return self._mounted(call, router, arguments, place)
        if name == "register" and isinstance(arguments.get(0), Router):
            given = arguments.get(1, "options")
            held = (
                {str(key): value for key, value in given.items.items()}
                if isinstance(given, DictValue)
                else {}
            )
            return self._mounted(call, arguments.get(0), Arguments([router], held), place, apart=False)
        if name == "init_app":
            holder = arguments.get(0)
            if isinstance(holder, Router):
                add_mount(call, holder, "", router, place)
            return None
        if name in HOOKS:
            router.guards.append(_guard_name(arguments.get(0)))
            return arguments.get(0)
        return Native(lambda given, at: given.get(0))

    def _route(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        paths = [arguments.get(0, "rule"), *arguments.values[1:]]
        methods = (name.upper(),) if name in VERBS else _methods(call, arguments.named.get("methods"))

        def declare(given: Arguments, at: Place) -> Value:
            value = given.get(0)
            for path in paths:
                if text_of(path) is not None:
                    self._add(call, router, methods, path, value, place)
            return value

        return Native(declare)

    def _added(self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place) -> None:
        if name == "add_resource":
            for path in arguments.values[1:]:
                self._add(call, router, (), path, arguments.get(0), place)
            return
        view = arguments.get(2, "view_func")
        methods = _methods(call, arguments.named.get("methods"))
        self._add(call, router, methods, arguments.get(0, "rule"), view, place)

    def _add(
        self,
        call: Evaluation,
        router: Router,
        methods: tuple[str, ...],
        path: Value,
        view: Value,
        place: Place,
    ) -> None:
        text = text_of(path)
        if text is None:
            text = HOLE
        if not methods and isinstance(view, Handler):
            methods = view.methods
        if not methods and isinstance(view, ClassValue):
            methods = self._methods_of(call, view)
        add_route(call, router, methods or ("GET",), text, view, place, doubt_of(path))

    def _mounted(
        self, call: Evaluation, router: Router, arguments: Arguments, place: Place, apart: bool = True
    ) -> None:
        """Mount a blueprint; `apart` says that a class of its own may do that with its own `register`."""
        other = arguments.get(0)
        made = other.extra.get("instance") if isinstance(other, Router) else other
        other = made.base if isinstance(made, Instance) and isinstance(made.base, Router) else other
        if not isinstance(other, Router):
            return
        own = call.member(made, "register") if isinstance(made, Instance) and apart else None
        if isinstance(own, FunctionValue):
            call.call(own, Arguments([router, DictValue(dict(arguments.named))]), place)
            return
        given = arguments.named.get("url_prefix", arguments.get(1))
        prefix = text_of(given) if given is not None else None
        entry_path = other.prefix if prefix is None else prefix
        add_mount(call, router, entry_path, other, place, doubt_of(given))

    def attribute(self, call: Evaluation, router: Router, name: str) -> Value:
        if name == "config":
            return self.config
        return NotImplemented

    def join(self, prefix: str, path: str) -> str:
        if not prefix:
            return path if path.startswith("/") else "/" + path
        if not path:
            return prefix
        return prefix.rstrip("/") + "/" + path.lstrip("/")

    def pattern(self, path: str) -> str:
        return from_angles(path)

    def declared(self, call: Evaluation, value: ClassValue) -> None:
        """Read the methods that a view class exposes, with the base path that the class says."""
        exposed = [
            (m, h) for m, h in value.members.items() if isinstance(h, Handler) and hasattr(h, "exposed")
        ]
        if not exposed:
            return
        base = self._base_path(call, value)
        place = Place(value.unit, value.node.line)
        router = Router(self, place, base)
        for name, handler in exposed:
            for decorator in handler.exposed:
                path = decorator.arguments.get(0, "url", "/")
                methods = _methods(call, decorator.arguments.named.get("methods", decorator.arguments.get(1)))
                shown = Handler(handler.value, methods, (), f"{value.name}.{name}")
                add_route(call, router, methods or ("GET",), text_of(path) or HOLE, shown, decorator.place)
        add_mount(call, call.application(self), base, router, place)

    def _base_path(self, call: Evaluation, value: ClassValue) -> str:
        base = call.member(value, "route_base")
        if is_text(base):
            return text_of(base) or ""
        name = call.member(value, "resource_name")
        if is_text(name):
            version = call.member(value, "version")
            return f"/api/{text_of(version) if is_text(version) else 'v1'}/{text_of(name)}"
        return "/" + value.name.lower()


def _methods(call: Evaluation, value: Value) -> tuple[str, ...]:
    if value is None:
        return ()
    if isinstance(value, (ListValue, DictValue)):
        return tuple(one.upper() for one in call.items_of(value) or [] if isinstance(one, str))
    return ()


def _guard_name(value: Value) -> str:
    from yandrel.frameworks.values import name_of

    return name_of(value)
