"""Import statements of one module: names taken out, names put in, in the module's own style."""

import re
from dataclasses import dataclass, replace

from tree_sitter import Node

from yandrel.languages.script.facts import WHOLE
from yandrel.languages.script.grammar import first_child, parse, string_value, text_of
from yandrel.model.changes import Edit

REQUIRED = "require"
ASSIGNED = "import ="


@dataclass(frozen=True, slots=True)
class NewImport:
    """A name to be imported: what the module exports, what it is called here.

    `way` is how it is imported where other names are by `import`: REQUIRED (`const x = require("y")`),
    or ASSIGNED (`import x = require("y")`).
    """

    module: str
    exported: str
    local: str
    types: bool = False
    way: str = ""


@dataclass(frozen=True, slots=True)
class Style:
    """The import style of a module."""

    quote: str
    semicolon: str
    newline: str
    commonjs: bool
    keyword: str
    spaced: bool


IMPORT_END = re.compile(
    rb"(?:from|require\(|import)[ \t]*+['\"][^'\"\n]*+['\"]\)?(?:\([^()\n]*+\)|\.\w++)*+"
    rb"[ \t]*+(;?)[ \t]*+(?://[^\n]*+)?\r?$",
    re.MULTILINE,
)


def style_of(source: bytes, path: str, fallback: "Style | None" = None) -> Style:
    """Return the style of a module's imports; of another module where this one has none."""
    root = parse(source, path).root_node
    esm = any(n.type in ("import_statement", "export_statement") for n in root.named_children)
    found = re.search(rb"(?:from|require\(|import)\s*(['\"])[^'\"\n]*['\"]", source)
    any_quote = re.search(rb"(['\"])[^'\"\n]*\1", source)
    if found is None and fallback is not None and not source.strip():
        return fallback
    quote = (found or any_quote).group(1).decode() if found or any_quote else "'"  # type: ignore[union-attr]
    semicolon = ";" if ends_with_semicolons(source) else ""
    keyword = "var" if re.search(rb"^var \w", source, re.MULTILINE) and b"const " not in source else "const"
    tight = re.search(rb"[{](\w[^{}\n]*)[}]\s*(?:from|= require)", source)
    newline = "\r\n" if b"\r\n" in source[:4000] else "\n"
    commonjs = not esm and not path.endswith((".mjs", ".ts", ".tsx", ".mts"))
    return Style(quote, semicolon, newline, commonjs, keyword, tight is None)


def ends_with_semicolons(source: bytes) -> bool:
    """Whether a module's imports end so; else its other statements."""
    ends = [found.group(1) for found in IMPORT_END.finditer(source)]
    if ends:
        return ends.count(b";") * 2 >= len(ends)
    return b";\n" in source or b";\r" in source


class ImportStatements:
    """The imports of one module, as they are and as they will be."""

    def __init__(self, source: bytes, path: str, style: Style) -> None:
        self.source = source
        self.root = parse(source, path).root_node
        self.style = style
        self.removed: dict[int, set[int]] = {}
        self.added: list[NewImport] = []

    def remove(self, statement: int, name: int) -> None:
        """Take out the name that starts at an offset of the import that starts at another."""
        self.removed.setdefault(statement, set()).add(name)

    def add(self, new: NewImport) -> None:
        if new not in self.added:
            self.added.append(new)

    def widen(self, known: NewImport, new: NewImport) -> None:
        """Let an import that is added bring a value too, where only its type was asked for before."""
        if known.types and not new.types:
            self.added[self.added.index(known)] = replace(known, types=False)

    # -- text ------------------------------------------------------------------------------------

    def edits(self) -> list[Edit]:
        """Return the edits that make the imports what they will be."""
        edits: list[Edit] = []
        pending = list(self.added)
        for node in self.statements():
            gone = self.removed.get(node.start_byte, set())
            merged = [] if gone and self._is_all(node, gone) else self._mergeable(node, pending)
            if not gone and not merged:
                continue
            pending = [new for new in pending if new not in merged]
            edits.append(self._rewrite(node, gone, merged))
        required = [new for new in pending if new.way == REQUIRED]
        imported = [new for new in pending if new.way != REQUIRED]
        if imported and required:
            edits += self._insert_both(imported, required)
        elif pending:
            edits.append(self._insert(pending))
        return edits

    def _insert_both(self, imported: list[NewImport], required: list[NewImport]) -> list[Edit]:
        """Put in what is imported and what is required, in this order also where both go to one place."""
        first, second = self._insert(imported), self._insert(required)
        return [self._insert([*imported, *required])] if first.start == second.start else [first, second]

    def statements(self) -> list[Node]:
        """Return the import statements, and the declarators of top-level requires."""
        out: list[Node] = []
        for node in self.root.named_children:
            if node.type == "import_statement":
                out.append(node)
            elif node.type in ("lexical_declaration", "variable_declaration"):
                out += [c for c in node.named_children if c.type == "variable_declarator" and _required(c)]
            elif node.type == "export_statement" and node.child_by_field_name("source") is not None:
                out.append(node)
        return out

    def _is_all(self, node: Node, gone: set[int]) -> bool:
        return {n.start_byte for n in _names(node)} <= gone

    def _mergeable(self, node: Node, pending: list[NewImport]) -> list[NewImport]:
        if node.type == "export_statement":
            return []
        module = _module_of(node)
        named = any(n.type in ("import_specifier", "shorthand_property_identifier_pattern", "pair_pattern")
                    for n in _names(node))  # fmt: skip
        types = any(c.type == "type" for c in node.children)
        return [
            new
            for new in pending
            if named
            and (not new.way or (new.way == REQUIRED and node.type == "variable_declarator"))
            and new.module == module
            and new.exported not in ("default", WHOLE)
            and new.types == types
        ]

    def _rewrite(self, node: Node, gone: set[int], merged: list[NewImport]) -> Edit:
        names = _names(node)
        kept = [n for n in names if n.start_byte not in gone]
        if not kept and not merged:
            return self._delete(node)
        listed = [n for n in names if n.type not in ("identifier", "namespace_import")]
        if not listed and merged:
            return Edit(node.start_byte, node.start_byte, b"")
        texts = [text_of(n) for n in kept if n in listed]
        texts += [self._specifier(new, node) for new in merged]
        heads = [text_of(n) for n in kept if n not in listed]
        place = next(
            (c for c in _walk(node) if c.type in ("named_imports", "object_pattern", "export_clause")), None
        )
        if place is None:
            return Edit(node.start_byte, node.start_byte, b"")
        if not texts:
            clause = next(c for c in node.named_children if c.type == "import_clause")
            return Edit(clause.start_byte, clause.end_byte, ", ".join(heads).encode())
        braces = self._braces(place, texts)
        if len(heads) == len([n for n in names if n not in listed]):
            return Edit(place.start_byte, place.end_byte, braces.encode())
        clause = next(c for c in node.named_children if c.type == "import_clause")
        return Edit(clause.start_byte, clause.end_byte, ", ".join([*heads, braces]).encode())

    def _specifier(self, new: NewImport, node: Node) -> str:
        if new.exported == new.local:
            return new.local
        if node.type == "variable_declarator":
            return f"{new.exported}: {new.local}"
        return f"{new.exported} as {new.local}"

    def _braces(self, place: Node, texts: list[str]) -> str:
        raw = (place.text or b"").decode("utf-8", "replace")
        if "\n" in raw:
            found = re.search(r"\n([ \t]*)\S", raw)
            indent = found.group(1) if found else "  "
            end = re.search(r"\n([ \t]*)\}\Z", raw)
            comma = "," if re.search(r",\s*\}\Z", raw) else ""
            newline = "\r\n" if "\r\n" in raw else "\n"
            joined = ("," + newline + indent).join(texts)
            return "{" + newline + indent + joined + comma + newline + (end.group(1) if end else "") + "}"
        pad = " " if raw.startswith("{ ") else ""
        return "{" + pad + ", ".join(texts) + pad + "}"

    def _delete(self, node: Node) -> Edit:
        statement = node
        if node.type == "variable_declarator":
            outer = node.parent
            if outer is not None:
                declarators = [c for c in outer.named_children if c.type == "variable_declarator"]
                if len(declarators) > 1:
                    return self._delete_declarator(node, declarators)
                statement = outer
        start, end = statement.start_byte, statement.end_byte
        line = self.source.rfind(b"\n", 0, start) + 1
        stop = self.source.find(b"\n", end)
        stop = len(self.source) if stop < 0 else stop + 1
        if self.source[line:start].strip() or self.source[end:stop].strip(b"; \t\r\n"):
            return Edit(start, end, b"")
        following = self.source.find(b"\n", stop)
        apart = not self.added and not self.source[self.source.rfind(b"\n", 0, line - 1) + 1 : line].strip()
        first = not self.added and not self.source[:line].strip()
        if (first or apart) and following >= 0 and not self.source[stop:following].strip():
            stop = following + 1
        return Edit(line, stop, b"")

    def _delete_declarator(self, node: Node, declarators: list[Node]) -> Edit:
        position = next(i for i, d in enumerate(declarators) if d.start_byte == node.start_byte)
        if position + 1 < len(declarators):
            return Edit(node.start_byte, declarators[position + 1].start_byte, b"")
        return Edit(declarators[position - 1].end_byte, node.end_byte, b"")

    def _insert(self, pending: list[NewImport]) -> Edit:
        lines = import_lines(pending, self.style)
        newline = self.style.newline
        last = None
        gone_wholly = set()
        esm = any(node.type == "import_statement" for node in self.statements())
        by_import = esm and not self.style.commonjs and any(new.way != REQUIRED for new in pending)
        for node in self.statements():
            gone = self.removed.get(node.start_byte, set())
            if gone and self._is_all(node, gone):
                gone_wholly.add(node.start_byte)
        for node in self.statements():
            if node.type == "export_statement" or (by_import and node.type != "import_statement"):
                continue
            statement = node.parent if node.type == "variable_declarator" else node
            if statement is not None:
                last = (statement, node.start_byte in gone_wholly)
        if last is not None:
            statement, deleted = last
            if deleted:
                line = self.source.rfind(b"\n", 0, statement.start_byte) + 1
                return Edit(line, line, "".join(text + newline for text in lines).encode())
            at = _line_end(self.source, statement.end_byte)
            return Edit(at, at, "".join(newline + text for text in lines).encode())
        at = self.after_header()
        body = newline.join(lines) + newline
        rest = self.source[at:]
        gap = newline if rest.strip() and not rest.startswith((b"\n", b"\r")) else ""
        lead = newline if at and not self.source[:at].endswith(b"\n\n") and self.source[:at].strip() else ""
        return Edit(at, at, (lead + body + gap).encode())

    def after_header(self) -> int:
        """Return where the first import would go: after a first comment, directives and a hash-bang line."""
        at = 0
        children = self.root.children
        for position, node in enumerate(children):
            inner = first_child(node)
            directive = node.type == "expression_statement" and inner is not None and inner.type == "string"
            following = children[position + 1] if position + 1 < len(children) else None
            licence = node.type == "comment" and (
                following is None or self.source[node.end_byte : following.start_byte].count(b"\n") > 1
            )
            if not (directive or licence or node.type == "hash_bang_line"):
                break
            at = node.end_byte
        found = self.source.find(b"\n", at) if at else -1
        return found + 1 if found >= 0 else at


def import_lines(pending: list[NewImport], style: Style) -> list[str]:
    """Return the lines that import some names, one for each module and kind; what is required comes last."""
    required = [new for new in pending if new.way == REQUIRED]
    if required and not style.commonjs:
        others = import_lines([new for new in pending if new.way != REQUIRED], style)
        return others + import_lines(required, replace(style, commonjs=True))
    groups: dict[tuple[str, bool], list[NewImport]] = {}
    for new in pending:
        groups.setdefault((new.module, new.types), []).append(new)
    lines = []
    for (module, types), items in sorted(groups.items()):
        quoted = f"{style.quote}{module}{style.quote}"
        whole = [i for i in items if i.exported == WHOLE]
        default = [i for i in items if i.exported == "default"]
        named = sorted({(i.exported, i.local) for i in items if i.exported not in (WHOLE, "default")})
        pad = " " if style.spaced else ""
        if style.commonjs:
            for item in whole:
                lines.append(f"{style.keyword} {item.local} = require({quoted}){style.semicolon}")
            for item in default:
                named.append(("default", item.local))
            if named:
                inner = ", ".join(e if e == n else f"{e}: {n}" for e, n in named)
                lines.append(f"{style.keyword} {{{pad}{inner}{pad}}} = require({quoted}){style.semicolon}")
            continue
        word = "import type" if types else "import"
        for item in whole:
            if item.way == ASSIGNED:
                lines.append(f"import {item.local} = require({quoted}){style.semicolon}")
                continue
            lines.append(f"{word} * as {item.local} from {quoted}{style.semicolon}")
        inner = ", ".join(e if e == n else f"{e} as {n}" for e, n in named)
        braces = f"{{{pad}{inner}{pad}}}"
        for item in default[1:]:
            lines.append(f"{word} {item.local} from {quoted}{style.semicolon}")
        if default and named and not types:
            lines.append(f"{word} {default[0].local}, {braces} from {quoted}{style.semicolon}")
        else:
            if default:
                lines.append(f"{word} {default[0].local} from {quoted}{style.semicolon}")
            if named:
                lines.append(f"{word} {braces} from {quoted}{style.semicolon}")
    return lines


def _walk(node: Node) -> list[Node]:
    out = [node]
    for child in node.named_children:
        if child.type not in ("statement_block", "call_expression"):
            out += _walk(child)
    return out


def _names(node: Node) -> list[Node]:
    """Return the nodes of the names that a statement brings."""
    if node.type == "variable_declarator":
        target = node.child_by_field_name("name")
        if target is None:
            return []
        return list(target.named_children) if target.type == "object_pattern" else [target]
    out: list[Node] = []
    for child in node.named_children:
        if child.type == "import_clause":
            for part in child.named_children:
                if part.type == "named_imports":
                    out += [c for c in part.named_children if c.type == "import_specifier"]
                else:
                    out.append(part)
        elif child.type == "import_require_clause":
            out += child.named_children[:1]
        elif child.type == "export_clause":
            out += [c for c in child.named_children if c.type == "export_specifier"]
        elif child.type == "namespace_export":
            out.append(child)
    return out


def _module_of(node: Node) -> str:
    if node.type == "variable_declarator":
        found = _required(node)
        return string_value(found) or "" if found is not None else ""
    source = node.child_by_field_name("source")
    return string_value(source) or ""


def _required(declarator: Node) -> Node | None:
    from yandrel.languages.script.facts import required

    value = declarator.child_by_field_name("value")
    if value is not None and value.type == "member_expression":
        value = value.child_by_field_name("object")
    return required(value)


def _line_end(source: bytes, at: int) -> int:
    found = source.find(b"\n", at)
    end = len(source) if found < 0 else found
    rest = source[at:end]
    if rest.strip().startswith((b"//", b"/*")) or not rest.strip():
        return end - (1 if source[end - 1 : end] == b"\r" else 0)
    return at


def write_import_line(name: str, module: str, source: bytes) -> str:
    """Return a statement that imports a name with the module system, suffixes and quotes of a file."""
    calls = b"require(" in source and not re.search(rb"(?m)^import\b", source)
    known = re.findall(rb"""(?:from|require\()\s*(["'])([^"'\n]+)""", source)
    quote = known[0][0].decode() if known else "'"
    stem, dot, suffix = module.rpartition(".")
    own = [text for _, text in known if text.startswith(b".")]
    if module.startswith(".") and dot and "/" not in suffix:
        keeps = any(re.search(rb"\.[cm]?[jt]s$", text) for text in own) or not (own or calls or "t" in suffix)
        module = f"{stem}.{suffix.replace('ts', 'js')}" if keeps else stem
    stop = ";" if b";\n" in source or not source.strip() else ""
    if calls:
        return f"const {{ {name} }} = require({quote}{module}{quote}){stop}"
    return f"import {{ {name} }} from {quote}{module}{quote}{stop}"
