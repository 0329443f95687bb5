"""Find the place for the text of a new piece among its neighbours."""

from tree_sitter import Node

from yandrel.languages.acting.shapes import COMMENTS
from yandrel.model.changes import Edit, apply_edits


def space_after(node: Node, source: bytes) -> str:
    """Return the white space after a node."""
    end = node.end_byte
    while end < len(source) and source[end : end + 1].isspace():
        end += 1
    return source[node.end_byte : end].decode()


def indent_of(node: Node, source: bytes) -> str:
    line = source.rfind(b"\n", 0, node.start_byte) + 1
    text = source[line : node.start_byte]
    return text[: len(text) - len(text.lstrip())].decode()


def changed_text(whole: Node, source: bytes, edits: list[Edit]) -> str:
    return changed_span(whole.start_byte, whole.end_byte, source, edits)


def changed_span(start: int, end: int, source: bytes, edits: list[Edit]) -> str:
    kept = {
        (e.start, e.end): Edit(e.start - start, e.end - start, e.text)
        for e in edits
        if start <= e.start and e.end <= end
    }
    return apply_edits(source[start:end], list(kept.values())).decode("utf-8", "replace")


def put_after(whole: Node, source: bytes, text: str) -> Edit:
    """Put a text after a definition, as far below it as definitions here stand apart."""
    end = whole.end_byte
    newline = "\r\n" if b"\r\n" in source else "\n"
    following = source[end : end + 1]
    if following == b",":
        end, text = end + 1, text + ","
    elif following == b";":
        end, text = end + 1, text + ";"
    elif (
        whole.type in ("pair", "method_definition")
        and whole.parent is not None
        and whole.parent.type == "object"
    ):
        text = "," + newline + indent_of(whole, source) + text
        return Edit(end, end, text.encode())
    apart = 2 if whole.start_point[0] != whole.end_point[0] or _stands_apart(whole) else 1
    return Edit(end, end, (newline * apart + indent_of(whole, source) + text).encode())


def _stands_apart(whole: Node) -> bool:
    before, after = whole.prev_named_sibling, whole.next_named_sibling
    far = [
        low.start_point[0] - high.end_point[0]
        for high, low in ((before, whole), (whole, after))
        if high is not None and low is not None and high.type not in COMMENTS
    ]
    return bool(far) and min(far) > 1


def put_element_after(element: Node, source: bytes, text: str) -> Edit:
    line = source.rfind(b"\n", 0, element.start_byte) + 1
    lead = source[line : element.start_byte].decode()
    gap = ", " if lead.strip() else ",\n" + lead
    return Edit(element.end_byte, element.end_byte, (gap + text).encode())
