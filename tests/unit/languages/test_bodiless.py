"""Outlines: bodies are passed over only where nothing else can be meant, and facts stay the same."""

from collections.abc import Callable

import pytest
from hypothesis import given
from hypothesis import strategies as st

from yandrel.languages.bodiless import MOST, Outlines
from yandrel.languages.csharp import grammar as csharp
from yandrel.languages.csharp.facts import read_facts as read_csharp
from yandrel.languages.go import grammar as go
from yandrel.languages.go.facts import read_facts as read_go
from yandrel.languages.jvm import grammar as java
from yandrel.languages.jvm import kotlin_tree as kotlin
from yandrel.languages.jvm.facts import read_facts as read_java
from yandrel.languages.jvm.kotlin_facts import read_facts as read_kotlin
from yandrel.languages.php import grammar as php
from yandrel.languages.php.facts import read_facts as read_php
from yandrel.languages.script.facts import read_facts as read_script
from yandrel.languages.script.outlines import find_paths, outlines_for
from yandrel.languages.swift import grammar as swift
from yandrel.languages.swift.facts import read_facts as read_swift
from yandrel.model.facts import Facts

Reader = Callable[[bytes, bool], Facts]
LONG = "\n".join(f"        weigh(frame, {number}, keeper);" for number in range(6))
JAVA = """package a;
class Hive {
    void open(int count)
            throws Exception {
%s
    }
    void close() {
    }
    String name() { return "hive"; }
    enum Kind { A(1) { int x() { return 1; } }; Kind(int n) { } }
}
"""
CSHARP = """namespace A
{
    public class Hive<T> where T : IFrame, new()
    {
      public void Open()
      {
%s
      }

        public Hive(int count) : base(count)
        {
        }
        public int Count { get; set; }
    }
}
"""
GO = """package hives

// Open opens.
func Open(
\tcount int,
) (err error) {
    for i := range frames {
%s
    }
}

func (h *Hive) Close() {
}

type Hive struct {
\tname string
}
"""
PHP = """<?php
namespace A;

class Hive extends Base
{
    public function open(Frame $frame): ?Keeper
    {
%s
    }

    public function close()
    {
    }
    abstract function weigh(): int;
}
"""
KOTLIN = """package a

class Hive(val count: Int) : Base(count) {
    fun open(keeper: Keeper, then: (Int) -> Unit): Unit {
%s
    }
    fun close() = weigh(1)
    companion object {
        fun make(): Hive {
            return Hive(1)
        }
    }
}
"""
TYPESCRIPT = """import { Frame } from "./frame";

export class Hive extends Mixed(Base) {
    private count = () => {
%s
    };

    // opens
    async open(frame: Frame, count?: number): Promise<void> {
%s
    }
    close() {
    }
}

export function weigh(
    frame: Frame,
): number {
%s
}

if (ready(frame)) {
    start(Frame);
}
export const { a, b } = make(function () {
%s
});
"""
SWIFT = """import Vapor

final class Hive: Base {
    var count: Int {
%s
    }

    init(keeper: Keeper, then: (Int) -> Void) {
%s
    }

    func open<T: Frame>(_ frame: T) async throws -> [Frame]
        where T: Sendable {
%s
    }
    subscript(_ at: Int) -> Frame {
%s
    }
    func close() { weigh(1) }
}
"""


def read_typescript(source: bytes, outline: bool) -> Facts:
    return read_script(source, "hive.ts", outline)


LANGUAGES: dict[str, tuple[str, Reader, Outlines]] = {
    "java": (JAVA, read_java, java.OUTLINES),
    "csharp": (CSHARP, read_csharp, csharp.OUTLINES),
    "go": (GO, read_go, go.OUTLINES),
    "php": (PHP, read_php, php.OUTLINES),
    "kotlin": (KOTLIN, read_kotlin, kotlin.OUTLINES),
    "typescript": (TYPESCRIPT, read_typescript, outlines_for("typescript", with_methods=True)),
    "swift": (SWIFT, read_swift, swift.OUTLINES),
}
BODIES = {
    "plain": LONG,
    "braces in a string": LONG + '\n        say("{ not closed");',
    "a quote in a comment": LONG + "\n        // don't",
    "deeper": "        if (a) {\n" + LONG.replace("        ", "            ") + "\n        }",
    "a closing line that is further out than the body's lines": LONG + "\n  }\n        {\n" + LONG,
    "an empty line": LONG.replace("\n", "\n\n", 1),
    "Windows' line ends": LONG.replace("\n", "\r\n"),
}


def fill(text: str, body: str) -> bytes:
    return text.replace("%s", body).encode()


@pytest.mark.parametrize("language", LANGUAGES)
@pytest.mark.parametrize("body", BODIES)
def test_outline_has_the_facts_of_the_whole(language: str, body: str) -> None:
    text, read, _ = LANGUAGES[language]
    source = fill(text, BODIES[body])
    whole, outline = read(source, False), read(source, True)
    assert whole.definitions == outline.definitions
    assert whole.imports == outline.imports
    assert whole.mentions == outline.mentions
    assert whole.problems == outline.problems


@pytest.mark.parametrize("language", LANGUAGES)
def test_a_body_is_passed_over(language: str) -> None:
    text, read, outlines = LANGUAGES[language]
    source = fill(text, LONG)
    spans = [source[start:end] for start, end in outlines.find_passed_over(source, 0, ())]
    assert any(LONG.encode() in span for span in spans)
    broken = fill(text, LONG + "\n        a = = ) ;")
    assert read(broken, False).problems
    assert not read(broken, True).problems
    assert [d.name for d in read(broken, True).definitions] == [
        d.name for d in read(source, False).definitions
    ]


@pytest.mark.parametrize(
    ("language", "source"),
    [
        ("java", "record Hive(int a, int b) {\n%s\n}"),
        ("csharp", "class Hive(int a) {\n%s\n}"),
        ("csharp", "class Hive<T> where T : new()\n{\n%s\n}"),
        ("kotlin", "class Hive(val a: Int) {\n%s\n}"),
        ("kotlin", "abstract fun a()\n\nclass Hive {\n%s\n}"),
        ("kotlin", "fun a() = 1\n\nclass Hive(val a: Int) {\n%s\n}"),
        ("php", "<?php\n/** See function open(). */\nclass Hive {\n%s\n}"),
        ("swift", "struct Hive {\n%s\n}"),
        ("swift", "func open()\n\nextension Hive {\n%s\n}"),
        ("typescript", "// a function (of) bees\nexport class Hive extends Mixed(Base) {\n%s\n}"),
        ("typescript", "for (const a of b) {\n%s\n}\nif (a) {\n    while (b) {\n%s\n    }\n}"),
        ("typescript", "function open() {\n%s\n        require('./frame');\n}"),
        ("typescript", "test('hives', () => {\n%s\n        jest.mock('./frame');\n})"),
        ("java", "public class Hive // (of bees)\n{\n%s\n}"),
        ("csharp", "public class Hive /* (of bees) */\n{\n%s\n}"),
        ("go", "package a\n\ntype Hive struct {\n%s\n}\n"),
        ("java", "class Hive {\n  void open() {\n%s\n  // {\n  }\n}"),
    ],
)
def test_what_holds_declarations_is_read(language: str, source: str) -> None:
    assert not list(LANGUAGES[language][2].find_passed_over(fill(source, LONG), 0, ()))


@given(
    st.sampled_from(sorted(LANGUAGES)),
    st.lists(
        st.sampled_from(["    }", "    {", "}", "{", "  x();", "        y();", '"', "/*", "*/", "", "'"])
    ),
    st.integers(0, 400),
)
def test_no_cut_text_makes_an_outline_fail(language: str, lines: list[str], at: int) -> None:
    text, read, _ = LANGUAGES[language]
    source = fill(text, "\n".join(lines))
    cut = source[:at] + source[at + 7 :]
    whole, outline = read(cut, False), read(cut, True)
    if not whole.problems:
        assert [d.name for d in whole.definitions] == [d.name for d in outline.definitions]


def test_only_the_largest_of_very_many_bodies_are_passed_over() -> None:
    small = "    void a%d() {\n        weigh(1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19);\n"
    small += "        weigh(1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15);\n    }\n"
    methods = "".join(small % number for number in range(MOST + 50))
    source = f"class Hive {{\n{methods}    void large() {{\n{LONG}\n    }}\n}}\n".encode()
    assert len(list(java.OUTLINES.find_bodies(source, 0, len(source), []))) == MOST + 51
    ranges = java.OUTLINES.find_ranges(source)
    assert len(ranges) == MOST + 1
    assert not any(LONG.encode() in source[r.start_byte : r.end_byte] for r in ranges)
    assert read_java(source, True).definitions == read_java(source, False).definitions


def test_what_the_grammar_does_not_know_is_spelled_out_before_a_file_is_read_whole() -> None:
    text = "struct Hive {\n    typealias A<T> = B<T> where T: C\n    func open() {\n%s\n        a = = ) ;\n    }\n}\n"
    source = fill(text, LONG)
    assert swift.OUTLINES.parse_as_outline(source).root_node.has_error
    facts = read_swift(source, True)
    assert not facts.problems
    assert [d.name for d in facts.definitions] == ["Hive"]
    assert read_swift(source, False).problems


@pytest.mark.parametrize(
    ("source", "before"),
    [
        ("const a = require('./a');", "'./a'"),
        ("require.resolve( `./a` )", "`./a`"),
        ("await import<typeof import('./a')>('./b')", "'./b'"),
        ("jest.mock('./a'); vi\n  .importActual(\"./b\")", "'./a'|\"./b\""),
        ("proxyquire('./a', {}); proxyquire.load('./b')", "'./a'"),
        ("td.replace('./a')", "'./a'"),
        ("my_require('./a'); xvi.mock('./b'); imports('./c'); requires('./d')", ""),
        ("require(name); jest.fn('./a')", ""),
    ],
)
def test_paths_given_to_calls_are_found(source: str, before: str) -> None:
    found = [source[at : source.index(source[at], at + 1) + 1] for at in find_paths(source.encode())]
    assert "|".join(found) == before
