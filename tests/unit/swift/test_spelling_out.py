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
    "func open() {\n  switch lid {\n  case .shut:\n    ()\n  case .Kind.ajar: lift()\n  }\n}\n",
    "func weigh() {\n  do {\n    rest()\n  } catch Scale.stuck, Scale.off {\n  }\n  () = rest()\n}\n",
    "protocol Comb {\n  associatedtype Cell: Hashable, Sendable\n  typealias Few<T> = [T] where T: Comb\n}\n",
    "func look() async throws {\n  for hive in try hives {\n    if await hive.isOpen {\n    }\n  }\n}\n",
    'class Scale {\n  #if !os(Linux)\n  #error("no scale")\n  #elseif swift(<6.1) || !_runtime(_ObjC)\n  #endif\n}\n',
    "struct Cells {\n  var all: [Cell] {\n    _read { yield cells }\n    _modify { yield &cells }\n  }\n}\n",
    "func weigh(_ all: Int) {\n  switch all {\n  case .min ..< 0: shut()\n  case (few + 1)...many: open()\n  }\n}\n",
    "struct Hive {\n  #if os(macOS)\n  // Seen from outside.\n  @objc\n  #endif\n  var lid: Int { 1 }\n}\n",
    "/* open */ final class Apiary: Place {\n  let first = hives.first!!, path = \\.[hive: 1]\n}\n",
    "protocol Comb {\n  associatedtype Cell: Kept\n  where\n    Cell.Bee == Bee,\n    Cell.Wax: Weighed\n\n  var first: Cell { get }\n}\n",
    "protocol Comb {\n  associatedtype Cell where Cell.Bee == Bee,\n    Cell.Wax == Wax\n}\n",
    "func weigh() {\n  switch scale {\n  #if os(Linux)\n  case .hung:\n    rest()\n  #else\n  case .stood: rest()\n  #endif\n  default: shut()\n  }\n}\n",
    "func name() {\n  prefix = told.prefix\n  postfix += prefix\n}\n",
    "enum Target {\n    case socket(_: Address)\n    case place(host: String, port: Int)\n}\n",
]


@pytest.mark.parametrize("text", UNKNOWN)
def test_what_the_grammar_does_not_know(text: str) -> None:
    assert not parse(text.encode()).root_node.has_error
    found = read_facts(text.encode())
    assert not found.problems
    assert len(found.definitions) == 1
    assert text[found.definitions[0].start : found.definitions[0].end].rstrip() == text.rstrip()


def test_names_keep_their_places() -> None:
    text = UNKNOWN[4].encode()
    mentions = {mention.name: mention.line for mention in read_facts(text).mentions}
    assert mentions["Hive"] == mentions["Comb"] == 2


def test_names_in_bounds_keep_their_places() -> None:
    text = UNKNOWN[-5]
    mentions = {mention.name: mention.line for mention in read_facts(text.encode()).mentions}
    assert mentions["Bee"] == 4
    assert mentions["Weighed"] == 5


def test_what_is_broken_stays_broken() -> None:
    assert read_facts(b"func weigh() {\n  return .success(())\n").problems


PARTS = "()|#warning|#error|\n|case|.A|.b|:|_read|_modify| {|!!|<<<|\\| |@_spi|(|)|/* a */|typealias T<A> = A where|swift|associatedtype A|: B| == C.D|,|switch a {\n|#if b\n|#else|#endif|prefix ="
"""What is spelled otherwise, and what stands around it."""


@given(st.lists(st.sampled_from(PARTS.split("|"))).map("".join) | st.sampled_from(UNKNOWN))
def test_length_and_lines_stay(text: str) -> None:
    found = spell_out(text.encode()).decode()
    assert len(found) == len(text)
    assert [at for at, c in enumerate(found) if c == "\n"] == [at for at, c in enumerate(text) if c == "\n"]
