"""Rewriting the paths in modules: imports, mocks, files beside the module."""

import posixpath
import re
from collections.abc import Iterator

from tree_sitter import Node

from yandrel.languages.script.components import find_files_beside, is_component
from yandrel.languages.script.finder import Finder, Led, is_relative
from yandrel.languages.script.grammar import parse, string_value, text_of
from yandrel.languages.script.project import move_maps
from yandrel.languages.script.view import ScriptView
from yandrel.model.changes import Edit, Note, Refusal, Relocation

BESIDE = re.compile(rb"\b__dirname\b|\bimport\s*\.\s*meta\s*\.\s*(?:url|dirname)\b")
COMPUTED = re.compile(rb"\b(?:require|import)\s*\(\s*(`[^`]*\$\{|['\"][^'\"]*['\"]\s*\+)")
DOC_IMPORT = re.compile(rb"import\(\s*(['\"])([^'\"\n]+)\1\s*\)")
JOINS = frozenset({"path.join", "path.resolve", "join", "resolve", "posix.join", "Path.join", "Path.resolve"})


def finder_after(view: ScriptView, relocation: Relocation, created: frozenset[str] = frozenset()) -> Finder:
    """Return what finds modules when everything has gone where it goes."""
    files = {relocation.unit(path) for path in view.finder.files} | created
    return Finder(files, move_maps(view.project.maps, relocation))


class PathRewriter:
    """Rewrites the paths of one module."""

    def __init__(
        self, view: ScriptView, relocation: Relocation, after: Finder, unit: str, source: bytes
    ) -> None:
        self.view = view
        self.relocation = relocation
        self.after = after
        self.unit = unit
        self.new = relocation.unit(unit)
        self.source = source
        self.notes: list[Note] = []
        self.refusals: list[Refusal] = []

    def specifier(self, spelled: str, line: int = 0) -> str:
        """Return how a specifier is written now; the same where it still leads to the same file."""
        return self.specifier_from(spelled, self.new, line)

    def specifier_from(self, spelled: str, new: str, line: int = 0) -> str:
        """Return how a specifier is written in a module; what is asked of the file after a `?` stays."""
        path, asked, how = spelled.partition("?")
        return self._path_from(path, new, line) + asked + how

    def _path_from(self, spelled: str, new: str, line: int) -> str:
        led = self.view.find_module(spelled, self.unit)
        if led is None:
            return self._unfound(spelled, new)
        target = self.relocation.unit(led.path)
        found = self.after.find(spelled, new)
        if found is not None and found.path == target and not self._is_shortest(spelled, led, new):
            return spelled
        text = self.after.spell(spelled, led, new, target)
        if text is None:
            self.refusals.append(Refusal(self.unit, line, f"no path from {new} leads to {target}"))
            return spelled
        return text

    def _is_shortest(self, spelled: str, led: Led, new: str) -> bool:
        """Whether a moved module's path was the shortest where it stood, so that it will be again."""
        if not is_relative(spelled) or posixpath.dirname(new) == posixpath.dirname(self.unit):
            return False
        return self.view.finder.spell(spelled, led, self.unit, led.path) == spelled

    def _unfound(self, spelled: str, new: str) -> str:
        """A relative path to what is not here (left out, built, broken) goes on meaning the same place."""
        if not is_relative(spelled) or posixpath.dirname(new) == posixpath.dirname(self.unit):
            return spelled
        target = posixpath.normpath(posixpath.join(posixpath.dirname(self.unit) or ".", spelled))
        if target.startswith(".."):
            return spelled
        moved = self.relocation.unit(target + "/").rstrip("/")
        text = posixpath.relpath(moved, posixpath.dirname(new) or ".")
        text = text if text.startswith(".") else "./" + text
        return text + ("/" if spelled.endswith("/") else "")

    def edits(self, skip: tuple[tuple[int, int], ...] = ()) -> list[Edit]:
        """Return the edits of every path in the module, but those in some spans."""
        return [e for e in self._all_edits() if not any(s <= e.start < t for s, t in skip)]

    def edits_in(self, start: int, end: int, new: str) -> list[Edit]:
        """Return the edits of the paths in a span, as they are read from another module."""
        before, self.new = self.new, new
        found = [e for e in self._all_edits() if start <= e.start < end]
        self.new = before
        return found

    def _all_edits(self) -> Iterator[Edit]:
        facts = self.view.units.facts[self.unit]
        done: set[int] = set()
        for item in facts.imports:
            if not item.module_end or item.module_start in done:
                continue
            done.add(item.module_start)
            new = self.specifier_from(item.module, self.new, item.line)
            if new != item.module:
                yield Edit(item.module_start, item.module_end, new.encode())
        for found in DOC_IMPORT.finditer(self.source):
            if found.start(2) in done:
                continue
            done.add(found.start(2))
            spelled = found.group(2).decode("utf-8", "replace")
            if is_relative(spelled) and self.view.find_module(spelled, self.unit) is not None:
                new = self.specifier_from(spelled, self.new)
                if new != spelled:
                    yield Edit(found.start(2), found.end(2), new.encode())
        yield from self._beside()
        yield from self._around_scripts()
        if self.new != self.unit:
            self._note_computed()

    def _note_computed(self) -> None:
        if posixpath.dirname(self.new) == posixpath.dirname(self.unit):
            return
        for found in COMPUTED.finditer(self.source):
            line = self.source.count(b"\n", 0, found.start()) + 1
            end = self.source.find(b"\n", found.start())
            text = (
                self.source[found.start() : end if end > 0 else None].decode("utf-8", "replace").strip()[:60]
            )
            if "./" in text:
                self.notes.append(Note(self.unit, line, text, "is a path that is put together when it runs"))

    def _around_scripts(self) -> Iterator[Edit]:
        """Yield the edits of the paths in a component's page and styles."""
        for start, end in find_files_beside(self.source) if is_component(self.unit) else ():
            yield from self._text(
                start, end, self.source[start:end].decode("utf-8", "replace"), relative=True
            )

    # -- files beside the module -------------------------------------------------------------------

    def _beside(self) -> Iterator[Edit]:
        if b"__dirname" not in self.source and b"import.meta" not in self.source:
            return
        root = parse(self.source, self.unit).root_node
        for found in BESIDE.finditer(self.source):
            node = root.descendant_for_byte_range(found.start(), found.end())
            while node is not None and node.start_byte == found.start() and node.end_byte < found.end():
                node = node.parent
            if node is not None and node.type in ("identifier", "member_expression"):
                yield from self._around(node)

    def _around(self, node: Node) -> Iterator[Edit]:
        parent = node.parent
        if parent is None:
            return
        url = text_of(node).endswith("url")
        if parent.type == "arguments" and parent.parent is not None:
            call = parent.parent
            name = text_of(call.child_by_field_name("function") or call.child_by_field_name("constructor"))
            arguments = parent.named_children
            if url and name == "URL" and len(arguments) == 2 and arguments[1] == node:
                yield from self._one_path(arguments[0], relative=True)
            elif not url and name in JOINS and arguments and arguments[0] == node:
                yield from self._joined(arguments[1:], resolves=name.endswith("resolve"))
        elif parent.type == "binary_expression" and parent.child_by_field_name("left") == node and not url:
            right = parent.child_by_field_name("right")
            if right is not None:
                yield from self._one_path(right, relative=False)
        elif parent.type == "template_substitution" and not url:
            following = parent.next_sibling
            if following is not None and following.type == "string_fragment":
                yield from self._text(following.start_byte, following.end_byte, text_of(following), False)

    def _one_path(self, node: Node, relative: bool) -> Iterator[Edit]:
        value = string_value(node)
        if value is not None:
            yield from self._text(node.start_byte + 1, node.end_byte - 1, value, relative)

    def _text(self, start: int, end: int, value: str, relative: bool) -> Iterator[Edit]:
        lead = "" if relative else "/"
        if not relative and not value.startswith("/"):
            return
        new = self._moved_beside(value.lstrip("/") if not relative else value)
        if new is None:
            return
        if relative and value.startswith("./") and not new.startswith("."):
            new = "./" + new
        if value.endswith("/"):
            new += "/"
        if lead + new != value:
            yield Edit(start, end, (lead + new).encode())

    def _joined(self, arguments: list[Node], resolves: bool) -> Iterator[Edit]:
        """Yield the edits of parts that are joined; only `resolve` takes a leading slash for the root."""
        values = [string_value(a) for a in arguments]
        plain = [v for v in values if v is not None]
        if not plain or None in values[: len(plain)] or (resolves and any(v.startswith("/") for v in plain)):
            return
        slash = "/" if plain[0].startswith("/") else ""
        plain = [v.lstrip("/") for v in plain]
        old = posixpath.join(*plain)
        new = self._moved_beside(old)
        if new is None:
            return
        first, rest = plain[0], plain[1:]
        tail = posixpath.normpath(posixpath.join(*rest)) if rest else ""
        own = arguments[: len(plain)]
        if tail and (new == tail or new.endswith("/" + tail)):
            head = new[: -len(tail)].rstrip("/") or "."
            pieces = [head, *rest]
        elif tail:
            pieces = [new]
        else:
            pieces = [new]
        if first.startswith("./") and not pieces[0].startswith("."):
            pieces[0] = "./" + pieces[0]
        if posixpath.normpath(posixpath.join(*pieces)) == posixpath.normpath(old):
            return
        if pieces[0] == "." and len(own) > 1:
            yield Edit(own[0].start_byte, own[1].start_byte, b"")
            return
        yield Edit(own[0].start_byte + 1, own[0].end_byte - 1, (slash + pieces[0]).encode())
        if len(pieces) == 1 and len(own) > 1:
            yield Edit(own[0].end_byte, own[-1].end_byte, b"")

    def _moved_beside(self, value: str) -> str | None:
        """Return the new relative path of what stands beside the module; None where nothing is there."""
        if value.startswith("/"):
            return None
        folder, new_folder = posixpath.dirname(self.unit), posixpath.dirname(self.new)
        target = posixpath.normpath(posixpath.join(folder or ".", value))
        if target.startswith(".."):
            return None
        target = "" if target == "." else target
        files = self.view.finder.files
        if target in files:
            moved = self.relocation.unit(target)
        elif not target or target + "/" in self.view.units.folders:
            moved = self.relocation.unit(target + "/").rstrip("/") if target else ""
        elif target + ".js" in files or target + ".ts" in files:
            end = ".js" if target + ".js" in files else ".ts"
            moved = self.relocation.unit(target + end).removesuffix(end)
        elif folder != new_folder:
            moved = self.relocation.unit(target + "/").rstrip("/")
        else:
            return None
        if moved == target and folder == new_folder:
            return None
        return posixpath.relpath(moved or ".", new_folder or ".")
