"""Strings taken out of lists in JSON."""

import json

import pytest

from yandrel.languages.json_spans import find_strings, remove_string
from yandrel.model.changes import apply_edits


@pytest.mark.parametrize("gone", ["a", "b", "c"])
@pytest.mark.parametrize("layout", ['["a", "b", "c"]', '[\n  "a",\n  "b",\n  "c"\n]', '[ "a","b" ,"c" ]'])
def test_a_string_goes_with_its_comma(layout: str, gone: str) -> None:
    data = b'{"files": ' + layout.encode() + b"}"
    item = next(s for s in find_strings(data) if s.text == gone)
    left = json.loads(apply_edits(data, [remove_string(data, item)]))
    assert left == {"files": [text for text in "abc" if text != gone]}


def test_the_only_one() -> None:
    data = b'{"files": [\n  "a"\n]}'
    item = next(s for s in find_strings(data) if s.text == "a")
    assert json.loads(apply_edits(data, [remove_string(data, item)])) == {"files": []}
