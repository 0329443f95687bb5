"""Read every text of an application as it will be, ignored settings of where it runs among them."""

import re
from collections.abc import Iterator

from yandrel.index.code import CodeIndex
from yandrel.languages.registry import language_of
from yandrel.layout.config import Layout
from yandrel.moves.plan import ChangePlan, read_or_none
from yandrel.moves.stale.placing import Text
from yandrel.texts.scalars import LARGEST

IGNORED_TOO = re.compile(r"\.(?:env|service|timer|conf)\Z|(?:^|/)\.env\.")
"""Ignored files that name files of the application where it runs."""
MADE_LISTS = (".egg-info/",)
BUILT = (".map", ".min.js", ".min.css", ".svg")
"""Texts that a build makes of others, or that hold no names."""


def read_texts(
    index: CodeIndex, plan: ChangePlan, layout: Layout, leave_out: frozenset[str]
) -> Iterator[Text]:
    """Yield every text of the application as it will be; `leave_out` are names of files to skip."""
    changed = plan.new_sources()
    gone = {change.old for change in plan.files if change.old != change.new}
    for path in [*index.tree.files, *sorted(_read_though_ignored(index))]:
        if path in gone or path in changed or path.endswith(BUILT) or path.rpartition("/")[2] in leave_out:
            continue
        if index.files.is_file(path):
            data = read_or_none(index, path, LARGEST)
            if data is not None and b"\0" not in data:
                yield Text(path, data, layout.is_generated(path))
    for path, data in changed.items():
        if len(data) <= LARGEST and b"\0" not in data and path.rpartition("/")[2] not in leave_out:
            yield Text(path, data, layout.is_generated(path))


def _read_though_ignored(index: CodeIndex) -> Iterator[str]:
    for path in index.tree.ignored:
        if path.endswith(MADE_LISTS):
            yield from sorted(index.files.list_folder(path))
        elif not path.endswith("/") and (IGNORED_TOO.search(path) or language_of(path) is not None):
            yield path


__all__ = ["read_texts"]
