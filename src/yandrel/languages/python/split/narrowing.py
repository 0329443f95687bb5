"""A wide type cut into narrow ones: the old name stays, as the sum of its parts."""

import re
from collections.abc import Mapping
from dataclasses import dataclass

import tree_sitter

from yandrel.languages.python import grammar as g
from yandrel.languages.python.facts import read_facts
from yandrel.languages.python.imports import ImportEditor, NewImport
from yandrel.languages.python.split.calling import Caller, find_callers
from yandrel.languages.python.tree import newline_of, text_of, walk
from yandrel.model.changes import Edit, apply_edits
from yandrel.model.split import WideCut, WidePart
from yandrel.model.words import pascal, singular, words_of

Node = tree_sitter.Node
READING = frozenset(
    ["get", "list", "show", "find", "count", "has", "is", "read", "search", "fetch", "load", "all", "exists",
     "first", "last", "sum", "total", "query", "lookup", "iter", "name", "of", "can"]
)  # fmt: skip
CHANGING = frozenset(
    ["add", "create", "make", "new", "insert", "register", "save", "store", "put", "set", "update", "change",
     "edit", "rename", "move", "remove", "delete", "drop", "clear", "cancel", "close", "open", "start",
     "stop", "send", "write", "approve", "reject", "assign", "attach", "detach", "mark", "reset", "record",
     "append",
     "push", "pop", "upsert", "replace", "restore", "archive", "publish", "commit", "apply", "process"]
)  # fmt: skip
SUFFIXES = frozenset(
    [
        "service",
        "repository",
        "store",
        "manager",
        "controller",
        "client",
        "port",
        "gateway",
        "api",
        "interface",
    ]
)
ROLES = frozenset(["route", "router", "view", "handler", "model", "schema", "test", "main", "app", "command"])
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
    groups = _group(public, by, callers, type_name, modules, {m.name: m.text for m in methods})
    if len(groups) < 2:
        return "all of it is used together" if by == "users" else f"its methods are of one {by}"
    shared = _shared(methods, groups)
    parts = _parts(groups, shared, callers, f"{type_name}Basics" if by == "users" else "")
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
        path for path, found in callers.items() if any(not _only(c, narrowed, shared) for c in found)
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


def _group(
    public: list[str],
    by: str,
    callers: Mapping[str, list[Caller]],
    type_name: str,
    modules: Mapping[str, str],
    texts: Mapping[str, str],
) -> dict[str, list[str]]:
    """Return the public methods by what they belong to, each group with the name of its type."""
    _, suffix = _stem_and_suffix(type_name)
    groups: dict[str, list[str]] = {}
    if by == "action":
        for name in public:
            reading = _is_reading(name, texts.get(name, ""))
            groups.setdefault(f"{type_name}{'Reading' if reading else 'Changing'}", []).append(name)
        return groups
    if by == "domain":
        for name in public:
            words = words_of(name)[1:]
            concept = singular("_".join(words[-1:])) if words else ""
            groups.setdefault(f"{pascal(concept)}{suffix}" if concept else f"{type_name}Basics", []).append(
                name
            )
        counted = {key: names for key, names in groups.items() if len(names) > 1}
        left = [n for key, names in groups.items() if key not in counted for n in names]
        if left and counted:
            counted.setdefault(f"{type_name}Basics", []).extend(left)
        return counted
    users: dict[str, set[str]] = {name: set() for name in public}
    for path, found in callers.items():
        for caller in found:
            for method in caller.methods & set(public):
                users[method].add(_user_name(path, modules))
    by_users: dict[frozenset[str], list[str]] = {}
    for name in public:
        by_users.setdefault(frozenset(users[name]), []).append(name)
    for who, names in by_users.items():
        if len(who) == 1:
            groups[f"{type_name}For{pascal(next(iter(who)))}"] = names
        elif not who:
            groups[f"{type_name}Unused"] = names
        else:
            groups.setdefault(f"{type_name}Basics", []).extend(names)
    return groups


def _is_reading(name: str, text: str) -> bool:
    """Whether a method only answers: by its verb, else by what its body does."""
    verb = (words_of(name) or ("",))[0]
    if verb in READING or verb in CHANGING:
        return verb in READING
    called = re.findall(r"\.(\w+)\(", text)
    changes = re.search(r"[\w\])]\.\w+ [-+*/|&]?= |\] = |-> None", text)
    return not changes and not any((words_of(word) or ("",))[0] in CHANGING for word in called)


def _stem_and_suffix(type_name: str) -> tuple[str, str]:
    words = words_of(type_name)
    if len(words) > 1 and words[-1] in SUFFIXES:
        return pascal("_".join(words[:-1])), pascal(words[-1])
    return type_name, ""


def _user_name(path: str, modules: Mapping[str, str]) -> str:
    """Return what a feature is called: its unit's name, or its folder's, without the words of a role."""
    for part in reversed(modules[path].split(".")):
        words = [w for w in words_of(part) if singular(w) not in SUFFIXES | ROLES]
        if words:
            return "_".join(words)
    return modules[path].rpartition(".")[2]


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


def _parts(
    groups: Mapping[str, list[str]], shared: set[str], callers: Mapping[str, list[Caller]], common: str
) -> list[WidePart]:
    """Return the parts; the others build on the `common` one as far as their users need it."""
    parts = []
    basics = {m for m in groups.get(common, ()) if m not in shared}
    for name, methods in sorted(groups.items(), key=lambda item: item[0] != common):
        kept = tuple(m for m in methods if m not in shared)
        if not kept:
            continue
        allowed = set(kept) | shared
        near = [c for found in callers.values() for c in found if c.methods & set(kept)]
        extends = common if name != common and any(c.methods & basics for c in near) else ""
        allowed |= basics if extends else set()
        users = tuple(
            path for path, found in callers.items()
            if any(not c.unclear and c.methods <= allowed and c.methods & set(kept) for c in found)
        )  # fmt: skip
        parts.append(WidePart(name, kept, users, extends))
    return parts


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
        title = f'    """{_title(part, type_name)}"""\n\n'
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


def _title(part: WidePart, type_name: str) -> str:
    if part.name.endswith("Reading"):
        return f"What {type_name} answers without changing anything."
    if part.name.endswith("Changing"):
        return f"What {type_name} changes."
    if part.name.endswith("Basics"):
        return f"What several users of {type_name} need."
    if part.name.endswith("Unused"):
        return f"What nothing here calls on {type_name}."
    if part.name.startswith(f"{type_name}For"):
        user = " ".join(words_of(part.name[len(type_name) + 3 :]))
        return f"What {user} needs of {type_name}."
    return f"The part of {type_name} about {' '.join(words_of(_stem_and_suffix(part.name)[0]))}."


def _only(caller: Caller, parts: Mapping[str, set[str]], shared: set[str]) -> str:
    """Return the one part that a caller can do with; nothing where it needs more."""
    if caller.unclear:
        return ""
    fits = [n for n, m in parts.items() if caller.methods <= m | shared and caller.methods & m]
    return min(fits, key=lambda name: len(parts[name]), default="")


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
        part = _only(caller, parts, shared)
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
