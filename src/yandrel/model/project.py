"""The mapping from folders to namespaces, and the files of a language."""

from collections.abc import Mapping

import msgspec
from msgspec import Struct

from yandrel.model.facts import Facts


class SourceRoot(Struct, frozen=True, array_like=True):
    """A folder ("" is the application's own root, others end in a slash) that namespaces start at.

    A `local` root counts only for the units below it.
    """

    path: str
    namespace: str = ""
    local: bool = False


class PathMap(Struct, frozen=True, array_like=True):
    """A mapping from names of a pattern to paths, for the files below a folder.

    A `*` in `pattern` stands for what it does in each of the `targets`; `kind` says who declares it.
    """

    scope: str
    pattern: str
    targets: tuple[str, ...]
    kind: str


class Project(Struct, frozen=True, array_like=True):
    """The project files of one language, as read.

    `listed` are files and folders (with a slash) that are loaded because a project file names them,
    `maps` the names that stand for paths.
    """

    roots: tuple[SourceRoot, ...] = (SourceRoot(""),)
    listed: tuple[str, ...] = ()
    maps: tuple[PathMap, ...] = ()


class Units(msgspec.Struct, frozen=True):
    """All that a language may look at: the units' facts, the other files, what is left out."""

    facts: Mapping[str, Facts]
    files: frozenset[str] = frozenset()
    ignored: frozenset[str] = frozenset()
    folders: frozenset[str] = frozenset()


def folders_of(paths: Mapping[str, object] | frozenset[str]) -> frozenset[str]:
    """Return every folder that the paths lie in, each with a slash at its end."""
    found: set[str] = set()
    for path in paths:
        at = path.rfind("/")
        while at >= 0:
            folder = path[: at + 1]
            if folder in found:
                break
            found.add(folder)
            at = path.rfind("/", 0, at)
    return frozenset(found)
