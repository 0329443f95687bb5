"""Full disks, disks without inodes, files that may not grow, read-only and immutable files."""

import os
import shutil
import subprocess
from contextlib import suppress

from benchmarks.attack.crashes import Crashes
from benchmarks.attack.shop import OPERATIONS
from benchmarks.attack.tally import Tally
from benchmarks.attack.target import remove

KILOBYTES = (60, 400)
INODES = (20, 90)


class Disks(Crashes):
    """Attacks by the disk that the application is on; mounts where that is allowed."""

    def attack_once(self, tally: Tally) -> None:
        """Run an operation on a disk of a random size, or with a limit on the size of files."""
        kind = self.chance.choice(["full", "full", "inodes", "limit", "modes", "immutable"])
        if kind == "limit":
            self._with_limit(tally)
        elif kind == "modes":
            self._with_modes(tally)
        elif kind == "immutable":
            self._with_immutable(tally)
        else:
            self._on_small_disk(tally, kind)

    def _with_limit(self, tally: Tally) -> None:
        operation = self.chance.choice(OPERATIONS[:9])
        _, states = self.states(operation)
        target = self.prepare(operation)
        size = self.chance.choice([300, 600, 900, 1500, 3000])
        run = self.program.run(target.root, *operation.words, limits={"RLIMIT_FSIZE": size})
        plan = {"kind": "limit", "size": size}
        tally.count("files that may not grow", self.judge(operation, target, run, states, plan))

    def _with_modes(self, tally: Tally) -> None:
        """Take the right to write from a file or a folder; root has it all the same."""
        operation = self.chance.choice(OPERATIONS[:9])
        _, states = self.states(operation)
        target = self.prepare(operation)
        place = self.chance.choice(sorted(p for p in target.root.rglob("*") if ".yandrel" not in p.parts))
        mode = place.stat().st_mode
        os.chmod(place, mode & ~0o222)
        run = self.program.run(target.root, *operation.words)
        with suppress(OSError):
            os.chmod(place, mode)
        fault = run.crashed or ("outside was touched" if target.outside_is_touched() else "")
        if not fault and run.status != 0 and target.state() not in states:
            fault = "neither before nor after"
        plan = f"{operation.name}, {place.name}: "
        tally.count("read-only files", plan + fault if fault else "")

    def _with_immutable(self, tally: Tally) -> None:
        operation = self.chance.choice(OPERATIONS[:9])
        _, states = self.states(operation)
        target = self.prepare(operation)
        place = self.chance.choice(sorted(p for p in target.root.rglob("*") if ".yandrel" not in p.parts))
        if (
            shutil.which("chattr") is None
            or subprocess.run(["chattr", "+i", place], capture_output=True, check=False).returncode
        ):
            return
        try:
            run = self.program.run(target.root, *operation.words)
        finally:
            subprocess.run(["chattr", "-i", place], capture_output=True, check=False)
        plan = {"kind": "immutable", "path": str(place.relative_to(target.root))}
        tally.count("immutable files", self.judge(operation, target, run, states, plan))

    def _on_small_disk(self, tally: Tally, kind: str) -> None:
        operation = self.chance.choice(OPERATIONS[:9])
        place = self.target.place
        _, states = self.states(operation)
        remove(place)
        place.mkdir(parents=True)
        size = self.chance.randint(*(KILOBYTES if kind == "full" else INODES))
        options = f"size={size}k" if kind == "full" else f"nr_inodes={size}"
        mounted = subprocess.run(
            ["mount", "-t", "tmpfs", "-o", options, "tmpfs", place], capture_output=True, check=False
        )
        if mounted.returncode:
            return
        try:
            self._run_mounted(tally, operation, states, {"kind": kind, "size": size})
        finally:
            subprocess.run(["umount", "-l", place], capture_output=True, check=False)

    def _run_mounted(self, tally: Tally, operation, states, plan) -> None:  # type: ignore[no-untyped-def]
        try:
            target = self._prepare_mounted(operation)
        except OSError:
            return
        if target is None:
            return
        run = self.program.run(target.root, *operation.words)
        name = "full disk" if plan["kind"] == "full" else "no inodes left"
        # The recovery needs room: the disk grows before it.
        grown = "size=20m" if plan["kind"] == "full" else "nr_inodes=9999"
        subprocess.run(["mount", "-o", f"remount,{grown}", target.place], capture_output=True, check=False)
        tally.count(name, self.judge(operation, target, run, states, plan))

    def _prepare_mounted(self, operation):  # type: ignore[no-untyped-def]
        """Lay the application down on the mounted disk; None where it has no room for what comes before."""
        from benchmarks.attack.target import state_of, write_files

        target = self.target
        write_files(target.root, target.files)
        write_files(target.outside, {"precious.txt": b"precious\n"})
        target.before, target.watched = state_of(target.root), state_of(target.outside)
        for words in operation.first:
            if self.program.run(target.root, *words).status != 0:
                return None
        return target
