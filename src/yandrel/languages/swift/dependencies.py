"""Read and extend the dependencies of targets in Package.swift."""

import re
from collections.abc import Iterator

from yandrel.languages.swift.targets import Target, closing, find_targets, module_of
from yandrel.model.changes import Edit
from yandrel.model.project import PathMap

DEPENDENCY_MAP = "dependency"
LISTED_IN = "listed in"
ITEM = "item"
LIST = re.compile(rb"\bdependencies\s*:\s*(\[)?")
FIRST_NAME = re.compile(rb'"([^"]+)"')
NAME_ALONE = re.compile(rb'\s*name\s*:\s*"[^"]*"')


def read_dependencies(manifest: str, folder: str, target: Target) -> Iterator[PathMap]:
    """Yield what a target depends on, where that is said, and in what words."""
    _, _, listed = target.text.partition(b"dependencies")
    named = (module_of(found.group(1).decode("utf-8", "replace")) for found in FIRST_NAME.finditer(listed))
    yield PathMap(folder, target.module, tuple(named), DEPENDENCY_MAP)
    if _can_be_extended(target):
        yield PathMap(folder, target.module, (manifest, target.kind.decode(), target.name), LISTED_IN)
    items = tuple(f"{module} {text}" for module, text in find_items(target))
    yield PathMap(folder, target.module, items, ITEM)


def find_items(target: Target) -> Iterator[tuple[str, str]]:
    """Yield each dependency that a target lists: the module, and the words."""
    found = LIST.search(target.text)
    if found is None or not found[1]:
        return
    end = closing(target.text, found.end())
    start, depth = found.end(), 0
    for at in range(found.end(), end + 1):
        letter = target.text[at : at + 1]
        depth += {b"(": 1, b"[": 1, b")": -1, b"]": -1}.get(letter, 0)
        if at == end or (letter == b"," and depth == 0):
            text = target.text[start:at].strip()
            name = FIRST_NAME.search(text)
            if name is not None:
                yield module_of(name[1].decode("utf-8", "replace")), text.decode("utf-8", "replace")
            start = at + 1


def _can_be_extended(target: Target) -> bool:
    """Whether what a target depends on is written where it stands, and not computed."""
    found = LIST.search(target.text)
    return found is None or bool(found[1])


def depend(data: bytes, added: frozenset[str]) -> list[Edit]:
    """Return the edits after which targets depend on more; each of these is a target's name and the words."""
    wanted: dict[str, list[str]] = {}
    for entry in sorted(added):
        name, _, item = entry.partition("\n")
        wanted.setdefault(name, []).append(item)
    return [_extend(target, wanted[target.name]) for target in find_targets(data) if target.name in wanted]


def _extend(target: Target, items: list[str]) -> Edit:
    found = LIST.search(target.text)
    if found is None:
        name = NAME_ALONE.match(target.text)
        at = target.at + (name.end() if name is not None else 0)
        line = re.match(rb"\s*?(\r?\n[ \t]*)name", target.text)
        between = line[1].decode() if line is not None else " "
        return Edit(at, at, f",{between}dependencies: [{', '.join(items)}]".encode())
    end = closing(target.text, found.end())
    inside = target.text[found.end() : end]
    last = target.at + found.end() + len(inside.rstrip())
    if not inside.strip():
        return Edit(last, last, ", ".join(items).encode())
    line = re.search(rb"(\r?\n[ \t]*)\S[^\n]*\s*\Z", inside)
    between = line[1].decode() if line is not None else " "
    ends_open = inside.rstrip().endswith(b",")
    text = "".join(("" if ends_open and n == 0 else ",") + between + item for n, item in enumerate(items))
    return Edit(last, last, (text + ("," if ends_open else "")).encode())
