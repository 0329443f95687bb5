"""Attack the installed program for some minutes, and print what was tried and what did not hold."""

import argparse
import os
import sys
import time

from benchmarks.attack.campaign import run


def main() -> None:
    """Read the command line, attack, and exit with 1 where something did not hold."""
    parser = argparse.ArgumentParser(prog="python -m benchmarks.attack", description=__doc__)
    parser.add_argument("--minutes", type=float, default=10)
    parser.add_argument("--seed", type=int, default=int(time.time()))
    parser.add_argument("--workers", type=int, default=len(os.sched_getaffinity(0)))
    chosen = parser.parse_args()
    tally = run(chosen.minutes, chosen.seed, chosen.workers)
    print(f"seed {chosen.seed}, {chosen.minutes:g} minutes, {chosen.workers} processes")
    print("\n".join(tally.lines()))
    sys.exit(1 if tally.failed else 0)


if __name__ == "__main__":
    main()
