"""The shape of a definition: its text with every word made alike, and what its text says, layout aside."""

import hashlib
import re
from collections.abc import Iterable

from msgspec.structs import replace

from yandrel.model.facts import Definition

SHORTEST = 6
"""Lines of a definition from which it has a shape: shorter ones are alike by chance."""
_WORD = re.compile(rb"[\w\x80-\xff]+")
_TOKEN = re.compile(r"\w+|[^\w\s]")
_SPACE = b" \t\r\n\f"


def with_shapes(definitions: Iterable[Definition], source: bytes) -> tuple[Definition, ...]:
    """Return definitions with the shapes of those that are long enough to have one."""
    return tuple(
        replace(d, shape=shape_of(source[d.start : d.end])) if _has_shape(d) else d for d in definitions
    )


def _has_shape(definition: Definition) -> bool:
    long = definition.last_line - definition.line + 1 >= SHORTEST
    return long and definition.kind != "constant" and not definition.is_method


def shape_of(text: bytes) -> int:
    """Return a number that is the same for texts which differ by their words and white space alone."""
    plain = _WORD.sub(b"a", text).translate(None, _SPACE)
    return int.from_bytes(hashlib.blake2b(plain, digest_size=8).digest(), "big") >> 1


def tokens_of(source: bytes, definition: Definition) -> list[str]:
    """Return the words and signs of a definition in their order, its own name left blank."""
    text = "\n".join(texts_of(source, definition))
    return ["" if token == definition.name else token for token in words_and_signs(text)]


def texts_of(source: bytes, definition: Definition) -> list[str]:
    """Return the lines of a definition."""
    return source[definition.start : definition.end].decode("utf-8", "replace").splitlines()


def words_and_signs(text: str) -> list[str]:
    """Return a text without its white space: words, and signs one by one."""
    return _TOKEN.findall(text)


__all__ = ["SHORTEST", "shape_of", "texts_of", "tokens_of", "with_shapes", "words_and_signs"]
