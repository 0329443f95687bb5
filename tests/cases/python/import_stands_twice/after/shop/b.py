from typing import Any, Iterator


def go(db: Any) -> Iterator:
    return db
