"""A concept's words changed into another's, in all their forms, inside of texts and paths."""

import re
from collections.abc import Iterable

from yandrel.model.scaffold import Concept
from yandrel.model.words import camel, flat, kebab, pascal, words_of


def _spaced(name: str) -> str:
    return " ".join(words_of(name))


def _title(name: str) -> str:
    return _spaced(name).capitalize()


def _upper(name: str) -> str:
    return "_".join(words_of(name)).upper()


def _plain(name: str) -> str:
    return "_".join(words_of(name))


class WordChanger:
    """Changes every form of one concept's words into the same form of another's.

    `kept` are identifiers that stay as they are, because what they name is not copied.
    """

    def __init__(self, old: Concept, new: Concept, kept: Iterable[str] = ()) -> None:
        self.kept = frozenset(kept)
        self.table: dict[str, str] = {}
        for before, after in ((old.many, new.many), (old.one, new.one)):
            for form in (_plain, pascal, _upper, kebab, _spaced, _title, camel, flat):
                self.table.setdefault(form(before), form(after))
        words = sorted(self.table, key=len, reverse=True)
        inner = "|".join(self._bounded(word) for word in words)
        self.pattern = re.compile(f"(?:{inner})")
        self.identifier = re.compile(r"[^\W\d]\w*")

    @staticmethod
    def _bounded(word: str) -> str:
        """Return a word's pattern: whole words of an identifier only, by the case of its letters."""
        text = re.escape(word)
        if word.isupper():
            return rf"(?<![A-Za-z]){text}(?![A-Za-z])"
        if word[:1].isupper():
            return rf"(?:(?<![A-Z])|(?<=\bI)){text}(?![a-z])"
        return rf"(?<![A-Za-z]){text}(?![a-z])"

    def change(self, text: str) -> str:
        """Return a text with all its words changed, but for the identifiers that are kept."""
        if not self.kept:
            return self._change(text)
        out, at = [], 0
        for found in self.identifier.finditer(text):
            if found.group() in self.kept:
                out += [self._change(text[at : found.start()]), found.group()]
                at = found.end()
        return "".join([*out, self._change(text[at:])])

    def _change(self, text: str) -> str:
        changed = self.pattern.sub(lambda found: self.table[found.group()], text)
        return _mend_articles(changed, text) if changed != text else text

    def touches(self, text: str) -> bool:
        return bool(self.pattern.search(text))


def _mend_articles(changed: str, before: str) -> str:
    """Put "a" and "an" right where the word after it has changed."""
    if not re.search(r"\b[Aa]n? ", before):
        return changed

    def right(found: re.Match[str]) -> str:
        article = "an" if found.group(2)[:1].lower() in "aeio" else "a"
        return (article.capitalize() if found.group(1)[0] == "A" else article) + " " + found.group(2)

    known = set(re.findall(r"\b[Aa]n? (\w+)", before))
    return re.sub(r"\b([Aa]n?) (\w+)", lambda f: f.group() if f.group(2) in known else right(f), changed)
