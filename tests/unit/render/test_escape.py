"""Control characters are written out, but in fields that other programs read."""

import json

from yandrel.model.results import FORMAT_VERSION, ChangedFile, UndoReport
from yandrel.render.escape import escape_controls, escape_report
from yandrel.render.json_text import render_json

EVIL = "a\x1b[31m\x07\x9b\u202e\n.py"


def report() -> UndoReport:
    return UndoReport(FORMAT_VERSION, [], [EVIL], [], diff=f"+{EVIL}\r\n\tx\n")


def test_a_name_is_one_line() -> None:
    assert escape_controls(EVIL) == "a\\x1b[31m\\x07\\x9b\\u202e\\n.py"
    assert escape_controls("caf\u00e9 \u6f22\u5b57 \U0001f41d") == "caf\u00e9 \u6f22\u5b57 \U0001f41d"
    assert escape_controls("bad\udcff") == "bad\\xff"


def test_lines_are_kept_where_there_are_several() -> None:
    assert escape_controls("a\r\n\tb\rc\n", lines=True) == "a\r\n\tb\\rc\n"


def test_a_diff_is_exact_but_on_a_terminal() -> None:
    piped, shown = escape_report(report(), terminal=False), escape_report(report(), terminal=True)
    assert piped.diff == report().diff
    assert shown.diff == "+a\\x1b[31m\\x07\\x9b\\u202e\n.py\r\n\tx\n"
    assert piped.restored == shown.restored == ["a\\x1b[31m\\x07\\x9b\\u202e\\n.py"]


def test_what_has_no_controls_stays_the_same_value() -> None:
    clean = ChangedFile("a.py", "b.py", 1)
    assert escape_report(clean, terminal=True) is clean


def test_json_escapes_as_json_does() -> None:
    text = render_json(report())
    assert not set("\x1b\x07\x9b\u202e") & set(text)
    assert json.loads(text)["restored"] == [EVIL]
