"""Walk an application: tools' folders are left out, what is built counts where it is all there is."""

import json
import os
from contextlib import suppress
from pathlib import Path

from yandrel.files.contents import DiskFiles
from yandrel.files.mirrors import find_mirrors
from yandrel.files.walk import BUILT, Tree, leave_out, walk_tree
from yandrel.languages.registry import BY_ENDING, BY_SUFFIX, MANIFESTS, language_of
from yandrel.model.project import SourceRoot

SERVED = frozenset(
    ["static", "public", "assets", "www", "wwwroot", "webroot", "htdocs", "static_src", "staticfiles",
     "static.dist"]
)  # fmt: skip
"""Folders whose scripts are sent to browsers as they are."""
LOOKED_AT = (*BY_SUFFIX, *MANIFESTS, *BY_ENDING)
SCRIPTS = (".js", ".mjs", ".cjs")
MOST_MADE = 0.2
"""The share of built files that may have a source, where the sources are said not to be there."""


def is_looked_at(name: str) -> bool:
    """Whether a file's size and time are of interest: a unit, or a project file."""
    return name.endswith(LOOKED_AT)


def scan(root: Path, sources: tuple[SourceRoot, ...] = ()) -> Tree:
    """Walk the application; folders of what is built count where its sources are not there."""
    tree = walk_sources(root, sources)
    built = {path for path in tree.ignored if path.rstrip("/").rpartition("/")[2] in BUILT}
    units = [path for path in tree.stats if language_of(path)]
    if units:
        own = [unit for unit in units if not SERVED & set(unit.lower().split("/")[:-1])]
        built = {folder for folder in built if _is_all_there_is(root, folder, own)}
    return walk_tree(root, is_looked_at, frozenset(built)) if built else tree


def _is_all_there_is(root: Path, folder: str, own: list[str]) -> bool:
    """Whether a built folder is what a package runs, and holds more than its sources: other files, too."""
    if not (_is_run(root, folder) or _is_loaded(root, folder, own)):
        return False
    held = [name for _, _, names in os.walk(root / folder) for name in names]
    scripts = [name for name in held if name.endswith(SCRIPTS) and not name.endswith((".min.js", ".d.ts"))]
    sources = {_stem(path) for path in own}
    made = sum(_stem(name) in sources for name in scripts)
    return len(scripts) > len(own) and made < MOST_MADE * len(scripts)


def _is_run(root: Path, folder: str) -> bool:
    """Whether the package that a built folder lies in says that this is what it runs or gives to others."""
    above, _, name = folder.rstrip("/").rpartition("/")
    with suppress(OSError, ValueError, AttributeError):
        said = json.loads(DiskFiles(root).read(f"{above}/package.json".lstrip("/")))
        named = [said.get(key) for key in ("main", "module", "bin", "exports", "types", "typings")]
        whole = f'"{name}"' in json.dumps(said.get("files"))
        return whole or f"{name}/" in json.dumps([*named, said.get("scripts", {}).get("start")])
    return False


def _is_loaded(root: Path, folder: str, own: list[str]) -> bool:
    """Whether a script beside a built folder loads something out of it."""
    above, _, name = folder.rstrip("/").rpartition("/")
    files = DiskFiles(root)
    for path in own:
        if path.rpartition("/")[0] == above and path.endswith(SCRIPTS):
            with suppress(OSError):
                if f"'./{name}" in files.read(path).decode("utf-8", "replace").replace('"', "'"):
                    return True
    return False


def _stem(path: str) -> str:
    return path.rpartition("/")[2].partition(".")[0]


def walk_sources(root: Path, sources: tuple[SourceRoot, ...] = ()) -> Tree:
    """Walk what is not built, and what is configured as a source root whatever it is called."""
    taken_in = frozenset(p for s in sources for p in _folders_to(s.path))
    tree = walk_tree(root, is_looked_at, taken_in)
    for folder in find_mirrors(root, tree.files) - taken_in:
        leave_out(tree, folder)
    return tree


def _folders_to(folder: str) -> list[str]:
    """Return a folder and those that it lies in, each with its slash."""
    segments = folder.strip("/").split("/")
    return ["/".join(segments[: i + 1]) + "/" for i in range(len(segments))]
