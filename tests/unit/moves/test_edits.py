"""Edits of bytes."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from yandrel.languages.python.blanks import tidy_blank_lines
from yandrel.languages.python.pieces import merge_deletions
from yandrel.model.changes import Edit, Relocation, apply_edits
from yandrel.model.graph import Symbol


def test_insertions_keep_their_order_and_come_before_what_they_stand_at() -> None:
    edits = [Edit(3, 6, b"X"), Edit(3, 3, b"1"), Edit(3, 3, b"2")]
    assert apply_edits(b"abcdef", edits) == b"abc12X"


def test_overlapping_edits_are_refused() -> None:
    with pytest.raises(ValueError, match="overlap"):
        apply_edits(b"abcdef", [Edit(0, 3, b""), Edit(2, 4, b"x")])


@given(st.binary(max_size=40), st.lists(st.tuples(st.integers(0, 40), st.integers(0, 40)), max_size=6))
def test_merged_deletions_delete_the_same_bytes(data: bytes, spans: list[tuple[int, int]]) -> None:
    edits = [Edit(min(a, b), max(a, b), b"") for a, b in spans if max(a, b) <= len(data)]
    gone = {at for edit in edits for at in range(edit.start, edit.end)}
    kept = bytes(byte for at, byte in enumerate(data) if at not in gone)
    assert apply_edits(data, merge_deletions(edits)) == kept


@pytest.mark.parametrize(
    ("before", "after", "tidied"),
    [
        (b"a\n\n\nclass B: ...\n", b"a\n\nclass B: ...\n", b"a\n\n\nclass B: ...\n"),
        (b"a\n\n\nclass B: ...\n", b"a\n\n\n\n\nclass B: ...\n", b"a\n\n\nclass B: ...\n"),
        (b"a\n", b"\n\na\n", b"a\n"),
        (b"a\n\nb\n", b"a\n\n\n\n", b"a\n"),
        (b"a\r\n\r\n\r\ndef f(): ...\r\n", b"a\r\n\r\ndef f(): ...\r\n", b"a\r\n\r\n\r\ndef f(): ...\r\n"),
        (b"a\n\n\n\n\nclass B: ...\n", b"a\n\n\n\n\nclass B: ...\n", b"a\n\n\n\n\nclass B: ...\n"),
    ],
)
def test_blank_lines(before: bytes, after: bytes, tidied: bytes) -> None:
    assert tidy_blank_lines(before, after) == tidied


def test_a_definitions_own_move_outranks_its_units() -> None:
    relocation = Relocation({"a/x.py": "b/x.py"}, {Symbol("a/x.py", "A"): Symbol("c.py", "A")}, {"a/": "b/"})
    assert relocation.place(Symbol("a/x.py", "A")) == Symbol("c.py", "A")
    assert relocation.place(Symbol("a/x.py", "B")) == Symbol("b/x.py", "B")
    assert relocation.unit("a/inner/") == "b/inner/"
    assert relocation.unit("z.py") == "z.py"
