"""Swift, behind the language protocol."""

from collections.abc import Mapping
from typing import TYPE_CHECKING

from yandrel.languages.import_order import Order
from yandrel.languages.named.language import NamedLanguage
from yandrel.languages.named.view import NamedView
from yandrel.languages.places import Places
from yandrel.languages.protocol import Scaffolder, Splitter
from yandrel.languages.swift.facts import read_facts
from yandrel.languages.swift.project import MANIFESTS, find_project, rewrite_manifests
from yandrel.languages.swift.roles import HINTS
from yandrel.languages.swift.view import SwiftView
from yandrel.model.bodies import Bodies
from yandrel.model.changes import Edit, Relocation
from yandrel.model.evidence import Hint
from yandrel.model.facts import Facts
from yandrel.model.program import Program
from yandrel.model.project import Project, SourceRoot, Units

if TYPE_CHECKING:
    from yandrel.languages.named.dialect import Dialect

KEYWORDS = (
    "actor as associatedtype break case catch class continue default defer deinit do else enum extension "
    "fallthrough false fileprivate for func guard if import in init inout internal is let nil open operator "
    "private protocol public repeat rethrows return self static struct subscript super switch throw throws "
    "true try typealias var where while"
)


class SwiftLanguage(NamedLanguage):
    """See `yandrel.languages.protocol.Language`."""

    name = "swift"
    title = "Swift"
    suffixes = (".swift",)
    manifests = MANIFESTS
    words = KEYWORDS

    def read_facts(self, source: bytes, path: str, outline: bool = False) -> Facts:
        return read_facts(source, outline)

    def read_bodies(self, source: bytes, path: str) -> Bodies:
        from yandrel.languages.swift.bodies import read_bodies

        return read_bodies(source, path)

    def read_places(self, source: bytes, path: str) -> Places:
        from yandrel.languages.swift.grammar import parse

        return Places(parse(source).root_node)

    def import_order(self) -> Order:
        from yandrel.languages.swift.import_order import ORDER

        return ORDER

    def read_program(self, source: bytes, path: str) -> Program:
        from yandrel.languages.swift.program import read_program

        return read_program(source)

    def find_project(
        self, units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]
    ) -> Project:
        return find_project(units, manifests, configured)

    def open_view(self, units: Units, project: Project) -> SwiftView:
        return SwiftView(units, project)

    def open_dialect(self, view: NamedView) -> "Dialect":
        from yandrel.languages.swift.dialect import SwiftDialect

        assert isinstance(view, SwiftView)
        return SwiftDialect(view)

    def splitter(self, name: str = "") -> Splitter:
        from yandrel.languages.swift.splitting import SPLITTER

        return SPLITTER

    def scaffolder(self, name: str = "") -> Scaffolder:
        from yandrel.languages.swift.scaffold import SwiftScaffolder

        return SwiftScaffolder(".swift", self.title, frozenset(self.words.split()))

    def rewrite_manifests(
        self, project: Project, relocation: Relocation, manifests: Mapping[str, bytes]
    ) -> dict[str, list[Edit]]:
        return rewrite_manifests(project, relocation, manifests)

    def hints(self) -> tuple[Hint, ...]:
        return HINTS


LANGUAGE = SwiftLanguage()
