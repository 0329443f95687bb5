"""Which files of a tree are an application's own, by what folders and files are called."""

import json
import os
from contextlib import suppress
from pathlib import Path

from yandrel.files.contents import DiskFiles
from yandrel.files.mirrors import find_mirrors
from yandrel.files.walk import BUILT, SERVED, Tree, leave_out, walk_tree
from yandrel.languages.registry import BY_ENDING, BY_SUFFIX, MANIFESTS, language_of
from yandrel.model.project import SourceRoot

LOOKED_AT = (*BY_SUFFIX, *MANIFESTS, *BY_ENDING)
FEW_BESIDE_BUILT = 3
"""So many units beside a built folder are no application of their own."""


def is_looked_at(name: str) -> bool:
    """Whether a file's size and time are of interest: a unit, or a project file."""
    return name.endswith(LOOKED_AT)


def scan(root: Path, sources: tuple[SourceRoot, ...] = ()) -> Tree:
    """Walk the application; where it is there as built only, the folders of what is built count too."""
    tree = walk_sources(root, sources)
    built = frozenset(path for path in tree.ignored if path.rstrip("/").rpartition("/")[2] in BUILT)
    if not built or (
        any(language_of(path) for path in tree.stats) and not _is_built_alone(root, tree, built)
    ):
        return tree
    return walk_tree(root, is_looked_at, built)


def _is_built_alone(root: Path, tree: Tree, built: frozenset[str]) -> bool:
    """Whether there are no sources, or a few of other names beside a built folder that a package names."""
    units = [path for path in tree.stats if language_of(path)]
    if not units:
        return True
    own = [unit for unit in units if not SERVED & set(unit.lower().split("/")[:-1])]
    if len(own) > FEW_BESIDE_BUILT or any(path.endswith((".ts", ".tsx")) for path in own):
        return False
    files = DiskFiles(root)
    sources = {path.rpartition("/")[2] for path in own}
    for folder in built:
        if any(sources & set(names) for _, _, names in os.walk(root / folder)):
            return False
        above, _, name = folder.rstrip("/").rpartition("/")
        place = f"{above}/package.json".lstrip("/")
        with suppress(OSError, ValueError, AttributeError):
            said = json.loads(files.read(place))
            named = [said.get("main"), said.get("module"), said.get("bin"), said.get("exports")]
            if f"{name}/" in json.dumps(named):
                return True
    return False


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
