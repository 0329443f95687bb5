"""Whole lines of a file: where they start, how they are indented, what stands right above them."""

import re

from tree_sitter import Node

from yandrel.model.changes import Edit


def indent_of(source: bytes) -> str:
    """Return what a file indents its lines with: a tab, or two or four spaces."""
    if re.search(rb"^\t", source, re.MULTILINE):
        return "\t"
    depths = [len(spaces) for spaces in re.findall(rb"^( +)[^\s*]", source, re.MULTILINE)]
    return "  " if sum(depth % 4 == 2 for depth in depths) * 4 > len(depths) else "    "


def line_start(source: bytes, at: int) -> int:
    """Return where the line starts that a place is in."""
    return source.rfind(b"\n", 0, at) + 1


def starts_line(source: bytes, node: Node) -> bool:
    """Whether only blanks stand before a node on its line."""
    return not source[line_start(source, node.start_byte) : node.start_byte].strip()


def stands_alone(source: bytes, node: Node) -> bool:
    """Whether nothing but a comment shares the lines of a statement."""
    stop = source.find(b"\n", node.end_byte)
    after = source[node.end_byte : len(source) if stop < 0 else stop].strip().lstrip(b";").lstrip()
    return starts_line(source, node) and (not after or after.startswith((b"//", b"#")))


def margin_of(source: bytes, node: Node) -> str:
    """Return the indent of the line that a node starts in."""
    line = source[line_start(source, node.start_byte) : node.start_byte]
    return line[: len(line) - len(line.lstrip())].decode()


def cut_lines(source: bytes, start: int, end: int) -> Edit:
    """Return the cut of whole lines, with the blank lines before them where none is needed there."""
    after = source[end : end + len(source[end:]) - len(source[end:].lstrip())]
    ends = not source[end:].strip() or source[end:].lstrip().startswith((b"}", b")"))
    return Edit(with_blank_lines(source, start) if b"\n" in after or ends else start, end, b"")


def with_blank_lines(source: bytes, start: int) -> int:
    """Return where the blank lines before the start of a line begin."""
    return source.find(b"\n", len(source[:start].rstrip())) + 1 if source[:start].strip() else start


def with_indents(text: str, base: str, indent: str) -> str:
    """Return lines whose depth is written in tabs at a depth, indented as the file is."""
    lines = []
    for line in text.split("\n"):
        bare = line.lstrip("\t")
        lines.append(f"{base}{indent * (len(line) - len(bare))}{bare}" if bare else "")
    return "\n".join(lines)


def span_of(source: bytes, node: Node, comments: frozenset[str]) -> tuple[int, int]:
    """Return the whole lines of a statement, with the comments right above it."""
    start = line_start(source, node.start_byte)
    before = node.prev_named_sibling
    while before is not None and before.type in comments:
        between = source[before.end_byte : start]
        if between.strip() or between.count(b"\n") > 1 or not starts_line(source, before):
            break
        start = line_start(source, before.start_byte)
        before = before.prev_named_sibling
    stop = source.find(b"\n", node.end_byte)
    return start, len(source) if stop < 0 else stop + 1
