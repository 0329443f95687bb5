"""Which namespace a folder has, and where names go."""

from hypothesis import given
from hypothesis import strategies as some

from yandrel.languages.json_spans import escape, find_strings
from yandrel.languages.named.roots import Roots, infer_roots
from yandrel.languages.named.table import Renaming, SymbolTable
from yandrel.model.graph import Symbol
from yandrel.model.project import SourceRoot

ROOTS = (SourceRoot("src/", "Waxmoor"), SourceRoot("src/Core/", "Core"), SourceRoot("tests/", ""))


def test_the_most_specific_root_counts() -> None:
    assert Roots(ROOTS).namespace_at("src/Models/Hive.php") == "Waxmoor.Models"
    assert Roots(ROOTS).namespace_at("src/Core/Hive.php") == "Core"
    assert Roots(ROOTS).namespace_at("tests/Models/Hive.php") == "Models"
    assert Roots(ROOTS).namespace_at("other/Hive.php") is None


def test_roots_that_most_units_show() -> None:
    shown = {
        "app/main/Core/Models/A.cs": "Waxmoor.Core.Models",
        "app/main/Core/B.cs": "Waxmoor.Core",
        "app/main/Web/C.cs": "Waxmoor.Web",
        "app/main/Odd/D.cs": "Elsewhere",
    }
    assert infer_roots(shown, ()) == [SourceRoot("app/main/", "Waxmoor")]


def table_of(*names: str) -> SymbolTable:
    table = SymbolTable(lambda name, space: name, {})
    for name in names:
        table.add(name, "type", Symbol(name + ".x", name.rpartition(".")[2]))
    return table


def test_a_namespace_that_moves_whole() -> None:
    renaming = Renaming(table_of("A.B.C", "A.B.D.E", "A.F"))
    renaming.put("A.B.C", "Z.B.C", "type")
    renaming.put("A.B.D.E", "Z.B.D.E", "type")
    renaming.find_namespaces()
    assert renaming.place_namespace("A.B") == "Z.B"
    assert renaming.place_namespace("A.B.D") == "Z.B.D"
    assert renaming.place_namespace("A") == "A"


def test_what_is_there_when_all_have_gone() -> None:
    renaming = Renaming(table_of("A.B", "A.C"))
    renaming.put("A.B", "A.C2", "type")
    assert not renaming.has_after("A.B", "type")
    assert renaming.has_after("A.C", "type")
    assert renaming.has_after("A.C2", "type")


def test_strings_of_json_with_their_keys() -> None:
    data = b'{"a": {"b": ["x", "y"], // c\n "d": "z\\\\"}, "e": "f"}'
    found = [(s.text, s.keys) for s in find_strings(data) if not s.is_key]
    assert found == [("x", ("a", "b")), ("y", ("a", "b")), ("z\\", ("a", "d")), ("f", ("e",))]
    for item in find_strings(data):
        assert data[item.start : item.end].decode() == escape(item.text)


@given(some.dictionaries(some.text(min_size=1), some.lists(some.text())))
def test_spans_are_those_of_the_strings(value: dict[str, list[str]]) -> None:
    import json

    data = json.dumps(value, ensure_ascii=False).encode()
    values = [text for texts in value.values() for text in texts]
    found = [data[s.start : s.end] for s in find_strings(data) if not s.is_key]
    assert [json.loads(b'"' + raw + b'"') for raw in found] == values
