"""Damaged journals and caches: nothing of them may be believed that was not written so."""

import os
import random
from pathlib import Path

from benchmarks.attack.shop import FILES, MOVE
from benchmarks.attack.tally import Tally
from benchmarks.attack.target import Program, State, Target, difference, remove

COMMANDS = (("undo",), ("undo", "--finish"), ("undo", "--history"), ("survey",), ("check",), MOVE)
SECOND = ("move", "shop/keeper.py", "shop/people/")


class Stored:
    """Attacks on what `.yandrel/` holds."""

    def __init__(self, program: Program, place: Path, chance: random.Random) -> None:
        self.program = program
        self.target = Target(place, FILES)
        self.chance = chance
        self.right: set[bytes] = set()

    def attack_journal(self, tally: Tally) -> None:
        """Damage the journal of one or two changes, then run a command: all is as it was, or undone."""
        target = self.target.fresh()
        root = target.root
        states = [target.state()]
        cut = self.chance.random() < 0.3
        plan = {"kind": "signal", "at": self.chance.randint(20, 60), "signal": "SIGKILL"} if cut else None
        self.program.run(root, *MOVE, **({"plan": plan} if plan else {}))
        states.append(target.state())
        if not cut and self.chance.random() < 0.5:
            self.program.run(root, *SECOND)
            states.append(target.state())
        what = self._damage(root / ".yandrel" / "journal")
        words = self.chance.choice(COMMANDS)
        run = self.program.run(root, *words)
        tally.count("damaged journal", self._judge(what, words, run.crashed, run.err, states))

    def _judge(self, what: str, words: tuple[str, ...], crashed: str, err: bytes, states: list[State]) -> str:
        told = f"{what}, then {words}: "
        if self.target.outside_is_touched():
            return told + "something outside was touched"
        if crashed:
            return told + crashed
        now = self.target.state()
        if b"nothing was changed" in err and now != states[-1]:
            return told + f"said that nothing was changed, but {difference(now, states[-1])}"
        known: dict[str, set[object]] = {}
        for state in [*states, self._moved()]:
            for path in [*state, *now]:
                known.setdefault(path, set()).add(state.get(path))
        strange = [path for path in now if now[path] not in known[path]]
        return told + f"garbage in {', '.join(strange[:3])}" if strange else ""

    def _moved(self) -> State:
        """Return the state after the move, for cut-off ones that are finished."""
        if not hasattr(self, "_moved_state"):
            other = Target(self.target.place.with_name(self.target.place.name + "-moved"), FILES).fresh()
            self.program.run(other.root, *MOVE)
            self._moved_state = other.state()
            remove(other.place)
        return self._moved_state

    def _damage(self, folder: Path) -> str:
        """Damage one or two files below a folder; return what was done."""
        done = []
        for _ in range(self.chance.randint(1, 2)):
            places = sorted(place for place in folder.rglob("*") if not place.is_dir() or place.is_symlink())
            if not places:
                break
            place = self.chance.choice(places)
            kind = self.chance.choice(
                ["flip", "flip", "cut", "empty", "remove", "link", "fifo", "text", "folder", "paths"]
            )
            self._damage_one(place, kind)
            done.append(f"{kind} {place.relative_to(folder)}")
        return "; ".join(done)

    def _damage_one(self, place: Path, kind: str) -> None:
        if place.is_symlink() or not place.is_file():
            return  # damaged before: to write to a pipe would wait for a reader
        data = bytearray(place.read_bytes()) if place.is_file() else bytearray()
        if kind in ("remove", "link", "fifo", "folder"):
            place.unlink()
        if kind == "flip" and data:
            data[self.chance.randrange(len(data))] ^= 1 << self.chance.randrange(8)
            place.write_bytes(data)
        elif kind == "cut":
            place.write_bytes(data[: len(data) // 2])
        elif kind == "empty":
            place.write_bytes(b"")
        elif kind == "text":
            place.write_bytes(b"garbage\n" * 3)
        elif kind == "link":
            place.symlink_to(self.target.outside / "precious.txt")
        elif kind == "fifo":
            os.mkfifo(place)
        elif kind == "folder":
            place.mkdir()
        elif kind == "paths":
            bad = self.chance.choice(
                [b"../outside/precious.txt", b"/etc/passwd", b".git/config", b"a/../../x"]
            )
            place.write_bytes(bytes(data).replace(b"shop/hive.py", bad))

    def attack_cache(self, tally: Tally) -> None:
        """Damage the cache, or ship another one: the answer stays the same."""
        target = self.target.fresh()
        root = target.root
        first = self.program.run(root, "check", "--format", "json")
        if self.chance.random() < 0.5:
            (root / "shop" / "keeper.py").write_bytes(b"from shop.hive import Hive\n\nX = Hive\n")
            first = self.program.run(root, "check", "--format", "json")
        what = self._damage_cache(root / ".yandrel")
        run = self.program.run(root, "check", "--format", "json")
        fault = run.crashed
        if not fault and run.out != first.out:
            fault = "the answer changed"
        if not fault and target.outside_is_touched():
            fault = "something outside was touched"
        tally.count("damaged cache", f"{what}: {fault}" if fault else "")

    def _damage_cache(self, folder: Path) -> str:
        kind = self.chance.choice(
            ["bytes", "bytes", "bytes", "link", "folder link", "fifo", "stamp", "other"]
        )
        place = folder / "cache.sqlite"
        if kind == "bytes":
            data = bytearray(place.read_bytes())
            for _ in range(self.chance.randint(1, 40)):
                data[self.chance.randrange(len(data))] = self.chance.randrange(256)
            place.write_bytes(data)
        elif kind == "folder link":
            remove(folder)
            folder.symlink_to(self.target.outside)
        elif kind == "stamp":
            (folder / "cache.stamp").write_bytes(b"0" * 32)
        elif kind == "other":
            place.write_bytes(b"SQLite format 3\0" + bytes(4000))
        else:
            place = folder / self.chance.choice(
                ["cache.sqlite", "cache.stamp", "cache.sqlite-wal", "lock", ".gitignore"]
            )
            place.unlink(missing_ok=True)
            if kind == "fifo":
                os.mkfifo(place)
            else:
                place.symlink_to(self.target.outside / "precious.txt")
            return f"{kind} {place.name}"
        return kind
