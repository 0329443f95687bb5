"""Values of any type out of files that anybody may have written."""

import pytest

from yandrel.model.untyped import parse_json, parse_toml, table_at, texts_of


@pytest.mark.parametrize("text", ["[" * 5000 + "]" * 5000, '{"a":' * 300 + "1" + "}" * 300, "[1", ""])
def test_json_that_is_no_value(text: str) -> None:
    with pytest.raises(ValueError):
        parse_json(text)


@pytest.mark.parametrize(
    "text", [".".join("a" * 100_000) + " = 1", "a = " + "[" * 5000 + "]" * 5000, "a = ", "\xff = 1"]
)
def test_toml_that_is_no_table(text: str) -> None:
    with pytest.raises(ValueError):
        parse_toml(text.encode("latin-1"))


def test_what_has_another_type_is_nothing() -> None:
    assert table_at({"a": {"b": {"c": 1}}}, "a", "b") == {"c": 1}
    assert table_at({"a": [1]}, "a", "b") == {}
    assert table_at("text") == {}
    assert texts_of(["a", 1, None, "b"]) == ["a", "b"]
    assert texts_of("a") == ["a"]
    assert texts_of({"a": 1}) == []
