"""Read Go project files: modules, requirements, replacements, the workspace."""

import re
from collections import Counter
from collections.abc import Mapping
from posixpath import normpath, relpath

from yandrel.model.changes import Edit, Relocation
from yandrel.model.project import PathMap, Project, SourceRoot, Units

MANIFESTS = ("go.mod", "go.work")
MODULE = re.compile(rb"^module\s+\"?([^\s\"]+)\"?", re.MULTILINE)
REQUIRED = re.compile(rb"^[ \t]*+(?:require[ \t]++)?([\w.~-]++(?:/[\w.~-]++)*+)[ \t]++v\d", re.MULTILINE)
LOCAL = re.compile(rb"(?<![\w/.])(\.\.?(?:/[^\s()\"]+)?)(?=\s|\)|$)", re.MULTILINE)
ENOUGH_IMPORTS = 3
REQUIRE_MAP = "require"


def find_project(units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]) -> Project:
    """Return the modules with their paths, outermost last, and what each requires."""
    roots: dict[str, SourceRoot] = {root.path: root for root in configured if root.namespace}
    maps = []
    for path, data in sorted(manifests.items()):
        found = MODULE.search(data)
        if path.rpartition("/")[2] == "go.mod" and found:
            folder = path[: path.rfind("/") + 1]
            roots.setdefault(folder, SourceRoot(folder, found.group(1).decode("utf-8", "replace")))
            required = tuple(m.group(1).decode("utf-8", "replace") for m in REQUIRED.finditer(data))
            maps.append(PathMap(folder, folder, required, REQUIRE_MAP))
    if not roots and (folder := _workspace_folder(units)):
        roots[folder] = SourceRoot(folder, "")
    if not roots and (path := _path_by_imports(units)):
        roots[""] = SourceRoot("", path)
    ordered = tuple(sorted(roots.values(), key=lambda r: (-r.path.count("/"), r.path)))
    return Project(ordered or (SourceRoot("", ""),), (), tuple(maps))


def _workspace_folder(units: Units) -> str:
    """Return the folder `src/` that import paths begin in, as in a workspace of Go before it had modules."""
    folders = {unit.rpartition("/")[0] for unit in units.facts} - {""}
    votes: Counter[str] = Counter()
    for unit, facts in units.facts.items():
        before, source, _ = f"/{unit}".rpartition("/src/")
        root = f"{before}{source}".lstrip("/")
        if source:
            votes[root] += any(root + item.module in folders for item in facts.imports)
    root, most = votes.most_common(1)[0] if votes else ("", 0)
    return root if most else ""


def _path_by_imports(units: Units) -> str:
    """Return the path that the root is imported by, where no go.mod says it."""
    folders = {unit.rpartition("/")[0] for unit in units.facts} - {""}
    votes: Counter[str] = Counter()
    for facts in units.facts.values():
        for item in facts.imports:
            parts = item.module.split("/")
            below = next((n for n in range(1, len(parts)) if "/".join(parts[n:]) in folders), 0)
            if below and "." in parts[0]:
                votes["/".join(parts[:below])] += 1
    path, most = votes.most_common(1)[0] if votes else ("", 0)
    return path if most >= ENOUGH_IMPORTS else ""


def rewrite_manifests(
    project: Project, relocation: Relocation, manifests: Mapping[str, bytes]
) -> dict[str, list[Edit]]:
    """Return the new relative paths in go.mod and go.work of folders that move."""
    edits: dict[str, list[Edit]] = {}
    for path, data in manifests.items():
        base = path[: path.rfind("/") + 1]
        new_base = relocation.unit(base) if base else ""
        for found in LOCAL.finditer(data):
            text = found.group(1).decode("utf-8", "replace")
            old = normpath(base + text) + "/"
            moved = relocation.unit(old)
            if moved == old and base == new_base:
                continue
            new = relpath(moved, new_base or ".")
            new = new if new.startswith(".") else "./" + new
            if new != text:
                edits.setdefault(path, []).append(Edit(found.start(1), found.end(1), new.encode()))
    return edits
