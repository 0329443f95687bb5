"""The layout in force, line by line, and where each line comes from."""

import json
import re
import tomllib
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Any

from yandrel.files.root import CONFIG_NAME
from yandrel.layout.config import Layout, builtin_table, lay_over

ITEM = re.compile(r'"[^"]*+"\s*+,?\s*+(?:#.*)?\Z')


@dataclass(frozen=True)
class Line:
    """One thing that the layout says: its section, its key, its value as TOML, and its origin."""

    section: str
    key: str
    value: str
    origin: str


def lines_in_force(layout: Layout) -> list[Line]:
    """Return all that the layout says; `layout` must have been read from a file."""
    own = tomllib.loads(layout.raw.decode("utf-8"))
    name = own.get("app", {}).get("layout", "")
    base = builtin_table(own) if name else {}
    numbers = line_numbers(layout.raw.decode("utf-8"))
    out = []
    for section, key, value in _flatten(lay_over(base, own)):
        item = numbers.get((section, key + "\0" + value), 0)
        said = key in own.get(section, {}) if isinstance(own.get(section), dict) else section in own
        origin = f"{CONFIG_NAME}:{item or numbers.get((section, key), 0)}" if said else f"built-in {name}"
        out.append(Line(section, key, value, origin.removesuffix(":0")))
    return out


def _flatten(table: Mapping[str, Any]) -> Iterator[tuple[str, str, str]]:
    for section, value in table.items():
        if isinstance(value, list):
            for entry in value:
                yield section, str(entry.get("rule", "")), str(entry.get("why", ""))
            continue
        for key, inner in value.items():
            if isinstance(inner, list):
                for item in inner:
                    yield section, key, _toml(item)
            else:
                yield section, key, _toml(inner)


def _toml(value: Any) -> str:
    if isinstance(value, Mapping):
        return "{ " + ", ".join(f"{key} = {_toml(inner)}" for key, inner in value.items()) + " }"
    return json.dumps(value, ensure_ascii=False)


def line_numbers(text: str) -> dict[tuple[str, str], int]:
    """Return the line of each key, of each item of a list, and of each header of a table of its own."""
    found: dict[tuple[str, str], int] = {}
    section = key = ""
    for number, line in enumerate(text.splitlines(), start=1):
        stripped = line.strip()
        if stripped.startswith("["):
            head = stripped.partition("#")[0].strip().strip("[]")
            section, _, inner = head.partition(".")
            key = inner.strip('"')
            if inner:
                found.setdefault((section, inner.strip('"')), number)
        elif "=" in stripped and not stripped.startswith(("#", '"', "{")):
            key = stripped.partition("=")[0].strip().strip('"')
            found.setdefault((section, key), number)
            if section == "except" and key == "rule":
                found.setdefault((section, stripped.partition("=")[2].strip(' "')), number)
        elif stripped.startswith('"') and ITEM.match(stripped):
            found.setdefault((section, f"{key}\0{stripped.partition('#')[0].strip().rstrip(',')}"), number)
        elif stripped.startswith('"') and "=" in stripped:
            key = stripped.partition('"')[2].partition('"')[0]
            found.setdefault((section, key), number)
    return found
