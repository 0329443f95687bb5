"""Resolve module specifiers, and spell a module's path from elsewhere."""

import posixpath
import re
from functools import lru_cache

import msgspec

from yandrel.languages.script.components import COMPONENTS
from yandrel.languages.script.grammar import TYPESCRIPT
from yandrel.languages.script.project import BUILT, MAIN, ROOTS
from yandrel.model.project import PathMap

FOR_TYPESCRIPT = (".ts", ".tsx", ".mts", ".cts", ".d.ts", ".js", ".jsx", ".mjs", ".cjs", ".json", ".vue")
FOR_JAVASCRIPT = (".js", ".jsx", ".mjs", ".cjs", ".json", ".ts", ".tsx", ".mts", ".cts", ".d.ts", ".vue")
WRITTEN_FOR = {
    ".js": (".ts", ".tsx", ".d.ts"), ".jsx": (".tsx", ".d.ts"), ".mjs": (".mts", ".d.mts"),
    ".cjs": (".cts", ".d.cts"),
}  # fmt: skip
WRITTEN_AS = {".ts": ".js", ".tsx": ".js", ".mts": ".mjs", ".cts": ".cjs", ".d.ts": ".js"}
KNOWN_ENDINGS = frozenset((
    ".d.ts", ".d.mts", ".d.cts", ".ts", ".tsx", ".mts", ".cts", ".js", ".jsx", ".mjs", ".cjs", ".json",
    ".vue", ".svelte", ".astro",
))  # fmt: skip
IRREGULAR = re.compile(r"^/|^\.{0,2}(?:/|\Z)|/\.{0,2}(?:/|\Z)")
"""What a path has that is not yet the shortest way to say it."""


class Led(msgspec.Struct, frozen=True):
    """A resolved specifier: the file, and how its ending was written."""

    path: str
    style: str
    via: PathMap | None = None


@lru_cache(maxsize=1 << 16)
def ending_of(path: str) -> str:
    """Return the ending of a module's path that tells its kind; nothing where it has none of those."""
    stem, dot, last = path[path.rfind("/") + 1 :].rpartition(".")
    if dot + last not in KNOWN_ENDINGS:
        return ""
    declares = ".d" + dot + last
    return declares if stem.endswith(".d") and declares in KNOWN_ENDINGS else dot + last


def is_relative(spelled: str) -> bool:
    return spelled.startswith(("./", "../")) or spelled in (".", "..")


def join_path(folder: str, spelled: str) -> str:
    """Return the path that a relative one means from a folder; `.` for the root."""
    head, slash, rest = spelled.partition("/")
    if head == "." and slash and not IRREGULAR.search(rest):
        return f"{folder}/{rest}" if folder else rest
    return posixpath.normpath(posixpath.join(folder or ".", spelled))


class Finder:
    """Finds files by specifiers, on one state of the application."""

    def __init__(self, files: frozenset[str] | set[str], maps: tuple[PathMap, ...]) -> None:
        self.files = files
        self.maps = maps
        self.mains = {m.scope.rstrip("/"): m.targets for m in maps if m.kind == MAIN}
        self._scoped: dict[str, list[PathMap]] = {}
        self._heads: dict[str, list[tuple[PathMap, str]]] = {}

    def find(self, spelled: str, unit: str) -> Led | None:
        """Return where a specifier leads from a unit, None where it leads to no file of the application."""
        if is_relative(spelled):
            joined = join_path(posixpath.dirname(unit), spelled)
            if joined.startswith(".."):
                return None
            only_folder = spelled.endswith("/") or spelled in (".", "..") or spelled.endswith("/..")
            place = "" if joined == "." else joined
            return self.find_path(place, unit, only_folder) or self.find_in_roots(place, unit, only_folder)
        for known, head in self._heads_for(unit):
            star = match_pattern(known.pattern, spelled) if spelled.startswith(head) else None
            if star is None:
                continue
            for target in known.targets:
                led = self.find_target(target.replace("*", star), unit)
                if led is not None and led.path != unit:
                    return Led(led.path, led.style, known)
        return None

    def find_in_roots(self, place: str, unit: str, only_folder: bool) -> Led | None:
        """Find a path that lies below one of several folders, which are taken for one, below the others."""
        for known in self.maps_for(unit):
            inside = _below(place, known.targets) if known.kind == ROOTS else None
            for root in known.targets if inside is not None else ():
                led = self.find_path(posixpath.join(root, inside or ""), unit, only_folder)
                if led is not None:
                    return Led(led.path, led.style, known)
        return None

    def maps_for(self, unit: str) -> list[PathMap]:
        folder = posixpath.dirname(unit)
        found = self._scoped.get(folder)
        if found is None:
            found = self._scoped[folder] = [m for m in self.maps if unit.startswith(m.scope)]
        return found

    def _heads_for(self, unit: str) -> list[tuple[PathMap, str]]:
        """Return the maps for a unit, each with what all that it fits begins with."""
        folder = posixpath.dirname(unit)
        found = self._heads.get(folder)
        if found is None:
            found = self._heads[folder] = [(m, m.pattern.partition("*")[0]) for m in self.maps_for(unit)]
        return found

    def find_target(self, path: str, unit: str) -> Led | None:
        led = self.find_path(path, unit)
        if led is None and BUILT.match(path):
            led = self.find_path(BUILT.sub("src/", path, count=1), unit)
        return led

    def find_path(self, path: str, unit: str, only_folder: bool = False) -> Led | None:
        """Return the file that a path without a suffix, or with one, means; a folder's is what it names."""
        typed = unit.endswith((*TYPESCRIPT, ".tsx", *COMPONENTS))
        led = self._find_file(path, typed) if not only_folder and path else None
        return led or self._find_main(path, typed) or self._find_index(path, typed)

    def _find_file(self, path: str, typed: bool) -> Led | None:
        files = self.files
        ending = ending_of(path)
        if path in files and not typed:
            return Led(path, "whole")
        for real in WRITTEN_FOR.get(ending, ()):
            if path[: -len(ending)] + real in files:
                return Led(path[: -len(ending)] + real, "as " + ending)
        if path in files:
            return Led(path, "whole")
        for end in FOR_TYPESCRIPT if typed else FOR_JAVASCRIPT:
            if path + end in files:
                return Led(path + end, "bare")
        return None

    def _find_main(self, folder: str, typed: bool) -> Led | None:
        """Return what the package.json of a folder names as its main file."""
        for main in self.mains.get(folder, ()):
            led = self._find_file(main, typed) or self._find_index(main, typed)
            if led is not None:
                return Led(led.path, MAIN)
        return None

    def _find_index(self, folder: str, typed: bool) -> Led | None:
        start = folder + "/index" if folder else "index"
        for end in FOR_TYPESCRIPT if typed else FOR_JAVASCRIPT:
            if start + end in self.files:
                return Led(start + end, "folder")
        return None

    # -- spelling --------------------------------------------------------------------------------

    def spell(self, old: str, led: Led, unit: str, target: str) -> str | None:
        """Return a specifier for a target in the style of an old one; None where none leads there.

        `led` says how the old one was written, `unit` is where the new one stands.
        """
        if led.via is not None and led.via.kind != "package":
            aliases = self._aliases(led.via, unit)
            texts = [(known.pattern, self._through(known, led, unit, target)) for known in aliases]
            ways = [(pattern != led.via.pattern, len(text), text) for pattern, text in texts if text]
            if ways:
                return min(ways)[2]
        elif led.via is not None:
            kept = self.find(old, unit)
            if kept is not None and kept.path == target:
                return old
            own = [m for m in self.maps_for(unit) if m.kind == "package" and _is_of_package(m.pattern, old)]
            spelled = [self._through(known, led, unit, target) for known in own]
            if any(spelled):
                return min(filter(None, spelled), key=len)
        for text in self.relative_spellings(old, led, unit, target):
            there = self.find(text, unit)
            if there is not None and there.path == target:
                return text
        return None

    def _aliases(self, via: PathMap, unit: str) -> list[PathMap]:
        return [m for m in self.maps_for(unit) if m.kind == via.kind]

    def _through(self, known: PathMap, led: Led, unit: str, target: str) -> str | None:
        for pattern in known.targets:
            for ended in _endings(target, led.style):
                star = match_pattern(pattern, ended)
                if star is None:
                    continue
                text = known.pattern.replace("*", star)
                found = self.find(text, unit)
                if found is not None and found.path == target:
                    return text
        return None

    def relative_spellings(self, old: str, led: Led, unit: str, target: str) -> list[str]:
        roots = led.via.targets if led.via is not None and led.via.kind == ROOTS else ()
        inside, around = _below(unit, roots), _below(target, roots)
        both = inside is not None and around is not None
        unit, target = (inside or "", around or "") if both else (unit, target)
        start = posixpath.dirname(unit) or "."
        out = []
        of_folders = self.folders_of(target) if led.style == MAIN else []
        for ended in [*of_folders, *_endings(target, led.style)]:
            text = posixpath.relpath(ended or ".", start)
            if not text.startswith("."):
                text = "./" + text
            whole = target[len(ended) :].startswith("/index.") or not ended or ended in of_folders
            if old.endswith("/") and led.style in ("folder", MAIN) and whole and not text.endswith("/"):
                text += "/"
            out.append(text)
        return out

    def folders_of(self, target: str) -> list[str]:
        """Return the folders that name a file as their main one, the nearest first."""
        leading = [(folder, self._find_main(folder, typed=False)) for folder in self.mains]
        found = [folder for folder, led in leading if led is not None and led.path == target]
        return sorted(found, key=len, reverse=True)


def _is_of_package(pattern: str, spelled: str) -> bool:
    """Whether a pattern is one of the package that a specifier names."""
    parts = 2 if spelled.startswith("@") else 1
    return pattern.split("/")[:parts] == spelled.split("/")[:parts]


def _below(path: str, roots: tuple[str, ...]) -> str | None:
    """Return a path as it is below the longest of some folders; None where it lies below none."""
    held = [root for root in roots if not root or path.startswith(root + "/")]
    root = max(held, key=len, default=None)
    return None if root is None else path[len(root) :].lstrip("/")


def match_pattern(pattern: str, text: str) -> str | None:
    """Return what the wildcard stands for, "" where there is none and the text is the pattern."""
    head, star, tail = pattern.partition("*")
    if not star:
        return "" if text == pattern else None
    if text.startswith(head) and text.endswith(tail) and len(text) >= len(head) + len(tail):
        return text[len(head) : len(text) - len(tail)]
    return None


def _endings(target: str, style: str) -> list[str]:
    """Return the ways to write a target's end, the one in the old style first."""
    ending = ending_of(target)
    stem = target[: -len(ending)] if ending else target
    index = stem.rpartition("/")[2] == "index"
    folder = stem.rpartition("/")[0]
    as_js = stem + WRITTEN_AS.get(ending, ending)
    if style == "whole":
        return [target, as_js]
    if style.startswith("as "):
        written = style[3:]
        return [stem + written, as_js, target] if ending in WRITTEN_FOR.get(written, ()) else [as_js, target]
    if index and style == "folder":
        return [folder, stem, as_js, target]
    if ending == ".json":
        return [target]
    return [stem, *([folder] if index else []), target, as_js]
