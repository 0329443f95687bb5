"""Routes of Go servers whose handlers close over names, gathered into functions that are handed those."""

import re
from collections.abc import Iterator

from tree_sitter import Node

from yandrel.languages.gathering.chains import calls_in_chain, given_to
from yandrel.languages.gathering.gatherer import RouteGatherer, Written
from yandrel.languages.gathering.groups import Group, RouteStatement, is_client
from yandrel.languages.gathering.reader import Gathering
from yandrel.languages.go.grammar import parse
from yandrel.languages.go.inline import declared_by, name_handlers, outer_function
from yandrel.languages.lifting import Lifted
from yandrel.languages.trees import root_of, text_of, walk
from yandrel.model.changes import Edit
from yandrel.model.words import pascal

ROUTING = re.compile(
    r"^(?:HandleFunc|Handle|Get|Post|Put|Patch|Delete|GET|POST|PUT|PATCH|DELETE|Route|Any|Head|HEAD)$"
)
PATTERN = re.compile(r'^["`](?:(?P<method>[A-Z]+) )?(?P<path>(?:/[^"`]*)?)["`]$')
OPENS = frozenset({"Group", "PathPrefix"})
CHAIN = {"call_expression": "function", "selector_expression": "operand"}
COMMENTS = frozenset({"comment"})
SCOPES = frozenset(
    {"block", "func_literal", "if_statement", "for_statement", "expression_switch_statement"}
    | {"type_switch_statement", "select_statement", "communication_case", "expression_case", "type_case"}
)
MAKES = {
    "http.NewServeMux": "*http.ServeMux",
    "gin.Default": "*gin.Engine",
    "gin.New": "*gin.Engine",
    "echo.New": "*echo.Echo",
    "fiber.New": "*fiber.App",
    "chi.NewRouter": "*chi.Mux",
    "chi.NewMux": "*chi.Mux",
    "mux.NewRouter": "*mux.Router",
    "sql.Open": "*sql.DB",
    "sql.OpenDB": "*sql.DB",
    "sqlx.Open": "*sqlx.DB",
    "sqlx.Connect": "*sqlx.DB",
    "sqlx.MustConnect": "*sqlx.DB",
    "gorm.Open": "*gorm.DB",
    "pgxpool.New": "*pgxpool.Pool",
    "redis.NewClient": "*redis.Client",
    "mongo.Connect": "*mongo.Client",
    "log.New": "*log.Logger",
    "log.Default": "*log.Logger",
    "slog.New": "*slog.Logger",
    "slog.Default": "*slog.Logger",
    "template.Must": "*template.Template",
    "os.Getenv": "string",
    "time.Now": "time.Time",
}
"""What functions of the standard library, and those that make servers and stores, return first."""
GROUPS = {"gin.": "*gin.RouterGroup", "echo.": "*echo.Group", "fiber.": "fiber.Router"}
LITERALS = {
    "interpreted_string_literal": "string",
    "raw_string_literal": "string",
    "int_literal": "int",
    "float_literal": "float64",
    "true": "bool",
    "false": "bool",
}
INTERFACES = frozenset({"http.Handler", "http.HandlerFunc", "fiber.Router", "chi.Router", "gin.IRouter"}) | {
    "time.Duration",
    "time.Time",
}
PLAIN = re.compile(
    r"\*|map\[|\[\]|func\(|(?:<-)?chan\b|interface\s*\{"
    r"|(?:u?int\d*|float\d\d|string|bool|error|byte|rune|any)\Z"
)
"""Types of which a copy is as good as the thing itself, as long as it is not set again."""


class GoGatherer(RouteGatherer):
    """See `RouteGatherer`."""

    nested = SCOPES
    functions = frozenset()
    may_shadow = True
    strings = frozenset({"raw_string_literal"})

    def blocks(self, root: Node) -> Iterator[Node]:
        handlers = [literal for node in walk(root) if (literal := _literal_of(node)) is not None]
        for node in walk(root):
            answers = any(h.start_byte <= node.start_byte < h.end_byte for h in handlers)
            if node.type == "statement_list" and not answers:
                yield node

    def read_route(self, statement: Node) -> RouteStatement | None:
        if statement.type == "short_var_declaration":
            return _read_opening(statement)
        if statement.type != "expression_statement":
            return None
        for call in calls_in_chain(statement.named_children[0], CHAIN, "call_expression"):
            path = _path_of(call)
            if path is not None and not is_client(_receiver_of(call)):
                return RouteStatement(statement, path, _receiver_of(call), self._closes(call))
        return None

    def _closes(self, call: Node) -> bool:
        """Whether a route's handler is written in it and uses what stands around it."""
        literal = _literal_of(call)
        if literal is None:
            return False
        around = self.names_around(call)
        own = {text_of(name) for inner in walk(literal) for name in self.declared(inner)}
        return any(text_of(name) in around and text_of(name) not in own for name in self.used(literal))

    def find_in_place(self, root: Node) -> Iterator[tuple[Node, str]]:
        return iter(())

    def opened_path(self, declared: Node) -> str:
        holder = declared.parent.parent if declared.parent is not None else None
        found = _read_opening(holder) if holder is not None else None
        return found.path if found is not None else ""

    def declared(self, node: Node) -> Iterator[Node]:
        return declared_by(node)

    def used(self, statement: Node) -> Iterator[Node]:
        for node in walk(statement):
            around = node.parent
            if node.type != "identifier" or around is None or node in self.declared(around):
                continue
            entry = around.parent
            is_key = around.type == "literal_element" and entry is not None and entry.type == "keyed_element"
            if not (is_key and entry is not None and entry.child_by_field_name("key") == around) or (
                entry is not None and _is_in_map(entry)
            ):
                yield node

    def sets(self, name: Node) -> bool:
        around = name.parent
        if around is None or name.type != "identifier":
            return False
        if around.type in ("inc_statement", "dec_statement"):
            return True
        if around.type == "unary_expression":
            return text_of(around).startswith("&")
        holder = around.parent
        return (
            around.type == "expression_list"
            and holder is not None
            and holder.type == "assignment_statement"
            and holder.child_by_field_name("left") == around
        )

    def type_of(self, name: Node) -> str | None:
        holder = name.parent
        if holder is None:
            return None
        kind = holder.child_by_field_name("type")
        if holder.type == "parameter_declaration" or (holder.type == "var_spec" and kind is not None):
            found = text_of(kind)
        elif holder.type == "expression_list" and holder.parent is not None:
            found = _type_of_value(holder.parent, holder.named_children.index(name)) or ""
        else:
            return None
        asked = holder.type == "parameter_declaration" and not found.startswith("sync.")
        return found if found and _may_be_copied(found, name, asked) else None

    def lift_others(self, gathering: Gathering, told: list[Node], lifted: Lifted) -> list[Edit]:
        words = {word.decode("utf-8", "replace") for word in re.findall(rb"\w+", gathering.source)}
        return name_handlers(gathering.root, told, words | {*gathering.names}, lifted)

    def function_around(self, block: Node) -> str:
        around = outer_function(block)
        return text_of(around.child_by_field_name("name")) if around is not None else ""

    def name_for(self, concept: str, block: Node) -> str:
        return f"register{pascal(concept)}Routes"

    def write(self, name: str, group: Group, block: Node) -> Written:
        parameters = ", ".join(f"{need.name} {need.type}" for need in group.needs)
        call = f"{name}({', '.join(need.name for need in group.needs)})"
        return Written(f"func {name}({parameters}) {{", "}", call)

    def stands_after(self, block: Node) -> Node:
        return outer_function(block) or block


def _name_of(call: Node) -> str:
    called = call.child_by_field_name("function")
    field = called.child_by_field_name("field") if called is not None else None
    return text_of(field or called)


def _receiver_of(call: Node) -> str:
    called = call.child_by_field_name("function")
    held = called.child_by_field_name("operand") if called is not None else None
    return text_of(held) if held is not None and held.type == "identifier" else ""


def _path_of(call: Node) -> str | None:
    given = given_to(call, COMMENTS)
    found = PATTERN.match(text_of(given[0])) if len(given) > 1 and ROUTING.match(_name_of(call)) else None
    return found["path"] if found is not None else None


def _literal_of(call: Node) -> Node | None:
    """Return the function that is written where a route is, wrapped or not."""
    if call.type != "call_expression" or _path_of(call) is None:
        return None
    return next(
        (
            node
            for given in given_to(call, COMMENTS)[1:]
            for node in walk(given)
            if node.type == "func_literal"
        ),
        None,
    )


def _read_opening(statement: Node) -> RouteStatement | None:
    """Return what makes a group of routes."""
    left, right = (statement.child_by_field_name(field) for field in ("left", "right"))
    if left is None or right is None or left.named_child_count != 1 or right.named_child_count != 1:
        return None
    for call in calls_in_chain(right.named_children[0], CHAIN, "call_expression"):
        given = given_to(call, COMMENTS)
        found = PATTERN.match(text_of(given[0])) if given and _name_of(call) in OPENS else None
        if found is not None:
            name = text_of(left.named_children[0])
            return RouteStatement(statement, found["path"], _receiver_of(call), False, name)
    return None


def _is_in_map(entry: Node) -> bool:
    holder = entry.parent.parent if entry.parent is not None else None
    kind = holder.child_by_field_name("type") if holder is not None else None
    return kind is not None and kind.type == "map_type"


def _type_of_value(statement: Node, place: int) -> str | None:
    """Return the type of what a statement sets at a place, where it plainly has one."""
    right = statement.child_by_field_name("right")
    if statement.type != "short_var_declaration" or right is None:
        return None
    alone = right.named_child_count == 1
    value = right.named_children[0 if alone else place]
    if value.type in LITERALS:
        return LITERALS[value.type]
    if value.type == "composite_literal":
        return text_of(value.child_by_field_name("type"))
    if value.type == "unary_expression" and text_of(value).startswith("&"):
        made = value.child_by_field_name("operand")
        is_made = made is not None and made.type == "composite_literal"
        return f"*{text_of(made.child_by_field_name('type'))}" if is_made and made is not None else None
    if value.type != "call_expression":
        return None
    called = text_of(value.child_by_field_name("function"))
    if called in ("make", "new") and given_to(value, COMMENTS):
        return ("*" if called == "new" else "") + text_of(given_to(value, COMMENTS)[0])
    if called in MAKES and place == 0:
        return MAKES[called]
    if _name_of(value) in OPENS:
        imported = {name for name in GROUPS if name.encode() in (root_of(value).text or b"")}
        return GROUPS[min(imported)] if len(imported) == 1 else None
    return _result_of(called, place if alone else 0, value)


def _result_of(name: str, place: int, value: Node) -> str | None:
    """Return what a function of the same file returns at a place."""
    for declared in root_of(value).named_children:
        if declared.type != "function_declaration" or text_of(declared.child_by_field_name("name")) != name:
            continue
        result = declared.child_by_field_name("result")
        if result is None or result.type != "parameter_list":
            return text_of(result) if place == 0 else None
        kinds = [c.child_by_field_name("type") or c for c in result.named_children]
        return text_of(kinds[place]) if place < len(kinds) else None
    return None


def _may_be_copied(kind: str, name: Node, calls: bool) -> bool:
    """Whether a function may be handed what it used before: a copy, if that is no struct that lives on.

    `calls` is whether methods may be called on it, as on what was handed on before already.
    """
    declared = rf"^type\s+{re.escape(kind)}\s+(?:interface|func|map)\b"
    if PLAIN.match(kind) or kind in INTERFACES or re.search(declared, text_of(root_of(name)), re.MULTILINE):
        return True
    function = outer_function(name)
    users = (n for n in walk(function) if text_of(n) == text_of(name) and n != name) if function else ()
    return function is not None and all(_reads_field(n, calls) for n in users if n.type == "identifier")


def _reads_field(name: Node, calls: bool) -> bool:
    """Whether a name stands where a field is read of what it names, or a method called if that is asked."""
    selector = name.parent
    if selector is None or selector.type != "selector_expression" or selector.parent is None:
        return calls
    around = selector.parent
    if around.type == "call_expression":
        return calls or around.child_by_field_name("function") != selector
    statement = around.parent
    setting = statement is not None and statement.type == "assignment_statement"
    return not (setting and statement is not None and statement.child_by_field_name("left") == around)


def gather_routes(source: bytes, kept: frozenset[str]) -> Lifted:
    """Return a file's text in which handlers have names, and what closes over names its functions."""
    return GoGatherer().gather(source, parse(source).root_node, kept)
