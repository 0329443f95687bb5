"""Names that Java needs no import for, found in the text."""

import pytest
import tree_sitter
from hypothesis import given
from hypothesis import strategies as some

from yandrel.languages.jvm.facts import read_facts
from yandrel.languages.jvm.grammar import GRAMMAR
from yandrel.languages.jvm.mentions import find_mentions


def names(source: str) -> list[str]:
    return [name.decode() for name in find_mentions(source.encode(), 0)]


@pytest.mark.parametrize(
    ("source", "found"),
    [
        ("Hive hive = new Hive();", ["Hive"]),
        ("List<Hive> a; Map.Entry<Keeper, Season[]> b;", ["List", "Hive", "Map", "Keeper", "Season"]),
        ("@Route(Paths.HIVES) class X extends Y implements Z {}", ["Route", "Paths", "X", "Y", "Z"]),
        ("x = Hives.count() + hives.Count + LIMIT_OF_FRAMES;", ["Hives", "hives.Count"]),
        ("coop.waxmoor.hives.Hive hive; coop.waxmoor.Keepers.all();", ["coop.waxmoor.hives.Hive", "coop.waxmoor.Keepers"]),
        ("Hive::weigh", ["Hive"]),
    ],
)  # fmt: skip
def test_names_of_types(source: str, found: list[str]) -> None:
    assert names(source) == found


@pytest.mark.parametrize(
    "source",
    [
        "// Hive\n",
        "/* Hive\n * Keeper */",
        '"Hive \\" Keeper"',
        '"""\nHive "quoted" Keeper\n"""',
        "'\"' + '\\'' + 'H'",
        "hive.Weight.Unit",
        "this.Frames",
    ],
)
def test_no_names(source: str) -> None:
    assert not [name for name in names(source) if "." not in name]


def test_a_division_is_no_comment() -> None:
    assert names("a / Hive.FRAMES / Keeper.HIVES // Season") == ["Hive", "Keeper"]


def test_nested_types_are_not_looked_for_outside() -> None:
    source = b"package a;\nimport b.C;\nclass Hive { static class Frame {} Frame frame; Queen queen; }\n"
    found = [(mention.name, mention.line) for mention in read_facts(source).mentions]
    assert found == [("Hive", 3), ("Queen", 3)]


IDENTIFIER = some.sampled_from(["Hive", "Keeper", "hive", "coop.waxmoor.Hive", "Map.Entry", "Season"])
STATEMENT = some.one_of(
    IDENTIFIER.map(lambda name: f"{name} value = null;"),
    IDENTIFIER.map(lambda name: f"// {name}\n"),
    IDENTIFIER.map(lambda name: f'String text = "{name}";'),
    some.tuples(IDENTIFIER, IDENTIFIER).map(
        lambda pair: f"List<{pair[0]}> all = new ArrayList<{pair[1]}>();"
    ),
    IDENTIFIER.map(lambda name: f"/* {name} */ run(({name}) other);"),
)


@given(some.lists(STATEMENT, max_size=8))
def test_every_type_of_the_grammar_is_found(statements: list[str]) -> None:
    """The text reader may find more than the grammar calls a type, and never less."""
    source = ("class X { void run() { " + "\n".join(statements) + " } }").encode()
    query = tree_sitter.Query(GRAMMAR.language, "(type_identifier) @type (scoped_type_identifier) @scoped")
    captured = tree_sitter.QueryCursor(query).captures(GRAMMAR.parse(source).root_node)
    found = {name.partition(b".")[0] for name in find_mentions(source, 0)}
    for node in captured.get("scoped", []):
        assert (node.text or b"").partition(b".")[0] in found
    for node in captured.get("type", []):
        if source[node.start_byte - 1 : node.start_byte] != b".":
            assert node.text in found or (node.text or b"")[:1].islower()
