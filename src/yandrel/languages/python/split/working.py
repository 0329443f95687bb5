"""Handlers that do data work themselves: which lines are which, and lifting the data work out."""

import re
import textwrap
from collections.abc import Iterator, Mapping
from dataclasses import dataclass

import tree_sitter

from yandrel.languages.python import grammar as g
from yandrel.languages.python.split.reading import DATA_WORK, REQUEST_WORK, Reading
from yandrel.languages.python.split.routing import Handler
from yandrel.languages.python.tree import in_lines_of, text_of, walk
from yandrel.model.changes import Edit, apply_edits
from yandrel.model.split import MixedHandler

Node = tree_sitter.Node
REQUEST_NAMES = frozenset(
    ["request", "session", "g", "jsonify", "render_template", "redirect", "flash", "abort", "make_response",
     "url_for", "HTTPException", "Response", "JSONResponse", "current_user", "current_app", "form",
     "background_tasks", "response", "websocket", "send_file", "render_template_string"]
)  # fmt: skip
JUMPS = frozenset(
    ["return_statement", "yield", "await", "global_statement", "nonlocal_statement", "break_statement",
     "continue_statement", "delete_statement"]
)  # fmt: skip


@dataclass(frozen=True)
class Run:
    """Statements that can leave together: what they read from the handler, what they give back."""

    statements: tuple[Node, ...]
    inputs: tuple[str, ...]
    outputs: tuple[str, ...]


def find_mixed(reading: Reading, roles: Mapping[str, str]) -> Iterator[MixedHandler]:
    """Yield the handlers that both handle requests and do data work."""
    data_names = _data_names(reading, roles)
    for handler in reading.handlers:
        statements = _body(handler)
        data = [s for s in statements if _is_data_work(s, reading.source, data_names)]
        request = [s for s in statements if _is_request_work(s, reading.source)]
        if not data or not (len(data) > 1 or _asks(data[0], reading.source)):
            continue
        if len(statements) < 3 or not request:
            continue
        run = clean_run(handler, reading, data_names)
        why = run if isinstance(run, str) else ""
        yield MixedHandler(
            handler.name, handler.whole.start_point[0] + 1, _ranges(request), _ranges(data), why
        )


def _data_names(reading: Reading, roles: Mapping[str, str]) -> set[str]:
    """Return the names that stand for data: models, sessions, connections, helpers that open them."""
    names = {name for name, role in roles.items() if role == "model"}
    for d in reading.facts.definitions:
        call = d.value.removesuffix("()").rpartition(".")[2]
        if call in ("SQLAlchemy", "create_engine", "sessionmaker", "MongoClient", "PyMongo", "connect"):
            names.add(d.name)
        if re.match(r"get_(db|connection|session|db_connection)", d.name):
            names.add(d.name)
    return names


def _body(handler: Handler) -> list[Node]:
    body = handler.function.child_by_field_name("body")
    if body is None:
        return []
    out = [child for child in body.named_children if child.kind_id != g.COMMENT]
    if out and out[0].kind_id == g.EXPRESSION_STATEMENT and out[0].named_children[0].kind_id == g.STRING:
        out = out[1:]
    return out


def _is_data_work(node: Node, source: bytes, names: set[str]) -> bool:
    text = source[node.start_byte : node.end_byte]
    if DATA_WORK.search(text):
        return True
    return any(re.search(rb"\b" + name.encode() + rb"\b", text) for name in names)


def _is_request_work(node: Node, source: bytes) -> bool:
    return node.type == "return_statement" or _asks(node, source)


def _asks(node: Node, source: bytes) -> bool:
    return bool(REQUEST_WORK.search(source[node.start_byte : node.end_byte]))


def _ranges(nodes: list[Node]) -> tuple[tuple[int, int], ...]:
    """Return the lines of statements, neighbours joined."""
    out: list[tuple[int, int]] = []
    for node in nodes:
        start, end = node.start_point[0] + 1, node.end_point[0] + 1
        if out and start <= out[-1][1] + 1:
            out[-1] = (out[-1][0], end)
        else:
            out.append((start, end))
    return tuple(out)


def clean_run(handler: Handler, reading: Reading, data_names: set[str]) -> Run | str:
    """Return the statements of data work that can leave a handler, or why they cannot."""
    source = reading.source
    statements = _body(handler)
    marked = [
        position for position, s in enumerate(statements) if _is_data_work(s, source, data_names)
    ]  # fmt: skip
    best: list[int] = []
    here: list[int] = []
    reason = "the data work is spread between the lines that handle the request"
    last = min(marked[-1] + 2, len(statements)) if marked else 0
    for position in range(marked[0], last) if marked else ():
        why = _unclean(statements[position], source)
        if why:
            reason = why
            here = []
            continue
        here.append(position)
        if len(here) > len(best):
            best = list(here)
    while best and best[-1] not in marked and not _finishes(statements, best, source):
        best.pop()
    while best and best[0] not in marked:
        best.pop(0)
    if not best or not any(p in marked for p in best):
        return reason
    chosen = [statements[p] for p in best]
    if len(chosen) == 1 and chosen[0].end_point[0] == chosen[0].start_point[0] and len(marked) > 1:
        return reason
    return _with_borders(handler, reading, chosen, statements, data_names)


def _finishes(statements: list[Node], run: list[int], source: bytes) -> bool:
    """Whether the last statement of a run only takes a value out of what the run has made."""
    node = statements[run[-1]].named_children[0] if statements[run[-1]].named_child_count else None
    if node is None or node.kind_id != g.ASSIGNMENT or len(run) < 2:
        return False
    right = text_of(node.child_by_field_name("right"), source)
    found = re.fullmatch(r"(\w+)(\.\w+|\[[^\]]+\])", right)
    before = " ".join(text_of(statements[p], source) for p in run[:-1])
    return bool(found) and re.search(rf"\b{found.group(1)} = ", before) is not None if found else False


def _unclean(node: Node, source: bytes) -> str:
    """Return why a statement cannot leave its handler."""
    line = node.start_point[0] + 1
    for inner in walk(node):
        if inner.type in JUMPS:
            word = inner.type.removesuffix("_statement")
            return f"line {inner.start_point[0] + 1} has {word}, which only works in the handler itself"
        if inner.kind_id == g.IDENTIFIER and text_of(inner, source) in REQUEST_NAMES:
            parent = inner.parent
            is_name = parent is None or parent.kind_id not in (g.ATTRIBUTE, g.KEYWORD_ARGUMENT)
            if is_name or (parent is not None and parent.named_children[0].id == inner.id
                           and parent.kind_id == g.ATTRIBUTE):  # fmt: skip
                return f"line {line} needs {text_of(inner, source)}, which belongs to the request"
    return ""


def _with_borders(
    handler: Handler,
    reading: Reading,
    chosen: list[Node],
    statements: list[Node],
    data_names: set[str],
) -> Run | str:
    source = reading.source
    start, end = chosen[0].start_byte, chosen[-1].end_byte
    span = handler.function
    scope = next(
        (i for i, s in enumerate(reading.deep.scopes) if s.kind == "function" and s.start == span.start_byte),
        -1,
    )
    if scope < 0:
        return "its names cannot be told"
    bound = reading.deep.scopes[scope].bound
    inside = {n for n, places in bound.items() if any(start <= p < end for p in places)}
    inputs: list[str] = []
    after: set[str] = set()
    for use in sorted(reading.deep.uses, key=lambda u: u.start):
        if use.home != scope:
            continue
        if start <= use.start < end:
            earlier = any(p < start for p in bound.get(use.head, []))
            own = min((p for p in bound.get(use.head, []) if start <= p < end), default=end)
            given = use.start <= own if earlier else use.start < own and use.head not in inside
            if given and use.head not in inputs:
                inputs.append(use.head)
        elif use.start >= end:
            after.add(use.head)
    outputs = [n for n in bound if n in inside and n in after]
    maybe = [n for n in outputs if not _surely_bound(n, chosen, source)]
    if maybe:
        return f"{maybe[0]} is bound on some ways only"
    handles = [n for n in outputs if _is_handle(n, chosen, data_names, source)]
    if handles:
        return f"{handles[0]} is used after the data work as well"
    last = statements[-1]
    if chosen[0].start_byte == statements[0].start_byte and last.id == chosen[-1].id:
        return "the whole handler is data work"
    return Run(tuple(chosen), tuple(dict.fromkeys(inputs)), tuple(outputs))


def _is_handle(name: str, chosen: list[Node], data_names: set[str], source: bytes) -> bool:
    """Whether a name holds a connection or session rather than data."""
    for node in chosen:
        found = re.match(rf"{name}\s*=\s*(\w+)\(", text_of(node, source))
        if found and (found.group(1) in data_names or re.match(r"[A-Za-z]*(S|s)ession", found.group(1))):
            return True
    return False


def _surely_bound(name: str, chosen: list[Node], source: bytes) -> bool:
    """Whether a statement of the run itself, not one inside a branch, binds a name."""
    for node in chosen:
        if node.kind_id == g.EXPRESSION_STATEMENT and node.named_children[0].kind_id == g.ASSIGNMENT:
            left = node.named_children[0].child_by_field_name("left")
            if re.search(rf"\b{name}\b", text_of(left, source)):
                return True
        if node.kind_id == g.WITH:
            return True
    return False


def lift_data_work(
    reading: Reading, handlers: frozenset[str], roles: Mapping[str, str]
) -> tuple[bytes, dict[str, str]]:
    """Return the text with the data work of handlers in functions of their own, and those by handler."""
    names = _data_names(reading, roles)
    taken = set(reading.deep.every_name)
    edits: list[Edit] = []
    made: dict[str, str] = {}
    for handler in reading.handlers:
        if handler.name not in handlers:
            continue
        run = clean_run(handler, reading, names)
        if isinstance(run, str) or handler.function.children[0].type == "async":
            continue
        name = _function_name(handler, run, taken)
        taken.add(name)
        made[handler.name] = name
        edits += _lift(handler, run, name, reading.source)
    return (apply_edits(reading.source, edits), made) if edits else (reading.source, {})


def _function_name(handler: Handler, run: Run, taken: set[str]) -> str:
    stem = handler.name.removesuffix("_route").removesuffix("_view").removesuffix("_handler")
    verb = "load" if run.outputs and not re.search(r"commit|insert|delete|update", _texts(run)) else "save"
    name = stem if stem not in taken else f"{verb}_{stem}"
    for word in ("load_", "save_"):
        if stem.startswith(("get_", "create_", "add_", "update_", "delete_", "list_", "show_")):
            name = word.rstrip("_") + "_" + stem.partition("_")[2] if word.startswith(verb) else name
    number = 2
    while name in taken:
        name = f"{verb}_{stem}_{number}" if number > 2 else f"{verb}_{stem}"
        number += 1
    return name


def _texts(run: Run) -> str:
    return " ".join((node.text or b"").decode("utf-8", "replace").lower() for node in run.statements)


def _lift(handler: Handler, run: Run, name: str, source: bytes) -> list[Edit]:
    start = source.rfind(b"\n", 0, run.statements[0].start_byte) + 1
    end = run.statements[-1].end_byte
    indent = source[start : run.statements[0].start_byte].decode()
    body = textwrap.indent(textwrap.dedent(source[start:end].decode()), "    ")
    answer = f"\n    return {', '.join(run.outputs)}" if run.outputs else ""
    function = f"def {name}({', '.join(run.inputs)}):\n{body}{answer}\n\n\n"
    call = f"{name}({', '.join(run.inputs)})"
    bound = f"{', '.join(run.outputs)} = {call}" if run.outputs else call
    at = handler.whole.start_byte
    return [Edit(at, at, in_lines_of(function, source)), Edit(start, end, (indent + bound).encode())]
