"""The final edits of each module, and the texts of new ones."""

import re

from tree_sitter import Node

from yandrel.languages.edits import keep_apart, merge_edits, trim_end
from yandrel.languages.script.grammar import first_child, text_of
from yandrel.languages.script.pieces.change import Change, Module
from yandrel.languages.script.specifiers import PathRewriter
from yandrel.languages.script.statements import (
    import_lines,
)
from yandrel.model.changes import Edit, apply_edits

HEAD = re.compile(rb"(?:\s|//[^\n]*|/\*.*?\*/|(['\"])use strict\1;?)*", re.DOTALL)


def _is_only_head(text: bytes, source: bytes) -> bool:
    """Whether nothing is left of a file, or only the comment that it began with."""
    return HEAD.fullmatch(text) is not None and source.lstrip().startswith(text.strip())


class Finishing:
    """Settles the imports of the modules, and writes them."""

    def __init__(self, change: Change) -> None:
        self.change = change

    def settle_pieces_imports(self) -> None:
        """Take imports out of origins that only what left used."""
        for unit in {
            p.symbol.unit for p in self.change.pieces if p.target.unit != self.change.new_of(p.symbol.unit)
        }:
            module = self.change.module(unit)
            for item in self.change.view.units.facts[unit].imports:
                if item.nested or item.space not in ("import", "require"):
                    continue
                for name in item.names:
                    references = [r for r in module.deep.references if r.name == name.bound]
                    inside = [r for r in references if self.change.inside(unit, r.start) is not None]
                    if references and len(inside) == len(references):
                        module.statements.remove(item.start, name.start)

    def finish(self) -> None:
        modules = sorted(self.change.modules.items(), key=lambda item: not self.change.leaving(item[0]))
        for unit, module in modules:
            self.load_no_emptied(unit, module)
            paths = self.change.paths_of(unit, module.source)
            cuts = tuple(
                (part.start, part.end)
                for p in self.change.leaving(unit).values()
                for part in p.parts or (p.definition,)
            )
            statement_edits = module.statements.edits()
            spans = tuple((e.start, e.end) for e in (*statement_edits, *module.edits) if e.end > e.start)
            edits = [*module.edits, *statement_edits, *paths.edits((*cuts, *spans))]
            edits += self.arrival_edits(module)
            self.change.result.notes += paths.notes
            self.change.result.refusals += paths.refusals
            merged = trim_end(module.source, keep_apart(module.source, merge_edits(edits)))
            if merged:
                try:
                    text = apply_edits(module.source, merged)
                except ValueError:
                    self.change.refuse(unit, 0, "cannot be rewritten: two changes meet")
                    continue
                if self.change.leaving(unit) and _is_only_head(text, module.source):
                    self.change.result.emptied.add(unit)
                else:
                    self.change.result.edits[unit] = merged
        for unit in self.change.sources:
            if unit not in self.change.modules and unit in self.change.view.units.facts:
                paths = PathRewriter(
                    self.change.view,
                    self.change.relocation,
                    self.change.after,
                    unit,
                    self.change.sources[unit],
                )
                edits = paths.edits()
                if edits:
                    self.change.result.edits[unit] = edits
        for target, module in self.change.fresh.items():
            self.change.result.created[target] = self.fresh_text(module).encode()

    def load_no_emptied(self, unit: str, module: Module) -> None:
        """Take out what hands on or loads files as a whole of which nothing is left."""
        for item in self.change.view.units.facts[unit].imports if self.change.result.emptied else ():
            led = self.change.view.find_module(item.module, unit)
            star = item.space == "reexport" and item.names and item.names[0].name == "*"
            bare = item.space == "import" and not item.names
            if led is not None and led.path in self.change.result.emptied and (star or bare):
                module.statements.remove(item.start, item.start)

    def arrival_edits(self, module: Module) -> list[Edit]:
        edits: list[Edit] = []
        newline = module.style.newline
        source = module.source
        if module.arriving:
            body = (newline * 2).join(module.arriving)
            at = self.place_for(module)
            if at >= len(source):
                at = len(source)
                lead = newline if source.endswith(b"\n") else newline * 2
                edits.append(Edit(at, at, (lead + body + newline).encode()))
            else:
                edits.append(Edit(at, at, (body + newline * 2).encode()))
        if module.exports:
            edits += self.export_edits(module)
        return edits

    def place_for(self, module: Module) -> int:
        root = module.statements.root
        exports = [
            n for n in root.named_children
            if n.type == "expression_statement" and (n.text or b"").startswith(b"module.exports")
        ]  # fmt: skip
        if module.first:
            statements = module.statements.statements()
            if statements:
                last = statements[-1]
                outer = last.parent if last.type == "variable_declarator" else last
                end = module.source.find(b"\n", outer.end_byte if outer is not None else last.end_byte)
                at = end + 1 if end >= 0 else len(module.source)
                while module.source[at : at + 1] in (b"\n", b"\r"):
                    at += 1
                return at
            return module.statements.after_header()
        if module.style.commonjs and exports:
            return exports[0].start_byte
        return len(module.source)

    def export_edits(self, module: Module) -> list[Edit]:
        newline, semicolon = module.style.newline, module.style.semicolon
        root = module.statements.root
        for node in root.named_children:
            inner = first_child(node)
            if node.type != "expression_statement" or inner is None or inner.type != "assignment_expression":
                continue
            right = inner.child_by_field_name("right")
            if text_of(inner.child_by_field_name("left")) == "module.exports" and right is not None:
                if right.type == "object":
                    return [self.extend_object(module, right)]
                text = "".join(f"{newline}module.exports.{e} = {n}{semicolon}" for e, n in module.exports)
                return [Edit(node.end_byte, node.end_byte, text.encode())]
        text = "".join(f"exports.{e} = {n}{semicolon}{newline}" for e, n in module.exports)
        lead = "" if module.source.endswith(b"\n") else newline
        return [Edit(len(module.source), len(module.source), (lead + text).encode())]

    def extend_object(self, module: Module, node: Node) -> Edit:
        names = [e if e == n else f"{e}: {n}" for e, n in module.exports]
        entries = [c for c in node.named_children if c.type != "comment"]
        gone = [
            c
            for c in entries
            if text_of(c.child_by_field_name("key") or c) in self.change.leaving(module.unit)
        ]
        if not entries or len(gone) == len(entries):
            return Edit(node.start_byte + 1, node.start_byte + 1, (" " + ", ".join(names) + " ").encode())
        last = entries[-1]
        raw = text_of(node)
        if "\n" in raw:
            found = re.search(r"\n([ \t]*)\S", raw)
            indent = found.group(1) if found else "  "
            glue = "," + module.style.newline + indent
        else:
            glue = ", "
        return Edit(last.end_byte, last.end_byte, "".join(glue + n for n in names).encode())

    def fresh_text(self, module: Module) -> str:
        style = module.style
        newline = style.newline
        first = next(p for p in self.change.pieces if p.target.unit == module.new)
        origin = self.change.module(first.symbol.unit)
        parts = []
        header = _directives(origin)
        if header:
            parts.append(header)
        lines = import_lines(module.statements.added, style)
        if lines:
            parts.append(newline.join(lines))
        parts += module.arriving
        if style.commonjs and module.exports:
            pad = " " if style.spaced else ""
            inner = ", ".join(e if e == n else f"{e}: {n}" for e, n in module.exports)
            parts.append(f"module.exports = {{{pad}{inner}{pad}}}{style.semicolon}")
        return (newline * 2).join(parts) + newline


def _directives(origin: Module) -> str:
    out = []
    for node in origin.statements.root.children:
        inner = first_child(node) if node.type == "expression_statement" else None
        if inner is None or inner.type != "string":
            if node.type == "comment":
                continue
            break
        out.append(text_of(node))
    return origin.style.newline.join(out)
