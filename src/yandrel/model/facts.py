"""The surface facts of one file, independent of every other file and of yandrel.toml."""

from enum import IntEnum

from msgspec import Struct


class When(IntEnum):
    """The moment at which a reference is needed: on loading, on calling, or for types only."""

    LOAD = 0
    CALL = 1
    TYPES = 2


class ImportedName(Struct, frozen=True, array_like=True):
    """One name of an import; `name` is "*" where everything is taken."""

    name: str
    alias: str
    start: int
    end: int

    @property
    def bound(self) -> str:
        return self.alias or self.name


class Import(Struct, frozen=True, array_like=True):
    """One import statement. `whole` says that `names` are modules rather than members of `module`.

    `space` is what kind of name it brings where a language tells types, functions and constants apart.
    """

    module: str
    names: tuple[ImportedName, ...]
    whole: bool
    start: int
    end: int
    line: int
    when: int
    guarded: bool
    nested: bool
    module_start: int = 0
    module_end: int = 0
    space: str = "type"


class Definition(Struct, frozen=True, array_like=True):
    """A class, function or constant at the top level of a unit; spans are byte offsets.

    `value` is what a constant is made by, `entries` how many calls its list holds, `owner` the type
    that a method belongs to where methods stand away from their types, `namespace` the declared
    one that it stands in, with dots. `hidden` says that only its own namespace sees it, `inner` are
    the members that only that sees. `shape` is the same for definitions that differ by words alone; 0 for
    those that are too short to have one.
    """

    name: str
    kind: str
    start: int
    end: int
    line: int
    last_line: int
    bases: tuple[str, ...] = ()
    marks: tuple[str, ...] = ()
    members: tuple[str, ...] = ()
    value: str = ""
    conditional: bool = False
    entries: int = 0
    owner: str = ""
    namespace: str = ""
    hidden: bool = False
    inner: tuple[str, ...] = ()
    shape: int = 0

    @property
    def is_method(self) -> bool:
        """Whether it is part of a type, though it stands away from it."""
        return self.kind == "method"

    @property
    def of_file(self) -> bool:
        """Whether only its own file sees it."""
        return "private" in self.marks


TYPE_KINDS = frozenset(
    {"class", "interface", "trait", "enum", "struct", "record", "object", "protocol", "annotation", "actor"}
)


class Mention(Struct, frozen=True, array_like=True):
    """The first place where a unit names something that it need not import.

    `name` has dots for separators, one in front where it is rooted; `space` is "type", "function" or
    "constant", `block` the declared namespace that it stands in.
    """

    name: str
    line: int
    space: str = "type"
    block: int = 0


class Problem(Struct, frozen=True, array_like=True):
    """A place where the file could not be read."""

    line: int
    text: str


class Facts(Struct, frozen=True, array_like=True):
    """The surface facts of one unit.

    `bound` are top-level names bound otherwise than by an import or a definition (in JavaScript: what is
    exported before anything is loaded), `exports` the
    names that the unit itself says it exports, `open` whether it may hold names that cannot be
    seen, `calls` what its top-level statements call, `acts` how many of them act on loading.
    `namespaces` are those that it declares, `mentions` names in type position and qualified names,
    in languages that need no import for a neighbour, `secrets` the lines of connection strings that
    hold a password, `folders` constants that may stand for folders, with the expressions that say which,
    `taken` what is read on loading of what is imported, with the member where one is named,
    `typed` what is imported but only named as a type. `deeds` counts the words that show what the code does,
    `maker` is how the file was made where it looks as if nobody wrote it here. `leftovers` says that it has
    the name of a call that must not be in what is shipped, `forwards` that it hands on what has left it.
    """

    language: str
    lines: int
    imports: tuple[Import, ...] = ()
    definitions: tuple[Definition, ...] = ()
    bound: tuple[str, ...] = ()
    exports: tuple[str, ...] | None = None
    open: bool = False
    acts: int = 0
    calls: tuple[str, ...] = ()
    problems: tuple[Problem, ...] = ()
    namespaces: tuple[str, ...] = ()
    mentions: tuple[Mention, ...] = ()
    secrets: tuple[int, ...] = ()
    folders: tuple[tuple[str, str], ...] = ()
    taken: tuple[str, ...] = ()
    typed: tuple[str, ...] = ()
    deeds: tuple[int, ...] = ()
    maker: str = ""
    leftovers: bool = False
    forwards: bool = False
