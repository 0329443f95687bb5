from typing import Protocol


class Store(Protocol):
    """Keeps orders and parts."""

    def list_orders(self) -> list[str]: ...

    def add_order(self, name: str) -> None: ...

    # counted every night
    def list_parts(self) -> list[str]: ...

    def name_of(self, number: int) -> str: ...


class MemoryStoreBase(Store):
    """What the parts of MemoryStore share."""

    def __init__(self) -> None:
        self.orders: list[str] = []

    def _check(self, name: str) -> None:
        assert name


class MemoryStoreReading(MemoryStoreBase):
    """What MemoryStore answers without changing anything."""

    def list_orders(self) -> list[str]:
        return self.orders

    def list_parts(self) -> list[str]:
        return []

    def name_of(self, number: int) -> str:
        return str(number)


class MemoryStoreChanging(MemoryStoreBase):
    """What MemoryStore changes."""

    def add_order(self, name: str) -> None:
        self._check(name)
        self.orders.append(name)


class MemoryStore(MemoryStoreReading, MemoryStoreChanging):
    """All of MemoryStore, for who needs it whole."""
