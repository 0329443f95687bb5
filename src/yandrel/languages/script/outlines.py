"""Parsing JavaScript and TypeScript without what functions hold, unless they name modules by their paths."""

import re
from collections.abc import Sequence
from functools import cache, lru_cache

import tree_sitter
from tree_sitter import Point, Range

from yandrel.languages.bodiless import EVERYTHING, PARAMETERS, Outlines, Span
from yandrel.languages.script.components import is_component
from yandrel.languages.script.grammar import GRAMMARS, dialect_of, parse, parse_as_written

MOCKED = (
    rb"\s*+\.\s*+(?:mock|unmock|doMock|dontMock|requireActual|requireMock|importActual|importMock|setMock"
    rb"|unstable_mockModule|replace|replaceEsm|createMockFromModule)"
)
GIVEN = rb"\s*+(?:<[^>()]{0,400}+(?:\([^()]{0,400}+\))?[^>()]{0,400}+>)?\s*+\(\s*+(?=['\"`])"
CALLS = {
    word: re.compile(word + rb"(?<!\w%b)" % word + after + GIVEN)
    for word, after in (
        (b"require", rb"(?:\s*+\.\s*+resolve)?"),
        (b"import", b""),
        (b"proxyquire", rb"(?:%b)?" % MOCKED),
        (b"jest", MOCKED),
        (b"vi", MOCKED),
        (b"td", MOCKED),
        (b"sandbox", MOCKED),
    )
}
"""What takes a module's path, up to that: one pattern a word, since a word to begin with is found soonest."""
MOCKING = frozenset({b"jest", b"vi", b"td", b"sandbox"})
"""Words that take none but with one of those after them."""
OF_MOCKS = (b"ock", b"Actual", b"replace")
"""What stands in each of those."""
TAKEN = rb"(?:<[^{}()/]*>)?" + PARAMETERS + rb"(?:\s*:\s*[^{};=()/]*)?\s*"
WORDS = rb"(?:(?:async|static|get|set|public|private|protected|override) )*+"
NO_METHOD = b"".join(
    rb"(?<![ \t]%b)" % word
    for word in (b"if", b"for", b"while", b"switch", b"catch", b"with", b"function", b"return")
)
FUNCTION = rb"=>\s*|function(?<![\w$.]function)[ \t]*\*?[ \t]*[\w$]*[ \t]*" + TAKEN
METHOD = rb"\n[ \t]++%b\*?[\w$#]++%b%b" % (WORDS, NO_METHOD, TAKEN)


@lru_cache(maxsize=1)
def find_paths(source: bytes, start: int = 0) -> list[int]:
    """Return where paths begin, from a place on, that are given to what may be a call; those of the last
    source are kept."""
    there = [word for word in CALLS if source.find(word, start) >= 0]
    if not there:
        return []
    mocked = any(source.find(part, start) >= 0 for part in OF_MOCKS)
    words = [word for word in there if mocked or word not in MOCKING]
    return sorted(found.end() for word in words for found in CALLS[word].finditer(source, start))


@cache
def outlines_for(dialect: str, with_methods: bool) -> Outlines:
    header = rb"(?:%b|%b)" % (FUNCTION, METHOD) if with_methods else rb"(?:%b)" % FUNCTION
    return Outlines(GRAMMARS[dialect], header, kept=find_paths)


def holds_methods(source: bytes, dialect: str) -> bool:
    """Whether methods are worth looking for: TypeScript has them in classes, JavaScript in objects, too."""
    return dialect == "javascript" or b"class " in source


def parse_outline(source: bytes, path: str, start: int = 0, known: Sequence[Span] = ()) -> tree_sitter.Tree:
    """Parse UTF-8 source without what functions hold, what stands before a place, and spans that are known;
    JavaScript with types is read as what it is. What cannot be read so is parsed whole."""
    if is_component(path):
        return parse(source, path)

    def read(dialect: str) -> tree_sitter.Tree:
        return outlines_for(dialect, holds_methods(source, dialect)).parse(source, start, known)

    return parse_as_written(path, read)


def is_whole(tree: tree_sitter.Tree) -> bool:
    """Whether nothing was passed over."""
    ranges = tree.included_ranges
    return len(ranges) == 1 and ranges[0].start_byte == 0


def parse_parts(source: bytes, path: str, *parts: Span) -> tree_sitter.Tree:
    """Parse what stands in spans of UTF-8 source, as if nothing stood between; nodes tell places of the
    whole."""
    parser = GRAMMARS[dialect_of(path)].parser
    parser.included_ranges = [
        Range(_point_of(source, start), _point_of(source, end), start, end) for start, end in parts
    ]
    try:
        return parser.parse(source)
    finally:
        parser.included_ranges = EVERYTHING


def _point_of(source: bytes, at: int) -> Point:
    return Point(source.count(b"\n", 0, at), at - source.rfind(b"\n", 0, at) - 1)
