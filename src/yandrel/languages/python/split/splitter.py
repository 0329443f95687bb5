"""Python's part in splitting a file: reading it, preparing it, and putting the entry in order after."""

import re
from collections.abc import Mapping

from yandrel.languages.python import grammar as g
from yandrel.languages.python.facts import read_facts
from yandrel.languages.python.split.converting import convert, endpoint_edits
from yandrel.languages.python.split.lifting import as_written, lift_handlers
from yandrel.languages.python.split.narrowing import cut_type
from yandrel.languages.python.split.reading import needs_of_rest, pieces_of, read_file
from yandrel.languages.python.split.settling import close_gaps, order_imports
from yandrel.languages.python.split.table import table_after
from yandrel.languages.python.split.views import django_pieces
from yandrel.languages.python.split.working import find_mixed, lift_data_work
from yandrel.languages.python.tree import text_of
from yandrel.model.changes import apply_edits
from yandrel.model.split import Converted, CrowdedFile, RouteMark, WideCut

TEMPLATE_CALL = r"(url_for\(\s*['\"]){}(['\"])"


CONFIGURING = re.compile(r"^(settings\.configure|django\.setup)\(")


class PythonSplitter:
    """See `yandrel.languages.protocol.Splitter`."""

    def read(
        self, unit: str, source: bytes, roles: Mapping[str, str], skip: frozenset[str] = frozenset()
    ) -> CrowdedFile:
        """Return what a file holds, its closures and lambdas already made functions of the module."""
        text, notes, owners = lift_handlers(source, unit, skip)
        reading = read_file(text, owners)
        pieces = pieces_of(reading, roles)
        framework = reading.framework
        if not framework and b"django" in source:
            pieces, framework = django_pieces(reading, pieces), "django"
        mixed = tuple(find_mixed(reading, roles))
        if text != source:
            pieces, mixed = as_written(source, pieces, mixed)
        return CrowdedFile(
            framework, tuple(pieces), text, dict(owners), needs_of_rest(reading), mixed, tuple(notes)
        )  # fmt: skip

    def convert(self, file: CrowdedFile, leaving: frozenset[str], roles: Mapping[str, str]) -> Converted:
        """Return the text from which the leaving pieces can be moved."""
        reading = read_file(file.text, file.owners)
        pieces_of(reading, roles)
        return convert(reading, leaving)

    def prepare(self, unit: str, text: bytes, targets: Mapping[str, str]) -> dict[str, bytes]:
        return {unit: text}

    def lift_data_work(
        self, file: CrowdedFile, handlers: frozenset[str], roles: Mapping[str, str]
    ) -> tuple[bytes, dict[str, str]]:
        """Return the text with data work lifted into functions of its own, and those by handler."""
        reading = read_file(file.text, file.owners)
        return lift_data_work(reading, handlers, roles)

    def table_after(
        self, texts: Mapping[str, bytes], entry: bytes, routers: Mapping[str, str]
    ) -> list[tuple[str, RouteMark]]:
        """Return the routes of the routers in some units, as they are mounted in the entry."""
        return table_after(texts, entry, routers)

    def rename_endpoints(self, source: bytes, endpoints: Mapping[str, str]) -> bytes:
        """Return another unit's text with the routes that it names by endpoint named anew."""
        if b"url_for" not in source and b"_view" not in source:
            return source
        edits = endpoint_edits(g.parse(source).root_node, source, dict(endpoints))
        return apply_edits(source, edits) if edits else source

    def rename_in_template(self, text: str, endpoints: Mapping[str, str]) -> str:
        """Return a template's text with the routes that it names by endpoint named anew."""
        for old, new in endpoints.items():
            text = re.sub(TEMPLATE_CALL.format(re.escape(old)), rf"\g<1>{new}\g<2>", text)
        return text

    def settle_entry(self, source: bytes, before: bytes) -> bytes:
        """Return the entry's text with its new imports after what must run first, and even gaps."""
        return close_gaps(order_imports(source, before))

    def cut_type(
        self, unit: str, type_name: str, by: str, sources: Mapping[str, bytes], modules: Mapping[str, str]
    ) -> WideCut | str:
        """Return how a wide type is cut, or why it cannot be."""
        return cut_type(unit, type_name, by, sources, modules)

    def needs_loading(self, source: bytes) -> bool:
        """Whether a unit must have been loaded before others of the application can be."""
        root = g.parse(source).root_node
        return any(CONFIGURING.match(text_of(node, source)) for node in root.named_children)

    def load_first(self, source: bytes, module: str) -> bytes:
        """Return another unit's text with an import of a module that must be loaded."""
        facts = read_facts(source)
        line = f"import {module}  # noqa: F401\n".encode()
        top = next((i for i in facts.imports if not i.nested and i.module != "__future__"), None)
        at = source.rfind(b"\n", 0, top.start) + 1 if top is not None else 0
        own = [i for i in facts.imports if not i.nested and i.start >= at]
        last = own[-1] if own else None
        if last is not None and len(own) > 1:
            gap = source.rfind(b"\n\n", 0, last.start)
            at = gap + 2 if gap > at else at
        return source[:at] + line + source[at:]


SPLITTER = PythonSplitter()
