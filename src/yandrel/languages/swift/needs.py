"""Find the target dependencies that a move of files makes necessary."""

import networkx

from yandrel.languages.swift.dependencies import DEPENDENCY_MAP, ITEM, LISTED_IN
from yandrel.model.project import Project

BY_TESTS_ALONE = ("executableTarget", "macro")
NEVER = ("testTarget", "plugin")


class Dependencies:
    """The dependencies of targets, with those to be added."""

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
