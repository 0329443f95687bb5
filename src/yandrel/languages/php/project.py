"""Find the source roots of PHP namespaces: composer.json, and namespace declarations."""

from collections.abc import Iterator, Mapping, Sequence
from fnmatch import fnmatchcase
from typing import Any

from yandrel.languages.json_spans import escape, find_strings, remove_string
from yandrel.languages.named.roots import infer_roots
from yandrel.languages.php.packages import read_packages
from yandrel.model.changes import Edit, Relocation
from yandrel.model.project import PathMap, Project, SourceRoot, Units
from yandrel.model.untyped import parse_json

MANIFESTS = ("composer.json",)
SECTIONS = ("autoload", "autoload-dev")


def find_project(units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]) -> Project:
    """Return the roots that are configured, that composer.json declares, and that the units show."""
    roots: dict[str, SourceRoot] = {}
    for root in configured:
        if root.namespace:
            for path in _folders(units, root.path):
                roots[path] = SourceRoot(path, root.namespace.replace("\\", "."))
    listed: list[str] = []
    maps: list[PathMap] = []
    for path, data in sorted(manifests.items()):
        for root in declared_roots(path, data):
            roots.setdefault(root.path, root)
        listed += listed_paths(path, data)
        maps += read_packages(path, data)
    declared = tuple(roots.values())
    shown = {
        unit: facts.namespaces[0]
        for unit, facts in units.facts.items()
        if len(facts.namespaces) == 1 and facts.definitions
    }
    for root in infer_roots(shown, declared):
        roots.setdefault(root.path, root)
    ordered = sorted(roots.values(), key=lambda r: (-r.path.count("/"), r.path))
    return Project(tuple(ordered), tuple(listed), tuple(maps))


def _folders(units: Units, path: str) -> list[str]:
    if "*" not in path:
        return [path]
    return sorted(f for f in units.folders if fnmatchcase(f, path) and f.count("/") == path.count("/"))


def _sections(data: bytes, names: Sequence[str]) -> Iterator[dict[str, Any]]:
    try:
        found = parse_json(data.decode("utf-8"))
    except ValueError:
        return
    for name in names:
        section = found.get(name) if isinstance(found, dict) else None
        if isinstance(section, dict):
            yield section


def _listed(value: Any) -> list[str]:
    values = value if isinstance(value, list) else [value]
    return [v for v in values if isinstance(v, str)]


def _clean(base: str, path: str) -> str:
    clean = path.removeprefix("./").strip("/")
    return base + (clean + "/" if clean not in ("", ".") else "")


def declared_roots(path: str, data: bytes, sections: Sequence[str] = SECTIONS) -> list[SourceRoot]:
    """Return the source roots that a composer.json names."""
    base = path[: path.rfind("/") + 1]
    found = []
    for section in _sections(data, sections):
        for kind in ("psr-4", "psr-0"):
            table = section.get(kind)
            for prefix, folders in table.items() if isinstance(table, dict) else ():
                namespace = prefix.strip("\\").replace("\\", ".") if kind == "psr-4" else ""
                for folder in _listed(folders):
                    if ".." not in folder.split("/"):
                        found.append(SourceRoot(_clean(base, folder), namespace))
    return found


def declared_folders(path: str, data: bytes, name: str) -> list[str]:
    """Return the folders and files that one section of a composer.json loads."""
    roots = [root.path for root in declared_roots(path, data, (name,))]
    return [*roots, *listed_paths(path, data, (name,))]


def listed_paths(path: str, data: bytes, sections: Sequence[str] = SECTIONS) -> list[str]:
    """Return the files and folders that a composer.json has loaded as they are."""
    base = path[: path.rfind("/") + 1]
    found = []
    for section in _sections(data, sections):
        for kind in ("files", "classmap"):
            for entry in _listed(section.get(kind, [])):
                clean = base + entry.removeprefix("./").rstrip("/")
                found.append(clean if entry.endswith(".php") else clean + "/")
    return found


def rewrite_manifests(
    project: Project, relocation: Relocation, manifests: Mapping[str, bytes]
) -> dict[str, list[Edit]]:
    """Return the new paths and prefixes in composer.json of what moves whole."""
    edits: dict[str, list[Edit]] = {}
    for path, data in manifests.items():
        base = path[: path.rfind("/") + 1]
        new_base = relocation.unit(path)[: relocation.unit(path).rfind("/") + 1]
        strings = [s for s in find_strings(data) if not s.is_key and s.keys and s.keys[0] in SECTIONS]
        listed = {base + item.text.removeprefix("./") for item in strings}
        for item in strings:
            old = base + item.text.removeprefix("./")
            if old in relocation.gone:
                successor = relocation.successor_of(old)
                if not successor or successor in listed:
                    edits.setdefault(path, []).append(remove_string(data, item))
                elif successor.startswith(new_base):
                    text = escape(successor[len(new_base) :]).encode()
                    edits.setdefault(path, []).append(Edit(item.start, item.end, text))
                continue
            new = _new_path(item.text, base, new_base, relocation)
            if new != item.text:
                edits.setdefault(path, []).append(Edit(item.start, item.end, escape(new).encode()))
    return edits


def _new_path(text: str, base: str, new_base: str, relocation: Relocation) -> str:
    clean = text.removeprefix("./").rstrip("/")
    if not clean:
        return text
    old = base + clean
    moved = relocation.units.get(old) or relocation.unit(old + "/").rstrip("/")
    if moved == old and base == new_base:
        return text
    if not moved.startswith(new_base):
        return text
    lead = "./" if text.startswith("./") else ""
    return lead + moved[len(new_base) :] + ("/" if text.endswith("/") else "")
