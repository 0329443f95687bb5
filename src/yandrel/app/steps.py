"""Commands that are several changes: an error says which of them were carried out before it."""

from collections.abc import Iterator
from contextlib import contextmanager

from yandrel.errors import StoppedError, YandrelError


@contextmanager
def tell_done(done: list[int], total: int = 0) -> Iterator[None]:
    """Add to an error, or to an interruption, what was carried out: `done` are the numbers of changes."""
    try:
        yield
    except YandrelError as error:
        if done:
            error.todo = _what_stays(done, total)
        raise
    except KeyboardInterrupt as error:
        if not done:
            raise
        raise StoppedError("interrupted", todo=_what_stays(done, total)) from error


def _what_stays(done: list[int], total: int) -> str:
    steps = f"{len(done)} of {total} steps" if total else f"change {done[0]}"
    word = "are" if len(done) > 1 or total else "is"
    return f"{steps} {word} carried out: `yandrel undo --to {done[0]}` takes that back"
