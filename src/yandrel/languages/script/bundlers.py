"""Aliases of the tools that bundle modules, read from their configuration without running it."""

import posixpath
import re
from collections.abc import Iterator

from yandrel.languages.registry import BUNDLER_CONFIGS
from yandrel.model.changes import Edit, Relocation
from yandrel.model.project import PathMap
from yandrel.model.untyped import parse_json, texts_of

ALIASES = re.compile(r"\balias['\"]?\s*+:\s*+(?:\w++\()?\s*+(?P<open>[{\[])")
PLACE = (
    r"(?:(?:path\.)?(?:resolve|join)\(\s*(?:__dirname|import\.meta\.dirname|process\.cwd\(\))\s*,\s*"
    r"(?P<joined>['\"][^)]*['\"])\s*\)"
    r"|(?:fileURLToPath\(\s*)?new\s+URL\(\s*['\"](?P<url>[^'\"]+)['\"]\s*,\s*import\.meta\.url\s*\)"
    r"|['\"](?P<plain>[^'\"\n]+)['\"])"
)
ENTRY = re.compile(r"(?P<quote>['\"]?)(?P<name>[@~#$\w][\w@~#$./*-]{0,60}+)(?P=quote)\s*+:\s*+" + PLACE)
FOUND = re.compile(
    r"\bfind\s*:\s*['\"](?P<name>[^'\"\n]+)['\"]\s*,\s*(?:\w+\s*:\s*\w+\s*,\s*)?replacement\s*:\s*" + PLACE
)
COMMENT = re.compile(r"(?<!:)//[^\n]*|/\*.*?\*/", re.DOTALL)
CLOSING = {"{": "}", "[": "]"}
BY_HABIT = (
    (re.compile(r"\blaravel\s*\("), "@", "resources/js"),
    (re.compile(r"\bsveltekit\s*\("), "$lib", "src/lib"),
)
"""Aliases that are there, unless others are written, where a plug-in is used."""


def is_bundler_config(path: str) -> bool:
    return path.rpartition("/")[2] in BUNDLER_CONFIGS


def bundler_maps(path: str, data: bytes) -> Iterator[PathMap]:
    """Yield the aliases that a configuration writes down, for the units of its folder."""
    folder = path[: path.rfind("/") + 1]
    text = _without_comments(data)
    places = {found["name"]: place for found in _aliases(text) if (place := _place(found))}
    if path.endswith("vue.config.js"):
        places.setdefault("@", "src")
    for used, name, place in BY_HABIT:
        if used.search(text):
            places.setdefault(name, place)
    for name, place in places.items():
        target = posixpath.normpath(posixpath.join(folder or ".", place.lstrip("/")))
        if not target.startswith(".."):
            yield from _maps(folder, name, "" if target == "." else target)


def _maps(folder: str, name: str, target: str) -> Iterator[PathMap]:
    stem = name.removesuffix("/*").removesuffix("$").rstrip("/")
    target = target.removesuffix("/*")
    yield PathMap(folder, stem, (target,), "alias")
    yield PathMap(folder, stem + "/*", (posixpath.join(target, "*"),), "alias")


def moved_aliases(path: str, data: bytes, relocation: Relocation) -> Iterator[Edit]:
    """Yield the edits of the places that are written as plain paths; others are code, and change as such."""
    folder = path[: path.rfind("/") + 1]
    for found in _aliases(_without_comments(data)):
        place = found["plain"]
        if not place or is_unsure(place):
            continue
        clean = place.removesuffix("/*").rstrip("/")
        target = posixpath.normpath(posixpath.join(folder or ".", clean.lstrip("/")))
        moved = relocation.unit(target)
        moved = moved if moved != target else relocation.unit(target + "/").rstrip("/")
        if moved != target:
            text = posixpath.relpath(moved, folder or ".")
            lead = next((lead for lead in ("./", "/") if place.startswith(lead)), "")
            start = found.start("plain")
            before = len(data.decode("utf-8", "replace")[:start].encode())
            yield Edit(before, before + len(clean.encode()), (lead + text).encode())


def is_unsure(place: str) -> bool:
    """Whether a text names a package rather than a folder."""
    return not place.startswith((".", "/")) and "/" not in place


def _without_comments(data: bytes) -> str:
    return COMMENT.sub(lambda found: re.sub(r"[^\n]", " ", found[0]), data.decode("utf-8", "replace"))


def _parts(text: str) -> Iterator[tuple[int, int]]:
    """Yield where each list of aliases begins and ends."""
    for found in ALIASES.finditer(text):
        opening = found["open"]
        depth, at = 1, found.end()
        while depth and at < len(text):
            depth += (text[at] == opening) - (text[at] == CLOSING[opening])
            at += 1
        yield found.end(), at - 1


def _aliases(text: str) -> Iterator[re.Match[str]]:
    for start, end in _parts(text):
        for pattern in (ENTRY, FOUND):
            found = pattern.finditer(text, start, end)
            yield from (alias for alias in found if alias["name"] not in ("find", "replacement"))


def _place(found: re.Match[str]) -> str:
    place = found["url"] or found["plain"] or _joined(found["joined"])
    return "" if found["plain"] and is_unsure(place) else place


def _joined(text: str | None) -> str:
    """Return the path that strings with commas between them are joined to; nothing where one is computed."""
    try:
        parts = parse_json("[" + (text or "").replace("'", '"') + "]")
    except ValueError:
        return ""
    names = texts_of(parts)
    return posixpath.join(*names) if names and len(names) == len(parts) else ""
