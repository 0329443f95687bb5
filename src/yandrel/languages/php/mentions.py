"""Find the types and functions that a PHP file names, by text: a fifth of a parse's time.

What follows a name mostly tells what it is, and an expression that begins with a mark is found fastest:
such names are looked for in the text read backwards.
"""

import re
from collections.abc import Iterator, Sequence

from yandrel.languages.reading import blank_literal, keep_first

Span = tuple[int, int]
Key = tuple[bytes, int, str]
PASSED = re.compile(
    rb"//[^\n]*?(?=\?>|\n|\Z)|#(?!\[)[^\n]*?(?=\?>|\n|\Z)|/\*.*?\*/|'(?:[^'\\]|\\.)*+'|\"(?:[^\"\\]|\\.)*+\""
    rb"|<<<[ \t]*[\"']?(\w+)[\"']?[ \t]*\r?\n.*?^[ \t]*\1\b|\?>.*?(?:<\?(?:php|=)|\Z)",
    re.DOTALL | re.MULTILINE,
)
"""Comments, literals, and what stands outside of PHP's marks."""
HOLE = re.compile(rb"\{\$[^{}]*\}")
OPENING = re.compile(rb"<\?(?:php|=)?")
NAME = rb"[A-Za-z_\\\x80-\xff][\w\\\x80-\xff]*+"
LIST = rb"%b(?:\s*,\s*%b)*+" % (NAME, NAME)
UNION = rb"%b(?:\s*[|&]\s*%b)*+" % (NAME, NAME)


def _after_word(word: bytes, names: bytes) -> re.Pattern[bytes]:
    return re.compile(rb"%b(?<![\w$>:\\\x80-\xff]%b)\s+(%b)" % (word, word, names))


TYPES = (
    _after_word(b"new", NAME),
    _after_word(b"instanceof", NAME),
    _after_word(b"extends", LIST),
    _after_word(b"implements", LIST),
    re.compile(rb"catch\s*\(\s*(%b)\s*\)" % UNION),
)
TRAITS = re.compile(rb"%b(?=\s*[;{])" % _after_word(b"use", LIST).pattern)
RETURNED = re.compile(rb"\)\s*:\s*\??(%b)(?=\s*(?:[{;]|=>))" % UNION)
MARKS = re.compile(rb"#\[")
MARK = re.compile(rb"([(\[])|([)\]])|(?<![\w$\\\x80-\xff])%b" % NAME)
EMAN = rb"[\w\\\x80-\xff]++"
OWNER = re.compile(rb"::\s*(%b)(?!\$|>-|::)" % EMAN)
CALLED = re.compile(rb"\(\s*+(%b)(?!\$|>-|::|\s*+&?\s*+noitcnuf\b|\s++wen\b)" % EMAN)
TYPED = re.compile(rb"\$(?:\.\.\.)?&?\s+(%b(?:\s*[|&]\s*%b)*+)(?!\$|>-|::)" % (EMAN, EMAN))
BACKWARDS = ((OWNER, "type"), (CALLED, "function"), (TYPED, "type"))
BRACKET = re.compile(rb"[()]")
SIGNATURE = re.compile(rb"\b(?:function|fn)\b\s*&?\s*\w*\s*\Z")
LONGEST = 2000
"""More bytes than what a function takes is written with."""
LONGEST_NAME = 80
SEPARATOR = re.compile(rb"(?:(?<!\s)\s++)?+[|&,]\s*+")
WORDS = frozenset(
    b"abstract and array as break case catch class clone const continue declare default die do echo else "
    b"elseif empty enum eval exit extends final fn for foreach from function global goto if implements in "
    b"include include_once instanceof insteadof isset list match new not or parent print private protected "
    b"public readonly require require_once return self static switch throw unset use var while xor "
    b"yield".split()
)
"""What stands before a bracket or a variable and names nothing."""


def find_mentions(source: bytes, bodies: Sequence[Span], starts: Sequence[int]) -> dict[Key, int]:
    """Return the first place of each name, in each declared namespace, as of a type or of a function.

    `bodies` are the spans of types, whose uses are of traits; `starts` is where namespaces begin.
    """
    first: dict[Key, int] = {}
    several = len(starts) > 1
    for name, at, space in _find_names(leave_code(source), bodies):
        keep_first(first, (name, _block_at(starts, at) if several else 0, space), at)
    return first


def leave_code(source: bytes) -> bytes:
    """Return a source of the same length, with blanks or quotes for what is not code."""
    opening = OPENING.search(source)
    if opening is None:
        return b""
    return b" " * opening.end() + PASSED.sub(_blank, source[opening.end() :])


def _blank(found: re.Match[bytes]) -> bytes:
    text = found[0]
    if text[:1] not in (b'"', b"'", b"<"):
        return b" " * len(text)
    plain = text[:1] == b"'" or b"{$" not in text
    return blank_literal(text, () if plain else (hole.span() for hole in HOLE.finditer(text)))


def _find_names(code: bytes, bodies: Sequence[Span]) -> Iterator[tuple[bytes, int, str]]:
    marks = dict(_find_marks(code))
    for at, name in marks.items():
        yield name, at, "type"
    for found in _find_types(code, bodies):
        for name, at in _split(found[1], found.start(1)):
            if name.lower() not in WORDS:
                yield name, at, "type"
    for name, at, space in _find_backwards(code):
        if at not in marks:
            yield name, at, space


def _find_marks(code: bytes) -> Iterator[tuple[int, bytes]]:
    """Yield the names of attributes, without what is given to them."""
    for opening in MARKS.finditer(code):
        depth = 1
        for found in MARK.finditer(code, opening.end()):
            if found[1] is not None:
                depth += 1
            elif found[2] is not None:
                depth -= 1
                if not depth:
                    break
            elif depth == 1:
                yield found.start(), found[0]


def _find_types(code: bytes, bodies: Sequence[Span]) -> Iterator[re.Match[bytes]]:
    """Yield what names types after a word or a bracket."""
    for pattern in TYPES:
        yield from pattern.finditer(code)
    for found in TRAITS.finditer(code):
        if any(start < found.start() < end for start, end in bodies):
            yield found
    for found in RETURNED.finditer(code):
        if code[found.end() : found.end() + 3].lstrip()[:1] == b"{" or _closes_signature(code, found.start()):
            yield found


def _find_backwards(code: bytes) -> Iterator[tuple[bytes, int, str]]:
    backwards = code[::-1]
    for pattern, space in BACKWARDS:
        last = {found[1]: found.end(1) for found in pattern.finditer(backwards)}
        for text, end in last.items():
            for name, at in _split(text[::-1], len(code) - end):
                if name.lower() not in WORDS and not name[:1].isdigit():
                    yield name, at, space


def _split(text: bytes, at: int) -> Iterator[tuple[bytes, int]]:
    place = 0
    for separator in SEPARATOR.finditer(text):
        yield text[place : separator.start()], at + place
        place = separator.end()
    if place < len(text):
        yield text[place:], at + place


def _closes_signature(code: bytes, closing: int) -> bool:
    """Whether a bracket closes what a function takes, and no call."""
    depth = 0
    earliest = max(0, closing - LONGEST)
    for found in BRACKET.finditer(code[earliest : closing + 1][::-1]):
        depth += 1 if found[0] == b")" else -1
        if not depth:
            opening = closing - found.start()
            return SIGNATURE.search(code, max(0, opening - LONGEST_NAME), opening) is not None
    return False


def _block_at(starts: Sequence[int], position: int) -> int:
    return max((number for number, start in enumerate(starts) if start <= position), default=0)
