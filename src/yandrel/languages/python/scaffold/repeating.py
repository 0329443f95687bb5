"""Repeat for another concept the code that mounts or lists one: imports, calls, list elements."""

from collections.abc import Callable, Iterator

from yandrel.languages.python import grammar as g
from yandrel.languages.python.facts import read_facts
from yandrel.languages.python.imports import ImportEditor, NewImport
from yandrel.languages.python.tree import newline_of, text_of, walk
from yandrel.model.changes import Edit, apply_edits

MOUNTING_CALLS = frozenset(
    ["register_blueprint", "include_router", "add_resource", "register", "mount", "add_url_rule", "include",
     "add_api_route", "add_routes", "add_view"]
)  # fmt: skip
DISPLAYS = frozenset(["list", "tuple", "set", "dictionary"])
Change = Callable[[str], str]


def repeat_wiring(source: bytes, change: Change) -> bytes | None:
    """Return a unit's text in which all that mounts or lists a concept is said again with `change`.

    None where nothing does.
    """
    edits = [*_repeat_statements(source, change), *_repeat_elements(source, change)]
    if not edits:
        return None
    facts = read_facts(source)
    newline = newline_of(source)
    tops = {item.module.partition(".")[0] for item in facts.imports}
    editor = ImportEditor(
        source, facts, newline, lambda first: first in tops and first == _own(facts, change)
    )
    known = {(i.module, n.name) for i in facts.imports for n in i.names}
    for item in facts.imports:
        if item.nested:
            continue
        for imported in item.names:
            new = NewImport(
                "" if item.whole else change(item.module), change(imported.name), change(imported.alias)
            )
            changed = (new.module, new.name) != ("" if item.whole else item.module, imported.name)
            if changed and (new.module, new.name) not in known:
                editor.add(new)
    return apply_edits(source, [*edits, *editor.finish()])


def copy_definitions(source: bytes, change: Change, wanted: Callable[[str], bool]) -> bytes | None:
    """Return a unit's text with the definitions that name a concept made again, as far as wanted.

    None where there is none; they go to the end.
    """
    facts = read_facts(source)
    names = {d.name for d in facts.definitions}
    out = source.rstrip() + b"\n"
    found = False
    for definition in facts.definitions:
        new = change(definition.name)
        if new != definition.name and new not in names and wanted(new):
            found = True
            out += b"\n\n" + change(source[definition.start : definition.end].decode()).encode() + b"\n"
    return out if found else None


def _own(facts: object, change: Change) -> str:
    from yandrel.model.facts import Facts

    assert isinstance(facts, Facts)
    for item in facts.imports:
        if not item.whole and change(item.module) != item.module:
            return item.module.partition(".")[0]
    return ""


def _repeat_statements(source: bytes, change: Change) -> Iterator[Edit]:
    for node in walk(g.parse(source).root_node):
        if node.kind_id != g.EXPRESSION_STATEMENT or not node.named_child_count:
            continue
        call = node.named_children[0]
        function = call.child_by_field_name("function") if call.kind_id == g.CALL else None
        if function is None or text_of(function, source).rpartition(".")[2] not in MOUNTING_CALLS:
            continue
        text = text_of(node, source)
        changed = change(text)
        if changed != text and changed.encode() not in source:
            line = source.rfind(b"\n", 0, node.start_byte) + 1
            indent = source[line : node.start_byte]
            end = node.end_byte
            newline = newline_of(source).encode()
            yield Edit(end, end, newline + indent + changed.encode())


def _repeat_elements(source: bytes, change: Change) -> Iterator[Edit]:
    """Repeat the elements of lists and dictionaries that are bound at the top level."""
    for statement in g.parse(source).root_node.named_children:
        if statement.kind_id != g.EXPRESSION_STATEMENT or not statement.named_child_count:
            continue
        assignment = statement.named_children[0]
        right = assignment.child_by_field_name("right") if assignment.kind_id == g.ASSIGNMENT else None
        if right is None or right.type not in DISPLAYS:
            continue
        elements = [child for child in right.named_children if child.kind_id != g.COMMENT]
        for element in elements:
            text = text_of(element, source)
            changed = change(text)
            if changed == text or any(text_of(e, source) == changed for e in elements):
                continue
            line = source.rfind(b"\n", 0, element.start_byte) + 1
            lead = source[line : element.start_byte]
            end = element.end_byte
            if lead.strip():
                yield Edit(end, end, b", " + changed.encode())
            else:
                newline = newline_of(source).encode()
                yield Edit(end, end, b"," + newline + lead + changed.encode())
