from typing import Protocol


class Store(Protocol):
    """Keeps orders and parts."""

    def list_orders(self) -> list[str]: ...

    def add_order(self, name: str) -> None: ...

    # counted every night
    def list_parts(self) -> list[str]: ...

    def name_of(self, number: int) -> str: ...


class MemoryStore(Store):
    def __init__(self) -> None:
        self.orders: list[str] = []

    def list_orders(self) -> list[str]:
        return self.orders

    def add_order(self, name: str) -> None:
        self._check(name)
        self.orders.append(name)

    def list_parts(self) -> list[str]:
        return []

    def name_of(self, number: int) -> str:
        return str(number)

    def _check(self, name: str) -> None:
        assert name
