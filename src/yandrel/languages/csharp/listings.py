"""Lists of files in project files: what goes from one project to another leaves one list for the other."""

import re
from collections.abc import Iterator, Mapping
from posixpath import normpath, relpath

from yandrel.model.changes import Edit, Relocation
from yandrel.model.project import Project

ITEM = re.compile(
    rb"<(Compile|Content|EmbeddedResource|None|Page)\s+Include\s*=\s*\"([^\"*$]+)\"[^>/]*(?:/>|>.*?</\1\s*>)",
    re.DOTALL,
)
LINK = re.compile(rb"(<Link>)([^<]*)(</Link>)")
LISTS = b"<Compile Include"
FINDS_ALL = b"Sdk="
SOURCE = ".cs"


def lists_files(data: bytes) -> bool:
    """Whether a project file lists what is compiled, instead of taking all that lies in its folder."""
    return LISTS in data and FINDS_ALL not in data


def resolve_path(base: str, text: bytes) -> str:
    """Return the path from the application's root that a project file in a folder means."""
    return normpath(base + text.decode("utf-8", "replace").replace("\\", "/"))


class Listings:
    """The lists of all project files, and what a relocation changes in them."""

    def __init__(self, project: Project, relocation: Relocation, manifests: Mapping[str, bytes]) -> None:
        self.relocation = relocation
        self.manifests = {
            path: data
            for path, data in manifests.items()
            if path.endswith(".csproj") and lists_files(data) and path in project.listed
        }
        self.homes: dict[str, list[str]] = {}
        for path in project.listed:
            self.homes.setdefault(_folder(relocation.unit(path)), []).append(path)
        self.items = {
            path: {resolve_path(_folder(path), found[2]): found for found in ITEM.finditer(data)}
            for path, data in self.manifests.items()
        }
        self.removed: dict[str, list[tuple[int, int]]] = {}
        self.inserted: dict[str, dict[int, list[bytes]]] = {}

    def edits(self) -> tuple[dict[str, list[Edit]], dict[str, list[tuple[int, int]]]]:
        """Return the edits, and the spans in which nothing else needs to be said anew."""
        for path in self.manifests:
            for unit, item in self.items[path].items():
                self.settle_item(path, unit, item)
        for origin, unit in self.new_files():
            self.list_new(origin, unit)
        self.link_targets()
        edits: dict[str, list[Edit]] = {}
        for path, spans in self.removed.items():
            edits.setdefault(path, []).extend(Edit(start, end, b"") for start, end in spans)
        for path, places in self.inserted.items():
            edits.setdefault(path, []).extend(Edit(at, at, b"".join(t)) for at, t in places.items())
        return edits, self.removed

    def homes_of(self, unit: str) -> list[str]:
        """Return the project files that a new path belongs to, by their old paths; there may be several."""
        folder = _folder(unit)
        while folder not in self.homes:
            if not folder:
                return []
            folder = _folder(folder[:-1])
        return self.homes[folder]

    def settle_item(self, path: str, unit: str, item: re.Match[bytes]) -> None:
        """Take a file that goes out of a list, and put it into that of the project where it arrives."""
        if unit in self.relocation.gone:
            self.removed.setdefault(path, []).append(self.lines_of(path, item))
            return
        if not unit.startswith(_folder(path)):
            return
        new = self.relocation.unit(unit)
        homes = self.homes_of(new)
        if new == unit or not homes or path in homes:
            return
        start, end = self.lines_of(path, item)
        self.removed.setdefault(path, []).append((start, end))
        for home in homes:
            if home in self.manifests:
                self.insert(home, self.end_of_list(home), path, item, new)

    def link_targets(self) -> None:
        """Link where definitions go in each project that links the file which they come from."""
        pairs = {(s.unit, t.unit) for s, t in self.relocation.definitions.items() if t.unit.endswith(SOURCE)}
        for origin, target in sorted(pairs):
            for path, items in self.items.items():
                linked = origin in items and not origin.startswith(_folder(path))
                if linked and target not in items and target != self.relocation.unit(origin):
                    self.insert(
                        path, self.lines_of(path, items[origin])[1], path, items[origin], target, origin
                    )

    def new_files(self) -> Iterator[tuple[str, str]]:
        """Yield files that no list has yet, with the file that each comes out of."""
        known = {unit for items in self.items.values() for unit in items}
        for old, new in self.relocation.units.items():
            if old.endswith(SOURCE) and old not in known and old != new:
                yield old, new
        for symbol, target in self.relocation.definitions.items():
            if target.unit.endswith(SOURCE) and target.unit != self.relocation.unit(symbol.unit):
                if target.unit not in known and target.unit not in self.relocation.units.values():
                    known.add(target.unit)
                    yield symbol.unit, target.unit

    def list_new(self, origin: str, unit: str) -> None:
        """List a new file where the file that it comes out of is listed; else in all lists of its folder."""
        lists = [home for home in self.homes_of(unit) if self.items.get(home)]
        for home in [home for home in lists if origin in self.items[home]] or lists:
            item = self.items[home].get(origin)
            at = self.end_of_list(home) if item is None else self.lines_of(home, item)[1]
            self.insert(home, at, home, item or self.last_item(home), unit)

    def insert(
        self, home: str, at: int, origin: str, like: re.Match[bytes], unit: str, linked: str = ""
    ) -> None:
        """List a file, in the words in which another is listed; `linked` is that one, where it is a link."""
        start, end = self.lines_of(origin, like)
        line = self.manifests[origin][start:end]
        base = _folder(self.relocation.unit(home)).rstrip("/") or "."
        written = relpath(unit, base).encode()
        if b"/" not in like[2]:
            written = written.replace(b"/", b"\\")
        text = line.replace(b'"' + like[2] + b'"', b'"' + written + b'"', 1)
        text = LINK.sub(lambda found: _linked_as(found, linked, unit), text) if linked else text
        if text not in self.inserted.setdefault(home, {}).setdefault(at, []):
            self.inserted[home][at].append(text)

    def last_item(self, path: str) -> re.Match[bytes]:
        compiled = [item for item in self.items[path].values() if item[1] == b"Compile"]
        return max(compiled, key=lambda item: item.start())

    def end_of_list(self, path: str) -> int:
        return self.lines_of(path, self.last_item(path))[1]

    def lines_of(self, path: str, item: re.Match[bytes]) -> tuple[int, int]:
        """Return the span of the whole lines of an item."""
        data = self.manifests[path]
        end = data.find(b"\n", item.end())
        return data.rfind(b"\n", 0, item.start()) + 1, len(data) if end < 0 else end + 1


def _linked_as(found: re.Match[bytes], old: str, new: str) -> bytes:
    """Return the name that a link shows, when it leads to another file; as deep below as it was."""
    shown = found[2].decode("utf-8", "replace").replace("\\", "/").split("/")
    depth = len(old.split("/")) - len(shown)
    if depth < 0 or old.split("/")[depth:] != shown:
        return found[1] + new.rpartition("/")[2].encode() + found[3]
    separator = b"/" if b"/" in found[2] else b"\\"
    return found[1] + separator.join(part.encode() for part in new.split("/")[depth:]) + found[3]


def _folder(path: str) -> str:
    return path[: path.rfind("/") + 1]
