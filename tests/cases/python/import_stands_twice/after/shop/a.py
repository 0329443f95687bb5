from typing import AsyncIterator


def keep(x: AsyncIterator) -> int:
    return 1
