"""Read the definitions of a crowded JavaScript or TypeScript file."""

import re
from collections.abc import Mapping
from difflib import SequenceMatcher

from yandrel.languages.lifting import STAYS, Lifted
from yandrel.languages.script.cutting import cut_typescript
from yandrel.languages.script.facts import read_facts
from yandrel.languages.script.gathering import gather_routes
from yandrel.languages.script.inline import lift_inline
from yandrel.languages.splitting import LiftingSplitter, declares_routes
from yandrel.model.facts import Definition
from yandrel.model.split import CrowdedFile

HANDLER = re.compile(rb"[^(]*\(\s*(?:req|request|_req|_request|ctx|context|c)\b[^)]*\)")
"""A function whose own first parameter is a request; not one that takes such a function."""
MIDDLEWARE = re.compile(rb"\(\s*+\w[^,)]{0,300}+,\s*+\w[^,)]{0,300}+,\s*+next\b")
DATA_MODEL = re.compile(
    rb"=\s*+(?:mongoose\.(?:model|models)\b|new\s++(?:mongoose\.)?Schema\s*+\(|mongoose\.Schema\s*+\("
    rb"|(?:mongoose\.)?model\s*+(?:<[^>]{0,400}+>)?\s*+\(|(?:sequelize|db|database|connection)\.define\s*\()"
)
CONNECTION = re.compile(
    rb"=\s*(?:await\s+)?(?:new\s+(?:[\w.]+\.)?(?:Database|Pool|Client|Sequelize|PrismaClient|MongoClient|DataSource|Redis)"
    rb"\s*\(|(?:[\w.]+\.)?(?:createConnection|createPool)\s*\(|knex\s*\()"
)
VALIDATION = re.compile(rb"=\s*\[\s*(?:body|check|param|query|header|cookie|oneOf)\s*\(")
DESCRIPTION = re.compile(
    rb"=\s*(?:(?:z|zod|[Jj]oi|[Yy]up|Type|t|v)\s*\.\s*(?:strict|loose)?[oO]bject\s*(?:<[^>]*>)?\("
    rb"|\{\s*(?:\$id\s*:[^,]*,\s*)?['\"]?type['\"]?\s*:\s*['\"]object['\"])"
)
"""What says which form data has: by a validating library, or as JSON describes it."""
MADE = (("model", DATA_MODEL), ("schema", DESCRIPTION), ("store", CONNECTION), ("validator", VALIDATION))
STATE = re.compile(rb"=\s*(?:\[|\{\s*\}|new\s+\w+)")
FILLED = re.compile(rb"=\s*(?:\[\s*[^\s\]]|\{\s*[^\s}]|new\s+\w+\(\s*[^\s)])")
"""What holds something from the start."""
INLINE = re.compile(
    rb"^[ \t]*(?:this\.)?\w+\.(get|post|put|patch|delete)\(\s*['\"`]([^'\"`]*)['\"`]\s*,"
    rb"[^\n]*?(?:=>|\bfunction\b)",
    re.MULTILINE,
)
APPLICATION = re.compile(
    rb"=\s*(?:await\s+)?(?:new\s+)?(?:express|fastify|Hono|Koa|Fastify|Router|createServer)\b"
)
MAKES_APPLICATION = re.compile(
    rb"(?:=|\breturn|\bawait)\s*(?:new\s+)?(?:express|fastify|Fastify|Hono|Koa)\s*(?:<[^>\n]*>)?\("
)
CHAINED = re.compile(rb"\bRouter\(\)\s*\.(?:get|post|put|patch|delete|all)\(")


ROUTE = re.compile(
    rb"\b(?P<on>\w+)\.(?:get|post|put|patch|delete|all|route)(?:<[^()]*>)?\(\s*['\"`]/[^'\"`]*['\"`]\s*,"
)
TAKES = re.compile(rb"[^({]*(?:function\b[^(]*|=\s*(?:async\s*)?)\(")
"""A function, or a constant that is one; what is called like a handler may also wrap them."""


def role_of(definition: Definition, text: bytes) -> str:
    """Return the role that a definition's own text tells."""
    head = text[:300].partition(b"{")[0]
    if MIDDLEWARE.search(head):
        return "middleware"
    if definition.kind == "function":
        if declares_routes(text, ROUTE):
            return "route"
        return "controller" if HANDLER.match(head) else ""
    if definition.kind == "constant":
        if b"=>" in head or b"function" in head:
            return "controller" if HANDLER.match(head) else ""
        for role, pattern in MADE:
            if pattern.search(text[:300]):
                return role
        fixed = definition.name.isupper() and FILLED.search(text[:200]) is not None
        return "state" if STATE.search(text[:200]) and not fixed else "constant"
    return ""


def stays(definition: Definition, text: bytes) -> str:
    """Return why a definition cannot leave its file."""
    if definition.kind == "constant" and APPLICATION.search(text[:200]) and not CHAINED.search(text):
        routing = re.search(rb"\bRouter\b", text[:200]) is not None
        return "its routes are declared on it here" if routing else "it is the application"
    return "it makes the application" if MAKES_APPLICATION.search(text) else ""


class ScriptSplitter(LiftingSplitter):
    """Names the handlers that are written where their route is, and gives their routes a router."""

    def read(
        self, unit: str, source: bytes, roles: Mapping[str, str], skip: frozenset[str] = frozenset()
    ) -> CrowdedFile:
        texts = {d.name: source[d.start : d.end] for d in read_facts(source, unit).definitions}
        handling = {
            name: role
            for name, role in roles.items()
            if role != "controller" or not TAKES.match(texts.get(name, b"")) or HANDLER.match(texts[name])
        }
        return super().read(unit, source, handling, skip)

    def lift(self, unit: str, source: bytes, skip: frozenset[str]) -> Lifted:
        gathered = gather_routes(source, unit, skip)
        lifted = _with_gathered(lift_inline(gathered.text, unit), gathered, source)
        left = {found.group(2) for found in INLINE.finditer(lifted.text)}
        lifted.notes += [
            (source.count(b"\n", 0, found.start()) + 1, found.group(2).decode("utf-8", "replace"), STAYS)
            for found in INLINE.finditer(source)
            if found.group(2) in left and not _is_gathered(gathered, source, found.start())
        ]
        lifted.notes += gathered.notes
        return lifted


def _with_gathered(lifted: Lifted, gathered: Lifted, source: bytes) -> Lifted:
    """Return what was lifted out of a text in which routes were gathered, at the lines of the file."""
    if gathered.text == source:
        return lifted
    rows: dict[int, int] = {}
    old, new = source.splitlines(), gathered.text.splitlines()
    for block in SequenceMatcher(None, old, new, autojunk=False).get_matching_blocks():
        rows |= {block.b + at + 1: block.a + at + 1 for at in range(block.size)}
    for found in (lifted.handlers, lifted.routers):
        for name, (first, last) in found.items():
            found[name] = rows.get(first, first), rows.get(last, last)
    lifted.notes = [(rows.get(line, line), text, why) for line, text, why in lifted.notes]
    lifted.routers |= gathered.routers
    lifted.concepts |= gathered.concepts
    return lifted


def _is_gathered(gathered: Lifted, source: bytes, at: int) -> bool:
    line = source.count(b"\n", 0, at) + 1
    told = [line for line, _, _ in gathered.notes]
    spans = (*gathered.routers.values(), *gathered.whole)
    return line in told or any(first <= line <= last for first, last in spans)


SPLITTER = ScriptSplitter(read_facts, role_of, stays, cutter=cut_typescript)
