"""What is read from one Kotlin file."""

from yandrel.languages.jvm.kotlin_content import read_content
from yandrel.languages.jvm.kotlin_facts import read_facts
from yandrel.languages.jvm.kotlin_tree import facade_name

SOURCE = b"""@file:JvmName("Bees")
package a.b

import a.c.D
import a.c.weigh as heft
import a.d.*

/** See [Frame] and [a.c.D.x]. */
@Entity
class Hive<T : K>(private val frame: Frame, count: Int = LIMIT) : Base<T>(count), I by other {
    val all: List<T> = listOf()
    fun open(keeper: Keeper) = heft(keeper.row()) + frame
    companion object {
        fun make(): Hive<K> = a.c.Maker.make("$LIMIT ${Season.of(1)}")
    }
}

fun D.row(): String = "a.c.D"

private val log = logger()

sealed class Yield
"""


def test_declarations() -> None:
    facts = read_facts(SOURCE)
    found = {d.name: (d.kind, d.owner, d.marks) for d in facts.definitions}
    assert found == {
        "Hive": ("class", "", ("Entity",)),
        "row": ("function", "D", ()),
        "log": ("constant", "", ("private",)),
        "Yield": ("class", "", ("sealed",)),
    }
    hive = facts.definitions[0]
    assert hive.bases == ("Base", "I")
    assert set(hive.members) == {"frame", "count", "all", "open()", "make()"}
    assert facts.bound == ("Bees",)


def test_mentions_tell_what_stands_after_a_value() -> None:
    found = {(mention.name, mention.space) for mention in read_facts(SOURCE).mentions}
    assert {
        ("Frame", "type"),
        ("Keeper", "type"),
        ("of", "member"),
        ("LIMIT", "type"),
        ("heft", "type"),
    } <= found
    assert ("keeper", "type") not in found


def test_uses_leave_out_what_is_declared_around_them() -> None:
    content, _ = read_content(SOURCE, "Hive.kt")
    code = {".".join(use.parts) for use in content.uses if use.kind == "code"}
    assert {
        "Frame",
        "K",
        "Base",
        "I",
        "Keeper",
        "heft",
        "LIMIT",
        "a.c.Maker.make",
        "Season",
        "logger",
    } <= code
    assert not {"keeper", "frame", "count", "T"} & code
    members = {use.head for use in content.uses if use.kind == "member"}
    assert {"row", "plus", "of"} <= members
    assert [use.parts for use in content.uses if use.kind == "doc"] == [("Frame",), ("a", "c", "D", "x")]
    assert [use.parts for use in content.uses if use.kind == "string"] == [("a", "c", "D")]


def test_imports_with_aliases_and_stars() -> None:
    content, _ = read_content(SOURCE, "Hive.kt")
    assert [(c.path, c.bound, c.aliased) for c in content.clauses] == [
        ("a.c.D", "D", False), ("a.c.weigh", "heft", True), ("a.d", "", False),
    ]  # fmt: skip


def test_the_class_that_java_finds_functions_in() -> None:
    assert facade_name("Kt", "src/a/hives.kt") == "HivesKt"
    assert facade_name("Bees", "src/a/hives.kt") == "Bees"
