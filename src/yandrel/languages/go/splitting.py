"""What the definitions of a crowded Go file are."""

import re

from yandrel.languages.go.cutting import cut_go
from yandrel.languages.go.facts import read_facts
from yandrel.languages.go.inline import lift_inline
from yandrel.languages.lifting import Lifted
from yandrel.languages.splitting import LiftingSplitter
from yandrel.model.facts import Definition

HANDLER = re.compile(rb"\bhttp\.ResponseWriter\b[^)]*\*http\.Request\b")
WRAPS = re.compile(rb"\)\s*http\.Handler(?:Func)?\s*\{")


def role_of(definition: Definition, text: bytes) -> str:
    """Return the role that a definition's own text tells."""
    if definition.kind == "function":
        head = text.partition(b"{")[0]
        if WRAPS.search(text[: len(head) + 1]) and b"http.Handler" in head.partition(b")")[0]:
            return "middleware"
        return "controller" if HANDLER.search(head) else ""
    if definition.kind == "constant":
        return "state" if definition.value != "const" and not definition.name.isupper() else "constant"
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
    """Names the handlers that are written where their route is."""

    def lift(self, unit: str, source: bytes) -> Lifted:
        return lift_inline(source)


SPLITTER = GoSplitter(lambda source, unit: read_facts(source), role_of, stays, rename, cutter=cut_go)
