"""Generated modules: imports in groups and in order, long lines broken, blank lines even."""

import pytest

from yandrel.languages.python.scaffold.tidy import tidy_module


def test_imports_are_grouped_sorted_and_merged() -> None:
    text = (
        '"""A module."""\n\nfrom shop.b import Z\nfrom flask import request\nimport os\n'
        "from shop.a import b, A, LIMIT\nfrom flask import Flask\n\n\n\n\nx = 1\n"
    )
    assert tidy_module(text, "shop") == (
        '"""A module."""\n\nimport os\n\nfrom flask import Flask, request\n\n'
        "from shop.a import LIMIT, A, b\nfrom shop.b import Z\n\nx = 1\n"
    )


def test_two_blank_lines_before_a_block() -> None:
    assert tidy_module("import os\ndef f():\n    return os\n", "shop") == (
        "import os\n\n\ndef f():\n    return os\n"
    )


@pytest.mark.parametrize("text", ['"""Only words."""\n', "import os\n", "x = 1\n"])
def test_small_modules_stay(text: str) -> None:
    assert tidy_module(text, "shop") == text


def test_long_calls_are_broken_at_their_arguments() -> None:
    call = "    answer = make_something_of(" + ", ".join(f"argument_{n}={n}" for n in range(7)) + ")\n"
    out = tidy_module("def f():\n" + call, "shop")
    assert "    answer = make_something_of(\n        argument_0=0,\n" in out
    assert all(len(line) <= 88 for line in out.splitlines())
