"""The cache of facts: one row a file, keyed by what the file holds; snapshots of whole results.

A cache changes how fast an answer comes, never the answer. It is believed only where the stamp
beside it says that it was made here: on this machine, by this user, as this very file. Each row has
a checksum. A cache that a checkout ships is never opened.
"""

import hashlib
import os
import sqlite3
import zlib
from collections.abc import Iterable
from contextlib import suppress
from pathlib import Path

import msgspec

from yandrel.errors import RefusedError
from yandrel.files.lock import STATE, make_state_folder
from yandrel.files.rooted import RootFolder, read_plain

FORMAT = 2
NAME = f"{STATE}/cache.sqlite"
STAMP = f"{STATE}/cache.stamp"
BESIDE = (NAME + "-wal", NAME + "-shm", NAME + "-journal")
MACHINE_IDS = ("/etc/machine-id", "/var/lib/dbus/machine-id", "/etc/hostid")
PROGRAM = "program "
"""What the names of kept programs begin with."""
SUM = 4
"""Bytes of the checksum that each stored value starts with."""


class Row(msgspec.Struct, frozen=True):
    """The cached facts of one file."""

    path: str
    size: int
    mtime_ns: int
    version: str
    facts: bytes

    def key(self) -> bytes:
        return f"{self.path}\0{self.size}\0{self.mtime_ns}\0{self.version}".encode()


class FactStore:
    """Facts by path; does nothing, and says nothing, where there is no root or no place for a cache."""

    def __init__(self, root: Path | None) -> None:
        self.connection: sqlite3.Connection | None = None
        if root is None:
            return
        self.files = RootFolder(root)
        with suppress(OSError, sqlite3.Error, RefusedError):
            make_state_folder(self.files)
            if self._is_free():
                self.connection = self._open_own()

    def _is_free(self) -> bool:
        """Whether nothing but plain files with one name is where the cache and its companions go."""
        found = [self.files.stat(path) for path in (NAME, STAMP, *BESIDE)]
        plain = all(self.files.is_file(p) for p, s in zip((NAME, STAMP, *BESIDE), found) if s is not None)
        return plain and all(s.st_nlink == 1 for s in found if s is not None)

    def _open_own(self) -> sqlite3.Connection:
        """Open the cache where it was made here, else make a new one."""
        if self._read_stamp() == self._stamp() != "":
            with suppress(sqlite3.DatabaseError):
                return self._open(fresh=False)
        for path in (STAMP, NAME, *BESIDE):
            self.files.remove(path)
        os.close(self.files.open_own(NAME))
        connection = self._open(fresh=True)
        self.files.create(STAMP, self._stamp().encode())
        return connection

    def _read_stamp(self) -> str:
        try:
            return self.files.read(STAMP).decode("ascii", "replace")
        except OSError:
            return ""

    def _stamp(self) -> str:
        """Return what a checkout cannot know of the cache's file; empty where there is no such file."""
        found = self.files.stat(NAME)
        if found is None:
            return ""
        user = os.getuid() if hasattr(os, "getuid") else 0
        place = (FORMAT, os.path.realpath(self.files.root), found.st_dev, found.st_ino, user)
        return hashlib.blake2b(repr(place).encode() + _machine(), digest_size=16).hexdigest()

    def _open(self, fresh: bool) -> sqlite3.Connection:
        with self.files.opened_folder(STATE) as folder:
            place = os.path.join(folder, NAME.rpartition("/")[2])
            connection = sqlite3.connect(place, timeout=2.0, isolation_level=None)
            connection.execute("pragma journal_mode = wal")
            connection.execute("pragma synchronous = off")
        if fresh:
            connection.execute(
                "create table files (path text primary key, size integer, mtime integer,"
                " version text, facts blob) without rowid"
            )
            connection.execute("create table snapshots (name text primary key, key blob, value blob)")
            connection.execute(f"pragma user_version = {FORMAT}")
        elif connection.execute("pragma user_version").fetchone() != (FORMAT,):
            connection.close()
            raise sqlite3.DatabaseError("a cache of another version")
        return connection

    def read_rows(self) -> dict[str, Row]:
        """Return what is stored of each file; damaged rows are left out."""
        if self.connection is None:
            return {}
        rows: dict[str, Row] = {}
        try:
            for path, size, mtime, version, packed in self.connection.execute(
                "select path, size, mtime, version, facts from files"
            ):
                row = Row(path, size, mtime, version, packed[SUM:])
                if packed[:SUM] == _sum(row.key(), row.facts):
                    rows[path] = row
        except (sqlite3.Error, TypeError, ValueError):
            return {}
        return rows

    def write_rows(self, rows: Iterable[Row], gone: Iterable[str]) -> None:
        if self.connection is None:
            return
        with suppress(sqlite3.Error):
            self.connection.execute("begin")
            self.connection.executemany("delete from files where path = ?", [(p,) for p in gone])
            self.connection.executemany(
                "insert or replace into files values (?, ?, ?, ?, ?)",
                [
                    (r.path, r.size, r.mtime_ns, r.version, _sum(r.key(), r.facts) + r.facts)
                    for r in sorted(rows, key=lambda r: r.path)
                ],
            )
            self.connection.execute("commit")

    def read_snapshot(self, name: str, key: bytes) -> bytes | None:
        """Return a stored result of that key; None where there is none, or it is damaged."""
        return self._find("select key, value from snapshots where name = ? and key = ?", name, key)

    def read_latest(self, name: str) -> bytes | None:
        """Return a snapshot whatever its key."""
        return self._find("select key, value from snapshots where name = ?", name)

    def _find(self, query: str, name: str, *words: bytes) -> bytes | None:
        if self.connection is None:
            return None
        try:
            found = self.connection.execute(query, (name, *words)).fetchone()
            if found is None:
                return None
            key, packed = bytes(found[0]), bytes(found[1])
        except (sqlite3.Error, TypeError, ValueError):
            return None
        return packed[SUM:] if packed[:SUM] == _sum(name.encode() + key, packed[SUM:]) else None

    def write_snapshot(self, name: str, key: bytes, value: bytes) -> None:
        if self.connection is not None:
            with suppress(sqlite3.Error):
                self.connection.execute(
                    "insert or replace into snapshots values (?, ?, ?)",
                    (name, key, _sum(name.encode() + key, value) + value),
                )

    def close(self) -> None:
        if self.connection is not None:
            self.connection.close()
            self.connection = None


class ProgramStore(FactStore):
    """The programs of another store, kept by what files hold; nothing is written, and no result read."""

    def __init__(self, other: FactStore) -> None:
        super().__init__(None)
        self._other = other

    def read_snapshot(self, name: str, key: bytes) -> bytes | None:
        return self._other.read_snapshot(name, key) if name.startswith(PROGRAM) else None


def _sum(key: bytes, data: bytes) -> bytes:
    """Return the checksum of a value and of what it is stored under."""
    return zlib.crc32(data, zlib.crc32(key)).to_bytes(SUM, "big")


def _machine() -> bytes:
    """Return what tells this machine from others."""
    for place in MACHINE_IDS:
        with suppress(OSError):
            return read_plain(place, 1000)
    return os.environ.get("COMPUTERNAME", "").encode()
