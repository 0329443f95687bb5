"""Java behind the language protocol."""

from collections.abc import Callable, Mapping

from yandrel.errors import CallError
from yandrel.languages.copying import CopyingScaffolder
from yandrel.languages.jvm.facts import read_facts
from yandrel.languages.jvm.project import MANIFESTS, find_project
from yandrel.languages.jvm.roles import HINTS
from yandrel.languages.jvm.view import JvmView
from yandrel.languages.protocol import Scaffolder, Splitter
from yandrel.model.changes import Edit, Relocation, Rewrite
from yandrel.model.evidence import Hint
from yandrel.model.facts import Facts
from yandrel.model.project import Project, SourceRoot, Units

KEYWORDS = (
    "abstract assert boolean break byte case catch char class const continue default do double else "
    "enum extends final finally float for goto if implements import instanceof int interface long "
    "native new package private protected public record return short static strictfp super switch "
    "synchronized this throw throws transient try var void volatile while yield "
)


class JvmLanguage:
    """See `yandrel.languages.protocol.Language`."""

    name = "jvm"
    suffixes = (".java",)
    version = 1
    manifests = MANIFESTS
    cookies = False
    implicit = True
    folds_case = False

    def read_facts(self, source: bytes, path: str) -> Facts:
        return read_facts(source, path)

    def find_project(
        self, units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]
    ) -> Project:
        return find_project(units, manifests, configured)

    def keeps_project(
        self, project: Project, before: Mapping[str, Facts], after: Mapping[str, Facts]
    ) -> bool:
        return True

    def open_view(self, units: Units, project: Project) -> JvmView:
        return JvmView(units, project)

    def moved_words(self, view: JvmView, relocation: Relocation) -> set[str]:
        from yandrel.languages.named.words import moved_words

        words = moved_words(view, relocation)
        units = {*relocation.units, *(s.unit for s in relocation.definitions)}
        for unit in units & view.units.facts.keys():
            for definition in view.units.facts[unit].definitions:
                words |= {name.rpartition(" ")[2] for name in definition.inner if "<init>" not in name}
        return words

    def mention_filter(self, view: JvmView, relocation: Relocation) -> Callable[[str, bytes], bool]:
        return lambda unit, source: True

    def rewrite(
        self, view: JvmView, relocation: Relocation, sources: Mapping[str, bytes]
    ) -> tuple[Rewrite, Relocation]:
        from yandrel.languages.jvm.dialect import JvmDialect
        from yandrel.languages.named.rewrite import rewrite

        return rewrite(JvmDialect(view), relocation, sources)

    def loose_ends(self, view: JvmView, unit: str, source: bytes) -> list[str]:
        from yandrel.languages.jvm.dialect import JvmDialect
        from yandrel.languages.named.words import find_loose_ends

        return find_loose_ends(JvmDialect(view), source)

    def rewrite_manifests(
        self, project: Project, relocation: Relocation, manifests: Mapping[str, bytes]
    ) -> dict[str, list[Edit]]:
        return {}

    def companions(self, unit: str) -> tuple[str, ...]:
        return ()

    def is_package_marker(self, unit: str) -> bool:
        return False

    def qualified_path(self, name: str) -> str:
        return name.replace(".", "/")

    def file_name(self, definition: str, like: str) -> str:
        return definition

    def hints(self) -> tuple[Hint, ...]:
        return HINTS

    def scaffolder(self) -> Scaffolder:
        return CopyingScaffolder(".java", "Java", frozenset(KEYWORDS.split()))

    def splitter(self) -> Splitter:
        raise CallError("Java files cannot be split yet", todo="`yandrel move` takes a class out of its file")


LANGUAGE = JvmLanguage()
