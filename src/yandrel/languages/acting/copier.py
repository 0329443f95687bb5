"""One more action of a domain, in languages of members and calls: a model's pieces said again."""

import re
from collections.abc import Callable, Iterator, Mapping
from types import MappingProxyType

from tree_sitter import Node

from yandrel.languages.acting.placing import (
    changed_span,
    changed_text,
    indent_of,
    put_after,
    put_element_after,
    space_after,
)
from yandrel.languages.acting.shapes import (
    CALLS,
    IMPORTS,
    LISTED,
    LISTS,
    PATH,
    STATEMENT_PARENTS,
    STRINGS,
    find_tests,
    is_called,
    is_keyed,
    leaves_of,
    named_function,
    path_in,
    receiver_of,
    stands_above,
    walk,
    whole_definition,
)
from yandrel.languages.trees import text_of
from yandrel.model.changes import Edit, apply_edits
from yandrel.model.scaffold import ActionAdded, ActionPieces, Concept
from yandrel.model.words import camel, pascal, snake, words_of

VERB = re.compile(
    r"\b(?:GET|PUT|PATCH|DELETE)\b|(?:(?<=\.)|(?<=->)|(?<=::))(?:get|put|patch|delete|Get|Put|Patch|Delete|GET|PUT|PATCH|DELETE)(?=\()"
    r"|^(?:get|put|patch|delete)(?=\(['\"])|(?<=\bHttp)(?:Get|Put|Patch|Delete)\b"
    r"|\b(?:Get|Put|Patch|Delete)(?=Mapping\b)|(?<=@)(?:Get|Put|Patch|Delete)\b"
    r"|(?:(?<=\bMap)|(?<=\bMethod))(?:Get|Put|Patch|Delete)\b|(?<=#\[)(?:Get|Put|Patch|Delete)\b"
)
ENDING = re.compile(r"\$?[#~/]?[a-z]{0,2}$")
WHICH = re.compile(r"(?:_?one|_?by_?(?:id|number|key|uuid))(?=_|[A-Z]|$)", re.IGNORECASE)
"""Says which one is meant, as finding it does and what is done with it need not."""
IDENTIFIER = re.compile(r"^(?P<head>_*(?:(?:handle|on)_?)?)(?P<rest>.*)$", re.IGNORECASE)
SAID = re.compile(
    r"^(?P<lead>\s*(?:/\*\*?|///?|\*|#)?\s*(?:<summary>)?\s*)(?P<text>[^@<*/\s].*?)?(?P<tail>\s*(?:</summary>)?\s*(?:\*/)?)$"
)
KEPT = re.compile(
    r"^\s*+(?:/\*\*?|///?|\*|#)?\s*+(?:@|<(?!summary)|-\s|\*/\s*+$|/\*\*\s*+$|</summary>|<summary>\s*+$)"
)


class ActionCopier:
    """Says the pieces of a model action (`show`, `showHarvest`) again for another (`approve`).

    `called` are the names of the model's pieces in the units that this one names, with the new ones.
    """

    def __init__(
        self, parse: Callable[[bytes], Node], concept: Concept, model: str, action: str,
        called: Mapping[str, str] = MappingProxyType({}),
    ) -> None:  # fmt: skip
        self.parse = parse
        self.concept = concept
        self.model = model
        self.action = action
        self.called = called

    def rename(self, name: str) -> str:
        """Return what a piece of the model is called for the action; "" where the name is none."""
        found = IDENTIFIER.match(name)
        flat = "".join(words_of(self.model))
        for head, rest in ((found["head"], found["rest"]), ("", name)) if found is not None else ():
            length = length_of(flat, rest)
            if not length or not self._is_ending(words_of(rest[length:])):
                continue
            if rest[length : length + 1].islower() or (head and not head.endswith("_") and rest[0].islower()):
                continue
            snaked = "_" in rest.strip("_")
            new = pascal(self.action) if rest[0].isupper() else camel(self.action)
            return head + (snake(self.action) if snaked else new) + WHICH.sub("", rest[length:])
        return ""

    def _is_ending(self, words: tuple[str, ...]) -> bool:
        one = words_of(self.concept.one)
        if words[: len(one)] == one:
            words = words[len(one) :]
        if words[:1] == ("one",):
            words = words[1:]
        if words[:1] == ("by",):
            words = words[2:]
        return all(word in ("handler", "action", "async") for word in words)

    def pieces(self, source: bytes) -> ActionPieces:
        """Return the names that the model's pieces have in a unit, and the names that they call."""
        names: dict[str, str] = {}
        calls: set[str] = set()
        for whole, name in self._find_pieces(self.parse(source)):
            names[text_of(name)] = self.rename(text_of(name))
            calls |= {text_of(leaf) for leaf in leaves_of(whole) if is_called(leaf)}
        return ActionPieces(names, frozenset(calls))

    def names_in(self, source: bytes) -> set[str]:
        """Return the names of the action's pieces that are there already."""
        other = ActionCopier(self.parse, self.concept, self.action, self.model)
        return set(other.pieces(source).names)

    def apply(self, source: bytes) -> ActionAdded | None:
        """Return a unit's text with the action's pieces; None where the model has none here."""
        root = self.parse(source)
        own = list(self._find_pieces(root))
        spans = [(whole.start_byte, whole.end_byte) for whole, _ in own]
        edits = [self._piece(whole, name, source) for whole, name in own]
        routed = any(self._is_marked(whole, name) for whole, name in own)
        everywhere = {**self.called, **{text_of(name): self.rename(text_of(name)) for _, name in own}}
        for node in walk(root, spans):
            edit = self._listed(node, source, everywhere)
            if edit is not None:
                edits.append(edit)
        for edit in self._routes(root, source, spans, everywhere):
            edits.append(edit)
            routed = True
        return ActionAdded(apply_edits(source, edits), routed) if edits else None

    def apply_to_tests(self, source: bytes) -> bytes | None:
        """Return a test unit's text with its shortest test of the model said again for the action."""
        found = [
            (whole, name)
            for whole, name in find_tests(self.parse(source))
            if self._mentions(whole, self.called)
        ]
        if not found:
            return None
        whole, name = min(found, key=lambda item: item[0].end_byte - item[0].start_byte)
        edits = [Edit(name.start_byte, name.end_byte, self._test_name(text_of(name)).encode())]
        edits += self._renamed(whole, self.called)
        text = changed_text(whole, source, edits)
        return apply_edits(source, [put_after(whole, source, text)])

    def _test_name(self, name: str) -> str:
        if name[:1] in "'\"`":
            return f"{name[0]}{' '.join(words_of(self.action))}: {name[1:]}"
        if "_" in name:
            lead, _, rest = name.partition("_")
            return f"{lead}_{snake(self.action)}_{rest}"
        for lead in ("Test", "test"):
            if name.startswith(lead):
                return f"{lead}{pascal(self.action)}{pascal(name[4:])}"
        style = pascal if name[:1].isupper() else camel
        return style(self.action) + name[:1].upper() + name[1:]

    # Pieces.

    def _find_pieces(self, root: Node) -> Iterator[tuple[Node, Node]]:
        """Yield each definition or member that is the model's, whole, and its name."""
        for node in walk(root, []):
            name = named_function(node)
            if name is not None and self.rename(text_of(name)):
                yield whole_definition(node), name

    def _piece(self, whole: Node, name: Node, source: bytes) -> Edit:
        marks, comments = stands_above(whole)
        new = self.rename(text_of(name))
        edits = [Edit(name.start_byte, name.end_byte, new.encode())]
        edits += [
            edit
            for edit in self._renamed(whole, {**self.called, **self._own_bare(whole, name)})
            if edit.start != name.start_byte
        ]
        edits += self._own_in_strings(whole, name)
        edits += self._routed(whole, name)
        text = changed_text(whole, source, edits)
        for mark in reversed(marks):
            text = self._mark(text_of(mark)) + space_after(mark, source) + text
        if comments:
            said = source[comments[0].start_byte : comments[-1].end_byte].decode("utf-8", "replace")
            text = (
                self._say(said, new if text_of(name)[:1].isupper() else "")
                + space_after(comments[-1], source)
                + text
            )
        return put_after(whole, source, text)

    def _own_bare(self, whole: Node, name: Node) -> dict[str, str]:
        """Return the piece's own name where it is called without a receiver, as exports do."""
        bare = text_of(name)
        return {bare: self.rename(bare)} if whole.type == "expression_statement" else {}

    def _own_in_strings(self, whole: Node, name: Node) -> list[Edit]:
        """Return the edits of strings that are the piece's own name, if that says more than what is done."""
        own = text_of(name)
        if len(words_of(own)) < 2:
            return []
        kinds = {*STRINGS, "string_content", "string_fragment"}
        strings = (leaf for leaf in leaves_of(whole) if leaf.type in kinds)
        return [e for leaf in strings for e in self._in_string(leaf, text_of(leaf), {own: self.rename(own)})]

    def _routed(self, whole: Node, name: Node) -> list[Edit]:
        """Return edits of the marks that stand within a definition, before its name."""
        text = (whole.text or b"")[: name.start_byte - whole.start_byte].decode("utf-8", "replace")
        cut = text.rfind(")") + 1 or text.rfind("]") + 1
        changed = self._mark(text[:cut]) if cut else text[:cut]
        if changed == text[:cut]:
            return []
        return [Edit(whole.start_byte, whole.start_byte + len(text[:cut].encode()), changed.encode())]

    def _is_marked(self, whole: Node, name: Node) -> bool:
        return bool(self._routed(whole, name)) or any(
            self._mark(text_of(m)) != text_of(m) for m in stands_above(whole)[0]
        )

    def _mark(self, text: str) -> str:
        """Return the text of a mark with its route's path made longer and its method POST."""
        posted = VERB.sub(_posted, text)
        found = re.search(r"(['\"])(.*?)\1", posted)
        if (
            found is not None
            and (posted != text or "/" in found[2] or "{" in found[2])
            and PATH.fullmatch(found[2])
        ):
            return posted[: found.start(2)] + self._longer(found[2]) + posted[found.end(2) :]
        return posted

    def _say(self, comment: str, name: str) -> str:
        """Return a comment that says the action: what tells types is kept, the rest is one line."""
        saying = f"{' '.join(words_of(self.action)).capitalize()} {self.concept.with_article}."
        saying = (
            f"{name}: {saying[:1].lower()}{saying[1:]}"
            if name and "//" in comment[:2] and "///" not in comment
            else saying
        )
        said, out = False, []
        for line in comment.split("\n"):
            found = None if KEPT.match(line) else SAID.match(line)
            if found is None or found["text"] is None:
                out.append(line)
            elif not said:
                out.append(found["lead"] + saying + found["tail"])
                said = True
        return "\n".join(out)

    # What names the pieces.

    def _mentions(self, node: Node, names: Mapping[str, str]) -> bool:
        return any(True for _ in self._renamed(node, names))

    def _renamed(self, node: Node, names: Mapping[str, str]) -> Iterator[Edit]:
        for leaf in leaves_of(node):
            text = text_of(leaf)
            if text in names:
                yield Edit(leaf.start_byte, leaf.end_byte, names[text].encode())
            elif leaf.type in STRINGS or leaf.type in ("string_content", "string_fragment"):
                yield from self._in_string(leaf, text, names)

    def _in_string(self, leaf: Node, text: str, names: Mapping[str, str]) -> Iterator[Edit]:
        """A handler that a string names: alone, or after its type as in Type@handler."""
        found = re.fullmatch(r"['\"]?(?:[\w\\]+(?:@|::|\.|:))?(\w+)['\"]?", text)
        if found is not None and found[1] in names:
            at = leaf.start_byte + len(text[: found.start(1)].encode())
            yield Edit(at, at + len(found[1].encode()), names[found[1]].encode())

    def _listed(self, node: Node, source: bytes, names: Mapping[str, str]) -> Edit | None:
        """Say an import or export again that names one of the pieces."""
        if node.type in LISTED and text_of(node) in names:
            return put_element_after(node, source, names[text_of(node)])
        if node.type in IMPORTS and node.type != "namespace_use_declaration" and "{" not in text_of(node):
            last = re.search(r"\w+$", text_of(node).rstrip("; \n"))
            if last is not None and last[0] in names and "." in text_of(node):
                text = text_of(node).rstrip("\n")
                cut = text.rfind(last[0])
                again = text[:cut] + names[last[0]] + text[cut + len(last[0]) :]
                return Edit(
                    node.start_byte + len(text.encode()),
                    node.start_byte + len(text.encode()),
                    b"\n" + again.encode(),
                )
        return None

    def _routes(
        self, root: Node, source: bytes, spans: list[tuple[int, int]], names: Mapping[str, str]
    ) -> Iterator[Edit]:
        """Say each call, link of a chain or entry of a list again that binds a path to a piece."""
        found = []
        for node in walk(root, spans):
            if node.type not in CALLS and node.type not in LISTS and not is_keyed(node):
                continue
            path = path_in(node)
            receiver = receiver_of(node)
            start = receiver.end_byte if receiver is not None else node.start_byte
            if path is not None and path.start_byte >= start:
                found.append((node.end_byte - start, start, path, receiver, node))
        used: set[int] = set()
        for _, start, path, receiver, node in sorted(found, key=lambda item: item[0]):
            mentions = [edit for edit in self._renamed(node, names) if edit.start >= start]
            fresh = [edit for edit in mentions if edit.start not in used]
            if fresh and all(edit.start < path.start_byte or edit.end > path.end_byte for edit in mentions):
                used |= {edit.start for edit in mentions}
                yield self._route(node, receiver, path, names, source)

    def _route(
        self, node: Node, receiver: Node | None, path: Node, names: Mapping[str, str], source: bytes
    ) -> Edit:
        longer = Edit(path.start_byte, path.end_byte, self._longer_argument(text_of(path)).encode())
        whole = node
        while whole.parent is not None and whole.parent.type not in STATEMENT_PARENTS | LISTS:
            whole = whole.parent
        edits = [*self._renamed(whole, names), longer]
        if receiver is not None and receiver.type in CALLS:
            said = changed_span(receiver.end_byte, node.end_byte, source, edits)
            return Edit(node.end_byte, node.end_byte, posted_once(said).encode())
        said = posted_once(changed_text(whole, source, edits))
        if whole.parent is not None and whole.parent.type in LISTS:
            return put_element_after(whole, source, said)
        end = whole.end_byte + (source[whole.end_byte : whole.end_byte + 1] == b";")
        said += source[whole.end_byte : end].decode()
        return Edit(end, end, ("\n" + indent_of(whole, source) + said).encode())

    def _longer_argument(self, text: str) -> str:
        """Return a path's string with the action after it; a lone placeholder takes it as one more part."""
        if text[1:2] == ":" and "/" not in text:
            return f"{text}, {text[0]}{'-'.join(words_of(self.action))}{text[-1]}"
        return text[0] + self._longer(text[1:-1]) + text[-1]

    def _longer(self, path: str) -> str:
        slug = "-".join(words_of(self.action))
        ending = ENDING.search(path) if path[:1] in "#~^" else None
        cut = ending.start() if ending is not None else len(path)
        head, tail = path[:cut], path[cut:]
        if head.endswith("/"):
            return f"{head}{slug}/{tail}"
        return f"{head}/{slug}{tail}"


def length_of(flat: str, text: str) -> int:
    """Return how many letters of a text say some words, underscores left out; 0 where they do not."""
    at = 0
    for count, letter in enumerate(text):
        if letter == "_":
            continue
        if at == len(flat) or letter.lower() != flat[at]:
            return 0
        at += 1
        if at == len(flat):
            return count + 1
    return 0


def _posted(found: re.Match[str]) -> str:
    verb = found.group()
    return "POST" if verb.isupper() else "Post" if verb[0].isupper() else "post"


def posted_once(text: str) -> str:
    """Return the text of a route with the method POST, where it says one before what handles it."""
    return VERB.sub(_posted, text, count=1)
