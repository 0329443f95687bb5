"""Read the targets of Package.swift, and the folder of each."""

import re
from collections.abc import Mapping
from posixpath import normpath, relpath

from yandrel.languages.swift.dependencies import depend, read_dependencies
from yandrel.languages.swift.targets import Target, closing, find_targets
from yandrel.model.changes import Edit, Relocation
from yandrel.model.project import PathMap, Project, SourceRoot, Units

MANIFEST = "Package.swift"
MANIFESTS = (MANIFEST,)
PATH = re.compile(rb'\bpath\s*:\s*"([^"]+)"')
HOMES = {b"testTarget": ("Tests/",), b"plugin": ("Plugins/", "Sources/")}
USUAL_HOMES = ("Sources/", "Source/", "src/", "srcs/")
LINE_OF_NAME = re.compile(rb"\s*?(\r?\n[ \t]*)name")
AHEAD_OF_PATH = re.compile(
    rb'\s*name\s*:\s*"[^"]*"(?:\s*,\s*dependencies\s*:\s*(?:\[|[\w.]+(?=\s*[,)]|\s*$)))?'
)
"""What stands ahead of the path in a target: nothing else may."""


def find_project(units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]) -> Project:
    """Return each target's folder with the target's name, and what each target depends on."""
    roots: dict[str, SourceRoot] = {root.path: root for root in configured if root.namespace}
    maps: list[PathMap] = []
    for path, data in sorted(manifests.items()):
        base = path[: path.rfind("/") + 1]
        for target in find_targets(data):
            folder = _folder_of(base, target, units)
            roots.setdefault(folder, SourceRoot(folder, target.module))
            maps += read_dependencies(path, folder, target)
    ordered = tuple(sorted(roots.values(), key=lambda r: (-r.path.count("/"), r.path)))
    return Project(ordered or (SourceRoot("", ""),), (), tuple(maps))


def _folder_of(base: str, target: Target, units: Units) -> str:
    said = PATH.search(target.text)
    if said is not None:
        return normpath(base + said.group(1).decode("utf-8", "replace")) + "/"
    homes = _homes_of(base, target)
    return next((home for home in homes if home in units.folders), homes[0])


def _homes_of(base: str, target: Target) -> list[str]:
    """Return where a target's files are looked for when Package.swift does not say."""
    return [base + home + target.name + "/" for home in (*HOMES.get(target.kind, ()), *USUAL_HOMES)]


def rewrite_manifests(
    project: Project, relocation: Relocation, manifests: Mapping[str, bytes]
) -> dict[str, list[Edit]]:
    """Return the new paths that Package.swift names, those that it must name from now on, and what its
    targets depend on then."""
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
        for target in find_targets(data):
            edit = _name_path(target, project, relocation, base, new_base)
            if edit is not None:
                edits.setdefault(path, []).append(edit)
        if path in relocation.references:
            edits.setdefault(path, []).extend(depend(data, relocation.references[path]))
    return edits


def _name_path(
    target: Target, project: Project, relocation: Relocation, base: str, new_base: str
) -> Edit | None:
    """Return the edit that says where a target is, once it leaves the place where it is looked for."""
    if PATH.search(target.text):
        return None
    homes = _homes_of(base, target)
    old = next((m.scope for m in project.maps if m.pattern == target.module and m.scope in homes), "")
    moved = relocation.unit(old) if old else ""
    if moved == old or moved in _homes_of(new_base, target):
        return None
    ahead = AHEAD_OF_PATH.match(target.text)
    if ahead is None:
        return None
    end = closing(target.text, ahead.end()) + 1 if ahead.group(0).endswith(b"[") else ahead.end()
    line = LINE_OF_NAME.match(target.text)
    between = line[1] if line is not None else b" "
    said = b',%spath: "%s"' % (between, relpath(moved, new_base or ".").encode())
    return Edit(target.at + end, target.at + end, said)
