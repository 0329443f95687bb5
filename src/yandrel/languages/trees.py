"""A grammar with its parser, each made when first needed; texts of nodes."""

import re
from collections.abc import Callable, Iterator
from functools import cached_property

import tree_sitter
from tree_sitter import Node

KEPT = 6_000_000
LARGEST_KEPT = 200_000
"""The bytes of all sources whose trees are kept, and of the largest: a tree takes many times as much."""


class Grammar:
    """One tree-sitter grammar.

    `spell_out` says in as many bytes of what the grammar knows what it does not know; `unknown` finds what
    it cannot know.
    """

    def __init__(
        self,
        load: Callable[[], object],
        spell_out: Callable[[bytes], bytes] | None = None,
        unknown: re.Pattern[bytes] | None = None,
    ) -> None:
        self.load = load
        self.spell_out = spell_out
        self.unknown = unknown
        self._kept: dict[bytes, tree_sitter.Tree] = {}
        self._kept_bytes = 0

    @cached_property
    def language(self) -> tree_sitter.Language:
        return tree_sitter.Language(self.load())

    @cached_property
    def parser(self) -> tree_sitter.Parser:
        return tree_sitter.Parser(self.language)

    def parse(self, source: bytes, spelled: bytes | None = None) -> tree_sitter.Tree:
        """Parse UTF-8 source; broken places come back as error nodes, never as an exception.

        `spelled` is what `spelled` returns for the source, where that was asked already. The trees of the
        last sources are kept: a move asks for each of them more than once.
        """
        if len(source) > LARGEST_KEPT:
            return self._parse(source, spelled)
        tree = self._kept.get(source)
        if tree is None:
            tree = self._kept[source] = self._parse(source, spelled)
            self._kept_bytes += len(source)
            while self._kept_bytes > KEPT:
                oldest = next(iter(self._kept))
                self._kept_bytes -= len(oldest)
                del self._kept[oldest]
        return tree

    def _parse(self, source: bytes, spelled: bytes | None) -> tree_sitter.Tree:
        if self.spell_out is None:
            return self.parser.parse(source)
        spelled = self.spelled(source) if spelled is None else spelled
        tree = self.parser.parse(spelled)
        if not tree.root_node.has_error:
            return tree
        again = source if spelled is not source else self.spell_out(source)
        other = self.parser.parse(again) if again != spelled else tree
        return tree if other.root_node.has_error else other

    def spelled(self, source: bytes) -> bytes:
        """Return source that is known to hold what the grammar does not know with that spelled out."""
        known_to_fail = self.unknown is not None and self.unknown.search(source) is not None
        return self.spell_out(source) if known_to_fail and self.spell_out is not None else source


def walk(root: Node) -> Iterator[Node]:
    """Yield a node and all named nodes below it, in the order of the text."""
    stack = [root]
    while stack:
        node = stack.pop()
        yield node
        stack += reversed(node.named_children)


def root_of(node: Node) -> Node:
    """Return the root of the tree that a node stands in."""
    while node.parent is not None:
        node = node.parent
    return node


def text_of(node: Node | None) -> str:
    return (node.text or b"").decode("utf-8", "replace") if node is not None else ""


def dotted_text(node: Node | None) -> str:
    """Return a qualified name without the white space and comments in it."""
    return "".join(text_of(node).split())


class Lead:
    """The comments, and what else belongs to a declaration, that stand right above what comes next."""

    def __init__(self, source: bytes) -> None:
        self.source = source
        self.start = -1
        self.end = -1

    def add(self, node: Node) -> None:
        """Take a comment for part of what stands above the next declaration."""
        if not self.touches(node.start_byte):
            self.start = node.start_byte
        self.end = node.end_byte

    def touches(self, place: int) -> bool:
        """Whether at most one line end stands between what was added and a place."""
        between = self.source[self.end : place]
        return self.start >= 0 and not between.strip() and between.count(b"\n") <= 1

    def start_of(self, node: Node) -> int:
        """Return where a declaration starts, with what stands right above it; that is used up."""
        return self.start_before(node.start_byte)

    def start_before(self, place: int) -> int:
        """Return where what starts at a place starts with what stands right above it; that is used up."""
        start = self.start if self.touches(place) else place
        self.start = -1
        return start
