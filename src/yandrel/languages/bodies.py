"""Read functions, their statements and their calls off a syntax tree, by what its nodes are called."""

import re
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field

from tree_sitter import Node

from yandrel.languages.trees import text_of
from yandrel.model.bodies import Bodies, Call, Function

NAME = re.compile(r"[\w$@]+(?:\.[\w$@]+)*")
JOINTS = re.compile(r"\?\.|->|\?->|::|\\|\s+|!!?")
LONGEST_NAME = 120
"""A call on the result of a longer expression has no name that anybody would list."""
NAMED = (
    "identifier", "name", "simple_identifier", "property_identifier", "type_identifier", "bound_identifier",
    "field_identifier", "private_property_identifier",
)  # fmt: skip


@dataclass(frozen=True)
class BodyKinds:
    """The node types of a grammar that a reader of bodies needs.

    `functions` have a name of their own, `closures` have none; `types` hold methods. The named children of
    `blocks` are statements. `calls` say which fields make up the name of what is called; the first child,
    where none is named. `words` are statements that act like a call, with its name. `hides` tells by a
    function's node and name whether others cannot call it, `given` whether its name is not its own choice.
    `starts` says which condition holds only where the file is started as a program.
    """

    functions: frozenset[str]
    closures: frozenset[str]
    types: frozenset[str]
    blocks: frozenset[str]
    calls: Mapping[str, tuple[str, ...]]
    hides: Callable[[Node, str], bool]
    given: Callable[[Node, str], bool]
    words: Mapping[str, str] = field(default_factory=dict)
    owner: Callable[[Node], str] | None = None
    starts: re.Pattern[bytes] | None = None


class BodyReader:
    """Reads one tree."""

    def __init__(self, kinds: BodyKinds) -> None:
        self.kinds = kinds
        self.functions: list[Function] = []
        self.calls: list[Call] = []

    def read(self, root: Node) -> Bodies:
        """Return the functions and calls of a tree, in the order of the text."""
        stack: list[tuple[Node, str, bool, bool]] = [(root, "", False, False)]
        while stack:
            node, owner, inner, started = stack.pop()
            kind = node.type
            if kind in self.kinds.types:
                owner, inner = _name_of(node), False
            elif kind in self.kinds.functions or kind in self.kinds.closures:
                self.functions.append(self._function(node, owner, inner))
                inner = True
            elif kind in self.kinds.calls:
                self._add_call(node, _called(node, self.kinds.calls[kind]), started)
            elif kind in self.kinds.words:
                self._add_call(node, self.kinds.words[kind], started)
            started = started or self._is_started(node)
            stack += [(child, owner, inner, started) for child in reversed(node.named_children)]
        return Bodies(tuple(self.functions), tuple(self.calls))

    def _is_started(self, node: Node) -> bool:
        starts = self.kinds.starts
        condition = node.child_by_field_name("condition") if starts is not None else None
        return condition is not None and starts is not None and bool(starts.search(condition.text or b""))

    def _add_call(self, node: Node, name: str, started: bool) -> None:
        if name:
            self.calls.append(Call(name, node.start_point[0] + 1, _count_arguments(node), started))

    def _function(self, node: Node, owner: str, inner: bool) -> Function:
        kinds = self.kinds
        closed = node.type in kinds.closures
        name = _bound_name(node) if closed else _name_of(node)
        if kinds.owner is not None:
            owner = kinds.owner(node) or owner
        outer = node.parent if node.parent is not None and node.parent.type.startswith("decorated") else node
        return Function(
            name=name,
            owner=owner,
            first_line=outer.start_point[0] + 1,
            line=node.start_point[0] + 1,
            last_line=node.end_point[0] + 1,
            statements=self._count(node),
            hidden=kinds.hides(node, name),
            given=kinds.given(node, name),
            inner=inner,
        )

    def _count(self, function: Node) -> int:
        """Count the statements of a function, those of functions inside it included."""
        blocks = self.kinds.blocks
        count = 0
        stack: list[tuple[Node, bool]] = [(function, False)]
        while stack:
            node, in_block = stack.pop()
            kind = node.type
            is_block = kind in blocks
            if not is_block and kind != "comment" and (in_block or kind.endswith("_statement")):
                count += not _is_text_alone(node) and "comment" not in kind
            stack += [(child, is_block) for child in node.named_children]
        return max(count, 1)


def _is_text_alone(node: Node) -> bool:
    """Whether a statement is nothing but a text: a docstring, or a directive."""
    return (
        node.type == "expression_statement"
        and node.named_child_count == 1
        and "string" in node.named_children[0].type
    )


def _name_of(node: Node) -> str:
    name = node.child_by_field_name("name")
    if name is None:
        name = next((child for child in node.named_children if child.type in NAMED), None)
    return text_of(name)


def _bound_name(closure: Node) -> str:
    """Return the name that a function without one is bound to: a variable, a key, a field."""
    parent = closure.parent
    if parent is None:
        return ""
    for part in ("name", "key", "left", "target"):
        found = parent.child_by_field_name(part)
        if found is not None and found != closure:
            return text_of(found).rpartition(".")[2].strip("'\"")
    return ""


def _count_arguments(node: Node) -> int:
    """Return how many arguments a call has, where they stand in a list of their own."""
    last = node.named_children[-1] if node.named_children else None
    if last is not None and last.type.endswith("_suffix") and last.named_children:
        last = last.named_children[0]
    return last.named_child_count if last is not None and "argument" in last.type else 0


def _called(node: Node, fields: Iterable[str]) -> str:
    """Return the name of what is called, where it is written out."""
    parts = [node.child_by_field_name(name) for name in fields]
    found = [part for part in parts if part is not None] or node.named_children[:1]
    if not found or sum(part.end_byte - part.start_byte for part in found) > LONGEST_NAME:
        return ""
    spelled = ".".join(JOINTS.sub(_joint, text_of(part)).strip(".") for part in found)
    return spelled if NAME.fullmatch(spelled) else ""


def _joint(found: re.Match[str]) -> str:
    return "" if found[0].isspace() or found[0].startswith("!") else "."


def modifiers_of(node: Node, *kinds: str) -> str:
    """Return the words before a declaration: children of some kinds, as text."""
    return " ".join(text_of(child) for child in node.children if child.type in kinds)
