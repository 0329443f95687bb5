"""Find the folders that names begin in: source roots, and where nearly all code branches."""

from collections import Counter
from collections.abc import Iterable

from yandrel.index.code import CodeIndex
from yandrel.model.project import SourceRoot
from yandrel.survey.concepts import TEST_FOLDERS

FEW = 8
"""Applications of fewer files do not tell where their names begin."""
MOST_OF_A_ROOT = 0.9
TOP_LEVEL_DOMAINS = frozenset([
    "com", "org", "net", "edu", "gov", "int", "io", "dev", "app", "co", "me", "info", "biz", "eu", "de",
    "fr", "uk", "us", "ch", "at", "nl", "be", "se", "no", "fi", "dk", "pl", "cz", "it", "es", "pt", "ru",
    "ua", "jp", "cn", "kr", "in", "br", "au", "ca", "nz", "za", "jakarta", "javax", "coop",
])  # fmt: skip
"""Names that packages begin with where they are called like hosts of the network, read backwards."""


def find_starts(index: CodeIndex, units: Iterable[str]) -> list[str]:
    """Return the folders that names begin in: source roots, and the folders that nearly all below lie in."""
    known = [root for p in index.projects.values() for root in p.roots if root.path and not root.local]
    starts = set()
    if not known and len(list(units)) >= FEW:
        own = [unit for unit in units if not set(unit.lower().split("/")[:-1]) & set(TEST_FOLDERS)]
        starts |= _starts_below("", own) - {""}
    for root in {root.path for root in known if not any(_is_said_by(root, outer) for outer in known)}:
        starts |= _starts_below(root, [unit for unit in units if unit.startswith(root)])
    return sorted(starts, key=len, reverse=True)


def _is_said_by(root: SourceRoot, outer: SourceRoot) -> bool:
    """Whether a root only says what follows from one around it: that its folder is part of the namespace."""
    if root.path == outer.path or not root.path.startswith(outer.path) or not outer.namespace:
        return False
    inside = root.path[len(outer.path) :].rstrip("/").replace("/", ".")
    return root.namespace.lower() == f"{outer.namespace}.{inside}".lower()


def _starts_below(start: str, inside: list[str]) -> set[str]:
    """Return where names begin below a folder: where it branches, but not among names of the network."""
    below = Counter(u[len(start) :].partition("/")[0] for u in inside if "/" in u[len(start) :])
    name, most = below.most_common(1)[0] if below else ("", 0)
    if inside and name and most >= MOST_OF_A_ROOT * len(inside):
        return _starts_below(f"{start}{name}/", [u for u in inside if u.startswith(f"{start}{name}/")])
    starts = {start}
    for name in TOP_LEVEL_DOMAINS & below.keys():
        folder = f"{start}{name}/"
        units = [u for u in inside if u.startswith(folder)]
        if all("/" in unit[len(folder) :] for unit in units):
            starts |= _starts_below(folder, units)
    return starts
