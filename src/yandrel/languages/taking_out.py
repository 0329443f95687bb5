"""Take what names some definitions out of a file: imports, registrations, entries of lists.

Only what can go without changing the rest goes. Anything else that needs them is told by its line.
"""

import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from enum import Enum

from tree_sitter import Node

from yandrel.languages.places import COMMENT, STRING, Places
from yandrel.model.changes import Edit
from yandrel.model.facts import Import, ImportedName

BLOCKS = frozenset(
    {
        "module", "block", "program", "statement_block", "source_file", "compilation_unit", "statements",
        "compound_statement", "declaration_list", "statement_list", "lambda_literal", "function_body",
        "constructor_body", "namespace_definition", "class_body",
    }
)  # fmt: skip
"""Nodes whose children are statements, in any of the grammars."""
LISTS = frozenset(
    {
        "list", "tuple", "set", "dictionary", "array", "object", "array_initializer",
        "initializer_expression", "array_literal", "dictionary_literal", "array_creation_expression",
        "literal_value", "object_pattern", "collection_literal", "export_clause", "named_imports",
    }
)  # fmt: skip
PYTHON = "module"
"""The root of a tree of Python, where a block cannot be empty."""
LITERALS = ("string", "number", "integer", "float", "true", "false", "null", "none", "encapsed")
BARE = ("expression_statement", "await", "try")
"""Parts of the names of nodes that add nothing to the one expression in them."""
COMPARING = ("binary", "comparison", "boolean", "conditional", "ternary")
MEMBERS = ("member", "attribute", "navigation", "selector", "field_access")
_MAKING = re.compile(
    r"(?:[\w<>\[\],.?]+\s+)*\$?(?P<name>\w+)\s*(?::\s*[\w<>\[\].?]+\s*)?:?=\s*(?:new\s+|&)*(?:\w+\.)*$"
)
"""All of a statement before a name, where it makes a variable of what that leads to."""


@dataclass(frozen=True)
class Dead:
    """A name that leads to nothing any more, in the whole file or from one byte to another."""

    name: str
    start: int = 0
    end: int = 1 << 60


class Role(Enum):
    """The part that a file has in putting others together."""

    MOUNTS = 1
    TEST = 2
    OTHER = 3


@dataclass(frozen=True)
class Outcome:
    """The edits, what they cut (line and text), its lines and tests, and the lines that need a name still."""

    edits: tuple[Edit, ...]
    cut: tuple[tuple[int, str], ...]
    lines: frozenset[int]
    tests: tuple[str, ...]
    left: tuple[int, ...]


class Taker:
    """Takes names out of one file; `role` says whether that is there to put others together."""

    def __init__(self, source: bytes, places: Places, role: Role) -> None:
        self._source = source
        self._places = places
        self._root = places.root
        self._role = role
        self._passes = b"pass" if self._root.type == PYTHON else b""
        self._cuts: dict[tuple[int, int], None] = {}
        self._left: set[int] = set()
        self._tests: list[str] = []

    def take_out(
        self, imports: Sequence[tuple[Import, frozenset[str]]], dead: Iterable[Dead], others: Iterable[Import]
    ) -> Outcome:
        """Return what goes with some names of imports, and with names that need no import.

        `others` are all imports of the file: those that only served what goes are cut as well.
        """
        names = list(dead)
        for found, gone in imports:
            names += [Dead(name.bound) for name in found.names if name.name in gone and name.bound != "*"]
        self._cut_imports(imports, others)
        seen: set[Dead] = set()
        while names:
            name = names.pop()
            if name not in seen:
                seen.add(name)
                names += [more for leaf in self._uses(name) for more in self._take(leaf)]
        self._cut_imports(list(self._idle(others)), others)
        return self._outcome()

    def _outcome(self) -> Outcome:
        spans = _outermost(self._cuts)
        edits = tuple(Edit(start, end, self._left_behind(start, end, spans)) for start, end in spans)
        cut = tuple((self._line(self._first(start, end)), self._text(start, end)) for start, end in spans)
        covered = {
            n
            for start, end in spans
            for n in range(self._line(self._first(start, end)), self._line(end - 1) + 1)
        }
        return Outcome(
            edits, cut, frozenset(covered), tuple(self._tests), tuple(sorted(self._left - covered))
        )

    def _lines(self, start: int, end: int) -> range:
        return range(self._line(self._first(start, end)), self._line(end - 1) + 1)

    def _idle(self, imports: Iterable[Import]) -> Iterator[tuple[Import, frozenset[str]]]:
        """Yield imports with those of their names that only what was cut has used."""
        spans = _outermost(self._cuts)
        for found in imports:
            if any(start <= found.start < end for start, end in spans):
                continue
            idle = {name.name for name in found.names if self._is_idle(_bound_by(found, name), found, spans)}
            if idle:
                yield found, frozenset(idle)

    def _is_idle(self, name: str, found: Import, spans: list[tuple[int, int]]) -> bool:
        uses = [
            at for at in _occurrences(self._source, name.encode(), 0, len(self._source))
            if not found.start <= at < found.end and name != "*"
        ]  # fmt: skip
        return bool(uses) and all(any(start <= at < end for start, end in spans) for at in uses)

    def _first(self, start: int, end: int) -> int:
        """Return where the text of a span starts, without the white space before it."""
        return end - len(self._source[start:end].lstrip())

    def _uses(self, dead: Dead) -> Iterator[Node]:
        """Yield the places of code that name something dead, where nothing else has that name."""
        parts = re.split(r"::|[.\\\\/]", dead.name)
        for at in _occurrences(self._source, parts[-1].encode(), dead.start, dead.end):
            leaf = self._root.descendant_for_byte_range(at, at + len(parts[-1].encode()))
            if leaf is not None and self._is_exported_name(leaf):
                yield leaf
            if leaf is None or leaf.named_child_count or self._places.at(at) in (COMMENT, STRING):
                continue
            before = self._source[max(0, at - 200) : at]
            if len(parts) > 1:
                fits = before.decode("utf-8", "replace").endswith((parts[-2] + ".", parts[-2] + "::"))
            else:
                fits = not before.rstrip().endswith((b".", b"->", b"?."))
            if fits and not _is_key(leaf) and not self._in_import(leaf) and not self._is_shadowed(leaf):
                yield leaf

    def _is_exported_name(self, leaf: Node) -> bool:
        """Whether a string says that a module exports what it names."""
        text = leaf.parent
        exported = text.parent if text is not None and text.type == "string" else None
        made = exported.parent if exported is not None else None
        name = made.child_by_field_name("left") if made is not None and made.type == "assignment" else None
        return name is not None and name.text == b"__all__"

    def _in_import(self, leaf: Node) -> bool:
        return any(start <= leaf.start_byte < end for start, end in self._cuts)

    def _is_shadowed(self, leaf: Node) -> bool:
        """Whether a function around a name takes a parameter that is called so."""
        node = leaf.parent
        while node is not None:
            parameters = node.child_by_field_name("parameters")
            inside = parameters is not None and parameters.start_byte <= leaf.start_byte < parameters.end_byte
            if parameters is not None and not inside and _holds(parameters, leaf.text or b""):
                return True
            node = node.parent
        return False

    def _take(self, leaf: Node) -> list[Dead]:
        """Cut what names something dead; return the names that are dead because of it."""
        node = leaf
        exported = self._is_exported_name(leaf)
        while (parent := node.parent) is not None:
            if parent.type in LISTS and (exported or self._is_entry(node, parent)) and self._may_cut(node):
                self._cut_entry(node, parent)
                return []
            link = self._link(leaf, parent) if self._role != Role.OTHER else None
            if link is not None:
                self._cuts[link] = None
                return []
            if parent.type in BLOCKS:
                return self._take_statement(leaf, node, parent)
            node = parent
        self._left.add(self._line(leaf.start_byte))
        return []

    def _may_cut(self, node: Node) -> bool:
        """Whether a place is there to put others together: in such a file, or at the top level of any."""
        statement = node
        while statement.parent is not None and statement.parent.type not in BLOCKS:
            statement = statement.parent
        return self._role != Role.OTHER or statement.parent is None or statement.parent.parent is None

    def _is_entry(self, node: Node, parent: Node) -> bool:
        """Whether a node is one of several of its kind in a list, and not one half of a pair of arguments."""
        others = [n for n in parent.named_children if n.id != node.id and "comment" not in n.type]
        if others and not all(any(word in n.type for word in LITERALS) for n in others):
            return True
        outer = parent.parent
        return not others and outer is not None and not _is_argument(outer)

    def _cut_entry(self, node: Node, parent: Node) -> None:
        """Cut an entry with the comma after it, or before it where it is the last."""
        entries = [n for n in parent.named_children if "comment" not in n.type]
        at = next(i for i, n in enumerate(entries) if n.id == node.id)
        start, end = node.start_byte, node.end_byte
        if at + 1 < len(entries):
            alone = self._starts_its_line(start) and self._starts_its_line(entries[at + 1].start_byte)
            end = self._end_of_line(end) if alone else entries[at + 1].start_byte
            start = self._start_of_line(start) if alone else start
        elif at:
            start = entries[at - 1].end_byte
        self._cuts[start, end] = None

    def _link(self, leaf: Node, arguments: Node) -> tuple[int, int] | None:
        """Return the bytes of a call that is handed what is dead, where its chain has another like it."""
        call: Node | None = arguments if _is_argument(arguments) else None
        while call is not None and not _is_call(call):
            call = call.parent
        if call is None or not _is_handed(leaf, call):
            return None
        receiver = _receiver(call)
        name = _called(call)
        if receiver is None or not name:
            return None
        after = _next_link(call)
        alike = [c for c in (receiver, after) if c is not None and _is_call(c)]
        chain = [link for start in alike for link in _links(start)]
        if any(_called(other) == name for other in chain):
            return receiver.end_byte, call.end_byte
        return None

    def _take_statement(self, leaf: Node, statement: Node, block: Node) -> list[Dead]:
        """Cut a statement that registers, or that makes a variable of what is dead."""
        expression = _bare(statement)
        if self._may_cut(leaf):
            if _is_call(expression) and self._is_registration(leaf, expression, block):
                self._cut_statement(statement)
                return []
            made = _made_by(statement, leaf)
            if made:
                self._cut_statement(statement)
                return [Dead(made, block.start_byte, block.end_byte)]
        test = _test_around(leaf) if self._role == Role.TEST else None
        if test is not None:
            self._cut_statement(test)
            return self._names_of_test(test)
        self._left.add(self._line(leaf.start_byte))
        return []

    def _names_of_test(self, test: Node) -> list[Dead]:
        """Return the name by which a test that goes may be called, where it is a function."""
        node = (test.child_by_field_name("definition") or test).child_by_field_name("name")
        if node is None:
            return []
        name = (node.text or b"").decode("utf-8", "replace")
        self._tests.append(name)
        return [Dead(name)]

    def _is_registration(self, leaf: Node, call: Node, block: Node) -> bool:
        """Whether a call is handed what is dead; in tests, whether it calls that, or is one of several."""
        if _is_handed(leaf, call):
            return True
        beside = (_bare(n) for n in block.named_children)
        alike = [c for c in beside if _is_call(c) and _called(c) == _called(call)]
        made = call.text is not None and re.match(rb"(?:new\s+)?" + re.escape(leaf.text or b""), call.text)
        return self._role == Role.TEST and (len(alike) > 1 or bool(made))

    def _cut_statement(self, statement: Node) -> None:
        self._cuts[self._whole_lines(statement.start_byte, statement.end_byte)] = None

    def _cut_imports(self, dead: Sequence[tuple[Import, frozenset[str]]], others: Iterable[Import]) -> None:
        """Cut import statements, or of those that bring other names as well, the dead ones."""
        gone = {
            (found.start, name.start) for found, names in dead for name in found.names if name.name in names
        }
        whole = [found.start for found, names in dead if not found.names]
        for found, _ in dead:
            statement = self._statement_at(found.start, found.end)
            beside = [o for o in others if statement[0] <= o.start < statement[1]]
            names = [(o.start, name.start, name.end) for o in beside for name in o.names]
            if all((o, start) in gone for o, start, _ in names) and all(
                o.names or o.start in whole for o in beside
            ):
                self._cuts[self._whole_lines(*statement)] = None
                continue
            for start, end in ((o.start, o.end) for o in beside if o.start in whole):
                self._cuts[self._whole_lines(start, end)] = None
            for at, start, end in names:
                if (at, start) in gone and at == start:
                    self._cuts[self._whole_lines(start, end)] = None
                elif (at, start) in gone:
                    self._cut_name(start, end)

    def _cut_name(self, start: int, end: int) -> None:
        entry = self._root.descendant_for_byte_range(start, end)
        while entry is not None and entry.parent is not None and not _separates(entry.parent):
            entry = entry.parent
        if entry is not None and entry.parent is not None:
            self._cut_entry(entry, entry.parent)

    def _statement_at(self, start: int, end: int) -> tuple[int, int]:
        node = self._root.descendant_for_byte_range(start, max(start + 1, end - 1))
        while node is not None and node.parent is not None and node.parent.type not in BLOCKS:
            node = node.parent
        return (node.start_byte, node.end_byte) if node is not None else (start, end)

    def _whole_lines(self, start: int, end: int) -> tuple[int, int]:
        """Return a span with its indentation and the end of its last line, where nothing else is there."""
        if self._starts_its_line(start):
            rest = self._source[end : self._end_of_line(end)]
            if not rest.strip(b" \t\r\n;,"):
                return self._start_of_line(start), self._end_of_line(end)
        return start, end

    def _left_behind(self, start: int, end: int, spans: list[tuple[int, int]]) -> bytes:
        """Return what stands for a cut: a statement that does nothing, where a block would be left empty."""
        if not self._passes:
            return b""
        first = self._first(start, end)
        node = self._root.descendant_for_byte_range(first, first + 1)
        while node is not None and (node.parent is None or node.parent.type not in BLOCKS):
            node = node.parent
        block = node.parent if node is not None else None
        if block is None or block.parent is None:
            return b""
        whole = [
            n
            for n in block.named_children
            if not any(s <= n.start_byte and n.end_byte <= e for s, e in spans)
        ]
        last = max(e for s, e in spans if s <= block.end_byte and block.start_byte <= e)
        if whole or end != last:
            return b""
        return self._source[self._start_of_line(first) : first] + self._passes + b"\n"

    def _starts_its_line(self, at: int) -> bool:
        return not self._source[self._start_of_line(at) : at].strip()

    def _start_of_line(self, at: int) -> int:
        return self._source.rfind(b"\n", 0, at) + 1

    def _end_of_line(self, at: int) -> int:
        found = self._source.find(b"\n", at)
        return len(self._source) if found < 0 else found + 1

    def _line(self, at: int) -> int:
        return self._source.count(b"\n", 0, at) + 1

    def _text(self, start: int, end: int) -> str:
        return " ".join(self._source[start:end].decode("utf-8", "replace").split())


def _bound_by(found: Import, name: ImportedName) -> str:
    """Return the name that an import brings into its file; a whole package is called by its last part."""
    return found.module.rpartition("/")[2] if name.bound == "*" and found.whole else name.bound


def _occurrences(source: bytes, word: bytes, start: int, end: int) -> Iterator[int]:
    at = source.find(word, start)
    while 0 <= at < end:
        before, after = source[at - 1 : at], source[at + len(word) : at + len(word) + 1]
        if not (before.isalnum() or before == b"_" or after.isalnum() or after == b"_"):
            yield at
        at = source.find(word, at + len(word))


def _outermost(spans: Iterable[tuple[int, int]]) -> list[tuple[int, int]]:
    """Return spans without those that lie in another, or touch the one before."""
    out: list[tuple[int, int]] = []
    for start, end in sorted(spans, key=lambda span: (span[0], -span[1])):
        if out and start < out[-1][1]:
            out[-1] = (out[-1][0], max(end, out[-1][1]))
        else:
            out.append((start, end))
    return out


def _is_within(node: Node, spans: list[tuple[int, int]]) -> bool:
    return any(start <= node.start_byte and node.end_byte <= end for start, end in spans)


def _separates(node: Node) -> bool:
    """Whether the children of a node stand apart by commas."""
    return any(child.type == "," for child in node.children) or node.type in LISTS


def _is_key(leaf: Node) -> bool:
    """Whether a name only says which argument or entry follows."""
    parent = leaf.parent
    if parent is None or not ("keyword" in parent.type or "pair" in parent.type or "argument" in parent.type):
        return False
    key = parent.child_by_field_name("name") or parent.child_by_field_name("key")
    return key is not None and key.id == leaf.id and parent.named_child_count > 1


def _is_argument(node: Node) -> bool:
    return "argument" in node.type and "type_argument" not in node.type


def _is_call(node: Node) -> bool:
    return "call" in node.type.split("_") or "invocation" in node.type


def _test_around(leaf: Node) -> Node | None:
    """Return the one test that a name is in."""
    node = leaf
    while node.parent is not None:
        if node.parent.type in BLOCKS and _is_test(node):
            return node
        node = node.parent
    return None


def _is_test(node: Node) -> bool:
    """Whether a node is a test: a function that is called or marked so, or a call that is handed one."""
    expression = _bare(node)
    if _is_call(expression):
        return _called(expression) in (b"it", b"test")
    inner = node.child_by_field_name("definition") or node
    name = inner.child_by_field_name("name")
    if inner.child_by_field_name("parameters") is None or name is None:
        return False
    marks = (node.text or b"")[: name.start_byte - node.start_byte]
    return b"test" in (name.text or b"").lower() or bool(re.search(rb"[@\[](?:Test|Fact)\b", marks))


def _is_handed(leaf: Node, call: Node) -> bool:
    """Whether a name begins an argument of a call, or of a call that is such an argument."""
    node = leaf
    while node.parent is not None and node.id != call.id:
        if any(word in node.type for word in COMPARING):
            return False
        if _is_argument(node.parent) and not _is_callee(leaf, call):
            return True
        node = node.parent
    return False


def _is_callee(leaf: Node, call: Node) -> bool:
    """Whether a name is in what is called, and not in its arguments."""
    first = call.child_by_field_name("object") or (call.named_children[0] if call.named_children else None)
    return first is not None and first.start_byte <= leaf.start_byte < first.end_byte


def _receiver(call: Node) -> Node | None:
    """Return what a method is called on."""
    own = call.child_by_field_name("object")
    if own is not None:
        return own
    called = call.named_children[0] if call.named_children else None
    if called is None or not any(word in called.type for word in MEMBERS) or not called.named_children:
        return None
    return called.named_children[0]


def _called(call: Node) -> bytes:
    """Return the last name of what is called."""
    named = call.child_by_field_name("name")
    node = named if named is not None else (call.named_children[0] if call.named_children else None)
    while node is not None and node.named_children:
        inner = node.child_by_field_name("name") or node.child_by_field_name("property")
        node = inner or node.named_children[-1]
    return (node.text or b"") if node is not None else b""


def _next_link(call: Node) -> Node | None:
    """Return the call that is made on the outcome of another."""
    outer = call.parent
    if outer is not None and any(word in outer.type for word in MEMBERS) and not _is_call(outer):
        outer = outer.parent
    if outer is None or not _is_call(outer):
        return None
    receiver = _receiver(outer)
    return outer if receiver is not None and receiver.id == call.id else None


def _links(call: Node) -> Iterator[Node]:
    """Yield a call and those that it is chained with, in both directions."""
    before: Node | None = call
    while before is not None and _is_call(before):
        yield before
        before = _receiver(before)
    after = _next_link(call)
    while after is not None:
        yield after
        after = _next_link(after)


def _bare(statement: Node) -> Node:
    """Return the expression that a statement is."""
    node = statement
    while node.named_child_count == 1 and any(word in node.type for word in BARE):
        node = node.named_children[0]
    return node


def _made_by(statement: Node, leaf: Node) -> str:
    """Return the variable that a statement makes by calling, or reading from, what a name leads to."""
    head = (statement.text or b"")[: leaf.start_byte - statement.start_byte]
    found = _MAKING.match(head.decode("utf-8", "replace"))
    return found["name"] if found is not None else ""


def _holds(node: Node, text: bytes) -> bool:
    if not node.named_children:
        return node.text == text
    return any(_holds(child, text) for child in node.named_children)


__all__ = ["Dead", "Outcome", "Taker"]
