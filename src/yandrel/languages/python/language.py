"""Python behind the language protocol."""

from collections.abc import Callable, Iterable, Mapping

from yandrel.languages.import_order import Order
from yandrel.languages.places import Places
from yandrel.languages.protocol import Scaffolder, Splitter
from yandrel.languages.python.facts import read_facts
from yandrel.languages.python.project import MANIFESTS, find_project, tops_of
from yandrel.languages.python.roles import HINTS
from yandrel.languages.python.view import PythonView
from yandrel.model.bodies import Bodies
from yandrel.model.changes import Edit, Relocation, Rewrite
from yandrel.model.evidence import Hint
from yandrel.model.facts import Facts
from yandrel.model.program import Program
from yandrel.model.project import Project, SourceRoot, Units
from yandrel.model.words import snake


class PythonLanguage:
    """See `yandrel.languages.protocol.Language`."""

    forwarding_head = ""
    name = "python"
    suffixes = (".py", ".pyi")
    manifests = MANIFESTS
    cookies = True
    runs_in_browsers = False
    implicit = False
    outlined = False
    tells_unread = False
    folds_case = False

    def name_of(self, path: str) -> str:
        return self.name

    def read_facts(self, source: bytes, path: str, outline: bool = False) -> Facts:
        return read_facts(source)

    def style_settings(self, view: PythonView, read: Callable[[str], bytes | None]) -> dict[str, bytes]:
        return {}

    def restyle_imports(self, view: PythonView, unit: str, rooted: bool) -> Iterable[Edit]:
        from yandrel.languages.python.import_style import restyle

        return restyle(view, unit, rooted)

    def read_bodies(self, source: bytes, path: str) -> Bodies:
        from yandrel.languages.python.bodies import read_bodies

        return read_bodies(source, path)

    def read_places(self, source: bytes, path: str) -> Places:
        from yandrel.languages.python.grammar import parse

        return Places(parse(source).root_node)

    def import_order(self) -> Order:
        from yandrel.languages.python.import_order import ORDER

        return ORDER

    def read_program(self, source: bytes, path: str) -> Program:
        from yandrel.languages.python.program import read_program

        return read_program(source)

    def find_project(
        self, units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]
    ) -> Project:
        return find_project(units, manifests, configured)

    def keeps_project(
        self, project: Project, before: Mapping[str, Facts], after: Mapping[str, Facts]
    ) -> bool:
        if any(root.local for root in project.roots):
            return False
        return tops_of(before) == tops_of(after)

    def open_view(self, units: Units, project: Project) -> PythonView:
        return PythonView(units, project)

    def moved_words(self, view: PythonView, relocation: Relocation) -> set[str]:
        from yandrel.languages.python.rewrite import moved_words

        return moved_words(view, relocation)

    def naming_without_words(self, view: PythonView, relocation: Relocation) -> set[str]:
        return set()

    def mention_filter(self, view: PythonView, relocation: Relocation) -> Callable[[str, bytes], bool]:
        from yandrel.languages.python.rewrite import mention_filter

        return mention_filter(view, relocation)

    def rewrite(
        self, view: PythonView, relocation: Relocation, sources: Mapping[str, bytes]
    ) -> tuple[Rewrite, Relocation]:
        from yandrel.languages.python.rewrite import rewrite

        return rewrite(view, relocation, sources)

    def loose_ends(self, view: PythonView, unit: str, source: bytes) -> list[str]:
        from yandrel.languages.python.loose import find_loose_ends

        return find_loose_ends(view, unit, source)

    def rewrite_manifests(
        self, project: Project, relocation: Relocation, manifests: Mapping[str, bytes]
    ) -> dict[str, list[Edit]]:
        return {}

    def companions(self, unit: str) -> tuple[str, ...]:
        return (unit + "i",) if unit.endswith(".py") else ()

    def declares(self, unit: str) -> tuple[str, ...]:
        return (unit[:-1],) if unit.endswith(".pyi") else ()

    def is_package_marker(self, unit: str) -> bool:
        return unit.rpartition("/")[2] in ("__init__.py", "__init__.pyi")

    def qualified_path(self, name: str) -> str:
        return name.replace(".", "/")

    def import_line(self, name: str, module: str, source: bytes) -> str:
        return f"from {module} import {name}"

    def forward(self, view: PythonView, old: str, new: str, names: Mapping[str, str], source: bytes) -> str:
        from yandrel.languages.python.forwarding import write_forwarding

        spelled = [name if name == now else f"{now} as {name}" for name, now in sorted(names.items())]
        return write_forwarding(view.namespace_of(new), spelled)

    def file_name(self, definition: str, like: str) -> str:
        return snake(definition)

    def hints(self) -> tuple[Hint, ...]:
        return HINTS

    def scaffolder(self, name: str = "") -> Scaffolder:
        from yandrel.languages.python.scaffold.scaffolder import SCAFFOLDER

        return SCAFFOLDER

    def splitter(self, name: str = "") -> Splitter:
        from yandrel.languages.python.split.splitter import SPLITTER

        return SPLITTER


LANGUAGE = PythonLanguage()
