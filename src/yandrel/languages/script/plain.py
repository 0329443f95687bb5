"""Statements that a line begins and their layout ends: read from their text, since they need no parser.

What such a statement declares is told by its first line, and it ends with the last line that is further in
or closes a bracket. Whether it stands at the top level is for the tree of everything else to tell: nothing
there may reach over it. What stands in it is parsed where it is asked for.
"""

import re
from bisect import bisect_left
from functools import cache

import msgspec

from yandrel.languages.bodiless import PARAMETERS
from yandrel.languages.script.heads import BESIDE

NAME = rb"[A-Za-z_$][\w$]*+"
BEGINNING = re.compile(
    rb"\n(?=[acefnt])(?P<export>export (?P<default>default )?)?(?:"
    rb"type (?P<type>%b)(?=[ <=])"
    rb"|(?:async )?function(?:\*? |\*)(?P<function>%b)(?=[<(])"
    rb"|namespace (?P<namespace>%b) \{\r?\n"
    rb"|const (?P<constant>%b)(?:: [\w$.<>\[\], |]+?)? = (?!>))" % (NAME, NAME, NAME, NAME)
)
"""What follows a line's end; a statement that a file begins with is left to the parser."""
ENDED = rb"(?=\r?\n|\Z)"
LINE = rb"[^\n]*(?:\n|\Z)"
INNER = rb"(?:[ \t][^\n]*\n|\r?\n)"
"""A line that is further in than the statement, or an empty one."""
TYPE = re.compile(rb"%b(?:%b|[)\]}>|&]%b)*+" % (LINE, INNER, LINE))
FUNCTION = re.compile(
    rb"(?P<first>%b)(?:%b|(?P<header>[)\]>]%b|\}[^\r\n]%b))*+\}%b" % (LINE, INNER, LINE, LINE, ENDED)
)
INDENT = re.compile(rb"[ \t]++(?=\S)")
ARROW = re.compile(
    rb"(?P<header>(?:async )?%b(?:: [^\n{}=]*)? => \{[ \t]*\r?\n)%b*+\};?%b" % (PARAMETERS, INNER, ENDED)
)
VALUE = re.compile(
    rb"(?:/\*[#@]__PURE__\*/ )?(?:(?P<made>(?:new )?[\w$]+(?:\.[\w$]+)*)\((?=[\[{]))?[\[{]\r?\n"
    rb"%b*+[\]}](?(made)\))(?P<cast> as const)?;?%b" % (INNER, ENDED)
)
LITERAL = re.compile(rb"(?:-?\d[\w.]*|'[^'\\\n]*'|\"[^\"\\\n]*\"|true|false|null)(?: as const)?;?%b" % ENDED)
METHOD = re.compile(rb"\)[^\n,]*\{")
RUNS_LATER = {
    b"=>": re.compile(rb"=>"),
    b"function": re.compile(rb"\bfunction\b[\s*(]"),
    b"class": re.compile(rb"\bclass\b[\s{]"),
}
"""What code that runs later begins with, by a part of it that is found soonest."""
UNFINISHED = re.compile(
    rb"(?:[=|&?:,<(\[{.+*/-]|\b(?:extends|keyof|infer|typeof|is|readonly|in|as|new|unique|asserts))\Z"
)
LONGEST = 9
"""More bytes than the longest of these words has."""
GOES_ON = re.compile(rb"\s*+(?:[^\w\s$/@'\"#}]|/(?![/*])|(?:as|satisfies|in|instanceof)\b)")
"""What a statement without a semicolon goes on with."""
COMMENTED = re.compile(rb"/\*.*?\*/|//[^\n]*", re.DOTALL)
COMMENT = re.compile(rb"//|/\*|\*/")


class Plain(msgspec.Struct):
    """A statement that was read from its text.

    `kind` is "type", "function", "namespace" or "constant" as it is written; `made` is what a constant is
    made by, "=>" for a function; what only runs later stands from `body` on, where that is not 0. Where it
    is `typed`, nothing in it is a value.
    """

    name: str
    kind: str
    exported: str
    start: int
    end: int
    made: str = ""
    body: int = 0
    typed: bool = False


def find_plain(source: bytes, start: int, kept: list[int]) -> list[Plain]:
    """Return the plain statements from a place on, in order; none holds one of the kept places."""
    out = []
    at = start
    while (begun := BEGINNING.search(source, at)) is not None:
        found = _read(source, begun)
        if found is None or bisect_left(kept, found.start) < bisect_left(kept, found.end):
            at = begun.end()
            continue
        out.append(found)
        at = found.end
    return out


def find_known(source: bytes, start: int, plain: list[Plain]) -> list[tuple[int, int]]:
    """Return the spans of plain statements, those as one between which there are only comments."""
    out: list[tuple[int, int]] = []
    before = start
    for item in plain:
        if BESIDE.match(source, before, item.start).end() == item.start:  # type: ignore[union-attr]
            first = out.pop()[0] if out else before
        else:
            first = item.start
        out.append((first, item.end))
        before = item.end
    return out


def find_comment(source: bytes, start: int) -> int:
    """Return where the comment begins that belongs to what starts at a line's beginning, or that itself.

    That is a doc comment, or line comments, right above it; what a file begins with is said of the file.
    """
    end = source.rfind(b"\n", 0, start)
    line = source.rfind(b"\n", 0, max(end, 0)) + 1
    if source[line : max(end, 0)].rstrip().endswith(b"*/"):
        opened = end
        while opened >= 0:
            opened = source.rfind(b"/*", 0, opened)
            line = source.rfind(b"\n", 0, max(opened, 0)) + 1
            if source[line : max(opened, 0)].isspace() or line == opened:
                return opened if source.startswith(b"/**", opened) else start
        return start
    first = start
    while source.startswith(b"//", line) and end > 0:
        first = line
        end = line - 1
        line = source.rfind(b"\n", 0, max(end, 0)) + 1
    return first or start


def _read(source: bytes, begun: re.Match[bytes]) -> Plain | None:
    kind = begun.lastgroup or ""
    found = READERS[kind](source, begun)
    return found if found is not None and _pairs_up(source[found.start : found.end]) else None


def _pairs_up(text: bytes) -> bool:
    """Whether a text closes as many braces as it opens; comments may hold others."""
    if text.count(b"{") == text.count(b"}"):
        return True
    code = COMMENTED.sub(b"", text)
    return code.count(b"{") == code.count(b"}")


def _make(begun: re.Match[bytes], end: int, made: bytes = b"", body: int = 0, typed: bool = False) -> Plain:
    kind = begun.lastgroup or ""
    name = begun[kind].decode()
    exported = "" if begun["export"] is None else name if begun["default"] is None else "default"
    return Plain(name, kind, exported, begun.start() + 1, end, made.decode(), body, typed)


def _read_type(source: bytes, begun: re.Match[bytes]) -> Plain | None:
    found = TYPE.match(source, begun.end())
    end = _end_of(source, begun.start(), found.end()) if found is not None else 0
    last = source.rfind(b"\n", 0, end) + 1
    text = source[begun.start() : end]
    if (
        begun["default"] is not None
        or b"=" not in text
        or COMMENT.search(source, max(last, begun.start()), end)
    ):
        return None
    ended = text.removesuffix(b";")
    if UNFINISHED.search(ended[-LONGEST:]) is not None or _holds_another(ended):
        return None
    return _make(begun, end, typed=True)


def _end_of(source: bytes, start: int, stop: int) -> int:
    """Return where what stands between two places ends, without the white space at its end."""
    return start + len(source[start:stop].rstrip())


def _holds_another(text: bytes) -> bool:
    """Whether a semicolon stands outside of all braces."""
    at = text.find(b";")
    while at >= 0:
        if text.count(b"{", 0, at) <= text.count(b"}", 0, at):
            return True
        closed = text.find(b"}", at)
        at = text.find(b";", closed) if closed >= 0 else -1
    return False


def _read_function(source: bytes, begun: re.Match[bytes]) -> Plain | None:
    found = FUNCTION.match(source, begun.end())
    if found is None:
        return None
    body = found.end("header") if found["header"] is not None else found.end("first")
    if not source[begun.start() : body].rstrip().endswith(b"{"):
        return None
    return _make(begun, found.end(), body=body)


def _read_namespace(source: bytes, begun: re.Match[bytes]) -> Plain | None:
    """Read a namespace that holds nothing but types and functions."""
    first = INDENT.match(source, begun.end())
    if begun["default"] is not None or first is None:
        return None
    found = _types_within(first[0]).match(source, begun.end())
    if found is None:
        return None
    return _make(begun, found.end(), typed=source.find(b"function", begun.end(), found.end()) < 0)


@cache
def _types_within(indent: bytes) -> re.Pattern[bytes]:
    """Return a pattern of types and functions, as far in as is said, up to a line that closes them."""
    own = (
        rb"%b(?:(?:export )?(?:type|interface|(?:async )?function\*?) |[)\]}>|&]|//|/\*| \*)[^\n]*\n" % indent
    )
    return re.compile(rb"(?:%b|%b[ \t][^\n]*\n|\r?\n)*+\}%b" % (own, indent, ENDED))


def _read_constant(source: bytes, begun: re.Match[bytes]) -> Plain | None:
    if begun["default"] is not None:
        return None
    at = begun.end()
    arrow = ARROW.match(source, at)
    if arrow is not None:
        return _make(begun, arrow.end(), b"=>", arrow.end("header"))
    found = LITERAL.match(source, at) or VALUE.match(source, at)
    if found is None or METHOD.search(source, at, found.end()) is not None:
        return None
    for word, later in RUNS_LATER.items():
        if source.find(word, at, found.end()) >= 0 and later.search(source, at, found.end()) is not None:
            return None
    if not found[0].endswith(b";") and GOES_ON.match(source, found.end()) is not None:
        return None
    made = found["made"] or b"" if "made" in found.re.groupindex and found["cast"] is None else b""
    return _make(begun, found.end(), made + b"()" * bool(made))


READERS = {
    "type": _read_type,
    "function": _read_function,
    "namespace": _read_namespace,
    "constant": _read_constant,
}
