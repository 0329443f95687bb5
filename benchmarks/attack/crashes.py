"""Kills, signals and failing writes at every event, and at random times; folders swapped for links."""

import random
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from benchmarks.attack.shop import FILES, MOVE, OPERATIONS, Operation
from benchmarks.attack.tally import Tally
from benchmarks.attack.target import Program, Run, State, Target, difference

SIGNALS = ("SIGKILL", "SIGINT", "SIGTERM")
ERRORS = ("ENOSPC", "EROFS", "EACCES", "EIO")
MOST_EVENTS = 400


class Crashes:
    """Attacks while a command changes the application."""

    def __init__(self, program: Program, place: Path, chance: random.Random) -> None:
        self.program = program
        self.target = Target(place, FILES)
        self.chance = chance
        self.wanted: dict[str, tuple[State, list[State]]] = {}

    def prepare(self, operation: Operation) -> Target:
        """Lay the application down, with the commands that come before the operation."""
        target = self.target.fresh()
        for words in operation.first:
            self.program.run(target.root, *words)
        return target

    def states(self, operation: Operation) -> tuple[State, list[State]]:
        """Return the states before an operation and those after it, and between its steps."""
        known = self.wanted.get(operation.name)
        if known is None:
            target = self.prepare(operation)
            before = target.state()
            done = self.program.run(target.root, *operation.words)
            expected = 4 if operation.fails else 0
            if done.status != expected:
                raise RuntimeError(f"{operation.name}: status {done.status}: {done.err.decode()[-300:]}")
            after = target.state()
            if operation.fails and after != before:
                raise RuntimeError(f"{operation.name}: {difference(before, after)} not put back")
            known = self.wanted[operation.name] = before, [before, after, *self._between(operation)]
        return known

    def _between(self, operation: Operation) -> list[State]:
        """Return the states between the changes of an operation of several."""
        found: list[State] = []
        if operation.name == "move --list":
            self.prepare(operation)
            self.program.run(self.target.root, *operation.words)
            self.program.run(self.target.root, "undo")
            found.append(self.target.state())
        if operation.name == "undo --to":
            self.prepare(operation)
            self.program.run(self.target.root, "undo")
            found.append(self.target.state())
        if operation.fails:
            # `undo --finish` keeps the change, and drops what the command did.
            self.target.fresh()
            self.program.run(self.target.root, *MOVE)
            found.append(self.target.state())
        if operation.name == "adopt":
            self.target.fresh()
            self.program.run(self.target.root, "adopt", "--replace")
            found.append(self.target.state())
        return found

    def attack(self, tally: Tally, operation: Operation) -> Iterator[None]:
        """Attack an operation at each of its events in turn; yield after each try."""
        _, states = self.states(operation)
        for at in range(1, MOST_EVENTS):
            came = False
            for plan in self._plans(at, operation):
                target = self.prepare(operation)
                run = self.program.run(target.root, *operation.words, plan=plan)
                came = came or run.came
                tally.count(f"{plan['kind']} at each event", self.judge(operation, target, run, states, plan))
                yield
            if not came:
                return

    def _plans(self, at: int, operation: Operation) -> list[dict[str, Any]]:
        plans: list[dict[str, Any]] = [{"kind": "signal", "at": at, "signal": s} for s in SIGNALS]
        plans.append({"kind": "error", "at": at, "error": self.chance.choice(ERRORS)})
        folders = [".yandrel", "shop/pages", "shop/services", ".yandrel/journal", "shop"]
        # The user's own command writes to shop/, wherever that leads.
        folder = self.chance.choice(folders[:-1] if operation.fails else folders)
        outside = str(self.target.outside)
        plans.append({"kind": "swap", "at": at, "folder": folder, "outside": outside})
        return plans

    def attack_at_random(self, tally: Tally, operation: Operation) -> None:
        """Kill or interrupt an operation at a random time."""
        _, states = self.states(operation)
        target = self.prepare(operation)
        signal = self.chance.choice(SIGNALS)
        after = self.chance.uniform(0.0, 0.25)
        run = self.program.run(target.root, *operation.words, kill_after=after, signal=signal)
        plan = {"kind": "signal", "at": 0, "signal": signal}
        tally.count("signal at a random time", self.judge(operation, target, run, states, plan))

    def judge(
        self, operation: Operation, target: Target, run: Run, states: list[State], plan: dict[str, Any]
    ) -> str:
        """Return what is wrong after an attack; nothing where it held."""
        told = f"{operation.name}, {plan}: "
        if target.outside_is_touched():
            return told + "something outside was touched"
        fault = run.crashed if run.signal not in (2, 15) or run.status == 70 else ""
        if fault:
            return told + fault
        if plan["kind"] == "swap":
            return ""
        fault = self._judge_message(run, target, states)
        if fault:
            return told + fault
        fault = self._recover(target, states)
        return told + fault if fault else ""

    def _judge_message(self, run: Run, target: Target, states: list[State]) -> str:
        """Return what an error message claims that is not so."""
        now = target.state()
        if b"nothing was changed" in run.err and now != states[0]:
            return (
                f"said that nothing was changed, but {difference(now, states[0])}: {run.err.decode()[:200]}"
            )
        if (b"was taken back" in run.err or b"were taken back" in run.err) and now != states[0]:
            return f"said that it was taken back, but {difference(now, states[0])}"
        if run.status == 0 and now not in states[1:]:
            return f"said that it was done, but {difference(now, states[1])}"
        return ""

    def _recover(self, target: Target, states: list[State]) -> str:
        """Let the next call find what was cut off, and take it back or finish it."""
        root = target.root
        seen = self.program.run(root, "survey")
        if seen.crashed:
            return "survey after it: " + seen.crashed
        now = target.state()
        if b"was cut off" not in seen.err:
            return "" if now in states else f"neither before nor after: {difference(now, states[0])}"
        words = self.chance.choice([("undo",), ("undo", "--finish")])
        done = self.program.run(root, *words)
        if done.status != 0:
            return f"{words} after it: status {done.status}: {done.err.decode('utf-8', 'replace')[:300]}"
        now = target.state()
        if now not in states:
            return f"{words} after it left {difference(now, states[0])}"
        return "" if not target.outside_is_touched() else "the recovery touched something outside"


def all_operations(chance: random.Random) -> list[Operation]:
    """Return the operations in a random order."""
    found = list(OPERATIONS)
    chance.shuffle(found)
    return found
