"""Kotlin that the grammar does not know is read all the same, each name where it stands."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from yandrel.languages.jvm.kotlin_facts import read_facts
from yandrel.languages.jvm.kotlin_spelling_out import spell_out
from yandrel.languages.jvm.kotlin_tree import GRAMMAR, parse
from yandrel.languages.trees import walk

UNKNOWN = [
    "class Hive\n@JvmOverloads\npublic constructor(val frames: Int = 10) : Home() {\n    fun open() {}\n}\n",
    "class Hive<T>\n@Inject\ninternal constructor(val frames: Int)\n",
    "@Bees(names = [])\nclass Hive {\n}\n",
    'val doors = mapOf("open" to fun(key, value) {\n    look(key)\n})\n',
    "class Hive<\n    T : Comb<Bees, out Honey>,\n>(val comb: T) : Home() {\n}\n",
    "fun weigh() {\n    try {\n        look()\n    }\n    catch (e: Rain) {\n    }\n    catch (e: Wind) {\n    }\n}\n",
    "class Hive(val dynamic: Scale) {\n    val none: Boolean\n        get() {\n            return dynamic.none\n        }\n}\n",
]


@pytest.mark.parametrize("text", UNKNOWN)
def test_what_the_grammar_does_not_know(text: str) -> None:
    assert not parse(text.encode()).root_node.has_error
    (found,) = read_facts(text.encode()).definitions
    assert found.name in ("Hive", "doors", "weigh")
    assert text[found.start : found.end].rstrip() == text.rstrip()


def test_annotations_of_the_application_are_not_passed_over() -> None:
    text = b"class Hive\n@Waxmoor\ninternal constructor(val frames: Int)\n"
    assert not parse(text).root_node.has_error
    assert b"@Waxmoor" in (parse(text).root_node.text or b"")


@pytest.mark.parametrize(
    "text",
    [
        "class Hive {\n    var frames = 0; private set\n    var weight = 1; internal set // grams\n}\n",
        'class Hive {\n    var frames: Int\n        get() = 1\n        @Suppress("A") set(value): Unit = Unit\n}\n',
        "class Hive {\n    fun a() {\n        open(this)\n        external.forEach { internal.b(it) }\n        val a = b\n        get(a, b)\n    }\n}\n",
        "class Hive {\n    companion object { private val largest: Long = 1L }\n    class Row { fun a() { b() } }\n}\n",
        "class Hive {\n    class Row\n    internal constructor(val frames: Int, val b: Int) {\n    }\n}\n",
        "class Hive\n@Waxmoor(1)\n@Inject\nprivate constructor(\n    val frames: Int,\n) : Home(), Kept {\n}\n",
        "class Hive\r\n@Waxmoor\r\nprivate constructor(\r\n    val frames: Int,\r\n) : Home() {\r\n}\r\n",
    ],
)
def test_names_stand_where_they_stood(text: str) -> None:
    source = text.encode()
    assert GRAMMAR.parser.parse(source).root_node.has_error
    root = parse(source).root_node
    assert not root.has_error
    names = [node for node in walk(root) if node.type == "identifier"]
    assert {node.text for node in names} > {b"Hive"}
    assert all(source[node.start_byte : node.end_byte] == node.text for node in names)


def test_what_is_broken_stays_broken() -> None:
    assert read_facts(b"@Bees(names = [])\nclass Hive {\n").problems


@given(st.text("{}()[],<>=fun catch\n@class H") | st.sampled_from(UNKNOWN))
def test_length_and_lines_stay(text: str) -> None:
    found = spell_out(text.encode()).decode()
    assert len(found) == len(text)
    assert found.count("\n") == text.count("\n")
