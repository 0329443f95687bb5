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
KEYED = (".yaml", ".yml", ".toml", ".cfg", ".ini", ".properties", ".conf", ".env")
FLOWING = (".yaml", ".yml")
"""Formats in which brackets hold lists, and no header of a section."""
KEYS_NAME_PACKAGES = re.compile(rb"mypy-|package[_-]data")
"""Sections whose header names a module."""
PACKAGE_SECTIONS = frozenset(
    [b"options.package_data", b"options.exclude_package_data", b"tool.setuptools.package-data",
     b"tool.setuptools.package-dir"]
)  # fmt: skip
"""Sections whose keys are names of packages."""
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


def is_key(path: str, data: bytes, start: int, end: int) -> bool:
    """Whether a word of a configuration file is a key, or is in the header of a section."""
    line = data.rfind(b"\n", 0, start) + 1
    before = data[line:start].strip()
    after = data[end : end + 4]
    quote = data[start - 1 : start] if data[start - 1 : start] in (b'"', b"'") else b""
    closed = after.removeprefix(quote).lstrip(b" \t")
    if path.endswith(".json"):
        return quote == b'"' and after[:1] == b'"' and closed.startswith(b":")
    if before.startswith(b"[") and (b"]" not in before) and not path.endswith(FLOWING):
        return not KEYS_NAME_PACKAGES.search(before)
    leads = before.removesuffix(quote).strip(b" \t-?")
    if leads or not path.endswith(KEYED):
        return False
    if _section(data, line) in PACKAGE_SECTIONS:
        return False
    equals = closed.startswith(b"=") and not path.endswith(FLOWING)
    return equals or re.match(rb":(?:\s|\Z)", closed + data[end + 4 : end + 5]) is not None


def _section(data: bytes, line: int) -> bytes:
    """Return the header of the section that a line is in."""
    start = data.rfind(b"\n[", 0, line)
    start = 0 if start < 0 and data.startswith(b"[") else start + 1
    return (
        data[start : data.find(b"]", start)].lstrip(b"[").strip() if data[start : start + 1] == b"[" else b""
    )


def find_words(data: bytes) -> Iterator[tuple[int, int, str]]:
    """Yield start, end and text of each word that may be a qualified name or a path."""
    for found in WORD.finditer(data):
        if b"." in found.group() or b"/" in found.group() or b":" in found.group() or b"\\" in found.group():
            yield found.start(), found.end(), found.group().decode("ascii", "replace")
