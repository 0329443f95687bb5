"""The cache: believed only where it was made here, and where its checksums are right."""

import sqlite3
from pathlib import Path

from yandrel.index.store import NAME, STAMP, FactStore, Row

ROW = Row("a.py", 3, 5, "python 1", b"facts")


def filled(root: Path) -> None:
    store = FactStore(root)
    store.write_rows([ROW], [])
    store.write_snapshot("check", b"key", b"value")
    store.close()


def test_what_was_stored_is_found_again(tmp_path: Path) -> None:
    filled(tmp_path)
    store = FactStore(tmp_path)
    assert store.read_rows() == {"a.py": ROW}
    assert store.read_snapshot("check", b"key") == b"value"
    assert store.read_latest("check") == b"value"
    assert store.read_snapshot("check", b"other") is None


def test_a_shipped_cache_is_not_believed(tmp_path: Path) -> None:
    (tmp_path / "made").mkdir()
    filled(tmp_path / "made")
    (tmp_path / "shipped" / ".yandrel").mkdir(parents=True)
    for name in (NAME, STAMP):
        (tmp_path / "shipped" / name).write_bytes((tmp_path / "made" / name).read_bytes())
    assert FactStore(tmp_path / "shipped").read_rows() == {}


def test_damaged_values_are_left_out(tmp_path: Path) -> None:
    filled(tmp_path)
    with sqlite3.connect(tmp_path / NAME) as connection:
        connection.execute("update files set facts = facts || x'00'")
        connection.execute("update snapshots set value = x'00010203040506'")
    store = FactStore(tmp_path)
    assert store.read_rows() == {}
    assert store.read_latest("check") is None


def test_a_link_is_left_alone(tmp_path: Path) -> None:
    precious = tmp_path / "precious.sqlite"
    with sqlite3.connect(precious) as connection:
        connection.execute("create table files (x)")
    before = precious.read_bytes()
    (tmp_path / "app" / ".yandrel").mkdir(parents=True)
    (tmp_path / "app" / NAME).symlink_to(precious)
    store = FactStore(tmp_path / "app")
    store.write_rows([ROW], [])
    assert store.read_rows() == {}
    assert precious.read_bytes() == before


def test_without_a_root_nothing_is_stored() -> None:
    store = FactStore(None)
    store.write_snapshot("check", b"key", b"value")
    assert store.read_latest("check") is None
