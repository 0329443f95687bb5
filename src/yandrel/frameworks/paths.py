"""Paths as frameworks write them, turned into patterns with parameters as `{name}`.

Each parameter has a condition: an expression for what it matches, empty where that is all but a slash, `?`
where it is not known.
"""

import re

from yandrel.frameworks.values import HOLE

ANGLE = re.compile(r"<(?:[^<>:]*(?:\([^()]*\))?:)?\s*([\w-]+)\s*>")
REST = re.compile(r"(?<=/)\*(\w+)")
COLON = re.compile(r":([A-Za-z_]\w*)(\((?:[^()]|\([^()]*\))*\))?[?*+]?")
ONE_PARAMETER = re.compile(
    r"<(?P<angle>[^<>]+)>|\{(?P<brace>(?:[^{}]|\{[^{}]*\})*)\}|:(?P<colon>[A-Za-z_]\w*)"
    r"(?P<group>\((?:[^()]|\([^()]*\))*\))?|(?<=/)(?P<rest>\*\w*)"
)
ANYTHING = frozenset({"[^/]+", "[^/.]+", "[^/]*", "[^\\/]+", "[^/]+?", ".+", ".*"})
CONDITIONS = {
    "": "",
    "str": "",
    "string": "",
    "int": r"\d+",
    "integer": r"\d+",
    "long": r"\d+",
    "float": r"\d+(\.\d+)?",
    "uuid": r"[0-9a-fA-F-]{36}",
    "guid": r"[0-9a-fA-F-]{36}",
    "slug": r"[-\w]+",
    "alpha": r"[A-Za-z]+",
    "path": ".+",
}
"""What the converters of the frameworks match."""
NAMED_GROUP = re.compile(r"\(\?P?<(\w+)>")


def from_angles(path: str) -> str:
    """`/hives/<int:number>` becomes `/hives/{number}`."""
    return ANGLE.sub(r"{\1}", path)


def from_colons(path: str) -> str:
    """`/hives/:number(\\d+)` becomes `/hives/{number}`, and `/files/*path` becomes `/files/{path}`."""
    return REST.sub(r"{\1}", COLON.sub(r"{\1}", path))


def from_braces(path: str) -> str:
    """`/hives/{number:[0-9]+}` and `/hives/{number?}` become `/hives/{number}`."""
    made: list[str] = []
    depth = 0
    keeps = True
    for letter in path:
        if letter == "{":
            depth += 1
            keeps = True if depth == 1 else keeps
            if depth == 1:
                made.append(letter)
            continue
        if letter == "}":
            depth = max(0, depth - 1)
            if depth == 0:
                made.append(letter)
                keeps = True
            continue
        if depth and letter in ":?=<(" and [*made[-1:], letter] != ["{", "?"]:
            keeps = False
        if keeps and (not depth or letter not in "*+ "):
            made.append(letter)
    return "".join(made)


def from_expression(text: str) -> str:
    """`^hives/(?P<number>\\d+)/$` becomes `hives/{number}/`; a group without a name becomes `{}`."""
    return read_expression(text)[0]


def read_expression(text: str) -> tuple[str, tuple[str, ...]]:
    """Return an expression as a pattern, and the conditions of its parameters."""
    text = text.removeprefix("^").removeprefix("\\A")
    text = re.sub(r"(?<!\\)\$$|\\Z$|\\z$", "", text)
    made: list[str] = []
    conditions: list[str] = []
    at = 0
    while at < len(text):
        if text.startswith(HOLE, at):
            made.append(HOLE)
            conditions.append("?")
            at += len(HOLE)
            continue
        if text[at] == "(":
            end = _closing(text, at)
            named = NAMED_GROUP.match(text, at)
            if named:
                made.append("{" + named[1] + "}")
                conditions.append(_condition(text[named.end() : end]))
            elif not text.startswith(("(?:", "(?=", "(?!", "(?i"), at):
                made.append("{}")
                conditions.append(_condition(text[at + 1 : end]))
            elif text.startswith("(?:", at) and end + 1 < len(text) and text[end + 1] != "?":
                inner, more = read_expression(text[at + 3 : end].split("|")[0])
                made.append(inner)
                conditions += ["?"] * len(more)
            at = end + 1
            while at < len(text) and text[at] in "?*+":
                at += 1
            continue
        if text[at] == "\\" and at + 1 < len(text):
            if not text[at + 1].isalnum():
                made.append(text[at + 1])
            at += 2
            continue
        if text[at] == "?" and made and len(made[-1]) == 1:
            if made[-1] != "/":
                made.pop()
            at += 1
            continue
        made.append(text[at])
        at += 1
    return "".join(made), tuple(conditions)


def _condition(group: str) -> str:
    return "" if group in ANYTHING else group


def conditions_in(path: str) -> tuple[str, ...]:
    """Return the conditions of the parameters of a path that is no expression, in order."""
    return tuple(_condition_of(found) for found in ONE_PARAMETER.finditer(path))


def _condition_of(found: re.Match[str]) -> str:
    """Return the condition that a parameter is written with."""
    if found["angle"] is not None:
        said = found["angle"].rpartition(":")[0].strip()
    elif found["brace"] is not None:
        said = found["brace"].partition(":")[2]
        if found["brace"].startswith("*"):
            return ".+"
    elif found["rest"] is not None:
        return ".+"
    else:
        said = (found["group"] or "")[1:-1]
    if said in CONDITIONS:
        return CONDITIONS[said]
    return "?" if re.match(r"\w+(\(|:|\??$)", said) else _condition(said)


def _closing(text: str, start: int) -> int:
    """Return where the group that opens at a place closes."""
    depth, at, listed = 0, start, False
    while at < len(text):
        letter = text[at]
        if letter == "\\":
            at += 2
            continue
        if letter == "[":
            listed = True
        elif letter == "]":
            listed = False
        elif letter == "(" and not listed:
            depth += 1
        elif letter == ")" and not listed:
            depth -= 1
            if depth == 0:
                return at
        at += 1
    return len(text) - 1
