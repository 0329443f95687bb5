"""Swift that the grammar does not know, in as many bytes of what it knows; names stay where they stand."""

import re

WORDS = re.compile(
    rb"\bnonisolated\(unsafe\)|\b(?:sending|consume|repeat each)\b(?=[ \t]+[\w@(\[])"
    rb"|@_[a-z]\w*\b|@unchecked\b"
)
"""Words of newer versions that change nothing about which names are used."""
NOTHING = re.compile(rb"(?:(?<=[(\[,=:] )|(?<=[(\[])|(?<=\breturn ))\(\)(?=\s*(?:[)\],\n]|as\b))")
"""The empty tuple as a value."""
MATCHED = re.compile(rb"(\bcase[ \t]+\.\w+)\(\)(?=[ \t]*:)")
PREFIXED = re.compile(rb"(?<=[\[ (:,])~(?=[A-Za-z_])")
LED_BY_STAR = re.compile(rb"(?<=\n)([ \t]+)[*/](?= \w)")
"""A line that goes on with a product, which is read as the start of a comment or of another statement."""


UNLABELLED = re.compile(rb"((?:@escaping|:)[ \t]*\()_:(?=[ \t]*[A-Z])")
"""A parameter without a name, in the type of a function."""


def spell_out(source: bytes) -> bytes:
    """Return source of the same length, without what the grammar does not know."""
    plain = WORDS.sub(lambda found: b" " * len(found[0]), source)
    plain = NOTHING.sub(b"0 ", plain)
    plain = MATCHED.sub(rb"\1  ", plain)
    plain = UNLABELLED.sub(rb"\1  ", plain)
    plain = PREFIXED.sub(b" ", plain)
    return LED_BY_STAR.sub(rb"\1+", plain)
