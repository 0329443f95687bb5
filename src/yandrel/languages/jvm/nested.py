"""Types that Java nests in the class that runs the application, and that need nothing of it."""

from tree_sitter import Node

from yandrel.languages.gathering.reader import RouteReader, holds, name_of
from yandrel.languages.jvm.grammar import TYPE_KINDS, words_of_modifiers
from yandrel.languages.trees import root_of, text_of, walk
from yandrel.model.changes import Edit

OF_ITSELF = frozenset({"record_declaration", "enum_declaration", "interface_declaration"})
"""Types that need no object of what they stand in, whatever is said of them."""
NAMED = frozenset({"type_identifier", "identifier"})
QUALIFIED = frozenset({"scoped_type_identifier", "field_access"})
MEMBERS = frozenset({"field_declaration", "method_declaration", "constructor_declaration"})


def find_liftable(root: Node, kept: frozenset[str], reader: RouteReader) -> list[Node]:
    """Return the nested types of a class with a `main` that can stand beside it.

    They need no member of it, and no nested type that must stay.
    """
    tops = [node for node in root.named_children if node.type in TYPE_KINDS]
    taken = {text_of(node.child_by_field_name("name")) for node in tops}
    found = [
        node for top in tops if _runs(top) for node in _nested_in(top)
        if name_of(node) not in kept | taken and _needs_no_object(node) and not _needs_members(node, reader)
    ]  # fmt: skip
    names = [name_of(node) for node in found]
    found = [node for node in found if names.count(name_of(node)) == 1]
    staying = {name_of(n) for top in tops for n in _nested_in(top)} - {name_of(n) for n in found}
    while True:
        held = [node for node in found if {text_of(n) for n in walk(node) if n.type in NAMED} & staying]
        if not held:
            return found
        staying |= {name_of(node) for node in held}
        found = [node for node in found if node not in held]


def open_up(node: Node) -> list[Edit]:
    """Return the edits by which a type stands alone, and what others use of it can be seen by them."""
    held = [c for m in node.children if m.type == "modifiers" for c in m.children]
    edits = [
        Edit(c.start_byte, c.end_byte + 1, b"") for c in held if c.type in ("static", "private", "protected")
    ]
    others = {text_of(n) for n in walk(root_of(node)) if n.type in NAMED and not holds(node, n)}
    body = node.child_by_field_name("body")
    for member in body.named_children if body is not None else ():
        told = [
            c for m in member.children if m.type == "modifiers" for c in m.children if c.type == "private"
        ]
        if told and member.type in MEMBERS and _names_of(member) & others:
            edits.append(Edit(told[0].start_byte, told[0].end_byte + 1, b""))
    return edits


def name_without_outer(root: Node, types: list[Node]) -> list[Edit]:
    """Return the edits that name types without the class that they stood in."""
    names = {name_of(node): _outer_name(node) for node in types}
    edits = []
    for node in walk(root):
        if node.type not in QUALIFIED or len(node.named_children) != 2:
            continue
        outer, inner = node.named_children
        if names.get(text_of(inner)) == text_of(outer):
            edits.append(Edit(outer.start_byte, inner.start_byte, b""))
    return edits


def _runs(top: Node) -> bool:
    body = top.child_by_field_name("body")
    members = body.named_children if body is not None else []
    return any(m.type == "method_declaration" and name_of(m) == "main" for m in members)


def _nested_in(top: Node) -> list[Node]:
    body = top.child_by_field_name("body")
    return [node for node in body.named_children if node.type in TYPE_KINDS] if body is not None else []


def _needs_no_object(node: Node) -> bool:
    return node.type in OF_ITSELF or "static" in words_of_modifiers(node)


def _needs_members(node: Node, reader: RouteReader) -> bool:
    """Whether a nested type uses a member of the class that it stands in."""
    around = reader.names_around(node)
    own = {text_of(name) for inner in walk(node) for name in reader.declared(inner)}
    used = {text_of(name) for name in reader.used(node) if text_of(name) not in own}
    return bool(used & around.keys())


def _names_of(member: Node) -> set[str]:
    holders = [member, *member.children_by_field_name("declarator")]
    return {text_of(holder.child_by_field_name("name")) for holder in holders} - {""}


def _outer_name(node: Node) -> str:
    holder = node.parent.parent if node.parent is not None else None
    return text_of(holder.child_by_field_name("name")) if holder is not None else ""
