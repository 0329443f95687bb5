"""Read the definitions of a crowded Go file."""

import re
from collections.abc import Mapping
from dataclasses import replace

from yandrel.languages.go.cutting import cut_go
from yandrel.languages.go.facts import read_facts
from yandrel.languages.go.gathering import gather_routes
from yandrel.languages.go.limits import SYSTEMS
from yandrel.languages.lifting import Lifted
from yandrel.languages.splitting import LiftingSplitter, declares_routes
from yandrel.model.facts import TYPE_KINDS, Definition
from yandrel.model.split import CrowdedFile, SplitPiece
from yandrel.model.words import snake

CALLED = {"controller": "handlers", "middleware": "middleware", "error": "errors", "model": "models"}
CALLED |= {"constant": "constants", "state": "state", "route": "routes"}
MADE_ERROR = re.compile(rb"=\s*(?:errors\.New|fmt\.Errorf)\(")
HOLDS_MANY = re.compile(
    rb"\bmap\[|\bmake\(|\]\*?[\w.]+\s*(?:\{|$|//)|\bsync\.Map\b"
    rb"|=\s*&?(?:\w+\.)?(?:[Nn]ew\w*\(|\w+\{)"
)
"""A variable that holds things of the application: a map, a list, a store that is made."""
ROUTE = re.compile(
    rb"\b(?P<on>\w+)\.(?:HandleFunc|Handle|Get|Post|Put|Patch|Delete|GET|POST|PUT|PATCH|DELETE)"
    rb"\(\s*[\"`](?:[A-Z]+ )?/[^\"`]*[\"`]\s*,"
)
HANDLER = re.compile(rb"\bhttp\.ResponseWriter\b[^)]*\*http\.Request\b")
WRAPS = re.compile(rb"\)\s*http\.Handler(?:Func)?\s*\{")
ASKED = re.compile(rb"\(\s*\w+\s+(?:\*gin\.Context|echo\.Context|\*fiber\.Ctx)\s*\)")
PASSES_ON = re.compile(rb"\)\s*(?:gin\.HandlerFunc|echo\.MiddlewareFunc|fiber\.Handler)\s*\{")
CONNECTION = re.compile(
    rb"\*(?:gorm\.DB|sql\.DB|sqlx\.DB|mongo\.(?:Client|Database)|redis\.Client|pgxpool\.Pool)\b"
)
CONNECTS = re.compile(
    rb"\b(?:gorm\.Open|sqlx?\.(?:Open|Connect)|mongo\.Connect|redis\.NewClient|pgxpool\.New)\("
)


def role_of(definition: Definition, text: bytes) -> str:
    """Return the role that a definition's own text tells."""
    if definition.kind == "function":
        head = text.partition(b"{")[0]
        if WRAPS.search(text[: len(head) + 1]) and b"http.Handler" in head.partition(b")")[0]:
            return "middleware"
        if PASSES_ON.search(text[: len(head) + 1]):
            return "middleware"
        if declares_routes(text, ROUTE):
            return "route"
        if CONNECTS.search(text) and definition.name != "main":
            return "store"
        return "controller" if HANDLER.search(head) or ASKED.search(head) else ""
    if definition.kind == "constant" and MADE_ERROR.search(text):
        return "error"
    if definition.kind == "constant" and CONNECTION.search(text.partition(b"=")[0]):
        return "store"
    if definition.kind == "constant":
        return "state" if definition.value != "const" and HOLDS_MANY.search(text) else "constant"
    if definition.kind in ("struct", "interface") and definition.name.endswith("Error"):
        return "error"
    return ""


def stays(definition: Definition, text: bytes) -> str:
    """Return why a definition cannot leave its file."""
    return "it runs the application" if definition.name == "main" else ""


def rename(name: str) -> str:
    """Return a name that other packages see."""
    return name[:1].upper() + name[1:]


class GoSplitter(LiftingSplitter):
    """Names the handlers that are written where their route is; keeps together what only a package sees."""

    def lift(self, unit: str, source: bytes, skip: frozenset[str]) -> Lifted:
        return gather_routes(source, skip)

    def read(
        self, unit: str, source: bytes, roles: Mapping[str, str], skip: frozenset[str] = frozenset()
    ) -> CrowdedFile:
        methods = _methods_of(source)
        handling = {name for name, text in methods.items() if name not in roles and HANDLER.search(text)}
        file = super().read(unit, source, {**dict.fromkeys(handling, "controller"), **roles}, skip)
        types = {piece.name for piece in file.pieces if piece.kind in TYPE_KINDS}
        return replace(file, pieces=tuple(replace(p, sibling=sibling_of(p, types)) for p in file.pieces))


def _methods_of(source: bytes) -> dict[str, bytes]:
    """Return the heads of each type's methods."""
    heads: dict[str, bytes] = {}
    for definition in read_facts(source).definitions:
        if definition.is_method:
            head = source[definition.start : definition.end].partition(b"{")[0]
            heads[definition.owner] = heads.get(definition.owner, b"") + head
    return heads


def sibling_of(piece: SplitPiece, types: set[str]) -> str:
    """Return what a file of the same package is called that a piece goes to: after its type, or its role."""
    made = next(
        (name for name in sorted(types & piece.needs) if piece.name.lower() == f"new{name}".lower()), ""
    )
    if piece.kind in TYPE_KINDS or made:
        stem = snake(made or piece.name)
    else:
        stem = CALLED.get(piece.role, "helpers")
        stem = f"{piece.concept}_{stem}" if piece.concept and piece.role == "controller" else stem
    last = stem.rpartition("_")[2]
    return f"{stem}_type.go" if last in SYSTEMS or last == "test" else f"{stem}.go"


SPLITTER = GoSplitter(lambda source, unit: read_facts(source), role_of, stays, rename, cutter=cut_go)
