"""PHP's names: how they are looked up, spelled, imported; and the paths that files name files by."""

import posixpath
import re
from collections.abc import Iterable, Iterator, Mapping, Sequence
from functools import cached_property

from yandrel.languages.edits import newline_of
from yandrel.languages.named.across import UseAcross, find_unseen, refuse_unseen, tell_unseen
from yandrel.languages.named.assemblies import find_definition
from yandrel.languages.named.content import Block, Clause, Content, PathUse, Statement, Use
from yandrel.languages.named.dialect import (
    AddedImport,
    Dialect,
    Draft,
    KeptImport,
    Known,
    Scope,
)
from yandrel.languages.named.statements import insert_lines, remove_statement
from yandrel.languages.named.table import Renaming, join_name, last_of, parent_of
from yandrel.languages.php.autoloaders import Loader, Way, find_loaders, find_ways
from yandrel.languages.php.content import read_content
from yandrel.languages.php.packages import PhpReach
from yandrel.languages.php.paths import (
    FOLDER,
    HERE,
    OPEN,
    SUM,
    FolderConstants,
    is_bare,
    tell_unknown_paths,
)
from yandrel.languages.php.view import PhpView
from yandrel.model.changes import Edit, Note, Refusal, Relocation
from yandrel.model.facts import TYPE_KINDS
from yandrel.model.graph import Symbol

WORDS = {"type": "", "function": "function ", "constant": "const "}
ORDER = {"type": "0", "function": "1", "constant": "2"}


class PhpDialect(Dialect):
    """See `Dialect`.

    `successors` are the files that nothing is left of, with those that are loaded instead, `unseen` the uses
    across packages that the last relocation asked about makes.
    """

    suffixes = (".php",)
    view: PhpView
    successors: Mapping[str, str] = {}
    unseen: list[UseAcross]
    loaders: Sequence[Loader] = ()
    _after: tuple[Relocation, FolderConstants] | None = None

    def read(self, source: bytes, unit: str) -> Content:
        return read_content(source)

    def scope_of(self, namespace: str, imports: Iterable[tuple[str, str, str]]) -> Scope:
        scope = Scope(namespace)
        for path, bound, space in imports:
            scope.bound[space, self.view.fold(bound, space)] = path
        return scope

    def meaning(self, scope: Scope, use: Use, known: Known) -> str | None:
        written = ".".join(use.parts)
        if use.rooted:
            return written
        head = use.head
        if head.lower() == "namespace" and len(use.parts) > 1:
            return join_name(scope.namespace, ".".join(use.parts[1:]))
        space = use.space if len(use.parts) == 1 else "type"
        bound = scope.bound.get((space, self.view.fold(head, space)))
        if bound is not None:
            return ".".join((bound, *use.parts[1:]))
        own = join_name(scope.namespace, written)
        if space == "type":
            return own
        if known.has(own, space):
            return own
        return written if known.has(written, space) else None

    def spell(self, use: Use, written: str, path: str, draft: Draft) -> str | None:
        name = last_of(path)
        namespace = draft.scope.namespace
        fold = self.view.fold
        space = use.space
        if use.rooted:
            return "\\" + path.replace(".", "\\")
        if len(use.parts) > 1:
            return self._spell_qualified(use, path, draft)
        bound = draft.binding_of(path, space)
        if bound is not None:
            return bound
        same = fold(parent_of(path), "type") == fold(namespace, "type")
        if same and (space, fold(name, space)) not in draft.scope.bound:
            return name
        plain = not parent_of(path) and (space, fold(path, space)) not in draft.imported
        if use.kind == "doc" or plain:
            return "\\" + path.replace(".", "\\")
        brought = draft.bring_in(path, space, use.head)
        return brought if brought is not None else "\\" + path.replace(".", "\\")

    def _spell_qualified(self, use: Use, path: str, draft: Draft) -> str:
        fold = self.view.fold
        parts = path.split(".")
        for cut in range(len(parts) - 1, 0, -1):
            bound = draft.binding_of(".".join(parts[:cut]), "type")
            if bound is not None:
                return "\\".join([bound, *parts[cut:]])
        namespace = draft.scope.namespace
        prefix = namespace + "." if namespace else ""
        if fold(path, "type").startswith(fold(prefix, "type")):
            below = path[len(prefix) :]
            head = below.split(".")[0]
            if "." in below and ("type", fold(head, "type")) not in draft.scope.bound:
                return below.replace(".", "\\")
        bound = draft.binding_of(path, use.space) if use.kind == "code" else None
        if bound is not None:
            return bound
        brought = draft.bring_in(path, use.space) if draft.imports and use.kind == "code" else None
        return brought if brought is not None else "\\" + path.replace(".", "\\")

    def spell_string(self, written: str, path: str) -> str:
        separator = "\\\\" if "\\\\" in written.lstrip("\\") else "\\"
        lead = written[: len(written) - len(written.lstrip("\\"))]
        spelled = path.replace(".", separator)
        return lead + (spelled.lower() if written.islower() else spelled)

    def is_redundant(self, path: str, bound: str, namespace: str) -> bool:
        fold = self.view.fold
        return fold(parent_of(path), "type") == fold(namespace, "type") and bound == last_of(path)

    # -- statements ------------------------------------------------------------------------------

    def edit_imports(
        self, content: Content, block: int, kept: list[KeptImport], added: list[AddedImport], namespace: str
    ) -> list[Edit]:
        edits: list[Edit] = []
        lines = [(_key(a.path, a.space), _use_line(a.path, a.space, a.alias)) for a in added]
        by_statement: dict[int, list[KeptImport]] = {}
        for item in kept:
            by_statement.setdefault(item.clause.statement, []).append(item)
        gone: set[int] = set()
        texts: dict[int, str] = {}
        for number, items in by_statement.items():
            statement = content.statements[number]
            first = next((i for i in items if not i.changed), items[0])
            texts[number] = _key(first.path, first.clause.space)
            together = _moved_prefix(items, statement.prefix) if statement.grouped else ""
            if together:
                edits.append(_edit_prefix(content, number, together))
                continue
            leaving = {
                i.clause: _moves_out(i, statement.prefix) for i in items if i.dropped or statement.grouped
            }
            staying = [i for i in items if not i.dropped and not leaving.get(i.clause, False)]
            for item in items:
                if not item.dropped and leaving.get(item.clause, False):
                    space = item.clause.space
                    lines.append((_key(item.path, space), _use_line(item.path, space, item.alias)))
            if not staying:
                gone.add(number)
            elif len(staying) < len(items):
                edits += _drop_clauses(content, items, staying)
            for item in staying:
                if item.changed or (item.alias and not item.clause.aliased):
                    edits.append(_edit_clause(content, item, statement.prefix))
        alone = len(gone) == sum(s.block == block for s in content.statements) and not lines
        edits += [
            remove_statement(content, content.statements[n], alone and n == max(gone)) for n in sorted(gone)
        ]
        indent = "    " if _is_indented(content, block) else ""
        return edits + insert_lines(content, block, [(k, indent + t) for k, t in lines], texts, gone)

    def edit_namespace(self, content: Content, block: Block, namespace: str) -> list[Edit]:
        text = namespace.replace(".", "\\")
        newline = newline_of(content.source)
        if block.name and namespace:
            return [Edit(block.name_start, block.name_end, text.encode())]
        if namespace:
            at = block.insert_at
            return [Edit(at, at, f"{newline * 2}namespace {text};".encode())]
        source = content.source
        end = block.statement_end
        while source[end : end + 1] in (b"\n", b"\r"):
            end += 1
        if source[block.name_end : block.statement_end].strip() == b"":
            return [Edit(block.name_start, block.name_end, b"")]
        return [Edit(block.statement_start, end, b"")]

    def new_file(self, origin: Content, namespace: str, added: list[AddedImport], pieces: list[str]) -> str:
        newline = newline_of(origin.source)
        block = origin.blocks[-1]
        header = origin.source[: block.statement_start].decode("utf-8").rstrip()
        if "<?php" not in header:
            header = "<?php"
        parts = [header]
        if namespace:
            parts.append(f"namespace {namespace.replace('.', chr(92))};")
        lines = sorted((_key(a.path, a.space), _use_line(a.path, a.space, a.alias)) for a in added)
        if lines:
            parts.append(newline.join(line for _, line in lines))
        return (newline * 2).join([*parts, *pieces]) + newline

    # -- what PHP does not allow, and paths --------------------------------------------------------

    def object_to(
        self, relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content]
    ) -> list[Refusal]:
        refusals: list[Refusal] = []
        self.successors = find_successors(relocation, contents)
        self.loaders = find_loaders(contents)
        refusals += self._refuse_unlike_their_loaders(relocation, renaming)
        present = {relocation.unit(path) for path in self.view.units.facts}
        for symbol, target in relocation.definitions.items():
            content = contents.get(symbol.unit)
            if content is None or target.unit == relocation.unit(symbol.unit):
                continue
            held = next((h for h in content.held if h.name == symbol.name), None)
            if held is None:
                continue
            if held.space == "type" and self._is_autoloaded(target.unit, target.name, relocation):
                continue
            if held.space == "type" and self._ways_of(symbol):
                continue
            if target.unit in present:
                line = content.line_of(held.start)
                refusals += self._refuse_unfound(symbol, target, line, relocation)
                refusals += self._refuse_unloaded(symbol, target, line, relocation)
                continue
            refusals.append(
                Refusal(
                    symbol.unit,
                    content.line_of(held.start),
                    f"nothing would load {target.unit}, so that {held.name} would not be found",
                    "move it into a file that is loaded"
                    if held.space != "type"
                    else "name the file like the class, below an autoload root",
                )
            )
        reach = PhpReach(self.view.project)
        self.unseen = find_unseen(self, relocation, renaming, contents, reach)
        return refusals + refuse_unseen(self.unseen, reach)

    def notes_on(
        self, relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content]
    ) -> list[Note]:
        notes = tell_unknown_paths(relocation, self.successors, contents, self.constants, self._target_of)
        notes += self._tell_loaders(relocation)
        return notes + tell_unseen(self.unseen, PhpReach(self.view.project))

    def _ways_of(self, symbol: Symbol) -> list[Way]:
        """Return the ways by which functions of the application find a class."""
        definition = find_definition(self, symbol) if self.loaders else None
        if definition is None:
            return []
        return list(find_ways(self.loaders, symbol.unit, join_name(definition.namespace, symbol.name)))

    def _refuse_unlike_their_loaders(self, relocation: Relocation, renaming: Renaming) -> Iterator[Refusal]:
        """Refuse what a function of the application would look for in another file than where it goes."""
        for symbol in self._moved_types(relocation):
            ways = self._ways_of(symbol)
            definition = find_definition(self, symbol)
            if not ways or definition is None:
                continue
            target = relocation.place(symbol)
            name = renaming.place(join_name(definition.namespace, symbol.name), "type")
            wanted = [way.path_of(name, relocation.unit(way.base) if way.base else "") for way in ways]
            loaded = self._is_autoloaded(target.unit, target.name, relocation)
            if target.unit not in wanted and not loaded:
                loader = ways[0].loader
                why = f"{last_of(name)} would be looked for in {wanted[0]} by {loader.unit}:{loader.line}"
                yield Refusal(symbol.unit, definition.line, why, "name both so that they agree")

    def _moved_types(self, relocation: Relocation) -> Iterator[Symbol]:
        yield from relocation.definitions
        for unit, new in relocation.units.items():
            facts = self.view.units.facts.get(unit)
            for definition in facts.definitions if facts is not None and new != unit else ():
                symbol = Symbol(unit, definition.name)
                if definition.kind in TYPE_KINDS and symbol not in relocation.definitions:
                    yield symbol

    def _tell_loaders(self, relocation: Relocation) -> list[Note]:
        """Return a note for each folder that classes are loaded from, where it goes without its name."""
        notes: dict[tuple[str, int], Note] = {}
        for symbol in self._moved_types(relocation) if self.loaders else ():
            for way in self._ways_of(symbol):
                base = relocation.unit(way.base) if way.base else ""
                loader = way.loader
                if base != way.base and not loader.is_followed:
                    why = f"is where classes are looked for; it would be {base} now"
                    place = relocation.unit(loader.unit)
                    notes[place, loader.line] = Note(place, loader.line, loader.folder, why)
        return list(notes.values())

    def _refuse_unfound(
        self, symbol: Symbol, target: Symbol, line: int, relocation: Relocation
    ) -> list[Refusal]:
        """A class that is looked for by its name is not found in the file of another."""
        stem = symbol.unit.rpartition("/")[2].removesuffix(".php")
        if stem != symbol.name or not self.view.namespace_of(symbol.unit):
            return []
        if not self._is_autoloaded(symbol.unit, symbol.name, Relocation({}, {})):
            return []
        folder = target.unit[: target.unit.rfind("/") + 1]
        return [
            Refusal(
                symbol.unit,
                line,
                f"{target.name} would be looked for in {folder}{target.name}.php, not in {target.unit}",
                f"move it to {folder}, or have composer.json's classmap name that file",
            )
        ]

    def _refuse_unloaded(
        self, symbol: Symbol, target: Symbol, line: int, relocation: Relocation
    ) -> list[Refusal]:
        """Refuse to move functions out of a file that composer.json loads into one that it does not."""
        listed = [path for path in self.view.project.listed if not path.endswith("/")]
        after = {relocation.unit(path) for path in listed}
        if symbol.unit not in listed or target.unit in after:
            return []
        return [
            Refusal(
                symbol.unit,
                line,
                f"nothing would load {target.unit}, so that {symbol.name} would not be found",
                "move it into a file that is loaded",
            )
        ]

    def _is_autoloaded(self, unit: str, name: str, relocation: Relocation) -> bool:
        project = self.view.project
        if any(
            relocation.unit(p) == unit or (p.endswith("/") and unit.startswith(p)) for p in project.listed
        ):
            return True
        stem = unit.rpartition("/")[2].removesuffix(".php")
        return stem == name and any(
            unit.startswith(relocation.unit(r.path) if r.path else "") for r in project.roots
        )

    def edit_paths(self, unit: str, new: str, content: Content, relocation: Relocation) -> list[Edit]:
        edits = []
        named = {self._target_of(unit, path) for path in content.paths}
        for path in content.paths:
            successor = self.successors.get(self._target_of(unit, path))
            if path.statement is not None and successor and successor in (*named, new):
                statement = Statement(*path.statement, 0, "")
                edits.append(remove_statement(content, statement, False))
                continue
            if path.base.startswith(SUM) or is_bare(path):
                edit_one = self._edit_bare_path if is_bare(path) else self._edit_joined_path
                edit = edit_one(unit, new, content, path, relocation)
                edits += [edit] if edit is not None else []
                continue
            text = self._new_path(unit, new, path, relocation)
            if text is not None and text != path.text:
                edits.append(Edit(path.start, path.end, text.encode()))
        return edits

    def _new_path(self, unit: str, new: str, path: PathUse, relocation: Relocation) -> str | None:
        folder = posixpath.dirname(unit)
        new_folder = posixpath.dirname(new)
        up = int(path.base.removeprefix(FOLDER)) if path.base.startswith(FOLDER) else 0
        if path.base.startswith(FOLDER) and not path.text.startswith("/"):
            return None
        if path.base == OPEN or (path.base == HERE and path.text.startswith("/")):
            return None
        start, new_start = _climb(folder, up), _climb(new_folder, up)
        target = posixpath.normpath(posixpath.join(start or ".", path.text.lstrip("/")))
        moved = self._place_after(target, relocation)
        if not moved or (moved == target and new_start == start):
            return None
        relative = posixpath.relpath(moved, new_start or ".")
        lead = "/" if path.text.startswith("/") else ""
        if not lead and path.text.startswith("./") and not relative.startswith("."):
            relative = "./" + relative
        tail = "/" if path.text.endswith("/") and not relative.endswith("/") else ""
        return lead + relative + tail

    def _place_after(self, target: str, relocation: Relocation) -> str:
        """Return where a file or folder of the application goes, nothing where a path leads to none."""
        if target.startswith("..") or target == ".":
            return ""
        if target in self.view.units.files:
            return self.successors.get(target) or relocation.unit(target)
        if target + "/" in self.view.units.folders:
            return relocation.unit(target + "/").rstrip("/")
        return ""

    def _edit_joined_path(
        self, unit: str, new: str, content: Content, path: PathUse, relocation: Relocation
    ) -> Edit | None:
        """Return the edit of a path that is joined to constants."""
        target = self.constants.find(path, unit)
        moved = self._place_after(target, relocation) if target else ""
        after = self.constants_after(relocation)
        if not moved or (moved == target and after.find(path, new) == target):
            return None
        found = after.spell(path, new, moved)
        if found is None:
            return None
        kept, text = found
        text += "/" if path.text.endswith("/") and not text.endswith("/") else ""
        if kept == path.base.removeprefix(SUM):
            return Edit(path.start, path.end, text.encode())
        quote = content.source[path.start - 1 : path.start].decode()
        return Edit(path.joined_at, path.end + 1, f"{kept} . {quote}{text}{quote}".encode())

    def constants_after(self, relocation: Relocation) -> FolderConstants:
        if self._after is None or self._after[0] is not relocation:
            self._after = (relocation, FolderConstants(self.view.units.facts, relocation))
        return self._after[1]

    @cached_property
    def constants(self) -> FolderConstants:
        return FolderConstants(self.view.units.facts)

    def _edit_bare_path(
        self, unit: str, new: str, content: Content, path: PathUse, relocation: Relocation
    ) -> Edit | None:
        """Return the edit of `include 'a/b.php'`, which is looked for in several folders.

        Where the old text cannot be kept below the folder that it was found in, the file's own is named: a
        path that begins with dots is looked for beside the program alone.
        """
        target = self._target_of(unit, path)
        if not target:
            return None
        moved = self.successors.get(target) or relocation.unit(target)
        beside = posixpath.normpath(posixpath.join(posixpath.dirname(unit), path.text)) == target
        if moved == target and (not beside or new == unit):
            return None
        start = target.removesuffix(path.text).rstrip("/")
        text = posixpath.relpath(moved, (posixpath.dirname(new) if beside and start else start) or ".")
        if not text.startswith(".."):
            return Edit(path.start, path.end, text.encode()) if text != path.text else None
        quote = content.source[path.start - 1 : path.start].decode()
        text = posixpath.relpath(moved, posixpath.dirname(new) or ".")
        return Edit(path.start - 1, path.end + 1, f"__DIR__ . {quote}/{text}{quote}".encode())

    def _target_of(self, unit: str, path: PathUse) -> str:
        """Return the file of the application that a path leads to, nothing where it is none."""
        folder = posixpath.dirname(unit)
        up = int(path.base.removeprefix(FOLDER)) if path.base.startswith(FOLDER) else 0
        places = [posixpath.join(_climb(folder, up) or ".", path.text.lstrip("/"))]
        if path.base == OPEN or path.base.startswith(SUM):
            places = [self.constants.find(path, unit) or ".."]
        if is_bare(path):
            places.append(path.text)
        files = self.view.units.files
        found = next((p for p in map(posixpath.normpath, places) if p in files), "")
        if found or not is_bare(path):
            return found
        along = [file for file in self.named_alike.get(posixpath.basename(path.text), ())
                 if file.endswith("/" + path.text)]  # fmt: skip
        return along[0] if len(along) == 1 else ""

    @cached_property
    def named_alike(self) -> dict[str, list[str]]:
        """The files of each name; one in a folder of include_path is found by it."""
        found: dict[str, list[str]] = {}
        for file in self.view.units.files:
            found.setdefault(posixpath.basename(file), []).append(file)
        return found


def find_successors(relocation: Relocation, contents: Mapping[str, Content]) -> dict[str, str]:
    """Return the files that nothing is left of, with those that their first definitions go to."""
    found = {}
    for unit, content in contents.items():
        targets = [relocation.definitions.get(Symbol(unit, held.name)) for held in content.held]
        comes = any(target.unit == unit for target in relocation.definitions.values())
        first = targets[0] if targets else None
        if first is not None and not content.acts and not comes:
            if all(target is not None and target.unit != relocation.unit(unit) for target in targets):
                found[unit] = first.unit
    return found


def _climb(folder: str, levels: int) -> str:
    for _ in range(levels):
        folder = posixpath.dirname(folder)
    return folder


def _key(path: str, space: str) -> str:
    return ORDER[space] + path.replace(".", "\\").lower()


def _use_line(path: str, space: str, alias: str) -> str:
    tail = f" as {alias}" if alias else ""
    return f"use {WORDS[space]}{path.replace('.', chr(92))}{tail};"


def _moves_out(item: KeptImport, prefix: str) -> bool:
    """Whether a clause no longer fits the common prefix of its group."""
    return bool(prefix) and not item.path.startswith(prefix + ".")


def _moved_prefix(items: list[KeptImport], prefix: str) -> str:
    """Return the new common prefix of a group that moves whole; nothing where its members part."""
    ends = {item.clause.path.removeprefix(prefix) for item in items}
    moved = {item.path.removesuffix(item.clause.path.removeprefix(prefix)) for item in items}
    kept = all(not item.dropped and (not item.alias or item.clause.aliased) for item in items)
    fits = all(item.path.endswith(item.clause.path.removeprefix(prefix)) for item in items)
    new = next(iter(moved)) if len(moved) == 1 else ""
    return new if prefix and kept and fits and len(ends) == len(items) and new not in ("", prefix) else ""


def _edit_prefix(content: Content, number: int, prefix: str) -> Edit:
    statement = content.statements[number]
    old, new = (text.replace(".", "\\").encode() for text in (statement.prefix, prefix))
    at = content.source.index(old, statement.start)
    return Edit(at, at + len(old), new)


def _edit_clause(content: Content, item: KeptImport, prefix: str) -> Edit:
    path = item.path[len(prefix) + 1 :] if prefix else item.path
    lead = "\\" if content.source[item.clause.path_start : item.clause.path_start + 1] == b"\\" else ""
    text = lead + path.replace(".", "\\")
    end = item.clause.path_end
    if item.alias and not item.clause.aliased:
        text += f" as {item.alias}"
    return Edit(item.clause.path_start, end, text.encode())


def _drop_clauses(content: Content, items: list[KeptImport], staying: list[KeptImport]) -> list[Edit]:
    """Return the edits that take some clauses, with their commas, out of a statement."""
    edits = []
    ordered: list[Clause] = [item.clause for item in items]
    stay = {item.clause for item in staying}
    for position, clause in enumerate(ordered):
        if clause in stay:
            continue
        if position + 1 < len(ordered):
            following = ordered[position + 1]
            edits.append(Edit(clause.start, following.start, b""))
        else:
            before = [c for c in ordered[:position] if c in stay]
            edits.append(Edit(before[-1].end if before else clause.start, clause.end, b""))
    return edits


def _is_indented(content: Content, block: int) -> bool:
    found = content.blocks[block]
    first = next((s for s in content.statements if s.block == block), None)
    if first is not None:
        return content.source[first.start - 1 : first.start] in (b" ", b"\t")
    return re.search(rb"\{\s*\Z", content.source[found.statement_end : found.insert_at]) is not None
