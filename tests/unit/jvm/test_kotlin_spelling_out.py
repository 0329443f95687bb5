"""Kotlin that the grammar does not know is read all the same, each name where it stands."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from yandrel.languages.jvm.kotlin_facts import read_facts
from yandrel.languages.jvm.kotlin_spelling_out import spell_out
from yandrel.languages.jvm.kotlin_tree import parse

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
    assert parse(text).root_node.has_error


def test_what_is_broken_stays_broken() -> None:
    assert read_facts(b"@Bees(names = [])\nclass Hive {\n").problems


@given(st.text("{}()[],<>=fun catch\n@class H") | st.sampled_from(UNKNOWN))
def test_length_and_lines_stay(text: str) -> None:
    found = spell_out(text.encode()).decode()
    assert len(found) == len(text)
    assert found.count("\n") == text.count("\n")
