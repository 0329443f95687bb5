"""List paths of what moved that are still written in any text file: scripts, units, lists, settings.

Every file of the tree that is text is searched, whatever its ending. A path counts as a whole token, in
the forms in which it is written: from the root, from the file's own folder, behind a variable or an
absolute folder, with slashes or backslashes, and without its ending where nothing else is meant by it.
"""

import posixpath
import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from yandrel.index.code import CodeIndex
from yandrel.languages.registry import language_of
from yandrel.model.changes import Note
from yandrel.moves.leftovers import count_lines, tell_lines
from yandrel.moves.plan import ChangePlan, read_or_none
from yandrel.moves.texts import OWN_FILES
from yandrel.texts.scalars import LARGEST, is_prose

SEPARATOR = re.compile(rb"[/\\]{1,4}")
NAME = re.compile(rb"[\w-]+(?:\.[\w-]+)*")
LEAD_SIGNS = frozenset(b"abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789_.$~{}%/\\-")
LONGEST_LEAD = 200
FEW_FILES = 3
IGNORED_TOO = (".env", ".service", ".timer", ".conf")
"""Ignored files that name files of the application where it runs."""


@dataclass(frozen=True)
class Mention:
    """A path as it is written at one place."""

    path: str
    line: int
    text: str
    old: str


def list_mentions(index: CodeIndex, plan: ChangePlan, move_list: str = "") -> None:
    """Add a note for each path of a moved file that some text still has after the change.

    The move list itself is left alone. Where many files have the same path, one note speaks of all.
    """
    moved = {old: new for old, new in plan.relocation.units.items() if old != new}
    if not moved:
        return
    known = {(note.unit, note.line) for note in plan.notes}
    own = {move_list.rpartition("/")[2]} - {""} | set(OWN_FILES)
    by_text: dict[str, list[Mention]] = {}
    finder = _Finder(index, moved)
    for path, data in _texts_after(index, plan):
        if path.rpartition("/")[2] not in own:
            for mention in finder.find(path, data):
                if (path, mention.line) not in known:
                    by_text.setdefault(mention.text, []).append(mention)
    for mentions in by_text.values():
        plan.notes += _notes(mentions, moved)


def _notes(mentions: list[Mention], moved: Mapping[str, str]) -> Iterator[Note]:
    """Yield a note for each file that has a path, or one for all where there are many."""
    lines: dict[str, list[int]] = {}
    for mention in mentions:
        lines.setdefault(mention.path, []).append(mention.line)
    new = moved[mentions[0].old]
    others = list(lines)[1:] if len(lines) > FEW_FILES else []
    for path in lines if not others else list(lines)[:1]:
        more = f"; {len(others)} more files have it, such as {others[0]}" if others else ""
        why = f"is the path of what moves{tell_lines(lines[path])}; it is {new} after the move{more}"
        yield Note(path, lines[path][0], mentions[0].text, why)


class _Finder:
    """Finds paths of moved files by the name of the folder that each is in, which is a plain search."""

    def __init__(self, index: CodeIndex, moved: Mapping[str, str]) -> None:
        self.root_name = index.root.name
        self.moved = moved
        self.stems = {old[: old.rfind(".")]: old for old in moved if "." in old.rpartition("/")[2]}
        self.here: dict[str, list[str]] = {}
        for old in moved:
            self.here.setdefault(old.rpartition("/")[0], []).append(old)
        folders = sorted({old.split("/")[-2].encode() for old in moved if "/" in old})
        # The name comes first, and what is before it after that: a name to begin with is found soonest.
        self.folders = {
            folder: re.compile(rb"%b(?<![\w-]%b)[/\\]{1,4}(?=\w)" % (re.escape(folder), re.escape(folder)))
            for folder in folders
        }

    def find(self, path: str, data: bytes) -> Iterator[Mention]:
        """Yield the paths of moved files in a text, each as it is written."""
        places = (p.finditer(data) for folder, p in self.folders.items() if folder in data)
        for found in (match for matches in places for match in matches):
            name = NAME.match(data, found.end())
            if name is None:
                continue
            start = _start_of_lead(data, found.start())
            written = data[start : name.end()]
            old = self._meant(path, SEPARATOR.sub(b"/", written).decode("utf-8", "replace"))
            if old:
                yield Mention(path, count_lines(data, start), written.decode("utf-8", "replace"), old)
        if language_of(path) is None and not is_prose(path):
            yield from self._find_beside(path, data)

    def _meant(self, path: str, written: str) -> str:
        """Return the moved file that a path in a text names; nothing where it may mean something else."""
        is_code = language_of(path) is not None
        lead = written[: len(written) - len(written.lstrip("./"))]
        if lead.startswith("."):
            written = posixpath.normpath(posixpath.join(path.rpartition("/")[0], written))
            return self._file(written, stems=not is_code)
        if written[:1] in ("/", "$", "%", "~"):
            return next((old for old in self.moved if "/" in old and self._ends(written, old)), "")
        inner = written.removeprefix(self.root_name + "/")
        stems = not is_code and not is_prose(path)
        return "" if is_code else self._file(written, stems) or self._file(inner, stems)

    def _ends(self, written: str, old: str) -> bool:
        """Whether an absolute path ends in the old path of a file, and not in its new one."""
        return written.endswith("/" + old) and not written.endswith("/" + self.moved[old])

    def _file(self, written: str, stems: bool) -> str:
        if written in self.moved:
            return written
        return self.stems.get(written, "") if stems and "/" in written else ""

    def _find_beside(self, path: str, data: bytes) -> Iterator[Mention]:
        """Yield names of moved files that a list or script in the same folder has."""
        for old in self.here.get(path.rpartition("/")[0], ()):
            name = old.rpartition("/")[2]
            for found in re.finditer(rb"(?<![\w./\\-])" + re.escape(name.encode()) + rb"(?![\w-])", data):
                yield Mention(path, count_lines(data, found.start()), name, old)


def _start_of_lead(data: bytes, at: int) -> int:
    """Return where the path begins that a folder's name is in."""
    start = at
    while start > 0 and at - start < LONGEST_LEAD and data[start - 1] in LEAD_SIGNS:
        start -= 1
    return start


def _texts_after(index: CodeIndex, plan: ChangePlan) -> Iterator[tuple[str, bytes]]:
    """Yield every text of the application as it will be, by its new path."""
    changed = plan.new_sources()
    gone = {change.old for change in plan.files if change.old != change.new}
    ignored = (path for path in index.tree.ignored if path.endswith(IGNORED_TOO) or "/.env." in f"/{path}")
    for path in [*index.tree.files, *sorted(ignored)]:
        if path not in gone and path not in changed and index.files.is_file(path):
            data = read_or_none(index, path, LARGEST)
            if data is not None and b"\0" not in data:
                yield path, data
    for path, data in changed.items():
        if len(data) <= LARGEST and b"\0" not in data:
            yield path, data
