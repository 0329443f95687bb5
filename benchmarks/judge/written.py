"""Old paths and qualified names that some text still has after a move, found without Yandrel's own code.

The forms in which a thing is written are derived here anew, by a byte search over every text file: a path
from the root, from the file's own folder, from the package's own name, behind an absolute folder or a
variable, with slashes or backslashes, with and without its ending; a qualified name with dots, slashes,
backslashes or underscores between its parts. Each hit must have been rewritten (then it is not there any
more), be listed in the notes, or mean another thing: something that still is called so after the move.
"""

import json
import posixpath
import re
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from pathlib import Path

SKIPPED = {".git", "node_modules", ".yandrel", "dist", "build", "vendor", "third_party", "__pycache__"}
BUILT = (".map", ".min.js", ".min.css", ".svg")
"""What a build makes of sources, with their paths in it."""
LARGEST = 1_000_000
TOKEN = re.compile(rb"[\w.@~$%{}/\\-]+")
LEAD = re.compile(r"^(?:\.{1,2}/)+")
NAMESPACE = {
    "php": re.compile(r"^\s*namespace\s+([\w\\]+)\s*[;{]", re.MULTILINE),
    "java": re.compile(r"^\s*package\s+([\w.]+)", re.MULTILINE),
    "kotlin": re.compile(r"^\s*package\s+([\w.]+)", re.MULTILINE),
    "csharp": re.compile(r"^\s*namespace\s+([\w.]+)", re.MULTILINE),
}
TYPE = re.compile(r"\b(?:class|interface|trait|enum|struct|object|record|protocol)\s+([A-Z_a-z]\w*)")
NEEDS_SUFFIX = re.compile(r"\.\w+\Z")


@dataclass(frozen=True)
class Hit:
    """A place that still has the old path or the old name."""

    path: str
    line: int
    text: str
    old: str

    def __str__(self) -> str:
        return f"{self.path}:{self.line} {self.text!r} ({self.old})"


def text_files(root: Path) -> Iterator[tuple[str, bytes]]:
    """Yield every text file below a root that is neither vendored nor built, by its path."""
    for place in sorted(root.rglob("*")):
        parts = place.relative_to(root).parts
        if SKIPPED & set(parts) or place.name.endswith(BUILT) or not place.is_file() or place.is_symlink():
            continue
        data = place.read_bytes()
        if len(data) <= LARGEST and b"\0" not in data[:8000]:
            yield "/".join(parts), data


class Names:
    """The qualified names that an application's files declare, by reading their first lines with patterns."""

    def __init__(self, texts: Mapping[str, bytes], language: str) -> None:
        self.language = language
        folders = {path.rpartition("/")[0] for path in texts if path.endswith("__init__.py")}
        module = re.search(rb"^module\s+(\S+)", texts.get("go.mod", b""), re.MULTILINE)
        self.module = module[1].decode() if module else ""
        self.all = {name for path, data in texts.items() for name in self._of(path, data, folders)}

    def _of(self, path: str, data: bytes, packages: set[str]) -> Iterator[str]:
        pattern = NAMESPACE.get(self.language)
        if pattern is not None and path.endswith(ENDING[self.language]):
            text = data.decode("utf-8", "replace")
            space = pattern.search(text)
            separator = "\\" if self.language == "php" else "."
            if space is not None:
                yield from (f"{space[1]}{separator}{found[1]}" for found in TYPE.finditer(text))
        elif self.language == "python" and path.endswith(".py"):
            parts = path[:-3].split("/")
            while len(parts) > 1 and parts[-1] == "__init__":
                parts.pop()
            top = len(path.split("/")) - 1
            while top > 0 and "/".join(path.split("/")[:top]) in packages:
                top -= 1
            if len(parts) - top > 1:
                yield ".".join(parts[top:])
                for found in re.finditer(rb"^(?:class|def|async def) (\w+)", data, re.MULTILINE):
                    yield ".".join(parts[top:]) + "." + found[1].decode()


ENDING = {"php": ".php", "java": ".java", "kotlin": ".kt", "csharp": ".cs"}


class WrittenJudge:
    """Knows an application as it was; asked after each move for what is stale in silence."""

    def __init__(self, root: Path, language: str) -> None:
        self.root, self.language = root, language
        self.before = dict(text_files(root))
        self.names = Names(self.before, language)
        package = self.before.get("package.json")
        own = json.loads(package).get("name", "") if package else ""
        self.own_names = {name for name in (own, self.names.module, root.name) if name}

    def hits(self) -> list[Hit]:
        """Return the places that still have what is nowhere any more."""
        after = dict(text_files(self.root))
        gone = sorted(set(self.before) - set(after))
        names = Names(after, self.language)
        lost = {name for name in self.names.all - names.all if len(re.split(r"[.\\]", name)) > 1}
        folders = {path.rpartition("/")[0] for path in after}
        modules = {path.removesuffix(".py") for path in after if path.endswith(".py")} | folders
        there = "\n".join(f".{path.replace('/', '.')}" for path in modules) + "\n"
        lost = {name for name in lost if f".{name}\n" not in there}
        held = {name for name in lost if f".{name.rpartition('.')[0]}\n" in there}
        lost -= {name for name in held if self._is_kept(name, after)}
        found: dict[tuple[str, int, str], Hit] = {}
        for hit in [*self._paths(after, gone), *self._written_names(after, lost)]:
            found.setdefault((hit.path, hit.line, hit.text), hit)
        return list(found.values())

    def _is_kept(self, name: str, after: Mapping[str, bytes]) -> bool:
        """Whether a name's own file is as it was, be it in a package or in a plain folder now."""
        end = "/" + name.rpartition(".")[0].replace(".", "/") + ".py"
        return any(f"/{path}".endswith(end) and self.before.get(path) == data for path, data in after.items())

    def _paths(self, after: Mapping[str, bytes], gone: list[str]) -> Iterator[Hit]:
        stems = {old.rpartition("/")[2].partition(".")[0].encode() for old in gone} - {b""}
        if not stems:
            return
        any_stem = re.compile(rb"(?<![\w-])(?:" + b"|".join(map(re.escape, sorted(stems))) + rb")(?![\w-])")
        bare = {NEEDS_SUFFIX.sub("", old): old for old in gone}
        for path, data in after.items():
            for found in any_stem.finditer(data):
                start, end = found.span()
                while start and TOKEN.match(data[start - 1 : start]):
                    start -= 1
                token = TOKEN.match(data, start)
                end = token.end() if token else end
                raw = data[start:end].decode("utf-8", "replace").rstrip(".")
                old = self._old_path(path, re.sub(r"[/\\]+", "/", raw), gone, bare, after)
                if old:
                    yield Hit(path, data.count(b"\n", 0, start) + 1, raw, old)

    def _old_path(
        self, path: str, written: str, gone: list[str], bare: Mapping[str, str], after: Mapping[str, bytes]
    ) -> str:
        """Return the file that a path led to, where no file is there any more."""
        here = path.rpartition("/")[0]
        choices = [written] if not LEAD.match(written) else []
        if path in self.before:  # What has moved itself is not read from where it is now.
            choices.append(posixpath.normpath(posixpath.join(here, written)))
        choices += [written[len(own) + 1 :] for own in self.own_names if written.startswith(own + "/")]
        if written[:1] in "/$%~":
            choices += [old for old in gone if "/" in old and written.endswith("/" + old)]
        for choice in choices:
            if choice in after or any(choice + ending in after for ending in (".py", ".js", ".ts", ".php")):
                return ""
        for choice in choices:
            if choice in gone:
                return choice
            if choice in bare and "/" in written.removeprefix("./"):
                return bare[choice]
        return ""

    def _written_names(self, after: Mapping[str, bytes], lost: set[str]) -> Iterator[Hit]:
        if not lost:
            return
        parts = {name: re.split(r"[.\\]", name) for name in lost}
        outer = {tuple(names) for names in parts.values()}
        joined = b"|".join(
            rb"(?:\\{1,4}|[./:_])".join(re.escape(p).encode() for p in names)
            for names in sorted(outer, key=len, reverse=True)
        )
        pattern = re.compile(rb"(?<![\w.\\/])(?:[\\/]{1,4}|Java_)?(" + joined + rb")(?![\w-])")
        heads = {names[-1].encode() for names in outer}
        by_parts = {tuple(names): name for name, names in parts.items()}
        for path, data in after.items():
            if not any(head in data for head in heads):
                continue
            for found in pattern.finditer(data):
                text = found[1].decode()
                name = by_parts.get(tuple(re.split(r"\\+|[./:]", text))) or text
                line = data.count(b"\n", 0, found.start()) + 1
                yield Hit(path, line, text, name)


def read_listed(report: Mapping[str, object]) -> set[tuple[str, int]]:
    """Return the places that the notes of a move's report name."""
    places: set[tuple[str, int]] = set()
    notes = report["notes"]
    assert isinstance(notes, list)
    for note in notes:
        places.add((note["unit"], note["line"]))
        for other in note.get("places", ()):
            path, _, line = other.rpartition(":")
            places.add((path, int(line)))
    return places


def silent(hits: Iterable[Hit], listed: set[tuple[str, int]]) -> list[Hit]:
    """Return the hits that no note names."""
    return [hit for hit in hits if (hit.path, hit.line) not in listed]
