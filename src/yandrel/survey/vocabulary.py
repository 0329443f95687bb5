"""Vocabulary: the roles that words in names speak for, in every language."""

import tomllib
from functools import lru_cache
from importlib.resources import files

from yandrel.model.words import singular, words_of

_TABLES = tomllib.loads(files("yandrel.survey").joinpath("vocabulary.toml").read_text("utf-8"))
ACTING = frozenset(
    {
        "add", "apply", "assert", "build", "check", "clear", "convert", "delete", "ensure", "extract",
        "fetch", "find", "format", "get", "handle", "has", "init", "insert", "is", "list", "load",
        "log", "map", "merge", "normalize", "on", "open", "parse", "pick", "print", "process", "query",
        "raise", "read", "register", "remove", "render", "reset", "resolve", "run", "save", "send",
        "serialize", "set", "setup", "should", "show", "start", "stop", "store", "test", "throw", "to",
        "transform", "update", "use", "validate", "verify", "watch", "with", "wrap", "write",
    }
)  # fmt: skip
"""First words that are followed by what is acted on, not by what is made (create, make, new)."""


def _weighted(items: list[str]) -> dict[str, float]:
    """Read words with their weights."""
    found: dict[str, float] = {}
    for item in items:
        word, colon, weight = item.rpartition(":")
        found[word if colon else item] = float(weight) if colon else 1.0
    return found


def _turned(table: dict[str, list[str]]) -> dict[str, dict[str, float]]:
    """Return the roles by word of a table that has the words by role."""
    found: dict[str, dict[str, float]] = {}
    for role, items in table.items():
        for word, weight in _weighted(items).items():
            found.setdefault(word, {})[role] = weight
    return found


BY_WORD = _turned(_TABLES["words"])
BY_PACKAGE = _turned(_TABLES["packages"])
CUSTOMS: dict[str, dict[str, dict[str, float]]] = {
    language: {word: _weighted(roles) for word, roles in words.items()}
    for language, words in _TABLES["customs"].items()
}
OF_BROWSERS = frozenset(_TABLES["runs"]["browser"])
OF_SERVERS = frozenset(_TABLES["runs"]["server"])
FORMS = frozenset(["interface", "impl", "abstract", "base", "trait", "mixin", "protocol"])
"""Last words that say in which form something is written, not what it does."""
NONE = "none"
ROLES = (*_TABLES["words"], NONE)
_NOTHING: dict[str, float] = {}


def roles_of_word(word: str, language: str) -> dict[str, float]:
    """Return the roles that a word, or two joined ones, speaks for; with weights up to 1."""
    customs = CUSTOMS.get(language)
    custom = customs.get(word) if customs is not None else None
    return custom if custom is not None else BY_WORD.get(word, _NOTHING)


@lru_cache(maxsize=65536)
def roles_of_end(name: str, language: str) -> dict[str, float]:
    """Return the roles that the last word or the last two words of a name speak for."""
    words = words_of(name)
    while len(words) > 1 and words[-1] in FORMS:
        words = words[:-1]
    if not words:
        return _NOTHING
    if len(words) > 1:
        pair = roles_of_word(f"{words[-2]}_{singular(words[-1])}", language)
        if pair:
            return pair
    return roles_of_word(words[-1], language) or roles_of_word(singular(words[-1]), language)


@lru_cache(maxsize=65536)
def roles_of_start(name: str, language: str) -> dict[str, float]:
    """Return the roles that the other words of a name speak for, with half their weight."""
    found: dict[str, float] = {}
    for word in words_of(name)[:-1]:
        for role, weight in (
            roles_of_word(word, language) or roles_of_word(singular(word), language)
        ).items():
            found[role] = max(found.get(role, 0.0), weight / 2)
    return found


@lru_cache(maxsize=65536)
def roles_of_package(module: str) -> dict[str, float]:
    """Return the roles that importing a module speaks for, by the longest name of it that is known."""
    text = module.removeprefix("node:").removeprefix("github.com/").removeprefix("/").replace("\\", ".")
    while text:
        found = BY_PACKAGE.get(text)
        if found is not None:
            return found
        cut = max(text.rfind("/"), text.rfind("."))
        text = text[:cut] if cut > 0 else ""
    return _NOTHING
