"""Attack the installed program for some minutes, with several processes at once."""

import multiprocessing
import os
import random
import tempfile
import time
from collections.abc import Callable
from itertools import cycle
from pathlib import Path

from benchmarks.attack.checkouts import Checkouts, Traced
from benchmarks.attack.crashes import Crashes, all_operations
from benchmarks.attack.disks import Disks
from benchmarks.attack.mutations import Mutations
from benchmarks.attack.stored import Stored
from benchmarks.attack.tally import Tally
from benchmarks.attack.target import Program, remove

SHARE_OF_EVENTS = 0.45
"""How much of the time goes to each event in turn; the rest to what is done at random."""


def attack(number: int, workers: int, seed: int, seconds: float) -> Tally:
    """Attack in one process; return the tally. Each worker takes every other event and its own chances."""
    chance = random.Random(f"{seed} {number}")
    tally = Tally()
    program = Program()
    base = Path(os.environ.get("ATTACK_PLACE") or ("/dev/shm" if os.path.isdir("/dev/shm") else "/tmp"))
    place = Path(tempfile.mkdtemp(prefix="attack-", dir=base))
    until = time.monotonic() + seconds
    try:
        _each_event(program, place / "crash", chance, tally, time.monotonic() + seconds * SHARE_OF_EVENTS)
        _at_random(program, place, chance, tally, until)
    finally:
        program.close()
        if not tally.failed:
            remove(place)
    return tally


def _each_event(program: Program, place: Path, chance: random.Random, tally: Tally, until: float) -> None:
    crashes = Crashes(program, place, chance)
    for operation in all_operations(chance):
        for _ in crashes.attack(tally, operation):
            if time.monotonic() > until:
                return


def _at_random(program: Program, place: Path, chance: random.Random, tally: Tally, until: float) -> None:
    crashes = Crashes(program, place / "random", chance)
    disks = Disks(program, place / "disk", chance)
    stored = Stored(program, place / "stored", chance)
    mutations = Mutations(program, place / "mutated", chance)
    checkouts = Checkouts(program, place / "hostile", chance)
    traced = Traced(place / "traced", chance)
    operations = all_operations(chance)
    attacks: list[Callable[[], None]] = [
        lambda: crashes.attack_at_random(tally, chance.choice(operations)),
        lambda: disks.attack_once(tally),
        lambda: stored.attack_journal(tally),
        lambda: stored.attack_journal(tally),
        lambda: stored.attack_cache(tally),
        lambda: mutations.attack_source(tally),
        lambda: checkouts.attack_once(tally),
        lambda: checkouts.attack_once(tally),
        lambda: stored.attack_journal(tally),
        lambda: stored.attack_cache(tally),
        lambda: mutations.attack_project(tally),
        lambda: traced.attack_once(tally),
    ]
    for one in cycle(attacks):
        if time.monotonic() > until:
            return
        one()


def _worker(task: tuple[int, int, int, float]) -> Tally:
    return attack(*task)


def run(minutes: float, seed: int, workers: int) -> Tally:
    """Attack with several processes at once; return what all of them counted."""
    tally = Tally()
    tasks = [(number, workers, seed, minutes * 60) for number in range(workers)]
    if workers == 1:
        return _worker(tasks[0])
    with multiprocessing.get_context("spawn").Pool(workers) as pool:
        for part in pool.imap_unordered(_worker, tasks):
            tally.add(part)
    return tally
