"""Go, behind the language protocol."""

from collections.abc import Callable, Mapping

from yandrel.languages.go.facts import read_facts
from yandrel.languages.go.project import MANIFESTS, find_project, rewrite_manifests
from yandrel.languages.go.roles import HINTS
from yandrel.languages.go.view import GoView, folder_of
from yandrel.languages.places import Places
from yandrel.languages.protocol import Scaffolder, Splitter
from yandrel.model.bodies import Bodies
from yandrel.model.changes import Edit, Relocation, Rewrite
from yandrel.model.evidence import Hint
from yandrel.model.facts import Facts
from yandrel.model.program import Program
from yandrel.model.project import Project, SourceRoot, Units
from yandrel.model.words import snake

KEYWORDS = (
    "break case chan const continue default defer else fallthrough for func go goto if import interface "
    "map package range return select struct switch type var"
)


class GoLanguage:
    """See `yandrel.languages.protocol.Language`."""

    name = "go"
    suffixes: tuple[str, ...] = (".go",)
    manifests: tuple[str, ...] = MANIFESTS
    cookies = False
    runs_in_browsers = False
    implicit = True
    outlined = True
    tells_unread = True
    folds_case = False

    def name_of(self, path: str) -> str:
        return "go"

    def read_facts(self, source: bytes, path: str, outline: bool = False) -> Facts:
        return read_facts(source, outline)

    def read_bodies(self, source: bytes, path: str) -> Bodies:
        from yandrel.languages.go.bodies import read_bodies

        return read_bodies(source, path)

    def read_places(self, source: bytes, path: str) -> Places:
        from yandrel.languages.go.grammar import parse

        return Places(parse(source).root_node)

    def import_order(self) -> None:
        return None  # the imports of Go are written in order

    def read_program(self, source: bytes, path: str) -> Program:
        from yandrel.languages.go.program import read_program

        return read_program(source)

    def find_project(
        self, units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]
    ) -> Project:
        return find_project(units, manifests, configured)

    def keeps_project(
        self, project: Project, before: Mapping[str, Facts], after: Mapping[str, Facts]
    ) -> bool:
        return False

    def open_view(self, units: Units, project: Project) -> GoView:
        return GoView(units, project)

    def moved_words(self, view: GoView, relocation: Relocation) -> set[str]:
        facts = view.units.facts
        words = {
            name for symbol, target in relocation.definitions.items() for name in (symbol.name, target.name)
        }
        folders = {folder_of(symbol.unit) for symbol in relocation.definitions}
        for unit in relocation.units.keys() & facts.keys():
            words |= {definition.name for definition in facts[unit].definitions}
            folders.add(folder_of(unit))
        for folder in folders:
            words |= {folder.rstrip("/").rpartition("/")[2], view.name_of_package(folder)}
            words |= {view.import_path(folder).rpartition("/")[2]}
        owners = {symbol.name for symbol in relocation.definitions}
        words |= {word.partition(".")[0] for word in owners}
        return {part for word in words if word for part in word.split(".")}

    def naming_without_words(self, view: GoView, relocation: Relocation) -> set[str]:
        return set()

    def mention_filter(self, view: GoView, relocation: Relocation) -> Callable[[str, bytes], bool]:
        """Only units of a package that things leave, or come to, or that import one, can name them."""
        homes = {folder_of(p) for pair in relocation.units.items() for p in pair}
        homes |= {folder_of(s.unit) for pair in relocation.definitions.items() for s in pair}
        paths = [view.import_path(folder).encode() for folder in homes]

        def can_name(unit: str, source: bytes) -> bool:
            return folder_of(unit) in homes or any(path and b'"' + path + b'"' in source for path in paths)

        return can_name

    def rewrite(
        self, view: GoView, relocation: Relocation, sources: Mapping[str, bytes]
    ) -> tuple[Rewrite, Relocation]:
        from yandrel.languages.go.rewrite import rewrite

        return rewrite(view, relocation, sources)

    def loose_ends(self, view: GoView, unit: str, source: bytes) -> list[str]:
        return []

    def rewrite_manifests(
        self, project: Project, relocation: Relocation, manifests: Mapping[str, bytes]
    ) -> dict[str, list[Edit]]:
        return rewrite_manifests(project, relocation, manifests)

    def companions(self, unit: str) -> tuple[str, ...]:
        return ()

    def declares(self, unit: str) -> tuple[str, ...]:
        return ()

    def is_package_marker(self, unit: str) -> bool:
        return False

    def qualified_path(self, name: str) -> str:
        return name

    def import_line(self, name: str, module: str, source: bytes) -> str:
        return ""

    def file_name(self, definition: str, like: str) -> str:
        """Tests go into files of tests: others would not be built without them."""
        stem = snake(definition.rpartition(".")[2])
        return f"{stem.removeprefix('test_')}_test" if like.endswith("_test.go") else stem

    def hints(self) -> tuple[Hint, ...]:
        return HINTS

    def scaffolder(self, name: str = "") -> Scaffolder:
        from yandrel.languages.go.scaffold import GoScaffolder

        return GoScaffolder(".go", "Go", frozenset(KEYWORDS.split()))

    def splitter(self, name: str = "") -> Splitter:
        from yandrel.languages.go.splitting import SPLITTER

        return SPLITTER


LANGUAGE = GoLanguage()
"""Go."""
