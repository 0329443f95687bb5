"""The grammar, loaded when first needed, and the kinds of node that are asked for."""

import tree_sitter_go
from tree_sitter import Node

from yandrel.languages.bodiless import Outlines
from yandrel.languages.trees import Grammar, text_of

KINDS = {"struct_type": "struct", "interface_type": "interface"}
LISTS = {"map_type": "map", "slice_type": "slice", "array_type": "array"}
GRAMMAR = Grammar(tree_sitter_go.language)
parse = GRAMMAR.parse
OUTLINES = Outlines(GRAMMAR, rb"\n(?:func|\)) [^\n]*(?=\{[ \t]*(?://[^\n]*)?\r?\n)")


def path_of(spec: Node) -> str:
    """Return the path that an import names."""
    return text_of(spec.child_by_field_name("path")).strip('"`')


def specs_of(node: Node) -> list[Node]:
    """Return what a declaration declares: it alone, or each line between its brackets."""
    out = []
    for child in node.named_children:
        if child.type.endswith("_spec_list"):
            out += [c for c in child.named_children if c.type != "comment"]
        elif child.type != "comment":
            out.append(child)
    return out


def names_of(spec: Node) -> list[Node]:
    return [n for n in spec.children_by_field_name("name") if n.type != "," and n.is_named]


def receiver_of(node: Node) -> str:
    """Return the type that a method belongs to."""
    held = node.child_by_field_name("receiver")
    found = (
        held.named_children[0].child_by_field_name("type")
        if held is not None and held.named_children
        else None
    )
    while found is not None and found.type not in ("type_identifier",):
        found = found.child_by_field_name("type") or next(iter(found.named_children), None)
    return text_of(found)


def embedded_name(node: Node) -> str:
    """Return the name of the type that a field without a name embeds."""
    found = node.child_by_field_name("type")
    while found is not None and found.type in ("generic_type", "pointer_type"):
        found = found.child_by_field_name("type") or next(iter(found.named_children), None)
    if found is not None and found.type == "qualified_type":
        found = found.child_by_field_name("name")
    return text_of(found)
