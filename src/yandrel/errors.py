"""The one family of errors, and the exit statuses that they stand for."""

from collections.abc import Iterable

DONE = 0
FINDINGS = 1
USAGE = 2
REFUSED = 3
TAKEN_BACK = 4
FAULT = 70
INTERRUPTED = 130


class YandrelError(Exception):
    """An error message in one line: the fault, the place, and the remedy."""

    status = USAGE

    def __init__(self, what: str, *, where: str = "", todo: str = "") -> None:
        self.what = what
        self.where = where
        self.todo = todo
        self.line = 0
        """The line of the move list that is at fault, where there is one."""
        super().__init__(self.one_line())

    def one_line(self) -> str:
        head = f"{self.where}: {self.what}" if self.where else self.what
        return f"{head}; {self.todo}" if self.todo else head


def suggest(name: str, known: Iterable[str], otherwise: str, cutoff: float = 0.6) -> str:
    """Return "did you mean …?" with the nearest of the known names, or other advice where none is near."""
    import difflib

    near = difflib.get_close_matches(name, list(known), n=1, cutoff=cutoff)
    return f"did you mean {near[0]}?" if near else otherwise


class CallError(YandrelError):
    """The call names something that is not there, or asks for what makes no sense."""


class ConfigError(YandrelError):
    """yandrel.toml, or another file that Yandrel was told to read, is wrong."""


class RefusedError(YandrelError):
    """A change that cannot be made safely; nothing was changed."""

    status = REFUSED

    def __init__(self, what: str, *, where: str = "", todo: str = "", reasons: tuple[str, ...] = ()) -> None:
        self.reasons = reasons
        super().__init__(what, where=where, todo=todo)


class TakenBackError(YandrelError):
    """The user's own command failed after the change, so the change was taken back."""

    status = TAKEN_BACK


class StoppedError(YandrelError):
    """A signal ended the run after changes were carried out."""

    status = INTERRUPTED


class HalfDoneError(YandrelError):
    """A change could neither be finished nor taken back at once; the journal holds what is needed."""

    status = REFUSED
