"""Surface facts of JavaScript and TypeScript: imports of all kinds, exports, definitions."""

import re
from bisect import bisect_left
from collections.abc import Iterator
from operator import attrgetter

from msgspec.structs import replace
from tree_sitter import Node

from yandrel.languages.reading import find_problems, find_secrets
from yandrel.languages.script.components import is_component
from yandrel.languages.script.grammar import first_child, language_name, parse, string_value, text_of
from yandrel.languages.script.heads import Head, read_head
from yandrel.languages.script.outlines import find_paths, is_whole, parse_outline
from yandrel.languages.script.parts import Part, Parts
from yandrel.languages.script.plain import Plain, find_comment, find_known, find_plain
from yandrel.languages.script.roles import WITH_PATH
from yandrel.languages.script.taken import BODIES, find_taken
from yandrel.languages.script.typed import OWN, find_typed
from yandrel.model.facts import Definition, Facts, Import, ImportedName, When

KINDS = {
    "function_declaration": "function",
    "generator_function_declaration": "function",
    "function_signature": "function",
    "class_declaration": "class",
    "abstract_class_declaration": "class",
    "interface_declaration": "interface",
    "type_alias_declaration": "type",
    "enum_declaration": "enum",
    "internal_module": "namespace",
}
LOADERS = frozenset({"define", "require", "requirejs"})
WHOLE = "="
TRIPLE = re.compile(rb"^[ \t]*///\s*<reference\s+path\s*=\s*(['\"])([^'\"]+)['\"]", re.MULTILINE)


class _Reader:
    def __init__(self, source: bytes, path: str, outline: bool) -> None:
        self.source = source
        self.path = path
        head, plain, self.root = _read_outline(source, path) if outline else _read_whole(source, path)
        self.plain = Parts(source, path, plain)
        self.head_end = head.end
        self.imports: list[Import] = head.imports
        self.definitions: list[Definition] = []
        self.exports: dict[str, str] = {}
        self.early: list[str] = []
        self.calls: dict[str, None] = {}
        self.run_on_loading: list[Node | Part] = []
        self.line, self.counted = 1, 0
        self.acts = 0
        self.open = False
        self.has_module_syntax = bool(head.imports)
        self.comment: Node | None = None
        self.seen: set[int] = set()
        self.assigned: dict[str, list[tuple[Node, Node, Node | None]]] = {}
        self.listed: list[tuple[str, Node, Node]] = []

    def read(self) -> Facts:
        for node in self.in_order():
            if isinstance(node, Part):
                self.define_plain(node)
                self.comment = None
                continue
            if node.type == "comment":
                self.comment = self.comment_of_run(node)
                continue
            if node.is_named:
                self.read_statement(node)
                self.comment = None
        self.define_assigned()
        self.read_nested()
        bound = {name.bound for item in self.imports for name in item.names}
        taken = find_taken(self.source, self.run_on_loading, bound)
        loaded = {text.partition(".")[0] for text in taken}
        component = is_component(self.path)
        marked = any(definition.marks for definition in self.definitions)
        return Facts(
            language_name(self.path),
            self.root.end_point[0] + 1 if self.source.strip() else 0,
            tuple(self.settle_imports(loaded)),
            () if component else tuple(self.definitions),
            bound=tuple(self.early),
            exports=tuple(f"{k}={v}" for k, v in self.exports.items()),
            open=self.open or not self.has_module_syntax or component or ".d." in self.path,
            acts=self.acts,
            calls=tuple(self.calls),
            problems=find_problems(self.root),
            secrets=find_secrets(self.source),
            taken=taken,
            typed=()
            if marked
            else find_typed(
                self.source, self.path, self.root, self.plain, self.imports, loaded, self.head_end
            ),
        )

    def in_order(self) -> list[Node | Part]:
        """Return the statements of the tree and the plain ones, and the comments of the tree."""
        places: list[Node | Part] = [*self.root.children, *self.plain.parts]
        return sorted(places, key=attrgetter("start_byte"))

    def settle_imports(self, loaded: set[str]) -> Iterator[Import]:
        """Yield the imports in order, each with when it bites, told from the names that loading reads."""
        for item in sorted(self.imports, key=lambda i: i.start):
            late = item.when == When.LOAD and (
                item.space == "import"
                or (item.space == "require" and all(n.name == WHOLE for n in item.names))
            )
            names = [n.bound for n in item.names if n.bound not in ("*", WHOLE)] if late else []
            if names and loaded.isdisjoint(names):
                yield replace(item, when=When.CALL)
            else:
                yield item

    # -- statements ------------------------------------------------------------------------------

    def read_statement(self, node: Node) -> None:
        kind = node.type
        if kind == "import_statement":
            self.has_module_syntax = True
            self.read_import(node)
        elif kind == "export_statement":
            self.has_module_syntax = True
            self.read_export(node)
        elif kind in KINDS:
            self.define(node, node)
            self.note_loaded(node)
        elif kind in ("lexical_declaration", "variable_declaration"):
            self.read_variables(node, node)
        elif kind == "ambient_declaration":
            for child in node.named_children:
                if child.type in KINDS:
                    self.define(child, node)
                elif child.type in ("lexical_declaration", "variable_declaration"):
                    self.read_variables(child, node)
                elif child.type == "module":
                    self.read_augmentation(child)
        elif kind == "expression_statement":
            self.read_expression(node)
        elif kind not in ("hash_bang_line", "empty_statement"):
            self.acts += 1
            self.note_loaded(node)

    def read_augmentation(self, node: Node) -> None:
        """Read `declare module "./hive" { interface Hive … }`, which adds to what that module declares."""
        source, body = node.child_by_field_name("name"), node.child_by_field_name("body")
        if source is None or not (string_value(source) or "").startswith(OWN):
            return
        inside = [c.child_by_field_name("declaration") or c for c in body.named_children] if body else []
        told = [name for c in inside if (name := c.child_by_field_name("name")) is not None]
        names = tuple(_name(name, text_of(name), "") for name in told) or (_name(source, WHOLE, ""),)
        self.add_import(source, source, names, "path", When.TYPES)

    def read_import(self, node: Node) -> None:
        source = node.child_by_field_name("source")
        types = any(c.type in ("type", "typeof") for c in node.children)
        names: list[ImportedName] = []
        for child in node.named_children:
            if child.type == "import_require_clause":
                source = child.child_by_field_name("source")
                local = first_child(child)
                names.append(_name(local, WHOLE, text_of(local)))
            elif child.type == "import_clause":
                names += _clause_names(child)
        self.add_import(node, source, tuple(names), "import", When.TYPES if types else When.LOAD)

    def add_import(
        self, node: Node, source: Node | None, names: tuple[ImportedName, ...], space: str, when: When,
        nested: bool = False,
    ) -> None:  # fmt: skip
        value = string_value(source)
        if value is None or source is None:
            return
        self.seen.add(source.start_byte)
        self.imports.append(
            Import(
                value, names, False, node.start_byte, node.end_byte, node.start_point[0] + 1, when, False,
                nested, source.start_byte + 1, source.end_byte - 1, space,
            )
        )  # fmt: skip

    def read_export(self, node: Node) -> None:
        source = node.child_by_field_name("source")
        declaration = node.child_by_field_name("declaration")
        value = node.child_by_field_name("value")
        if source is not None:
            self.read_reexport(node, source)
            return
        default = any(c.type == "default" for c in node.children)
        if declaration is not None:
            names = self.read_declaration(declaration, node)
            for name in names:
                self.exports["default" if default else name] = name
            if default and not names:
                self.define(declaration, node, "default")
                self.exports["default"] = "default"
            return
        clause = next((c for c in node.named_children if c.type == "export_clause"), None)
        if clause is not None:
            for item in clause.named_children:
                if item.type == "export_specifier":
                    local = text_of(item.child_by_field_name("name"))
                    self.exports[text_of(item.child_by_field_name("alias")) or local] = local
        elif value is not None:
            self.note_loaded(value)
            if value.type == "identifier":
                self.exports["default"] = text_of(value)
            else:
                self.define(value, node, "default")
                self.exports["default"] = "default"
        elif any(c.type == "=" for c in node.children):
            inner = next((c for c in node.named_children if c.type == "identifier"), None)
            self.exports[WHOLE] = text_of(inner)
        else:
            self.open = True

    def read_reexport(self, node: Node, source: Node) -> None:
        types = any(c.type == "type" for c in node.children)
        names: list[ImportedName] = []
        for child in node.named_children:
            if child.type == "export_clause":
                for item in child.named_children:
                    if item.type == "export_specifier":
                        name = item.child_by_field_name("name")
                        names.append(_name(item, text_of(name), text_of(item.child_by_field_name("alias"))))
            elif child.type == "namespace_export":
                names.append(_name(child, WHOLE, text_of(first_child(child))))
        if not names:
            names.append(ImportedName("*", "", node.start_byte, node.end_byte))
        self.add_import(node, source, tuple(names), "reexport", When.TYPES if types else When.LOAD)

    def read_declaration(self, node: Node, outer: Node) -> list[str]:
        if node.type in ("lexical_declaration", "variable_declaration"):
            return self.read_variables(node, outer)
        if node.type in KINDS:
            name = self.define(node, outer)
            self.note_loaded(node)
            return [name] if name else []
        if node.type == "ambient_declaration":
            return [n for c in node.named_children for n in self.read_declaration(c, outer)]
        self.note_loaded(node)
        return []

    def read_variables(self, node: Node, outer: Node) -> list[str]:
        names: list[str] = []
        declarators = [c for c in node.named_children if c.type == "variable_declarator"]
        for declarator in declarators:
            target = declarator.child_by_field_name("name")
            value = declarator.child_by_field_name("value")
            if target is None:
                continue
            if self.read_require(declarator, target, value):
                continue
            if value is not None:
                self.note_loaded(value)
            bound = bound_names(target)
            for name in bound:
                names.append(name)
                kind = "function" if value is not None and value.type in FUNCTIONS else "constant"
                kind = "class" if value is not None and value.type == "class" else kind
                made = BOUND if kind == "function" else made_by(value) if target.type == "identifier" else ""
                self.add_definition(name, kind, outer, value, made, len(declarators) > 1 or len(bound) > 1)
        return names

    def read_require(self, declarator: Node, target: Node, value: Node | None) -> bool:
        """Read `const x = require("…")`, with destructuring, or a member taken from it."""
        member = ""
        if value is not None and value.type == "member_expression":
            member = text_of(value.child_by_field_name("property"))
            value = value.child_by_field_name("object")
        if value is not None and value.type == "await_expression":
            value = first_child(value)
        source = required(value)
        if source is None:
            return False
        names: list[ImportedName] = []
        if target.type == "identifier":
            names.append(_name(target, member or WHOLE, text_of(target)))
        elif target.type == "object_pattern" and not member:
            for item in target.named_children:
                if item.type == "shorthand_property_identifier_pattern":
                    names.append(_name(item, text_of(item), ""))
                elif item.type == "pair_pattern":
                    key, local = item.child_by_field_name("key"), item.child_by_field_name("value")
                    if local is not None and local.type == "identifier":
                        names.append(_name(item, text_of(key), text_of(local)))
                elif item.type == "object_assignment_pattern":
                    names.append(_name(item, text_of(first_child(item)), ""))
        self.add_import(declarator, source, tuple(names), "require", When.LOAD)
        return True

    def read_expression(self, node: Node) -> None:
        inner = first_child(node)
        if inner is None or inner.type == "string":
            return
        if inner.type == "assignment_expression":
            left = text_of(inner.child_by_field_name("left")).replace(" ", "")
            right = inner.child_by_field_name("right")
            if left in ("module.exports", "exports=module.exports") and right is not None:
                self.read_module_exports(right)
                return
            head, dot, name = left.rpartition(".")
            if head in ("module.exports", "exports") and dot and right is not None:
                if not self.imports and not _is_void(right):
                    self.early.append(name)
                self.exports[name] = text_of(right) if right.type == "identifier" else name
                if right.type == "assignment_expression":
                    self.read_expression_of(right)
                if right.type != "identifier":
                    self.note_loaded(right)
                if _is_defined(name, right):
                    self.assigned.setdefault(name, []).append((node, right, self.comment))
                return
        self.acts += 1
        self.note_call(inner)
        self.note_loaded(inner)

    def read_expression_of(self, inner: Node) -> None:
        left = text_of(inner.child_by_field_name("left")).replace(" ", "")
        right = inner.child_by_field_name("right")
        if left == "module.exports" and right is not None:
            self.read_module_exports(right)

    def read_module_exports(self, value: Node) -> None:
        if value.type == "assignment_expression":
            right = value.child_by_field_name("right")
            if right is not None:
                self.read_module_exports(right)
            return
        if value.type == "identifier":
            self.exports[WHOLE] = text_of(value)
            self.open = True
            return
        source = required(value)
        if source is not None:
            names = (ImportedName("*", "", value.start_byte, value.end_byte),)
            self.add_import(value, source, names, "reexport", When.LOAD)
            return
        self.note_loaded(value)
        self.exports[WHOLE] = WHOLE
        if value.type != "object":
            self.open = True
            return
        for item in value.named_children:
            if item.type == "shorthand_property_identifier":
                self.exports[text_of(item)] = text_of(item)
            elif item.type == "pair":
                key, right = item.child_by_field_name("key"), item.child_by_field_name("value")
                own = right is not None and right.type == "identifier"
                name = text_of(key).strip("'\"")
                self.exports[name] = text_of(right) if own else name
                if right is not None and right.type in FUNCTIONS:
                    self.listed.append((name, item, right))
            elif item.type == "method_definition":
                name = text_of(item.child_by_field_name("name"))
                self.exports[name] = name
                self.listed.append((name, item, item))
            elif item.type == "spread_element":
                self.open = True

    # -- definitions -----------------------------------------------------------------------------

    def comment_of_run(self, node: Node) -> Node | None:
        """Return the first of the line comments that a comment stands among, without a blank line between;
        none where it is said of what stands before it in its line."""
        before = self.comment
        if self.source[node.start_byte - node.start_point[1] : node.start_byte].strip():
            return None
        if before is None or not (is_line(node) and is_line(before)):
            return node
        last = node.prev_sibling
        return before if last is not None and last.end_point[0] + 1 == node.start_point[0] else node

    def own_comment(self, outer: Node) -> Node | None:
        """Return the comment that belongs to a definition: doc comments and line comments right above it.

        What an empty line stands below is said of the file, as a licence is.
        """
        last = outer.prev_sibling
        if self.comment is None or last is None or last.end_point[0] + 1 < outer.start_point[0]:
            return None
        documents = text_of(self.comment).startswith("/**")
        return self.comment if documents or (is_line(self.comment) and self.comment.start_byte > 0) else None

    def define(self, node: Node, outer: Node, default: str = "") -> str:
        name = text_of(node.child_by_field_name("name")) or default
        if not name:
            return ""
        kind = KINDS.get(node.type, "class" if node.type == "class" else "constant")
        if node.type in FUNCTIONS:
            kind = "function"
        self.add_definition(name, kind, outer, node, made_by(node) if kind == "constant" else "", False)
        return name

    def define_plain(self, part: Part) -> None:
        """Define what a statement declares that was read from its text."""
        plain = part.plain
        start = find_comment(self.source, plain.start)
        self.line += self.source.count(b"\n", self.counted, plain.start)
        last = self.line + self.source.count(b"\n", plain.start, plain.end)
        kind = "function" if plain.made == BOUND else plain.kind
        self.definitions.append(
            Definition(plain.name, kind, start, plain.end, self.line, last, value=plain.made)
        )
        self.line, self.counted = last, plain.end
        if plain.exported:
            self.exports[plain.exported] = plain.name
            self.has_module_syntax = True
        if plain.kind == "constant" and not plain.body:
            self.run_on_loading.append(part)

    def define_assigned(self) -> None:
        """Take `exports.open = () => …` for the definition of what no other statement declares.

        What stands in `module.exports = { open() {} }` shares its statement with others.
        """
        known = {definition.name for definition in self.definitions}
        for name, places in self.assigned.items():
            if name in known or len(places) > 1:
                continue
            node, value, self.comment = places[0]
            kind = "function" if value.type in FUNCTIONS else "class" if value.type == "class" else "constant"
            made = BOUND if kind == "function" else made_by(value)
            self.add_definition(name, kind, node, value, made, False)
        for name, item, value in self.listed:
            above = item.prev_sibling
            self.comment = above if above is not None and above.type == "comment" else None
            if NAME.match(name) is not None and name not in known and name not in self.assigned:
                self.add_definition(name, "function", item, value, BOUND, True)
        if self.assigned or self.listed:
            self.definitions.sort(key=lambda definition: definition.start)

    def add_definition(
        self, name: str, kind: str, outer: Node, node: Node | None, made: str, shared: bool
    ) -> None:
        start = self.own_comment(outer) or outer
        bases, marks, members = _shape(node, outer)
        self.definitions.append(
            Definition(
                name, kind, start.start_byte, outer.end_byte,
                outer.start_point[0] + 1, outer.end_point[0] + 1, bases, marks, members, made, shared,
            )
        )  # fmt: skip

    # -- what loading uses -----------------------------------------------------------------------

    def note_call(self, node: Node) -> None:
        call: Node | None = first_child(node) if node.type == "await_expression" else node
        while call is not None and call.type == "call_expression":
            function = call.child_by_field_name("function")
            text = text_of(function)
            if function is not None and len(text) < 80 and "(" not in text and "\n" not in text:
                self.calls[text + WITH_PATH if _gives_path(call) else text] = None
            call = function.child_by_field_name("object") if function is not None else None

    def note_loaded(self, node: Node) -> None:
        """Take what is read in a node for read when the file is loaded."""
        if node.type not in BODIES:
            self.run_on_loading.append(node)

    # -- nested ------------------------------------------------------------------------------------

    def read_nested(self) -> None:
        """Find calls that take a module's path, wherever they stand."""
        for start in find_paths(self.source, self.head_end):
            if start in self.seen:
                continue
            node: Node | None = self.root.descendant_for_byte_range(start, start + 1)
            while node is not None and node.type not in ("string", "template_string"):
                node = node.parent if node.start_byte == start else None
            if node is None or node.start_byte != start:
                continue
            arguments = node.parent
            call = arguments.parent if arguments is not None and arguments.type == "arguments" else None
            if call is None or call.type not in ("call_expression", "new_expression"):
                continue
            function = text_of(call.child_by_field_name("function"))
            space = {"import": "dynamic", "require": "require"}.get(function, "path")
            if space == "require" and _is_handed_require(call):
                continue
            top = _is_top_level(call)
            names = (ImportedName(WHOLE, "", call.start_byte, call.end_byte),)
            when = When.LOAD if top and space == "require" else When.CALL
            self.add_import(call, node, names, space, when, nested=not top)
        if b"///" in self.source:
            for found in TRIPLE.finditer(self.source):
                line = self.source.count(b"\n", 0, found.start()) + 1
                names = (ImportedName(WHOLE, "", found.start(), found.end()),)
                spelled = found.group(2).decode("utf-8", "replace")
                self.imports.append(
                    Import(
                        spelled if spelled.startswith(".") else "./" + spelled, names, False, found.start(),
                        found.end(), line, When.TYPES, False, False, found.start(2), found.end(2), "path",
                    )
                )  # fmt: skip


FUNCTIONS = frozenset(
    {"function_declaration", "function_expression", "arrow_function", "generator_function",
     "generator_function_declaration", "function"}
)  # fmt: skip


def _is_top_level(node: Node) -> bool:
    current: Node | None = node.parent
    while current is not None:
        if current.type in FUNCTIONS or current.type == "method_definition":
            return False
        current = current.parent
    return True


def _is_handed_require(call: Node) -> bool:
    """Whether a call's `require` is a parameter: bundlers wrap modules so, and their paths lead elsewhere."""
    current: Node | None = call.parent
    while current is not None:
        if current.type in FUNCTIONS:
            parameters = current.child_by_field_name("parameters")
            if parameters is not None and any(n == "require" for n in bound_names(parameters)):
                return not _is_handed_to_loader(current)
        current = current.parent
    return False


def _is_handed_to_loader(function: Node) -> bool:
    """Whether a function is what `define` calls with a `require` that reads paths like any other."""
    arguments = function.parent
    call = arguments.parent if arguments is not None and arguments.type == "arguments" else None
    return call is not None and text_of(call.child_by_field_name("function")) in LOADERS


HANDED_ON = frozenset({"identifier", "member_expression", "assignment_expression"})
NAME = re.compile(r"(?!__)[A-Za-z_$][\w$]*\Z")


def _is_defined(name: str, value: Node) -> bool:
    """Whether what is assigned to an export is defined there, and not handed on from elsewhere."""
    if NAME.match(name) is None or name == "default" or value.type in HANDED_ON:
        return False
    return not _is_void(value) and required(value) is None


def _is_void(value: Node) -> bool:
    """Whether an export is only announced, as compilers do: `exports.a = exports.b = void 0`."""
    right = value.child_by_field_name("right") if value.type == "assignment_expression" else None
    return _is_void(right) if right is not None else text_of(value) in ("void 0", "undefined")


def _name(node: Node | None, name: str, alias: str) -> ImportedName:
    start, end = (node.start_byte, node.end_byte) if node is not None else (0, 0)
    return ImportedName(name, alias if alias != name else "", start, end)


def _clause_names(clause: Node) -> list[ImportedName]:
    names = []
    for child in clause.named_children:
        if child.type == "identifier":
            names.append(_name(child, "default", text_of(child)))
        elif child.type == "namespace_import":
            names.append(_name(child, WHOLE, text_of(first_child(child))))
        elif child.type == "named_imports":
            for item in child.named_children:
                if item.type == "import_specifier":
                    name = text_of(item.child_by_field_name("name")).strip("'\"")
                    names.append(_name(item, name, text_of(item.child_by_field_name("alias"))))
    return names


def required(value: Node | None) -> Node | None:
    """Return the string of `require("…")`."""
    if value is None or value.type != "call_expression":
        return None
    if text_of(value.child_by_field_name("function")) not in ("require", "import"):
        return None
    arguments = value.child_by_field_name("arguments")
    first = first_child(arguments) if arguments is not None else None
    return first if string_value(first) is not None else None


def bound_names(pattern: Node) -> list[str]:
    """Return the names that a declaration's pattern binds."""
    if pattern.type in ("identifier", "shorthand_property_identifier_pattern"):
        return [text_of(pattern)]
    if pattern.type == "pair_pattern":
        value = pattern.child_by_field_name("value")
        return bound_names(value) if value is not None else []
    if pattern.type in ("assignment_pattern", "object_assignment_pattern"):
        left = pattern.child_by_field_name("left") or first_child(pattern)
        return bound_names(left) if left is not None else []
    return [name for child in pattern.named_children for name in bound_names(child)]


BOUND = "=>"
"""What a constant that stands for a function is made by: it is not there before its line has run."""


def made_by(value: Node | None) -> str:
    """Return what a constant is made by: `express()`, `new Router()`."""
    if value is None:
        return ""
    if value.type == "await_expression":
        value = first_child(value)
    if value is None:
        return ""
    if value.type == "call_expression":
        text = text_of(value.child_by_field_name("function"))
        return text + "()" if len(text) < 60 and "(" not in text and "\n" not in text else ""
    if value.type == "new_expression":
        text = text_of(value.child_by_field_name("constructor"))
        return f"new {text}()" if len(text) < 60 else ""
    return ""


def _gives_path(call: Node) -> bool:
    """Whether a call gives a URL's path and something that answers it."""
    arguments = call.child_by_field_name("arguments")
    given = arguments.named_children if arguments is not None else []
    return len(given) > 1 and (string_value(given[0]) or "").startswith("/")


def _shape(node: Node | None, outer: Node) -> tuple[tuple[str, ...], tuple[str, ...], tuple[str, ...]]:
    """Return bases, decorators and members of a class, an interface, or an object with functions."""
    bases: list[str] = []
    marks: list[str] = []
    members: list[str] = []
    if node is None or node.type == "type_alias_declaration":
        return (), (), ()
    for place in (outer, node) if outer.id != node.id else (node,):
        for child in place.children:
            if child.type == "decorator":
                marks.append(_mark(child))
    if node.type == "object":
        return (), tuple(marks), tuple(_functions_in(node))
    for child in node.named_children:
        if child.type in ("class_heritage", "extends_type_clause"):
            bases += _bases_of(child)
        elif child.type in ("class_body", "interface_body", "object_type"):
            for member in child.named_children:
                if member.type == "decorator":
                    marks.append(_mark(member))
                name = member.child_by_field_name("name")
                if member.type in ("method_definition", "method_signature", "abstract_method_signature"):
                    members.append(text_of(name) + "()")
                elif name is not None:
                    members.append(text_of(name))
    return tuple(bases), tuple(marks), tuple(members)


def _functions_in(value: Node) -> Iterator[str]:
    """Yield the names of an object's functions, as of methods."""
    for entry in value.named_children:
        held = entry.child_by_field_name("value")
        if entry.type == "method_definition" or (held is not None and held.type in FUNCTIONS):
            name = text_of(entry.child_by_field_name("key") or entry.child_by_field_name("name")).strip("'\"")
            if NAME.match(name) is not None:
                yield name + "()"


def _bases_of(heritage: Node) -> list[str]:
    out = []
    for child in heritage.named_children:
        if child.type in ("extends_clause", "implements_clause"):
            out += _bases_of(child)
        elif child.type == "generic_type":
            out.append(text_of(child.child_by_field_name("name")))
        elif child.type in ("identifier", "type_identifier", "member_expression", "nested_type_identifier"):
            out.append(text_of(child))
    return out


def _mark(decorator: Node) -> str:
    inner: Node | None = first_child(decorator)
    if inner is not None and inner.type == "call_expression":
        inner = inner.child_by_field_name("function")
    return text_of(inner)


def _read_outline(source: bytes, path: str) -> tuple[Head, list[Plain], Node]:
    """Return the imports of a file's head, the statements that need no parser, and a tree of the rest."""
    head = read_head(source)
    plain = find_plain(source, head.end, find_paths(source, head.end))
    tree = parse_outline(source, path, head.end, find_known(source, head.end, plain))
    if is_whole(tree):
        return Head([], 0), [], tree.root_node
    if _reaches_over(tree.root_node, plain):
        return _read_whole(source, path)
    return head, plain, tree.root_node


def _read_whole(source: bytes, path: str) -> tuple[Head, list[Plain], Node]:
    return Head([], 0), [], parse(source, path).root_node


def _reaches_over(root: Node, plain: list[Plain]) -> bool:
    """Whether a plain statement stands within something else, and is none of the top level."""
    starts = [item.start for item in plain]
    spans = ((node.start_byte, node.end_byte) for node in root.children) if plain else ()
    return any(bisect_left(starts, start) < bisect_left(starts, end) for start, end in spans)


def read_facts(source: bytes, path: str, outline: bool = False) -> Facts:
    """Return the surface facts of one file; an outline's know of no problem in a function."""
    return _Reader(source, path, outline).read()


def is_line(comment: Node) -> bool:
    return (comment.text or b"").startswith(b"//")
