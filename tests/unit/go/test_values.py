"""What type a value has, whose members are used."""

import pytest

from yandrel.languages.go.deep import read_deep
from yandrel.languages.go.values import settle_type

PACKAGE = """package hives

type hive struct{ name string }

func all() (found []hive, err error) { return nil, nil }

type yard struct{ kept map[string]*hive }

func (y *yard) find(number int) *hive { return nil }

func (y yard) all() []hive { return nil }

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
        ("a()", "h := other(); h.name", "@other:0"),
        ("a(first func() frame)", "first().name", ""),
        ("a(y yard)", 'y.kept["a"].name', "hive"),
        ("a(y *yard)", "h := y.find(1); h.name", "hive"),
        ("a(y *yard)", "for _, h := range y.all() { h.name }", "hive"),
        ("a(y yard)", "y.other.name", "@yard.other:0"),
        ("a()", "for _, c := range []struct{ name string }{{}} { c.name }", ".struct"),
        ("a()", "cases := map[string]struct{ name string }{}; cases[b].name", ".struct"),
        ("a(y frames.Yard)", "y.other.name", ""),
        ("a(h []frames.Frame)", "h[0].name", "frames.Frame"),
    ],
)
def test_owner_of_a_member(head: str, body: str, of: str) -> None:
    assert owners(head, body) == [of]


def test_results_of_other_files_are_known_later() -> None:
    results = {"kept": ("[]hive", "error"), "one": ("frames.Frame",)}
    later = owners("a()", "h, err := kept(); h[0].name; one().name; lost().name")
    assert [settle_type(of, results) for of in later] == ["hive", "frames.Frame", ""]
    assert settle_type("hive", results) == "hive"
    assert settle_type("@kept:0", results) == ""
