"""The protocol of a language. All of it is pure: no disk, no yandrel.toml.

Two habits are kept out on purpose. A namespace is not a unit: `View` gives edges between units
and symbols, whatever import, neighbourhood or enclosing namespace they come from. And a
relocation is rewritten as a whole: only the language knows which declarations, qualifiers and
imports change where, so it answers with edits for all files at once.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence, Set
from typing import TYPE_CHECKING, Any, Protocol, runtime_checkable

from yandrel.languages.import_order import Order
from yandrel.languages.places import Places
from yandrel.model.bodies import Bodies
from yandrel.model.changes import Edit, Relocation, Rewrite
from yandrel.model.evidence import Hint
from yandrel.model.facts import Facts
from yandrel.model.graph import Edge, LoadFault, Resolved, Symbol
from yandrel.model.program import Program
from yandrel.model.project import Project, SourceRoot, Units

if TYPE_CHECKING:
    from yandrel.model.scaffold import ActionAdded, ActionPieces, Concept, DomainPlan
    from yandrel.model.split import Converted, CrowdedFile, RouteMark, WideCut


class View(Protocol):
    """The units of one language, resolved into one graph; computed when asked for."""

    def edges_of(self, unit: str) -> tuple[Edge, ...]:
        """Return every reference of a unit to another, explicit or implicit, resolved."""

    def resolved_of(self, unit: str) -> Resolved:
        """Return the edges of a unit, and the units that loading it loads."""

    def preload(self, known: Mapping[str, Resolved]) -> None:
        """Take what was resolved in an earlier run, or before a change."""

    def importers_of(self, unit: str) -> list[str]:
        """Return the units that name a unit or something in it."""

    def namespace_of(self, unit: str) -> str:
        """Return the namespace of a unit as the language writes it, or nothing."""

    def namespace_at(self, path: str) -> str:
        """Return the namespace that a unit at a path would declare; nothing where units declare none."""

    def find_qualified(self, name: str) -> Symbol | None:
        """Return what a qualified name means, as the language writes it."""

    def place_for(self, name: str) -> str | None:
        """Return the path, without suffix, that a qualified name would have; None where nothing says so."""

    def places_of(self, namespace: str, other: str = "") -> list[tuple[str, str]]:
        """Return the folders that a namespace has, each with the one that another would have there."""

    def names_in_text(self, symbol: Symbol) -> tuple[str, ...]:
        """Return how configuration writes the qualified name of a unit or definition."""

    def find_name(self, unit: str, name: str) -> Symbol | None:
        """Return what a name finally leads to when it is taken from a unit."""

    def loading_faults(self, group: frozenset[str]) -> dict[str, LoadFault]:
        """Return the units of a load cycle that fail when loaded alone, and why."""

    def loading_faults_of(self, unit: str, group: frozenset[str]) -> LoadFault | None:
        """Return why one unit fails when loaded alone, within the group that it loads."""

    def load_cycles(self) -> list[list[str]]:
        """Return the groups of units that load each other."""

    def misnamed_namespaces(self) -> dict[str, tuple[str, str]]:
        """Return the units whose declared namespace is not that of their folder: declared, expected."""

    def is_only_possible(self, edge: Edge) -> bool:
        """Whether a reference by a name after a value is only possible: a member of that name goes first."""

    def is_standard(self, package: str) -> bool:
        """Whether an outside package is the language's own library."""


class Language(Protocol):
    """One language."""

    name: str
    suffixes: tuple[str, ...]
    manifests: tuple[str, ...]
    cookies: bool
    implicit: bool
    """Whether a unit can name another without an import, so that a new one may be meant by any."""
    outlined: bool
    """Whether the bodies of functions are passed over where only an outline is asked for."""
    tells_unread: bool
    """Whether a move that reads a unit in depth finds by itself what cannot be read in it."""
    folds_case: bool
    """Whether names are compared without regard to case."""
    runs_in_browsers: bool
    """Whether browsers run files of it, so that not all are code of the server."""

    def name_of(self, path: str) -> str:
        """Return what the language of a unit is called, where several share one world."""

    def read_facts(self, source: bytes, path: str, outline: bool = False) -> Facts:
        """Return the surface facts of UTF-8 source; its path tells the dialect. Nothing is raised.

        Those of an outline need not know of problems in the bodies of functions, and are else the same.
        """

    def read_bodies(self, source: bytes, path: str) -> Bodies:
        """Return the functions and calls of UTF-8 source; nothing is raised."""

    def read_places(self, source: bytes, path: str) -> Places:
        """Return what tells which bytes of UTF-8 source are code, strings and comments."""

    def import_order(self) -> Order | None:
        """Return how imports are sorted; None where a rewritten file has them sorted already."""

    def read_program(self, source: bytes, path: str) -> Program:
        """Return what UTF-8 source binds, calls and returns; nothing is raised."""

    def find_project(
        self, units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]
    ) -> Project:
        """Return where namespaces start."""

    def keeps_project(
        self, project: Project, before: Mapping[str, Facts], after: Mapping[str, Facts]
    ) -> bool:
        """Whether namespaces certainly start where they did, though units have moved."""

    def open_view(self, units: Units, project: Project) -> View:
        """Return the graph of the units."""

    def moved_words(self, view: Any, relocation: Relocation) -> set[str]:
        """Return words of which a file must contain one to name anything that moves."""

    def naming_without_words(self, view: Any, relocation: Relocation) -> set[str]:
        """Return units that name something that moves without any of those words."""

    def mention_filter(self, view: Any, relocation: Relocation) -> Callable[[str, bytes], bool]:
        """Return a test for units that hold one of the words: whether they can name what moves."""

    def rewrite(
        self, view: Any, relocation: Relocation, sources: Mapping[str, bytes]
    ) -> tuple[Rewrite, Relocation]:
        """Return what a relocation changes in the sources, and the relocation with what goes along."""

    def loose_ends(self, view: Any, unit: str, source: bytes) -> list[str]:
        """Return the names in a unit that lead nowhere: unbound ones, and attributes of modules."""

    def rewrite_manifests(
        self, project: Project, relocation: Relocation, manifests: Mapping[str, bytes]
    ) -> dict[str, list[Edit]]:
        """Return what changes in project files, by path, since folders and files go elsewhere."""

    def companions(self, unit: str) -> tuple[str, ...]:
        """Return the names of files that must move with a unit where they exist."""

    def declares(self, unit: str) -> tuple[str, ...]:
        """Return the names of units whose declarations this one holds, where one of them lies beside it."""

    def is_package_marker(self, unit: str) -> bool:
        """Whether a unit only marks its folder as a package, so that it stands for the folder."""

    def qualified_path(self, name: str) -> str:
        """Return the path, without suffix, that a qualified name would stand for below a root."""

    def hints(self) -> tuple[Hint, ...]:
        """Return what tells a unit's role in this language's world."""

    def import_line(self, name: str, module: str, source: bytes) -> str:
        """Return a statement that imports a name, in a file's style; nothing where no such line is written.

        `module` is its namespace, or where files import each other by path, the path from the file's folder.
        """

    def file_name(self, definition: str, like: str) -> str:
        """Return what a new file for one definition is called, without its suffix, in a file's style."""

    def scaffolder(self, name: str = "") -> Scaffolder:
        """Return what makes new units; `name` says which of the languages that share a world."""

    def splitter(self, name: str = "") -> Splitter:
        """Return what takes crowded files apart; `name` says which of the languages that share a world."""


@runtime_checkable
class Forwarding(Protocol):
    """Hand on what has left a file; only for languages in which a file can do that."""

    forwarding_head: str
    """The beginning of a file that holds nothing else."""

    def forward(self, view: Any, old: str, new: str, names: Mapping[str, str], source: bytes) -> str:
        """Return the text by which the file `old` hands on what is in `new` now, with a comment that says so.

        `view` is the graph after the move, `names` are definitions by their old names, each with its new one,
        `source` is the text that `old` had, for its style.
        """


@runtime_checkable
class ImportStyling(Protocol):
    """Write the imports of the application's own code in one style; only for languages with a choice."""

    def style_settings(self, view: Any, read: Callable[[str], bytes | None]) -> dict[str, bytes]:
        """Return the project files that imports from the root need, as they would be; none where it is there.

        `read` returns a file of the application. Raises RefusedError where the user must decide first.
        """

    def restyle_imports(self, view: Any, unit: str, rooted: bool) -> Iterable[Edit]:
        """Return the edits that write the imports of a unit from the root, or relative to the file."""


@runtime_checkable
class PathLoading(Protocol):
    """Load files by paths that are no imports; only for languages that do."""

    def read_loads(self, source: bytes, path: str) -> Sequence[tuple[str, int]]:
        """Return the relative paths by which a file loads others when it runs, each with its line."""


@runtime_checkable
class Scaffolder(Protocol):
    """Write new files of a language, and wire them into the application."""

    suffix: str

    def frameworks(self) -> tuple[str, ...]:
        """Return the frameworks that there are templates for; the first is the default."""

    def keywords(self) -> frozenset[str]:
        """Return the words that nothing can be called."""

    def app_folder(self, package: str) -> str:
        """Return the folder that a new application's units go to, below its root."""

    def root_namespace(self, package: str, namespaces: Mapping[str, str]) -> str:
        """Return the namespace of the application's root, by those of its units where it has some."""

    def kind_of(self, roles: frozenset[str]) -> str:
        """Return the kind of layout that some roles make up, which decides what the units look like."""

    def lacks(self, plan: DomainPlan, units: Mapping[str, Facts]) -> str:
        """Return what the templates need that the application has not; nothing where it has all."""

    def app_files(self, plan: DomainPlan) -> dict[str, str]:
        """Return the files of a new application with one domain."""

    def domain_files(self, plan: DomainPlan) -> dict[str, str]:
        """Return the new units of a domain."""

    def is_mounting(self, source: bytes) -> int:
        """Return how much speaks for a unit being the place where routes are mounted."""

    def prefixes(self, source: bytes) -> list[str]:
        """Return the prefixes that are taken in a unit."""

    def wire(self, plan: DomainPlan, unit: str, source: bytes) -> bytes | None:
        """Return a mounting unit's text with the domain mounted; None where it has no place for it."""

    def wired_elsewhere(self, plan: DomainPlan, sources: Mapping[str, bytes]) -> dict[str, bytes]:
        """Return the new texts of further units that must name a new domain."""

    def settle(self, before: str, after: str) -> str:
        """Return a copied unit's text in the order that the model's was in."""

    def next_migration(self, text: str, latest: str) -> str:
        """Return a copied migration's text that comes after the latest one."""

    def copy_shared(
        self, source: bytes, change: Callable[[str], str], wanted: Callable[[str], bool]
    ) -> bytes | None:
        """Return a test-support unit's text with what names a concept made again, as far as wanted."""

    def repeat_wiring(
        self, source: bytes, change: Callable[[str], str], made: Set[str] = frozenset()
    ) -> bytes | None:
        """Return a unit's text with what mounts or lists a concept said again in other words, or None.

        `made` are methods that the other concept's units give to what stays the same.
        """

    def skeleton(self, role: str, concept: Concept, neighbours: Mapping[str, bytes], own: str) -> str:
        """Return the text of a new unit of a role, in the style of its neighbours."""

    def folder_marker(self, home: str) -> str:
        """Return the file that makes a unit's folder a package, or nothing."""

    def action_names(self, source: bytes, concept: Concept, model: str, action: str) -> set[str]:
        """Return the names of an action's pieces that a unit has already."""

    def action_pieces(self, source: bytes, concept: Concept, model: str, action: str) -> ActionPieces:
        """Return the pieces that a model action has in a unit."""

    def add_action(
        self, source: bytes, concept: Concept, model: str, action: str, called: Mapping[str, str]
    ) -> ActionAdded | None:
        """Return a unit's text with an action's pieces after those of a model action, or None.

        `called` are the names of the model's pieces in the units that this one names, with the new ones.
        """

    def add_action_test(
        self, source: bytes, concept: Concept, model: str, action: str, called: Mapping[str, str]
    ) -> bytes | None:
        """Return a test unit's text with a test of the action, or None."""


class Splitter(Protocol):
    """Take crowded files of a language apart. `roles` are those that names and bases tell."""

    def read(
        self, unit: str, source: bytes, roles: Mapping[str, str], skip: frozenset[str] = frozenset()
    ) -> CrowdedFile:
        """Return what a file holds; what is to `skip` stays inside of the function that it stands in."""

    def convert(self, file: CrowdedFile, leaving: frozenset[str], roles: Mapping[str, str]) -> Converted:
        """Return the text from which the leaving pieces can be moved like any others."""

    def prepare(self, unit: str, text: bytes, targets: Mapping[str, str]) -> dict[str, bytes]:
        """Return the files, by path, from which pieces can go to their targets."""

    def lift_data_work(
        self, file: CrowdedFile, handlers: frozenset[str], roles: Mapping[str, str]
    ) -> tuple[bytes, dict[str, str]]:
        """Return the text with data work lifted out of handlers, and the new functions by handler."""

    def table_after(
        self, texts: Mapping[str, bytes], entry: bytes, routers: Mapping[str, str]
    ) -> list[tuple[str, RouteMark]]:
        """Return the routes that the routers in some units have, as they are mounted in the entry."""

    def rename_endpoints(self, source: bytes, endpoints: Mapping[str, str]) -> bytes:
        """Return another unit's text with the routes that it names by endpoint named anew."""

    def rename_in_template(self, text: str, endpoints: Mapping[str, str]) -> str:
        """Return a template's text with the routes that it names by endpoint named anew."""

    def settle_entry(self, source: bytes, before: bytes) -> bytes:
        """Return the entry's text, after its pieces have left, in an order that loads as it did."""

    def needs_loading(self, source: bytes) -> bool:
        """Whether a unit must have been loaded before others of the application can be."""

    def load_first(self, source: bytes, module: str) -> bytes:
        """Return another unit's text with an import of a module that must be loaded."""

    def cut_type(
        self, unit: str, type_name: str, by: str, sources: Mapping[str, bytes], modules: Mapping[str, str]
    ) -> WideCut | str:
        """Return how a wide type is cut along its users, its actions or domains, or why it cannot be."""
