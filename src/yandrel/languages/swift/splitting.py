"""Read the definitions of a crowded Swift file."""

import re
from collections.abc import Mapping
from dataclasses import replace

from yandrel.languages.splitting import TypeSplitter, stays_if_run
from yandrel.languages.swift.cutting import cut_swift
from yandrel.languages.swift.facts import read_facts
from yandrel.model.facts import Definition, Facts
from yandrel.model.split import CrowdedFile, SplitPiece

PROGRAM = "main.swift"
MIGRATIONS = frozenset({"Migration", "AsyncMigration"})
DECLARES_ROUTES = re.compile(
    rb"\A[^{]*\(\s*+_?\s*+\w++\s*+:\s*+(?:any\s++)?(?:Application|RoutesBuilder|Router\b)"
)


OF_ITS_OWN = re.compile(rb"\b([a-z]\w*)\s*:(?!:)|\b(?:let|var)\s+([a-z]\w*)|\{\s*([a-z]\w*)\s+in\b")
"""A label, a parameter or a variable, which hides what is called like it outside."""


def role_of(definition: Definition, text: bytes) -> str:
    """Return the role that a definition's own text tells."""
    if definition.kind == "function":
        return "route" if DECLARES_ROUTES.search(text) else ""
    return "migration" if MIGRATIONS & {*definition.bases} else ""


class SwiftSplitter(TypeSplitter):
    """Keeps what a program's own file makes when it starts."""

    def __init__(self) -> None:
        super().__init__(lambda source, _: read_facts(source), role_of, stays_if_run, cutter=cut_swift)

    def read(
        self, unit: str, source: bytes, roles: Mapping[str, str], skip: frozenset[str] = frozenset()
    ) -> CrowdedFile:
        file = super().read(unit, source, roles, skip)
        if unit.rpartition("/")[2] != PROGRAM:
            return file
        return replace(file, pieces=tuple(_kept_if_made(piece) for piece in file.pieces))

    def _words(self, source: bytes, definition: Definition, facts: Facts) -> set[str]:
        text = source[definition.start : definition.end]
        own = {name.decode() for found in OF_ITS_OWN.finditer(text) for name in found.groups() if name}
        return super()._words(source, definition, facts) - own


def _kept_if_made(piece: SplitPiece) -> SplitPiece:
    if piece.kind != "constant":
        return piece
    return replace(piece, stays=piece.stays or "it is made when the program starts")


SPLITTER = SwiftSplitter()
