"""Hints: which names tell a role."""

import pytest
from hypothesis import given
from hypothesis import strategies as some

from yandrel.model.evidence import Hint
from yandrel.survey.hints import HintTable

TABLE = HintTable(
    [
        Hint("service", "type", "*Service", 5),
        Hint("test", "type", "Test*", 5),
        Hint("port", "type", "*Port?", 3),
        Hint("entry", "file", "app.py", 5),
        Hint("route", "file", "*[Rr]outes.*", 4),
    ]
)


@pytest.mark.parametrize(
    ("kind", "text", "roles"),
    [
        ("type", "HiveService", ["service"]),
        ("type", "TestService", ["service", "test"]),
        ("type", "HivePort1", ["port"]),
        ("type", "HivePort", []),
        ("file", "app.py", ["entry"]),
        ("file", "hiveRoutes.ts", ["route"]),
        ("folder", "app.py", []),
    ],
)
def test_which_hints_fit(kind: str, text: str, roles: list[str]) -> None:
    assert [hint.role for hint in TABLE.match(kind, text)] == roles


@given(some.text(max_size=30))
def test_any_name_can_be_asked(text: str) -> None:
    assert all(hint.kind == "type" for hint in TABLE.match("type", text))
