"""Handlers of routes that a string names below the namespace of a group: `'HiveController@index'`."""

import re
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass

from yandrel.index.code import CodeIndex
from yandrel.languages.protocol import View
from yandrel.model.changes import Replacement
from yandrel.moves.plan import ChangePlan
from yandrel.moves.texts import add_replacements, renamed_names

IsRoute = Callable[[str, int, frozenset[str]], bool]
"""Whether a line of a file declares a route that one of some files answers."""


@dataclass(frozen=True)
class NamedHandler:
    """A string that names a class by the end of its name: where that stands, and the whole name."""

    start: int
    end: int
    line: int
    tail: str
    whole: str
    quote: str
    separator: str

    def renamed(self, new: str) -> str:
        """Return how the string names the class under a new name: by its end, or from the root."""
        outer = self.whole[: len(self.whole) - len(self.tail)]
        text = new.removeprefix(outer) if outer and new.startswith(outer) else f"\\{new}"
        doubled = self.separator == "\\\\" or self.quote == '"'
        return text.replace("\\", "\\\\") if doubled else text


def plan_handlers(index: CodeIndex, plan: ChangePlan, views: Mapping[str, View], is_route: IsRoute) -> None:
    """Add to a plan the strings that name a moved class as the handler of a route."""
    names = {old: new for old, new in renamed_names(index, plan, views).items() if "\\" in old}
    moved = frozenset({*plan.relocation.units, *(symbol.unit for symbol in plan.relocation.definitions)})
    if not names:
        return
    classes = [name.rpartition("\\")[2].encode() + b"@" for name in names]
    for unit in index.facts:
        raw = index.read_raw(unit)
        if not any(name in raw for name in classes):
            continue
        source = index.read_source(unit)
        edits = [
            Replacement(
                one.start,
                one.end,
                source.data[one.start : one.end],
                one.renamed(names[one.whole]).encode(),
                f"names {one.whole}",
            )
            for one in find_handlers(source.data, names)
            if is_route(unit, one.line, moved)
        ]
        if edits and not source.problem:
            add_replacements(index, plan, unit, raw, source, edits)


def find_handlers(data: bytes, names: Mapping[str, str]) -> Iterator[NamedHandler]:
    """Yield the strings that name a class of some by the end of its name, and a method of it."""
    by_class = {name.rpartition("\\")[2]: name for name in names}
    if not by_class or b"@" not in data:
        return
    classes = b"|".join(re.escape(name.encode()) for name in sorted(by_class, key=len, reverse=True))
    pattern = rb"""(?P<quote>["'])(?P<tail>(?:\w+\\{1,2})*(?P<class>%b))@\w+(?P=quote)""" % classes
    for found in re.finditer(pattern, data):
        whole = by_class[found["class"].decode()]
        written = found["tail"].decode("utf-8", "replace")
        tail = written.replace("\\\\", "\\")
        if whole.endswith("\\" + tail):
            line = data.count(b"\n", 0, found.start()) + 1
            separator = "\\\\" if "\\\\" in written else "\\"
            start, end = found.span("tail")
            yield NamedHandler(start, end, line, tail, whole, found["quote"].decode(), separator)
