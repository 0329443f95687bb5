"""Blank lines between definitions, put right where definitions were taken out or put in."""

import re

RUN = re.compile(rb"(?<![ \t])(?:[ \t]*+\r?\n){4,}+")
DOCSTRING = re.compile(
    rb"\A(?:#[^\n]*\n|[ \t]*\r?\n)*[rR]?(?P<quote>\"\"\"|''').*?(?P=quote)[ \t]*\r?\n"
    rb"(?P<blanks>(?:[ \t]*\r?\n)*)",
    re.DOTALL,
)
BLOCK = re.compile(rb"(?:async )?(?:def|class)\b|@")


def tidy_blank_lines(before: bytes, after: bytes) -> bytes:
    """Return the new text without longer gaps, or narrower ones above a block, than the old one had."""
    newline = b"\r\n" if b"\r\n" in before[:4096] else b"\n"
    if not RUN.search(before):
        after = RUN.sub(newline * 3, after)
    if before[:1] not in (b"\n", b"\r"):
        after = after.lstrip(b"\r\n")
    if not before.endswith((b"\n\n", b"\n\r\n")) and after.endswith((b"\n\n", b"\n\r\n")):
        after = after.rstrip(b"\r\n") + newline
    if not after.strip():
        return after
    after = _close_head(before, after, newline)
    return _widen(before, after, newline)


def _close_head(before: bytes, after: bytes, newline: bytes) -> bytes:
    """Leave no more blank lines below the docstring of a module than there were."""
    old, new = DOCSTRING.match(before), DOCSTRING.match(after)
    if old is None or new is None or BLOCK.match(after, new.end()):
        return after
    blanks = old["blanks"].count(b"\n")
    if new["blanks"].count(b"\n") <= max(blanks, 1):
        return after
    return after[: new.start("blanks")] + newline * blanks + after[new.end() :]


def _widen(before: bytes, after: bytes, newline: bytes) -> bytes:
    """Give a block the two blank lines back that it had above it."""
    wide = {line for line, blanks in _blocks(before) if blanks >= 2}
    narrow = {line for line, blanks in _blocks(before) if blanks < 2}
    lines = after.splitlines(keepends=True)
    out: list[bytes] = []
    for line in lines:
        if BLOCK.match(line) and line.strip() in wide - narrow and out:
            blanks = _blanks_above(out)
            above = out[-1 - blanks] if blanks < len(out) else b""
            if blanks < 2 and above.strip() and not (above[:1] in (b"@", b"#") and not blanks):
                out += [newline] * (2 - blanks)
        out.append(line)
    return b"".join(out)


def _blocks(text: bytes) -> list[tuple[bytes, int]]:
    found: list[tuple[bytes, int]] = []
    seen: list[bytes] = []
    for line in text.splitlines(keepends=True):
        if BLOCK.match(line):
            found.append((line.strip(), _blanks_above(seen)))
        seen.append(line)
    return found


def _blanks_above(lines: list[bytes]) -> int:
    count = 0
    while count < len(lines) and not lines[-1 - count].strip():
        count += 1
    return count
