"""The grammar, loaded when first needed, and the kinds of node that are asked for."""

import re
from collections.abc import Iterator

import tree_sitter_c_sharp
from tree_sitter import Node, Tree

from yandrel.languages.bodiless import Outlines
from yandrel.languages.trees import Grammar, dotted_text, text_of

TYPE_KINDS = {
    "class_declaration": "class",
    "interface_declaration": "interface",
    "enum_declaration": "enum",
    "struct_declaration": "struct",
    "record_declaration": "record",
    "record_struct_declaration": "record",
    "delegate_declaration": "delegate",
}
NAMESPACES = frozenset({"namespace_declaration", "file_scoped_namespace_declaration"})
DECLARING = frozenset(
    {"method_declaration", "property_declaration", "variable_declarator", "parameter",
     "enum_member_declaration", "constructor_declaration", "destructor_declaration",
     "local_function_statement", "type_parameter",
     "declaration_pattern", "recursive_pattern", "catch_declaration", "event_declaration", "tuple_element",
     "var_pattern", "declaration_expression", "labeled_statement", "from_clause", "name_colon",
     "property_pattern_clause", *TYPE_KINDS}
)  # fmt: skip
CONDITIONS = (b"#if", b"#el", b"#endif")
MOST_BRANCHES = 6


MARK = b"\xef\xbb\xbf"
"""What tells the encoding where a file begins, and is a blank anywhere else."""


def blank_marks(source: bytes) -> bytes:
    """Return source of the same length, with what is a blank to C# alone as blanks that the grammar knows."""
    return source[:1] + source[1:].replace(MARK, b"   ")


POINTED_AT = re.compile(rb"(^[ \t]*|[=(,!&|?:<>+\-{][ \t]*|\breturn[ \t]+)(\*+)(?=[\w(])", re.MULTILINE)
"""What stands where a pointer leads, in code that is called unsafe."""


CAST_TWICE = re.compile(rb"\)\*(?=\([\w.]+\*+\)&)")
CAST_TO_POINTER = re.compile(rb"(\([\w.]+)\*+\)&")


def spell_out(source: bytes) -> bytes:
    """Return source of the same length, without what the grammar does not know."""
    plain = blank_marks(source)
    if b"unsafe" not in source:
        return plain
    plain = CAST_TWICE.sub(b") ", plain)
    plain = CAST_TO_POINTER.sub(lambda found: found[1] + b")".rjust(len(found[0]) - len(found[1])), plain)
    return POINTED_AT.sub(lambda found: found[1] + b" " * len(found[2]), plain)


GRAMMAR = Grammar(tree_sitter_c_sharp.language, spell_out=spell_out, unknown=re.compile(rb"(?<!\A)" + MARK))
parse = GRAMMAR.parse
OUTLINES = Outlines(
    GRAMMAR,
    rb"\)(?<!new\(\))\s*(?::\s*(?:base|this)\s*\([^{};]*\)\s*)?",
    rb"(?:class|struct|record|interface)\s+\w+\s*(?:<[^;{}()]*>\s*)?\(",
)
BEFORE_CODE = re.compile(
    rb"\A(?:\xef\xbb\xbf|\s+|//[^\n]*|/\*.*?\*/|#region[^\n]*|#endregion[^\n]*)+", re.DOTALL
)
LAST_DIRECTIVE = re.compile(rb"#endif[^\n]*\Z")
NEVER = re.compile(rb"#if[ \t]+(?:false|!true)[ \t]*(?://.*)?\Z")
UNDER_CONDITIONS = frozenset({"preproc_if", "preproc_else", "preproc_elif", "preproc_region"})
CONTAINERS = UNDER_CONDITIONS | {"declaration_list"}
DIRECTIVE = re.compile(rb"^[ \t]*#[ \t]*(if|elif|else|endif)\b([^\r\n]*)", re.MULTILINE)


def parse_first_branches(source: bytes, whole: Tree | None = None) -> Tree:
    """Parse source; where conditions of the preprocessor cut declarations, as if each first one held.

    Offsets are those of the source; what stands in other branches is not in the tree.
    """
    tree = whole or parse(source)
    if not tree.root_node.has_error or b"#if" not in source:
        return tree
    again = parse(blank_other_branches(source))
    return tree if again.root_node.has_error else again


def parse_outline(source: bytes) -> tuple[Tree, Tree]:
    """Parse source without what methods hold: as it is, and, where that has errors, with its first branches.

    Both are the same tree where the first has no errors, or the second has some too. A file whose outline
    is cut by conditions is so as a whole.
    """
    tree = OUTLINES.parse_as_outline(source) if b"#if" in source else None
    tree = tree or OUTLINES.parse(source)
    if not tree.root_node.has_error or b"#if" not in source:
        return tree, tree
    again = OUTLINES.parse(blank_other_branches(source))
    if not again.root_node.has_error:
        return tree, again
    whole = parse(source)
    return whole, whole


def parse_branches(source: bytes, first: Tree, outline: bool = False) -> list[tuple[bytes, Tree]]:
    """Return readings of source that have, together, all branches of the preprocessor's conditions.

    The first reading is given; `outline` says that what methods hold is left out. Nothing is returned where
    one of the others has errors too: then the file cannot be read whole.
    """
    most = most_branches(source)
    if first.root_node.has_error or not 1 < most <= MOST_BRANCHES:
        return []
    texts = [blank_other_branches(source, number) for number in range(1, most)]
    readings = [(text, (OUTLINES.parse if outline else parse)(text)) for text in texts]
    return [] if any(tree.root_node.has_error for _, tree in readings) else readings


def most_branches(source: bytes) -> int:
    """Return how many branches the condition with the most of them has."""
    words = [line.strip().removeprefix(b"\xef\xbb\xbf") for line in source.splitlines()]
    return max(_branch_counts(words).values(), default=0)


def blank_other_branches(source: bytes, wanted: int = 0) -> bytes:
    """Return source with the preprocessor's lines, and all branches but one, made blank.

    Of each condition the branch of the number `wanted` stays, or the last, where it has no such one; what is
    never read, as it may be no code, does not.
    """
    lines = source.splitlines(keepends=True)
    words = [line.strip().removeprefix(b"\xef\xbb\xbf") for line in lines]
    out: list[bytes] = []
    open_branches: list[tuple[int, int, bool]] = []
    lengths = _branch_counts(words)
    for number, (line, word) in enumerate(zip(lines, words, strict=True)):
        if word.startswith(b"#if"):
            last = lengths.get(number, 1) - 1
            chosen = max(1, wanted) if NEVER.match(word) else min(wanted, last)
            open_branches.append((0, chosen, not open_branches or _is_open(open_branches[-1])))
        elif word.startswith(b"#el") and open_branches:
            at, chosen, around = open_branches[-1]
            open_branches[-1] = (at + 1, chosen, around)
        elif word.startswith(b"#endif") and open_branches:
            open_branches.pop()
        kept = not open_branches or _is_open(open_branches[-1])
        kept = kept and not word.startswith(CONDITIONS)
        out.append(line if kept else bytes(c if c in b"\r\n" else 32 for c in line))
    return b"".join(out)


def _is_open(branch: tuple[int, int, bool]) -> bool:
    at, chosen, around = branch
    return around and at == chosen


def _branch_counts(words: list[bytes]) -> dict[int, int]:
    """Return how many branches each condition has, by the number of its line."""
    found: dict[int, int] = {}
    opened: list[int] = []
    for number, word in enumerate(words):
        if word.startswith(b"#if"):
            opened.append(number)
            found[number] = 1
        elif word.startswith(b"#el") and opened:
            found[opened[-1]] += 1
        elif word.startswith(b"#endif") and opened:
            opened.pop()
    return found


def modifiers_of(node: Node) -> set[str]:
    return {text_of(child) for child in node.children if child.type == "modifier"}


def attributes_of(node: Node) -> list[str]:
    """Return the names of a declaration's attributes."""
    return [
        dotted_text(attribute.child_by_field_name("name")).rpartition(".")[2]
        for held in node.named_children
        if held.type == "attribute_list"
        for attribute in held.named_children
        if attribute.type == "attribute"
    ]


def chain_of(node: Node) -> list[Node]:
    """Return the names of `a.b.c`, up to the first that is given types; nothing where it is no chain."""
    if node.type == "identifier":
        return [node]
    if node.type == "generic_name":
        return [node.named_children[0]]
    if node.type == "alias_qualified_name":
        name = node.child_by_field_name("name")
        return chain_of(name) if name is not None else []
    first = "qualifier" if node.type == "qualified_name" else "expression"
    if node.type not in ("qualified_name", "member_access_expression"):
        return []
    owner, name = node.child_by_field_name(first), node.child_by_field_name("name")
    if owner is None or name is None:
        return []
    parts = chain_of(owner)
    if not parts or _has_generic(owner):
        return parts
    return [*parts, *chain_of(name)]


def _has_generic(node: Node | None) -> bool:
    while node is not None:
        if node.type == "generic_name":
            return True
        name = node.child_by_field_name("name")
        if name is not None and name.type == "generic_name":
            return True
        node = node.child_by_field_name("qualifier") or node.child_by_field_name("expression")
    return False


def is_rooted(node: Node) -> bool:
    """Whether a chain begins with `global::`."""
    while node.type in ("qualified_name", "member_access_expression"):
        first = node.child_by_field_name("qualifier") or node.child_by_field_name("expression")
        if first is None:
            return False
        node = first
    return node.type == "alias_qualified_name" and text_of(node.child_by_field_name("alias")) == "global"


def members_in(body: Node | None) -> Iterator[Node]:
    """Yield what a type or a file holds, under conditions too."""
    for child in body.named_children if body is not None else ():
        if child.type in UNDER_CONDITIONS:
            yield from members_in(child)
        else:
            yield child


def start_with_condition(source: bytes, start: int, end: int) -> int:
    """Return where a span starts, with the condition right before it of which it holds the end."""
    depth = least = 0
    for found in DIRECTIVE.finditer(source, start, end) if b"#" in source[start:end] else ():
        depth += {b"if": 1, b"endif": -1}.get(found[1], 0)
        least = min(least, depth)
    for _ in range(-least):
        opening = next(
            (f for f in reversed(list(DIRECTIVE.finditer(source, 0, start))) if f[1] == b"if"), None
        )
        if opening is None or source[opening.end() : start].strip():
            break
        start = opening.start()
    return start


def condition_around(source: bytes) -> str:
    """Return what the preprocessor asks before it reads anything of a file; nothing where it reads some."""
    code = BEFORE_CODE.sub(b"", source).strip()
    if not code.startswith(b"#if") or not LAST_DIRECTIVE.search(code):
        return ""
    depth = 0
    for found in DIRECTIVE.finditer(code):
        depth += (found[1] == b"if") - (found[1] == b"endif")
        if not depth or (depth == 1 and found[1] in (b"else", b"elif")):
            return condition_at(code, found.start()) if not code[found.end() :].strip() else ""
    return ""


def condition_at(source: bytes, place: int) -> str:
    """Return what the preprocessor asks before it reads a place."""
    if b"#" not in source:
        return ""
    asked: list[list[str]] = []
    for found in DIRECTIVE.finditer(source, 0, place):
        word, text = found[1].decode(), found[2].decode("utf-8", "replace").partition("//")[0].strip()
        if word == "if":
            asked.append([text])
        elif asked and word == "endif":
            asked.pop()
        elif asked:
            *before, last = asked[-1]
            asked[-1] = [*before, f"!({last})", *([text] if word == "elif" else [])]
    parts = [part for level in asked for part in level]
    if len(parts) == 1:
        return parts[0]
    return " && ".join(part if part[:1] == "!" else f"({part})" for part in parts)
