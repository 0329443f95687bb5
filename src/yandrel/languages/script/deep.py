"""Scopes of JavaScript and TypeScript: which names a module binds, and every place that reads them."""

from dataclasses import dataclass, field

from tree_sitter import Node

from yandrel.languages.script.facts import FUNCTIONS, bound_names
from yandrel.languages.script.grammar import first_child, parse, text_of

OF_MODULES = frozenset({"require", "module", "exports", "__dirname", "__filename", "arguments", "undefined"})
OF_FUNCTIONS = frozenset({"ReturnType", "Awaited"})
"""Types that every module knows, by which what a function returns is told."""
BLOCKS = frozenset(
    {
        "statement_block",
        "for_statement",
        "for_in_statement",
        "switch_body",
        "catch_clause",
        "class_static_block",
    }
)
TYPE_SCOPES = frozenset(
    {"interface_declaration", "type_alias_declaration", "function_type", "constructor_type", "call_signature",
     "method_signature", "construct_signature", "abstract_method_signature", "function_signature",
     "mapped_type_clause", "index_signature", "conditional_type"}
)  # fmt: skip
SIGNATURES = frozenset(
    {"function_type", "constructor_type", "call_signature", "method_signature", "construct_signature",
     "function_signature", "abstract_method_signature"}
)  # fmt: skip
NAMING = frozenset(
    {"namespace_export", "namespace_import", "import_alias", "index_signature", "labeled_statement",
     "mapped_type_clause", "enum_body", "enum_assignment", "asserts", "meta_property"}
)  # fmt: skip
CLASSES = frozenset({"class_declaration", "class", "abstract_class_declaration"})
CALLABLE = FUNCTIONS | {"method_definition"}
NAMED = frozenset(
    {"function_declaration", "generator_function_declaration", "class_declaration",
     "abstract_class_declaration", "interface_declaration", "type_alias_declaration", "enum_declaration",
     "internal_module", "module", "function_signature"}
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Reference:
    """A place that reads a name of the module (or of nobody); `member` is what is taken from it."""

    name: str
    start: int
    end: int
    kind: str
    on_load: bool
    member: str = ""
    member_end: int = 0


@dataclass
class DeepFacts:
    """The top-level bindings of a module, and their readers."""

    bound: dict[str, list[Node]] = field(default_factory=dict)
    references: list[Reference] = field(default_factory=list)
    unbound: list[Reference] = field(default_factory=list)
    assigned: dict[str, list[int]] = field(default_factory=dict)
    locals: set[str] = field(default_factory=set)


@dataclass(slots=True)
class _Scope:
    names: set[str]
    outer: "_Scope | None"
    is_function: bool


def read_deep(source: bytes, path: str) -> DeepFacts:
    """Read a module's names and references."""
    return _Reader(source, path).read()


class _Reader:
    def __init__(self, source: bytes, path: str) -> None:
        self.root = parse(source, path).root_node
        self.facts = DeepFacts()

    def read(self) -> DeepFacts:
        module = _Scope(set(), None, True)
        self.declare_block(self.root, module, module)
        self.hoist_vars(self.root, module)
        stack: list[tuple[Node, _Scope, bool]] = [(c, module, True) for c in reversed(self.root.children)]
        while stack:
            node, scope, loads = stack.pop()
            self.visit(node, scope, loads, module, stack)
        self.facts.references.sort(key=lambda r: r.start)
        return self.facts

    # -- declarations ----------------------------------------------------------------------------

    def declare_block(self, block: Node, scope: _Scope, module: _Scope) -> None:
        """Bind what the statements of a block declare."""
        for child in block.named_children:
            statement = child
            if statement.type == "export_statement":
                inner = statement.child_by_field_name("declaration")
                if inner is None:
                    continue
                statement = inner
            if statement.type == "ambient_declaration":
                statement = first_child(statement) or statement
            if statement.type == "expression_statement":
                inner = first_child(statement)
                if inner is not None and inner.type == "internal_module":
                    statement = inner
            self.declare(statement, scope, module)

    def declare(self, node: Node, scope: _Scope, module: _Scope) -> None:
        if node.type in NAMED:
            name = node.child_by_field_name("name")
            if name is not None and name.type in ("identifier", "type_identifier"):
                self.bind(text_of(name), name, scope, module)
        elif node.type == "lexical_declaration":
            for declarator in node.named_children:
                target = declarator.child_by_field_name("name")
                if declarator.type == "variable_declarator" and target is not None:
                    for name_text in bound_names(target):
                        self.bind(name_text, declarator, scope, module)
        elif node.type == "import_statement":
            for name_node in _import_names(node):
                self.bind(text_of(name_node), name_node, scope, module)
        elif node.type == "import_alias":
            first = first_child(node)
            if first is not None:
                self.bind(text_of(first), first, scope, module)

    def bind(self, name: str, node: Node, scope: _Scope, module: _Scope) -> None:
        scope.names.add(name)
        if scope is module:
            self.facts.bound.setdefault(name, []).append(node)
        else:
            self.facts.locals.add(name)

    def hoist_vars(self, node: Node, scope: _Scope) -> None:
        """Bind the `var`s below a function (or the module), wherever its blocks declare them."""
        stack = list(node.named_children)
        while stack:
            inner = stack.pop()
            if inner.type in CALLABLE or inner.type in CLASSES:
                continue
            if inner.type == "variable_declaration":
                for declarator in inner.named_children:
                    target = declarator.child_by_field_name("name")
                    if declarator.type == "variable_declarator" and target is not None:
                        for name in bound_names(target):
                            self.bind_var(name, declarator, scope)
            elif inner.type == "for_in_statement" and any(c.type == "var" for c in inner.children):
                left = inner.child_by_field_name("left")
                for name in bound_names(left) if left is not None else ():
                    self.bind_var(name, inner, scope)
            stack += inner.named_children

    def bind_var(self, name: str, node: Node, scope: _Scope) -> None:
        scope.names.add(name)
        if scope.outer is None:
            self.facts.bound.setdefault(name, []).append(node)
        else:
            self.facts.locals.add(name)

    # -- the walk --------------------------------------------------------------------------------

    def visit(
        self, node: Node, scope: _Scope, loads: bool, module: _Scope, stack: list[tuple[Node, _Scope, bool]]
    ) -> None:
        kind = node.type
        if kind in ("comment", "string", "import_statement", "property_identifier", "statement_identifier"):
            return
        if kind in ("identifier", "type_identifier", "shorthand_property_identifier"):
            self.refer(node, scope, loads, module)
            return
        if kind in CALLABLE:
            self.enter_function(node, scope, loads, module, stack)
            return
        if kind in CLASSES:
            inner = _Scope(set(), scope, False)
            name = node.child_by_field_name("name")
            if kind == "class" and name is not None:
                inner.names.add(text_of(name))
            self.bind_type_parameters(node, inner)
            self.push(node, inner, loads, stack, skip=name)
            return
        if kind in TYPE_SCOPES:
            inner = _Scope(set(), scope, False)
            self.bind_type_parameters(node, inner)
            self.push(node, inner, loads, stack, skip=node.child_by_field_name("name"))
            return
        if kind in BLOCKS:
            inner = _Scope(set(), scope, False)
            self.declare_block(node, inner, module)
            self.declare_head(node, inner)
            self.push(node, inner, loads, stack)
            return
        if kind in ("internal_module", "module", "enum_declaration"):
            inner = _Scope(set(), scope, True)
            self.push(node, inner, loads, stack, skip=node.child_by_field_name("name"))
            return
        if kind in ("field_definition", "public_field_definition"):
            static = any(c.type == "static" for c in node.children)
            self.push(node, scope, loads and static, stack)
            return
        if kind == "export_statement" and node.child_by_field_name("source") is not None:
            return
        if kind in ("assignment_expression", "augmented_assignment_expression", "update_expression"):
            left = node.child_by_field_name("left") or node.child_by_field_name("argument")
            if left is not None and left.type == "identifier" and self.owner(text_of(left), scope) is module:
                self.facts.assigned.setdefault(text_of(left), []).append(left.start_byte)
        self.push(node, scope, loads, stack)

    def push(
        self, node: Node, scope: _Scope, loads: bool, stack: list[tuple[Node, _Scope, bool]],
        skip: Node | None = None,
    ) -> None:  # fmt: skip
        for child in reversed(node.named_children):
            if skip is None or child.id != skip.id:
                stack.append((child, scope, loads))

    def enter_function(
        self, node: Node, scope: _Scope, loads: bool, module: _Scope, stack: list[tuple[Node, _Scope, bool]]
    ) -> None:
        inner = _Scope(set(), scope, True)
        name = node.child_by_field_name("name")
        if node.type in ("function_expression", "generator_function", "function") and name is not None:
            inner.names.add(text_of(name))
        self.bind_type_parameters(node, inner)
        parameters = node.child_by_field_name("parameters") or node.child_by_field_name("parameter")
        if parameters is not None:
            self.bind_parameters(parameters, inner)
        body = node.child_by_field_name("body")
        if body is not None and body.type == "statement_block":
            self.hoist_vars(body, inner)
        for child in reversed(node.named_children):
            if name is not None and child.id == name.id and name.type != "computed_property_name":
                continue
            decorator = child.type == "decorator"
            stack.append((child, scope if decorator else inner, loads and decorator))

    def bind_parameters(self, parameters: Node, scope: _Scope) -> None:
        if parameters.type == "identifier":
            scope.names.add(text_of(parameters))
            return
        for parameter in parameters.named_children:
            pattern = parameter.child_by_field_name("pattern") or parameter
            if parameter.type in ("assignment_pattern",):
                pattern = parameter.child_by_field_name("left") or parameter
            if pattern.type in ("comment", "this", "decorator"):
                continue
            for name in _pattern_names(pattern):
                scope.names.add(name)
                self.facts.locals.add(name)

    def bind_type_parameters(self, node: Node, scope: _Scope) -> None:
        parameters = node.child_by_field_name("type_parameters")
        if parameters is not None:
            for parameter in parameters.named_children:
                name = parameter.child_by_field_name("name")
                if name is not None:
                    scope.names.add(text_of(name))
        clause = next((c for c in node.named_children if c.type == "mapped_type_clause"), None)
        if node.type == "index_signature" and clause is not None:
            scope.names.add(text_of(clause.child_by_field_name("name")))
        if node.type == "conditional_type":
            stack = list(node.named_children)
            while stack:
                inner = stack.pop()
                if inner.type == "infer_type" and first_child(inner) is not None:
                    scope.names.add(text_of(first_child(inner)))
                stack += inner.named_children
        if node.type in SIGNATURES:
            inner_parameters = node.child_by_field_name("parameters")
            if inner_parameters is not None:
                self.bind_parameters(inner_parameters, scope)

    def declare_head(self, node: Node, scope: _Scope) -> None:
        """Bind what a loop's head or a catch clause declares."""
        if node.type == "catch_clause":
            parameter = node.child_by_field_name("parameter")
            if parameter is not None:
                scope.names.update(bound_names(parameter))
        elif node.type == "for_in_statement":
            left = node.child_by_field_name("left")
            if left is not None and any(c.type in ("const", "let") for c in node.children):
                scope.names.update(bound_names(left))
        elif node.type == "for_statement":
            initializer = node.child_by_field_name("initializer")
            if initializer is not None and initializer.type == "lexical_declaration":
                for declarator in initializer.named_children:
                    target = declarator.child_by_field_name("name")
                    if target is not None:
                        scope.names.update(bound_names(target))
        elif node.type == "switch_body":
            for case in node.named_children:
                for statement in case.named_children:
                    if statement.type == "lexical_declaration":
                        for declarator in statement.named_children:
                            target = declarator.child_by_field_name("name")
                            if target is not None:
                                scope.names.update(bound_names(target))
                    elif statement.type in NAMED:
                        name = statement.child_by_field_name("name")
                        scope.names.add(text_of(name))

    # -- references ------------------------------------------------------------------------------

    def owner(self, name: str, scope: _Scope | None) -> _Scope | None:
        while scope is not None and name not in scope.names:
            scope = scope.outer
        return scope

    def refer(self, node: Node, scope: _Scope, loads: bool, module: _Scope) -> None:
        name = text_of(node)
        parent = node.parent
        if parent is None or _is_binding(node, parent):
            return
        if parent.type in ("jsx_opening_element", "jsx_closing_element", "jsx_self_closing_element"):
            if name[:1].islower() and parent.child_by_field_name("name") == node:
                return
        owner = self.owner(name, scope)
        if owner is not None and owner is not module:
            return
        kind = {"type_identifier": "type", "shorthand_property_identifier": "shorthand"}.get(
            node.type, "value"
        )
        if parent.type == "type_query" or _in_type(node):
            kind = "type" if kind == "value" else kind
        member, end = _member_of(node, parent)
        found = Reference(name, node.start_byte, node.end_byte, kind, loads, member, end)
        (self.facts.references if owner is module else self.facts.unbound).append(found)


def _pattern_names(pattern: Node) -> list[str]:
    if pattern.type in ("required_parameter", "optional_parameter"):
        inner = pattern.child_by_field_name("pattern")
        return bound_names(inner) if inner is not None else []
    return bound_names(pattern)


def _import_names(node: Node) -> list[Node]:
    out: list[Node] = []
    for child in node.named_children:
        if child.type == "import_require_clause":
            first = first_child(child)
            out += [first] if first is not None else []
        elif child.type == "import_clause":
            for part in child.named_children:
                if part.type == "identifier":
                    out.append(part)
                elif part.type == "namespace_import":
                    first = first_child(part)
                    out += [first] if first is not None else []
                elif part.type == "named_imports":
                    for item in part.named_children:
                        name = item.child_by_field_name("alias") or item.child_by_field_name("name")
                        out += [name] if name is not None else []
    return out


def _is_binding(node: Node, parent: Node) -> bool:
    """Whether an identifier declares a name instead of reading one."""
    kind = parent.type
    if kind in NAMED or kind in CLASSES or kind in FUNCTIONS:
        name = parent.child_by_field_name("name")
        parameter = parent.child_by_field_name("parameter")
        return (name is not None and name.id == node.id) or (
            parameter is not None and parameter.id == node.id
        )
    if kind == "variable_declarator":
        name = parent.child_by_field_name("name")
        return name is not None and name.id == node.id
    if kind in ("array_pattern", "rest_pattern", "formal_parameters", "type_parameter", "catch_clause"):
        field = parent.child_by_field_name("value") if kind == "type_parameter" else None
        return field is None or field.id != node.id
    if kind in ("required_parameter", "optional_parameter"):
        pattern = parent.child_by_field_name("pattern")
        return pattern is not None and pattern.id == node.id
    if kind in ("assignment_pattern", "object_assignment_pattern"):
        left = parent.child_by_field_name("left")
        return left is not None and left.id == node.id and not _in_assignment(parent)
    if kind == "pair_pattern":
        value = parent.child_by_field_name("value")
        return value is not None and value.id == node.id and not _in_assignment(parent)
    if kind == "for_in_statement":
        left = parent.child_by_field_name("left")
        declares = any(c.type in ("const", "let", "var") for c in parent.children)
        return declares and left is not None and left.id == node.id
    if kind in ("export_specifier",):
        name = parent.child_by_field_name("name")
        return name is None or name.id != node.id
    if kind in NAMING:
        name = parent.child_by_field_name("name")
        return name is not None and name.id == node.id
    return False


def _in_assignment(node: Node) -> bool:
    """Whether a pattern is assigned to, so that its names are not declared."""
    current: Node | None = node
    while current is not None and current.type.endswith(("pattern", "pattern_pair")):
        current = current.parent
    return current is not None and current.type == "assignment_expression"


def _in_type(node: Node) -> bool:
    current = node.parent
    for _ in range(4):
        if current is None:
            return False
        if current.type in (
            "type_annotation",
            "implements_clause",
            "type_arguments",
            "nested_type_identifier",
        ):
            return True
        if current.type.endswith(("expression", "statement", "declaration", "body")):
            return False
        current = current.parent
    return False


def _member_of(node: Node, parent: Node) -> tuple[str, int]:
    """Return what is taken from a name right after it, and where that ends."""
    if parent.type == "member_expression":
        target = parent.child_by_field_name("object")
        if target is not None and target.id == node.id:
            member = parent.child_by_field_name("property")
            return text_of(member), parent.end_byte
    if parent.type in ("nested_type_identifier", "nested_identifier"):
        first = first_child(parent)
        if first is not None and first.id == node.id and parent.named_child_count > 1:
            return text_of(parent.named_child(1)), parent.end_byte
    return "", 0


def find_unbound(source: bytes, path: str) -> list[str]:
    """Return the names in a module that nothing in it binds: globals, and what was lost."""
    return [r.name for r in read_deep(source, path).unbound if r.name not in OF_MODULES | OF_FUNCTIONS]
