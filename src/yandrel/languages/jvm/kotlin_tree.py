"""Kotlin's grammar, loaded when first needed, and the kinds of node that are asked for."""

import re
from collections.abc import Callable

import tree_sitter
import tree_sitter_kotlin
from tree_sitter import Node

from yandrel.languages.bodiless import PARAMETERS, Outlines
from yandrel.languages.jvm.kotlin_spelling_out import spell_out
from yandrel.languages.trees import Grammar, dotted_text, text_of

COMMENTS = frozenset({"block_comment", "line_comment"})
BY_FILE = "Kt"
TYPES = frozenset({"class_declaration", "object_declaration", "type_alias"})
DECLARATIONS = TYPES | {"function_declaration", "property_declaration"}
TOLD = frozenset({"internal", "private", "sealed", "expect", "actual", "operator"})
GRAMMAR = Grammar(tree_sitter_kotlin.language, spell_out=spell_out)
OUTLINES = Outlines(
    GRAMMAR,
    rb"fun (?:<[^>\n]*> )?[\w.<>?*, `]+" + PARAMETERS + rb"[ \t]*(?::[ \t]*[\w.<>?,* \t]+)?",
)
BARE = re.compile(
    rb"\b(?:annotation|enum|data)(?=[ \t]+(?:class|object)[ \t]+\w+(?:\(\))?[ \t]*(?://[^\n]*)?\r?$)",
    re.MULTILINE,
)
"""What is read as part of an expression where a class has annotations, and nothing after its name."""


ONLY_ANNOTATIONS = re.compile(rb"(?:@[\w.]+(?:\((?:[^()\"]|\"[^\"\n]*\"|\([^()]*\))*\))?\s*)+\Z")
ANNOTATION_NAME = re.compile(rb"@(?:[\w]+\.)*(\w+)")


def parse(source: bytes) -> tree_sitter.Tree:
    """Parse UTF-8 source; broken places come back as error nodes, never as an exception."""
    return _parse(source, GRAMMAR.parse)


def parse_outline(source: bytes) -> tree_sitter.Tree:
    """Parse UTF-8 source without what functions hold."""
    return _parse(source, OUTLINES.parse)


def _parse(source: bytes, reader: Callable[[bytes], tree_sitter.Tree]) -> tree_sitter.Tree:
    tree = reader(source)
    if any(node.type == "annotated_expression" for node in tree.root_node.named_children):
        masked = BARE.sub(lambda found: b" " * len(found.group()), source)
        return reader(masked) if masked != source else tree
    return tree


def child_of(node: Node, kind: str) -> Node | None:
    return next((c for c in node.named_children if c.type == kind), None)


def read_import(node: Node) -> tuple[str, str, bool, Node | None]:
    """Return what an import leads to, its alias, whether it takes everything, and its name's node."""
    name = child_of(node, "qualified_identifier") or child_of(node, "identifier")
    alias = node.named_children[1] if len(node.named_children) > 1 else None
    return dotted_text(name), text_of(alias), any(c.type == "*" for c in node.children), name


def kind_of(node: Node) -> str:
    """Return what a declaration at the top level declares."""
    if node.type == "function_declaration":
        return "function"
    if node.type == "property_declaration":
        return "constant"
    if node.type == "object_declaration":
        return "object"
    if node.type == "type_alias":
        return "alias"
    words = {c.type for c in node.children}
    if "interface" in words:
        return "interface"
    told = modifier_words(node)
    return "enum" if "enum" in told else "annotation" if "annotation" in told else "class"


def names_of(node: Node) -> list[Node]:
    """Return the nodes of the names that a declaration at the top level gives."""
    if node.type == "property_declaration":
        many = child_of(node, "multi_variable_declaration")
        found = many.named_children if many is not None else [child_of(node, "variable_declaration")]
        return [n for v in found if v is not None and (n := child_of(v, "identifier")) is not None]
    name = node.child_by_field_name("name") or node.child_by_field_name("type")
    return [name] if name is not None else []


def receiver_of(node: Node) -> str:
    """Return the type that a function or property extends, nothing for others."""
    names = names_of(node)
    if not names or node.type not in ("function_declaration", "property_declaration"):
        return ""
    for child in node.named_children:
        if child.start_byte >= names[0].start_byte:
            return ""
        if child.type not in ("modifiers", "type_parameters", "variable_declaration", *COMMENTS):
            return dotted_text(child).partition("<")[0].rstrip("?")
    return ""


def modifiers_of(node: Node) -> Node | None:
    return child_of(node, "modifiers")


def modifier_words(node: Node) -> set[str]:
    """Return the modifiers of a declaration that are words."""
    found = modifiers_of(node)
    if found is None:
        return set()
    return {text_of(c) for c in found.named_children if c.type.endswith("_modifier")}


def annotations_of(node: Node) -> list[str]:
    """Return the names of a declaration's annotations."""
    found = modifiers_of(node)
    out = []
    for child in found.named_children if found is not None else ():
        if child.type == "annotation":
            inner: Node | None = child
            while inner is not None and inner.type != "user_type":
                inner = next((c for c in inner.named_children if c.type != "use_site_target"), None)
            out.append(dotted_text(inner).rpartition(".")[2])
    return out


def stray_annotations(node: Node) -> bool:
    """Whether a node is a declaration's annotations, which the grammar takes for an expression before it."""
    following = node.next_named_sibling
    while following is not None and following.type in COMMENTS:
        following = following.next_named_sibling
    return (
        node.type == "annotated_expression"
        and following is not None
        and following.type in DECLARATIONS
        and ONLY_ANNOTATIONS.match(node.text or b"") is not None
    )


def facade_of(root: Node, declares: bool) -> str:
    """Return the class that Java finds a file's functions in: by name, or "Kt" where the file names it."""
    if not declares:
        return ""
    for node in root.named_children:
        if node.type == "file_annotation" and b"JvmName" in (node.text or b""):
            return text_of(node).partition('"')[2].partition('"')[0]
    return BY_FILE


def facade_name(bound: str, path: str) -> str:
    """Return the class that a Kotlin file's functions are compiled into."""
    if bound != BY_FILE:
        return bound
    stem = path.rpartition("/")[2].partition(".")[0]
    return stem[:1].upper() + stem[1:] + BY_FILE
