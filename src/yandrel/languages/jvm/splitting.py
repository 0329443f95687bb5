"""Taking crowded Java files apart: what lived in one package becomes public where others use it."""

import re
from collections.abc import Mapping

from tree_sitter import Node

from yandrel.languages.jvm import kotlin_facts, kotlin_gathering
from yandrel.languages.jvm.cutting import cut_java, cut_kotlin
from yandrel.languages.jvm.facts import read_facts
from yandrel.languages.jvm.gathering import gather_routes
from yandrel.languages.jvm.grammar import TYPE_KINDS, modifiers_of, parse, words_of_modifiers
from yandrel.languages.splitting import GatheringSplitter, stays_if_run
from yandrel.languages.trees import text_of
from yandrel.model.changes import Edit, apply_edits
from yandrel.model.facts import Definition, Facts

CLASS_NAME = re.compile(rb"\bclass\s+(\w+)")
REQUEST = re.compile(
    rb"[(,]\s*(?:\w+\s*:\s*)?(?:HttpExchange|HttpServletRequest|ServerRequest|ServerHttpRequest|RoutingContext"
    rb"|ApplicationCall|HttpRequest)\b"
)
"""A parameter that only those who answer requests take."""
PRIVATE = re.compile(rb"\A(?:(?>/\*.*?\*/|//[^\n]*+\n|@\w++(?:\([^)\n]*+\))?)\s*+)*+(private)\b", re.DOTALL)
"""A declaration that begins with being seen by its file alone, after comments and annotations."""
PARAMETER = re.compile(rb"[(,]\s*(\w+)\s*:")
SAID = {"public", "protected", "private"}
MEMBERS = {*TYPE_KINDS, "field_declaration", "method_declaration", "constructor_declaration"}


def role_of(definition: Definition, text: bytes) -> str:
    """Return the role that a definition's own text tells."""
    if any(base.endswith(("Exception", "Error")) for base in definition.bases):
        return "error"
    if definition.kind not in ("class", "object"):
        return ""
    if definition.kind == "object" or _holds_only_functions(text):
        return "" if definition.kind == "object" else "helper"
    return "controller" if REQUEST.search(text) else ""


def _holds_only_functions(text: bytes) -> bool:
    """Whether a class cannot be made, and so holds functions alone."""
    name = CLASS_NAME.search(text)
    return name is not None and re.search(rb"private\s+" + name.group(1) + rb"\s*\(\s*\)", text) is not None


def stays(definition: Definition, text: bytes) -> str:
    """Return why a definition cannot leave its file."""
    return "it runs the application" if "main()" in definition.members else ""


class KotlinSplitter(GatheringSplitter):
    """Gathers the routes that are declared in place."""

    def __init__(self) -> None:
        super().__init__(
            lambda source, unit: kotlin_facts.read_facts(source),
            role_of,
            stays_if_run,
            kotlin_gathering.gather_routes,
            cut_kotlin,
        )

    def prepare(self, unit: str, text: bytes, targets: Mapping[str, str]) -> dict[str, bytes]:
        """Let the module see what only the file saw, where it leaves."""
        edits: list[Edit] = []
        for definition in kotlin_facts.read_facts(text).definitions:
            head = PRIVATE.search(text[definition.start : definition.end])
            if definition.name in targets and not definition.is_method and head is not None:
                at = definition.start + head.start(1)
                edits.append(Edit(at, definition.start + head.end(1), b"internal"))
        return {unit: apply_edits(text, edits)}

    def _words(self, source: bytes, definition: Definition, facts: Facts) -> set[str]:
        text = source[definition.start : definition.end].partition(b"{")[0]
        own = {name.decode() for name in PARAMETER.findall(text)} if definition.kind == "function" else set()
        return super()._words(source, definition, facts) - own


class JavaSplitter(GatheringSplitter):
    """Makes public what only the package saw, as far as it is named from elsewhere in the file."""

    def __init__(self) -> None:
        super().__init__(
            lambda source, unit: read_facts(source),
            role_of,
            stays,
            gather_routes,
            cut_java,
        )

    def prepare(self, unit: str, text: bytes, targets: Mapping[str, str]) -> dict[str, bytes]:
        edits: list[Edit] = []
        for node in parse(text).root_node.named_children:
            name = node.child_by_field_name("name") if node.type in TYPE_KINDS else None
            if name is not None and text_of(name) in targets:
                edits += _open_type(node, text)
        return {unit: apply_edits(text, edits)}


def _open_type(node: Node, text: bytes) -> list[Edit]:
    """Return the edits that make a type public, and those of its members that others name."""
    elsewhere = set(re.findall(rb"\w+", text[: node.start_byte] + text[node.end_byte :]))
    body = node.child_by_field_name("body")
    edits = _make_public(node)
    if body is None or node.type not in ("class_declaration", "record_declaration"):
        return edits
    for member in body.named_children:
        if member.type == "compact_constructor_declaration" or (
            member.type in MEMBERS and any(name in elsewhere for name in _names(member))
        ):
            edits += _make_public(member)
    return edits


def _names(member: Node) -> list[bytes]:
    holders = [member, *member.children_by_field_name("declarator")]
    found = [holder.child_by_field_name("name") for holder in holders]
    return [name.text for name in found if name is not None and name.text is not None]


def _make_public(node: Node) -> list[Edit]:
    if words_of_modifiers(node) & SAID:
        return []
    modifiers = modifiers_of(node)
    words = [] if modifiers is None else [c for c in modifiers.children if "annotation" not in c.type]
    if words:
        at = words[0].start_byte
    else:
        at = next(c.start_byte for c in node.children if c.type not in ("modifiers", "block_comment"))
    return [Edit(at, at, b"public ")]
