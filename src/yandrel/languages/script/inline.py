"""Handlers that stand where their route is: given a name, and their routes a router of their own."""

import re
from collections import Counter
from dataclasses import dataclass

from tree_sitter import Node

from yandrel.languages.lifting import GENERIC, Lifted, handler_name
from yandrel.languages.script.grammar import first_child, language_name, parse, string_value, text_of
from yandrel.languages.script.members import find_member_routes, read_member_call
from yandrel.languages.script.roles import METHODS
from yandrel.languages.script.statements import Style, style_of
from yandrel.model.changes import Edit, apply_edits
from yandrel.model.words import camel, singular, words_of

MAKERS = re.compile(
    r"^(?:await\s+)?(?:new\s+)?(?:express|fastify|Fastify|Hono|Koa|Router|express\.Router)\s*\("
)
APPLICATIONS = re.compile(r"app|api|server|router|fastify|\w+(?:App|Api|Server|Router)")
"""What an application or a router is called, where another function makes it."""
EXPRESS = re.compile(r"^express\s*\(\s*\)$")
PLAIN = re.compile(rf"/((?:(?:{GENERIC.pattern})/)*[A-Za-z][\w-]*)(/.*)?$")
PARAMETER_READ = re.compile(rb"\.param\s*\(\s*(?P<quote>['\"`])(?P<name>\w+)(?P=quote)")
"""What is done with a parameter of the application's own routes."""
PARTED = re.compile(
    rb"\.(?:param\s*\((?!\s*['\"`]\w+['\"`])|engine\s*\()|(?:strict|case sensitive) routing"
    rb"|\b(?:req|request)\.(?:url|path|baseUrl|route)\b"
)
"""What is not the same in a router that is mounted below a prefix."""
MOUNTED_WHOLE = re.compile(rb"\w+\.use\(\s*(?:async\s*)?(?:function\b|\(|\w+\s*=>)")
MOUNTED = re.compile(
    r"\w+\.use\(\s*(['\"`])(?P<path>/[^'\"`]*)\1\s*,(?:.*,)?\s*(?P<router>\w+)\s*,?\s*\);?\Z", re.DOTALL
)
PARAMETERS = re.compile(r":(\w+)")
FUNCTIONS = ("arrow_function", "function_expression")
INDENT = "  "


@dataclass
class Route:
    """One statement that declares a route: its method, its path, the arguments after it."""

    statement: Node
    owner: str
    method: str
    path: str
    arguments: list[Node]
    handler: str = ""
    around: Node | None = None
    """What it stands in at the top level, where that is a class."""

    @property
    def group(self) -> str:
        """Return the first parts of the path up to the one that tells, where it is a plain word."""
        found = PLAIN.match(self.path)
        return found.group(1) if found else ""


def lift_inline(source: bytes, unit: str) -> Lifted:
    """Name the handlers that are written in place, and gather the routes of each first part of a path."""
    root = parse(source, unit).root_node
    if root.has_error:
        return Lifted(source)
    style = style_of(source, unit)
    lines = [_lines(route.arguments[-1]) for route in find_routes(root, chains=True)]
    unchained = _part_chains(root, style)
    if unchained:
        source = apply_edits(source, unchained)
        root = parse(source, unit).root_node
    routes = find_routes(root)
    taken = set(re.findall(r"[A-Za-z_$][\w$]*", source.decode("utf-8", "replace")))
    typed = language_name(unit) == "typescript"
    types = _import_type(root) if typed else None
    prefixes = _prefixes_of(root)
    edits: list[Edit] = []
    handlers = {}
    of_classes = _find_routes_of_classes(root)
    places = [*lines, *(_lines(route.arguments[-1]) for route in of_classes)]
    for route, place in zip([*routes, *of_classes], places, strict=True):
        path = prefixes.get(route.owner, "") + route.path
        made = _name_handler(route, path, taken, typed, types is not None, style.semicolon)
        edits += made
        if made:
            handlers[made[1].text.decode()] = place
    if types and any(b": RequestHandler" in edit.text for edit in edits):
        edits += types
    text = apply_edits(source, edits) if edits else source
    gathered, groups, left = _gather(text, unit, taken, style)
    text = apply_edits(text, gathered) if gathered else text
    first: dict[str, tuple[int, int]] = {}
    for name, group in groups.items():
        own = [place for route, place in zip(routes, lines, strict=True) if route.group == group]
        first[name] = (own[0][0], own[-1][1])
    notes = [
        (
            min(place[0] for route, place in zip(routes, lines, strict=True) if route.group == group),
            f"/{group}",
            why,
        )
        for group, why in left.items()
    ]
    owners = frozenset(route.owner for route in routes)
    return Lifted(text, handlers, first, owners=owners, notes=notes)


def _lines(node: Node) -> tuple[int, int]:
    return node.start_point[0] + 1, node.end_point[0] + 1


def find_routes(root: Node, chains: bool = False) -> list[Route]:
    """Return the routes that statements at the top level declare on an application or a router.

    Those of `app.route("/hives").get(…).post(…)` only where `chains` are asked for.
    """
    makers = _values(root, MAKERS)
    routes = []
    for node in root.named_children:
        found = _read_route(node, makers)
        routes += [found] if found is not None else _read_chain(node, makers) if chains else []
    return routes


def _find_routes_of_classes(root: Node) -> list[Route]:
    return [
        Route(statement, "", method, path, arguments, around=outer)
        for outer, statement, method, path, arguments in find_member_routes(root)
    ]


def _start_with_comments(node: Node) -> int:
    """Return where a statement starts with the comments right above it."""
    above = node.prev_sibling
    while above is not None and above.type == "comment" and above.end_point[0] + 1 >= node.start_point[0]:
        node, above = above, above.prev_sibling
    return node.start_byte


def _part_chains(root: Node, style: Style) -> list[Edit]:
    """Return the edits that give each method of a chained route a statement of its own."""
    makers = _values(root, MAKERS)
    edits = []
    for node in root.named_children:
        lines = []
        for route in _read_chain(node, makers):
            given = ", ".join(_moved_out(argument, route.statement) for argument in route.arguments)
            path = f"{style.quote}{route.path}{style.quote}"
            lines.append(f"{route.owner}.{route.method}({path}, {given}){style.semicolon}")
        if lines:
            edits.append(Edit(node.start_byte, node.end_byte, "\n".join(lines).encode()))
    return edits


def _read_chain(statement: Node, owners: set[str]) -> list[Route]:
    """Return the routes of `app.route("/hives").get(…).post(…)`, nothing where it is anything else.

    Nor where a comment stands between them, which could not stay.
    """
    call = first_child(statement) if statement.type == "expression_statement" else None
    links: list[tuple[str, list[Node]]] = []
    while call is not None and call.type == "call_expression":
        function, arguments = call.child_by_field_name("function"), call.child_by_field_name("arguments")
        if function is None or arguments is None or function.type != "member_expression":
            return []
        given = [child for child in arguments.named_children if child.type != "comment"]
        links.insert(0, (text_of(function.child_by_field_name("property")), given))
        call = function.child_by_field_name("object")
    owner = text_of(call)
    if len(links) < 2 or links[0][0] != "route" or len(links[0][1]) != 1:
        return []
    path = string_value(links[0][1][0])
    known = owner in owners or (APPLICATIONS.fullmatch(owner) is not None and (path or "").startswith("/"))
    if path is None or not known or not all(method in METHODS and given for method, given in links[1:]):
        return []
    held = sum(_count_comments(argument) for _, given in links for argument in given)
    if _count_comments(statement) != held:
        return []
    return [Route(statement, owner, method, path, given) for method, given in links[1:]]


def _count_comments(node: Node) -> int:
    return (node.type == "comment") + sum(_count_comments(child) for child in node.named_children)


def _moved_out(node: Node, outer: Node) -> str:
    """Return a node's text for a place as far in as a statement, where no text of several lines is in it."""
    text = text_of(node)
    lines = text.split("\n")
    depth = _depth_of(node) - _depth_of(outer)
    if depth <= 0 or "`" in text:
        return text
    return "\n".join([lines[0], *(line[min(depth, len(line) - len(line.lstrip())) :] for line in lines[1:])])


def _depth_of(node: Node) -> int:
    """Return how far in the line is that a node starts in."""
    top = node
    while top.parent is not None:
        top = top.parent
    line = (top.text or b"")[: node.start_byte - top.start_byte].rpartition(b"\n")[2]
    shown = line + (node.text or b"")
    return len(shown) - len(shown.lstrip())


def _values(root: Node, pattern: re.Pattern[str]) -> set[str]:
    """Return the top-level names whose value fits a pattern."""
    out = set()
    for node in root.named_children:
        declared = node.child_by_field_name("declaration") if node.type == "export_statement" else node
        for child in declared.named_children if declared is not None else []:
            value = child.child_by_field_name("value")
            if child.type == "variable_declarator" and pattern.match(text_of(value)):
                out.add(text_of(child.child_by_field_name("name")))
    return out


def _read_route(statement: Node, owners: set[str]) -> Route | None:
    owner, method, given = read_member_call(statement) or ("", "", [])
    path = string_value(given[0]) if given else None
    if method not in METHODS or path is None or len(given) < 2:
        return None
    if owner not in owners and not (APPLICATIONS.fullmatch(owner) and path.startswith("/")):
        return None
    handler = text_of(given[-1]) if given[-1].type in ("identifier", "member_expression") else ""
    return Route(statement, owner, method, path, given[1:], handler)


def _prefixes_of(root: Node) -> dict[str, str]:
    """Return the paths that routers are mounted on, by the routers' names."""
    prefixes = {}
    for node in root.named_children:
        found = MOUNTED.match(text_of(node))
        if found is not None:
            prefixes[found["router"]] = found["path"].rstrip("/")
    return prefixes


def _name_handler(route: Route, path: str, taken: set[str], typed: bool, told: bool, end: str) -> list[Edit]:
    """Return the edits that put a handler before its route, under a name that its whole path tells.

    Where types are written and the handler's say none, it gets one, if it is `told` where from. `end` is
    what statements end with.
    """
    handler = route.arguments[-1]
    wrapped = _wrapped_in(handler)
    if handler.type not in FUNCTIONS and wrapped is None:
        return []
    kind = ""
    if typed and wrapped is None and not _says_types(handler):
        if not told:
            return []
        kind = ": RequestHandler"
    name = handler_name(route.method, path, taken)
    taken.add(name)
    text = _moved_out(handler, route.around or route.statement).encode()
    at = route.statement.start_byte if route.around is None else _start_with_comments(route.around)
    return [
        Edit(at, at, f"const {name}{kind} = ".encode() + text + f"{end}\n\n".encode()),
        Edit(handler.start_byte, handler.end_byte, name.encode()),
    ]


def _wrapped_in(call: Node) -> Node | None:
    """Return the function that is all that another is called with: `wrap(async (req, res) => …)`."""
    arguments = call.child_by_field_name("arguments") if call.type == "call_expression" else None
    function = call.child_by_field_name("function")
    given = arguments.named_children if arguments is not None else []
    plain = function is not None and function.type in ("identifier", "member_expression")
    return given[0] if plain and len(given) == 1 and given[0].type in FUNCTIONS else None


def _says_types(handler: Node) -> bool:
    parameters = handler.child_by_field_name("parameters")
    given = parameters.named_children if parameters is not None else []
    return all(child.child_by_field_name("type") is not None for child in given)


def _import_type(root: Node) -> list[Edit] | None:
    """Return the edit that imports what a handler's parameters get their types from, if any is needed."""
    for node in root.named_children:
        source = node.child_by_field_name("source") if node.type == "import_statement" else None
        if source is not None and string_value(source) == "express":
            if "RequestHandler" in text_of(node):
                return []
            quoted = text_of(source)
            return [
                Edit(
                    node.end_byte,
                    node.end_byte,
                    f"\nimport type {{ RequestHandler }} from {quoted};".encode(),
                )
            ]
    return None


def _gather(
    text: bytes, unit: str, taken: set[str], style: Style
) -> tuple[list[Edit], dict[str, str], dict[str, str]]:
    """Return the edits that turn the routes of each group into a router, the groups by router, and why others
    stay as they are."""
    root = parse(text, unit).root_node
    applications = _values(root, EXPRESS)
    routes = [route for route in find_routes(root) if route.owner in applications]
    asked = _asks_for_its_path(root, text)
    parameters = {found["name"].decode() for found in PARAMETER_READ.finditer(text)}
    statements = list(root.named_children)
    places = {route.statement.start_byte: route for route in routes}
    edits: list[Edit] = []
    groups: dict[str, str] = {}
    left: dict[str, str] = {}
    found = dict.fromkeys(route.group for route in routes if route.group)
    spellings = Counter(group.lower() for group in found)
    for group in (group for group in found if spellings[group.lower()] == 1):
        own = [route for route in routes if route.group == group]
        name = f"{camel(singular('_'.join(words_of(group.rpartition('/')[2]))))}Routes"
        first, last = (statements.index(route.statement) for route in (own[0], own[-1]))
        between = statements[first : last + 1]
        same = len({route.owner for route in own}) == 1 and all(route.handler for route in own)
        why = (
            "the file asks for requests' paths, and a router below a prefix would see others" if asked else ""
        )
        read = {word for route in own for word in PARAMETERS.findall(route.path)} & parameters
        if read:
            why = f"{own[0].owner}.param says what {min(read)} is, and a router would not ask it"
        elif not why and not all(_lets_pass(node, places) for node in between):
            why = "what is no route stands between its routes"
        if why:
            left[group] = why
        if why or name in taken or not same:
            continue
        taken.add(name)
        groups[name] = group
        edits += _router(own, group, name, text, style)
    return edits, groups, left


def _asks_for_its_path(root: Node, text: bytes) -> bool:
    """Whether what could stand in a router asks for the request's path, or says how paths are read.

    What is mounted on the application as a whole sees the same path as before.
    """
    return any(
        PARTED.search(node.text or b"") is not None and not MOUNTED_WHOLE.match(node.text or b"")
        and not _is_only_mounted(node, text)
        for node in root.named_children
    )  # fmt: skip


def _is_only_mounted(node: Node, text: bytes) -> bool:
    """Whether all that a statement declares is only ever mounted on a whole application."""
    declared = [node, *node.named_children]
    names = {text_of(child.child_by_field_name("name")) for child in declared} - {""}
    around = text[: node.start_byte] + text[node.end_byte :]
    return bool(names) and all(
        len(re.findall(rb"(?<![\w$.])" + re.escape(name.encode()) + rb"\b", around))
        == len(re.findall(rb"\.use\(\s*" + re.escape(name.encode()) + rb"\s*\)", around))
        for name in names
    )


def _lets_pass(node: Node, places: dict[int, Route]) -> bool:
    """Whether the routes around a statement can be brought together across it."""
    if node.type in ("comment", "function_declaration"):
        return True
    if node.type in ("lexical_declaration", "variable_declaration"):
        return not any(f"{route.owner}." in text_of(node) for route in places.values())
    route = places.get(node.start_byte)
    return route is not None and bool(route.group)


def _router(routes: list[Route], group: str, name: str, text: bytes, style: Style) -> list[Edit]:
    quote, end_of_line = style.quote, style.semicolon
    edits = []
    lines = [f"const {name} = express.Router()"]
    for route in routes:
        found = PLAIN.match(route.path)
        rest = (found.group(2) if found else "") or "/"
        given = ", ".join(text_of(argument) for argument in route.arguments)
        lines.append(f"{INDENT}.{route.method}({quote}{rest}{quote}, {given})")
        end = route.statement.end_byte
        if route is not routes[-1]:
            while text[end : end + 1] in (b"\n", b"\r"):
                end += 1
            edits.append(Edit(route.statement.start_byte, end, b""))
    last = routes[-1].statement
    mount = f"{routes[-1].owner}.use({quote}/{group}{quote}, {name}){end_of_line}"
    mounted = "\n".join(lines) + f"{end_of_line}\n\n{mount}"
    return [*edits, Edit(last.start_byte, last.end_byte, mounted.encode())]
