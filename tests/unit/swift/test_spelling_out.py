"""Swift that the grammar does not know is read all the same, each name where it stands."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from yandrel.languages.swift.facts import read_facts
from yandrel.languages.swift.grammar import parse
from yandrel.languages.swift.spelling_out import spell_out

UNKNOWN = [
    "final class Hive: Home, @unchecked Sendable {\n  nonisolated(unsafe) let frames = Frames()\n}\n",
    "func keep(@_implicitSelfCapture _ body: () -> [Hive]) -> sending Comb {\n  return body()\n}\n",
    "func weigh() -> Result<Void, Rain> {\n  return .success(())\n}\n",
    "func look(_ found: Result<Void, Rain>) {\n  switch found {\n  case .success():\n    open()\n  }\n}\n",
    "func sort() -> [Kind] {\n  return [~Hive.self, ~Comb.self]\n}\n",
    "func area() -> Int {\n  return width(self, side)\n    * height(self, side)\n}\n",
    "struct Hive {\n  init(\n    failed: @escaping (_: Rain) -> Void\n  ) {\n  }\n}\n",
]


@pytest.mark.parametrize("text", UNKNOWN)
def test_what_the_grammar_does_not_know(text: str) -> None:
    assert not parse(text.encode()).root_node.has_error
    found = read_facts(text.encode(), "Hive.swift")
    assert not found.problems
    assert len(found.definitions) == 1
    assert text[found.definitions[0].start : found.definitions[0].end].rstrip() == text.rstrip()


def test_names_keep_their_places() -> None:
    text = UNKNOWN[4].encode()
    mentions = {mention.name: mention.line for mention in read_facts(text, "Hive.swift").mentions}
    assert mentions["Hive"] == mentions["Comb"] == 2


def test_what_is_broken_stays_broken() -> None:
    assert read_facts(b"func weigh() {\n  return .success(())\n", "Hive.swift").problems


@given(st.text("()[]~ *:=,\n@caseretun_A.") | st.sampled_from(UNKNOWN))
def test_length_and_lines_stay(text: str) -> None:
    found = spell_out(text.encode()).decode()
    assert len(found) == len(text)
    assert [at for at, c in enumerate(found) if c == "\n"] == [at for at, c in enumerate(text) if c == "\n"]
