"""`make bench`: check and move against bare parsing and a bare scan of the same files, in ratios.

Each figure is the least of a few runs of the program as a process of its own, start-up apart
(a run of `yandrel check` on an empty folder is taken off where the line says "net").
"""

import os
import shutil
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path

from benchmarks.generate import generate_application

SIZES = (1_000, 5_000, 20_000)
RUNS = 3


@dataclass(frozen=True)
class Cost:
    """What one run took, in seconds, and how much memory it held at the most, in megabytes."""

    wall: float
    cpu: float
    memory: float


def run_program(root: Path, *words: str) -> Cost:
    start = time.perf_counter()
    child = subprocess.Popen(
        [sys.executable, "-m", "yandrel", "--root", str(root), *words], stdout=subprocess.DEVNULL
    )
    _, _, used = os.wait4(child.pid, 0)
    wall = time.perf_counter() - start
    return Cost(wall, used.ru_utime + used.ru_stime, used.ru_maxrss / 1024)


def least(run: Callable[[], Cost], before: Callable[[], None] | None = None) -> Cost:
    costs = []
    for _ in range(RUNS):
        if before is not None:
            before()
        costs.append(run())
    return Cost(min(c.wall for c in costs), min(c.cpu for c in costs), max(c.memory for c in costs))


def bare_parse(root: Path) -> float:
    """CPU seconds of reading and parsing every file in one thread."""
    code = (
        "import sys,time,pathlib,tree_sitter,tree_sitter_python as p;"
        "P=tree_sitter.Parser(tree_sitter.Language(p.language()));t=time.process_time();"
        "[P.parse(f.read_bytes()) for f in pathlib.Path(sys.argv[1]).rglob('*.py')];"
        "print(time.process_time()-t)"
    )
    return min(
        float(
            subprocess.run([sys.executable, "-c", code, str(root)], stdout=subprocess.PIPE, check=True).stdout
        )
        for _ in range(RUNS)
    )


def bare_scan(root: Path) -> float:
    """Seconds of listing the folders and asking for size and time of every file."""
    best = 9.9
    for _ in range(RUNS + 2):
        start = time.perf_counter()
        _scan(str(root))
        best = min(best, time.perf_counter() - start)
    return best


def _scan(folder: str) -> None:
    for entry in os.scandir(folder):
        if entry.is_dir(follow_symlinks=False):
            _scan(entry.path)
        else:
            entry.stat(follow_symlinks=False)


def measure(root: Path, title: str, source: str, target: str) -> None:
    state = root / ".yandrel"
    parse = bare_parse(root)
    empty = root.parent / f"{root.name}-empty"
    empty.mkdir(exist_ok=True)
    start = least(lambda: run_program(empty, "check"))
    shutil.rmtree(empty)
    cold = least(lambda: run_program(root, "check"), lambda: shutil.rmtree(state, ignore_errors=True))
    time.sleep(2.5)
    run_program(root, "check")
    time.sleep(0.1)
    run_program(root, "check")
    scan = bare_scan(root)
    warm = least(lambda: run_program(root, "check"))
    first = next(iter(sorted(root.rglob("*service.py"))), None) or next(iter(sorted(root.rglob("*.py"))))
    changed = least(
        lambda: run_program(root, "check"),
        lambda: first.write_bytes(first.read_bytes() + b"\n# changed\n"),
    )
    move = least(lambda: run_program(root, "move", source, target, "--preview"))
    warm_net, scan_limit = warm.wall - start.wall, max(3 * scan, 0.05)
    print(f"{title}")
    print(f"  bare parsing            {parse:6.2f} s CPU")
    print(f"  cold check   CPU        {cold.cpu:6.2f} s = {cold.cpu / parse:4.2f} of bare parsing")
    print(f"  cold check   wall       {cold.wall:6.2f} s = {cold.wall / parse:4.2f} of bare parsing")
    print(f"  warm check   net        {warm_net:6.3f} s; limit {scan_limit:5.3f} (scan {scan:5.3f})")
    print(f"  one changed  more       {changed.wall - warm.wall:6.3f} s than warm")
    moved_net = move.wall - start.wall
    print(
        f"  move, warm   net        {moved_net:6.3f} s = {moved_net / max(warm_net, 0.05):4.1f} warm checks"
    )
    print(f"  memory cold             {cold.memory:6.0f} MB")


def main() -> None:
    sizes = [int(word) for word in sys.argv[1:]] or list(SIZES)
    print(f"start-up: yandrel --help against a bare Click program = {start_up_ratio():4.2f}")
    for size in sizes:
        with tempfile.TemporaryDirectory() as place:
            root = Path(place)
            total = generate_application(root, size)
            measure(
                root,
                f"{size:,} units, {total / 1e6:.1f} MB",
                "shop/models/area0/item0.py",
                "shop/models/area0/renamed_item.py",
            )


def start_up_ratio() -> float:
    bare = (
        "import click\n@click.group()\ndef cli(): 'A bare program.'\n@cli.command()\ndef x(): 'One.'\ncli()"
    )
    bare_times, own_times = [], []
    for _ in range(7):
        for times, command in (
            (bare_times, [sys.executable, "-c", bare, "--help"]),
            (own_times, [sys.executable, "-m", "yandrel", "--help"]),
        ):
            start = time.perf_counter()
            subprocess.run(command, stdout=subprocess.DEVNULL, check=True)
            times.append(time.perf_counter() - start)
    return min(own_times) / min(bare_times)


if __name__ == "__main__":
    main()
