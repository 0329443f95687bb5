"""Lists are lined up again as gofmt would, and only where they were before."""

import re
import subprocess
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as some

from tests.conftest import needs_tool
from yandrel.demo.copy import copy_waxmoor
from yandrel.languages.go.columns import line_up
from yandrel.model.changes import Edit, apply_edits

FIELDS = """\
package hives

type Hive struct {
	Keeper string       `json:"keeper"`
	Weight grams.Weight `json:"weight"` // at the last look
	Frames int          // all of them

	Queen Queen
	// Notes are kept apart.
	Notes []string
	calendar.Season
}
"""
VALUES = """\
package hives

const (
	fewest        = 1
	most   Weight = 20 // of frames
	all           = "all"
)

var (
	open, closed bool
	names        = map[string]int{
		"a":   1,
		"bee": 2, // two
	}
	season = calendar.Season{First: 4}
)
"""
BODY = """\
package hives

func weigh() {
	first := grams.Of(1) // one
	second := 2          // two
	other := 3

	show(Hive{
		Keeper: "a",
		Frames: grams.Of(3),
		Notes: []string{
			"b",
		},
	})
}
"""


def replace(source: bytes, old: str, new: str) -> list[Edit]:
    return [Edit(m.start(), m.end(), new.encode()) for m in re.finditer(rb"\b%b\b" % old.encode(), source)]


@pytest.mark.parametrize(
    ("source", "old", "new", "line"),
    [
        (FIELDS, "grams.Weight", "Weight", '\tKeeper string `json:"keeper"`\n'),
        (FIELDS, "grams.Weight", "weights.Weight", '\tKeeper string         `json:"keeper"`\n'),
        (FIELDS, "Queen Queen", "Queen bees.Queen", "\tQueen bees.Queen\n"),
        (VALUES, "Weight", "grams.Weight", "\tfewest              = 1\n"),
        (VALUES, "closed", "shut", "\topen, shut bool\n\tnames      = map[string]int{\n"),
        (BODY, "grams.Of", "Of", "\tfirst := Of(1) // one\n\tsecond := 2    // two\n\tother := 3\n"),
    ],
)
def test_columns_follow(source: str, old: str, new: str, line: str) -> None:
    assert line in line_up(source.encode(), replace(source.encode(), old, new)).decode()


def test_what_was_not_lined_up_stays_as_it_is() -> None:
    source = FIELDS.replace("Frames int          //", "Frames int  //").encode()
    edits = replace(source, "grams.Weight", "Weight")
    assert line_up(source, edits) == apply_edits(source, edits)


def test_what_cannot_be_read_stays_as_it_is() -> None:
    source = (FIELDS + "func (\n").encode()
    edits = replace(source, "grams.Weight", "Weight")
    assert line_up(source, edits) == apply_edits(source, edits)


def test_a_line_that_leaves() -> None:
    source = FIELDS.encode()
    start = source.index(b"\tWeight")
    taken = line_up(source, [Edit(start, source.index(b"\n", start) + 1, b"")]).decode()
    assert '\tKeeper string `json:"keeper"`\n\tFrames int    // all of them\n' in taken


@needs_tool("gofmt")
@settings(max_examples=40, deadline=None)
@given(
    source=some.sampled_from([FIELDS, VALUES, BODY]),
    old=some.sampled_from(["grams.Weight", "Weight", "Of", "Queen", "calendar.Season", "first", "all"]),
    new=some.text("xyz", min_size=1, max_size=24),
)
def test_as_gofmt_does(source: str, old: str, new: str) -> None:
    found = line_up(source.encode(), replace(source.encode(), old, new))
    done = subprocess.run(["gofmt"], input=found, capture_output=True, check=True)
    assert found.decode() == done.stdout.decode()


@needs_tool("gofmt")
def test_waxmoor_with_longer_names(waxmoor_in_go: Path) -> None:
    for path in sorted(waxmoor_in_go.rglob("*.go")):
        source = subprocess.run(["gofmt", path], capture_output=True, check=True).stdout
        found = line_up(source, replace(source, "string", "text.String"))
        done = subprocess.run(["gofmt"], input=found, capture_output=True, check=True)
        assert found.decode() == done.stdout.decode(), path.name


@pytest.fixture
def waxmoor_in_go(tmp_path: Path) -> Path:
    copy_waxmoor(tmp_path / "app", "go")
    return tmp_path / "app"
