"""Imports at the head of a file, read from its text: they are most of what many files hold for a parser."""

import re

import msgspec

from yandrel.model.facts import Import, ImportedName, When

NAME = rb"[A-Za-z_$][\w$]*+"
BESIDE = re.compile(rb"(?:\s|//[^\n]*|/\*(?:[^*]|\*(?!/))*+\*/)*+")
STATEMENT = re.compile(
    rb"(?P<word>import|export)(?P<clause>(?:[\s{*][\w$\s,*{}]*+)?)"
    rb"(?P<quote>['\"])(?P<module>[^'\"\\\n]*+)(?P=quote)(?:\s*+;|(?=[ \t]*+(?:[\r\n]|\Z)))"
)
"""A statement that ends with a path: one that goes on, as with attributes or a comment, is none."""
TYPES = rb"(?P<types>\s+type(?=[\s{*]))?\s*+"
NAMED = rb"(?P<star>\*\s*as\s+(?P<name>%b))|\{(?P<items>[\w$\s,]*+)\}" % NAME
CLAUSES = {
    b"import": re.compile(
        TYPES
        + rb"(?:(?P<default>(?!(?:type|from)\b)%b)\s*+(?:,\s*+(?=[*{])|(?=from\b)))?(?:%b)?\s*+from\s*+"
        % (NAME, NAMED)
    ),
    b"export": re.compile(TYPES + rb"(?:%b|(?P<all>\*))\s*+from\s*+" % NAMED),
}
PLAIN = rb"(?!(?:type|as)\b)" + NAME
TOGETHER = re.compile(
    rb"import(?P<types> type)? \{(?P<items>(?:\s*+%b\s*+,)*+(?:\s*+%b\s*+)?+)\s*+\} from "
    rb"(?P<quote>['\"])(?P<module>[^'\"\\\n]*+)(?P=quote)(?:;|(?=[ \t]*+(?:[\r\n]|\Z)))" % (PLAIN, PLAIN)
)
"""The form that most imports have: nothing but names, none of them called otherwise."""
EACH = re.compile(NAME)
ITEM = re.compile(
    rb"(?:(?<!\s)\s++)?+(?<![\w$])(?P<whole>(?:type\s++)?(?P<name>%b)(?:\s++as\s++(?P<alias>%b))?)\s*+(?:,|\Z)"
    % (PLAIN, PLAIN)
)
KINDS = {b"import": "import", b"export": "reexport"}


class Head(msgspec.Struct):
    """The head of a module: its imports, and the offset where they end."""

    imports: list[Import]
    end: int


def read_head(source: bytes) -> Head:
    """Return the imports, and the exports from elsewhere, that a file begins with.

    A statement that is not of the plain forms ends the head: a tree tells what it says.
    """
    head = Head([], 0)
    at, line = 0, 1
    while True:
        start = BESIDE.match(source, at).end()  # type: ignore[union-attr]
        statement = TOGETHER.match(source, start)
        if statement is not None:
            kind, types, bound = "import", statement["types"] is not None, _read_together(statement)
        else:
            statement = STATEMENT.match(source, start)
            names = _read_clause(statement) if statement is not None else None
            if statement is None or names is None:
                return head
            kind, (types, bound) = KINDS[statement["word"]], names
        line += source.count(b"\n", at, start)
        first, last = statement.span("module")
        at = head.end = statement.end()
        head.imports.append(
            Import(
                statement["module"].decode("utf-8", "replace"), bound, False, start, at, line,
                When.TYPES if types else When.LOAD, False, False, first, last, kind,
            )
        )  # fmt: skip
        line += source.count(b"\n", start, at)


def _read_together(statement: re.Match[bytes]) -> tuple[ImportedName, ...]:
    return tuple(
        ImportedName(name[0].decode(), "", *name.span())
        for name in EACH.finditer(statement.string, *statement.span("items"))
    )


def _read_clause(statement: re.Match[bytes]) -> tuple[bool, tuple[ImportedName, ...]] | None:
    """Return whether types alone are imported, and the names; None where it is not of the plain forms."""
    word, start, end = statement["word"], *statement.span("clause")
    if start == end or statement["clause"].isspace():
        return (False, ()) if word == b"import" else None
    clause = CLAUSES[word].fullmatch(statement.string, start, end)
    names = _read_names(clause) if clause is not None else None
    if clause is None or names is None:
        return None
    if word == b"import":
        told = clause["default"] is not None
        if told:
            names.insert(0, _name(b"default", clause["default"], *clause.span("default")))
        if not told and clause["star"] is clause["items"] is None:
            return None
    elif clause["all"] is not None and clause["types"] is not None:
        return None
    elif not names:
        names.append(ImportedName("*", "", *statement.span()))
    return clause["types"] is not None, tuple(names)


def _read_names(clause: re.Match[bytes]) -> list[ImportedName] | None:
    """Return what stands in the braces of a clause, or after its star; None where that is not plain."""
    if clause["star"] is not None:
        return [_name(b"=", clause["name"], *clause.span("star"))]
    listed = clause["items"]
    if listed is None or listed.isspace() or not listed:
        return []
    names = []
    at, end = clause.span("items")
    for item in ITEM.finditer(clause.string, at, end):
        if item.start() != at:
            return None
        names.append(_name(item["name"], item["alias"], *item.span("whole")))
        at = item.end()
    return names if at == end or clause.string[at:end].isspace() else None


def _name(name: bytes, alias: bytes | None, start: int, end: int) -> ImportedName:
    return ImportedName(name.decode(), alias.decode() if alias and alias != name else "", start, end)
