"""Find the source roots of Java packages: conventional build folders, and package declarations."""

import re
from collections.abc import Mapping
from fnmatch import fnmatchcase

from yandrel.languages.jvm.builds import read_modules
from yandrel.languages.jvm.module_reach import MODULE_INFO, read_module_infos
from yandrel.languages.named.roots import infer_roots
from yandrel.model.project import Project, SourceRoot, Units

BUILDS = ("pom.xml", "build.gradle", "build.gradle.kts")
MANIFESTS = (*BUILDS, "settings.gradle", "settings.gradle.kts", MODULE_INFO)
CUSTOMARY_FOLDERS = ("src/main/java/", "src/test/java/", "src/main/kotlin/", "src/test/kotlin/")
"""Where code may go in a module that has none yet."""
CUSTOMARY = re.compile(r"\A((?:.*/)?src/[^/]+/(?:java|kotlin)/)")


def find_project(units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]) -> Project:
    """Return the roots that are configured, customary, and that the units show."""
    roots: dict[str, SourceRoot] = {}
    for root in configured:
        for path in _folders(units, root.path):
            if root.namespace or path.endswith(("java/", "kotlin/", "src/")):
                roots[path] = SourceRoot(path, root.namespace)
    for unit in units.facts:
        found = CUSTOMARY.match(unit)
        if found:
            roots.setdefault(found.group(1), SourceRoot(found.group(1)))
    for path in manifests:
        if path.rpartition("/")[2] in BUILDS:
            for folder in CUSTOMARY_FOLDERS:
                place = path[: path.rfind("/") + 1] + folder
                roots.setdefault(place, SourceRoot(place))
    shown = {
        unit: facts.namespaces[0]
        for unit, facts in units.facts.items()
        if facts.namespaces and facts.definitions
    }
    for root in infer_roots(shown, tuple(roots.values())):
        roots.setdefault(root.path, root)
    ordered = sorted(roots.values(), key=lambda r: (-r.path.count("/"), r.path))
    return Project(tuple(ordered), maps=(*read_modules(manifests), *read_module_infos(manifests)))


def _folders(units: Units, path: str) -> list[str]:
    if "*" not in path:
        return [path]
    return sorted(f for f in units.folders if fnmatchcase(f, path) and f.count("/") == path.count("/"))
