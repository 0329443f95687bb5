"""Changing the import statements of one file: in place, merged, added in order, dropped."""

import re
import sys
from collections.abc import Callable
from dataclasses import dataclass, field
from itertools import pairwise

import tree_sitter

from yandrel.languages.python import grammar as g
from yandrel.model.changes import Edit
from yandrel.model.facts import Facts, Import, ImportedName, When

APART = re.compile(rb"^from [\w.]+ import \w+ as \w+[ \t]*\r?$", re.MULTILINE)
TOGETHER = re.compile(rb"^from [\w.]+ import (?:[^\n]*, *\w+ as \w+|\w+ as \w+,)", re.MULTILINE)
"""Renamed imports in statements of their own, and together with others."""
ONE_LINE = re.compile(rb"^from [\w.]+ import [^\n(\\#]+?(?=[ \t]*\r?$)", re.MULTILINE)
USUAL, WIDEST = 88, 120
"""Columns of a line, where a file does not show another width."""
INDENT = "    "
BLANK = (b" ", b"\t", b"\\")


@dataclass(frozen=True, slots=True)
class NewImport:
    """An import to be written: `name` from `module`, or the module `name` where that is empty."""

    module: str
    name: str
    alias: str = ""
    types: bool = False

    def render(self) -> str:
        tail = f" as {self.alias}" if self.alias and self.alias != self.name else ""
        if not self.module:
            return f"import {self.name}{tail}"
        return f"from {self.module} import {self.name}{tail}"

    @property
    def source(self) -> str:
        return self.module or self.name


@dataclass(frozen=True, slots=True)
class Goto:
    """An imported name that comes from elsewhere now."""

    module: str
    name: str
    alias: str = ""

    def as_name(self) -> str:
        return f"{self.name} as {self.alias}" if self.alias and self.alias != self.name else self.name


@dataclass(frozen=True, slots=True)
class Drop:
    """An imported name that is no longer needed."""


Decision = Goto | Drop | None


@dataclass
class ImportEditor:
    """Collects what is to become of a file's imports, and turns it into edits once."""

    source: bytes
    facts: Facts
    newline: str
    is_own: Callable[[str], bool]
    decisions: dict[int, dict[int, Decision]] = field(default_factory=dict)
    followers: dict[int, list[NewImport]] = field(default_factory=dict)
    header: list[NewImport] = field(default_factory=list)
    no_merge: set[int] = field(default_factory=set)

    def decide(self, item: Import, imported: ImportedName, decision: Decision) -> None:
        self.decisions.setdefault(item.start, {})[imported.start] = decision

    def decided(self, item: Import, imported: ImportedName) -> Decision:
        return self.decisions.get(item.start, {}).get(imported.start)

    def add_after(self, item: Import, new: NewImport) -> None:
        entries = self.followers.setdefault(item.start, [])
        if new not in entries:
            entries.append(new)

    def add(self, new: NewImport) -> None:
        if new not in self.header:
            self.header.append(new)

    # -- edits -----------------------------------------------------------------------------

    def finish(self) -> list[Edit]:
        """Return the edits, in the coordinates of the old text."""
        edits: list[Edit] = []
        removed: list[Import] = []
        merged: dict[int, list[NewImport]] = {}
        for item in self.facts.imports:
            choice = self.decisions.get(item.start, {})
            if any(decision is not None for decision in choice.values()):
                edits += self._edit_statement(item, choice, removed)
        for start, entries in list(self.followers.items()):
            item = next(i for i in self.facts.imports if i.start == start)
            rest = [new for new in entries if not self._merge(new, item, merged)]
            self.followers[start] = rest
        header = [new for new in self.header if not self._merge(new, None, merged)]
        for start, entries in merged.items():
            item = next(i for i in self.facts.imports if i.start == start)
            edits += self._join_names(item, entries)
        self._drop_idle_flag(edits, removed)
        gone = {item.start for item in removed}
        for item in removed:
            if self.followers.get(item.start):
                edits.append(self._replace_with_followers(item))
        edits += self._delete([i for i in removed if not self.followers.get(i.start)])
        for start, entries in self.followers.items():
            item = next(i for i in self.facts.imports if i.start == start)
            if start not in gone and entries:
                edits.append(self._insert_after(item, entries))
        return edits + self._header_edits(header, gone)

    def _drop_idle_flag(self, edits: list[Edit], removed: list[Import]) -> None:
        """Drop the import of TYPE_CHECKING where the block that asked for it goes."""
        blocks = [e for e in self._delete(removed) if b"TYPE_CHECKING" in self.source[e.start : e.end]]
        if not blocks or any(new.types for new in self.header):
            return
        for item in self.facts.imports:
            for imported in item.names:
                if imported.name != "TYPE_CHECKING" or item.start in self.decisions:
                    continue
                inside = sum(self.source[e.start : e.end].count(b"TYPE_CHECKING") for e in blocks)
                if self.source.count(b"TYPE_CHECKING") == inside + 1:
                    choice: dict[int, Decision] = {imported.start: Drop()}
                    edits += self._edit_statement(item, choice, removed)

    def _edit_statement(self, item: Import, choice: dict[int, Decision], removed: list[Import]) -> list[Edit]:
        keep: list[ImportedName] = []
        groups: dict[str, list[tuple[ImportedName, Goto]]] = {}
        for imported in item.names:
            decision = choice.get(imported.start)
            if decision is None:
                keep.append(imported)
            elif isinstance(decision, Goto):
                groups.setdefault("" if item.whole else decision.module, []).append((imported, decision))
        if item.whole:
            return self._edit_whole(item, choice, keep, removed)
        stays = groups.pop(item.module, [])
        if not keep and not stays:
            if not groups:
                removed.append(item)
                return []
            module = next((m for m in groups if m), "")
            if not module:
                for pairs in groups.values():
                    for _, goto in pairs:
                        self.add_after(item, NewImport("", goto.name, goto.alias))
                removed.append(item)
                return []
            stays = groups.pop(module)
            edits = [self._module_edit(item, module)]
        else:
            edits = []
        for module, pairs in groups.items():
            for _, goto in pairs:
                self.add_after(item, NewImport(module, goto.name, goto.alias, _types(item)))
        if edits or groups:
            self.no_merge.add(item.start)
        for imported, goto in stays:
            if goto.as_name() != _as_name(imported):
                edits.append(Edit(imported.start, imported.end, goto.as_name().encode()))
        staying = {imported.start for imported in keep} | {i.start for i, _ in stays}
        return edits + (self._unwrap(item, staying) or self._remove_names(item, staying))

    def _unwrap(self, item: Import, staying: set[int]) -> list[Edit]:
        """Return the edits that leave one name of several without the brackets around them."""
        text = self.source[item.module_end : item.end]
        if len(staying) != 1 or len(item.names) < 2 or b"(" not in text or b"#" in text:
            return []
        kept = next(name for name in item.names if name.start in staying)
        opened = self.source.index(b"(", item.module_end)
        closed = self.source.find(b")", item.names[-1].end, item.end)
        if closed < 0:
            return []
        return [Edit(opened, kept.start, b""), Edit(kept.end, closed + 1, b"")]

    def _module_edit(self, item: Import, module: str) -> Edit:
        before = b"" if self.source[item.module_start - 1 : item.module_start].isspace() else b" "
        after = b"" if self.source[item.module_end : item.module_end + 1] in BLANK else b" "
        return Edit(item.module_start, item.module_end, before + module.encode() + after)

    def _edit_whole(
        self,
        item: Import,
        choice: dict[int, Decision],
        keep: list[ImportedName],
        removed: list[Import],
    ) -> list[Edit]:
        edits: list[Edit] = []
        staying = {imported.start for imported in keep}
        for imported in item.names:
            decision = choice.get(imported.start)
            if not isinstance(decision, Goto):
                continue
            if decision.module:
                self.add_after(item, NewImport(decision.module, decision.name, decision.alias))
                continue
            staying.add(imported.start)
            edits.append(Edit(imported.start, imported.end, decision.as_name().encode()))
        if not staying:
            removed.append(item)
            return []
        return edits + self._remove_names(item, staying)

    def _remove_names(self, item: Import, staying: set[int]) -> list[Edit]:
        edits: list[Edit] = []
        names = item.names
        kept_before: ImportedName | None = None
        position = 0
        while position < len(names):
            if names[position].start in staying:
                kept_before = names[position]
                position += 1
                continue
            last = position
            while last + 1 < len(names) and names[last + 1].start not in staying:
                last += 1
            if last + 1 < len(names):
                edits.append(Edit(names[position].start, names[last + 1].start, b""))
            elif kept_before is not None:
                edits.append(Edit(kept_before.end, names[last].end, b""))
            position = last + 1
        return edits

    # -- merging -----------------------------------------------------------------------------

    def _merge(self, new: NewImport, near: Import | None, merged: dict[int, list[NewImport]]) -> bool:
        if near is not None and (near.nested or near.guarded):
            return False
        if not new.module or new.name == "*":
            return any(
                item.whole and not item.nested and not item.guarded and item.when == When.LOAD
                and any(
                    n.name == new.name and n.alias == new.alias
                    and item.start not in self.decisions
                    for n in item.names
                )
                for item in self.facts.imports
            )  # fmt: skip
        wanted = When.TYPES if new.types else When.LOAD
        for item in self.facts.imports:
            if item.whole or item.nested or item.guarded or item.module != new.module:
                continue
            if item.when != wanted or item.start in self.no_merge or item.names[0].name == "*":
                continue
            if near is not None and near.start == item.start:
                continue
            if item.start in self.decisions:
                continue
            if any(n.name == new.name and n.alias == new.alias for n in item.names):
                return True
            merged.setdefault(item.start, [])
            if new not in merged[item.start]:
                merged[item.start].append(new)
            return True
        return False

    def _join_names(self, item: Import, entries: list[NewImport]) -> list[Edit]:
        edits: list[Edit] = []
        names = item.names
        ordered = [n.name for n in names] == sorted(n.name for n in names)
        for new in sorted(entries, key=lambda n: n.name):
            text = NewImport("", new.name, new.alias).render().removeprefix("import ")
            later = [n for n in names if n.name > new.name] if ordered else []
            if later:
                at = later[0].start
                edits.append(Edit(at, at, (text + self._between(item)).encode()))
            else:
                at = names[-1].end
                edits.append(Edit(at, at, (self._between(item) + text).encode()))
        return edits

    def _between(self, item: Import) -> str:
        if len(item.names) > 1:
            first, second = item.names[0], item.names[1]
            gap = self.source[first.end : second.start].decode("utf-8", "replace")
            if gap.strip() == "," and "#" not in gap:
                return gap
        return ", "

    # -- lines -------------------------------------------------------------------------------

    def _indent_of(self, start: int) -> str | None:
        line = self.source.rfind(b"\n", 0, start) + 1
        indent = self.source[line:start]
        return indent.decode() if not indent.strip() else None

    def _line_end(self, end: int) -> int:
        at = self.source.find(b"\n", end)
        if at < 0:
            return len(self.source)
        return at - 1 if self.source[at - 1 : at] == b"\r" else at

    def _insert_after(self, item: Import, entries: list[NewImport]) -> Edit:
        indent = self._indent_of(item.start)
        rest = self.source[item.end : self._line_end(item.end)].strip()
        if indent is None or rest.startswith(b";"):
            text = "".join(f"; {line}" for line in self._lines(entries))
            return Edit(item.end, item.end, text.encode())
        at = self._line_end(item.end)
        text = "".join(f"{self.newline}{indent}{line}" for line in self._lines(entries, indent))
        return Edit(at, at, text.encode())

    def _lines(self, entries: list[NewImport], indent: str = "") -> list[str]:
        """Return the statements for some imports, the names of one module joined."""
        texts = [text for _, text in join_names(entries, self.source)]
        return [text.replace("\n", self.newline + indent) for text in texts]

    def _replace_with_followers(self, item: Import) -> Edit:
        indent = self._indent_of(item.start)
        separator = "; " if indent is None else f"{self.newline}{indent}"
        text = separator.join(self._lines(self.followers[item.start], indent or ""))
        return Edit(item.start, item.end, text.encode())

    def _delete(self, items: list[Import]) -> list[Edit]:
        if not items:
            return []
        root = g.parse(self.source).root_node
        blocks: dict[int, list[tree_sitter.Node]] = {}
        parents: dict[int, tree_sitter.Node] = {}
        for item in items:
            node = root.named_descendant_for_byte_range(item.start, item.end)
            while node is not None and node.kind_id not in (g.IMPORT, g.IMPORT_FROM):
                node = node.parent
            if node is None or node.parent is None:
                continue
            blocks.setdefault(node.parent.id, []).append(node)
            parents[node.parent.id] = node.parent
        edits: list[Edit] = []
        for key, nodes in blocks.items():
            parent = parents[key]
            statements = [c for c in parent.named_children if c.kind_id != g.COMMENT]
            if parent.kind_id == g.BLOCK and len(statements) == len(nodes):
                edits += self._empty_block(parent, nodes)
            else:
                edits += [self._without_gap(node, statements) for node in nodes]
        return edits

    def _without_gap(self, node: tree_sitter.Node, statements: list[tree_sitter.Node]) -> Edit:
        """Delete a statement's line, and the blank line after it that only set it off."""
        edit = self.delete_lines(node.start_byte, node.end_byte)
        head = self.source[: edit.start].replace(b"\r", b"").rstrip(b" \t")
        parent = node.parent
        leads = node.start_byte == statements[0].start_byte
        if not head or (leads and parent is not None and parent.kind_id == g.BLOCK):
            spare = len(self.source)
        else:
            spare = max(len(head) - len(head.rstrip(b"\n")) - 1, 0)
        end = edit.end
        while spare:
            following = self.source.find(b"\n", end)
            if following < 0 or self.source[end:following].strip():
                break
            end, spare = following + 1, spare - 1
        return Edit(edit.start, end, edit.text)

    def _empty_block(self, block: tree_sitter.Node, nodes: list[tree_sitter.Node]) -> list[Edit]:
        outer = block.parent
        alone = outer is not None and outer.kind_id == g.IF and not any(
            child.kind_id in (g.ELIF, g.ELSE) for child in outer.named_children
        )  # fmt: skip
        if outer is not None and alone and _is_types_only(outer, self.source):
            return [self.delete_lines(outer.start_byte, outer.end_byte)]
        first, *others = nodes
        return [
            Edit(first.start_byte, first.end_byte, b"pass"),
            *(self.delete_lines(node.start_byte, node.end_byte) for node in others),
        ]

    def delete_lines(self, start: int, end: int) -> Edit:
        """Delete a statement with its line or lines, or just it where it shares them."""
        line = self.source.rfind(b"\n", 0, start) + 1
        stop = self._line_end(end)
        rest = self.source[end:stop].strip()
        if self.source[line:start].strip():
            before = self.source.rfind(b";", line, start)
            if before >= 0 and not rest:
                return Edit(before, end, b"")
            if rest.startswith(b";"):
                after = self.source.index(b";", end) + 1
                while self.source[after : after + 1] == b" ":
                    after += 1
                return Edit(start, after, b"")
            return Edit(start, end, b"pass")
        if rest.startswith(b";"):
            after = self.source.index(b";", end) + 1
            while self.source[after : after + 1] == b" ":
                after += 1
            return Edit(start, after, b"")
        following = self.source.find(b"\n", end)
        return Edit(line, len(self.source) if following < 0 else following + 1, b"")

    # -- the header ------------------------------------------------------------------------

    def category(self, module: str) -> int:
        """Rank an import as files order them: future, standard, outside, own, relative."""
        if module.startswith("."):
            return 4
        first = module.partition(".")[0]
        if first == "__future__":
            return 0
        if first in sys.stdlib_module_names:
            return 1
        return 3 if self.is_own(first) else 2

    def _header_edits(self, entries: list[NewImport], gone: set[int]) -> list[Edit]:
        typed = sorted((n for n in entries if n.types), key=self._sort_key)
        news = [n for n in entries if not n.types]
        if typed and not self._typed_imports(gone) and not self._knows_flag():
            news.append(NewImport("typing", "TYPE_CHECKING"))
        plain = join_names(news, self.source)
        plain.sort(key=lambda pair: (self.category(pair[0]), pair[0].lstrip("."), pair[1]))
        edits = self._plain_header([(s, t.replace("\n", self.newline)) for s, t in plain], gone)
        if typed:
            edits.append(self._typed_header(typed, gone))
        return edits

    def _typed_imports(self, gone: set[int]) -> list[Import]:
        return [
            i for i in self.facts.imports
            if i.when == When.TYPES and not i.nested and i.start not in gone
        ]  # fmt: skip

    def _knows_flag(self) -> bool:
        return any(n.name == "TYPE_CHECKING" for i in self.facts.imports for n in i.names if not i.whole)

    def _sort_key(self, new: NewImport) -> tuple[int, str, str]:
        return (self.category(new.source), new.source.lstrip("."), new.name)

    def header_imports(self, gone: set[int]) -> list[Import]:
        """Return the plain imports at the head of the file, before its first definition."""
        stop = min(
            (d.start for d in self.facts.definitions if d.kind in ("class", "function")),
            default=len(self.source),
        )
        head = [
            item for item in self.facts.imports
            if not item.nested and item.when == When.LOAD and not item.guarded
            and item.start < stop and self._indent_of(item.start) == ""
        ]  # fmt: skip
        return [item for item in head if item.start not in gone]

    def _plain_header(self, entries: list[tuple[str, str]], gone: set[int]) -> list[Edit]:
        if not entries:
            return []
        head = self.header_imports(gone)
        groups: dict[int, list[tuple[str, tuple[str, str]]]] = {}
        if not head:
            at, replaces = self._fresh_header(gone)
            text = self._grouped(entries) + self.newline
            if replaces:
                return [Edit(at, at, text.encode())]
            lead = self.newline if at and self.source[:at].strip() else ""
            tail = self.newline if self.source[at:].strip() else ""
            if at and not self.source[:at].endswith(b"\n"):
                lead += self.newline
            return [Edit(at, at, (lead + text + tail).encode())]
        edits: list[Edit] = []
        before: list[tuple[str, str]] = []
        spaced = self._has_blank_between(head)
        for new in entries:
            rank = self.category(new[0])
            same = [i for i in head if self.category(_source_of(i)) == rank]
            lower = [i for i in head if self.category(_source_of(i)) < rank]
            anchor: Import | None = None
            if same:
                keys = [_source_of(i).lstrip(".") for i in same]
                anchor = same[-1]
                if keys == sorted(keys):
                    smaller = [i for i, k in zip(same, keys) if k <= new[0].lstrip(".")]
                    if smaller:
                        anchor = smaller[-1]
                    elif same[0].start not in gone:
                        at = same[0].start
                        text = new[1] + self.newline
                        edits.append(Edit(at, at, text.encode()))
                        continue
                groups.setdefault(anchor.start, []).append(("", new))
            elif lower:
                lead = self.newline if spaced else ""
                groups.setdefault(lower[-1].start, []).append((lead, new))
            else:
                before.append(new)
        for start, pairs in groups.items():
            item = next(i for i in head if i.start == start)
            at = self._line_end(item.end)
            text = ""
            used: set[int] = set()
            for lead, new in pairs:
                rank = self.category(new[0])
                text += (lead if rank not in used else "") + self.newline + new[1]
                used.add(rank)
            edits.append(Edit(at, at, text.encode()))
        if before:
            at = head[0].start
            text = self.newline.join(n[1] for n in before) + self.newline
            edits.append(Edit(at, at, (text + (self.newline if spaced else "")).encode()))
        return edits

    def _has_blank_between(self, head: list[Import]) -> bool:
        pairs = list(pairwise(head))
        if not pairs:
            return True
        return any(
            self.source[a.end : b.start].count(b"\n") > 1
            and self.category(_source_of(a)) != self.category(_source_of(b))
            for a, b in pairs
        ) or all(self.category(_source_of(a)) == self.category(_source_of(b)) for a, b in pairs)

    def _fresh_header(self, gone: set[int]) -> tuple[int, bool]:
        """Return where imports go in a file that keeps none, and whether others leave that place."""
        left = [i.start for i in self.facts.imports if i.start in gone and self._indent_of(i.start) == ""]
        return (min(left), True) if left else (self.top_of_code(), False)

    def _grouped(self, entries: list[tuple[str, str]]) -> str:
        """Return statements with a blank line between those of different categories."""
        groups: dict[int, list[str]] = {}
        for source, text in entries:
            groups.setdefault(self.category(source), []).append(text)
        blocks = [self.newline.join(texts) for _, texts in sorted(groups.items())]
        return (self.newline * 2).join(blocks)

    def _typed_header(self, entries: list[NewImport], gone: set[int]) -> Edit:
        typed = self._typed_imports(gone)
        if typed:
            return self._insert_after(typed[-1], entries)
        head = self.header_imports(gone)
        lines = self._lines(entries, INDENT)
        block = f"if TYPE_CHECKING:{self.newline}" + self.newline.join(INDENT + t for t in lines)
        if not head:
            at, _ = self._fresh_header(gone)
            return Edit(at, at, (self.newline + block + self.newline).encode())
        at = self._line_end(head[-1].end)
        return Edit(at, at, f"{self.newline}{self.newline}{block}".encode())

    def top_of_code(self) -> int:
        """Return where the first import belongs: after comments, the docstring, future imports."""
        root = g.parse(self.source).root_node
        at = 0
        for position, node in enumerate(root.named_children):
            is_text = (
                node.kind_id == g.EXPRESSION_STATEMENT
                and node.named_child_count == 1
                and node.named_children[0].kind_id == g.STRING
            )
            heads = node.kind_id == g.COMMENT and (position == at == 0 or at > 0 or not position)
            if node.kind_id == g.FUTURE_IMPORT or is_text or (heads and self._is_head(node)):
                following = self.source.find(b"\n", node.end_byte)
                at = len(self.source) if following < 0 else following + 1
            else:
                break
        return at

    def _is_head(self, comment: tree_sitter.Node) -> bool:
        text = self.source[comment.start_byte : comment.end_byte].lower()
        if text.startswith(b"#!") or b"coding" in text or comment.start_point[0] == 0:
            return True
        following = self.source.find(b"\n", comment.end_byte)
        line = self.source[following + 1 : following + 2]
        return line in (b"#", b"\n", b"\r", b"")


def _types(item: Import) -> bool:
    return item.when == When.TYPES


def _as_name(imported: ImportedName) -> str:
    return f"{imported.name} as {imported.alias}" if imported.alias else imported.name


def _source_of(item: Import) -> str:
    return item.names[0].name if item.whole else item.module


def _is_types_only(node: tree_sitter.Node, source: bytes) -> bool:
    condition = node.child_by_field_name("condition")
    if condition is None:
        return False
    return source[condition.start_byte : condition.end_byte].endswith(b"TYPE_CHECKING")


def join_names(imports: list[NewImport], like: bytes = b"") -> list[tuple[str, str]]:
    """Return (source, statement) with the names of one module joined in one statement.

    Renamed ones have statements of their own where `like`, a source, has some so; its longest line with
    imports says how wide a line may be.
    """
    apart = APART.search(like) is not None and TOGETHER.search(like) is None
    width = min(WIDEST, max([USUAL, *(len(line[0]) for line in ONE_LINE.finditer(like))]))
    out: list[tuple[str, str]] = []
    by_module: dict[str, list[NewImport]] = {}
    for new in imports:
        if new.module:
            by_module.setdefault(new.module, []).append(new)
        else:
            out.append((new.source, new.render()))
    for module, news in by_module.items():
        if apart and len(news) > 1:
            out += [(module, new.render()) for new in news if new.alias and new.alias != new.name]
            news = [new for new in news if not new.alias or new.alias == new.name]
        names = sorted({NewImport("", n.name, n.alias).render().removeprefix("import ") for n in news})
        line = f"from {module} import {', '.join(names)}"
        if not names:
            continue
        if len(line) > width:
            line = f"from {module} import (\n" + "".join(f"    {n},\n" for n in names) + ")"
        out.append((module, line))
    return sorted(out, key=lambda pair: (pair[0].lstrip("."), pair[1]))
