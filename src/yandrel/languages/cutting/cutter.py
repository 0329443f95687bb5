"""A wide class or interface cut into narrow interfaces; who needs but one of them is given that one."""

import posixpath
import re
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass

from tree_sitter import Node

from yandrel.languages.acting.placing import indent_of
from yandrel.languages.acting.shapes import stands_above
from yandrel.languages.cutting.groups import Caller, choose_parts, enough_for, group_methods, say_title
from yandrel.languages.cutting.holders import (
    IMPORTS,
    METHODS,
    NAMES,
    TYPE_BODIES,
    Holders,
    find_caller,
    read_fields,
)
from yandrel.languages.cutting.spelling import Spelling, is_public, outdented, signature_of
from yandrel.languages.trees import text_of, walk
from yandrel.model.changes import Edit, apply_edits
from yandrel.model.split import WideCut, WidePart

TYPES = frozenset(
    ["class_declaration", "abstract_class_declaration", "interface_declaration", "protocol_declaration",
     "type_spec"]
)  # fmt: skip
HEIRS = frozenset(
    ["extends_interfaces", "extends_type_clause", "base_list", "base_clause", "delegation_specifiers",
     "inheritance_specifier", "super_interfaces", "class_interface_clause"]
)  # fmt: skip
NAMED = re.compile(r"\b[A-Z]\w*")


@dataclass(frozen=True)
class Method:
    """A method as an interface has it; `start` is where its comments begin."""

    name: str
    node: Node
    start: int
    text: str


@dataclass(frozen=True)
class WideType:
    """The type that is cut: its declaration, its body, and whether it is an interface."""

    node: Node
    whole: Node
    body: Node
    interface: bool


class TypeCutter:
    """Cuts types of one language. `parse` reads a unit by its path."""

    def __init__(self, parse: Callable[[bytes, str], Node], spelling: Spelling) -> None:
        self.parse = parse
        self.spelling = spelling

    def cut(self, unit: str, type_name: str, by: str, sources: Mapping[str, bytes]) -> WideCut | str:
        """Return how a type is cut along what uses it, or why it cannot be.

        `sources` are its unit, those that name it, and those that share a namespace with one that does.
        """
        roots = {path: self.parse(text, path) for path, text in sources.items()}
        wide = _find_type(roots[unit], type_name)
        if isinstance(wide, str):
            return wide
        methods = self._methods(wide, type_name, roots, sources, unit)
        if isinstance(methods, str):
            return methods
        names = list(dict.fromkeys(method.name for method in methods))
        if len(names) < 2:
            return "it has fewer than two methods that others can call"
        callers = self._callers(unit, type_name, set(names), roots, sources)
        given = self._given_name(type_name, wide)
        groups = group_methods(
            names, by, {path: [caller] for path, caller in callers.items()}, given,
            {path: posixpath.splitext(path)[0].replace("/", ".") for path in sources},
            {method.name: method.text for method in methods},
        )  # fmt: skip
        if not wide.interface:
            groups.pop(f"{given}Unused", None)
        if len(groups) < 2:
            return "all of it is used together" if by == "users" else f"its methods are of one {by}"
        found = {path: [caller] for path, caller in callers.items()}
        parts = choose_parts(groups, set(), found, f"{given}Basics" if by == "users" else "")
        texts = self._write_parts(unit, sources[unit], roots[unit], wide, methods, parts, given)
        allowed = {p.name: set(p.methods) for p in parts}
        allowed = {p.name: allowed[p.name] | allowed.get(p.extends, set()) for p in parts}
        whole = [unit]
        for path, caller in callers.items():
            part = enough_for(caller, allowed, set())
            changed = self._follow(path, unit, roots[path], sources[path], type_name, part) if part else None
            if changed is None:
                whole.append(path)
            else:
                texts[path] = changed
        calls = {path: tuple(sorted(caller.methods)) for path, caller in callers.items()}
        users = {p.name: tuple(u for u in p.users if u not in whole) for p in parts}
        shown = tuple(WidePart(p.name, p.methods, users[p.name], p.extends) for p in parts)
        return WideCut(type_name, (), shown, tuple(whole), calls, texts)

    def _given_name(self, type_name: str, wide: WideType) -> str:
        return f"I{type_name}" if self.spelling.prefixed and not wide.interface else type_name

    # What there is.

    def _methods(
        self,
        wide: WideType,
        type_name: str,
        roots: Mapping[str, Node],
        sources: Mapping[str, bytes],
        unit: str,
    ) -> list[Method] | str:
        found: list[Method] = []
        for path, node in self._members(wide, type_name, roots, unit):
            name = text_of(node.child_by_field_name("name"))
            if node.type not in METHODS or not is_public(node) or name in ("constructor", "__construct"):
                continue
            if path == unit and wide.interface:
                if node.child_by_field_name("body") is None and not any(
                    c.type == "function_body" for c in node.children
                ):
                    _, comments = stands_above(node)
                    start = comments[0].start_byte if comments else node.start_byte
                    margin = indent_of(node, sources[path])
                    text = sources[path][start : node.end_byte].decode("utf-8", "replace")
                    if sources[path][node.end_byte : node.end_byte + 1] == b";":
                        text += ";"
                    found.append(Method(name, node, start, outdented(text, margin)))
                continue
            signature = signature_of(node, sources[path], self.spelling)
            if not signature:
                return f"what {name} returns is not written, or a parameter has a value of its own"
            if self.spelling.upper_is_public and not name[:1].isupper():
                continue
            found.append(Method(name, node, node.start_byte, signature))
        return found

    def _members(
        self, wide: WideType, type_name: str, roots: Mapping[str, Node], unit: str
    ) -> Iterator[tuple[str, Node]]:
        if not self.spelling.upper_is_public or wide.interface:
            yield from ((unit, node) for node in wide.body.named_children)
            return
        folder = posixpath.dirname(unit)
        for path, root in roots.items():
            if posixpath.dirname(path) != folder:
                continue
            for node in root.named_children:
                receiver = node.child_by_field_name("receiver")
                if receiver is not None and type_name in NAMED.findall(text_of(receiver)):
                    yield path, node

    def _callers(
        self,
        unit: str,
        type_name: str,
        methods: set[str],
        roots: Mapping[str, Node],
        sources: Mapping[str, bytes],
    ) -> dict[str, Caller]:
        callers: dict[str, Caller] = {}
        holders: dict[str, Holders] = {}
        for path, root in roots.items():
            if path == unit:
                continue
            caller, held = find_caller(path, root, sources[path], type_name, methods, self.spelling.bivariant)
            if caller is not None:
                callers[path], holders[path] = caller, held
        for path, held in holders.items():
            for other, root in roots.items():
                if held.open_fields and other != path and posixpath.dirname(other) == posixpath.dirname(path):
                    read_fields(root, sources[other], held, methods, callers[path])
        return callers

    # What comes of it.

    def _write_parts(
        self, unit: str, source: bytes, root: Node, wide: WideType, methods: list[Method],
        parts: list[WidePart], type_name: str,
    ) -> dict[str, bytes]:  # fmt: skip
        moved = {name for part in parts for name in part.methods}
        edits = (
            self._removals(source, wide, [m for m in methods if m.name in moved]) if wide.interface else []
        )
        below = {part.extends for part in parts}
        heirs = [part.name for part in parts if part.name not in below]
        edits += self._inherit(source, wide, heirs, [m for m in methods if m.name in moved])
        modifier = _modifier(wide, self.spelling)
        texts: dict[str, bytes] = {}
        written = []
        indent = indent_of(wide.whole, source)
        for part in parts:
            own = [m.text for name in part.methods for m in methods if m.name == name]
            title = say_title(part, type_name)
            written.append(self.spelling.interface(part, title, own, modifier, indent))
        if self.spelling.own_file:
            for part, text in zip(parts, written, strict=True):
                path = posixpath.join(posixpath.dirname(unit), part.name + posixpath.splitext(unit)[1])
                texts[path] = _new_unit(root, source, text)
        else:
            end = wide.whole.end_byte
            edits.append(Edit(end, end, "".join("\n\n" + text for text in written).encode()))
        texts[unit] = apply_edits(source, edits)
        if self.spelling.own_file and wide.interface:
            texts[unit] = _without_unused(root, source, texts[unit])
        return texts

    def _removals(self, source: bytes, wide: WideType, methods: list[Method]) -> list[Edit]:
        """Return what takes methods out of a body, with the blank lines between them."""
        if len(methods) == sum(1 for c in wide.body.named_children if "comment" not in c.type):
            opening = source.find(b"{", wide.body.start_byte)
            closing = source.rfind(b"}", 0, wide.body.end_byte)
            return [Edit(opening + 1, closing, b"\n" + indent_of(wide.whole, source).encode())]
        spans: list[tuple[int, int]] = []
        for method in sorted(methods, key=lambda item: item.start):
            start, end = _lines_of(method, source)
            if spans and spans[-1][1] == start:
                start = spans.pop()[0]
            spans.append((start, end))
        last = spans[-1]
        if source[last[1] :].lstrip().startswith(b"}") and source[: last[0]].endswith(b"\n\n"):
            spans[-1] = (last[0] - 1, last[1])
        return [Edit(start, end, b"") for start, end in spans]

    def _inherit(self, source: bytes, wide: WideType, heirs: list[str], methods: list[Method]) -> list[Edit]:
        edits = []
        if self.spelling.upper_is_public:
            if not wide.interface:
                return []
            at = source.find(b"{", wide.body.start_byte) + 1
            return [Edit(at, at, "".join(f"\n\t{name}" for name in heirs).encode())]
        if self.spelling.adds and not wide.interface:
            for method in methods:
                at = next(
                    (c.start_byte for c in method.node.children if c.type == "fun"), method.node.start_byte
                )
                if self.spelling.adds not in text_of(method.node).split("(")[0].split():
                    edits.append(Edit(at, at, f"{self.spelling.adds} ".encode()))
        listed = [c for c in _heritage(wide.node) if c.end_byte <= wide.body.start_byte]
        if not wide.interface:
            wanted = {"super_interfaces", "class_interface_clause", "implements_clause", "base_list",
                      "delegation_specifiers", "inheritance_specifier"}  # fmt: skip
            listed = [c for c in listed if c.type in wanted]
        if listed:
            at = listed[-1].end_byte
            return [*edits, Edit(at, at, f", {', '.join(heirs)}".encode())]
        head = source[: wide.body.start_byte].rstrip()
        word = self.spelling.extends if wide.interface else self.spelling.implements
        return [*edits, Edit(len(head), len(head), f"{word}{', '.join(heirs)}".encode())]

    def _follow(
        self, path: str, unit: str, root: Node, source: bytes, type_name: str, part: str
    ) -> bytes | None:
        """Return a user's unit with the part in place of the whole; None where its import does not tell."""
        edits: list[Edit] = []
        imported = False
        for leaf in walk(root):
            if leaf.type not in NAMES or leaf.named_child_count or text_of(leaf) != type_name:
                continue
            holder = _import_of(leaf)
            if holder is None:
                start = leaf.start_byte
                edits.append(Edit(start, leaf.end_byte, part.encode()))
                pointer = _pointer_of(leaf)
                if pointer is not None:
                    edits.append(Edit(pointer.start_byte, pointer.start_byte + 1, b""))
            elif not imported:
                if not _leads_to(holder, unit):
                    return None
                imported = True
                edits.append(Edit(leaf.start_byte, leaf.end_byte, part.encode()))
        if self.spelling.imported and not imported:
            return None
        return apply_edits(source, edits)


def _lines_of(method: Method, source: bytes) -> tuple[int, int]:
    """Return where the lines of a method begin and where those after it and its blank lines do."""
    end = method.node.end_byte
    end += source[end : end + 1] in (b";", b",")
    start = source.rfind(b"\n", 0, method.start) + 1
    if source[start : method.start].strip():
        return method.start, end
    while source[end : end + 1] == b"\n":
        end += 1
    return start, end


def _without_unused(before: Node, source: bytes, text: bytes) -> bytes:
    """Return a text without the imports of what left it."""
    body = text
    for node in walk(before):
        if node.type in ("import_declaration", "namespace_use_declaration", "import_header"):
            body = body.replace(node.text or b"", b"", 1)
    kept = set(NAMED.findall(body.decode("utf-8", "replace")))
    return apply_edits(text, _unused_imports(before, source, kept))


def _unused_imports(root: Node, source: bytes, names: set[str]) -> list[Edit]:
    """Return what takes away the imports of types that are not among the names."""
    return [
        Edit(node.start_byte, node.end_byte + (source[node.end_byte : node.end_byte + 1] == b"\n"), b"")
        for node in walk(root)
        if node.type in ("import_declaration", "namespace_use_declaration")
        and "*" not in text_of(node)
        and not set(re.findall(r"\w+", text_of(node))) & names
    ]


def _find_type(root: Node, name: str) -> WideType | str:
    for node in walk(root):
        if node.type not in TYPES or text_of(_name_of(node)) != name or _is_nested(node):
            continue
        if any(child.type in ("type_parameters", "type_parameter_list") for child in node.named_children):
            return "it has type parameters"
        body, interface = (
            node.child_by_field_name("body"),
            "interface" in node.type or "protocol" in node.type,
        )
        if node.type == "type_spec":
            body = node.child_by_field_name("type")
            if body is None or body.type not in ("interface_type", "struct_type"):
                return "it is no class or interface"
            interface = body.type == "interface_type"
        if body is None:
            body = next((c for c in node.named_children if c.type in TYPE_BODIES), None)
        words = {text_of(c) for c in node.children if not c.is_named}
        if body is None or (words & {"enum", "struct", "extension", "actor"} and node.type != "type_spec"):
            return "it is no class or interface with methods"
        whole = node
        while whole.parent is not None and whole.parent.type in ("export_statement", "type_declaration"):
            whole = whole.parent
        return WideType(node, whole, body, interface or "interface" in words)
    return "it is no class or interface at the top level"


def _name_of(node: Node) -> Node | None:
    return node.child_by_field_name("name") or next((c for c in node.named_children if c.type in NAMES), None)


def _is_nested(node: Node) -> bool:
    outer = node.parent
    while outer is not None:
        if outer.type in TYPES or outer.type in METHODS:
            return True
        outer = outer.parent
    return False


def _heritage(node: Node) -> Iterator[Node]:
    for child in node.named_children:
        if child.type in HEIRS:
            yield child
        elif child.type == "class_heritage":
            yield from (c for c in child.named_children if c.type == "implements_clause")


def _modifier(wide: WideType, spelling: Spelling) -> str:
    """Return the words before the keyword that say who sees the type."""
    if wide.whole.type == "export_statement":
        return "export "
    head = text_of(wide.node).split("{")[0].split()
    return next(
        (f"{word} " for word in head[:4] if word in ("public", "internal", "open") and word != "open"), ""
    )


def _import_of(leaf: Node) -> Node | None:
    node: Node | None = leaf
    found = None
    while node is not None and node.type not in TYPE_BODIES:
        if node.type in IMPORTS:
            found = node
        node = node.parent
    return found


def _leads_to(imported: Node, unit: str) -> bool:
    """Whether an import names a type in its own file, not through another that hands it on."""
    if imported.type != "import_statement":
        return True
    stem = posixpath.splitext(posixpath.basename(unit))[0]
    source = text_of(imported.child_by_field_name("source")).strip("'\"")
    named = any(c.type == "import_specifier" for c in walk(imported))
    return named and posixpath.basename(source).split(".")[0] == stem.split(".")[0]


def _pointer_of(leaf: Node) -> Node | None:
    node = leaf.parent
    while node is not None and node.type in ("qualified_type", "pointer_type"):
        if node.type == "pointer_type":
            return node
        node = node.parent
    return None


def _new_unit(root: Node, source: bytes, text: str) -> bytes:
    """Return a file with the head of another, the imports that it needs, and what closes its namespace."""
    types = [n for n in walk(root) if n.type in TYPES and not _is_nested(n)]
    first, last = types[0], types[-1]
    _, comments = stands_above(first)
    start = comments[0].start_byte if comments else first.start_byte
    start = source.rfind(b"\n", 0, start) + 1
    names = set(NAMED.findall(text))
    drop = _unused_imports(root, source, names)
    head = apply_edits(source[:start], [edit for edit in drop if edit.end <= start])
    head = re.sub(rb"\n{3,}", b"\n\n", head)
    tail = source[last.end_byte :]
    newline = b"\r\n" if b"\r\n" in source else b"\n"
    return (
        head
        + text.encode().replace(b"\n", newline)
        + (tail if tail.strip() in (b"}", b"") and tail else newline)
    )
