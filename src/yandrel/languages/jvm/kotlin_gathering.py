"""Routes of Kotlin servers that are declared in place, gathered into functions that declare them."""

import re
from collections.abc import Iterator

from tree_sitter import Node

from yandrel.languages.gathering.gatherer import RouteGatherer, Written
from yandrel.languages.gathering.groups import Group, Need, RouteStatement, is_client, parts_of
from yandrel.languages.jvm.gathering import CREATED
from yandrel.languages.jvm.kotlin_tree import parse
from yandrel.languages.lifting import GENERIC, Lifted
from yandrel.languages.trees import root_of, text_of, walk
from yandrel.model.words import camel, pascal

METHODS = frozenset({"get", "post", "put", "patch", "delete", "head", "options"})
DECLARES = METHODS | {"route", "webSocket", "sse", "createContext", "before", "after", "ws"}
TREES = frozenset({"routing", "routes"})
"""What opens a tree of routes, in which they are declared without naming on what."""
OF_APPLICATION = frozenset({"environment", "log", "install", "attributes", "monitor", "engine", "launch"})
"""What a route may use of the application around the tree, which a function of routes has not."""
FUNCTIONS = frozenset({"function_declaration"})
SCOPES = frozenset(
    {"block", "lambda_literal", "annotated_lambda", "anonymous_function", "for_statement", "catch_block"}
    | {"when_expression", "object_literal", "class_declaration", "object_declaration", "companion_object"}
    | {"secondary_constructor", "getter", "setter", "anonymous_initializer"}
)
TYPES = frozenset({"user_type", "nullable_type", "function_type"})
MADE = {f"mutable{kind}Of": f"Mutable{kind}" for kind in ("List", "Map", "Set")}
MADE |= {f"{kind.lower()}Of": kind for kind in ("List", "Map", "Set")}
LITERALS = {"string_literal": "String", "boolean_literal": "Boolean"}
INFERRED = frozenset(
    {"Pair", "Triple", "AtomicReference", "ArrayList", "HashMap", "LinkedHashMap", "HashSet", "LinkedList"}
    | {"ArrayDeque", "MutableStateFlow", "Channel", "ThreadLocal", "WeakReference", "ConcurrentHashMap"}
    | {"CompletableDeferred", "LinkedHashSet", "TreeMap", "TreeSet", "ConcurrentLinkedQueue"}
)
"""Types whose parameters are told by what they are made of."""
INTERNAL = re.compile(r"^(?:internal|private)\s+(?:\w+\s+)*(?:class|interface|object)\s+(\w+)", re.MULTILINE)
IN_STRING = re.compile(r"\$([A-Za-z_]\w*)")


class KotlinGatherer(RouteGatherer):
    """See `RouteGatherer`."""

    nested = frozenset({*FUNCTIONS, *SCOPES})
    functions = FUNCTIONS
    may_shadow = True
    strings = frozenset({"string_literal", "multiline_string_literal"})

    def blocks(self, root: Node) -> Iterator[Node]:
        handlers = [statement for statement, _ in self.find_in_place(root)]
        for node in walk(root):
            if _opens_tree(node) or (
                node.type == "block"
                and not any(h.start_byte <= node.start_byte < h.end_byte for h in handlers)
            ):
                yield node

    def read_route(self, statement: Node) -> RouteStatement | None:
        for call in _calls_in_chain(statement):
            path = _path_of(call)
            asks = is_client(_receiver_of(call))
            if path is not None and not asks and not _is_only_prefix(call, path):
                in_place = any(c.type == "annotated_lambda" for c in walk(statement))
                return RouteStatement(statement, path, _receiver_of(call), in_place)
        return None

    def find_in_place(self, root: Node) -> Iterator[tuple[Node, str]]:
        for node in walk(root):
            found = self.read_route(node) if node.type == "call_expression" else None
            if found is not None and found.in_place and (found.receiver or _is_in_tree(node)):
                yield node, found.path

    def declared(self, node: Node) -> Iterator[Node]:
        if node.type == "function_declaration":
            name = node.child_by_field_name("name")
            if name is not None:
                yield name
        elif node.type in ("variable_declaration", "parameter", "class_parameter", "catch_block"):
            yield from (child for child in node.named_children[:2] if child.type == "identifier")

    def declared_at_top(self, child: Node) -> Iterator[Node]:
        if child.type == "property_declaration" and "private" in _modifiers_of(child):
            yield from self._below(child)

    def used(self, statement: Node) -> Iterator[Node]:
        for node in walk(statement):
            around = node.parent
            if (
                node.type != "identifier"
                or around is None
                or around.type in ("user_type", "return_expression")
            ):
                continue
            if around.type == "navigation_expression" and around.named_children[0] != node:
                if around.named_children[0].type != "this_expression":
                    continue
            named = around.type == "value_argument" and len(around.named_children) > 1
            if not (named and around.named_children[0] == node) and node not in self.declared(around):
                yield node

    def named_in_strings(self, statement: Node) -> Iterator[str]:
        for node in walk(statement):
            if node.type in self.strings:
                yield from (found[1] for found in IN_STRING.finditer(text_of(node)))

    def sets(self, name: Node) -> bool:
        around = name.parent
        if around is not None and around.type == "navigation_expression":
            name, around = around, around.parent
        if around is None:
            return False
        if around.type == "unary_expression":
            return text_of(around).strip().startswith(("++", "--")) or text_of(around).endswith(("++", "--"))
        return around.type == "assignment" and around.child_by_field_name("left") == name

    def is_fixed(self, name: Node) -> bool:
        held = _property_of(name)
        return held is None or text_of(held).lstrip().startswith("val") or " val " in _head_of(held)

    def type_of(self, name: Node) -> str | None:
        holder = name.parent
        if holder is None or holder.type in FUNCTIONS:
            return None
        told = next((c for c in holder.named_children if c.type in TYPES), None)
        if told is not None:
            return text_of(told) if "vararg" not in _modifiers_of(holder) else None
        held = _property_of(name)
        if held is None or held.named_children[-1].type in ("variable_declaration", "getter", "setter"):
            return None
        return _type_of_value(held.named_children[-1])

    def why_not(self, statement: Node) -> str:
        text = statement.text or b""
        if re.search(rb"\bthis(?:@\w+)?\b(?!@)|\bsuper\b", text):
            return "its handler is written in place and uses its object, and so stays"
        bare = {text_of(node) for node in self.used(statement)} & OF_APPLICATION
        if bare and _is_in_tree(statement):
            return f"its handler is written in place and uses {min(bare)}, and so stays"
        return ""

    def name_for(self, concept: str, block: Node) -> str:
        stem = f"{pascal(concept)}Routes"
        return camel(stem) if _tree_around(block) is not None else f"register{stem}"

    def write(self, name: str, group: Group, block: Node) -> Written:
        parameters = ", ".join(f"{need.name}: {need.type}" for need in group.needs)
        on = _route_type(block) if _tree_around(block) is not None else ""
        seen = "internal " if _is_internal(group.needs, block) else ""
        call = f"{name}({', '.join(need.name for need in group.needs)})"
        return Written(f"{seen}fun {on}{name}({parameters}) {{", "}", call)

    def function_around(self, block: Node) -> str:
        around: Node | None = block
        while around is not None and around.type not in FUNCTIONS:
            around = around.parent
        return text_of(around.child_by_field_name("name")) if around is not None else ""

    def stands_after(self, block: Node) -> Node:
        around = block
        while around.parent is not None and around.parent.parent is not None:
            around = around.parent
        return around


def _modifiers_of(node: Node) -> set[str]:
    found = {w for c in node.children if c.type.endswith("modifiers") for w in text_of(c).split()}
    before = node.prev_named_sibling
    if before is not None and before.type == "parameter_modifiers":
        found |= set(text_of(before).split())
    return found


def _property_of(name: Node) -> Node | None:
    """Return the property or variable that a name is declared by."""
    held = name.parent.parent if name.parent is not None else None
    return held if held is not None and held.type == "property_declaration" else None


def _head_of(held: Node) -> str:
    return " " + " ".join(text_of(c) for c in held.children[:3]) + " "


def _opens_tree(node: Node) -> bool:
    """Whether a lambda holds routes: of a tree of routes, or of a path that says nothing."""
    if node.type != "lambda_literal":
        return False
    call = node.parent.parent if node.parent is not None else None
    if call is None or call.type != "call_expression":
        return False
    if _name_of(call) in TREES:
        return True
    path = _path_of(call)
    return path is not None and _is_only_prefix(call, path) and _is_in_tree(call)


def _is_only_prefix(call: Node, path: str) -> bool:
    """Whether a call opens a part of the tree whose path says nothing of what is in it."""
    return _name_of(call) == "route" and all(GENERIC.fullmatch(part) for part in parts_of(path))


def _tree_around(node: Node | None) -> Node | None:
    """Return the lambda of routes that a node is or stands in, nearer than any function."""
    while node is not None and node.type not in FUNCTIONS:
        if node.type == "lambda_literal" and node.parent is not None:
            call = node.parent.parent
            if call is not None and (_name_of(call) in TREES or _name_of(call) == "route"):
                return node
        node = node.parent
    on = node.named_children[0] if node is not None else None
    return node if on is not None and text_of(on) in ("Route", "Routing") else None


def _is_in_tree(node: Node) -> bool:
    return _tree_around(node) is not None


def _calls_in_chain(node: Node | None) -> Iterator[Node]:
    """Yield the calls of a chain, the last first."""
    while node is not None:
        if node.type == "call_expression":
            yield node
        elif node.type != "navigation_expression":
            return
        node = node.named_children[0] if node.named_children else None


def _name_of(call: Node) -> str:
    """Return the name of what is called, where it is a function or a member."""
    called: Node | None = call
    while called is not None and called.type == "call_expression":
        called = called.named_children[0] if called.named_children else None
    if called is not None and called.type == "navigation_expression":
        called = called.named_children[-1]
    return text_of(called) if called is not None and called.type == "identifier" else ""


def _path_of(call: Node) -> str | None:
    held = next((c for c in call.named_children if c.type == "value_arguments"), None)
    inner = call.named_children[0] if call.named_children else None
    if held is None and inner is not None and inner.type == "call_expression":
        return _path_of(inner)
    if held is None or not held.named_children or _name_of(call) not in DECLARES:
        return None
    first = held.named_children[0]
    literal = first.named_children[-1] if first.named_children else None
    if literal is None or literal.type != "string_literal" or "$" in text_of(literal):
        return None
    path = text_of(literal).strip('"')
    return path if path.startswith("/") or _is_in_tree(call) else None


def _receiver_of(call: Node) -> str:
    called: Node | None = call
    while called is not None and called.type == "call_expression":
        called = called.named_children[0] if called.named_children else None
    if called is None or called.type != "navigation_expression":
        return ""
    return text_of(called.named_children[0]) if called.named_children[0].type == "identifier" else ""


def _type_of_value(value: Node) -> str | None:
    """Return the type that a value plainly has."""
    if value.type in LITERALS:
        return LITERALS[value.type]
    if value.type == "number_literal" and text_of(value).isdigit():
        return "Int"
    if value.type != "call_expression":
        return None
    root = list(_calls_in_chain(value))[-1].named_children[0]
    if root.type == "navigation_expression":
        made = text_of(root.named_children[0])
        return made if made in CREATED else None
    if root.type != "identifier" or value.named_children[0] != root:
        return None
    name, typed = text_of(root), next((c for c in value.named_children if c.type == "type_arguments"), None)
    if name in MADE:
        return f"{MADE[name]}{text_of(typed)}" if typed is not None else None
    if not name[:1].isupper() or any(c.type == "annotated_lambda" for c in value.named_children):
        return None
    if typed is not None:
        return f"{name}{text_of(typed)}"
    return None if name in INFERRED or _takes_types(name, value) else name


def _takes_types(name: str, place: Node) -> bool:
    """Whether a class of the same file has parameters of type."""
    return re.search(rf"\b(?:class|interface)\s+{name}\s*<", text_of(root_of(place))) is not None


def _route_type(block: Node) -> str:
    """Return what a tree's routes are declared on, if that is named, as a file can name it."""
    text = text_of(root_of(block))
    if "io.ktor" not in text:
        return ""
    imported = re.search(r"^import\s+io\.ktor\.server\.routing\.(?:\*|Route)\s*$", text, re.MULTILINE)
    return "Route." if imported else "io.ktor.server.routing.Route."


def _is_internal(needs: tuple[Need, ...], block: Node) -> bool:
    """Whether a type that is handed on is seen in its own module alone."""
    text = text_of(root_of(block))
    found = INTERNAL.findall(text)
    return any(set(found) & set(re.findall(r"\w+", need.type)) for need in needs)


def gather_routes(source: bytes, kept: frozenset[str]) -> Lifted:
    """Return a file's text in which routes with handlers in place are declared by functions of their own."""
    return KotlinGatherer().gather(source, parse(source).root_node, kept)
