"""A tenth of `make attack`: kills, failing writes, damaged journals, hostile checkouts, mutated sources."""

import os
import sys

import pytest

from benchmarks.attack.campaign import run


@pytest.mark.skipif(os.name == "nt" or sys.platform == "darwin", reason="attacks fork, and need /proc")
def test_a_minute_of_attacks_holds() -> None:
    tally = run(minutes=1, seed=20, workers=2)
    assert tally.failed == 0, "\n".join(tally.lines())
    assert tally.tries["signal at each event"] > 20
    assert tally.tries["damaged journal"] > 10
    assert tally.tries["hostile checkout"] > 10
