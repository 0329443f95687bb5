"""Find uses of same-package and qualified names in a Go file, by text."""

import re
from collections.abc import Iterable, Iterator, Set
from itertools import chain

from yandrel.languages.go.scopes import ASSIGNED, DECLARED, TAKEN, VARIABLES, WORD, find_scopes
from yandrel.languages.reading import blank_literal, keep_first

PASSED = re.compile(
    rb"//[^\n]*|/\*.*?\*/|\"(?:[^\"\\\n]|\\.)*+\"|`[^`]*`|'(?:[^'\\\n]|\\.)++'|\.\s+", re.DOTALL
)
"""Comments, literals, and blanks after a dot."""
HEAD = rb"[A-Za-z_\x80-\xff](?<![\w\0\x80-\xff].)(?:(?<!\..)|(?<=\.\.\..))[\w\x80-\xff]*+"
NAME = re.compile(rb"%b(?:\.\0*[A-Za-z_\x80-\xff][\w\x80-\xff]*)?" % HEAD)
"""A name, and the next after a dot."""
TYPED = (
    re.compile(rb"[(,]\s*+(\w++)(?:, \w++){0,40}+ (?:[*\[\]]|\.\.\.)*+(?P<type>\w+)"),
    re.compile(
        rb"([\])&.(])(?:(?<=&)(?=\w+\{)|(?<=\()\*(?=\w+,)|(?<=\.)\.\.|(?<=[\])])(?:\*| \*?)?)"
        rb"(?P<type>\w++)(?!\()"
    ),
    re.compile(rb"(new)\((?P<type>\w+)"),
    re.compile(rb"\n[ \t]++(\w++)[ \t]++\*?(?P<type>\w++)(?=[ \"\n])"),
    re.compile(rb"var(?<!\wvar)[ \t]+(\w++)[ \t]+\*?(?P<type>\w+)"),
)
"""Types of parameters, after brackets or where an address is taken, of fields, and of variables."""
MADE = re.compile(rb"\{(\w+)(?![\w.\0])")
"""What a literal's values stand behind, read backwards."""
SELECTED = re.compile(rb"\.\0*([A-Za-z_\x80-\xff][\w\x80-\xff]*)")

KEYWORDS = frozenset(
    b"break case chan const continue default defer else fallthrough for func go goto if import interface map "
    b"package range return select struct switch type var nil true false iota _".split()
)
COLON = re.compile(rb"\s*:(?!=)")
FIELD = re.compile(rb"\s*(\w+)(?:, \w+)*[ \t]+(?:[*\[\w(]|<-chan)")
METHOD = re.compile(rb"func \([^()]*\) \Z")
LITERAL = re.compile(rb"(?:\]|\bmap\[[^\n]*)\s*[*\[\]\w.]*\s*\Z")
BRACKETS = re.compile(rb"[{}()\[\]]|\besac\b")
LONGEST = 120


def find_mentions(
    source: bytes, start: int, defined: Set[bytes], packages: Set[bytes], methods: Set[bytes]
) -> dict[bytes, int]:
    """Return the names that lead out of a file, with the first place of each.

    It is read from `start`, after its imports. `defined` are the names that it declares at its top,
    `packages` what its imports may be called, `methods` those of its interfaces.
    """
    return _Finder(source, start, defined, packages, methods).find()


def leave_code(source: bytes, start: int) -> bytes:
    """Return a source of the same length, with blanks or quotes for what is not code."""
    return b" " * start + PASSED.sub(_blank, source[start:])


def _blank(found: re.Match[bytes]) -> bytes:
    text = found[0]
    if text[:1] == b".":
        return b"." + b"\0" * (len(text) - 1)
    return b" " * len(text) if text[:1] == b"/" else blank_literal(text)


class _Finder:
    def __init__(
        self, source: bytes, start: int, defined: Set[bytes], packages: Set[bytes], methods: Set[bytes]
    ) -> None:
        self.code = leave_code(source, start)
        self.start = start
        self.packages = packages
        self.methods = methods
        self.defined = defined
        self.own = find_locals(self.code)

    def find(self) -> dict[bytes, int]:
        first: dict[bytes, int] = {}
        for text, at in self.find_places():
            head, dot, last = text.partition(b".")
            if head in KEYWORDS or head in self.own or head in self.defined:
                continue
            if dot:
                keep_first(first, head + b"." + last.lstrip(b"\0"), at)
            self.add_plain(first, head, at)
        for name, at in self.find_types():
            keep_first(first, name, at)
        for name, at in self.find_beside_locals():
            keep_first(first, name, at)
        return first

    def find_beside_locals(self) -> Iterator[tuple[bytes, int]]:
        """Yield what is taken from packages whose names something in the file has, too."""
        both = self.packages & (self.own | self.defined)
        asked = {head: places for head in both if (places := self.find_selections(head))}
        hidden = find_scopes(self.code, asked.keys()) if asked else {}
        for head, places in asked.items():
            for at, name in places:
                if not any(start <= at < end for start, end in hidden.get(head, ())):
                    yield head + b"." + name, at

    def find_selections(self, head: bytes) -> list[tuple[int, bytes]]:
        """Return where something is asked for after a name and a dot, and what."""
        places = ((at, SELECTED.match(self.code, at + len(head))) for at in self.places_of(head, self.start))
        return [(at, found[1]) for at, found in places if found is not None]

    def find_places(self) -> Iterable[tuple[bytes, int]]:
        """Return each name, with what it is asked for after a dot, and its first place."""
        places: dict[bytes, int] = {}
        for found in NAME.finditer(self.code, self.start):
            if found[0] not in places:
                places[found[0]] = found.start()
        return places.items()

    def find_types(self) -> Iterator[tuple[bytes, int]]:
        """Yield names that something in a function has, too, where only a type can stand."""
        wanted = self.own - self.defined - KEYWORDS
        for pattern in TYPED:
            for found in pattern.finditer(self.code, self.start):
                if found[2] in wanted and found[1] not in KEYWORDS:
                    yield found[2], found.start(2)
        for found in MADE.finditer(self.code[: self.start : -1]):
            name = found[1][::-1]
            if name in wanted:
                yield name, len(self.code) - found.end(1)

    def add_plain(self, first: dict[bytes, int], name: bytes, place: int) -> None:
        if name in first:
            first[name] = min(first[name], place)
            return
        key = False
        for at in chain((place,), self.places_of(name, place + len(name))):
            if self.is_before_colon(at + len(name)):
                if key:
                    continue
                key = True
                mentioned = self.is_value(at)
            else:
                mentioned = self.is_mention(name, at)
            if mentioned:
                first[name] = at
                return

    def places_of(self, name: bytes, start: int) -> Iterator[int]:
        """Yield where a name stands for itself, not after a dot."""
        code, length = self.code, len(name)
        at = code.find(name, start)
        while at >= 0:
            before, after = code[at - 1 : at], code[at + length : at + length + 1]
            if not (before.isalnum() or before in (b"_", b".", b"\0") or after.isalnum() or after == b"_"):
                yield at
            at = code.find(name, at + length)

    def is_before_colon(self, end: int) -> bool:
        return self.code[end : end + 1] in b": \t\n" and COLON.match(self.code, end) is not None

    def is_mention(self, name: bytes, at: int) -> bool:
        """Whether a name is not that of a field or a method."""
        code, end = self.code, at + len(name)
        line = code.rfind(b"\n", 0, at) + 1
        lead = code[line:at]
        if lead.rstrip()[-1:] in b",;{":
            if name in self.methods and code[end : end + 1] == b"(" and not lead.strip():
                return False
            start = line if lead.rstrip()[-1:] in b"," else at
            field = FIELD.match(code, start)
            return field is None or field[1] in KEYWORDS or field.end() <= end
        return not (lead.endswith(b") ") and METHOD.match(lead))

    def is_value(self, at: int) -> bool:
        """Whether what stands before a colon is a value: in a case, an index, or a map or a list."""
        depth = 0
        before = self.code[max(0, at - 4000) : at][::-1]
        for found in BRACKETS.finditer(before):
            mark = found[0]
            if mark == b"esac":
                if not depth:
                    return True
            elif mark in b"})]":
                depth += 1
            elif depth:
                depth -= 1
            elif mark == b"[":
                return True
            elif mark == b"{":
                lead = before[found.end() : found.end() + LONGEST][::-1].rstrip(b" \0")
                if lead[-1:] in b"{,:\n":
                    continue
                return LITERAL.search(lead.rpartition(b"\n")[2]) is not None
            else:
                return False
        return False


def find_locals(code: bytes) -> set[bytes]:
    """Return the names that are declared in functions, as what they take or hold."""
    own: set[bytes] = set()
    for names in set(ASSIGNED.findall(code[::-1])):
        own.update(WORD.findall(names[::-1]))
    for names in set(TAKEN.findall(code)):
        own.update(WORD.findall(names))
    for block, names in VARIABLES.findall(code):
        own.update(WORD.findall(names))
        for line in DECLARED.findall(block):
            own.update(WORD.findall(line))
    return own
