"""Functions of the languages' own libraries that put lists, texts and paths together."""

from __future__ import annotations

import posixpath
from collections.abc import Callable
from dataclasses import replace

from yandrel.frameworks.values import (
    Arguments,
    ClassValue,
    DictValue,
    FunctionValue,
    Handler,
    Instance,
    ListValue,
    ModuleValue,
    Native,
    Outside,
    Place,
    Router,
    Text,
    Unknown,
    Value,
    text_of,
)
from yandrel.routes.state import State

Builtin = Callable[["State", Arguments, Place], Value]
PASSING = frozenset(
    {
        "__importDefault",
        "__importStar",
        "_interopRequireDefault",
        "_interopRequireWildcard",
        "_interopDefaultLegacy",
        "tslib_1.__importDefault",
        "tslib_1.__importStar",
        "tslib.__importDefault",
        "list",
        "tuple",
        "set",
        "frozenset",
        "sorted",
        "reversed",
        "iter",
        "dict.fromkeys",
        "cast",
        "typing.cast",
        "Object.freeze",
        "Object.values",
        "Array.from",
        "Promise.all",
        "Promise.resolve",
        "array_values",
        "array_unique",
        "collect",
        "csrf_exempt",
        "lazy",
        "asyncHandler",
        "inject",
        "Objects.requireNonNull",
        "copy.copy",
        "copy.deepcopy",
        "util.promisify",
    }
)
"""Functions that give back their argument, or what holds the same for the reading of routes."""
WRAPPING = frozenset({"functools.wraps", "wraps", "functools.update_wrapper"})
"""Functions that return a decorator which gives back what it decorates."""
LISTING = frozenset(
    {"Arrays.asList", "List.of", "Set.of", "listOf", "mutableListOf", "arrayOf", "setOf", "List", "Array.of"}
)
LISTS = frozenset(
    {"ArrayList", "LinkedList", "HashSet", "LinkedHashSet", "CopyOnWriteArrayList", "ArrayDeque"}
)
MAPS = frozenset(
    {"HashMap", "LinkedHashMap", "TreeMap", "ConcurrentHashMap", "Dictionary", "SortedDictionary", "Map"}
)
MERGING = frozenset({"array_merge", "Object.assign", "itertools.chain", "chain", "dict", "assign"})
JOINING = frozenset(
    {
        "path.join",
        "path.resolve",
        "node:path.join",
        "node:path.resolve",
        "os.path.join",
        "posixpath.join",
        "path.posix.join",
        "urljoin",
        "path.default.join",
        "join",
        "resolve",
    }
)


def call_function(run: State, name: str, arguments: Arguments, place: Place) -> Value:
    """Call a function of a library; NotImplemented where it is none of those known."""
    if name in PASSING:
        at = 1 if name.endswith("cast") else 0
        value = arguments.get(at)
        if isinstance(value, DictValue) and name == "Object.values":
            value.used = True
            return ListValue(list(value.items.values()), value.open)
        return value
    if name in WRAPPING:
        return Native(lambda given, at: _around(given.get(0), arguments.get(0)))
    if name in LISTING:
        return ListValue(list(arguments.values))
    last = name.rpartition(".")[2]
    if last in LISTS:
        items = run.items_of(arguments.get(0)) if arguments.values else []
        return ListValue(list(items or []))
    if last in MAPS:
        given = arguments.get(0)
        return DictValue(dict(given.items) if isinstance(given, DictValue) else {})
    if name in MERGING:
        return _merged(run, arguments)
    if name in JOINING:
        return _joined_path(arguments)
    found = FUNCTIONS.get(name)
    return found(run, arguments, place) if found is not None else NotImplemented


def _around(value: Value, inner: Value) -> Value:
    """Return a function that says itself that it stands for another one."""
    if not isinstance(value, FunctionValue) or not isinstance(inner, (FunctionValue, Handler)):
        return value
    return replace(value, wraps=inner, maker=value.maker)


def _merged(run: State, arguments: Arguments) -> Value:
    if all(isinstance(value, DictValue) for value in arguments.values):
        made = DictValue(dict(arguments.named))
        for value in arguments.values:
            made.items.update(value.items)
            made.lines.update(value.lines)
        return made
    if isinstance(arguments.get(0), (FunctionValue, ClassValue, Router, Instance)):
        return arguments.get(0)
    return run.concatenate([value for value in arguments.values if isinstance(value, ListValue)])


def _joined_path(arguments: Arguments) -> Value:
    parts = [text_of(value) for value in arguments.values]
    if any(part is None for part in parts) or not parts:
        return Unknown("a path that is not constant")
    whole = parts[0] or ""
    for part in parts[1:]:
        whole = posixpath.join(whole, (part or "").lstrip("/"))
    whole = posixpath.normpath(whole) if whole else whole
    doubts = [value for value in arguments.values if isinstance(value, Text)]
    return Text(whole, doubts[0].reason) if doubts else whole


def _dirname(run: State, arguments: Arguments, place: Place) -> Value:
    value = arguments.get(0)
    return posixpath.dirname(value) if isinstance(value, str) else value


def _has_member(run: State, arguments: Arguments, place: Place) -> Value:
    """Return whether a file, class or object of the application has a name; other values are not known."""
    of, name = arguments.get(0), arguments.get(1)
    if not isinstance(of, (ModuleValue, ClassValue, Instance)) or not isinstance(name, str):
        return Unknown(f"whether it has {name}")
    if isinstance(of, ModuleValue):
        return name in run.names_of(of.unit)
    return not isinstance(run.member(of, name), Unknown)


def _is_equal(run: State, arguments: Arguments, place: Place) -> Value:
    """Return whether two plain values are equal."""
    one, other = arguments.get(0), arguments.get(1)
    if all(value is None or isinstance(value, (str, int)) for value in (one, other)):
        return bool(one == other)
    return Unknown("a comparison")


def _negated(run: State, arguments: Arguments, place: Place) -> Value:
    value = arguments.get(0)
    return not value if value is None or isinstance(value, (str, int)) else Unknown("a condition")


def _entries(run: State, arguments: Arguments, place: Place) -> Value:
    value = arguments.get(0)
    if isinstance(value, DictValue):
        value.used = True
        return ListValue([ListValue([k, v]) for k, v in value.items.items()], value.open)
    items = run.items_of(value)
    return ListValue([ListValue([n, v]) for n, v in enumerate(items or [])], items is None)


def _keys(run: State, arguments: Arguments, place: Place) -> Value:
    value = arguments.get(0)
    if isinstance(value, ModuleValue):
        return ListValue(list(run.names_of(value.unit)))
    return ListValue(list(value.items), value.open) if isinstance(value, DictValue) else Unknown("keys")


def _zip(run: State, arguments: Arguments, place: Place) -> Value:
    lists = [run.items_of(value) for value in arguments.values]
    if any(one is None for one in lists):
        return Unknown("a list that is not constant")
    return ListValue([ListValue(list(row)) for row in zip(*[one or [] for one in lists])])


def _getattr(run: State, arguments: Arguments, place: Place) -> Value:
    name = arguments.get(1)
    return run.member(arguments.get(0), name) if isinstance(name, str) else Unknown("a computed name")


def _setattr(run: State, arguments: Arguments, place: Place) -> Value:
    name = arguments.get(1)
    if isinstance(name, str):
        run.set_member(arguments.get(0), name, arguments.get(2))
    return None


def _import(run: State, arguments: Arguments, place: Place) -> Value:
    name = arguments.get(0)
    return run.module(name, place.unit) if isinstance(name, str) else Unknown("a computed module name")


def _import_string(run: State, arguments: Arguments, place: Place) -> Value:
    name = arguments.get(0)
    if not isinstance(name, str):
        return Unknown("a computed module name")
    return run.member(Outside(name.rpartition(".")[0]), name.rpartition(".")[2])


def _text(run: State, arguments: Arguments, place: Place) -> Value:
    value = arguments.get(0)
    return str(value) if isinstance(value, (int, str)) else value


def _map_of(run: State, arguments: Arguments, place: Place) -> Value:
    """Return a map of pairs, or of keys and values in turn."""
    made = DictValue()
    values = arguments.values
    pairs = [(*v.items, v.origin) for v in values if isinstance(v, ListValue) and len(v.items) == 2]
    if len(pairs) != len(values):
        pairs = [(key, value, None) for key, value in zip(values[::2], values[1::2])]
    for key, value, origin in pairs:
        if isinstance(key, (str, int)):
            made.items[key] = value
            made.lines[key] = origin or place
    return made


def _apply(run: State, arguments: Arguments, place: Place) -> Value:
    items = run.items_of(arguments.get(1))
    return ListValue(
        [run.call(arguments.get(0), Arguments([item]), place) for item in items or []], items is None
    )


def _partial(run: State, arguments: Arguments, place: Place) -> Value:
    """Return a function with some of its arguments given."""
    held = arguments.get(0)

    def called(given: Arguments, at: Place) -> Value:
        values = [*arguments.values[1:], *given.values]
        return run.call(held, Arguments(values, {**arguments.named, **given.named}, given.open), at)

    return Native(called)


def _sprintf(run: State, arguments: Arguments, place: Place) -> Value:
    text = arguments.get(0)
    if not isinstance(text, str):
        return Unknown("a formatted text")
    parts: list[Value] = []
    left = list(arguments.values[1:])
    for number, piece in enumerate(text.replace("%v", "%s").replace("%d", "%s").split("%s")):
        if number:
            parts.append(left.pop(0) if left else Unknown())
        parts.append(piece)
    return run.concatenate(parts)


FUNCTIONS: dict[str, Builtin] = {
    "os.path.dirname": _dirname,
    "path.dirname": _dirname,
    "dirname": _dirname,
    "Object.entries": _entries,
    "enumerate": _entries,
    "Object.keys": _keys,
    "zip": _zip,
    "getattr": _getattr,
    "setattr": _setattr,
    "importlib.import_module": _import,
    "importlib.util.find_spec": _import,
    "find_spec": _import,
    "hasattr": _has_member,
    "==": _is_equal,
    "not": _negated,
    "import_module": _import,
    "__import__": _import,
    "import_string": _import_string,
    "django.utils.module_loading.import_string": _import_string,
    "werkzeug.utils.import_string": _import_string,
    "str": _text,
    "String": _text,
    "mapOf": _map_of,
    "mutableMapOf": _map_of,
    "linkedMapOf": _map_of,
    "hashMapOf": _map_of,
    "Map.ofEntries": _map_of,
    "Map.of": _map_of,
    "map": _apply,
    "array_map": _apply,
    "functools.partial": _partial,
    "partial": _partial,
    "sprintf": _sprintf,
    "fmt.Sprintf": _sprintf,
    "String.format": _sprintf,
}
