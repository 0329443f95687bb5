"""From a relocation to edits: every affected file, the pieces that move, the packages they need."""

from collections.abc import Callable, Mapping
from contextlib import suppress

from msgspec.structs import replace

from yandrel.languages.python.after import After
from yandrel.languages.python.arrive import build_new_unit, insert_pieces
from yandrel.languages.python.blanks import tidy_blank_lines
from yandrel.languages.python.context import Context
from yandrel.languages.python.deep import MODULE_SCOPE
from yandrel.languages.python.facts import read_facts
from yandrel.languages.python.outliving import outliving_notes
from yandrel.languages.python.pieces import (
    REGISTERING_CALLS,
    Arrivals,
    Departure,
    Piece,
    find_pieces,
    hindrances,
    own_habit,
)
from yandrel.languages.python.references import FileRewriter, remove_element
from yandrel.languages.python.view import PythonView
from yandrel.model.changes import Edit, Note, Refusal, Relocation, Rewrite, apply_edits
from yandrel.model.facts import Definition, Facts, When
from yandrel.model.graph import State, Symbol

SUFFIXES = (".py", ".pyi")


def moved_words(view: PythonView, relocation: Relocation) -> set[str]:
    """Return the words of which a file must contain one if it names anything that moves."""
    words: set[str] = set()
    for old, new in relocation.units.items():
        if old.endswith(SUFFIXES) and old != new:
            words.add(_leaf(old))
            if relocation.drops_reexports and old in view.units.facts:
                words.update(definition.name for definition in view.units.facts[old].definitions)
    words.update(folder.rstrip("/").rpartition("/")[2] for folder in relocation.folders)
    for symbol in relocation.definitions:
        words.add(symbol.name)
        words.add(_leaf(symbol.unit))
    return words


def mention_filter(view: PythonView, relocation: Relocation) -> Callable[[str, bytes], bool]:
    """Return a test for files that hold one of the words: whether they can name what moves.

    They can by an import that leads to it or through it, by a module that they import and whose
    attributes they follow, or by its qualified name in a string.
    """
    touched = {old for old, new in relocation.units.items() if old != new}
    touched |= {symbol.unit for symbol in relocation.definitions}
    passing = {other for unit in touched if unit in view.units.facts for other in view.importers_of(unit)}
    spelled = {view.module_name(unit) for unit in touched if unit in view.units.facts}
    names = {name.encode() for name in spelled if name}
    if len(names) > 12:
        names = {name.encode() for f in relocation.folders if (name := view.module_name(f))} or names

    def test(unit: str, raw: bytes) -> bool:
        if unit in passing or any(name in raw for name in names):
            return True
        for edge in view.edges_of(unit):
            if edge.unit in touched or edge.named_unit in touched:
                return True
            if not touched.isdisjoint(edge.through):
                return True
            module = edge.state == State.FOUND and (not edge.name or edge.name == "*")
            if module and (view.is_package(edge.unit) or edge.unit in passing):
                return True
        return False

    return test


def _leaf(path: str) -> str:
    folder, _, name = path.rpartition("/")
    if name.startswith("__init__."):
        return folder.rpartition("/")[2]
    return name.rpartition(".")[0]


def rewrite(
    view: PythonView, relocation: Relocation, sources: Mapping[str, bytes]
) -> tuple[Rewrite, Relocation]:
    """Return the edits for a relocation, and the relocation with what goes along."""
    result = Rewrite()
    relocation = carry_private(view, relocation, sources, result)
    check_definitions(view, relocation, result)
    created = new_packages(view, relocation)
    targets = {new.unit for new in relocation.definitions.values()}
    present = {relocation.unit(path) for path in view.units.facts}
    new = frozenset((targets | set(created)) - present)
    after = After(view, relocation, new)
    context = Context(view, after, relocation, sources, result)
    result.created.update(created)
    check_packages(context)
    if result.refusals:
        return result, relocation
    _Rewriting(context).run()
    result.emptied |= vacated_packages(context)
    result.notes += outliving_notes(context)
    return result, relocation


class _Rewriting:
    def __init__(self, context: Context) -> None:
        self.context = context
        self.pieces = {
            unit: pieces
            for unit in {symbol.unit for symbol in context.relocation.definitions}
            if (pieces := find_pieces(context, unit))
        }
        self.leaving = {symbol.unit for symbol in context.relocation.definitions}
        self.mark_reexports()
        self.rewriters = {
            unit: FileRewriter(context, unit, self.site_function(unit))
            for unit in sorted(context.sources)
            if unit in context.view.units.facts
        }
        self.arrivals: dict[str, Arrivals] = {}

    def site_function(self, unit: str) -> Callable[[int], str]:
        here = self.context.relocation.unit(unit)
        pieces = self.pieces.get(unit, [])
        if not pieces:
            return lambda at: here

        def site(at: int) -> str:
            for piece in pieces:
                if piece.start <= at < piece.end:
                    return piece.target.unit
            return here

        return site

    def mark_reexports(self) -> None:
        """A package's own module goes on giving what moves within the package."""
        relocation = self.context.relocation
        for old, new in relocation.definitions.items():
            folder = relocation.unit(old.unit).removesuffix("__init__.py")
            package = old.unit.endswith("/__init__.py")
            if package and new.name == old.name and new.unit.startswith(folder):
                if new.unit != relocation.unit(old.unit) and not old.name.startswith("_"):
                    self.context.reexported.add(old)

    def find_followed(self) -> set[tuple[str, str]]:
        """Return the packages with the attributes that code follows: `models.Hive`, `waxmoor.models.Hive`."""
        view = self.context.view
        found: set[tuple[str, str]] = set()
        for unit, rewriter in self.rewriters.items():
            packages = {}
            for item in rewriter.facts.imports:
                for imported in item.names:
                    led = view.imported(unit, item, imported)
                    if led.state == State.FOUND and not led.final.name:
                        packages[imported.bound] = led.final.unit
            for use in rewriter.deep.uses:
                package = packages.get(use.head)
                for link in use.links[1:]:
                    if package is None:
                        break
                    found.add((package, link.name))
                    inner = f"{package.removesuffix('__init__.py')}{link.name}/__init__.py"
                    package = inner if inner in view.units.facts else None
        return found

    def mark_dropped(self) -> None:
        """A package stops handing on what leaves it, where its own code does not use that."""
        relocation, view = self.context.relocation, self.context.view
        followed = self.find_followed()
        for unit, rewriter in self.rewriters.items():
            if not unit.endswith("/__init__.py") or relocation.unit(unit) != unit:
                continue
            folder = unit.removesuffix("__init__.py")
            for item in rewriter.facts.imports:
                if item.whole or item.nested or item.guarded:
                    continue
                for imported in item.names:
                    found = view.imported(unit, item, imported)
                    if found.state != State.FOUND or not found.final.unit.startswith(folder):
                        continue
                    if not found.final.name or (unit, imported.bound) in followed:
                        continue  # others go through the package by its attributes
                    place = relocation.place(found.final)
                    if place.unit.startswith(folder) or rewriter.deep.uses_of(imported.bound):
                        continue
                    self.context.dropped.add(Symbol(unit, imported.bound))
                    self.context.result.dropped.add((unit, found.final))
                    self.context.result.notes.append(
                        Note(
                            unit,
                            item.line,
                            imported.bound,
                            "no longer re-exported by this package; update callers outside the application",
                        )
                    )

    def run(self) -> None:
        self.prepare_arrivals()
        if self.context.relocation.drops_reexports:
            self.mark_dropped()
        for rewriter in self.rewriters.values():
            rewriter.rewrite_statements()
        departures = [
            Departure(self.context, self.rewriters[unit], self.pieces.get(unit, []), self.arrivals)
            for unit in sorted(self.leaving)
        ]
        self.check_names()
        for departure in departures:
            departure.settle_uses()
            self.reexport(departure)
        for rewriter in self.rewriters.values():
            rewriter.rewrite_uses()
        for departure in departures:
            departure.drop_unused()
        for rewriter in self.rewriters.values():
            rewriter.rewrite_texts()
            rewriter.look_around()
        for departure in departures:
            self.move_exports(departure)
            departure.cut()
        self.finish_arrivals()
        self.collect()
        self.check_registrations()

    def prepare_arrivals(self) -> None:
        old_of = {self.context.relocation.unit(unit): unit for unit in self.context.view.units.facts}
        for unit, pieces in self.pieces.items():
            for piece in pieces:
                target = piece.target.unit
                arrivals = self.arrivals.get(target)
                if arrivals is None:
                    old = old_of.get(target)
                    rewriter = self.rewriters.get(old) if old is not None else None
                    settled = rewriter is not None and bool(rewriter.facts.imports)
                    model = rewriter if rewriter is not None and settled else self.rewriters[unit]
                    habit = own_habit(model.facts)
                    arrivals = Arrivals(self.context, target, rewriter, habit=habit)
                    self.arrivals[target] = arrivals
                arrivals.known[piece.target.name] = piece.target

    def check_names(self) -> None:
        seen: dict[Symbol, Symbol] = {}
        for old, new in self.context.relocation.definitions.items():
            if seen.setdefault(new, old) != old:
                self.refuse(old.unit, f"two definitions would be called {new.name} in {new.unit}")
        for arrivals in self.arrivals.values():
            for pieces in self.pieces.values():
                for piece in pieces:
                    if piece.target.unit == arrivals.unit and not arrivals.free_for(piece.target.name):
                        self.refuse(
                            piece.unit,
                            f"{arrivals.unit} has a {piece.target.name} already",
                            "give it a new name",
                        )

    def refuse(self, unit: str, why: str, todo: str = "") -> None:
        self.context.result.refusals.append(Refusal(unit, 0, why, todo))

    def reexport(self, departure: Departure) -> None:
        unit = departure.rewriter.unit
        for old in self.context.reexported:
            if old.unit == unit and self.context.named_elsewhere(unit, old.name):
                departure.import_back(self.context.relocation.definitions[old], None)

    def move_exports(self, departure: Departure) -> None:
        """`__all__` loses what left and is not imported back, or takes its new name."""
        rewriter = departure.rewriter
        outgoing = self.context.outgoing(rewriter.unit)
        for text in rewriter.deep.texts:
            if not text.context.startswith("=__all__") or text.value not in outgoing:
                continue
            target = outgoing[text.value]
            if target.unit == self.context.relocation.unit(rewriter.unit):
                if target.name != text.value:
                    rewriter.edits.append(Edit(text.start, text.end, target.name.encode()))
            elif Symbol(rewriter.unit, text.value) not in self.context.imported_back:
                rewriter.edits.append(remove_element(rewriter.source, text))
                self.add_export(target)

    def add_export(self, target: Symbol) -> None:
        arrivals = self.arrivals.get(target.unit)
        if arrivals is None or arrivals.rewriter is None:
            return
        texts = [t for t in arrivals.rewriter.deep.texts if t.context == "=__all__"]
        if texts:
            quote = arrivals.rewriter.source[texts[-1].end : texts[-1].end + 1]
            at = texts[-1].end + 1
            new = b", " + quote + target.name.encode() + quote
            arrivals.rewriter.edits.append(Edit(at, at, new))

    def finish_arrivals(self) -> None:
        for arrivals in self.arrivals.values():
            if arrivals.rewriter is not None:
                insert_pieces(arrivals)
                continue
            first = arrivals.pieces[0][0]
            rewriter = self.rewriters[first.unit]
            newline = rewriter.imports.newline.encode()
            text = build_new_unit(arrivals, rewriter.source, rewriter.imports.category, newline)
            self.context.result.created[arrivals.unit] = text

    def collect(self) -> None:
        result = self.context.result
        for unit, rewriter in self.rewriters.items():
            edits = rewriter.imports.finish() + rewriter.edits
            if edits and rewriter.facts.problems:
                problem = rewriter.facts.problems[0]
                result.refusals.append(
                    Refusal(
                        unit,
                        problem.line,
                        "the file cannot be read whole, and it would have to be edited",
                        "mend it first",
                    )
                )
            if rewriter.deep.too_deep:
                result.refusals.append(Refusal(unit, 0, "is nested too deeply to be followed"))
            if edits:
                result.edits[unit] = list(dict.fromkeys(edits))
                if unit in self.leaving and self.is_emptied(unit, rewriter):
                    result.emptied.add(unit)
                elif unit in self.leaving or self.context.relocation.unit(unit) in self.arrivals:
                    self.tidy(unit, rewriter)

    def is_emptied(self, unit: str, rewriter: FileRewriter) -> bool:
        """Whether nothing is left of a unit, and nobody asks for the unit itself."""
        view = self.context.view
        if unit.endswith("/__init__.py") or self.context.relocation.unit(unit) in self.arrivals:
            return False
        with suppress(ValueError):
            facts = read_facts(apply_edits(rewriter.source, self.context.result.edits[unit]))
            own = [item for item in facts.imports if item.module != "__future__"]
            if facts.definitions or own or facts.acts or facts.bound:
                return False
            return not any(
                edge.named_unit == unit and edge.named in ("", "*")
                for other in view.importers_of(unit)
                for edge in view.edges_of(other)
            )
        return False

    def tidy(self, unit: str, rewriter: FileRewriter) -> None:
        """Put blank lines right where definitions left or came."""
        with suppress(ValueError):
            text = apply_edits(rewriter.source, self.context.result.edits[unit])
            tidied = tidy_blank_lines(rewriter.source, text)
            if tidied != text:
                self.context.result.tidied[unit] = tidied

    def check_registrations(self) -> None:
        """A handler registers itself when its unit is loaded: something must go on loading it."""
        for unit, pieces in self.pieces.items():
            for piece in pieces:
                if not registers(self.context, unit, piece.definition):
                    continue
                if not self.is_loaded(piece):
                    self.context.result.refusals.append(
                        Refusal(
                            unit,
                            piece.definition.line,
                            f"nothing would load {piece.target.unit}, so that what "
                            f"@{piece.definition.marks[0]} registers would be lost",
                            "import it from where the application is made",
                        )
                    )

    def is_loaded(self, piece: Piece) -> bool:
        arrivals = self.arrivals[piece.target.unit]
        if arrivals.rewriter is not None:
            old = arrivals.rewriter.unit
            if any(
                edge.named_unit == old and edge.when == When.LOAD
                for other in self.context.view.importers_of(old)
                for edge in self.context.view.edges_of(other)
            ):
                return True
        return any(
            old.unit == piece.unit and new.unit == piece.target.unit
            for old, new in self.context.relocation.definitions.items()
            if old in self.context.imported_back
        )


def registers(context: Context, unit: str, definition: Definition) -> bool:
    """Whether a decorator hands a definition to an application object of this code."""
    for mark in definition.marks:
        head, dot, _ = mark.partition(".")
        if not dot:
            continue
        found = context.view.member(unit, head)
        if not found.final.unit or not found.final.name or found.final.unit.endswith("/"):
            continue
        for maker in context.view.units.facts[found.final.unit].definitions:
            if maker.name == found.final.name and maker.value.endswith(tuple(REGISTERING_CALLS)):
                return True
    return False


def check_definitions(view: PythonView, relocation: Relocation, result: Rewrite) -> None:
    """Refuse what cannot be taken out of its unit."""
    for old, new in relocation.definitions.items():
        facts = view.units.facts.get(old.unit)
        if facts is None:
            result.refusals.append(Refusal(old.unit, 0, f"{old.name} is not in a Python file"))
            continue
        if facts.problems:
            result.refusals.append(
                Refusal(
                    old.unit,
                    facts.problems[0].line,
                    "the file cannot be read whole",
                    "mend it first",
                )
            )
        if new.unit == relocation.unit(old.unit):
            continue
        for line, why in hindrances(facts, old.name):
            result.refusals.append(Refusal(old.unit, line, why))


def check_packages(context: Context) -> None:
    """Refuse a module that would hide, or be hidden by, something of the same name."""
    view, relocation = context.view, context.relocation
    for old, new in relocation.units.items():
        if old == new or not new.endswith(".py") or old not in view.units.facts:
            continue
        check_place(context, new, old)
    for unit in context.result.created:
        check_place(context, unit, "")
    for unit in {new.unit for new in relocation.definitions.values()}:
        if unit not in {relocation.unit(path) for path in view.units.facts}:
            check_place(context, unit, "")


def check_place(context: Context, new: str, old: str) -> None:
    after = context.after
    folder, _, name = new.rpartition("/")
    folder = folder + "/" if folder else ""
    leaf = name.removesuffix(".py")
    if leaf == "__init__":
        outer, _, leaf = folder.rstrip("/").rpartition("/")
        folder = outer + "/" if outer else ""
        if folder + leaf + ".py" in after.units.facts:
            _refuse(context, old or new, f"{folder}{leaf}/ would hide {folder}{leaf}.py")
    elif folder + leaf + "/__init__.py" in after.units.facts:
        _refuse(context, old or new, f"{new} would be hidden by the package {folder}{leaf}/")
    if leaf in ("__main__", "conftest", "setup", "manage"):
        return
    if after.dotted(new, new) is None and not leaf.isidentifier():
        used = old and context.view.importers_of(old)
        if used:
            _refuse(context, old, f"{leaf!r} is no name that Python can import")
        return
    roots = {root.path for root in after.project.roots if not root.local}
    if folder in roots and (not old or _leaf(old) != leaf or old.rpartition("/")[0] + "/" != folder):
        outside = {
            edge.name
            for unit in context.sources
            if unit in context.view.units.facts
            for edge in context.view.edges_of(unit)
            if edge.state == 1
        }
        if context.view.is_standard(leaf) or leaf in outside:
            _refuse(context, old or new, f"{new} would hide the outside package {leaf}")
    init = folder + "__init__.py"
    if init in after.units.facts:
        bound = _bound_otherwise(context, init, leaf, old)
        if bound:
            _refuse(context, old or new, f"{init} binds the name {leaf} already", "choose another name")


def _bound_otherwise(context: Context, new_init: str, leaf: str, old: str) -> bool:
    back = {context.relocation.unit(unit): unit for unit in (*context.relocation.units, new_init)}
    init = back.get(new_init, new_init)
    if init not in context.view.units.facts or leaf not in context.view.bindings(init):
        return False
    before = context.view.submodule(init, leaf)
    if before is not None and context.relocation.unit(before) == context.relocation.unit(old):
        return False
    found = context.view.member(init, leaf)
    return found.final != Symbol(old)


def _refuse(context: Context, unit: str, why: str, todo: str = "") -> None:
    context.result.refusals.append(Refusal(unit, 0, why, todo))


def new_packages(view: PythonView, relocation: Relocation) -> dict[str, bytes]:
    """Return the `__init__.py` files that new folders need where the application's own have them."""
    present = {relocation.unit(path) for path in view.units.facts}
    targets = {new for old, new in relocation.units.items() if old != new and new.endswith(SUFFIXES)}
    targets |= {new.unit for new in relocation.definitions.values()} - present
    roots = {relocation.unit(r.path) if r.path else "" for r in view.project.roots}
    folders_before = {path[: path.rfind("/") + 1] for path in view.units.facts}
    created: dict[str, bytes] = {}
    for target in sorted(targets):
        folder = target[: target.rfind("/") + 1]
        chain = []
        while folder and folder not in roots:
            chain.append(folder)
            folder = folder[: folder.rfind("/", 0, -1) + 1]
        for folder in reversed(chain):
            init = folder + "__init__.py"
            if init in present or init in created or folder in folders_before:
                continue
            outer = folder[: folder.rfind("/", 0, -1) + 1]
            outer_init = outer + "__init__.py"
            if outer_init in present or outer_init in created or (
                outer in roots and _style_has_packages(view)
            ):  # fmt: skip
                created[init] = b""
    return created


def vacated_packages(context: Context) -> set[str]:
    """Return blank `__init__.py` files of folders that nothing else is left in."""
    view, relocation = context.view, context.relocation
    left = {path for path in view.units.files if relocation.unit(path) == path}
    left -= context.result.emptied
    arriving = {relocation.unit(path) for path in relocation.units} | set(context.result.created)
    folders = {old[: old.rfind("/") + 1] for old, new in relocation.units.items() if old != new}
    folders |= {unit[: unit.rfind("/") + 1] for unit in context.result.emptied}
    found: set[str] = set()
    for folder in sorted(folders, key=len, reverse=True):
        while folder:
            init = folder + "__init__.py"
            others = [p for p in left | arriving if p.startswith(folder) and p not in found and p != init]
            if others or init not in left or not _is_idle(context, init):
                break
            found.add(init)
            folder = folder[: folder.rfind("/", 0, -1) + 1]
    return found


def _is_idle(context: Context, init: str) -> bool:
    view = context.view
    facts = view.units.facts[init]
    if facts.lines or facts.imports or facts.definitions or facts.acts:
        return False
    return not any(
        edge.named_unit == init for other in view.importers_of(init) for edge in view.edges_of(other)
    )


def _style_has_packages(view: PythonView) -> bool:
    folders = {path[: path.rfind("/") + 1] for path in view.units.facts if "/" in path}
    with_init = sum(folder + "__init__.py" in view.units.facts for folder in folders)
    return with_init * 2 > len(folders)


def carry_private(
    view: PythonView, relocation: Relocation, sources: Mapping[str, bytes], result: Rewrite
) -> Relocation:
    """Take along private helpers that only moved definitions of one target use."""
    definitions = dict(relocation.definitions)
    units = {old.unit for old, new in definitions.items() if new.unit != relocation.unit(old.unit)}
    for unit in units:
        facts = view.units.facts.get(unit)
        if facts is None or unit not in sources:
            continue
        changed = True
        while changed:
            changed = False
            for name, target in _private_followers(view, facts, unit, sources[unit], definitions):
                symbol = Symbol(unit, name)
                definitions[symbol] = Symbol(target, name)
                result.carried[symbol] = definitions[symbol]
                changed = True
    return replace(relocation, definitions=definitions)


def _private_followers(
    view: PythonView,
    facts: Facts,
    unit: str,
    source: bytes,
    definitions: Mapping[Symbol, Symbol],
) -> list[tuple[str, str]]:
    from yandrel.languages.python.deep import read_deep_facts

    private = {
        d.name: d
        for d in facts.definitions
        if d.name.startswith("_") and not d.name.startswith("__")
        and Symbol(unit, d.name) not in definitions
        and not any(True for _ in hindrances(facts, d.name))
    }  # fmt: skip
    if not private:
        return []
    moved = [
        (d.start, d.end, definitions[Symbol(unit, d.name)].unit)
        for d in facts.definitions
        if Symbol(unit, d.name) in definitions
    ]
    users: dict[str, set[str]] = {}
    for use in read_deep_facts(source).uses:
        if use.home != MODULE_SCOPE or use.head not in private:
            continue
        own = private[use.head]
        if own.start <= use.start < own.end:
            continue
        target = next((t for start, end, t in moved if start <= use.start < end), "")
        users.setdefault(use.head, set()).add(target)
    exports = facts.exports or ()
    return [
        (name, next(iter(targets)))
        for name, targets in users.items()
        if len(targets) == 1 and "" not in targets and name not in exports
        and not _named_from_outside(view, unit, name)
    ]  # fmt: skip


def _named_from_outside(view: PythonView, unit: str, name: str) -> bool:
    return any(
        edge.named_unit == unit and edge.named in (name, "")
        for other in view.importers_of(unit)
        for edge in view.edges_of(other)
    )
