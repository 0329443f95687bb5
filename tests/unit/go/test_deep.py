"""What is read from one Go file, and what its imports become."""

from yandrel.languages.edits import merge_edits
from yandrel.languages.go.deep import read_deep
from yandrel.languages.go.facts import read_facts
from yandrel.languages.go.imports import Wanted, edit_imports
from yandrel.languages.go.naming import candidate_names
from yandrel.model.changes import apply_edits

SOURCE = b"""package hives

import (
	"fmt"

	"coop.example/waxmoor/models"
)

// See [models.Keeper] and [Frame].
type Hive struct {
	models.Base
	Name string
	all  map[string]Frame
}

const (
	First = iota
	Second
)

var least, most = 1, 2

func (h *Hive) Open(Frame Frame) (models models.Keeper) {
	fmt := fmt.Sprint(Frame, h.all, helper(First))
	keeper := &Keeper{name: fmt, Row: Row{1}}
	for helper := range h.all {
		_ = helper
	}
	return keeper.owner(Hive{Name: "x"}, map[Key]int{Queen: 1})
}
"""


def test_uses_know_what_is_declared_where() -> None:
    uses = {(use.qualifier, use.name) for use in read_deep(SOURCE).uses if not use.doc}
    assert {("models", "Base"), ("models", "Keeper"), ("fmt", "Sprint"), ("", "Frame"), ("", "First")} <= uses
    assert {("", "helper"), ("", "Keeper"), ("", "Row"), ("", "Hive"), ("", "Key"), ("", "Queen")} <= uses
    assert ("", "keeper") not in uses
    assert ("", "h") not in uses


def test_a_local_name_hides_only_from_where_it_is_declared() -> None:
    content = read_deep(SOURCE)
    at = [SOURCE[: use.start].count(b"\n") + 1 for use in content.uses if use.name == "helper"]
    assert at == [24]


def test_keys_of_structs_are_told_from_values() -> None:
    literal = {use.name: use.literal for use in read_deep(SOURCE).uses if use.literal}
    assert literal == {"name": "Keeper", "Row": "Keeper", "Name": "Hive"}


def test_members_with_the_types_that_stand_plainly() -> None:
    members = {(member.name, member.of) for member in read_deep(SOURCE).members}
    assert {("all", "Hive"), ("owner", "Keeper"), ("name", "Keeper"), ("", "Row")} <= members


def test_links_in_comments() -> None:
    links = [(use.qualifier, use.name) for use in read_deep(SOURCE).uses if use.doc]
    assert links == [("models", "Keeper"), ("", "Frame")]


def test_what_counts_or_is_declared_together_is_fixed() -> None:
    fixed = {piece.name: bool(piece.fixed) for piece in read_deep(SOURCE).pieces}
    assert fixed == {
        "Hive": False, "First": True, "Second": True, "least": True, "most": True, "Hive.Open": False,
    }  # fmt: skip


def test_facts_hold_methods_beside_their_types() -> None:
    found = {d.name: (d.kind, d.owner, d.bases) for d in read_facts(SOURCE, "x.go").definitions}
    assert found["Hive"] == ("struct", "", ("Base",))
    assert found["Hive.Open"] == ("method", "Hive", ())
    assert found["most"][0] == "constant"


def test_mentions_leave_keys_and_locals_out() -> None:
    names = {mention.name for mention in read_facts(SOURCE, "x.go").mentions}
    assert {"models.Base", "fmt.Sprint", "Frame", "Keeper"} <= names
    assert not {"name", "keeper", "Base"} & names


def test_imports_go_where_their_kind_stands() -> None:
    content = read_deep(SOURCE)
    added = [Wanted("os"), Wanted("coop.example/waxmoor/bees", "b")]
    gone = [content.specs[1]]
    edits = edit_imports(content, gone, added, lambda path: path.startswith("coop.example"))
    text = apply_edits(SOURCE, merge_edits(edits)).decode()
    assert text[: text.index("// See")] == (
        'package hives\n\nimport (\n\t"fmt"\n\t"os"\n\n\tb "coop.example/waxmoor/bees"\n)\n\n'
    )


def test_a_group_that_goes_leaves_no_gap() -> None:
    content = read_deep(SOURCE)
    edits = edit_imports(content, [content.specs[1]], [], lambda path: False)
    text = apply_edits(SOURCE, merge_edits(edits)).decode()
    assert text.startswith('package hives\n\nimport (\n\t"fmt"\n)\n\n// See')


def test_names_that_packages_outside_may_have() -> None:
    assert "hive" in candidate_names("github.com/keeper/go-hive/v2")
    assert "yaml" in candidate_names("gopkg.in/yaml.v3")
