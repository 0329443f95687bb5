"""Fields as a user writes them: "weight: float, taken_on: date, note: text?"."""

import re

from yandrel.errors import CallError, suggest
from yandrel.model.scaffold import FIELD_TYPES, Field

OTHER_WORDS = {
    "str": "text", "string": "text", "int": "integer", "number": "float", "bool": "boolean",
    "money": "decimal",
}  # fmt: skip
NAME = re.compile(r"[A-Za-z_][A-Za-z0-9_]*\Z")


def read_fields(text: str, keywords: frozenset[str]) -> tuple[Field, ...]:
    """Return the fields that a text lists; raises CallError for what is no name or no type."""
    fields: list[Field] = []
    for part in text.split(","):
        name, colon, kind = (piece.strip() for piece in part.partition(":"))
        if not name and not kind:
            continue
        if not NAME.match(name):
            raise CallError(f"{name or part.strip()!r} is no name for a field", where="--fields")
        if name in keywords:
            raise CallError(f"{name} is a word of the language", where="--fields", todo="choose another name")
        if any(field.name == name for field in fields):
            raise CallError(f"{name} stands there twice", where="--fields")
        optional = kind.endswith("?")
        kind = kind.removesuffix("?").strip() if colon else "text"
        fields.append(Field(name, _type_of(kind, name), optional))
    if not fields:
        raise CallError("names no field", where="--fields", todo='write "weight: float, taken_on: date"')
    return tuple(fields)


def _type_of(kind: str, name: str) -> str:
    known = OTHER_WORDS.get(kind.lower(), kind.lower())
    if known in FIELD_TYPES:
        return known
    todo = suggest(known, [*FIELD_TYPES, *OTHER_WORDS], "there are " + ", ".join(FIELD_TYPES))
    raise CallError(f"no type is called {kind!r} (field {name})", where="--fields", todo=todo)
