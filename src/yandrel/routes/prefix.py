"""Another prefix for a group of routes: the texts in the source that say it, and what they become."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass

from yandrel.model.routes import Route, RouteTable

QUOTED = re.compile(rb"""(?P<quote>["'`])(?P<text>(?:\\.|(?!(?P=quote))[^\\\n])*)(?P=quote)""")
"""A text in quotes on one line, in any of the languages; a wrong guess changes the wrong routes, or none."""
HOLE = re.compile(r"\$?\{[^{}]*\}|\\\([^()]*\)|\$\w+")
"""What is filled into a text, or a parameter of a path: what stands beside it may be a text of its own."""
VERB = re.compile(r"[A-Z]+ +")
"""What Go's routes may begin with: `GET /hives`."""
NEAR = 12
"""A call may go on over so many lines before the text that it is given."""
Rows = Counter[tuple[str, str, str, str]]


@dataclass(frozen=True)
class Quoted:
    """A text in quotes: its place in a file, without the quotes."""

    unit: str
    start: int
    end: int
    line: int
    text: str


@dataclass(frozen=True)
class Prefix:
    """A prefix and the one that it is to become, as segments without slashes."""

    old: tuple[str, ...]
    new: tuple[str, ...]

    @classmethod
    def of(cls, old: str, new: str) -> Prefix:
        """Return the change from one path to another."""
        return cls(tuple(segments(old)), tuple(segments(new)))

    def covers(self, pattern: str) -> bool:
        """Whether a path lies below the old prefix."""
        return tuple(segments(pattern)[: len(self.old)]) == self.old

    def renamed(self, pattern: str) -> str:
        """Return a path that lies below the old prefix as it is below the new one."""
        rest = "/" + "/".join((*self.new, *segments(pattern)[len(self.old) :]))
        return rest + "/" if pattern.endswith("/") and rest != "/" else rest

    def differing(self) -> tuple[int, int, tuple[str, ...]]:
        """Return which segments of the old prefix become others, from and to, and the others.

        At least one is named, so that there is a text to look for.
        """
        old, new = self.old, self.new
        head = 0
        while head < min(len(old), len(new)) and old[head] == new[head]:
            head += 1
        tail = 0
        while tail < min(len(old), len(new)) - head and old[-1 - tail] == new[-1 - tail]:
            tail += 1
        if head == len(old) - tail:
            tail, head = (tail - 1, head) if tail else (0, head - 1)
        return head, len(old) - tail, new[head : len(new) - tail]


def segments(path: str) -> list[str]:
    """Return the parts of a path between slashes."""
    return [part for part in path.split("/") if part]


def rows_of(table: RouteTable) -> Rows:
    """Return the routes of a table, each by what it answers and with what."""
    return Counter((row.method, row.pattern, row.handler, row.unit) for row in table.routes)


def renamed_rows(table: RouteTable, prefix: Prefix) -> Rows:
    """Return what the routes of a table are to become."""
    return Counter(
        (
            row.method,
            prefix.renamed(row.pattern) if prefix.covers(row.pattern) else row.pattern,
            row.handler,
            row.unit,
        )
        for row in table.routes
    )


def places_of(route: Route) -> list[tuple[str, int]]:
    """Return the places that say a route's path, from the outermost mount to the route."""
    texts = [*(mount.rpartition(" ")[2] for mount in route.mounts), route.declared]
    places = []
    for text in texts:
        unit, _, line = text.rpartition(":")
        places.append((unit, int(line)))
    return list(dict.fromkeys(places))


def find_quoted(unit: str, data: bytes) -> Iterator[Quoted]:
    """Yield the texts in quotes of a file."""
    line, at = 1, 0
    for found in QUOTED.finditer(data):
        line += data.count(b"\n", at, found.start())
        at = found.start()
        text = found["text"].decode("utf-8", "replace")
        yield Quoted(unit, found.start("text"), found.end("text"), line, text)
        if HOLE.search(text):
            yield from _between_holes(unit, found.start("text"), line, text)


def _between_holes(unit: str, start: int, line: int, text: str) -> Iterator[Quoted]:
    """Yield the parts of a text between what is filled into it."""
    at = 0
    for end, after in [*(hole.span() for hole in HOLE.finditer(text)), (len(text), len(text))]:
        if end > at:
            offset = start + len(text[:at].encode())
            yield Quoted(unit, offset, offset + len(text[at:end].encode()), line, text[at:end])
        at = after


def renamed_text(text: str, route: Route, prefix: Prefix) -> str | None:
    """Return what a text becomes that says a part of a route's path; None where it does not say the part."""
    first, last, new = prefix.differing()
    verb = VERB.match(text)
    lead = verb.group() if verb else "^" if text.startswith("^") else ""
    parts = text[len(lead) :].split("/")
    own = [(number, part.rstrip("$")) for number, part in enumerate(parts) if part.rstrip("$")]
    path = segments(route.path)
    for shift in range(first - len(own) + 1, first + 1):
        if shift < 0 or shift + len(own) < last:
            continue
        if not all(_says(part, said) for (_, part), said in zip(own, path[shift : shift + len(own)])):
            continue
        if shift + len(own) > len(path):
            continue
        start, end = own[first - shift][0], own[last - 1 - shift][0] + 1
        left = [*parts[:start], *new, *parts[end:]]
        if not any(left):
            left = ["", ""] if parts[0] == "" else [""]
        return lead + "/".join(left)
    return None


def _says(part: str, segment: str) -> bool:
    """Whether a part of a text says a segment; a token such as `[controller]` stands for any."""
    return part == segment or (part.startswith("[") and part.endswith("]"))


def likely_texts(routes: Iterable[Route], prefix: Prefix, sources: Mapping[str, bytes]) -> dict[Quoted, str]:
    """Return the first fitting text at each place that says the path of a route, and what it becomes."""
    chosen: dict[Quoted, str] = {}
    known: dict[str, list[Quoted]] = {}
    for route in routes:
        for unit, line in places_of(route):
            if unit not in known:
                known[unit] = list(find_quoted(unit, sources.get(unit, b"")))
            for quoted in known[unit]:
                if line <= quoted.line <= line + NEAR:
                    new = renamed_text(quoted.text, route, prefix)
                    if new is not None:
                        chosen[quoted] = new
                        break
            else:
                continue
            break
    return chosen


def other_texts(routes: Iterable[Route], prefix: Prefix, sources: Mapping[str, bytes]) -> dict[Quoted, str]:
    """Return every text that may say the prefix, those of the files that declare first."""
    rows = list(routes)
    near = list(dict.fromkeys(unit for row in rows for unit, _ in places_of(row)))
    chosen: dict[Quoted, str] = {}
    for unit in [*near, *(unit for unit in sources if unit not in near)]:
        for quoted in find_quoted(unit, sources.get(unit, b"")):
            new = next((n for row in rows if (n := renamed_text(quoted.text, row, prefix)) is not None), None)
            if new is not None and ("/" in quoted.text or unit in near):
                chosen[quoted] = new
    return chosen


def with_texts(data: bytes, changes: Mapping[Quoted, str]) -> bytes:
    """Return a file's text with some texts in quotes replaced."""
    for quoted in sorted(changes, key=lambda q: q.start, reverse=True):
        data = data[: quoted.start] + changes[quoted].encode() + data[quoted.end :]
    return data
