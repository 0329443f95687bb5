"""The diff that --preview shows."""

from yandrel.moves.diff import unified_diff
from yandrel.moves.plan import FileChange


def test_a_rename_alone() -> None:
    text = unified_diff([FileChange("a.py", "b/a.py", b"x\n", b"x\n")])
    assert text == "diff --git a/a.py b/b/a.py\nsimilarity index 100%\nrename from a.py\nrename to b/a.py\n"


def test_no_newline_at_the_end() -> None:
    text = unified_diff([FileChange("a.py", "a.py", b"x\ny", b"x\nz")])
    assert text.count("\\ No newline at end of file") == 2
    assert "-y\n" in text
    assert "+z\n" in text


def test_new_and_gone_files_and_modes() -> None:
    text = unified_diff(
        [FileChange("", "new.py", None, b"x\n", 0o755), FileChange("gone.py", "", b"x\n", None, 0o644)]
    )
    assert "new file mode 100755\n--- /dev/null\n+++ b/new.py\n" in text
    assert "deleted file mode 100644\n--- a/gone.py\n+++ /dev/null\n" in text


def test_names_beyond_ascii_are_quoted() -> None:
    text = unified_diff([FileChange("caf\u00e9.py", "tea.py", b"", b"")])
    assert 'rename from "caf\\303\\251.py"' in text


def test_bytes_that_are_no_text_are_named_only() -> None:
    text = unified_diff([FileChange("a.bin", "a.bin", b"\xff", b"\xfe")])
    assert "Binary files a/a.bin and b/a.bin differ" in text
