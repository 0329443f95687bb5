"""Routes that one function can declare together: what they are about, and what may pass what."""

from collections.abc import Sequence
from dataclasses import dataclass, field

from tree_sitter import Node

from yandrel.languages.lifting import GENERIC, PARAMETER
from yandrel.model.words import singular, words_of


@dataclass(frozen=True)
class Need:
    """A name that a route takes from around it: its type, and what the function that takes it calls it."""

    name: str
    type: str = ""
    called: str = ""

    @property
    def parameter(self) -> str:
        return self.called or self.name


@dataclass
class RouteStatement:
    """A statement that declares a route; `opens` is the name of a group of routes that it makes.

    `receiver` is what the route is declared on, `along` the functions beside it that it uses, `stays` why
    it cannot leave.
    """

    node: Node
    path: str
    receiver: str = ""
    in_place: bool = False
    opens: str = ""
    needs: tuple[Need, ...] = ()
    along: tuple[Node, ...] = ()
    stays: str = ""


@dataclass
class Group:
    """Routes of one concept that one function will declare, in the order in which they stand."""

    concept: str
    statements: list[RouteStatement] = field(default_factory=list)

    @property
    def nodes(self) -> list[Node]:
        """All that goes to the function: routes, then what they use."""
        routes = [s.node for s in self.statements]
        return [*routes, *sorted({n for s in self.statements for n in s.along}, key=lambda n: n.start_byte)]

    @property
    def receivers(self) -> set[str]:
        """Return the receivers that the routes are declared on."""
        return {s.receiver for s in self.statements}

    @property
    def needs(self) -> tuple[Need, ...]:
        """Return the parameters of the function that declares the routes, receivers first."""
        opened = {s.opens for s in self.statements} - {""}
        found = dict.fromkeys(need for s in self.statements for need in s.needs if need.name not in opened)
        return tuple(sorted(found, key=lambda need: need.name not in self.receivers))


def parts_of(path: str) -> list[str]:
    return [part for part in path.strip("/").split("/") if part]


def is_client(receiver: str) -> bool:
    """Whether what is asked for a path asks others, by its name, and declares no route."""
    return receiver.lower().endswith("client")


def concept_of(path: str) -> str:
    """Return what a path is about: the first of its parts that tells, in the singular."""
    plain = [part for part in parts_of(path) if not PARAMETER.search(part)]
    telling = [part for part in plain if not GENERIC.fullmatch(part)]
    words = words_of((telling or plain or ["root"])[0])
    return singular("_".join(words)) if words else "root"


def lie_apart(one: str, other: str) -> bool:
    """Whether no request can fit both of two paths, whatever follows them."""
    for left, right in zip(parts_of(one), parts_of(other), strict=False):
        if PARAMETER.search(left) or PARAMETER.search(right):
            return False
        if left != right:
            return True
    return False


def group_routes(statements: Sequence[RouteStatement | None]) -> list[Group]:
    """Return the groups that statements of one block make; None is a statement that declares no route.

    A route joins the group of its concept where no route that it would pass could answer in its place.
    """
    groups: list[Group] = []
    open_groups: dict[str, Group] = {}
    passed: dict[str, list[str]] = {}
    for found in statements:
        if found is None:
            open_groups, passed = {}, {}
            continue
        concept = concept_of(found.path)
        group = open_groups.get(concept)
        if found.stays or group is None or not all(lie_apart(found.path, p) for p in passed[concept]):
            open_groups.pop(concept, None)
            group = None
        if not found.stays and group is None:
            group = open_groups[concept] = Group(concept)
            passed[concept] = []
            groups.append(group)
        for other, paths in passed.items():
            if other != concept:
                paths.append(found.path)
        if group is not None:
            group.statements.append(found)
    return groups
