"""Kotlin that the grammar does not know, in as many bytes of what it knows; names stay where they stand."""

import re

EMPTY_LIST = re.compile(rb"(?<=[=(,]) ?\[[ \t]*\]")
DYNAMIC = re.compile(rb"(?<![\w.`:<])(?<!: )dynamic\b(?!`)")
"""A value called like a type of Kotlin for the browser."""
NAMELESS = re.compile(rb"\bfun\((?P<names>[\w, ]*)\)(?P<gap> ?)\{")
LAST_COMMA = re.compile(rb",(?=\s*>)")
CATCH = re.compile(rb"\}(?P<gap>[ \t]*\r?\n[ \t]*)(?=(?:catch|finally)\b)")
ENTRY = re.compile(
    rb"^(?P<entry>[ \t]*[A-Z]\w*(?:\([^\n]*\))?[ \t]*\{[^\n]*[^\s;])[ \t](?=\}[ \t]*[,;]?[ \t]*(?://[^\n]*)?\r?$)",
    re.MULTILINE,
)
"""An entry of an enum with its members on the same line."""
CALLED = re.compile(rb"^(?P<margin>[ \t]*)\((?P<name>\w+)\)(?=\()", re.MULTILINE)
"""A call of what stands in brackets, on a line of its own."""
CONSTRUCTOR = re.compile(
    rb"(?P<start>\bclass[ \t]+\w+(?:<[^<>{}()]*>)?[ \t]*\r?\n)"
    rb"(?P<words>(?:\s*(?:public|internal|private|protected|@(?:JvmOverloads|VisibleForTesting|Inject|Autowired"
    rb"|AssistedInject|Deprecated|OptIn|PublishedApi|JsonCreator|Suppress)\b(?:\([^()]*\))?))+)"
    rb"(?=\s*constructor\b)"
)
"""A constructor that starts a line, with what stands before it that no application declares itself."""


def spell_out(source: bytes) -> bytes:
    """Return source of the same length that says in other words what the grammar does not know.

    These are a function without a name and types (read as a lambda), an empty list in an annotation (read
    as a number), a comma after the last type parameter, a second `catch` on a line of its own (read as if
    the bracket stood before it), a constructor on its own line with modifiers (read without these), the
    members of an enum's entry on one line (read with a semicolon after them), what is called in brackets
    (read without them), and values called dynamic.
    """
    plain = EMPTY_LIST.sub(lambda found: b"0".ljust(len(found[0])), source)
    plain = LAST_COMMA.sub(b" ", plain)
    plain = DYNAMIC.sub(b"dynamiC", plain)
    plain = ENTRY.sub(lambda found: found["entry"] + b";", plain)
    plain = CALLED.sub(lambda found: found["margin"] + b" " + found["name"] + b" ", plain)
    plain = CATCH.sub(lambda found: found["gap"] + b"}", plain)
    plain = NAMELESS.sub(lambda found: b"{   %b%b->" % (found["names"], found["gap"]), plain)
    return CONSTRUCTOR.sub(lambda found: found["start"] + _blanked(found["words"]), plain)


def _blanked(text: bytes) -> bytes:
    return re.sub(rb"[^\s]", b" ", text)
