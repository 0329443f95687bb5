"""The files that would count to another domain where they are to stand, and so are written down."""

from collections.abc import Mapping

from yandrel.layout.config import SHARED
from yandrel.regroup.intended import Intended
from yandrel.survey.picture import Picture


def domains_kept(
    before: Picture, after: Picture, moved: Mapping[str, Intended]
) -> dict[str, tuple[str, ...]]:
    """Return by domain the files that must be said to be its own, or the folders that hold only such.

    `moved` is what moves, by its old path. What had no domain, and gets one by its new neighbours, is shared.
    """
    wanted: dict[str, str] = {}
    parts = {m.target.partition(":")[0]: m.belonging.domain for m in moved.values() if ":" in m.source}
    for path, domain in parts.items():
        if path in after.readings and after.domain(path) not in (domain, ""):
            wanted[path] = domain
    for unit in before.counted():
        move = moved.get(unit)
        path, domain = (move.target, move.belonging.domain) if move else (unit, before.domain(unit) or SHARED)
        if path in after.readings and after.domain(path) not in (domain, ""):
            wanted[path] = domain
    found: dict[str, dict[str, None]] = {}
    for path, domain in wanted.items():
        folder = path.rpartition("/")[0]
        beside = [unit for unit in after.counted() if unit.startswith(folder + "/")]
        whole = bool(folder) and all(wanted.get(unit) == domain for unit in beside)
        found.setdefault(domain, {})[f"{folder}/**" if whole else path] = None
    return {domain: tuple(paths) for domain, paths in found.items()}


__all__ = ["domains_kept"]
