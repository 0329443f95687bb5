"""PHP behind the language protocol."""

from collections.abc import Callable, Mapping

from yandrel.errors import CallError
from yandrel.languages.copying import CopyingScaffolder
from yandrel.languages.php.facts import read_facts
from yandrel.languages.php.project import MANIFESTS, find_project, rewrite_manifests
from yandrel.languages.php.roles import HINTS
from yandrel.languages.php.view import PhpView
from yandrel.languages.protocol import Scaffolder, Splitter
from yandrel.model.changes import Edit, Relocation, Rewrite
from yandrel.model.evidence import Hint
from yandrel.model.facts import Facts
from yandrel.model.project import Project, SourceRoot, Units

KEYWORDS = (
    "abstract and array as break callable case catch class clone const continue declare default do "
    "echo else elseif empty enddeclare endfor endforeach endif endswitch endwhile enum eval exit "
    "extends final finally fn for foreach function global goto if implements include instanceof "
    "insteadof interface isset list match namespace new or print private protected public readonly "
    "require return static switch throw trait try unset use var while xor yield "
)


class PhpLanguage:
    """See `yandrel.languages.protocol.Language`."""

    name = "php"
    suffixes = (".php",)
    version = 1
    manifests = MANIFESTS
    cookies = False
    implicit = True
    folds_case = True

    def read_facts(self, source: bytes, path: str) -> Facts:
        return read_facts(source)

    def find_project(
        self, units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]
    ) -> Project:
        return find_project(units, manifests, configured)

    def keeps_project(
        self, project: Project, before: Mapping[str, Facts], after: Mapping[str, Facts]
    ) -> bool:
        return True

    def open_view(self, units: Units, project: Project) -> PhpView:
        return PhpView(units, project)

    def moved_words(self, view: PhpView, relocation: Relocation) -> set[str]:
        from yandrel.languages.named.words import moved_words

        return moved_words(view, relocation)

    def mention_filter(self, view: PhpView, relocation: Relocation) -> Callable[[str, bytes], bool]:
        return lambda unit, source: True

    def rewrite(
        self, view: PhpView, relocation: Relocation, sources: Mapping[str, bytes]
    ) -> tuple[Rewrite, Relocation]:
        from yandrel.languages.named.rewrite import rewrite
        from yandrel.languages.php.dialect import PhpDialect

        return rewrite(PhpDialect(view), relocation, sources)

    def loose_ends(self, view: PhpView, unit: str, source: bytes) -> list[str]:
        from yandrel.languages.named.words import find_loose_ends
        from yandrel.languages.php.dialect import PhpDialect

        return find_loose_ends(PhpDialect(view), source)

    def rewrite_manifests(
        self, project: Project, relocation: Relocation, manifests: Mapping[str, bytes]
    ) -> dict[str, list[Edit]]:
        return rewrite_manifests(project, relocation, manifests)

    def companions(self, unit: str) -> tuple[str, ...]:
        return ()

    def is_package_marker(self, unit: str) -> bool:
        return False

    def qualified_path(self, name: str) -> str:
        return name.replace("\\", "/")

    def file_name(self, definition: str, like: str) -> str:
        return definition

    def hints(self) -> tuple[Hint, ...]:
        return HINTS

    def scaffolder(self) -> Scaffolder:
        return CopyingScaffolder(".php", "PHP", frozenset(KEYWORDS.split()))

    def splitter(self) -> Splitter:
        raise CallError("PHP files cannot be split yet", todo="`yandrel move` takes a class out of its file")


LANGUAGE = PhpLanguage()
