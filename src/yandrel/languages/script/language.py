"""JavaScript and TypeScript behind the language protocol."""

from collections.abc import Callable, Iterable, Mapping

from yandrel.languages.import_order import Order
from yandrel.languages.places import Places
from yandrel.languages.protocol import Scaffolder, Splitter
from yandrel.languages.script.facts import read_facts
from yandrel.languages.script.grammar import SUFFIXES, language_name
from yandrel.languages.script.project import MANIFESTS, find_project, rewrite_manifests
from yandrel.languages.script.roles import HINTS
from yandrel.languages.script.view import ScriptView
from yandrel.model.bodies import Bodies
from yandrel.model.changes import Edit, Relocation, Rewrite
from yandrel.model.evidence import Hint
from yandrel.model.facts import Facts
from yandrel.model.program import Program
from yandrel.model.project import Project, SourceRoot, Units
from yandrel.model.words import camel, kebab, snake

KEYWORDS = (
    "abstract any as async await boolean break case catch class const continue debugger declare "
    "default delete do else enum export extends false finally for from function get if implements "
    "import in instanceof interface let namespace new null number of package private protected public "
    "return set static string super switch symbol this throw true try type typeof undefined var void "
    "while with yield "
)


class ScriptLanguage:
    """See `yandrel.languages.protocol.Language`."""

    forwarding_head = ""
    name = "script"
    suffixes = SUFFIXES
    manifests = MANIFESTS
    cookies = False
    runs_in_browsers = True
    implicit = False
    outlined = True
    tells_unread = False
    folds_case = False

    def name_of(self, path: str) -> str:
        return language_name(path)

    def read_facts(self, source: bytes, path: str, outline: bool = False) -> Facts:
        return read_facts(source, path, outline)

    def style_settings(self, view: ScriptView, read: Callable[[str], bytes | None]) -> dict[str, bytes]:
        from yandrel.languages.script.import_style import style_settings

        return style_settings(view, read)

    def restyle_imports(self, view: ScriptView, unit: str, rooted: bool) -> Iterable[Edit]:
        from yandrel.languages.script.import_style import restyle

        return restyle(view, unit, rooted)

    def read_bodies(self, source: bytes, path: str) -> Bodies:
        from yandrel.languages.script.bodies import read_bodies

        return read_bodies(source, path)

    def read_places(self, source: bytes, path: str) -> Places:
        from yandrel.languages.script.grammar import parse

        return Places(parse(source, path).root_node)

    def import_order(self) -> Order:
        from yandrel.languages.script.import_order import ORDER

        return ORDER

    def read_program(self, source: bytes, path: str) -> Program:
        from yandrel.languages.script.program import read_program

        return read_program(source, path)

    def find_project(
        self, units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]
    ) -> Project:
        return find_project(units, manifests, configured)

    def keeps_project(
        self, project: Project, before: Mapping[str, Facts], after: Mapping[str, Facts]
    ) -> bool:
        return False

    def open_view(self, units: Units, project: Project) -> ScriptView:
        return ScriptView(units, project)

    def moved_words(self, view: ScriptView, relocation: Relocation) -> set[str]:
        from yandrel.languages.script.rewrite import left_folders, moved_words

        return moved_words(relocation) | left_folders(relocation)

    def naming_without_words(self, view: ScriptView, relocation: Relocation) -> set[str]:
        from yandrel.languages.script.rewrite import find_importers_by_dots

        return find_importers_by_dots(view, relocation)

    def mention_filter(self, view: ScriptView, relocation: Relocation) -> Callable[[str, bytes], bool]:
        """Return a test for files that may name what moves: by its words, or by reading folders."""
        from yandrel.languages.script.computed import reads_folders
        from yandrel.languages.script.rewrite import moved_words

        words = [word.encode() for word in moved_words(relocation)]
        return lambda unit, source: any(word in source for word in words) or reads_folders(source)

    def rewrite(
        self, view: ScriptView, relocation: Relocation, sources: Mapping[str, bytes]
    ) -> tuple[Rewrite, Relocation]:
        from yandrel.languages.script.rewrite import rewrite

        return rewrite(view, relocation, sources)

    def loose_ends(self, view: ScriptView, unit: str, source: bytes) -> list[str]:
        from yandrel.languages.script.deep import find_unbound

        return find_unbound(source, unit)

    def rewrite_manifests(
        self, project: Project, relocation: Relocation, manifests: Mapping[str, bytes]
    ) -> dict[str, list[Edit]]:
        return rewrite_manifests(project, relocation, manifests)

    def companions(self, unit: str) -> tuple[str, ...]:
        if unit.endswith(".d.ts"):
            return self.declares(unit)
        folder, _, name = unit.rpartition("/")
        kept = f"{folder}/__snapshots__/{name}.snap" if folder else f"__snapshots__/{name}.snap"
        stem = unit.rpartition(".")[0]
        return (stem + ".d.ts", kept) if unit.endswith((".js", ".mjs")) else (kept,)

    def declares(self, unit: str) -> tuple[str, ...]:
        stem = unit.removesuffix(".d.ts")
        return (stem + ".js", stem + ".mjs") if stem != unit else ()

    def is_package_marker(self, unit: str) -> bool:
        return unit.rpartition("/")[2].split(".")[0] == "index"

    def qualified_path(self, name: str) -> str:
        return name

    def import_line(self, name: str, module: str, source: bytes) -> str:
        from yandrel.languages.script.statements import write_import_line

        return write_import_line(name, module, source)

    def forward(self, view: ScriptView, old: str, new: str, names: Mapping[str, str], source: bytes) -> str:
        from yandrel.languages.script.forwarding import write_forwarding

        return write_forwarding(old, new, names, source)

    def file_name(self, definition: str, like: str) -> str:
        stem = like.rpartition("/")[2].partition(".")[0]
        if stem[:1].isupper():
            return definition[:1].upper() + definition[1:]
        if "_" in stem:
            return snake(definition)
        return camel(definition) if stem != stem.lower() else kebab(definition)

    def hints(self) -> tuple[Hint, ...]:
        return HINTS

    def scaffolder(self, name: str = "") -> Scaffolder:
        from yandrel.languages.script.scaffold import JavascriptScaffolder, TypescriptScaffolder

        if name == "typescript":
            return TypescriptScaffolder(".ts", "TypeScript", frozenset(KEYWORDS.split()))
        return JavascriptScaffolder(".js", "JavaScript", frozenset(KEYWORDS.split()))

    def splitter(self, name: str = "") -> Splitter:
        from yandrel.languages.script.splitting import SPLITTER

        return SPLITTER


LANGUAGE = ScriptLanguage()
