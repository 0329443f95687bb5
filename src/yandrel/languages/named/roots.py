"""Which namespace a folder has: by declared roots, and by what most units show."""

from collections import Counter
from collections.abc import Mapping

from yandrel.model.project import SourceRoot

ENOUGH = 2


def namespace_at(path: str, roots: tuple[SourceRoot, ...]) -> str | None:
    """Return the namespace, with dots, that a path has by the most specific root; None without one."""
    best = root_at(path, roots)
    if best is None:
        return None
    folder = path[len(best.path) :].rpartition("/")[0]
    below = folder.replace("/", ".")
    if below and best.namespace:
        return f"{best.namespace}.{below}"
    return below or best.namespace


def root_at(path: str, roots: tuple[SourceRoot, ...]) -> SourceRoot | None:
    """Return the most specific root that a path lies below."""
    best: SourceRoot | None = None
    for root in roots:
        if path.startswith(root.path) and (best is None or len(root.path) > len(best.path)):
            best = root
    return best


def infer_roots(namespaces: Mapping[str, str], declared: tuple[SourceRoot, ...]) -> list[SourceRoot]:
    """Return the roots that units show whose namespace ends like their folder.

    `namespaces` are those that units declare, by path.
    """
    votes: Counter[tuple[str, str]] = Counter()
    for path, namespace in namespaces.items():
        if namespace_at(path, declared) is not None:
            continue
        folders = path.split("/")[:-1]
        parts = namespace.split(".") if namespace else []
        while folders and parts and folders[-1] == parts[-1]:
            folders.pop()
            parts.pop()
        votes["".join(f + "/" for f in folders), ".".join(parts)] += 1
    best: dict[str, tuple[int, str]] = {}
    for (root, prefix), count in votes.items():
        if count >= ENOUGH and count > best.get(root, (0, ""))[0]:
            best[root] = (count, prefix)
    found: list[SourceRoot] = []
    for root in sorted(best):
        known = namespace_at(root + "x", tuple(found))
        if known != best[root][1]:
            found.append(SourceRoot(root, best[root][1]))
    return found
