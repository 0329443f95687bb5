"""The entry after its pieces have left: imports where they may stand, gaps as people leave them."""

import re
from itertools import pairwise

from yandrel.languages.python import grammar as g
from yandrel.languages.python.deep import MODULE_SCOPE, read_deep_facts
from yandrel.languages.python.facts import read_facts
from yandrel.languages.python.tree import text_of
from yandrel.model.changes import Edit, apply_edits

BARRIER = re.compile(
    r"^(settings\.configure|django\.setup|load_dotenv|dotenv\.load_dotenv|sys\.path\.|site\.addsitedir|"
    r"\w+\.monkey\.patch_all|monkey\.patch_all|monkey_patch|eventlet\.monkey_patch|nest_asyncio\.apply|"
    r"os\.environ\.setdefault|os\.environ\[|environ\.Env\.read_env|logging\.basicConfig)"
)
BLOCKS = frozenset([g.CLASS, g.FUNCTION, g.DECORATED])


def order_imports(source: bytes, before: bytes) -> bytes:
    """Return a unit's text with the imports that are new in it after the statements that must run first.

    `before` is what the unit was: imports that stood in it stay where they are, and so do those
    whose names are used by the statements in question.
    """
    known = {(i.module, n.name) for i in read_facts(before).imports for n in i.names}
    tops = {(i.module or n.name).partition(".")[0] for i in read_facts(before).imports for n in i.names}
    barriers = [
        node for node in g.parse(source).root_node.named_children
        if node.kind_id == g.EXPRESSION_STATEMENT and BARRIER.match(text_of(node, source))
    ]  # fmt: skip
    if not barriers:
        return source
    last = barriers[-1]
    uses = read_deep_facts(source).uses
    early = {u.head for u in uses if u.home == MODULE_SCOPE and u.start < last.end_byte}
    edits: list[Edit] = []
    moved: list[str] = []
    for item in read_facts(source).imports:
        fresh = all((item.module, n.name) not in known for n in item.names)
        outside = item.module.partition(".")[0] in tops and item.module.partition(".")[0] in FRAMEWORKS
        if item.nested or item.whole or item.start > last.start_byte or not fresh or outside:
            continue
        if item.module == "__future__" or any(n.bound in early for n in item.names):
            continue
        end = source.find(b"\n", item.end) + 1
        start = source.rfind(b"\n", 0, item.start) + 1
        edits.append(Edit(start, end, b""))
        moved.append(source[item.start : item.end].decode())
    if not moved:
        return source
    at = source.find(b"\n", last.end_byte)
    at = len(source) if at < 0 else at
    edits.append(Edit(at, at, ("\n\n" + "\n".join(moved)).encode()))
    return apply_edits(source, edits)


FRAMEWORKS = frozenset(["flask", "fastapi", "quart", "django"])


def close_gaps(source: bytes) -> bytes:
    """Return a unit's text with one blank line between plain statements, where there were more."""
    if b"\r\n" in source[:4096]:
        return source
    nodes = [n for n in g.parse(source).root_node.children if n.type not in ("\n", ";")]
    edits: list[Edit] = []
    for first, second in pairwise(nodes):
        if first.kind_id in BLOCKS or second.kind_id in BLOCKS:
            continue
        gap = source[first.end_byte : second.start_byte]
        if gap.strip() or gap.count(b"\n") < 3 or second.start_point[1]:
            continue
        alike = _is_registering(text_of(first, source)) and _is_registering(text_of(second, source))
        edits.append(Edit(first.end_byte, second.start_byte, b"\n" if alike else b"\n\n"))
    if nodes and nodes[0].start_byte and not source[: nodes[0].start_byte].strip():
        edits.append(Edit(0, nodes[0].start_byte, b""))
    return apply_edits(source, edits)


def _is_registering(text: str) -> bool:
    return bool(
        re.match(r"\w+\.(register_|include_router|add_exception|teardown|before_|after_|context_)", text)
    )
