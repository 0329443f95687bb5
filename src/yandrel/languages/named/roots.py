"""Derive the namespace of a folder from declared roots and from most of its files."""

from collections import Counter
from collections.abc import Iterable, Mapping

from yandrel.model.project import SourceRoot

ENOUGH = 2


class Roots:
    """Source roots, found by the paths that lie below them."""

    def __init__(self, roots: Iterable[SourceRoot] = ()) -> None:
        self._by_path: dict[str, SourceRoot] = {}
        self._by_folder: dict[str, SourceRoot | None] = {}
        for root in roots:
            self.add(root)

    def add(self, root: SourceRoot) -> None:
        self._by_path.setdefault(root.path, root)
        self._by_folder.clear()

    def root_at(self, path: str) -> SourceRoot | None:
        """Return the most specific root that a path lies below."""
        folder = path[: path.rfind("/") + 1]
        if folder not in self._by_folder:
            self._by_folder[folder] = self._find(folder)
        return self._by_folder[folder]

    def _find(self, folder: str) -> SourceRoot | None:
        while folder:
            found = self._by_path.get(folder)
            if found is not None:
                return found
            folder = folder[: folder.rfind("/", 0, -1) + 1]
        return self._by_path.get("")

    def namespace_at(self, path: str) -> str | None:
        """Return the namespace, with dots, that a path has by the most specific root; None without one."""
        best = self.root_at(path)
        if best is None:
            return None
        folder = path[len(best.path) :].rpartition("/")[0]
        below = folder.replace("/", ".")
        if below and best.namespace:
            return f"{best.namespace}.{below}"
        return below or best.namespace


def infer_roots(namespaces: Mapping[str, str], declared: tuple[SourceRoot, ...]) -> list[SourceRoot]:
    """Return the roots that units show whose namespace ends like their folder.

    `namespaces` are those that units declare, by path. One unit alone shows enough, of several two must
    agree.
    """
    enough = min(ENOUGH, len(namespaces))
    votes: Counter[tuple[str, str]] = Counter()
    known = Roots(declared)
    for path, namespace in namespaces.items():
        if known.namespace_at(path) is not None:
            continue
        folders = path.split("/")[:-1]
        parts = namespace.split(".") if namespace else []
        while folders and parts and folders[-1] == parts[-1]:
            folders.pop()
            parts.pop()
        votes["".join(f + "/" for f in folders), ".".join(parts)] += 1
    best: dict[str, tuple[int, str]] = {}
    for (root, prefix), count in votes.items():
        if count >= enough and count > best.get(root, (0, ""))[0]:
            best[root] = (count, prefix)
    found: list[SourceRoot] = []
    inferred = Roots()
    for path in sorted(best):
        if inferred.namespace_at(path + "x") != best[path][1]:
            found.append(SourceRoot(path, best[path][1]))
            inferred.add(found[-1])
    return found
