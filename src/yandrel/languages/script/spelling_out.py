"""What the grammar does not know of TypeScript, spelled out in as many bytes with what it knows.

Every name and every path stays where it stands, so that what is read from the tree holds for the source:
`import("x").Name<A, B>[]` is read as `import("x").Name&A& B   `, `export type * from "x"` without its `type`.
"""

import re

IMPORTED_TYPE = re.compile(rb"\bimport\s*\(\s*(['\"])[^'\"\n]*\1\s*\)(?:\s*\.\s*[\w$]+)*")
UNKNOWN = re.compile(rb"import\(['\"][^'\"\n]*['\"]\)(?:\.[\w$]+)*[<\[]")
"""What no file holds that the grammar reads as it is."""
ASKED_FOR = re.compile(rb"\b(?:typeof|readonly)\s+(?=import\s*\(\s*['\"])")
IN_BRACKETS = re.compile(rb"(?<=[\s:<|&=,>(])\((?=\s*(?:typeof\s+)?import\s*\(\s*['\"])")
LISTS = re.compile(rb"(?:\s*\[\s*(?:\"[^\"\n]*\"|'[^'\n]*'|\d+)?\s*\])+")
LISTS_OF_SEVERAL = re.compile(rb"\)((?:[ \t]*\[[ \t]*\])+)")
TYPES_OF_ALL = re.compile(rb"^[ \t]*export[ \t]+(type)[ \t]*\*", re.MULTILINE)
VARIANCE = re.compile(
    rb"[<,](?:\s|/\*(?:[^*]|\*(?!/))*+\*/|//[^\n]*\n)*((?:const\s+)?(?:(?:in\s+)?out|in))\s+(?=[\w$]+\s+extends\b|[\w$]+\s*[,>=])"
)
CALLED_LIKE_WORDS = re.compile(
    rb"\(\s*(type)\s+extends\b|(?:^[ \t]*|[(,{;]\s*)(abstract|accessor|using)(?=\??:)", re.MULTILINE
)
"""A type's parameter, a member or a parameter with the name of a word that begins a statement or a member."""
DEFAULT_FUNCTION = re.compile(rb"^(export\s+default\s+function\s*)\(", re.MULTILINE)
TOKEN = re.compile(rb"'[^'\n]*'|\"[^\"\n]*\"|`[^`]*`|=>|[<>(){}\[\],;]")
OPENING = {b"<": b">", b"(": b")", b"{": b"}", b"[": b"]"}


def spell_out(source: bytes) -> bytes:
    """Return source of the same length, without what the grammar does not know."""
    changed = bytearray(source)
    for found in IMPORTED_TYPE.finditer(source):
        _join_arguments(source, found.end(), changed)
    for found in IN_BRACKETS.finditer(source):
        places = _find_parts(source, found.start())
        for place in places if len(places) == 2 else []:
            changed[place] = ord(" ")
    for pattern, group in ((ASKED_FOR, 0), (LISTS_OF_SEVERAL, 1), (TYPES_OF_ALL, 1), (VARIANCE, 1)):
        for found in pattern.finditer(source):
            _blank(changed, *found.span(group))
    for found in CALLED_LIKE_WORDS.finditer(source):
        at = found.start(found.lastindex or 1)
        changed[at] = ord(source[at : at + 1].upper())
    for found in DEFAULT_FUNCTION.finditer(source):
        if _is_declared_alone(source, found.end() - 1):
            start, end = found.span(1)
            changed[start:end] = b"declare function D".ljust(end - start)
    return bytes(changed)


def _is_declared_alone(source: bytes, start: int) -> bool:
    """Whether a function's parameters are followed by the type of what it returns, and by no body."""
    places = _find_parts(source, start)
    for token in TOKEN.finditer(source, places[-1]) if len(places) > 1 else ():
        if token[0] in (b";", b"{"):
            return token[0] == b";"
    return False


def _join_arguments(source: bytes, at: int, changed: bytearray) -> None:
    """Turn a type's arguments into types that it is joined with, and leave out that it is a list."""
    places = _find_parts(source, at) if source[at : at + 1] == b"<" else []
    for place in places[:-1]:
        changed[place] = ord("&")
    if places:
        changed[places[-1]] = ord(" ")
        at = places[-1] + 1
    lists = LISTS.match(source, at)
    if lists is not None:
        _blank(changed, *lists.span())


def _blank(changed: bytearray, start: int, end: int) -> None:
    for at in range(start, end):
        if changed[at] not in b"\r\n":
            changed[at] = ord(" ")


def _find_parts(source: bytes, start: int) -> list[int]:
    """Return where what is in brackets opens, is parted and closes; nothing where it does not."""
    places = [start]
    expected: list[bytes] = []
    for token in TOKEN.finditer(source, start):
        text = token[0]
        if text in OPENING:
            expected.append(OPENING[text])
        elif text in (b">", b")", b"}", b"]"):
            if text != expected.pop():
                return []
            if not expected:
                return [*places, token.start()]
        elif text == b"," and len(expected) == 1:
            places.append(token.start())
    return []
