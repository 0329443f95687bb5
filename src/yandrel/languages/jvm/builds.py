"""Read which Maven or Gradle modules see which others; only tests see test code."""

import re
from collections.abc import Iterable, Iterator, Mapping
from functools import cached_property

from yandrel.model.project import PathMap, Project

MODULE = "module"
COMMENT = re.compile(rb"<!--.*?-->", re.DOTALL)
ELSEWHERE = re.compile(
    rb"<(dependencies|dependencyManagement|build|profiles|reporting|parent)>.*?</\1>", re.DOTALL
)
PARENT = re.compile(rb"<parent>(.*?)</parent>", re.DOTALL)
MANAGED = re.compile(rb"<(dependencyManagement|build|reporting)>.*?</\1>", re.DOTALL)
DEPENDENCY = re.compile(rb"<dependency>(.*?)</dependency>", re.DOTALL)
ARTIFACT = re.compile(rb"<artifactId>\s*([^<\s]+)\s*</artifactId>")
CODE_COMMENT = re.compile(rb"//[^\n]*|/\*.*?\*/", re.DOTALL)
GRADLE_PROJECT = re.compile(rb"\bproject\s*\(\s*(?:path\s*[:=]\s*)?[\"']:?([\w:.-]+)[\"']")
GRADLE_TYPED = re.compile(rb"\bprojects\.([A-Za-z][\w.]*)")
SOURCE_SET = re.compile(r"\A((?:.*/)?)src/([^/]+)/(?:java|kotlin)/")
SHARED_BY_TESTS = "testFixtures"


def read_modules(manifests: Mapping[str, bytes]) -> Iterator[PathMap]:
    """Yield the modules that build files describe: folder, names, and the names of what each depends on."""
    for path, data in sorted(manifests.items()):
        base, _, name = path.rpartition("/")
        scope = base + "/" if base else ""
        if name == "pom.xml":
            text = COMMENT.sub(b"", data)
            own = ARTIFACT.search(ELSEWHERE.sub(b"", text))
            parents = [found for block in PARENT.findall(text) for found in ARTIFACT.findall(block)]
            blocks = DEPENDENCY.findall(MANAGED.sub(b"", text))
            wanted = [found[1] for block in blocks if (found := ARTIFACT.search(block))]
            yield _module(scope, own[1] if own else b"", [*parents, *wanted])
        elif name.startswith("build.gradle") and base:
            text = CODE_COMMENT.sub(b"", data)
            wanted = [found.rpartition(b":")[2] for found in GRADLE_PROJECT.findall(text)]
            wanted += [found.rpartition(b".")[2] for found in GRADLE_TYPED.findall(text)]
            yield _module(scope, base.rpartition("/")[2].encode(), wanted)


def _module(scope: str, name: bytes, wanted: Iterable[bytes]) -> PathMap:
    return PathMap(scope, _plain(name), tuple(dict.fromkeys(_plain(found) for found in wanted)), MODULE)


def _plain(name: bytes) -> str:
    """Return a module's name as it is the same in every spelling: `shop-core`, `shopCore`."""
    return re.sub(r"[^a-z0-9]", "", name.decode("utf-8", "replace").lower())


class JvmReach:
    """See `Reach`. What no build file describes sees everything."""

    def __init__(self, project: Project) -> None:
        self.modules = [item for item in project.maps if item.kind == MODULE]

    @cached_property
    def reached(self) -> dict[str, set[str]]:
        """The names of the modules that each module depends on, directly or through others."""
        direct: dict[str, set[str]] = {}
        for item in self.modules:
            direct.setdefault(item.pattern, set()).update(item.targets)
        out = {}
        for name in direct:
            found: set[str] = set()
            ahead = [name]
            while ahead:
                for target in direct.get(ahead.pop(), ()):
                    if target not in found:
                        found.add(target)
                        ahead.append(target)
            out[name] = found
        return out

    def place_of(self, path: str) -> tuple[str, str] | None:
        found = SOURCE_SET.match(path)
        return (found[1], found[2]) if found is not None else None

    def sees(self, user: str, used: str) -> bool:
        here, there = self.place_of(user), self.place_of(used)
        if here is None or there is None:
            return True
        if here[0] == there[0]:
            return is_for_tests(here[1]) or not is_for_tests(there[1])
        if is_for_tests(there[1]) and there[1] != SHARED_BY_TESTS:
            return False
        names = {item.scope: item.pattern for item in self.modules}
        one, other = names.get(here[0]), names.get(there[0])
        return not one or not other or other in self.reached[one]

    def described_in(self, path: str) -> str:
        return self.name_of(path)

    def are_loaded_together(self, user: str, used: str) -> bool:
        return False

    def name_of(self, path: str) -> str:
        place = self.place_of(path)
        return f"{place[0]}src/{place[1]}" if place is not None else path


def is_for_tests(source_set: str) -> bool:
    """Whether a source set is one of tests, as its name says."""
    return "test" in source_set.lower()
