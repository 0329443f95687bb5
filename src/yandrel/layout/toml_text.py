"""Texts as TOML writes them, for files that carry comments of their own."""

import re

BARE = re.compile(r"[A-Za-z0-9_-]+")


def quoted(text: str) -> str:
    """Return a text as a TOML string on one line."""
    import tomlkit

    return tomlkit.item(text).as_string()


def as_key(text: str) -> str:
    """Return a text as a TOML key."""
    return text if BARE.fullmatch(text) else quoted(text)


def in_comment(text: str) -> str:
    """Return a text that stays inside a comment: line ends and other control characters are escaped."""
    return "".join(
        sign if sign.isprintable() else sign.encode("unicode_escape").decode("ascii") for sign in text
    )
