"""Surface facts of a Python file, by one pruned walk over its syntax tree."""

import re

import tree_sitter

from yandrel.languages.python import grammar as g
from yandrel.languages.reading import find_problems, find_secrets
from yandrel.model.facts import Definition, Facts, Import, ImportedName, When

GLOBAL = re.compile(rb"^[ \t]+global[ \t]+([\w, \t]+)", re.MULTILINE)

Node = tree_sitter.Node


def read_facts(source: bytes) -> Facts:
    """Return the surface facts; what the grammar cannot read is listed as a problem."""
    root = g.parse(source).root_node
    walk = _Walk(source)
    walk.block(root, When.LOAD, guarded=False, conditional=False)
    walk.nested_imports(root)
    bound = walk.bound
    for found in GLOBAL.finditer(source) if b"global " in source else ():
        bound.update(name.strip().decode() for name in found.group(1).split(b",") if name.strip())
    problems = find_problems(root)
    return Facts(
        language="python",
        lines=source.count(b"\n") + (not source.endswith(b"\n") and bool(source)),
        imports=tuple(sorted(walk.imports, key=lambda item: item.start)),
        definitions=tuple(walk.definitions),
        bound=tuple(sorted(bound)),
        exports=tuple(walk.exports) if walk.exports is not None else None,
        open=walk.open,
        acts=walk.acts,
        calls=tuple(dict.fromkeys(walk.calls)),
        problems=problems,
        secrets=find_secrets(source),
    )


class _Walk:
    def __init__(self, source: bytes) -> None:
        self.source = source
        self.imports: list[Import] = []
        self.definitions: list[Definition] = []
        self.bound: set[str] = set()
        self.exports: list[str] | None = None
        self.open = False
        self.acts = 0
        self.calls: list[str] = []
        self.seen: set[int] = set()

    def text(self, node: Node) -> str:
        return self.source[node.start_byte : node.end_byte].decode("utf-8", "replace")

    def block(self, parent: Node, when: When, guarded: bool, conditional: bool) -> None:
        for node in parent.named_children:
            kind = node.kind_id
            if kind in (g.IMPORT_FROM, g.IMPORT, g.FUTURE_IMPORT):
                self.imports.append(self.read_import(node, when, guarded, nested=False))
            elif kind == g.EXPRESSION_STATEMENT:
                self.expression(node, conditional)
            elif kind in (g.CLASS, g.FUNCTION):
                self.definition(node, node, (), conditional)
            elif kind == g.DECORATED:
                self.decorated(node, conditional)
            elif kind in g.COMPOUND:
                self.compound(node, kind, when, guarded)
            elif kind == g.TYPE_ALIAS:
                self.type_alias(node, conditional)

    def compound(self, node: Node, kind: int, when: When, guarded: bool) -> None:
        if kind == g.IF:
            self.if_statement(node, when, guarded)
            return
        if kind in (g.FOR, g.WITH, g.EXCEPT):
            self.bind_targets(node, kind)
        if kind not in (g.BLOCK, g.ELSE, g.FINALLY, g.EXCEPT, g.ELIF):
            self.acts += kind != g.TRY
        for child in node.named_children:
            if child.kind_id in g.COMPOUND:
                if child.kind_id == g.BLOCK:
                    self.block(child, when, guarded or kind in (g.TRY, g.EXCEPT), True)
                else:
                    self.compound(child, child.kind_id, when, guarded or kind == g.TRY)
            elif child.type == "case_clause":
                self.block(child, when, guarded, True)

    def if_statement(self, node: Node, when: When, guarded: bool) -> None:
        condition = node.child_by_field_name("condition")
        text = self.text(condition) if condition is not None else ""
        inner = When.TYPES if is_type_checking(text) else When.CALL if is_main_guard(text) else when
        for child in node.named_children:
            if child.kind_id == g.BLOCK:
                self.block(child, inner, guarded, True)
            elif child.kind_id in (g.ELIF, g.ELSE):
                self.compound(child, child.kind_id, when, guarded)

    def bind_targets(self, node: Node, kind: int) -> None:
        if kind == g.FOR:
            left = node.child_by_field_name("left")
            if left is not None:
                self.bound.update(names_in(left, self.source))
            return
        for child in node.named_children:
            if child.kind_id != g.BLOCK:
                self.bound.update(_as_targets(child, self.source))

    def expression(self, node: Node, conditional: bool) -> None:
        inner = node.named_children[0] if node.named_child_count else None
        if inner is None:
            return
        if inner.kind_id == g.ASSIGNMENT:
            self.assignment(node, inner, conditional)
        elif inner.kind_id == g.AUGMENTED:
            self.augmented(inner)
        elif inner.kind_id == g.CALL:
            self.acts += 1
            function = inner.child_by_field_name("function")
            if function is not None:
                self.calls.append(_dotted(function, self.source))
                self.bound.update(self.names_given(function, inner))
        elif inner.kind_id not in (g.STRING, g.IDENTIFIER) and inner.type != "ellipsis":
            self.acts += 1
            self.bound.update(_walrus_names(inner, self.source))

    def names_given(self, function: Node, call: Node) -> list[str]:
        """Return the names that a call of an imported function is given things by, and nothing else.

        A helper that declares public names binds them in the module that calls it.
        """
        arguments = call.child_by_field_name("arguments")
        given = arguments.named_children if arguments is not None else []
        if function.kind_id != g.IDENTIFIER or any(a.kind_id != g.KEYWORD_ARGUMENT for a in given):
            return []
        if not any(name.bound == self.text(function) for item in self.imports for name in item.names):
            return []
        return [self.text(name) for a in given if (name := a.child_by_field_name("name")) is not None]

    def assignment(self, statement: Node, node: Node, conditional: bool) -> None:
        left = node.child_by_field_name("left")
        right = node.child_by_field_name("right")
        if left is None:
            return
        if left.kind_id != g.IDENTIFIER or (right is not None and right.kind_id == g.ASSIGNMENT):
            names = names_in(left, self.source)
            while right is not None and right.kind_id == g.ASSIGNMENT:
                further = right.child_by_field_name("left")
                if further is not None:
                    names += names_in(further, self.source)
                right = right.child_by_field_name("right")
            self.bound.update(names)
            self.acts += not names
            return
        name = self.text(left)
        if name == "__all__":
            self.read_exports(right, fresh=not conditional)
        value = ""
        if right is not None:
            function = right
            if right.kind_id == g.CALL:
                function = right.child_by_field_name("function") or right
            if function.kind_id in (g.IDENTIFIER, g.ATTRIBUTE):
                value = _dotted(function, self.source) + ("()" if right.kind_id == g.CALL else "")
        annotation = node.child_by_field_name("type")
        bases = (self.text(annotation),) if annotation is not None else ()
        entries = 0
        if right is not None and name == "urlpatterns":
            entries = sum(child.kind_id == g.CALL for child in right.named_children)
        self.add_definition(
            name, "constant", statement, conditional, bases=bases, value=value, entries=entries
        )

    def augmented(self, node: Node) -> None:
        left = node.child_by_field_name("left")
        right = node.child_by_field_name("right")
        if left is None:
            return
        if left.kind_id == g.IDENTIFIER:
            name = self.text(left)
            self.bound.add(name)
            if name == "__all__":
                self.read_exports(right, fresh=False)
        self.acts += 1

    def read_exports(self, right: Node | None, fresh: bool) -> None:
        names: list[str] = []
        if right is None or right.type not in ("list", "tuple"):
            self.open = self.open or self.exports is None
            self.exports = self.exports or []
            return
        for child in right.named_children:
            if child.kind_id == g.STRING:
                names.append(self.text(child).strip("'\""))
        self.exports = names if fresh else [*(self.exports or []), *names]

    def type_alias(self, node: Node, conditional: bool) -> None:
        left = node.child_by_field_name("left")
        names = names_in(left, self.source) if left is not None else []
        if names:
            self.add_definition(names[0], "type", node, conditional)

    def decorated(self, node: Node, conditional: bool) -> None:
        marks: list[str] = []
        inner = None
        for child in node.named_children:
            if child.kind_id == g.DECORATOR and child.named_child_count:
                expression = child.named_children[0]
                if expression.kind_id == g.CALL:
                    expression = expression.child_by_field_name("function") or expression
                marks.append(_dotted(expression, self.source))
            elif child.kind_id in (g.CLASS, g.FUNCTION):
                inner = child
        if inner is not None:
            self.definition(node, inner, tuple(marks), conditional)

    def definition(self, outer: Node, node: Node, marks: tuple[str, ...], conditional: bool) -> None:
        name_node = node.child_by_field_name("name")
        if name_node is None:
            return
        name = self.text(name_node)
        if node.kind_id == g.FUNCTION:
            if name == "__getattr__":
                self.open = True
            self.add_definition(name, "function", outer, conditional, marks=marks)
            return
        bases: list[str] = []
        arguments = node.child_by_field_name("superclasses")
        if arguments is not None:
            for child in arguments.named_children:
                base = child
                if base.type == "subscript":
                    base = base.child_by_field_name("value") or base
                if base.kind_id in (g.IDENTIFIER, g.ATTRIBUTE):
                    bases.append(_dotted(base, self.source))
        body = node.child_by_field_name("body")
        members = self.members(body) if body is not None else ()
        self.add_definition(
            name, "class", outer, conditional, bases=tuple(bases), marks=marks, members=members
        )

    def members(self, body: Node) -> tuple[str, ...]:
        names: list[str] = []
        for child in body.named_children:
            node: Node | None = child
            if child.kind_id == g.DECORATED:
                node = child.child_by_field_name("definition")
            elif child.kind_id == g.EXPRESSION_STATEMENT and child.named_child_count:
                node = child.named_children[0]
                if node.kind_id == g.ASSIGNMENT:
                    left = node.child_by_field_name("left")
                    if left is not None and left.kind_id == g.IDENTIFIER:
                        names.append(self.text(left))
                continue
            if node is not None and node.kind_id in (g.FUNCTION, g.CLASS):
                name = node.child_by_field_name("name")
                if name is not None:
                    names.append(self.text(name) + ("()" if node.kind_id == g.FUNCTION else ""))
        return tuple(dict.fromkeys(names))

    def add_definition(
        self,
        name: str,
        kind: str,
        node: Node,
        conditional: bool,
        bases: tuple[str, ...] = (),
        marks: tuple[str, ...] = (),
        members: tuple[str, ...] = (),
        value: str = "",
        entries: int = 0,
    ) -> None:
        self.definitions.append(
            Definition(
                name, kind, node.start_byte, node.end_byte, node.start_point[0] + 1,
                node.end_point[0] + 1, bases, marks, members, value, conditional, entries,
            )
        )  # fmt: skip

    def read_import(self, node: Node, when: When, guarded: bool, nested: bool) -> Import:
        self.seen.add(node.start_byte)
        names: list[ImportedName] = []
        module = ""
        module_node = None
        if node.kind_id == g.IMPORT_FROM:
            module_node = node.child_by_field_name("module_name")
            module = self.text(module_node).replace(" ", "") if module_node is not None else ""
        elif node.kind_id == g.FUTURE_IMPORT:
            module = "__future__"
        for child in node.named_children:
            if module_node is not None and child.start_byte == module_node.start_byte:
                continue
            kind = child.kind_id
            if kind == g.DOTTED_NAME:
                names.append(ImportedName(self.text(child), "", child.start_byte, child.end_byte))
            elif kind == g.ALIASED:
                name = child.child_by_field_name("name")
                alias = child.child_by_field_name("alias")
                names.append(
                    ImportedName(
                        self.text(name) if name is not None else "",
                        self.text(alias) if alias is not None else "",
                        child.start_byte,
                        child.end_byte,
                    )
                )
            elif kind == g.WILDCARD:
                names.append(ImportedName("*", "", child.start_byte, child.end_byte))
        return Import(
            module, tuple(names), node.kind_id == g.IMPORT, node.start_byte, node.end_byte,
            node.start_point[0] + 1, when, guarded, nested,
            module_node.start_byte if module_node is not None else 0,
            module_node.end_byte if module_node is not None else 0,
        )  # fmt: skip

    def nested_imports(self, root: Node) -> None:
        """Imports below the top level: the word finds candidates, the tree confirms them."""
        source = self.source
        at = source.find(b"import")
        while at >= 0:
            here, at = at, source.find(b"import", at + 6)
            head = source[source.rfind(b"\n", 0, here) + 1 : here]
            if head[:1] not in (b" ", b"\t") and b";" not in head and b":" not in head:
                continue
            word = head.lstrip()
            if word and not word.startswith(b"from") and b";" not in head and b":" not in head:
                continue
            node = root.named_descendant_for_byte_range(here, here)
            for _ in range(4):
                if node is None or node.kind_id in (g.IMPORT, g.IMPORT_FROM):
                    break
                node = node.parent
            if node is None or node.kind_id not in (g.IMPORT, g.IMPORT_FROM):
                continue
            if node.start_byte in self.seen:
                continue
            when, guarded = _surroundings(node, self.source)
            self.imports.append(self.read_import(node, when, guarded, nested=True))


def _surroundings(node: Node, source: bytes) -> tuple[When, bool]:
    when, guarded = When.LOAD, False
    inner, outer = node, node.parent
    while outer is not None:
        kind = outer.kind_id
        if kind in (g.FUNCTION,) or outer.type == "lambda":
            if when == When.LOAD:
                when = When.CALL
        elif kind == g.IF and inner.kind_id == g.BLOCK:
            condition = outer.child_by_field_name("condition")
            text = ""
            if condition is not None:
                text = source[condition.start_byte : condition.end_byte].decode("utf-8", "replace")
            if is_type_checking(text):
                when = When.TYPES
            elif is_main_guard(text) and when == When.LOAD:
                when = When.CALL
        elif kind in (g.TRY, g.EXCEPT):
            guarded = True
        inner, outer = outer, outer.parent
    return when, guarded


def is_type_checking(condition: str) -> bool:
    """Whether a condition holds for type checkers alone."""
    return condition in ("TYPE_CHECKING", "MYPY") or condition.endswith(".TYPE_CHECKING")


def is_main_guard(condition: str) -> bool:
    """Whether a condition holds only where the unit is run as a program."""
    return "__name__" in condition and "__main__" in condition


def names_in(node: Node, source: bytes) -> list[str]:
    """Return the names that an assignment's target binds (not those of attributes and items)."""
    if node.kind_id == g.IDENTIFIER:
        return [source[node.start_byte : node.end_byte].decode("utf-8", "replace")]
    if node.kind_id == g.ATTRIBUTE or node.type in ("subscript", "call"):
        return []
    return [name for child in node.named_children for name in names_in(child, source)]


def _as_targets(node: Node, source: bytes) -> list[str]:
    if node.type == "as_pattern_target":
        return names_in(node, source)
    return [name for child in node.named_children for name in _as_targets(child, source)]


def _walrus_names(node: Node, source: bytes) -> list[str]:
    if node.type != "named_expression":
        return []
    return names_in(node.named_children[0], source)


def _dotted(node: Node, source: bytes) -> str:
    text = source[node.start_byte : node.end_byte]
    return text.decode("utf-8", "replace") if len(text) < 200 else ""
