"""Find the place where an application mounts its routers, and add one there."""

from dataclasses import dataclass

from yandrel.languages.python import grammar as g
from yandrel.languages.python.facts import read_facts
from yandrel.languages.python.imports import ImportEditor, NewImport
from yandrel.languages.python.tree import (
    arguments_of,
    indent_at,
    line_end,
    newline_of,
    string_value,
    text_of,
    walk,
)
from yandrel.model.changes import Edit, apply_edits
from yandrel.model.scaffold import Mount

MOUNTING = {
    "register_blueprint": ("url_prefix", "flask"),
    "include_router": ("prefix", "fastapi"),
}
MAKERS = {"Flask": "flask", "FastAPI": "fastapi", "APIRouter": "", "Blueprint": ""}
GROUP_PREFIX = {"Blueprint": "url_prefix", "APIRouter": "prefix"}


@dataclass(frozen=True)
class MountCall:
    """One place where a group of routes is mounted: what mounts, what is mounted, under which prefix."""

    start: int
    end: int
    owner: str
    group: str
    prefix: str
    said: bool
    way: str


def find_mounts(source: bytes) -> list[MountCall]:
    """Return every call that mounts a group of routes, in order, Django's includes among them."""
    if not any(word in source for word in (b"register_blueprint", b"include_router", b"include(")):
        return []
    out = []
    for node in walk(g.parse(source).root_node):
        if node.kind_id != g.CALL:
            continue
        function = node.child_by_field_name("function")
        if function is None:
            continue
        name = text_of(function, source)
        plain, named = arguments_of(node)
        method = name.rpartition(".")[2]
        if function.kind_id == g.ATTRIBUTE and method in MOUNTING and plain:
            keyword, _ = MOUNTING[method]
            value = named.get(keyword.encode())
            prefix = string_value(value, source)
            owner = name.rpartition(".")[0]
            out.append(
                MountCall(
                    node.start_byte,
                    node.end_byte,
                    owner,
                    text_of(plain[0], source),
                    prefix or "",
                    value is not None,
                    method,
                )
            )
        elif (
            name in ("path", "re_path")
            and len(plain) > 1
            and text_of(plain[1], source).startswith("include(")
        ):
            prefix = string_value(plain[0], source)
            group = text_of(plain[1], source).removeprefix("include(").rstrip(")").strip("\"'")
            out.append(MountCall(node.start_byte, node.end_byte, "", group, prefix or "", True, "include"))
    return out


def group_prefixes(source: bytes) -> list[str]:
    """Return the prefixes that groups of routes give themselves where they are made."""
    if b"prefix" not in source:
        return []
    found = []
    for node in walk(g.parse(source).root_node):
        if node.kind_id != g.CALL:
            continue
        name = text_of(node.child_by_field_name("function"), source).rpartition(".")[2]
        if name in GROUP_PREFIX:
            value = string_value(arguments_of(node)[1].get(GROUP_PREFIX[name].encode()), source)
            if value:
                found.append(value)
    return found


def is_mounting_unit(source: bytes) -> bool:
    """Whether routes can be mounted here: others are, or the application is made here."""
    return bool(find_mounts(source)) or any(name + b"(" in source for name in (b"Flask", b"FastAPI"))


def add_mount(source: bytes, mount: Mount, module: str, own: str) -> bytes | None:
    """Return a unit's text with one more group mounted; None where no place for it is found.

    `module` is the group's module, `own` the application's package.
    """
    mounts = find_mounts(source)
    if mounts:
        return _after_last(source, mounts[-1], mount, module, own)
    return _after_making(source, mount, module, own)


def _after_last(source: bytes, last: MountCall, mount: Mount, module: str, own: str) -> bytes:
    if last.way == "include":
        text = f'path("{mount.prefix.strip("/")}/", include("{module}")),'
        at = source.find(b",", last.end)
        same_line = at >= 0 and not source[last.end : at].strip()
        at = at + 1 if same_line else last.end
        lead = "" if same_line else ","
        indent = indent_at(source, last.start)
        return apply_edits(source, [Edit(at, at, f"{lead}{newline_of(source)}{indent}{text}".encode())])
    keyword, _ = MOUNTING[last.way]
    edits, bound = _import_group(source, mount, module, own)
    said = f', {keyword}="{mount.prefix}"' if mount.prefix else ""
    if last.way == "include_router" and "tags=" in source[last.start : last.end].decode():
        said += f', tags=["{mount.bound or mount.prefix.strip("/")}"]'
    line = f"{last.owner}.{last.way}({bound}{said})"
    at = line_end(source, last.end)
    indent = indent_at(source, last.start)
    return apply_edits(source, [*edits, Edit(at, at, f"{newline_of(source)}{indent}{line}".encode())])


def _after_making(source: bytes, mount: Mount, module: str, own: str) -> bytes | None:
    """Mount where the application is made: after the statements that touch it, before it is returned."""
    for node in walk(g.parse(source).root_node):
        if node.kind_id != g.ASSIGNMENT:
            continue
        right, left = node.child_by_field_name("right"), node.child_by_field_name("left")
        if right is None or left is None or right.kind_id != g.CALL or left.kind_id != g.IDENTIFIER:
            continue
        maker = text_of(right.child_by_field_name("function"), source).rpartition(".")[2]
        if maker not in ("Flask", "FastAPI"):
            continue
        way = "register_blueprint" if maker == "Flask" else "include_router"
        keyword, _ = MOUNTING[way]
        edits, bound = _import_group(source, mount, module, own)
        said = f', {keyword}="{mount.prefix}"' if mount.prefix else ""
        line = f"{text_of(left, source)}.{way}({bound}{said})"
        at = line_end(source, node.end_byte)
        indent = indent_at(source, node.start_byte)
        return apply_edits(source, [*edits, Edit(at, at, f"{newline_of(source)}{indent}{line}".encode())])
    return None


def _import_group(source: bytes, mount: Mount, module: str, own: str) -> tuple[list[Edit], str]:
    """Return the edits that import a group, and what it is called in the unit."""
    facts = read_facts(source)
    taken = {n.bound for i in facts.imports for n in i.names} | {d.name for d in facts.definitions}
    name = mount.name
    alias = mount.bound if mount.bound and mount.bound != name else ""
    bound = alias or name
    if bound in taken:
        alias = bound = f"{bound}_routes"
    editor = ImportEditor(source, facts, newline_of(source), lambda first: first == own)
    editor.add(NewImport(module, name, alias))
    return editor.finish(), bound
