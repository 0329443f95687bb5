"""Handlers that stand inside of a function, or are given as lambdas, made functions of the module."""

import re
import textwrap
from dataclasses import replace

import tree_sitter

from yandrel.languages.python import grammar as g
from yandrel.languages.python.deep import MODULE_SCOPE, DeepFacts, read_deep_facts
from yandrel.languages.python.facts import read_facts
from yandrel.languages.python.imports import ImportEditor, NewImport
from yandrel.languages.python.split.routing import (
    AppObject,
    Handler,
    concept_of_path,
    find_apps,
    find_handlers,
    segments,
)
from yandrel.languages.python.tree import arguments_of, in_lines_of, newline_of, string_value, text_of, walk
from yandrel.model.changes import Edit, Note, apply_edits
from yandrel.model.split import MixedHandler, SplitPiece

Node = tree_sitter.Node


def lift_handlers(
    source: bytes, unit: str, skip: frozenset[str] = frozenset()
) -> tuple[bytes, list[Note], dict[str, str]]:
    """Return the text with lambdas named and closures lifted, what could not be, and lifted marks.

    The lifted handlers keep their decorators, on a name that stands for the application object of
    the function that they came from: the marks map each handler to that object's name. Those to
    `skip` are left where they are.
    """
    source = _name_lambdas(source)
    root = g.parse(source).root_node
    apps = [app for app in find_apps(root, source) if app.factory is not None]
    if not apps:
        return source, [], {}
    deep = read_deep_facts(source)
    handlers, _ = find_handlers(root, source, apps)
    edits: list[Edit] = []
    notes: list[Note] = []
    marks: dict[str, str] = {}
    taken = {d.name for d in _top_names(root, source)}
    asks = False
    for handler in handlers:
        if handler.factory is None:
            continue
        if handler.name in skip:
            continue
        why = _why_not(handler, deep, apps, source)
        if not why and handler.name in taken:
            why = f"another {handler.name} stands at the top level"
        if why:
            notes.append(Note(unit, handler.whole.start_point[0] + 1, handler.name, why))
            continue
        taken.add(handler.name)
        owner = next(a for a in apps if a.factory is not None and a.factory.id == handler.factory.id)
        marks[handler.name] = owner.name
        top = _top_statement(handler.factory)
        text = _lifted(handler, source, deep, owner)
        asks = asks or b"current_app" in text
        edits.append(Edit(top.start_byte, top.start_byte, text))
        edits.append(_without(handler.whole, source))
    if not edits:
        return source, notes, {}
    if asks:
        edits += _import_current_app(source)
    return apply_edits(source, _merged(edits)), notes, marks


def _import_current_app(source: bytes) -> list[Edit]:
    facts = read_facts(source)
    if any(n.bound == "current_app" for i in facts.imports for n in i.names):
        return []
    newline = newline_of(source)
    editor = ImportEditor(source, facts, newline, lambda first: False)
    editor.add(NewImport("quart" if b"Quart(" in source else "flask", "current_app"))
    return editor.finish()


def _merged(edits: list[Edit]) -> list[Edit]:
    inserted: dict[int, bytes] = {}
    out = []
    for edit in edits:
        if edit.start == edit.end:
            inserted[edit.start] = inserted.get(edit.start, b"") + edit.text
        else:
            out.append(edit)
    return [*out, *(Edit(at, at, text) for at, text in inserted.items())]


class _Name:
    def __init__(self, name: str) -> None:
        self.name = name


def _top_names(root: Node, source: bytes) -> list[_Name]:
    facts = read_facts(source)
    names = [d.name for d in facts.definitions] + list(facts.bound)
    names += [n.bound for i in facts.imports for n in i.names]
    return [_Name(name) for name in names]


def _why_not(handler: Handler, deep: DeepFacts, apps: list[AppObject], source: bytes) -> str:
    """Return why a closure cannot leave its function; nothing where it can."""
    span = range(handler.whole.start_byte, handler.whole.end_byte)
    own = {app.name for app in apps}
    body = handler.function.child_by_field_name("body")
    for use in deep.uses:
        if use.start not in span or use.home <= MODULE_SCOPE:
            continue
        scope = deep.scopes[use.home]
        if scope.start in span and scope.start != handler.whole.start_byte:
            continue
        if use.home != MODULE_SCOPE and scope.start < handler.whole.start_byte:
            inside = body is not None and body.start_byte <= use.start < body.end_byte
            if use.head in own and not inside:
                continue
            if use.head in own and apps[0].framework == "flask":
                continue
            return f"it closes over {use.head}, which the function around it makes"
    return ""


def _top_statement(node: Node) -> Node:
    at = node
    while at.parent is not None and at.parent.parent is not None:
        at = at.parent
    return at


def _lifted(handler: Handler, source: bytes, deep: DeepFacts, owner: AppObject) -> bytes:
    """Return a closure as a function of the module; the application that it names is the current one."""
    line = source.rfind(b"\n", 0, handler.whole.start_byte) + 1
    body = handler.function.child_by_field_name("body")
    start = body.start_byte if body is not None else handler.whole.end_byte
    edits = [
        Edit(use.start - line, use.links[0].end - line, b"current_app")
        for use in deep.uses
        if use.head == owner.name and start <= use.start < handler.whole.end_byte
    ]
    text = apply_edits(source[line : handler.whole.end_byte], edits).decode("utf-8", "replace")
    return in_lines_of(textwrap.dedent(text) + "\n\n\n", source)


def _without(node: Node, source: bytes) -> Edit:
    start = source.rfind(b"\n", 0, node.start_byte) + 1
    end = source.find(b"\n", node.end_byte)
    end = len(source) if end < 0 else end + 1
    while source[end : end + 1] in (b"\n",) and source[start - 2 : start] == b"\n\n":
        end += 1
    parent = node.parent
    alone = parent is not None and parent.kind_id == g.BLOCK and parent.named_child_count == 1
    return Edit(start, end, b"    pass\n" if alone else b"")


def _name_lambdas(source: bytes) -> bytes:
    """Turn `app.add_url_rule("/ping", ..., lambda: ...)` at the top level into a marked function."""
    if b"lambda" not in source:
        return source
    root = g.parse(source).root_node
    apps = {app.name for app in find_apps(root, source)}
    edits: list[Edit] = []
    taken = {name.name for name in _top_names(root, source)}
    for node in root.named_children:
        if node.kind_id != g.EXPRESSION_STATEMENT or not node.named_child_count:
            continue
        text = _function_of(node.named_children[0], source, apps, taken)
        if text:
            edits.append(Edit(node.start_byte, node.end_byte, in_lines_of(text, source)))
    return apply_edits(source, edits) if edits else source


def _function_of(call: Node, source: bytes, apps: set[str], taken: set[str]) -> str:
    if call.kind_id != g.CALL:
        return ""
    function = call.child_by_field_name("function")
    owner, _, method = text_of(function, source).rpartition(".")
    outer = None
    if method not in ("add_url_rule", "add_api_route"):
        if function is None or function.kind_id != g.CALL:
            return ""
        outer, call = call, function
        function = call.child_by_field_name("function")
        owner, _, method = text_of(function, source).rpartition(".")
    if owner not in apps:
        return ""
    plain, named = arguments_of(call)
    path = string_value(plain[0] if plain else None, source)
    lambdas = [n for n in [*plain[1:], *named.values()] if n.type == "lambda"]
    if outer is not None:
        lambdas = [n for n in arguments_of(outer)[0] if n.type == "lambda"]
    if path is None or len(lambdas) != 1:
        return ""
    methods = named.get(b"methods")
    verb = re.sub(r"\W", "", text_of(methods, source).split(",")[0]).lower() if methods is not None else "get"
    if outer is not None and method != "route":
        verb = method
    name = name_handler(verb, path, taken)
    taken.add(name)
    keep = [
        f"{key.decode()}={text_of(value, source)}" for key, value in named.items() if value.type != "lambda"
    ]
    if method == "add_url_rule":
        extra = [n for n in plain[1:] if n.type != "lambda"]
        keep = [f"endpoint={text_of(n, source)}" for n in extra] + keep
    verb_mark = {"add_url_rule": "route", "add_api_route": "api_route"}.get(method, method)
    arguments = ", ".join([text_of(plain[0], source), *(k for k in keep if not k.startswith("view_func"))])
    body = text_of(lambdas[0].child_by_field_name("body"), source)
    parameters = text_of(lambdas[0].child_by_field_name("parameters"), source)
    return f"\n@{owner}.{verb_mark}({arguments})\ndef {name}({parameters}):\n    return {body}\n"


def name_handler(verb: str, path: str, taken: set[str]) -> str:
    """Return a name for a handler that has none, from its method and path."""
    words = [re.sub(r"\W", "_", s).strip("_") for s in segments(path) if "<" not in s and "{" not in s]
    stem = "_".join([verb.lower(), *(words or ["root"])])
    stem = re.sub(r"_+", "_", stem)
    name = stem if concept_of_path(path) or words else f"{verb.lower()}_root"
    number = 2
    while name in taken:
        name = f"{stem}_{number}"
        number += 1
    return name


def as_written(
    source: bytes, pieces: list[SplitPiece], mixed: tuple[MixedHandler, ...]
) -> tuple[list[SplitPiece], tuple[MixedHandler, ...]]:
    """Return pieces and mixed handlers with the lines that they have in the file before lifting."""
    lines = {d.name: d.line for d in read_facts(source).definitions}
    for node in walk(g.parse(source).root_node):
        if node.kind_id == g.DECORATED:
            name = text_of(
                (node.child_by_field_name("definition") or node).child_by_field_name("name"), source
            )
            lines.setdefault(name, node.start_point[0] + 1)
    shifts = {p.name: lines[p.name] - p.line for p in pieces if p.name in lines}
    moved = [
        replace(p, line=p.line + shifts.get(p.name, 0), last_line=p.last_line + shifts.get(p.name, 0))
        for p in pieces
    ]
    return moved, tuple(_shifted(m, shifts.get(m.name, 0)) for m in mixed)


def _shifted(handler: MixedHandler, by: int) -> MixedHandler:
    requests = tuple((first + by, last + by) for first, last in handler.requests)
    data = tuple((first + by, last + by) for first, last in handler.data)
    return replace(handler, line=handler.line + by, requests=requests, data=data)
