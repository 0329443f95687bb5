"""Handlers of a file: the functions that are marked as routes on an application object."""

import re
from dataclasses import dataclass, field

import tree_sitter

from yandrel.languages.python import grammar as g
from yandrel.languages.python.tree import arguments_of, enclosing_function, string_value, text_of, walk
from yandrel.model.split import RouteMark
from yandrel.model.words import plural, singular, words_of

Node = tree_sitter.Node
MAKERS = {"Flask": "flask", "Quart": "flask", "FastAPI": "fastapi"}
VERBS = ("get", "post", "put", "patch", "delete", "head", "options", "trace")
ROUTE_MARKS = frozenset([*VERBS, "route", "api_route", "websocket"])
HOOKS = {
    "errorhandler": "error", "exception_handler": "error",
    "before_request": "request", "after_request": "request", "teardown_request": "request",
    "teardown_appcontext": "request", "before_first_request": "request", "middleware": "request",
    "context_processor": "template", "template_filter": "template", "template_global": "template",
    "template_test": "template", "shell_context_processor": "template",
    "on_event": "event", "before_serving": "request", "after_serving": "request",
}  # fmt: skip
LEADS = re.compile(r"^(api|v\d+|rest|web|app|public|internal)$")
SIGNING = frozenset(
    ["login", "logout", "signin", "signout", "signup", "sign_in", "sign_out", "sign_up", "register",
     "auth", "token", "password"]
)  # fmt: skip
PLAIN = "main"


@dataclass(frozen=True)
class AppObject:
    """An application object: its name, its framework, the function that makes it (None: the module)."""

    name: str
    framework: str
    assignment: Node
    factory: Node | None


@dataclass
class Mark:
    """One decorator that binds a route; `path_node` holds the path."""

    node: Node
    verb: str
    owner: Node
    path_node: Node | None
    route: RouteMark


@dataclass
class Handler:
    """A function that answers routes; `whole` has its decorators, `factory` is what it stands in."""

    name: str
    whole: Node
    function: Node
    marks: list[Mark]
    factory: Node | None
    group: str = ""
    others: list[Node] = field(default_factory=list)


@dataclass(frozen=True)
class Hook:
    """A function that the application calls at other times: on errors, before requests."""

    name: str
    whole: Node
    decorator: Node
    kind: str
    owner: str
    factory: Node | None


def find_apps(root: Node, source: bytes) -> list[AppObject]:
    """Return the application objects that a file makes."""
    out = []
    if not any(maker.encode() in source for maker in MAKERS):
        return []
    for node in walk(root):
        if node.kind_id != g.ASSIGNMENT:
            continue
        left, right = node.child_by_field_name("left"), node.child_by_field_name("right")
        if left is None or right is None or left.kind_id != g.IDENTIFIER or right.kind_id != g.CALL:
            continue
        maker = text_of(right.child_by_field_name("function"), source).rpartition(".")[2]
        if maker in MAKERS:
            out.append(AppObject(text_of(left, source), MAKERS[maker], node, enclosing_function(node)))
    return out


def find_handlers(root: Node, source: bytes, apps: list[AppObject]) -> tuple[list[Handler], list[Hook]]:
    """Return the functions marked on the application objects: handlers of routes, and hooks."""
    names = {app.name for app in apps}
    factories = {app.factory.id if app.factory is not None else 0 for app in apps}
    handlers: list[Handler] = []
    hooks: list[Hook] = []
    for node in walk(root):
        if node.kind_id != g.DECORATED:
            continue
        function = node.child_by_field_name("definition")
        factory = enclosing_function(node)
        if function is None or (factory.id if factory is not None else 0) not in factories:
            continue
        name = text_of(function.child_by_field_name("name"), source)
        handler = Handler(name, node, function, [], factory)
        for decorator in node.named_children:
            if decorator.kind_id != g.DECORATOR:
                continue
            mark = _read_mark(decorator, source, names)
            if isinstance(mark, Mark):
                handler.marks.append(mark)
            elif isinstance(mark, tuple):
                hooks.append(Hook(name, node, decorator, mark[0], mark[1], factory))
            else:
                handler.others.append(decorator)
        if handler.marks and function.kind_id == g.FUNCTION:
            handlers.append(handler)
    return handlers, hooks


def _read_mark(decorator: Node, source: bytes, names: set[str]) -> Mark | tuple[str, str] | None:
    inner = decorator.named_children[0] if decorator.named_child_count else None
    if inner is None:
        return None
    call = inner if inner.kind_id == g.CALL else None
    function = call.child_by_field_name("function") if call is not None else inner
    if function is None or function.kind_id != g.ATTRIBUTE:
        return None
    owner, attribute = function.child_by_field_name("object"), function.child_by_field_name("attribute")
    if owner is None or text_of(owner, source) not in names:
        return None
    verb = text_of(attribute, source)
    if verb in HOOKS:
        return HOOKS[verb], text_of(owner, source)
    if verb not in ROUTE_MARKS or call is None:
        return None
    plain, named = arguments_of(call)
    path_node = plain[0] if plain else named.get(b"path", named.get(b"rule"))
    path = string_value(path_node, source)
    methods = _methods(named.get(b"methods"), source) if verb in ("route", "api_route") else (verb.upper(),)
    line = decorator.start_point[0] + 1
    return Mark(decorator, verb, owner, path_node if path is not None else None,
                RouteMark(methods, path if path is not None else "?", line))  # fmt: skip


def _methods(node: Node | None, source: bytes) -> tuple[str, ...]:
    if node is None:
        return ("GET",)
    values = [string_value(child, source) for child in node.named_children]
    return tuple(value.upper() for value in values if value) or ("?",)


def segments(path: str) -> list[str]:
    return [part for part in path.split("/") if part]


def is_open(segment: str) -> bool:
    """Whether a segment stands for a value."""
    return "<" in segment or "{" in segment


def concept_of_path(path: str) -> str:
    """Return what a path is about: its first telling segment, in the singular; nothing where none is."""
    for segment in segments(path):
        if is_open(segment):
            return ""
        if not LEADS.match(segment):
            return singular("_".join(words_of(segment.partition(".")[0])))
    return ""


def group_handlers(handlers: list[Handler], concepts: set[str]) -> None:
    """Give each handler its group: the concept of its path, or the plain one for single pages."""
    found: dict[str, list[Handler]] = {}
    for handler in handlers:
        concept = next((c for m in handler.marks if (c := concept_of_path(m.route.path))), "")
        found.setdefault(concept, []).append(handler)
    signing = [h for c, hs in found.items() if c in SIGNING for h in hs]
    for concept, members in found.items():
        deeper = any(len(_telling(m.route.path)) > 1 for h in members for m in h.marks)
        if concept in SIGNING and len(signing) > 1:
            group = "auth"
        elif not concept or not concept.isidentifier():
            group = PLAIN
        elif concept in concepts or len(members) > 1 or deeper:
            group = plural(concept) if concept in concepts else _spelled(members, concept)
        else:
            group = PLAIN
        for handler in members:
            handler.group = group
    _part_by_owner(handlers)


def _part_by_owner(handlers: list[Handler]) -> None:
    """Give each application that a file makes router groups of its own."""
    owners = [mark_owner(handler) for handler in handlers]
    for handler, owner in zip(handlers, owners, strict=True):
        if owner != owners[0]:
            handler.group = owner if handler.group == PLAIN else f"{owner}_{handler.group}"


def mark_owner(handler: Handler) -> str:
    """Return the name of the application object that a handler is marked on."""
    return (handler.marks[0].owner.text or b"").decode("utf-8", "replace")


def _telling(path: str) -> list[str]:
    return [s for s in segments(path) if not LEADS.match(s)]


def _spelled(members: list[Handler], concept: str) -> str:
    """Return a group's name as the paths spell it."""
    for handler in members:
        for mark in handler.marks:
            for segment in segments(mark.route.path):
                name = "_".join(words_of(segment.partition(".")[0]))
                if singular(name) == concept and name.isidentifier():
                    return name
    return concept


def common_prefix(paths: list[str], group: str) -> str:
    """Return the segments that all paths of a group start with, up to its concept's own; "" for none."""
    if group in (PLAIN, "auth") or not paths:
        return ""
    split = [segments(path) for path in paths]
    shared: list[str] = []
    for position in range(min(len(parts) for parts in split)):
        here = {parts[position] for parts in split}
        segment = split[0][position]
        if len(here) > 1 or is_open(segment):
            break
        shared.append(segment)
        if not LEADS.match(segment):
            break
    if not shared or LEADS.match(shared[-1]):
        return ""
    prefix = "/" + "/".join(shared)
    return prefix if all(path == prefix or path.startswith(prefix + "/") for path in paths) else ""


def overlap(first: str, second: str) -> bool:
    """Whether two paths can both fit one request."""
    a, b = segments(first), segments(second)
    for position in range(max(len(a), len(b))):
        if position < len(a) and "path" in a[position] and is_open(a[position]):
            return True
        if position < len(b) and "path" in b[position] and is_open(b[position]):
            return True
        if position >= len(a) or position >= len(b):
            return False
        if is_open(a[position]) or is_open(b[position]):
            continue
        if a[position] != b[position]:
            return False
    return (first.endswith("/") == second.endswith("/")) or not a
