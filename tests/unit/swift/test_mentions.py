"""Names that Swift needs no import for, found in the text."""

import pytest
from hypothesis import given
from hypothesis import strategies as some

from yandrel.languages.swift.facts import read_facts
from yandrel.languages.swift.mentions import find_mentions


def mentions(body: str) -> set[str]:
    return {mention.name for mention in read_facts(f"import Vapor\n\n{body}\n".encode()).mentions}


@pytest.mark.parametrize(
    ("body", "names"),
    [
        ("let a: Hive = Frame(1)", {"Hive", "Frame"}),
        ("let a = limit + weigh(b)", {"limit", "weigh", "b"}),
        ("func a(b: Hive, c: Int = limit) -> [Frame?] { weigh(b, c) }",
         {"Hive", "Int", "limit", "Frame", "weigh"}),
        ("class A: Base, Kept { var b: some View { C { d } } }", {"Base", "Kept", "View", "C", "d"}),
        ("let a = all.map { b, c in keep(b, c) }", {"all", "keep"}),
        ("let a = all.map { (b: Hive) in b.weigh() }", {"all", "Hive", "b"}),
        ("@MainActor @Kept(by: Keeper.self) struct A {}", {"MainActor", "Kept", "Keeper"}),
        ("let a = Waxmoor.Hive(1).row", {"Waxmoor", "Waxmoor.Hive"}),
        ("let a = \\Hive.count", {"Hive"}),
        ("let a: [Hive: Frame] = [Season.spring: b]", {"Hive", "Frame", "Season", "b"}),
        ("let a = first...last.count", {"first", "last"}),
        ("let a = .hive(of: Kind.one) as? Base", {"Kind", "Base"}),
        ('let a = "Hive \\(Frame(1).count) \\(weigh("Queen")) Keeper"', {"Frame", "weigh"}),
        ('let a = """\n  Hive \\(Frame.row) "Queen"\n  """', {"Frame"}),
        ('let a = #"Hive \\(Frame) \\#(Queen.one)"#', {"Queen"}),
        ("// Hive\n/* Frame /* Queen */ Keeper */\nlet a = 1", set()),
        ("#if canImport(Hive)\nlet a = Frame()\n#endif", {"Frame"}),
        ("public import Hive\n@testable import struct Frame.Row", set()),
        ("guard let hive = hive, hive.isOpen else { return }", {"hive"}),
        ("if let hive = kept, case let row = hive, true { use(row) }\nfunc weigh() {}\nlet a = weigh + use",
         {"kept", "use"}),
        ("enum A { case open }\nlet b = open", set()),
        ("let a = `default`.count + `Hive`()", {"default", "Hive"}),
        ("func a() { open(b: 1) }\nopen class B {}\nlet c = override", {"open"}),
    ],
)  # fmt: skip
def test_names(body: str, names: set[str]) -> None:
    assert mentions(body) == names


def test_the_first_place_of_each_is_told() -> None:
    found = read_facts(b"let a = 1\n\nlet b: Hive = c\nlet d = Hive(c)\n").mentions
    assert [(mention.name, mention.line) for mention in found] == [("Hive", 3), ("c", 3)]


@given(some.text(alphabet="`\"'/*#(){}.:@ aB\n\\", max_size=60))
def test_any_text_is_read(text: str) -> None:
    source = text.encode()
    for name, at in find_mentions(source).items():
        assert source.startswith((name, b"`" + name), at) or source.startswith(b"...", at)
