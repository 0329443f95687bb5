"""The patterns of one .gitignore file, matched in time linear in the path.

Each pattern becomes an expression that never tries a path in two ways: what stands between two stars is
taken at the first place where it fits and not looked for again (an atomic group), for if the rest does
not fit after the first place, it fits after no later one.
Source: the rules of gitignore(5) and of wildmatch in git.
"""

import re
from collections.abc import Iterable

CLASSES = {
    "alnum": "A-Za-z0-9", "alpha": "A-Za-z", "blank": " \\t", "cntrl": "\\x00-\\x1f\\x7f", "digit": "0-9",
    "graph": "!-~", "lower": "a-z", "print": " -~", "punct": "!-/:-@\\[-`{-~", "space": "\\s",
    "upper": "A-Z", "xdigit": "A-Fa-f0-9",
}  # fmt: skip
NOTHING = r"(?!)"
"""An expression that fits nothing, for what git takes for no pattern: an open bracket, a last backslash."""
END = r"(?=/|\Z)"


class IgnoreFile:
    """The patterns of one file; nearly all paths fit none, which one expression tells."""

    def __init__(self, lines: Iterable[str]) -> None:
        read = [found for line in lines if (found := _read_line(line)) is not None]
        self.patterns = [(re.compile(text), ignored, folder) for text, ignored, folder in reversed(read)]
        self.any = re.compile("|".join(text for text, _, _ in read) or NOTHING)

    def verdict(self, path: str) -> bool | None:
        """Whether a path is ignored; None where no pattern speaks of it. Folders end in a slash."""
        plain = path.rstrip("/")
        if not self.any.match(plain):
            return None
        for expression, ignored, folders_only in self.patterns:
            if (path != plain or not folders_only) and expression.match(plain):
                return ignored
        return None


def _read_line(line: str) -> tuple[str, bool, bool] | None:
    """Return the expression of a line, whether it ignores, and whether it means folders only."""
    text = line.rstrip("\r\n")
    while text.endswith(" ") and not text.endswith("\\ "):
        text = text[:-1]
    if not text or text.startswith("#"):
        return None
    ignored = not text.startswith("!")
    text = text if ignored else text[1:]
    folders_only = text.endswith("/")
    text = text[:-1] if folders_only else text
    if not text:
        return None
    first, *later = _split(text)
    if later:
        return _expression(later if not first else [first, *later]), ignored, folders_only
    return _expression(["**", first]), ignored, folders_only


def _split(text: str) -> list[str]:
    """Return a pattern's segments: what stands between slashes, but for those in brackets."""
    segments = [""]
    at = 0
    while at < len(text):
        if text[at] == "/" or text.startswith("\\/", at):
            at += 1 + (text[at] == "\\")
            segments.append("")
            continue
        end = at + 1
        if text[at] == "\\":
            end = at + 2
        elif text[at] == "[":
            end = _bracket(text, at + 1)[1]
        segments[-1] += text[at:end]
        at = end
    return segments


def _expression(segments: list[str]) -> str:
    """Return the expression of a pattern's segments, anchored at both ends."""
    groups: list[list[str]] = [[]]
    for segment in segments:
        if len(segment) > 1 and not segment.strip("*"):
            groups.append([])
        else:
            groups[-1].append(_segment(segment))
    first, *later = groups
    out = "/".join(first)
    if not later:
        return out + r"\Z"
    out += "/" if first else ""
    for position, group in enumerate(later):
        text = "/".join(group)
        if position == len(later) - 1:
            out += rf"(?:[^/]*/)*?{text}\Z" if group else r".+\Z"
        elif group:
            out += f"(?>(?:[^/]*/)*?{text}/)"
    return out


def _segment(text: str) -> str:
    """Return the expression of what stands between two slashes."""
    pieces = [""]
    at = 0
    while at < len(text):
        sign = text[at]
        at += 1
        if sign == "*":
            pieces.append("")
        elif sign == "?":
            pieces[-1] += "[^/]"
        elif sign == "[":
            found, at = _bracket(text, at)
            pieces[-1] += found
        elif sign == "\\":
            if at == len(text):
                return NOTHING
            pieces[-1] += re.escape(text[at])
            at += 1
        else:
            pieces[-1] += re.escape(sign)
    first, *later = [piece for n, piece in enumerate(pieces) if piece or n in (0, len(pieces) - 1)]
    if not later:
        return first + END
    inner = "".join(f"(?>[^/]*?{piece})" for piece in later[:-1])
    return f"{first}{inner}[^/]*{later[-1]}{END}"


def _bracket(text: str, at: int) -> tuple[str, int]:
    """Return the expression of a bracket that opens before a place, and where it ends."""
    negated = text[at : at + 1] in ("!", "^")
    at += negated
    start = at
    inside = ""
    while at < len(text) and (text[at] != "]" or at == start):
        if text.startswith("[:", at) and (end := text.find(":]", at + 2)) > 0:
            name = text[at + 2 : end]
            if name not in CLASSES:
                return NOTHING, len(text)
            inside += CLASSES[name]
            at = end + 2
            continue
        low, at = _sign(text, at)
        if text[at : at + 1] == "-" and text[at + 1 : at + 2] not in ("]", ""):
            high, at = _sign(text, at + 1)
            inside += f"{re.escape(low)}-{re.escape(high)}" if low <= high else ""
        else:
            inside += re.escape(low)
    if at >= len(text):
        return NOTHING, len(text)
    if negated:
        return f"[^/{inside}]", at + 1
    return (f"(?!/)[{inside}]" if inside else NOTHING), at + 1


def _sign(text: str, at: int) -> tuple[str, int]:
    """Return one sign of a bracket, without the backslash before it, and where the next one is."""
    if text[at] == "\\" and at + 1 < len(text):
        return text[at + 1], at + 2
    return text[at], at + 1
