"""Control characters in names, source lines and errors, shown so that a terminal does not obey them."""

import re
from typing import TypeVar

import msgspec
from msgspec import structs

CONTROL = re.compile(
    "[\0-\x1f\x7f-\x9f\u061c\u200b-\u200f\u2028-\u202e\u2060-\u2069\ufeff\ufff9-\ufffb\ud800-\udfff\U000e0000-\U000e007f]"
)
"""C0 and C1 controls, signs that change the direction of text or cannot be seen, and halves of characters."""
LINES = ("diff", "text", "command_output")
"""Fields of results that have several lines, and whose bytes are meant for other programs as well."""
T = TypeVar("T")


def escape_controls(text: str, lines: bool = False) -> str:
    """Return a text with its control characters written out; `lines` keeps line ends and tabs."""
    if not CONTROL.search(text):
        return text
    return CONTROL.sub(lambda found: _keep_lines(found) if lines else _written_out(found[0]), text)


def _keep_lines(found: re.Match[str]) -> str:
    at_line_end = found[0] == "\r" and found.string[found.end() : found.end() + 1] == "\n"
    return found[0] if found[0] in "\n\t" or at_line_end else _written_out(found[0])


def _written_out(sign: str) -> str:
    """Return a character as a programmer writes it: `\\x1b`, `\\u202e`."""
    code = ord(sign)
    if 0xDC80 <= code <= 0xDCFF:
        return f"\\x{code - 0xDC00:02x}"
    return {"\n": "\\n", "\r": "\\r", "\t": "\\t"}.get(sign) or (
        f"\\x{code:02x}" if code < 0x100 else f"\\u{code:04x}" if code < 0x10000 else f"\\U{code:08x}"
    )


def escape_report(report: T, terminal: bool) -> T:
    """Return a result with the control characters in all its texts written out.

    Fields of several lines stay exact where they do not go to a `terminal`: a diff must apply.
    """
    if isinstance(report, str):
        return escape_controls(report)  # type: ignore[return-value]
    if isinstance(report, (list, tuple)):
        return type(report)(escape_report(item, terminal) for item in report)
    if isinstance(report, dict):
        return {escape_report(k, terminal): escape_report(v, terminal) for k, v in report.items()}  # type: ignore[return-value]
    if not isinstance(report, msgspec.Struct):
        return report
    changed: dict[str, object] = {}
    for name in report.__struct_fields__:
        value = getattr(report, name)
        if isinstance(value, str) and name in LINES:
            new: object = escape_controls(value, lines=True) if terminal else value
        else:
            new = escape_report(value, terminal)
        if new is not value and new != value:
            changed[name] = new
    return structs.replace(report, **changed) if changed else report
