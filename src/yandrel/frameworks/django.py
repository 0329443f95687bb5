"""Django and its REST toolkit: URL lists, includes, class views, view sets on routers."""

from __future__ import annotations

from yandrel.frameworks.guarding import Where, form
from yandrel.frameworks.paths import from_angles, from_expression, read_expression
from yandrel.frameworks.protocol import Evaluation, Family, add_mount, add_route
from yandrel.frameworks.values import (
    HOLE,
    Arguments,
    ClassValue,
    DictValue,
    Handler,
    Instance,
    ListValue,
    Made,
    ModuleValue,
    Outside,
    Place,
    Router,
    Unknown,
    Value,
    doubt_of,
    text_of,
    unwrapped,
)

VERBS = ("get", "post", "put", "patch", "delete")
PATTERNS = frozenset({"path", "re_path", "url"})
LIST_ACTIONS = {"list": "GET", "create": "POST"}
DETAIL_ACTIONS = {"retrieve": "GET", "update": "PUT", "partial_update": "PATCH", "destroy": "DELETE"}
BASE_ACTIONS = {
    "ModelViewSet": (*LIST_ACTIONS, *DETAIL_ACTIONS),
    "ReadOnlyModelViewSet": ("list", "retrieve"),
    "ListModelMixin": ("list",),
    "CreateModelMixin": ("create",),
    "RetrieveModelMixin": ("retrieve",),
    "UpdateModelMixin": ("update", "partial_update"),
    "DestroyModelMixin": ("destroy",),
}
BASE_METHODS = {
    "TemplateView": ("GET",),
    "ListView": ("GET",),
    "DetailView": ("GET",),
    "ArchiveIndexView": ("GET",),
    "RedirectView": ("GET", "POST", "PUT", "PATCH", "DELETE"),
    "FormView": ("GET", "POST", "PUT"),
    "CreateView": ("GET", "POST", "PUT"),
    "UpdateView": ("GET", "POST", "PUT"),
    "DeleteView": ("GET", "POST", "DELETE"),
    "PasswordChangeView": ("GET", "POST", "PUT"),
    "PasswordChangeDoneView": ("GET",),
    "PasswordResetView": ("GET", "POST", "PUT"),
    "PasswordResetDoneView": ("GET",),
    "PasswordResetConfirmView": ("GET", "POST", "PUT"),
    "PasswordResetCompleteView": ("GET",),
    "LoginView": ("GET", "POST", "PUT"),
    "LogoutView": ("POST",),
    "ListAPIView": ("GET",),
    "CreateAPIView": ("POST",),
    "RetrieveAPIView": ("GET",),
    "DestroyAPIView": ("DELETE",),
    "UpdateAPIView": ("PUT", "PATCH"),
    "ListCreateAPIView": ("GET", "POST"),
    "RetrieveUpdateAPIView": ("GET", "PUT", "PATCH"),
    "RetrieveDestroyAPIView": ("GET", "DELETE"),
    "RetrieveUpdateDestroyAPIView": ("GET", "PUT", "PATCH", "DELETE"),
    "JavaScriptCatalog": ("GET",),
    "BaseDetailView": ("GET",),
    "BaseListView": ("GET",),
    "BaseFormView": ("GET", "POST", "PUT"),
    "BaseCreateView": ("GET", "POST", "PUT"),
    "BaseUpdateView": ("GET", "POST", "PUT"),
    "BaseDeleteView": ("GET", "POST", "DELETE"),
    "ProcessFormView": ("GET", "POST", "PUT"),
    "DeletionMixin": ("POST", "DELETE"),
}
BARE_BASES = frozenset({"View", "APIView", "GenericAPIView", "ViewSet", "GenericViewSet", "object"})
"""Bases that answer nothing themselves, as mixins of other names do not either."""
REQUIRING = {"require_GET": ("GET",), "require_POST": ("POST",), "require_safe": ("GET", "HEAD")}
GUARDS = frozenset({"login_required", "permission_required", "staff_member_required", "user_passes_test"})


class DjangoFamily(Family):
    """See `yandrel.frameworks.protocol.Family`."""

    name = "django"
    guard_forms = (form("path re_path url", Where.SECOND, "{guard}"),)
    languages = frozenset({"python"})
    words = frozenset({*PATTERNS, "include", "register", "as_view"})

    def __init__(self) -> None:
        self.roots: list[tuple[str, Place]] = []
        self.lists: dict[str, ListValue] = {}
        self.configs: dict[str, ClassValue] = {}
        self.config_classes: list[ClassValue] = []

    def outside(self, call: Evaluation, name: str) -> Value:
        """Return a setting out of the application's own settings."""
        start, _, setting = name.rpartition(".")
        if start != "django.conf.settings":
            return NotImplemented
        for unit in call.files_with(b"ROOT_URLCONF"):
            found = call.member(ModuleValue(unit), setting)
            if not isinstance(found, Unknown):
                return found
        return Unknown(f"the setting {setting}")

    # -- what the calls make ---------------------------------------------------------------

    def made(self, call: Evaluation, name: str, arguments: Arguments, place: Place) -> Value:
        last = name.rpartition(".")[2]
        if name == "decorate":
            return self._decorated(call, arguments)
        if last == "as_view":
            return self._view(call, name, arguments)
        if last == "get_app_config" and "apps" in name:
            return self._app_config(call, arguments, place)
        if last == "get_app_configs" and "apps" in name:
            return self._app_configs(call, place)
        if not name.startswith(("django", "rest_framework")) and last not in (
            "DefaultRouter",
            "SimpleRouter",
        ):
            return NotImplemented
        if last in PATTERNS or last == "include":
            made = Made(f"django.{last}", arguments, None, place)
            made.doubt = call.doubts[-1] if call.doubts else ""
            return made
        if last in ("i18n_patterns", "format_suffix_patterns", "patterns"):
            values = arguments.values[1:] if last == "patterns" else arguments.values
            items = [x for value in values for x in (call.items_of(value) or [value])]
            listed = ListValue(items, arguments.open)
            unprefixed = arguments.named.get("prefix_default_language") is False
            if last != "i18n_patterns" or unprefixed or not items:
                return listed
            return ListValue([Made("django.path", Arguments(["<language>/", listed]), None, place)])
        if last in ("DefaultRouter", "SimpleRouter", "NestedSimpleRouter", "NestedDefaultRouter"):
            made_router = Router(self, place)
            slash = arguments.named.get("trailing_slash", True)
            made_router.extra.update({"slash": "/" if slash is True else "", "root": last == "DefaultRouter"})
            if last.startswith("Nested"):
                self._nest(made_router, arguments)
            return made_router
        return NotImplemented

    def _nest(self, router: Router, arguments: Arguments) -> None:
        parent, prefix = arguments.get(0, "parent_router"), text_of(arguments.get(1, "parent_prefix")) or HOLE
        lookup = text_of(arguments.named.get("lookup", arguments.get(2))) or "parent"
        router.prefix = f"{parent.prefix if isinstance(parent, Router) else ''}{prefix}/<{lookup}_pk>/"

    def _app_config(self, call: Evaluation, arguments: Arguments, place: Place) -> Value:
        label = arguments.values[-1] if arguments.values else None
        found = self.configs.get(label) if isinstance(label, str) else None
        return (
            call.call(found, Arguments(), place) if found is not None else Unknown(f"the app config {label}")
        )

    def _app_configs(self, call: Evaluation, place: Place) -> ListValue:
        """Return the configurations of all applications that have a class for that."""
        for unit in call.files_with(b"AppConfig", every=True):
            call.load(unit)
        found = dict.fromkeys(self.config_classes)
        return ListValue([call.call(one, Arguments(), place) for one in found])

    def declared(self, call: Evaluation, value: ClassValue) -> None:
        """Keep the configuration classes of applications, by label."""
        if any(base.endswith("AppConfig") for base in call.outside_bases(value)):
            self.config_classes.append(value)
        label = call.member(value, "label")
        if any(base.endswith("AppConfig") for base in call.outside_bases(value)) and isinstance(label, str):
            self.configs[label] = value

    def _decorated(self, call: Evaluation, arguments: Arguments) -> Value:
        value, decorator = arguments.values
        name = decorator.by if isinstance(decorator, Made) else decorator.name
        if not name.startswith(("django", "rest_framework")):
            return NotImplemented
        last = name.rpartition(".")[2]
        inner = value if isinstance(value, Handler) else Handler(value)
        if last in REQUIRING:
            inner.methods = REQUIRING[last]
        elif last in ("require_http_methods", "api_view"):
            given = call.items_of(decorator.arguments.get(0)) if isinstance(decorator, Made) else None
            inner.methods = tuple(one.upper() for one in given or ["GET"] if isinstance(one, str))
        elif last in ("action", "list_route", "detail_route") and isinstance(decorator, Made):
            inner.action = decorator  # type: ignore[attr-defined]
        elif last in GUARDS:
            inner.guards = (*inner.guards, last)
        else:
            return NotImplemented
        return inner

    def _view(self, call: Evaluation, name: str, arguments: Arguments) -> Value:
        holder = arguments.get(0)
        if isinstance(holder, Instance):
            holder = holder.type
        if not isinstance(holder, ClassValue):
            own = name.removesuffix(".as_view")
            last = own.rpartition(".")[2]
            return (
                Handler(Outside(own), BASE_METHODS[last], (), last)
                if last in BASE_METHODS
                else NotImplemented
            )
        actions = arguments.get(1, "actions")
        if isinstance(actions, DictValue):
            return Handler(holder, tuple(key.upper() for key in actions.items if isinstance(key, str)))
        return Handler(holder, view_methods(call, holder))

    # -- routers of view sets --------------------------------------------------------------

    def method(
        self, call: Evaluation, router: Router, name: str, arguments: Arguments, place: Place
    ) -> Value:
        if name == "register":
            prefix = arguments.get(0, "prefix")
            self._register(
                call, router, text_of(prefix), arguments.get(1, "viewset"), place, doubt_of(prefix)
            )
            return None
        if name in ("get_urls", "urls"):
            return self._listed(router)
        if name == "extend" and isinstance(arguments.get(0), Router):
            router.entries.extend(arguments.get(0).entries)
        return Unknown(name)

    def attribute(self, call: Evaluation, router: Router, name: str) -> Value:
        return self._listed(router) if name == "urls" else NotImplemented

    def _listed(self, router: Router) -> ListValue:
        made = Made("django.router", Arguments([router]), None, router.place)
        return ListValue([made])

    def _register(
        self, call: Evaluation, router: Router, prefix: str | None, holder: Value, place: Place, doubt: str
    ) -> None:
        holder = holder.type if isinstance(holder, Instance) else holder
        start = router.prefix + (HOLE if prefix is None else from_expression(prefix)).strip("/")
        slash = router.extra.get("slash", "/")
        if not isinstance(holder, ClassValue):
            add_route(call, router, (), start + slash, holder, place, doubt or "a view set that is not read")
            return
        actions = self._actions(call, holder)
        lookup = call.member(holder, "lookup_url_kwarg")
        lookup = lookup if isinstance(lookup, str) else call.member(holder, "lookup_field")
        key = lookup if isinstance(lookup, str) else "pk"
        extras = list(_extras(call, holder))
        for ofs, on_one in ((LIST_ACTIONS, False), (DETAIL_ACTIONS, True)):
            for action in (one for one in ofs if one in actions):
                path = f"{start}/<{key}>{slash}" if on_one else start + slash
                shown = Handler(holder, (), (), f"{holder.name}.{action}")
                path = path if start else path.lstrip("/")
                add_route(call, router, (ofs[action],), path, shown, place, doubt)
            for name, extra in extras:
                if _is_on_one(extra) == on_one:
                    self._extra(call, router, holder, name, extra, start, key, place)

    def _extra(
        self,
        call: Evaluation,
        router: Router,
        holder: ClassValue,
        name: str,
        extra: Made,
        start: str,
        key: str,
        place: Place,
    ) -> None:
        """Add the route of an extra action of a view set."""
        named = extra.arguments.named
        said = named.get("methods", extra.arguments.get(0))
        methods = tuple(m.upper() for m in call.items_of(said) or ["get"] if isinstance(m, str))
        path = text_of(named.get("url_path")) if named.get("url_path") is not None else name
        middle = f"/<{key}>/" if _is_on_one(extra) else "/"
        whole = f"{start}{middle}{from_expression(path or name)}{router.extra.get('slash', '/')}"
        shown = Handler(holder, (), (), f"{holder.name}.{name}")
        add_route(call, router, methods, whole, shown, extra.place if extra.place.line else place)

    def _actions(self, call: Evaluation, holder: ClassValue) -> set[str]:
        found = call.method_names(holder)
        for base in call.outside_bases(holder):
            found.update(BASE_ACTIONS.get(base.rpartition(".")[2], ()))
        return found & {*LIST_ACTIONS, *DETAIL_ACTIONS}

    # -- the table -------------------------------------------------------------------------

    def bound(self, call: Evaluation, name: str, value: Value, place: Place) -> None:
        if name == "ROOT_URLCONF" and isinstance(value, str):
            self.roots.append((value, place))
        elif name == "urlpatterns" and isinstance(value, ListValue):
            self.lists[place.unit] = value

    def finished(self, call: Evaluation) -> None:
        """Build the routers of the root URL lists; without a root, of all that nothing includes."""
        built: dict[int, Router] = {}
        application = None
        for name, place in dict.fromkeys(self.roots):
            module = call.module(name, place.unit)
            found = call.member(module, "urlpatterns") if isinstance(module, ModuleValue) else None
            if isinstance(found, ListValue):
                application = call.application(self)
                self._fill(call, application, found, built)
        if application is None and self.lists:
            included = {id(one) for listed in self.lists.values() for one in self._included_in(call, listed)}
            for unit, found in self.lists.items():
                if id(found) not in included:
                    self._fill(call, self._alone(call, unit), found, built)

    def _included_in(self, call: Evaluation, listed: ListValue) -> list[ListValue]:
        """Return the lists that a list includes."""
        found: list[ListValue] = []
        for one in listed.items:
            if isinstance(one, Made) and one.by in ("django.path", "django.re_path", "django.url"):
                inner = self._included(call, one.arguments.get(1, "view"), one.place)
                found += [inner] if inner is not None else []
        return found

    def _alone(self, call: Evaluation, unit: str) -> Router:
        made = Router(self, Place(unit, 1), doubt="no ROOT_URLCONF was found that includes it")
        add_mount(call, call.application(self), "", made, made.place, made.doubt)
        return made

    def _fill(self, call: Evaluation, router: Router, listed: Value, built: dict[int, Router]) -> None:
        for one in call.items_of(listed) or []:
            if isinstance(one, ListValue):
                self._fill(call, router, one, built)
            if not isinstance(one, Made):
                continue
            if one.by == "django.router":
                inner = one.arguments.get(0)
                if isinstance(inner, Router):
                    self._add_root_view(call, inner)
                    add_mount(call, router, "", inner, one.place, one.doubt)
                continue
            if one.by not in ("django.path", "django.re_path", "django.url"):
                continue
            self._one(call, router, one, built)

    @staticmethod
    def _add_root_view(call: Evaluation, router: Router) -> None:
        """Add the list of its view sets, which a router answers at its own path, once."""
        made = router.extra.get("instance")
        own = isinstance(made, Instance) and call.member(made.type, "include_root_view") is False
        if router.extra.pop("root", False) and not own:
            shown = Handler(Outside("rest_framework.routers.APIRootView"))
            add_route(call, router, ("GET",), "", shown, router.place).outside = True

    def _one(self, call: Evaluation, router: Router, one: Made, built: dict[int, Router]) -> None:
        route = one.arguments.get(0, "route", one.arguments.named.get("regex"))
        text = text_of(route)
        text = HOLE if text is None else text
        path, conditions = (text, None) if one.by == "django.path" else read_expression(text)
        target = one.arguments.get(1, "view")
        doubt = one.doubt or doubt_of(route)
        listed = self._included(call, target, one.place)
        if listed is not None:
            inner = built.get(id(listed))
            if inner is None:
                inner = built[id(listed)] = Router(self, one.place)
                self._fill(call, inner, listed, built)
            add_mount(call, router, path, inner, one.place, doubt).conditions = conditions
            return
        if isinstance(target, Made) and target.by == "django.include":
            why = doubt or "an included list that is not read"
            add_route(call, router, (), path + HOLE, target, one.place, why).outside = True
            return
        if isinstance(target, Outside) and target.last == "urls":
            why = doubt or "the routes of another package"
            add_route(call, router, (), path + HOLE, target, one.place, why).outside = True
            return
        inner = unwrapped(target)[0]
        methods = inner.methods if isinstance(inner, Handler) else ()
        doubt = doubt or self._unknown_base(call, inner)
        add_route(call, router, methods, path, target, one.place, doubt).conditions = conditions

    @staticmethod
    def _unknown_base(call: Evaluation, target: Value) -> str:
        """Return why the methods of a class view are not known: a base of another package may answer more."""
        holder = target.value if isinstance(target, Handler) else None
        if not isinstance(holder, ClassValue) or call.items_of(call.member(holder, "http_method_names")):
            return ""
        for base in call.outside_bases(holder):
            last = base.rpartition(".")[2]
            if last not in BASE_METHODS and last not in BARE_BASES and not last.endswith("Mixin"):
                return f"what its base {last} answers is not known"
        return ""

    def _included(self, call: Evaluation, target: Value, place: Place) -> ListValue | None:
        """Return the list that an include leads to."""
        if isinstance(target, Made) and target.by == "django.include":
            target = target.arguments.get(0, "arg")
        elif not isinstance(target, ListValue) or not target.items:
            return None
        if isinstance(target, ListValue) and target.items and not isinstance(target.items[0], Made):
            target = target.items[0]
        if (
            isinstance(target, ListValue)
            and len(target.items) in (2, 3)
            and isinstance(target.items[0], ListValue)
        ):
            target = target.items[0]
        if isinstance(target, str):
            target = call.module(target, place.unit)
        if isinstance(target, ModuleValue):
            target = call.member(target, "urlpatterns")
        return target if isinstance(target, ListValue) else None

    def join(self, prefix: str, path: str) -> str:
        whole = prefix + path
        return whole if whole.startswith("/") else "/" + whole

    def pattern(self, path: str) -> str:
        return from_angles(path)


def _is_on_one(extra: Made) -> bool:
    """Whether an extra action is one on a single object, whose routes stand behind those on all of them."""
    return extra.arguments.named.get("detail") is True or extra.by.endswith("detail_route")


def view_methods(call: Evaluation, holder: ClassValue) -> tuple[str, ...]:
    """Return the methods that a class view answers: what it and its bases define."""
    said = call.items_of(call.member(holder, "http_method_names"))
    found = {name.upper() for name in call.method_names(holder) if name in VERBS}
    for base in call.outside_bases(holder):
        found.update(BASE_METHODS.get(base.rpartition(".")[2], ()))
    if said:
        found &= {one.upper() for one in said if isinstance(one, str)}
    return tuple(verb.upper() for verb in VERBS if verb.upper() in found)


def _extras(call: Evaluation, holder: ClassValue) -> list[tuple[str, Made]]:
    found: dict[str, Made] = {}
    stack: list[Value] = [holder]
    for one in stack:
        for name, member in one.members.items():
            action = getattr(member, "action", None) if isinstance(member, Handler) else None
            if isinstance(action, Made):
                found.setdefault(name, action)
        stack.extend(base for base in one.bases if isinstance(base, ClassValue) and base not in stack)
    return list(found.items())
