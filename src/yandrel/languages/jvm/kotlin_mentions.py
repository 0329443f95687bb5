"""Find names that a Kotlin file uses without an import, by text: a fifth of a parse's time."""

import re
from collections.abc import Set

from yandrel.languages.reading import blank_literal, find_first, keep_first

Key = tuple[str, bytes]
PASSED = re.compile(
    rb"//[^\n]*|/\*(?:[^*/]|\*(?!/)|/(?!\*)|/\*.*?\*/)*+\*/|\"\"\".*?\"\"\"+"
    rb"|\"(?:[^\"\\\n$]|\\.|\$\{[^{}\n]*\}|\$)*+\"|'(?:[^'\\\n]|\\.)++'|`[^`\n]+`",
    re.DOTALL,
)
"""Comments, which may hold others, literals, and names in backticks, which stay."""
HOLE = re.compile(rb"(?<!\\)\$(?:\{([^{}\"]*)|([A-Za-z_]\w*))")
PART = rb"(?:[A-Za-z_\x80-\xff][\w\x80-\xff]*+|`[^`\n]+`)"
CHAIN = re.compile(
    rb"[A-Za-z_`\x80-\xff](?<![\w.`\x80-\xff].)(?<!\w@.)(?:(?<!`)[\w\x80-\xff]*+|[^`\n]+`)(?:\.%b)*+" % PART
)
"""A name that stands after no other, with those that stand right after it."""
IS_QUALIFIED = re.compile(rb"\..*\.|\.[A-Z]\w*\Z")
"""What may be a name with its package, and not what a value is asked for."""
MEMBER = re.compile(rb"\.\s*%b" % PART)
AFTER_DOT = b". \n\t\r\f\v"
MODIFIERS = (
    rb"(?:(?:va[lr]|vararg|crossinline|noinline|private|protected|internal|open|public|override)\s+)*+"
)
TAKEN = re.compile(rb"[(,]\s*+%b(%b)\s*+:(?!:)" % (MODIFIERS, PART))
HELD = re.compile(rb"va[lr](?<!\wva.)\s+(?:<[^>\n]*>\s*)?(?:(%b)(?![\w.<?])|\(([^()]*)\))" % PART)
LAMBDA = re.compile(rb"\{[ \t]*+([\w ,():<>?.*]*+)->")
LOOP = re.compile(rb"for \((?:(%b)|\(([^()]*)\))" % PART)
INSIDE = [
    re.compile(rb"%b(?<![\w.:]%b) (?:<[^>\n]*> )?(%b)(?![\w.<?])" % (word, word, PART))
    for word in (b"fun", b"class", b"object", b"interface")
]
"""What is declared, at the top of the file or inside of something else."""
CALLED_GET = re.compile(rb"get(?<![\w.]get)(?:<|\([^)])")
"""A function of the name that accessors have."""
FIRST = re.compile(rb"(?:\A|,)\s*(%b)" % PART)
KEYWORDS = frozenset(
    b"abstract actual annotation as break by catch class companion const constructor continue crossinline "
    b"data do else enum expect external false final finally for fun get if import in infix init inline inner "
    b"interface internal is it lateinit noinline null object open operator out override package private "
    b"protected public reified return sealed set super suspend tailrec this throw true try typealias val var "
    b"vararg when where while".split()
)


def find_mentions(source: bytes, start: int, defined: Set[bytes], entries: Set[bytes]) -> dict[Key, int]:
    """Return the first places of names after the imports at `start`, as of types or after a value.

    `defined` are the names that the file declares, `entries` those of its enumerations.
    """
    code = leave_code(source, start)
    own = find_locals(code, start) | defined | entries
    first: dict[Key, int] = {}
    for text, at in find_first(CHAIN, code, start):
        head, dot, _ = text.partition(b".")
        if head in KEYWORDS or head in own or _is_blanked(text, source, at):
            continue
        keep_first(first, ("type", head), at)
        if dot and head[:1].islower() and IS_QUALIFIED.search(text):
            first["type", text] = at
    called = CALLED_GET.search(code, start)
    if called is not None and b"get" not in own:
        first["type", b"get"] = called.start()
    for text, at in find_first(MEMBER, code, start):
        name = text.lstrip(AFTER_DOT)
        key = ("member", name)
        place = at + len(text) - len(name)
        if key not in first and name not in own and not _is_blanked(name, source, place):
            first[key] = place
    return first


def _is_blanked(text: bytes, source: bytes, at: int) -> bool:
    """Whether what seems a name in backticks has a literal or a comment in it."""
    return b"`" in text and not source.startswith(text, at)


def leave_code(source: bytes, start: int) -> bytes:
    """Return a source of the same length, with blanks or quotes for what is not code."""
    return b" " * start + PASSED.sub(_blank, source[start:])


def _blank(found: re.Match[bytes]) -> bytes:
    text = found[0]
    if text[:1] == b"`":
        return text
    if text[:1] == b"/":
        return b" " * len(text)
    plain = text[:1] == b"'" or b"$" not in text
    return blank_literal(
        text, () if plain else (hole.span(hole.lastindex or 1) for hole in HOLE.finditer(text))
    )


def find_locals(code: bytes, start: int) -> set[bytes]:
    """Return the names of what functions and types hold and take."""
    own = set(TAKEN.findall(code, start))
    for declared in INSIDE:
        own.update(declared.findall(code, start))
    for pattern in (HELD, LOOP):
        for name, several in pattern.findall(code, start):
            own.update([name] if name else FIRST.findall(several))
    for taken in set(LAMBDA.findall(code, start)):
        own.update(FIRST.findall(taken.replace(b"(", b" ")))
    return own
