"""Search a text for old paths and names, in every form in which they are written.

A search begins at the last part of the folder or namespace that a thing was in, which is a plain search
for bytes; what is written before and after it decides whether the thing is meant. Written forms are: from
the root, from the file's own folder, from a package's own name, behind a variable or an absolute folder,
with slashes, dots or backslashes (one to four, as quoting doubles them), with and without the ending.
"""

import posixpath
import re
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass

from yandrel.moves.stale.old_names import FILE, FOLDER, NAME, OldName

WHOLE = "whole"
TAIL = "tail"
COMPUTED = "computed"
BARE = "bare"
"""A path without its ending, or without the folder that it begins in: people write so, code does not."""

WORD_BYTES = frozenset(b"abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789_-")
LEAD_BYTES = bytes(sorted(WORD_BYTES)) + b".@$~{}%/\\"
SEPARATOR_BYTES = frozenset(b"./\\:$")
PATH_SEPARATORS = frozenset(b"/\\")
QUOTES = b"\"'`"
FOLLOWED = (
    rb"(?P<separator>\\{1,4}|::|[./:$])"
    rb"(?:(?=\w)|(?P<hole>%[sd({]|\$?\{|\$\w|#\{|\*|(?:[\"'`]|\Z)\s*(?:\+|\.(?!\.)|\|\|)))"
)
"""A separator, and then a name, or a hole that is filled when the text is used."""
LONGEST_LEAD = 200
FEW = 50
FEW_PARTS = 2
MEMBERS = re.compile(rb"(?:(?:\.|\\{1,4}|/(?=[A-Z]))[A-Za-z_]\w*)*")
"""What is named in a namespace or a module that is named before it."""
BESIDE = re.compile(rb"(?<![\w./\\-])((?:\.{1,2}/)*)([\w-]+(?:\.[\w-]+)*)")
CLASS_BELOW = re.compile(rb"(?:/[a-z]\w*)*+/[A-Z][\w$]*(?:\.(?:class|java|kt|html)\b)?(?![\w.])")
"""A class in a namespace that is written with slashes."""
VARIABLE = re.compile(r"(?:[$%~]?\{?\w*[%}]?)?/")
"""What stands for a folder before a path: nothing, or one variable."""
LOGGING = re.compile(rb"(?:(?:category|level|log|log4j2?|loggers?|logging|quarkus)\.)+\Z")


@dataclass(frozen=True)
class Hit:
    """An old path or name as it is written at one place. `form` is WHOLE, TAIL, COMPUTED or BARE.

    `rest` is what is named in a thing that is named itself, which follows it.
    """

    path: str
    start: int
    end: int
    text: str
    thing: OldName
    form: str
    rest: str = ""


@dataclass(frozen=True)
class _Site:
    """A place in a text where a thing may be named, and the outer parts of its name that stand before it.

    `matched` is how many of those are written, `lead` what is before them, `slashes` whether only slashes and
    backslashes part them.
    """

    path: str
    data: bytes
    start: int
    matched: int
    lead: str
    slashes: bool


class Searcher:
    """Searches texts for some old names.

    `packages` are the names of packages by the folder that each is in; `alone` are the names of files that
    no other file of the application has; `folds` says that names are the same in another case.
    """

    def __init__(
        self,
        things: Iterable[OldName],
        packages: Mapping[str, str],
        alone: frozenset[str] = frozenset(),
        folds: bool = False,
    ) -> None:
        self.packages = packages
        self.alone = alone
        self.folds = folds
        self.by_anchor: dict[bytes, dict[bytes, list[OldName]]] = {}
        self.by_folder: dict[str, dict[str, OldName]] = {}
        self.by_name: dict[str, OldName] = {}
        self.top_folders: list[OldName] = []
        self.literal: list[OldName] = []
        for thing in things:
            self._add(thing)
        self.patterns = {
            anchor: re.compile(rb"%b(?<!\w%b)" % (re.escape(anchor), re.escape(anchor)) + FOLLOWED)
            for anchor in self.by_anchor
        }

    def _add(self, thing: OldName) -> None:
        if thing.outer and thing.inner:
            anchor, first = thing.outer[-1], thing.inner[0]
            if self.folds:
                anchor, first = anchor.lower(), first.lower()
            self.by_anchor.setdefault(anchor, {}).setdefault(first, []).append(thing)
        if not thing.inner and "/" in thing.old.rstrip("/"):
            self.literal.append(thing)
        if thing.kind == FILE:
            name = thing.old.rpartition("/")[2]
            self.by_folder.setdefault(thing.parent, {})[name] = thing
            if name in self.alone and thing.suffix:
                self.by_name[name] = thing
        elif thing.kind == FOLDER and thing.inner and not thing.outer:
            self.top_folders.append(thing)

    def find(self, path: str, data: bytes, is_code: bool, is_prose: bool) -> list[Hit]:
        """Return the old names in a text, in the order of the text; where two overlap, the longer one."""
        searched = data.lower() if self.folds else data
        hits = [
            hit
            for anchor, pattern in self.patterns.items()
            if anchor in searched
            for found in pattern.finditer(searched)
            for hit in self._at(path, data, found, anchor, is_code, is_prose)
        ]
        if not self.folds:
            hits += self._literal(path, data)
            hits += self._beside(path, data)
            hits += self._by_name_alone(path, data, is_code, is_prose)
            hits += [] if is_code or is_prose else self._top_folders(path, data)
        return _without_overlaps(hits)

    def _at(
        self, path: str, data: bytes, found: re.Match[bytes], anchor: bytes, is_code: bool, is_prose: bool
    ) -> Iterator[Hit]:
        firsts = self.by_anchor[anchor]
        if found["hole"] is not None:
            for thing in _one_each_folder(firsts):
                hit = self._computed(path, data, found, thing)
                if hit is not None:
                    yield hit
            return
        end = found.end()
        while end < len(data) and data[end] in WORD_BYTES:
            end += 1
        first = data[found.end() : end]
        for thing in firsts.get(first.lower() if self.folds else first, ()):
            if thing.kind != NAME and not all(sign in PATH_SEPARATORS for sign in found["separator"]):
                continue
            hit = self._one(path, data, found.start(), end, thing, is_code, is_prose)
            if hit is not None:
                yield hit

    # -- what is before -------------------------------------------------------------------------

    def _site(self, path: str, data: bytes, at: int, thing: OldName) -> _Site:
        """Return how many of the outer parts are written before a place, and what is before those."""
        matched = 1
        slashes = True
        for part in reversed(thing.outer[:-1]):
            end = at
            while end and data[end - 1] in SEPARATOR_BYTES and at - end < 4:
                end -= 1
            start = end - len(part)
            if end == at or start < 0 or not self._same(data[start:end], part):
                break
            if start and data[start - 1] in WORD_BYTES and not _starts_section(data, start):
                break
            slashes = slashes and all(sign in PATH_SEPARATORS for sign in data[end:at])
            matched += 1
            at = start
        before = data[max(0, at - LONGEST_LEAD) : at]
        lead = before[len(before.rstrip(LEAD_BYTES)) :]
        return _Site(path, data, at, matched, lead.decode("ascii", "replace"), slashes)

    def _same(self, written: bytes, part: bytes) -> bool:
        return written == part or (self.folds and written.lower() == part.lower())

    # -- what is after ----------------------------------------------------------------------------

    def _one(
        self, path: str, data: bytes, at: int, end: int, thing: OldName, is_code: bool, is_prose: bool
    ) -> Hit | None:
        """Return the hit of a thing whose folder and first part stand at a place, where it is meant."""
        for part in thing.inner[1:]:
            if data[end : end + 1] != b"." or not data.startswith(part, end + 1):
                return None
            end += 1 + len(part)
            if end < len(data) and data[end] in WORD_BYTES:
                return None
        site = self._site(path, data, at, thing)
        if thing.kind == NAME:
            form = self._form_of_name(site, end, thing)
        else:
            suffixed = b"." + thing.suffix
            has_suffix = bool(thing.suffix) and data.startswith(suffixed, end)
            end += len(suffixed) if has_suffix else 0
            if not _ends_here(data, end, thing, has_suffix):
                return None
            form = self._form_of_path(site, end, thing, has_suffix, is_code, is_prose)
        start = site.start - len(site.lead) if thing.kind != NAME else site.start
        more = MEMBERS.match(data, end) if thing.kind == NAME else None
        rest = more[0].decode("utf-8", "replace") if more is not None else ""
        text = data[start:end].decode("utf-8", "replace") + rest
        return Hit(path, start, end, text, thing, form, rest) if form else None

    def _form_of_name(self, site: _Site, end: int, thing: OldName) -> str:
        if site.matched == len(thing.outer):
            lead = site.lead.lstrip("@~$%{}\\/")
            section = lead.endswith("-") and _starts_section(site.data, site.start)
            below = site.data[end : end + 1] == b"/" and b"/" in site.data[site.start : end]
            if below and not CLASS_BELOW.match(site.data, end):
                return ""  # a file in the folder that is called like the namespace
            plain = not lead or section or LOGGING.match(lead.encode()) is not None
            variable = site.lead.endswith("$") and not site.lead.endswith("$$")
            return WHOLE if plain and not variable else ""
        begins = not site.lead.lstrip("\\")
        return TAIL if begins and _is_quoted(site.data, site.start - len(site.lead), end) else ""

    def _form_of_path(
        self, site: _Site, end: int, thing: OldName, has_suffix: bool, is_code: bool, is_prose: bool
    ) -> str:
        if not site.slashes:
            return ""
        named = has_suffix or thing.kind == FOLDER
        base = "/".join(thing.old.split("/")[: len(thing.outer) - site.matched])
        written = posixpath.relpath(thing.old, base or ".") if base else thing.old.rstrip("/")
        folder = site.path.rpartition("/")[0]
        lead = site.lead.replace("\\", "/")
        quoted = _is_quoted(site.data, site.start - len(site.lead), end)
        if lead.startswith("."):
            place = posixpath.normpath(posixpath.join(folder, re.sub("/+", "/", lead), written))
            meant = place == thing.old.rstrip("/")
            return WHOLE if meant and (named or not is_code) else ""
        package = self.packages.get(base)
        if package and lead == package + "/":
            return WHOLE
        whole = not base
        if not lead and (whole or base == folder):
            if named or not (is_code or is_prose):
                return WHOLE
            return (TAIL if is_code and quoted else BARE) if whole else ""
        if lead[:1] in ("/", "$", "%", "~", "{") and not lead.endswith(("-", ".")):
            quoted = quoted and VARIABLE.fullmatch(lead) is not None
            known = whole and (named or not (is_code or is_prose))
            return WHOLE if known else TAIL if named and quoted and has_suffix else ""
        if lead or not (has_suffix or site.matched > FEW_PARTS):
            return ""
        return TAIL if quoted and has_suffix else BARE if site.matched >= FEW_PARTS or "/" not in base else ""

    def _computed(self, path: str, data: bytes, found: re.Match[bytes], thing: OldName) -> Hit | None:
        """Return the hit of a text that is put together from a thing's folder or namespace."""
        site = self._site(path, data, found.start(), thing)
        start = site.start - len(site.lead)
        whole = site.matched == len(thing.outer)
        lead = site.lead.replace("\\", "/")
        if thing.kind == NAME:
            meant = whole and not lead.strip("/") and b"/" not in found[0]
        else:
            base = "/".join(thing.old.split("/")[: len(thing.outer) - site.matched])
            here = posixpath.join(
                path.rpartition("/")[0],
                re.sub("/+", "/", lead),
                "/".join(thing.old.split("/")[len(thing.outer) - site.matched : len(thing.outer)]),
            )
            relative = lead.startswith(".") and posixpath.normpath(here) == thing.parent
            rooted = not base and (not lead or lead[0] in "/$%~{")
            slashed = site.slashes and all(sign in PATH_SEPARATORS for sign in found["separator"])
            meant = (relative or rooted) and slashed
        if not meant or (found["hole"] == b"*" and _fits(thing)):
            return None
        line_end = data.find(b"\n", found.start())
        end = min(found.end() + 20, line_end if line_end > 0 else len(data))
        return Hit(
            path, start, found.end(), data[start:end].decode("utf-8", "replace").strip(), thing, COMPUTED
        )

    def _literal(self, path: str, data: bytes) -> Iterator[Hit]:
        """Yield paths with signs of their own, which are searched for as they are."""
        for thing in self.literal:
            old = thing.old.rstrip("/").encode()
            for found in (
                () if old not in data else re.finditer(rb"(?<![\w.-])%b(?![\w-])" % re.escape(old), data)
            ):
                yield Hit(path, found.start(), found.end(), old.decode(), thing, WHOLE)

    # -- what is named without a folder ---------------------------------------------------------------

    def _beside(self, path: str, data: bytes) -> Iterator[Hit]:
        """Yield the names of files in the same folder, or of a folder above that dots lead to."""
        folder = path.rpartition("/")[0]
        folders = [folder, *_folders_above(folder)]
        named = {name for one in folders for name in self.by_folder.get(one, ())}
        if not named or (len(named) <= FEW and not any(name.encode() in data for name in named)):
            return
        for found in BESIDE.finditer(data):
            name = found[2].decode("ascii", "replace").rstrip(".")
            if name not in named or data[found.end() : found.end() + 1] in (b"/", b"\\"):
                continue
            lead = found[1].decode()
            place = posixpath.normpath(posixpath.join(folder, lead)).removeprefix(".")
            thing = self.by_folder.get(place, {}).get(name)
            if thing is not None and thing.suffix:
                yield Hit(path, found.start(), found.start(2) + len(name), lead + name, thing, WHOLE)

    def _by_name_alone(self, path: str, data: bytes, is_code: bool, is_prose: bool) -> Iterator[Hit]:
        """Yield the names of files that are called like no other, wherever they are written alone."""
        for name in [name for name in self.by_name if name.encode() in data]:
            thing = self.by_name[name]
            if posixpath.join(path.rpartition("/")[0], name) == thing.new:
                continue
            changes = name == thing.old or thing.new.rpartition("/")[2] != name
            for found in re.finditer(rb"(?<![\w./\\@-])%b(?![\w/\\-]|\.\w)" % re.escape(name.encode()), data):
                named = not is_prose and (not is_code or _is_quoted(data, found.start(), found.end()))
                if named or changes:
                    form = TAIL if named else BARE
                    yield Hit(path, found.start(), found.end(), name, thing, form)

    def _top_folders(self, path: str, data: bytes) -> Iterator[Hit]:
        """Yield the folders at the root that configuration and scripts at the root name with a slash."""
        for thing in self.top_folders if "/" not in path else ():
            name = thing.inner[0]
            for found in re.finditer(rb"(?<![\w./\\-])(?:\./)?%b/(?![\w.])" % re.escape(name), data):
                yield Hit(path, found.start(), found.end(), found[0].decode(), thing, WHOLE)


def _one_each_folder(firsts: Mapping[bytes, list[OldName]]) -> list[OldName]:
    """Return one thing for each folder or namespace of some, for what is said of all in it."""
    one: dict[tuple[bytes, ...], OldName] = {}
    for thing in (thing for things in firsts.values() for thing in things):
        if thing.kind != FOLDER:
            one.setdefault((thing.kind.encode(), *thing.outer), thing)
    return list(one.values())


def _fits(thing: OldName) -> bool:
    """Whether a pattern for all in a thing's folder fits its new place as well."""
    return thing.new.rpartition("/")[0] == thing.parent


def _ends_here(data: bytes, end: int, thing: OldName, has_suffix: bool) -> bool:
    """Whether a path goes no further, but for what is in a folder: no other ending, no name that goes on."""
    following = data[end : end + 2]
    if following[:1] and following[0] in WORD_BYTES:
        return False
    goes_on = following[1:2] and following[1] in WORD_BYTES
    if following[:1] == b"." and goes_on:
        return False
    return not (following[:1] in (b"/", b"\\") and thing.kind == FILE and not has_suffix)


def _is_quoted(data: bytes, start: int, end: int) -> bool:
    """Whether a string begins where a text does, and ends with it."""
    before, after = data[start - 1 : start], data[end : end + 1]
    return bool(before) and before in QUOTES and (after == before or after in (b":", b"#", b"@"))


def _starts_section(data: bytes, at: int) -> bool:
    """Whether a name follows a hyphen in the header of a section: `[mypy-shop.plugins]`."""
    start = data.rfind(b"\n", 0, at) + 1
    return data[at - 1 : at] == b"-" and data[start:at].lstrip().startswith(b"[")


def _folders_above(folder: str) -> Iterator[str]:
    while folder:
        folder = folder.rpartition("/")[0]
        yield folder


def _without_overlaps(hits: list[Hit]) -> list[Hit]:
    kept: list[Hit] = []
    for hit in sorted(
        hits, key=lambda hit: (hit.start, -(hit.end - hit.start), hit.form != WHOLE, hit.thing.old)
    ):
        if not kept or hit.start >= kept[-1].end:
            kept.append(hit)
    return kept


__all__ = ["BARE", "COMPUTED", "TAIL", "WHOLE", "Hit", "Searcher"]
