"""Find uses of package-private Java names that a move would put out of reach."""

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cached_property
from typing import TYPE_CHECKING

from yandrel.languages.jvm.facts import PROTECTED
from yandrel.languages.named.content import Content
from yandrel.languages.named.table import Renaming, join_name, parent_of
from yandrel.model.changes import Refusal
from yandrel.model.facts import Definition
from yandrel.model.graph import Symbol

if TYPE_CHECKING:
    from yandrel.languages.jvm.content import ContentReader
    from yandrel.languages.jvm.dialect import JvmDialect
    from yandrel.languages.jvm.kotlin_content import KotlinReader


LOCAL = rb"(?<![\w.])(?!(?:return|else|throw|case|assert|do)\b)[\w.<>\[\], ]*[\w>\]]\s+%b\s*(?:[=;,:)]|\[\])"
"""What declares a local name: its type, the name, and what follows."""


WITHIN = re.compile(rb"\s*\.\s*(\w+)")
"""What of a type is named after it."""


@dataclass(frozen=True)
class _Part:
    """The definitions of a file that go to one package, with the members read from them."""

    unit: str
    package: str
    definitions: tuple[Definition, ...]
    content: Content
    reader: "ContentReader | KotlinReader"


class Visibility:
    """Finds what is used across the cut though only its package sees it."""

    def __init__(self, dialect: "JvmDialect", renaming: Renaming, contents: Mapping[str, Content]) -> None:
        self.dialect = dialect
        self.view = dialect.view
        self.renaming = renaming
        self.contents = contents
        self.declared: dict[str, set[str]] | None = None
        self.seen: dict[tuple[str, str], frozenset[str]] = {}

    def refusals(self) -> list[Refusal]:
        out: list[Refusal] = []
        for unit, content in self.contents.items():
            facts = self.view.units.facts[unit]
            package = facts.namespaces[0] if facts.namespaces else ""
            for part in self.parts(unit, content, package):
                for symbol in self.by_package.get(package, []):
                    definition = self.dialect.definition_of(symbol)
                    if definition is None or self.after(symbol.unit, definition) == part.package:
                        continue
                    out += self.across(part, symbol, definition)
        return out

    def parts(self, unit: str, content: Content, package: str) -> list[_Part]:
        """Return a unit in parts, one for each package that something of it goes to."""
        definitions = self.view.units.facts[unit].definitions
        going: dict[str, list[Definition]] = {}
        for definition in definitions:
            going.setdefault(self.after(unit, definition), []).append(definition)
        if len(going) < 2:
            reader = self.dialect.readers.get(id(content))
            place = next(iter(going), package)
            return [_Part(unit, place, definitions, content, reader)] if reader is not None else []
        out = []
        for place, those in going.items():
            others = [d for d in definitions if d not in those]
            alone, reader = self.dialect.read_part(_blank(content.source, others), unit)
            out.append(_Part(unit, place, tuple(those), alone, reader))
        return out

    def after(self, unit: str, definition: Definition) -> str:
        """Return the package that a type will be in."""
        return parent_of(self.renaming.place(join_name(definition.namespace, definition.name), "type"))

    @cached_property
    def by_package(self) -> dict[str, list[Symbol]]:
        found: dict[str, list[Symbol]] = {}
        table = self.view.table
        for key, symbols in table.places.items():
            found.setdefault(parent_of(table.spelled[key]), []).extend(symbols)
        return found

    def across(self, part: _Part, symbol: Symbol, definition: Definition) -> list[Refusal]:
        uses = [use for use in part.content.uses if use.kind == "code" and use.head == symbol.name]
        mentioned = bool(uses)
        if definition.hidden and mentioned:
            why = f"{symbol.name}, which only its package sees, is used across"
            return [self.refuse(part, uses[0].start, why, symbol)]
        if not definition.inner:
            return []
        used = self.inner_uses(part, symbol, definition, mentioned)
        if not used:
            return []
        names = ", ".join(sorted("its constructor" if n == "<init>" else n for n in used)[:6])
        at = min(used.values())
        why = f"uses package-private names of {symbol.name}: {names}"
        return [self.refuse(part, at, why, symbol)]

    def inner_uses(
        self, part: _Part, symbol: Symbol, definition: Definition, mentioned: bool
    ) -> dict[str, int]:
        used: dict[str, int] = {}
        reader = part.reader
        extends = self.extends(part, symbol)
        mentioned = mentioned or extends
        derived = not mentioned and symbol.name in self.types_seen(part)
        for entry in definition.inner:
            name = entry.removeprefix(PROTECTED)
            if entry != name and extends:
                at = reader.accesses.get(("", name))
                if at is not None and not self.declares(part, name):
                    used[name] = at
                continue
            if name == "<init>":
                if symbol.name in reader.made:
                    used[name] = reader.made[symbol.name]
                continue
            at = reader.accesses.get(("", name), reader.accesses.get((symbol.name, name)))
            if at is not None and (
                mentioned or (derived and self.is_alone(part, symbol, name)) or self.is_rare(name)
            ):
                used[name] = at
            if extends and name in reader.calls:
                used[name] = reader.calls[name]
            if extends and name not in used and name + "()" not in definition.members:
                at = _bare_use(part.content.source, name)
                if at >= 0 and not self.declares(part, name):
                    used[name] = at
            if extends:
                own = next((d for d in part.definitions if name + "()" in d.members), None)
                if own is not None and name + "()" in definition.members:
                    used[name] = own.start
        static = {c.bound for c in part.content.clauses if c.space == "static"}
        inner = {entry.removeprefix(PROTECTED) for entry in definition.inner}
        used.update({name: 0 for name in static & inner if mentioned})
        for use in (use for use in part.content.uses if use.head == symbol.name and use.kind == "code"):
            within = WITHIN.match(part.content.source, use.end)
            if within is not None and within[1].decode() in inner:
                used.setdefault(within[1].decode(), use.start)
        for name, at in self.imported_from(part, definition):
            if name in inner:
                used.setdefault(name, at)
        return used

    def imported_from(self, part: _Part, definition: Definition) -> Iterator[tuple[str, int]]:
        """Yield the types nested in one that a part imports and names, with the first place of each."""
        start = join_name(definition.namespace, definition.name) + "."
        for clause in part.content.clauses:
            if clause.space == "type" and clause.path.startswith(start):
                uses = (use for use in part.content.uses if use.head == clause.bound and use.kind == "code")
                first = next(uses, None)
                if first is not None:
                    yield clause.path[len(start) :].partition(".")[0], first.start

    def declares(self, part: _Part, name: str) -> bool:
        """Whether a type has a member of that name itself."""
        return any(name in d.members or name + "()" in d.members for d in part.definitions)

    def extends(self, part: _Part, symbol: Symbol) -> bool:
        """Whether types come, over others too, from a type."""
        bases = {base.rpartition(".")[2] for d in part.definitions for base in d.bases}
        return symbol.name in self.with_bases(bases)

    def types_seen(self, part: _Part) -> frozenset[str]:
        """Return the types that a part names, with all that they come from: what they hold may be theirs."""
        key = (part.unit, part.package)
        if key not in self.seen:
            self.seen[key] = self.with_bases({use.head for use in part.content.uses if use.kind == "code"})
        return self.seen[key]

    def with_bases(self, names: set[str]) -> frozenset[str]:
        """Return some types with those that they come from, over others too."""
        seen: set[str] = set()
        waiting = set(names)
        while waiting:
            name = waiting.pop()
            if name in seen:
                continue
            seen.add(name)
            for place in self.by_name.get(name, []):
                definition = self.dialect.definition_of(place)
                if definition is not None:
                    waiting |= {base.rpartition(".")[2] for base in definition.bases}
        return frozenset(seen)

    @cached_property
    def by_name(self) -> dict[str, list[Symbol]]:
        found: dict[str, list[Symbol]] = {}
        for symbols in self.view.table.places.values():
            for symbol in symbols:
                found.setdefault(symbol.name, []).append(symbol)
        return found

    def is_rare(self, name: str) -> bool:
        """Whether no other type of the application has a member of that name."""
        return len(self.owners_of(name)) <= 1

    def is_alone(self, part: _Part, symbol: Symbol, name: str) -> bool:
        """Whether of all types that a part names, with their bases, only one has a member of that name."""
        known = self.types_seen(part) | {definition.name for definition in part.definitions}
        owners = {owner.rpartition(":")[2] for owner in self.owners_of(name)}
        return not (owners & known) - {symbol.name}

    def owners_of(self, name: str) -> set[str]:
        """Return the types that have a member of that name."""
        if self.declared is None:
            self.declared = {}
            for unit, facts in self.view.units.facts.items():
                for definition in facts.definitions:
                    for member in (*definition.members, *definition.inner):
                        name_of = member.removeprefix(PROTECTED).removesuffix("()")
                        self.declared.setdefault(name_of, set()).add(f"{unit}:{definition.name}")
        return self.declared.get(name, set())

    def refuse(self, part: _Part, at: int, why: str, used: Symbol) -> Refusal:
        """Return the refusal of a use that would cross packages; `used` is what is used."""
        line = part.content.line_of(at)
        user = Symbol(part.unit, part.content.holder_at(at))
        return Refusal(part.unit, line, why, "make it visible first, or move both", along=(user, used))


def _bare_use(source: bytes, name: str) -> int:
    """Return where a file names an inherited field by itself, or -1; not where a local name hides it."""
    word = re.escape(name.encode())
    if re.search(LOCAL % word, source):
        return -1
    found = re.search(rb"(?<![\w.$\"])" + word + rb"(?![\w$(])", source)
    return found.start() if found is not None else -1


def _blank(source: bytes, definitions: list[Definition]) -> bytes:
    """Return a text with some definitions left out, everything else where it was."""
    out = bytearray(source)
    for definition in definitions:
        for at in range(definition.start, definition.end):
            if out[at] not in b"\r\n":
                out[at] = 32
    return bytes(out)
