"""The journal: what was changed, kept so that it can be finished, or undone to the byte.

A change is one folder, `.yandrel/journal/0001/`: `record.json` says what, `before/` holds the
originals, `after/` the new contents until they are in place. The file `committed` is the point of
no return; `done` says that all is in place.
"""

import hashlib
import os
from pathlib import Path

import msgspec

from yandrel.errors import RefusedError
from yandrel.files import write
from yandrel.files.lock import state_folder

VERSION = 1


class Entry(msgspec.Struct):
    """One file of a change; `before` and `after` are digests, empty where there is no file."""

    old: str
    new: str
    before: str
    after: str
    mode: int


class Record(msgspec.Struct):
    """One change."""

    version: int
    number: int
    title: str
    command: str
    time: str
    entries: list[Entry]
    undoes: int = 0
    step: str = ""


class Content(msgspec.Struct, frozen=True):
    """The bytes of one file's change."""

    entry: Entry
    before: bytes | None
    after: bytes | None


def digest(data: bytes | None) -> str:
    return "" if data is None else hashlib.blake2b(data, digest_size=16).hexdigest()


class Journal:
    """The changes of one application, oldest first."""

    def __init__(self, root: Path) -> None:
        self.root = root
        self.folder = root / ".yandrel" / "journal"

    def numbers(self) -> list[int]:
        if not self.folder.is_dir():
            return []
        names = (entry.name for entry in self.folder.iterdir() if entry.is_dir())
        return sorted(int(name) for name in names if name.isdigit())

    def place(self, number: int) -> Path:
        return self.folder / f"{number:04d}"

    def read(self, number: int) -> Record:
        try:
            data = (self.place(number) / "record.json").read_bytes()
            return msgspec.json.decode(data, type=Record)
        except (OSError, msgspec.DecodeError) as error:
            raise RefusedError(
                "the journal's record cannot be read",
                where=f".yandrel/journal/{number:04d}/record.json",
            ) from error

    def is_committed(self, number: int) -> bool:
        return (self.place(number) / "committed").exists()

    def is_done(self, number: int) -> bool:
        return (self.place(number) / "done").exists()

    def is_undone(self, number: int) -> bool:
        return (self.place(number) / "undone").exists()

    def cut_off(self) -> Record | None:
        """Return the change that was committed and not finished, if there is one."""
        for number in reversed(self.numbers()):
            settled = self.is_done(number) or self.is_undone(number)
            if self.is_committed(number) and not settled:
                return self.read(number)
        return None

    def history(self) -> list[Record]:
        """Return the changes that can be undone, newest first."""
        return [
            record
            for number in reversed(self.numbers())
            if self.is_done(number) and not self.is_undone(number)
            for record in [self.read(number)]
            if not record.undoes
        ]

    def prepare(self, record: Record, contents: list[Content]) -> None:
        """Write originals and new contents; a full disk fails here, before anything has changed."""
        state_folder(self.root)
        self.drop_unfinished()
        place = self.place(record.number)
        try:
            (place / "before").mkdir(parents=True)
            (place / "after").mkdir()
            for position, content in enumerate(contents):
                if content.before is not None:
                    write.write_synced(place / "before" / str(position), content.before)
                if content.after is not None:
                    write.write_synced(place / "after" / str(position), content.after, content.entry.mode)
            text = msgspec.json.format(msgspec.json.encode(record), indent=1)
            write.write_synced(place / "record.json", text)
            write.sync_folder(place)
            write.write_synced(place / "committed", b"")
            write.sync_folder(place)
        except OSError as error:
            _remove_folder(place)
            raise RefusedError(
                f"the journal cannot be written ({error.strerror})", todo="nothing was changed"
            ) from error

    def drop_unfinished(self) -> None:
        """Remove what was prepared and never committed: nothing of it was carried out."""
        for number in self.numbers():
            if not self.is_committed(number):
                _remove_folder(self.place(number))

    def next_number(self) -> int:
        committed = [n for n in self.numbers() if self.is_committed(n)]
        return max(committed, default=0) + 1

    def original(self, number: int, position: int) -> bytes:
        return (self.place(number) / "before" / str(position)).read_bytes()

    def mark(self, number: int, what: str) -> None:
        write.write_synced(self.place(number) / what, b"")

    def tidy(self, number: int) -> None:
        _remove_folder(self.place(number) / "after")


def _remove_folder(place: Path) -> None:
    """Remove a folder with what it holds, as far as that can be done."""
    import shutil

    shutil.rmtree(place, ignore_errors=True)


def current_digest(path: Path) -> str:
    """Return the digest of a file as it is now; empty where there is none."""
    try:
        if path.is_symlink() or not path.is_file():
            return ""
        return digest(path.read_bytes())
    except OSError:
        return ""


def remove_empty_folders(root: Path, paths: list[str]) -> None:
    """Remove folders that held nothing but what left, with caches of compiled code in them."""
    folders = sorted({str(Path(path).parent) for path in paths}, key=len, reverse=True)
    for folder in folders:
        current = root / folder
        while current != root and root in current.parents and current.is_dir():
            left = [entry for entry in os.scandir(current) if entry.name != "__pycache__"]
            if left:
                break
            _remove_folder(current / "__pycache__")
            try:
                current.rmdir()
            except OSError:
                break
            current = current.parent
