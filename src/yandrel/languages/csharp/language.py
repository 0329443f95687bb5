"""C#, behind the language protocol."""

from collections.abc import Mapping
from typing import TYPE_CHECKING

from yandrel.languages.csharp.facts import read_facts
from yandrel.languages.csharp.project import MANIFESTS, find_project, rewrite_manifests
from yandrel.languages.csharp.roles import HINTS
from yandrel.languages.csharp.view import CSharpView
from yandrel.languages.import_order import Order
from yandrel.languages.named.language import NamedLanguage
from yandrel.languages.named.view import NamedView
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
    "abstract as base bool break byte case catch char checked class const continue decimal default "
    "delegate do double else enum event explicit extern false finally fixed float for foreach goto if "
    "implicit in int interface internal is lock long namespace new null object operator out override "
    "params private protected public readonly ref return sbyte sealed short sizeof stackalloc static "
    "string struct switch this throw true try typeof uint ulong unchecked unsafe ushort using virtual "
    "void volatile while"
)


PAGES = (".xaml", ".axaml", ".aspx", ".ascx", ".master", ".cshtml", ".razor")
"""What files are called that hold the page to a unit of code."""


class CSharpLanguage(NamedLanguage):
    """See `yandrel.languages.protocol.Language`."""

    name = "csharp"
    title = "C#"
    suffixes = (".cs",)
    manifests = MANIFESTS
    words = KEYWORDS

    def name_of(self, path: str) -> str:
        return "csharp"

    def read_facts(self, source: bytes, path: str, outline: bool = False) -> Facts:
        return read_facts(source, outline)

    def read_bodies(self, source: bytes, path: str) -> Bodies:
        from yandrel.languages.csharp.bodies import read_bodies

        return read_bodies(source, path)

    def read_places(self, source: bytes, path: str) -> Places:
        from yandrel.languages.csharp.grammar import parse

        return Places(parse(source).root_node)

    def import_order(self) -> Order:
        from yandrel.languages.csharp.import_order import ORDER

        return ORDER

    def read_program(self, source: bytes, path: str) -> Program:
        from yandrel.languages.csharp.program import read_program

        return read_program(source)

    def import_line(self, name: str, module: str, source: bytes) -> str:
        return f"using {module};"

    def find_project(
        self, units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]
    ) -> Project:
        return find_project(units, manifests, configured)

    def open_view(self, units: Units, project: Project) -> CSharpView:
        return CSharpView(units, project)

    def open_dialect(self, view: NamedView) -> "Dialect":
        from yandrel.languages.csharp.dialect import CSharpDialect

        assert isinstance(view, CSharpView)
        return CSharpDialect(view)

    def scaffolder(self, name: str = "") -> Scaffolder:
        from yandrel.languages.csharp.scaffold import CsharpScaffolder

        return CsharpScaffolder(".cs", self.title, frozenset(self.words.split()))

    def splitter(self, name: str = "") -> Splitter:
        from yandrel.languages.csharp.splitting import SPLITTER

        return SPLITTER

    def companions(self, unit: str) -> tuple[str, ...]:
        """Return the files that move with a form or page: designer code, resources, code-behind."""
        stem = unit.removesuffix(".cs")
        if stem == unit or stem.lower().endswith(".designer"):
            return ()
        page = (stem,) if stem.endswith(PAGES) else ()
        return (stem + ".Designer.cs", stem + ".designer.cs", stem + ".resx", *page)

    def moved_words(self, view: NamedView, relocation: Relocation) -> set[str]:
        words = super().moved_words(view, relocation)
        assert isinstance(view, CSharpView)
        for unit in {*relocation.units, *(s.unit for s in relocation.definitions)} & view.units.facts.keys():
            facts = view.units.facts[unit]
            words |= {namespace.rpartition(".")[2] for namespace in facts.namespaces if namespace}
            for definition in facts.definitions:
                words |= {name for name in definition.inner if " " not in name}
                words.add(definition.name.removesuffix("Attribute"))
        return words

    def rewrite_manifests(
        self, project: Project, relocation: Relocation, manifests: Mapping[str, bytes]
    ) -> dict[str, list[Edit]]:
        return rewrite_manifests(project, relocation, manifests)

    def hints(self) -> tuple[Hint, ...]:
        return HINTS


LANGUAGE = CSharpLanguage()
