"""Resolve the names of a file, each spelling once per block."""

from collections.abc import Sequence

from yandrel.languages.named.content import Use
from yandrel.languages.named.dialect import Dialect, Known, Scope


class Meanings:
    """Tells what names mean in scopes that stay as they are, one for each block of a file."""

    def __init__(self, dialect: Dialect, scopes: Sequence[Scope], known: Known) -> None:
        self.dialect = dialect
        self.scopes = scopes
        self.known = known
        self._told: dict[tuple[int, tuple[str, ...], bool, str, str], str | None] = {}

    def meaning_of(self, use: Use, block: int | None = None) -> str | None:
        """Return the qualified name that a use stands for; `block` is the number of its scope, where that
        is not the use's own."""
        number = use.block if block is None else block
        key = (number, use.parts, use.rooted, use.space, use.kind)
        if key not in self._told:
            self._told[key] = self.dialect.meaning(self.scopes[number], use, self.known)
        return self._told[key]
