"""Read module-info: required modules and exported packages."""

import re
from collections.abc import Iterator, Mapping
from functools import cached_property

from yandrel.languages.jvm.builds import CODE_COMMENT
from yandrel.model.changes import Relocation
from yandrel.model.project import PathMap, Project

MODULE_INFO = "module-info.java"
READS = "reads"
HANDS_OUT = "hands out"
NAME = re.compile(rb"\bmodule\s+([\w.]+)\s*\{")
REQUIRES = re.compile(rb"\brequires\s+((?:static\s+|transitive\s+)*)([\w.]+)\s*;")
EXPORTS = re.compile(rb"\bexports\s++([\w.]++)\s*+(?:to\s++([\w.,\s]++))?;")
TRANSITIVE = "transitive "
PASSED_ON = {
    "java.desktop": ("java.xml", "java.datatransfer"),
    "java.management.rmi": ("java.management", "java.rmi"),
    "java.sql": ("java.transaction.xa", "java.logging", "java.xml"),
    "java.sql.rowset": ("java.logging", "java.naming", "java.sql"),
    "java.xml.crypto": ("java.xml",),
    "jdk.compiler": ("java.compiler",),
    "jdk.management": ("java.management",),
    "java.se": (
        "java.security.jgss", "java.desktop", "java.net.http", "java.xml.crypto", "java.instrument",
        "java.sql.rowset", "java.management.rmi", "java.compiler", "java.scripting", "java.security.sasl",
        "java.prefs",
    ),
}  # fmt: skip
"""What modules of the JDK pass on to those that read them."""


def read_module_infos(manifests: Mapping[str, bytes]) -> Iterator[PathMap]:
    """Yield what each module reads, and the packages that it hands out, each with those it is for."""
    for path, data in sorted(manifests.items()):
        text = CODE_COMMENT.sub(b" ", data) if path.rpartition("/")[2] == MODULE_INFO else b""
        found = NAME.search(text)
        if found is None:
            continue
        scope, name = path[: -len(MODULE_INFO)], found[1].decode()
        read = [
            (TRANSITIVE if b"transitive" in item[1] else "") + item[2].decode()
            for item in REQUIRES.finditer(text)
        ]
        handed_out = [
            " ".join([item[1].decode(), *(item[2] or b"").decode().replace(",", " ").split()])
            for item in EXPORTS.finditer(text)
        ]
        yield PathMap(scope, name, tuple(read), READS)
        yield PathMap(scope, name, tuple(handed_out), HANDS_OUT)


class JavaModules:
    """See `Reach`. What no module-info covers sees everything, and is seen."""

    def __init__(self, project: Project, relocation: Relocation) -> None:
        self.reads = [item for item in project.maps if item.kind == READS]
        self.relocation = relocation
        self.names = {item.scope: item.pattern for item in self.reads}
        self.names |= {relocation.unit(item.scope): item.pattern for item in self.reads if item.scope}
        self.handed_out: dict[tuple[str, str], set[str]] = {}
        for item in project.maps:
            for target in item.targets if item.kind == HANDS_OUT else ():
                package, *readers = target.split()
                self.handed_out[item.pattern, package] = set(readers)
        self.hand_out_what_follows()

    def hand_out_what_follows(self) -> None:
        """Add the packages that types go to within a module that hands out the package they leave."""
        moved = list(self.relocation.units.items())
        moved += [(old.unit, new.unit) for old, new in self.relocation.definitions.items()]
        for old, new in moved:
            key, other = self.place_of(old), self.place_of(new)
            if key in self.handed_out and other[0] == key[0]:
                self.handed_out.setdefault(other, self.handed_out[key])

    def place_of(self, path: str) -> tuple[str, str]:
        """Return the module and the package that a path is in."""
        scope = max((scope for scope in self.names if path.startswith(scope)), key=len, default=None)
        if scope is None:
            return "", ""
        return self.names[scope], path[len(scope) :].rpartition("/")[0].replace("/", ".")

    @cached_property
    def read_by(self) -> dict[str, set[str]]:
        """The modules that each module reads, itself or through those that pass theirs on."""
        passed_on = {
            item.pattern: {t.removeprefix(TRANSITIVE) for t in item.targets if t.startswith(TRANSITIVE)}
            for item in self.reads
        }
        out: dict[str, set[str]] = {}
        for item in self.reads:
            found: set[str] = set()
            ahead = [target.removeprefix(TRANSITIVE) for target in item.targets]
            while ahead:
                target = ahead.pop()
                if target not in found:
                    found.add(target)
                    ahead += passed_on.get(target, PASSED_ON.get(target, ()))
            out[item.pattern] = found
        return out

    def sees(self, user: str, used: str) -> bool:
        (here, _), (there, package) = self.place_of(user), self.place_of(used)
        if not here or not there or here == there:
            return True
        readers = self.handed_out.get((there, package))
        return there in self.read_by[here] and readers is not None and (not readers or here in readers)

    def are_loaded_together(self, user: str, used: str) -> bool:
        return False

    def described_in(self, path: str) -> str:
        return self.name_of(path)

    def name_of(self, path: str) -> str:
        module, package = self.place_of(path)
        return f"{package} (in the module {module})" if module else path


def names_of_modules(project: Project, relocation: Relocation) -> set[str]:
    """Return the modules that something moves into."""
    modules = JavaModules(project, relocation)
    targets = {*relocation.units.values(), *(symbol.unit for symbol in relocation.definitions.values())}
    return {modules.place_of(target)[0] for target in targets} - {""}
