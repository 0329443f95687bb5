"""Sources that readers once took forever for: each ends."""

import pytest

from yandrel.index.parse import facts_of_bytes
from yandrel.languages.registry import language_of

PATHS = ("x.py", "x.php", "x.js", "x.ts", "x.java", "x.kt", "x.cs", "x.go", "x.swift")
LONG = 40_000
INPUTS = {
    "blanks": b" " * LONG + b"x",
    "lines": b"\n" * LONG + b"x",
    "letters": b"class " + b"a" * LONG,
    "comments": b"/**/" * (LONG // 4) + b"x",
    "modifiers": b"public " * (LONG // 7),
    "entries": b"enum class A {\nZ(a) { a" + b" }" * (LONG // 2),
    "native": b"class A { native " + b"a<a>[] " * (LONG // 7),
    "imports": b'import "a" from ' + b"'a' " * (LONG // 4),
    "parameters": b"func f(a" + b", a" * (LONG // 3),
    "native blocks": b"class A { void f(" + b"(" * 500 + b")" * 500 + b" }",
    "quotes": b"x = " + b"'\"" * (LONG // 2),
    "hashes": b'let x = "' + b"#" * LONG,
}


@pytest.mark.parametrize("path", PATHS)
@pytest.mark.parametrize("name", sorted(INPUTS))
def test_every_reader_ends(path: str, name: str) -> None:
    facts = facts_of_bytes(INPUTS[name], language_of(path) or "", path, outline=True)
    assert facts.lines >= INPUTS[name].count(b"\n")
