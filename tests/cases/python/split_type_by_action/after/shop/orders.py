from shop.store import Store


class OrderService:
    def __init__(self, store: Store) -> None:
        self.store = store

    def add(self, name: str) -> str:
        self.store.add_order(name)
        return self.store.name_of(len(self.store.list_orders()))
