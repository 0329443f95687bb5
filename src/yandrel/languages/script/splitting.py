"""What the definitions of a crowded JavaScript or TypeScript file are."""

import re
from collections.abc import Mapping
from dataclasses import replace

from yandrel.languages.script.cutting import cut_typescript
from yandrel.languages.script.facts import read_facts
from yandrel.languages.script.inline import lift_inline
from yandrel.languages.splitting import DefinitionSplitter
from yandrel.model.changes import Note
from yandrel.model.facts import Definition
from yandrel.model.split import CrowdedFile, SplitPiece

HANDLER = re.compile(rb"\(\s*(?:req|request|_req|ctx|context|c)\b[^)]*\)")
MIDDLEWARE = re.compile(rb"\(\s*\w+[^,)]*,\s*\w+[^,)]*,\s*next\b")
STATE = re.compile(rb"=\s*(?:\[|\{\s*\}|new\s+\w+)")
INLINE = re.compile(
    rb"^[ \t]*\w+\.(get|post|put|patch|delete)\(\s*['\"`]([^'\"`]*)['\"`]\s*,[^\n]*?(?:=>|\bfunction\b)",
    re.MULTILINE,
)
APPLICATION = re.compile(
    rb"=\s*(?:await\s+)?(?:new\s+)?(?:express|fastify|Hono|Koa|Fastify|Router|createServer)\b"
)
CHAINED = re.compile(rb"\bRouter\(\)\s*\.(?:get|post|put|patch|delete|all)\(")


def role_of(definition: Definition, text: bytes) -> str:
    """Return the role that a definition's own text tells."""
    head = text[:300].partition(b"{")[0]
    if MIDDLEWARE.search(head):
        return "middleware"
    if definition.kind == "function":
        return "controller" if HANDLER.search(head) else ""
    if definition.kind == "constant":
        if b"=>" in head or b"function" in head:
            return "controller" if HANDLER.search(head) else ""
        return "state" if STATE.search(text[:200]) else "constant"
    return ""


def stays(definition: Definition, text: bytes) -> str:
    """Return why a definition cannot leave its file."""
    if definition.kind == "constant" and APPLICATION.search(text[:200]) and not CHAINED.search(text):
        return "it is the application"
    return ""


class ScriptSplitter(DefinitionSplitter):
    """Names the handlers that are written where their route is, and gives their routes a router."""

    def read(
        self, unit: str, source: bytes, roles: Mapping[str, str], skip: frozenset[str] = frozenset()
    ) -> CrowdedFile:
        lifted = lift_inline(source, unit)
        made = {**dict.fromkeys(lifted.handlers, "controller"), **dict.fromkeys(lifted.routers, "route")}
        file = super().read(unit, lifted.text, {**made, **roles}, skip)
        lines = {d.name: (d.line, d.last_line) for d in read_facts(source, unit).definitions}
        lines |= {**lifted.handlers, **lifted.routers}
        left = {note.text for note in file.notes}
        return replace(
            file,
            pieces=tuple(_at_home(_at_lines(piece, lines), lifted.owners) for piece in file.pieces),
            notes=tuple(note for note in self.notes(unit, source) if note.text in left),
        )


def _at_lines(piece: SplitPiece, lines: Mapping[str, tuple[int, int]]) -> SplitPiece:
    first, last = lines.get(piece.name, (piece.line, piece.last_line))
    return replace(piece, line=first, last_line=last)


def _at_home(piece: SplitPiece, owners: frozenset[str]) -> SplitPiece:
    """Keep what routes are declared on where they are."""
    if piece.name in owners and not piece.stays:
        return replace(piece, stays="it is the application")
    return piece


def find_inline(unit: str, source: bytes) -> tuple[Note, ...]:
    """Return a note for each handler that is written where its route is."""
    return tuple(
        Note(unit, source.count(b"\n", 0, found.start()) + 1, found.group(2).decode("utf-8", "replace"),
             "its handler is written in place, and stays; give it a name first")
        for found in INLINE.finditer(source)
    )  # fmt: skip


SPLITTER = ScriptSplitter(read_facts, role_of, stays, notes=find_inline, cutter=cut_typescript)
