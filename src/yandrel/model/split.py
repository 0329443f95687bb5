"""Values of a split: pieces, groups of routes, and converted texts."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from yandrel.model.changes import Note


@dataclass(frozen=True)
class RouteMark:
    """One route of a handler: its methods, its whole path, as the file says them."""

    methods: tuple[str, ...]
    path: str
    line: int


@dataclass(frozen=True)
class SplitPiece:
    """One definition of a crowded file.

    `role` is what it seems to be, `concept` the words of what it is about (singular), `needs` the
    other definitions that it uses, `group` the group of routes that a handler will belong to. A
    piece that `stays` cannot leave, for that reason; one that belongs `beside` the file looks for
    other files from where it stands; one that `follows` another registers itself with it when loaded.
    `stem` is what its file is called where each type has a file of its own, `sibling` the file that it
    can go to in the same folder, where what only the folder's own files see keeps it there.
    """

    name: str
    kind: str
    role: str
    concept: str
    line: int
    last_line: int
    needs: frozenset[str]
    stays: str = ""
    group: str = ""
    routes: tuple[RouteMark, ...] = ()
    beside: bool = False
    follows: str = ""
    stem: str = ""
    sibling: str = ""


@dataclass(frozen=True)
class MixedHandler:
    """A handler that does data work between reading a request and answering it: lines of both."""

    name: str
    line: int
    requests: tuple[tuple[int, int], ...]
    data: tuple[tuple[int, int], ...]
    liftable: str = ""


@dataclass(frozen=True)
class CrowdedFile:
    """The content of a crowded file; `text` has handlers inside of functions lifted out.

    `owners` are those lifted handlers, `members` what left the type that it was a member of, `rest_needs`
    what the code that is no piece uses.
    """

    framework: str
    pieces: tuple[SplitPiece, ...]
    text: bytes = b""
    owners: Mapping[str, str] = field(default_factory=dict)
    rest_needs: frozenset[str] = frozenset()
    mixed: tuple[MixedHandler, ...] = ()
    notes: tuple[Note, ...] = ()
    members: frozenset[str] = frozenset()


@dataclass
class Converted:
    """A crowded file's text before its pieces leave.

    `routers` are the names of the new groups of routes, `prefixes` theirs, `endpoints` the names by
    which other files call routes, old to new. `conflicts` are handlers that must stay, and why, `names`
    the new names of pieces that are called otherwise where they go.
    """

    text: bytes
    routers: dict[str, str] = field(default_factory=dict)
    prefixes: dict[str, str] = field(default_factory=dict)
    endpoints: dict[str, str] = field(default_factory=dict)
    groups: dict[str, str] = field(default_factory=dict)
    conflicts: dict[str, str] = field(default_factory=dict)
    names: dict[str, str] = field(default_factory=dict)


@dataclass(frozen=True)
class WidePart:
    """One narrow type that a wide one is cut into: its methods, and the units that call only those.

    `extends` is the part that it builds on.
    """

    name: str
    methods: tuple[str, ...]
    users: tuple[str, ...]
    extends: str = ""


@dataclass(frozen=True)
class WideCut:
    """The cut of a wide type: shared members, the parts, users of the whole, the new texts."""

    type_name: str
    shared: tuple[str, ...]
    parts: tuple[WidePart, ...]
    whole: tuple[str, ...]
    calls: Mapping[str, tuple[str, ...]]
    texts: Mapping[str, bytes]
