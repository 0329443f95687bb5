"""C#'s names: how they are looked up, spelled, opened; what a project keeps to itself."""

import re
import textwrap
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import replace

from yandrel.languages.csharp.content import Chain, ContentReader, read_content
from yandrel.languages.csharp.facts import ALIAS, GLOBAL, STATIC, STATIC_MEMBER, UNDER_CONDITION
from yandrel.languages.csharp.grammar import condition_around, condition_at, parse_first_branches
from yandrel.languages.csharp.lookup import Names, Surroundings, find_rooted, find_type, levels_of
from yandrel.languages.csharp.project import project_of
from yandrel.languages.csharp.references import find_references
from yandrel.languages.csharp.view import CSharpView
from yandrel.languages.edits import newline_of
from yandrel.languages.named.assemblies import find_definition, refuse_crossings
from yandrel.languages.named.content import Block, Clause, Content, Held, Statement, Use
from yandrel.languages.named.dialect import AddedImport, Dialect, Draft, KeptImport, Known, Scope
from yandrel.languages.named.statements import insert_lines, remove_statement
from yandrel.languages.named.table import Renaming, join_name, last_of, parent_of
from yandrel.model.changes import Edit, Refusal, Relocation, Rewrite
from yandrel.model.graph import Symbol

ATTRIBUTE = "Attribute"
ROOT = "global::"
INDENT = "    "
MARGIN = re.compile(rb"[ \t]*")
MANY_LINES = re.compile(rb'@"|"""|\$@')
WORD = re.compile(rb"[^\W\d]\w*")


class CSharpDialect(Dialect):
    """See `Dialect`."""

    suffixes = (".cs",)
    nests = True
    view: CSharpView

    # -- reading -----------------------------------------------------------------------------------

    def read(self, source: bytes, unit: str) -> Content:
        content, reader = read_content(source, unit, self.view.inherited_members(unit))
        self.settle_usings(content, reader)
        for item in self.view.global_imports(unit):
            name = item.names[0]
            space = item.space.removeprefix(GLOBAL)
            path = item.module if space == "type" else join_name(item.module, name.name)
            content.ambient.append((path, name.alias, "type" if space == ALIAS else space))
        self.make_uses(content, reader)
        content.uses.sort(key=lambda use: use.start)
        return content

    def settle_usings(self, content: Content, reader: ContentReader) -> None:
        """Give usings inside of a namespace their whole names, and those above all to every block."""
        for number, clause in enumerate(content.clauses):
            statement = content.statements[clause.statement]
            inside = clause.statement in reader.inner
            if inside and not clause.bound and clause.space == "type":
                path = self.view.settle_namespace(clause.path, content.blocks[statement.block].name)
                content.clauses[number] = _replaced(clause, path, "inner")
            if not inside:
                content.statements[clause.statement] = _everywhere(statement)

    def make_uses(self, content: Content, reader: ContentReader) -> None:
        """Cut each chain of names to what of it names a type."""
        from yandrel.languages.named.rewrite import old_scope

        scopes = [old_scope(self, content, number) for number in range(len(content.blocks))]
        surroundings = [surroundings_of(scope) for scope in scopes]
        cuts: dict[tuple[int, tuple[str, ...], bool, str], int | None] = {}
        for chain in reader.chains:
            around = surroundings[chain.block]
            key = (chain.block, chain.names, chain.rooted, chain.kind)
            if key not in cuts:
                cuts[key] = self.cut(chain, around)
            found = cuts[key]
            if found is None and chain.kind == "string":
                if len(chain.names) > 1 and self.view.table.has_namespace(".".join(chain.names)):
                    spans = (chain.start, chain.ends[-1], chain.names, chain.rooted)
                    content.uses.append(Use(*spans, "type", chain.block, chain.kind))
                continue
            if chain.kind == "value":
                if found == 1 and self.is_of_type(chain, around):
                    content.uses.append(
                        Use(chain.start, chain.ends[0], chain.names[:1], False, "type", chain.block)
                    )
                continue
            count = found if found is not None else 1
            if chain.kind == "string" and len(chain.names) - count > 1:
                continue
            content.uses.append(
                Use(
                    chain.start,
                    chain.ends[count - 1],
                    chain.names[:count],
                    chain.rooted,
                    "type",
                    chain.block,
                    chain.kind,
                )
            )

    def is_of_type(self, chain: Chain, around: Surroundings) -> bool:
        """Whether what is taken from a name, which a type and a value have, only the type has."""
        meant = find_type(around, chain.names, self.view.names)
        place = self.view.table.find(meant[0], "type") if meant is not None else None
        definition = find_definition(self, place) if place is not None else None
        return definition is not None and STATIC_MEMBER + chain.names[1] in definition.inner

    def cut(self, chain: Chain, around: Surroundings) -> int | None:
        """Return how many names of a chain name a type of ours."""
        names = self.view.names
        if chain.rooted:
            found = find_rooted(chain.names, names)
            return found[1] if found is not None else None
        found = _find(around, chain.names, chain.kind, names)
        return found[1] if found is not None else None

    # -- meaning -----------------------------------------------------------------------------------

    def scope_of(self, namespace: str, imports: Iterable[tuple[str, str, str]]) -> Scope:
        scope = Scope(namespace)
        for path, bound, space in imports:
            if bound:
                scope.bound.setdefault(("type", bound), path)
            elif space == "inner":
                scope.inner.append(path)
            elif space == "type":
                scope.opened.append(path)
        return scope

    def meaning(self, scope: Scope, use: Use, known: Known) -> str | None:
        if use.kind == "member":
            return None
        names = Names(lambda name: known.has(name, "type"), known.has_namespace, known.has_word)
        if use.rooted:
            return ".".join(use.parts)
        around = surroundings_of(scope)
        found = _find(around, use.parts, use.kind, names)
        if found is None:
            return None
        return ".".join([found[0], *use.parts[found[1] :]])

    def spell(self, use: Use, written: str, path: str, draft: Draft) -> str | None:
        if use.rooted:
            return ROOT + path if written.startswith(ROOT) else path
        if use.kind == "doc":
            return path
        short = use.kind == "attribute" and not written.endswith(ATTRIBUTE)
        for spelled in self.spellings(use, path, draft, short):
            again = Use(0, 0, tuple(spelled.split(".")), False, "type", use.block, use.kind)
            if self.meaning(draft.scope, again, draft.known) == path:
                return spelled
        return ROOT + path

    def spellings(self, use: Use, path: str, draft: Draft, short: bool) -> Iterable[str]:
        """Yield ways to write a name, the likeliest first; a namespace may be opened on the way."""
        whole = path.removesuffix(ATTRIBUTE) if short else path
        bound = draft.binding_of(path, "type")
        if bound is not None:
            yield bound
        if len(use.parts) == 1:
            yield last_of(whole)
            if parent_of(path) and self.may_open(path, draft):
                draft.open(parent_of(path))
                yield last_of(whole)
                draft.close_last()
        if len(use.parts) > 1 and find_rooted(use.parts, self.view.names) is not None:
            yield whole
        for level in levels_of(draft.scope.namespace):
            if level and whole.startswith(level + "."):
                yield whole[len(level) + 1 :]
        yield whole

    def may_open(self, path: str, draft: Draft) -> bool:
        """Whether opening a namespace changes what no other name means."""
        namespace = parent_of(path)
        for (_, head), targets in draft.claims.items():
            name = join_name(namespace, head)
            if draft.known.has(name, "type") and targets != {name}:
                return False
        return True

    def spell_string(self, written: str, path: str) -> str:
        return path

    def is_redundant(self, path: str, bound: str, namespace: str) -> bool:
        return False

    def settle_clause(self, clause: Clause, path: str, content: Content, renaming: Renaming) -> str | None:
        """A namespace that holds nothing any more cannot be opened."""
        if clause.space == STATIC or not self.view.is_all_here(clause.path):
            return path
        if path != clause.path:
            others = {c.path for c in content.clauses if not c.bound and c.path != clause.path}
            own = content.blocks[content.statements[clause.statement].block].name
            return None if path in others or path == own else path
        return path if clause.path in self.left_after(renaming) else None

    def left_after(self, renaming: Renaming) -> set[str]:
        if self._left is None or self._left[0] is not renaming:
            self._left = (renaming, renaming.namespaces_after())
        return self._left[1]

    _left: tuple[Renaming, set[str]] | None = None

    def implied_namespaces(
        self, uses: list[Use], before: Scope, after: Scope, renaming: Renaming
    ) -> list[str]:
        """Methods that extend others are found only where their class's namespace is opened."""
        around, seen = surroundings_of(before), self.view.visible(surroundings_of(after))
        wanted: dict[str, None] = {}
        for name in {use.head for use in uses if use.kind == "member"}:
            for symbol in self.view.visible_extensions(name, around):
                home = parent_of(renaming.place(join_name(self.view.home_of(symbol), symbol.name), "type"))
                if home and home not in seen:
                    wanted[home] = None
        return sorted(wanted)

    # -- statements ----------------------------------------------------------------------------------

    def edit_imports(
        self, content: Content, block: int, kept: list[KeptImport], added: list[AddedImport], namespace: str
    ) -> list[Edit]:
        edits: list[Edit] = []
        gone: set[int] = set()
        texts: dict[int, str] = {}
        for item in kept:
            number = item.clause.statement
            if not content.statements[number].conditional:
                texts[number] = _key(item.path)
            if item.dropped:
                gone.add(number)
            elif item.path != item.clause.path:
                edits.append(Edit(item.clause.path_start, item.clause.path_end, item.path.encode()))
        lines = list(dict.fromkeys((_key(a.path), _using_line(a, newline_of(content.source))) for a in added))
        alone = len(gone) == len(content.statements) and not lines
        edits += [
            remove_statement(content, content.statements[n], alone and n == max(gone)) for n in sorted(gone)
        ]
        present = [content.statements[n] for n in texts if content.statements[n].block == block]
        if present:
            indent = _indent_at(content.source, present[0].start)
            return edits + insert_lines(
                content, block, [(k, indent + line) for k, line in lines], texts, gone
            )
        return edits + _first_usings(content, lines)

    def edit_namespace(self, content: Content, block: Block, namespace: str) -> list[Edit]:
        if block.name and namespace:
            return [Edit(block.name_start, block.name_end, namespace.encode())]
        return []

    def namespace_after(
        self, unit: str, new: str, content: Content, block: Block, expected: str | None
    ) -> str:
        """A unit follows its folder where it did before, or where it is moved to where it stands."""
        text = content.source[block.name_start : block.name_end].decode("utf-8", "replace")
        if not expected or "".join(text.split()) != block.name:
            return block.name
        follows = self.view.expected_namespace(unit) == block.name
        mended = unit == new and len(content.blocks) == 1
        return expected if follows or mended else block.name

    def fit_into(self, content: Content, block: int, text: str) -> str:
        """Indent the first line of pieces like what stands in the block."""
        if _is_braced(content, content.blocks[block]) and not text.startswith("#"):
            return _indent_of(content, block) + text
        return text

    def new_file(self, origin: Content, namespace: str, added: list[AddedImport], pieces: list[str]) -> str:
        newline = newline_of(origin.source)
        around = condition_around(origin.source)
        if around:
            added = [replace(a, condition="") if a.condition == around else a for a in added]
            text = self._new_text(origin, namespace, added, pieces, newline)
            return f"#if {around}{newline}{text}#endif{newline}"
        return self._new_text(origin, namespace, added, pieces, newline)

    def _new_text(
        self, origin: Content, namespace: str, added: list[AddedImport], pieces: list[str], newline: str
    ) -> str:
        lines = sorted(dict.fromkeys((_key(a.path), _using_line(a, newline)) for a in added))
        head = newline.join(line for _, line in lines) + newline * 2 if lines else ""
        body = (newline * 2).join(pieces)
        if not namespace:
            return head + body + newline
        block = origin.blocks[0]
        if not _is_braced(origin, block) if block.name else has_top_level_statements(origin.source):
            return f"{head}namespace {namespace};{newline * 2}{body}{newline}"
        indent = _indent_of(origin, 0)
        if not block.name and not MANY_LINES.search(body.encode()):
            pieces = [textwrap.indent(piece, indent).lstrip() for piece in pieces]
        inner = (newline * 2).join(piece if piece.startswith("#") else indent + piece for piece in pieces)
        return f"{head}namespace {namespace}{newline}{{{newline}{inner}{newline}}}{newline}"

    def piece_imports(
        self, content: Content, held: Held, renaming: Renaming, namespace: str
    ) -> list[AddedImport]:
        """Return the usings that a piece needs; all of those of outside namespaces and opened types."""
        words = set(WORD.findall(content.source[held.start : held.end]))
        out = []
        for clause in content.clauses:
            path = renaming.place(clause.path, "type")
            if content.statements[clause.statement].conditional:
                asked = condition_at(content.source, clause.start)
                out.append(AddedImport(path, clause.space, clause.bound or "*", asked))
                continue
            if clause.bound and clause.bound.encode() in words:
                out.append(AddedImport(path, "type", clause.bound))
            elif clause.space == STATIC:
                out.append(AddedImport(path, STATIC, "*"))
            elif not clause.bound and not (
                clause.path in self.view.table.declared and self.view.is_all_here(clause.path)
            ):
                out.append(AddedImport(path, "type", "*"))
        return out

    def follows_file(self, held: Held, unit: str) -> bool:
        return held.name == unit.rpartition("/")[2].partition(".")[0]

    # -- what may not be ------------------------------------------------------------------------------

    def object_to(
        self, relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content]
    ) -> list[Refusal]:
        def part_of(unit: str) -> str:
            return project_of(unit, self.view.project)

        refusals = self._refuse_conditional_rest(renaming)
        refusals += _refuse_parted_attributes(relocation, contents, part_of)
        if any(b"InternalsVisibleTo" in content.source for content in contents.values()):
            return refusals
        return refusals + refuse_crossings(self, relocation, renaming, contents, part_of)

    def _refuse_conditional_rest(self, renaming: Renaming) -> list[Refusal]:
        """Refuse to leave a namespace with only conditional code where others still open it."""
        table = self.view.table
        kept = [key for key in table.places if key not in renaming.moved]
        refusals = []
        for namespace in sorted(
            {parent_of(table.spelled[key]) for key in renaming.moved if key[0] == "type"}
        ):
            inside = namespace + "."
            rest = [s for key in kept if table.spelled[key].startswith(inside) for s in table.places[key]]
            gone = [
                s
                for key in renaming.moved
                if table.spelled[key].startswith(inside)
                for s in table.places[key]
            ]
            if all(self._is_conditional(symbol) for symbol in gone):
                continue
            if namespace and rest and all(self._is_conditional(symbol) for symbol in rest):
                why = f"only what stands under a condition here would be left in {namespace}"
                refusals.append(Refusal(rest[0].unit, 0, why, "move that as well", along=tuple(rest)))
        return refusals

    def _is_conditional(self, symbol: Symbol) -> bool:
        definition = find_definition(self, symbol)
        return definition is not None and UNDER_CONDITION in definition.marks

    def needed_references(
        self, relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content], result: Rewrite
    ) -> dict[str, frozenset[str]]:
        return find_references(self, relocation, renaming, contents, result)


def _refuse_parted_attributes(
    relocation: Relocation, contents: Mapping[str, Content], part_of: Callable[[str], str]
) -> list[Refusal]:
    """Refuse to take attributes of an assembly along to another project."""
    why = "has attributes of its assembly, which would be those of another project"
    return [
        Refusal(unit, content.line_of(content.preamble_end), why, "put them into a file that stays first")
        for unit, content in contents.items()
        if content.preamble_end and part_of(unit) != part_of(relocation.unit(unit))
    ]


def surroundings_of(scope: Scope) -> Surroundings:
    """Return a scope as C# looks names up in it."""
    aliases = {name: path for (_, name), path in scope.bound.items()}
    return Surroundings(scope.namespace, aliases, scope.opened, scope.inner)


def _replaced(clause: Clause, path: str, space: str) -> Clause:
    return replace(clause, path=path, space=space)


def _find(around: Surroundings, parts: Sequence[str], kind: str, names: Names) -> tuple[str, int] | None:
    """Return what a name leads to: in an attribute's place, what is called so in full before others."""
    longer = [*parts[:-1], parts[-1] + ATTRIBUTE] if kind == "attribute" else []
    found = (find_type(around, longer, names) if longer else None) or find_type(around, parts, names)
    return found or (find_rooted(parts, names) if kind == "doc" else None)


def _key(path: str) -> str:
    """Return what usings are sorted by: the system's own first."""
    return ("0" if (path + ".").startswith("System.") else "1") + path


def _using_line(new: AddedImport, newline: str) -> str:
    line = _plain_using_line(new)
    return newline.join([f"#if {new.condition}", line, "#endif"]) if new.condition else line


def _plain_using_line(new: AddedImport) -> str:
    if new.alias == "*":
        return f"using static {new.path};" if new.space == STATIC else f"using {new.path};"
    return f"using {new.alias or last_of(new.path)} = {new.path};"


def _indent_at(source: bytes, position: int) -> str:
    line = source.rfind(b"\n", 0, position) + 1
    lead = source[line:position]
    return lead.decode() if not lead.strip(b" \t") else ""


def _indent_of(content: Content, block: int) -> str:
    """Return what stands before the types of a block."""
    first = next((held for held in content.held if held.block == block), None)
    line = content.source.rfind(b"\n", 0, first.name_start) + 1 if first is not None else 0
    found = MARGIN.match(content.source, line)
    return found[0].decode() if first is not None and found is not None and found[0] else INDENT


def _is_braced(content: Content, block: Block) -> bool:
    return bool(block.name) and content.source[block.start : block.start + 1] == b"{"


def has_top_level_statements(source: bytes) -> bool:
    """Whether a file runs statements outside of types, as only languages with short namespaces can."""
    return _first_statement(source) is not None


def _first_statement(source: bytes) -> int | None:
    """Return where the first statement outside of types starts."""
    statements = parse_first_branches(source).root_node.named_children
    return next((node.start_byte for node in statements if node.type == "global_statement"), None)


def _first_usings(content: Content, lines: list[tuple[str, str]]) -> list[Edit]:
    if not lines:
        return []
    newline = newline_of(content.source)
    block = content.blocks[0]
    at = block.statement_start
    if not block.name and content.held:
        at = min(at, content.held[0].start) if at else content.held[0].start
        runs = _first_statement(content.source)
        at = at if runs is None else min(at, runs)
    above = [s.end for s in content.statements if not s.conditional]
    body = newline.join(line for _, line in sorted(lines))
    if above and max(above) < at:
        return [Edit(max(above), max(above), (newline + body).encode())]
    if content.source[:at] == b"\xef\xbb\xbf":
        return [Edit(at, at, (body + newline * 2).encode())]
    return [Edit(at, at, (body + newline * 2).encode())]


def _everywhere(statement: Statement) -> Statement:
    return replace(statement, everywhere=True)
