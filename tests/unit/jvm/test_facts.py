"""What is read from one Java file."""

from yandrel.languages.jvm.content import read_content
from yandrel.languages.jvm.facts import read_facts

SOURCE = b"""package a.b;

import a.c.D;
import static a.c.E.f;
import a.c.*;

/** {@link Frame#weigh} */
@Entity
public class Hive<T extends K> extends Base<T> implements I, a.c.J {
    static final int X = 1;
    private D d;
    protected Hive(D d) throws Oops { this.d = d; D.go(); Outer.In in; f(); d.hidden(); }
    void weigh() { String text = "a.c.D"; Color.RED.name(); new Frame().more(); }
    public class Inner {}
    Inner inner;
}

record Row(int number) {}
"""


def test_imports() -> None:
    found = [(i.module, i.names[0].name, i.space) for i in read_facts(SOURCE, "Hive.java").imports]
    assert found == [("a.c", "D", "type"), ("a.c.E", "f", "static"), ("a.c", "*", "type")]


def test_types_with_what_only_the_package_sees() -> None:
    hive, row = read_facts(SOURCE, "Hive.java").definitions
    assert (hive.name, hive.kind, hive.hidden, hive.namespace) == ("Hive", "class", False, "a.b")
    assert hive.bases == ("Base", "I", "a.c.J")
    assert hive.marks == ("Entity",)
    assert set(hive.inner) == {"X", "protected <init>", "weigh", "inner"}
    assert (row.name, row.kind, row.hidden) == ("Row", "record", True)


def test_mentions_do_not_see_the_end_of_a_qualified_name() -> None:
    names = {m.name for m in read_facts(SOURCE, "Hive.java").mentions}
    assert {"Base", "I", "a.c.J", "D", "Oops", "Outer", "Color", "Frame", "Entity"} <= names
    assert "J" not in names
    assert "In" not in names


def test_uses_in_depth() -> None:
    content, reader = read_content(SOURCE)
    code = {".".join(u.parts) for u in content.uses if u.kind == "code"}
    assert {"Base", "K", "I", "a.c.J", "D", "Outer", "Color", "Frame"} <= code
    assert "T" not in code
    assert "Inner" not in code
    assert [u.parts for u in content.uses if u.kind == "doc"] == [("Frame",)]
    assert [u.parts for u in content.uses if u.kind == "string"] == [("a", "c", "D")]
    assert ("", "hidden") in reader.accesses
    assert ("Color", "RED") in reader.accesses
    assert "f" in reader.calls
    assert "Frame" in reader.made


def test_constructors_say_the_name_again() -> None:
    content, _ = read_content(SOURCE)
    hive = content.held[0]
    assert [SOURCE[s:e] for s, e in hive.also] == [b"Hive"]
