"""The text of a crowded file before its pieces leave: routers made and mounted, hooks registered."""

from collections.abc import Iterable
from functools import cached_property

import networkx
import tree_sitter

from yandrel.languages.python import grammar as g
from yandrel.languages.python.imports import ImportEditor, NewImport
from yandrel.languages.python.split.reading import Reading, extension_call
from yandrel.languages.python.split.routing import Handler, Hook, common_prefix, is_open, overlap, segments
from yandrel.languages.python.tree import arguments_of, newline_of, string_value, text_of, walk
from yandrel.model.changes import Edit, apply_edits
from yandrel.model.facts import When
from yandrel.model.split import Converted

Node = tree_sitter.Node
REGISTERING = {"errorhandler": "register_error_handler", "exception_handler": "add_exception_handler"}


def convert(reading: Reading, leaving: frozenset[str]) -> Converted:
    """Return what a file becomes so that the pieces that leave it can be moved like any others."""
    return _Converter(reading, leaving).convert()


def merge_groups(handlers: list[Handler]) -> None:
    """Join groups whose routes would have to be matched in turns, so that mounting keeps the order."""
    changed = True
    while changed:
        changed = False
        order = _precedence(handlers)
        for cycle in networkx.strongly_connected_components(order):
            if len(cycle) > 1:
                into = next(h.group for h in handlers if h.group in cycle)
                for handler in handlers:
                    if handler.group in cycle:
                        handler.group = into
                changed = True
                break


def _precedence(handlers: list[Handler]) -> "networkx.DiGraph[str]":
    """Return which group must be mounted before which, where their routes can fit one request."""
    order: networkx.DiGraph[str] = networkx.DiGraph()
    order.add_nodes_from(dict.fromkeys(h.group for h in handlers))
    for position, first in enumerate(handlers):
        for second in handlers[position + 1 :]:
            if first.group != second.group and _fit_together(first, second):
                order.add_edge(first.group, second.group)
    return order


def _fit_together(first: Handler, second: Handler) -> bool:
    for a in first.marks:
        for b in second.marks:
            shared = set(a.route.methods) & set(b.route.methods) or "?" in a.route.methods + b.route.methods
            if shared and overlap(a.route.path, b.route.path):
                return True
    return False


class _Converter:
    def __init__(self, reading: Reading, leaving: frozenset[str]) -> None:
        self.reading = reading
        self.source = reading.source
        self.leaving = leaving
        self.handlers = [h for h in reading.handlers if h.name in leaving]
        self.hooks = [h for h in reading.hooks if h.name in leaving]
        self.edits: list[Edit] = []
        self.inserted: dict[int, list[str]] = {}
        self.conflicts: dict[str, str] = {}
        newline = newline_of(self.source)
        self.newline = newline
        self.imports = ImportEditor(self.source, reading.facts, newline, lambda first: False)

    def convert(self) -> Converted:
        merge_groups(self.handlers)
        routers = self._router_names()
        prefixes = self._prefixes()
        done = Converted(b"", routers, prefixes, groups={h.name: h.group for h in self.handlers})
        if self.handlers:
            self._make_routers(routers)
            self._mark_handlers(routers, prefixes)
            self._mount(routers, prefixes)
            if self.reading.framework == "flask":
                done.endpoints = self._endpoints()
                self._rename_endpoints(done.endpoints)
        for hook in self.hooks:
            self._register(hook)
        if self.reading.framework == "flask":
            self._use_current_app()
        for name in sorted(self.leaving):
            self._release_extension(name)
        for at, texts in self.inserted.items():
            self.edits.append(Edit(at, at, "".join(texts).encode()))
        done.conflicts = self.conflicts
        done.text = apply_edits(self.source, _joined([*self.edits, *self.imports.finish()]))
        return done

    # -- routers ---------------------------------------------------------------------------

    def _router_names(self) -> dict[str, str]:
        taken = {d.name for d in self.reading.facts.definitions} | self.reading.deep.every_name
        ending = "blueprint" if self.reading.framework == "flask" else "router"
        out: dict[str, str] = {}
        for handler in self.handlers:
            if handler.group in out:
                continue
            name = f"{handler.group}_{ending}"
            while name in taken:
                name += "_"
            out[handler.group] = name
            taken.add(name)
        return out

    def _prefixes(self) -> dict[str, str]:
        paths: dict[str, list[str]] = {}
        for handler in self.handlers:
            paths.setdefault(handler.group, []).extend(m.route.path for m in handler.marks)
        return {group: common_prefix(found, group) for group, found in paths.items()}

    @cached_property
    def _maker(self) -> str:
        """Return how the class that makes a group of routes is called here, imported if need be."""
        flask = self.reading.framework == "flask"
        wanted = "Blueprint" if flask else "APIRouter"
        makers = ("Flask", "Quart") if flask else ("FastAPI",)
        for item in self.reading.facts.imports:
            for imported in item.names:
                if not item.whole and imported.name == wanted and not item.nested:
                    return imported.bound
                if not item.whole and imported.name in makers:
                    self.imports.add(NewImport(item.module.partition(".")[0], wanted))
                    return wanted
                if item.whole and imported.name in [maker.lower() for maker in makers]:
                    return f"{imported.bound}.{wanted}"
        self.imports.add(NewImport("flask" if flask else "fastapi", wanted))
        return wanted

    def _make_routers(self, routers: dict[str, str]) -> None:
        seen: set[str] = set()
        for handler in self.handlers:
            if handler.group in seen:
                continue
            seen.add(handler.group)
            flask = self.reading.framework == "flask"
            arguments = f'"{handler.group}", __name__' if flask else ""
            text = f"{routers[handler.group]} = {self._maker}({arguments})" + self.newline * 3
            at = self._with_comments(handler.whole.start_byte)
            self.inserted.setdefault(at, []).append(text)

    def _with_comments(self, start: int) -> int:
        at = start
        while at > 0:
            line = self.source.rfind(b"\n", 0, at - 1) + 1
            text = self.source[line : at - 1].strip()
            if not text.startswith(b"#") or line == 0:
                break
            at = line
        return at

    def _mark_handlers(self, routers: dict[str, str], prefixes: dict[str, str]) -> None:
        for handler in self.handlers:
            prefix = prefixes[handler.group]
            for mark in handler.marks:
                router = routers[handler.group]
                self.edits.append(Edit(mark.owner.start_byte, mark.owner.end_byte, router.encode()))
                if prefix and mark.path_node is not None:
                    shorter = mark.route.path[len(prefix) :]
                    self.edits.append(self._string_edit(mark.path_node, mark.route.path, shorter))

    def _string_edit(self, node: Node, old: str, new: str) -> Edit:
        text = text_of(node, self.source)
        return Edit(node.start_byte, node.end_byte, text.replace(old, new, 1).encode())

    def _mount(self, routers: dict[str, str], prefixes: dict[str, str]) -> None:
        order = list(networkx.lexicographical_topological_sort(
            _precedence(self.handlers), key=list(routers).index
        ))  # fmt: skip
        flask = self.reading.framework == "flask"
        way, keyword = ("register_blueprint", "url_prefix") if flask else ("include_router", "prefix")
        for owner, handlers in self._by_owner().items():
            groups = [group for group in order if any(h.group == group for h in handlers)]
            lines = []
            for group in groups:
                said = f', {keyword}="{prefixes[group]}"' if prefixes[group] else ""
                lines.append(f"{owner}.{way}({routers[group]}{said})")
            lifted = any(h.name in self.reading.owners for h in handlers)
            at, indent = self._factory_place(owner) if lifted else (self._module_place(handlers), "")
            joined = (self.newline + indent).join(lines)
            if lifted:
                self.inserted.setdefault(at, []).append(joined + self.newline + indent)
            else:
                self.inserted.setdefault(at, []).append(self.newline * 3 + joined)

    def _by_owner(self) -> dict[str, list[Handler]]:
        out: dict[str, list[Handler]] = {}
        for handler in self.handlers:
            owner = text_of(handler.marks[0].owner, self.source)
            out.setdefault(owner, []).append(handler)
        return out

    def _module_place(self, handlers: list[Handler]) -> int:
        """Return where groups are mounted: after the last handler, unless what is mounted in between speaks
        against it; handlers that fit neither before nor after it are named as conflicts."""
        last = max(handlers, key=lambda h: h.whole.end_byte)
        if self.reading.framework == "flask":
            return last.whole.end_byte
        place = last.whole.end_byte
        for start, prefix in sorted(mounts_between(self.reading, handlers), reverse=True):
            before = [h for h in handlers if h.whole.end_byte <= start]
            after = [h for h in handlers if h.whole.start_byte >= start]
            early = [h for h in before if _reached(h, prefix)]
            late = [h for h in after if _reached(h, prefix)]
            if not early:
                continue
            if late:
                fewer = min((early, late), key=len)
                why = f"what is mounted at line {self._line(start)} may answer before it, or after it"
                self.conflicts.update({h.name: why for h in fewer})
            place = max(h.whole.end_byte for h in before)
        return place

    def _line(self, at: int) -> int:
        return self.source.count(b"\n", 0, at) + 1

    def _factory_place(self, owner: str) -> tuple[int, str]:
        app = next(a for a in self.reading.apps if a.factory is not None and a.name == owner)
        assert app.factory is not None
        body = app.factory.child_by_field_name("body")
        at = app.assignment.end_byte
        indent = " " * app.assignment.start_point[1]
        for node in body.named_children if body is not None else ():
            if node.type == "return_statement":
                return node.start_byte, indent
            at = node.end_byte
        return at, indent

    # -- endpoints -------------------------------------------------------------------------

    def _endpoints(self) -> dict[str, str]:
        out = {}
        for handler in self.handlers:
            for mark in handler.marks:
                call = mark.node.named_children[0]
                named = arguments_of(call)[1]
                endpoint = string_value(named.get(b"endpoint"), self.source) or handler.name
                out[endpoint] = f"{handler.group}.{endpoint}"
        return out

    def _rename_endpoints(self, endpoints: dict[str, str]) -> None:
        self.edits += endpoint_edits(self.reading.root, self.source, endpoints)

    # -- hooks and extensions --------------------------------------------------------------

    def _register(self, hook: Hook) -> None:
        inner = hook.decorator.named_children[0]
        text = text_of(inner, self.source)
        call = inner.kind_id == g.CALL
        method = text.partition("(")[0].rpartition(".")[2]
        if method in REGISTERING and call:
            argument = text_of(arguments_of(inner)[0][0], self.source)
            line = f"{hook.owner}.{REGISTERING[method]}({argument}, {hook.name})"
        else:
            line = f"{text}({hook.name})"
        end = self.source.find(b"\n", hook.decorator.end_byte) + 1
        self.edits.append(Edit(hook.decorator.start_byte, end, b""))
        self.inserted.setdefault(hook.whole.end_byte, []).append(self.newline * 3 + line)

    def _use_current_app(self) -> None:
        marks = [m.node for h in self.handlers for m in h.marks] + [h.decorator for h in self.hooks]
        changed = False
        for name in self.leaving:
            d = self.reading.by_name.get(name)
            if d is None or d.kind != "function":
                continue
            for use in self.reading.uses_in(d.start, d.end):
                if use.head not in self.reading.app_names or use.when != When.CALL:
                    continue
                if any(m.start_byte <= use.start < m.end_byte for m in marks):
                    continue
                self.edits.append(Edit(use.start, use.links[0].end, b"current_app"))
                changed = True
        if changed:
            module = "quart" if b"Quart(" in self.source else "flask"
            self.imports.add(NewImport(module, "current_app"))

    def _release_extension(self, name: str) -> None:
        """Turn `x = Extension(app)` into `x = Extension()` and `x.init_app(app)`."""
        d = self.reading.by_name.get(name)
        if d is None or d.kind != "constant":
            return
        call = extension_call(d, self.reading)
        if call is None or not any(
            u.head in self.reading.app_names for u in self.reading.uses_in(d.start, d.end)
        ):
            return
        holder = call.child_by_field_name("arguments")
        if holder is None:
            return
        app = ""
        kept = []
        for child in holder.named_children:
            text = text_of(child, self.source)
            value = text.partition("=")[2] if child.kind_id == g.KEYWORD_ARGUMENT else text
            if value.strip() in self.reading.app_names:
                app = value.strip()
            elif child.kind_id != g.COMMENT:
                kept.append(text)
        self.edits.append(Edit(holder.start_byte, holder.end_byte, f"({', '.join(kept)})".encode()))
        self.inserted.setdefault(d.end, []).append(f"{self.newline}{name}.init_app({app})")


def endpoint_edits(root: Node, source: bytes, endpoints: dict[str, str]) -> list[Edit]:
    """Return the edits that name endpoints by their groups, in calls of url_for and login views."""
    edits = []
    for node in walk(root):
        value: Node | None = None
        if node.kind_id == g.CALL:
            function = text_of(node.child_by_field_name("function"), source).rpartition(".")[2]
            if function == "url_for":
                plain, named = arguments_of(node)
                value = plain[0] if plain else named.get(b"endpoint")
        elif node.kind_id == g.ASSIGNMENT:
            left = text_of(node.child_by_field_name("left"), source)
            if left.endswith((".login_view", ".refresh_view")):
                value = node.child_by_field_name("right")
        text = string_value(value, source)
        if value is not None and text in endpoints:
            spelled = text_of(value, source).replace(text, endpoints[text], 1)
            edits.append(Edit(value.start_byte, value.end_byte, spelled.encode()))
    return edits


def mounts_between(reading: Reading, handlers: list[Handler]) -> list[tuple[int, str]]:
    """Return what else is mounted between the first and the last of some handlers: place and prefix."""
    first = min(h.whole.end_byte for h in handlers)
    last = max(h.whole.start_byte for h in handlers)
    out = []
    for node in walk(reading.root):
        if node.kind_id != g.CALL or not first <= node.start_byte < last:
            continue
        name = text_of(node.child_by_field_name("function"), reading.source)
        owner, _, method = name.rpartition(".")
        if owner not in reading.app_names or method not in MOUNTING:
            continue
        plain, named = arguments_of(node)
        given = named.get(b"prefix") if method == "include_router" else (plain[0] if plain else None)
        out.append((node.start_byte, string_value(given, reading.source) or ""))
    return out


MOUNTING = frozenset(["mount", "include_router", "add_route", "add_websocket_route", "add_api_route"])


def _reached(handler: Handler, prefix: str) -> bool:
    """Whether a request for one of a handler's routes can fit what is mounted under a prefix."""
    wanted = segments(prefix)
    for mark in handler.marks:
        own = segments(mark.route.path)
        if len(own) < len(wanted) and not any(is_open(part) and "path" in part for part in own):
            continue
        if all(a == b or is_open(a) or is_open(b) for a, b in zip(own, wanted, strict=False)):
            return True
    return False


def _joined(edits: Iterable[Edit]) -> list[Edit]:
    """Join insertions at one place, so that their order is kept."""
    out: list[Edit] = []
    at: dict[int, list[bytes]] = {}
    for edit in edits:
        if edit.start == edit.end:
            at.setdefault(edit.start, []).append(edit.text)
        else:
            out.append(edit)
    return [*out, *(Edit(place, place, b"".join(texts)) for place, texts in at.items())]
