from shop.store import MemoryStore, StoreForParts


def report(store: StoreForParts) -> list[str]:
    return [*store.list_parts(), store.name_of(1)]


def main() -> None:
    print(report(MemoryStore()))
