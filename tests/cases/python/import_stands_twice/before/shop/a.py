from typing import Any, AsyncIterator
from typing import Any, Iterator


def keep(x: AsyncIterator) -> int:
    return 1


def go(db: Any) -> Iterator:
    return db
