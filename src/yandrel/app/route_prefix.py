"""Give a group of routes another prefix: plan on the table, prove by the table, carry out."""

import re
from collections.abc import Iterable, Iterator, Mapping

from yandrel.app.routes import route_table, table_with
from yandrel.app.workspace import Workspace
from yandrel.app.writing import Manner, write_changes
from yandrel.errors import CallError, RefusedError, suggest
from yandrel.files.root import CONFIG_NAME
from yandrel.model.changes import Note
from yandrel.model.results import FORMAT_VERSION, ChangedFile, EditedRoute, RouteEditReport
from yandrel.model.routes import Route, RouteTable
from yandrel.moves.plan import FileChange, contents_after, files_as_changes
from yandrel.routes.prefix import (
    Prefix,
    Quoted,
    Rows,
    find_quoted,
    likely_texts,
    other_texts,
    places_of,
    renamed_rows,
    rows_of,
    segments,
    with_texts,
)
from yandrel.texts.scalars import LARGEST

MOST_TRIES = 40
"""How often the table is read anew to find which texts say the prefix."""
BEFORE_A_PATH = rb"""(?:(?<=["'`(\s>=])|(?<=["'`])\$?\{[^{}\n]*\}|(?<=://)[\w.-]+(?::\d+)?)"""
MOST_LINES = 6
AFTER_A_PATH = rb"""(?=[/?#"'`)\s<\\{$]|$)"""


def move_routes(workspace: Workspace, old: str, new: str, manner: Manner) -> RouteEditReport:
    """Give every route below a prefix another one.

    Raises CallError where nothing is below it, RefusedError where other routes would change, too, or a
    route would be there twice.
    """
    workspace.refuse_if_cut_off()
    prefix = _checked(old, new)
    before = route_table(workspace)
    meant = routes_below(before, prefix)
    _refuse_twice(before, prefix)
    search = _Search(workspace, before, prefix)
    texts = search.found(meant)
    files = files_as_changes(workspace.index, {**search.contents(texts), **_layout_after(workspace, prefix)})
    title = f"routes move {old} {new}"
    notes = list(_written_by_hand(workspace, old, new, texts, before, prefix))
    rows = [EditedRoute(r.method, r.pattern, prefix.renamed(r.pattern), r.handler) for r in meant]
    said = f"{routes_in_words(len(rows))} below {old} {{}} below {new}"
    return write_route_edit(workspace, files, title, manner, rows, len(before.routes), notes, said)


def routes_below(table: RouteTable, prefix: Prefix) -> list[Route]:
    """Return the routes below the old prefix; raises CallError where there are none."""
    meant = [row for row in table.routes if prefix.covers(row.pattern)]
    if not meant:
        old = "/" + "/".join(prefix.old)
        known = sorted({"/" + "/".join(segments(row.pattern)[:1]) for row in table.routes})
        raise CallError(f"no route is below {old}", todo=suggest(old, known, "`yandrel routes` lists them"))
    return meant


def write_route_edit(
    workspace: Workspace,
    files: list[FileChange],
    title: str,
    manner: Manner,
    rows: list[EditedRoute],
    total: int,
    notes: list[Note],
    said: str,
) -> RouteEditReport:
    """Carry out a change of a group of routes, or show it.

    `total` counts all routes; `said` is a sentence on the change, with a place for its verb.
    """
    written = write_changes(workspace, files, title, manner)
    return RouteEditReport(
        version=FORMAT_VERSION,
        done=written.number > 0,
        number=written.number,
        title=title,
        summary=said.format(_verb(len(rows), written.number > 0)),
        rows=rows,
        same=total - len(rows),
        files=[ChangedFile(c.old, c.new, c.edits) for c in files],
        notes=notes,
        diff=written.diff,
        command_output=written.output,
    )


def routes_in_words(count: int) -> str:
    """Return a count of routes as a sentence begins with it."""
    return "1 route" if count == 1 else f"{count} routes"


def _verb(count: int, done: bool) -> str:
    return ("is now" if count == 1 else "are now") if done else "would be"


def _checked(old: str, new: str) -> Prefix:
    for text in (old, new):
        if not text.startswith("/") or re.search(r"[\s\"'`\\]", text):
            raise CallError(f"{text} is no prefix", todo="write it with a slash in front: /hives")
    prefix = Prefix.of(old, new)
    if prefix.old == prefix.new:
        raise CallError("both prefixes are the same", where=old)
    if not prefix.old:
        raise CallError("every route is below /", todo="name the prefix of a group")
    if set(re.findall(r"\{\w*\}", new)) != set(re.findall(r"\{\w*\}", old)):
        raise CallError("the new prefix has other parameters than the old one", where=new)
    return prefix


def _refuse_twice(table: RouteTable, prefix: Prefix) -> None:
    """Raise RefusedError where a route would be there twice."""
    others = {(row.method, row.pattern) for row in table.routes if not prefix.covers(row.pattern)}
    twice = [
        f"{row.method} {prefix.renamed(row.pattern)} is there already"
        for row in table.routes
        if prefix.covers(row.pattern) and (row.method, prefix.renamed(row.pattern)) in others
    ]
    if twice:
        raise RefusedError(
            f"{routes_in_words(len(twice))} would be there twice", where="/" + "/".join(prefix.new),
            todo="choose another prefix", reasons=tuple(twice),
        )  # fmt: skip


class _Search:
    """Looks for the texts that say a prefix: what they change is read from the table, not guessed."""

    def __init__(self, workspace: Workspace, before: RouteTable, prefix: Prefix) -> None:
        self._workspace = workspace
        self._before = before
        self._prefix = prefix
        self._goal = renamed_rows(before, prefix)
        self._sources: dict[str, bytes] = {}
        self._tries = 0
        self._shared: dict[Quoted, Rows] = {}

    def found(self, meant: list[Route]) -> dict[Quoted, str]:
        """Return the texts to replace, with what they become; raises RefusedError where one is not found."""
        near = dict.fromkeys(unit for row in meant for unit, _ in places_of(row))
        likely = likely_texts(meant, self._prefix, self._read(near))
        rows = rows_of(self._before)
        if likely and self._after(likely) == self._goal:
            return likely
        chosen: dict[Quoted, str] = {}
        for quoted, text in {**likely, **other_texts(meant, self._prefix, self._read_all(near))}.items():
            if self._tries >= MOST_TRIES:
                break
            after = self._after({**chosen, quoted: text})
            others = (rows - after) - (rows - self._goal)
            if after != rows and not others and after - rows <= self._goal - rows:
                chosen[quoted] = text
                rows = after
            elif others and rows - after != others:
                self._shared[quoted] = others
            if rows == self._goal:
                return chosen
        raise self._refusal(rows)

    def contents(self, texts: Mapping[Quoted, str]) -> dict[str, bytes]:
        """Return the new text of each file."""
        found: dict[str, bytes] = {}
        for unit in dict.fromkeys(quoted.unit for quoted in texts):
            source = self._workspace.index.read_source(unit)
            own = {quoted: text for quoted, text in texts.items() if quoted.unit == unit}
            found[unit] = source.encoding.restore(with_texts(source.data, own))
        return found

    def _after(self, texts: Mapping[Quoted, str]) -> Rows:
        self._tries += 1
        changes = contents_after(files_as_changes(self._workspace.index, self.contents(texts)))
        return rows_of(table_with(self._workspace, changes))

    def _read(self, units: Iterable[str]) -> dict[str, bytes]:
        for unit in units:
            if unit not in self._sources and unit in self._workspace.index.facts:
                source = self._workspace.index.read_source(unit)
                self._sources[unit] = b"" if source.problem else source.data
        return self._sources

    def _read_all(self, near: Iterable[str]) -> dict[str, bytes]:
        """Return the texts of all files that hold a segment that is to change, those near first."""
        first, last, _ = self._prefix.differing()
        words = [part.encode() for part in self._prefix.old[first:last]]
        picture = self._workspace.picture
        own = [u for u in self._workspace.index.facts if u in picture.readings and picture.role(u) != "test"]
        units = [unit for unit in own if all(word in self._workspace.index.read_raw(unit) for word in words)]
        return self._read([*near, *units])

    def _refusal(self, rows: Rows) -> RefusedError:
        left = self._goal - rows
        places = {
            (
                self._prefix.renamed(row.pattern) if self._prefix.covers(row.pattern) else row.pattern
            ): row.declared
            for row in self._before.routes
        }
        reasons = tuple(
            f"{places.get(pattern, unit)}: {method} {pattern} could not be reached"
            for method, pattern, _, unit in sorted(left)
        )
        count = routes_in_words(len(reasons))
        what = f"no text was found that says the prefix of {count} and of no other"
        for quoted, others in self._shared.items():
            method, pattern, *_ = min(others)
            what += f"; {quoted.text!r} in {quoted.unit}:{quoted.line} says that of {method} {pattern}, too"
            break
        return RefusedError(
            what,
            where="/" + "/".join(self._prefix.old),
            todo="change it by hand, and look at it with `yandrel routes --against HEAD`",
            reasons=reasons,
        )


def _layout_after(workspace: Workspace, prefix: Prefix) -> dict[str, bytes]:
    """Return yandrel.toml with the guards of moved prefixes under their new ones."""
    moved = {key: prefix.renamed(key) for key in workspace.layout.guards if prefix.covers(key)}
    if not moved:
        return {}
    data = workspace.files.read(CONFIG_NAME)
    changes = {q: moved[q.text] for q in find_quoted(CONFIG_NAME, data) if q.text in moved}
    return {CONFIG_NAME: with_texts(data, changes)}


def _written_by_hand(
    workspace: Workspace, old: str, new: str, known: Iterable[Quoted], table: RouteTable, prefix: Prefix
) -> Iterator[Note]:
    """Yield a note for each file outside of the routes themselves where the old prefix is written."""
    path = "/" + "/".join(prefix.old)
    pattern = re.compile(BEFORE_A_PATH + re.escape(path.encode()) + AFTER_A_PATH, re.M)
    changed = {(quoted.unit, quoted.line) for quoted in known}
    others = _other_parts(table, prefix)
    for file in workspace.index.tree.files:
        data = workspace.files.read(file) if file != CONFIG_NAME and workspace.files.is_file(file) else b""
        if len(data) > LARGEST or b"\0" in data or path.encode() not in data or path in others.get(file, ()):
            continue
        lines = dict.fromkeys(data.count(b"\n", 0, found.start()) + 1 for found in pattern.finditer(data))
        left = [line for line in lines if (file, line) not in changed]
        if left:
            yield Note(file, left[0], path, f"change it to {new}{_also(left[1:])}")


def _also(lines: list[int]) -> str:
    """Return in which other lines the same is."""
    if not lines:
        return ""
    shown = ", ".join(map(str, lines[:MOST_LINES])) + (" …" if len(lines) > MOST_LINES else "")
    return f", also in {'line' if len(lines) == 1 else 'lines'} {shown}"


def _other_parts(table: RouteTable, prefix: Prefix) -> dict[str, set[str]]:
    """Return the ends of the paths of other routes, by the file that declares them."""
    found: dict[str, set[str]] = {}
    for row in table.routes:
        if not prefix.covers(row.pattern):
            parts = segments(row.pattern)
            ends = {"/" + "/".join(parts[at:]) for at in range(1, len(parts))}
            found.setdefault(row.declared.rpartition(":")[0], set()).update(ends)
    return found
