"""Reading a crowded file: its pieces, what each is, what each needs, what cannot leave and why."""

import re
from collections.abc import Mapping
from dataclasses import dataclass, field

import tree_sitter

from yandrel.languages.python import grammar as g
from yandrel.languages.python.deep import MODULE_SCOPE, DeepFacts, Use, read_deep_facts
from yandrel.languages.python.facts import read_facts
from yandrel.languages.python.split.routing import (
    AppObject,
    Handler,
    Hook,
    find_apps,
    find_handlers,
    group_handlers,
    mark_owner,
)
from yandrel.languages.python.tree import arguments_of, text_of
from yandrel.model.facts import Definition, Facts, When
from yandrel.model.split import SplitPiece
from yandrel.model.words import singular, snake, words_of

Node = tree_sitter.Node
STORE_CALLS = frozenset(
    ["create_engine", "create_async_engine", "sessionmaker", "async_sessionmaker", "scoped_session",
     "declarative_base", "SQLAlchemy", "MongoClient", "AsyncIOMotorClient", "PyMongo", "MongoEngine",
     "Redis", "StrictRedis", "connect", "Database", "MetaData", "SqliteDatabase", "PostgresqlDatabase",
     "MySQLDatabase", "from_url", "MySQL", "TinyDB"]
)  # fmt: skip
EXTENSIONS = frozenset(
    ["SQLAlchemy", "Marshmallow", "LoginManager", "Bcrypt", "Mail", "JWTManager", "Cache",
     "Limiter", "SocketIO", "CSRFProtect", "Babel", "PyMongo", "MongoEngine", "MySQL",
     "Moment", "HTTPTokenAuth", "MultiAuth",
     "HTTPBasicAuth", "OAuth"]
)  # fmt: skip
STORE_FUNCTIONS = re.compile(
    r"^(get|open|close|init|connect|create|make|query)_(db|database|session|connection|conn|engine|tables?)"
    r"|^(get_db_connection|connect_db|query_db|execute_query|db_session|lifespan_db)$"
)
ENVIRONMENT = re.compile(rb"\b(environ|getenv|BaseSettings|decouple|dotenv_values|environs)\b")
DATA_WORK = re.compile(
    rb"\.(execute|executemany|commit|query|cursor|session|fetchone|fetchall|objects|insert_one|find_one|"
    rb"add_all|flush|rollback|scalars?)\b"
)
REQUEST_WORK = re.compile(
    rb"\b(request|jsonify|render_template|redirect|flash|abort|make_response|HttpResponse|JsonResponse|"
    rb"HTTPException|render|url_for)\b"
)
NO_THING = re.compile(
    r"(Client|Manager|Service|Helper|Utils?|Handler|Factory|Builder|Config|Settings|Runner)$"
)
SIGNED = re.compile(r"login|auth|signed|token|admin|permission|api_?key|role")
READ_BY_NAME = re.compile(rb"from_object\(\s*__name__|sys\.modules\[__name__\]|\bglobals\(\)")
ROUTER_SET = re.compile(
    rb"\.router\.(route_class|default_response_class|redirect_slashes)\s*=|\.url_rule_class\s*="
)
ROUTERS = frozenset(["Blueprint", "APIRouter"])
ROUTER_WORDS = frozenset(["blueprint", "router", "bp", "routes", "route", "api", "app"])
CALLED_BACK = frozenset(
    ["LoginManager", "HTTPBasicAuth", "HTTPTokenAuth", "MultiAuth", "JWTManager", "SocketIO"]
)
PURE = frozenset(
    ["range", "frozenset", "tuple", "timedelta", "Path", "compile", "date", "datetime", "time", "Decimal",
     "int", "str", "float", "join", "abspath", "dirname", "resolve", "sorted", "namedtuple"]
)  # fmt: skip
EMPTY = frozenset([b"{}", b"[]", b"set()", b"dict()", b"list()"])
FORM_WORDS = frozenset(
    ["form", "schema", "in", "out", "create", "update", "base", "read", "response", "request", "serializer",
     "model", "dto", "view", "item", "payload", "body", "data", "info"]
)  # fmt: skip


@dataclass
class Reading:
    """One pass over a file's text."""

    source: bytes
    root: Node
    facts: Facts
    deep: DeepFacts
    apps: list[AppObject]
    handlers: list[Handler]
    hooks: list[Hook]
    owners: Mapping[str, str]
    by_name: dict[str, Definition] = field(default_factory=dict)

    @property
    def app_names(self) -> set[str]:
        return {app.name for app in self.apps}

    @property
    def framework(self) -> str:
        return self.apps[0].framework if self.apps else ""

    def uses_in(self, start: int, end: int) -> list[Use]:
        return [u for u in self.deep.uses if start <= u.start < end and u.home == MODULE_SCOPE]


def read_file(source: bytes, owners: Mapping[str, str]) -> Reading:
    """Parse a file; `owners` are lifted handlers with the application object that marks them."""
    root = g.parse(source).root_node
    facts = read_facts(source)
    apps = find_apps(root, source)
    module = [app for app in apps if app.factory is None]
    lifted = [
        AppObject(app.name, app.framework, app.assignment, None)
        for app in apps
        if app.factory is not None and app.name in owners.values()
    ]
    handlers, hooks = find_handlers(root, source, [*module, *lifted])
    handlers = [h for h in handlers if h.factory is None]
    hooks = [h for h in hooks if h.factory is None]
    reading = Reading(source, root, facts, read_deep_facts(source), apps, handlers, hooks, owners)
    reading.by_name = {d.name: d for d in facts.definitions}
    return reading


def pieces_of(reading: Reading, roles: Mapping[str, str]) -> list[SplitPiece]:
    """Return what a file holds; `roles` are those that names and bases tell, by definition."""
    concepts = {
        singular(snake(name)) for name, role in roles.items()
        if role == "model" and reading.by_name.get(name) is not None
    }  # fmt: skip
    concepts |= {snake(d.name) for d in reading.facts.definitions if d.value.rpartition(".")[2] == "Table()"}
    group_handlers(reading.handlers, {singular(c) for c in concepts})
    reader = _PieceReader(reading, roles, concepts | {singular(h.group) for h in reading.handlers})
    return [
        reader.read(definition) for definition in reading.facts.definitions if reader.is_piece(definition)
    ]


class _PieceReader:
    def __init__(self, reading: Reading, roles: Mapping[str, str], concepts: set[str]) -> None:
        self.reading = reading
        self.roles = roles
        self.concepts = concepts
        self.handlers = {h.name: h for h in reading.handlers}
        self.hooks = {h.name: h for h in reading.hooks}
        self.names = set(reading.by_name)
        self.rebound = _rebound(reading)
        self.guarded = {n.bound for i in reading.facts.imports if i.guarded and not i.nested for n in i.names}
        self.by_name_of_file = bool(READ_BY_NAME.search(reading.source))
        self.states = {
            d.name
            for d in reading.facts.definitions
            if d.kind == "constant"
            and d.name not in reading.app_names
            and self._constant_role(d, reading.source[d.start : d.end]) == "state"
        }
        self.from_handlers = self._only_from_handlers()

    def is_piece(self, definition: Definition) -> bool:
        name = definition.name
        return name not in self.reading.app_names and name not in ("__all__", "__version__", "application")

    def read(self, d: Definition) -> SplitPiece:
        uses = [u for u in self.reading.uses_in(d.start, d.end) if u.head != d.name]
        needs = {u.head for u in uses if u.head in self.names}
        handler = self.handlers.get(d.name)
        stays = self._stays(d, uses, handler)
        needs -= self.reading.app_names
        routes = tuple(m.route for m in handler.marks) if handler is not None else ()
        group = handler.group if handler is not None else ""
        role = self._role(d, handler)
        follows = self._follows(d) if handler is None and d.name not in self.hooks else ""
        beside = any(d.start <= at < d.end for at in self.reading.deep.relative_to_file)
        return SplitPiece(
            d.name, d.kind, role, self._concept(d, role, group), d.line, d.last_line, frozenset(needs),
            stays, group, routes, beside, follows,
        )  # fmt: skip

    # -- what it is ------------------------------------------------------------------------

    def _role(self, d: Definition, handler: Handler | None) -> str:
        if handler is not None:
            return "route"
        if d.name in self.hooks:
            kind = self.hooks[d.name].kind
            return "helper" if kind == "template" else "middleware"
        text = self.reading.source[d.start : d.end]
        if d.kind == "class":
            return self._class_role(d, text)
        if d.kind == "constant":
            return self._constant_role(d, text)
        return self._function_role(d, text)

    def _class_role(self, d: Definition, text: bytes) -> str:
        if d.bases and d.bases[0].rpartition(".")[2] in ("DeclarativeBase", "DeclarativeBaseNoMeta"):
            return "store"
        if any(base.rpartition(".")[2] in ("BaseSettings",) for base in d.bases):
            return "config"
        known = self.roles.get(d.name, "")
        if known:
            return known
        tails = {base.rpartition(".")[2].partition("[")[0] for base in d.bases}
        if tails & {"Enum", "IntEnum", "StrEnum", "NamedTuple", "TypedDict"} or any(
            mark.rpartition(".")[2] == "dataclass" for mark in d.marks
        ):
            return "model"
        if "Model" in tails or any(b in self.roles and self.roles[b] == "model" for b in d.bases):
            return "model"
        if any(self.roles.get(base) == "schema" for base in d.bases):
            return "schema"
        return "model" if not d.bases and not NO_THING.search(d.name) else ""

    def _constant_role(self, d: Definition, text: bytes) -> str:
        call = d.value.removesuffix("()").rpartition(".")[2]
        if call == "Table":
            return "model"
        if call in ROUTERS:
            return "route"
        if call in STORE_CALLS:
            return "store"
        if call in EXTENSIONS or any(u.head in self.reading.app_names for u in self._uses(d)):
            return "extension"
        if (
            ENVIRONMENT.search(text)
            or self.roles.get(call) == "config"
            or call.endswith(("Settings", "Config"))
        ):
            return "config"
        if call in ("getLogger", "get_logger"):
            return "logger"
        if self.roles.get(d.name) in ("model", "schema"):
            return self.roles[d.name]
        value = text.partition(b"=")[2].strip()
        if value in EMPTY or call in ("defaultdict", "deque", "Counter", "dict", "list", "set"):
            return "state"
        if d.name.isupper() and (not call or call in PURE):
            return "constant"
        return "state" if call else ""

    def _function_role(self, d: Definition, text: bytes) -> str:
        if STORE_FUNCTIONS.search(d.name):
            return "store"
        known = self.roles.get(d.name, "")
        if known in ("validator", "middleware", "repository", "service", "config", "error"):
            return known
        if b"wraps(" in text:
            return "middleware"
        asks = REQUEST_WORK.search(text)
        if DATA_WORK.search(text) and not asks:
            return "repository"
        if asks:
            return "helper"
        touched = {u.head for u in self._uses(d)}
        if touched & self.states:
            return "repository"
        return "service" if touched & {n for n, r in self.roles.items() if r == "model"} else ""

    def _concept(self, d: Definition, role: str, group: str) -> str:
        if group:
            return singular(group) if group not in ("main", "auth") else group
        if d.name in self.hooks:
            return self.hooks[d.name].kind
        words = words_of(d.name)
        if role == "route":
            kept = [w for w in words if w not in ROUTER_WORDS]
            return singular("_".join(kept)) if kept else "main"
        for length in range(len(words), 0, -1):
            for start in range(len(words) - length + 1):
                term = singular("_".join(words[start : start + length]))
                if term in self.concepts:
                    return term
        if role == "middleware":
            return "auth" if SIGNED.search(d.name) else "_".join(words)
        if role in ("model", "schema"):
            while len(words) > 1 and words[-1] in FORM_WORDS:
                words = words[:-1]
            return singular("_".join(words))
        return ""

    def _uses(self, d: Definition) -> list[Use]:
        return self.reading.uses_in(d.start, d.end)

    # -- what keeps it ---------------------------------------------------------------------

    def _stays(self, d: Definition, uses: list[Use], handler: Handler | None) -> str:
        reading = self.reading
        if d.conditional:
            return "it is defined under a condition"
        if d.name in reading.facts.bound or sum(x.name == d.name for x in reading.facts.definitions) > 1:
            return f"{d.name} is bound more than once"
        taken = [u.head for u in uses if u.head in self.rebound]
        if taken:
            return f"it shares {taken[0]}, which is bound anew while the program runs"
        loose = [
            u.head for u in uses
            if u.head not in self.names and u.head in set(reading.facts.bound) and u.head != d.name
        ]  # fmt: skip
        if loose:
            return f"it needs {loose[0]}, which is bound where the file runs"
        if d.name.startswith("test_") and d.kind == "function":
            return "it is a test"
        own_names = {u.head for u in reading.deep.uses if d.start <= u.start < d.end}
        guarded = sorted(own_names & self.guarded)
        if guarded:
            return f"it needs {guarded[0]}, which is imported under a condition"
        if d.kind == "constant" and d.name.isupper() and self.by_name_of_file:
            return "the file itself is read as the configuration"
        inside = [app for app in reading.apps if d.start <= app.assignment.start_byte < d.end]
        if inside and d.kind == "function":
            return "it makes the application"
        if handler is not None and self._is_foreign(handler):
            return "it belongs to an application of another framework"
        if handler is not None and ROUTER_SET.search(reading.source):
            return "the application's own router is set up by hand"
        if handler is not None and any(m.path_node is None for m in handler.marks):
            return "its path is computed"
        if handler is None and d.name not in self.hooks:
            registers = self._registers(d)
            if registers and not self._follows(d):
                return f"it registers itself with {registers} when it is loaded"
        return self._app_reason(d, uses, handler)

    def _is_foreign(self, handler: Handler) -> bool:
        """Whether a handler's application is of another framework than the file's first."""
        kinds = {app.name: app.framework for app in self.reading.apps}
        return kinds.get(mark_owner(handler), self.reading.framework) != self.reading.framework

    def _registers(self, d: Definition) -> str:
        """Return the object of the file that a function registers itself with when it is loaded."""
        own = {x.name for x in self.reading.facts.definitions if x.kind == "constant"}
        for mark in d.marks:
            head = mark.partition(".")[0].partition("(")[0]
            if head in own | self.reading.app_names and "." in mark:
                return head
        return ""

    def _follows(self, d: Definition) -> str:
        """Return the router or the extension that a function must stand beside, to be found with it."""
        head = self._registers(d)
        maker = self.reading.by_name[head].value.removesuffix("()").rpartition(".")[2] if head else ""
        return head if maker in ROUTERS | CALLED_BACK else ""

    def _app_reason(self, d: Definition, uses: list[Use], handler: Handler | None) -> str:
        reading = self.reading
        own = [u for u in uses if u.head in reading.app_names]
        if handler is not None:
            own = [
                u
                for u in own
                if all(not m.node.start_byte <= u.start < m.node.end_byte for m in handler.marks)
            ]
        if d.name in self.hooks:
            decorator = self.hooks[d.name].decorator
            own = [u for u in own if not decorator.start_byte <= u.start < decorator.end_byte]
        if not own:
            return ""
        name = own[0].head
        if d.kind == "constant":
            return "" if is_extension(d, reading) else f"it is made from {name}"
        if reading.framework != "flask":
            return f"it uses {name}"
        late = all(u.when == When.CALL for u in own)
        if late and (handler is not None or d.name in self.hooks or d.name in self.from_handlers):
            return ""
        return f"it uses {name} outside of a request" if late else f"it uses {name} when it is loaded"

    def _only_from_handlers(self) -> set[str]:
        """Return the functions that only handlers call, directly or through such functions."""
        users: dict[str, set[str]] = {name: set() for name in self.names}
        spans = [(d.start, d.end, d.name) for d in self.reading.facts.definitions]
        for use in self.reading.deep.uses:
            if use.home == MODULE_SCOPE and use.head in users:
                owner = next((n for s, e, n in spans if s <= use.start < e), "")
                users[use.head].add(owner)
        good = set(self.handlers) | set(self.hooks)
        changed = True
        while changed:
            changed = False
            for name, found in users.items():
                if name not in good and found and found <= good | {name}:
                    good.add(name)
                    changed = True
        return good - set(self.handlers) - set(self.hooks)


def _rebound(reading: Reading) -> set[str]:
    """Return the names that some function binds anew with `global`."""
    return {name for scope in reading.deep.scopes for name in scope.global_names}


def is_extension(d: Definition, reading: Reading) -> bool:
    """Whether a constant is an extension made with the application, which can be told of it later."""
    call = d.value.removesuffix("()").rpartition(".")[2]
    if call not in EXTENSIONS:
        return False
    node = extension_call(d, reading)
    if node is None:
        return False
    plain, named = arguments_of(node)
    texts = [text_of(n, reading.source) for n in plain] + [text_of(n, reading.source) for n in named.values()]
    return sum(text in reading.app_names for text in texts) == 1 and all(
        text in reading.app_names or not any(re.search(rf"\b{name}\b", text) for name in reading.app_names)
        for text in texts
    )


def extension_call(d: Definition, reading: Reading) -> Node | None:
    """Return the call that makes a constant."""
    node = reading.root.named_descendant_for_byte_range(d.start, max(d.end - 1, d.start))
    while node is not None and node.kind_id not in (g.EXPRESSION_STATEMENT, g.ASSIGNMENT):
        node = node.parent
    if node is not None and node.kind_id == g.EXPRESSION_STATEMENT:
        node = node.named_children[0]
    right = node.child_by_field_name("right") if node is not None else None
    return right if right is not None and right.kind_id == g.CALL else None


def needs_of_rest(reading: Reading) -> frozenset[str]:
    """Return the definitions that the code outside of all definitions uses."""
    spans = [(d.start, d.end) for d in reading.facts.definitions if d.name not in reading.app_names]
    return frozenset(
        use.head for use in reading.deep.uses
        if use.home == MODULE_SCOPE and use.head in reading.by_name
        and not any(start <= use.start < end for start, end in spans)
    )  # fmt: skip
