"""Syntax of names and imports of one language, for rewriting them."""

from abc import ABC, abstractmethod
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field

from yandrel.languages.named.content import Block, Clause, Content, Held, Use
from yandrel.languages.named.roots import Roots
from yandrel.languages.named.table import Renaming
from yandrel.languages.named.view import NamedView
from yandrel.model.changes import Edit, Note, Refusal, Relocation, Rewrite


@dataclass
class Scope:
    """The scope at one place: the namespace, and the names that imports bind there.

    `bound` maps space and folded name to a qualified name, `opened` are namespaces (or types) whose
    members can be named without more.
    """

    namespace: str
    bound: dict[tuple[str, str], str] = field(default_factory=dict)
    opened: list[str] = field(default_factory=list)
    inner: list[str] = field(default_factory=list)
    """What is opened inside of the namespace, where that goes before what is around it."""


@dataclass(frozen=True, slots=True)
class KeptImport:
    """The fate of an import clause: removed, or pointed to `path`, bound as `alias` if not empty."""

    clause: Clause
    path: str
    alias: str
    dropped: bool = False

    @property
    def changed(self) -> bool:
        return self.dropped or self.path != self.clause.path


@dataclass(frozen=True, slots=True)
class AddedImport:
    """An import that is new in a file; `condition` is what the preprocessor asks before it."""

    path: str
    space: str
    alias: str = ""
    condition: str = ""


class Known(ABC):
    """The qualified names that are defined, before or after a change."""

    @abstractmethod
    def has(self, name: str, space: str) -> bool: ...

    @abstractmethod
    def has_namespace(self, name: str) -> bool: ...

    @abstractmethod
    def has_word(self, word: str) -> bool:
        """Whether any qualified name has a part of that name."""


class Before(Known):
    def __init__(self, renaming: Renaming) -> None:
        self.table = renaming.table

    def has_namespace(self, name: str) -> bool:
        return self.table.has_namespace(name)

    def has(self, name: str, space: str) -> bool:
        return self.table.has(name, space)

    def has_word(self, word: str) -> bool:
        return word in self.table.words


class After(Known):
    def __init__(self, renaming: Renaming) -> None:
        self.renaming = renaming
        self._namespaces: set[str] | None = None

    def has_namespace(self, name: str) -> bool:
        if self._namespaces is None:
            self._namespaces = self.renaming.namespaces_after()
        return name in self._namespaces

    def has(self, name: str, space: str) -> bool:
        return self.renaming.has_after(name, space)

    def has_word(self, word: str) -> bool:
        return self.renaming.has_word(word)


class Draft(ABC):
    """The surroundings that a name is spelled in, as they will be."""

    scope: Scope
    known: "After"
    imports: bool
    """Whether the file imports other names, or did."""
    imported: set[tuple[str, str]]
    claims: dict[tuple[str, str], set[str]]
    """What names are needed for, by space and folded name: qualified names."""
    """What the files that definitions come from import: space and folded qualified name."""

    @abstractmethod
    def binding_of(self, path: str, space: str) -> str | None:
        """Return the name that an import binds a qualified name to."""

    @abstractmethod
    def bring_in(self, path: str, space: str, written: str = "") -> str | None:
        """Import a qualified name; return what it is bound to, None where no name is free.

        What is `written` stays where it was an alias in the file that the use comes from.
        """

    @abstractmethod
    def open(self, path: str) -> None:
        """Import everything of a namespace."""

    @abstractmethod
    def close_last(self) -> None:
        """Take the last import back."""

    @abstractmethod
    def means_other(self, name: str, path: str, space: str) -> bool:
        """Whether a bare name is needed for, or bound to, something else here."""


class Dialect(ABC):
    """One language's names and imports."""

    suffixes: tuple[str, ...]
    nests = False
    """Whether what a type holds is named through it by the same separator."""

    def __init__(self, view: NamedView) -> None:
        self.view = view

    @abstractmethod
    def read(self, source: bytes, unit: str) -> Content:
        """Read a file in depth."""

    @abstractmethod
    def scope_of(self, namespace: str, imports: Iterable[tuple[str, str, str]]) -> Scope:
        """Return the scope that a namespace and imports (path, bound name, space) make."""

    @abstractmethod
    def meaning(self, scope: Scope, use: Use, known: Known) -> str | None:
        """Return the qualified name that a use means, None where it certainly means none of ours."""

    @abstractmethod
    def spell(self, use: Use, written: str, path: str, draft: Draft) -> str | None:
        """Return how a use is written so that it means a qualified name; None where it cannot be."""

    @abstractmethod
    def spell_string(self, written: str, path: str) -> str:
        """Return a qualified name in the style of one written in a string."""

    @abstractmethod
    def edit_imports(
        self, content: Content, block: int, kept: list[KeptImport], added: list[AddedImport], namespace: str
    ) -> list[Edit]:
        """Return the edits that make a block's imports what they will be."""

    @abstractmethod
    def edit_namespace(self, content: Content, block: Block, namespace: str) -> list[Edit]:
        """Return the edits that declare another namespace."""

    @abstractmethod
    def new_file(self, origin: Content, namespace: str, added: list[AddedImport], pieces: list[str]) -> str:
        """Return the text of a new file for pieces of another."""

    @abstractmethod
    def is_redundant(self, path: str, bound: str, namespace: str) -> bool:
        """Whether an import brings nothing that its namespace has not."""

    @abstractmethod
    def object_to(
        self, relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content]
    ) -> list[Refusal]:
        """Return what of a relocation this language does not allow."""

    def notes_on(
        self, relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content]
    ) -> list[Note]:
        """Return what a relocation leaves behind that only its user can see to."""
        return []

    def settle_clause(self, clause: Clause, path: str, content: Content, renaming: Renaming) -> str | None:
        """Return the path of an import that opens a namespace, None where it would open nothing any more."""
        return path

    def piece_imports(
        self, content: Content, held: Held, renaming: Renaming, namespace: str
    ) -> list[AddedImport]:
        """Return the imports that a piece needs though it names nothing through them."""
        return []

    def implied_namespaces(
        self, uses: list[Use], before: Scope, after: Scope, renaming: Renaming
    ) -> list[str]:
        """Return the namespaces that must be opened for what is used without being named."""
        return []

    def needed_references(
        self, relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content], result: Rewrite
    ) -> dict[str, frozenset[str]]:
        """Return the project files that must refer to others; refusals go into the result."""
        return {}

    def fit_into(self, content: Content, block: int, text: str) -> str:
        """Return the text of pieces as it stands in a block."""
        return text

    def files_named_after(self, renaming: Renaming) -> dict[str, str]:
        """Return the files that are called by a name that moves, with their new paths."""
        return {}

    def edit_paths(self, unit: str, new: str, content: Content, relocation: Relocation) -> list[Edit]:
        """Return the edits of strings that lead to files."""
        return []

    def edit_module(
        self, unit: str, relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content]
    ) -> list[Edit]:
        """Return the edits of what a file says about namespaces as wholes: what a module hands out."""
        return []

    def namespace_at(self, path: str, roots: Roots) -> str | None:
        """Return the namespace that a path has by some roots; None where none covers it."""
        return roots.namespace_at(path)

    def namespace_after(
        self, unit: str, new: str, content: Content, block: Block, expected: str | None
    ) -> str:
        """Return the namespace of a block of a moved unit; `expected` is that of its new folder."""
        if expected is None:
            return block.name
        if len(content.blocks) > 1:
            return expected if block.name and block.name == self.view.expected_namespace(unit) else block.name
        if not block.name and not any(self.follows_file(held, unit) for held in content.held):
            return ""
        return expected

    def names_of_file(self, unit: str, new: str, namespace: str) -> list[tuple[str, str]]:
        """Return the qualified names, old and new, that a moved file has beside what it declares."""
        return []

    def are_same(self, name: str, one: bytes, other: bytes) -> bool:
        """Whether two definitions of one name cannot both stand in one file."""
        return False

    def follows_file(self, held: Held, unit: str) -> bool:
        """Whether a definition must be named like its file."""
        stem = unit.rpartition("/")[2].partition(".")[0]
        return held.space == "type" and held.name == stem
