"""Measure every regular expression of the program on hostile inputs of n, 2n and 4n characters.

The inputs are derived from the expression itself: for each part that may be repeated without bound,
what comes before it, then that part many times, then a character that fits nothing. An expression
whose time grows with the square of the input or faster is listed. How it is called in the source
(`match` at one place, or `search` at every place) decides how it is measured.
"""

import argparse
import importlib
import multiprocessing
import pkgutil
import re
import re._constants as codes
import re._parser as parser
import signal
import sys
import time
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import yandrel

LENGTHS = (1000, 2000, 4000)
LIMIT = 0.5
"""Seconds after which an expression counts as one that does not end."""
NOTICED = 0.004
"""Seconds below which the time of the longest input tells nothing."""
GROWTH = 7.0
"""How much longer four times the input may take: linear is 4, quadratic 16."""
BOUNDED = {
    "yandrel.languages.go.mentions:LITERAL": "120 bytes before a bracket",
    "yandrel.languages.php.mentions:SIGNATURE": "80 bytes before a bracket",
    "yandrel.languages.script.parts:USED": "12 bytes before a name",
    "yandrel.languages.wiring:DECLARED": "lines of at most 400 characters",
    "yandrel.moves.namespaces:MAKER": "40 bytes before a name",
    "yandrel.survey.adoption:VERSION": "the name of a folder",
}
"""Expressions that only ever see a text of a bounded length, and which."""
SIGNS = "a1 _-.\n\t\"'(){}[]<>,;:=\\/*#@$|&!?+Z`~^%\r\0é"
TAILS = ("", "\0", "!", "\n")
ANYWHERE = {"search", "finditer", "findall", "sub", "subn", "split"}
REPEATS = (codes.MAX_REPEAT, codes.MIN_REPEAT, codes.POSSESSIVE_REPEAT)
CATEGORIES = {
    codes.CATEGORY_DIGIT: r"\d", codes.CATEGORY_NOT_DIGIT: r"\D", codes.CATEGORY_SPACE: r"\s",
    codes.CATEGORY_NOT_SPACE: r"\S", codes.CATEGORY_WORD: r"\w", codes.CATEGORY_NOT_WORD: r"\W",
}  # fmt: skip


@dataclass(frozen=True)
class Named:
    """An expression, where it is, and whether it is tried at every place of a text."""

    name: str
    pattern: str | bytes
    flags: int
    anywhere: bool


@dataclass(frozen=True)
class Slow:
    """An expression that takes too long, and the input that shows it."""

    named: Named
    seconds: float
    head: str
    unit: str
    tail: str


def find_expressions() -> list[Named]:
    """Return all expressions that are compiled when the program's modules are imported."""
    sources = {
        path: path.read_text(encoding="utf-8") for path in Path(yandrel.__file__).parent.rglob("*.py")
        if "demo" not in path.parts
    }  # fmt: skip
    found: dict[tuple[str | bytes, int], Named] = {}
    for module in pkgutil.walk_packages(yandrel.__path__, "yandrel."):
        if ".demo." in module.name or module.name.endswith("__main__"):
            continue
        loaded = importlib.import_module(module.name)
        for name, value in vars(loaded).items():
            for expression in _inside(value):
                users = [
                    text for path, text in sources.items()
                    if str(path) == loaded.__file__
                    or re.search(rf"from {module.name} import[^#]*\b{name}\b", text)
                ]  # fmt: skip
                calls = set(re.findall(rf"\b{re.escape(name)}(?:\[[^\]]*\])?\.(\w+)\(", "\n".join(users)))
                named = Named(
                    f"{module.name}:{name}", expression.pattern, expression.flags,
                    bool(calls & ANYWHERE) or not calls & {"match", "fullmatch"},
                )  # fmt: skip
                found.setdefault((expression.pattern, expression.flags), named)
    return sorted(found.values(), key=lambda named: named.name)


def _inside(value: Any) -> Iterator[re.Pattern[Any]]:
    if isinstance(value, re.Pattern):
        yield value
    elif isinstance(value, (list, tuple)):
        for item in value:
            yield from _inside(item)
    elif isinstance(value, dict):
        for item in value.values():
            yield from _inside(item)


def sample(sequence: Any, least: int = 0) -> str:
    """Return a text that a part of an expression fits; repeats `least` times at least."""
    out = ""
    for code, value in sequence:
        if code is codes.LITERAL:
            out += chr(value)
        elif code is codes.NOT_LITERAL:
            out += "b" if value == ord("a") else "a"
        elif code is codes.ANY:
            out += "a"
        elif code is codes.IN:
            out += (members(value) or ["a"])[0]
        elif code is codes.BRANCH:
            out += sample(value[1][0], least)
        elif code is codes.SUBPATTERN:
            out += sample(value[3], least)
        elif code in REPEATS:
            out += sample(value[2], least) * max(value[0], min(least, value[1]))
        elif code is codes.ATOMIC_GROUP:
            out += sample(value, least)
    return out


def members(items: Any) -> list[str]:
    """Return the common characters that a set has."""
    negated = bool(items) and items[0][0] is codes.NEGATE
    return [sign for sign in SIGNS if any(_has(item, sign) for item in items) != negated]


def _has(item: Any, sign: str) -> bool:
    code, value = item
    if code is codes.LITERAL:
        return ord(sign) == value
    if code is codes.RANGE:
        return bool(value[0] <= ord(sign) <= value[1])
    return code is codes.CATEGORY and re.match(CATEGORIES[value], sign) is not None


def find_pumps(sequence: Any, head: str = "") -> Iterator[tuple[str, str]]:
    """Yield what comes before each unbounded repeat, and what is repeated."""
    for position, (code, value) in enumerate(sequence):
        before = head + sample(sequence[:position])
        if code in REPEATS:
            if value[1] is codes.MAXREPEAT or value[1] > 50:
                for unit in _units(value[2]):
                    yield before, unit
            yield from find_pumps(value[2], before)
        elif code is codes.BRANCH:
            for branch in value[1]:
                yield from find_pumps(branch, before)
        elif code is codes.SUBPATTERN:
            yield from find_pumps(value[3], before)
        elif code is codes.ATOMIC_GROUP:
            yield from find_pumps(value, before)
        elif code in (codes.ASSERT, codes.ASSERT_NOT):
            yield from find_pumps(value[1], before)


def _units(inner: Any) -> list[str]:
    found = [sample(inner), sample(inner, 1)]
    if len(inner) == 1 and inner[0][0] is codes.IN:
        known = members(inner[0][1])
        found += [*known[:2], *(sign for sign in known if sign in ' \na"{(<')]
    if len(inner) == 1 and inner[0][0] is codes.SUBPATTERN:
        inner = inner[0][1][3]
    if len(inner) == 1 and inner[0][0] is codes.BRANCH:
        found += [sample(branch, 1) for branch in inner[0][1][1]]
    return [unit for unit in dict.fromkeys(found) if unit]


class TooLongError(Exception):
    """The limit has passed."""


def measure(expression: re.Pattern[Any], named: Named, text: str) -> float:
    """Return the seconds that an expression takes for a text, at most the limit."""
    data = text.encode() if isinstance(named.pattern, bytes) else text
    signal.setitimer(signal.ITIMER_REAL, LIMIT)
    start = time.perf_counter()
    try:
        if named.anywhere:
            for _ in expression.finditer(data):
                pass
        else:
            expression.match(data)
    except TooLongError:
        return LIMIT
    finally:
        signal.setitimer(signal.ITIMER_REAL, 0)
    return time.perf_counter() - start


def find_slow(named: Named) -> Slow | None:
    """Return the slowest input of an expression that grows too fast; None where none does."""
    signal.signal(signal.SIGALRM, _stop)
    expression = re.compile(named.pattern, named.flags)
    worst: Slow | None = None
    tree = parser.parse(named.pattern, named.flags)  # type: ignore[arg-type]
    for head, unit in dict.fromkeys(find_pumps(tree)):
        for tail in TAILS:
            texts = [head + unit * (length // len(unit)) + tail for length in LENGTHS]
            longest = measure(expression, named, texts[-1])
            if longest < NOTICED or (worst is not None and longest <= worst.seconds):
                continue
            shortest = min(measure(expression, named, texts[0]) for _ in range(3))
            longest = min(longest, *(measure(expression, named, texts[-1]) for _ in range(2)))
            if longest < NOTICED:
                continue
            if longest >= LIMIT or longest > GROWTH * max(shortest, 1e-6):
                worst = Slow(named, longest, head, unit, tail)
                if longest >= LIMIT:
                    return worst
    return worst


def describe(slow: Slow) -> str:
    """Return what was slow, and the input that shows it."""
    where = "anywhere" if slow.named.anywhere else "match"
    text = f"{slow.head[-20:]!r} + {slow.unit!r} * n + {slow.tail!r}"
    return (
        f"{slow.seconds:6.3f} s  {slow.named.name}  {where}  {text}\n          {slow.named.pattern[:150]!r}"
    )


def _stop(*_: object) -> None:
    raise TooLongError


def main() -> None:
    """Measure all expressions, and exit with 1 where one grows too fast."""
    arguments = argparse.ArgumentParser(prog="python -m benchmarks.expressions", description=__doc__)
    arguments.add_argument("--only", default="", help="part of the names to measure")
    only = arguments.parse_args().only
    found_all = find_expressions()
    expressions = [named for named in found_all if only in named.name and named.name not in BOUNDED]
    slow: list[Slow] = []
    with multiprocessing.Pool() as pool:
        for found in pool.imap_unordered(find_slow, expressions, chunksize=2):
            if found is not None:
                slow.append(found)
                print(describe(found), flush=True)
    print(f"{len(expressions)} expressions, {len(slow)} that grow faster than their input")
    sys.exit(1 if slow else 0)


if __name__ == "__main__":
    main()
