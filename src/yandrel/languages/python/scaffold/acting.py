"""One more action of a domain: each piece of a model action said again under another name."""

import re
from collections.abc import Iterator

import tree_sitter

from yandrel.languages.python import grammar as g
from yandrel.languages.python.facts import read_facts
from yandrel.languages.python.imports import ImportEditor, NewImport
from yandrel.languages.python.tree import arguments_of, newline_of, text_of, walk
from yandrel.model.changes import Edit, apply_edits
from yandrel.model.scaffold import ActionAdded, Concept
from yandrel.model.words import pascal, words_of

Node = tree_sitter.Node
VERBS = frozenset(["get", "post", "put", "patch", "delete", "route", "api_route"])
ROUTED = re.compile(rb"^[ \t]*+@[\w.]++\(\s*+['\"]", re.MULTILINE)
HTTP = re.compile(r"\b(GET|PUT|PATCH|DELETE)\b")


class ActionCopier:
    """Copies what is called for one action (`show_harvest`, `ShowHarvest`) to another (`approve_harvest`)."""

    def __init__(self, concept: Concept, model: str, action: str) -> None:
        self.concept = concept
        self.model = model
        self.action = action
        one, many = re.escape(concept.one), re.escape(concept.many)
        forms = {
            f"{model}_{concept.one}": f"{action}_{concept.one}",
            f"{model}_{concept.many}": f"{action}_{concept.many}",
            f"handle_{model}": f"handle_{action}",
            f"{pascal(model)}{concept.type_name}": f"{pascal(action)}{concept.type_name}",
        }
        self.forms = forms
        inner = "|".join(re.escape(form) for form in sorted(forms, key=len, reverse=True))
        self.pattern = re.compile(rf"(?<![A-Za-z0-9_])(?:{inner})(?![A-Za-z0-9_])")
        self.bare = re.compile(rf"^{re.escape(model)}$|^{re.escape(model)}_(?:{one}|{many})$")

    def change(self, text: str) -> str:
        """Return a text with the model's names changed, and what its first words say of it."""
        changed = self.pattern.sub(lambda found: self.forms[found.group()], text)
        if changed == text:
            return text
        said = f"{self.model.capitalize()} "
        return changed.replace(f'"""{said}', f'"""{self.action.replace("_", " ").capitalize()} ')

    def apply(self, source: bytes) -> ActionAdded | None:
        """Return a unit's text with the action's pieces added; None where the model has none here."""
        root = g.parse(source).root_node
        definitions, statements = list(self._definitions(root, source)), list(self._statements(root, source))
        if not definitions and not statements:
            return None
        routed = bool(statements) or any(ROUTED.search(edit.text) for edit in definitions)
        edits = [*definitions, *statements, *self._imports(source)]
        return ActionAdded(apply_edits(source, edits), routed)

    def names_in(self, source: bytes) -> set[str]:
        """Return the names of the action's pieces that are there already."""
        text = source.decode("utf-8", "replace")
        return {new for new in self.forms.values() if re.search(rf"\b{new}\b", text)}

    def _imports(self, source: bytes) -> list[Edit]:
        facts = read_facts(source)
        editor = ImportEditor(source, facts, newline_of(source), lambda first: False)
        known = {(i.module, n.name) for i in facts.imports for n in i.names}
        for item in facts.imports:
            for imported in item.names:
                new = self.change(imported.name)
                if new != imported.name and not item.whole and (item.module, new) not in known:
                    editor.add(NewImport(item.module, new, self.change(imported.alias)))
        return editor.finish()

    def _definitions(self, root: Node, source: bytes) -> Iterator[Edit]:
        for node in walk(root):
            if node.kind_id not in (g.FUNCTION, g.CLASS):
                continue
            if node.parent is not None and _inside_function(node):
                continue
            name = text_of(node.child_by_field_name("name"), source)
            whole = node.parent if node.parent is not None and node.parent.kind_id == g.DECORATED else node
            if self.change(name) != name or (self.bare.match(name) and _is_method(node)):
                text = self._routed(whole, source)
                yield self._after(whole, source, text)
            elif _is_method(node) and name == "get":
                view = self._view_class(node, source)
                if view is not None:
                    yield view

    def _view_class(self, method: Node, source: bytes) -> Edit | None:
        """Return a view class of the action's own, where a class answers by methods named for verbs."""
        body = text_of(method, source)
        changed = self.change(body)
        owner = method.parent.parent if method.parent is not None else None
        if changed == body or owner is None or owner.kind_id != g.CLASS or "post" in body.split("(")[0]:
            return None
        bases = text_of(owner.child_by_field_name("superclasses"), source)
        name = f"{self.concept.type_name}{pascal(self.action)}View"
        changed = re.sub(r"^((?:async )?def )\w+", r"\1post", changed)
        title = f"{self.action.replace('_', ' ').capitalize()}: {self.concept.with_article}."
        text = f'class {name}{bases}:\n    """{title}"""\n\n    {changed}'
        return self._after(owner, source, text)

    def _after(self, node: Node, source: bytes, text: str) -> Edit:
        newline = newline_of(source)
        line = source.rfind(b"\n", 0, node.start_byte) + 1
        indent = source[line : node.start_byte].decode()
        gap = newline * (2 if indent else 3)
        return Edit(node.end_byte, node.end_byte, (gap + indent + text).encode())

    def _routed(self, whole: Node, source: bytes) -> str:
        """Return a definition's text, its route's path made longer and its method POST."""
        text = self.change(text_of(whole, source))
        if whole.kind_id != g.DECORATED:
            return text
        lines = text.split("\n")
        for position, line in enumerate(lines):
            if not line.lstrip().startswith("@"):
                break
            lines[position] = self._longer_path(
                re.sub(r"\.(get|put|patch|delete)\(", ".post(", line, count=1)
            )
        return "\n".join(lines)

    def _longer_path(self, text: str) -> str:
        slug = "-".join(words_of(self.action))
        longer = re.sub(r'(["\'])([^"\']*?)(/?)\1', rf"\1\2/{slug}\3\1", text, count=1)
        return HTTP.sub("POST", longer)

    def _statements(self, root: Node, source: bytes) -> Iterator[Edit]:
        """Repeat calls that bind a path to the model's handler, and entries of tables of handlers."""
        view = f"{self.concept.type_name}View"
        for node in walk(root):
            if node.kind_id == g.EXPRESSION_STATEMENT and node.named_child_count:
                call = node.named_children[0]
                if call.kind_id == g.CALL and arguments_of(call)[0]:
                    first = arguments_of(call)[0][0]
                    text = text_of(node, source)
                    if first.kind_id == g.STRING and self.change(text) != text:
                        yield self._line_after(node, source, self._longer_path(self.change(text)))
            elif node.type in ("list", "dictionary"):
                for element in node.named_children:
                    text = text_of(element, source)
                    if node.type == "dictionary" and self.change(text) != text:
                        yield self._element_after(element, source, self.change(text))
                    elif element.kind_id == g.CALL and re.search(rf"\b{view}\b", text):
                        named = text.replace(view, f"{self.concept.type_name}{pascal(self.action)}View")
                        yield self._element_after(element, source, self._longer_path(named))
                        yield from self._import_view(source, view)

    def _import_view(self, source: bytes, view: str) -> list[Edit]:
        facts = read_facts(source)
        editor = ImportEditor(source, facts, newline_of(source), lambda first: False)
        for item in facts.imports:
            if any(n.name == view for n in item.names):
                new = f"{self.concept.type_name}{pascal(self.action)}View"
                editor.add(NewImport(item.module, new))
        return editor.finish()

    def _line_after(self, node: Node, source: bytes, text: str) -> Edit:
        line = source.rfind(b"\n", 0, node.start_byte) + 1
        indent = source[line : node.start_byte].decode()
        return Edit(node.end_byte, node.end_byte, (newline_of(source) + indent + text).encode())

    def _element_after(self, element: Node, source: bytes, text: str) -> Edit:
        line = source.rfind(b"\n", 0, element.start_byte) + 1
        lead = source[line : element.start_byte].decode()
        gap = ", " if lead.strip() else "," + newline_of(source) + lead
        return Edit(element.end_byte, element.end_byte, (gap + text).encode())


def add_test(source: bytes, concept: Concept, action: str) -> bytes | None:
    """Return a test unit's text with a test of the action, where its tests are of the kind we write."""
    text = source.decode("utf-8", "replace")
    constant = concept.one.upper()
    slug = "-".join(words_of(action))
    if not re.search(rf"^{constant} = ", text, re.MULTILINE):
        return None
    if "def test_add_and_show(client)" in text:
        more = (
            f"\n\ndef test_{action}(client):\n"
            f'    client.post("/{concept.prefix}", json={constant})\n'
            f'    assert client.post("/{concept.prefix}/1/{slug}").status_code == 200\n'
            f'    assert client.post("/{concept.prefix}/7/{slug}").status_code == 404\n'
        )
        return (text.rstrip("\n") + "\n" + more).encode()
    if "def test_add_and_show(self)" in text:
        more = (
            f"\n    def test_{action}(self):\n"
            f'        added = self.send("post", "/{concept.prefix}/", {constant}).json()\n'
            f'        answer = self.send("post", f"/{concept.prefix}/{{added[\'id\']}}/{slug}/")\n'
            "        self.assertEqual(answer.status_code, 200)\n"
        )
        return (text.rstrip("\n") + "\n" + more).encode()
    return None


def _is_method(node: Node) -> bool:
    holder = node.parent
    if holder is not None and holder.kind_id == g.DECORATED:
        holder = holder.parent
    return holder is not None and holder.parent is not None and holder.parent.kind_id == g.CLASS


def _inside_function(node: Node) -> bool:
    at = node.parent
    while at is not None:
        if at.kind_id == g.FUNCTION:
            return True
        at = at.parent
    return False
