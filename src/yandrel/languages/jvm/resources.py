"""Files that a class finds by their names: beside its package, or from where packages begin."""

import re
from collections.abc import Iterator
from dataclasses import dataclass

from yandrel.model.changes import Relocation

BESIDE = re.compile(
    rb"(?:\b(?P<owner>\w+)\s*(?:\.class\b|::class\.java(?:ObjectType)?\b)|\bgetClass\s*\(\s*\)|\bjavaClass\b)"
    rb"\s*\.\s*getResource(?:AsStream)?\s*\(\s*\"(?P<name>[^\"\\$]+)\""
)


@dataclass(frozen=True)
class Resource:
    """A name by which a class finds a file: the span of its text, and the class where one is named."""

    start: int
    end: int
    name: str
    owner: str


def find_resources(source: bytes) -> Iterator[Resource]:
    """Yield the names of files that classes find; those with a slash in front begin where packages do."""
    for found in BESIDE.finditer(source) if b"getResource" in source else ():
        owner = (found["owner"] or b"").decode()
        yield Resource(
            found.start("name"), found.end("name"), found["name"].decode("utf-8", "replace"), owner
        )


def spell_resource(
    name: str, old: str, new: str, files: frozenset[str], relocation: Relocation
) -> str | None:
    """Return how a file is named from another package than before; None where it is not here, or goes where
    no name leads."""
    before, after = _below(old, name), _below(new, name)
    there = [path for path in files if f"/{path}".endswith("/" + before)]
    if any(f"/{relocation.unit(path)}".endswith("/" + after) for path in there):
        return name
    if any(relocation.unit(path) == path for path in there):
        return "/" + before
    return None


def spell_rooted(name: str, files: frozenset[str], relocation: Relocation) -> str | None:
    """Return how a file is named from where packages begin; None where it goes to another such place."""
    there = [path for path in files if f"/{path}".endswith(name)]
    moved = [(path, relocation.unit(path)) for path in there]
    if not there or any(old == new for old, new in moved):
        return name
    old, new = moved[0]
    root = old[: len(old) + 1 - len(name)]
    return "/" + new[len(root) :] if new.startswith(root) else None


def _below(package: str, name: str) -> str:
    return package.replace(".", "/") + "/" + name if package else name
