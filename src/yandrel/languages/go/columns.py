"""Lists whose columns are lined up: lined up again where a change made a text in them longer or shorter.

Source: what go/printer and text/tabwriter do with fields, with lists of constants and variables, with
elements that have keys, and with comments at the ends of lines. A list that was not lined up so before stays
as it is.
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from itertools import groupby, pairwise

from tree_sitter import Node

from yandrel.languages.go.grammar import parse
from yandrel.model.changes import Edit, apply_edits

LISTS = frozenset(
    {"field_declaration_list", "var_declaration", "const_declaration", "literal_value", "block"}
)
SPECS = frozenset({"var_spec", "const_spec"})
VALUES_COLUMNS = 3


@dataclass(frozen=True, slots=True)
class Row:
    """One line of a list: where it starts after its indent, where it ends, and its cells."""

    line: int
    start: int
    end: int
    cells: tuple[str, ...]


def line_up(source: bytes, edits: list[Edit]) -> bytes:
    """Return a source as edited, with the lists lined up that were so and that an edit touched."""
    text = apply_edits(source, edits)
    old, new = parse(source).root_node, parse(text).root_node
    if old.has_error or new.has_error:
        return text
    fixes: dict[int, Edit] = {}
    seen = set()
    shift = 0
    for edit in sorted(edits, key=lambda e: e.start):
        before, after = _list_at(old, edit.start), _list_at(new, edit.start + shift)
        shift += len(edit.text) - (edit.end - edit.start)
        if before is None or after is None or before.type != after.type:
            continue
        if (before.start_byte, after.start_byte) in seen:
            continue
        seen.add((before.start_byte, after.start_byte))
        if not any(_misplaced(before, source)):
            fixes.update((fix.start, fix) for fix in _misplaced(after, text))
    return apply_edits(text, list(fixes.values()))


def _list_at(root: Node, at: int) -> Node | None:
    node = root.descendant_for_byte_range(at, at)
    while node is not None and node.type not in LISTS:
        node = node.parent
    return node


def _misplaced(node: Node, source: bytes) -> Iterator[Edit]:
    """Yield the edits that line up the rows of a list."""
    rows = list(_rows_of(node, source))
    by_section = groupby(enumerate(rows), key=lambda item: item[1].line - item[0])
    for _, section in by_section:
        together = [row for _, row in section]
        for row, text in zip(together, _write([row.cells for row in together]), strict=True):
            if source[row.start : row.end] != text.encode():
                yield Edit(row.start, row.end, text.encode())


def _write(rows: list[tuple[str, ...]]) -> list[str]:
    """Return the lines of a table; a column goes on while lines have a cell after it."""
    widths = [[0] * len(cells) for cells in rows]
    _measure(rows, widths, 0, range(len(rows)))
    return [
        "".join(cell.ljust(width) for cell, width in zip(cells, own, strict=True)).rstrip()
        for cells, own in zip(rows, widths, strict=True)
    ]


def _measure(rows: list[tuple[str, ...]], widths: list[list[int]], column: int, lines: Sequence[int]) -> None:
    for goes_on, block in groupby(lines, key=lambda line: len(rows[line]) > column + 1):
        together = list(block)
        if not goes_on:
            continue
        longest = max(len(rows[line][column]) for line in together)
        for line in together:
            widths[line][column] = longest + 1 if longest else 0
        _measure(rows, widths, column + 1, together)


def _rows_of(node: Node, source: bytes) -> Iterator[Row]:
    """Yield the rows of a list that stand on a line of their own."""
    comments = {
        child.start_point[0]: child
        for child in _members(node)
        if child.type == "comment" and source[: child.start_byte].rpartition(b"\n")[2].strip()
    }
    members = [child for child in _members(node) if child.is_named and child.type != "comment"]
    kept = _keep_types(members)
    crowded = {a.end_point[0] for a, b in pairwise(members) if a.end_point[0] == b.start_point[0]}
    crowded |= {node.end_point[0]}
    for position, member in enumerate(members):
        line = member.start_point[0]
        single = line == member.end_point[0]
        lead = source[: member.start_byte].rpartition(b"\n")[2]
        if lead.strip() or line in crowded or not (single or member.type in SPECS):
            continue
        comment = comments.get(line) if single else None
        end = comment.end_byte if comment is not None else _line_end(source, member.start_byte)
        cells = _cells(member, source, kept[position])
        if cells is None:
            continue
        if comment is not None:
            said = source[comment.start_byte : comment.end_byte].decode("utf-8", "replace")
            if member.type in SPECS:
                cells += [""] * (VALUES_COLUMNS - len(cells))
            elif member.type == "field_declaration" and not member.children_by_field_name("name"):
                cells += [""] * (2 - len(cells))
            cells.append(said)
        if node.type == "block" and comment is None:
            continue
        yield Row(line, member.start_byte, end, tuple(cells))


def _members(node: Node) -> list[Node]:
    found = []
    for child in node.children:
        found += child.children if child.type in ("var_spec_list", "statement_list") else [child]
    return found


def _line_end(source: bytes, at: int) -> int:
    end = source.find(b"\n", at)
    end = len(source) if end < 0 else end
    return at + len(source[at:end].rstrip())


def _cells(member: Node, source: bytes, keeps_type: bool) -> list[str] | None:
    """Return the cells of a row, None where it is none of a kind that is lined up."""

    def text(start: int, end: int) -> str:
        return source[start:end].decode("utf-8", "replace").strip().partition("\n")[0].rstrip()

    end = member.end_byte
    if member.type == "field_declaration":
        return _field_cells(member, text)
    if member.type in SPECS:
        kind, value = member.child_by_field_name("type"), member.child_by_field_name("value")
        equals = next((child.start_byte for child in member.children if child.type == "="), end)
        names_end = kind.start_byte if kind is not None else equals
        cells = [text(member.start_byte, names_end)]
        if kind is not None or keeps_type:
            cells.append(text(kind.start_byte, kind.end_byte) if kind is not None else "")
        return [*cells, text(equals, end)] if value is not None else cells
    if member.type == "keyed_element":
        colon = next((child.end_byte for child in member.children if child.type == ":"), end)
        return [text(member.start_byte, colon), text(colon, _line_end_of_element(source, end))]
    return [text(member.start_byte, _line_end_of_element(source, end))]


def _field_cells(member: Node, text: Callable[[int, int], str]) -> list[str] | None:
    kind, tag = member.child_by_field_name("type"), member.child_by_field_name("tag")
    if kind is None:
        return None
    names = member.children_by_field_name("name")
    type_end = tag.start_byte if tag is not None else member.end_byte
    cells = [text(member.start_byte, kind.start_byte)] if names else []
    cells.append(text(kind.start_byte if names else member.start_byte, type_end))
    if tag is not None:
        cells.append(text(tag.start_byte, tag.end_byte))
    return cells


def _line_end_of_element(source: bytes, at: int) -> int:
    return at + 1 if source[at : at + 1] == b"," else at


def _keep_types(members: list[Node]) -> list[bool]:
    """Return for each value of a list whether its row keeps a column for types, as one near it has one."""
    kept = [False] * len(members)
    for has_value, run in groupby(
        range(len(members)), key=lambda i: members[i].child_by_field_name("value") is not None
    ):
        own = list(run)
        if has_value and any(members[i].child_by_field_name("type") is not None for i in own):
            for i in own:
                kept[i] = True
    return kept
