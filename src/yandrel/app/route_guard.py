"""Let a group of routes pass a guard: written where the group is mounted, proved by the table."""

import posixpath
import re
from collections import Counter
from collections.abc import Callable, Iterator

from yandrel.app.route_prefix import routes_below, routes_in_words, write_route_edit
from yandrel.app.routes import route_table, table_with
from yandrel.app.workspace import Workspace
from yandrel.app.writing import Manner
from yandrel.errors import CallError, RefusedError, suggest
from yandrel.frameworks.guarding import GuardForm
from yandrel.frameworks.protocol import Family
from yandrel.frameworks.registry import make_families
from yandrel.model.facts import Facts
from yandrel.model.results import EditedRoute, RouteEditReport
from yandrel.model.routes import Route, RouteTable
from yandrel.moves.plan import contents_after, files_as_changes
from yandrel.routes.guarding import fitting_form, with_class_mark, with_guard
from yandrel.routes.prefix import Prefix

Key = tuple[str, str, str, str]
Texts = dict[str, bytes]
LISTING = re.compile(rb"\{| import ")
"""What imports begin with that take several names out of one module."""
HEAD = re.compile(r"[A-Za-z_$][\w$]*")


def guard_routes(workspace: Workspace, prefix: str, guard: str, manner: Manner) -> RouteEditReport:
    """Let every route below a prefix pass a guard.

    Raises CallError where nothing is below it, RefusedError where no way is known that guards them and no
    other route.
    """
    workspace.refuse_if_cut_off()
    before = route_table(workspace)
    meant = routes_below(before, Prefix.of(prefix, prefix))
    if HEAD.match(guard) is None or "\n" in guard:
        raise CallError(f"{guard} is no guard", todo="name it as the code calls it")
    open_rows = [row for row in meant if not _passes(row, guard)]
    if not open_rows:
        raise RefusedError(f"all {len(meant)} routes pass {guard} already", where=prefix)
    writer = _Writer(workspace, before, open_rows, guard)
    texts, after = writer.written(prefix)
    files = files_as_changes(workspace.index, texts)
    rows = list(_edited(open_rows, after))
    title = f"routes guard {prefix} {guard}"
    said = f"{routes_in_words(len(rows))} below {prefix} {{}} behind {guard}"
    return write_route_edit(workspace, files, title, manner, rows, len(before.routes), [], said)


def _passes(row: Route, guard: str) -> bool:
    """Whether a route passes a guard already, whatever it is given."""
    head = re.split(r"\W", guard.rstrip("()"))
    return guard in row.guards or (len(head) == 1 and head[0] in row.guards)


def _key(row: Route) -> Key:
    return (row.method, row.pattern, row.handler, row.unit)


def _edited(rows: list[Route], after: RouteTable) -> Iterator[EditedRoute]:
    now = {_key(row): row for row in after.routes}
    for row in rows:
        more = [guard for guard in now[_key(row)].guards if guard not in row.guards]
        yield EditedRoute(row.method, row.pattern, f"passes {', '.join(more)}", row.handler)


class _Writer:
    """Tries the places where a guard can go, from the widest that holds the group alone to each route."""

    def __init__(self, workspace: Workspace, before: RouteTable, rows: list[Route], guard: str) -> None:
        self._workspace = workspace
        self._index = workspace.index
        self._before = before
        self._rows = rows
        self._guard = guard
        self._families = {family.name: family for family in make_families()}
        self._brought: dict[str, tuple[tuple[str, str], ...]] = {}

    def written(self, prefix: str) -> tuple[Texts, RouteTable]:
        """Return the new texts, and the table that they make."""
        for way in (self._at_mount, self._at_classes, self._at_routes):
            self._brought = {}
            texts = way()
            if not texts:
                continue
            self._with_imports(texts)
            after = self._table(texts)
            if self._is_right(after):
                return self._encoded(texts), after
        these = f"these {len(self._rows)} routes" if len(self._rows) > 1 else "this route"
        raise RefusedError(
            f"no way is known to guard {these} and no other", where=prefix,
            todo="put the guard there by hand, and look at it with `yandrel routes --against HEAD`",
            reasons=tuple(f"{row.declared}: {row.method} {row.pattern}" for row in self._rows),
        )  # fmt: skip

    # -- places ----------------------------------------------------------------------------

    def _at_mount(self) -> Texts:
        """Put the guard at the innermost mount that holds these routes and no other."""
        held = Counter(place for row in self._before.routes for place in set(self._mounts(row)))
        for place in reversed(self._mounts(self._rows[0])):
            inside = [row for row in self._rows if place in self._mounts(row)]
            if len(inside) == len(self._rows) == held[place]:
                return self._guarded([place])
        return {}

    def _at_classes(self) -> Texts:
        """Mark the classes of the handlers, where they hold no other route."""
        wanted = {self._class_of(row) for row in self._rows}
        meant = {_key(row) for row in self._rows}
        if any(self._class_of(row) in wanted for row in self._before.routes if _key(row) not in meant):
            return {}
        texts: Texts = {}
        for unit, name in sorted(wanted):
            family = self._family(next(row for row in self._rows if self._class_of(row) == (unit, name)))
            source = texts.get(unit, self._source(unit))
            mark = family.class_mark
            if mark is None or not name:
                return {}
            marked = with_class_mark(source, name, mark.text.format(guard=self._guard))
            if marked is None:
                return {}
            texts[unit] = marked
            self._brought[unit] = mark.brings
        return texts

    def _at_routes(self) -> Texts:
        """Put the guard at each route."""
        return self._guarded(list(dict.fromkeys(row.declared for row in self._rows)))

    def _guarded(self, places: list[str]) -> Texts:
        """Return the texts with the guard in the calls at some places; none where one has no form."""
        forms = self._family(self._rows[0]).guard_forms
        texts: Texts = {}
        numbered = [(place.rpartition(":")[0], int(place.rpartition(":")[2])) for place in places]
        for unit, line in sorted(numbered, reverse=True):
            source = texts.get(unit, self._source(unit))
            form: GuardForm | None = fitting_form(source, line, forms)
            text = with_guard(source, line, form, self._guard) if form is not None else None
            if form is None or text is None:
                return {}
            texts[unit] = text
            self._brought[unit] = form.brings
        return texts

    @staticmethod
    def _mounts(row: Route) -> list[str]:
        return [mount.rpartition(" ")[2] for mount in row.mounts]

    @staticmethod
    def _class_of(row: Route) -> tuple[str, str]:
        return row.unit, row.handler.rpartition(".")[0].rpartition(".")[2]

    def _family(self, row: Route) -> Family:
        return self._families.get(row.framework, Family())

    # -- imports ---------------------------------------------------------------------------

    def _with_imports(self, texts: Texts) -> None:
        """Import the guard where it is not bound."""
        found = HEAD.match(self._guard)
        name = found.group() if found is not None else self._guard
        for unit in list(texts):
            wanted = [(other, module) for module, other in self._brought.get(unit, ())]
            named = re.search(rf"[\"']{re.escape(self._guard)}[\"']".encode(), texts[unit])
            if not named and not self._binds(unit, name):
                module = self._module_of(unit, name)
                wanted += [(name, module)] if module else []
            lines = [self._import_of(unit, *one) for one in wanted if not self._binds(unit, one[0])]
            texts[unit] = _with_inserted(self._source(unit), texts[unit], lines)

    def _binds(self, unit: str, name: str) -> bool:
        facts = self._index.facts[unit]
        imported = {bound.bound for item in facts.imports for bound in item.names}
        return name in imported or name in facts.bound or any(d.name == name for d in facts.definitions)

    def _module_of(self, unit: str, name: str) -> str:
        """Return where a file imports the guard from: a namespace or a path; nothing where it need not.

        Raises CallError where nothing here has that name.
        """
        home = self._home_of(name, unit)
        if not home:
            return self._module_elsewhere(unit, name)
        if self._index.namespace_of(home) == self._index.namespace_of(unit) != "":
            return ""
        relative = posixpath.relpath(home, posixpath.dirname(unit) or ".")
        path = relative if relative.startswith(".") else f"./{relative}"
        return self._index.namespace_of(home) or path

    def _module_elsewhere(self, unit: str, name: str) -> str:
        """Return the package that another file takes the guard from."""
        language = self._index.facts[unit].language
        for facts in self._index.facts.values():
            for item in facts.imports if facts.language == language else ():
                taken = any(bound.name == name for bound in item.names) and not item.whole
                if taken and not item.module.startswith("."):
                    return item.module
        known = sorted({guard for row in self._before.routes for guard in row.guards})
        otherwise = f"guards here: {', '.join(known[:6])}" if known else "name it as the code calls it"
        raise CallError(f"nothing here is called {name}", todo=suggest(name, known, otherwise))

    def _home_of(self, name: str, unit: str) -> str:
        """Return the file that defines a name, where one of the same language alone does."""
        facts: Callable[[str], Facts] = self._index.facts.__getitem__
        homes = [
            other
            for other in self._index.facts
            if facts(other).language == facts(unit).language
            and any(d.name == name for d in facts(other).definitions)
        ]
        if len(homes) > 1:
            raise CallError(
                f"{name} is defined in {homes[0]} and {homes[1]}",
                todo=f"import the one that is meant in {unit}",
            )
        return homes[0] if homes else ""

    def _import_of(self, unit: str, name: str, module: str) -> tuple[int, bytes]:
        """Return where an import of a name goes, and its text: part of a known statement, or a new one."""
        source = self._source(unit)
        imports = [item for item in self._index.facts[unit].imports if not item.nested]
        listing = (i for i in imports if i.module == module and i.names and not i.whole)
        known = next((i for i in listing if LISTING.search(source[i.start : i.names[0].start])), None)
        if known is not None:
            later = next((n for n in known.names if n.bound.lower() > name.lower()), None)
            if later is not None:
                return later.start, f"{name}, ".encode()
            return known.names[-1].end, f", {name}".encode()
        line = self._index.language(unit).import_line(name, module, source) + "\n"
        if line == "\n":
            raise CallError(f"{name} is not imported in {unit}", todo="import it there first")
        near = [item for item in imports if _head(item.module) == _head(module)]
        after = next((item for item in near if item.module.lower() > module.lower()), None)
        if after is not None:
            return source.rfind(b"\n", 0, after.start) + 1, line.encode()
        last = max((item.end for item in near or imports), default=-1)
        return (source.find(b"\n", last) + 1 or len(source)) if last >= 0 else 0, line.encode()

    # -- proof -----------------------------------------------------------------------------

    def _source(self, unit: str) -> bytes:
        return self._index.read_source(unit).data

    def _encoded(self, texts: Texts) -> Texts:
        return {unit: self._index.read_source(unit).encoding.restore(text) for unit, text in texts.items()}

    def _table(self, texts: Texts) -> RouteTable:
        changes = contents_after(files_as_changes(self._index, self._encoded(texts)))
        return table_with(self._workspace, changes)

    def _is_right(self, after: RouteTable) -> bool:
        """Whether these routes pass one guard more, and all others what they passed before."""
        meant = {_key(row) for row in self._rows}
        now = {_key(row): row for row in after.routes}
        if now.keys() != {_key(row) for row in self._before.routes}:
            return False
        return all(
            set(now[_key(row)].guards) > set(row.guards)
            if _key(row) in meant
            else now[_key(row)].guards == row.guards
            for row in self._before.routes
        )


def _head(module: str) -> str:
    """Return what the modules of one group of imports begin with."""
    return re.split(r"[.\\/]", module.lstrip("./@"), maxsplit=1)[0] if module[:1] != "." else "."


def _with_inserted(before: bytes, text: bytes, inserted: list[tuple[int, bytes]]) -> bytes:
    """Return a changed text with more inserted, at places in what comes before the change."""
    end = min(len(before), len(text))
    same = next((at for at in range(end) if before[at] != text[at]), end)
    for at, more in sorted(inserted, key=lambda one: one[0], reverse=True):
        if at <= same:
            text = text[:at] + more + text[at:]
    return text
