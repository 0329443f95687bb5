"""Which project must refer to which other when types go from one to another."""

from collections.abc import Mapping
from typing import TYPE_CHECKING

import networkx

from yandrel.languages.csharp.project import REFERENCE_MAP, project_of
from yandrel.languages.named.content import Content
from yandrel.languages.named.dialect import Before
from yandrel.languages.named.table import Renaming
from yandrel.model.changes import Refusal, Relocation, Rewrite
from yandrel.model.graph import Symbol

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
    for user, used, place in _uses_across(dialect, relocation, renaming, contents):
        here, there = (files.get(project_of(unit, project), "") for unit in (user[0], used))
        if not here or not there or here == there:
            continue
        if networkx.has_path(graph, here, there):
            continue
        if networkx.has_path(graph, there, here):
            why = f"{here} would have to refer to {there}, which refers to it"
            result.refusals.append(Refusal(user[1], place, why, "move what it uses as well"))
            return {}
        graph.add_edge(here, there)
        needed.setdefault(here, set()).add(there)
    return {path: frozenset(found) for path, found in needed.items()}


def _uses_across(
    dialect: "CSharpDialect", relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content]
) -> list[tuple[tuple[str, str], str, int]]:
    """Return the uses of types: new and old path of who uses, new path of what is used, the line."""
    from yandrel.languages.named.rewrite import old_scope

    before = Before(renaming)
    moved = {*relocation.units, *(symbol.unit for symbol in relocation.definitions)}
    found = []
    for unit, content in contents.items():
        scopes = [old_scope(dialect, content, number) for number in range(len(content.blocks))]
        for use in content.uses:
            if use.kind not in ("code", "attribute"):
                continue
            meant = dialect.meaning(scopes[use.block], use, before)
            place = renaming.table.find(meant, "type") if meant else None
            if place is None or not ({unit, place.unit} & moved):
                continue
            holder = next((h.name for h in content.held if h.start <= use.start < h.end), "")
            user = relocation.place(Symbol(unit, holder)).unit
            found.append(((user, unit), relocation.place(place).unit, content.line_of(use.start)))
    return found
