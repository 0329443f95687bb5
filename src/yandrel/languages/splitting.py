"""Taking crowded files apart by their definitions, in languages where routes stay where they are mounted."""

import re
from collections.abc import Callable, Mapping
from dataclasses import replace
from typing import TYPE_CHECKING

from yandrel.errors import CallError
from yandrel.languages.gathering.groups import is_client
from yandrel.languages.lifting import Lifted
from yandrel.model.changes import Note
from yandrel.model.facts import TYPE_KINDS, Definition, Facts
from yandrel.model.split import Converted, CrowdedFile, RouteMark, SplitPiece, WideCut
from yandrel.model.words import singular, words_of

if TYPE_CHECKING:
    from yandrel.languages.cutting.cutter import TypeCutter

SQL = re.compile(
    rb"[\"'`]\s*(?:SELECT\s.+?\sFROM|INSERT\s+INTO|UPDATE\s+\w+\s+SET|DELETE\s+FROM)\b",
    re.IGNORECASE | re.DOTALL,
)
WORD = re.compile(rb"[^\W\d]\w*")
ROLE_WORDS = frozenset(
    {"handler", "controller", "service", "repository", "store", "model", "schema", "validator", "middleware"}
    | {"error", "exception", "helper", "manager", "request", "response", "dto", "router", "routes"}
)

VERBS = frozenset({"create", "update", "new", "add", "edit", "patch", "delete", "remove", "list", "get"})
"""First words of types that say what is done with what they are about."""
BEARERS = ("Exception", "Error")
CARRIED = ("Request", "Response", "Dto", "DTO", "Input", "Payload", "Params")
"""How types are called of which data comes in or goes out."""
LINKS = frozenset({"by", "of", "for", "with", "from", "to", "in", "at", "on", "all"})
SHARED_ROLES = frozenset({"error", "middleware", "helper", "config"})

QUOTED = re.compile(rb"'[^'\"`${\\\n]{0,200}'|\"[^'\"`${\\\n]{0,200}\"|^[ \t]*(?://|\*)[^\n]*", re.MULTILINE)
"""Plain texts and comments on lines of their own, in which a word is no name."""


def declares_routes(text: bytes, route: re.Pattern[bytes]) -> bool:
    """Whether a function declares routes on something that it takes: the group `on` of a route's look."""
    head, _, body = text.partition(b"{")
    taken = {found["on"] for found in route.finditer(body) if not is_client(found["on"].decode())}
    return any(re.search(rb"(?<!\w)%b(?!\w)" % re.escape(name), head) for name in taken)


def stays_if_run(definition: Definition, text: bytes) -> str:
    """Return why a definition that a program starts with cannot leave its file."""
    runs = definition.name in ("main", "Program") or {"main()", "Main()"} & {*definition.members}
    return "it runs the application" if runs else ""


class DefinitionSplitter:
    """See `yandrel.languages.protocol.Splitter`: every definition goes as it is, with its references.

    `read_facts` reads a file; `role_of` says what a definition's own text tells, where names do not;
    `stays` why it cannot leave; `rename` what it must be called to be seen from elsewhere; `cutter`
    what cuts the types of a unit.
    """

    def __init__(
        self,
        read_facts: Callable[[bytes, str], Facts],
        role_of: Callable[[Definition, bytes], str],
        stays: Callable[[Definition, bytes], str],
        rename: Callable[[str], str] = lambda name: name,
        cutter: "Callable[[str], TypeCutter | None]" = lambda unit: None,
    ) -> None:
        self.read_facts = read_facts
        self.role_of = role_of
        self.stays = stays
        self.rename = rename
        self.cutter = cutter

    def read(
        self, unit: str, source: bytes, roles: Mapping[str, str], skip: frozenset[str] = frozenset()
    ) -> CrowdedFile:
        facts = self.read_facts(source, unit)
        found = {d.name: d for d in facts.definitions if not d.is_method}
        words = {name: self._words(source, d, facts) for name, d in found.items()}
        texts = {name: source[d.start : d.end] for name, d in found.items()}
        told = {name: roles.get(name) or self._role(d, texts[name]) for name, d in found.items()}
        handlers = {name for name, role in told.items() if role == "controller"}
        tables = [n for n, role in told.items() if role in ("constant", "state") and words[n] & handlers]
        told.update(dict.fromkeys(tables, "route"))
        types = [name for name, d in found.items() if d.kind in TYPE_KINDS and told[name] not in SHARED_ROLES]
        kept = [n for n, role in told.items() if role == "state" or (role == "model" and n not in types)]
        concepts = {self._bare(name) for name in (*types, *kept)} - {""}
        for name in (name for name, role in told.items() if role == "controller"):
            if not self._concept(name, concepts):
                concepts |= {self._object(name)} - {""}
        pieces = []
        for name, definition in found.items():
            needs = frozenset(words[name] & found.keys() - {name})
            pieces.append(
                SplitPiece(
                    name, definition.kind, told[name], self._concept(name, concepts), definition.line,
                    definition.last_line, needs, self.stays(definition, texts[name]),
                    stem=self.stem_of(definition, facts),
                )
            )  # fmt: skip
        rest = self._rest(source, facts)
        needed = frozenset(rest & found.keys())
        customs = self.customs_of(facts)
        return CrowdedFile(customs, tuple(pieces), source, {}, needed)

    def _role(self, definition: Definition, text: bytes) -> str:
        role = self.role_of(definition, text)
        if role or definition.kind not in TYPE_KINDS:
            return role or ("repository" if definition.kind == "function" and SQL.search(text) else "")
        if any(base.endswith(BEARERS) for base in definition.bases):
            return "error"
        widened = any(base.endswith(CARRIED) for base in definition.bases)
        return "schema" if definition.name.endswith(CARRIED) and not widened else "model"

    def customs_of(self, facts: Facts) -> str:
        """Return whose customs a built-in layout for a file follows."""
        return "plain"

    def stem_of(self, definition: Definition, facts: Facts) -> str:
        """Return what a definition's file is called, where each type has one of its own."""
        return ""

    def _words(self, source: bytes, definition: Definition, facts: Facts) -> set[str]:
        """Return the words in a definition, and in the methods that stand away from it."""
        spans = [(definition.start, definition.end)]
        spans += [(d.start, d.end) for d in facts.definitions if d.is_method and d.owner == definition.name]
        texts = [QUOTED.sub(b" ", source[start:end]) for start, end in spans]
        return {word.group().decode("utf-8", "replace") for text in texts for word in WORD.finditer(text)}

    def _rest(self, source: bytes, facts: Facts) -> set[str]:
        """Return the words outside of all definitions."""
        left, at = [], 0
        for definition in sorted(facts.definitions, key=lambda d: d.start):
            left.append(source[at : definition.start])
            at = max(at, definition.end)
        left.append(source[at:])
        return {w.group().decode("utf-8", "replace") for part in left for w in WORD.finditer(part)}

    def _bare(self, name: str) -> str:
        words = [word for word in words_of(name) if word not in ROLE_WORDS]
        words = words[1:] if len(words) > 1 and words[0] in VERBS else words
        return singular("_".join(words)) if words else ""

    def _object(self, name: str) -> str:
        """Return what a handler does something with, by its name: what follows the verb."""
        words = [word for word in words_of(name) if word not in ROLE_WORDS][1:]
        stop = next((n for n, word in enumerate(words) if word in LINKS), len(words))
        return singular("_".join(words[:stop])) if stop else ""

    def _concept(self, name: str, concepts: set[str]) -> str:
        """Return the concept that a name speaks of, the longest if several fit."""
        text = f"_{singular('_'.join(words_of(name)))}_"
        every = "_" + "_".join(singular(word) for word in words_of(name)) + "_"
        fits = [c for c in concepts if f"_{c}_" in text or f"_{c}_" in every]
        return max(fits, key=len, default="")

    def convert(self, file: CrowdedFile, leaving: frozenset[str], roles: Mapping[str, str]) -> Converted:
        taken = {piece.name for piece in file.pieces}
        names = {name: self.rename(name) for name in leaving}
        return Converted(
            file.text, names={n: new for n, new in names.items() if new != n and new not in taken}
        )

    def prepare(self, unit: str, text: bytes, targets: Mapping[str, str]) -> dict[str, bytes]:
        return {unit: text}

    def lift_data_work(
        self, file: CrowdedFile, handlers: frozenset[str], roles: Mapping[str, str]
    ) -> tuple[bytes, dict[str, str]]:
        return file.text, {}

    def table_after(
        self, texts: Mapping[str, bytes], entry: bytes, routers: Mapping[str, str]
    ) -> list[tuple[str, RouteMark]]:
        return []

    def rename_endpoints(self, source: bytes, endpoints: Mapping[str, str]) -> bytes:
        return source

    def rename_in_template(self, text: str, endpoints: Mapping[str, str]) -> str:
        return text

    def settle_entry(self, source: bytes, before: bytes) -> bytes:
        return source

    def needs_loading(self, source: bytes) -> bool:
        return False

    def load_first(self, source: bytes, module: str) -> bytes:
        return source

    def cut_type(
        self, unit: str, type_name: str, by: str, sources: Mapping[str, bytes], modules: Mapping[str, str]
    ) -> WideCut | str:
        cutter = self.cutter(unit)
        if cutter is None:
            raise CallError("its language has no interfaces that could be cut", where=unit)
        return cutter.cut(unit, type_name, by, sources)


class TypeSplitter(DefinitionSplitter):
    """Gives every type a file that is called like it."""

    def stem_of(self, definition: Definition, facts: Facts) -> str:
        return definition.name if definition.kind in TYPE_KINDS else ""


class LiftingSplitter(DefinitionSplitter):
    """Names the handlers that are written where their route is, before it takes a file apart."""

    def lift(self, unit: str, source: bytes, skip: frozenset[str]) -> Lifted:
        """Return the text in which such handlers have names; what is skipped stays where it is."""
        raise NotImplementedError

    def _lift_plain(self, unit: str, source: bytes, skip: frozenset[str]) -> Lifted:
        """Lift with plain line ends, where all of a file are others; what comes back has those."""
        if b"\r\n" not in source or source.count(b"\r\n") < source.count(b"\n"):
            return self.lift(unit, source, skip)
        lifted = self.lift(unit, source.replace(b"\r\n", b"\n"), skip)
        lifted.text = lifted.text.replace(b"\n", b"\r\n")
        return lifted

    def read(
        self, unit: str, source: bytes, roles: Mapping[str, str], skip: frozenset[str] = frozenset()
    ) -> CrowdedFile:
        lifted = self._lift_plain(unit, source, skip)
        made = {**dict.fromkeys(lifted.handlers, "controller"), **dict.fromkeys(lifted.routers, "route")}
        made |= dict.fromkeys(lifted.helpers, "helper")
        file = super().read(unit, lifted.text, {**made, **roles}, skip)
        lines = {d.name: (d.line, d.last_line) for d in self.read_facts(source, unit).definitions}
        lines |= {**lifted.handlers, **lifted.routers, **lifted.helpers, **lifted.types}
        return replace(
            file,
            pieces=tuple(_settled(piece, lines, lifted) for piece in file.pieces),
            members=frozenset(lifted.members),
            owners={**file.owners, **dict.fromkeys((*lifted.concepts, *lifted.helpers, *lifted.types), unit)},
            notes=(*file.notes, *(Note(unit, line, text, why) for line, text, why in lifted.notes)),
        )


def _settled(piece: SplitPiece, lines: Mapping[str, tuple[int, int]], lifted: Lifted) -> SplitPiece:
    """Return a piece at the lines that it has in the file as the user knows it.

    What routes are declared on stays where it is.
    """
    first, last = lines.get(piece.name, (piece.line, piece.last_line))
    stays = piece.stays or ("it is the application" if piece.name in lifted.owners else "")
    concept = piece.concept or lifted.concepts.get(piece.name, "")
    return replace(piece, line=first, last_line=last, stays=stays, concept=concept)


class GatheringSplitter(LiftingSplitter, TypeSplitter):
    """Gives every type a file that is called like it, and routes with handlers in place their functions.

    `gather` returns the text of a file in which they have those.
    """

    def __init__(
        self,
        read_facts: Callable[[bytes, str], Facts],
        role_of: Callable[[Definition, bytes], str],
        stays: Callable[[Definition, bytes], str],
        gather: Callable[[bytes, frozenset[str]], Lifted],
        cutter: "Callable[[str], TypeCutter | None]",
    ) -> None:
        super().__init__(read_facts, role_of, stays, cutter=cutter)
        self.gather = gather

    def lift(self, unit: str, source: bytes, skip: frozenset[str]) -> Lifted:
        return self.gather(source, skip)
