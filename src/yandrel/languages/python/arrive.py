"""Putting definitions into a unit, an existing one or a new one, in an order that loads."""

import re
from collections.abc import Callable

from yandrel.languages.python import grammar as g
from yandrel.languages.python.deep import MODULE_SCOPE, read_deep_facts
from yandrel.languages.python.imports import NewImport, join_names
from yandrel.languages.python.pieces import Arrivals, Piece
from yandrel.model.changes import Edit, Refusal
from yandrel.model.facts import Facts, When

LICENCE = re.compile(rb"(?i)copyright|licen[cs]e|spdx")


def order_pieces(pieces: list[tuple[Piece, bytes]]) -> list[tuple[Piece, bytes]]:
    """Put what others need on loading (a base class, a decorator) before them."""
    names = {piece.target.name: position for position, (piece, _) in enumerate(pieces)}
    needs: list[set[int]] = []
    for position, (_, text) in enumerate(pieces):
        deep = read_deep_facts(text)
        used = {use.head for use in deep.uses if use.when == When.LOAD and use.home <= 0}
        needs.append({names[name] for name in used if name in names} - {position})
    done: list[int] = []
    pending = list(range(len(pieces)))
    while pending:
        ready = [p for p in pending if needs[p] <= set(done)]
        chosen = ready[0] if ready else pending[0]
        done.append(chosen)
        pending.remove(chosen)
    return [pieces[position] for position in done]


def join_pieces(arrivals: Arrivals, newline: bytes) -> bytes:
    """Return the text of all that arrives: constants close together, the rest apart."""
    ordered = order_pieces(arrivals.pieces)
    out = b"".join(text + newline for text in arrivals.copied.values())
    before = "constant" if out else ""
    for piece, text in ordered:
        kind = "constant" if piece.definition.kind in ("constant", "type") else "block"
        if before:
            out += newline if before == kind == "constant" else newline * 3
            if before == "constant" and kind == "block":
                out = out.removesuffix(newline)
            if before == kind == "constant":
                out = out.removesuffix(newline)
        out += text + (newline if kind == "constant" else b"")
        before = kind
    return out.rstrip(b"\r\n") + newline


def build_new_unit(arrivals: Arrivals, like: bytes, category: Callable[[str], int], newline: bytes) -> bytes:
    """Return the whole text of a new unit; `like` is a unit that its head is taken from."""
    head, future = _head_of(like)

    def rank(new: NewImport) -> tuple[int, bool, str, str]:
        return category(new.source), new.module != "", new.source, new.name

    lines = sorted(set(arrivals.imports), key=rank)
    plain = [new for new in lines if not new.types]
    typed = [new for new in lines if new.types]
    if typed:
        plain.append(NewImport("typing", "TYPE_CHECKING"))
        plain.sort(key=rank)
    groups: dict[int, list[str]] = {}
    for new in join_names(plain, like):
        groups.setdefault(category(new[0]), []).append(new[1])
    blocks = ["\n".join(lines) for _, lines in sorted(groups.items())]
    if future:
        blocks.insert(0, future)
    if typed:
        inner = "\n".join("    " + text for _, text in join_names(typed, like))
        blocks.append("if TYPE_CHECKING:\n" + inner)
    text = "\n\n".join(blocks)
    body = join_pieces(arrivals, newline)
    first_is_block = b"".join(arrivals.copied.values()) == b"" and (
        order_pieces(arrivals.pieces)[0][0].definition.kind not in ("constant", "type")
    )
    gap = ("\n\n\n" if first_is_block else "\n\n") if text else ""
    top = (text + gap).replace("\n", newline.decode()).encode()
    return head + top + body


def _head_of(source: bytes) -> tuple[bytes, str]:
    """Return the licence comment of a file, and its future imports."""
    comment: list[bytes] = []
    for line in source.splitlines(keepends=True):
        if not line.startswith(b"#"):
            break
        if not line.startswith(b"#!"):
            comment.append(line)
    head = b"".join(comment)
    head = head + b"\n" if LICENCE.search(head) else b""
    future = []
    for node in g.parse(source).root_node.named_children:
        if node.kind_id == g.FUTURE_IMPORT:
            future.append(source[node.start_byte : node.end_byte].decode())
    return head, "\n".join(future)


def insert_pieces(arrivals: Arrivals) -> None:
    """Add the edit that puts what arrives into an existing unit: before its first use on loading."""
    rewriter = arrivals.rewriter
    assert rewriter is not None
    source = rewriter.source
    newline = rewriter.imports.newline.encode()
    names = {piece.target.name for piece, _ in arrivals.pieces}
    aliases = {
        old for (scope, old), new in rewriter.local_names.items()
        if scope == MODULE_SCOPE and new in names
    }  # fmt: skip
    early = [
        use.start for use in rewriter.deep.uses
        if use.home == MODULE_SCOPE and use.when == When.LOAD and use.head in names | aliases
        and not use.quoted
    ]  # fmt: skip
    early += [
        edit.start for edit in rewriter.edits if edit.text.decode("utf-8", "replace") in names
        and any(u.start == edit.start and u.when == When.LOAD for u in rewriter.deep.uses)
    ]  # fmt: skip
    at = _main_guard(source)
    if early:
        at = min(at, _statement_start(source, min(early)))
    _check_order(arrivals, at)
    constants = [pair for pair in arrivals.pieces if pair[0].definition.kind == "constant"]
    top = _constants_place(rewriter.facts, source, at) if constants else None
    if top is not None and not any(_needs_own(text, rewriter.facts) for _, text in constants):
        lead = newline if top[1] else newline * 2
        joined = newline.join(text for _, text in constants)
        rewriter.edits.append(Edit(top[0], top[0], lead + joined))
        arrivals.pieces = [pair for pair in arrivals.pieces if pair not in constants]
    if not arrivals.pieces and not arrivals.copied:
        return
    text = join_pieces(arrivals, newline)
    if at >= len(source):
        body = source.rstrip(b"\r\n \t")
        blocks = [d for d in rewriter.facts.definitions if d.kind in ("class", "function")]
        first = arrivals.pieces[0][0].definition.kind if arrivals.pieces else "constant"
        close = first in ("constant", "type") and not (blocks and blocks[-1].end >= len(body))
        lead = newline * (2 if close else 3)
        head_end = rewriter.imports.top_of_code()
        if head_end >= len(body):
            lead = newline * (1 if first in ("constant", "type") else 2)
            lead = lead if body or rewriter.imports.header else b""
            lead = lead if not head_end or source[:head_end].endswith(b"\n") else newline + lead
            rewriter.edits.append(Edit(head_end, len(source), lead + text))
            return
        rewriter.edits.append(Edit(len(body), len(source), lead + text))
    else:
        rewriter.edits.append(Edit(at, at, text + newline * 2))


def _constants_place(facts: Facts, source: bytes, limit: int) -> tuple[int, bool] | None:
    """Return where constants stand at the head of a unit, and whether others stand there already."""
    blocks = [d.start for d in facts.definitions if d.kind in ("class", "function")]
    if not blocks:
        return None
    stop = min([limit, *(_statement_start(source, start) for start in blocks)])
    anchor, constants = 0, False
    for node in g.parse(source).root_node.named_children:
        if node.end_byte > stop or node.kind_id == g.COMMENT:
            break
        anchor = node.end_byte
        inner = node.named_children[0] if node.named_child_count else None
        constants = inner is not None and inner.kind_id == g.ASSIGNMENT
    if not anchor:
        return None
    end = source.find(b"\n", anchor)
    end = len(source) if end < 0 else end
    return (end - 1 if source[end - 1 : end] == b"\r" else end), constants


def _needs_own(text: bytes, facts: Facts) -> bool:
    """Whether a constant needs a class or function of the unit that it comes to."""
    blocks = {d.name for d in facts.definitions}
    return any(use.head in blocks for use in read_deep_facts(text).uses)


def _main_guard(source: bytes) -> int:
    for node in g.parse(source).root_node.named_children:
        if node.kind_id == g.IF:
            condition = node.child_by_field_name("condition")
            if condition is not None and b"__main__" in source[
                condition.start_byte : condition.end_byte
            ]:  # fmt: skip
                return node.start_byte
    return len(source)


def _statement_start(source: bytes, at: int) -> int:
    for node in g.parse(source).root_node.named_children:
        if node.start_byte <= at < node.end_byte:
            start = node.start_byte
            while start > 0:
                line = source.rfind(b"\n", 0, start - 1) + 1
                if not source[line : start - 1].startswith(b"#") or line == 0:
                    break
                start = line
            return start
    return len(source)


def _check_order(arrivals: Arrivals, at: int) -> None:
    """Refuse a definition that needs, on loading, one further down in its new file."""
    rewriter = arrivals.rewriter
    assert rewriter is not None
    later = {d.name: d for d in rewriter.facts.definitions if d.start >= at}
    for piece, text in arrivals.pieces:
        deep = read_deep_facts(text)
        for use in deep.uses:
            if use.when == When.LOAD and use.home <= 0 and use.head in later and not use.quoted:
                arrivals.context.result.refusals.append(
                    Refusal(
                        piece.unit,
                        piece.definition.line,
                        f"{piece.name} needs {use.head}, which {rewriter.unit} defines only later",
                    )
                )
                return
