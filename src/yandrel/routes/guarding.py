"""Write a guard into a call or before a class; what it comes to is read from the route table."""

from __future__ import annotations

import re
from dataclasses import dataclass

from yandrel.frameworks.guarding import GuardForm, Where
from yandrel.routes.prefix import NEAR, QUOTED

BEFORE_CLASS = rb"(?:(?:export|default|public|internal|abstract|sealed|final|open|partial|data)\s+)*"
CLASS = rb"(?m)^([ \t]*)" + BEFORE_CLASS + rb"class\s+%s\b"


@dataclass(frozen=True)
class CallSpan:
    """A call in a text: where its line, its method, its arguments and what follows begin and end."""

    line_start: int
    method: int
    opening: int
    closing: int
    arguments: tuple[tuple[int, int], ...]


def find_call(data: bytes, line: int, methods: frozenset[str]) -> CallSpan | None:
    """Return the first call of one of some methods that begins in a line or shortly after it."""
    start = 0
    for _ in range(line - 1):
        start = data.find(b"\n", start) + 1
    end = start
    for _ in range(NEAR):
        end = data.find(b"\n", end) + 1 or len(data)
    words = b"|".join(re.escape(method.encode()) for method in sorted(methods, key=len, reverse=True))
    found = re.compile(rb"(?<![\w$])(%b)\s*(?:<[^<>()]*>)?\s*\(" % words).search(data, start, end)
    if found is None:
        return None
    opening = found.end() - 1
    arguments, closing = _arguments(data, opening)
    if closing < 0:
        return None
    line_start = data.rfind(b"\n", 0, found.start()) + 1
    return CallSpan(line_start, found.start(1), opening, closing, tuple(arguments))


def _arguments(data: bytes, opening: int) -> tuple[list[tuple[int, int]], int]:
    """Return the arguments between brackets, and where the closing one is; -1 where there is none."""
    depth, at, start = 0, opening + 1, opening + 1
    found: list[tuple[int, int]] = []
    while at < len(data):
        quoted = QUOTED.match(data, at)
        if quoted is not None:
            at = quoted.end()
            continue
        sign = data[at : at + 1]
        if sign in (b"(", b"[", b"{"):
            depth += 1
        elif sign in (b")", b"]", b"}"):
            if depth == 0:
                _add_argument(data, start, at, found)
                return found, at
            depth -= 1
        elif sign == b"," and depth == 0:
            _add_argument(data, start, at, found)
            start = at + 1
        at += 1
    return found, -1


def _add_argument(data: bytes, start: int, end: int, found: list[tuple[int, int]]) -> None:
    inner = data[start:end]
    if inner.strip():
        found.append((start + len(inner) - len(inner.lstrip()), start + len(inner.rstrip())))


def fitting_form(data: bytes, line: int, forms: tuple[GuardForm, ...]) -> GuardForm | None:
    """Return the first form that fits a call at a line."""
    for one in forms:
        if one.needs and not any(word.encode() in data for word in one.needs):
            continue
        if find_call(data, line, one.methods) is not None:
            return one
    return None


def with_guard(data: bytes, line: int, one: GuardForm, guard: str) -> bytes | None:
    """Return a text with a guard in the call at a line; None where the form does not fit it."""
    span = find_call(data, line, one.methods)
    return _written(data, span, one, guard) if span is not None else None


def _written(data: bytes, span: CallSpan, one: GuardForm, guard: str) -> bytes | None:
    first = data[slice(*span.arguments[0])] if span.arguments else b""
    text = one.text.format(guard=guard, first=first.decode("utf-8", "replace"), own=_own(data, span)).encode()
    listed = data.find(one.opens.encode(), span.opening, span.closing) if one.opens else -1
    if listed >= 0:
        inner = text[text.index(b"[") + 1 : text.rindex(b"]")]
        at = listed + len(one.opens)
        return data[:at] + inner + (b"" if data[at : at + 1] == b"]" else b", ") + data[at:]
    return _PLACING[one.where](data, span, text)


def _own(data: bytes, span: CallSpan) -> str:
    """Return the name of the first parameter of a function among the arguments."""
    found = re.search(rb"(?:func|fn|function)?\s*\(\s*(\w+)", data[span.opening + 1 : span.closing])
    return found.group(1).decode() if found is not None else ""


def _after_path(data: bytes, span: CallSpan, text: bytes) -> bytes:
    if not span.arguments:
        return data[: span.closing] + text + data[span.closing :]
    start, end = span.arguments[0]
    if data[start : start + 1] in (b'"', b"'", b"`"):
        return data[:end] + b", " + text + data[end:]
    return data[:start] + text + b", " + data[start:]


def _last(data: bytes, span: CallSpan, text: bytes) -> bytes:
    end = span.arguments[-1][1] if span.arguments else span.opening + 1
    return data[:end] + (b", " if span.arguments else b"") + text + data[end:]


def _second(data: bytes, span: CallSpan, text: bytes) -> bytes | None:
    return _wrapped(data, span, text, 1)


def _wrapped_last(data: bytes, span: CallSpan, text: bytes) -> bytes | None:
    return _wrapped(data, span, text, len(span.arguments) - 1)


def _wrapped(data: bytes, span: CallSpan, text: bytes, number: int) -> bytes | None:
    if not 0 < number < len(span.arguments):
        return None
    start, end = span.arguments[number]
    return data[:start] + text + b"(" + data[start:end] + b")" + data[end:]


def _after(data: bytes, span: CallSpan, text: bytes) -> bytes:
    return data[: span.closing + 1] + text + data[span.closing + 1 :]


def _before(data: bytes, span: CallSpan, text: bytes) -> bytes:
    return data[: span.method] + text + data[span.method :]


def _statement(data: bytes, span: CallSpan, text: bytes) -> bytes:
    indent = re.match(rb"[ \t]*", data[span.line_start :]).group()  # type: ignore[union-attr]
    return data[: span.line_start] + indent + text + b"\n" + data[span.line_start :]


def _under(data: bytes, span: CallSpan, text: bytes) -> bytes | None:
    lead = re.compile(rb"([ \t]*)@").match(data, span.line_start)
    end = data.find(b"\n", span.closing) + 1
    return data[:end] + lead.group(1) + text + b"\n" + data[end:] if lead is not None and end else None


def _inside(data: bytes, span: CallSpan, text: bytes) -> bytes | None:
    brace = data.find(b"{", span.opening)
    if brace < 0:
        return None
    after = re.compile(rb"[ \t]*\n([ \t]*)").match(data, brace + 1)
    indent = after.group(1) if after is not None else b" "
    lead = b"\n" + indent if after is not None else b" "
    return data[: brace + 1] + lead + text + (b"" if after is not None else b";") + data[brace + 1 :]


def _around(data: bytes, span: CallSpan, text: bytes) -> bytes | None:
    brace = re.compile(rb"\s*\{").match(data, span.closing + 1)
    if brace is None:
        return None
    _, closing = _arguments(data, brace.end() - 1)
    if closing < 0:
        return None
    indent = re.match(rb"[ \t]*", data[span.line_start :]).group()  # type: ignore[union-attr]
    inner = data[span.method : closing + 1].replace(b"\n", b"\n    ")
    whole = text + b" {\n" + indent + b"    " + inner + b"\n" + indent + b"}"
    return data[: span.method] + whole + data[closing + 1 :]


_PLACING = {
    Where.AFTER_PATH: _after_path,
    Where.LAST: _last,
    Where.SECOND: _second,
    Where.WRAPPED_LAST: _wrapped_last,
    Where.UNDER: _under,
    Where.AFTER: _after,
    Where.BEFORE: _before,
    Where.STATEMENT: _statement,
    Where.INSIDE: _inside,
    Where.AROUND: _around,
}


def with_class_mark(data: bytes, name: str, mark: str) -> bytes | None:
    """Return a text with a mark on the line before a class; None where there is no such class."""
    found = re.search(CLASS % re.escape(name.encode()), data)
    if found is None:
        return None
    return data[: found.start()] + found.group(1) + mark.encode() + b"\n" + data[found.start() :]
