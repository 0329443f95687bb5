"""Move lists: moves in steps, written down to be read and edited before they are carried out."""

import re
from collections.abc import Mapping
from dataclasses import dataclass, replace
from pathlib import Path

from yandrel.errors import CallError, ConfigError
from yandrel.files.contents import Files
from yandrel.files.rooted import read_plain
from yandrel.model.untyped import parse_toml

Lines = tuple[tuple[str, tuple[str, ...]], ...]
"""Keys of a section of yandrel.toml, each with its texts."""


@dataclass(frozen=True)
class Step:
    """Moves that are one change: sources name the state before it, targets the state after it.

    `written_in` is the move list that has it. `homes` are those that roles get in yandrel.toml
    with it, `domains` the files that it gives to domains there. Where it
    `drops_reexports`, packages do not go on handing on what leaves them. Where it `leaves_forwarding`, the
    files that something leaves hand it on.
    """

    title: str
    pairs: tuple[tuple[str, str | None], ...]
    written_in: str = ""
    lines: tuple[int, ...] = ()
    """The lines of the list that the pairs are on."""
    homes: Lines = ()
    domains: Lines = ()
    drops_reexports: bool = False
    leaves_forwarding: bool = False

    def with_forwarding(self) -> "Step":
        """Return the same moves, with forwarding left behind."""
        return replace(self, leaves_forwarding=True)


KEYS = ("title", "moves", "homes", "domains", "drop_reexports", "leave_forwarding")
STEP = re.compile(rb"^\[\[step\]\]\s*$", re.MULTILINE)
MOVES = re.compile(rb"^moves\s*=\s*\[", re.MULTILINE)


def is_move_list(path: str, data: bytes) -> bool:
    """Whether a file is a move list, which says what was where when it was written."""
    return path.endswith(".toml") and bool(STEP.search(data) and MOVES.search(data))


def read_move_list(root: Path, here: str, name: str) -> list[Step]:
    """Read a move list; raises CallError where it is not there, ConfigError where it is wrong."""
    path = next((p for p in (root / here / name, Path(name), root / name) if p.is_file()), None)
    if path is None:
        raise CallError("no such move list", where=name)
    try:
        raw = read_plain(path)
        table = parse_toml(raw)
    except OSError as error:
        raise CallError(f"cannot be read ({error.strerror})", where=name) from error
    except ValueError as error:
        raise ConfigError(str(error), where=name, todo="fix the TOML") from error
    if set(table) - {"step"} or not isinstance(table.get("step"), list) or not table["step"]:
        raise ConfigError("has no [[step]]", where=name, todo='write [[step]] and moves = ["a -> b"]')
    lines = _Lines(raw.decode("utf-8", "replace"))
    return [_read_step(entry, number, name, lines) for number, entry in enumerate(table["step"], start=1)]


def without_made(steps: list[Step], files: Files) -> tuple[list[Step], list[tuple[int, str]]]:
    """Return the steps without the moves that are made already, and these, each with its line in the list.

    A move of a file is, where its source is gone and something stands at its target: a list that was carried
    out in part, or on another branch, can be carried out again.
    """
    made: list[tuple[int, str]] = []
    left: list[Step] = []
    coming: set[str] = set()
    for step in steps:
        pairs, lines = [], []
        for position, (source, target) in enumerate(step.pairs):
            line = step.lines[position] if step.lines else 0
            place = _place_of(source, target)
            if place and source not in coming and not files.exists(source) and files.is_file(place):
                made.append((line, f"{source} -> {target}"))
                continue
            pairs.append((source, target))
            lines.append(line)
            coming.add(place)
        if pairs or not step.pairs:
            left.append(replace(step, pairs=tuple(pairs), lines=tuple(lines)))
    return left, made


def _place_of(source: str, target: str | None) -> str:
    """Return the path that a file is to have; empty where it is no file, or goes home."""
    if target is None or ":" in source or "/" not in source or source.endswith("/"):
        return ""
    return target + source.rpartition("/")[2] if target.endswith("/") else target


class _Lines:
    """Finds the lines of moves, which come in the order of the text."""

    def __init__(self, text: str) -> None:
        self.lines = text.splitlines()
        self.last = 0

    def find(self, move: str) -> int:
        """Return the line of the next move of that text; that of the one before it where it is not found."""
        for number in range(max(self.last - 1, 0), len(self.lines)):
            if move in self.lines[number]:
                self.last = number + 1
                return self.last
        return self.last


def _read_step(entry: object, number: int, name: str, lines: _Lines) -> Step:
    if not isinstance(entry, dict) or set(entry) - set(KEYS):
        raise ConfigError(
            f"step {number} has an unknown key", where=name, todo=f"known are {', '.join(KEYS)}"
        )
    drops, forwards = (_read_flag(entry, key, number, name) for key in ("drop_reexports", "leave_forwarding"))
    moves = entry.get("moves", [])
    if not isinstance(moves, list) or not moves:
        raise ConfigError(f"step {number} moves nothing", where=name)
    pairs: list[tuple[str, str | None]] = []
    for line in moves:
        source, arrow, target = str(line).partition("->")
        if not source.strip() or (arrow and not target.strip()):
            raise ConfigError(f"step {number}: {line!r} is no move", where=name, todo='write "a -> b"')
        pairs.append((source.strip(), target.strip() if arrow else None))
    found = tuple(lines.find(str(line)) for line in moves)
    title = str(entry.get("title", f"step {number}"))
    homes = _read_lines(entry, "homes", number, name)
    domains = _read_lines(entry, "domains", number, name)
    return Step(title, tuple(pairs), name, found, homes, domains, drops, forwards)


def _read_flag(entry: Mapping[str, object], key: str, number: int, name: str) -> bool:
    value = entry.get(key, False)
    if not isinstance(value, bool):
        raise ConfigError(f"step {number}: {key} must be true or false", where=name)
    return value


def _read_lines(entry: Mapping[str, object], key: str, number: int, name: str) -> Lines:
    """Return what a step writes in yandrel.toml; raises ConfigError where that is no table of texts."""
    table = entry.get(key, {})
    if not isinstance(table, dict):
        raise ConfigError(f"step {number}: {key} must be a table", where=name)
    found = []
    for word, value in table.items():
        texts = [value] if isinstance(value, str) else value
        if not isinstance(texts, list) or not texts or not all(isinstance(text, str) for text in texts):
            raise ConfigError(
                f"step {number}: {key} of {word} must be texts", where=name, todo=f'write {word} = ["a/b.c"]'
            )
        found.append((str(word), tuple(texts)))
    return tuple(found)
