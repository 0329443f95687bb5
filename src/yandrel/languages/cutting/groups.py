"""A wide type's methods in groups: by who uses them, by what they do, by what they are about."""

import re
from collections.abc import Mapping
from dataclasses import dataclass

from yandrel.model.split import WidePart
from yandrel.model.words import pascal, singular, words_of

READING = frozenset(
    ["get", "list", "show", "find", "count", "has", "is", "read", "search", "fetch", "load", "all", "exists",
     "first", "last", "sum", "total", "query", "lookup", "iter", "name", "of", "can"]
)  # fmt: skip
CHANGING = frozenset(
    ["add", "create", "make", "new", "insert", "register", "save", "store", "put", "set", "update", "change",
     "edit", "rename", "move", "remove", "delete", "drop", "clear", "cancel", "close", "open", "start",
     "stop", "send", "write", "approve", "reject", "assign", "attach", "detach", "mark", "reset", "record",
     "append",
     "push", "pop", "upsert", "replace", "restore", "archive", "publish", "commit", "apply", "process"]
)  # fmt: skip
SUFFIXES = frozenset(
    [
        "service",
        "repository",
        "store",
        "manager",
        "controller",
        "client",
        "port",
        "gateway",
        "api",
        "interface",
    ]
)
ROLES = frozenset(["route", "router", "view", "handler", "model", "schema", "test", "main", "app", "command"])


@dataclass(frozen=True)
class Mention:
    """A place that names the type: in an annotation, as a constructor, as a base, or otherwise."""

    start: int
    end: int
    kind: str


@dataclass
class Caller:
    """A class or function of a unit that uses the type: the methods that it calls, where it names it."""

    name: str
    start: int
    end: int
    methods: set[str]
    mentions: list[Mention]
    unclear: bool = False


def group_methods(
    public: list[str],
    by: str,
    callers: Mapping[str, list[Caller]],
    type_name: str,
    modules: Mapping[str, str],
    texts: Mapping[str, str],
) -> dict[str, list[str]]:
    """Return the public methods by what they belong to, each group with the name of its type."""
    _, suffix = _stem_and_suffix(type_name)
    groups: dict[str, list[str]] = {}
    if by == "action":
        for name in public:
            reading = _is_reading(name, texts.get(name, ""))
            groups.setdefault(f"{type_name}{'Reading' if reading else 'Changing'}", []).append(name)
        return groups
    if by == "domain":
        for name in public:
            words = words_of(name)[1:]
            concept = singular("_".join(words[-1:])) if words else ""
            groups.setdefault(f"{pascal(concept)}{suffix}" if concept else f"{type_name}Basics", []).append(
                name
            )
        counted = {key: names for key, names in groups.items() if len(names) > 1}
        left = [n for key, names in groups.items() if key not in counted for n in names]
        if left and counted:
            counted.setdefault(f"{type_name}Basics", []).extend(left)
        return counted
    users: dict[str, set[str]] = {name: set() for name in public}
    for path, found in callers.items():
        for caller in found:
            for method in caller.methods & set(public):
                users[method].add(_user_name(path, modules))
    by_users: dict[frozenset[str], list[str]] = {}
    for name in public:
        by_users.setdefault(frozenset(users[name]), []).append(name)
    for who, names in by_users.items():
        if len(who) == 1:
            groups[f"{type_name}For{pascal(next(iter(who)))}"] = names
        elif not who:
            groups[f"{type_name}Unused"] = names
        else:
            groups.setdefault(f"{type_name}Basics", []).extend(names)
    return groups


def _is_reading(name: str, text: str) -> bool:
    """Whether a method only answers: by its verb, else by what its body does."""
    verb = (words_of(name) or ("",))[0]
    if verb in READING or verb in CHANGING:
        return verb in READING
    called = re.findall(r"\.(\w+)\(", text)
    changes = re.search(r"[\w\])]\.\w+ [-+*/|&]?= |\] = |-> None", text)
    return not changes and not any((words_of(word) or ("",))[0] in CHANGING for word in called)


def _stem_and_suffix(type_name: str) -> tuple[str, str]:
    words = words_of(type_name)
    if len(words) > 1 and words[-1] in SUFFIXES:
        return pascal("_".join(words[:-1])), pascal(words[-1])
    return type_name, ""


def _user_name(path: str, modules: Mapping[str, str]) -> str:
    """Return what a feature is called: its unit's name, or its folder's, without the words of a role."""
    for part in reversed(modules[path].split(".")):
        words = [w for w in words_of(part) if singular(w) not in SUFFIXES | ROLES]
        if words:
            return "_".join(words)
    return modules[path].rpartition(".")[2]


def choose_parts(
    groups: Mapping[str, list[str]], shared: set[str], callers: Mapping[str, list[Caller]], common: str
) -> list[WidePart]:
    """Return the parts; the others build on the `common` one as far as their users need it."""
    parts = []
    basics = {m for m in groups.get(common, ()) if m not in shared}
    for name, methods in sorted(groups.items(), key=lambda item: item[0] != common):
        kept = tuple(m for m in methods if m not in shared)
        if not kept:
            continue
        allowed = set(kept) | shared
        near = [c for found in callers.values() for c in found if c.methods & set(kept)]
        extends = common if name != common and any(c.methods & basics for c in near) else ""
        allowed |= basics if extends else set()
        users = tuple(
            path for path, found in callers.items()
            if any(not c.unclear and c.methods <= allowed and c.methods & set(kept) for c in found)
        )  # fmt: skip
        parts.append(WidePart(name, kept, users, extends))
    return parts


def say_title(part: WidePart, type_name: str) -> str:
    if part.name.endswith("Reading"):
        return f"What {type_name} answers without changing anything."
    if part.name.endswith("Changing"):
        return f"What {type_name} changes."
    if part.name.endswith("Basics"):
        return f"What several users of {type_name} need."
    if part.name.endswith("Unused"):
        return f"What nothing here calls on {type_name}."
    if part.name.startswith(f"{type_name}For"):
        user = " ".join(words_of(part.name[len(type_name) + 3 :]))
        return f"What {user} needs of {type_name}."
    return f"The part of {type_name} about {' '.join(words_of(_stem_and_suffix(part.name)[0]))}."


def enough_for(caller: Caller, parts: Mapping[str, set[str]], shared: set[str]) -> str:
    """Return the one part that a caller can do with; nothing where it needs more."""
    if caller.unclear:
        return ""
    fits = [n for n, m in parts.items() if caller.methods <= m | shared and caller.methods & m]
    return min(fits, key=lambda name: len(parts[name]), default="")
