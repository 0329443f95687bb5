"""PHP behind the language protocol."""

from collections.abc import Mapping, Sequence
from typing import TYPE_CHECKING

from yandrel.languages.import_order import Order
from yandrel.languages.named.language import NamedLanguage
from yandrel.languages.named.view import NamedView
from yandrel.languages.php.autoloaders import REGISTERED
from yandrel.languages.php.facts import read_facts
from yandrel.languages.php.project import MANIFESTS, find_project, rewrite_manifests
from yandrel.languages.php.roles import HINTS
from yandrel.languages.php.view import PhpView
from yandrel.languages.places import Places
from yandrel.languages.protocol import Scaffolder, Splitter
from yandrel.model.bodies import Bodies
from yandrel.model.changes import Edit, Relocation
from yandrel.model.evidence import Hint
from yandrel.model.facts import Facts
from yandrel.model.program import Program
from yandrel.model.project import Project, SourceRoot, Units

if TYPE_CHECKING:
    from yandrel.languages.named.dialect import Dialect

KEYWORDS = (
    "abstract and array as break callable case catch class clone const continue declare default do "
    "echo else elseif empty enddeclare endfor endforeach endif endswitch endwhile enum eval exit "
    "extends final finally fn for foreach function global goto if implements include instanceof "
    "insteadof interface isset list match namespace new or print private protected public readonly "
    "require return static switch throw trait try unset use var while xor yield "
)


class PhpLanguage(NamedLanguage):
    """See `yandrel.languages.protocol.Language`."""

    forwarding_head = "<?php\n\n"
    name = "php"
    title = "PHP"
    suffixes = (".php",)
    manifests = MANIFESTS
    words = KEYWORDS
    separator = "\\"
    folds_case = True
    tells_unread = True

    def read_facts(self, source: bytes, path: str, outline: bool = False) -> Facts:
        return read_facts(source, outline)

    def read_loads(self, source: bytes, path: str) -> Sequence[tuple[str, int]]:
        from yandrel.languages.php.loads import read_loads

        return read_loads(source)

    def read_bodies(self, source: bytes, path: str) -> Bodies:
        from yandrel.languages.php.bodies import read_bodies

        return read_bodies(source, path)

    def read_places(self, source: bytes, path: str) -> Places:
        from yandrel.languages.php.grammar import parse

        return Places(parse(source).root_node)

    def import_order(self) -> Order:
        from yandrel.languages.php.import_order import ORDER

        return ORDER

    def read_program(self, source: bytes, path: str) -> Program:
        from yandrel.languages.php.program import read_program

        return read_program(source)

    def import_line(self, name: str, module: str, source: bytes) -> str:
        return f"use {module}\\{name};"

    def forward(self, view: PhpView, old: str, new: str, names: Mapping[str, str], source: bytes) -> str:
        from yandrel.languages.php.forwarding import write_forwarding

        return write_forwarding(view.namespace_at(old), view.namespace_at(new), sorted(names.items()))

    def find_project(
        self, units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]
    ) -> Project:
        return find_project(units, manifests, configured)

    def open_view(self, units: Units, project: Project) -> PhpView:
        return PhpView(units, project)

    def open_dialect(self, view: NamedView) -> "Dialect":
        from yandrel.languages.php.dialect import PhpDialect

        assert isinstance(view, PhpView)
        return PhpDialect(view)

    def moved_words(self, view: NamedView, relocation: Relocation) -> set[str]:
        """Files that definitions leave may be loaded by their paths, and all by the names of classes."""
        words = super().moved_words(view, relocation)
        return words | {REGISTERED} | {symbol.unit.rpartition("/")[2] for symbol in relocation.definitions}

    def scaffolder(self, name: str = "") -> Scaffolder:
        from yandrel.languages.php.scaffold import PhpScaffolder

        return PhpScaffolder(".php", self.title, frozenset(self.words.split()))

    def rewrite_manifests(
        self, project: Project, relocation: Relocation, manifests: Mapping[str, bytes]
    ) -> dict[str, list[Edit]]:
        return rewrite_manifests(project, relocation, manifests)

    def splitter(self, name: str = "") -> Splitter:
        from yandrel.languages.php.splitting import SPLITTER

        return SPLITTER

    def hints(self) -> tuple[Hint, ...]:
        return HINTS


LANGUAGE = PhpLanguage()
