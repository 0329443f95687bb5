"""Folders that a module reads when it runs: by paths that are put together, or by listing what is there."""

import posixpath
import re
from collections.abc import Iterator, Mapping

from yandrel.model.changes import Note, Relocation

GIVEN = (
    rb"(?<!\w%b)\s*\(\s*(?:`(?P<woven>\.{1,2}/[^`$\\\n]*)\$\{"
    rb"|(?P<quote>['\"])(?P<joined>\.{1,2}/[^'\"\\\n]*)(?P=quote)\s*\+)"
)
PUT_TOGETHER = [re.compile(word + GIVEN % word) for word in (b"require", b"import")]
"""Calls that are given a path which is put together: one pattern a word, which is found soonest so."""
LISTING = (
    b"readdir", b"opendir", b"glob(", b"glob.", b"globSync", b"requireDir", b"require-dir", b"requireAll",
    b"require-all", b"includeAll", b"include-all", b"require-directory", b"importDir",
)  # fmt: skip
"""What a module holds that lists folders."""
OWN = re.compile(
    rb"\b(?:__dirname|import\.meta\.dirname)\s*+"
    rb"(?:,(?P<parts>(?:\s*+['\"][^'\"\n]*+['\"]\s*+,?)++)\s*+\)|\+\s*(?P<quote>['\"])(?P<text>[^'\"\n]*)(?P=quote))"
    rb"|\$\{(?:__dirname|import\.meta\.dirname)\}(?P<woven>[^`$\n]*)`"
)
"""A path that goes on from a module's own folder."""
PART = re.compile(rb"['\"]([^'\"\n]*)['\"]")


def tell_read_folders(relocation: Relocation, sources: Mapping[str, bytes]) -> Iterator[Note]:
    """Yield a note for each folder that a module reads when it runs, where something leaves it."""
    leaving = {old: new for old, new in relocation.units.items() if old != new}
    for unit, source in sources.items() if leaving else ():
        for folder, at, text, listed in find_read_folders(source, unit):
            told = listed or unit not in leaving
            why = _tell(folder, relocation.unit(folder), leaving, listed) if told else ""
            if why:
                yield Note(relocation.unit(unit), source.count(b"\n", 0, at) + 1, text, why)


def _tell(folder: str, new: str, leaving: Mapping[str, str], listed: bool) -> str:
    """Return what to say of a folder that is read, "" where nothing of it goes or its name goes along."""
    inside = [old for old in leaving if old.startswith(folder)]
    if listed:
        gone = [old for old in inside if new == folder and not leaving[old].startswith(folder)]
        return f"is a folder that is read when it runs, and that {gone[0]} leaves" if gone else ""
    if not inside:
        return ""
    leads = f"would have to lead to {new} now" if new != folder else f"may lead to {inside[0]}"
    return f"is a path that is put together when it runs; it {leads}"


def reads_folders(source: bytes) -> bool:
    """Whether a module may read folders when it runs."""
    return _lists(source) or any(pattern.search(source) is not None for pattern in PUT_TOGETHER)


def _lists(source: bytes) -> bool:
    return any(word in source for word in LISTING)


def find_read_folders(source: bytes, unit: str) -> Iterator[tuple[str, int, str, bool]]:
    """Yield the folders, with slashes, that a module reads when it runs: each with its place and its text,
    and whether what it holds is listed."""
    own = posixpath.dirname(unit)
    for found in (found for pattern in PUT_TOGETHER for found in pattern.finditer(source)):
        text = (found["woven"] or found["joined"] or b"").decode("utf-8", "replace")
        yield from _folder(own, text[: text.rfind("/") + 1], found.start(), text, False)
    for found in OWN.finditer(source) if _lists(source) else ():
        parts = PART.findall(found["parts"]) if found["parts"] else [found["text"] or found["woven"] or b""]
        text = "/".join(part.decode("utf-8", "replace").strip("/") for part in parts)
        yield from _folder(own, text, found.start(), text, True)


def _folder(own: str, path: str, at: int, text: str, listed: bool) -> Iterator[tuple[str, int, str, bool]]:
    folder = posixpath.normpath(posixpath.join(own, path))
    if folder != "." and not folder.startswith(".."):
        yield folder + "/", at, text, listed
