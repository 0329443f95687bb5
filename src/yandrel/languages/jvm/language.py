"""Java behind the language protocol."""

import re
from collections.abc import Mapping
from typing import TYPE_CHECKING

from yandrel.languages.import_order import Order
from yandrel.languages.jvm.facts import read_facts
from yandrel.languages.jvm.module_reach import MODULE_INFO, names_of_modules
from yandrel.languages.jvm.project import MANIFESTS, find_project
from yandrel.languages.jvm.roles import HINTS
from yandrel.languages.jvm.view import JvmView
from yandrel.languages.named.language import NamedLanguage
from yandrel.languages.named.table import last_of
from yandrel.languages.named.view import NamedView
from yandrel.languages.places import Places
from yandrel.languages.protocol import Scaffolder, Splitter
from yandrel.model.bodies import Bodies
from yandrel.model.changes import Relocation
from yandrel.model.evidence import Hint
from yandrel.model.facts import Facts
from yandrel.model.program import Program
from yandrel.model.project import Project, SourceRoot, Units

if TYPE_CHECKING:
    from yandrel.languages.named.dialect import Dialect

KEYWORDS = (
    "abstract assert boolean break byte case catch char class const continue default do double else "
    "enum extends final finally float for goto if implements import instanceof int interface long "
    "native new package private protected public record return short static strictfp super switch "
    "synchronized this throw throws transient try var void volatile while yield "
)
KOTLIN_KEYWORDS = "fun in is null object typealias typeof val when as"


class JvmLanguage(NamedLanguage):
    """See `yandrel.languages.protocol.Language`."""

    name = "jvm"
    title = "Java"
    suffixes = (".java", ".kt")
    manifests = MANIFESTS
    words = KEYWORDS
    tells_unread = True

    def name_of(self, path: str) -> str:
        return "kotlin" if path.endswith(".kt") else "java"

    def read_facts(self, source: bytes, path: str, outline: bool = False) -> Facts:
        if path.endswith(".kt"):
            from yandrel.languages.jvm import kotlin_facts

            return kotlin_facts.read_facts(source, outline)
        return read_facts(source, outline)

    def read_bodies(self, source: bytes, path: str) -> Bodies:
        from yandrel.languages.jvm.bodies import read_bodies

        return read_bodies(source, path)

    def read_places(self, source: bytes, path: str) -> Places:
        from yandrel.languages.jvm import grammar, kotlin_tree

        parse = kotlin_tree.parse if path.endswith(".kt") else grammar.parse
        return Places(parse(source).root_node)

    def import_order(self) -> Order:
        from yandrel.languages.jvm.import_order import ORDER

        return ORDER

    def read_program(self, source: bytes, path: str) -> Program:
        from yandrel.languages.jvm import kotlin_program, program

        return kotlin_program.read_program(source) if path.endswith(".kt") else program.read_program(source)

    def import_line(self, name: str, module: str, source: bytes) -> str:
        stop = ";" if re.search(rb"(?m)^(?:package|import) [\w.]+;", source) else ""
        return f"import {module}.{name}{stop}"

    def find_project(
        self, units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]
    ) -> Project:
        return find_project(units, manifests, configured)

    def open_view(self, units: Units, project: Project) -> JvmView:
        return JvmView(units, project)

    def scaffolder(self, name: str = "") -> Scaffolder:
        from yandrel.languages.jvm.scaffold import JavaScaffolder, KotlinScaffolder

        if name == "kotlin":
            return KotlinScaffolder(".kt", "Kotlin", frozenset(KEYWORDS.split() + KOTLIN_KEYWORDS.split()))
        return JavaScaffolder(".java", "Java", frozenset(KEYWORDS.split()))

    def splitter(self, name: str = "") -> Splitter:
        from yandrel.languages.jvm.splitting import JavaSplitter, KotlinSplitter

        return KotlinSplitter() if name == "kotlin" else JavaSplitter()

    def open_dialect(self, view: NamedView) -> "Dialect":
        from yandrel.languages.jvm.dialect import JvmDialect

        assert isinstance(view, JvmView)
        return JvmDialect(view)

    def moved_words(self, view: NamedView, relocation: Relocation) -> set[str]:
        words = super().moved_words(view, relocation)
        units = {*relocation.units, *(s.unit for s in relocation.definitions)}
        for unit in units & view.units.facts.keys():
            for definition in view.units.facts[unit].definitions:
                words |= {name.rpartition(" ")[2] for name in definition.inner if "<init>" not in name}
        if any(unit.endswith(MODULE_INFO) for unit in view.units.facts):
            moved = units & view.units.facts.keys()
            words |= {last_of(name) for unit in moved for name in view.units.facts[unit].namespaces}
            words |= {last_of(name) for name in names_of_modules(view.project, relocation)}
        return words

    def hints(self) -> tuple[Hint, ...]:
        return HINTS


LANGUAGE = JvmLanguage()
