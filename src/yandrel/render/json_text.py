"""Results as JSON, and the schemas of all of them."""

import inspect
from typing import Any

import msgspec

from yandrel.model.results import (
    AdoptReport,
    CheckAllReport,
    CheckReport,
    DomainRemoval,
    DomainReport,
    DomainsReport,
    LayoutReport,
    MoveReport,
    NewReport,
    RegroupReport,
    RouteEditReport,
    RoutesReport,
    SplitReport,
    SurveyComparison,
    SurveyReport,
    TypeSplitReport,
    UndoReport,
)
from yandrel.render.escape import CONTROL

REPORTS: dict[str, type[msgspec.Struct]] = {
    "survey": SurveyReport,
    "survey-domains": DomainsReport,
    "survey-against": SurveyComparison,
    "check": CheckReport,
    "check-all": CheckAllReport,
    "routes": RoutesReport,
    "routes-edit": RouteEditReport,
    "move": MoveReport,
    "regroup": RegroupReport,
    "domain-show": DomainReport,
    "domain-remove": DomainRemoval,
    "adopt": AdoptReport,
    "undo": UndoReport,
    "layout": LayoutReport,
    "new": NewReport,
    "split": SplitReport,
    "split-type": TypeSplitReport,
}


def render_json(report: msgspec.Struct) -> str:
    """Return a result as JSON, indented, keys in the order of the schema."""
    text = msgspec.json.format(msgspec.json.encode(report), indent=2).decode("utf-8")
    return CONTROL.sub(lambda found: _escaped(found[0]), text)


def _escaped(sign: str) -> str:
    """Return a character as JSON writes it; the line ends are those of the text's own layout."""
    code = ord(sign)
    if sign == "\n":
        return sign
    high, low = 0xD800 + (code - 0x10000 >> 10), 0xDC00 + (code & 0x3FF)
    return f"\\u{code:04x}" if code < 0x10000 else f"\\u{high:04x}\\u{low:04x}"


def _cleaned(value: Any) -> Any:
    """Strip the indentation of docstrings, which not every Python does by itself."""
    if isinstance(value, dict):
        return {
            key: inspect.cleandoc(inner)
            if key == "description" and isinstance(inner, str)
            else _cleaned(inner)
            for key, inner in value.items()
        }
    return [_cleaned(inner) for inner in value] if isinstance(value, list) else value


def schema_of(name: str) -> dict[str, Any]:
    """Return the JSON Schema of a command's result."""
    schema = _cleaned(msgspec.json.schema(REPORTS[name]))
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", "title": name, **schema}
