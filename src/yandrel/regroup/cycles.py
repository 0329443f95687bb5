"""Domains that import each other in a circle."""

import networkx

from yandrel.layout.config import SHARED
from yandrel.model.graph import State
from yandrel.survey.picture import Picture


def find_domain_cycles(picture: Picture) -> list[list[str]]:
    """Return the groups of domains that import each other, directly or by others; the largest first."""
    graph: networkx.DiGraph[str] = networkx.DiGraph()
    for unit in picture.counted():
        source = picture.domain(unit)
        if source in ("", SHARED):
            continue
        for edge in picture.index.edges_of(unit):
            target = picture.domain(edge.unit) if edge.state == State.FOUND else ""
            if target not in ("", SHARED, source):
                graph.add_edge(source, target)
    groups = [sorted(group) for group in networkx.strongly_connected_components(graph) if len(group) > 1]
    return sorted(groups, key=lambda group: (-len(group), group))
