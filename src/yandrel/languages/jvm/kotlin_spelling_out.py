"""Kotlin that the grammar does not know, in as many bytes of what it knows; names stay where they stand."""

import re

EMPTY_LIST = re.compile(rb"(?<=[=(,]) ?\[[ \t]*\]")
DYNAMIC = re.compile(rb"(?<![\w.`:<])(?<!: )dynamic\b(?!`)")
"""A value called like a type of Kotlin for the browser."""
NAMELESS = re.compile(rb"\bfun\((?P<names>[\w, ]*)\)(?P<gap> ?)\{")
LAST_COMMA = re.compile(rb",(?=\s*>)")
CATCH = re.compile(rb"\}(?P<gap>[ \t]*\r?\n[ \t]*)(?=(?:catch|finally)\b)")
ENTRY = re.compile(
    rb"^(?P<entry>[ \t]*+[A-Z]\w*+(?:\((?:[^\n()]++|\([^\n()]*+\))*+\))?[ \t]*+\{[^\n]*[^\s;])[ \t]"
    rb"(?=\}[ \t]*+[,;]?[ \t]*+(?://[^\n]*+)?\r?$)",
    re.MULTILINE,
)
"""An entry of an enum with its members on the same line."""
CALLED = re.compile(rb"^(?P<margin>[ \t]*)\((?P<name>\w+)\)(?=\()", re.MULTILINE)
"""A call of what stands in brackets, on a line of its own."""
CONSTRUCTOR = re.compile(
    rb"\bclass[ \t]+\w+(?:<[^<>{}()]*>)?(?P<words>[ \t]*\r?\n\s*"
    rb"(?:(?:public|internal|private|protected|@[\w.]+(?:\([^()\n]*\))?)\s+)*)constructor\s*\("
)
"""A constructor that starts a line, with what stands before it."""
INDENTED = re.compile(rb"\n +|(?<=[\w,:]) (?=\w)")
ACCESSOR_BESIDE = re.compile(rb";[ \t]*(?:private|protected|internal)[ \t]+set(?=[ \t]*(?:\r?\n|//|/\*))")
ANNOTATED_ACCESSOR = re.compile(
    rb"(?<=\n)[ \t]*@(?:Suppress|JvmName|JvmSynthetic|Synchronized|Throws)(?:\([^()\n]*\))?"
    rb"(?=[ \t]+(?:(?:private|protected|internal)[ \t]+)?[gs]et\b)"
)
CALLED_LIKE_KEYWORD = re.compile(
    rb"((?:\n|[{;]|->)[ \t]*)[ \t](?=(?:abstract|external|final|infix|inline|internal|lateinit|open|override"
    rb"|private|protected|public|sealed|tailrec)(?:\?\.|[.(])[\w)\"']"
    rb"|get\([^)]|set\([^()\n]*,|constructor[ \t]*(?:\?[:.]|\.))"
)
"""A statement that begins with a name that is a keyword elsewhere."""
PLAIN_LINE = re.compile(rb"^[^\n\"]*+$", re.MULTILINE)
TYPE_WORD = re.compile(rb"\b(?:class|interface|object)\b")
LAST_BLANK = re.compile(rb"(?<=[^\s;{]) (?=\})")


def spell_out(source: bytes) -> bytes:
    """Return source of the same length that says in other words what the grammar does not know.

    These are a function without a name and types (read as a lambda), an empty list in an annotation (read
    as a number), a comma after the last type parameter, a second `catch` on a line of its own (read as if
    the bracket stood before it), a constructor on its own line (read as if on the line of its class), the
    members of an enum's entry or of a type on one line (read with a semicolon after them), what is called in
    brackets (read without them), values called dynamic, accessors on the line of their property or with an
    annotation (read without these), and statements that begin with a name like a keyword's (read with a
    plus before it).
    """
    plain = EMPTY_LIST.sub(lambda found: b"0".ljust(len(found[0])), source)
    plain = LAST_COMMA.sub(b" ", plain)
    plain = DYNAMIC.sub(b"dynamiC", plain)
    plain = ENTRY.sub(lambda found: found["entry"] + b";", plain)
    plain = PLAIN_LINE.sub(lambda found: _end_members(found[0]), plain)
    plain = CALLED.sub(lambda found: found["margin"] + b" " + found["name"] + b" ", plain)
    plain = CATCH.sub(lambda found: found["gap"] + b"}", plain)
    plain = NAMELESS.sub(lambda found: b"{   %b%b->" % (found["names"], found["gap"]), plain)
    for blanked in (ACCESSOR_BESIDE, ANNOTATED_ACCESSOR):
        plain = blanked.sub(lambda found: b" " * len(found[0]), plain)
    plain = CALLED_LIKE_KEYWORD.sub(rb"\1+", plain)
    return _join_constructors(plain)


def _join_constructors(source: bytes) -> bytes:
    """Return source with constructors on the lines of their classes, and those line ends after them."""
    plain = bytearray(source)
    for found in CONSTRUCTOR.finditer(source):
        ends = [at for at in range(*found.span("words")) if source[at] in b"\r\n"]
        lines = source.count(b"\n", *found.span("words"))
        blanks = _find_blanks(source, found.end(), lines)
        if len(blanks) == lines:
            for at in ends:
                plain[at] = ord(" ")
            for at in blanks:
                plain[at] = ord("\n")
    return bytes(plain)


def _find_blanks(source: bytes, start: int, count: int) -> list[int]:
    """Return the first blanks after a place that may as well be line ends."""
    found: list[int] = []
    for blank in INDENTED.finditer(source, start):
        found += range(blank.end() - 1, blank.start() + (source[blank.start()] == ord("\n")) - 1, -1)
        if len(found) >= count or source.startswith(b"{", blank.end()):
            break
    return found[:count]


def _end_members(line: bytes) -> bytes:
    """Return a line with its last members ended, where it is a whole type in braces."""
    if not line.rstrip(b" \t\r").endswith(b"}"):
        return line
    word = TYPE_WORD.search(line)
    opened = line.find(b"{", word.end()) if word is not None else -1
    return LAST_BLANK.sub(b";", line) if 0 <= opened < line.rfind(b"}") else line
