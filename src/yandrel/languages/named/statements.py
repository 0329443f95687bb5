"""Putting import statements in and taking them out, line by line."""

from yandrel.languages.edits import newline_of
from yandrel.languages.named.content import Content, Statement
from yandrel.model.changes import Edit


def remove_statement(content: Content, statement: Statement, alone: bool) -> Edit:
    """Return the edit that takes a statement's line out, and the blank line after it where it was alone."""
    source = content.source
    start, end = statement.start, statement.end
    line = source.rfind(b"\n", 0, start) + 1
    if source[line:start].strip():
        return Edit(start, end, b"")
    stop = source.find(b"\n", end)
    if stop < 0 or source[end:stop].strip():
        return Edit(start, end, b"")
    stop += 1
    if alone:
        following = source.find(b"\n", stop)
        if following >= 0 and not source[stop:following].strip():
            stop = following + 1
    return Edit(line, stop, b"")


def insert_lines(
    content: Content, block: int, lines: list[tuple[str, str]], texts: dict[int, str], gone: set[int]
) -> list[Edit]:
    """Return the edits that put import lines where they belong.

    `lines` are sort keys with the lines; `texts` the sort keys of the statements that are there, by
    number; `gone` the numbers of those that will not be.
    """
    if not lines:
        return []
    newline = newline_of(content.source)
    present = [(n, s) for n, s in enumerate(content.statements) if s.block == block and n in texts]
    staying = [(n, s) for n, s in present if n not in gone]
    if not staying:
        return [_first_imports(content, block, sorted(lines), present, newline)]
    keys = [texts[n] for n, _ in staying]
    ordered = keys == sorted(keys)
    edits = []
    for key, line in sorted(lines):
        after: Statement | None = staying[-1][1]
        if ordered:
            before = [s for n, s in staying if texts[n] <= key]
            after = before[-1] if before else None
        if after is None:
            first = staying[0][1]
            at = content.source.rfind(b"\n", 0, first.start) + 1
            edits.append(Edit(at, at, (line + newline).encode()))
        else:
            at = _line_end(content.source, after.end)
            edits.append(Edit(at, at, (newline + line).encode()))
    return edits


def _line_end(source: bytes, at: int) -> int:
    found = source.find(b"\n", at)
    end = len(source) if found < 0 else found
    if end > at and source[end - 1 : end] == b"\r":
        end -= 1
    rest = source[at:end].strip()
    return end if not rest or rest.startswith((b"//", b"#", b"/*")) else at


def _first_imports(
    content: Content,
    block: int,
    lines: list[tuple[str, str]],
    present: list[tuple[int, Statement]],
    newline: str,
) -> Edit:
    body = newline.join(line for _, line in lines)
    if present:
        at = content.source.rfind(b"\n", 0, present[0][1].start) + 1
        return Edit(at, at, (body + newline).encode())
    at = content.blocks[block].insert_at
    if at == 0:
        return Edit(0, 0, (body + newline * 2).encode())
    end = _line_end(content.source, at)
    following = content.source[end:].lstrip(b"\r\n \t")
    gap = content.source[end : len(content.source) - len(following)].count(b"\n")
    tail = "" if gap >= 2 or not following else newline
    lead = newline if content.source[:end].endswith(b"{") else newline * 2
    return Edit(end, end, (lead + body + tail).encode())
