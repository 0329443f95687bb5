"""Run the user's own command: in a process group of its own, which ends with it."""

import os
import signal
import subprocess
import threading
import time
from collections.abc import Callable
from contextlib import suppress
from pathlib import Path

from yandrel.files.interrupts import HeldSignals

PATIENCE = 5.0
"""Seconds that a command gets to end after it was asked to."""


def command_runner(folder: Path) -> Callable[[str], tuple[int, str]]:
    """Return a function that runs a shell command in a folder and returns its status and output."""

    def run(text: str) -> tuple[int, str]:
        process: subprocess.Popen[bytes] | None = None
        output: list[bytes] = []
        try:
            with HeldSignals() as held:  # a signal while it is started must not leave it running
                process = _start(text, folder)
                reader = threading.Thread(target=_read_all, args=(process, output), daemon=True)
                reader.start()
            if held.came:
                raise KeyboardInterrupt
            status = process.wait()
        except BaseException:
            if process is not None:
                _end_group(process, gently=True)
            raise
        _end_group(process, gently=False)
        reader.join(PATIENCE)
        return status, b"".join(output).decode("utf-8", "replace")

    return run


def _start(text: str, folder: Path) -> "subprocess.Popen[bytes]":
    return subprocess.Popen(
        text,
        shell=True,
        cwd=folder,
        stdin=subprocess.DEVNULL,
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
        process_group=None if os.name == "nt" else 0,
        creationflags=getattr(subprocess, "CREATE_NEW_PROCESS_GROUP", 0),
    )


def _read_all(process: "subprocess.Popen[bytes]", output: list[bytes]) -> None:
    if process.stdout is not None:
        with suppress(OSError, ValueError):
            for chunk in iter(lambda: os.read(process.stdout.fileno(), 65536), b""):  # type: ignore[union-attr]
                output.append(chunk)


def _end_group(process: "subprocess.Popen[bytes]", gently: bool) -> None:
    """End what is left of a command's process group."""
    if os.name == "nt":  # pragma: no cover
        process.kill()
        return
    if gently:
        _signal_group(process.pid, signal.SIGTERM)
        until = time.monotonic() + PATIENCE
        while process.poll() is None and time.monotonic() < until:
            time.sleep(0.02)
    _signal_group(process.pid, signal.SIGKILL)
    process.wait()


def _signal_group(group: int, number: int) -> None:
    with suppress(ProcessLookupError, PermissionError):
        os.killpg(group, number)
