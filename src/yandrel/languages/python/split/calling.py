"""Find callers of a type's methods: by annotations, constructions, and attributes of self."""

from collections.abc import Iterator

import tree_sitter

from yandrel.languages.cutting.groups import Caller, Mention
from yandrel.languages.python import grammar as g
from yandrel.languages.python.tree import text_of, walk

Node = tree_sitter.Node


def find_callers(source: bytes, type_name: str, methods: set[str], own: range | None) -> list[Caller]:
    """Return the top-level classes and functions that use a type; `own` is the type's own text."""
    root = g.parse(source).root_node
    out = []
    for node in root.named_children:
        inner = node.child_by_field_name("definition") if node.kind_id == g.DECORATED else node
        if own is not None and node.start_byte in own:
            continue
        if node.kind_id in (g.IMPORT, g.IMPORT_FROM):
            continue
        mentions = list(_mentions(node, source, type_name))
        if not mentions:
            continue
        name = text_of(inner.child_by_field_name("name"), source) if inner is not None else ""
        caller = Caller(name or "the module", node.start_byte, node.end_byte, set(), mentions)
        _find_calls(node, source, type_name, methods, caller)
        out.append(caller)
    return out


def _mentions(node: Node, source: bytes, type_name: str) -> Iterator[Mention]:
    wanted = type_name.encode()
    for inner in walk(node):
        if inner.kind_id != g.IDENTIFIER or inner.text != wanted:
            continue
        parent = inner.parent
        kind = "other"
        if parent is not None and parent.type == "type":
            kind = "annotation"
        elif parent is not None and parent.kind_id == g.CALL:
            function = parent.child_by_field_name("function")
            kind = "constructor" if function is not None and function.id == inner.id else "argument"
        elif parent is not None and parent.type == "argument_list" and parent.parent is not None:
            kind = "base" if parent.parent.kind_id == g.CLASS else "argument"
        elif parent is not None and parent.kind_id == g.ATTRIBUTE:
            kind = "other"
        yield Mention(inner.start_byte, inner.end_byte, kind)


def _find_calls(node: Node, source: bytes, type_name: str, methods: set[str], caller: Caller) -> None:
    """Fill in the methods that are called on names that hold the type."""
    holders = set(_holders(node, source, type_name))
    for inner in walk(node):
        if inner.kind_id != g.ATTRIBUTE:
            continue
        attribute = text_of(inner.child_by_field_name("attribute"), source)
        owner = inner.child_by_field_name("object")
        if attribute not in methods or owner is None:
            continue
        spelled = text_of(owner, source)
        if spelled in holders or spelled.startswith(type_name + "("):
            caller.methods.add(attribute)
    if any(m.kind == "other" or m.kind == "argument" for m in caller.mentions):
        caller.unclear = True
    if any(m.kind == "base" for m in caller.mentions):
        caller.unclear = True
    if not caller.methods:
        caller.unclear = True
    for holder in holders:
        if _escapes(node, source, holder):
            caller.unclear = True


def _holders(node: Node, source: bytes, type_name: str) -> Iterator[str]:
    """Yield the names that hold the type: annotated parameters, and what is assigned from one."""
    known: set[str] = set()
    for inner in walk(node):
        if inner.type in ("typed_parameter", "typed_default_parameter"):
            if text_of(inner.child_by_field_name("type"), source).strip("\"'") == type_name:
                name = inner.child_by_field_name("name") or inner.named_children[0]
                known.add(text_of(name, source))
        elif inner.kind_id == g.ASSIGNMENT:
            left, right = inner.child_by_field_name("left"), inner.child_by_field_name("right")
            annotated = text_of(inner.child_by_field_name("type"), source).strip("\"'") == type_name
            made = text_of(right, source).startswith(type_name + "(")
            if annotated or made or text_of(right, source) in known:
                known.add(text_of(left, source))
    yield from known


def _escapes(node: Node, source: bytes, holder: str) -> bool:
    """Whether a holder is handed on whole, so that what is called on it cannot be seen."""
    for inner in walk(node):
        if text_of(inner, source) != holder or inner.kind_id not in (g.IDENTIFIER, g.ATTRIBUTE):
            continue
        parent = inner.parent
        if parent is None:
            continue
        if parent.type == "argument_list" or parent.type in ("return_statement", "list", "tuple", "pair"):
            return True
        if parent.kind_id == g.KEYWORD_ARGUMENT:
            value = parent.child_by_field_name("value")
            if value is not None and value.id == inner.id:
                return True
    return False
