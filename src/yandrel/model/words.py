"""Names in words: how identifiers are cut, joined and counted (singular, plural)."""

import re
from collections.abc import Callable
from functools import lru_cache

_CUT = re.compile(
    r"(?:GraphQL|MySQL|PostgreSQL|NoSQL|SQLite|MongoDB|OAuth|JavaScript|TypeScript|gRPC|iOS|macOS)(?![a-z])\d*"
    r"|(?:(?<![A-Za-z])[a-z]|[A-Z])\d\d[a-z](?![a-z])"
    r"|[A-Z]+(?=[A-Z][a-z])|[A-Z]?[a-z]+\d*|[A-Z]+\d*|\d+|[^\W\d_a-zA-Z]+"
)
"""Words of an identifier, each with the digits after it; those with capitals inside, and those shortened as
`i18n` is, are one each."""
UNCOUNTED = frozenset(
    [
        "status",
        "news",
        "series",
        "address",
        "process",
        "access",
        "analysis",
        "basis",
        "bus",
        "class",
        "pass",
        "main",
        "auth",
        "common",
    ]
)


@lru_cache(maxsize=65536)
def words_of(name: str) -> tuple[str, ...]:
    """Return the words of an identifier, in lower case."""
    return tuple(word.lower() for word in _CUT.findall(name))


def snake(name: str) -> str:
    return "_".join(words_of(name))


def pascal(name: str) -> str:
    return "".join(word.capitalize() for word in words_of(name))


def camel(name: str) -> str:
    text = pascal(name)
    return text[:1].lower() + text[1:]


def kebab(name: str) -> str:
    return "-".join(words_of(name))


def with_article(text: str) -> str:
    """Return a word with "a" or "an" before it."""
    return ("an " if text[:1] in "aeiou" and not text.startswith(("uni", "use")) else "a ") + text


def flat(name: str) -> str:
    return "".join(words_of(name))


@lru_cache(maxsize=65536)
def singular(name: str) -> str:
    """Return a name with its last word in the singular, in snake case."""
    words = list(words_of(name))
    if words and words[-1] not in UNCOUNTED:
        import inflection

        words[-1] = inflection.singularize(words[-1])
    return "_".join(words)


@lru_cache(maxsize=65536)
def plural(name: str) -> str:
    """Return a name with its last word in the plural, in snake case."""
    words = list(words_of(name))
    if words and words[-1] not in ("news", "series", "main", "auth", "common"):
        import inflection

        words[-1] = inflection.pluralize(inflection.singularize(words[-1]))
    return "_".join(words)


FORMS: dict[str, Callable[[str], str]] = {
    "snake": snake,
    "pascal": pascal,
    "camel": camel,
    "kebab": kebab,
    "flat": flat,
    "singular": singular,
    "plural": plural,
}
