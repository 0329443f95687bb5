"""Fields as they are written on the command line and in SQL."""

from pathlib import Path

import pytest

from yandrel.errors import CallError, ConfigError
from yandrel.languages.python.scaffold.fields import PythonField
from yandrel.model.scaffold import FIELD_TYPES, Field
from yandrel.scaffold.fields import read_fields
from yandrel.scaffold.tables import read_table


def test_types_and_optional_fields() -> None:
    fields = read_fields("weight: float, taken_on:date?, note, count: int", frozenset())
    assert fields == (
        Field("weight", "float"),
        Field("taken_on", "date", True),
        Field("note", "text"),
        Field("count", "integer"),
    )


@pytest.mark.parametrize("text", ["", "a: nothing", "2x: text", "a, a", "class: text"])
def test_what_is_no_field(text: str) -> None:
    with pytest.raises(CallError):
        read_fields(text, frozenset({"class"}))


def test_columns_become_fields(tmp_path: Path) -> None:
    (tmp_path / "s.sql").write_text(
        "-- tables\nCREATE TABLE Harvests (\n  id SERIAL PRIMARY KEY,\n  takenOn DATE NOT NULL,\n"
        "  weight DOUBLE PRECISION,\n  price DECIMAL(8,2) NOT NULL,\n  hive INT REFERENCES hives(id)\n);\n"
    )
    name, fields = read_table(tmp_path, "", "s.sql:harvests")
    assert name == "Harvests"
    assert fields == (
        Field("taken_on", "date"),
        Field("weight", "float", True),
        Field("price", "decimal"),
        Field("hive", "integer", True),
    )


def test_sql_that_cannot_be_read_names_its_line(tmp_path: Path) -> None:
    (tmp_path / "s.sql").write_text("CREATE TABLE a (b INT);\nCREATE TABLE c (d INT INT INT(;\n")
    with pytest.raises(ConfigError, match=r"s\.sql:2: the SQL cannot be read"):
        read_table(tmp_path, "", "s.sql:a")


@pytest.mark.parametrize("kind", FIELD_TYPES)
@pytest.mark.parametrize("optional", [True, False])
def test_a_value_survives_json_and_table(kind: str, optional: bool) -> None:
    """What is written of a value reads back as the same value, through JSON and through a row."""
    import datetime as dt
    from decimal import Decimal

    field = PythonField(Field("value", kind, optional))
    scope: dict[str, object] = {"date": dt.date, "datetime": dt.datetime, "Decimal": Decimal}
    given = eval(field.sample(0))

    class Owner:
        value: object = None

    value = eval(field.from_json(), scope, {"data": {"value": given}})
    owner = Owner()
    owner.value = value
    assert eval(field.to_json("owner"), scope, {"owner": owner}) == given
    kept = eval(field.to_column("owner"), scope, {"owner": owner})
    assert eval(field.from_row(), scope, {"row": {"value": kept}}) == value
    if optional:
        assert eval(field.from_json(), scope, {"data": {}}) is None
        owner.value = None
        assert eval(field.to_column("owner"), scope, {"owner": owner}) is None
