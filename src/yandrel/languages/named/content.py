"""Read one file in depth for a move, in a language with declared namespaces.

Qualified names have dots for separators throughout, whatever the language writes.
"""

from dataclasses import dataclass, field

from yandrel.model.facts import Problem


@dataclass(frozen=True, slots=True)
class Block:
    """One declared namespace: its name and span, what it spans, and where an import would go."""

    name: str
    name_start: int
    name_end: int
    statement_start: int
    statement_end: int
    start: int
    end: int
    insert_at: int


@dataclass(frozen=True, slots=True)
class Statement:
    """One import statement; `prefix` is what a group's names have in common.

    `everywhere` says that it is for all blocks of the file, `conditional` that it is not always there.
    """

    start: int
    end: int
    block: int
    space: str
    prefix: str = ""
    grouped: bool = False
    everywhere: bool = False
    conditional: bool = False


@dataclass(frozen=True, slots=True)
class Clause:
    """One name that an import statement brings; spans are of the clause and of the name in it."""

    path: str
    bound: str
    space: str
    start: int
    end: int
    path_start: int
    path_end: int
    statement: int
    aliased: bool = False


@dataclass(frozen=True, slots=True)
class Use:
    """One place that names something; `kind` is "code", "doc", "string", or "member" after a value."""

    start: int
    end: int
    parts: tuple[str, ...]
    rooted: bool
    space: str
    block: int
    kind: str = "code"

    @property
    def head(self) -> str:
        return self.parts[0]


@dataclass(frozen=True, slots=True)
class Held:
    """A definition with its comments: whole span, that of its name, and where it says its name again."""

    name: str
    kind: str
    space: str
    start: int
    end: int
    name_start: int
    name_end: int
    block: int
    fixed: str = ""
    also: tuple[tuple[int, int], ...] = ()


@dataclass(frozen=True, slots=True)
class PathUse:
    """A string that leads to a file: its content's span, the text, what it starts from.

    `statement` is the span of the statement that loads the file and does nothing else, `joined_at` where
    the expression starts that the string ends.
    """

    start: int
    end: int
    text: str
    base: str
    statement: tuple[int, int] | None = None
    joined_at: int = -1


@dataclass
class Content:
    """All that a move must know of one file."""

    source: bytes
    unit: str = ""
    blocks: list[Block] = field(default_factory=list)
    statements: list[Statement] = field(default_factory=list)
    clauses: list[Clause] = field(default_factory=list)
    uses: list[Use] = field(default_factory=list)
    held: list[Held] = field(default_factory=list)
    extending: list[Held] = field(default_factory=list)
    """Extensions of types that other files declare."""
    paths: list[PathUse] = field(default_factory=list)
    acts: bool = False
    problems: tuple[Problem, ...] = ()
    ambient: list[tuple[str, str, str]] = field(default_factory=list)
    """What other files import for this one: path, bound name, space."""
    preamble_end: int = 0
    """Where ends what must stand before all declarations, such as attributes of the assembly."""

    def holder_at(self, position: int) -> str:
        """Return the definition that a place stands in, nothing where it is in none."""
        return next((held.name for held in self.held if held.start <= position < held.end), "")

    def line_of(self, position: int) -> int:
        return self.source.count(b"\n", 0, position) + 1
