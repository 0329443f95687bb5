"""The programs of an application's files, and what the names in them lead to."""

from __future__ import annotations

import hashlib
import posixpath
import re
from collections import Counter
from collections.abc import Callable, Iterable
from contextlib import suppress
from functools import cached_property

import msgspec
from msgspec.structs import replace

from yandrel.index.code import CodeIndex
from yandrel.index.forks import can_fork, share_out
from yandrel.index.parse import BATCHES, ENOUGH_FOR_A_POOL, split_evenly, usable_cores
from yandrel.index.store import PROGRAM, FactStore
from yandrel.languages.registry import language_of
from yandrel.model.graph import Edge, State, Symbol
from yandrel.model.program import Bind, Branch, Bring, Class, Function, Member, Name, Program, Statement

HERE = "/@app/"
"""Stands for the folder of the application in paths that a program puts together."""
PROGRAM_VERSION = b"11"
"""Another one when the form of programs changes, or the way in which they are read."""
_decoder = msgspec.msgpack.Decoder(Program)
_encode = msgspec.msgpack.Encoder().encode
BUNDLED = (b"__webpack_require__", b"function e(t,n,r){", b"function r(e,n,t){")
"""What bundlers write into what they make."""
_batch_decoder = msgspec.msgpack.Decoder(list[tuple[str, bool, bytes, bytes]])
TELLING = (
    b"route", b"routing", b"blueprint", b"urlconf", b"applicationpath", b"nestfactory", b"setglobalprefix",
    b".listen(", b"webapplication", b"embeddedserver", b"urlpatterns", b"fastify", b"controller", b"mapping",
    b"handlefunc", b"servemux", b"expose(", b"add_url", b"add_api", b"add_web", b".register", b"as_view(",
)  # fmt: skip
"""Words, in lower case, of which a file that declares or mounts routes holds one, or calls a verb."""
VERB_CALL = re.compile(
    rb"@(?:get|post|put|delete|patch|path|head|options|all|any)\b"
    rb"|\.(?:get|post|put|patch|delete|any|all|use|mount|group|handle|map\w*|on)\s*\(\s*(?:[\"'`/\[]|\w+\s*[+,])"
    rb"|\[(?:http)?(?:get|post|put|delete|patch)\b"
)
MOST_CALLERS = 15
"""A function that more functions call is no part of wiring: that is done in few places."""
LONGEST_LINE = 6000
"""A file with a longer line is a bundle."""
MOST_NAMESAKES = 8
"""A name that more functions have tells nothing of what is called by it."""
SPEAKING = frozenset(
    {
        "add_url_rule",
        "register_blueprint",
        "include_router",
        "add_api_route",
        "Blueprint",
        "APIRouter",
        "Flask",
        "FastAPI",
        "Starlette",
        "add_resource",
        "add_namespace",
        "HandleFunc",
        "MapGet",
        "MapPost",
        "MapPut",
        "MapDelete",
        "MapGroup",
        "addRoute",
        "addGroup",
        "DefaultRouter",
        "SimpleRouter",
        "as_view",
        "urlpatterns",
        "Router",
        "express",
        "fastify",
        "add_routes",
        "addHook",
        "re_path",
        "NewRouter",
        "NewServeMux",
    }
)
"""Names that nothing but a framework calls anything."""
SUFFIXES = (
    "",
    ".js",
    ".ts",
    ".mjs",
    ".cjs",
    ".php",
    ".py",
    ".json",
    "/index.js",
    "/index.ts",
    "/index.mjs",
    "/index.cjs",
)
FOLDER_NAMES = {
    "__dirname": "folder",
    "__DIR__": "folder",
    "__filename": "file",
    "__FILE__": "file",
    "__file__": "file",
}


class Sources:
    """The programs of an application's files, its graph, and the names that declare or mount."""

    def __init__(
        self,
        index: CodeIndex,
        words: frozenset[str],
        store: FactStore | None = None,
        skip: Callable[[str], bool] = lambda unit: False,
    ) -> None:
        self.index = index
        self._skip = skip
        self.store = store
        self.words = words
        self._programs: dict[str, Program | None] = {}
        self._candidates: dict[str, bool] = {}
        self._edges: dict[str, dict[tuple[int, str], Edge]] = {}
        self._by_name: dict[str, dict[str, Edge]] = {}
        self._outside: dict[str, dict[str, str]] = {}
        self._relevant: dict[int, bool] = {}
        self._with_word: dict[bytes, list[str]] = {}
        self._qualified: dict[str, Symbol | None] = {}

    # -- programs --------------------------------------------------------------------------

    def program(self, unit: str) -> Program | None:
        """Return the program of a file; None where it cannot be read."""
        if unit not in self._programs:
            self._programs[unit] = self._read(unit)
        return self._programs[unit]

    def _read(self, unit: str) -> Program | None:
        data = self._source(unit)
        if data is None:
            return None
        key = _key(data)
        packed = self._stored(unit, key)
        if packed is not None:
            return packed
        program = self._lowered(unit, data)
        if program is not None:
            self._keep(unit, key, _encode(program))
        return program

    def _lowered(self, unit: str, data: bytes) -> Program | None:
        """Return the program of a text; None where its syntax tree has a form that is not expected."""
        try:
            return self.index.language(unit).read_program(data, unit)
        except (IndexError, AttributeError, TypeError, ValueError, RecursionError):
            return None

    def _source(self, unit: str) -> bytes | None:
        """Return the text of a file; None where it cannot be read."""
        if unit not in self.index.facts:
            return None
        try:
            source = self.index.read_source(unit)
        except OSError:
            return None
        return None if source.problem else source.data

    def _stored(self, unit: str, key: bytes) -> Program | None:
        packed = self.store.read_snapshot(f"{PROGRAM}{unit}", key) if self.store is not None else None
        if packed is not None:
            with suppress(msgspec.DecodeError, msgspec.ValidationError):
                return _decoder.decode(packed)
        return None

    def _keep(self, unit: str, key: bytes, packed: bytes) -> None:
        if self.store is not None:
            self.store.write_snapshot(f"{PROGRAM}{unit}", key, packed)

    def read_ahead(self) -> None:
        """Read the programs of many files on all cores; the results are the same without."""
        units = [unit for unit in self.index.facts if not self._skip(unit)]
        workers = usable_cores()
        if len(units) < ENOUGH_FOR_A_POOL or workers < 2 or not can_fork():
            return
        sizes = {unit: self.index.tree.stats[unit][0] for unit in units if unit in self.index.tree.stats}
        batches = split_evenly(units, sizes, workers * BATCHES)

        def read_batch(number: int) -> bytes:
            return _encode([self._read_apart(unit) for unit in batches[number]])

        for packed in share_out(read_batch, len(batches), workers):
            for unit, candidate, key, program in _batch_decoder.decode(packed):
                self._candidates[unit] = candidate
                if program:
                    self._programs[unit] = _decoder.decode(program)
                    self._keep(unit, key, program)

    def _read_apart(self, unit: str) -> tuple[str, bool, bytes, bytes]:
        """Return whether a file may declare routes, and its program, without the store."""
        if not self._may_declare(unit):
            return unit, False, b"", b""
        data = self._source(unit)
        if data is None:
            return unit, True, b"", b""
        program = self._lowered(unit, data)
        return unit, True, _key(data), _encode(program) if program is not None else b""

    def is_candidate(self, unit: str) -> bool:
        """Whether a file may declare or mount routes, by the words in it."""
        found = self._candidates.get(unit)
        if found is None:
            found = self._candidates[unit] = self._may_declare(unit)
        return found

    def _may_declare(self, unit: str) -> bool:
        try:
            raw = self.index.read_raw(unit)
        except OSError:
            return False
        raw = raw.partition(b"//# sourceMappingURL=data:")[0]
        if len(raw) > LONGEST_LINE and max(map(len, raw.split(b"\n"))) > LONGEST_LINE:
            return False
        if any(mark in raw for mark in BUNDLED):
            return False
        lower = raw.lower()
        return any(word in lower for word in TELLING) or VERB_CALL.search(lower) is not None

    def language(self, unit: str) -> str:
        return self.index.facts[unit].language if unit in self.index.facts else ""

    def returns_value(self, unit: str) -> bool:
        """Whether including a file gives what its top level returns."""
        return language_of(unit) == "php"

    def registers(self, node: Function) -> bool:
        """Whether a function itself calls what frameworks call what declares or mounts."""
        return not SPEAKING.isdisjoint(node.calls) or not self.words.isdisjoint(node.paths)

    def is_relevant(self, node: Function) -> bool:
        """Whether a function declares or mounts, or calls what is named for routes or does so by its name."""
        found = self._relevant.get(id(node))
        if found is None:
            speaks = self.registers(node) or any("rout" in name or "Rout" in name for name in node.calls)
            found = speaks or not self.declaring_names.isdisjoint(node.calls)
            self._relevant[id(node)] = found
        return found

    @cached_property
    def declaring_names(self) -> frozenset[str]:
        """The names of the application's functions that declare or mount, or call others that do."""
        functions: dict[str, list[Function]] = {}
        for unit in self.candidates:
            program = self.program(unit)
            for function in functions_in(program.body if program is not None else ()):
                functions.setdefault(function.name, []).append(function)
        callers = Counter(name for said in functions.values() for one in said for name in one.calls)
        usable = {
            name: said
            for name, said in functions.items()
            if len(said) <= MOST_NAMESAKES and callers[name] <= MOST_CALLERS
        }
        names = {name for name, said in usable.items() if any(map(self.registers, said))}
        while True:
            more = {
                name
                for name, said in usable.items()
                if name not in names and not all(names.isdisjoint(one.calls) for one in said)
            }
            if not more:
                return frozenset(names)
            names |= more

    # -- names -----------------------------------------------------------------------------

    def special(self, name: str, unit: str) -> str | None:
        """Return the path that a name such as that of the file's folder stands for."""
        what = FOLDER_NAMES.get(name)
        if what is None:
            return None
        path = HERE + unit
        return path if what == "file" else posixpath.dirname(path)

    def _edges_of(self, unit: str) -> dict[tuple[int, str], Edge]:
        found = self._edges.get(unit)
        if found is None:
            edges = self.index.edges_of(unit) if unit in self.index.facts else ()
            found = self._edges[unit] = {}
            names = self._by_name[unit] = {}
            for edge in edges:
                last = re.split(r"[.\\#/:]", edge.spelled)[-1]
                found.setdefault((edge.line, edge.spelled), edge)
                if edge.state == State.FOUND:
                    names.setdefault(last, edge)
                    names.setdefault(edge.spelled, edge)
        return found

    def _outside_names(self, unit: str) -> dict[str, str]:
        """Return the names that a file imports from elsewhere, in full."""
        found = self._outside.get(unit)
        if found is None:
            found = self._outside[unit] = {}
            facts = self.index.facts.get(unit, None)
            for statement in facts.imports if facts is not None else ():
                for name in statement.names:
                    if statement.whole and name.name == "*":
                        bound = name.alias or statement.module.rpartition("/")[2]
                        found[re.sub(r"^v\d+$", "", bound) or _before_version(statement.module)] = (
                            statement.module
                        )
                    elif name.name != "*":
                        full = statement.module if statement.whole else f"{statement.module}.{name.name}"
                        found[name.bound] = full
        return found

    def resolve(self, unit: str, node: Bring) -> Symbol | str | None:
        """Return what an import leads to: a symbol here, or a name in another package."""
        edges = self._edges_of(unit)
        fit = [e for (line, _), e in edges.items() if line == node.line and e.named == node.name]
        near = fit or [
            e
            for (_, spelled), e in edges.items()
            if re.split(r"[.#]", spelled)[-1] == node.name and spelled.startswith(node.module)
        ]
        for edge in near or [e for (line, _), e in edges.items() if line == node.line]:
            if edge.state == State.FOUND and (
                edge.named == node.name or not node.name or edge.spelled.endswith(node.name)
            ):
                if not node.name or not edge.named:
                    bare = "." not in node.module or node.bound != node.module.split(".")[0]
                    if node.name or bare:
                        return Symbol(edge.named_unit, edge.named if node.name != "*" else "")
                    return node.module.split(".")[0]
                return Symbol(edge.named_unit, edge.named)
        if not node.name:
            return (
                node.bound if "." in node.module and node.bound == node.module.split(".")[0] else node.module
            )
        path = self.find_module(node.module, unit)
        if path:
            return Symbol(path, "" if node.name == "*" else node.name)
        return node.module if node.name in ("default", "*") else f"{node.module}.{node.name}"

    def find_name(self, unit: str, name: str) -> Symbol | str | None:
        """Return what a name that a file does not bind itself leads to."""
        self._edges_of(unit)
        edge = self._by_name[unit].get(name)
        if edge is not None:
            return Symbol(edge.unit, edge.name.split(".")[0] if edge.name else "")
        outside = self._outside_names(unit).get(name)
        if outside:
            return outside
        if unit not in self.index.facts:
            return None
        found = self.index.view(unit).find_name(unit, name)
        return (
            found if found is not None and found.unit and (found.unit, found.name) != (unit, name) else None
        )

    def find_spelled(self, unit: str, name: str) -> Symbol | None:
        """Return what a name with dots leads to that begins with a part of a namespace."""
        self._edges_of(unit)
        edge = self._by_name[unit].get(name)
        return Symbol(edge.unit, edge.name.split(".")[0]) if edge is not None and edge.name else None

    def find_qualified(self, name: str) -> Symbol | None:
        """Return what a qualified name means in the application."""
        if name not in self._qualified:
            found: Symbol | None = None
            for view in self.index.views.values():
                found = found or view.find_qualified(name)
            known = found is not None and found.unit in self.index.facts
            self._qualified[name] = found if known else None
        return self._qualified[name]

    def inner_module(self, unit: str, name: str) -> str | None:
        """Return the file of a package that has a name in it."""
        folder = posixpath.dirname(unit)
        for path in (f"{folder}/{name}.py", f"{folder}/{name}/__init__.py"):
            if path.lstrip("/") in self.index.facts:
                return path.lstrip("/")
        return None

    def find_module(self, name: str, unit: str) -> str | None:
        """Return the file that a module's name or path means in a file."""
        for (_, spelled), edge in self._edges_of(unit).items():
            if edge.state == State.FOUND and name in (spelled, spelled.rpartition("#")[0]):
                return edge.named_unit or edge.unit
        if name.startswith(HERE):
            return self._at(posixpath.normpath(name[len(HERE) - 1 :]).lstrip("/"))
        if name.startswith("."):
            if name.lstrip(".") and "/" not in name and "\\" not in name:
                return self._relative_module(name, unit)
            return self._at(posixpath.normpath(posixpath.join(posixpath.dirname(unit), name)))
        symbol = self.find_qualified(name)
        if symbol is not None:
            return symbol.unit
        return self._at(name) if "/" in name else None

    def _relative_module(self, name: str, unit: str) -> str | None:
        level = len(name) - len(name.lstrip("."))
        folder = posixpath.dirname(unit)
        for _ in range(level - 1):
            folder = posixpath.dirname(folder)
        stem = posixpath.join(folder, name[level:].replace(".", "/"))
        return next((p for p in (f"{stem}.py", f"{stem}/__init__.py") if p in self.index.facts), None)

    def _at(self, path: str) -> str | None:
        for suffix in SUFFIXES:
            if path + suffix in self.index.facts:
                return path + suffix
        stem = path.removesuffix(".js")
        return next((stem + end for end in (".ts", ".tsx") if stem + end in self.index.facts), None)

    def files_with(self, word: bytes, every: bool = False) -> list[str]:
        """Return the files that hold a word, of those that may declare or mount routes, or of all."""
        found = self._with_word.get(word)
        if found is None:
            units = self.index.facts if every else self.candidates
            found = [
                unit
                for unit in units
                if word in self.index.read_raw(unit) and not (every and self._skip(unit))
            ]
            self._with_word[word] = found
        return found

    def beside(self, unit: str) -> list[str]:
        """Return the files of a file's folder that may declare or mount."""
        folder = posixpath.dirname(unit)
        return [other for other in self.candidates if posixpath.dirname(other) == folder]

    @cached_property
    def candidates(self) -> list[str]:
        """The files that may declare or mount routes, in order."""
        return [unit for unit in self.index.facts if self.is_candidate(unit) and not self._skip(unit)]


def _before_version(module: str) -> str:
    return module.split("/")[-2] if "/" in module else module


def _key(data: bytes) -> bytes:
    """Return what the program of a text is stored under."""
    return hashlib.blake2b(data + PROGRAM_VERSION, digest_size=16).digest()


def functions_in(body: Iterable[Statement]) -> Iterable[Function]:
    """Yield the functions with a name that a file or its classes define at their top."""
    for one in body:
        if isinstance(one, Function):
            yield one
        elif isinstance(one, Class):
            yield from functions_in(one.members)
        elif isinstance(one, Bind) and isinstance(one.value, Function):
            name = one.target.name if isinstance(one.target, (Name, Member)) else ""
            yield replace(one.value, name=name)
        elif isinstance(one, Branch):
            for inner in one.bodies:
                yield from functions_in(inner)
