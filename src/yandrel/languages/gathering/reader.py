"""Find the routes of a file, the local names they use, and reasons to leave them in place."""

import re
from abc import ABC, abstractmethod
from collections.abc import Iterator
from dataclasses import dataclass, field
from functools import cached_property

from tree_sitter import Node

from yandrel.languages.gathering.groups import Group, Need, RouteStatement, group_routes, parts_of
from yandrel.languages.gathering.lines import indent_of, stands_alone
from yandrel.languages.trees import text_of, walk
from yandrel.model.words import singular, words_of

VALUED = ("declaration", "declarator", "var_spec")
"""Endings of nodes in which a name is declared with the value that it has, which may name another."""
TYPE_PARAMETERS = frozenset({"type_parameters", "type_parameter_list"})
LOCAL_TYPES = frozenset(
    {"type_alias_declaration", "interface_declaration", "enum_declaration", "record_declaration"}
    | {"class_declaration", "type_declaration", "object_declaration"}
)
"""Types that a function may declare for itself."""
STATEMENTS = frozenset({"block", "statement_block", "statement_list", "statements"})


@dataclass
class Gathering:
    """The routes of a file: groups with block and name, those that stay, names used by several.

    `whole` are blocks that are functions for their routes already, `types` what can stand beside the type
    that it stands in.
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
    types: list[Node] = field(default_factory=list)
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


class RouteReader(ABC):
    """Reads where a language's routes are declared, and what goes to a function with them."""

    nested: frozenset[str]
    """Nodes that names declared in them do not leave."""
    functions: frozenset[str]
    """Those of them whose own names are seen beside them."""
    strings: frozenset[str]
    """Nodes whose further lines stay as they are when what they stand in is indented anew."""
    may_shadow: bool = False
    """Whether a function's own names may hide what it is handed."""
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

    @abstractmethod
    def type_of(self, name: Node) -> str | None:
        """Return the type of a parameter that stands for a declared name; None where it cannot be told."""

    @abstractmethod
    def sets(self, name: Node) -> bool:
        """Whether a name stands where it is given another value."""

    def named_in_strings(self, statement: Node) -> Iterator[str]:
        """Yield names that the grammar does not tell from the strings around them."""
        return iter(())

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

    def called_inside(self, name: str, place: Node) -> str:
        """Return what a name that is used at a place is called where it is handed to, if otherwise."""
        return ""

    def is_fixed(self, name: Node) -> bool:
        """Whether a declared name can be set but once."""
        return False

    def naming(self, root: Node) -> Iterator[Node]:
        """Yield the names in a file that may lead to what goes along with routes."""
        for node in self.used(root):
            if node.parent is None or node not in self.declared(node.parent):
                yield node

    def inner_types(self, gathering: Gathering) -> list[Node]:
        """Return the types that stand in others and can stand beside them as well."""
        return []

    def opened_path(self, declared: Node) -> str:
        """Return the path of the group of routes that a name stands for, where it is declared elsewhere."""
        return ""

    def declared_at_top(self, child: Node) -> Iterator[Node]:
        """Yield the names that a statement of the file itself declares and that no other file sees."""
        return iter(())

    def function_around(self, block: Node) -> str:
        """Return the name of the function around a block, if that can leave the file as it is."""
        return ""

    def _is_for(self, groups: list[Group], block: Node) -> bool:
        """Whether a function that can leave by itself declares just the routes of what it is called by."""
        around = words_of(self.function_around(block))
        return len(groups) == 1 and groups[0].concept in {*map(singular, around), singular("_".join(around))}

    def plan(self, gathering: Gathering, block: Node) -> None:
        """Find the routes of a block, and how they are put together."""
        statements = self._read_block(gathering.source, block)
        if not any(statements):
            return
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
        self, gathering: Gathering, statements: list[RouteStatement | None], group: Group, names: list[Node]
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
                shares = name not in gathering.kept and self.helpers_name(function) not in gathering.kept
                free = self._free_with(function) if shares else []
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
            around = self.names_around(node)
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
                held = _types_around(found.node) & {*words_in(found.node), *words_in_types(found.needs)}
                if held:
                    found.stays = f"its handler is written in place and uses {min(held)}, and so stays"
                if not stands_alone(source, found.node):
                    found.stays = "its handler is written in place, on a line with others"
                if found.opens:
                    opened[found.opens] = found.path
            out.append(found)
        return out

    def _opened_around(self, found: RouteStatement) -> str:
        declared, _ = self.names_around(found.node).get(found.receiver, (None, None))
        return self.opened_path(declared) if declared is not None else ""

    def find_needs(self, found: RouteStatement) -> None:
        """Find what a route uses of what stands around it; it stays where that cannot be handed on."""
        needs: dict[str, Need] = {}
        along: dict[int, Node] = {}
        waiting = [found.node]
        found.stays = self.why_not(found.node)
        while waiting and not found.stays:
            node = waiting.pop()
            around = self.names_around(node)
            own: dict[str, list[Node]] = {}
            for declared in (name for inner in walk(node) for name in self.declared(inner)):
                own.setdefault(text_of(declared), []).append(declared)
            hidden = [(name, node) for name in self.named_in_strings(node)]
            for name, used in [*((text_of(used), used) for used in self.used(node)), *hidden]:
                outer, scope = around.get(name, (None, node))
                if outer is None or name in needs or name == found.opens or not self.fits(used, outer):
                    continue
                if any(self._hides(inner, used) for inner in own.get(name, ())):
                    continue
                function = self.goes_along(outer, node)
                if function is not None:
                    waiting += [] if function.id in along else [function]
                    along[function.id] = function
                    continue
                kind = self.type_of(outer)
                needs[name] = Need(name, kind or "", self.called_inside(name, found.node))
                reset = not self.is_fixed(outer) and self._is_set_in(scope, name)
                twice = name in own and not self.may_shadow
                found.stays = found.stays or _why_kept(name, kind, twice, reset)
        found.needs, found.along = tuple(needs.values()), tuple(along.values())

    def _hides(self, declared: Node, used: Node) -> bool:
        """Whether a name within a route means what is declared there, not what is around the route."""
        scope = declared.parent
        while scope is not None and scope.type not in self.nested:
            if scope.type.endswith(VALUED) and holds(scope, used) and used != declared:
                return False
            scope = scope.parent
        return scope is not None and holds(scope, used) and declared.start_byte <= used.start_byte

    def _is_set_in(self, scope: Node, name: str) -> bool:
        return any(text_of(node) == name and self.sets(node) for node in walk(scope))

    def names_around(self, statement: Node) -> dict[str, tuple[Node, Node]]:
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


def _is_named_beside(name: str, nodes: list[Node], names: list[Node]) -> bool:
    found = (node for node in names if text_of(node) == name)
    return any(not any(holds(n, node) for n in nodes) for node in found)


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


def is_alone(method: Node) -> bool:
    """Whether no other method beside one has its name."""
    body = method.parent
    beside = body.named_children if body is not None else []
    return [name_of(other) for other in beside if other.type == method.type].count(name_of(method)) == 1


def _types_around(statement: Node) -> set[str]:
    """Return the types that only the function around a statement knows, or the type around that."""
    names: set[str] = set()
    inner, around = statement, statement.parent
    while around is not None and around.parent is not None:
        for child in around.named_children:
            if child.type in TYPE_PARAMETERS:
                names |= {next(_identifiers(one), "") for one in child.named_children}
            elif child.type in LOCAL_TYPES and child != inner and around.type in STATEMENTS:
                held = [child, *(inside for inside in child.named_children if inside.type == "type_spec")]
                names |= {text_of(one.child_by_field_name("name")) for one in held}
        inner, around = around, around.parent
    return names - {""}


def words_in(node: Node) -> set[str]:
    """Return the names in a node."""
    return set(_identifiers(node))


def _identifiers(node: Node) -> Iterator[str]:
    return (text_of(leaf) for leaf in walk(node) if leaf.type.endswith("identifier"))


def words_in_types(needs: tuple[Need, ...]) -> set[str]:
    """Return the names in the types of what is handed on."""
    return {word for need in needs for word in re.findall(r"\w+", need.type)}


def holds(outer: Node, inner: Node) -> bool:
    """Whether a node starts within another."""
    return outer.start_byte <= inner.start_byte < outer.end_byte
