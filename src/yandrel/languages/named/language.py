"""The default implementation of the language protocol for declared namespaces."""

from abc import ABC, abstractmethod
from collections.abc import Callable, Mapping
from typing import TYPE_CHECKING

from yandrel.languages.copying import CopyingScaffolder
from yandrel.languages.named.view import NamedView
from yandrel.languages.protocol import Scaffolder
from yandrel.model.bodies import Bodies
from yandrel.model.changes import Edit, Relocation, Rewrite
from yandrel.model.facts import Facts
from yandrel.model.program import Program
from yandrel.model.project import Project

if TYPE_CHECKING:
    from yandrel.languages.named.dialect import Dialect


class NamedLanguage(ABC):
    """See `yandrel.languages.protocol.Language`; a subclass reads its language and names its dialect."""

    suffixes: tuple[str, ...]
    title: str
    words: str
    separator = "."
    cookies = False
    runs_in_browsers = False
    implicit = True
    outlined = True
    tells_unread = False
    folds_case = False

    def name_of(self, path: str) -> str:
        return self.title.lower()

    @abstractmethod
    def read_facts(self, source: bytes, path: str, outline: bool = False) -> Facts:
        """Return the surface facts of UTF-8 source."""

    @abstractmethod
    def read_bodies(self, source: bytes, path: str) -> Bodies: ...

    @abstractmethod
    def read_program(self, source: bytes, path: str) -> Program: ...

    @abstractmethod
    def open_dialect(self, view: NamedView) -> "Dialect":
        """Return what the language says about its names and imports."""

    def keeps_project(
        self, project: Project, before: Mapping[str, Facts], after: Mapping[str, Facts]
    ) -> bool:
        return True

    def moved_words(self, view: NamedView, relocation: Relocation) -> set[str]:
        from yandrel.languages.named.words import moved_words

        return moved_words(view, relocation)

    def naming_without_words(self, view: NamedView, relocation: Relocation) -> set[str]:
        """Return the units that open a namespace which all its files leave: they need not name what moves."""
        from yandrel.languages.named.words import find_openers

        return find_openers(view, relocation)

    def mention_filter(self, view: NamedView, relocation: Relocation) -> Callable[[str, bytes], bool]:
        return lambda unit, source: True

    def rewrite(
        self, view: NamedView, relocation: Relocation, sources: Mapping[str, bytes]
    ) -> tuple[Rewrite, Relocation]:
        from yandrel.languages.named.rewrite import rewrite

        return rewrite(self.open_dialect(view), relocation, sources)

    def loose_ends(self, view: NamedView, unit: str, source: bytes) -> list[str]:
        from yandrel.languages.named.words import find_loose_ends

        return find_loose_ends(self.open_dialect(view), unit, source)

    def rewrite_manifests(
        self, project: Project, relocation: Relocation, manifests: Mapping[str, bytes]
    ) -> dict[str, list[Edit]]:
        return {}

    def companions(self, unit: str) -> tuple[str, ...]:
        return ()

    def declares(self, unit: str) -> tuple[str, ...]:
        return ()

    def is_package_marker(self, unit: str) -> bool:
        return False

    def qualified_path(self, name: str) -> str:
        return name.replace(self.separator, "/")

    def import_line(self, name: str, module: str, source: bytes) -> str:
        return ""

    def file_name(self, definition: str, like: str) -> str:
        return definition

    def scaffolder(self, name: str = "") -> Scaffolder:
        return CopyingScaffolder(self.suffixes[0], self.title, frozenset(self.words.split()))
