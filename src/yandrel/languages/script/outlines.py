"""Parsing JavaScript and TypeScript without what functions hold, unless they name modules by their paths."""

import re
from functools import cache

import tree_sitter

from yandrel.languages.bodiless import PARAMETERS, Outlines
from yandrel.languages.script.grammar import GRAMMARS, parse_as_written

MOCKS = (
    rb"(?:jest|vi|td|proxyquire|sandbox)\s*\.\s*(?:mock|unmock|doMock|dontMock|requireActual|requireMock"
    rb"|importActual|importMock|setMock|unstable_mockModule|replace|replaceEsm|createMockFromModule)"
)
CALLED_WITH_PATH = re.compile(
    rb"\b(?:require(?:\s*\.\s*resolve)?|import|proxyquire|"
    + MOCKS
    + rb")\s*(?:<[^>()]*(?:\([^()]*\))?[^>()]*>)?\s*\(\s*(['\"`])"
)
TAKEN = rb"(?:<[^{}()/]*>)?" + PARAMETERS + rb"(?:\s*:\s*[^{};=()/]*)?\s*"
HEADER = (
    rb"(?:=>\s*|function(?<![\w$.]function)[ \t]*\*?[ \t]*[\w$]*[ \t]*" + TAKEN + rb"|\n[ \t]+"
    rb"(?:(?:async|static|get|set|public|private|protected|override) )*\*?"
    rb"(?!(?:if|for|while|switch|catch|with|function|return)\b)[\w$#]+" + TAKEN + rb")"
)


@cache
def outlines_for(dialect: str) -> Outlines:
    return Outlines(GRAMMARS[dialect], HEADER, kept=CALLED_WITH_PATH)


def parse_outline(source: bytes, path: str) -> tree_sitter.Tree:
    """Parse UTF-8 source without what functions hold; JavaScript with types is read as what it is."""
    return parse_as_written(path, lambda dialect: outlines_for(dialect).parse(source))
