"""Names that Kotlin needs no import for, found in the text."""

import pytest
from hypothesis import given
from hypothesis import strategies as some

from yandrel.languages.jvm.kotlin_facts import read_facts
from yandrel.languages.jvm.kotlin_mentions import find_mentions


def mentions(body: str) -> set[tuple[str, str]]:
    source = f"package a\n\nimport b.C\n\n{body}\n".encode()
    return {(mention.name, mention.space) for mention in read_facts(source).mentions}


def plain(body: str) -> set[str]:
    return {name for name, space in mentions(body) if space == "type"}


@pytest.mark.parametrize(
    ("body", "names"),
    [
        ("val a: Hive = Frame(1)", {"Hive", "Frame"}),
        ("fun a(b: Hive, c: Int = LIMIT) = weigh(b, c)", {"Hive", "Int", "LIMIT", "weigh"}),
        ("class A(val b: Hive) : Base(b), I by other { fun c() = d }", {"Hive", "Base", "I", "other", "d"}),
        ("fun a() { val (b, c) = pair; for ((d, e) in all) use(b, c, d, e) }", {"pair", "all", "use"}),
        ("val a = all.map { b, (c, d) -> keep(b, c, d) }", {"all", "keep"}),
        ("@Marked @b.Other(Kind::class) class A", {"Marked", "b", "b.Other", "Kind"}),
        ("fun a() = outer@ { return@outer this@Hive }", {"outer"}),
        ('val a = "$LIMIT Hive ${Season.of("x")} \\$NOT"', {"LIMIT", "Season"}),
        ('val a = """Hive ${Frame(1)} "quoted" Queen"""', {"Frame"}),
        ("// Hive\n/* Frame /* Queen */ Keeper */\nval a = 'H'", set()),
        ("val a = coop.waxmoor.Hive.of(1)", {"coop", "coop.waxmoor.Hive.of"}),
        ("enum class A { ONE, TWO; fun b() = ONE }", set()),
        ("val a = left shl right", {"left", "shl", "right"}),
        ("val `a b` = `c d`(1)", {"c d"}),
        ("fun a() = get<Hive>()", {"get", "Hive"}),
        ("val a: Int get() = b", {"Int", "b"}),
        ("fun a(x: Any) = when (x) {\n    LIMIT -> 1\n    else -> 2\n}", {"Any", "LIMIT"}),
    ],
)
def test_names(body: str, names: set[str]) -> None:
    assert plain(body) == names


def test_members_are_told_apart() -> None:
    found = mentions("fun a(b: Hive) = b.weigh().row?.open()\n    .close()")
    assert {name for name, space in found if space == "member"} == {"weigh", "row", "open", "close"}


@pytest.mark.parametrize("source", [b"`a/**''}\n\"}*/{\\{/{{`", b"`a`'@'`b`.`c`'@'`d`"])
def test_what_is_no_code_is_in_no_name(source: bytes) -> None:
    for (_, name), at in find_mentions(source, 0, set(), set()).items():
        assert source.startswith(name, at)


@given(some.text(alphabet="`\"'/*${}.@ a\n\\", max_size=60))
def test_any_text_is_read(text: str) -> None:
    source = text.encode()
    for (_, name), at in find_mentions(source, 0, set(), set()).items():
        assert source[at : at + len(name)] == name
