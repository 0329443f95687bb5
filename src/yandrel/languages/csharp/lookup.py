"""Resolve C# names: outwards through the namespaces, then through the usings."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field

from yandrel.languages.named.table import AMBIGUOUS


@dataclass
class Surroundings:
    """The scope of a name: its namespace, its aliases and its usings.

    `inner` are those that are opened inside of the namespace, which go before outer namespaces;
    `types` those whose nested types are opened.
    """

    namespace: str
    aliases: dict[str, str] = field(default_factory=dict)
    opened: list[str] = field(default_factory=list)
    inner: list[str] = field(default_factory=list)


@dataclass(frozen=True)
class Names:
    """The types and namespaces that are defined, by qualified name, and all parts of such names."""

    is_type: Callable[[str], bool]
    is_namespace: Callable[[str], bool]
    has_word: Callable[[str], bool]


def levels_of(namespace: str) -> Iterator[str]:
    """Yield a namespace and those around it, the outermost, which has no name, last."""
    while namespace:
        yield namespace
        namespace = namespace.rpartition(".")[0]
    yield ""


def join(namespace: str, name: str) -> str:
    return f"{namespace}.{name}" if namespace else name


def find_type(around: Surroundings, parts: Sequence[str], names: Names) -> tuple[str, int] | None:
    """Return the type that `parts` begin with, and how many of them name it; None where none is known."""
    head = parts[0]
    if not names.has_word(head) and head not in around.aliases:
        return None
    for level in levels_of(around.namespace):
        candidate = join(level, head)
        if names.is_type(candidate):
            return candidate, 1
        if names.is_namespace(candidate):
            return walk_down(candidate, parts, names)
        if level == around.namespace and level:
            found = _opened(around.inner, head, names)
            if found is not None:
                return found, 1
    alias = around.aliases.get(head)
    if alias is not None:
        return (alias, 1) if names.is_type(alias) else walk_down(alias, parts, names)
    found = _opened(around.opened if around.namespace else [*around.inner, *around.opened], head, names)
    return (found, 1) if found is not None else None


def walk_down(namespace: str, parts: Sequence[str], names: Names) -> tuple[str, int] | None:
    """Return the type that the parts after the first lead to from a namespace."""
    found = namespace
    for number, part in enumerate(parts[1:], 2):
        found = join(found, part)
        if names.is_type(found):
            return found, number
        if not names.is_namespace(found):
            return None
    return None


def find_rooted(parts: Sequence[str], names: Names) -> tuple[str, int] | None:
    """Return the type that a name with all its namespaces begins with."""
    for number in range(1, len(parts) + 1):
        name = ".".join(parts[:number])
        if names.is_type(name):
            return name, number
    return None


def _opened(opened: Sequence[str], head: str, names: Names) -> str | None:
    found = {name for place in opened if names.is_type(name := join(place, head))}
    if len(found) > 1:
        return AMBIGUOUS
    return next(iter(found), None)
