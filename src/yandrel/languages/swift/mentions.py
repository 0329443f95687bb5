"""Find the names that a Swift file uses of its own and other modules, by text."""

import re
from collections.abc import Iterator

from yandrel.languages.reading import find_first, keep_first

SIMPLE = rb"(?:[^\"\\\n(]|\\.)*+"
HELD = rb"\\\((?:[^()\"\n]|\"%b\"|\((?:[^()\"\n]|\"%b\"|\([^()\n]*+\))*+\))*+\)" % (SIMPLE, SIMPLE)
"""What a literal holds of code, which may hold literals."""
PASSED = re.compile(
    rb"[\"/`#](?:(?<=/)(?:/[^\n]*|\*(?:[^*/]|\*(?!/)|/(?!\*)|/\*.*?\*/)*+\*/)"
    rb"|(?<=\")(?:\"\"(?:[^\"\\]|\\.|\"(?!\"\"))*+\"\"\"|(?:[^\"\\\n]|%b|\\.)*+\")"
    rb"|(?<=#)(?P<more>#{0,8}+)(?:\"\"\".*?\"\"\"#(?P=more)|\"[^\n]*?\"#(?P=more)|/[^\n]*?/#(?P=more)"
    rb"|(?:if|elseif|else|endif|error|warning|available|unavailable|sourceLocation)\b[^\n]*)"
    rb"|(?<=`)[^`\n]+`)" % HELD,
    re.DOTALL,
)
"""Comments, which may hold others, literals, conditions of the build, and names in backticks, which stay."""
HOLE = re.compile(rb"\\#*\(((?:[^()\n]|\((?:[^()\n]|\((?:[^()\n]|\([^()\n]*\))*+\))*+\))*+)\)")
PLAIN = re.compile(rb"\"%b\"" % SIMPLE)
PART = rb"(?:[A-Za-z_\x80-\xff][\w\x80-\xff]*+|`[^`\n]+`)"
NAME = re.compile(
    rb"[A-Za-z_`\x80-\xff](?<![\w.`\x80-\xff#].)(?<!@[a-z])(?:(?<!`)[\w\x80-\xff]*+|[^`\n]+`)"
    rb"(?:\.[A-Z]\w*+|[?!]*\.|:|\s?[({])?"
)
"""A name that stands after no other; with what may be a type of the module that it is, and with what says
that it is a label, called, or asked for something."""
RANGED = re.compile(rb"\.\.\.(%b)" % PART)
"""What stands after a range, not after another name."""
AFTER = b":.({?! \n\t\r"
DECLARED = re.compile(
    rb"[lvfc](?:et(?<![\w.]let)|ar(?<![\w.]var)|or(?<![\w.]for)|unc(?<![\w.]func)|ase(?<![\w.]case))"
    rb"[ \t]+(?=(%b))" % PART
)
"""What a file itself calls so."""
GIVEN = re.compile(rb"[{(]([\w, \t]*)\)? in\s")
"""What a closure is given."""
IMPORT = re.compile(rb"import(?<![\w.`]import)[ \t][^\n;]*")
MODIFIERS = frozenset(
    b"actor any async await borrowing consuming convenience dynamic each final indirect infix isolated lazy "
    b"macro mutating nonisolated nonmutating open optional override package postfix prefix required sending "
    b"some unowned weak yield".split()
)
"""What stands before something else, and is a name only where it is called or asked for something."""
KEYWORDS = frozenset(
    b"Any Self as break case catch class continue default defer deinit didSet do else enum extension false "
    b"for func get guard if import in init inout internal is let nil operator private protocol public repeat "
    b"rethrows return self set static struct subscript super switch throw throws true try typealias var "
    b"where while willSet".split()
)


def find_mentions(source: bytes) -> dict[bytes, int]:
    """Return the first places of names that may lead to what is declared elsewhere.

    These are what begins with a capital, alone and with what stands after it, and what is called or asked
    for something.
    """
    code = leave_code(source)
    chains = dict(find_first(NAME, code))
    for found in RANGED.finditer(code):
        keep_first(chains, found[1], found.start(1))
    return _choose(code, chains)


def _choose(code: bytes, chains: dict[bytes, int]) -> dict[bytes, int]:
    """Return what may lead elsewhere of what is named first at some places."""
    first: dict[bytes, int] = {}
    declared = set(DECLARED.findall(code))
    for given in GIVEN.findall(code):
        declared.update(given.replace(b",", b" ").split())
    declared.update(text[:-1] for text in chains if text.endswith(b":"))
    for text, at in chains.items():
        bare = text.rstrip(AFTER)
        name, dot, _ = bare.partition(b".")
        if name in KEYWORDS:
            continue
        if name.lstrip(b"_")[:1].isupper():
            keep_first(first, name, at)
            if dot:
                first[bare] = at
        elif text[-1:] in b".({" or (name not in declared and name not in MODIFIERS):
            keep_first(first, name.strip(b"`"), at)
    return first


def leave_code(source: bytes) -> bytes:
    """Return a source of the same length, with blanks or quotes for what is not code."""
    code = PASSED.sub(_blank, source)
    return IMPORT.sub(lambda found: b" " * len(found[0]), code)


def _blank(found: re.Match[bytes]) -> bytes:
    text = found[0]
    if text[:1] == b"`":
        return text
    if text[:1] == b"/" or (text[:1] == b"#" and b'"' not in text):
        return b" " * len(text)
    return b"".join(_leave_holes(text))


def _leave_holes(text: bytes) -> Iterator[bytes]:
    """Yield the pieces of a literal: quotes, and the code that it holds, without the literals in that."""
    at = 0
    lead = b"\\" + text[: len(text) - len(text.lstrip(b"#"))] + b"("
    for hole in HOLE.finditer(text) if lead in text else ():
        start, end = hole.span(1)
        if text[hole.start() : start] != lead:
            continue
        yield b'"' * (start - at)
        yield PLAIN.sub(lambda inner: b'"' * len(inner[0]), text[start:end])
        at = end
    yield b'"' * (len(text) - at)
