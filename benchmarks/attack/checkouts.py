"""Hostile checkouts: links, names with control characters, special files, git configuration,
slow patterns."""

import os
import random
import re
import shutil
import subprocess
import sys
from collections.abc import Callable
from pathlib import Path

from benchmarks.attack.shop import FILES, MOVE
from benchmarks.attack.tally import Tally
from benchmarks.attack.target import Program, Target, remove, write_files

COMMANDS = (
    ("survey",), ("survey", "--why"), ("check",), ("check", "--format", "json"), ("check", "--accept"),
    ("adopt", "--preview"), ("adopt", "--replace"), ("layout",), MOVE, ("move", "shop/", "bees"),
    ("move", "shop/hive.py:Hive", "linked/hive.py"), ("move", "shop/hive.py", "linked/"),
    ("new", "service", "queen"), ("split", "shop/crowded.py", "--carry-out"), ("undo",), ("undo",
    "--history"),
)  # fmt: skip
RAW = re.compile(rb"[\x00-\x08\x0b-\x1f\x7f]|\xc2[\x80-\x9f]|\xe2\x80[\xaa-\xae]|\xe2\x81[\xa6-\xa9]")
NAMES = (
    b"e\x1b[31mvil.py", b"a\nb.py", b"tab\t.py", b"back\\slash.py", b'quo"te.py',
    b"caf\xc3\xa9.py", b"bad\xff.py",
    b"\xe2\x80\xaeyp.evil", b"\xc2\x9b31m.py", b"-rf.py", b" .py", b"n" * 250 + b".py",
    b"$(touch x).py", b"con.py",
    b"a\rb.py", b"{name}.py", b"*.py",
)  # fmt: skip
SPECIAL = (
    ".gitignore", "yandrel.toml", "yandrel.accepted.toml", "pyproject.toml", "package.json", "composer.json",
    "shop/hive.py", "shop/x.py", "shop/x.html", ".yandrel", ".env", "steps.toml",
)  # fmt: skip
HOMES = (
    '"../outside/{name}.py"', '"/tmp/{name}.py"', '"linked/{name}.py"', '".git/{name}.py"',
    '"a\\u0000/{name}.py"',
    '".yandrel/{name}.py"', '"shop/../../outside/{name}.py"',
)  # fmt: skip


class Checkouts:
    """Attacks by what lies in a checkout."""

    def __init__(self, program: Program, place: Path, chance: random.Random) -> None:
        self.program = program
        self.target = Target(place, FILES)
        self.chance = chance

    def attack_once(self, tally: Tally) -> None:
        """Make a checkout hostile in one to three ways, and run two commands in it."""
        target = self.target.fresh()
        ways: list[Callable[[], str]] = [
            self._name, self._name, self._special, self._link, self._home, self._git, self._coding
        ]  # fmt: skip
        done = [self.chance.choice(ways)() for _ in range(self.chance.randint(1, 3))]
        for words in self.chance.sample(COMMANDS, 2):
            run = self.program.run(target.root, *words, timeout=40)
            tally.count("hostile checkout", self._judge(done, words, run.crashed, run.out + run.err))

    def _judge(self, done: list[str], words: tuple[str, ...], crashed: str, printed: bytes) -> str:
        told = f"{'; '.join(done)}, then {words}: "
        if crashed:
            return told + crashed
        if self.target.outside_is_touched():
            return told + "something outside was touched"
        if (self.target.place / "started").exists():
            return told + "a process was started"
        raw = RAW.search(printed)
        return told + f"printed {raw[0]!r}" if raw else ""

    def _name(self) -> str:
        name = self.chance.choice(NAMES)
        folder = self.chance.choice([b"shop", b".", b"dir\xfe", b"new\nline"])
        place = os.path.join(os.fsencode(self.target.root), folder)
        os.makedirs(place, exist_ok=True)
        with open(os.path.join(place, name), "wb") as file:
            file.write(
                b"from shop.hive import Hive\nfrom shop.none import Gone\n# \x1b]0;title\x07 \xe2\x80\xae\n"
            )
        return f"name {name!r}"

    def _special(self) -> str:
        path = self.chance.choice(SPECIAL)
        place = self.target.root / path
        remove(place)
        kind = self.chance.choice(["fifo", "zero", "dangling", "loop", "folder", "outside", "binary"])
        if kind == "fifo":
            os.mkfifo(place)
        elif kind == "folder":
            place.mkdir(parents=True)
        elif kind == "binary":
            place.write_bytes(bytes(range(256)) * 20)
        else:
            leads = {"zero": "/dev/zero", "dangling": "nowhere", "loop": place.name}
            place.symlink_to(leads.get(kind) or self.target.outside / "precious.txt")
        return f"{kind} as {path}"

    def _link(self) -> str:
        path = self.chance.choice(["linked", "shop/services", "shop/bees", "bees", "shop/models", ".yandrel"])
        place = self.target.root / path
        remove(place)
        place.symlink_to(self.target.outside)
        return f"{path} leads outside"

    def _home(self) -> str:
        home = self.chance.choice(HOMES)
        (self.target.root / "linked").exists() or (self.target.root / "linked").symlink_to(
            self.target.outside
        )
        place = self.target.root / "yandrel.toml"
        remove(place)
        place.write_text(f'[roles]\nservice = {home}\nmodel = {home}\nhelper = "shop/{{name}}.py"\n')
        return f"home {home}"

    def _git(self) -> str:
        started = self.target.place / "started"
        command = f"touch {started}"
        git = self.target.root / ".git"
        if not git.exists():
            write_files(git, {
                "HEAD": b"ref: refs/heads/main\n", "objects/x": b"", "refs/x": b"",
                "config": f'[core]\n fsmonitor = "{command}"\n pager = "{command}"\n hooksPath = .\n'
                f'[filter "x"]\n clean = "{command}"\n smudge = "{command}"\n'.encode(),
                "hooks/post-checkout": f"#!/bin/sh\n{command}\n".encode(),
            })  # fmt: skip
        return "git configuration that starts something"

    def _coding(self) -> str:
        codec = self.chance.choice(
            ["hex", "rot13", "zlib", "undefined", "utf-16", "idna", "no-such", "utf-7"]
        )
        place = self.target.root / "shop" / "coded.py"
        if place.parent.is_dir():
            place.write_text(f"# coding: {codec}\nX = 1\n")
        return f"coding {codec}"


class Traced:
    """Runs under strace: which files are opened for writing, and which processes are started."""

    def __init__(self, place: Path, chance: random.Random) -> None:
        self.target = Target(place, FILES)
        self.chance = chance

    def attack_once(self, tally: Tally) -> None:
        """Trace one command; nothing is written outside the root, no process is started."""
        if shutil.which("strace") is None:
            return
        target = self.target.fresh()
        words = self.chance.choice([
            ("survey",), ("check",), ("adopt", "--preview"), MOVE, ("move", "--list", "steps.toml",
            "--preview"),
            ("split", "shop/crowded.py"), ("split", "shop/crowded.py", "--carry-out"), ("new",
            "service", "queen"),
            ("check", "--accept"), ("undo",),
        ])  # fmt: skip
        trace = target.place / "trace"
        program = [sys.executable, "-m", "yandrel", *words]
        calls = "trace=open,openat,creat,rename,renameat,renameat2,unlink,unlinkat,mkdir,mkdirat,execve,rmdir"
        subprocess.run(
            ["strace", "-f", "-y", "-qq", "-e", calls, "-o", str(trace), *program],
            cwd=target.root, capture_output=True, check=False, stdin=subprocess.DEVNULL,
            env={**os.environ, "PYTHONDONTWRITEBYTECODE": "1"},
        )  # fmt: skip
        tally.count("traced", self._judge(words, trace.read_text(errors="replace").splitlines()))

    def _judge(self, words: tuple[str, ...], lines: list[str]) -> str:
        started = sum("execve(" in line and "= 0" in line for line in lines)
        if started > 1:
            return f"{words}: {started - 1} processes were started"
        for line in lines:
            writes = re.search(r"O_WRONLY|O_RDWR|O_CREAT|\b(?:rename|unlink|mkdir|rmdir)\w*\(", line)
            if not writes or "= -1" in line or "/dev/null" in line:
                continue
            named = re.findall(r'<(/[^>]*)>|"(/[^"]*)"', line.partition(" = ")[0])
            paths = [a or b for a, b in named]
            inside = any(path.startswith(str(self.target.root)) for path in paths)
            if not inside:
                return f"{words}: {line[:160]}"
        return ""
