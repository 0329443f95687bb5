"""Cuts leave a blank line where what stands around them was apart."""

import pytest

from yandrel.languages.edits import cut_span, keep_apart
from yandrel.model.changes import Edit, apply_edits


def cut(text: str, *parts: str) -> str:
    source = text.encode()
    spans = [(text.index(part), text.index(part) + len(part)) for part in parts]
    edits = [Edit(*cut_span(source, start, end), b"") for start, end in spans]
    return apply_edits(source, keep_apart(source, edits)).decode()


@pytest.mark.parametrize(
    ("text", "left"),
    [
        ("open();\n\none\ntwo\n\nclose();\n", "open();\n\nclose();\n"),
        ("open();\r\n\r\none\r\ntwo\r\n\r\nclose();\r\n", "open();\r\n\r\nclose();\r\n"),
        ("open();\none\ntwo\n\nclose();\n", "open();\n\nclose();\n"),
        ("open();\none\ntwo\nclose();\n", "open();\nclose();\n"),
        ("open(\none\ntwo\n\nclose\n)\n", "open(\nclose\n)\n"),
        ("open {\n\none\ntwo\n\n}\n", "open {\n}\n"),
        ("one\ntwo\n\nclose();\n", "close();\n"),
        ("open();\n\none\ntwo\n", "open();\n"),
    ],
)
def test_what_stands_around_two_parts(text: str, left: str) -> None:
    assert cut(text, "one", "two") == left


def test_one_part_takes_one_blank_line_along() -> None:
    assert cut("open();\n\none\n\nclose();\n", "one") == "open();\n\nclose();\n"
