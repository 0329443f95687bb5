"""Patterns are matched step by step as an expression would match them, and always end."""

import random

import pytest

from yandrel.errors import ConfigError
from yandrel.layout.matching import match_steps
from yandrel.layout.patterns import compile_pattern, match_glob

PIECES = ("*", "**", "{name}", "{domain}", "{home}", "/", "/", "a", "b", "_", ".py", "x/", "{a}{b}")
TEXTS = ("a", "b", "_", "/", ".py", "x/", "x")


@pytest.mark.parametrize("seed", range(3))
def test_steps_match_as_the_expression_does(seed: int) -> None:
    chance = random.Random(seed)
    matched = 0
    for _ in range(4000):
        text = "".join(chance.choices(PIECES, k=chance.randint(1, 8)))
        if text.count("{home}") > 1:
            continue
        try:
            pattern = compile_pattern(text)
        except ConfigError:
            continue
        path = "".join(chance.choices(TEXTS, k=chance.randint(1, 10)))
        found = pattern.regex.fullmatch(path)
        wanted = None if found is None else list(found.groups())
        assert match_steps(pattern.steps, path) == wanted, (text, path)
        matched += found is not None
    assert matched > 150


@pytest.mark.parametrize("text", ["{a}{b}{c}{d}{e}{f}x", "*a" * 12, "**/" * 12 + "x", "{home}" + "*a" * 9])
def test_patterns_that_an_expression_never_ends_on(text: str) -> None:
    assert compile_pattern(text).match("a" * 200 + "/" + "a" * 200 + "b") is None


def test_long_names_are_cut_as_short_ones_are() -> None:
    pattern = compile_pattern("{a}_{b}_{c}_{d}.py")
    long = "x" * 60
    assert pattern.match(f"{long}_two_three_four_five.py") == {
        "a": long, "b": "two", "c": "three", "d": "four_five"
    }  # fmt: skip
    assert match_glob("**/*a*/**/*b*/**", "q/" * 100 + "xax/" + "y/" * 100 + "zbz/end")
