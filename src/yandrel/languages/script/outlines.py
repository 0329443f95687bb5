"""Parsing JavaScript and TypeScript without what functions hold, unless they name modules by their paths."""

import re
from functools import cache

import tree_sitter

from yandrel.languages.bodiless import PARAMETERS, Outlines
from yandrel.languages.script.components import is_component
from yandrel.languages.script.grammar import GRAMMARS, parse, parse_as_written

MOCKS = (
    rb"(?:jest|vi|td|proxyquire|sandbox)\s*\.\s*(?:mock|unmock|doMock|dontMock|requireActual|requireMock"
    rb"|importActual|importMock|setMock|unstable_mockModule|replace|replaceEsm|createMockFromModule)"
)
CALLED_WITH_PATH = re.compile(
    rb"\b(?:require(?:\s*\.\s*resolve)?|import|proxyquire|"
    + MOCKS
    + rb")\s*(?:<[^>()]*(?:\([^()]*\))?[^>()]*>)?\s*\(\s*(['\"`])"
)
CALLERS = (
    b"require",
    b"import(",
    b"import (",
    b"import<",
    b"jest",
    b"vi.",
    b"td.",
    b"sandbox",
    b"proxyquire",
)
"""What every file has that calls something with a path, and most others have not."""
TAKEN = rb"(?:<[^{}()/]*>)?" + PARAMETERS + rb"(?:\s*:\s*[^{};=()/]*)?\s*"
WORDS = rb"(?:(?:async|static|get|set|public|private|protected|override) )*+"
NO_METHOD = b"".join(
    rb"(?<![ \t]%b)" % word
    for word in (b"if", b"for", b"while", b"switch", b"catch", b"with", b"function", b"return")
)
HEADER = rb"(?:=>\s*|function(?<![\w$.]function)[ \t]*\*?[ \t]*[\w$]*[ \t]*%b|\n[ \t]++%b\*?[\w$#]++%b%b)" % (
    TAKEN,
    WORDS,
    NO_METHOD,
    TAKEN,
)


def calls_with_paths(source: bytes) -> bool:
    """Whether a file may call something with the path of a module."""
    return any(caller in source for caller in CALLERS)


@cache
def outlines_for(dialect: str) -> Outlines:
    return Outlines(GRAMMARS[dialect], HEADER, kept=CALLED_WITH_PATH)


def parse_outline(source: bytes, path: str) -> tree_sitter.Tree:
    """Parse UTF-8 source without what functions hold; JavaScript with types is read as what it is."""
    if ".d." in path or is_component(path):
        return parse(source, path)
    return parse_as_written(path, lambda dialect: outlines_for(dialect).parse(source))
