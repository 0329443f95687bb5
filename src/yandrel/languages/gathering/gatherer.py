"""Routes whose handlers are written in place, gathered by what they are about into functions of their own.

A route that uses what stands around it cannot have its handler named alone: the statement goes whole, and
what it uses is handed to the function that it goes to.
"""

import re
from abc import ABC, abstractmethod
from collections.abc import Iterator
from dataclasses import dataclass, field
from functools import cached_property

from tree_sitter import Node

from yandrel.languages.edits import merge_edits
from yandrel.languages.gathering.groups import Group, Need, RouteStatement, group_routes, parts_of
from yandrel.languages.gathering.lines import (
    cut_lines,
    indent_of,
    margin_of,
    span_of,
    stands_alone,
    with_blank_lines,
    with_indents,
)
from yandrel.languages.lifting import STAYS, Lifted
from yandrel.languages.trees import text_of, walk
from yandrel.model.changes import Edit, apply_edits
from yandrel.model.words import singular, words_of


@dataclass(frozen=True)
class Written:
    """A definition: what stands before its routes, after them, and at its end; the statement that calls it.

    Between `middle` and `tail` stands what the routes use. `depth` and `along` are how many times the two
    are indented.
    """

    head: str
    tail: str
    call: str
    depth: int = 1
    middle: str = ""
    along: int = 1


@dataclass
class Gathering:
    """What is found in a file: groups, each with its block and its name, what stays, what several use.

    `whole` are blocks that are functions for their routes already.
    """

    source: bytes
    root: Node
    kept: frozenset[str]
    groups: list[Group] = field(default_factory=list)
    blocks: list[Node] = field(default_factory=list)
    names: list[str] = field(default_factory=list)
    left: list[RouteStatement] = field(default_factory=list)
    shared: list[Node] = field(default_factory=list)
    whole: list[Node] = field(default_factory=list)
    helpers: str = ""

    @cached_property
    def indent(self) -> str:
        return indent_of(self.source)

    def share(self, functions: list[Node]) -> None:
        """Let functions go to the helpers; what went along with routes stays with none of them."""
        known = {node.id: node for node in (*self.shared, *functions)}
        self.shared = sorted(known.values(), key=lambda node: node.start_byte)
        for found in (s for group in self.groups for s in group.statements):
            found.along = tuple(f for f in found.along if f.id not in known)


class RouteGatherer(ABC):
    """Reads where routes are declared in a language, and writes the functions that will declare them."""

    nested: frozenset[str]
    """Nodes that names declared in them do not leave."""
    functions: frozenset[str]
    """Those of them whose own names are seen beside them."""
    strings: frozenset[str]
    """Nodes whose further lines stay as they are when what they stand in is indented anew."""
    comments: frozenset[str] = frozenset({"comment", "line_comment", "block_comment", "multiline_comment"})

    @abstractmethod
    def blocks(self, root: Node) -> Iterator[Node]:
        """Yield the nodes whose children are statements among which routes may be declared."""

    @abstractmethod
    def read_route(self, statement: Node) -> RouteStatement | None:
        """Return the route that a statement declares."""

    @abstractmethod
    def find_in_place(self, root: Node) -> Iterator[tuple[Node, str]]:
        """Yield each route whose handler is written in it, wherever it stands, with its path."""

    @abstractmethod
    def declared(self, node: Node) -> Iterator[Node]:
        """Yield the names that a node itself declares, without what is below it."""

    @abstractmethod
    def used(self, statement: Node) -> Iterator[Node]:
        """Yield the names in a statement that may lead to what stands around it."""

    def named_in_strings(self, statement: Node) -> Iterator[str]:
        """Yield names that the grammar does not tell from the strings around them."""
        return iter(())

    @abstractmethod
    def type_of(self, name: Node) -> str | None:
        """Return the type of a parameter that stands for a declared name; None where it cannot be told."""

    @abstractmethod
    def sets(self, name: Node) -> bool:
        """Whether a name stands where it is given another value."""

    @abstractmethod
    def name_for(self, concept: str, block: Node) -> str:
        """Return what the definition is called that declares the routes of a block."""

    @abstractmethod
    def write(self, name: str, group: Group, block: Node) -> Written:
        """Return the definition around the routes of a group, and the statement that calls it."""

    @abstractmethod
    def stands_after(self, block: Node) -> Node:
        """Return the node after which definitions stand that were made for a block."""

    def fits(self, used: Node, declared: Node) -> bool:
        """Whether a name may lead to what is declared by the same name: a function, a variable."""
        return True

    def why_not(self, statement: Node) -> str:
        """Return why a statement cannot leave, for another reason than the names that it uses."""
        return ""

    def goes_along(self, name: Node, statement: Node) -> Node | None:
        """Return the function beside a statement that a name declares, where it can go along with it."""
        return None

    def can_be_shared(self, function: Node) -> bool:
        """Whether a function that goes along could stand in a file of helpers, if it needs nothing else."""
        return False

    def helpers_name(self, function: Node) -> str:
        """Return what the type is called that functions go to which several routes use."""
        return "Helpers"

    def write_helpers(self, name: str) -> tuple[str, str]:
        """Return what stands before and after the functions that several routes use."""
        return "", ""

    def edits_of_shared(self, function: Node) -> list[Edit]:
        """Return what changes in a function that goes to the helpers."""
        return []

    def refer_to_shared(self, name: Node, helpers: str) -> Edit | None:
        """Return the edit of a name that leads to a function of the helpers."""
        return None

    def called_inside(self, name: str, words: set[str]) -> str:
        """Return what a name is called where it is handed to, if otherwise; `words` are all of the file."""
        return ""

    def is_fixed(self, name: Node) -> bool:
        """Whether a declared name can be set but once."""
        return False

    def naming(self, root: Node) -> Iterator[Node]:
        """Yield the names in a file that may lead to what goes along with routes."""
        for node in self.used(root):
            if node.parent is None or node not in self.declared(node.parent):
                yield node

    def edits_within(self, node: Node, group: Group) -> list[Edit]:
        """Return what changes within a node of a group, where it goes."""
        return []

    def opened_path(self, declared: Node) -> str:
        """Return the path of the group of routes that a name stands for, where it is declared elsewhere."""
        return ""

    def lift_others(self, gathering: "Gathering", told: list[Node], lifted: Lifted) -> list[Edit]:
        """Return the edits that name handlers which need nothing else; what is `told` has been seen to."""
        return []

    def declared_at_top(self, child: Node) -> Iterator[Node]:
        """Yield the names that a statement of the file itself declares and that no other file sees."""
        return iter(())

    def gather(self, source: bytes, root: Node, kept: frozenset[str] = frozenset()) -> Lifted:
        """Return a text in which routes with handlers in place are declared by functions of their own.

        What is `kept` does not go along with routes.
        """
        lifted = Lifted(source)
        if root.has_error:
            return lifted
        gathering = Gathering(source, root, kept)
        for block in self.blocks(root):
            self._plan(gathering, block)
        self._name(gathering, lifted)
        told = gathering.whole + [node for group in gathering.groups for node in group.nodes]
        for left in gathering.left:
            told.append(left.node)
            lifted.notes.append((left.node.start_point[0] + 1, left.path, left.stays))
        for node, path in self.find_in_place(root):
            if not any(_holds(t, node) for t in told):
                lifted.notes.append((node.start_point[0] + 1, path, STAYS))
        edits = [*self._edit(gathering), *self.lift_others(gathering, told, lifted)]
        if edits:
            lifted.text = apply_edits(source, merge_edits(edits))
        return lifted

    def _name(self, gathering: "Gathering", lifted: Lifted) -> None:
        """Give names to what is made, and say them."""
        taken = {word.decode("utf-8", "replace") for word in re.findall(rb"\w+", gathering.source)}
        for group, block in zip(gathering.groups, gathering.blocks, strict=True):
            name = _free_name(self.name_for(group.concept, block), taken)
            taken.add(name)
            gathering.names.append(name)
            lifted.concepts[name] = group.concept
            first, last = group.statements[0].node, group.statements[-1].node
            lifted.routers[name] = (first.start_point[0] + 1, last.end_point[0] + 1)
            lifted.members |= {name_of(function) for s in group.statements for function in s.along}
        if gathering.shared:
            first, last = gathering.shared[0], gathering.shared[-1]
            gathering.helpers = _free_name(self.helpers_name(first), taken)
            lifted.helpers[gathering.helpers] = (first.start_point[0] + 1, last.end_point[0] + 1)
            lifted.members |= {name_of(function) for function in gathering.shared}

    def _edit(self, gathering: "Gathering") -> list[Edit]:
        referring = self._refer(gathering)
        edits: list[Edit] = []
        for group, name, block in zip(gathering.groups, gathering.names, gathering.blocks, strict=True):
            edits += self._move_routes(gathering, group, self.write(name, group, block), block, referring)
        if gathering.shared:
            edits += self._move_shared(gathering)
        moved = [node for group in gathering.groups for node in group.nodes] + gathering.shared
        return edits + [e for e in referring if not any(n.start_byte <= e.start < n.end_byte for n in moved)]

    def _refer(self, gathering: "Gathering") -> list[Edit]:
        """Return the edits of names that lead to what goes to the helpers, wherever they stand."""
        edits: list[Edit] = []
        for function in gathering.shared:
            for name in self.used(function.parent or function):
                inside = any(_holds(other, name) for other in gathering.shared)
                found = self.refer_to_shared(name, gathering.helpers)
                if text_of(name) == name_of(function) and found is not None and not inside:
                    edits.append(found)
        return edits

    def function_around(self, block: Node) -> str:
        """Return the name of the function around a block, if that can leave the file as it is."""
        return ""

    def _is_for(self, groups: list[Group], block: Node) -> bool:
        """Whether a function that can leave by itself declares just the routes of what it is called by."""
        around = words_of(self.function_around(block))
        return len(groups) == 1 and groups[0].concept in {*map(singular, around), singular("_".join(around))}

    def _plan(self, gathering: "Gathering", block: Node) -> None:
        """Find the routes of a block, and how they are put together."""
        statements = self._read_block(gathering.source, block)
        names = list(self.naming(gathering.root))
        while True:
            groups = group_routes(statements)
            if self._is_for(groups, block):
                gathering.whole.append(block)
                return
            groups = [group for group in groups if any(s.in_place for s in group.statements)]
            if not any(self._settle(gathering, statements, group, names) for group in groups):
                break
        gathering.groups += groups
        gathering.blocks += [block] * len(groups)
        gathering.left += [s for s in statements if s is not None and s.stays and s.in_place]

    def _settle(
        self, gathering: "Gathering", statements: list[RouteStatement | None], group: Group, names: list[Node]
    ) -> bool:
        """Share or keep one thing of a group that others need as well; whether there was one.

        What makes a group of routes, and what a route uses beside it, is to go only with all that names it.
        """
        for found in group.statements:
            if found.opens and _is_named_beside(found.opens, group.nodes, names):
                statements[statements.index(found)] = None
                return True
            for function in found.along:
                name = name_of(function)
                if name not in gathering.kept and not _is_named_beside(name, group.nodes, names):
                    continue
                free = self._free_with(function) if name not in gathering.kept else []
                if not free:
                    found.stays = f"its handler is written in place and uses {name}, as others do"
                    return True
                gathering.share(free)
                for other in (s for s in statements if s is not None):
                    other.along = tuple(f for f in other.along if f not in gathering.shared)
                return True
        return False

    def _free_with(self, function: Node) -> list[Node]:
        """Return a function and those that it uses, if none of them needs anything else that is around it."""
        free: dict[int, Node] = {}
        waiting = [function]
        while waiting:
            node = waiting.pop()
            if not self.can_be_shared(node):
                return []
            free[node.id] = node
            around = self._names_around(node)
            for used in self.used(node):
                declared = around.get(text_of(used), (None, node))[0]
                if declared is None or text_of(used) == name_of(node) or not self.fits(used, declared):
                    continue
                other = self.goes_along(declared, node)
                if other is None:
                    return []
                waiting += [] if other.id in free else [other]
        return list(free.values())

    def _read_block(self, source: bytes, block: Node) -> list[RouteStatement | None]:
        out: list[RouteStatement | None] = []
        opened: dict[str, str] = {}
        for statement in block.named_children:
            if statement.type in self.comments:
                continue
            found = self.read_route(statement)
            if found is not None:
                before = opened.get(found.receiver) or self._opened_around(found)
                found.path = "/" + "/".join((*parts_of(before), *parts_of(found.path)))
                self.find_needs(found)
                if not stands_alone(source, found.node):
                    found.stays = "its handler is written in place, on a line with others"
                if found.opens:
                    opened[found.opens] = found.path
            out.append(found)
        return out

    def _opened_around(self, found: RouteStatement) -> str:
        declared, _ = self._names_around(found.node).get(found.receiver, (None, None))
        return self.opened_path(declared) if declared is not None else ""

    def find_needs(self, found: RouteStatement) -> None:
        """Find what a route uses of what stands around it; it stays where that cannot be handed on."""
        needs: dict[str, Need] = {}
        along: dict[int, Node] = {}
        words = {text_of(leaf) for leaf in walk(_root_of(found.node)) if not leaf.named_child_count}
        waiting = [found.node]
        found.stays = self.why_not(found.node)
        while waiting and not found.stays:
            node = waiting.pop()
            around = self._names_around(node)
            own = {text_of(name) for inner in walk(node) for name in self.declared(inner)} - {found.opens}
            hidden = [(name, node) for name in self.named_in_strings(node)]
            for name, used in [*((text_of(used), used) for used in self.used(node)), *hidden]:
                declared, scope = around.get(name, (None, node))
                if declared is None or name in needs or name == found.opens or not self.fits(used, declared):
                    continue
                function = self.goes_along(declared, node)
                if function is not None:
                    waiting += [] if function.id in along else [function]
                    along[function.id] = function
                    continue
                kind = self.type_of(declared)
                needs[name] = Need(name, kind or "", self.called_inside(name, words))
                reset = not self.is_fixed(declared) and self._is_set_in(scope, name)
                found.stays = found.stays or _why_kept(name, kind, name in own, reset)
        found.needs, found.along = tuple(needs.values()), tuple(along.values())

    def _is_set_in(self, scope: Node, name: str) -> bool:
        return any(text_of(node) == name and self.sets(node) for node in walk(scope))

    def _names_around(self, statement: Node) -> dict[str, tuple[Node, Node]]:
        """Return what is declared around a statement, where it stands nearest, and where it can be used."""
        names: dict[str, tuple[Node, Node]] = {}
        inner, around = statement, statement.parent
        while around is not None and around.parent is not None:
            beside = (
                name for child in around.named_children if child != inner for name in self._below(child)
            )
            for name in (*self.declared(around), *beside):
                names.setdefault(text_of(name), (name, around))
            inner, around = around, around.parent
        for child in around.named_children if around is not None else ():
            for name in self.declared_at_top(child):
                names.setdefault(text_of(name), (name, child.parent or child))
        return names

    def _below(self, child: Node) -> Iterator[Node]:
        """Yield what a node beside a statement declares for it."""
        stack = [child]
        while stack:
            node = stack.pop()
            if node.type not in self.nested or node.type in self.functions:
                yield from self.declared(node)
            if node.type not in self.nested:
                stack += node.named_children

    def _move_routes(
        self, gathering: "Gathering", group: Group, made: Written, block: Node, referring: list[Edit]
    ) -> list[Edit]:
        source, indent = gathering.source, gathering.indent
        spans = [span_of(source, node, self.comments) for node in group.nodes]
        margin = margin_of(source, group.statements[0].node)
        call = "".join(f"{margin}{line}\n" for line in made.call.split("\n"))
        edits = [Edit(*spans[0], call.encode()), *(cut_lines(source, *span) for span in spans[1:])]
        after = self.stands_after(block)
        base = margin_of(source, after)
        routes = len(group.statements)
        inner = [*referring, *(e for node in group.nodes for e in self.edits_within(node, group))]
        inner += [e for node in group.nodes for e in self._called_otherwise(node, group)]
        body = self._body(source, group.nodes[:routes], base + indent * made.depth, inner)
        along = self._body(source, group.nodes[routes:], base + indent * made.along, inner)
        middle = made.middle if along else made.middle.rstrip("\n") + "\n" if made.middle else ""
        parts = [f"{with_indents(made.head, base, indent)}\n", body]
        parts += ["\n" if along and not middle else "", with_indents(middle, base, indent), along]
        text = "".join([*parts, with_indents(made.tail, base, indent)])
        return [*edits, self._insert(gathering, after, text)]

    def _called_otherwise(self, node: Node, group: Group) -> list[Edit]:
        """Return the edits that call what is handed to a function as its parameters are called."""
        new = {need.name: need.called for need in group.needs if need.called}
        names = (name for name in self.used(node) if new and text_of(name) in new)
        return [Edit(name.start_byte, name.end_byte, new[text_of(name)].encode()) for name in names]

    def _move_shared(self, gathering: "Gathering") -> list[Edit]:
        source, indent = gathering.source, gathering.indent
        after = self.stands_after(gathering.shared[0])
        base = margin_of(source, after)
        inner = [edit for function in gathering.shared for edit in self.edits_of_shared(function)]
        body = self._body(source, gathering.shared, base + indent, inner, True)
        head, tail = (with_indents(t, base, indent) for t in self.write_helpers(gathering.helpers))
        edits = [cut_lines(source, *span_of(source, f, self.comments)) for f in gathering.shared]
        return [*edits, self._insert(gathering, after, f"{head}\n{body}{tail}")]

    def _insert(self, gathering: "Gathering", after: Node, definition: str) -> Edit:
        """Return the edit that puts a definition after a node, or after the lines of what it goes with."""
        moved = [*(node for group in gathering.groups for node in group.nodes), *gathering.shared]
        for start, end in (span_of(gathering.source, node, self.comments) for node in moved):
            if start < after.end_byte < end:
                return Edit(end, end, f"\n{definition}\n".encode())
        return Edit(after.end_byte, after.end_byte, f"\n\n{definition}".encode())

    def _body(
        self, source: bytes, nodes: list[Node], indent: str, edits: list[Edit], apart: bool = False
    ) -> str:
        """Return nodes at an indent, with a blank line between those that have one between them, or all."""
        body = ""
        for node in nodes:
            start, end = span_of(source, node, self.comments)
            body += "\n" if body and (apart or with_blank_lines(source, start) < start) else ""
            inner = apply_edits(source[:end], [e for e in edits if start <= e.start and e.end <= end])
            text = inner[start:].decode("utf-8", "replace").removesuffix("\n")
            fixed = self._fixed_rows(node, source.count(b"\n", 0, start))
            margin = margin_of(source, node)
            for row, line in enumerate(text.split("\n")):
                moved = line if row in fixed or not line.strip() else indent + line.removeprefix(margin)
                body += f"{moved}\n"
        return body

    def _fixed_rows(self, node: Node, first: int) -> set[int]:
        """Return the rows, counted from one, that continue strings over several lines."""
        return {
            row - first
            for string in walk(node)
            if string.type in self.strings
            for row in range(string.start_point[0] + 1, string.end_point[0] + 1)
        }


def _is_named_beside(name: str, nodes: list[Node], names: list[Node]) -> bool:
    found = (node for node in names if text_of(node) == name)
    return any(not any(_holds(n, node) for n in nodes) for node in found)


def _why_kept(name: str, kind: str | None, twice: bool, reset: bool) -> str:
    """Return why a name cannot be handed on to a function of routes."""
    if twice:
        return f"its handler is written in place, where {name} means two things"
    if kind is None:
        return f"its handler is written in place and uses {name}, and so stays"
    return f"its handler is written in place and uses {name}, which is set again" if reset else ""


def name_of(function: Node) -> str:
    """Return the name of a function, or of the one that a statement declares."""
    inner = function if function.child_by_field_name("name") is not None else function.named_children[0]
    return text_of(inner.child_by_field_name("name"))


def _holds(outer: Node, inner: Node) -> bool:
    return outer.start_byte <= inner.start_byte < outer.end_byte


def _root_of(node: Node) -> Node:
    while node.parent is not None:
        node = node.parent
    return node


def _free_name(stem: str, taken: set[str]) -> str:
    name, number = stem, 2
    while name in taken:
        name, number = f"{stem}{number}", number + 1
    return name
