"""The index: an application's files, the facts of its units, and the graph of each language."""

import hashlib
import time
from abc import abstractmethod
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from pathlib import Path
from typing import TypeVar, overload

import msgspec

from yandrel import __version__
from yandrel.files.contents import ChangedFiles, Changes, DiskFiles, Files
from yandrel.files.text import Source, decode_source
from yandrel.files.walk import Tree
from yandrel.index.memory import (
    RACY_NS,
    GraphMemory,
    Recalled,
    changed_since,
    mentioning,
    recall,
    remember,
    surface,
)
from yandrel.index.parse import facts_of_bytes, parse_files
from yandrel.index.scanning import is_looked_at
from yandrel.index.store import FactStore, Row
from yandrel.languages.protocol import Language, PathLoading, View
from yandrel.languages.registry import (
    VERSIONS,
    is_manifest,
    language_of,
    load_language,
)
from yandrel.model.facts import Facts, Problem
from yandrel.model.graph import Edge
from yandrel.model.project import Project, SourceRoot, Units, folders_of

T = TypeVar("T")
MANY_WORDS = 40
Progress = Callable[[int, int], None]
_facts_decoder = msgspec.msgpack.Decoder(Facts)


class UnitFacts(Mapping[str, Facts]):
    """Facts by path."""

    @abstractmethod
    def add_problems(self, path: str, problems: tuple[Problem, ...]) -> None:
        """Note problems that were found by a closer look."""


class PackedFacts(UnitFacts):
    """Facts by path, unpacked when asked for."""

    def __init__(self, packed: dict[str, bytes]) -> None:
        self._packed = packed
        self._facts: dict[str, Facts] = {}

    def __getitem__(self, path: str) -> Facts:
        found = self._facts.get(path)
        if found is None:
            found = self._facts[path] = _facts_decoder.decode(self._packed[path])
        return found

    def add_problems(self, path: str, problems: tuple[Problem, ...]) -> None:
        self._facts[path] = msgspec.structs.replace(self[path], problems=problems)

    def __contains__(self, path: object) -> bool:
        return path in self._packed

    def __iter__(self) -> Iterator[str]:
        return iter(self._packed)

    def __len__(self) -> int:
        return len(self._packed)


class OverlaidFacts(UnitFacts):
    """The facts after a change: old ones under new paths, new ones for what was edited."""

    def __init__(self, base: Mapping[str, Facts], moved: Mapping[str, str], fresh: dict[str, Facts]) -> None:
        self._base: Mapping[str, Facts] = base
        self._fresh = fresh
        self._old: dict[str, str]
        below: Mapping[str, str] = {path: path for path in base}
        if isinstance(base, OverlaidFacts):  # in one layer, however many changes there are
            known = {moved.get(path, path): facts for path, facts in base._fresh.items()}
            known.pop("", None)
            self._base, self._fresh, below = base._base, {**known, **fresh}, base._old
        self._old = {new: old for path, old in below.items() if (new := moved.get(path, path))}

    def __getitem__(self, path: str) -> Facts:
        found = self._fresh.get(path)
        return found if found is not None else self._base[self._old[path]]

    def renew(self, path: str, facts: Facts) -> None:
        """Take the facts of a new text."""
        self._fresh[path] = facts

    def add_problems(self, path: str, problems: tuple[Problem, ...]) -> None:
        self._fresh[path] = msgspec.structs.replace(self[path], problems=problems)

    def __contains__(self, path: object) -> bool:
        return path in self._fresh or path in self._old

    def __iter__(self) -> Iterator[str]:
        yield from self._old
        yield from (path for path in self._fresh if path not in self._old)

    def __len__(self) -> int:
        return len(set(self._old) | set(self._fresh))


class OfLanguage(Mapping[str, Facts]):
    """The facts of one language's units out of those of all."""

    def __init__(self, facts: Mapping[str, Facts], language: str) -> None:
        self._facts = facts
        self._units = {path: None for path in facts if language_of(path) == language}

    def __getitem__(self, path: str) -> Facts:
        if path not in self._units:
            raise KeyError(path)
        return self._facts[path]

    @overload
    def get(self, path: str, /) -> Facts | None: ...
    @overload
    def get(self, path: str, /, default: Facts | T) -> Facts | T: ...
    def get(self, path: str, /, default: object = None) -> object:
        """Return the facts of a unit, or something else for what is none: asked far more often than all."""
        return self._facts[path] if path in self._units else default

    def __contains__(self, path: object) -> bool:
        return path in self._units

    def __iter__(self) -> Iterator[str]:
        return iter(self._units)

    def __len__(self) -> int:
        return len(self._units)


@dataclass
class CodeIndex:
    """All that is known of an application's code.

    `changed` are the units that differ from those of the last run, and whether others can see it;
    None where too much is different to tell.
    """

    root: Path
    tree: Tree
    facts: UnitFacts
    key: bytes
    views: dict[str, View] = field(default_factory=dict)
    projects: dict[str, Project] = field(default_factory=dict)
    changed: Mapping[str, bool] | None = None
    recalled: bool = False
    configured: tuple[SourceRoot, ...] = ()
    memory: GraphMemory | None = None
    files: Files = field(default_factory=lambda: DiskFiles(Path()))

    @property
    def languages(self) -> list[str]:
        return sorted(self.views)

    def language(self, unit: str) -> Language:
        return load_language(language_of(unit) or "")

    def view(self, unit: str) -> View:
        return self.views[language_of(unit) or ""]

    def edges_of(self, unit: str) -> tuple[Edge, ...]:
        return self.view(unit).edges_of(unit)

    def namespace_of(self, unit: str) -> str:
        return self.view(unit).namespace_of(unit)

    def read_raw(self, path: str) -> bytes:
        """Return the bytes of a file; raises OSError where it cannot be read or is no plain file."""
        return self.files.read(path)

    def holds(self, path: str, text: str) -> bool:
        """Whether a file has a text; not where it cannot be read."""
        try:
            return text.encode() in self.read_raw(path)
        except OSError:
            return False

    def loads_of(self, path: str) -> Sequence[tuple[str, int]]:
        """Return the relative paths by which a file loads others without an import, each with its line."""
        language = self.language(path)
        if not isinstance(language, PathLoading):
            return ()
        return language.read_loads(self.read_source(path).data, path)

    def leftover_kinds(self, path: str) -> Mapping[str, str]:
        """Return the calls that must not be in what is shipped, in a file's language, each with its kind."""
        from yandrel.languages.leftovers import leftover_kinds

        return leftover_kinds(self.facts[path].language)

    def read_source(self, path: str) -> Source:
        name = language_of(path)
        return decode_source(self.read_raw(path), name is not None and load_language(name).cookies)

    def look_closer(self, path: str, source: bytes) -> None:
        """Learn of what in the bodies of a unit's functions cannot be read, where only its outline was."""
        language = self.language(path)
        if language.outlined and path in self.facts and not self.facts[path].problems:
            problems = language.read_facts(source, path).problems
            if problems:
                self.facts.add_problems(path, problems)

    def units_mentioning(self, words: set[str]) -> set[str] | None:
        """Return the units whose references lead to one of some paths or names, and a few others.

        None where the last run's graph does not tell: then any unit may.
        """
        if self.memory is None or not self.recalled or self.changed or len(words) > MANY_WORDS:
            return None
        return mentioning(self.memory, words) | set(self.memory.loose)

    def problems_in(self, units: Iterable[str]) -> Iterator[tuple[str, int, str]]:
        """Yield those of some units that could not be read whole."""
        for unit in units:
            for problem in self.facts[unit].problems[:1]:
                yield unit, problem.line, problem.text

    def problems(self) -> Iterator[tuple[str, int, str]]:
        """Yield what could not be read, or not whole: path, line, what is wrong."""
        for path, why in sorted(self.tree.unreadable.items()):
            yield path, 0, why
        for unit, facts in self.facts.items():
            for problem in facts.problems[:1]:
                yield unit, problem.line, problem.text


def tree_key(tree: Tree, extra: bytes = b"") -> bytes:
    """Return a digest of the tree: which files there are, how large and how old."""
    digest = hashlib.blake2b(extra, digest_size=16)
    digest.update("\0".join(tree.files).encode("utf-8", "surrogateescape"))
    digest.update(repr(list(tree.stats.items())).encode("utf-8", "surrogateescape"))
    digest.update(repr(sorted(tree.unreadable.items())).encode())
    return digest.digest()


def versions() -> str:
    return ",".join(VERSIONS[name] for name in sorted(VERSIONS))


def build_index(
    tree: Tree,
    store: FactStore | None,
    sources: tuple[SourceRoot, ...] = (),
    progress: Progress | None = None,
) -> CodeIndex:
    """Return the index of a tree, parsing what the store does not know.

    `sources` are configured source roots; `progress` is told how many files of how many are read.
    """
    root = tree.root
    rows = store.read_rows() if store is not None else {}
    packed: dict[str, bytes] = {}
    stale: list[str] = []
    for path in tree.stats:
        name = language_of(path)
        if name is None:
            continue
        row, found = rows.get(path), tree.stats[path]
        version = VERSIONS[name]
        if row and (row.size, row.mtime_ns, row.version) == (found[0], found[1], version):
            packed[path] = row.facts
        else:
            stale.append(path)
    fresh: dict[str, bytes] = {}
    for path, facts in parse_files(root, stale, {path: tree.stats[path][0] for path in stale}):
        fresh[path] = facts
        if progress is not None:
            progress(len(fresh), len(stale))
    packed.update(fresh)
    if store is not None and (fresh or len(rows) != len(packed)):
        store.write_rows(_rows(tree, fresh), [path for path in rows if path not in packed])
    files = DiskFiles(root)
    index = CodeIndex(root, tree, PackedFacts(packed), tree_key(tree), configured=sources, files=files)
    old = {path: rows[path].facts for path in fresh if path in rows}
    memory = recall(store, memory_version(sources))
    if memory is not None:
        index.changed = _changes(index, memory, old)
        index.memory = memory
    open_views(index, sources, memory)
    return index


def index_with(index: CodeIndex, changes: Changes) -> CodeIndex:
    """Return the index that an application would have with changes over its files.

    Only what changed is read; the graphs are opened anew.
    """
    tree = tree_with(index.tree, changes)
    fresh = {
        path: facts_of_bytes(new[0], name, path.rpartition("/")[2], outline=True)
        for path, new in changes.items()
        if new is not None and (name := language_of(path)) is not None
    }
    gone = {path: "" for path, new in changes.items() if new is None}
    made = CodeIndex(
        index.root, tree, OverlaidFacts(index.facts, gone, fresh), tree_key(tree),
        configured=index.configured, files=ChangedFiles(index.files, changes),
    )  # fmt: skip
    open_views(made, index.configured)
    return made


def tree_with(tree: Tree, changes: Changes) -> Tree:
    """Return a tree with changes over its files; what is new has the time 0."""
    there = {path for path, new in changes.items() if new is not None}
    files = sorted((set(tree.files) - changes.keys()) | there)
    stats = {path: found for path, found in tree.stats.items() if path not in changes}
    for path in sorted(there):
        new = changes[path]
        if new is not None and is_looked_at(path.rpartition("/")[2]):
            stats[path] = (len(new[0]), 0, new[1])
    return Tree(tree.root, files, stats, tree.ignored - changes.keys(), tree.unreadable)


def memory_version(sources: tuple[SourceRoot, ...]) -> str:
    return f"{__version__} {versions()} {sources}"


def _changes(index: CodeIndex, memory: GraphMemory, old: Mapping[str, bytes]) -> dict[str, bool] | None:
    """Tell which units changed since the graph was remembered, and which of them others can see."""
    changed = changed_since(memory, index.tree)
    if changed is None or len(changed) * 4 > len(index.facts) + 40:
        return None
    if any(language_of(path) is None for path in changed):
        return None
    return {
        path: path not in old or surface(_facts_decoder.decode(old[path])) != surface(index.facts[path])
        for path in changed
    }


def remember_graph(index: CodeIndex, store: FactStore) -> None:
    """Keep the resolved graph for the next run."""
    resolved = {unit: index.view(unit).resolved_of(unit) for unit in index.facts}
    remember(store, memory_version(index.configured), index.tree, index.projects, resolved)


def _rows(tree: Tree, fresh: Mapping[str, bytes]) -> Iterator[Row]:
    now = time.time_ns()
    for path, facts in fresh.items():
        found = tree.stats[path]
        name = language_of(path) or ""
        racy = now - found[1] < RACY_NS
        version = VERSIONS[name]
        yield Row(path, found[0], 0 if racy else found[1], version, facts)


def open_views(index: CodeIndex, sources: tuple[SourceRoot, ...], memory: GraphMemory | None = None) -> None:
    """Find where namespaces start, and open the graph of each language that is there."""
    changed = index.changed
    visible = {path for path, seen in (changed or {}).items() if seen}
    tree = index.tree
    by_language: dict[str, dict[str, None]] = {}
    for path in index.facts:
        by_language.setdefault(language_of(path) or "", {})[path] = None
    files = frozenset(tree.files)
    folders = folders_of(files)
    ignored = frozenset(tree.ignored)
    for name in by_language:
        language = load_language(name)
        units = Units(OfLanguage(index.facts, name), files, ignored, folders)
        manifests = read_manifests(index, language.manifests)
        known = memory.projects.get(name) if memory is not None and changed is not None else None
        project = known
        if project is None or visible:
            project = language.find_project(units, manifests, sources)
        index.projects[name] = project
        view = index.views[name] = language.open_view(units, project)
        whole = bool(visible) and language.implicit
        if memory is not None and changed is not None and project == known and not whole:
            without = set(changed) | (mentioning(memory, visible) | set(memory.loose) if visible else set())
            view.preload(Recalled(memory.resolved, without))
            index.recalled = True


def read_manifests(index: CodeIndex, names: tuple[str, ...]) -> dict[str, bytes]:
    """Return the project files of a language that can be read."""
    found: dict[str, bytes] = {}
    for path in index.tree.files:
        if is_manifest(path, names):
            try:
                found[path] = index.read_raw(path)
            except OSError as error:
                index.tree.unreadable[path] = f"cannot be read ({error.strerror})"
    return found


def index_of_texts(
    index: CodeIndex, units: Mapping[str, Facts], files: frozenset[str], project: Project, name: str
) -> View:
    """Return the graph that other facts would give, for judging a change before it is made."""
    folders = folders_of(files | frozenset(units))
    own = Units(OfLanguage(units, name), files, frozenset(index.tree.ignored), folders)
    return load_language(name).open_view(own, project)


__all__ = ["CodeIndex", "build_index", "facts_of_bytes", "index_of_texts", "tree_key"]
