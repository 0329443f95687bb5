"""Make one definition of several that are the same: each goes to one place, and the last stays there."""

from collections import Counter
from dataclasses import dataclass

from msgspec.structs import replace

from yandrel.app.workspace import Workspace
from yandrel.errors import RefusedError
from yandrel.files.contents import Changes
from yandrel.languages.shapes import texts_of, tokens_of, words_and_signs
from yandrel.model.changes import Relocation
from yandrel.model.facts import Definition
from yandrel.model.graph import Symbol
from yandrel.moves.plan import ChangePlan, FileChange, contents_after, plan_relocation
from yandrel.moves.relocate import map_relocation
from yandrel.moves.things import Thing

Pairs = list[tuple[Thing, Thing]]
HIDDEN = "yandrel_hidden_{name}"


def find_merge(workspace: Workspace, pairs: Pairs) -> Thing | None:
    """Return the definition that all sources are to become, where that is what a move asks for.

    One source is enough where the same definition is at the target already.
    """
    targets = {target for _, target in pairs}
    if len(targets) != 1 or not all(source.name for source, _ in pairs):
        return None
    [target] = targets
    sources = {source for source, _ in pairs}
    if len(sources) > 1:
        return target
    [source] = sources
    return target if source != target and _are_same(workspace, source, target) else None


def plan_merge(workspace: Workspace, sources: list[Thing], target: Thing, title: str) -> ChangePlan:
    """Return the plan that leads every reference to several definitions to one.

    Raises RefusedError, with the first line that differs, where they are not the same.
    """
    others = [source for source in dict.fromkeys(sources) if source != target]
    kept = _find(workspace, target)
    _refuse_different(workspace, [*([target] if kept is not None else []), *others])
    merge = _Merge(workspace, target, kept)
    for source in others:
        merge.add(source)
    return merge.plan(title)


def _find(workspace: Workspace, thing: Thing) -> Definition | None:
    facts = workspace.index.facts.get(thing.path)
    return next((d for d in facts.definitions if d.name == thing.name), None) if facts is not None else None


def _are_same(workspace: Workspace, one: Thing, other: Thing) -> bool:
    first, second = _find(workspace, one), _find(workspace, other)
    if first is None or second is None:
        return False
    read = workspace.index.read_source
    return tokens_of(read(one.path).data, first) == tokens_of(read(other.path).data, second)


def _refuse_different(workspace: Workspace, things: list[Thing]) -> None:
    """Raise RefusedError where the texts of definitions differ by more than their own names and layout."""
    first, *others = things
    one, known = workspace.index.read_source(first.path).data, _find(workspace, first)
    assert known is not None
    for thing in others:
        other, found = workspace.index.read_source(thing.path).data, _find(workspace, thing)
        assert found is not None
        if tokens_of(one, known) == tokens_of(other, found):
            continue
        at, mine, theirs = _first_difference(texts_of(one, known), texts_of(other, found))
        raise RefusedError(
            f"is not the same as {first}: it has `{theirs}` where that has `{mine}`",
            where=f"{thing.path}:{found.line + at}",
            todo="make them the same first, or move one alone",
        )


def _first_difference(one: list[str], other: list[str]) -> tuple[int, str, str]:
    """Return the number of the first line that differs, counted in the second text, and both lines."""
    for at, (mine, theirs) in enumerate(zip(one, other, strict=False)):
        if words_and_signs(mine) != words_and_signs(theirs):
            return at, mine.strip(), theirs.strip()
    at = min(len(one), len(other))
    return at, "".join(one[at : at + 1]).strip(), "".join(other[at : at + 1]).strip()


@dataclass
class _Merge:
    """The steps of a merge: each source arrives at a target where nothing of that name is yet."""

    workspace: Workspace
    target: Thing
    kept: Definition | None

    def __post_init__(self) -> None:
        self._now = self.workspace
        self._plans: list[ChangePlan] = []
        self._added: list[tuple[Thing, Counter[str]]] = []
        self._start: Changes = {}
        if self.kept is not None:
            self._start = {self.target.path: self._without_kept(self.kept)}
            self._now = self.workspace.with_changes(self._start)

    def _without_kept(self, kept: Definition) -> tuple[bytes, int] | None:
        """Return the target's file as if the definition were not there yet."""
        index = self.workspace.index
        source = index.read_source(self.target.path)
        names = {d.name for d in index.facts[self.target.path].definitions if not d.is_method}
        if names == {kept.name}:
            return None
        name = kept.name.encode()
        at = source.data.index(name, kept.start)
        hidden = HIDDEN.format(name=kept.name).encode()
        text = source.data[:at] + hidden + source.data[at + len(name) :]
        return source.encoding.restore(text), index.files.mode(self.target.path)

    def add(self, source: Thing) -> None:
        """Move one more source to the target, and take the target back to what it was before."""
        index = self._now.index
        generated = frozenset(self.workspace.generated_files())
        held = [*self.workspace.fixed_files(), *generated]
        relocation = map_relocation(index, [(source, self.target)], held)
        plan = plan_relocation(index, relocation, "", generated)
        changes = dict(contents_after(plan.files))
        before = self._target_text(self._now)
        arrived = changes.get(self.target.path)
        after = plan.rewrite.created.get(self.target.path) or (arrived[0] if arrived is not None else b"")
        added = Counter(words_and_signs(_text(after))) - Counter(words_and_signs(_text(before)))
        self._added.append((source, added))
        self._refuse_other_meaning()
        self._plans.append(plan)
        changes.pop(self.target.path, None)
        self._now = self._now.with_changes(changes)

    def _target_text(self, workspace: Workspace) -> bytes:
        path = self.target.path
        return workspace.files.read(path) if workspace.files.exists(path) else b""

    def _refuse_other_meaning(self) -> None:
        """Raise RefusedError where the same words lead elsewhere: other imports had to come along."""
        (first, mine), (source, theirs) = self._added[0], self._added[-1]
        others = sorted(((theirs - mine) + (mine - theirs)).keys() - {first.name, source.name})
        if others:
            named = ", ".join(word for word in others if word.isidentifier()) or others[0]
            raise RefusedError(
                f"reads like {first}, but what it uses is something else: {named}",
                where=str(source),
                todo="let both use the same first, or move one alone",
            )

    def plan(self, title: str) -> ChangePlan:
        """Return all steps as one change; the target is as it was, or as the last source has made it."""
        last = self._plans[-1]
        changes: dict[str, tuple[bytes, int] | None] = {}
        for plan in self._plans:
            changes.update(contents_after(plan.files))
        if self.kept is not None:
            changes.pop(self.target.path, None)
        index = self.workspace.index
        files = []
        for path, after in sorted(changes.items()):
            before = index.read_raw(path) if index.files.exists(path) else None
            if before is None and after is None:
                continue
            text = after[0] if after is not None else None
            mode = after[1] if after is not None else index.files.mode(path)
            if text != before:
                old, new = path if before is not None else "", path if text is not None else ""
                files.append(FileChange(old, new, before, text, mode, text is not None, 1))
        merged = ChangePlan(title, files, self._relocation(), last.rewrite, untouchable=last.untouchable)
        for plan in self._plans:
            merged.notes += [note for note in plan.notes if note not in merged.notes]
            merged.rewrite.dropped |= plan.rewrite.dropped
            merged.rewrite.carried.update(plan.rewrite.carried)
            merged.sources = {**plan.sources, **merged.sources}
        return merged

    def _relocation(self) -> Relocation:
        definitions: dict[Symbol, Symbol] = {}
        gone: frozenset[str] = frozenset()
        for plan in self._plans:
            definitions.update(plan.relocation.definitions)
            gone |= plan.relocation.gone
        return replace(self._plans[-1].relocation, definitions=definitions, gone=gone)


def _text(raw: bytes) -> str:
    return raw.decode("utf-8", "replace")


__all__ = ["find_merge", "plan_merge"]
