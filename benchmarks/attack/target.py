"""What is attacked: an application in a folder of its own, with another folder beside it to watch."""

import contextlib
import json
import os
import shutil
import stat
import subprocess
import sys
import tempfile
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

State = dict[str, tuple[str, int, bytes]]
"""Kind, mode and content of everything below a folder, by path."""
CRASHES = (b"Traceback (most recent call last)", b"a fault of its own")


@dataclass(frozen=True)
class Run:
    """What came of one run of the program."""

    status: int
    signal: int
    came: bool
    late: bool
    out: bytes
    err: bytes

    @property
    def crashed(self) -> str:
        """Return what no run may do; nothing where it did none of it."""
        if self.late:
            return "did not end"
        if self.status == 70 or any(sign in self.err for sign in CRASHES):
            return "status 70: " + self.err.decode("utf-8", "replace")[-300:]
        return f"ended by signal {self.signal}" if self.signal not in (0, 9) else ""


class Program:
    """The installed program, ready to be run many times."""

    def __init__(self) -> None:
        environment = {**os.environ, "PYTHONDONTWRITEBYTECODE": "1"}
        environment.pop("YANDREL_TRACE", None)
        self.process = subprocess.Popen(
            [sys.executable, "-m", "benchmarks.attack.zygote"],
            stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True, env=environment,
        )  # fmt: skip
        self.place = Path(tempfile.mkdtemp(prefix="attack-"))
        self._answer()

    def _answer(self) -> dict[str, Any]:
        assert self.process.stdout is not None
        line = self.process.stdout.readline()
        if not line:
            raise RuntimeError("the program's process has ended")
        answer: dict[str, Any] = json.loads(line)
        return answer

    def run(self, root: Path, *words: str, **request: Any) -> Run:
        """Run one command; `request` may hold a plan, limits, a timeout, or when to kill it."""
        assert self.process.stdin is not None
        out, err = self.place / "out", self.place / "err"
        message = {"words": list(words), "cwd": str(root), "out": str(out), "err": str(err), **request}
        self.process.stdin.write(json.dumps(message) + "\n")
        self.process.stdin.flush()
        found = self._answer()
        return Run(
            found["status"], found["signal"], found["came"], found["late"], out.read_bytes(), err.read_bytes()
        )

    def close(self) -> None:
        with contextlib.suppress(OSError):
            self.process.kill()
            self.process.wait()
        shutil.rmtree(self.place, ignore_errors=True)


@dataclass
class Target:
    """A folder with the application `app` and, beside it, `outside`, which nothing may touch."""

    place: Path
    files: dict[str, bytes]
    before: State = field(default_factory=dict)
    watched: State = field(default_factory=dict)

    @property
    def root(self) -> Path:
        return self.place / "app"

    @property
    def outside(self) -> Path:
        return self.place / "outside"

    def fresh(self) -> "Target":
        """Lay the application down as it was at first."""
        remove(self.place)
        write_files(self.root, self.files)
        write_files(self.outside, {"precious.txt": b"precious\n", "sub/also.py": b"KEEP = 1\n"})
        self.before, self.watched = state_of(self.root), state_of(self.outside)
        return self

    def state(self) -> State:
        return state_of(self.root)

    def outside_is_touched(self) -> bool:
        return state_of(self.outside) != self.watched


def remove(place: Path) -> None:
    """Remove a folder, whatever its modes."""
    if place.is_symlink() or not place.is_dir():
        place.unlink(missing_ok=True)
        return
    for folder, _, _ in os.walk(place):
        with contextlib.suppress(OSError):
            os.chmod(folder, 0o700)
    shutil.rmtree(place)


def write_files(root: Path, files: dict[str, bytes]) -> None:
    """Write files below a folder."""
    root.mkdir(parents=True, exist_ok=True)
    for path, data in files.items():
        place = root / path
        place.parent.mkdir(parents=True, exist_ok=True)
        place.write_bytes(data)


def state_of(root: Path) -> State:
    """Return everything below a folder but Yandrel's own folder."""
    found: State = {}
    for folder, folders, names in os.walk(root):
        base = os.path.relpath(folder, root)
        folders[:] = [name for name in folders if not (base == "." and name == ".yandrel")]
        for name in [*folders, *names]:
            place = os.path.join(folder, name)
            status = os.lstat(place)
            mode = stat.S_IMODE(status.st_mode)
            path = os.path.normpath(os.path.join(base, name))
            if stat.S_ISLNK(status.st_mode):
                found[path] = ("link", 0, os.fsencode(os.readlink(place)))
            elif stat.S_ISDIR(status.st_mode):
                found[path] = ("folder", mode, b"")
            elif stat.S_ISREG(status.st_mode):
                with open(place, "rb") as file:
                    found[path] = ("file", mode, file.read())
            else:
                found[path] = ("special", mode, b"")
    return found


def difference(one: State, other: State) -> str:
    """Return the first paths in which two states differ."""
    paths = sorted(path for path in one.keys() | other.keys() if one.get(path) != other.get(path))
    return ", ".join(paths[:5])
