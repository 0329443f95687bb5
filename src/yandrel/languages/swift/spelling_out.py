"""Swift that the grammar does not know, in as many bytes of what it knows; names stay where they stand."""

import re

WORDS = re.compile(
    rb"\bnonisolated\(unsafe\)|\b(?:sending|consume|repeat each)\b(?=[ \t]+[\w@(\[])"
    rb"|(?:\b__(?:consuming|shared|owned)|(?<=[:,&] )nonisolated)\b(?=[ \t]+\w)"
    rb"|@_[a-z]\w*\b(?:\([^()\n]*(?:\([^()\n]*\)[^()\n]*)*\))?|@unchecked\b"
    rb"|\b(?:try[!?]?|await)(?=[ \t]+[\w!(\[.&])"
)
"""Words of newer versions that change nothing about which names are used."""
NOTHING = re.compile(
    rb"((?:[(\[,=:{;]|\b(?:return|in|else|yield))[ \t]*+(?://[^\n]*+)?\s*+|\n[ \t]*+)\(\)"
    rb"(?=[ \t]*+(?:[)\],;}\n]|//|/\*|as\b|is\b|$))"
)
"""The empty tuple as a value."""
NO_VALUE = re.compile(rb"\btypealias\b[^=\n]*=\s*$|\b_:\s*$")
IGNORED = re.compile(rb"(?<=\n)([ \t]*)\(\)(?=[ \t]*=[ \t])")
MATCHED = re.compile(rb"(\bcase[ \t]+\.\w+)\(\)(?=[ \t]*:)")
PREFIXED = re.compile(rb"(?<=[\[ (:,])~(?=[A-Za-z_])")
LED_BY_STAR = re.compile(rb"(?<=\n)([ \t]+)[*/](?= \w)")
"""A line that goes on with a product, which is read as the start of a comment or of another statement."""
UNLABELLED = re.compile(rb"((?:@escaping[ \t]*|:[ \t]*|\bcase[ \t]+\w+)\()_:(?=[ \t]*[A-Z])")
"""A parameter without a name, in the type of a function or in a case of an enumeration."""
SEVERAL_CAUGHT = re.compile(rb"(?<=\bcatch) ([\w.]+(?:, *[\w.]+)+) (?=[ \t]*\{)")
SEVERAL_BASES = re.compile(rb"(?<=\bassociatedtype )\w+: *\w+(?:, *\w+)+")
BOUNDED_ALIAS = re.compile(rb"(\btypealias[ \t]+\w+<[^=\n]*=[^\n]*?)\bwhere\b[^\n]*")
TOLD_ON_BUILDING = re.compile(rb"(?<=\n)([ \t]*)(#error|#warning)(?=\()")
CONDITION = re.compile(rb"(?<=\n)([ \t]*#(?:else)?if)[ \t]([^\n/]*\b(?:swift|compiler|_\w+)\([^\n/]*)")
ACCESSOR = re.compile(rb"\b_(read|modify)\b(?=\s*\{)")
NOTED_AHEAD = re.compile(rb"/\*[^*\n][^\n]*?\*/(?=[ \t]*[\w@])")
"""A comment with code behind it."""
NESTED_CASE = re.compile(rb"(\bcase[ \t]+|,[ \t]*)((?:\.[A-Z]\w*)+)(?=\.\w+[ \t]*[:,])")
RANGE_FROM_SUM = re.compile(rb"(\bcase[ \t]+)\(([^()\n]*)\)(?=[ \t]*\.\.[.<])")
RANGE_FROM_MEMBER = re.compile(rb"(\bcase[ \t]+)\.(?=\w+[ \t]*\.\.[.<])")
"""Ranges that a value is compared with, which are read as a tuple or as a case of an enumeration."""
KEY_PATH = re.compile(rb"\\\.(?=\[)")
ATTRIBUTE_AT_TIMES = re.compile(
    rb"(?<=\n)[ \t]*#if[^\n]*\n(?:[ \t]*//[^\n]*\n)*[ \t]*@\w+(?:\([^\n]*\))?[ \t]*\n[ \t]*#endif(?=\n)"
)
FIRST_CASE_AT_TIMES = re.compile(
    rb"(\bswitch\b[^\n]*\{[ \t]*\n(?:[ \t]*(?://[^\n]*)?\n)*)([ \t]*)(#if[^\n]*\n.*?\n\2#endif)\b[^\n]*",
    re.DOTALL,
)
BOUNDS_ON_LINES = re.compile(
    rb"(\bassociatedtype[ \t]+\w+[ \t]*(:[^\n{}()]*)?)((?:\n[ \t]*)?\bwhere\b\s*[\w.]+\s*(?:==|:)\s*[\w.]+"
    rb"(?:\s*,\s*[\w.]+\s*(?:==|:)\s*[\w.]+)+)"
)
NAMED_LIKE_MODIFIER = re.compile(rb"(?<=\n)([ \t]+(?:pre|post|in)fi)x(?=[ \t]*[-+*/]?=[ \t])")
UNWRAPPED_TWICE = re.compile(rb"(?<=[\w)\]])!!(?=[),.\s])")
ODD_OPERATOR = re.compile(rb"(?<=[\s(])<<<(?=[\s(])")
FOLDED = re.compile(rb"\\[ \t]+(?=\n)")
"""A line of a text that goes on below, with blanks behind its mark."""


def spell_out(source: bytes) -> bytes:
    """Return source of the same length, without what the grammar does not know."""
    plain = WORDS.sub(_blank, source)
    plain = NOTHING.sub(_spell_nothing, plain)
    plain = IGNORED.sub(rb"\1_ ", plain)
    plain = RANGE_FROM_SUM.sub(rb"\1 \2 ", plain)
    plain = RANGE_FROM_MEMBER.sub(rb"\1 ", plain)
    plain = MATCHED.sub(rb"\1  ", plain)
    plain = UNLABELLED.sub(rb"\1  ", plain)
    plain = PREFIXED.sub(b" ", plain)
    plain = SEVERAL_CAUGHT.sub(rb"(\1)", plain)
    plain = BOUNDS_ON_LINES.sub(_bind_bounds, plain)
    plain = FIRST_CASE_AT_TIMES.sub(_blank_branches, plain)
    plain = NAMED_LIKE_MODIFIER.sub(rb"\1X", plain)
    plain = SEVERAL_BASES.sub(lambda found: found[0].replace(b",", b"&"), plain)
    plain = BOUNDED_ALIAS.sub(_keep_first, plain)
    plain = TOLD_ON_BUILDING.sub(lambda found: found[1] + b"//".ljust(len(found[2])), plain)
    plain = CONDITION.sub(lambda found: found[1] + b" A".ljust(1 + len(found[2])), plain)
    plain = ACCESSOR.sub(lambda found: b"get  " if found[1] == b"read" else b"set    ", plain)
    plain = UNWRAPPED_TWICE.sub(b"! ", plain)
    plain = ODD_OPERATOR.sub(b"|||", plain)
    for blanked in (FOLDED, NOTED_AHEAD, KEY_PATH, ATTRIBUTE_AT_TIMES):
        plain = blanked.sub(_blank, plain)
    plain = NESTED_CASE.sub(lambda found: found[1] + b" " * len(found[2]), plain)
    return LED_BY_STAR.sub(rb"\1+", plain)


def _spell_nothing(found: re.Match[bytes]) -> bytes:
    line = found.string.rfind(b"\n", 0, found.start()) + 1
    return found[0] if NO_VALUE.search(found.string, line, found.end(1)) else found[1] + b"0 "


def _bind_bounds(found: re.Match[bytes]) -> bytes:
    """Say what an associated type is bound to as what it is composed of, which may stand on several lines."""
    before, where, bounds = found[3].partition(b"where")
    sign = b"&" if found[2] else b":"
    bounds = bounds.replace(b"==", b"& ").replace(b":", b"&").replace(b",", b"&")
    return found[1].replace(b",", b"&") + before + sign.ljust(len(where)) + bounds


def _blank_branches(found: re.Match[bytes]) -> bytes:
    own = re.compile(rb"(?m)^%b#(?:if|else|elseif|endif)\b[^\n]*" % found[2])
    return found[1] + own.sub(_blank, found[0][len(found[1]) :])


def _blank(found: re.Match[bytes]) -> bytes:
    return re.sub(rb"[^\n]", b" ", found[0])


def _keep_first(found: re.Match[bytes]) -> bytes:
    return bytes(found[1].ljust(len(found[0])))
