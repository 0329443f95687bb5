from shop.store import MemoryStore, Store


def report(store: Store) -> list[str]:
    return [*store.list_parts(), store.name_of(1)]


def main() -> None:
    print(report(MemoryStore()))
