"""Methods of texts, lists and dictionaries, as the languages call them."""

from __future__ import annotations

from collections.abc import Callable

from yandrel.frameworks.values import (
    HOLE,
    TABLED,
    Arguments,
    ClassValue,
    DictValue,
    FunctionValue,
    Handler,
    Instance,
    ListValue,
    Made,
    ModuleValue,
    Outside,
    Place,
    Router,
    RouterMethod,
    Text,
    Unknown,
    Value,
    is_text,
    text_of,
)
from yandrel.routes.state import FUNCTIONAL, LONGEST_TEXT, MOST_ITEMS, State, origin_of

Builtin = Callable[["State", Value, Arguments, Place], Value]
ADDING = frozenset({"append", "push", "add", "unshift", "Add", "offer", "addLast"})
HOLDING = (ListValue, DictValue, Instance, FunctionValue, Router, Made)
"""What an application may keep in a table of routes."""
GOING_OVER = frozenset({"forEach", "each", "map", "flatMap", "ForEach", "Select"})


def call_builtin(run: State, of: Value, name: str, arguments: Arguments, place: Place) -> Value:
    """Call a method of a value that is no object of the application."""
    if isinstance(of, (FunctionValue, RouterMethod)):
        return _function_method(run, of, name, arguments, place)
    if isinstance(of, ListValue):
        return _list_method(run, of, name, arguments, place)
    if isinstance(of, DictValue):
        return _dict_method(run, of, name, arguments, place)
    if is_text(of):
        return _text_method(run, of, name, arguments)
    if isinstance(of, Handler) and name in ("bind", "as_view"):
        return of
    return Unknown(name)


def _function_method(run: State, of: Value, name: str, arguments: Arguments, place: Place) -> Value:
    if name == "bind":
        return of
    if run.sources.language(place.unit) in FUNCTIONAL:
        return run.call(of, arguments, place)
    if name in ("call", "invoke"):
        return run.call(of, Arguments(arguments.values[1:] if name == "call" else arguments.values), place)
    if name == "apply":
        items = run.items_of(arguments.get(1))
        return run.call(of, Arguments(list(items or []), open=items is None), place)
    return Unknown(name)


def _list_method(run: State, of: ListValue, name: str, arguments: Arguments, place: Place) -> Value:
    if name in ("getKey", "getValue") and len(of.items) == 2:
        return of.items[name == "getValue"]
    if name in ADDING:
        run.made += any(isinstance(value, HOLDING) for value in arguments.values)
        for value in arguments.values:
            if isinstance(value, TABLED) and value.origin is None:
                value.origin = run.caller_of(place.unit)
        of.items.extend(arguments.values)
        return of
    if name in ("extend", "addAll", "AddRange", "concat"):
        target = ListValue(list(of.items), of.open) if name == "concat" else of
        for value in arguments.values:
            items = run.items_of(value)
            target.items.extend(items if items is not None and len(target.items) < MOST_ITEMS else [])
            target.open = target.open or items is None
        return target
    if name in GOING_OVER and arguments.values:
        made = ListValue(open=of.open)
        for number, item in enumerate(run.items_of(of) or []):
            with run.within_frame(origin_of(of, item, number)):
                made.items.append(run.call(arguments.values[0], Arguments([item, number]), place))
        if name == "flatMap":
            made.items = [x for item in made.items for x in (run.items_of(item) or [item])]
        return made
    if name in (
        "filter",
        "slice",
        "reverse",
        "sort",
        "toArray",
        "asList",
        "stream",
        "ToList",
        "copy",
        "values",
    ):
        run.items_of(of)
        return ListValue(list(of.items), of.open)
    if name == "reduce" and arguments.values:
        return _reduced(run, of, arguments, place)
    if name == "entries":
        return ListValue([ListValue([n, item]) for n, item in enumerate(run.items_of(of) or [])])
    if name == "join":
        between = text_of(arguments.get(0)) or ""
        return run.concatenate([x for item in of.items for x in (between, item)][1:]) if of.items else ""
    return Unknown(name)


def _reduced(run: State, of: ListValue, arguments: Arguments, place: Place) -> Value:
    """Return what a function makes of what it made before and of the next item, over all items."""
    items = list(run.items_of(of) or [])
    held = arguments.get(1) if len(arguments.values) > 1 else (items.pop(0) if items else Unknown())
    for item in items:
        held = run.call(arguments.values[0], Arguments([held, item]), place)
    return held


def _dict_method(run: State, of: DictValue, name: str, arguments: Arguments, place: Place) -> Value:
    if name in ("items", "entries", "entrySet"):
        of.used = True
        pairs = [ListValue([key, value], origin=of.lines.get(key)) for key, value in of.items.items()]
        return ListValue(pairs, of.open)
    if name in ("values",):
        of.used = True
        return ListValue(list(of.items.values()), of.open)
    if name in ("keys",):
        of.used = True
        return ListValue(list(of.items), of.open)
    if name in ("get", "getOrDefault"):
        return of.items.get(arguments.get(0), arguments.get(1, default=Unknown(name)))
    if name == "pop" and isinstance(arguments.get(0), str):
        return of.items.pop(arguments.get(0), arguments.get(1, default=Unknown(name)))
    if name == "setdefault" and isinstance(arguments.get(0), str):
        return of.items.setdefault(arguments.get(0), arguments.get(1))
    if name in ("put", "set", "Add"):
        key = arguments.get(0)
        if isinstance(key, str):
            of.items[key] = arguments.get(1)
            of.lines[key] = run.caller_of(place.unit)
        return of
    if name in ("update", "putAll"):
        other = arguments.get(0)
        if isinstance(other, DictValue):
            of.items.update(other.items)
        return of
    if name in of.items:
        return run.call(of.items[name], arguments, place)
    if name in ("from_object", "from_mapping"):
        _load_settings(run, of, arguments)
    if name in ("forEach", "each") and arguments.values:
        of.used = True
        for key, value in list(of.items.items()):
            run.call(arguments.values[0], Arguments([key, value]), place)
    return Unknown(name)


def _load_settings(run: State, of: DictValue, arguments: Arguments) -> None:
    """Take the settings that a class, a file or a map holds, as Flask's configuration does."""
    held = arguments.get(0)
    if isinstance(held, str):
        held = run.member(Outside(held.rpartition(".")[0]), held.rpartition(".")[2])
    if isinstance(held, DictValue):
        of.items.update(held.items)
    of.items.update(arguments.named)
    owner = held.type if isinstance(held, Instance) else held
    if isinstance(owner, ClassValue):
        for one in reversed(run.lineage(owner)):
            of.items.update({name: value for name, value in one.members.items() if name.isupper()})
    elif isinstance(owner, ModuleValue):
        names = [name for name in run.names_of(owner.unit) if name.isupper()]
        of.items.update({name: run.member(owner, name) for name in names})


PARTING = {"partition": str.partition, "rpartition": str.rpartition}


def _text_method(run: State, of: Value, name: str, arguments: Arguments) -> Value:
    if name == "format" and isinstance(of, str):
        return _formatted(of, arguments)
    if name == "join":
        items = run.items_of(arguments.get(0))
        if items is None:
            return Text(HOLE, "a joined list is not constant")
        return run.concatenate([x for item in items for x in (of, item)][1:]) if items else ""
    if name in ("concat",):
        return run.concatenate([of, *arguments.values])
    if isinstance(of, str) and (name in PARTING or name == "split"):
        return _parted(of, name, arguments.get(0))
    text = text_of(of) or ""
    changed = _changed(text, name, arguments)
    if changed is None or len(changed) > LONGEST_TEXT:
        return Unknown(name)
    return changed if isinstance(of, str) else Text(changed, of.reason)


def _parted(text: str, name: str, given: Value) -> Value:
    """Return the parts of a text: before, at and after a separator, or between all that there are."""
    if name in PARTING:
        return (
            ListValue(list(PARTING[name](text, given))) if isinstance(given, str) and given else Unknown(name)
        )
    if isinstance(given, str):
        return ListValue(list(text.split(given) if given else text))
    return ListValue(list(text.split())) if given is None else Unknown(name)


def _changed(text: str, name: str, arguments: Arguments) -> str | None:
    first = arguments.get(0)
    given = first if isinstance(first, str) else ""
    if name in ("lower", "toLowerCase", "ToLower", "lowercase"):
        return text.lower()
    if name in ("upper", "toUpperCase", "ToUpper", "uppercase"):
        return text.upper()
    if name in ("strip", "trim", "Trim"):
        return text.strip(given or None)
    if name in ("rstrip", "trimEnd", "TrimEnd"):
        return text.rstrip(given or None)
    if name in ("lstrip", "trimStart", "TrimStart"):
        return text.lstrip(given or None)
    if name == "removeprefix":
        return text.removeprefix(given)
    if name == "removesuffix":
        return text.removesuffix(given)
    if name in ("toString", "String", "str"):
        return text
    second = arguments.get(1)
    if name in ("replace", "replaceAll") and isinstance(first, str) and isinstance(second, str):
        return text.replace(first, second)
    return None


def _formatted(text: str, arguments: Arguments) -> Value:
    given = list(arguments.values)
    parts: list[str] = []
    doubt = ""
    for number, piece in enumerate(text.replace("{{", "\1").replace("}}", "\2").split("{")):
        if number == 0:
            parts.append(piece)
            continue
        name, _, rest = piece.partition("}")
        value = arguments.named.get(name) if name and not name.isdigit() else None
        if value is None and given:
            value = given[int(name)] if name.isdigit() and int(name) < len(given) else given[0]
            if not name.isdigit():
                given.pop(0)
        known = text_of(value) if not isinstance(value, int) else str(value)
        doubt = doubt or ("" if isinstance(value, (str, int)) else "a part of the path is not constant")
        parts.append((HOLE if known is None else known) + rest)
    whole = "".join(parts).replace("\1", "{").replace("\2", "}")
    if len(whole) > LONGEST_TEXT:
        return Unknown("a text that is too long")
    return Text(whole, doubt) if doubt else whole
