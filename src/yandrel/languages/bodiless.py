"""Parsing what stands around the bodies of functions, which is all that surface facts ask of a tree.

A body is passed over where its layout leaves no doubt: all of its lines are further in than the line that
closes it, and its brackets pair up. A file whose outline does not parse then is parsed whole.
"""

import re
from bisect import bisect_left
from collections.abc import Callable, Iterator, Sequence
from heapq import nlargest

import tree_sitter
from tree_sitter import Point, Range

from yandrel.languages.trees import Grammar

Span = tuple[int, int]
END = 0xFFFFFFFF
EVERYTHING = [Range(Point(0, 0), Point(END, END), 0, END)]
BODY = (
    rb"(?P<open>\{)[ \t]*(?://[^\n]*)?\r?\n(?:[ \t]*\r?\n)*+(?P<indent>[ \t]+)[^\s}][^\n]*\n"
    rb"(?:(?P=indent)[^\n]*\n|[ \t]*\r?\n|(?: {8,}|\t{2,})[^\s{}][^\n{]*\n)*+[ \t]*(?P<close>\})"
)
"""What is further in than the line that closes it; where tabs and blanks are mixed, lines that open none
that are as far in as any body is."""
PARAMETERS = rb"\((?:[^(){};]|\((?:[^(){};]|\([^(){};]*\))*+\))*+\)"
"""What a function takes, with brackets in it that pair up."""
SHORTEST = 100
"""Fewer bytes than these are parsed sooner than passed over."""
MOST = 400
"""More ranges than these make parsing slower: each place is looked for among all of them."""


class Outlines:
    """Parses the files of one grammar without the bodies of what is declared."""

    def __init__(
        self,
        grammar: Grammar,
        header: bytes,
        otherwise: bytes = b"",
        kept: Callable[[bytes, int], list[int]] | None = None,
    ) -> None:
        """Take what stands right before a body's bracket, what a file must not hold to be read so, and what
        finds the places, in order and from one on, that no body must hold to be passed over."""
        self.grammar = grammar
        self.body = re.compile(header + BODY)
        self.otherwise = re.compile(otherwise) if otherwise else None
        self.kept = kept

    def parse(self, source: bytes, start: int = 0, known: Sequence[Span] = ()) -> tree_sitter.Tree:
        """Parse UTF-8 source from a place on without what its functions hold, and without spans that are
        known to need no parser; whole, where that leaves errors."""
        spelled = self.grammar.spelled(source)
        tree = self.parse_as_outline(spelled, start, known)
        spell_out = self.grammar.spell_out
        if tree is not None and tree.root_node.has_error and spelled is source and spell_out is not None:
            tree = self.parse_as_outline(spell_out(source), start, known)
        if tree is None or tree.root_node.has_error:
            return self.grammar.parse(source, spelled)
        return tree

    def parse_as_outline(
        self, source: bytes, start: int = 0, known: Sequence[Span] = ()
    ) -> tree_sitter.Tree | None:
        """Parse source without what its functions hold, errors or not; None where nothing is left out."""
        ranges = self.find_ranges(source, start, known)
        if len(ranges) == 1 and ranges[0].start_byte == 0:
            return None
        parser = self.grammar.parser
        parser.included_ranges = ranges
        try:
            return parser.parse(source)
        finally:
            parser.included_ranges = EVERYTHING

    def find_ranges(self, source: bytes, at: int = 0, known: Sequence[Span] = ()) -> list[Range]:
        """Return what stands, from a place on, between the spans that are passed over."""
        out: list[Range] = []
        line = source.count(b"\n", 0, at)
        point = Point(line, at - source.rfind(b"\n", 0, at) - 1)
        for start, end in self.find_passed_over(source, at, known):
            line += source.count(b"\n", at, start)
            if start > at:
                out.append(Range(point, Point(line, start - source.rfind(b"\n", 0, start) - 1), at, start))
            line += source.count(b"\n", start, end)
            at, point = end, Point(line, end - source.rfind(b"\n", 0, end) - 1)
        out.append(Range(point, Point(END, END), at, END))
        return out

    def find_passed_over(self, source: bytes, at: int, known: Sequence[Span]) -> list[Span]:
        """Return, in order, spans that are known to need no parser and the bodies between them."""
        if self.otherwise is not None and self.otherwise.search(source):
            return [*known]
        kept = self.kept(source, at) if self.kept is not None else []
        bodies: list[Span] = []
        for start, end in known:
            bodies += self.find_bodies(source, at, start, kept)
            at = end
        bodies += self.find_bodies(source, at, len(source), kept)
        if len(bodies) + len(known) > MOST:
            bodies = nlargest(max(MOST - len(known), 0), bodies, key=lambda span: span[1] - span[0])
        return sorted([*known, *bodies])

    def find_bodies(self, source: bytes, at: int, stop: int, kept: list[int]) -> Iterator[Span]:
        """Yield the spans, without their brackets, of bodies between two places that hold no kept one and
        whose layout leaves no doubt."""
        for found in self.body.finditer(source, at, stop):
            start, end = found.end("open"), found.start("close")
            if end - start < SHORTEST or bisect_left(kept, start) < bisect_left(kept, end):
                continue
            head = found.start() + source.startswith(b"\n", found.start())
            line = source.rfind(b"\n", 0, head) + 1
            commented = b"//" in source[line:start] or b"*/" in source[line:start]
            if not commented and source.count(b"{", start, end) == source.count(b"}", start, end):
                yield start, end
