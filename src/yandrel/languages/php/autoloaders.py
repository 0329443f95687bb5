"""Functions of an application's own that look for a class in a file that is called after it."""

import posixpath
import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from itertools import product

from yandrel.languages.named.content import Content
from yandrel.languages.php.paths import OPEN

REGISTERED = "spl_autoload_register"
FOLDER = re.compile(rb"(?:\$\w++|\}|(?<![\w./$-]))(?P<text>[\w./-]*+(?<=/))(?=['\"]|\{?\$)")
"""What stands, in a text, right before its end or before a name that is put in."""
OWN_FOLDER = re.compile(rb"(?:\b__DIR__|\b__FILE__[ \t]*\))[ \t]*\.[ \t]*['\"]\Z")
"""What stands before a text that goes on from the folder of the file itself."""
OUTER = re.compile(r"^(?:/?\.\.?(?=/))*/*")


@dataclass(frozen=True)
class Loader:
    """A place in a file that registers a function which loads classes: the folder that it names.

    `is_followed` says that the name of the folder changes with it.
    """

    unit: str
    line: int
    folder: str
    is_followed: bool


@dataclass(frozen=True)
class Way:
    """The mapping from a class to its file: below `base`, without its first `dropped` namespaces.

    `flat` says that underscores separate folders, too, `lower` that the path is in lower case."""

    loader: Loader
    base: str
    dropped: int
    flat: bool
    lower: bool

    def path_of(self, name: str, base: str) -> str:
        """Return the file in which a class, with dots in its name, is looked for below a folder."""
        path = "/".join(name.split(".")[self.dropped :])
        path = path.replace("_", "/") if self.flat else path
        return f"{base}{path.lower() if self.lower else path}.php"


def find_loaders(contents: Mapping[str, Content]) -> list[Loader]:
    """Return the folders that are named where classes are loaded by a function of the application."""
    found = []
    for unit, content in contents.items():
        if REGISTERED.encode() not in content.source:
            continue
        followed = [path for path in content.paths if path.base != OPEN]
        for text in FOLDER.finditer(content.source):
            at = text.start("text")
            folder = OUTER.sub("", text["text"].decode())
            if not folder and OWN_FOLDER.search(content.source[max(0, at - 40) : at]) is None:
                continue
            known = any(path.start <= at < path.end for path in followed)
            found.append(Loader(unit, content.line_of(at), folder, known))
    return found


def find_ways(loaders: Sequence[Loader], unit: str, name: str) -> Iterator[Way]:
    """Yield the ways by which a class, with dots in its name, is found in the file where it is."""
    parted = range(name.count(".") + 1)
    for loader in loaders:
        for base in _bases_of(loader, unit):
            for flat, lower, dropped in product((False, True), (False, True), parted):
                way = Way(loader, base, dropped, flat, lower)
                if way.path_of(name, base) == unit:
                    yield way


def _bases_of(loader: Loader, unit: str) -> Iterator[str]:
    """Yield the folders that a loader may mean, of those that a file lies in."""
    if not loader.folder:
        folder = posixpath.dirname(loader.unit)
        own = folder + "/" if folder else ""
        if unit.startswith(own):
            yield own
        return
    at = f"/{unit}".find("/" + loader.folder)
    if at >= 0:
        yield unit[: at + len(loader.folder)]
