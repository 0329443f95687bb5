"""Names that Go needs no import for, and names through packages."""

import pytest
from hypothesis import given
from hypothesis import strategies as some

from yandrel.languages.go.facts import read_facts
from yandrel.languages.go.mentions import find_mentions


def names(body: str, imports: str = "") -> list[str]:
    source = f"package hives\n{imports}\n{body}\n".encode()
    return [mention.name for mention in read_facts(source).mentions]


@pytest.mark.parametrize(
    ("body", "found"),
    [
        ("var a = Weigh(LIMIT)", ["Weigh", "LIMIT"]),
        ("type A struct{ Hive; next *Frame }", ["Hive", "Frame"]),
        ("func a(h Hive) { k := keep(h); k.Run() }", ["Hive", "keep"]),
        ("func a() { for i, f := range frames { use(i, f) } }", ["frames", "use"]),
        ("var a = Hive{Frames: count, Name: 1}", ["Hive", "count"]),
        ("var a = map[Kind]int{Queen: 1, Drone: 2}", ["Kind", "int", "Queen", "Drone"]),
        ("var a = []int{First: 1}", ["int", "First"]),
        ("func a(k Kind) { switch k { case Queen, Drone: run() } }", ["Kind", "Queen", "Drone", "run"]),
        ("func a(x []int) { use(x[from:to]) }", ["int", "use", "from", "to"]),
        ("func a(hive *hive) *frame { return nil }", ["hive", "frame"]),
        ("func a() { hive := hive{}; b := &frame{}; frame := 1; use(frame) }", ["hive", "frame", "use"]),
        ("func a() { hive := new(hive); hive.b() }", ["new", "hive"]),
        ("func a(b ...hive) (hive *frame, err error) { return }", ["hive", "frame", "error"]),
        ("func (h *Hive) Weigh(x, y int) { Keep() }", ["Hive", "int", "Keep"]),
        ("type A interface {\n\tOpen(k Keeper) error\n\tB\n}\nfunc c() {\n\tClose()\n}",
         ["Keeper", "error", "B", "Close"]),
        ("type A struct {\n\tHive, Frame *Queen\n\tKind string `Season`\n}", ["Queen", "string"]),
        ("func a() {\n\tvar (\n\t\tb = c(1)\n\t\td hive\n\t)\n\tuse(b, d)\n}", ["c", "hive", "use"]),
        ("var a = []Hive{\n\t{Name: one, Frames: map[Kind]int{Queen: 2}},\n}",
         ["Hive", "one", "Kind", "int", "Queen"]),
        ("var a = b.\n\tC().\n\tD()", ["b.C", "b"]),
        ("func a() {\n\tswitch {\n\tcase b, C:\n\t}\nloop:\n\tfor {\n\t\tbreak\n\t}\n}", ["b", "C"]),
        ("// Hive\n/* Frame */ var a = \"Queen\" + `Keeper` + string('K')", ["string"]),
    ],
)  # fmt: skip
def test_names_of_the_package(body: str, found: list[str]) -> None:
    assert names(body) == found


def test_names_through_packages() -> None:
    imports = 'import (\n\t"example.com/waxmoor/keepers"\n\told "example.com/waxmoor/seasons"\n)'
    found = names("var k keepers.Keeper\nvar s = old.Spring\nfunc keepers2() {}", imports)
    assert "keepers.Keeper" in found
    assert "old.Spring" in found


@pytest.mark.parametrize(
    ("body", "found"),
    [
        ("func a(keepers []int) { use(keepers.All) }", False),
        ("func a(keepers []int) { use(1) }\n\nfunc b() { use(keepers.All) }", True),
        ("func a() {\n\tkeepers := keepers.All()\n\tuse(keepers)\n}", True),
        ("func a() {\n\tkeepers := b()\n\tuse(keepers.All)\n}", False),
        ("func a() {\n\tuse(keepers.All)\n\tfor _, keepers := range b {\n\t}\n}", True),
        ("func a() {\n\tvar keepers = b()\n\tif c := keepers.All; c {\n\t}\n}", False),
        ("func a() {\n\tif keepers := b(); keepers.All {\n\t}\n}", False),
        ("func a(keepers int) {\n}\n\nvar b = keepers.All", True),
    ],
)
def test_a_local_name_hides_an_import_in_its_function(body: str, found: bool) -> None:
    assert ("keepers.All" in names(body, 'import "example.com/waxmoor/keepers"')) is found


def test_a_local_name_hides_the_package() -> None:
    assert "frames" not in names("func a(frames []int) { use(frames) }")


def test_the_first_line_counts() -> None:
    source = b"package hives\n\nfunc a() {\n\tuse(Weigh)\n\tWeigh()\n}\n"
    assert [m.line for m in read_facts(source).mentions if m.name == "Weigh"] == [4]


@given(some.text(alphabet="`\"'/*{}.:= a\nB(),", max_size=60))
def test_any_text_is_read(text: str) -> None:
    source = text.encode()
    for name, at in find_mentions(source, 0, set(), set(), set()).items():
        assert source[at:].startswith(name.partition(b".")[0])
