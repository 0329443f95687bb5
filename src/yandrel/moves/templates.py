"""Templates that move: the strings that name them, in code and in other templates."""

import re

from yandrel.index.code import CodeIndex
from yandrel.languages.registry import language_of
from yandrel.model.changes import Note, Replacement
from yandrel.moves.exact_edits import apply_replacements
from yandrel.moves.plan import ChangePlan, FileChange, read_or_none

FOLDERS = ("templates/", "jinja2/", "views/")
SUFFIXES = (".html", ".htm", ".jinja", ".jinja2", ".j2", ".txt", ".xml", ".tpl")


def plan_templates(index: CodeIndex, plan: ChangePlan) -> None:
    """Rewrite whole strings that name a moved template by its path below its templates folder."""
    names = template_names(plan)
    if not names:
        return
    literal = re.compile(
        rb"(?<![\w'\"])(['\"])(" + b"|".join(re.escape(old.encode()) for old in names) + rb")\1(?!['\"])"
    )
    changed = {change.old: position for position, change in enumerate(plan.files) if change.old}
    for path in index.tree.files:
        if language_of(path) is None and not path.endswith(SUFFIXES):
            continue
        position = changed.get(path)
        change = plan.files[position] if position is not None else None
        before = change.after if change is not None else read_or_none(index, path)
        if before is None or not literal.search(before):
            continue
        after, count = _renamed(before, literal, names, path)
        if change is not None and position is not None:
            plan.files[position] = FileChange(
                change.old, change.new, change.before, after, change.mode, True, change.edits + count
            )
        else:
            mode = index.files.mode(path)
            plan.files.append(FileChange(path, path, before, after, mode, True, count))


def template_names(plan: ChangePlan) -> dict[str, str]:
    """Return the names of moved templates, old to new; what leaves its folder is noted."""
    names: dict[str, str] = {}
    for old, new in plan.relocation.units.items():
        if not old.endswith(SUFFIXES) or old == new:
            continue
        before, after = _below_templates(old), _below_templates(new)
        if before and not after:
            plan.notes.append(Note(old, 0, before, "a template that leaves its templates folder"))
        elif before and before != after:
            names[before] = after
    return names


def _below_templates(path: str) -> str:
    for folder in FOLDERS:
        at = ("/" + path).rfind("/" + folder)
        if at >= 0:
            return path[at + len(folder) :]
    return ""


def _renamed(data: bytes, literal: re.Pattern[bytes], names: dict[str, str], path: str) -> tuple[bytes, int]:
    found = []
    for match in literal.finditer(data):
        old = match[2].decode()
        found.append(Replacement(*match.span(2), match[2], names[old].encode(), f"names template {old}"))
    return apply_replacements(data, found, path), len(found)
