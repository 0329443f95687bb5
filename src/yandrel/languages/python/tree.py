"""Reading a syntax tree: its nodes, their text, the arguments of calls, the lines that they stand on."""

from collections.abc import Iterator

import tree_sitter

from yandrel.languages.python import grammar as g

Node = tree_sitter.Node


def walk(node: Node) -> Iterator[Node]:
    """Yield a node and all below it, depth first, in the order of the text."""
    stack = [node]
    while stack:
        at = stack.pop()
        yield at
        stack.extend(reversed(at.named_children))


def text_of(node: Node | None, source: bytes) -> str:
    return source[node.start_byte : node.end_byte].decode("utf-8", "replace") if node is not None else ""


def string_value(node: Node | None, source: bytes) -> str | None:
    """Return what a plain string literal holds, None for anything else."""
    if node is None or node.kind_id != g.STRING:
        return None
    if any(child.type == "interpolation" for child in node.named_children):
        return None
    return "".join(text_of(c, source) for c in node.named_children if c.type == "string_content")


def arguments_of(call: Node) -> tuple[list[Node], dict[bytes, Node]]:
    """Return the positional arguments of a call, and the named ones by name."""
    plain: list[Node] = []
    named: dict[bytes, Node] = {}
    holder = call.child_by_field_name("arguments")
    for child in holder.named_children if holder is not None else ():
        if child.kind_id == g.KEYWORD_ARGUMENT:
            key, value = child.child_by_field_name("name"), child.child_by_field_name("value")
            if key is not None and key.text is not None and value is not None:
                named[key.text] = value
        elif child.kind_id != g.COMMENT:
            plain.append(child)
    return plain, named


def enclosing_function(node: Node) -> Node | None:
    """Return the innermost function that a node stands in."""
    at = node.parent
    while at is not None:
        if at.kind_id == g.FUNCTION:
            return at
        at = at.parent
    return None


def newline_of(source: bytes) -> str:
    """Return the line ending that a file uses."""
    return "\r\n" if b"\r\n" in source[:4096] else "\n"


def in_lines_of(text: str, source: bytes) -> bytes:
    """Return a text with the line endings that a file uses."""
    return text.replace("\r\n", "\n").replace("\n", newline_of(source)).encode()


def indent_at(source: bytes, at: int) -> str:
    """Return the white space that the line of a place begins with."""
    line = source.rfind(b"\n", 0, at) + 1
    text = source[line:at]
    return text[: len(text) - len(text.lstrip())].decode()


def line_end(source: bytes, at: int) -> int:
    """Return where the line of a place ends, before its line ending."""
    end = source.find(b"\n", at)
    if end < 0:
        return len(source)
    return end - 1 if source[end - 1 : end] == b"\r" else end
