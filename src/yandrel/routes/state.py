"""The state of an evaluation, its limits, and the values that only it makes."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from contextlib import contextmanager

from yandrel.frameworks.protocol import Evaluation, Family
from yandrel.frameworks.values import (
    TABLED,
    Arguments,
    ClassValue,
    DictValue,
    Entry,
    FunctionValue,
    Handler,
    Instance,
    ListValue,
    Made,
    Native,
    Place,
    Router,
    Scope,
    Text,
    Unknown,
    Value,
)
from yandrel.model.program import (
    Bring,
    Class,
    Expression,
    Function,
    Member,
    Name,
    Statement,
)
from yandrel.routes.sources import Sources

MOST_STEPS = 6_000_000
DEEPEST = 45
MOST_OF_ONE = 3
MOST_ITEMS = 2000
LONGEST_TEXT = 4000
LARGEST_NUMBER = 10**12
SMALL_BODY = 4
ENTRIES = frozenset({"csharp", "kotlin", "swift"})
"""Languages in which a loop over a map gives its entries, and not its keys."""
FUNCTIONAL = frozenset({"java"})
"""Languages in which a function is called by the one method of its interface, whatever that is called."""
CONSTRUCTING = frozenset({"javascript", "typescript", "tsx", "java"})
"""Languages in which `super(…)` is a call of the base's constructor."""
ACCESSORS = frozenset({"java"})
"""Languages in which the fields of a record are read by methods of their names."""
APART = frozenset({"go"})
"""Languages in which the methods of a type stand apart from it, in any file of its folder."""
EXTENDING = frozenset({"kotlin", "csharp", "swift"})
"""Languages in which a function can be called like a method of a type that it does not belong to."""
MOST_ASIDE = 3
"""How deep small functions may call one another that neither declare nor mount."""
MOST_FRUITLESS = 10
"""Calls after which a function is not entered again that declared nothing and returned nothing of use."""
CONSTRUCTORS = ("__init__", "constructor", "__construct", "init", "<init>")
FAULTS = (TypeError, ValueError, KeyError, AttributeError, IndexError)
"""Errors in the reading of one file that do not stop that of the others; each is reported with its place."""
OFTEN = ("__getattr__", *CONSTRUCTORS, "")
"""Constructors and closures may return nothing of use more often before they are given up."""
STEPS_OF_ONE = 100_000
"""Steps that the run of one file, or of one function alone, may take."""
DECORATING = frozenset({"__decorate", "_ts_decorate", "__decorateClass"})
"""What compilers of TypeScript call the function that applies decorators."""
PAIR = {"Key": 0, "key": 0, "first": 0, "Value": 1, "value": 1, "second": 1}
HELD = (str, Text, Made, ListValue, DictValue)
"""What an object gives back where a field is read by a method of its name."""
FRUITS = (str, Router, Instance, FunctionValue, ClassValue, Native, Handler, Text, Made)
GONE = object()


class StopError(Exception):
    """The budget of steps is used up."""


class Pending:
    """An import that nothing has asked for yet."""

    def __init__(self, node: Bring) -> None:
        self.node = node


class BoundBuiltin:
    """A method of a list, dictionary, text, or of something from outside."""

    def __init__(self, of: Value, name: str) -> None:
        self.of = of
        self.name = name


class Super:
    """The bases of the class whose method runs."""

    def __init__(self, owner: ClassValue, this: Value) -> None:
        self.owner = owner
        self.this = this


class BoundOutside:
    """A method that an object has from a base of another package."""

    def __init__(self, this: Value, name: str) -> None:
        self.this = this
        self.name = name


class State(Evaluation):
    """The state that the parts of an evaluation share."""

    def __init__(self, sources: Sources, families: tuple[Family, ...]) -> None:
        self.sources = sources
        self.families = families
        self._families: dict[str, tuple[Family, ...]] = {}
        self.doubts: list[str] = []
        self.modules: dict[str, Scope] = {}
        self.results: dict[str, Value] = {}
        self.routers: list[Router] = []
        self.applications: dict[str, Router] = {}
        self.called: set[int] = set()
        self.functions: dict[int, FunctionValue] = {}
        self.handlers: set[int] = set()
        self.stand_ins: dict[int, list[Router]] = {}
        self.tables: list[tuple[Value, Place]] = []
        self.included: set[str] = set()
        self.active: dict[tuple[int, int], int] = {}
        self.holders: list[tuple[Value, Place]] = []
        self.methods: dict[tuple[str, str], dict[str, FunctionValue]] = {}
        self.extensions: dict[str, FunctionValue] = {}
        self.extended: set[str] = set()
        self.whole_folders: set[str] = set()
        self.fruitless: dict[int, int] = {}
        self.objects: dict[int, Instance] = {}
        self.derived: dict[int, list[ClassValue]] = {}
        self.tried = 0
        self.tried_entries: dict[int, list[tuple[Router, Entry]]] = {}
        self.failed: list[str] = []
        self.made = 0
        self.aside = 0
        self.steps = 0
        self.limit = MOST_STEPS
        self.depth = 0
        self.place = Place("", 0)
        self.frames: list[Place] = []
        self.cut = False
        self._running: set[str] = set()

    @contextmanager
    def within_frame(self, place: Place | None) -> Iterator[None]:
        """Count what is done as done for an entry of a table, where it is known where that was written."""
        depth = len(self.frames)
        if place is not None:
            self.frames.append(place)
        try:
            yield
        finally:
            del self.frames[depth:]

    def caller_of(self, unit: str) -> Place:
        """Return the innermost call that came from another file than one that is running."""
        return next((place for place in reversed(self.frames) if place.unit != unit), self.place)

    def families_of(self, unit: str) -> tuple[Family, ...]:
        """Return the families that there are in the language of a file."""
        language = self.sources.language(unit)
        found = self._families.get(language)
        if found is None:
            found = tuple(f for f in self.families if not f.languages or language in f.languages)
            self._families[language] = found
        return found

    def within(self, steps: int, work: Callable[[], Value]) -> Value:
        """Do a piece of work with a budget of its own; what is over it is cut."""
        limit, self.limit = self.limit, min(self.steps + steps, MOST_STEPS)
        start = self.steps
        depth, place = self.depth, self.place
        try:
            return work()
        except (StopError, RecursionError):
            self.cut = True
            if self.steps > MOST_STEPS:
                raise
            return Unknown("not read to its end")
        except FAULTS:
            self.failed.append(f"{self.place.unit}:{self.place.line}")
            return Unknown("not read to its end")
        finally:
            self.depth, self.place = depth, place
            self.limit = min(limit + self.steps - start, MOST_STEPS)

    def _step(self) -> None:
        self.steps += 1
        if self.steps > self.limit:
            raise StopError

    # What the parts of the evaluation ask of one another.

    def run(self, unit: str) -> Scope | None:
        raise NotImplementedError

    def block(self, body: Iterable[Statement], scope: Scope) -> Value:
        raise NotImplementedError

    def bind_target(self, target: Expression, value: Value, scope: Scope) -> None:
        raise NotImplementedError

    def evaluate_in(self, node: Expression, scope: Scope) -> Value:
        raise NotImplementedError

    def concatenate(self, parts: list[Value]) -> Value:
        raise NotImplementedError

    def names_of(self, unit: str) -> list[str]:
        raise NotImplementedError

    def set_member(self, of: Value, name: str, value: Value) -> None:
        raise NotImplementedError

    def spelled_out(self, node: Member, of: Value, scope: Scope) -> Value:
        raise NotImplementedError

    def lineage(self, owner: ClassValue) -> list[ClassValue]:
        raise NotImplementedError

    def extension(self, name: str, unit: str) -> FunctionValue | None:
        raise NotImplementedError

    def call_function(self, value: FunctionValue, arguments: Arguments, place: Place) -> Value:
        raise NotImplementedError

    def construct(self, value: ClassValue, arguments: Arguments, place: Place) -> Value:
        raise NotImplementedError

    def note_router(self, router: Router) -> None:
        raise NotImplementedError

    def registers(self, node: Function) -> bool:
        raise NotImplementedError

    def stand_in(self, kind: str, name: str, place: Place) -> Router | None:
        raise NotImplementedError

    def is_worth(self, value: FunctionValue, arguments: Arguments) -> bool:
        raise NotImplementedError

    def attach(self, node: Function, scope: Scope) -> None:
        raise NotImplementedError

    def make_function(self, node: Function, scope: Scope) -> FunctionValue:
        raise NotImplementedError

    def decorated_function(self, node: Function, scope: Scope) -> Value:
        raise NotImplementedError

    def make_class(self, node: Class, scope: Scope) -> Value:
        raise NotImplementedError

    def class_member(self, owner: ClassValue, name: str, this: Value) -> Value:
        raise NotImplementedError

    def inherited(self, owner: ClassValue, name: str, this: Value) -> Value:
        raise NotImplementedError

    def method_apart(self, owner: ClassValue, name: str) -> FunctionValue | None:
        raise NotImplementedError

    def exported(self, unit: str, name: str) -> Value:
        raise NotImplementedError

    def name_value(self, node: Name, scope: Scope) -> Value:
        raise NotImplementedError

    def keep_router_of_base(
        self, value: ClassValue, arguments: Arguments, place: Place, made: Instance
    ) -> Value:
        raise NotImplementedError

    def construct_base(self, value: Super, arguments: Arguments, place: Place) -> Value:
        raise NotImplementedError

    def base_method(self, value: BoundOutside, arguments: Arguments, place: Place) -> Value:
        raise NotImplementedError

    def router_method(self, router: Router, name: str, arguments: Arguments, place: Place) -> Value:
        raise NotImplementedError


def origin_of(over: Value, item: Value, number: int) -> Place | None:
    """Return where an entry of a list or map was written, or put into it."""
    if isinstance(over, DictValue):
        if isinstance(item, (str, int)):
            return over.lines.get(item)
        places = list(over.lines.values())
        return places[number] if number < len(places) else None
    return item.origin if isinstance(item, TABLED) else None
