"""The strings of a JSON file, with where they stand and the keys that lead to them."""

import re
from collections.abc import Iterator
from typing import NamedTuple

from yandrel.model.changes import Edit

TOKEN = re.compile(rb'"(?:[^"\\]|\\.)*"|//[^\n]*|/\*.*?\*/|[{}\[\],:]', re.DOTALL)

AFTER_ITEM = re.compile(rb"\s*,\s*")


class JsonString(NamedTuple):
    """One string: span of its content, the text, the keys above it, whether it is a key itself."""

    start: int
    end: int
    text: str
    keys: tuple[str, ...]
    is_key: bool


def unescape(raw: bytes) -> str:
    """Return the text of a JSON string's content."""
    text = raw.decode("utf-8", "replace")
    return re.sub(r"\\(.)", lambda m: {"n": "\n", "t": "\t"}.get(m[1], m[1]), text) if "\\" in text else text


def escape(text: str) -> str:
    """Return a text as a JSON string's content."""
    return text.replace("\\", "\\\\").replace('"', '\\"')


def find_strings(data: bytes) -> Iterator[JsonString]:
    """Yield every string of a JSON text, comments allowed; lists add no key."""
    stack: list[tuple[str, str]] = []
    expects_key = False
    key = ""
    for found in TOKEN.finditer(data):
        token = found.group()
        first = token[:1]
        if first == b"/":
            continue
        if first in (b"{", b"["):
            stack.append((first.decode(), key))
            expects_key = first == b"{"
            if first == b"{":
                key = ""
        elif first in (b"}", b"]"):
            if stack:
                _, key = stack.pop()
            expects_key = False
        elif first == b",":
            expects_key = bool(stack) and stack[-1][0] == "{"
        elif first == b":":
            expects_key = False
        else:
            text = unescape(token[1:-1])
            keys = tuple(k for opener, k in stack if k and opener)
            if expects_key:
                key = text
                yield JsonString(found.start() + 1, found.end() - 1, text, keys, True)
            else:
                inner = (*keys, key) if stack and stack[-1][0] == "{" else keys
                yield JsonString(found.start() + 1, found.end() - 1, text, inner, False)


def remove_string(data: bytes, item: JsonString) -> Edit:
    """Return the edit that takes a string out of the list that it stands in, with its comma and its line."""
    start, end = item.start - 1, item.end + 1
    following = AFTER_ITEM.match(data, end)
    if following is not None:
        return Edit(start, following.end(), b"")
    before = data[:start].rstrip()
    return Edit(len(before.removesuffix(b",").rstrip()) if before.endswith(b",") else len(before), end, b"")
