"""The cache of facts: one row a file, keyed by what the file holds; snapshots of whole results."""

import sqlite3
from collections.abc import Iterable
from contextlib import suppress
from pathlib import Path

import msgspec

from yandrel.files.lock import state_folder

FORMAT = 1


class Row(msgspec.Struct, frozen=True):
    """What is stored of one file."""

    path: str
    size: int
    mtime_ns: int
    version: str
    facts: bytes


class FactStore:
    """Facts by path; does nothing, and says nothing, where the folder cannot be written."""

    def __init__(self, root: Path) -> None:
        self.connection: sqlite3.Connection | None = None
        try:
            path = state_folder(root) / "cache.sqlite"
            self.connection = self._open(path)
        except sqlite3.DatabaseError:
            with suppress(OSError, sqlite3.Error):
                path.unlink()
                self.connection = self._open(path)
        except OSError:
            pass

    def _open(self, path: Path) -> sqlite3.Connection:
        connection = sqlite3.connect(path, timeout=2.0, isolation_level=None)
        connection.execute("pragma journal_mode = wal")
        connection.execute("pragma synchronous = off")
        (found,) = connection.execute("pragma user_version").fetchone()
        if found != FORMAT:
            connection.execute("drop table if exists files")
            connection.execute("drop table if exists snapshots")
            connection.execute(
                "create table files (path text primary key, size integer, mtime integer,"
                " version text, facts blob) without rowid"
            )
            connection.execute("create table snapshots (name text primary key, key blob, value blob)")
            connection.execute(f"pragma user_version = {FORMAT}")
        return connection

    def read_rows(self) -> dict[str, Row]:
        if self.connection is None:
            return {}
        try:
            cursor = self.connection.execute("select path, size, mtime, version, facts from files")
            return {row[0]: Row(*row) for row in cursor}
        except sqlite3.Error:
            return {}

    def write_rows(self, rows: Iterable[Row], gone: Iterable[str]) -> None:
        if self.connection is None:
            return
        with suppress(sqlite3.Error):
            self.connection.execute("begin")
            self.connection.executemany("delete from files where path = ?", [(p,) for p in gone])
            self.connection.executemany(
                "insert or replace into files values (?, ?, ?, ?, ?)",
                [
                    (r.path, r.size, r.mtime_ns, r.version, r.facts)
                    for r in sorted(rows, key=lambda r: r.path)
                ],
            )
            self.connection.execute("commit")

    def read_snapshot(self, name: str, key: bytes) -> bytes | None:
        if self.connection is None:
            return None
        try:
            found = self.connection.execute(
                "select value from snapshots where name = ? and key = ?", (name, key)
            ).fetchone()
        except sqlite3.Error:
            return None
        return found[0] if found else None

    def read_latest(self, name: str) -> bytes | None:
        """Return a snapshot whatever its key."""
        if self.connection is None:
            return None
        try:
            found = self.connection.execute("select value from snapshots where name = ?", (name,)).fetchone()
        except sqlite3.Error:
            return None
        return found[0] if found else None

    def write_snapshot(self, name: str, key: bytes, value: bytes) -> None:
        if self.connection is not None:
            with suppress(sqlite3.Error):
                self.connection.execute(
                    "insert or replace into snapshots values (?, ?, ?)", (name, key, value)
                )

    def close(self) -> None:
        if self.connection is not None:
            self.connection.close()
            self.connection = None
