"""Matching names against hints, fast enough for every name of a large application."""

import re
from collections.abc import Iterable
from fnmatch import fnmatchcase, translate

from yandrel.model.evidence import Hint


class HintTable:
    """Hints by kind; most are told by a name's end, and one call rules those out together."""

    def __init__(self, hints: Iterable[Hint]) -> None:
        self.exact: dict[str, dict[str, list[Hint]]] = {}
        self.ends: dict[str, list[tuple[str, Hint, int]]] = {}
        self.end_texts: dict[str, tuple[str, ...]] = {}
        self.globs: dict[str, list[Hint]] = {}
        self.starts: dict[str, list[tuple[str, Hint]]] = {}
        for hint in hints:
            pattern = hint.pattern
            end = pattern.removeprefix("?").removeprefix("*")
            if pattern.startswith(("*", "?*")) and not any(c in end for c in "*?["):
                shortest = len(end) + pattern.startswith("?")
                self.ends.setdefault(hint.kind, []).append((end, hint, shortest))
            elif pattern.endswith("*") and not any(c in pattern[:-1] for c in "*?["):
                self.starts.setdefault(hint.kind, []).append((pattern[:-1], hint))
            elif any(c in pattern for c in "*?["):
                self.globs.setdefault(hint.kind, []).append(hint)
            else:
                self.exact.setdefault(hint.kind, {}).setdefault(pattern, []).append(hint)
        self.end_texts = {k: tuple(end for end, _, _ in v) for k, v in self.ends.items()}
        self.start_texts = {k: tuple(s for s, _ in v) for k, v in self.starts.items()}
        self.any_glob = {
            kind: re.compile("|".join(translate(hint.pattern) for hint in hints))
            for kind, hints in self.globs.items()
        }
        self._known: dict[tuple[str, str], tuple[Hint, ...]] = {}

    def match(self, kind: str, text: str) -> tuple[Hint, ...]:
        """Return the hints of a kind that a text fits."""
        key = (kind, text)
        found = self._known.get(key)
        if found is None:
            found = self._known[key] = tuple(self._match(kind, text))
        return found

    def _match(self, kind: str, text: str) -> Iterable[Hint]:
        yield from self.exact.get(kind, {}).get(text, ())
        if text.endswith(self.end_texts.get(kind, ())):
            ends = self.ends[kind]
            yield from (hint for end, hint, least in ends if text.endswith(end) and len(text) >= least)
        if text.startswith(self.start_texts.get(kind, ())):
            yield from (hint for start, hint in self.starts[kind] if text.startswith(start))
        if kind in self.globs and self.any_glob[kind].match(text):
            yield from (hint for hint in self.globs[kind] if fnmatchcase(text, hint.pattern))
