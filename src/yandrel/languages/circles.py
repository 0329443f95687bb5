"""Find groups of files that load each other."""

from collections.abc import Iterable, Mapping


def find_strong_groups(loads: Mapping[str, Iterable[str]]) -> list[list[str]]:
    """Return the strongly connected groups of more than one unit, by what each unit loads."""
    units = list(loads)
    index = {unit: number for number, unit in enumerate(units)}
    edges = [[index[target] for target in loads[unit] if target in index] for unit in units]
    return [[units[n] for n in group] for group in strong_groups(edges) if len(group) > 1]


def strong_groups(edges: list[list[int]]) -> list[list[int]]:
    """Return the strongly connected groups of a graph of numbered nodes.

    Source: Tarjan's algorithm, without recursion.
    """
    order = [-1] * len(edges)
    low = [0] * len(edges)
    held = [False] * len(edges)
    stack: list[int] = []
    groups: list[list[int]] = []
    count = 0
    for root in range(len(edges)):
        if order[root] >= 0:
            continue
        work = [(root, 0)]
        while work:
            node, position = work.pop()
            if not position:
                order[node] = low[node] = count
                count += 1
                stack.append(node)
                held[node] = True
            descended = False
            following = edges[node]
            while position < len(following):
                other = following[position]
                position += 1
                if order[other] < 0:
                    work.append((node, position))
                    work.append((other, 0))
                    descended = True
                    break
                if held[other]:
                    low[node] = min(low[node], order[other])
            if descended:
                continue
            if low[node] == order[node]:
                group = []
                while True:
                    member = stack.pop()
                    held[member] = False
                    group.append(member)
                    if member == node:
                        break
                groups.append(group[::-1])
            if work:
                parent = work[-1][0]
                low[parent] = min(low[parent], low[node])
    return groups
