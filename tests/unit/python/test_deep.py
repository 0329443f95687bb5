"""Scopes, uses and strings."""

import textwrap

import pytest

from yandrel.languages.python.deep import MODULE_SCOPE, read_deep_facts


def top_uses(text: str) -> list[str]:
    deep = read_deep_facts(textwrap.dedent(text).encode())
    return [".".join(link.name for link in use.links) for use in deep.uses if use.home == MODULE_SCOPE]


@pytest.mark.parametrize(
    ("text", "uses"),
    [
        ("import a\na.b.c(1)", ["a.b.c"]),
        ("import a\ndef f(a): a.b", []),
        ("import a\ndef f():\n    a = 1\n    a.b", []),
        ("import a\ndef f():\n    global a\n    a.b", ["a.b"]),
        ("import a\nx = [a for a in y]", []),
        ("import a\nx = [b for b in a.c]", ["a.c"]),
        ("import a\nclass A:\n    a = a.b\n    def f(self): return a.c", ["a.b", "a.c"]),
        ("import a\nlambda a: a.b", []),
        ("import a\nlambda b=a.c: b", ["a.c"]),
        ("import a\ndef f(x: a.B = a.C) -> 'a.D': ...", ["a.C", "a.B", "a.D"]),
        ("import a\nx: 'list[a.B]' = a.c", ["a.B", "a.c"]),
        ("import a\nx = f'{a.b} {a.c!r}'", ["a.b", "a.c"]),
        ("import a\nmatch x:\n    case a.B: pass\n    case a.C(d=e): pass", ["a.B", "a.C"]),
        ("import a\nwith a.b as a: pass", ["a.b"]),
        ("import a\ncast('a.B', 1)", ["a.B"]),
        ("import a\nf(a=1)", []),
        ("import a\nx: Literal['a.B']", []),
        ("from a import b\n@b.c\ndef f(): b.d", ["b.c", "b.d"]),
        ("import a\n(a := 1)\na.b", ["a.b"]),
        ("import a\ndel a.b", ["a.b"]),
        ("import a\na.b = 1", ["a.b"]),
    ],
)
def test_uses_of_top_level_names(text: str, uses: list[str]) -> None:
    assert top_uses(text) == uses


def test_strings_know_what_they_are_given_to() -> None:
    deep = read_deep_facts(b'"""doc"""\npatch("a.b")\nX = {"loggers": {"k": "v.w"}}\nf(name="c.d")\n')
    contexts = {text.value: (text.context, text.documents) for text in deep.texts}
    assert contexts["doc"] == ("", True)
    assert contexts["a.b"] == ("patch", False)
    assert contexts["c.d"][0] == "f(name="
    assert "loggers" in contexts["v.w"][0]


def test_deep_nesting_is_said() -> None:
    text = b"x = " + b"[" * 6000 + b"]" * 6000
    assert read_deep_facts(text).too_deep
