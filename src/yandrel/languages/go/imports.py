"""One file's imports as they will be: kept, renamed, added, dropped, in the order that they were in."""

from collections.abc import Callable
from dataclasses import dataclass

from yandrel.languages.edits import newline_of
from yandrel.languages.go.deep import Content, Spec
from yandrel.model.changes import Edit


@dataclass(frozen=True)
class Wanted:
    """An import that a file will have: its path, and its alias where it needs one."""

    path: str
    alias: str = ""
    comment: str = ""

    @property
    def text(self) -> str:
        """The line that imports it."""
        text = f'{self.alias} "{self.path}"' if self.alias else f'"{self.path}"'
        return f"{text} {self.comment}" if self.comment else text


def comment_after(content: Content, spec: Spec) -> str:
    """Return the comment that stands on the line of an import."""
    stop = content.source.find(b"\n", spec.end)
    return content.source[spec.end : stop if stop >= 0 else None].decode("utf-8", "replace").strip(" \t\r;")


def is_sorted(content: Content, spec: Spec) -> bool:
    """Whether an import stands with others, in their order."""
    group = next(g for g in _groups(content, spec.statement) if spec in g)
    paths = [s.path for s in group]
    return len(group) > 1 and paths == sorted(paths)


def edit_imports(
    content: Content, gone: list[Spec], added: list[Wanted], is_own: Callable[[str], bool]
) -> list[Edit]:
    """Return the edits that take imports out and put others in."""
    edits: list[Edit] = []
    left = [spec for spec in content.specs if spec not in gone]
    newline = newline_of(content.source)
    listed = [n for n, s in enumerate(content.statements) if s.bracketed]
    if not left and not added:
        return _drop_statements(content, gone)
    if added and listed:
        edits += _add_to_list(content, listed[0], gone, added, newline, is_own)
    elif added and content.statements:
        edits += _add_beside(content, gone, added, newline)
        return edits
    elif added:
        body = write_imports(added, newline)
        edits.append(Edit(content.package_end, content.package_end, f"{newline * 2}{body}".encode()))
    for number, statement in enumerate(content.statements):
        inside = [spec for spec in content.specs if spec.statement == number]
        grows = bool(added) and listed[:1] == [number]
        if inside and not grows and all(spec in gone for spec in inside):
            edits.append(Edit(*_lines(content.source, statement.start, statement.end, True), b""))
        else:
            edits += _cut_specs(content, number, gone, {e.start for e in edits if e.text})
    return edits


def _cut_specs(content: Content, number: int, gone: list[Spec], grown: set[int]) -> list[Edit]:
    """Return the edits that take imports out of a list, with the blank line of a group that goes whole."""
    source, edits = content.source, []
    groups = _groups(content, number)
    for place, group in enumerate(groups):
        spans = [_lines(source, s.start, s.end, False) for s in group if s in gone]
        whole = len(spans) == len(group) and not any(a <= at <= b for a, b in spans for at in grown)
        if whole and place + 1 < len(groups):
            spans[-1] = _lines(source, group[-1].start, group[-1].end, True)
        elif whole and place > 0:
            start = source.rfind(b"\n", 0, spans[0][0] - 1) + 1
            if not source[start : spans[0][0]].strip():
                spans[0] = (start, spans[0][1])
        edits += [Edit(start, end, b"") for start, end in spans]
    return edits


def _drop_statements(content: Content, gone: list[Spec]) -> list[Edit]:
    if not gone:
        return []
    return [Edit(*_lines(content.source, s.start, s.end, True), b"") for s in content.statements]


def write_imports(added: list[Wanted], newline: str) -> str:
    """Return an import declaration: the standard library first, then the others."""
    if len(added) == 1:
        return "import " + added[0].text
    ordered = sorted(added, key=lambda item: item.path)
    standard = ["\t" + item.text for item in ordered if "." not in item.path.partition("/")[0]]
    others = ["\t" + item.text for item in ordered if "." in item.path.partition("/")[0]]
    groups = [newline.join(group) for group in (standard, others) if group]
    return f"import ({newline}{(newline * 2).join(groups)}{newline})"


def _add_beside(content: Content, gone: list[Spec], added: list[Wanted], newline: str) -> list[Edit]:
    """Put imports where there are only imports without brackets."""
    left = [spec for spec in content.specs if spec not in gone]
    if not left and len(content.statements) == 1:
        statement = content.statements[0]
        return [Edit(statement.start, statement.end, write_imports(added, newline).encode())]
    if len(content.statements) == 1:
        spec = content.specs[0]
        kept = Wanted(spec.path, spec.alias)
        statement = content.statements[0]
        return [Edit(statement.start, statement.end, write_imports([kept, *added], newline).encode())]
    last = content.statements[-1]
    body = newline.join("import " + item.text for item in added)
    edits = [Edit(last.end, last.end, (newline + body).encode())]
    for spec in gone:
        statement = content.statements[spec.statement]
        edits.append(Edit(*_lines(content.source, statement.start, statement.end, False), b""))
    return edits


def _groups(content: Content, number: int) -> list[list[Spec]]:
    """Return the imports of a list in the groups that blank lines make."""
    groups: list[list[Spec]] = []
    for spec in (s for s in content.specs if s.statement == number):
        between = content.source[groups[-1][-1].end : spec.start] if groups else b""
        if groups and between.count(b"\n") <= 1:
            groups[-1].append(spec)
        else:
            groups.append([spec])
    return groups


def _add_to_list(
    content: Content, number: int, gone: list[Spec], added: list[Wanted], newline: str,
    is_own: Callable[[str], bool],
) -> list[Edit]:  # fmt: skip
    groups = _groups(content, number)
    out = []
    fresh: list[str] = []
    there = [s for held in groups for s in held if s not in gone]
    for item in sorted(added, key=lambda i: i.path):
        group = _group_for(item, groups, gone, is_own)
        if not group and there and (is_own(item.path) or "." in item.path.partition("/")[0]):
            fresh.append(item.text)
            continue
        if not group:
            at = content.source.find(b"(", content.statements[number].start) + 1
            out.append(Edit(at, at, f"{newline}\t{item.text}".encode()))
            continue
        staying = [s for s in group if s not in gone]
        before = [s for s in staying if s.path <= item.path]
        ordered = [s.path for s in group] == sorted(s.path for s in group)
        last = staying[-1] if staying else None
        anchor = before[-1] if before and ordered else None if ordered else last
        if anchor is not None:
            at = _line_end(content.source, anchor.end)
            out.append(Edit(at, at, f"{newline}\t{item.text}".encode()))
        else:
            at = content.source.rfind(b"\n", 0, group[0].start) + 1
            out.append(Edit(at, at, f"\t{item.text}{newline}".encode()))
    if fresh:
        at = _line_end(content.source, there[-1].end)
        body = newline.join("\t" + text for text in fresh)
        out.append(Edit(at, at, f"{newline * 2}{body}".encode()))
    return out


def _group_for(
    item: Wanted, groups: list[list[Spec]], gone: list[Spec], is_own: Callable[[str], bool]
) -> list[Spec]:
    """Return the group that an import belongs to: of what is alike, else the last."""

    def rank(path: str) -> int:
        return 2 if is_own(path) else 1 if "." in path.partition("/")[0] else 0

    left = [s for s in gone if rank(s.path) == rank(item.path)]
    given_up = [group for group in groups if any(s in left for s in group)]
    if len(given_up) == 1:
        return given_up[0]
    alike = [group for group in groups if any(rank(s.path) == rank(item.path) for s in group)]
    if alike:
        return alike[-1] if rank(item.path) else alike[0]
    if not groups:
        return []
    return [] if rank(item.path) and all(rank(s.path) == 0 for g in groups for s in g) else groups[-1]


def _line_end(source: bytes, at: int) -> int:
    found = source.find(b"\n", at)
    end = len(source) if found < 0 else found
    return end - 1 if source[end - 1 : end] == b"\r" else end


def _lines(source: bytes, start: int, end: int, blank: bool) -> tuple[int, int]:
    """Return the span of whole lines, with the blank line after them where asked for."""
    line = source.rfind(b"\n", 0, start) + 1
    stop = source.find(b"\n", end)
    if source[line:start].strip() or stop < 0 or source[end:stop].strip(b" \t\r;").partition(b"//")[0]:
        return start, end
    stop += 1
    if blank:
        following = source.find(b"\n", stop)
        if following >= 0 and not source[stop:following].strip():
            stop = following + 1
    return line, stop
