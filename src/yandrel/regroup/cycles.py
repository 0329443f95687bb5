"""Domains that import each other in a circle."""

import networkx

from yandrel.survey.comparison import imports_between
from yandrel.survey.picture import Picture


def find_domain_cycles(picture: Picture) -> list[list[str]]:
    """Return the groups of domains that import each other, directly or by others; the largest first."""
    graph: networkx.DiGraph[str] = networkx.DiGraph(imports_between(picture))
    groups = [sorted(group) for group in networkx.strongly_connected_components(graph) if len(group) > 1]
    return sorted(groups, key=lambda group: (-len(group), group))
