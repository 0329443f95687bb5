"""Edits put together: cuts of whole lines, and many edits of one text made one list."""

from yandrel.model.changes import Edit


def merge_edits(edits: list[Edit]) -> list[Edit]:
    """Return edits in order, cuts that meet made one, without those inside of what is cut."""
    cuts: list[tuple[int, int]] = []
    for start, end in sorted((e.start, e.end) for e in edits if not e.text and e.end > e.start):
        if cuts and start < cuts[-1][1]:
            cuts[-1] = (cuts[-1][0], max(end, cuts[-1][1]))
        else:
            cuts.append((start, end))
    out = [Edit(start, end, b"") for start, end in cuts]
    for edit in dict.fromkeys(edits):
        if edit.text and not any(s < edit.end and edit.start < e for s, e in cuts):
            out.append(edit)
    return sorted(out, key=_place_of)


def _place_of(edit: Edit) -> tuple[int, bool]:
    """Return where an edit is; insertions at one place keep the order they came in."""
    return edit.start, edit.end != edit.start


def trim_end(source: bytes, edits: list[Edit]) -> list[Edit]:
    """Return edits that leave no blank lines at the end of a text whose last part goes."""
    if not edits or edits[-1].text or edits[-1].end < len(source.rstrip()):
        return edits
    first = len(edits) - 1
    while first > 0 and not edits[first - 1].text:
        if source[edits[first - 1].end : edits[first].start].strip():
            break
        first -= 1
    start = len(source[: edits[first].start].rstrip())
    if start == 0 or (first > 0 and edits[first - 1].end >= start):
        return edits
    start = source.find(b"\n", start) + 1
    return [*edits[:first], Edit(min(start, edits[first].start), edits[-1].end, b"")]


def trim_blocks(source: bytes, edits: list[Edit]) -> list[Edit]:
    """Return edits that leave no blank lines at the end of a block in braces whose last part goes."""
    out: list[Edit] = []
    for edit in edits:
        ends = not edit.text and source[edit.end :].lstrip()[:1] == b"}"
        start = source.find(b"\n", len(source[: edit.start].rstrip())) + 1
        while ends and out and not out[-1].text and not source[out[-1].end : edit.start].strip():
            edit = Edit(out.pop().start, edit.end, b"")
            start = source.find(b"\n", len(source[: edit.start].rstrip())) + 1
        before = out[-1].end if out else 0
        if ends and before <= start < edit.start and source[start : edit.start].isspace():
            edit = Edit(start, edit.end, b"")
        out.append(edit)
    return out


def keep_apart(source: bytes, edits: list[Edit]) -> list[Edit]:
    """Return edits that leave a blank line between what stands around several parts that are cut."""
    out: list[Edit] = []
    run: list[Edit] = []
    for edit in sorted(edits, key=_place_of):
        if edit.text or edit.start == edit.end or (run and edit.start != run[-1].end):
            out += _with_blank_line(source, run)
            run = []
        if edit.text or edit.start == edit.end:
            out.append(edit)
        else:
            run.append(edit)
    return sorted([*out, *_with_blank_line(source, run)], key=_place_of)


def _with_blank_line(source: bytes, run: list[Edit]) -> list[Edit]:
    """Return cuts that meet, shorter by the blank line at their end where none stands before them."""
    if len(run) < 2:
        return run
    start, end = run[0].start, run[-1].end
    line = b"\r\n" if source.endswith(b"\r\n", start, end) else b"\n"
    blank = source.endswith(b"\n", 0, start) and source.endswith(line + line, start, end)
    before, after = source[:start].rstrip(), source[end:].lstrip()
    apart = source.endswith(line + line, 0, start) or not before or not after
    if not blank or apart or before.endswith((b"(", b"{", b"[")) or after.startswith((b")", b"}", b"]")):
        return run
    return [*run[:-1], Edit(run[-1].start, end - len(line), b"")]


def cut_span(source: bytes, start: int, end: int) -> tuple[int, int]:
    """Return the span of whole lines that goes with a definition, and one blank line around it."""
    while start > 0 and source[start - 1 : start] in (b" ", b"\t"):
        start -= 1
    while end < len(source) and source[end : end + 1] in (b" ", b"\t"):
        end += 1
    if start > 0 and source[start - 1 : start] != b"\n":
        return start, end
    end = _after_line(source, end)
    following = _after_blank(source, end)
    if following > end:
        return start, following
    while start > 0:
        before = source.rfind(b"\n", 0, start - 1) + 1
        if source[before:start].strip():
            break
        start = before
    return start, end


def _after_line(source: bytes, at: int) -> int:
    found = source.find(b"\n", at)
    if found < 0:
        return len(source) if not source[at:].strip() else at
    return found + 1 if not source[at:found].strip() else at


def _after_blank(source: bytes, at: int) -> int:
    while at < len(source):
        found = source.find(b"\n", at)
        if found < 0 or source[at:found].strip():
            return at
        at = found + 1
    return at


def newline_of(source: bytes) -> str:
    return "\r\n" if b"\r\n" in source[:4000] else "\n"
