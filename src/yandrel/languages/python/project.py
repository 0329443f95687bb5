"""Find the source roots of Python modules: project files, packages, and imports."""

import configparser
import sys
from collections.abc import Mapping
from fnmatch import fnmatchcase

from yandrel.model.facts import Import
from yandrel.model.project import Project, SourceRoot, Units
from yandrel.model.untyped import parse_toml, table_at, texts_of

MANIFESTS = ("pyproject.toml", "setup.cfg")


def find_project(units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]) -> Project:
    """Return the source roots: those configured or declared, those that packages show, the root."""
    roots = [found for root in configured for found in _configured(units, root)]
    for path, data in sorted(manifests.items()):
        roots += [SourceRoot(folder) for folder in declared_roots(path, data)]
    roots += [SourceRoot(folder) for folder in sorted(package_roots(units), key=_deepest_first)]
    if any(path.startswith("src/") and path.endswith(".py") for path in units.facts):
        roots.append(SourceRoot("src/"))
    roots.append(SourceRoot(""))
    unique: dict[str, SourceRoot] = {}
    for root in roots:
        if not root.path or root.path in units.folders:
            unique.setdefault(root.path, root)
    ordered = sorted(unique.values(), key=lambda root: _deepest_first(root.path))
    for folder in sorted(local_roots(units, ordered) - set(unique), key=_deepest_first):
        ordered.append(SourceRoot(folder, local=True))
    return Project(tuple(ordered))


def _configured(units: Units, root: SourceRoot) -> list[SourceRoot]:
    """A configured folder is a root, unless it is a package: then the folder around it is."""
    paths = [root.path]
    if "*" in root.path:
        paths = sorted(f for f in units.folders if fnmatchcase(f, root.path) and _as_deep(f, root))
    found = []
    for path in paths:
        while path and path + "__init__.py" in units.facts:
            path = path[: path.rfind("/", 0, -1) + 1]
        found.append(SourceRoot(path))
    return found


def _as_deep(folder: str, root: SourceRoot) -> bool:
    return folder.count("/") == root.path.count("/")


def _deepest_first(path: str) -> tuple[int, str]:
    return (-path.count("/"), path)


def declared_roots(path: str, data: bytes) -> list[str]:
    """Return the source folders that a project file names."""
    base = path.rpartition("/")[0]
    base = base + "/" if base else ""
    try:
        named = _from_pyproject(data) if path.endswith("pyproject.toml") else _from_setup_cfg(data)
    except (ValueError, configparser.Error, UnicodeDecodeError):
        return []
    found = []
    for name in named:
        clean = name.strip().removeprefix("./").strip("/")
        if ".." not in clean.split("/"):
            found.append(base + (clean + "/" if clean not in ("", ".") else ""))
    return found


def _from_pyproject(data: bytes) -> list[str]:
    tool = table_at(parse_toml(data), "tool")
    named = texts_of(table_at(tool, "setuptools", "packages", "find").get("where"))
    named += texts_of(table_at(tool, "setuptools", "package-dir").get(""))
    named += texts_of(table_at(tool, "pytest", "ini_options").get("pythonpath"))
    packages = table_at(tool, "poetry").get("packages")
    for package in packages if isinstance(packages, list) else ():
        named += texts_of(table_at(package).get("from"))
    return named


def _from_setup_cfg(data: bytes) -> list[str]:
    parser = configparser.ConfigParser(interpolation=None)
    parser.read_string(data.decode("utf-8"))
    named = []
    where = parser.get("options.packages.find", "where", fallback=None)
    if where:
        named.append(where)
    for line in parser.get("options", "package_dir", fallback="").splitlines():
        key, _, value = line.partition("=")
        if value and not key.strip():
            named.append(value)
    return named


def package_roots(units: Units) -> set[str]:
    """Return the folders that hold the topmost packages."""
    packages = {path[: -len("__init__.py")] for path in units.facts if path.endswith("/__init__.py")}
    found: set[str] = set()
    for package in packages:
        topmost = package
        at = package.rfind("/", 0, -1)
        while at >= 0:
            outer = package[: at + 1]
            if outer in packages:
                topmost = outer
            at = outer.rfind("/", 0, -1)
        found.add(topmost[: topmost.rfind("/", 0, -1) + 1])
    return found


def tops_of(units: Mapping[str, object]) -> tuple[set[str], set[str]]:
    """Return the topmost packages' folders, and every name that stands at the application's root."""
    found: set[str] = set()
    packages = [path[: -len("__init__.py")] for path in units if path.endswith("/__init__.py")]
    known = set(packages)
    for package in packages:
        outer = package[: package.rfind("/", 0, -1) + 1]
        if outer not in known:
            found.add(package)
    return found, {path.partition("/")[0] for path in units}


def local_roots(units: Units, roots: list[SourceRoot]) -> set[str]:
    """Return folders whose units import their neighbours by bare names, as scripts and tests do.

    A folder counts where every such import finds what it names; one that is itself imported by a
    dotted name from elsewhere counts only on the strength of a name found in the neighbour.
    """
    proofs: dict[str, set[bool]] = {}
    loose: list[tuple[str, str, str]] = []
    known: dict[str, bool] = {}
    for path, facts in units.facts.items():
        folder = path[: path.rfind("/") + 1]
        if not folder:
            continue
        for item in facts.imports:
            if item.module[:1] == ".":
                continue
            for dotted, name in _absolute_names(item):
                first = dotted.partition(".")[0]
                held = known.get(first)
                if held is None:
                    held = first in sys.stdlib_module_names
                    held = held or any(_holds(units, root.path, first) for root in roots)
                    known[first] = held
                if not held:
                    loose.append((folder, dotted, name))
    places: dict[tuple[str, str], str | None] = {}
    named_folders: set[str] | None = None
    for folder, dotted, name in loose:
        key = (folder, dotted.partition(".")[0])
        if key not in places:
            places[key] = _nearest_holding(units, *key)
        place = places[key]
        if place is None:
            continue
        strong = _gives(units, place, dotted, name)
        if strong is None:
            if named_folders is None:
                named_folders = _named_folders(units, roots)
            strong = place not in named_folders
        proofs.setdefault(place, set()).add(strong)
    return {place for place, seen in proofs.items() if seen == {True}}


def _absolute_names(item: Import) -> list[tuple[str, str]]:
    if item.whole:
        return [(imported.name, "") for imported in item.names]
    if not item.module or item.module[0] == ".":
        return []
    return [(item.module, imported.name) for imported in item.names]


def _named_folders(units: Units, roots: list[SourceRoot]) -> set[str]:
    named: set[str] = set()
    for facts in units.facts.values():
        for item in facts.imports:
            for dotted, _ in _absolute_names(item):
                for root in roots:
                    stem = root.path + dotted.replace(".", "/")
                    while stem + "/" not in named and stem + "/" in units.folders:
                        named.add(stem + "/")
                        stem = stem.rpartition("/")[0]
    return named


def _gives(units: Units, folder: str, dotted: str, name: str) -> bool | None:
    """Whether a neighbour has what is imported from it; None where that cannot be told."""
    stem = folder + dotted.replace(".", "/")
    if not name:
        return None if "." not in dotted else _holds(units, *_split(stem))
    for unit in (stem + ".py", stem + "/__init__.py"):
        facts = units.facts.get(unit)
        if facts is not None:
            known = {definition.name for definition in facts.definitions} | set(facts.bound)
            known |= {imported.bound for item in facts.imports for imported in item.names}
            return name in known or "*" in known or facts.open or _holds(units, stem + "/", name)
    return _holds(units, stem + "/", name)


def _split(stem: str) -> tuple[str, str]:
    folder, _, name = stem.rpartition("/")
    return folder + "/", name


def _nearest_holding(units: Units, folder: str, first: str) -> str | None:
    while folder:
        if folder + "__init__.py" not in units.facts and _holds(units, folder, first):
            return folder
        folder = folder[: folder.rfind("/", 0, -1) + 1]
    return None


def _holds(units: Units, folder: str, first: str) -> bool:
    stem = folder + first
    return stem + ".py" in units.facts or stem + "/" in units.folders
