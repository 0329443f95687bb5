"""Circles of what loads what."""

import networkx
from hypothesis import given
from hypothesis import strategies as some

from yandrel.languages.circles import find_strong_groups

NAMES = some.sampled_from("abcdefgh")


def test_a_circle_and_what_hangs_on_it() -> None:
    loads = {"a": ["b"], "b": ["c"], "c": ["a", "d"], "d": [], "e": ["a"]}
    assert [sorted(group) for group in find_strong_groups(loads)] == [["a", "b", "c"]]


def test_what_loads_itself_is_no_circle() -> None:
    assert find_strong_groups({"a": ["a"], "b": ["elsewhere"]}) == []


@given(some.dictionaries(NAMES, some.lists(NAMES)))
def test_groups_are_those_of_another_reckoning(loads: dict[str, list[str]]) -> None:
    graph: networkx.DiGraph[str] = networkx.DiGraph()
    graph.add_nodes_from(loads)
    graph.add_edges_from((a, b) for a, found in loads.items() for b in found if b in loads)
    wanted = {frozenset(g) for g in networkx.strongly_connected_components(graph) if len(g) > 1}
    assert {frozenset(group) for group in find_strong_groups(loads)} == wanted
