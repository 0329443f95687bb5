"""Find the types in the tags of PHP's doc comments, and leave what is written about them alone."""

import re
from collections.abc import Iterator

WHOLE_LINES = frozenset({b"type", b"import-type", b"assert", b"dataProvider"})
"""Tags after which all is types and names."""
TEMPLATE = re.compile(rb"template(?:-covariant|-contravariant)?")
BOUND = re.compile(rb"\s(?:of|as)\s+")
VARIABLE = re.compile(rb"\s*&?(?:\.\.\.)?\$\w+\s+")
OPENING, CLOSING = b"<({[", b">)}]"
GOES_ON_AFTER = b"|&,:?=" + OPENING
GOES_ON_BEFORE = b"|&"


def type_spans(tag: bytes, rest: bytes) -> Iterator[tuple[int, int]]:
    """Yield where types are in what follows a tag on its line.

    A type ends at the first blank that is in no brackets: what follows is its variable, or prose.
    """
    if tag in WHOLE_LINES:
        yield 0, len(rest)
    elif tag == b"method":
        closed = rest.find(b"(")
        depth_end = _end_of_brackets(rest, closed) if closed >= 0 else len(rest)
        yield 0, depth_end
    elif TEMPLATE.fullmatch(tag):
        found = BOUND.search(rest)
        if found is not None:
            yield found.end(), _end_of_type(rest, found.end())
    else:
        variable = VARIABLE.match(rest)
        start = variable.end() if variable is not None else len(rest) - len(rest.lstrip())
        yield start, _end_of_type(rest, start)


def _end_of_type(text: bytes, start: int) -> int:
    depth = 0
    for at in range(start, len(text)):
        sign = text[at : at + 1]
        depth += (sign in OPENING) - (sign in CLOSING)
        if depth <= 0 and sign.isspace():
            before, after = text[start:at].rstrip()[-1:], text[at:].lstrip()[:1]
            if not (before and before in GOES_ON_AFTER) and not (after and after in GOES_ON_BEFORE):
                return at
    return len(text)


def _end_of_brackets(text: bytes, start: int) -> int:
    depth = 0
    for at in range(start, len(text)):
        depth += (text[at : at + 1] in OPENING) - (text[at : at + 1] in CLOSING)
        if not depth:
            return at + 1
    return len(text)


__all__ = ["type_spans"]
