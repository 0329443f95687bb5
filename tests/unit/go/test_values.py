"""What type a value has, whose members are used."""

import pytest

from yandrel.languages.go.deep import read_deep

PACKAGE = """package hives

type hive struct{ name string }

func all() (found []hive, err error) { return nil, nil }

func first() *hive { return nil }

func %s {
%s
}
"""


def owners(head: str, body: str) -> list[str]:
    content = read_deep((PACKAGE % (head, body)).encode())
    return [member.of for member in content.members if member.name == "name"]


@pytest.mark.parametrize(
    ("head", "body", "of"),
    [
        ("a(h *hive)", "h.name", "hive"),
        ("a(h []*hive)", "h[0].name", "hive"),
        ("a(h ...hive)", "h[1].name", "hive"),
        ("a(h map[string]hive)", 'h["a"].name', "hive"),
        ("a(h [][]hive)", "h[0][1].name", "hive"),
        ("a(h []hive)", "h[1:][0].name", "hive"),
        ("a(h []hive)", "for _, b := range h { b.name }", "hive"),
        ("a(h []hive)", "for b := range h { b.name }", ""),
        ("a()", "h, err := all(); h[0].name", "hive"),
        ("a()", "h := first(); h.name", "hive"),
        ("a()", "first().name", "hive"),
        ("a()", "h := []hive{}; last := h[len(h)-1]; last.name", "hive"),
        ("a()", "var h []hive; h.name", ""),
        ("a()", "h := other(); h.name", ""),
        ("a(first func() frame)", "first().name", ""),
        ("a(h []frames.Frame)", "h[0].name", "frames.Frame"),
    ],
)
def test_owner_of_a_member(head: str, body: str, of: str) -> None:
    assert owners(head, body) == [of]
