"""What the definitions of a crowded JavaScript or TypeScript file are."""

import re

from yandrel.languages.script.facts import read_facts
from yandrel.languages.splitting import DefinitionSplitter
from yandrel.model.changes import Note
from yandrel.model.facts import Definition

HANDLER = re.compile(rb"\(\s*(?:req|request|_req|ctx|context|c)\b[^)]*\)")
MIDDLEWARE = re.compile(rb"\(\s*\w+[^,)]*,\s*\w+[^,)]*,\s*next\b")
STATE = re.compile(rb"=\s*(?:\[|\{\s*\}|new\s+\w+)")
INLINE = re.compile(
    rb"^\s*\w+\.(get|post|put|patch|delete)\(\s*['\"`]([^'\"`]*)['\"`]\s*,[^\n]*?(?:=>|\bfunction\b)",
    re.MULTILINE,
)
APPLICATION = re.compile(
    rb"=\s*(?:await\s+)?(?:new\s+)?(?:express|fastify|Hono|Koa|Fastify|Router|createServer)\b"
)


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
    if definition.kind == "constant" and APPLICATION.search(text[:200]):
        return "it is the application"
    return ""


def find_inline(unit: str, source: bytes) -> tuple[Note, ...]:
    """Return a note for each handler that is written where its route is."""
    return tuple(
        Note(unit, source.count(b"\n", 0, found.start()) + 1, found.group(2).decode("utf-8", "replace"),
             "its handler is written in place, and stays; give it a name first")
        for found in INLINE.finditer(source)
    )  # fmt: skip


SPLITTER = DefinitionSplitter(read_facts, role_of, stays, notes=find_inline)
