"""Which module a Swift file belongs to: the targets of Package.swift, and where each has its files."""

import re
from collections.abc import Mapping
from posixpath import normpath, relpath

from yandrel.model.changes import Edit, Relocation
from yandrel.model.project import PathMap, Project, SourceRoot, Units

MANIFESTS = ("Package.swift",)
TARGET = re.compile(rb"\.(target|testTarget|executableTarget|plugin|macro)\s*\(")
NAME = re.compile(rb'\bname\s*:\s*"([^"]+)"')
PATH = re.compile(rb'\bpath\s*:\s*"([^"]+)"')
QUOTED = re.compile(rb'"([^"]+)"')
DEPENDENCY_MAP = "dependency"
HOMES = {b"testTarget": ("Tests/",), b"plugin": ("Plugins/", "Sources/")}


def find_project(units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]) -> Project:
    """Return each target's folder with the target's name, and what each target depends on."""
    roots: dict[str, SourceRoot] = {root.path: root for root in configured if root.namespace}
    maps = []
    for path, data in sorted(manifests.items()):
        base = path[: path.rfind("/") + 1]
        for kind, name, text in find_targets(data):
            folder = _folder_of(base, kind, name, text, units)
            roots.setdefault(folder, SourceRoot(folder, name))
            _, _, listed = text.partition(b"dependencies")
            named = tuple(found.group(1).decode("utf-8", "replace") for found in QUOTED.finditer(listed))
            maps.append(PathMap(folder, name, named, DEPENDENCY_MAP))
    ordered = tuple(sorted(roots.values(), key=lambda r: (-r.path.count("/"), r.path)))
    return Project(ordered or (SourceRoot("", ""),), (), tuple(maps))


def find_targets(data: bytes) -> list[tuple[bytes, str, bytes]]:
    """Return the targets of a Package.swift: kind, name, and the text between its brackets."""
    out = []
    for found in TARGET.finditer(data):
        text = data[found.end() : _closing(data, found.end())]
        name = NAME.search(text)
        if name is not None and text.lstrip().startswith(b"name"):
            out.append((found.group(1), name.group(1).decode("utf-8", "replace"), text))
    return out


def _closing(data: bytes, at: int) -> int:
    depth = 1
    for place in range(at, len(data)):
        depth += {b"(": 1, b")": -1}.get(data[place : place + 1], 0)
        if depth == 0:
            return place
    return len(data)


def _folder_of(base: str, kind: bytes, name: str, text: bytes, units: Units) -> str:
    said = PATH.search(text)
    if said is not None:
        return normpath(base + said.group(1).decode("utf-8", "replace")) + "/"
    homes = [base + home + name + "/" for home in (*HOMES.get(kind, ()), "Sources/", "Source/", "src/")]
    return next((home for home in homes if home in units.folders), homes[0])


def rewrite_manifests(
    project: Project, relocation: Relocation, manifests: Mapping[str, bytes]
) -> dict[str, list[Edit]]:
    """Return the new paths that Package.swift names."""
    edits: dict[str, list[Edit]] = {}
    for path, data in manifests.items():
        base = path[: path.rfind("/") + 1]
        new_base = relocation.unit(base) if base else ""
        for found in PATH.finditer(data):
            old = normpath(base + found.group(1).decode("utf-8", "replace")) + "/"
            moved = relocation.unit(old)
            if moved != old:
                new = relpath(moved, new_base or ".").encode()
                edits.setdefault(path, []).append(Edit(found.start(1), found.end(1), new))
    return edits
