"""Routes whose handlers are written in place, gathered by what they are about into functions of their own.

A route that uses what stands around it cannot have its handler named alone: the statement goes whole, and
what it uses is handed to the function that it goes to.
"""

import re
from abc import abstractmethod
from dataclasses import dataclass

from tree_sitter import Node

from yandrel.languages.edits import merge_edits
from yandrel.languages.gathering.groups import Group
from yandrel.languages.gathering.lines import cut_lines, margin_of, span_of, with_blank_lines, with_indents
from yandrel.languages.gathering.reader import Gathering, RouteReader, holds, name_of
from yandrel.languages.lifting import STAYS, Lifted
from yandrel.languages.trees import text_of, walk
from yandrel.model.changes import Edit, apply_edits


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


class RouteGatherer(RouteReader):
    """Writes the functions that will declare the routes that are found."""

    @abstractmethod
    def name_for(self, concept: str, block: Node) -> str:
        """Return what the definition is called that declares the routes of a block."""

    @abstractmethod
    def write(self, name: str, group: Group, block: Node) -> Written:
        """Return the definition around the routes of a group, and the statement that calls it."""

    @abstractmethod
    def stands_after(self, block: Node) -> Node:
        """Return the node after which definitions stand that were made for a block."""

    def edits_of_type(self, node: Node) -> list[Edit]:
        """Return what changes in a type that comes to stand beside the one that it stood in."""
        return []

    def refer_to_types(self, gathering: Gathering) -> list[Edit]:
        """Return the edits of what names such types by the type that they stood in."""
        return []

    def write_helpers(self, name: str) -> tuple[str, str]:
        """Return what stands before and after the functions that several routes use."""
        return "", ""

    def edits_of_shared(self, function: Node) -> list[Edit]:
        """Return what changes in a function that goes to the helpers."""
        return []

    def refer_to_shared(self, name: Node, helpers: str) -> Edit | None:
        """Return the edit of a name that leads to a function of the helpers."""
        return None

    def edits_within(self, node: Node, group: Group) -> list[Edit]:
        """Return what changes within a node of a group, where it goes."""
        return []

    def lift_others(self, gathering: Gathering, told: list[Node], lifted: Lifted) -> list[Edit]:
        """Return the edits that name handlers which need nothing else; what is `told` has been seen to."""
        return []

    def gather(self, source: bytes, root: Node, kept: frozenset[str] = frozenset()) -> Lifted:
        """Return a text in which routes with handlers in place are declared by functions of their own.

        What is `kept` does not go along with routes.
        """
        lifted = Lifted(source)
        if root.has_error:
            return lifted
        gathering = Gathering(source, root, kept)
        for block in self.blocks(root):
            self.plan(gathering, block)
        moved = [node for group in gathering.groups for node in group.nodes]
        types = self.inner_types(gathering)
        gathering.types = [t for t in types if not any(holds(t, node) for node in moved)]
        self._name(gathering, lifted)
        lifted.whole = [(n.start_point[0] + 1, n.end_point[0] + 1) for n in gathering.whole]
        told = gathering.whole + [node for group in gathering.groups for node in group.nodes]
        for left in gathering.left:
            told.append(left.node)
            lifted.notes.append((left.node.start_point[0] + 1, left.path, left.stays))
        for node, path in self.find_in_place(root):
            if not any(holds(t, node) for t in told):
                lifted.notes.append((node.start_point[0] + 1, path, STAYS))
        edits = [*self._edit(gathering), *self.lift_others(gathering, told, lifted)]
        if edits:
            lifted.text = apply_edits(source, merge_edits(edits))
        return lifted

    def _name(self, gathering: Gathering, lifted: Lifted) -> None:
        """Give names to what is made, and say them."""
        taken = {word.decode("utf-8", "replace") for word in re.findall(rb"\w+", gathering.source)}
        found = list(zip(gathering.groups, gathering.blocks, strict=True))
        gathering.groups, gathering.blocks = [], []
        for group, block in found:
            name = _free_name(self.name_for(group.concept, block), taken)
            taken.add(name)
            if name in gathering.kept:
                gathering.whole += group.nodes
                continue
            gathering.groups.append(group)
            gathering.blocks.append(block)
            gathering.names.append(name)
            lifted.concepts[name] = group.concept
            first, last = group.statements[0].node, group.statements[-1].node
            lifted.routers[name] = (first.start_point[0] + 1, last.end_point[0] + 1)
            lifted.members |= {name_of(function) for s in group.statements for function in s.along}
        for found_type in gathering.types:
            rows = (found_type.start_point[0] + 1, found_type.end_point[0] + 1)
            lifted.types[name_of(found_type)] = rows
            lifted.members.add(name_of(found_type))
        if gathering.shared:
            first, last = gathering.shared[0], gathering.shared[-1]
            gathering.helpers = _free_name(self.helpers_name(first), taken)
            lifted.helpers[gathering.helpers] = (first.start_point[0] + 1, last.end_point[0] + 1)
            lifted.members |= {name_of(function) for function in gathering.shared}

    def _edit(self, gathering: Gathering) -> list[Edit]:
        referring = [*self._refer(gathering), *self.refer_to_types(gathering)]
        edits: list[Edit] = []
        for group, name, block in zip(gathering.groups, gathering.names, gathering.blocks, strict=True):
            edits += self._move_routes(gathering, group, self.write(name, group, block), block, referring)
        if gathering.shared:
            edits += self._move_shared(gathering)
        for node in gathering.types:
            edits += self._move_type(gathering, node, referring)
        moved = [node for group in gathering.groups for node in group.nodes]
        moved += gathering.shared + gathering.types
        return edits + [e for e in referring if not any(n.start_byte <= e.start < n.end_byte for n in moved)]

    def _refer(self, gathering: Gathering) -> list[Edit]:
        """Return the edits of names that lead to what goes to the helpers, wherever they stand."""
        edits: list[Edit] = []
        for function in gathering.shared:
            for name in self.used(function.parent or function):
                inside = any(holds(other, name) for other in gathering.shared)
                found = self.refer_to_shared(name, gathering.helpers)
                if text_of(name) == name_of(function) and found is not None and not inside:
                    edits.append(found)
        return edits

    def _move_routes(
        self, gathering: Gathering, group: Group, made: Written, block: Node, referring: list[Edit]
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

    def _move_shared(self, gathering: Gathering) -> list[Edit]:
        source, indent = gathering.source, gathering.indent
        after = self.stands_after(gathering.shared[0])
        base = margin_of(source, after)
        inner = [edit for function in gathering.shared for edit in self.edits_of_shared(function)]
        body = self._body(source, gathering.shared, base + indent, inner, True)
        head, tail = (with_indents(t, base, indent) for t in self.write_helpers(gathering.helpers))
        edits = [cut_lines(source, *span_of(source, f, self.comments)) for f in gathering.shared]
        return [*edits, self._insert(gathering, after, f"{head}\n{body}{tail}")]

    def _move_type(self, gathering: Gathering, node: Node, referring: list[Edit]) -> list[Edit]:
        after = self.stands_after(node)
        base = margin_of(gathering.source, after)
        inner = [*referring, *self.edits_of_type(node)]
        body = self._body(gathering.source, [node], base, inner)
        cut = cut_lines(gathering.source, *span_of(gathering.source, node, self.comments))
        return [cut, self._insert(gathering, after, body.rstrip("\n"))]

    def _insert(self, gathering: Gathering, after: Node, definition: str) -> Edit:
        """Return the edit that puts a definition after a node, or after the lines of what it goes with."""
        moved = [*(node for group in gathering.groups for node in group.nodes), *gathering.shared]
        moved += gathering.types
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


def _free_name(stem: str, taken: set[str]) -> str:
    name, number = stem, 2
    while name in taken:
        name, number = f"{stem}{number}", number + 1
    return name
