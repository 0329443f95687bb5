"""Lowering of a syntax tree to the program that all languages share: what every language does alike."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable
from typing import ClassVar

from tree_sitter import Node

from yandrel.languages.trees import text_of
from yandrel.model.program import (
    Argument,
    Branch,
    Call,
    Const,
    Do,
    Either,
    Expression,
    Function,
    Items,
    Joined,
    Member,
    Name,
    Opaque,
    Pairs,
    Return,
    Statement,
)

DEEPEST = 150
LONGEST_OPAQUE = 40
Lowered = Statement | tuple[Statement, ...] | None


WORD = 63
"""Bits of the largest number that is kept; what is larger is no part of a path."""


class Lowering:
    """Turn nodes into expressions and statements.

    A language gives each kind of node a method in `EXPRESSIONS` or `STATEMENTS`; a node of another kind
    becomes `Opaque`, or is passed over as a statement. `WRAPPERS` are kinds that only hold one expression.
    """

    EXPRESSIONS: ClassVar[dict[str, str]] = {}
    STATEMENTS: ClassVar[dict[str, str]] = {}
    WRAPPERS: ClassVar[frozenset[str]] = frozenset()
    BLOCKS: ClassVar[frozenset[str]] = frozenset()

    def __init__(self) -> None:
        self.depth = 0
        self.called: list[set[str]] = [set()]
        self.given_path: list[set[str]] = [set()]

    # -- what functions call ---------------------------------------------------------------

    def made_call(self, call: Call) -> Call:
        """Return a call, noted for the function that it stands in."""
        if isinstance(call.of, (Member, Name)):
            self.called[-1].add(call.of.name)
            if gives_path(call):
                self.given_path[-1].add(call.of.name)
        return call

    def open_function(self) -> None:
        """Begin to note what a function calls."""
        self.called.append(set())
        self.given_path.append(set())

    def close_function(self) -> tuple[tuple[str, ...], tuple[str, ...]]:
        """Return what a function calls, and which of that with paths."""
        called, given = self.called.pop(), self.given_path.pop()
        self.called[-1] |= called
        self.given_path[-1] |= given
        return tuple(sorted(called)), tuple(sorted(given))

    # -- expressions -----------------------------------------------------------------------

    def expression(self, node: Node | None) -> Expression:
        """Return the expression of a node; `Opaque` where it is not read."""
        if node is None:
            return Const(None)
        while node.type in self.WRAPPERS and node.named_child_count:
            inner = next((n for n in node.named_children if n.type not in NOT_THE_VALUE), None)
            if inner is None:
                break
            node = inner
        name = self.EXPRESSIONS.get(node.type)
        if name is None or self.depth > DEEPEST:
            return self.opaque(node)
        self.depth += 1
        method: Callable[[Node], Expression] = getattr(self, name)
        found = method(node)
        self.depth -= 1
        return found

    def opaque(self, node: Node) -> Opaque:
        text = (node.text or b"")[:LONGEST_OPAQUE].decode("utf-8", "replace")
        return Opaque(text.split("\n")[0], line_of(node))

    def name(self, node: Node) -> Expression:
        return Name(text_of(node))

    def none(self, node: Node) -> Expression:
        return Const(None)

    def true(self, node: Node) -> Expression:
        return Const(True)

    def false(self, node: Node) -> Expression:
        return Const(False)

    def number(self, node: Node) -> Expression:
        try:
            value = int(text_of(node).replace("_", "").rstrip("lLuU"), 10)
        except ValueError:
            return Const(0.5)
        return Const(value if value.bit_length() < WORD else 0.5)

    def either(self, *nodes: Node | None) -> Expression:
        return Either(tuple(self.expression(node) for node in nodes if node is not None))

    def join(self, *parts: Expression) -> Expression:
        """Return a text of some parts, flat, with neighbouring literals made one."""
        flat: list[Expression] = []
        for part in parts:
            for one in part.parts if isinstance(part, Joined) else (part,):
                last = flat[-1] if flat else None
                if isinstance(one, Const) and isinstance(last, Const) and _both_text(one, last):
                    flat[-1] = Const(f"{last.value}{one.value}")
                else:
                    flat.append(one)
        return flat[0] if len(flat) == 1 and isinstance(flat[0], Const) else Joined(tuple(flat))

    def items(self, nodes: Iterable[Node]) -> Items:
        kept = [node for node in nodes if node.type not in COMMENTS]
        line = line_of(kept[0]) if kept else 0
        return Items(tuple(Argument(self.expression(node)) for node in kept), line)

    # -- statements ------------------------------------------------------------------------

    def statements(self, nodes: Iterable[Node]) -> tuple[Statement, ...]:
        """Return the statements of some nodes, those of blocks among them in their place."""
        found: list[Statement] = []
        if self.depth > DEEPEST:
            return ()
        self.depth += 1
        for node in nodes:
            name = self.STATEMENTS.get(node.type)
            if name is not None:
                method: Callable[[Node], Lowered] = getattr(self, name)
                lowered = method(node)
                if isinstance(lowered, tuple):
                    found.extend(lowered)
                elif lowered is not None:
                    found.append(lowered)
            elif node.type in self.BLOCKS:
                found.extend(self.statements(node.named_children))
            elif node.type in self.EXPRESSIONS:
                found.append(Do(self.expression(node)))
        self.depth -= 1
        return tuple(found)

    def block(self, node: Node | None) -> tuple[Statement, ...]:
        """Return the statements in a block, or the one statement that stands in its place."""
        if node is None:
            return ()
        if node.type in self.BLOCKS:
            return self.statements(node.named_children)
        return self.statements([node])

    def do_first(self, node: Node) -> Lowered:
        """Return the statement that evaluates the first expression in a node."""
        inner = next((n for n in node.named_children if n.type not in COMMENTS), None)
        return Do(self.expression(inner)) if inner is not None else None

    def returned(self, node: Node) -> Lowered:
        inner = next((n for n in node.named_children if n.type not in COMMENTS), None)
        return Return(self.expression(inner))

    def children_in_place(self, node: Node) -> Lowered:
        return self.statements(node.named_children)

    def branch(self, node: Node, *bodies: Node | None) -> Branch:
        test = node.child_by_field_name("condition")
        return Branch(
            text_of(test)[:LONGEST_OPAQUE].split("\n")[0],
            tuple(self.block(body) for body in bodies),
            line_of(node),
            value=self.expression(test) if test is not None else None,
        )


NOT_THE_VALUE = frozenset(
    {"comment", "line_comment", "block_comment", "try_operator", "type_arguments", "cast_type"}
)
"""What may stand in front of the one expression that a node wraps."""
COMMENTS = frozenset({"comment", "line_comment", "block_comment", "multiline_comment"})


def gives_path(call: Call) -> bool:
    """Whether the first argument of a call may be a path, a router or a function."""
    if not call.arguments or not isinstance(call.of, (Member, Name)):
        return False
    first = call.arguments[0].value
    member = isinstance(call.of, Member)
    if isinstance(first, Joined) and first.parts:
        first = first.parts[0]
    if isinstance(first, Const):
        value = first.value
        if not isinstance(value, str):
            return False
        path = "/" in value or value in ("", "*") or value.startswith("^")
        closure = member and isinstance(call.arguments[-1].value, Function)
        return (path and (member or len(call.arguments) > 1)) or call.of.name in NAMING or closure
    if call.of.name in VERBS and isinstance(first, (Name, Member)):
        holder = call.of.of if isinstance(call.of, Member) else None
        name = holder.name if isinstance(holder, (Name, Member)) else ""
        return ROUTER_NAME.search(name) is not None
    if isinstance(first, (Name, Member)):
        return len(call.arguments) > 1 or member
    return member and isinstance(first, (Function, Items, Call, Pairs))


VERBS = frozenset({"get", "post", "put", "patch", "delete", "head", "options", "all", "any", "GET", "POST"})
NAMING = frozenset(
    {"register", "path", "re_path", "url", "route", "resource", "resources", "group", "controller"}
)
"""Words whose first argument need not look like a path."""
ROUTER_NAME = re.compile(r"(?i)rout|app|api|server|group|mux|blueprint|^bp$|fastify|instance|engine|^[rge]$")


def _both_text(one: Const, other: Const) -> bool:
    return isinstance(one.value, str) and isinstance(other.value, str)


def line_of(node: Node) -> int:
    return node.start_point.row + 1


def field(node: Node, name: str) -> Node | None:
    return node.child_by_field_name(name)


def fields(node: Node, name: str) -> list[Node]:
    return node.children_by_field_name(name)


def first_of(node: Node | None, *kinds: str) -> Node | None:
    """Return the first named child of one of some kinds."""
    if node is None:
        return None
    return next((child for child in node.named_children if child.type in kinds), None)


def all_of(node: Node | None, *kinds: str) -> list[Node]:
    """Return the named children of some kinds."""
    return [child for child in node.named_children if child.type in kinds] if node is not None else []


def call_of(of: Expression, line: int, *values: Expression) -> Call:
    return Call(of, tuple(Argument(value) for value in values), line)


def dotted(text: str) -> Expression:
    """Return the expression of a dotted name."""
    first, *rest = text.split(".")
    found: Expression = Name(first)
    for part in rest:
        found = Member(found, part)
    return found
