"""Signals that ask for an end are held back while files are put in place."""

import signal
import threading
from types import FrameType

ENDING = tuple(
    getattr(signal, name) for name in ("SIGINT", "SIGTERM", "SIGHUP", "SIGBREAK") if hasattr(signal, name)
)


class HeldSignals:
    """A context in which a signal to end is only noted; `came` says whether there was one."""

    def __init__(self) -> None:
        self.came = False
        self._before: dict[int, object] = {}

    def __enter__(self) -> "HeldSignals":
        if threading.current_thread() is threading.main_thread():
            for number in ENDING:
                self._before[number] = signal.getsignal(number)
                if self._before[number] not in (signal.SIG_IGN, None):
                    signal.signal(number, self._note)
        return self

    def __exit__(self, *_: object) -> None:
        for number, handler in self._before.items():
            if handler is not None:
                signal.signal(number, handler)  # type: ignore[arg-type]

    def _note(self, _number: int, _frame: FrameType | None) -> None:
        self.came = True


def end_on_signals() -> None:
    """Let SIGTERM and SIGHUP end the run in the same way as SIGINT: what was begun is put in order first."""
    for number in ENDING:
        if signal.getsignal(number) is signal.SIG_DFL:
            signal.signal(number, _interrupt)


def _interrupt(_number: int, _frame: FrameType | None) -> None:
    raise KeyboardInterrupt
