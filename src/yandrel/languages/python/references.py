"""Every reference in one file, spelled anew where it would no longer lead to the same thing."""

import builtins
import re
from collections.abc import Callable

from yandrel.languages.python.context import Context
from yandrel.languages.python.deep import MODULE_SCOPE, Link, Text, Use, read_deep_facts
from yandrel.languages.python.imports import Drop, Goto, ImportEditor, NewImport
from yandrel.languages.python.naming_places import names_module
from yandrel.languages.python.view import Found
from yandrel.model.changes import UNSURE, Edit, Note, Refusal
from yandrel.model.facts import Import, ImportedName
from yandrel.model.graph import State, Symbol

QUALIFIED = re.compile(r"[A-Za-z_]\w*(?:\.[A-Za-z_]\w*)+(?::[A-Za-z_][\w.]*)?\Z")
ROLE = re.compile(r":(?:py:)?(?:mod|class|func|meth|attr|exc|data|obj|const):`~?([\w.]+)`")
APPLICATION_LISTS = frozenset({"=INSTALLED_APPS", "=MIDDLEWARE", "=PROVIDERS"})
CERTAIN = 2
"""How many separators a name has that is one by its looks, where its place does not tell."""
BUILTINS = frozenset(dir(builtins))


class FileRewriter:
    """One affected file: what its imports, uses and strings become.

    `site` tells the new unit of each byte offset: where definitions leave, not all go one way.
    """

    def __init__(self, context: Context, unit: str, site: Callable[[int], str]) -> None:
        self.context = context
        self.unit = unit
        self.site = site
        self.source = context.sources[unit]
        self.view = context.view
        self.facts = context.view.units.facts[unit]
        self.deep = read_deep_facts(self.source)
        folder = unit[: unit.rfind("/") + 1]
        newline = "\r\n" if b"\r\n" in self.source[:4096] else "\n"
        self.imports = ImportEditor(
            self.source,
            self.facts,
            newline,
            lambda first: first in context.new_tops or self.view.holds_top(first, folder),
        )
        self.edits: list[Edit] = []
        self.local_names: dict[tuple[int, str], str] = {}
        self.scope_of_import = {
            start: scope
            for scope, facts in enumerate(self.deep.scopes)
            for starts in facts.imports.values()
            for start in starts
        }
        self.by_start = {
            imported.start: (item, imported) for item in self.facts.imports for imported in item.names
        }
        self.taken = set(self.deep.every_name)
        self.required_whole: dict[int, set[str]] = {}
        self.handled_uses: set[int] = set()
        self.respelled: dict[int, str] = {}

    # -- helpers ---------------------------------------------------------------------------

    def line_of(self, at: int) -> int:
        return self.source.count(b"\n", 0, at) + 1

    def refuse(self, at: int, why: str, todo: str = "") -> None:
        self.context.result.refusals.append(Refusal(self.unit, self.line_of(at), why, todo))

    def note(self, at: int, text: str, why: str) -> None:
        self.context.result.notes.append(Note(self.unit, self.line_of(at), text, why, UNSURE))

    def spell(self, target: str, at: int, like: str) -> str | None:
        site = self.site(at)
        spelled = self.context.after.spell(target, site, like)
        if spelled is None:
            self.refuse(at, f"{target} cannot be imported from {site}", "choose another place")
        return spelled

    def reads_well(self, spelled: str, target: str, site: str) -> bool:
        """Whether a module's spelling still leads there, and not by a detour that a move has made."""
        after = self.context.after
        if after.view.find_spelled(spelled, site)[0] != target:
            return False
        if not spelled.startswith(".") or _folder(site) == _folder(self.unit):
            return True
        direct = after.relative(target, site)
        return direct is None or len(direct) >= len(spelled)

    def is_free(self, name: str) -> bool:
        return name not in self.taken and name not in BUILTINS

    def free_alias(self, name: str, unit: str) -> str:
        """Return a name for an import that nothing in the file uses yet."""
        parts = [p for p in re.split(r"[/.]", unit.removesuffix(".py")) if p != "__init__"]
        for part in [*reversed(parts[:-1]), "imported"]:
            choice = f"{part}_{name}"
            if choice.isidentifier() and self.is_free(choice):
                return choice
        return f"{name}_{len(self.taken)}"

    # -- import statements -------------------------------------------------------------------

    def rewrite_statements(self) -> None:
        for item in self.facts.imports:
            if item.module == "__future__":
                continue
            for imported in item.names:
                self.rewrite_imported(item, imported)

    def rewrite_imported(self, item: Import, imported: ImportedName) -> None:
        found = self.view.imported(self.unit, item, imported)
        if found.state != State.FOUND:
            self.keep_unfound(item, imported, found)
        elif item.whole:
            self.rewrite_whole(item, imported, found)
        elif imported.name == "*":
            self.rewrite_star(item, imported, found)
        elif not found.named.name:
            self.rewrite_submodule(item, imported, found.named.unit)
        else:
            self.rewrite_member(item, imported, found)

    def keep_unfound(self, item: Import, imported: ImportedName, found: Found) -> None:
        """An import whose name cannot be followed must go on leading to the same module or path."""
        if item.whole:
            return
        site = self.site(item.start)
        known, _ = self.view.find_spelled(item.module, self.unit)
        if known is not None:
            target = self.context.relocation.unit(known)
            if not self.reads_well(item.module, target, site):
                spelled = self.spell(target, item.start, item.module)
                if spelled is not None:
                    self.imports.decide(item, imported, Goto(spelled, imported.name, imported.alias))
            return
        if not item.module.startswith(".") or _folder(site) == _folder(self.unit):
            return
        level = len(item.module) - len(item.module.lstrip("."))
        base = self.view.package_folder(self.unit, level)
        rest = item.module[level:]
        if base is None:
            return
        name = self.view.module_name(base) if base else ""
        if name is None:
            return
        inside = any(base.startswith(folder) for folder in self.context.relocation.folders if folder)
        if inside:
            return
        dotted = f"{name}.{rest}" if name and rest else name or rest
        if dotted:
            self.imports.decide(item, imported, Goto(dotted, imported.name, imported.alias))

    def rewrite_whole(self, item: Import, imported: ImportedName, found: Found) -> None:
        target = self.context.relocation.unit(found.named.unit)
        site = self.site(item.start)
        if self.context.after.view.find_spelled(imported.name, site)[0] == target:
            return
        dotted = self.context.after.dotted(target, site)
        if dotted is None:
            self.refuse(item.start, f"{target} cannot be imported by a dotted name")
            return
        self.imports.decide(item, imported, Goto("", dotted, imported.alias))

    def rewrite_star(self, item: Import, imported: ImportedName, found: Found) -> None:
        target = self.context.relocation.unit(found.named.unit)
        if not self.reads_well(item.module, target, self.site(item.start)):
            spelled = self.spell(target, item.start, item.module)
            if spelled is not None:
                self.imports.decide(item, imported, Goto(spelled, "*"))

    def rewrite_submodule(self, item: Import, imported: ImportedName, unit: str) -> None:
        target = self.context.relocation.unit(unit)
        site = self.site(item.start)
        after = self.context.after.view
        parent, _ = after.find_spelled(item.module, site)
        if parent is not None and after.submodule(parent, imported.name) == target:
            if self.reads_well(item.module, parent, site):
                return
        folder, leaf = parent_and_leaf(target)
        holder = self.holder_of(folder)
        if not self.has_package(folder) or holder is None:
            dotted = self.context.after.dotted(target, site)
            if dotted is None or "." in dotted:
                self.refuse(item.start, f"{target} cannot be imported from {site}")
                return
            self.imports.decide(item, imported, Goto("", dotted, imported.alias or imported.name))
            return
        spelled = self.spell(holder, item.start, item.module)
        if spelled is None:
            return
        alias = imported.alias
        if leaf != imported.name and not alias:
            alias = self.rename_local(imported, leaf)
        self.imports.decide(item, imported, Goto(spelled, leaf, alias))

    def holder_of(self, folder: str) -> str | None:
        """Return what stands for a folder in imports: its package module, or the bare namespace."""
        facts = self.context.after.units.facts
        for name in ("__init__.py", "__init__.pyi"):
            if folder + name in facts:
                return folder + name
        return folder or None

    def has_package(self, folder: str) -> bool:
        """Whether a folder has a dotted name at all: source roots have none."""
        roots = {root.path for root in self.context.after.project.roots}
        return bool(folder) and folder not in roots

    def rewrite_member(self, item: Import, imported: ImportedName, found: Found) -> None:
        target = self.context.place_of_named(found.named, found.final)
        site = self.site(item.start)
        if Symbol(self.unit, imported.bound) in self.context.dropped and not item.nested:
            self.imports.decide(item, imported, Drop())
            return
        if not target.name:
            self.rewrite_submodule(item, imported, found.final.unit)
            return
        if target.unit == site and item.start != -1 and self.arrives(target):
            self.imports.decide(item, imported, Drop())
            if imported.bound != target.name:
                scope = self.scope_of_import.get(imported.start, MODULE_SCOPE)
                self.local_names[scope, imported.bound] = target.name
            return
        reads_well = self.reads_well(item.module, target.unit, site)
        if reads_well and imported.name == target.name:
            return
        spelled: str | None = item.module
        if not reads_well:
            spelled = self.spell(target.unit, item.start, item.module)
        if spelled is None:
            return
        alias = imported.alias
        if target.name != imported.name and not alias:
            alias = self.rename_local(imported, target.name)
        self.imports.decide(item, imported, Goto(spelled, target.name, alias))

    def arrives(self, target: Symbol) -> bool:
        return target in self.context.relocation.definitions.values()

    def rename_local(self, imported: ImportedName, new: str) -> str:
        """Rename what an import binds; return the alias to keep where that cannot be done."""
        scope = self.scope_of_import.get(imported.start, MODULE_SCOPE)
        old = imported.bound
        plain = len(self.deep.scopes[scope].bound.get(old, [])) == 1
        public = scope == MODULE_SCOPE and self.context.named_elsewhere(self.unit, old)
        if not plain or public or not self.is_free(new):
            return old
        self.local_names[scope, old] = new
        self.taken.add(new)
        if scope == MODULE_SCOPE:
            here = Symbol(self.unit, old)
            self.context.renamed_bindings[here] = Symbol(self.context.relocation.unit(self.unit), new)
        return ""

    # -- uses ------------------------------------------------------------------------------

    def rewrite_uses(self) -> None:
        for use in self.deep.uses:
            if use.start in self.handled_uses:
                continue
            if use.home < 0:
                self.rewrite_unbound(use)
            else:
                self.rewrite_bound(use)
        self.keep_first_names()
        self.drop_respelled()

    def rewrite_unbound(self, use: Use) -> None:
        """A name that no scope binds may come from a star import."""
        if use.head in BUILTINS:
            return
        found = self.view.member(self.unit, use.head)
        if found.state != State.FOUND or not found.through or found.final.unit == self.unit:
            return
        if self.context.survives(found.named):
            return
        target = self.context.relocation.place(found.final)
        if target.unit != self.site(use.start):
            spelled = self.spell(target.unit, use.start, self._star_style())
            if spelled is not None:
                self.imports.add(NewImport(spelled, target.name))
        if target.name != use.head:
            self.replace_links(use.links[:1], target.name)

    def _star_style(self) -> str:
        return next((i.module for i in self.facts.imports if i.names[0].name == "*"), "")

    def rewrite_bound(self, use: Use) -> None:
        starts = self.deep.scopes[use.home].imports.get(use.head)
        if not starts:
            return
        new = self.local_names.get((use.home, use.head))
        chains = []
        for start in starts:
            if start not in self.by_start:
                continue
            item, imported = self.by_start[start]
            if item.whole and not imported.alias:
                chains.append((item, imported))
                continue
            found = self.view.imported(self.unit, item, imported)
            if found.state == State.FOUND and not found.final.name:
                chains.append((item, imported))
        for item, imported in chains[:1]:
            if item.whole and not imported.alias:
                self.rewrite_dotted(use, [self.by_start[s] for s in starts if s in self.by_start])
                return
            if len(use.links) > 1 and self.rewrite_attributes(use, item, imported):
                return
        if new is not None:
            self.replace_links(use.links[:1], new)

    def replace_links(self, links: tuple[Link, ...], text: str) -> None:
        self.edits.append(Edit(links[0].start, links[-1].end, text.encode()))

    def rewrite_dotted(self, use: Use, imports: list[tuple[Import, ImportedName]]) -> None:
        """`import a.b` used as a.b.C: the whole dotted name is spelled anew."""
        item = imports[0][0]
        first, _ = self.view.find_spelled(use.head, self.unit)
        if first is None:
            return
        names = tuple(link.name for link in use.links[1:])
        module, taken, target = first, 0, Symbol(self.context.relocation.unit(first))
        member = False
        for count, found in self.view.follow(Symbol(first), names):
            taken = count
            if found.final.name or found.named.name:
                target = self.context.place_of_named(found.named, found.final)
                member = True
                break
            module = found.final.unit
            target = Symbol(self.context.relocation.unit(module))
        old = ".".join(link.name for link in use.links[: taken + 1])
        site = self.site(use.start)
        if member and target.unit == site and self.arrives(target):
            self.replace_links(use.links[: taken + 1], target.name)
            return
        dotted = self.context.after.dotted(target.unit, site)
        if dotted is None:
            self.refuse(use.start, f"{target.unit} cannot be named by a dotted name")
            return
        new = f"{dotted}.{target.name}" if target.name else dotted
        if new == old:
            self.required_whole.setdefault(use.home, set()).add(dotted)
            return
        head = dotted.partition(".")[0]
        if head != use.head and not self._is_module_name(head, use):
            self.refuse(use.start, f"the name {head} means something else here")
            return
        self.replace_links(use.links[: taken + 1], new)
        self.respelled[use.start] = old
        self.required_whole.setdefault(use.home, set())
        covered = any(
            i.whole and not n.alias
            and self.context.relocation.unit(self.view.find_spelled(n.name, self.unit)[0] or "")
            == target.unit
            for i, n in imports
        )  # fmt: skip
        if not covered:
            self.imports.add_after(item, NewImport("", dotted))

    def _is_module_name(self, head: str, use: Use) -> bool:
        if self.is_free(head):
            return True
        home = self.deep.scopes[use.home]
        starts = home.imports.get(head, [])
        bound = home.bound.get(head, [])
        if not starts or len(starts) != len(bound):
            return self._only_attribute(head)
        return all(self.by_start[s][0].whole and not self.by_start[s][1].alias for s in starts)

    def _only_attribute(self, head: str) -> bool:
        return all(head not in scope.bound for scope in self.deep.scopes)

    def keep_first_names(self) -> None:
        """Keep an import of `a` for its other uses where `import a.b` became `import c.d`."""
        for scope, dotted_names in self.required_whole.items():
            for dotted in sorted(dotted_names):
                first = dotted.partition(".")[0]
                starts = self.deep.scopes[scope].imports.get(first, [])
                items = [self.by_start[s] for s in starts if s in self.by_start]
                firsts = set()
                for item, imported in items:
                    decision = self.imports.decided(item, imported)
                    name = decision.name if isinstance(decision, Goto) else imported.name
                    firsts.add(name.partition(".")[0])
                if items and first not in firsts:
                    self.imports.add_after(items[0][0], NewImport("", dotted))

    def rewrite_attributes(self, use: Use, item: Import, imported: ImportedName) -> bool:
        """A module's name with attributes; whether the chain had to be spelled anew."""
        start = self.view.imported(self.unit, item, imported).final
        names = tuple(link.name for link in use.links[1:])
        steps = list(self.view.follow(start, names))
        holder = start.unit
        broken = -1
        for position, (_, found) in enumerate(steps):
            if not self.still_reads(holder, names[position], found):
                broken = position
                break
            if found.final.name:
                return False
            holder = found.final.unit
        if broken < 0:
            return False
        last = broken
        while not (steps[last][1].named.name or steps[last][1].final.name) and last + 1 < len(steps):
            last += 1
        found = steps[last][1]
        target = self.context.place_of_named(found.named, found.final)
        links = use.links[: last + 2]
        if target.name and target.unit == self.site(use.start) and self.arrives(target):
            self.replace_links(links, target.name)
            return True
        if target.name and target.unit == self.context.relocation.unit(holder) and last == broken:
            self.replace_links(links[-1:], target.name)
            return False
        module = self.module_as_name(target.unit, use, item)
        if module is None:
            return True
        self.replace_links(links, f"{module}.{target.name}" if target.name else module)
        if module != use.head:
            self.respelled[use.start] = use.head
        return True

    def still_reads(self, holder: str, name: str, found: Found) -> bool:
        relocation = self.context.relocation
        new_holder = relocation.unit(holder)
        if not found.named.name:
            return self.context.after.view.submodule(new_holder, name) == relocation.unit(found.named.unit)
        if found.named in self.context.renamed_bindings:
            return False
        return self.context.survives(found.named)

    def module_as_name(self, unit: str, use: Use, item: Import) -> str | None:
        """Return a name in this file for a module, importing it after `item` if need be."""
        for bound, starts in self.deep.scopes[use.home].imports.items():
            for start in starts:
                if start not in self.by_start:
                    continue
                other, imported = self.by_start[start]
                if other.whole and not imported.alias:
                    continue
                found = self.view.imported(self.unit, other, imported)
                if found.state == State.FOUND and not found.final.name:
                    same = self.context.relocation.unit(found.final.unit) == unit
                    if same and len(starts) == 1 and other.when <= item.when:
                        return self.local_names.get((use.home, bound), bound)
        folder, leaf = parent_and_leaf(unit)
        site = self.site(use.start)
        known = self.name_added_for(unit, leaf, site, item)
        if known:
            return known
        alias = "" if self.is_free(leaf) else self.free_alias(leaf, unit)
        holder = self.holder_of(folder)
        if holder is not None and self.has_package(folder):
            spelled = self.spell(holder, use.start, item.module if not item.whole else "")
            if spelled is None:
                return None
            new = NewImport(spelled, leaf, alias)
        else:
            new = NewImport("", leaf, alias)
        self.imports.add_after(item, new)
        self.taken.add(alias or leaf)
        return alias or leaf

    def drop_respelled(self) -> None:
        """Drop the imports of modules whose every use is by another import now."""
        if self.unit.endswith(("__init__.py", "__init__.pyi")):
            return
        uses_of: dict[tuple[int, str], list[Use]] = {}
        for use in self.deep.uses if self.respelled else ():
            uses_of.setdefault((use.home, use.head), []).append(use)
        for item in self.facts.imports if self.respelled else ():
            for imported in item.names:
                whole = item.whole and not imported.alias
                bound = imported.name.partition(".")[0] if whole else imported.bound
                scope = self.scope_of_import.get(imported.start, MODULE_SCOPE)
                uses = uses_of.get((scope, bound), [])
                spelled = {self.respelled.get(use.start, "") for use in uses}
                gone = uses and all(spelled) and not item.guarded and not self.imports.decided(item, imported)
                if whole and not any(f"{old}.".startswith(f"{imported.name}.") for old in spelled):
                    continue
                public = bound in (self.facts.exports or ()) or self.context.named_elsewhere(self.unit, bound)
                if gone and not (scope == MODULE_SCOPE and public):
                    self.imports.decide(item, imported, Drop())

    def name_added_for(self, unit: str, leaf: str, site: str, item: Import) -> str:
        """Return the name that an import added beside `item`, or at the top, has for a module."""
        tops = {other.start for other in self.facts.imports if not other.nested and not other.guarded}
        for start, entries in self.imports.followers.items():
            for new in entries if start == item.start or start in tops else ():
                if new.name == leaf and new.module:
                    parent, _ = self.context.after.view.find_spelled(new.module, site)
                    if parent and self.context.after.view.submodule(parent, leaf) == unit:
                        return new.alias or leaf
        return ""

    # -- strings ---------------------------------------------------------------------------

    def rewrite_texts(self) -> None:
        for text in self.deep.texts:
            if text.documents:
                self.rewrite_document(text)
            elif QUALIFIED.match(text.value):
                self.rewrite_qualified(text)
            elif text.value in self.context.relocation.units:
                new = self.context.relocation.units[text.value]
                self.edits.append(Edit(text.start, text.end, new.encode()))
            elif text.value.isidentifier():
                self.rewrite_bare(text)
        self.rewrite_exports()

    def rewrite_document(self, text: Text) -> None:
        for found in ROLE.finditer(text.value):
            new = self.requalify(found.group(1))
            if new is not None:
                before = len(text.value[: found.start(1)].encode())
                at = text.start + before
                self.edits.append(Edit(at, at + len(found.group(1).encode()), new.encode()))

    def rewrite_qualified(self, text: Text) -> None:
        new = self.requalify(text.value, patched="patch" in text.context.split("(")[0])
        if new is None:
            return
        certain = names_module(text.context)
        if certain is None:
            certain = text.value.count(".") + text.value.count(":") >= CERTAIN or ":" in text.value
        if certain:
            self.edits.append(Edit(text.start, text.end, new.encode()))
        elif "loggers" in text.context:
            self.note(text.start, text.value, f"may be a logger's name; it would be {new} now")
        else:
            self.note(text.start, text.value, f"may be a mere label; it would be {new} now")

    def rewrite_bare(self, text: Text) -> None:
        if text.context in APPLICATION_LISTS:
            unit, _ = self.view.find_module(text.value, _folder(self.unit))
            if unit is not None and self.context.relocation.unit(unit) != unit:
                new = self.context.after.dotted(self.context.relocation.unit(unit), self.unit)
                if new is not None and new != text.value:
                    self.edits.append(Edit(text.start, text.end, new.encode()))
            return
        for old, target in self.context.relocation.definitions.items():
            if old.name == text.value and target.name != old.name and "__all__" not in text.context:
                self.note(text.start, text.value, "may name what is renamed")

    def requalify(self, spelled: str, patched: bool = False) -> str | None:
        """Return the new spelling of a qualified name in a string, if it has one."""
        colon = ":" in spelled
        dotted = spelled.replace(":", ".")
        folder = _folder(self.unit)
        if not self.view.holds_top(dotted.partition(".")[0], folder):
            return None
        result = self.view.find_dotted(dotted, folder)
        if result is None:
            return None
        named, cut = result
        parts = dotted.split(".")
        taken = cut + (1 if named.name or cut < len(parts) else 0)
        module_end = cut
        final = named
        if named.name:
            found = self.view.member(named.unit, named.name)
            final = found.final
            bindings = self.view.bindings(named.unit).get(named.name, ())
            outside = final == named and bindings and all(b.statement is not None for b in bindings)
            if outside and not patched:
                return None  # what is imported from another package is not named through this one
        if patched and named in self.context.imported_back:
            return None
        target = self.context.place_of_named(named, final)
        module = self.context.after.dotted(target.unit, self.site(0))
        if module is None:
            return None
        new_parts = [module, *([target.name] if target.name else []), *parts[taken:]]
        if ".".join(new_parts) == dotted:
            return None
        if colon:
            head = spelled.partition(":")[0]
            if head.count(".") + 1 == module_end:
                return module + ":" + ".".join(new_parts[1:])
            return None
        return ".".join(new_parts)

    def rewrite_exports(self) -> None:
        """`__all__` names what the file binds: renamed with it, gone with it."""
        for text in self.deep.texts:
            gone = Symbol(self.unit, text.value) in self.context.dropped
            if gone and text.context.startswith("=__all__"):
                self.edits.append(remove_element(self.source, text))
                continue
            new = self.local_names.get((MODULE_SCOPE, text.value))
            if new is not None and text.context.startswith("=__all__"):
                self.edits.append(Edit(text.start, text.end, new.encode()))

    # -- what is left to look at -----------------------------------------------------------

    def look_around(self) -> None:
        """List what is computed and cannot be followed."""
        moved = self.site(0) != self.unit
        if moved and _folder(self.site(0)) != _folder(self.unit):
            for at in self.deep.relative_to_file[:3]:
                line = self.source.split(b"\n")[self.line_of(at) - 1].decode("utf-8", "replace")
                self.note(at, line.strip(), "a path relative to this file, which moves")
        for at in self.deep.computed_imports[:3]:
            line = self.source.split(b"\n")[self.line_of(at) - 1].decode("utf-8", "replace")
            self.note(at, line.strip(), "computes what it imports")


def remove_element(source: bytes, text: Text) -> Edit:
    """Take a string out of a list, with its comma."""
    start, end = text.start - 1, text.end + 1
    after = end
    while source[after : after + 1] in (b" ", b"\t"):
        after += 1
    if source[after : after + 1] == b",":
        after += 1
        while source[after : after + 1] in (b" ", b"\t"):
            after += 1
        line = source.rfind(b"\n", 0, start) + 1
        if source[after : after + 1] in (b"\n", b"\r") and not source[line:start].strip():
            following = source.find(b"\n", after) + 1
            return Edit(line, following, b"")
        return Edit(start, after, b"")
    before = start
    while source[before - 1 : before] in (b" ", b"\t", b"\n", b"\r"):
        before -= 1
    if source[before - 1 : before] == b",":
        return Edit(before - 1, end, b"")
    return Edit(start, end, b"")


def _folder(path: str) -> str:
    return path[: path.rfind("/") + 1]


def parent_and_leaf(unit: str) -> tuple[str, str]:
    """Return the folder that holds a module or package, and its name there."""
    path = unit
    for suffix in ("/__init__.pyi", "/__init__.py", ".pyi", ".py", "/"):
        if path.endswith(suffix):
            path = path[: -len(suffix)]
            break
    folder, _, leaf = path.rpartition("/")
    return (folder + "/" if folder else ""), leaf
