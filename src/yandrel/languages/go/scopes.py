"""From where to where a name that a Go function declares hides what it means outside, found in the text."""

import re
from collections.abc import Iterator, Set

Span = tuple[int, int]
ASSIGNED = re.compile(rb"=:\s*([\w\x80-\xff]+(?:\s*,\s*[\w\x80-\xff]+)*)")
"""What `:=` declares, read backwards."""
TAKEN = re.compile(rb"[(,]\s*+(\w++(?:, \w++){0,40}+) (?=(?:[*\[\]]|\.\.\.)*+\w|[\[(]|<-chan)")
"""Parameters, receivers and named results: names before a type."""
VARIABLES = re.compile(rb"var(?<!\wvar)\s+(?:\((.*?)\n[ \t]*\)|(\w+(?:, \w+)*))", re.DOTALL)
DECLARED = re.compile(rb"^[ \t]*(\w+(?:, \w+)*)[ \t]+[\w*\[(=<]", re.MULTILINE)
"""What a line of a list of variables declares."""
WORD = re.compile(rb"\w+")
BRACE = re.compile(rb"[{}]")
HEADER = re.compile(rb"\s*(?:\} else )?(?:if|for|switch|select)\b")
BODY = re.compile(rb"(?<!interface)(?<!struct)\{")


def find_scopes(code: bytes, names: Set[bytes]) -> dict[bytes, list[Span]]:
    """Return where some names mean what functions declare; `code` has no comments and no literals."""
    found: dict[bytes, list[Span]] = {}
    for name, span in _find_spans(code, names):
        found.setdefault(name, []).append(span)
    return found


def _find_spans(code: bytes, names: Set[bytes]) -> Iterator[tuple[bytes, Span]]:
    for declared in ASSIGNED.finditer(code[::-1]):
        at = len(code) - declared.end()
        for name in names & set(WORD.findall(declared[1][::-1])):
            yield name, _scope_of_assignment(code, at)
    for declared in TAKEN.finditer(code):
        for name in names & set(WORD.findall(declared[1])):
            body = BODY.search(code, declared.end())
            start = body.end() if body is not None else len(code)
            yield name, (start, _end_of_block(code, start))
    for declared in VARIABLES.finditer(code):
        lines = DECLARED.findall(declared[1]) if declared[1] is not None else [declared[2]]
        for name in names & {word for line in lines for word in WORD.findall(line)}:
            yield name, (_end_of_line(code, declared.end()), _end_of_block(code, declared.start()))


def _scope_of_assignment(code: bytes, at: int) -> Span:
    """Return where a name counts that is declared at a place: after its statement, or in what that heads."""
    end = _end_of_line(code, at)
    line = code.rfind(b"\n", 0, at) + 1
    if not HEADER.match(code, line) or not code[line:end].rstrip().endswith(b"{"):
        return end, _end_of_block(code, at)
    body = code.rfind(b"{", line, end) + 1
    semicolon = code.find(b";", at, end)
    return (semicolon if semicolon >= 0 else body), _end_of_block(code, body)


def _end_of_line(code: bytes, at: int) -> int:
    end = code.find(b"\n", at)
    return end if end >= 0 else len(code)


def _end_of_block(code: bytes, at: int) -> int:
    """Return where the block ends that a place lies in."""
    depth = 0
    for brace in BRACE.finditer(code, at):
        depth += 1 if brace[0] == b"{" else -1
        if depth < 0:
            return brace.start()
    return len(code)
