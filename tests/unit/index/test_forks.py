"""Work that is shared among forked workers: nothing is lost, whatever becomes of them."""

import os
import signal

import pytest

from yandrel.index.forks import MOST_TASKS, can_fork, share_out

pytestmark = pytest.mark.skipif(not can_fork(), reason="processes are not forked here")


def children_left() -> bool:
    try:
        os.waitpid(-1, os.WNOHANG)
    except ChildProcessError:
        return False
    return True


def test_every_task_is_done_once_and_by_others() -> None:
    found = sorted(share_out(lambda number: b"%d %d" % (number, os.getpid()), 50, 3))
    assert sorted(int(text.split()[0]) for text in found) == list(range(50))
    assert b"%d" % os.getpid() not in {text.split()[1] for text in found}
    assert not children_left()


def test_large_and_empty_results_come_whole() -> None:
    sizes = [0, 1, 70_000, 3_000_000, 5]
    found = share_out(lambda number: bytes([number]) * sizes[number], len(sizes), 2)
    assert sorted(len(result) for result in found) == sorted(sizes)


def test_what_a_killed_worker_had_in_hand_is_done_here() -> None:
    here = os.getpid()

    def work(number: int) -> bytes:
        if number == 3 and os.getpid() != here:
            os.kill(os.getpid(), signal.SIGKILL)
        return b"%d" % number

    assert sorted(share_out(work, 8, 2)) == [b"%d" % number for number in range(8)]


def test_all_is_done_here_when_no_worker_is_left() -> None:
    here = os.getpid()

    def work(number: int) -> bytes:
        if os.getpid() != here:
            os.kill(os.getpid(), signal.SIGKILL)
        return b"%d" % number

    assert sorted(share_out(work, 4, 2)) == [b"0", b"1", b"2", b"3"]


def test_an_error_in_a_worker_is_raised_here() -> None:
    def work(number: int) -> bytes:
        if number == 2:
            raise ValueError("no such hive")
        return b""

    with pytest.raises(ValueError, match="no such hive"):
        list(share_out(work, 4, 2))
    assert not children_left()


def test_workers_end_when_nobody_wants_their_results() -> None:
    results = share_out(lambda number: bytes(200_000), 200, 2)
    next(iter(results))
    results.close()  # type: ignore[attr-defined]
    assert not children_left()


def test_more_tasks_than_a_pipe_holds_are_refused() -> None:
    with pytest.raises(ValueError, match="more than"):
        list(share_out(lambda number: b"", MOST_TASKS + 1, 2))
