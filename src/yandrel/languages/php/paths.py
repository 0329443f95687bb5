"""Resolve paths in strings: from the file's folder, or from constants that name folders."""

import posixpath
import re
from collections.abc import Callable, Iterable, Iterator, Mapping
from functools import cached_property

from yandrel.languages.named.content import Content, PathUse
from yandrel.model.changes import UNSURE, Note, Relocation
from yandrel.model.facts import Facts

FEW_NOTES = 3
HERE = "here"
"""The base of a path that stands alone in `include`: it is looked for beside several files."""
FOLDER = "dir:"
"""Before how many folders up from the file's own a path starts."""
SUM = "sum:"
"""Before the expression that a path is joined to, made of constants, texts and the file's folder."""
OPEN = "open"
"""The base of a path that is joined to what is known only when it runs."""
ROOT = "\0"
"""Stands for the application's root in a path; nothing else can be called so."""
DEFINED = re.compile(rb"define\s*\(\s*(['\"])(\w+)\1\s*,\s*([^;\n]{1,200}?)\)\s*;")
CONSTANT = re.compile(rb"const[ \t]+(\w+)[ \t]*=[ \t]*([^;\n]{1,200});")
PATH_LIKE = re.compile(rb"__DIR__|__FILE__|['\"][\w./-]*['\"]")
NAMED = re.compile(r"['\"][^'\"\w]*+\w[^'\"]*+['\"]")
"""A text in an expression that names a folder."""
TOKEN = re.compile(r"(?:(?<!\s)\s++)?+(?:(?P<text>'[^'\\]*'|\"[^\"\\$]*\")|(?P<word>\w+)|(?P<sign>[().,]))")


def find_folder_constants(source: bytes) -> Iterator[tuple[str, str]]:
    """Yield the constants that may stand for folders, with the expressions that say which."""
    defines = b"define" in source
    if not (defines or b"__DIR__" in source or b"__FILE__" in source):
        return
    found = [(m[2], m[3]) for m in DEFINED.finditer(source)] if defines else []
    for match in CONSTANT.finditer(source):
        if not source[source.rfind(b"\n", 0, match.start()) + 1 : match.start()].strip():
            found.append((match[1], match[2]))
    for name, value in found:
        if PATH_LIKE.search(value) is not None:
            yield name.decode(), value.decode("utf-8", "replace")


def is_bare(path: PathUse) -> bool:
    """Whether a path stands alone, without dots: it is looked for in several folders."""
    return path.base == HERE and not path.text.startswith((".", "/"))


def is_sum(text: str) -> bool:
    """Whether an expression is made of constants, texts and folders alone."""
    at = 0
    while at < len(text):
        found = TOKEN.match(text, at)
        if found is None:
            return not text[at:].strip()
        at = found.end()
    return bool(text.strip())


class _Sum:
    """Evaluates one expression, from left to right."""

    def __init__(self, text: str, unit: str, constant: Callable[[str], str | None]) -> None:
        self.tokens = [found[found.lastgroup or 0] for found in TOKEN.finditer(text)]
        self.unit = unit
        self.constant = constant
        self.at = 0

    def value(self) -> str | None:
        found = self.parts()
        return found if self.at == len(self.tokens) else None

    def parts(self) -> str | None:
        total = self.part()
        while total is not None and self.takes("."):
            more = self.part()
            total = None if more is None else total + more
        return total

    def part(self) -> str | None:
        token = self.tokens[self.at] if self.at < len(self.tokens) else ""
        self.at += 1
        if token == "(":
            inner = self.parts()
            return inner if self.takes(")") else None
        if token[:1] in ("'", '"'):
            return token[1:-1]
        if token == "__FILE__":
            return f"{ROOT}/{self.unit}"
        if token == "__DIR__":
            return posixpath.dirname(f"{ROOT}/{self.unit}")
        if token == "dirname":
            return self.folder_above()
        if token == "DIRECTORY_SEPARATOR":
            return "/"
        return self.constant(token) if token else None

    def folder_above(self) -> str | None:
        inner = self.parts() if self.takes("(") else None
        levels = "1"
        if self.takes(",") and self.at < len(self.tokens):
            levels = self.tokens[self.at]
            self.at += 1
        if inner is None or not self.takes(")") or not levels.isdigit():
            return None
        for _ in range(int(levels)):
            if inner == ROOT:
                return None
            inner = posixpath.dirname(inner.rstrip("/"))
        return inner

    def takes(self, sign: str) -> bool:
        if self.at < len(self.tokens) and self.tokens[self.at] == sign:
            self.at += 1
            return True
        return False


class FolderConstants:
    """The values of constants, for one state of the application.

    Of definitions that differ those count whose folder holds the file, the nearest; else those that stand
    for a folder which holds it. Where they still differ, the constant stands for nothing.
    """

    def __init__(self, facts: Mapping[str, Facts], relocation: Relocation | None = None) -> None:
        """Take the facts of all units, and the relocation after which they are asked for, if any."""
        self.facts = facts
        self.relocation = relocation
        self.before = FolderConstants(facts) if relocation is not None else self
        self._known: dict[str, dict[str, str | None]] = {}

    @cached_property
    def expressions(self) -> dict[str, set[tuple[str, str]]]:
        found: dict[str, set[tuple[str, str]]] = {}
        for unit, facts in self.facts.items():
            for name, text in facts.folders:
                found.setdefault(name, set()).add((unit, text))
        return found

    def constant(self, name: str, unit: str) -> str | None:
        values = self._values(name)
        if len(set(values.values())) > 1:
            near = {place: value for place, value in values.items() if _holds(posixpath.dirname(place), unit)}
            folders = [value for value in values.values() if value and value.startswith(ROOT)]
            above = {value: value for value in folders if _holds(value[len(ROOT) + 1 :], unit)}
            values = _deepest(near) or _deepest(above)
        found = set(values.values())
        return next(iter(found)) if len(found) == 1 else None

    def _values(self, name: str) -> dict[str, str | None]:
        """Return what a constant stands for, by where it is defined."""
        if name not in self._known:
            self._known[name] = {}
            self._known[name] = dict(
                self._value(unit, text) for unit, text in sorted(self.before.expressions.get(name, ()))
            )
        return self._known[name]

    def _value(self, unit: str, text: str) -> tuple[str, str | None]:
        """Return where a constant is defined and what it stands for.

        A folder that its text names goes on being meant wherever the text stands, for that is rewritten.
        """
        if self.relocation is None:
            return unit, self.evaluate(text, unit)
        new = self.relocation.unit(unit)
        old = self.before.evaluate(text, unit)
        if old is None or not old.startswith(ROOT + "/") or NAMED.search(text) is None:
            return new, self.evaluate(text, new)
        folder = old.removeprefix(ROOT + "/").rstrip("/")
        moved = self.relocation.unit(folder + "/").rstrip("/")
        return new, f"{ROOT}/{moved}" + ("/" if old.endswith("/") else "")

    def evaluate(self, text: str, unit: str) -> str | None:
        """Return what an expression stands for in a file, None where that is not known."""
        return _Sum(text, unit, lambda name: self.constant(name, unit)).value()

    def find(self, path: PathUse, unit: str) -> str:
        """Return the path from the root that a joined path has, nothing where it is not known."""
        if not path.base.startswith(SUM):
            return ""
        start = self.evaluate(path.base.removeprefix(SUM), unit)
        whole = (start or "") + path.text
        if not whole.startswith(ROOT + "/"):
            return ""
        found = posixpath.normpath(whole.removeprefix(ROOT + "/") or ".")
        return "" if found.startswith("..") else found

    def spell(self, path: PathUse, unit: str, target: str) -> tuple[str, str] | None:
        """Return what leads to a target: the expression that a text is joined to, and the text.

        As much of the old expression is kept as the target lies below; else the file's own folder is taken.
        None where what it stands for is not known.
        """
        whole = f"{ROOT}/{target}"
        kept = old = path.base.removeprefix(SUM)
        if not (self.evaluate(old, unit) or "").startswith(ROOT):
            return None
        while kept:
            start = self.evaluate(kept, unit) or ROOT
            rest = whole.removeprefix(start)
            in_a_name = kept == old and not path.text.startswith("/")
            if rest != whole and (in_a_name or start.endswith("/") or rest.startswith("/")):
                return kept, rest
            kept = _without_last(kept)
        here = posixpath.dirname(f"{ROOT}/{unit}")
        return "__DIR__", "/" + posixpath.relpath(whole, here)


def _without_last(expression: str) -> str:
    """Return a sum without its last part; nothing where there is only one."""
    tokens = list(TOKEN.finditer(expression))
    depth = 0
    for token in reversed(tokens):
        depth += (token["sign"] == ")") - (token["sign"] == "(")
        if token["sign"] == "." and not depth:
            return expression[: token.start()].rstrip()
    return ""


def _holds(folder: str, unit: str) -> bool:
    return not folder or unit.startswith(folder.rstrip("/") + "/")


def _deepest(values: Mapping[str, str | None]) -> dict[str, str | None]:
    """Return those of some values that are found in the deepest folder."""
    deepest = max((place.rstrip("/").count("/") for place in values), default=0)
    return {place: value for place, value in values.items() if place.rstrip("/").count("/") == deepest}


def _group(notes: list[Note]) -> Iterator[Note]:
    """Yield the notes, and one for all where a file has many."""
    by_unit: dict[str, list[Note]] = {}
    for note in notes:
        by_unit.setdefault(note.unit, []).append(note)
    for unit, own in by_unit.items():
        if len(own) <= FEW_NOTES:
            yield from own
        else:
            first, lines = own[0], dict.fromkeys(note.line for note in own)
            places = tuple(f"{unit}:{line}" for line in lines if line != first.line)
            why = f"{first.why}; {len(own) - 1} more paths here may lead to what moves"
            yield Note(unit, first.line, first.text, why, UNSURE, places)


def tell_unknown_paths(
    relocation: Relocation,
    gone: Iterable[str],
    contents: Mapping[str, Content],
    known: FolderConstants,
    lead: Callable[[str, PathUse], str],
) -> list[Note]:
    """Return a note for each path that may lead to what moves, but is joined when it runs.

    `lead` tells where a path leads that is looked for in several folders.
    """
    moved = sorted({*gone, *relocation.units})
    notes = []
    for unit, content in contents.items():
        for path in content.paths:
            if is_bare(path):
                if lead(unit, path):
                    continue
            elif path.base != OPEN and (not path.base.startswith(SUM) or known.find(path, unit)):
                continue
            end = "/" + path.text.lstrip("./")
            fitting = (old for old in moved if f"/{old}".endswith(end))
            target = next(fitting, "")
            if target and "." in posixpath.basename(end):
                how = "looked for" if path.base == HERE else "joined"
                new = relocation.unit(target)
                after = f", which is {new} after the move" if new != target else ""
                why = f"{how} when it runs; it may lead to {target}{after}"
                line = content.line_of(path.start)
                notes.append(Note(relocation.unit(unit), line, path.text, why, UNSURE))
    return list(_group(notes))
