"""Tell where an old name stands (a string, a comment, prose, a list that a tool makes), and rank it."""

import re
from dataclasses import dataclass
from functools import cached_property

from yandrel.languages.places import CODE, COMMENT, STRING, Places
from yandrel.languages.registry import MANIFESTS, is_manifest, language_of, load_language
from yandrel.model.changes import BREAKS, COMMENTED, MADE, PAST, READ, UNSURE
from yandrel.moves.stale.old_names import NAME
from yandrel.moves.stale.searching import BARE, COMPUTED, TAIL, Hit
from yandrel.moves.texts import is_dotted_key
from yandrel.texts.scalars import is_prose

TELLS_OF_PAST = re.compile(
    r"(?:^|/)(?:change(?:s|log)|history|news|release|whatsnew|upgrad\w*)[^/]*\Z|/(?:releases?|changelogs?|newsfragments)/",
    re.IGNORECASE,
)
MADE_BY_TOOLS = re.compile(
    r"\.egg-info/|\.(?:pot?|map|lock)\Z|(?:^|/)(?:package-lock\.json|[\w-]+\.lock|MANIFEST)\Z"
)
SAYS_MADE = re.compile(
    rb"^\s*(?:#|//|/?\*+|--|;|<!--).{0,80}"
    rb"(?:do not (?:edit|modify)|@generated\b|auto-?generated|code generated)",
    re.IGNORECASE | re.MULTILINE,
)
HEAD = 600
COMMENT_SIGNS = (b"#", b";", b"//", b"*", b"/*", b"--", b"<!--", b"REM ", b"@rem ")
MANY_PARTS = 3


@dataclass(frozen=True)
class Text:
    """One text of the application as it will be, by its new path; `generated` where yandrel.toml says so."""

    path: str
    data: bytes
    generated: bool = False

    @property
    def is_code(self) -> bool:
        """Whether a language reads the text."""
        return language_of(self.path) is not None

    @property
    def is_prose(self) -> bool:
        """Whether people read the text."""
        return is_prose(self.path) and not self.is_made

    @cached_property
    def is_made(self) -> bool:
        """Whether a tool makes the text."""
        if self.generated or MADE_BY_TOOLS.search(self.path):
            return True
        return SAYS_MADE.search(self.data[:HEAD]) is not None

    @cached_property
    def _places(self) -> Places | None:
        name = language_of(self.path)
        return load_language(name).read_places(self.data, self.path) if name is not None else None

    def place(self, at: int) -> str:
        """Return whether a byte is in code, a string or a comment: no other text than code has code."""
        if self._places is not None:
            return self._places.at(at)
        start = self.data.rfind(b"\n", 0, at) + 1
        return COMMENT if self.data[start:at].lstrip().startswith(COMMENT_SIGNS) else STRING


def rank_hit(hit: Hit, text: Text, resolved: bool) -> int | None:
    """Return how soon a hit matters; None where it is no reference that a text has.

    `resolved` says that the names in a text's code were resolved, so that what is left there means others.
    """
    if hit.form == BARE and (text.is_made or not (text.is_prose or text.place(hit.start) == COMMENT)):
        return None
    if text.is_made:
        return MADE if hit.form not in (TAIL, COMPUTED) or hit.text == hit.thing.old else None
    if text.is_prose:
        if _is_run(text.data, hit.start):
            return None if hit.form in (TAIL, COMPUTED) else BREAKS
        past = TELLS_OF_PAST.search(text.path) is not None
        return None if hit.form in (TAIL, COMPUTED) else PAST if past else READ
    if TELLS_OF_PAST.search(text.path) and not text.is_code:
        return PAST if hit.form not in (TAIL, COMPUTED) else None
    place = text.place(hit.start)
    if place == COMMENT:
        return COMMENTED if hit.form not in (TAIL, COMPUTED) else None
    if hit.form == COMPUTED:
        return None if place == CODE or is_manifest(text.path, MANIFESTS) else UNSURE
    if place == CODE and resolved:
        parts = len(hit.thing.outer) + 1
        return UNSURE if hit.thing.kind == NAME and hit.form != TAIL and parts > MANY_PARTS else None
    is_key = not text.is_code and is_dotted_key(text.path, text.data, hit.start, hit.end, hit.text)
    return UNSURE if hit.form == TAIL or is_key else BREAKS


def _is_run(data: bytes, at: int) -> bool:
    """Whether a line of prose is an example that tests run."""
    start = data.rfind(b"\n", 0, at) + 1
    return data[start:at].lstrip().startswith((b">>> ", b"... "))


__all__ = ["Text", "rank_hit"]
