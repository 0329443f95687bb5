"""Names that C# needs no using for, found in the text."""

import pytest

from yandrel.languages.csharp.facts import read_facts
from yandrel.languages.csharp.mentions import find_mentions


def found(source: str, members: tuple[str, ...] = (), lower: bool = False) -> set[tuple[str, str]]:
    held = frozenset(member.encode() for member in members)
    return {(space, name.decode()) for space, name in find_mentions(source.encode(), (), held, (), lower)}


def types(source: str, *members: str) -> set[str]:
    return {name for space, name in found(source, members) if space == "type"}


@pytest.mark.parametrize(
    ("source", "names"),
    [
        ("Hive hive = new Hive();", {"Hive"}),
        ("IList<Hive> all; Waxmoor.Models.Hive one;", {"IList", "Hive", "Waxmoor", "Waxmoor.Models.Hive"}),
        ("var x = Hives.Count + y.Hives;", {"Hives", "Hives.Count"}),
        ("// Hive\n/* Keeper */ #region Season of Honey\n", set()),
        ('"Hive" + @"Keeper ""Queen"" \\" + \'H\'', set()),
        ('$"weighs {Scale.Weigh(hive)} Grams"', {"Scale", "Scale.Weigh"}),
        ('@$"{Hive.Name} ""Quoted"" Text"', {"Hive", "Hive.Name"}),
        ('"""Raw "Hive" text"""', set()),
    ],
)
def test_names_of_types(source: str, names: set[str]) -> None:
    assert types(source) == names


def test_a_name_with_types_of_its_own_is_no_property() -> None:
    assert types("items = Empty<T>.Array;", "Empty") == {"Empty", "T"}
    assert types("items = Empty.Rows;", "Empty") == {"Empty.Rows"}


def test_what_is_called_after_a_dot_may_extend() -> None:
    assert ("member", "Weigh") in found("hive.Weigh(); hive.Frames;")
    assert ("member", "Weigh") in found("Keepers.First.Weigh<int>(3)")
    assert ("member", "Frames") not in found("hive.Weigh(); hive.Frames;")


def test_attributes_are_told_apart() -> None:
    assert ("attribute", "Route") in found('[Route("/hives"), Obsolete] class X {}')
    assert ("attribute", "Obsolete") in found('[Route("/hives"), Obsolete] class X {}')
    assert ("attribute", "Route") not in found("Route route;")


def test_what_is_declared_is_no_type() -> None:
    assert "Note" not in types("public string Note { get; } void X() { Note = 1; Use(Note, 2); }", "Note")
    assert "Note" in types("public Note Note { get; }", "Note")
    assert "Note" not in types("void Make(string Note) { Use(Note); }")
    assert "Contains" not in types("bool Contains(int x) { return Contains(3); }", "Contains()")
    assert "Contains" in types("bool Contains(int x) { return Contains.Any; }", "Contains()")


@pytest.mark.parametrize(
    "source",
    [
        "Expect(bees, Contains(3));",
        "return Contains (3);",
        "x = y ? Weigh(1) : 2; Contains(x);",
        "a = Contains(1);",
    ],
)
def test_what_is_called_is_no_type(source: str) -> None:
    assert "Contains" not in types(source)


@pytest.mark.parametrize(
    "source",
    [
        "new Contains(3);",
        "[Test, Contains(3)] void Run() {}",
        "if (x is Contains(3)) {}",
        "x switch { Contains(3) => 1, _ => 2 };",
        "record Hive(int x) : Contains(x);",
        "typeof(Contains)",
    ],
)
def test_types_with_brackets_behind_them(source: str) -> None:
    assert "Contains" in types(source)


def test_values_of_a_type_are_meant_before_dots() -> None:
    source = (
        b"class Hive { Scale Filter { get; } bool Any() { return Filter.Any; } }\n"
        b"class Keeper { bool Any() { return Filter.None; } }\n"
    )
    mentions = {mention.name for mention in read_facts(source).mentions}
    assert mentions == {"Hive", "Scale", "Keeper", "Filter.None"}


def test_namespaces_in_small_letters() -> None:
    assert ("type", "waxmoor.models.Hive") in found("var x = new waxmoor.models.Hive();", lower=True)


def test_usings_and_namespaces_name_nothing() -> None:
    source = b"using Waxmoor.Models;\nnamespace Waxmoor.Hives { class Hive { Grade g; } }\n"
    mentions = {mention.name: mention.line for mention in read_facts(source).mentions}
    assert mentions == {"Hive": 2, "Grade": 2}
