"""The journal: each change, kept so that it can be finished, or undone to the byte.

A change is one folder, `.yandrel/journal/0001/`: `record.json` says what it does, `before/` has the
originals, `after/` the new contents until they are in place. The file `committed` is the point of
no return; `done` says that all is in place. While a command of the user's runs after the change,
`saved` has the contents of all files, and `saved.json` says where each is in it.

The journal is input like any other file: the record has a checksum, every content is compared with
its digest before it is used, and every path is checked before it is written.
"""

import hashlib
from collections.abc import Iterator
from contextlib import suppress
from pathlib import Path

import msgspec
from msgspec import structs

from yandrel.errors import RefusedError, YandrelError
from yandrel.files.lock import STATE, make_state_folder
from yandrel.files.paths import find_path_fault
from yandrel.files.rooted import RootFolder

VERSION = 2
FIRST_VERSION = 1
"""Records of this version have no checksum, and do not say which folders were made."""
FOLDER = f"{STATE}/journal"
LONGEST_NUMBER = 9


class Entry(msgspec.Struct):
    """One file of a change; `before` and `after` are digests, empty where there is no file."""

    old: str
    new: str
    before: str
    after: str
    mode: int


class Record(msgspec.Struct):
    """One change.

    `made` are the folders that it makes, `folders` the modes of those that it may empty or make again.
    `removable` are the only folders that it may remove, where it undoes a change that says what it made.
    `then` is the user's command that must succeed before the change is done.
    """

    version: int
    number: int
    title: str
    command: str
    time: str
    entries: list[Entry]
    undoes: int = 0
    step: str = ""
    made: list[str] = []
    folders: dict[str, int] = {}
    removable: list[str] | None = None
    then: str = ""
    checksum: str = ""


class SavedFile(msgspec.Struct, array_like=True):
    """The place of one file's content in `saved`."""

    path: str
    start: int
    length: int
    mode: int
    digest: str


class Saved(msgspec.Struct):
    """All files that count, as they were before a command ran; links with what they lead to."""

    files: list[SavedFile]
    links: dict[str, str]
    folders: list[str]


class Content(msgspec.Struct, frozen=True):
    """The bytes of one file's change."""

    entry: Entry
    before: bytes | None
    after: bytes | None


def digest(data: bytes | None) -> str:
    """Return the digest of a content; empty where there is none."""
    return "" if data is None else hashlib.blake2b(data, digest_size=16).hexdigest()


class Journal:
    """The changes of one application, oldest first."""

    def __init__(self, root: Path) -> None:
        self.root = root
        self.files = RootFolder(root)

    def numbers(self) -> list[int]:
        """Return the numbers of all changes that have a folder."""
        names = self.files.names(FOLDER)
        return sorted(
            int(name) for name in names
            if name.isascii() and name.isdigit() and len(name) <= LONGEST_NUMBER
            and self.place(int(name)).endswith("/" + name) and self.files.is_folder(f"{FOLDER}/{name}")
        )  # fmt: skip

    def place(self, number: int) -> str:
        """Return the folder of a change."""
        return f"{FOLDER}/{number:04d}"

    def read(self, number: int) -> Record:
        """Return a record; raises RefusedError where it is damaged, or names a place outside the root."""
        where = f"{self.place(number)}/record.json"
        try:
            record = msgspec.json.decode(self.files.read(where), type=Record)
        except (OSError, msgspec.DecodeError, RecursionError, YandrelError) as error:
            raise RefusedError("the journal's record cannot be read", where=where) from error
        fault = _find_record_fault(record, number)
        if fault:
            raise RefusedError(fault, where=where, todo="nothing was changed")
        return record

    def unreadable(self) -> Iterator[tuple[int, str]]:
        """Yield the number of each unsettled or done change whose record is not usable, and why."""
        for number in self.numbers():
            if self.is_committed(number) and not self.is_undone(number):
                try:
                    self.read(number)
                except RefusedError as error:
                    yield number, error.one_line()

    def is_committed(self, number: int) -> bool:
        return self.files.is_file(f"{self.place(number)}/committed")

    def is_done(self, number: int) -> bool:
        return self.files.is_file(f"{self.place(number)}/done")

    def is_undone(self, number: int) -> bool:
        return self.files.is_file(f"{self.place(number)}/undone")

    def cut_off(self) -> Record | None:
        """Return the change that was committed and not finished, if there is one."""
        for number in reversed(self.numbers()):
            settled = self.is_done(number) or self.is_undone(number)
            if self.is_committed(number) and not settled:
                try:
                    return self.read(number)
                except RefusedError:
                    continue
        return None

    def history(self) -> list[Record]:
        """Return the changes that can be undone, newest first; damaged records are left out."""
        found = []
        for number in reversed(self.numbers()):
            if self.is_done(number) and not self.is_undone(number):
                try:
                    record = self.read(number)
                except RefusedError:
                    continue
                if not record.undoes:
                    found.append(record)
        return found

    def prepare(self, record: Record, contents: list[Content]) -> None:
        """Write originals and new contents; a full disk fails here, before anything has changed."""
        place = self.place(record.number)
        files = self.files
        try:
            make_state_folder(files)
            self.drop_unfinished()
            files.make_folders(f"{place}/before")
            files.make_folders(f"{place}/after")
            for position, content in enumerate(contents):
                mode = content.entry.mode
                if content.before is not None:
                    files.create(f"{place}/before/{position}", content.before, mode)
                if content.after is not None:
                    files.create(f"{place}/after/{position}", content.after, mode)
            files.create(f"{place}/record.json", encode_record(record))
            files.sync(place)
            files.create(f"{place}/committed", b"")
            files.sync(place)
        except OSError as error:
            files.remove_tree(place)
            raise RefusedError(
                f"the journal cannot be written ({error.strerror})", todo="nothing was changed"
            ) from error
        except BaseException:
            files.remove_tree(place)
            raise

    def drop_unfinished(self) -> None:
        """Remove what was prepared and never committed: nothing of it was carried out."""
        for number in self.numbers():
            if not self.is_committed(number):
                self.files.remove_tree(self.place(number))

    def next_number(self) -> int:
        committed = [n for n in self.numbers() if self.is_committed(n)]
        return max(committed, default=0) + 1

    def original(self, record: Record, position: int) -> bytes:
        """Return what a file had before a change; raises RefusedError where that is not what was stored."""
        return self._stored(record, "before", position, record.entries[position].before)

    def check_new(self, record: Record, position: int) -> bool:
        """Whether a new content still waits to be put in place.

        Raises RefusedError where it is not what was stored.
        """
        path = f"{self.place(record.number)}/after/{position}"
        if self.files.stat(path) is None:
            return False
        self._stored(record, "after", position, record.entries[position].after)
        return True

    def _stored(self, record: Record, side: str, position: int, wanted: str) -> bytes:
        where = f"{self.place(record.number)}/{side}/{position}"
        try:
            data = self.files.read(where)
        except OSError as error:
            raise RefusedError(
                f"cannot be read ({error.strerror})", where=where, todo="nothing was changed"
            ) from error
        if digest(data) != wanted:
            raise RefusedError("is damaged: its digest differs", where=where, todo="nothing was changed")
        return data

    def save(self, number: int, saved: Saved, contents: Iterator[bytes]) -> None:
        """Keep the contents of all files while a command runs; raises OSError for a full disk.

        `contents` are read first, and may fill `saved` in.
        """
        place = self.place(number)
        self.files.create(f"{place}/saved", contents)
        self.files.create(f"{place}/saved.new", msgspec.json.encode(saved))
        self.files.replace(f"{place}/saved.new", f"{place}/saved.json")
        self.files.sync(place)

    def read_saved(self, number: int) -> tuple[Saved, bytes] | None:
        """Return what was kept before a command ran; None where no command was begun.

        Raises RefusedError where it is damaged.
        """
        where = f"{self.place(number)}/saved.json"
        if self.files.stat(where) is None:
            return None
        try:
            saved = msgspec.json.decode(self.files.read(where), type=Saved)
            data = self.files.read(f"{self.place(number)}/saved")
        except (OSError, msgspec.DecodeError, RecursionError) as error:
            raise RefusedError("cannot be read", where=where, todo="nothing was changed") from error
        for file in saved.files:
            fault = find_path_fault(file.path)
            if fault or digest(data[file.start : file.start + file.length]) != file.digest:
                raise RefusedError(
                    f"is damaged at {file.path}" + (f", which {fault}" if fault else ""),
                    where=where, todo="nothing was changed",
                )  # fmt: skip
        for path in (*saved.links, *saved.folders):
            if find_path_fault(path):
                raise RefusedError(f"names {path}", where=where, todo="nothing was changed")
        return saved, data

    def mark(self, number: int, what: str) -> None:
        path = f"{self.place(number)}/{what}"
        if not self.files.is_file(path):
            self.files.create(path, b"")

    def tidy(self, number: int) -> None:
        """Remove what only an unfinished change needs, as far as that can be done."""
        self.files.remove_tree(f"{self.place(number)}/after")
        for name in ("saved", "saved.new", "saved.json"):
            with suppress(OSError):
                self.files.remove(f"{self.place(number)}/{name}")


def encode_record(record: Record) -> bytes:
    """Return a record as it is stored, with its checksum."""
    return msgspec.json.format(
        msgspec.json.encode(structs.replace(record, checksum=_checksum(record))), indent=1
    )


def _checksum(record: Record) -> str:
    return digest(msgspec.json.encode(structs.replace(record, checksum="")))


def _find_record_fault(record: Record, number: int) -> str:
    """Return why a record must not be believed; nothing where it may."""
    if not FIRST_VERSION <= record.version <= VERSION:
        return f"the record is of version {record.version}, which this Yandrel does not know"
    wanted = "" if record.version == FIRST_VERSION else _checksum(record)
    if record.checksum != wanted:
        return "the journal's record is damaged: its checksum differs"
    if record.number != number:
        return f"the journal's record is that of change {record.number}"
    paths = [path for entry in record.entries for path in (entry.old, entry.new) if path]
    for path in (*paths, *record.made, *record.folders, *(record.removable or ())):
        fault = find_path_fault(path)
        if fault:
            return f"the journal's record names {path}, which {fault}"
    return ""


def current_digest(files: RootFolder, path: str) -> str:
    """Return the digest of a file as it is now; empty where there is none."""
    try:
        return digest(files.read(path))
    except (OSError, RefusedError):
        return ""
