"""The graph of an earlier run: what has not changed since need not be resolved again."""

import time
from collections.abc import Iterator, Mapping
from contextlib import suppress

import msgspec

from yandrel.files.walk import Tree
from yandrel.index.store import FactStore
from yandrel.model.facts import Facts
from yandrel.model.graph import Resolved, State
from yandrel.model.project import Project

NAME = "graph"
RACY_NS = 2_000_000_000
"""A file younger than this could change again without its time telling."""

_decoder = msgspec.msgpack.Decoder(Resolved)


class GraphMemory(msgspec.Struct, array_like=True):
    """The resolved units of one run, packed one by one.

    `loose` are units with imports that lead nowhere or that cannot be followed.
    """

    version: str
    stats: dict[str, tuple[int, int]]
    projects: dict[str, Project]
    resolved: dict[str, msgspec.Raw]
    loose: list[str]


class Recalled(Mapping[str, Resolved]):
    """Resolved units by path, unpacked when asked for; without those that may have changed."""

    def __init__(self, packed: Mapping[str, msgspec.Raw], without: set[str]) -> None:
        self._packed = packed
        self._without = without

    def get(self, unit: str, default: object = None) -> Resolved | None:  # type: ignore[override]
        packed = self._packed.get(unit)
        if packed is None or unit in self._without:
            return None
        return _decoder.decode(packed)

    def __getitem__(self, unit: str) -> Resolved:
        found = self.get(unit)
        if found is None:
            raise KeyError(unit)
        return found

    def __iter__(self) -> Iterator[str]:
        return (unit for unit in self._packed if unit not in self._without)

    def __len__(self) -> int:
        return sum(1 for _ in self)


def recall(store: FactStore | None, version: str) -> GraphMemory | None:
    """Return the graph of the last run, where it was of this version of Yandrel."""
    packed = store.read_latest(NAME) if store is not None else None
    if packed is None:
        return None
    with suppress(msgspec.DecodeError, msgspec.ValidationError):
        memory = msgspec.msgpack.decode(packed, type=GraphMemory)
        return memory if memory.version == version else None
    return None


def changed_since(memory: GraphMemory, tree: Tree) -> set[str] | None:
    """Return the files that differ from those remembered; None where some came or went."""
    now = {path: stats[:2] for path, stats in tree.stats.items()}
    if now.keys() != memory.stats.keys():
        return None
    return {path for path, stats in now.items() if memory.stats[path] != stats}


def mentioning(memory: GraphMemory, paths: set[str]) -> set[str]:
    """Return the units whose references lead to one of the paths, and perhaps a few others."""
    tokens = [path.encode() for path in paths]
    return {
        unit
        for unit, packed in memory.resolved.items()
        for data in [bytes(packed)]
        if any(token in data for token in tokens)
    }


def surface(facts: Facts) -> object:
    """Return what other units can see of a unit; equal for facts that differ in places alone."""
    return (
        [(i.module, [(n.name, n.alias) for n in i.names], i.whole, i.when, i.nested) for i in facts.imports],
        [
            (
                d.name,
                d.kind,
                d.bases,
                d.marks,
                d.members,
                d.value,
                d.conditional,
                d.owner,
                d.namespace,
                d.hidden,
            )
            for d in facts.definitions
        ],
        facts.namespaces,
        facts.bound,
        facts.exports,
        facts.open,
        facts.calls,
        bool(facts.problems),
    )


def remember(
    store: FactStore,
    version: str,
    tree: Tree,
    projects: Mapping[str, Project],
    resolved: Mapping[str, Resolved],
) -> None:
    """Keep the graph for the next run."""
    encode = msgspec.msgpack.Encoder().encode
    unsure = (State.MISSING, State.UNCERTAIN)
    limit = time.time_ns() - RACY_NS
    memory = GraphMemory(
        version,
        {path: (size, 0 if mtime > limit else mtime) for path, (size, mtime, _) in tree.stats.items()},
        dict(projects),
        {unit: msgspec.Raw(encode(found)) for unit, found in resolved.items()},
        [unit for unit, found in resolved.items() if any(e.state in unsure for e in found.edges)],
    )
    store.write_snapshot(NAME, version.encode(), encode(memory))


def is_racy(tree: Tree) -> bool:
    """Whether a file is so new that it could change again without its time telling."""
    limit = time.time_ns() - RACY_NS
    return any(found[1] > limit for found in tree.stats.values())
