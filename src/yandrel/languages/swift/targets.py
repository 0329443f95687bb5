"""The targets that a Package.swift lists."""

import re
from dataclasses import dataclass

TARGET = re.compile(rb"\.(target|testTarget|executableTarget|plugin|macro)\s*\(")
NAME = re.compile(rb'\bname\s*:\s*"([^"]+)"')
COMMENT = re.compile(rb'"(?:\\.|[^"\\\n])*"|//[^\n]*|/\*.*?\*/', re.DOTALL)


@dataclass(frozen=True)
class Target:
    """A target of a Package.swift: what it is, and the text between its brackets, which begins at `at`."""

    kind: bytes
    name: str
    text: bytes
    at: int

    @property
    def module(self) -> str:
        return module_of(self.name)


def module_of(name: str) -> str:
    """Return what a target is imported by: its name, with what no name can have as underscores."""
    plain = re.sub(r"\W", "_", name)
    return f"_{plain}" if plain[:1].isdigit() else plain


def find_targets(data: bytes) -> list[Target]:
    """Return the targets of a Package.swift."""
    data = COMMENT.sub(_blank_comment, data)
    out = []
    for found in TARGET.finditer(data):
        text = data[found.end() : closing(data, found.end())]
        name = NAME.search(text)
        if name is not None and text.lstrip().startswith(b"name"):
            out.append(Target(found.group(1), name.group(1).decode("utf-8", "replace"), text, found.end()))
    return out


def _blank_comment(found: re.Match[bytes]) -> bytes:
    """Return blanks for a comment, so that places stay; texts, which may look like one, as they are."""
    return found[0] if found[0].startswith(b'"') else re.sub(rb"[^\n]", b" ", found[0])


def closing(data: bytes, at: int) -> int:
    """Return where the bracket closes that stands open at a place."""
    depth = 1
    for place in range(at, len(data)):
        depth += {b"(": 1, b")": -1, b"[": 1, b"]": -1}.get(data[place : place + 1], 0)
        if depth == 0:
            return place
    return len(data)
