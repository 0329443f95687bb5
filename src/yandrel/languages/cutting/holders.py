"""Find the holders of a type and the methods they call on it, by declarations and uses."""

import re
from dataclasses import dataclass, field

from tree_sitter import Node

from yandrel.languages.cutting.groups import Caller, Mention
from yandrel.languages.trees import text_of, walk

WRAPPERS = frozenset(
    ["user_type", "named_type", "optional_type", "nullable_type", "pointer_type", "qualified_type",
     "existential_type", "type_annotation"]
)  # fmt: skip
FIELDS = frozenset(
    ["field_declaration", "public_field_definition", "property_declaration", "property_signature"]
)
PARAMETERS = frozenset(
    ["formal_parameter", "parameter", "class_parameter", "required_parameter", "optional_parameter",
     "simple_parameter", "property_promotion_parameter", "parameter_declaration"]
)  # fmt: skip
LOCALS = frozenset(["variable_declaration", "local_variable_declaration", "variable_declarator", "var_spec"])
CONSTRUCTORS = frozenset(
    [
        "constructor_declaration",
        "primary_constructor",
        "init_declaration",
        "class_parameters",
        "secondary_constructor",
    ]
)
METHODS = frozenset(
    ["method_declaration", "method_definition", "function_declaration", "method_signature",
     "protocol_function_declaration", "method_elem", "abstract_method_signature"]
)  # fmt: skip
TYPE_BODIES = frozenset(
    ["class_body", "interface_body", "declaration_list", "enum_body", "protocol_body", "enum_class_body"]
)
IMPORTS = frozenset(
    ["import_declaration", "import_statement", "import_header", "import", "using_directive",
     "namespace_use_declaration", "import_specifier"]
)  # fmt: skip
NAMES = frozenset(
    ["identifier", "type_identifier", "name", "simple_identifier", "property_identifier", "field_identifier",
     "private_property_identifier", "shorthand_property_identifier", "shorthand_property_identifier_pattern"]
)  # fmt: skip
CALLED = re.compile(rb"\s*(?:!!|!)?\??(?:\.|->)\s*(\w+)")
KEPT_IN = re.compile(
    rb"(?:\bthis\b\s*+(?:\.|->)\s*+|\bself\s*+\.\s*+|\$this\s*+->\s*+|#)?\$?#?(?<!\w)(\w++)\s*+=\s*+\$?$"
)


@dataclass
class Holders:
    """The names by which a unit holds the type; `open_fields` are seen by other units of the namespace."""

    mentions: list[Mention] = field(default_factory=list)
    names: set[str] = field(default_factory=set)
    open_fields: set[str] = field(default_factory=set)
    places: set[int] = field(default_factory=set)
    unclear: bool = False


def find_caller(
    unit: str, root: Node, source: bytes, type_name: str, methods: set[str], bivariant: bool
) -> tuple[Caller | None, Holders]:
    """Return what a unit calls on a type that it holds, and by what names; None where it does not name it.

    With `bivariant` the parameters of any method may be narrowed, whatever they override.
    """
    held = find_holders(root, type_name, bivariant)
    if not held.mentions:
        return None, held
    caller = Caller(unit, 0, len(source), set(), held.mentions, held.unclear)
    read_uses(root, source, held, methods, caller)
    if not caller.methods:
        caller.unclear = True
    return caller, held


def find_holders(root: Node, type_name: str, bivariant: bool) -> Holders:
    held = Holders()
    for leaf in walk(root):
        if leaf.type not in NAMES or leaf.named_child_count or text_of(leaf) != type_name:
            continue
        if _is_imported(leaf):
            continue
        top = leaf
        while top.parent is not None and top.parent.type in WRAPPERS:
            top = top.parent
        declared = top.parent
        held.mentions.append(Mention(leaf.start_byte, leaf.end_byte, "annotation"))
        name = _declared_name(declared, top) if declared is not None else None
        if declared is None or name is None or not _may_be_narrowed(declared, held, text_of(name), bivariant):
            held.unclear = True
            continue
        held.names.add(text_of(name).removeprefix("#"))
        held.places.add(name.start_byte)
    return held


def _is_imported(leaf: Node) -> bool:
    node: Node | None = leaf
    while node is not None and node.type not in TYPE_BODIES:
        if node.type in IMPORTS:
            return True
        node = node.parent
    return False


def _declared_name(declared: Node, type_node: Node) -> Node | None:
    """Return the name that a declaration gives what has a type."""
    if declared.type not in FIELDS | PARAMETERS | LOCALS:
        return None
    for inner in declared.named_children:
        if inner.id == type_node.id:
            continue
        if inner.type in ("variable_declarator", "property_element", "pattern", "variable_name"):
            return next((n for n in walk(inner) if n.type in NAMES), None)
    for wanted in ("name", "pattern"):
        for inner in declared.children_by_field_name(wanted):
            if inner.id != type_node.id and inner.type in NAMES:
                return inner
    return next((n for n in declared.named_children if n.type in NAMES and n.id != type_node.id), None)


def _may_be_narrowed(declared: Node, held: Holders, name: str, bivariant: bool) -> bool:
    """Whether nothing outside of what is read depends on a declaration's exact type."""
    whole = declared
    if declared.type in LOCALS and declared.parent is not None and declared.parent.type in FIELDS:
        whole = declared.parent
    if whole.type in FIELDS:
        text = text_of(whole)
        if whole.type == "field_declaration" and _parent_type(whole) == "field_declaration_list":
            held.open_fields.add(name)
            return name[:1].islower()
        if whole.type == "property_declaration" and _is_local(whole):
            return True
        return _is_private(text, name) or (_is_csharp(whole) and not _is_opened(text))
    if whole.type in PARAMETERS:
        opened = whole.type in ("class_parameter", "required_parameter", "property_promotion_parameter")
        if opened and re.search(r"\b(?:val|var|public|protected|readonly)\b", text_of(whole)):
            if not _is_private(text_of(whole), name):
                return False
        return _is_free_parameter(whole, bivariant)
    return True


def _parent_type(node: Node) -> str:
    return node.parent.type if node.parent is not None else ""


def _is_private(text: str, name: str) -> bool:
    return bool(re.search(r"\b(?:file)?private\b", text)) or name.startswith("#")


def _is_csharp(node: Node) -> bool:
    return any(child.type == "variable_declaration" for child in node.named_children) and not any(
        child.type in ("value_binding_pattern", "binding_pattern_kind") for child in node.named_children
    )


def _is_opened(text: str) -> bool:
    return bool(re.search(r"\b(?:public|protected|internal)\b", text))


def _is_local(node: Node) -> bool:
    return _parent_type(node) in ("statements", "block", "function_body")


def _is_free_parameter(parameter: Node, bivariant: bool) -> bool:
    """Whether a parameter is of a constructor, of a private method or of a function at the top level."""
    node = parameter.parent
    while node is not None and node.type not in METHODS | CONSTRUCTORS:
        if node.type in ("lambda_literal", "arrow_function", "lambda_expression", "function_type"):
            return bivariant
        if node.type in TYPE_BODIES:
            return False
        node = node.parent
    if node is None:
        return False
    if node.type in CONSTRUCTORS or bivariant:
        return True
    head = text_of(node).split("(")[0]
    name = text_of(node.child_by_field_name("name"))
    if name in ("constructor", "__construct") or re.search(r"\b(?:file)?private\b", head):
        return True
    return _parent_type(node) not in TYPE_BODIES and node.child_by_field_name("receiver") is None


def read_uses(root: Node, source: bytes, held: Holders, methods: set[str], caller: Caller) -> None:
    """Fill in what is called on the holders; anything else that is done with one makes the caller unclear."""
    for leaf in walk(root):
        if leaf.type not in NAMES or leaf.named_child_count or leaf.start_byte in held.places:
            continue
        name = text_of(leaf).removeprefix("#")
        if name in held.names:
            _read_use(leaf, source, held, methods, caller)


def read_fields(root: Node, source: bytes, held: Holders, methods: set[str], caller: Caller) -> None:
    """The same for fields that another unit of the namespace reaches through their owner."""
    for leaf in walk(root):
        if leaf.type == "field_identifier" and text_of(leaf) in held.open_fields:
            if source[leaf.start_byte - 1 : leaf.start_byte] == b".":
                _read_use(leaf, source, held, methods, caller)


def _read_use(leaf: Node, source: bytes, held: Holders, methods: set[str], caller: Caller) -> None:
    called = CALLED.match(source, leaf.end_byte)
    if called is not None:
        name = called[1].decode()
        if name in methods:
            caller.methods.add(name)
        elif name not in held.names:
            caller.unclear = True
        return
    before, after = (
        source[max(0, leaf.start_byte - 80) : leaf.start_byte],
        source[leaf.end_byte : leaf.end_byte + 3],
    )
    if re.match(rb"\s*(?::=|=(?![=>]))", after):
        return
    kept = KEPT_IN.search(before)
    if kept is not None and kept[1].decode() in held.names and re.match(rb"\s*(?:[;)\n}]|$)", after):
        return
    if _fills_field(leaf, held):
        return
    caller.unclear = True


def _fills_field(leaf: Node, held: Holders) -> bool:
    """Whether a name is the key of a composite literal, or the value of a field that holds the type too."""
    element = leaf.parent
    keyed = element.parent if element is not None and element.type == "literal_element" else None
    if keyed is None or keyed.type != "keyed_element":
        return False
    return text_of(keyed.named_children[0]) in held.names
