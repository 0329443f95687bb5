"""Forwarding in JavaScript and TypeScript: an export by which a module hands on what has left it."""

import posixpath
import re
from collections.abc import Mapping

from yandrel.languages.forwards import SIGN
from yandrel.languages.script.facts import WHOLE, read_facts
from yandrel.languages.script.finder import WRITTEN_AS
from yandrel.languages.script.statements import style_of


def write_forwarding(old: str, new: str, names: Mapping[str, str], source: bytes) -> str:
    """Return the statement that hands on what `new` exports: all of it, or some names.

    `source` is the text that the old module had: it tells the style, and what of the names it exported.
    """
    entries = [entry.rpartition("=") for entry in read_facts(source, old).exports or ()]
    exported = {name: local for name, _, local in entries if local}
    plain = [name for name, local in exported.items() if local in names and name not in ("default", WHOLE)]
    default = exported.get("default", "") in names or exported.get("default") == "default"
    whole = WHOLE in exported or all(local in names for local in exported.values())
    style = style_of(source, old)
    path = _specifier(old, new, source, style.commonjs)
    quoted = f"{style.quote}{path}{style.quote}"
    head = f"// {SIGN} {path}: import from there."
    if style.commonjs and whole:
        lines = [f"module.exports = require({quoted}){style.semicolon}"]
    elif style.commonjs:
        lines = [f"module.exports.{name} = require({quoted}).{name}{style.semicolon}" for name in plain]
    else:
        parts = (["default"] if default else []) + ([] if whole else plain)
        lines = [f"export * from {quoted}{style.semicolon}"] if whole and plain else []
        if parts:
            lines.append(f"export {{ {', '.join(parts)} }} from {quoted}{style.semicolon}")
    return style.newline.join([head, *lines, ""])


def _specifier(old: str, new: str, source: bytes, commonjs: bool) -> str:
    """Return how a module names another; with its ending where its imports have one, or must have."""
    stem, ending = posixpath.splitext(new)
    ended = re.search(rb"['\"]\.[^'\"\n]*\.[cm]?js['\"]", source)
    has_ending = bool(ended) or (not commonjs and ending in (".js", ".mjs"))
    text = posixpath.relpath(stem, posixpath.dirname(old) or ".")
    return (text if text.startswith(".") else "./" + text) + (
        WRITTEN_AS.get(ending, ending) if has_ending else ""
    )


__all__ = ["write_forwarding"]
