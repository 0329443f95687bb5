"""Patterns of files' names: what in a name says the role, and what it leaves open."""

from yandrel.model.words import camel, kebab, pascal, singular, snake, words_of
from yandrel.survey.concepts import ROLE_WORDS


def stem_pattern(stem: str, role: str, folder: str, open_name: bool) -> tuple[str, bool]:
    """Return the pattern of a file's name, and whether the name itself says the role, or its folder's."""
    own, dot, ending = stem.partition(".")
    if dot:
        told = all(word in ROLE_WORDS or singular(word) == role for word in ending.split("."))
        styled = style_of(own)
        return (f"{placeholder_of('name', styled)}.{ending}", True) if told and styled else (stem, False)
    words = list(words_of(stem))
    style = style_of(stem)
    if stem.startswith("__") or not words or not style:
        return stem, False
    tail = words[-1]
    if len(words) > 1 and (tail in ROLE_WORDS or singular(tail) in (role, singular(folder))):
        joined = {"snake": "_" + tail, "kebab": "-" + tail}.get(style, tail.capitalize())
        return placeholder_of("name", style) + joined, True
    if all(word in ROLE_WORDS or singular(word) == role for word in words):
        return stem, True
    if not folder and len(words) == 1:
        return stem, False
    return (placeholder_of("name", style), False) if open_name else (stem, False)


def headed_pattern(stem: str, role: str) -> tuple[str, bool]:
    """Return the pattern of a name by the word that it begins with, and whether that says the role."""
    words, style = words_of(stem), style_of(stem)
    if len(words) < 2 or style not in ("snake", "kebab"):
        return "", False
    head = words[0]
    joint = "_" if style == "snake" else "-"
    return head + joint + placeholder_of("name", style), head in ROLE_WORDS or singular(head) == role


def style_of(stem: str) -> str:
    """Return the case form that a name is written in, or nothing where it is in none."""
    if not stem.isascii() or not words_of(stem):
        return ""
    for style, form in (("snake", snake), ("kebab", kebab), ("pascal", pascal), ("camel", camel)):
        if form(stem) == stem:
            return style
    if stem[0].isupper() and stem.isalnum():
        return "pascal"
    return "camel" if stem[0].islower() and stem.isalnum() else ""


def placeholder_of(name: str, style: str) -> str:
    """Return the placeholder that stands for a name in a case form."""
    if style == "pascal":
        return "{" + name.capitalize() + "}"
    return "{" + name + "}" if style == "snake" else "{" + name + ":" + style + "}"
