"""Whole words in text files that are qualified names or paths, with where they stand."""

import re
from collections.abc import Iterator

CONFIG_SUFFIXES = (
    ".toml", ".cfg", ".ini", ".yaml", ".yml", ".json", ".conf", ".config", ".properties", ".xml", ".neon",
)  # fmt: skip
PAGE_SUFFIXES = (
    ".cshtml", ".razor", ".aspx", ".ascx", ".master", ".asax", ".xaml", ".jsp", ".jspf", ".jspx", ".tag",
    ".tld", ".ftl", ".vm", ".twig", ".latte", ".groovy", ".scala",
)  # fmt: skip
"""Pages, and code of other languages, that name types in full."""
CONFIG_NAMES = frozenset({"Procfile", "Dockerfile", "Makefile", "tox.ini", "MANIFEST.in"})
PROSE_SUFFIXES = (".md", ".rst", ".txt", ".html")
LARGEST = 1_000_000
WORD = re.compile(rb"\\?[A-Za-z_][\w./:\\-]*[\w/]")


def is_config(path: str) -> bool:
    """Whether a file is configuration, in which an exact name or path may be rewritten."""
    name = path.rpartition("/")[2]
    return (
        name.endswith((*CONFIG_SUFFIXES, *PAGE_SUFFIXES))
        or name in CONFIG_NAMES
        or "META-INF/services/" in path
    )


def is_prose(path: str) -> bool:
    return path.endswith(PROSE_SUFFIXES)


def find_words(data: bytes) -> Iterator[tuple[int, int, str]]:
    """Yield start, end and text of each word that may be a qualified name or a path."""
    for found in WORD.finditer(data):
        if b"." in found.group() or b"/" in found.group() or b":" in found.group() or b"\\" in found.group():
            yield found.start(), found.end(), found.group().decode("ascii", "replace")
