"""Tables read from SQL: their columns as fields."""

import logging
from pathlib import Path

from yandrel.errors import CallError, ConfigError
from yandrel.model.scaffold import Field
from yandrel.model.words import snake
from yandrel.moves.things import nearest

TYPES = {
    "integer": "INT BIGINT SMALLINT TINYINT MEDIUMINT UINT UBIGINT USMALLINT SERIAL BIGSERIAL SMALLSERIAL",
    "float": "FLOAT DOUBLE REAL",
    "decimal": "DECIMAL MONEY SMALLMONEY BIGDECIMAL",
    "boolean": "BOOLEAN BIT",
    "date": "DATE DATE32",
    "datetime": "DATETIME TIMESTAMP TIMESTAMPTZ TIMESTAMPLTZ DATETIME2 SMALLDATETIME",
}
TYPE_OF = {name: kind for kind, names in TYPES.items() for name in names.split()}


def read_table(root: Path, here: str, text: str) -> tuple[str, tuple[Field, ...]]:
    """Return the name and the fields of the table that "FILE:TABLE" names.

    Raises CallError where file or table are not there, ConfigError, with the line, where the SQL
    cannot be read.
    """
    import sqlglot
    from sqlglot import exp

    file, colon, wanted = text.rpartition(":")
    file, wanted = (file, wanted) if colon else (text, "")
    path = next((p for p in (root / here / file, Path(file), root / file) if p.is_file()), None)
    if path is None:
        raise CallError("no such file", where=file, todo='write --from "schema.sql:table"')
    logging.getLogger("sqlglot").setLevel(logging.CRITICAL)
    try:
        source = path.read_text(encoding="utf-8")
        statements = sqlglot.parse(source)
    except UnicodeDecodeError as error:
        raise ConfigError("is not UTF-8", where=file, todo="save it as UTF-8") from error
    except sqlglot.errors.SqlglotError as error:
        details = getattr(error, "errors", None) or [{}]
        line = details[0].get("line")
        what = details[0].get("description") or str(error).partition("\n")[0]
        where = f"{file}:{line}" if line else file
        raise ConfigError(
            f"the SQL cannot be read ({what.rstrip('.')})", where=where, todo="fix it"
        ) from error
    tables: dict[str, exp.Schema] = {}
    for statement in statements:
        if isinstance(statement, exp.Command) and statement.this == "CREATE":
            head = source[: source.upper().find(statement.sql().upper()[:12])]
            line = head.count("\n") + 1
            raise ConfigError(
                "the SQL cannot be read (CREATE of what?)", where=f"{file}:{line}", todo="fix it"
            )
        if isinstance(statement, exp.Create) and isinstance(statement.this, exp.Schema):
            tables[statement.this.this.name] = statement.this
    if not tables:
        raise CallError("makes no table", where=file)
    if not wanted and len(tables) == 1:
        wanted = next(iter(tables))
    found = next((name for name in tables if name.lower() == wanted.lower()), "")
    if not found:
        raise CallError(
            f"has no table {wanted!r}" if wanted else "has several tables", where=file,
            todo=nearest(wanted, list(tables)) if wanted else "name one: " + ", ".join(tables),
        )  # fmt: skip
    fields = tuple(_fields(tables[found]))
    if not fields:
        raise CallError(f"the table {found} has no column but its key", where=file)
    return found, fields


def _fields(schema: object) -> list[Field]:
    from sqlglot import exp

    assert isinstance(schema, exp.Schema)
    out = []
    for column in schema.expressions:
        if not isinstance(column, exp.ColumnDef):
            continue
        kinds = [type(constraint.kind) for constraint in column.constraints]
        name = snake(column.name)
        if name == "id":
            continue
        word = column.kind.this.name if column.kind is not None else "TEXT"
        required = any(
            isinstance(c.kind, exp.NotNullColumnConstraint) and not c.kind.args.get("allow_null")
            for c in column.constraints
        )  # fmt: skip
        required = required or exp.PrimaryKeyColumnConstraint in kinds
        out.append(Field(name, TYPE_OF.get(word, "text"), not required))
    return out
