"""Java's names: how they are looked up, spelled, imported; and what only a package sees."""

import re
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import replace

from yandrel.languages.edits import newline_of
from yandrel.languages.jvm import kotlin_content
from yandrel.languages.jvm.builds import JvmReach
from yandrel.languages.jvm.content import ContentReader, read_content
from yandrel.languages.jvm.kotlin_content import KotlinReader
from yandrel.languages.jvm.kotlin_limits import are_same, refuse_in_kotlin
from yandrel.languages.jvm.kotlin_tree import facade_name
from yandrel.languages.jvm.module_reach import MODULE_INFO, JavaModules
from yandrel.languages.jvm.modules import ModuleFile
from yandrel.languages.jvm.requires import find_required
from yandrel.languages.jvm.resources import Resource, find_resources, spell_resource, spell_rooted
from yandrel.languages.jvm.test_libraries import refuse_test_libraries
from yandrel.languages.jvm.view import JvmView
from yandrel.languages.jvm.visibility import Visibility
from yandrel.languages.named.across import find_unseen, refuse_unseen
from yandrel.languages.named.assemblies import keep_to_file
from yandrel.languages.named.content import Block, Clause, Content, Held, Use
from yandrel.languages.named.dialect import AddedImport, Dialect, Draft, KeptImport, Known, Scope
from yandrel.languages.named.statements import insert_lines, remove_statement
from yandrel.languages.named.table import AMBIGUOUS, Renaming, join_name, last_of, parent_of
from yandrel.model.changes import Edit, Note, Refusal, Relocation
from yandrel.model.facts import Definition
from yandrel.model.graph import Symbol


class JvmDialect(Dialect):
    """See `Dialect`."""

    suffixes = (".java", ".kt")
    nests = True
    view: JvmView

    def __init__(self, view: JvmView) -> None:
        super().__init__(view)
        self.readers: dict[int, ContentReader | KotlinReader] = {}

    def read_part(self, source: bytes, unit: str) -> tuple[Content, ContentReader | KotlinReader]:
        """Read a text as that of a unit, as it stands."""
        return kotlin_content.read_content(source, unit) if is_kotlin(unit) else read_content(source)

    def read(self, source: bytes, unit: str) -> Content:
        content, reader = self.read_part(source, unit)
        if is_kotlin(unit):
            keep_to_file(content, self.view.units.facts[unit])
        self.readers[id(content)] = reader
        content.uses = [cut for use in content.uses if (cut := self._cut(use, source)) is not None]
        if is_kotlin(unit):
            drop_inside(content)
        return content

    def names_of_file(self, unit: str, new: str, namespace: str) -> list[tuple[str, str]]:
        """Java finds the functions of a Kotlin file in a class that is called by the file."""
        facts = self.view.units.facts[unit]
        out = []
        for bound in facts.bound:
            before, after = facade_name(bound, unit), facade_name(bound, new)
            out.append((join_name(facts.namespaces[0], before), join_name(namespace, after)))
        return out

    def _cut(self, use: Use, source: bytes) -> Use | None:
        """Return a qualified use without what is taken from the type; None where no type of ours is named."""
        if not use.rooted:
            return use
        for count in range(len(use.parts), 1, -1):
            if self.view.table.has(".".join(use.parts[:count]), "type"):
                if count == len(use.parts):
                    return use
                if use.kind == "string" and len(use.parts) - count > 1:
                    return None
                text = source[use.start : use.end].decode("utf-8", "replace")
                wanted = ".".join(use.parts[:count])
                if not text.startswith(wanted):
                    return None
                return replace(use, end=use.start + len(wanted.encode()), parts=use.parts[:count])
        is_package = use.kind == "string" and self.view.table.has_namespace(".".join(use.parts))
        return use if is_package else None

    def scope_of(self, namespace: str, imports: Iterable[tuple[str, str, str]]) -> Scope:
        scope = Scope(namespace)
        for path, bound, space in imports:
            if not bound:
                scope.opened.append(path)
            else:
                scope.bound.setdefault((space, bound), path)
        return scope

    def meaning(self, scope: Scope, use: Use, known: Known) -> str | None:
        if use.rooted:
            return ".".join(use.parts)
        if use.kind == "member":
            return self._meaning_of_member(scope, use, known)
        head = use.head
        bound = scope.bound.get(("type", head))
        if bound is not None:
            return bound
        own = join_name(scope.namespace, head)
        if known.has(own, "type"):
            return own
        found = {
            join_name(opened, head) for opened in scope.opened if known.has(join_name(opened, head), "type")
        }
        if len(found) > 1:
            return AMBIGUOUS
        return next(iter(found), None)

    def _meaning_of_member(self, scope: Scope, use: Use, known: Known) -> str | None:
        """Return the extension that is called after a value, or by an operator's sign."""
        bound = scope.bound.get(("type", use.head))
        if bound is not None:
            return bound if self.view.is_extension(bound) or not known.has(bound, "type") else None
        places = [scope.namespace, *scope.opened]
        for name in (join_name(place, use.head) for place in places):
            if known.has(name, "type") and self.view.is_extension(name):
                return name
        return None

    def spell(self, use: Use, written: str, path: str, draft: Draft) -> str | None:
        if use.kind == "member":
            name = self._spell_member(path, draft)
            return name if use.end > use.start or name is None else written
        if use.rooted:
            return path
        name = last_of(path)
        bound = draft.binding_of(path, "type")
        if bound is not None:
            return bound
        same = parent_of(path) == draft.scope.namespace
        if same and ("type", name) not in draft.scope.bound:
            return name
        if use.kind == "doc" or draft.means_other(name, path, "type"):
            return path if parent_of(path) else None
        if not parent_of(path):
            return None
        return draft.bring_in(path, "type", use.head)

    def _spell_member(self, path: str, draft: Draft) -> str | None:
        bound = draft.binding_of(path, "type")
        if bound is not None or not parent_of(path):
            return bound
        name = last_of(path)
        if parent_of(path) == draft.scope.namespace and ("type", name) not in draft.scope.bound:
            return name
        return draft.bring_in(path, "type")

    def spell_string(self, written: str, path: str) -> str:
        return path

    def is_redundant(self, path: str, bound: str, namespace: str) -> bool:
        return parent_of(path) == namespace and bound == last_of(path)

    def settle_clause(self, clause: Clause, path: str, content: Content, renaming: Renaming) -> str | None:
        """A package that holds no type any more cannot be opened."""
        if clause.space == "static" or path != clause.path:
            return path
        if not self.view.is_all_here(clause.path):
            return path
        inside = clause.path + "."
        types = [n for (_, _), n in renaming.table.spelled.items() if parent_of(n) == clause.path]
        if not types:
            return path
        left = any(not renaming.is_moved(n, "type") for n in types)
        came = any(
            new.startswith(inside) and parent_of(new) == clause.path for new in renaming.arrived.values()
        )
        return path if left or came else None

    def piece_imports(
        self, content: Content, held: Held, renaming: Renaming, namespace: str
    ) -> list[AddedImport]:
        """Return static imports that a piece may use, and what opens packages from outside."""
        text = content.source[held.start : held.end]
        out = []
        for clause in content.clauses:
            path = _placed(clause.path, renaming)
            if clause.space == "static" and (not clause.bound or clause.bound.encode() in text):
                out.append(AddedImport(path, "static", "" if clause.bound else "*"))
            elif not clause.bound and not self.view.is_all_here(clause.path):
                out.append(AddedImport(path, "type", "*"))
        return out

    def files_named_after(self, renaming: Renaming) -> dict[str, str]:
        """A file in META-INF/services is called by the interface that it lists implementations of."""
        found = {}
        for path in self.view.units.files:
            folder, mark, name = path.partition("META-INF/services/")
            if mark and renaming.is_moved(name, "type"):
                found[path] = folder + mark + renaming.place(name, "type")
        return found

    # -- statements ------------------------------------------------------------------------------

    def edit_imports(
        self, content: Content, block: int, kept: list[KeptImport], added: list[AddedImport], namespace: str
    ) -> list[Edit]:
        edits: list[Edit] = []
        gone: set[int] = set()
        texts: dict[int, str] = {}
        for item in kept:
            number = item.clause.statement
            texts[number] = _key(item.path, item.clause.space)
            if item.dropped:
                gone.add(number)
            elif item.path != item.clause.path:
                tail = f" as {item.alias}" if item.alias and not item.clause.aliased else ""
                text = (item.path + tail).encode()
                edits.append(Edit(item.clause.path_start, item.clause.path_end, text))
        stop = "" if is_kotlin(content.unit) else ";"
        lines = [(_key(a.path, a.space), _import_line(a, stop)) for a in added]
        alone = len(gone) == len(content.statements) and not lines
        edits += [
            remove_statement(content, content.statements[n], alone and n == max(gone)) for n in sorted(gone)
        ]
        order = {n: t for n, t in texts.items() if t[0] == "0"} if lines and texts else texts
        return edits + insert_lines(content, block, lines, order or texts, gone)

    def edit_namespace(self, content: Content, block: Block, namespace: str) -> list[Edit]:
        newline = newline_of(content.source)
        if block.name and namespace:
            return [Edit(block.name_start, block.name_end, namespace.encode())]
        if namespace:
            at = block.insert_at
            stop = "" if is_kotlin(content.unit) else ";"
            return [Edit(at, at, f"package {namespace}{stop}{newline * 2}".encode())]
        end = block.statement_end
        while content.source[end : end + 1] in (b"\n", b"\r"):
            end += 1
        return [Edit(block.statement_start, end, b"")]

    def new_file(self, origin: Content, namespace: str, added: list[AddedImport], pieces: list[str]) -> str:
        newline = newline_of(origin.source)
        stop = "" if is_kotlin(origin.unit) else ";"
        before = origin.source[: origin.blocks[0].statement_start].decode("utf-8")
        header = before.rstrip() if not before.startswith("@file") else ""
        gap = before[len(header) :] if namespace else ""
        parts = [f"{header}{gap}package {namespace}{stop}"] if namespace else [header] if header else []
        lines = sorted((_key(a.path, a.space), _import_line(a, stop)) for a in added)
        if lines:
            parts.append(newline.join(line for _, line in lines))
        return (newline * 2).join([*parts, *pieces]) + newline

    def edit_module(
        self, unit: str, relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content]
    ) -> list[Edit]:
        if not unit.endswith(MODULE_INFO):
            return []
        modules = JavaModules(self.view.project, relocation)
        required = find_required(modules, modules.place_of(unit)[0], relocation, contents)
        return ModuleFile(unit, contents[unit].source, relocation, renaming, required).edits()

    def namespace_after(
        self, unit: str, new: str, content: Content, block: Block, expected: str | None
    ) -> str:
        """A Kotlin package below that of its folder stays below it: folders need not spell it out."""
        before = self.view.expected_namespace(unit)
        if expected and before and unit != new and is_kotlin(unit) and block.name.startswith(before + "."):
            return expected + block.name.removeprefix(before)
        return super().namespace_after(unit, new, content, block, expected)

    def are_same(self, name: str, one: bytes, other: bytes) -> bool:
        return are_same(name, one, other)

    def follows_file(self, held: Held, unit: str) -> bool:
        return held.space == "type" and held.name == unit.rpartition("/")[2].partition(".")[0]

    # -- what only a package sees ------------------------------------------------------------------

    def object_to(
        self, relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content]
    ) -> list[Refusal]:
        refusals = self._public_in_files(relocation)
        refusals += refuse_test_libraries(self.view.units.facts, relocation, contents)
        reach = JvmReach(self.view.project)
        refusals += refuse_unseen(find_unseen(self, relocation, renaming, contents, reach), reach)
        modules = JavaModules(self.view.project, relocation)
        if len(modules.names) > 1:
            refusals += refuse_unseen(find_unseen(self, relocation, renaming, contents, modules), modules)
        if any(is_kotlin(unit) for unit in contents):
            refusals += refuse_in_kotlin(self, relocation, renaming, contents)
        return refusals + Visibility(self, renaming, contents).refusals()

    def edit_paths(self, unit: str, new: str, content: Content, relocation: Relocation) -> list[Edit]:
        """Name what a class finds beside its package from the root, where that is another package now."""
        return [
            Edit(resource.start, resource.end, spelled.encode())
            for resource, spelled in self._respelled_resources(unit, new, content, relocation)
            if spelled is not None and spelled != resource.name
        ]

    def _respelled_resources(
        self, unit: str, new: str, content: Content, relocation: Relocation
    ) -> Iterator[tuple[Resource, str | None]]:
        """Yield the files that a unit's own classes find, with how they are named now."""
        resources = list(find_resources(content.source))
        if not resources:
            return
        facts = self.view.units.facts.get(unit)
        old = facts.namespaces[0] if facts is not None and facts.namespaces else ""
        expected = self.view.expected_namespace(new)
        files = self.view.units.files
        own = {"", *(definition.name for definition in facts.definitions)} if facts is not None else set()
        for resource in resources:
            if resource.name.startswith("/"):
                yield resource, spell_rooted(resource.name, files, relocation)
            elif resource.owner in own and expected not in (None, old):
                yield resource, spell_resource(resource.name, old, expected or "", files, relocation)

    def _tell_lost_resources(self, relocation: Relocation, contents: Mapping[str, Content]) -> Iterator[Note]:
        for unit, new in relocation.units.items():
            content = contents.get(unit)
            found = self._respelled_resources(unit, new, content, relocation) if content is not None else ()
            for resource, spelled in found:
                if spelled is None and content is not None:
                    rooted = resource.name.startswith("/")
                    why = "is looked for beside the class, whose package is another now"
                    why = "is looked for where packages begin, and goes elsewhere" if rooted else why
                    yield Note(new, content.line_of(resource.start), resource.name, why)

    def notes_on(
        self, relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content]
    ) -> list[Note]:
        natives = list(self._tell_natives(relocation, renaming, contents))
        if len(natives) > FEW_NATIVES:
            first = natives[0]
            places = tuple(note.where for note in natives[1:])
            why = f"{first.why}; {len(places)} more native methods are looked for like it"
            natives = [Note(first.unit, first.line, first.text, why, places=places)]
        return [*self._tell_lost_resources(relocation, contents), *natives]

    def _tell_natives(
        self, relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content]
    ) -> Iterator[Note]:
        """Yield a note for each native method whose class has another name now."""
        for unit, content in contents.items():
            for definition in self.view.units.facts[unit].definitions:
                name = join_name(definition.namespace, definition.name)
                if renaming.place(name, "type") == name:
                    continue
                for found in NATIVE.finditer(content.source, definition.start, definition.end):
                    method = (found[1] or found[2]).decode("utf-8", "replace")
                    line = content.line_of(found.start())
                    why = f"its library looks for it in {name}: build that anew"
                    target = relocation.definitions.get(Symbol(unit, definition.name))
                    place = target.unit if target is not None else relocation.unit(unit)
                    yield Note(place, line, method, why)

    def _public_in_files(self, relocation: Relocation) -> list[Refusal]:
        out = []
        for symbol, target in relocation.definitions.items():
            definition = self.definition_of(symbol)
            if is_kotlin(symbol.unit) != is_kotlin(target.unit):
                out.append(Refusal(symbol.unit, 0, f"{target.unit} is written in another language"))
            if is_kotlin(target.unit):
                continue
            stem = target.unit.rpartition("/")[2].removesuffix(".java")
            if definition is not None and not definition.hidden and stem != target.name:
                out.append(
                    Refusal(
                        symbol.unit,
                        definition.line,
                        f"{target.name} is public, and so must stand in {target.name}.java",
                    )
                )
        return out

    def definition_of(self, symbol: Symbol) -> Definition | None:
        facts = self.view.units.facts.get(symbol.unit)
        if facts is None:
            return None
        return next((d for d in facts.definitions if d.name == symbol.name), None)


FEW_NATIVES = 3
NATIVE = re.compile(
    rb"\bnative\s++[^;{}()]{0,400}(?<!\w)(\w++)\s*+\([^;{}]{0,2000}+;"
    rb"|\bexternal\s++(?:(?!fun\b)\w++\s++){0,12}+fun\s++(\w++)"
)
"""A method that a library outside of the language implements, which finds it by its class's name."""


def _placed(path: str, renaming: Renaming) -> str:
    outer, tail = path, ""
    while outer:
        if renaming.table.has(outer, "type"):
            return renaming.place(outer, "type") + tail
        outer, tail = parent_of(outer), "." + last_of(outer) + tail
    return path


def _key(path: str, space: str) -> str:
    return ("1" if space == "static" else "0") + path


def _import_line(new: AddedImport, stop: str) -> str:
    word = "import static " if new.space == "static" else "import "
    alias = f" as {new.alias}" if new.alias not in ("", "*") else ""
    return f"{word}{new.path}{'.*' if new.alias == '*' else alias}{stop}"


def is_kotlin(unit: str) -> bool:
    return unit.endswith(".kt")


def drop_inside(content: Content) -> None:
    """Drop uses that stand inside of a qualified one."""
    rooted = sorted((u.start, u.end) for u in content.uses if u.rooted and u.kind == "code")
    longest: list[tuple[int, int]] = []
    for start, end in rooted:
        if longest and start == longest[-1][0]:
            longest[-1] = (start, max(end, longest[-1][1]))
        else:
            longest.append((start, end))
    starts = dict(longest)
    spans = list(starts.items())
    content.uses = [
        use for use in content.uses
        if (use.rooted and starts.get(use.start, use.end) == use.end)
        or (not use.rooted and not any(s <= use.start and use.end <= e and e > s for s, e in spans))
    ]  # fmt: skip
