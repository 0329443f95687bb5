"""Find the project references that a move of types makes necessary."""

from collections.abc import Mapping
from typing import TYPE_CHECKING

import networkx

from yandrel.languages.csharp.project import REFERENCE_MAP, project_of
from yandrel.languages.named.across import find_uses_across
from yandrel.languages.named.content import Content
from yandrel.languages.named.table import Renaming
from yandrel.model.changes import Refusal, Relocation, Rewrite

if TYPE_CHECKING:
    from yandrel.languages.csharp.dialect import CSharpDialect


def find_references(
    dialect: "CSharpDialect",
    relocation: Relocation,
    renaming: Renaming,
    contents: Mapping[str, Content],
    result: Rewrite,
) -> dict[str, frozenset[str]]:
    """Return the project files that must newly refer to others; a circle of them is refused."""
    project = dialect.view.project
    files = {path[: path.rfind("/") + 1]: path for path in project.listed}
    graph: networkx.DiGraph[str] = networkx.DiGraph()
    graph.add_nodes_from(project.listed)
    for item in project.maps:
        if item.kind == REFERENCE_MAP:
            graph.add_edges_from((item.pattern, target) for target in item.targets)
    needed: dict[str, set[str]] = {}
    for use in find_uses_across(dialect, relocation, renaming, contents):
        here, there = (files.get(project_of(unit, project), "") for unit in (use.new_user, use.new_used))
        if not here or not there or here == there:
            continue
        before = [files.get(project_of(unit, project), "") for unit in (use.user, use.used.unit)]
        if all(before) and before[0] != before[1] and not networkx.has_path(graph, *before):
            continue  # It links the file, and goes on linking what it needs.
        if networkx.has_path(graph, here, there):
            continue
        if networkx.has_path(graph, there, here):
            why = f"{here} would have to refer to {there}, which refers to it"
            along = (use.used,)
            result.refusals.append(Refusal(use.user, use.line, why, "move what it uses as well", along=along))
            return {}
        graph.add_edge(here, there)
        needed.setdefault(here, set()).add(there)
    return {path: frozenset(found) for path, found in needed.items()}
