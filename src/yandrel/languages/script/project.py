"""Read package.json and tsconfig.json: aliases, package names, entry files."""

import posixpath
import re
from collections.abc import Iterator, Mapping
from typing import Any

from yandrel.languages.json_spans import JsonString, escape, find_strings, remove_string
from yandrel.languages.registry import BUNDLER_CONFIGS
from yandrel.languages.script.bundlers import bundler_maps, is_bundler_config, moved_aliases
from yandrel.model.changes import Edit, Relocation
from yandrel.model.project import PathMap, Project, SourceRoot, Units
from yandrel.model.untyped import parse_json, table_at, texts_of

CONFIGS = (
    "tsconfig.json", "jsconfig.json", "tsconfig.base.json", "tsconfig.build.json", "tsconfig.app.json",
    "tsconfig.lib.json", "tsconfig.node.json", "tsconfig.server.json", "tsconfig.common.json",
    "tsconfig.spec.json",
)  # fmt: skip
MANIFESTS = ("package.json", *CONFIGS, *BUNDLER_CONFIGS)
PATH_KEYS = frozenset(
    [
        "main",
        "module",
        "types",
        "typings",
        "bin",
        "exports",
        "imports",
        "browser",
        "files",
        "directories",
        "scripts",
        "jest",
        "mocha",
        "nodemonConfig",
        "paths",
        "include",
        "exclude",
        "rootDir",
        "rootDirs",
        "baseUrl",
        "outDir",
        "references",
        "extends",
        "typesVersions",
        "prisma",
    ]
)
DEEPEST, MOST_BASES = 5, 5
"""How far configurations extend one another, and how many one of them: what goes further is not read."""
ENDED = "\0"
"""The pattern of what is no map: it says that specifiers have their files' endings."""
ROOTS = "rootDirs"
"""The kind of a map that says which folders are taken for one."""
MAIN = "main"
"""The kind of a map that says which file a folder stands for, as its package.json names it."""
JEST_ROOT = "<rootDir>/"
BUILT = re.compile(r"\A(?:dist|lib|build|out)/(?:(?:cjs|esm|src)/)?")
COMMENT = re.compile(r'("(?:[^"\\]|\\.)*")|//[^\n]*|/\*.*?\*/', re.DOTALL)
TRAILING = re.compile(r'("(?:[^"\\]|\\.)*")|,(?=\s*[}\]])')


def load_json(data: bytes) -> dict[str, Any]:
    """Return what a JSON file with comments holds; nothing where it cannot be read."""
    try:
        text = COMMENT.sub(lambda m: m[1] or "", data.decode("utf-8-sig"))
        found = parse_json(TRAILING.sub(lambda m: m[1] or "", text))
    except ValueError:
        return {}
    return found if isinstance(found, dict) else {}


def find_project(units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]) -> Project:
    """Return the names that stand for paths, the nearest folder's first."""
    read = {path: load_json(data) for path, data in manifests.items() if not is_bundler_config(path)}
    maps: list[PathMap] = []
    for path in sorted(manifests.keys() - read.keys()):
        maps += (known for known in bundler_maps(path, manifests[path]) if _is_here(known, units))
    for path, found in sorted(read.items()):
        if path.endswith("package.json"):
            maps += package_maps(path, found)
            if found.get("type") == "module":
                maps.append(PathMap(_folder(path), ENDED, (), "modules"))
        elif path.rpartition("/")[2] in ("tsconfig.json", "jsconfig.json", "tsconfig.app.json"):
            maps += config_maps(path, read)
            roots = _root_folders(path, read, 0)
            if len(roots) > 1:
                maps.append(PathMap(_folder(path), "", roots, ROOTS))
            if _says_node(path, read, 0):
                maps.append(PathMap(_folder(path), ENDED, (), "node"))
    maps.sort(key=lambda m: (-m.scope.count("/"), m.kind != "import", -len(m.pattern.partition("*")[0])))
    return Project(configured or (SourceRoot(""),), maps=tuple(dict.fromkeys(maps)))


def _is_here(known: PathMap, units: Units) -> bool:
    """Whether an alias stands for something of the application, not for a package."""
    place = known.targets[0].removesuffix("*").rstrip("/")
    return not place or place in units.files or place in units.facts or f"{place}/" in units.folders


def _folder(path: str) -> str:
    return path[: path.rfind("/") + 1]


def _join(folder: str, path: str) -> str | None:
    joined = posixpath.normpath(posixpath.join(folder or ".", path))
    if joined.startswith(".."):
        return None
    return "" if joined == "." else joined


def package_maps(path: str, found: dict[str, Any]) -> Iterator[PathMap]:
    """Yield the maps of a package.json: its imports, and its own name with its exports."""
    folder = _folder(path)
    imports = found.get("imports")
    for name, value in imports.items() if isinstance(imports, dict) else ():
        targets = tuple(t for v in _targets(value) if (t := _join(folder, v)) is not None)
        if targets:
            yield PathMap(folder, name, targets, "import")
    named = [v for key in ("source", "module", "main") for v in _targets(found.get(key))]
    mains = tuple(t for v in named if (t := _join(folder, v)))
    if mains:
        yield PathMap(folder, "", mains, MAIN)
    own = found.get("name")
    if not isinstance(own, str) or not own:
        return
    exports = found.get("exports")
    if isinstance(exports, dict) and any(key.startswith(".") for key in exports):
        for key, value in exports.items():
            targets = tuple(t for v in _targets(value) if (t := _join(folder, v)) is not None)
            if targets:
                yield PathMap("", own + key[1:], targets, "package")
        return
    main = [*named, *_targets(exports), "index", "src/index"]
    targets = tuple(t for v in main if (t := _join(folder, v)) is not None)
    yield PathMap("", own, targets, "package")
    yield PathMap("", own + "/*", (folder + "*",), "package")


def _targets(value: Any) -> list[str]:
    if isinstance(value, str):
        return [value]
    if isinstance(value, dict):
        return [t for v in value.values() for t in _targets(v)]
    if isinstance(value, list):
        return [t for v in value for t in _targets(v)]
    return []


def config_maps(path: str, read: Mapping[str, dict[str, Any]]) -> Iterator[PathMap]:
    """Yield the aliases that a tsconfig.json declares or inherits, for the units below it."""
    folder = _folder(path)
    base, paths, paths_from = _options(path, read, 0)
    for pattern, targets in (paths or {}).items():
        start = base if base is not None else paths_from
        found = tuple(t for v in _targets(targets) if (t := _join(start, v)) is not None)
        if found:
            yield PathMap(folder, pattern, found, "alias")
    if base is not None:
        yield PathMap(folder, "*", (base + "/*" if base.strip("/") else "*",), "base")


def _options(
    path: str, read: Mapping[str, dict[str, Any]], depth: int
) -> tuple[str | None, dict[str, Any] | None, str]:
    """Return baseUrl as a folder, paths, and the folder that those start from."""
    found = read.get(path, {})
    folder = _folder(path)
    options = found.get("compilerOptions")
    options = options if isinstance(options, dict) else {}
    base: str | None = None
    paths: dict[str, Any] | None = None
    start = folder
    for name in _named_bases(found):
        if name.startswith(".") and depth < DEEPEST:
            inherited = _join(folder, name)
            for candidate in (inherited or "", f"{inherited}.json", f"{inherited}/tsconfig.json"):
                if candidate in read:
                    base, paths, start = _options(candidate, read, depth + 1)
    own = options.get("baseUrl")
    if isinstance(own, str):
        base = _join(folder, own)
    if isinstance(options.get("paths"), dict):
        paths, start = options["paths"], folder
    return base, paths, start


def _root_folders(path: str, read: Mapping[str, dict[str, Any]], depth: int) -> tuple[str, ...]:
    """Return the folders that a tsconfig.json, or one that it extends, takes for one."""
    found = read.get(path, {})
    options = found.get("compilerOptions")
    roots = options.get("rootDirs") if isinstance(options, dict) else None
    if isinstance(roots, list):
        places = [_join(_folder(path), root) for root in _targets(roots)]
        return tuple(place for place in places if place is not None)
    inherited = (_root_folders(name, read, depth + 1) for name in _extended(path, read, depth))
    return next((roots for roots in inherited if roots), ())


def _says_node(path: str, read: Mapping[str, dict[str, Any]], depth: int) -> bool:
    """Whether a tsconfig.json, or one that it extends, finds modules as Node does, by their whole names."""
    found = read.get(path, {})
    options = found.get("compilerOptions")
    options = options if isinstance(options, dict) else {}
    for key in ("moduleResolution", "module"):
        if isinstance(options.get(key), str):
            said: str = options[key].lower()
            return said.startswith("node") and said not in ("node", "node10")
    return any(_says_node(name, read, depth + 1) for name in _extended(path, read, depth))


def _extended(path: str, read: Mapping[str, dict[str, Any]], depth: int) -> list[str]:
    """Return the configurations of the application that a configuration extends."""
    names = _named_bases(read.get(path, {}))
    above = (_join(_folder(path), name) for name in names if name.startswith(".") and depth < DEEPEST)
    return [name for name in above if name is not None and name in read]


def _named_bases(found: Mapping[str, Any]) -> list[str]:
    """Return what a configuration extends: a few names at most, since each may extend others."""
    return list(dict.fromkeys(texts_of(found.get("extends"))))[:MOST_BASES]


def move_maps(maps: tuple[PathMap, ...], relocation: Relocation) -> tuple[PathMap, ...]:
    """Return the maps as they will be when folders have gone elsewhere."""
    return tuple(
        PathMap(
            relocation.unit(m.scope) if m.scope else "", m.pattern,
            tuple(move_pattern(t, relocation) for t in m.targets), m.kind,
        )
        for m in maps
    )  # fmt: skip


def move_pattern(target: str, relocation: Relocation) -> str:
    """Return where a path, or the folder before its wildcard, goes."""
    head, star, tail = target.partition("*")
    if star:
        folder = head[: head.rfind("/") + 1]
        return (relocation.unit(folder) if folder else "") + head[len(folder) :] + star + tail
    return moved_path(target, relocation)


def moved_path(path: str, relocation: Relocation) -> str:
    """Return where a file or folder, written without a slash at its end, goes."""
    found = relocation.units.get(path)
    if found is not None:
        return found
    whole = relocation.unit(path + "/")
    if whole != path + "/":
        return whole.rstrip("/")
    for ending in (".ts", ".tsx", ".js", ".mjs", ".cjs", "/index.ts", "/index.js"):
        moved = relocation.units.get(path + ending)
        if moved is not None and moved.endswith(ending):
            return moved[: -len(ending)]
    return path


def rewrite_manifests(
    project: Project, relocation: Relocation, manifests: Mapping[str, bytes]
) -> dict[str, list[Edit]]:
    """Return the new paths in package.json and tsconfig.json of what moves."""
    edits: dict[str, list[Edit]] = {}
    for path, data in manifests.items():
        if is_bundler_config(path):
            if changed := list(moved_aliases(path, data, relocation)):
                edits[path] = changed
            continue
        folder, new_folder = _folder(path), _folder(relocation.unit(path))
        base = ""
        if path.rpartition("/")[2] in CONFIGS:
            base = str(table_at(load_json(data), "compilerOptions").get("baseUrl") or "")
        strings = [s for s in find_strings(data) if not s.is_key and not PATH_KEYS.isdisjoint(s.keys)]
        listed = {_join(folder, item.text) for item in strings if item.keys[-1:] == ("files",)}
        for item in strings:
            place = _join(folder, item.text) if relocation.gone else None
            if place in relocation.gone:
                successor = relocation.successor_of(place or "")
                if item.keys[-1:] == ("files",) and (not successor or successor in listed):
                    edits.setdefault(path, []).append(remove_string(data, item))
                elif successor:
                    text = posixpath.relpath(successor, new_folder or ".")
                    text = "./" + text if item.text.startswith("./") and not text.startswith(".") else text
                    edits.setdefault(path, []).append(Edit(item.start, item.end, escape(text).encode()))
                continue
            start = folder if "paths" not in item.keys or not base else posixpath.join(folder, base, "")
            new_start = new_folder if start == folder else posixpath.join(new_folder, base, "")
            new = _new_text(item, _clean(start), _clean(new_start), relocation)
            if new != item.text:
                edits.setdefault(path, []).append(Edit(item.start, item.end, escape(new).encode()))
    return edits


def _clean(folder: str) -> str:
    joined = posixpath.normpath(folder or ".")
    return "" if joined == "." else joined + "/"


def _new_text(item: JsonString, folder: str, new_folder: str, relocation: Relocation) -> str:
    if "scripts" in item.keys:
        return re.sub(r"[^\s'\"=]+", lambda m: _new_path(m[0], folder, new_folder, relocation), item.text)
    return _new_path(item.text, folder, new_folder, relocation)


def _new_path(text: str, folder: str, new_folder: str, relocation: Relocation) -> str:
    lead = next((start for start in ("./", JEST_ROOT) if text.startswith(start)), "")
    plain = text[len(lead) :]
    if lead == JEST_ROOT and "$" in plain:
        head, mark, tail = plain.partition("$")
        return _new_path(lead + head.rstrip("/"), folder, new_folder, relocation) + "/" + mark + tail
    if not plain or plain.startswith(("-", "#", "@", "http")):
        return text
    old = _join(folder, plain.rstrip("/"))
    if old is None or not old:
        return text
    moved = move_pattern(old, relocation)
    if moved == old and folder == new_folder:
        return text
    if moved == old and not old.startswith(folder):
        return text
    relative = posixpath.relpath(moved, new_folder or ".")
    if relative.startswith("..") and lead == "./":
        lead = ""
    return lead + relative + ("/" if plain.endswith("/") else "")
