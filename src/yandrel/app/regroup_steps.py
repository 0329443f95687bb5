"""The steps to another layout: one a domain, each with as many of its files as can move."""

import time
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace

from yandrel.app.largest_set import LargestSet, Reasons, step_of
from yandrel.app.move import ProvedStep
from yandrel.app.workspace import Workspace
from yandrel.files.root import CONFIG_NAME
from yandrel.moves.movelist import Lines, Step
from yandrel.moves.own_files import with_lines
from yandrel.moves.plan import contents_after
from yandrel.regroup.companions import Companion, find_companions
from yandrel.regroup.domains_kept import domains_kept
from yandrel.regroup.homes import Homes, homes_left, homes_with, without_ties
from yandrel.regroup.intended import Intended, Intentions
from yandrel.regroup.target import Target

LATER = "what could not go before"
TOGETHER = "all domains"
LONGEST = 8.0
"""Seconds for which moves that were blocked are tried once more, one by one."""


@dataclass
class PlannedStep:
    """One step that holds: the files of a domain, and the tests that go along."""

    domain: str
    moves: list[Intended]
    tests: dict[str, str]
    step: Step
    folders_before: int = 0
    folders_after: int = 0
    proved: ProvedStep | None = None


@dataclass
class StepPlanner:
    """Plans steps, each over what the ones before it leave.

    `workspace` is the application as it would be, `changes` all that changed, `blocked` what cannot move with
    the reasons, `places` the new paths of what moves, `homes` those that yandrel.toml would get,
    `edits` how many places are rewritten, `edited` in which files.
    """

    workspace: Workspace
    target: Target
    intentions: Intentions
    progress: Callable[[int, int, str], None] | None = None
    changes: dict[str, tuple[bytes, int] | None] = field(default_factory=dict)
    blocked: dict[str, tuple[Intended, Reasons]] = field(default_factory=dict)
    homes: Homes = field(default_factory=dict)
    places: dict[str, str] = field(default_factory=dict)
    edits: int = 0
    edited: set[str] = field(default_factory=set)
    start: Workspace = field(init=False)

    def __post_init__(self) -> None:
        self.start = self.workspace

    def plan(self, domains: list[str], *, in_steps: bool) -> list[PlannedStep]:
        """Return the steps for some domains, in that order, and one for what can go only after them.

        Where they are not wanted `in_steps`, all is planned at once: that tells what can move, and is faster.
        """
        start = self.workspace
        wanted = [move for domain in domains for move in self.intentions.of_domain(domain)]
        whole = {move.source: move.target for move in wanted if ":" not in move.source}
        tests = find_companions(start.picture, whole)
        new_homes = self._new_homes(start, wanted)
        self._tell(0, len(domains) + 1, "all domains")
        planned = self._plan_step(TOGETHER, wanted, tests, new_homes)
        free = self._find_free(tests)
        kept = [*(planned.moves if planned is not None else ()), *free]
        if in_steps:
            steps = self._plan_in_steps(domains, kept, tests, new_homes)
        else:
            steps = self._part(domains, kept, tests, planned, new_homes)
        self._tell(1, 1, "")
        if steps and start.layout.present:
            self._end_layout(steps, new_homes, start)
        return steps

    def _plan_in_steps(
        self, domains: list[str], kept: list[Intended], tests: Mapping[str, Companion], homes: Homes
    ) -> list[PlannedStep]:
        """Return a step for each domain; what cannot go with its own is tried again after all of them."""
        blocked = self.blocked
        self.blocked, self.changes, self.places, self.workspace = {}, {}, {}, self.start
        self.edits, self.edited = 0, set()
        steps: list[PlannedStep] = []
        for number, domain in enumerate(domains, start=1):
            self._tell(number, len(domains) + 1, domain)
            moves = [move for move in kept if move.belonging.domain == domain]
            step = self._plan_step(domain, moves, tests, homes if not steps else {}) if moves else None
            steps += [step] if step is not None else []
        if self.blocked:
            late = [move for move, _ in self.blocked.values()]
            self.blocked = {}
            step = self._plan_step(LATER, late, tests, {})
            steps += [step] if step is not None else []
        self.blocked = {**blocked, **self.blocked}
        return steps

    def _part(
        self,
        domains: list[str],
        kept: list[Intended],
        tests: Mapping[str, Companion],
        whole: PlannedStep | None,
        homes: Homes,
    ) -> list[PlannedStep]:
        """Return what moves by domain, as it was planned together."""
        steps: list[PlannedStep] = []
        along = dict(whole.tests) if whole is not None else {}
        for domain in domains:
            moves = [move for move in kept if move.belonging.domain == domain]
            sources = {move.source for move in moves}
            own = {test: place for test, place in along.items() if tests[test].subjects & sources}
            if moves:
                along = {test: place for test, place in along.items() if test not in own}
                found = step_of(domain, moves, own, {} if steps else homes)
                before, after = self._spread(domain, {}), self._spread(domain, self.places)
                steps.append(PlannedStep(domain, moves, own, found, before, after))
        return steps

    def _find_free(self, tests: Mapping[str, Companion]) -> list[Intended]:
        """Return the blocked moves that can be made one by one, after all that could before."""
        started = time.monotonic()
        free = []
        for number, (move, _) in enumerate(list(self.blocked.values())):
            if time.monotonic() - started > LONGEST:
                break
            self._tell(number, len(self.blocked), move.source)
            blocked = self.blocked
            self.blocked = {}
            step = self._plan_step(LATER, [move], tests, {})
            self.blocked = {**blocked, **self.blocked}
            if step is not None:
                free.append(move)
                del self.blocked[move.source]
        return free

    def _new_homes(self, start: Workspace, wanted: list[Intended]) -> Homes:
        """Return the homes that roles get in yandrel.toml; none where there is no such file."""
        if not start.layout.present:
            return {}
        leaving = {move.source for move in wanted}
        picture = start.picture
        strangers = {unit: picture.role(unit) for unit in picture.counted() if unit not in leaving}
        homes = homes_with(start.layout, wanted, self.target.written, strangers)
        return without_ties(start.layout, homes, [*start.index.facts, *(move.target for move in wanted)])

    def _tell(self, done: int, total: int, domain: str) -> None:
        if self.progress is not None:
            self.progress(done, total, domain)

    def _plan_step(
        self, domain: str, moves: list[Intended], tests: Mapping[str, Companion], homes: Homes
    ) -> PlannedStep | None:
        """Return the step with the most of some moves that holds, and go on from it; None where none does."""
        found = LargestSet(self.workspace, domain, moves, tests, homes)
        proved = found.find()
        for move in moves:
            if move not in found.kept:
                self.blocked[move.source] = (move, found.reasons.get(move.source, ("it cannot go alone",)))
        if proved is None:
            return None
        plan = proved.plan
        changes = contents_after(plan.files)
        self.changes.update(changes)
        self.workspace = self.workspace.with_changes(changes)
        planned = PlannedStep(domain, found.kept, found.tests_along(), proved.step, proved=proved)
        self.edits += sum(change.edits for change in plan.files)
        self.edited |= {change.old for change in plan.files if change.edited and change.old}
        planned.folders_before = self._spread(domain, self.places)
        self.places.update({move.source: move.target for move in found.kept})
        planned.folders_after = self._spread(domain, self.places)
        return planned

    def _spread(self, domain: str, places: Mapping[str, str]) -> int:
        """Return how many folders hold the files of a domain, with some of them in new places."""
        picture = self.start.picture
        units = [unit for unit in picture.counted() if picture.domain(unit) == domain]
        parts = [place.partition(":")[0] for source, place in places.items() if ":" in source]
        there = {places.get(unit, unit).rpartition("/")[0] for unit in units}
        return len(there | {part.rpartition("/")[0] for part in parts if self._is_of(part, domain)})

    def _is_of(self, path: str, domain: str) -> bool:
        return any(
            m.target.partition(":")[0] == path and m.belonging.domain == domain for m in self.intentions.moves
        )

    def _end_layout(self, steps: list[PlannedStep], homes: Homes, start: Workspace) -> None:
        """Let the last step take out empty homes, and keep the domains as they were."""
        new = {role: tuple(t for t in texts if t not in _known(start, role)) for role, texts in homes.items()}
        self.homes = homes_left(homes, new, list(self.workspace.index.facts))
        moved = {move.source: move for step in steps for move in step.moves}
        last = steps[-1]
        self._write_layout(last, tuple(self.homes.items()), ())
        kept = domains_kept(start.picture, self.workspace.picture, moved)
        if kept:
            self._write_layout(last, tuple(self.homes.items()), tuple(kept.items()))

    def _write_layout(self, last: PlannedStep, homes: Lines, domains: Lines) -> None:
        """Write homes and domains in the yandrel.toml that the last step leaves."""
        last.step = replace(last.step, homes=homes, domains=domains)
        text = self.workspace.files.read(CONFIG_NAME).decode("utf-8", "surrogateescape")
        raw = with_lines(text, homes, domains).encode("utf-8", "surrogateescape")
        change: dict[str, tuple[bytes, int] | None] = {CONFIG_NAME: (raw, 0o644)}
        self.changes.update(change)
        self.workspace = self.workspace.with_changes(change)


def _known(workspace: Workspace, role: str) -> set[str]:
    known = workspace.layout.roles.get(role)
    return {home.text for home in known.homes} if known is not None else set()


__all__ = ["LATER", "PlannedStep", "StepPlanner"]
