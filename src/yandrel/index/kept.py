"""Results that are kept in the cache under a key, and read out of it where they can be believed."""

from collections.abc import Callable
from contextlib import suppress
from typing import TypeVar

import msgspec

from yandrel.index.store import FactStore

T = TypeVar("T")


def recall(store: FactStore, name: str, key: bytes, kind: type[T]) -> T | None:
    """Return a kept result of that key; None where there is none, or it is of another form."""
    packed = store.read_snapshot(name, key)
    if packed is not None:
        with suppress(msgspec.DecodeError, msgspec.ValidationError):
            return msgspec.msgpack.decode(packed, type=kind)
    return None


def keep(store: FactStore, name: str, key: bytes, result: object) -> None:
    """Keep a result under a key, instead of an older one of that name."""
    store.write_snapshot(name, key, msgspec.msgpack.encode(result))


def recall_or_make(store: FactStore, name: str, key: bytes, kind: type[T], make: Callable[[], T]) -> T:
    """Return a kept result, or make and keep it."""
    known = recall(store, name, key, kind)
    if known is None:
        known = make()
        keep(store, name, key, known)
    return known
