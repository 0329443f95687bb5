"""List paths of what moved that are still written in any text file: scripts, units, lists, settings.

Every file of the tree that is text is searched, whatever its ending. A path counts as a whole token, in
the forms in which it is written: from the root, from the file's own folder, behind a variable or an
absolute folder, with slashes or backslashes, and without its ending where nothing else is meant by it.
"""

import posixpath
import re
from collections.abc import Iterator, Mapping

from yandrel.index.code import CodeIndex
from yandrel.languages.registry import language_of
from yandrel.model.changes import Note
from yandrel.moves.leftovers import count_lines, tell_lines
from yandrel.moves.plan import ChangePlan, read_or_none
from yandrel.moves.texts import OWN_FILES
from yandrel.texts.scalars import LARGEST, is_prose

SEPARATOR = rb"[/\\]{1,4}"
LEAD = rb"(?<![\w./\\$~{}%-])(?P<lead>(?:[\w.$~{}%-]*[/\\]{1,4})*?)"
"""Folders, variables and dots before a path; each token is tried from its start alone."""
IGNORED_TOO = (".env", ".service", ".timer", ".conf")
"""Ignored files that name files of the application where it runs."""


def list_mentions(index: CodeIndex, plan: ChangePlan, move_list: str = "") -> None:
    """Add a note for each path of a moved file that some text still has after the change.

    The move list itself is left alone.
    """
    moved = {old: new for old, new in plan.relocation.units.items() if old != new}
    if not moved:
        return
    forms = _written_forms(moved)
    pattern = _pattern(forms)
    known = {(note.unit, note.line) for note in plan.notes}
    lists = {move_list.rpartition("/")[2]} - {""}
    for path, data in _texts_after(index, plan):
        if path in OWN_FILES or path.rpartition("/")[2] in lists:
            continue
        lines: dict[tuple[str, str], list[int]] = {}
        for found in pattern.finditer(data):
            old = forms[_plain(found["path"])]
            line = count_lines(data, found.start())
            if (path, line) in known or not _is_meant(found, path, old, index):
                continue
            text = found["lead"].decode("utf-8", "replace") + found["path"].decode("utf-8", "replace")
            lines.setdefault((text, moved[old]), []).append(line)
        for (text, new), places in lines.items():
            why = f"is the path of what moves{tell_lines(places)}; it is {new} after the move"
            plan.notes.append(Note(path, places[0], text, why))


def _written_forms(moved: Mapping[str, str]) -> dict[str, str]:
    """Return the paths as they are written, each with the path that moves."""
    forms: dict[str, str] = {}
    for old in moved:
        stem = old[: old.rfind(".")] if "." in old.rpartition("/")[2] else old
        if "/" in stem:
            forms.setdefault(stem, old)
    return {**forms, **{old: old for old in moved}, **{old.rpartition("/")[2]: old for old in moved}}


def _pattern(forms: Mapping[str, str]) -> re.Pattern[bytes]:
    longest_first = sorted(forms, key=len, reverse=True)
    each = (SEPARATOR.join(re.escape(part.encode()) for part in form.split("/")) for form in longest_first)
    return re.compile(LEAD + rb"(?P<path>" + b"|".join(each) + rb")(?![\w-]|[./\\]\w)")


def _plain(written: bytes) -> str:
    return "/".join(part.decode("utf-8", "replace") for part in re.split(SEPARATOR, written))


def _is_meant(found: re.Match[bytes], path: str, old: str, index: CodeIndex) -> bool:
    """Whether a token can only be the path of the file that moves."""
    written = _plain(found["path"])
    lead = re.sub(rb"[/\\]+", b"/", found["lead"]).decode("utf-8", "replace")
    is_code = language_of(path) is not None
    whole = "." in written.rpartition("/")[2]
    if not whole and (is_code or is_prose(path) or lead.startswith("/")):
        return False
    folder = path.rpartition("/")[0]
    if lead.startswith(".") or "/" not in written:
        joined = posixpath.normpath(posixpath.join(folder, lead + written))
        leads_there = joined == old or (not whole and joined == old[: old.rfind(".")])
        return leads_there and (bool(lead) or (not is_code and not is_prose(path)))
    if not lead or lead in (f"{index.root.name}/", "~/"):
        return not is_code
    return lead.startswith(("/", "$", "%", "~")) and "/" in written


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
