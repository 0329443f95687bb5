"""What the targets of a package depend on, and what they must depend on when files go from one to another."""

import re
from collections.abc import Iterator

import networkx

from yandrel.languages.swift.targets import Target, closing, find_targets, module_of
from yandrel.model.changes import Edit
from yandrel.model.project import PathMap, Project

DEPENDENCY_MAP = "dependency"
LISTED_IN = "listed in"
ITEM = "item"
LIST = re.compile(rb"\bdependencies\s*:\s*(\[)?")
FIRST_NAME = re.compile(rb'"([^"]+)"')
NAME_ALONE = re.compile(rb'\s*name\s*:\s*"[^"]*"')
BY_TESTS_ALONE = ("executableTarget", "macro")
NEVER = ("testTarget", "plugin")


def read_dependencies(manifest: str, folder: str, target: Target) -> Iterator[PathMap]:
    """Yield what a target depends on, where that is said, and in what words."""
    _, _, listed = target.text.partition(b"dependencies")
    named = (module_of(found.group(1).decode("utf-8", "replace")) for found in FIRST_NAME.finditer(listed))
    yield PathMap(folder, target.module, tuple(named), DEPENDENCY_MAP)
    if _can_be_extended(target):
        yield PathMap(folder, target.module, (manifest, target.kind.decode(), target.name), LISTED_IN)
    items = tuple(f"{module} {text}" for module, text in find_items(target))
    yield PathMap(folder, target.module, items, ITEM)


def find_items(target: Target) -> Iterator[tuple[str, str]]:
    """Yield each dependency that a target lists: the module, and the words."""
    found = LIST.search(target.text)
    if found is None or not found[1]:
        return
    end = closing(target.text, found.end())
    start, depth = found.end(), 0
    for at in range(found.end(), end + 1):
        letter = target.text[at : at + 1]
        depth += {b"(": 1, b"[": 1, b")": -1, b"]": -1}.get(letter, 0)
        if at == end or (letter == b"," and depth == 0):
            text = target.text[start:at].strip()
            name = FIRST_NAME.search(text)
            if name is not None:
                yield module_of(name[1].decode("utf-8", "replace")), text.decode("utf-8", "replace")
            start = at + 1


def _can_be_extended(target: Target) -> bool:
    """Whether what a target depends on is written where it stands, and not computed."""
    found = LIST.search(target.text)
    return found is None or bool(found[1])


class Dependencies:
    """What targets depend on, with what they are to depend on as well."""

    def __init__(self, project: Project) -> None:
        self.listed_in = {m.pattern: m.targets for m in project.maps if m.kind == LISTED_IN}
        self.items = {
            (m.pattern, *text.split(" ", 1)) for m in project.maps if m.kind == ITEM for text in m.targets
        }
        self.targets = {m.pattern for m in project.maps if m.kind == DEPENDENCY_MAP}
        self.graph: networkx.DiGraph[str] = networkx.DiGraph()
        for item in project.maps:
            if item.kind == DEPENDENCY_MAP:
                self.graph.add_node(item.pattern)
                self.graph.add_edges_from((item.pattern, target) for target in item.targets)
        self.needed: dict[str, set[str]] = {}

    def is_lacking(self, here: str, there: str) -> bool:
        """Whether a target of a package does not say that it depends on a module."""
        return here in self.targets and here != there and not self.graph.has_edge(here, there)

    def add(self, here: str, there: str, old: str) -> tuple[str, str] | None:
        """Let a target depend on a module, as the old target says it; return why and what to do where that
        cannot be."""
        if there in self.graph and networkx.has_path(self.graph, there, here):
            return (
                f"{here} would have to depend on {there}, which depends on it",
                "move what it uses as well, or choose another place",
            )
        item = self.item_for(here, there, old)
        if not item:
            why = f"{here} would have to depend on {there}, and Package.swift does not say so"
            return why, "add the dependency first"
        manifest, _, name = self.listed_in[here]
        self.graph.add_edge(here, there)
        self.needed.setdefault(manifest, set()).add(f"{name}\n{item}")
        return None

    def item_for(self, here: str, there: str, old: str) -> str:
        """Return the words by which a target can depend on a module; nothing where there are none."""
        manifest, kind, _ = self.listed_in.get(here, ("", "", ""))
        other = self.listed_in.get(there)
        if not manifest:
            return ""
        if other is not None and other[0] == manifest:
            barred = NEVER if kind == "testTarget" else (*NEVER, *BY_TESTS_ALONE)
            return "" if other[1] in barred else f'"{other[2]}"'
        if self.listed_in.get(old, ("",))[0] != manifest:
            return ""
        return next((text for m, module, text in self.items if (m, module) == (old, there)), "")


def depend(data: bytes, added: frozenset[str]) -> list[Edit]:
    """Return the edits after which targets depend on more; each of these is a target's name and the words."""
    wanted: dict[str, list[str]] = {}
    for entry in sorted(added):
        name, _, item = entry.partition("\n")
        wanted.setdefault(name, []).append(item)
    return [_extend(target, wanted[target.name]) for target in find_targets(data) if target.name in wanted]


def _extend(target: Target, items: list[str]) -> Edit:
    found = LIST.search(target.text)
    if found is None:
        name = NAME_ALONE.match(target.text)
        at = target.at + (name.end() if name is not None else 0)
        line = re.match(rb"\s*?(\r?\n[ \t]*)name", target.text)
        between = line[1].decode() if line is not None else " "
        return Edit(at, at, f",{between}dependencies: [{', '.join(items)}]".encode())
    end = closing(target.text, found.end())
    inside = target.text[found.end() : end]
    last = target.at + found.end() + len(inside.rstrip())
    if not inside.strip():
        return Edit(last, last, ", ".join(items).encode())
    line = re.search(rb"(\r?\n[ \t]*)\S[^\n]*\s*\Z", inside)
    between = line[1].decode() if line is not None else " "
    ends_open = inside.rstrip().endswith(b",")
    text = "".join(("" if ends_open and n == 0 else ",") + between + item for n, item in enumerate(items))
    return Edit(last, last, (text + ("," if ends_open else "")).encode())
