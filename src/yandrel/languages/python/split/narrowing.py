"""A wide type cut into narrow ones: the old name stays, as the sum of its parts."""

import re
from collections.abc import Mapping
from dataclasses import dataclass

import tree_sitter

from yandrel.languages.cutting.groups import Caller, choose_parts, enough_for, group_methods, say_title
from yandrel.languages.python import grammar as g
from yandrel.languages.python.facts import read_facts
from yandrel.languages.python.imports import ImportEditor, NewImport
from yandrel.languages.python.split.calling import find_callers
from yandrel.languages.python.tree import newline_of, text_of, walk
from yandrel.model.changes import Edit, apply_edits
from yandrel.model.split import WideCut, WidePart

Node = tree_sitter.Node
ABSTRACT = frozenset(["Protocol", "ABC", "typing.Protocol", "abc.ABC"])


@dataclass(frozen=True)
class Method:
    """One method with its decorators and the comments above it; `calls` are the others of its own type."""

    name: str
    text: str
    calls: frozenset[str]


def cut_type(
    unit: str, type_name: str, by: str, sources: Mapping[str, bytes], modules: Mapping[str, str]
) -> WideCut | str:
    """Return how a class is cut along what uses it, or why it cannot be.

    `sources` are its unit and those that import it, `modules` their dotted names.
    """
    source = sources[unit]
    root = g.parse(source).root_node
    node = _find_class(root, source, type_name)
    if node is None:
        return "it is no class at the top level"
    methods, rest = _read_methods(node, source)
    public = [m.name for m in methods if not m.name.startswith("_")]
    if len(public) < 2:
        return "it has fewer than two methods"
    whole = node.parent if node.parent is not None and node.parent.kind_id == g.DECORATED else node
    own = range(whole.start_byte, whole.end_byte)
    names = {m.name for m in methods}
    callers: dict[str, list[Caller]] = {
        path: find_callers(text, type_name, names, own if path == unit else None)
        for path, text in sources.items()
    }
    groups = group_methods(public, by, callers, type_name, modules, {m.name: m.text for m in methods})
    if len(groups) < 2:
        return "all of it is used together" if by == "users" else f"its methods are of one {by}"
    shared = _shared(methods, groups)
    parts = choose_parts(groups, shared, callers, f"{type_name}Basics" if by == "users" else "")
    if len(parts) < 2:
        return "its methods call each other across any cut"
    texts = {unit: _rewrite_type(node, whole, source, type_name, methods, rest, parts, shared)}
    own_methods = {p.name: set(p.methods) for p in parts}
    narrowed = {p.name: own_methods[p.name] | own_methods.get(p.extends, set()) for p in parts}
    for path, found in callers.items():
        text = texts.get(path, source) if path == unit else sources[path]
        changed = _follow(path, text, found, type_name, narrowed, shared, modules[unit], path == unit)
        if changed is not None:
            texts[path] = changed
    remaining = tuple(
        path for path, found in callers.items() if any(not enough_for(c, narrowed, shared) for c in found)
    )
    calls = {
        path: tuple(sorted(set().union(*(c.methods for c in found))))
        for path, found in callers.items()
        if found
    }
    return WideCut(type_name, tuple(sorted(shared)), tuple(parts), remaining, calls, texts)


def _find_class(root: Node, source: bytes, name: str) -> Node | None:
    for node in root.named_children:
        inner = node.child_by_field_name("definition") if node.kind_id == g.DECORATED else node
        if inner is not None and inner.kind_id == g.CLASS:
            if text_of(inner.child_by_field_name("name"), source) == name:
                return inner
    return None


def _read_methods(node: Node, source: bytes) -> tuple[list[Method], list[Node]]:
    body = node.child_by_field_name("body")
    methods: list[Method] = []
    rest: list[Node] = []
    for child in body.named_children if body is not None else ():
        inner = child.child_by_field_name("definition") if child.kind_id == g.DECORATED else child
        if inner is None or inner.kind_id != g.FUNCTION:
            if child.kind_id != g.COMMENT:
                rest.append(child)
            continue
        name = text_of(inner.child_by_field_name("name"), source)
        calls = {
            text_of(n.child_by_field_name("attribute"), source) for n in walk(inner)
            if n.kind_id == g.ATTRIBUTE
            and text_of(n.child_by_field_name("object"), source) in ("self", "cls")
        }  # fmt: skip
        start = _with_comments(source, child.start_byte)
        methods.append(Method(name, source[start : child.end_byte].decode(), frozenset(calls)))
    return methods, rest


def _with_comments(source: bytes, start: int) -> int:
    line = source.rfind(b"\n", 0, start) + 1
    while line > 0:
        before = source.rfind(b"\n", 0, line - 1) + 1
        if not source[before : line - 1].strip().startswith(b"#"):
            break
        line = before
    return line


# -- groups ----------------------------------------------------------------------------------


def _shared(methods: list[Method], groups: Mapping[str, list[str]]) -> set[str]:
    """Return what goes to the common base: private methods, and what methods of other groups call."""
    group_of = {name: key for key, names in groups.items() for name in names}
    shared = {m.name for m in methods if m.name not in group_of}
    changed = True
    while changed:
        changed = False
        for method in methods:
            for called in method.calls & set(group_of):
                mine = "" if method.name in shared else group_of.get(method.name, "")
                if called not in shared and mine != group_of[called]:
                    shared.add(called)
                    changed = True
    return shared


# -- texts -----------------------------------------------------------------------------------


def _rewrite_type(
    node: Node, whole: Node, source: bytes, type_name: str,
    methods: list[Method], rest: list[Node], parts: list[WidePart], shared: set[str],
) -> bytes:  # fmt: skip
    bases = text_of(node.child_by_field_name("superclasses"), source).strip("()")
    texts = {m.name: m.text for m in methods}
    head = source[whole.start_byte : node.start_byte].decode()
    abstract = bool(set(re.split(r"[\s,]+", bases)) & ABSTRACT)
    state = [r for r in rest if not _is_docstring(r)]
    base_name = f"{type_name}Base"
    needs_base = bool(state or [n for n in texts if n in shared])
    out = []
    if needs_base:
        inner = [text_of(r, source) for r in state]
        body = "\n".join("    " + text for text in inner)
        own = "\n\n".join(texts[m.name] for m in methods if m.name in shared)
        joined = "\n\n".join(part for part in (body, own) if part)
        title = f'    """What the parts of {type_name} share."""\n\n'
        out.append(f"{head}class {base_name}{f'({bases})' if bases else ''}:\n{title}{joined}")
    inherited = (
        base_name + (f", {bases}" if abstract and "Protocol" in bases else "") if needs_base else bases
    )
    for part in parts:
        title = f'    """{say_title(part, type_name)}"""\n\n'
        own = "\n\n".join(texts[name] for name in part.methods)
        above = inherited
        if part.extends:
            above = part.extends + (", Protocol" if "Protocol" in bases else "")
        out.append(f"{head}class {part.name}{f'({above})' if above else ''}:\n{title}{own}")
    docs = [text_of(r, source) for r in rest if _is_docstring(r)]
    body = "    " + (docs[0] if docs else f'"""All of {type_name}, for who needs it whole."""')
    below = {p.extends for p in parts}
    whole_bases = ", ".join(
        [p.name for p in parts if p.name not in below] + (["Protocol"] if "Protocol" in bases else [])
    )
    out.append(f"{head}class {type_name}({whole_bases}):\n{body}")
    return source[: whole.start_byte] + "\n\n\n".join(out).encode() + source[whole.end_byte :]


def _is_docstring(node: Node) -> bool:
    return node.kind_id == g.EXPRESSION_STATEMENT and node.named_children[0].kind_id == g.STRING


def _follow(
    path: str, source: bytes, found: list[Caller], type_name: str,
    parts: Mapping[str, set[str]], shared: set[str], module: str, same_unit: bool,
) -> bytes | None:  # fmt: skip
    """Return a caller's unit with the narrow types named where they are enough, or None."""
    if same_unit:
        return None
    edits: list[Edit] = []
    wanted: set[str] = set()
    for caller in found:
        part = enough_for(caller, parts, shared)
        if not part:
            continue
        wanted.add(part)
        edits += [Edit(m.start, m.end, part.encode()) for m in caller.mentions]
    if not edits:
        return None
    facts = read_facts(source)
    newline = newline_of(source)
    editor = ImportEditor(source, facts, newline, lambda first: first == module.partition(".")[0])
    everyone = {m.start for caller in found for m in caller.mentions}
    left = everyone - {edit.start for edit in edits}
    item = next((i for i in facts.imports for n in i.names if n.bound == type_name and not i.nested), None)
    if item is None:
        return None
    if left:
        for name in sorted(wanted):
            editor.add(NewImport(item.module, name))
    else:
        imported = next(n for n in item.names if n.bound == type_name)
        edits.append(Edit(imported.start, imported.end, ", ".join(sorted(wanted)).encode()))
    return apply_edits(source, [*edits, *editor.finish()])
