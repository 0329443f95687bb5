"""Values out of files that anybody may have written: of any type, nested to any depth."""

import re
from typing import Any

KEY_PART = re.compile(rb"[\w\"'][ \t]*\.")
"""What stands before each dot of a key: the parser takes time that squares with their number."""
DEEPEST = 200
"""How many tables and lists may be inside each other: more than any real file has."""


def parse_json(text: str | bytes) -> Any:
    """Return what a JSON text holds; raises ValueError for what is none, or is nested too deeply."""
    import json

    try:
        return _checked(json.loads(text))
    except RecursionError as error:
        raise ValueError("is nested too deeply") from error


def parse_toml(data: bytes) -> dict[str, Any]:
    """Return what a TOML text holds; raises ValueError for what is none, or is nested too deeply."""
    import tomllib

    if any(len(KEY_PART.findall(line.partition(b"=")[0])) > DEEPEST for line in data.splitlines()):
        raise ValueError("is nested too deeply")
    try:
        return dict(_checked(tomllib.loads(data.decode("utf-8"))))
    except RecursionError as error:
        raise ValueError("is nested too deeply") from error


def _checked(value: Any) -> Any:
    """Return a value; raises ValueError where it is nested so deeply that others would fail on it."""
    level = [value]
    for _ in range(DEEPEST):
        level = [inner for outer in level for inner in _inside(outer)]
        if not level:
            return value
    raise ValueError("is nested too deeply")


def _inside(value: Any) -> list[Any]:
    values = value.values() if isinstance(value, dict) else value if isinstance(value, list) else ()
    return [inner for inner in values if isinstance(inner, (dict, list))]


def table_at(value: Any, *keys: str) -> dict[str, Any]:
    """Return the table that some keys lead to; an empty one where there is none."""
    for key in keys:
        value = value.get(key) if isinstance(value, dict) else None
    return value if isinstance(value, dict) else {}


def texts_of(value: Any) -> list[str]:
    """Return the texts in a value that should be a text or a list of texts."""
    return [text for text in (value if isinstance(value, list) else [value]) if isinstance(text, str)]
