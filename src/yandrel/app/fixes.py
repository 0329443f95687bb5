"""Fixes: a command is only shown after it was planned, and ends more than it adds."""

import hashlib
import shlex
import time
from collections.abc import Iterable

import msgspec
from msgspec.structs import replace

from yandrel.app.workspace import Workspace
from yandrel.errors import YandrelError
from yandrel.index.code import tree_key
from yandrel.index.kept import keep, recall
from yandrel.model.results import Finding, FixRow

BUDGET = 3.0
"""Seconds that are spent on planning fixes where nobody asked for all of them."""
LONGEST_SPLIT = 5000
"""Lines of a file whose split is only planned where every fix is asked for."""
MORE = ("new", "split")
"""Commands that add files or show where pieces go: what they end is for a person to see."""


class Tried(msgspec.Struct, frozen=True):
    """The outcome of planning a command: the findings that it ends, how many it adds; or why not."""

    ends: tuple[str, ...] = ()
    adds: int = 0
    refused: str = ""


class FixPlanner:
    """Plans the commands that findings propose, each once; what was planned is kept until a file changes."""

    def __init__(self, workspace: Workspace, seconds: float | None = BUDGET) -> None:
        self._workspace = workspace
        self._end = None if seconds is None else time.monotonic() + seconds
        self._tried: dict[str, Tried] = {}

    def with_fixes(self, findings: Iterable[Finding]) -> list[Finding]:
        """Return findings with the commands that were tried and help; the first of each cause first."""
        found = list(findings)
        if not any(finding.command for finding in found):
            return found
        key = self._key()
        self._tried = recall(self._workspace.store, "fixes", key, dict[str, Tried]) or {}
        known = len(self._tried)
        for finding in _by_turns(found):
            if finding.command in self._tried or self._is_over() or self._takes_too_long(finding):
                continue
            if finding.command:
                self._tried[finding.command] = self._try(finding.command)
        if len(self._tried) > known:
            keep(self._workspace.store, "fixes", key, self._tried)
        return [self._said(finding) for finding in found]

    def ranked(self, findings: Iterable[Finding]) -> list[FixRow]:
        """Return the commands that help, those that end most first."""
        own = {finding.key: finding for finding in findings}
        rows = {}
        for finding in own.values():
            tried = self._tried.get(finding.command)
            if finding.command and tried is not None and _helps(tried, finding):
                rows[finding.command] = FixRow(finding.command, len(tried.ends), tried.adds)
        return sorted(rows.values(), key=lambda row: (row.adds - row.ends, row.command))

    def _takes_too_long(self, finding: Finding) -> bool:
        """Whether planning one command alone could take longer than all may: a split of a very long file."""
        facts = self._workspace.index.facts.get(finding.unit)
        is_split = finding.command.startswith("yandrel split")
        return self._end is not None and is_split and facts is not None and facts.lines > LONGEST_SPLIT

    def _is_over(self) -> bool:
        return self._end is not None and time.monotonic() > self._end

    def _key(self) -> bytes:
        """Return what names the state of the files and the layout that fixes are planned on."""
        key = tree_key(self._workspace.tree, b"fixes" + self._workspace.layout.raw)
        return hashlib.blake2b(key, digest_size=16).digest()

    def _try(self, command: str) -> Tried:
        words = shlex.split(command)[1:]
        try:
            if words[0] == "move":
                return self._try_move(*words[1:])
            return self._try_other(words)
        except YandrelError as error:
            return Tried(refused=error.args[0] if error.args else "refused")

    def _try_move(self, *words: str) -> Tried:
        from yandrel.app.move import plan_step
        from yandrel.moves.movelist import Step

        *sources, target = words if len(words) > 1 else (*words, None)
        outcome = plan_step(self._workspace, Step("fix", tuple((str(s), target) for s in sources)))
        return Tried(tuple(finding.key for finding in outcome.ended), len(outcome.added))

    def _try_other(self, words: list[str]) -> Tried:
        from yandrel.app.writing import Manner

        manner = Manner(preview=True)
        if words[0] == "split" and ":" in words[1]:
            from yandrel.app.split_type import split_type

            split_type(self._workspace, words[1], "users", False, Manner())
        elif words[0] == "split":
            from yandrel.app.split import SplitRequest, split_file

            split_file(self._workspace, SplitRequest(words[1]), Manner())
        else:
            from yandrel.app.new import NewRequest
            from yandrel.app.new_unit import new_unit

            new_unit(self._workspace, words[1], NewRequest(words[2]), manner)
        return Tried()

    def _said(self, finding: Finding) -> Finding:
        """Return a finding with its command where that helps, else with what a person must decide."""
        if not finding.command:
            return finding
        tried = self._tried.get(finding.command)
        if tried is None:
            return replace(finding, command="", untried=True)
        if not _helps(tried, finding):
            return replace(finding, command="")
        return replace(finding, ends=len(tried.ends), adds=tried.adds)


def _helps(tried: Tried, finding: Finding) -> bool:
    """Whether a command was not refused, ends the finding, and more findings than it adds."""
    if tried.refused:
        return False
    if finding.command.split()[1] in MORE:
        return True
    return finding.key in tried.ends and len(tried.ends) > tried.adds


def _by_turns(findings: list[Finding]) -> list[Finding]:
    """Return the first finding of each cause, then the second of each, and so on."""
    turn: dict[str, int] = {}
    placed = []
    for number, finding in enumerate(findings):
        cause = f"{finding.rule} {finding.group}"
        turn[cause] = turn.get(cause, 0) + 1
        placed.append((turn[cause], number, finding))
    return [finding for _, _, finding in sorted(placed, key=lambda item: item[:2])]
