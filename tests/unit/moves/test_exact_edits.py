"""Edits are whole words, replacements are where they are expected, configuration stays readable."""

import pytest

from yandrel.errors import RefusedError
from yandrel.model.changes import Replacement
from yandrel.moves.configuration import find_broken_configuration
from yandrel.moves.exact_edits import apply_replacements, find_edit_fault
from yandrel.moves.plan import FileChange

SOURCE = b"from shop import Hive, Keeper"


@pytest.mark.parametrize(
    ("start", "end", "text", "fault"),
    [
        (17, 21, b"Colony", ""),
        (17, 19, b"Co", ""),
        (17, 19, b"+", "cuts a word"),
        (17, 17, b"x.", ""),
        (17, 17, b"x", "joins two words"),
        (18, 18, b".", "cuts a word"),
        (16, 17, b"", "joins two words"),
        (21, 23, b"", "joins two words"),
        (21, 23, b" ", ""),
        (17, 99, b"", "outside"),
    ],
)
def test_words_stay_whole(start: int, end: int, text: bytes, fault: str) -> None:
    found = find_edit_fault(SOURCE, start, end, text)
    assert (fault in found) if fault else found == ""


def test_replacements_are_applied_where_their_old_text_is() -> None:
    made = apply_replacements(
        SOURCE,
        [Replacement(23, 29, b"Keeper", b"Owner", ""), Replacement(17, 21, b"Hive", b"Colony", "")],
        "x",
    )
    assert made == b"from shop import Colony, Owner"


@pytest.mark.parametrize(
    "wrong",
    [
        Replacement(17, 21, b"Hove", b"x", "names Hive"),
        Replacement(17, 17, b"", b"x", "names nothing"),
        Replacement(17, 20, b"Hiv", b"+", "names Hiv"),
    ],
)
def test_a_replacement_that_does_not_fit_stops_the_change(wrong: Replacement) -> None:
    with pytest.raises(RefusedError, match="fault of Yandrel's own"):
        apply_replacements(SOURCE, [wrong], "settings.toml")


@pytest.mark.parametrize(
    ("name", "before", "after", "broken"),
    [
        ("a.json", b'{"a": 1}', b'{"a": 2}', False),
        ("a.json", b'{"a": 1}', b'{"a": 2', True),
        ("a.json", b"{broken", b"{broken too", False),
        ("a.toml", b"a = 1", b"a = ", True),
        ("a.xml", b"<a>x</a>", b"<a>x</b>", True),
        ("a.xml", b"\xef\xbb\xbf<a>x</a>", b"\xef\xbb\xbf<a>y</a>", False),
        ("a.txt", b"a", b"b", False),
    ],
)
def test_configuration_stays_readable(name: str, before: bytes, after: bytes, broken: bool) -> None:
    refusals = find_broken_configuration([FileChange(name, name, before, after)])
    assert bool(refusals) is broken
