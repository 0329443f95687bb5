"""Swift's names: seen in the whole module, and in what imports it where they are public."""

from collections.abc import Callable, Iterable, Iterator, Mapping

from yandrel.languages.edits import newline_of
from yandrel.languages.named.across import find_meant
from yandrel.languages.named.assemblies import keep_to_file, refuse_crossings, refuse_private
from yandrel.languages.named.content import Block, Clause, Content, Held, Use
from yandrel.languages.named.dialect import AddedImport, Dialect, Draft, KeptImport, Known, Scope
from yandrel.languages.named.roots import Roots
from yandrel.languages.named.statements import insert_lines, remove_statement
from yandrel.languages.named.table import Renaming, join_name, last_of, parent_of
from yandrel.languages.swift.content import read_content
from yandrel.languages.swift.dependencies import DEPENDENCY_MAP
from yandrel.languages.swift.extensions import tell_extensions
from yandrel.languages.swift.needs import Dependencies
from yandrel.languages.swift.project import MANIFEST
from yandrel.languages.swift.view import SwiftView
from yandrel.model.changes import Edit, Note, Refusal, Relocation, Rewrite
from yandrel.model.project import SourceRoot


class SwiftDialect(Dialect):
    """See `Dialect`."""

    suffixes = (".swift",)
    view: SwiftView

    def read(self, source: bytes, unit: str) -> Content:
        content = read_content(source, unit, self.view.module_of(unit))
        keep_to_file(content, self.view.units.facts[unit])
        return content

    def namespace_at(self, path: str, roots: Roots) -> str | None:
        return self.view.module_of(path, roots)

    def namespace_after(
        self, unit: str, new: str, content: Content, block: Block, expected: str | None
    ) -> str:
        return expected or ""

    def scope_of(self, namespace: str, imports: Iterable[tuple[str, str, str]]) -> Scope:
        return Scope(namespace, {}, [path for path, _, _ in imports])

    def meaning(self, scope: Scope, use: Use, known: Known) -> str | None:
        if use.rooted:
            return ".".join(use.parts)
        for module in (scope.namespace, *scope.opened):
            name = join_name(module, use.head)
            if known.has(name, "type"):
                return name
        return None

    def spell(self, use: Use, written: str, path: str, draft: Draft) -> str | None:
        module = parent_of(path)
        if module and module != draft.scope.namespace and module not in draft.scope.opened:
            draft.open(module)
        if use.rooted:
            return path
        again = Use(0, 0, (last_of(path),), False, "type", use.block)
        return last_of(path) if self.meaning(draft.scope, again, draft.known) == path else path

    def spell_string(self, written: str, path: str) -> str:
        return path

    def is_redundant(self, path: str, bound: str, namespace: str) -> bool:
        return False

    def settle_clause(self, clause: Clause, path: str, content: Content, renaming: Renaming) -> str | None:
        return clause.path

    def piece_imports(
        self, content: Content, held: Held, renaming: Renaming, namespace: str
    ) -> list[AddedImport]:
        """Return all imports of the file: which of them a piece needs cannot be determined.

        The space of an import says "type", and after that what is said of it ahead: `@testable`.
        """
        return [AddedImport(c.path, c.space, "*") for c in content.clauses if c.path != namespace]

    def edit_imports(
        self, content: Content, block: int, kept: list[KeptImport], added: list[AddedImport], namespace: str
    ) -> list[Edit]:
        texts = {item.clause.statement: item.path for item in kept}
        gone = {
            item.clause.statement for item in kept
            if namespace != content.blocks[block].name and item.path == namespace
        }  # fmt: skip
        edits = [remove_statement(content, content.statements[n], False) for n in sorted(gone)]
        known = {item.path: item.clause for item in kept}
        wanted = _marks_of(added)
        for path, marks in wanted.items():
            if path in known:
                at = content.statements[known[path].statement].start
                missing = [mark for mark in marks if mark not in known[path].space]
                edits += [Edit(at, at, f"{mark} ".encode()) for mark in missing]
        lines = [
            (path, " ".join([*marks, f"import {path}"]))
            for path, marks in wanted.items()
            if path not in known
        ]
        return edits + insert_lines(content, block, lines, texts, gone)

    def edit_namespace(self, content: Content, block: Block, namespace: str) -> list[Edit]:
        return []

    def new_file(self, origin: Content, namespace: str, added: list[AddedImport], pieces: list[str]) -> str:
        newline = newline_of(origin.source)
        found = sorted(_marks_of(added).items())
        lines = [" ".join([*marks, f"import {path}"]) for path, marks in found]
        parts = [newline.join(lines), *pieces] if lines else pieces
        return (newline * 2).join(parts) + newline

    def follows_file(self, held: Held, unit: str) -> bool:
        return held.name == unit.rpartition("/")[2].partition(".")[0]

    def object_to(
        self, relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content]
    ) -> list[Refusal]:
        module_of = self.module_finder(relocation)
        return [
            *refuse_private(self, relocation, contents),
            *refuse_crossings(self, relocation, renaming, contents, module_of),
            *self.overlapping(relocation),
            *self.strayed(relocation),
            *self.emptied(relocation, contents),
        ]

    def notes_on(
        self, relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content]
    ) -> list[Note]:
        return list(tell_extensions(self.view.units.facts, relocation, contents))

    def module_finder(self, relocation: Relocation) -> Callable[[str], str]:
        """Return what tells the module of a path, be it an old one or a new one."""
        old = self.view.project.roots
        moved = [SourceRoot(relocation.unit(root.path), root.namespace) for root in old if root.path]
        roots = Roots([*moved, *old])
        return lambda path: self.view.module_of(path, roots)

    def overlapping(self, relocation: Relocation) -> list[Refusal]:
        """No target's folder comes to stand in that of another, whose files it would be as well."""
        roots = [(root, relocation.unit(root.path)) for root in self.view.project.roots if root.path]
        out = []
        for inner, path in roots:
            for outer, around in roots:
                apart = not inner.path.startswith(outer.path)
                if apart and path.startswith(around):
                    unit = self.unit_in(inner)
                    why = f"the target {inner.namespace} would stand in that of {outer.namespace}"
                    out.append(Refusal(unit, 0, why, "choose another place"))
        return out

    def strayed(self, relocation: Relocation) -> list[Refusal]:
        """No target leaves the package that lists it."""
        files = [unit for unit in self.view.units.files if unit.endswith("/" + MANIFEST) or unit == MANIFEST]
        packages = [(file[: -len(MANIFEST)], relocation.unit(file)[: -len(MANIFEST)]) for file in files]
        out = []
        for root in self.view.project.roots:
            moved = relocation.unit(root.path)
            old = max((p for p in packages if root.path.startswith(p[0])), default=("", ""))
            new = max((after for _, after in packages if moved.startswith(after)), default="")
            if root.path and new != old[1]:
                why = f"the target {root.namespace} would leave the package that lists it"
                out.append(Refusal(self.unit_in(root), 0, why, "choose another place"))
        return out

    def emptied(self, relocation: Relocation, contents: Mapping[str, Content]) -> list[Refusal]:
        """No target that Package.swift lists loses its last file."""
        listed = {m.scope: m.pattern for m in self.view.project.maps if m.kind == DEPENDENCY_MAP}
        gone = {old.unit for old in relocation.definitions if self.is_emptied(old.unit, relocation, contents)}
        kept = [relocation.unit(unit) for unit in self.view.units.facts if unit not in gone]
        kept += [new.unit for new in relocation.definitions.values()]
        out = []
        for folder, name in listed.items():
            moved = relocation.unit(folder)
            lost = next((unit for unit in self.view.units.facts if unit.startswith(folder)), "")
            if lost and not any(unit.startswith(moved) for unit in kept):
                why = f"nothing would be left of the target {name}, which Package.swift lists"
                out.append(Refusal(lost, 0, why, "leave a file there, or take the target off the list first"))
        return out

    def is_emptied(self, unit: str, relocation: Relocation, contents: Mapping[str, Content]) -> bool:
        """Whether all that a unit holds leaves it."""
        content = contents.get(unit)
        leaving = {old.name for old, new in relocation.definitions.items() if new.unit != unit}
        return content is not None and not content.acts and all(h.name in leaving for h in content.held)

    def unit_in(self, root: SourceRoot) -> str:
        """Return the first unit of a target, or its folder where it has none."""
        return next((unit for unit in self.view.units.facts if unit.startswith(root.path)), root.path)

    def needed_references(
        self, relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content], result: Rewrite
    ) -> dict[str, frozenset[str]]:
        """Return what targets must newly depend on; what Package.swift cannot say is refused."""
        module_of = self.module_finder(relocation)
        dependencies = Dependencies(self.view.project)
        depends = {m.pattern: set(m.targets) for m in self.view.project.maps if m.kind == DEPENDENCY_MAP}
        for unit, content in contents.items():
            targets = self.targets_of(unit, relocation)
            homes = {module_of(target) for target in targets}
            asked = self.asked_for(unit, content, relocation, renaming, module_of)
            taken = self.taken_along(content, module_of(unit), homes, depends)
            for here, there, start in (*asked, *taken):
                lacking = dependencies.is_lacking(here, there)
                reason = dependencies.add(here, there, self.view.module_of(unit)) if lacking else None
                if reason is not None:
                    result.refusals.append(Refusal(unit, content.line_of(start), *reason))
                    break
        return {path: frozenset(added) for path, added in dependencies.needed.items()}

    def targets_of(self, unit: str, relocation: Relocation) -> set[str]:
        """Return the paths of what a unit, and what leaves it, will be in."""
        leaving = {new.unit for old, new in relocation.definitions.items() if old.unit == unit}
        return {relocation.unit(unit), *leaving}

    def asked_for(
        self,
        unit: str,
        content: Content,
        relocation: Relocation,
        renaming: Renaming,
        module_of: Callable[[str], str],
    ) -> Iterator[tuple[str, str, int]]:
        """Yield the module of what uses something that it is parted from, the module of that, and where."""
        for user, used, start in find_meant(self, renaming, {unit: content}, ("code",)):
            before = self.view.module_of(user.unit), self.view.module_of(used.unit)
            after = module_of(relocation.place(user).unit), module_of(relocation.place(used).unit)
            if after[0] != after[1] and after != before:
                yield *after, start

    def taken_along(
        self, content: Content, old: str, new: set[str], depends: Mapping[str, set[str]]
    ) -> Iterator[tuple[str, str, int]]:
        """Yield a new module, what the file imports by leave of the old one, and where.

        Targets of the package count that the new one does not reach, whether the old one says so or not.
        """
        for here in sorted(new - {old}):
            for clause in content.clauses:
                module = clause.path.partition(".")[0]
                own = module in depends and module not in _reached_from(here, depends)
                if module in depends.get(old, ()) or own:
                    yield here, module, clause.start


def _reached_from(module: str, depends: Mapping[str, set[str]]) -> set[str]:
    """Return the modules that one depends on, over others too."""
    reached: set[str] = set()
    waiting = [module]
    while waiting:
        found = depends.get(waiting.pop(), set()) - reached
        reached |= found
        waiting += found
    return reached


def _marks_of(added: Iterable[AddedImport]) -> dict[str, list[str]]:
    """Return the modules that are to be imported, each with all that is said of that ahead."""
    found: dict[str, dict[str, None]] = {}
    for item in added:
        found.setdefault(item.path, {}).update(dict.fromkeys(item.space.split()[1:]))
    return {path: list(marks) for path, marks in found.items()}
