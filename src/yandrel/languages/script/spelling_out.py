"""Replace TypeScript syntax that the grammar does not know by known syntax of the same length.

Every name and every path stays where it stands, so that what is read from the tree holds for the source:
`import("x").Name<A, B>[]` is read as `import("x").Name&A& B   `, `export type * from "x"` without its `type`.
"""

import re
import string

IMPORTED_TYPE = re.compile(rb"\bimport\s*\(\s*(['\"])[^'\"\n]*\1\s*\)(?:\s*\.\s*[\w$]+)*")
UNKNOWN = re.compile(rb"import\(['\"][^'\"\n]*['\"]\)(?:\.[\w$]+)*[<\[]")
"""What no file holds that the grammar reads as it is."""
ASKED_FOR = re.compile(rb"\b(?:typeof|readonly)\s+(?=import\s*\(\s*['\"])")
IN_BRACKETS = re.compile(rb"(?<=[\s:<|&=,>(])\((?=\s*(?:typeof\s+)?import\s*\(\s*['\"])")
LISTS = re.compile(rb"(?:\s*+\[\s*+(?:\"[^\"\n]*+\"|'[^'\n]*+'|\d++)?\s*+\])++")
LISTS_OF_SEVERAL = re.compile(rb"\)((?:[ \t]*\[[ \t]*\])+)")
TYPES_OF_ALL = re.compile(rb"^[ \t]*export[ \t]+(type)[ \t]*\*", re.MULTILINE)
VARIANCE = re.compile(
    rb"[<,](?:\s|/\*(?:[^*]|\*(?!/))*+\*/|//[^\n]*\n)*((?:const\s+)?(?:(?:in\s+)?out|in))\s+(?=[\w$]+\s+extends\b|[\w$]+\s*[,>=])"
)
CALLED_LIKE_WORDS = re.compile(
    rb"\(\s*(type)\s+extends\b"
    rb"|(?:^[ \t]*|[(,{;]\s*)(abstract|accessor|using|in|instanceof|as|satisfies)(?=\??:)"
    rb"|^[ \t]*(abstract|accessor)(?=[(<])",
    re.MULTILINE,
)
"""A type's parameter, a member or a parameter with the name of a word that begins a statement or a member, or
that another line may go on with."""
TYPED_TEMPLATE = re.compile(rb">`")
GIVEN = re.compile(rb"[\w$]<(?=[\w$\s{\[(])")
DEFAULT_FUNCTION = re.compile(rb"^(export\s+default\s+function\s*)\(", re.MULTILINE)
SIGNATURE = re.compile(rb"\n[ \t]*[ \t](?=[<(])")
"""What may begin a member that nothing but its line's end parts from the one before."""
ENDED_BY = frozenset(string.ascii_letters.encode() + string.digits.encode() + b"_$>)]}'\"`")
IN_TEMPLATE_TYPE = re.compile(
    rb"(?P<parted>;)|\breadonly\b(?!\s*[:?])|(?P<absent>\?)\s*:|(?P<list>\[\s*\])|(?P<opens>(?<=[\w$])<)"
    rb"|(?<=[\w$\]}'\">])[ \t]*\r?\n[ \t]*(?P<line>[ \t])(?=[\w$'\"])"
)
"""What a type in braces has that an object has not."""
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
    _part_members(source, changed)
    if TYPED_TEMPLATE.search(source) is not None:
        for found in GIVEN.finditer(source):
            _say_as_values(source, found.end() - 1, changed)
    for found in CALLED_LIKE_WORDS.finditer(source):
        at = found.start(found.lastindex or 1)
        changed[at] = ord(source[at : at + 1].upper())
    for found in DEFAULT_FUNCTION.finditer(source):
        if _is_declared_alone(source, found.end() - 1):
            start, end = found.span(1)
            changed[start:end] = b"declare function D".ljust(end - start)
    return bytes(changed)


def _part_members(source: bytes, changed: bytearray) -> None:
    """Put the semicolon that a type's member ends with before one that has no name: `<A>(hive: A): B`."""
    for found in SIGNATURE.finditer(source):
        if not _ends_member(source, found.start()):
            continue
        places = _find_parts(source, found.end())
        if places and source.startswith(b"<", found.end()):
            at = _skip_space(source, places[-1] + 1)
            places = _find_parts(source, at) if source.startswith(b"(", at) else []
        if places and source.startswith(b":", _skip_space(source, places[-1] + 1)):
            changed[found.end() - 1] = ord(";")


def _ends_member(source: bytes, end: int) -> bool:
    """Whether what stands before a place, but for comments, may be the end of a type's member."""
    while True:
        while end and source[end - 1] in b" \t\r\n":
            end -= 1
        line = source.rfind(b"\n", 0, end) + 1
        if source.endswith(b"*/", 0, end):
            end = max(source.rfind(b"/*", 0, end), 0)
        elif source[line:end].lstrip().startswith(b"//"):
            end = line
        else:
            return end > 0 and source[end - 1] in ENDED_BY and not source.endswith(b"=>", 0, end)


def _skip_space(source: bytes, at: int) -> int:
    while at < len(source) and source[at] in b" \t\r\n":
        at += 1
    return at


def _say_as_values(source: bytes, start: int, changed: bytearray) -> None:
    """Turn the type that a template is given into a value: `sql<Hive[]>` into `sql(Hive  )`, one in braces
    into an object."""
    places = _find_parts(source, start)
    if len(places) < 2 or not source.startswith(b"`", places[-1] + 1):
        return
    changed[start], changed[places[-1]] = b"()"
    for found in IN_TEMPLATE_TYPE.finditer(source, start + 1, places[-1]):
        kind = found.lastgroup
        if kind in ("parted", "line"):
            changed[found.start(kind)] = ord(",")
        elif kind == "opens":
            changed[found.start()] = ord("&")
            _join_arguments(source, found.start(), changed)
        else:
            _blank(changed, *found.span(kind or 0))


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
