"""Give new files the licence header of the file that their definitions come from."""

import re

HEADER = re.compile(
    rb"\A(?:\xef\xbb\xbf)?(?:#![^\n]*\n)?\s*((?:/\*.*?\*/[ \t]*\r?\n|(?://[^\n]*\n)+)(?:[ \t]*\r?\n)*)",
    re.DOTALL,
)
SAYS_LICENCE = re.compile(rb"copyright|licen[cs]e|spdx", re.IGNORECASE)
DOCUMENTS = re.compile(rb"@(?:file|module|description)\b|go:build|\+build")
"""What a comment says that is about the one file."""


def licence_of(source: bytes) -> bytes:
    """Return the licence header of a source with the blank lines after it; nothing where it has none."""
    found = HEADER.match(source)
    if found is None or not SAYS_LICENCE.search(found[1]) or DOCUMENTS.search(found[1]):
        return b""
    return found[1]


def with_licence(text: bytes, origin: bytes) -> bytes:
    """Return the text of a new file with the licence header of another, where it has none."""
    header = licence_of(origin)
    if not header or text.startswith(b"<?") or SAYS_LICENCE.search(text[: len(header) + 100]):
        return text
    return header + text


__all__ = ["licence_of", "with_licence"]
